package io.tallember.part.steps.extrude;

import io.tallember.part.MaterialStep;
import io.tallember.part.Thin;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.fields.Words;
import io.tallember.part.steps.Own;
import io.tallember.solid.sweep.Wall;
import tools.jackson.databind.node.ObjectNode;

/** Extrusions to and from JSON. What a step doesn't have isn't written. */
final class ExtrudeJson {
    private ExtrudeJson() {}

    static void write(ObjectNode n, ExtrudeStep e) {
        References.profile(n, e);
        if (e.extent() != ExtrudeStep.Extent.DISTANCE) {
            n.put("extent", Words.of(e.extent()));
        }
        ExtrudeStep.Reach r = e.reach();
        n.put("distance", r.distance());
        if (r.back() > 0) {
            n.put("back", r.back());
        }
        if (r.from() != null) {
            References.put(n, "from", r.from());
        }
        if (e.taper() != 0) {
            n.put("taper", e.taper());
        }
        if (r.target() != null) {
            References.put(n, "target", r.target());
        }
        if (r.gap() != 0) {
            n.put("gap", r.gap());
        }
        if (e.thin() != null) {
            n.put("thickness", e.thin().thickness())
                    .put("side", Words.of(e.thin().side()));
        }
        n.put("bothWays", r.bothWays()).put("flipped", r.flipped());
        n.put("mode", Words.of(e.mode()));
    }

    static ExtrudeStep read(Own own, Fields f, Typed typed, String place) {
        ExtrudeStep.Reach reach = new ExtrudeStep.Reach(
                f.has("extent") ? f.oneOf("extent", ExtrudeStep.Extent.class) : ExtrudeStep.Extent.DISTANCE,
                f.positive("distance", typed, place + "/distance"),
                f.has("back") ? f.size("back", typed, place + "/back", false) : 0,
                f.has("from") ? References.face(f.part("from", "face")) : null,
                f.has("target") ? References.face(f.part("target", "face")) : null,
                f.has("gap") ? f.size("gap", typed, place + "/gap", false) : 0,
                f.flag("bothWays"),
                f.flag("flipped"));
        Thin thin = f.has("thickness")
                ? new Thin(f.positive("thickness", typed, place + "/thickness"), f.oneOf("side", Wall.Side.class))
                : null;
        return new ExtrudeStep(
                own.id(),
                own.name(),
                own.off(),
                f.text("sketch"),
                References.regions(f),
                reach,
                f.has("taper") ? f.size("taper", typed, place + "/taper", true) : 0,
                thin,
                f.oneOf("mode", MaterialStep.Mode.class));
    }
}
