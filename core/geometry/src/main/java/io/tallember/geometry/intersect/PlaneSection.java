package io.tallember.geometry.intersect;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import java.util.List;
import java.util.Optional;

/** Plane sections that have a closed form, besides those square to the axis: of cylinders, cones and rings. */
final class PlaneSection {
    private PlaneSection() {}

    /** A line, two lines or an ellipse. */
    static SurfaceSurface.Result cylinder(Plane p, Cylinder c, Box3 where, Tolerance tol) {
        Vec3 axis = c.frame().z();
        double cosine = axis.dot(p.normal());
        if (tol.parallelOver(Math.abs(cosine), where.diagonal())) {
            return alongAxis(p, c, where, tol);
        }
        double h = -p.signedDistance(c.frame().origin()) / cosine;
        Vec3 centre = c.frame().origin().plus(h, axis);
        Vec3 major = axis.plus(-cosine, p.normal()).unit();
        Frame f = Frame.of(centre, p.normal(), major);
        return SurfaceSurface.Result.of(new Ellipse(f, c.radius() / Math.abs(cosine), c.radius()));
    }

    private static SurfaceSurface.Result alongAxis(Plane p, Cylinder c, Box3 where, Tolerance tol) {
        Vec3 axis = c.frame().z();
        Vec3 o = c.axis().point(c.axis().project(where.centre()));
        double d = p.signedDistance(o);
        if (Math.abs(Math.abs(d) - c.radius()) <= tol.linear()) {
            return SurfaceSurface.Result.of(new Line(o.plus(-Math.signum(d) * c.radius(), p.normal()), axis));
        }
        if (Math.abs(d) > c.radius()) {
            return SurfaceSurface.Result.NONE;
        }
        double half = Math.sqrt((c.radius() - d) * (c.radius() + d));
        Vec3 side = axis.cross(p.normal()).unit();
        Vec3 foot = o.plus(-d, p.normal());
        return SurfaceSurface.Result.of(new Line(foot.plus(half, side), axis), new Line(foot.plus(-half, side), axis));
    }

    /** Through the apex: nothing, one line or two; across all rulings: an ellipse; else nothing is said. */
    static Optional<SurfaceSurface.Result> cone(Plane p, Cone c, Box3 where, Tolerance tol) {
        Vec3 z = c.frame().z();
        Vec3 apex = c.apex();
        double sine = z.dot(p.normal());
        double h = p.signedDistance(apex);
        Vec3 w = p.normal().plus(-sine, z).unit();
        Vec3 rising = z.times(Math.cos(c.angle())).plus(Math.sin(c.angle()), w);
        Vec3 falling = z.times(Math.cos(c.angle())).plus(-Math.sin(c.angle()), w);
        double up = rising.dot(p.normal());
        double down = falling.dot(p.normal());
        double extent = where.diagonal() + where.distance(apex);
        if (Math.abs(h) <= tol.linear()) {
            return Optional.of(throughApex(p, c, apex, up, down, extent, w, tol));
        }
        if (up * down <= 0 || tol.parallelOver(Math.min(Math.abs(up), Math.abs(down)), extent)) {
            return Optional.empty();
        }
        double s1 = -h / up;
        double s2 = -h / down;
        if (s1 < 0) {
            return Optional.of(SurfaceSurface.Result.NONE);
        }
        Vec3 a = apex.plus(s1, rising);
        Vec3 b = apex.plus(s2, falling);
        Vec3 centre = a.lerp(b, 0.5);
        Vec3 local = c.frame().local(centre);
        double off = Math.hypot(local.x(), local.y());
        double r = c.radiusAt(local.z());
        return Optional.of(SurfaceSurface.Result.of(new Ellipse(
                Frame.of(centre, p.normal(), b.minus(a)), a.distance(b) / 2, Math.sqrt((r - off) * (r + off)))));
    }

    private static SurfaceSurface.Result throughApex(
            Plane p, Cone c, Vec3 apex, double up, double down, double extent, Vec3 w, Tolerance tol) {
        Vec3 z = c.frame().z();
        for (double side : new double[] {up, -down}) {
            if (tol.parallelOver(Math.abs(side), extent)) {
                double sign = side == up ? 1 : -1;
                Vec3 ruling = z.times(Math.cos(c.angle())).plus(sign * Math.sin(c.angle()), w);
                return new SurfaceSurface.Result(false, List.of(new Line(apex, ruling)), List.of(apex));
            }
        }
        if (up * down > 0) {
            return new SurfaceSurface.Result(false, List.of(), List.of(apex));
        }
        // rulings at angle u from w with cos(u) tan(half angle) w.n + z.n = 0
        double cos = -z.dot(p.normal()) / (Math.tan(c.angle()) * w.dot(p.normal()));
        double sin = Math.sqrt(Math.max(0, 1 - cos * cos));
        Vec3 across = z.cross(w);
        List<Curve> lines = new java.util.ArrayList<>();
        for (int sign = -1; sign <= 1; sign += 2) {
            Vec3 out = w.times(cos).plus(sign * sin, across);
            lines.add(new Line(apex, z.times(Math.cos(c.angle())).plus(Math.sin(c.angle()), out)));
        }
        return new SurfaceSurface.Result(false, lines, List.of(apex));
    }

    /** A plane through the ring's axis: two circles; else nothing is said. */
    static Optional<SurfaceSurface.Result> torus(Plane p, Torus t, Tolerance tol) {
        double reach = 2 * (t.major() + t.minor());
        boolean through = Math.abs(p.signedDistance(t.frame().origin())) <= tol.linear()
                && tol.parallelOver(Math.abs(t.frame().z().dot(p.normal())), reach);
        if (!through) {
            return beside(p, t, tol);
        }
        Vec3 side = t.frame().z().cross(p.normal()).unit();
        List<Curve> circles = new java.util.ArrayList<>();
        for (int sign = -1; sign <= 1; sign += 2) {
            Vec3 out = side.times(sign);
            circles.add(new Circle(Frame.of(t.frame().origin().plus(t.major(), out), p.normal(), out), t.minor()));
        }
        return Optional.of(new SurfaceSurface.Result(false, circles, List.of()));
    }

    /** A plane that leaves the ring on one side: clear of it, or touching its outside in one point. */
    private static Optional<SurfaceSurface.Result> beside(Plane p, Torus t, Tolerance tol) {
        Frame f = t.frame();
        double d = p.signedDistance(f.origin());
        Vec3 n = d > 0 ? p.normal().negated() : p.normal(); // toward the plane
        Vec3 across = n.plus(-n.dot(f.z()), f.z());
        double reach = t.major() * across.length() + t.minor();
        if (Math.abs(d) > reach + tol.linear()) {
            return Optional.of(SurfaceSurface.Result.NONE);
        }
        if (Math.abs(d) < reach - tol.linear() || across.length() < 1e-6) {
            return Optional.empty();
        }
        Vec3 touch = f.origin().plus(t.major(), across.unit()).plus(t.minor(), n);
        return Optional.of(new SurfaceSurface.Result(false, List.of(), List.of(touch)));
    }
}
