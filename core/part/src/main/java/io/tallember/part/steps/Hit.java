package io.tallember.part.steps;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.part.FaceReference;
import io.tallember.part.Refusal;
import io.tallember.part.SketchPlane;
import io.tallember.part.fields.References;
import io.tallember.part.rebuild.PartState;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.mass.FaceCentre;
import java.util.Comparator;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * A click in the view: what lies under it, and the ray through it.
 *
 * @param of the body, or the sketch, that it is part of
 * @param key of a face, edge or corner; the id of a sketch's point or curve, or of a step that made a point
 * @param ref the region or drawn line, as part files refer to it; else null
 * @param point where a corner, an edge's middle or a place in space is, in mm
 * @param from a point of the ray, and {@code way} its direction; null when it wasn't a click
 * @param under the face under a point of a sketch, or the edge whose middle or centre is meant on a face; else null
 * @param spot {@code centre} for the centre of the clicked face, {@code edge} or {@code point} for the point as it is; blank when
 *     it lies on the grid
 */
public record Hit(
        What what, String of, String key, JsonNode ref, Vec3 point, Vec3 from, Vec3 way, Hit under, String spot) {
    /** What there is to be hit. */
    public enum What {
        FACE,
        EDGE,
        CORNER,
        REGION,
        LINE,
        CURVE,
        POINT,
        MARK,
        BODY,
        STEP,
        PLACE,
        NOTHING
    }

    private static final int MOST = 500;

    public static Hit read(JsonNode n) {
        if (!n.isObject()) {
            throw Refusal.of("A click should be an object with named fields.");
        }
        What what = What.NOTHING;
        for (What w : What.values()) {
            if (w.name().equalsIgnoreCase(n.path("what").asString(""))) {
                what = w;
            }
        }
        JsonNode ray = n.path("ray");
        return new Hit(
                what,
                limited(n.path("of").asString("")),
                limited(n.path("key").asString("")),
                n.get("ref"),
                vec(n.path("point")),
                vec(ray.path("from")),
                vec(ray.path("way")),
                n.hasNonNull("under") ? read(n.get("under")) : null,
                limited(n.path("spot").asString("")));
    }

    private static String limited(String text) {
        if (text.length() > MOST) {
            throw Refusal.of("What was clicked has a name that is too long.");
        }
        return text;
    }

    static Vec3 vec(JsonNode n) {
        if (!n.isArray() || n.size() != 3) {
            return null;
        }
        Vec3 v = new Vec3(n.get(0).asDouble(0), n.get(1).asDouble(0), n.get(2).asDouble(0));
        return Double.isFinite(v.x() + v.y() + v.z()) ? v : null;
    }

    public Optional<Face> face(Context c) {
        return what == What.FACE ? c.face(of, key) : Optional.empty();
    }

    public Optional<Edge> edge(Context c) {
        return what == What.EDGE ? c.edge(of, key) : Optional.empty();
    }

    /** A face as steps refer to it: as it is now. */
    public static ObjectNode ref(Face f, String key) {
        Vec3 p = Pointed.of(f);
        ObjectNode n = JsonNodeFactory.instance.objectNode();
        References.put(n, new FaceReference(key, p, f.outward(p)));
        return n;
    }

    /** The clicked face as steps refer to it; empty when none was, or it is gone. */
    public Optional<JsonNode> faceRef(Context c) {
        return face(c).map(f -> ref(f, key));
    }

    /**
     * The clicked edge as steps refer to it; empty when none was. One that is only in a preview is taken as it is seen there: it is
     * looked for when the step is built.
     */
    public Optional<JsonNode> edgeRef(Context c) {
        Vec3 at = edge(c).map(Edge::middle).orElse(point);
        if (what != What.EDGE || at == null) {
            return Optional.empty();
        }
        ObjectNode n = JsonNodeFactory.instance.objectNode().put("edge", key);
        References.put(n, "point", at);
        return Optional.of(n);
    }

    /** The clicked region or drawn line as steps refer to it within its sketch. */
    public Optional<ObjectNode> regionRef() {
        boolean drawn = what == What.REGION || what == What.LINE;
        if (!drawn || ref == null || !ref.has("boundary") || !ref.has("inside")) {
            return Optional.empty();
        }
        ObjectNode n = JsonNodeFactory.instance.objectNode().put("id", "");
        n.set("boundary", ref.get("boundary"));
        n.set("inside", ref.get("inside"));
        return Optional.of(n);
    }

    /** The clicked corner, or a point that a step made, as steps refer to it. */
    public Optional<JsonNode> cornerRef() {
        if (what != What.CORNER && what != What.MARK || point == null) {
            return Optional.empty();
        }
        ObjectNode n = JsonNodeFactory.instance.objectNode().put("corner", key);
        References.put(n, "point", point);
        return Optional.of(n);
    }

    /** Where the click is in a plane: just at a corner or a spot, else on the grid; empty when the plane is seen from its edge. */
    public Optional<Vec2> in(JsonNode plane, Context c) {
        Frame at = frame(plane, c.built().get());
        boolean exact = what == What.CORNER || spot.equals("point") || spot.equals("edge");
        if (exact && point != null) {
            Vec3 l = at.local(point);
            return Optional.of(new Vec2(l.x(), l.y()));
        }
        Optional<Face> flat = face(c).filter(f -> f.surface() instanceof Plane);
        if (spot.equals("centre") && flat.isPresent()) {
            Vec3 l = at.local(FaceCentre.of(flat.get()));
            return Optional.of(new Vec2(l.x(), l.y()));
        }
        if (from == null || way == null || Math.abs(way.dot(at.z())) < 1e-6 * way.length()) {
            return Optional.empty();
        }
        Vec3 on = from.plus(at.origin().minus(from).dot(at.z()) / way.dot(at.z()), way);
        Vec3 l = at.local(on);
        double grid = Spots.grid(c.unit());
        return Optional.of(new Vec2(Math.rint(l.x() / grid) * grid, Math.rint(l.y() / grid) * grid));
    }

    /** Where the ray of a click first meets the clicked face. */
    public Optional<Vec3> on(Face clicked) {
        if (from == null || way == null) {
            return Optional.empty();
        }
        double reach =
                from.distance(clicked.bounds().centre()) + clicked.bounds().diagonal();
        Line ray = new Line(from, way.unit());
        return CurveSurface.meet(ray, new Interval(-reach, reach), clicked.surface(), Tolerance.DEFAULT).stream()
                .map(m -> ray.point(m.t()))
                .filter(p -> clicked.region().locate(p, Tolerance.DEFAULT) != SurfaceRegion.Place.OUTSIDE)
                .min(Comparator.comparingDouble(p -> p.minus(from).dot(way)));
    }

    /** The middle of the clicked face in the coordinates that it has as a plane, in whole millimetres. */
    public Vec2 middle(JsonNode plane, Context c) {
        Vec3 l = frame(plane, c.built().get()).local(face(c).map(Pointed::of).orElse(Vec3.ZERO));
        return new Vec2(Math.rint(l.x()), Math.rint(l.y()));
    }

    /** The frame that a plane has in a part as it is seen. */
    public static Frame frame(JsonNode plane, PartState state) {
        SketchPlane p = References.plane(plane);
        if (p instanceof SketchPlane.Base b) {
            return b.frame();
        }
        if (p instanceof SketchPlane.Made m) {
            return state.stand().planes().getOrDefault(m.step(), Frame.WORLD);
        }
        if (p instanceof SketchPlane.OnFace f) {
            return SketchPlane.frameOn(f.face().point(), f.face().normal());
        }
        JsonNode on = plane.path("on");
        return on.isMissingNode() ? Frame.WORLD : frame(on, state);
    }
}
