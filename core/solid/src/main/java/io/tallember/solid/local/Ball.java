package io.tallember.solid.local;

import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Growth;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Revolution;
import io.tallember.geometry.Shifted;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Swelling;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.sweep.Offsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleBiFunction;

/**
 * The ball that rolls along an edge.
 *
 * @param radius in mm; idle where it changes
 * @param growth how it changes along the edge; null for not at all
 * @param reach how far a bevel, which takes the ball's place, reaches along an edge's face; null for a ball
 */
record Ball(double radius, Growth growth, ToDoubleBiFunction<Edge, Face> reach) {
    private static final double STRAIGHT = 1e-9;

    /**
     * A growth whose balls run into each other smoothly where the edges of the chain bend unlike.
     *
     * @param edges the chain's, in the order of the growth's rails
     */
    static Growth smooth(Body body, List<Edge> edges, Growth growth) {
        Growth out = growth;
        int n = edges.size();
        for (int i = 0; i < n && n > 1; i++) {
            if (i == n - 1 && !growth.closed()) {
                break;
            }
            Growth.Rail a = growth.rails().get(i);
            Growth.Rail b = growth.rails().get((i + 1) % n);
            double ta = a.forward() ? a.range().hi() : a.range().lo();
            double tb = b.forward() ? b.range().lo() : b.range().hi();
            Vec3 p = a.curve().point(ta);
            Vec3 c = beside(body, edges.get(i), p, a.curve().tangent(ta), out.value(b.from()));
            double before = 1 - bend(a.curve(), ta, c);
            double after = 1 - bend(b.curve(), tb, c);
            double most = Math.max(before, after);
            out = out.bent(b.from(), before / most, after / most);
        }
        return out;
    }

    private static double bend(Curve c, double t, Vec3 p) {
        if (c instanceof Line) {
            return 0;
        }
        double speed = c.derivative(t).length();
        return p.minus(c.point(t)).dot(c.second(t)) / (speed * speed);
    }

    static Ball round(double radius) {
        return new Ball(radius, null, null);
    }

    static Ball growing(Growth growth) {
        return new Ball(growth.knots().get(0).radius(), growth, null);
    }

    static Ball flat(ToDoubleBiFunction<Edge, Face> reach) {
        return new Ball(0, null, reach);
    }

    /** Whether it is one ball all along, which closes corners too. */
    boolean plain() {
        return growth == null && reach == null;
    }

    /** The ball along one edge of a chain. */
    Ball along(int rail) {
        return growth == null ? this : growing(growth.along(rail));
    }

    /** The radius beside a point. */
    double radius(Vec3 p) {
        return growth == null ? radius : growth.radius(p);
    }

    /** Where the centre is while the ball touches a face from outside, or inside along convex edges. */
    Surface beside(Face f, boolean convex) {
        if (growth != null) {
            return new Swelling(f.surface(), growth);
        }
        double by = convex == f.sense() ? -radius : radius;
        // only distances from it are asked for, which come quickest so
        boolean swept = f.surface() instanceof Extrusion
                || f.surface() instanceof Revolution
                || f.surface() instanceof Torus t && t.minor() + by >= t.major();
        return swept ? new Shifted(f.surface(), by) : Offsets.of(f.surface(), by);
    }

    /** The centre of the ball beside a point of an edge, in the plane square to it; near it where there is none. */
    static Vec3 beside(Body body, Edge e, Vec3 p, Vec3 along, double radius) {
        boolean convex = Edges.convex(body, e);
        List<Surface> all = new ArrayList<>(List.of(new Plane(Frame.of(p, along))));
        Vec3 from = p;
        for (Face f : body.facesOf(e)) {
            all.add(round(radius).beside(f, convex));
            from = from.plus(convex ? -radius : radius, f.outward(p));
        }
        return Projected.onto(from, all);
    }

    /** Between flat faces a ball that grows evenly leaves a cone. */
    Optional<Surface> cone(IntersectionCurve way, Surface f, Surface g) {
        return f instanceof Plane && g instanceof Plane && growth.even()
                ? straight(way, f).filter(Cone.class::isInstance)
                : Optional.empty();
    }

    /** What a ball leaves that touches a flat face from a straight way: a cylinder or a cone. */
    static Optional<Surface> straight(IntersectionCurve way, Surface flat) {
        Vec3 a = way.point(way.whole().lo());
        Vec3 b = way.point(way.whole().hi());
        double ra = Math.abs(flat.signedDistance(a));
        double rb = Math.abs(flat.signedDistance(b));
        double sine = Math.abs(rb - ra) / a.distance(b);
        if (sine < STRAIGHT) {
            return Optional.of(new Cylinder(Frame.of(a, b.minus(a)), ra));
        }
        Vec3 out = rb > ra ? b.minus(a) : a.minus(b);
        Vec3 apex = a.plus(-ra / sine, out.unit());
        return Optional.of(new Cone(Frame.of(apex, out), 0, Math.asin(sine)));
    }
}
