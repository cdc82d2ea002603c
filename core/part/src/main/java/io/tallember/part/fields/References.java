package io.tallember.part.fields;

import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.Along;
import io.tallember.part.EdgeReference;
import io.tallember.part.FaceReference;
import io.tallember.part.Layout;
import io.tallember.part.PointReference;
import io.tallember.part.ProfileStep;
import io.tallember.part.Refusal;
import io.tallember.part.RegionReference;
import io.tallember.part.SketchPlane;
import io.tallember.part.Thin;
import io.tallember.solid.Key;
import io.tallember.solid.sweep.Wall;
import java.util.List;
import java.util.Map;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** What steps refer to, to and from JSON: planes, faces, edges, corners, axes and regions. */
public final class References {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    /** Fields that hold a key, the id of a step, or a list of ids of steps or bodies. */
    private static final Set<String> KEYS = Set.of("face", "edge", "corner");

    private static final Set<String> STEPS = Set.of("id", "sketch", "step");
    private static final Set<String> LISTS = Set.of("steps", "bodies", "sketches");

    private References() {}

    /** The sketch and what is picked of it. */
    public static void profile(ObjectNode n, ProfileStep p) {
        regions(n.put("sketch", p.sketch()), p.regions());
    }

    /** Regions or lines of one sketch. */
    public static void regions(ObjectNode n, List<RegionReference> all) {
        ArrayNode regions = n.putArray("regions");
        all.forEach(r -> region(regions.addObject(), r));
    }

    public static void region(ObjectNode region, RegionReference r) {
        region.put("id", r.id());
        ArrayNode boundary = region.putArray("boundary");
        r.boundary().forEach(boundary::add);
        region.putArray("inside").add(r.inside().x()).add(r.inside().y());
    }

    public static void put(ObjectNode n, SketchPlane plane) {
        put(n, "plane", plane);
    }

    public static void put(ObjectNode n, String name, SketchPlane plane) {
        if (plane instanceof SketchPlane.OnFace f) {
            put(n, name, f.face());
        } else if (plane instanceof SketchPlane.Made m) {
            n.putObject(name).put("step", m.step());
        } else if (plane instanceof SketchPlane.Through t) {
            ObjectNode on = n.putObject(name);
            put(on, "on", t.on());
            put(on.putObject("through"), t.edge());
        } else if (plane instanceof SketchPlane.Standing s) {
            ObjectNode on = n.putObject(name);
            put(on, "on", s.on());
            on.put("x", s.x()).put("y", s.y()).put("turn", s.turn());
        } else {
            n.put(name, Words.of((SketchPlane.Base) plane));
        }
    }

    public static void put(ObjectNode n, String name, FaceReference f) {
        put(n.putObject(name), f);
    }

    public static void put(ObjectNode face, FaceReference f) {
        face.put("face", f.key());
        put(face, "point", f.point());
        put(face, "normal", f.normal());
    }

    public static void put(ObjectNode edge, EdgeReference e) {
        put(edge.put("edge", e.key()), "point", e.point());
    }

    public static void put(ObjectNode n, String name, Vec3 v) {
        n.putArray(name).add(v.x()).add(v.y()).add(v.z());
    }

    public static void axis(ObjectNode n, String name, Layout.Axis axis) {
        if (axis instanceof Layout.Axis.OfFace f) {
            put(n, name, f.face());
        } else if (axis instanceof Layout.Axis.OfEdge e) {
            put(n.putObject(name), e.edge());
        } else if (axis instanceof Layout.Axis.Made m) {
            n.putObject(name).put("step", m.step());
        } else {
            n.put(name, Words.of((Layout.Axis.Base) axis));
        }
    }

    public static Layout.Axis axis(Fields f, String name) {
        if (f.isText(name)) {
            return f.oneOf(name, Layout.Axis.Base.class);
        }
        Fields part = f.part(name, "axis");
        if (part.has("step")) {
            return new Layout.Axis.Made(part.text("step"));
        }
        return part.has("edge") ? new Layout.Axis.OfEdge(edge(part)) : new Layout.Axis.OfFace(face(part));
    }

    public static SketchPlane plane(Fields f) {
        return plane(f, "plane");
    }

    /** A plane as part files refer to it. */
    public static SketchPlane plane(JsonNode ref) {
        ObjectNode n = MAKE.objectNode();
        n.set("plane", ref);
        return plane(new Fields(n, "step"));
    }

    public static SketchPlane plane(Fields f, String name) {
        if (f.isText(name)) {
            return f.oneOf(name, SketchPlane.Base.class);
        }
        Fields part = f.part(name, "plane");
        if (part.has("through")) {
            return new SketchPlane.Through(plane(part, "on"), edge(part.part("through", "edge")));
        }
        if (part.has("on")) {
            return new SketchPlane.Standing(plane(part, "on"), part.number("x"), part.number("y"), part.number("turn"));
        }
        return part.has("step") ? new SketchPlane.Made(part.text("step")) : new SketchPlane.OnFace(face(part));
    }

    public static FaceReference face(Fields face) {
        Vec3 normal = face.vec3("normal");
        if (Math.abs(normal.length() - 1) > 1e-6) {
            throw Refusal.of("The normal of a face that is picked should have length one.");
        }
        return new FaceReference(face.text("face"), face.vec3("point"), normal);
    }

    public static EdgeReference edge(JsonNode node) {
        return edge(new Fields(node, "edge"));
    }

    public static EdgeReference edge(Fields f) {
        return new EdgeReference(f.text("edge"), f.vec3("point"));
    }

    public static List<RegionReference> regions(Fields f) {
        return f.list("regions").stream().map(References::region).toList();
    }

    public static RegionReference region(JsonNode node) {
        Fields f = new Fields(node, "region");
        Vec2 inside = f.vec2("inside");
        return new RegionReference(f.text("id", ""), f.texts("boundary"), inside);
    }

    /** A wall along an outline; nothing where there is none. */
    public static void put(ObjectNode along, Along a) {
        if (!a.path().isEmpty()) {
            along.put("step", a.path());
        } else if (a.line() != null) {
            regions(along.put("sketch", a.sketch()), List.of(a.line()));
        } else {
            var edges = along.putArray("edges");
            a.edges().forEach(e -> put(edges.addObject(), e));
        }
    }

    public static Along along(Fields f) {
        List<RegionReference> line = f.has("regions") ? regions(f) : List.of();
        List<EdgeReference> edges =
                f.has("edges") ? f.list("edges").stream().map(References::edge).toList() : List.of();
        return new Along(f.text("step", ""), f.text("sketch", ""), line.isEmpty() ? null : line.get(0), edges);
    }

    /** Guides, as many as there are. */
    public static void guides(ObjectNode n, List<Along> guides) {
        if (!guides.isEmpty()) {
            var all = n.putArray("guides");
            guides.forEach(g -> put(all.addObject(), g));
        }
    }

    public static List<Along> guides(Fields f) {
        return f.has("guides")
                ? f.list("guides").stream()
                        .map(n -> along(new Fields(n, "a guide")))
                        .toList()
                : List.of();
    }

    public static void put(ObjectNode n, Thin thin) {
        if (thin != null) {
            n.putObject("thin").put("side", Words.of(thin.side())).put("thickness", thin.thickness());
        }
    }

    public static Thin thin(Fields f, Typed typed, String place) {
        if (!f.has("thin")) {
            return null;
        }
        Fields t = f.part("thin", "wall");
        return new Thin(t.size("thickness", typed, place + "/thickness", false), t.oneOf("side", Wall.Side.class));
    }

    public static void put(ObjectNode corner, PointReference c) {
        put(corner.put("corner", c.key()), "point", c.point());
    }

    public static PointReference corner(Fields f) {
        return new PointReference(f.text("corner"), f.vec3("point"));
    }

    /**
     * Calls the steps that a step's fields refer to otherwise: in the keys of faces, edges and corners, and where a field holds the id
     * of a step or of a body. What a designer wrote isn't touched.
     */
    public static void renamed(JsonNode node, Map<String, String> names) {
        if (node instanceof ObjectNode o) {
            for (String field : List.copyOf(o.propertyNames())) {
                JsonNode v = o.get(field);
                if (v.isString() && KEYS.contains(field)) {
                    o.put(field, Key.of(v.stringValue()).renamed(names).toString());
                } else if (v.isString() && STEPS.contains(field)) {
                    o.put(field, names.getOrDefault(v.stringValue(), v.stringValue()));
                } else if (v instanceof ArrayNode a && LISTS.contains(field)) {
                    for (int i = 0; i < a.size(); i++) {
                        a.set(i, Key.of(a.get(i).asString("")).renamed(names).toString());
                    }
                } else {
                    renamed(v, names);
                }
            }
        } else if (node instanceof ArrayNode a) {
            a.forEach(n -> renamed(n, names));
        }
    }
}
