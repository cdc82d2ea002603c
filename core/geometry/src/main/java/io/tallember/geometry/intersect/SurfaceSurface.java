package io.tallember.geometry.intersect;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;

/**
 * Where two surfaces meet, judged within a box.
 *
 * <p>Closed forms: plane with plane (line), plane with cylinder (circle, ellipse, two lines, a touching line), cylinders with
 * parallel axes (lines) and of equal radius with crossing axes (two ellipses). Other crossing cylinders meet in a curve of
 * the fourth order, which is refused when it enters the box.
 */
public final class SurfaceSurface {
    /** The meeting of two surfaces: the same surface, or any number of curves. */
    public record Result(boolean same, List<Curve> curves) {
        static final Result NONE = new Result(false, List.of());
        static final Result SAME = new Result(true, List.of());
    }

    private SurfaceSurface() {}

    public static Result meet(Surface a, Surface b, Box3 where, Tolerance tol) {
        if (a instanceof Plane p && b instanceof Plane q) {
            return planes(p, q, where, tol);
        }
        if (a instanceof Plane p && b instanceof Cylinder c) {
            return planeCylinder(p, c, where, tol);
        }
        if (a instanceof Cylinder c && b instanceof Plane p) {
            return planeCylinder(p, c, where, tol);
        }
        return cylinders((Cylinder) a, (Cylinder) b, where, tol);
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
        return new Result(false, List.of(new Line(o, d)));
    }

    private static Result planeCylinder(Plane p, Cylinder c, Box3 where, Tolerance tol) {
        Vec3 axis = c.frame().z();
        double cosine = axis.dot(p.normal());
        if (tol.parallelOver(Math.abs(cosine), where.diagonal())) {
            return alongAxis(p, c, where, tol);
        }
        double h = -p.signedDistance(c.frame().origin()) / cosine;
        Vec3 centre = c.frame().origin().plus(h, axis);
        double sine = axis.cross(p.normal()).length();
        if (tol.parallelOver(sine, 2 * c.radius())) {
            return new Result(false, List.of(new Circle(c.frame().at(centre), c.radius())));
        }
        Vec3 major = axis.plus(-cosine, p.normal()).unit();
        Frame f = Frame.of(centre, p.normal(), major);
        return new Result(false, List.of(new Ellipse(f, c.radius() / Math.abs(cosine), c.radius())));
    }

    private static Result alongAxis(Plane p, Cylinder c, Box3 where, Tolerance tol) {
        Vec3 axis = c.frame().z();
        Vec3 o = c.axis().point(c.axis().project(where.centre()));
        double d = p.signedDistance(o);
        if (Math.abs(Math.abs(d) - c.radius()) <= tol.linear()) {
            return new Result(false, List.of(new Line(o.plus(-Math.signum(d) * c.radius(), p.normal()), axis)));
        }
        if (Math.abs(d) > c.radius()) {
            return Result.NONE;
        }
        double half = Math.sqrt((c.radius() - d) * (c.radius() + d));
        Vec3 side = axis.cross(p.normal()).unit();
        Vec3 foot = o.plus(-d, p.normal());
        return new Result(
                false, List.of(new Line(foot.plus(half, side), axis), new Line(foot.plus(-half, side), axis)));
    }

    private static Result cylinders(Cylinder a, Cylinder b, Box3 where, Tolerance tol) {
        Vec3 za = a.frame().z();
        Vec3 zb = b.frame().z();
        double sine = za.cross(zb).length();
        Vec3 oa = a.axis().point(a.axis().project(where.centre()));
        Vec3 ob = b.axis().point(b.axis().project(where.centre()));
        if (tol.parallelOver(sine, where.diagonal())) {
            return parallel(a, b, oa, b.axis().point(b.axis().project(oa)), tol);
        }
        Vec3 n = za.cross(zb).unit();
        double apart = Math.abs(ob.minus(oa).dot(n));
        if (apart > a.radius() + b.radius() + tol.linear()) {
            return Result.NONE;
        }
        if (apart <= tol.linear() && Math.abs(a.radius() - b.radius()) <= tol.linear()) {
            return new Result(false, equalCrossing(a, za, zb, oa, ob, sine));
        }
        if (meetsWithin(a, b, where, tol)) {
            throw new GeometryException(
                    GeometryException.Reason.UNSUPPORTED_INTERSECTION,
                    "Two round faces of different size or with offset axes cross each other; such a crossing can't be"
                            + " built yet. Make the radii equal with crossing axes, or keep the two apart.");
        }
        return Result.NONE;
    }

    private static Result parallel(Cylinder a, Cylinder b, Vec3 oa, Vec3 ob, Tolerance tol) {
        double ra = a.radius();
        double rb = b.radius();
        double dist = oa.distance(ob);
        if (dist <= tol.linear()) {
            return Math.abs(ra - rb) <= tol.linear() ? Result.SAME : Result.NONE;
        }
        Frame flat = Frame.of(oa, a.frame().z());
        List<Curve> lines = new ArrayList<>();
        Circle ca = new Circle(flat, ra);
        Interval full = new Interval(0, 2 * Math.PI);
        for (Meeting m : CurveCurve.meet(ca, full, new Circle(flat.at(ob), rb), full, tol)) {
            lines.add(new Line(ca.point(m.t()), a.frame().z()));
        }
        return new Result(false, lines);
    }

    /** Two cylinders of one radius whose axes cross: ellipses in the two planes that halve the angle of the axes. */
    private static List<Curve> equalCrossing(Cylinder a, Vec3 za, Vec3 zb, Vec3 oa, Vec3 ob, double sine) {
        double t = ob.minus(oa).cross(zb).dot(za.cross(zb)) / (sine * sine);
        Vec3 centre = oa.plus(t, za);
        Vec3 n = za.cross(zb).unit();
        List<Curve> out = new ArrayList<>();
        for (int sign = -1; sign <= 1; sign += 2) {
            Vec3 major = za.plus(sign, zb).unit();
            double sinToAxis = major.cross(za).length();
            out.add(new Ellipse(Frame.of(centre, n.cross(major), major), a.radius() / sinToAxis, a.radius()));
        }
        return out;
    }

    /** Whether any point of the meeting curve lies in the box: rulings of the first against the second. */
    private static boolean meetsWithin(Cylinder a, Cylinder b, Box3 where, Tolerance tol) {
        Box3 box = where.grown(tol.linear());
        Interval all = new Interval(-4 * Tolerance.REACH, 4 * Tolerance.REACH);
        int n = 720;
        for (int i = 0; i < n; i++) {
            for (Cylinder[] pair : new Cylinder[][] {{a, b}, {b, a}}) {
                Line ruling = new Line(
                        pair[0].point(2 * Math.PI * i / n, 0), pair[0].frame().z());
                for (Meeting m : CurveSurface.meet(ruling, all, pair[1], tol)) {
                    if (box.contains(ruling.point(m.t()))) {
                        return true;
                    }
                }
            }
        }
        return false;
    }
}
