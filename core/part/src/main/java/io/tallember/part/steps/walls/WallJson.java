package io.tallember.part.steps.walls;

import io.tallember.part.FaceReference;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.fields.Words;
import io.tallember.part.steps.Own;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Shells, drafts and moved faces, to and from JSON. */
final class WallJson {
    private WallJson() {}

    static void write(ObjectNode n, WallStep w) {
        faces(n, w.faces());
        n.put("chain", w.chain());
        if (w instanceof ShellStep s) {
            n.put("closed", s.closed()).put("thickness", s.thickness()).put("outside", s.outside());
            if (!s.alone().isEmpty()) {
                ArrayNode alone = n.putArray("alone");
                s.alone().forEach(f -> References.put(alone.addObject(), f));
            }
            if (s.rounded()) {
                n.put("rounded", true);
            }
            ArrayNode groups = n.putArray("groups");
            for (ShellStep.Group g : s.groups()) {
                ObjectNode group = groups.addObject().put("thickness", g.thickness());
                faces(group, g.faces());
                if (g.chain()) {
                    group.put("chain", true);
                }
            }
        } else if (w instanceof DraftStep d) {
            References.put(n, d.neutral());
            if (!d.parting().isEmpty()) {
                ArrayNode edges = n.putArray("parting");
                d.parting().forEach(e -> References.put(edges.addObject(), e));
            }
            if (d.pull() != null) {
                References.axis(n, "pull", d.pull());
            }
            n.put("flipped", d.flipped()).put("angle", d.angle());
            if (d.both()) {
                n.put("both", true);
            }
        } else {
            FaceStep f = (FaceStep) w;
            n.put("remove", f.way() == FaceStep.Way.REMOVE).put("distance", f.distance());
            if (f.way() != FaceStep.Way.REMOVE && f.way() != FaceStep.Way.MOVE) {
                write(n.put("way", Words.of(f.way())), f.by());
            }
        }
    }

    private static void write(ObjectNode n, FaceStep.By by) {
        if (by.plane() != null) {
            References.put(n, by.plane());
        }
        if (!by.sketches().isEmpty()) {
            ArrayNode all = n.putArray("sketches");
            by.sketches().forEach(all::add);
        }
        if (by.apart()) {
            n.put("apart", true);
        }
    }

    private static FaceStep.By by(Fields f) {
        List<String> sketches = f.has("sketches")
                ? f.list("sketches").stream().map(JsonNode::asString).toList()
                : List.of();
        return new FaceStep.By(f.has("plane") ? References.plane(f) : null, sketches, f.flag("apart"));
    }

    private static void faces(ObjectNode n, List<FaceReference> faces) {
        ArrayNode all = n.putArray("faces");
        faces.forEach(f -> References.put(all.addObject(), f));
    }

    static WallStep read(String kind, Own own, Fields f, Typed typed, String place) {
        List<FaceReference> faces = faces(f);
        boolean chain = f.flag("chain");
        if (kind.equals("shell")) {
            List<ShellStep.Group> groups = new ArrayList<>();
            for (JsonNode g : f.list("groups")) {
                Fields of = new Fields(g, "group of walls");
                String at = place + "/group" + (groups.size() + 1);
                groups.add(new ShellStep.Group(of.positive("thickness", typed, at), faces(of), of.flag("chain")));
            }
            return new ShellStep(
                    own.id(),
                    own.name(),
                    own.off(),
                    faces,
                    chain,
                    f.has("alone")
                            ? f.list("alone").stream()
                                    .map(n -> References.face(new Fields(n, "face")))
                                    .toList()
                            : List.of(),
                    f.flag("closed"),
                    f.size("thickness", typed, place + "/thickness", false),
                    f.size("outside", typed, place + "/outside", false),
                    groups,
                    f.flag("rounded"));
        }
        if (kind.equals("draft")) {
            return new DraftStep(
                    own.id(),
                    own.name(),
                    own.off(),
                    faces,
                    chain,
                    References.plane(f),
                    f.has("parting")
                            ? f.list("parting").stream().map(References::edge).toList()
                            : List.of(),
                    f.has("pull") ? References.axis(f, "pull") : null,
                    f.flag("flipped"),
                    f.flag("both"),
                    f.size("angle", typed, place + "/angle", true));
        }
        double distance = f.size("distance", typed, place + "/distance", false);
        return f.has("way")
                ? new FaceStep(
                        own.id(),
                        own.name(),
                        own.off(),
                        faces,
                        chain,
                        f.oneOf("way", FaceStep.Way.class),
                        distance,
                        by(f))
                : new FaceStep(own.id(), own.name(), own.off(), faces, chain, f.flag("remove"), distance);
    }

    private static List<FaceReference> faces(Fields f) {
        return f.list("faces").stream()
                .map(n -> References.face(new Fields(n, "face that is picked")))
                .toList();
    }
}
