package io.tallember.geometry.intersect;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Ruled;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;

/**
 * Where two surfaces meet, judged within a box.
 *
 * <p>Closed forms: planes; all pairs that are round about one axis; planes along or across cylinders, cones and rings; cylinders
 * with parallel axes; cylinders and cones that surround one ball; swept surfaces, see {@link Swept}. Every other pair is marched, see {@link March}.
 */
public final class SurfaceSurface {
    /**
     * The meeting of two surfaces: the same surface, or any number of curves.
     *
     * @param points where curves begin, end or cross: an apex, or a point where the surfaces touch
     */
    public record Result(boolean same, List<Curve> curves, List<Vec3> points) {
        static final Result NONE = new Result(false, List.of(), List.of());
        static final Result SAME = new Result(true, List.of(), List.of());

        static Result of(Curve... curves) {
            return new Result(false, List.of(curves), List.of());
        }
    }

    private SurfaceSurface() {}

    /** Whether the two are one surface within the box, turned either way. */
    public static boolean same(Surface a, Surface b, Box3 where, Tolerance tol) {
        if (!a.kind().equals(b.kind())) {
            return false;
        }
        if (a instanceof Plane p && b instanceof Plane q) {
            return planes(p, q, where, tol).same();
        }
        if (!a.canonical()) {
            return Swept.same(a, b, where, tol) && Swept.same(b, a, where, tol);
        }
        return Coaxial.meet(a, b, where, tol).filter(Result::same).isPresent();
    }

    /**
     * All curves in which the surfaces meet inside the box; they may run on beyond it.
     *
     * @throws GeometryException UNSUPPORTED_INTERSECTION when they touch along a curve that has no closed form
     */
    public static Result meet(Surface a, Surface b, Box3 where, Tolerance tol) {
        if (a instanceof Plane p && b instanceof Plane q) {
            return planes(p, q, where, tol);
        }
        if (a instanceof Tube || b instanceof Tube) {
            Optional<Result> rolled = a instanceof Tube t ? Rolled.meet(t, b, where, tol) : Optional.empty();
            if (rolled.isEmpty() && b instanceof Tube t) {
                rolled = Rolled.meet(t, a, where, tol);
            }
            if (rolled.isPresent()) {
                return rolled.get();
            }
        }
        Optional<Result> rail = a instanceof Ruled r ? rail(r, b, where, tol) : Optional.empty();
        if (rail.isEmpty() && b instanceof Ruled r) {
            rail = rail(r, a, where, tol);
        }
        if (rail.isPresent()) {
            return rail.get();
        }
        Optional<Result> closed = Coaxial.meet(a, b, where, tol);
        if (closed.isEmpty() && !(a.canonical() && b.canonical())) {
            closed = Swept.meet(a, b, where, tol);
            return closed.orElseGet(() -> March.meet(a, b, where, tol));
        }
        if (closed.isEmpty()) {
            closed = a instanceof Plane p ? plane(p, b, where, tol) : Optional.empty();
        }
        if (closed.isEmpty()) {
            closed = b instanceof Plane p ? plane(p, a, where, tol) : Optional.empty();
        }
        if (closed.isEmpty() && a instanceof Cylinder c && b instanceof Cylinder d) {
            closed = cylinders(c, d, where, tol);
        }
        if (closed.isEmpty()) {
            closed = aboutOneBall(a, b, where, tol);
        }
        return closed.orElseGet(() -> March.meet(a, b, where, tol));
    }

    /**
     * The same beside lines along which the two are known to touch, which aren't among the curves.
     *
     * @param distance to the nearest of these lines, in mm
     */
    public static Result beside(Surface a, Surface b, Box3 where, ToDoubleFunction<Vec3> distance, Tolerance tol) {
        return March.beside(a, b, where, distance, tol);
    }

    private static Result planes(Plane p, Plane q, Box3 where, Tolerance tol) {
        Vec3 d = p.normal().cross(q.normal());
        double sine = d.length();
        if (tol.parallelOver(sine, where.diagonal())) {
            return Math.abs(q.signedDistance(p.point(
                                    p.project(where.centre()).x(),
                                    p.project(where.centre()).y())))
                            <= tol.linear()
                    ? Result.SAME
                    : Result.NONE;
        }
        // The point of the line nearest to the box's centre: solve both plane equations in the span of the normals.
        Vec3 c = where.centre();
        double cp = -p.signedDistance(c);
        double cq = -q.signedDistance(c);
        double k = p.normal().dot(q.normal());
        double det = sine * sine;
        Vec3 o = c.plus((cp - k * cq) / det, p.normal()).plus((cq - k * cp) / det, q.normal());
        return Result.of(new Line(o, d));
    }

    private static Optional<Result> plane(Plane p, Surface s, Box3 where, Tolerance tol) {
        if (s instanceof Cylinder c) {
            return Optional.of(PlaneSection.cylinder(p, c, where, tol));
        }
        if (s instanceof Cone c) {
            return PlaneSection.cone(p, c, where, tol);
        }
        return s instanceof Torus t ? PlaneSection.torus(p, t, tol) : Optional.empty();
    }

    private static Optional<Result> cylinders(Cylinder a, Cylinder b, Box3 where, Tolerance tol) {
        Vec3 za = a.frame().z();
        Vec3 oa = a.axis().point(a.axis().project(where.centre()));
        if (!tol.parallelOver(za.cross(b.frame().z()).length(), where.diagonal())) {
            return Optional.empty();
        }
        Vec3 ob = b.axis().point(b.axis().project(oa));
        double dist = oa.distance(ob);
        if (dist <= tol.linear()) {
            return Optional.of(Result.NONE);
        }
        Frame flat = Frame.of(oa, za);
        List<Curve> lines = new ArrayList<>();
        Circle ca = new Circle(flat, a.radius());
        Interval full = new Interval(0, 2 * Math.PI);
        for (Meeting m : CurveCurve.meet(ca, full, new Circle(flat.at(ob), b.radius()), full, tol)) {
            lines.add(new Line(ca.point(m.t()), za));
        }
        return Optional.of(new Result(false, lines, List.of()));
    }

    /**
     * Cylinders and cones whose axes cross and that surround one ball touch it in two circles, and meet each other in the two
     * planes through the circles' common points. (A cone is the ball's equation less the square of its circle's plane.)
     */
    private static Optional<Result> aboutOneBall(Surface a, Surface b, Box3 where, Tolerance tol) {
        if (!ruled(a) || !ruled(b)) {
            return Optional.empty();
        }
        Vec3 za = a.frame().z();
        Vec3 zb = b.frame().z();
        Vec3 n = za.cross(zb);
        if (n.length() < 1e-6) {
            return Optional.empty();
        }
        Vec3 d = b.frame().origin().minus(a.frame().origin());
        if (Math.abs(d.dot(n.unit())) > tol.linear()) {
            return Optional.empty();
        }
        Vec3 q = a.frame().origin().plus(d.cross(zb).dot(n) / n.dot(n), za);
        double ball = -a.signedDistance(q);
        if (!(ball > tol.linear()) || Math.abs(ball + b.signedDistance(q)) > tol.linear()) {
            return Optional.empty();
        }
        List<Curve> curves = new ArrayList<>();
        List<Vec3> points = new ArrayList<>();
        double ta = slope(a);
        double tb = slope(b);
        for (int sign = -1; sign <= 1; sign += 2) {
            Vec3 normal = za.times(Math.hypot(1, ta)).plus(-sign * Math.hypot(1, tb), zb);
            double off = ball * (ta - sign * tb);
            Vec3 foot = q.plus(-off / normal.dot(normal), normal);
            Result cut = meet(new Plane(Frame.of(foot, normal)), a, where, tol);
            for (Curve c : cut.curves()) {
                double mid = c.period() > 0 ? 0.3 : c instanceof Line l ? l.project(where.centre()) : middle(c);
                if (Math.abs(b.signedDistance(c.point(mid))) <= 10 * tol.linear()) {
                    curves.add(c);
                }
            }
            points.addAll(cut.points());
        }
        return Optional.of(new Result(false, curves, points));
    }

    private static double middle(Curve c) {
        return c instanceof io.tallember.geometry.IntersectionCurve k
                ? k.whole().middle()
                : 0;
    }

    private static boolean ruled(Surface s) {
        return s instanceof Cylinder || s instanceof Cone;
    }

    private static double slope(Surface s) {
        return s instanceof Cone c ? Math.tan(c.angle()) : 0;
    }

    /** A bevel's rail on a surface that it runs along. */
    private static Optional<Result> rail(Ruled r, Surface s, Box3 where, Tolerance tol) {
        for (boolean first : new boolean[] {true, false}) {
            Surface support = first ? r.first() : r.second();
            if (support == s || same(support, s, where, tol)) {
                return Optional.of(Result.of(r.railCurve(first)));
            }
        }
        return Optional.empty();
    }
}
