package io.tallember.solid.local;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Ruled;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.SurfaceSurface;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Vertex;
import io.tallember.solid.local.Skin.Seam;
import io.tallember.solid.local.Skin.Sheet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.DoublePredicate;

/** What an edge opens into: the face on which a ball rolls along both faces beside it, while its ends are still to be worked out. */
final class Strip {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    /** By how much less than one the cosine between the faces at an end may be where the edge becomes smooth. */
    private static final double SMOOTH = 1e-9;

    private static final int LOOKS = 64;
    private static final int BISECTED = 50;

    /** Thrown inside only: the quick way doesn't do here. */
    static final class Elsewhere extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    final Edge edge;
    /** The face that runs along with the edge, and the other. */
    final Face f;

    final Face g;
    final boolean convex;
    final double radius;
    /** The way of the ball's centre; null where it only turns in one place. */
    final Curve spine;

    private final Ball ball;
    private final Ruled flat;
    private final Map<Vertex, Vec3> joints;
    /** Where it turns. */
    private final Vec3 pivot;

    final Sheet sheet;
    /** The seams along the faces; null on the one on which a ball that turns in one place keeps to one point. */
    Seam onF;

    Seam onG;
    final Map<Vertex, List<Seam>> ends = new IdentityHashMap<>();

    /**
     * @param joints the centres at which one ball takes over from another, by the vertices between their edges
     * @param made the face, of the surface that is found, for its lineage
     */
    Strip(Body body, Edge e, Ball ball, Map<Vertex, Vec3> joints, java.util.function.Function<Surface, Face> made) {
        this.edge = e;
        this.ball = ball;
        this.radius = ball.growth() == null ? ball.radius() : ball.growth().radius(e.middle());
        this.joints = joints;
        Face forward = null;
        Face backward = null;
        for (Face face : body.facesOf(e)) {
            for (Coedge c : face.coedges()) {
                if (c.edge() == e && c.forward()) {
                    forward = face;
                } else if (c.edge() == e) {
                    backward = face;
                }
            }
        }
        f = forward;
        g = backward;
        if (f == null || g == null || f == g) {
            throw new Elsewhere();
        }
        Vec3 p = e.middle();
        Vec3 into = f.outward(p).cross(e.curve().tangent(e.range().middle()));
        convex = into.dot(g.outward(p)) < 0;
        flat = ball.reach() == null ? null : flat();
        pivot = flat == null ? pivot() : null;
        spine = pivot == null && flat == null ? spine() : null;
        Surface s = surface();
        // a ball's surface has its normal away from the ball
        boolean sense = flat == null ? convex : (flat.gradient(p).dot(p.minus(nearest(flat, p))) > 0) == convex;
        sheet = new Sheet(made.apply(s), s, sense, 0);
    }

    private static Vec3 nearest(Surface s, Vec3 p) {
        return p.plus(-s.signedDistance(p), s.gradient(p));
    }

    private Ruled flat() {
        Vec3 p = edge.middle();
        Vec3 d = edge.curve().tangent(edge.range().middle());
        return new Ruled(
                edge.curve(),
                edge.range(),
                f.surface(),
                g.surface(),
                ball.reach().applyAsDouble(edge, f),
                ball.reach().applyAsDouble(edge, g),
                f.outward(p).cross(d),
                d.cross(g.outward(p)));
    }

    /** Whether a bevel's lines take the place of the ball. */
    boolean isFlat() {
        return flat != null;
    }

    private Surface surface() {
        if (flat != null) {
            return flat;
        }
        if (pivot != null) {
            return new Sphere(Frame.WORLD.at(pivot), radius);
        }
        Vec3 p = edge.middle();
        Vec3 c = centre(p);
        if (spine instanceof Line l) {
            return new Cylinder(Frame.of(c, l.direction(), p.minus(c)), radius);
        }
        if (spine instanceof Circle k) {
            return new Torus(k.frame(), k.radius(), radius);
        }
        IntersectionCurve way = (IntersectionCurve) spine;
        return ball.growth() == null
                ? new Tube(way, f.surface(), g.surface(), radius)
                : ball.cone(way, f.surface(), g.surface())
                        .orElseGet(() -> Tube.changing(way, f.surface(), g.surface()));
    }

    /** Round the rim of a post as thick as the ball the ball only turns about one point of the axis. */
    private Vec3 pivot() {
        if (!(edge.curve() instanceof Circle c) || edge.closed() || ball.growth() != null) {
            return null;
        }
        for (Face post : new Face[] {f, g}) {
            Face end = post == f ? g : f;
            boolean alike = post.surface() instanceof Cylinder k
                    && Math.abs(k.radius() - radius) <= TOL.linear()
                    && (convex == post.sense())
                    && end.surface() instanceof Plane q
                    && q.normal().cross(k.frame().z()).length() < 1e-9;
            if (alike) {
                Vec3 out = end.outward(c.frame().origin());
                return c.frame().origin().plus(convex ? -radius : radius, out);
            }
        }
        return null;
    }

    /** Whether the ball touches a face in one point only. */
    boolean stays(Face face) {
        return pivot != null && face.surface() instanceof Plane;
    }

    /** A line or circle where the surfaces at the radius from the faces are known to meet in one, else followed. */
    private Curve spine() {
        Surface a = ball.beside(f, convex);
        Surface b = ball.beside(g, convex);
        Vec3 p = edge.middle();
        boolean named = ball.growth() == null
                && (edge.curve() instanceof Line || edge.curve() instanceof Circle)
                && f.surface().canonical()
                && g.surface().canonical();
        if (named) {
            Box3 where = edge.bounds().grown(2 * radius + 1e-3);
            Curve best = null;
            for (Curve c : SurfaceSurface.meet(a, b, where, TOL).curves()) {
                if (best == null
                        || c.point(c.project(p)).distance(p)
                                < best.point(best.project(p)).distance(p)) {
                    best = c;
                }
            }
            if (best instanceof Line || best instanceof Circle) {
                return best;
            }
        }
        return Spine.of(edge, a, b, end(edge.start()), end(edge.end()), this::about)
                .orElseThrow(Elsewhere::new);
    }

    /** Near where the ball's centre is beside a point of the edge: on the right side of both faces at least. */
    private Vec3 about(Vec3 p) {
        if (ball.growth() == null) {
            return p;
        }
        double r = ball.radius(p);
        return p.plus(convex ? -r : r, f.outward(p).plus(g.outward(p)));
    }

    /** How far the ball's way is followed past an end: not at all where another ball takes over, or the edge becomes smooth. */
    private Spine.End end(Vertex v) {
        boolean known = joints.containsKey(v) || dies(v);
        return new Spine.End(v, known ? centreAt(v) : null, dies(v), known ? 0 : 3 * ball.radius(v.point()));
    }

    /** Whether the edge becomes smooth toward an end, where the ball touches both faces in the end itself. */
    boolean dies(Vertex v) {
        return flat == null
                && !edge.closed()
                && f.outward(v.point()).dot(g.outward(v.point())) > 1 - SMOOTH
                && !Retarget.smoothAlong(edge, f, g);
    }

    /** The centre of the ball at an end of the edge. */
    Vec3 centreAt(Vertex v) {
        if (dies(v)) {
            double r = ball.radius(v.point());
            return v.point().plus(convex ? -r : r, f.outward(v.point()));
        }
        return joints.containsKey(v) ? joints.get(v) : centre(v.point());
    }

    /** The direction in which an edge leaves its end. */
    static Vec3 outOf(Edge e, Vertex v) {
        return e.start() == v
                ? e.curve().tangent(e.range().lo()).negated()
                : e.curve().tangent(e.range().hi());
    }

    Vec3 centre(Vec3 p) {
        if (flat != null) {
            return p;
        }
        return pivot != null ? pivot : spine.point(spine.project(p));
    }

    /** Where the ball beside a point of the edge touches a face. */
    Vec3 contact(Face face, Vec3 p) {
        if (flat != null) {
            return flat.rail(face == f, edge.curve().project(p, edge.range()));
        }
        if (pivot != null && !stays(face)) {
            Vec3 axis = face.surface().frame().z();
            return p.plus(pivot.minus(p).dot(axis), axis);
        }
        return dropped(centre(p), face);
    }

    /** Where the ball at an end of the edge touches a face. */
    Vec3 contactAt(Face face, Vertex v) {
        if (dies(v)) {
            return v.point();
        }
        return pivot == null && joints.containsKey(v) ? dropped(joints.get(v), face) : contact(face, v.point());
    }

    static Vec3 dropped(Vec3 p, Face f) {
        return p.plus(-f.surface().signedDistance(p), f.surface().gradient(p));
    }

    /** Where the line along which the ball touches a face leaves it over an edge that ends with this one, searched along that edge. */
    Vec3 railOver(Edge other, Vertex v, Face face) {
        return first(other, v, t -> {
            Vec3 p = other.curve().point(t);
            Vec3 touched = contact(face, p);
            Vec3 on = edge.curve().point(edge.curve().project(p));
            return p.minus(touched).dot(touched.minus(on)) > 0;
        });
    }

    /** Where the ball comes to touch an edge at one end of this one that lies in one of its faces, searched along that edge. */
    Vec3 reachedOn(Edge other, Vertex v) {
        int way = other.start() == v ? 1 : -1;
        return first(other, v, t -> {
            Vec3 p = other.curve().point(t);
            return p.minus(centre(p)).dot(other.curve().derivative(t)) * way >= 0;
        });
    }

    /** The first place along an edge from its end in a vertex at which something holds; its other end where it never does. */
    private static Vec3 first(Edge other, Vertex v, DoublePredicate holds) {
        boolean fromStart = other.start() == v;
        double near = fromStart ? other.range().lo() : other.range().hi();
        double far = near;
        for (int i = 1; i <= LOOKS; i++) {
            far = other.range().at(fromStart ? i / (double) LOOKS : 1 - i / (double) LOOKS);
            if (holds.test(far)) {
                break;
            }
            near = far;
        }
        for (int k = 0; k < BISECTED && near != far; k++) {
            double mid = 0.5 * (near + far);
            if (holds.test(mid)) {
                far = mid;
            } else {
                near = mid;
            }
        }
        return other.curve().point(far);
    }
}
