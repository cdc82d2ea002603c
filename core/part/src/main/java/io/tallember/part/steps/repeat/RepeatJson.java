package io.tallember.part.steps.repeat;

import io.tallember.part.Layout;
import io.tallember.part.Refusal;
import io.tallember.part.RegionReference;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.steps.Own;
import java.util.List;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Repeats and what they go along, to and from JSON. */
final class RepeatJson {
    private RepeatJson() {}

    static void write(ObjectNode n, RepeatStep r) {
        ArrayNode steps = n.putArray("steps");
        r.steps().forEach(steps::add);
        ArrayNode bodies = n.putArray("bodies");
        r.bodies().forEach(bodies::add);
        ArrayNode faces = n.putArray("faces");
        r.faces().forEach(f -> References.put(faces.addObject(), f));
        Layout l = r.layout();
        n.put("layout", l.getClass().getSimpleName().toLowerCase(java.util.Locale.ROOT));
        if (l instanceof Layout.Row w) {
            References.axis(n, "axis", w.axis());
            n.put("count", w.count()).put("spacing", w.spacing()).put("overall", w.overall());
            if (w.second() != null) {
                References.axis(n, "axis2", w.second().axis());
                n.put("count2", w.second().count()).put("spacing2", w.second().spacing());
                n.put("flipped2", w.second().flipped());
            }
        } else if (l instanceof Layout.Round d) {
            References.axis(n, "axis", d.axis());
            n.put("count", d.count()).put("full", d.full()).put("angle", d.angle());
            n.put("overall", d.overall());
        } else if (l instanceof Layout.Path p) {
            n.put("sketch", p.sketch());
            ObjectNode line = n.putObject("line");
            ArrayNode boundary = line.putArray("boundary");
            p.line().boundary().forEach(boundary::add);
            line.putArray("inside")
                    .add(p.line().inside().x())
                    .add(p.line().inside().y());
            n.put("count", p.count()).put("spacing", p.spacing()).put("turning", p.turning());
        } else {
            References.put(n, ((Layout.Mirror) l).plane());
        }
        n.put("flipped", r.flipped());
        ArrayNode skip = n.putArray("skip");
        r.skip().forEach(skip::add);
    }

    static RepeatStep read(Own own, Fields f, Typed typed, String place) {
        return new RepeatStep(
                own.id(),
                own.name(),
                own.off(),
                f.has("steps") ? f.texts("steps") : List.of(),
                f.has("bodies") ? f.texts("bodies") : List.of(),
                f.has("faces")
                        ? f.list("faces").stream()
                                .map(k -> References.face(new Fields(k, "face")))
                                .toList()
                        : List.of(),
                layout(f, typed, place),
                f.flag("flipped"),
                f.has("skip") ? f.list("skip").stream().map(k -> k.asInt(0)).toList() : List.of());
    }

    private static Layout layout(Fields f, Typed typed, String place) {
        return switch (f.text("layout")) {
            case "row" ->
                new Layout.Row(
                        References.axis(f, "axis"),
                        count(f, "count"),
                        f.positive("spacing", typed, place + "/spacing"),
                        f.flag("overall"),
                        f.has("axis2")
                                ? new Layout.Row.Second(
                                        References.axis(f, "axis2"),
                                        count(f, "count2"),
                                        f.positive("spacing2", typed, place + "/spacing2"),
                                        f.flag("flipped2"))
                                : null);
            case "round" ->
                new Layout.Round(
                        References.axis(f, "axis"),
                        count(f, "count"),
                        f.flag("full"),
                        f.size("angle", typed, place + "/angle", true),
                        f.flag("overall"));
            case "path" -> {
                Fields line = f.part("line", "line");
                yield new Layout.Path(
                        f.text("sketch"),
                        new RegionReference("", line.texts("boundary"), line.vec2("inside")),
                        count(f, "count"),
                        f.size("spacing", typed, place + "/spacing", false),
                        f.flag("turning"));
            }
            case "mirror" -> new Layout.Mirror(References.plane(f));
            default -> throw Refusal.of("Copies can't be laid out as " + Refusal.quoted(f.text("layout")) + ".");
        };
    }

    private static int count(Fields f, String name) {
        double count = f.number(name);
        if (count != Math.rint(count)) {
            throw Refusal.of("How often something is repeated is a whole number.");
        }
        return (int) count;
    }
}
