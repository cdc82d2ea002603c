package io.tallember.part.steps.marks;

import io.tallember.part.EdgeReference;
import io.tallember.part.PointReference;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.fields.Words;
import io.tallember.part.steps.Own;
import java.util.List;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Planes, axes and points, and what they go by, to and from JSON. */
final class MarkJson {
    private MarkJson() {}

    static void write(PlaneStep p, ObjectNode n) {
        n.put("way", Words.of(p.way()));
        References.put(n, p.from());
        on(n, p.on());
        n.put("distance", p.distance()).put("angle", p.angle());
    }

    static void write(MarkStep m, ObjectNode n) {
        n.put("way", Words.of(m.way()));
        References.put(n, m.from());
        on(n, m.on());
        n.put("x", m.at().x()).put("y", m.at().y()).put("z", m.at().z());
    }

    static PlaneStep plane(Own own, Fields f, Typed typed, String place) {
        return new PlaneStep(
                own.id(),
                own.name(),
                own.off(),
                f.oneOf("way", PlaneStep.Way.class),
                References.plane(f),
                on(f),
                f.size("distance", typed, place + "/distance", false),
                f.size("angle", typed, place + "/angle", true));
    }

    static MarkStep mark(Own own, Fields f, Typed typed, String place) {
        MarkStep.Way way = f.oneOf("way", MarkStep.Way.class);
        return new MarkStep(own.id(), own.name(), own.off(), way, References.plane(f), on(f), f.place(typed, place));
    }

    private static void on(ObjectNode n, PlaneStep.On on) {
        if (on.second() != null) {
            References.put(n, "second", on.second());
        }
        if (on.edge() != null) {
            References.put(n.putObject("edge"), on.edge());
        }
        if (on.round() != null) {
            References.put(n, "round", on.round());
        }
        if (!on.corners().isEmpty()) {
            ArrayNode corners = n.putArray("corners");
            for (PointReference c : on.corners()) {
                References.put(corners.addObject(), c);
            }
        }
    }

    private static PlaneStep.On on(Fields f) {
        EdgeReference edge = null;
        if (f.has("edge")) {
            edge = References.edge(f.part("edge", "edge"));
        }
        return new PlaneStep.On(
                f.has("second") ? References.plane(f, "second") : null,
                edge,
                f.has("round") ? References.face(f.part("round", "face")) : null,
                f.has("corners")
                        ? f.list("corners").stream()
                                .map(n -> References.corner(new Fields(n, "corner")))
                                .toList()
                        : List.of());
    }
}
