package io.tallember.part.file;

import io.tallember.geometry.Vec3;
import io.tallember.part.CombineStep;
import io.tallember.part.EdgeReference;
import io.tallember.part.MarkStep;
import io.tallember.part.MirrorStep;
import io.tallember.part.MoveStep;
import io.tallember.part.PlaneStep;
import io.tallember.part.PointReference;
import io.tallember.part.Step;
import java.util.List;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Planes, mirrors and combined bodies, to and from JSON. */
final class BodyJson {
    private static final Set<String> KINDS = Set.of("plane", "axis", "point", "mirror", "combine", "move");

    private BodyJson() {}

    static boolean reads(String kind) {
        return KINDS.contains(kind);
    }

    static void write(ObjectNode n, Step step) {
        if (step instanceof PlaneStep p) {
            n.put("way", Words.of(p.way()));
            StepJson.put(n, p.from());
            on(n, p.on());
            n.put("distance", p.distance()).put("angle", p.angle());
        } else if (step instanceof MarkStep m) {
            n.put("way", Words.of(m.way()));
            StepJson.put(n, m.from());
            on(n, m.on());
            n.put("x", m.at().x()).put("y", m.at().y()).put("z", m.at().z());
        } else if (step instanceof MirrorStep m) {
            StepJson.put(n, m.plane());
            n.put("join", m.join());
            bodies(n, m.bodies());
        } else if (step instanceof MoveStep m) {
            bodies(n, m.bodies());
            n.put("x", m.by().x()).put("y", m.by().y()).put("z", m.by().z());
            RepeatJson.axis(n, "axis", m.axis());
            n.put("angle", m.angle()).put("copy", m.copy());
        } else {
            n.put("way", Words.of(((CombineStep) step).way()));
            bodies(n, ((CombineStep) step).bodies());
        }
    }

    static Step read(String kind, String id, String name, boolean off, Fields f, Typed typed, String place) {
        if (kind.equals("mirror")) {
            return new MirrorStep(id, name, off, StepJson.plane(f), f.flag("join"), bodies(f));
        }
        if (kind.equals("combine")) {
            return new CombineStep(id, name, off, f.oneOf("way", CombineStep.Way.class), bodies(f));
        }
        if (kind.equals("axis") || kind.equals("point")) {
            Vec3 at = new Vec3(
                    f.size("x", typed, place + "/x", false),
                    f.size("y", typed, place + "/y", false),
                    f.size("z", typed, place + "/z", false));
            MarkStep.Way way = f.oneOf("way", MarkStep.Way.class);
            return new MarkStep(id, name, off, way, StepJson.plane(f), on(f), at);
        }
        if (kind.equals("move")) {
            Vec3 by = new Vec3(
                    f.size("x", typed, place + "/x", false),
                    f.size("y", typed, place + "/y", false),
                    f.size("z", typed, place + "/z", false));
            return new MoveStep(
                    id,
                    name,
                    off,
                    bodies(f),
                    by,
                    RepeatJson.axis(f, "axis"),
                    f.size("angle", typed, place + "/angle", true),
                    f.flag("copy"));
        }
        PlaneStep.On on = on(f);
        return new PlaneStep(
                id,
                name,
                off,
                f.oneOf("way", PlaneStep.Way.class),
                StepJson.plane(f),
                on,
                f.size("distance", typed, place + "/distance", false),
                f.size("angle", typed, place + "/angle", true));
    }

    private static void bodies(ObjectNode n, List<String> ids) {
        if (!ids.isEmpty()) {
            ArrayNode all = n.putArray("bodies");
            ids.forEach(all::add);
        }
    }

    private static List<String> bodies(Fields f) {
        return f.has("bodies") ? f.texts("bodies") : List.of();
    }

    private static void on(ObjectNode n, PlaneStep.On on) {
        if (on.second() != null) {
            StepJson.put(n, "second", on.second());
        }
        if (on.edge() != null) {
            StepJson.put(n.putObject("edge"), on.edge());
        }
        if (on.round() != null) {
            StepJson.put(n, "round", on.round());
        }
        if (!on.corners().isEmpty()) {
            ArrayNode corners = n.putArray("corners");
            for (PointReference c : on.corners()) {
                StepJson.put(corners.addObject().put("corner", c.key()), "point", c.point());
            }
        }
    }

    private static PlaneStep.On on(Fields f) {
        EdgeReference edge = null;
        if (f.has("edge")) {
            edge = StepJson.edge(f.part("edge", "edge"));
        }
        return new PlaneStep.On(
                f.has("second") ? StepJson.plane(f, "second") : null,
                edge,
                f.has("round") ? StepJson.face(f.part("round", "face")) : null,
                f.has("corners")
                        ? f.list("corners").stream().map(BodyJson::corner).toList()
                        : List.of());
    }

    private static PointReference corner(JsonNode node) {
        Fields f = new Fields(node, "corner");
        return new PointReference(f.text("corner"), f.vec3("point"));
    }
}
