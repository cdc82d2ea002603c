package io.tallember.part.steps.hole;

import io.tallember.geometry.Vec3;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.fields.Words;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.hole.HoleStep.Spot;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Holes and what their places follow, to and from JSON. */
final class HoleJson {
    private HoleJson() {}

    static void write(ObjectNode n, HoleStep h) {
        n.put("mouth", Words.of(h.mouth())).put("diameter", h.diameter());
        n.put("extent", Words.of(h.extent())).put("depth", h.depth());
        if (h.target() != null) {
            References.put(n, "target", h.target());
        }
        n.put("pointed", h.pointed()).put("point", h.point());
        n.put("head", h.head()).put("headDepth", h.headDepth()).put("sink", h.sink());
        n.put("use", h.use());
        if (h.thread() != null) {
            HoleStep.Thread t = h.thread();
            ObjectNode thread = n.putObject("thread").put("standard", Words.of(t.standard()));
            thread.put("size", t.size())
                    .put("pitch", t.pitch())
                    .put("class", t.fit())
                    .put("depth", t.depth());
        }
        if (h.along() != null) {
            References.axis(n, "along", h.along());
        }
        ArrayNode places = n.putArray("places");
        for (HoleStep.Place p : h.places()) {
            ObjectNode at = places.addObject().put("id", p.id());
            References.put(at, "on", p.face());
            at.putArray("at").add(p.at().x()).add(p.at().y());
            if (p.spot() != null) {
                spot(at.putObject("spot"), p.spot());
            }
        }
    }

    private static void spot(ObjectNode n, Spot s) {
        if (s instanceof Spot.AtCentre) {
            n.put("centre", true);
        } else if (s instanceof Spot.Near p) {
            n.put("x", p.point().x()).put("y", p.point().y()).put("z", p.point().z());
        } else if (s instanceof Spot.OnPoint p) {
            n.put("sketch", p.sketch()).put("point", p.point());
        } else if (s instanceof Spot.AtEdge e) {
            References.put(n.putObject("edge"), e.edge());
        } else {
            Spot.FromEdges f = (Spot.FromEdges) s;
            References.put(n.putObject("first"), f.first());
            n.put("a", f.a());
            References.put(n.putObject("second"), f.second());
            n.put("b", f.b());
        }
    }

    static HoleStep read(Own own, Fields f, Typed typed, String place) {
        return new HoleStep(
                own.id(),
                own.name(),
                own.off(),
                f.oneOf("mouth", HoleStep.Mouth.class),
                f.positive("diameter", typed, place + "/diameter"),
                f.oneOf("extent", HoleStep.Extent.class),
                f.positive("depth", typed, place + "/depth"),
                f.has("target") ? References.face(f.part("target", "face")) : null,
                f.flag("pointed"),
                f.has("point") ? f.size("point", typed, place + "/point", true) : HoleStep.USUAL_POINT,
                f.size("head", typed, place + "/head", false),
                f.size("headDepth", typed, place + "/headDepth", false),
                f.size("sink", typed, place + "/sink", true),
                f.text("use", ""),
                f.has("thread") ? thread(f.part("thread", "thread"), typed, place) : null,
                f.has("along") ? References.axis(f, "along") : null,
                places(f.list("places"), typed, place));
    }

    private static HoleStep.Thread thread(Fields f, Typed typed, String place) {
        return new HoleStep.Thread(
                f.oneOf("standard", HoleStep.Thread.Standard.class),
                f.text("size"),
                f.positive("pitch", typed, place + "/pitch"),
                f.text("class", ""),
                f.size("depth", typed, place + "/threadDepth", false));
    }

    /** New places get their ids here, so that a formula typed for one is kept under its name. */
    private static List<HoleStep.Place> places(List<JsonNode> nodes, Typed typed, String place) {
        int next = 1;
        for (JsonNode n : nodes) {
            String id = n.path("id").asString("");
            if (id.matches("h[0-9]{1,6}")) {
                next = Math.max(next, Integer.parseInt(id.substring(1)) + 1);
            }
        }
        List<HoleStep.Place> out = new ArrayList<>();
        for (JsonNode n : nodes) {
            Fields f = new Fields(n, "place of a hole");
            String id = f.text("id", "");
            out.add(place(f, id.isBlank() ? "h" + next++ : id, typed, place));
        }
        return out;
    }

    private static HoleStep.Place place(Fields f, String id, Typed typed, String place) {
        Spot spot = f.has("spot") ? spot(f.part("spot", "place of a hole"), typed, place + "/" + id) : null;
        return new HoleStep.Place(id, References.face(f.part("on", "face")), f.vec2("at"), spot);
    }

    private static Spot spot(Fields f, Typed typed, String place) {
        if (f.has("sketch")) {
            return new Spot.OnPoint(f.text("sketch"), f.text("point"));
        }
        if (f.has("centre") && f.flag("centre")) {
            return new Spot.AtCentre();
        }
        if (f.has("x")) {
            return new Spot.Near(new Vec3(
                    f.size("x", typed, place + "-x", false),
                    f.size("y", typed, place + "-y", false),
                    f.size("z", typed, place + "-z", false)));
        }
        if (f.has("edge")) {
            return new Spot.AtEdge(References.edge(f.part("edge", "edge")));
        }
        return new Spot.FromEdges(
                References.edge(f.part("first", "edge")),
                f.size("a", typed, place + "-a", false),
                References.edge(f.part("second", "edge")),
                f.size("b", typed, place + "-b", false));
    }
}
