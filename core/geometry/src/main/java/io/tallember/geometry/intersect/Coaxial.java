package io.tallember.geometry.intersect;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Revolution;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Meetings of surfaces that are round about one common axis: planes square to it, cylinders, cones, spheres and rings. They meet
 * in circles, found where their outlines meet in a half plane through the axis; x there is the radius, z the height.
 */
final class Coaxial {
    private Coaxial() {}

    /** The meeting, or nothing when the two have no common axis within the box. */
    static Optional<SurfaceSurface.Result> meet(Surface a, Surface b, Box3 where, Tolerance tol) {
        if (!round(a) || !round(b)) {
            return Optional.empty();
        }
        return axis(a, b, where, tol).map(f -> along(a, b, f, tol));
    }

    private static boolean round(Surface s) {
        return s.canonical() || s instanceof Revolution;
    }

    private static Optional<Frame> axis(Surface a, Surface b, Box3 where, Tolerance tol) {
        if (a instanceof Sphere s && b instanceof Sphere t) {
            Vec3 d = t.centre().minus(s.centre());
            return Optional.of(d.length() <= tol.linear() ? s.frame() : Frame.of(s.centre(), d));
        }
        if (a instanceof Sphere s) {
            return sphere(s, b, tol);
        }
        if (b instanceof Sphere s) {
            return sphere(s, a, tol);
        }
        if (a instanceof Plane p) {
            return square(p, b, where, tol);
        }
        if (b instanceof Plane p) {
            return square(p, a, where, tol);
        }
        Vec3 za = a.frame().z();
        Line axis = new Line(a.frame().origin(), za);
        Line other = new Line(b.frame().origin(), b.frame().z());
        double extent = where.diagonal() + where.centre().distance(axis.point(axis.project(where.centre())));
        if (!tol.parallelOver(za.cross(b.frame().z()).length(), extent)) {
            return Optional.empty();
        }
        Vec3 near = axis.point(axis.project(where.centre()));
        return other.distance(near) <= tol.linear() ? Optional.of(a.frame()) : Optional.empty();
    }

    private static Optional<Frame> sphere(Sphere s, Surface other, Tolerance tol) {
        if (other instanceof Plane p) {
            return Optional.of(Frame.of(s.centre(), p.normal(), p.frame().x()));
        }
        Line axis = new Line(other.frame().origin(), other.frame().z());
        return axis.distance(s.centre()) <= tol.linear() ? Optional.of(other.frame()) : Optional.empty();
    }

    private static Optional<Frame> square(Plane p, Surface round, Box3 where, Tolerance tol) {
        if (round instanceof Plane) {
            return Optional.empty();
        }
        double sine = p.normal().cross(round.frame().z()).length();
        double extent = round instanceof Cylinder c
                ? 2 * c.radius()
                : round instanceof Torus t ? 2 * (t.major() + t.minor()) : where.diagonal();
        return tol.parallelOver(sine, extent) ? Optional.of(round.frame()) : Optional.empty();
    }

    private static SurfaceSurface.Result along(Surface a, Surface b, Frame f, Tolerance tol) {
        Curve pa = outline(a, f);
        Curve pb = outline(b, f);
        if (pa.getClass().equals(pb.getClass()) && one(pa, pb, tol)) {
            return SurfaceSurface.Result.SAME;
        }
        Interval ra = range(pa);
        Interval rb = range(pb);
        List<Curve> circles = new ArrayList<>();
        List<Vec3> points = new ArrayList<>();
        for (Surface s : List.of(a, b)) {
            Surface other = s == a ? b : a;
            if (s.tip() != null && Math.abs(other.signedDistance(s.tip())) <= tol.linear()) {
                points.add(s.tip());
            }
        }
        for (Meeting m : CurveCurve.meet(pa, ra, pb, rb, tol)) {
            Vec3 p = pa.point(m.t());
            // the flatter two lines are to each other the less is known where they meet
            double sine = pa.tangent(m.t()).cross(pb.tangent(m.s())).length();
            double bend = Math.min(bend(pa, m.t()), bend(pb, m.s()));
            double apart = 2 * tol.linear() / Math.max(sine, Math.sqrt(0.5 * tol.linear() / bend));
            if (points.stream().anyMatch(tip -> tip.distance(f.point(p.x(), 0, p.z())) <= apart)) {
                continue;
            }
            if (Math.abs(p.x()) <= 2 * tol.linear()) {
                points.add(f.point(0, 0, p.z()));
            } else if (p.x() > 0 && onNappe(a, f, p) && onNappe(b, f, p)) {
                circles.add(new Circle(f.at(f.point(0, 0, p.z())), p.x()));
            }
        }
        return new SurfaceSurface.Result(false, circles, points);
    }

    private static double bend(Curve c, double t) {
        return Math.min(c.bendNear(t), Tolerance.REACH);
    }

    private static Interval range(Curve c) {
        return c instanceof Line ? new Interval(-4 * Tolerance.REACH, 4 * Tolerance.REACH) : Swept.range(c);
    }

    /** A cone's outline is drawn as a whole line; what lies beyond the apex isn't part of it. */
    private static boolean onNappe(Surface s, Frame f, Vec3 p) {
        return !(s instanceof Cone c) || Math.abs(c.signedDistance(f.point(p.x(), 0, p.z()))) < 1e-3 * (1 + p.x());
    }

    private static boolean one(Curve a, Curve b, Tolerance tol) {
        if (a instanceof Circle c && b instanceof Circle d) {
            return c.frame().origin().distance(d.frame().origin()) <= tol.linear()
                    && Math.abs(c.radius() - d.radius()) <= tol.linear();
        }
        if (!(a instanceof Line)) {
            return CurveCurve.same(a, range(a), b, tol) && CurveCurve.same(b, range(b), a, tol);
        }
        Line l = (Line) a;
        Line m = (Line) b;
        double sine = l.direction().cross(m.direction()).length();
        return tol.parallelOver(sine, 1 + 2 * l.origin().distance(Vec3.ZERO)) && m.distance(l.origin()) <= tol.linear();
    }

    /** The surface's outline over the axis of the frame, in the xz plane with y as the plane's normal reversed. */
    private static Curve outline(Surface s, Frame f) {
        if (s instanceof Plane p) {
            return new Line(new Vec3(0, 0, f.local(p.frame().origin()).z()), Vec3.X);
        }
        double z = f.local(s.frame().origin()).z();
        double up = s.frame().z().dot(f.z()) >= 0 ? 1 : -1;
        if (s instanceof Cylinder c) {
            return new Line(new Vec3(c.radius(), 0, 0), Vec3.Z);
        }
        if (s instanceof Cone c) {
            return new Line(new Vec3(c.radius(), 0, z), new Vec3(Math.sin(c.angle()), 0, up * Math.cos(c.angle())));
        }
        Vec3 y = new Vec3(0, -1, 0);
        if (s instanceof Sphere k) {
            return new Circle(new Frame(new Vec3(0, 0, z), Vec3.X, Vec3.Z, y), k.radius());
        }
        if (s instanceof Revolution v) {
            return v.meridian() instanceof Nurbs n
                    ? n.mapped(p -> new Vec3(p.x(), 0, z + up * p.z()))
                    : v.meridian().placed(new Frame(new Vec3(0, 0, z), Vec3.X, Vec3.Y, Vec3.Z.times(up)));
        }
        Torus t = (Torus) s;
        return new Circle(new Frame(new Vec3(t.major(), 0, z), Vec3.X, Vec3.Z, y), t.minor());
    }
}
