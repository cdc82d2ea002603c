package io.tallember.part.steps.moulded;

import io.tallember.geometry.Vec2;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.fields.Words;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.moulded.MouldedStep.Feature;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Ready pieces of moulded parts, to and from JSON: each size is a field, and so are the places' coordinates. */
final class MouldedJson {
    private MouldedJson() {}

    static void write(ObjectNode n, MouldedStep m) {
        n.put("feature", Words.of(m.feature()));
        References.put(n, m.on());
        ArrayNode at = n.putArray("at");
        m.at().forEach(p -> at.addObject().put("x", p.x()).put("y", p.y()));
        n.put("turn", m.turn());
        for (String size : m.feature().sizes()) {
            n.put(size, m.size(size));
        }
        n.put("count", m.count()).put("rows", m.rows()).put("outer", m.outer()).put("recess", m.recess());
    }

    static MouldedStep read(Own own, Fields f, Typed typed, String place) {
        Feature feature = f.oneOf("feature", Feature.class);
        List<Vec2> at = new ArrayList<>();
        for (JsonNode p : f.list("at")) {
            Fields of = new Fields(p, "place");
            double x = of.size("x", typed, place + "/x" + at.size(), false);
            double y = of.size("y", typed, place + "/y" + at.size(), false);
            at.add(new Vec2(x, y));
        }
        List<Double> sizes = new ArrayList<>();
        for (String size : feature.sizes()) {
            sizes.add(f.size(size, typed, place + "/" + size, feature.angle(size)));
        }
        return new MouldedStep(
                own.id(),
                own.name(),
                own.off(),
                feature,
                References.plane(f),
                at,
                f.size("turn", typed, place + "/turn", true),
                sizes,
                f.whole("count"),
                f.whole("rows"),
                f.flag("outer"),
                f.flag("recess"));
    }
}
