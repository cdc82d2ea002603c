package io.tallember.geometry.intersect;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Parallel;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Revolution;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Meetings of swept and spline surfaces that have a closed form: an extruded surface with planes across and along it and with
 * what is extruded the same way, a revolved surface with planes through its axis. What is round about the same axis as a
 * revolved surface is {@link Coaxial}'s.
 */
final class Swept {
    private static final int SAMPLES = 6;

    private Swept() {}

    /** The meeting, or nothing when it has no closed form. */
    static Optional<SurfaceSurface.Result> meet(Surface a, Surface b, Box3 where, Tolerance tol) {
        if (a instanceof NurbsSurface || b instanceof NurbsSurface) {
            return same(a, b, where, tol) ? Optional.of(SurfaceSurface.Result.SAME) : Optional.empty();
        }
        Optional<SurfaceSurface.Result> r = a instanceof Extrusion e ? extrusion(e, b, where, tol) : Optional.empty();
        if (r.isEmpty() && b instanceof Extrusion e) {
            r = extrusion(e, a, where, tol);
        }
        if (r.isEmpty() && a instanceof Revolution v && b instanceof Plane p) {
            r = throughAxis(v, p, where, tol);
        }
        if (r.isEmpty() && b instanceof Revolution v && a instanceof Plane p) {
            r = throughAxis(v, p, where, tol);
        }
        return r;
    }

    /** Whether all points of the first surface over its domain that are in the box lie on the second. */
    static boolean same(Surface a, Surface b, Box3 where, Tolerance tol) {
        if (a == b) {
            return true;
        }
        if (a.canonical() || b.canonical()) {
            return false;
        }
        double[] d = Seeds.domain(a, where);
        int within = 0;
        for (int i = 0; i <= SAMPLES; i++) {
            for (int j = 0; j <= SAMPLES; j++) {
                Vec3 p = a.point(d[0] + (d[1] - d[0]) * i / SAMPLES, d[2] + (d[3] - d[2]) * j / SAMPLES);
                if (where.grown(0.1 * where.diagonal()).contains(p)) {
                    within++;
                    if (Math.abs(b.signedDistance(p)) > tol.linear()) {
                        return false;
                    }
                }
            }
        }
        return within > 3;
    }

    private static Optional<SurfaceSurface.Result> extrusion(Extrusion e, Surface s, Box3 where, Tolerance tol) {
        Vec3 z = e.frame().z();
        if (s instanceof Plane p) {
            double cosine = z.dot(p.normal());
            double extent = e.base().bounds(range(e.base())).diagonal();
            if (tol.parallelOver(z.cross(p.normal()).length(), extent)) {
                double h = e.frame().local(p.frame().origin()).z();
                return Optional.of(
                        SurfaceSurface.Result.of(e.base().placed(e.frame().movedAlongZ(h))));
            }
            if (tol.parallelOver(Math.abs(cosine), where.diagonal())) {
                Vec3 o = e.frame().local(p.frame().origin());
                Vec3 n = local(e.frame(), p.normal());
                Vec3 along = new Vec3(-n.y(), n.x(), 0);
                return Optional.of(lines(e, new Line(new Vec3(o.x(), o.y(), 0), along), tol));
            }
            if (e.base() instanceof Nurbs n) {
                double high = p.signedDistance(e.frame().origin());
                Vec3 up = local(e.frame(), p.normal());
                Nurbs cut = n.mapped(q -> new Vec3(q.x(), q.y(), -(high + q.x() * up.x() + q.y() * up.y()) / cosine));
                return Optional.of(SurfaceSurface.Result.of(cut.placed(e.frame())));
            }
            return Optional.empty();
        }
        boolean alike = s instanceof Extrusion || s instanceof Cylinder;
        if (!alike || !tol.parallelOver(z.cross(s.frame().z()).length(), where.diagonal())) {
            return Optional.empty();
        }
        Curve other = s instanceof Cylinder c
                ? new Circle(flat(e.frame(), c.frame()), c.radius())
                : flattened(e.frame(), (Extrusion) s);
        if (other == null) {
            return Optional.empty();
        }
        Interval whole = range(e.base());
        if (s instanceof Extrusion
                && CurveCurve.same(e.base(), whole, other, tol)
                && CurveCurve.same(other, range(other), e.base(), tol)) {
            return Optional.of(SurfaceSurface.Result.SAME);
        }
        return Optional.of(lines(e, other, tol));
    }

    private static SurfaceSurface.Result lines(Extrusion e, Curve other, Tolerance tol) {
        Interval near = other instanceof Line l ? past(l, e.base()) : range(other);
        List<Curve> out = new ArrayList<>();
        for (Meeting m : CurveCurve.meet(e.base(), wider(e.base()), other, near, tol)) {
            Vec3 p = e.base().point(m.t());
            out.add(new Line(e.frame().point(p.x(), p.y(), 0), e.frame().z()));
        }
        return new SurfaceSurface.Result(false, out, List.of());
    }

    private static Interval past(Line l, Curve base) {
        Box3 box = base.bounds(wider(base));
        double mid = l.project(box.centre());
        double reach = box.diagonal() + 1;
        return new Interval(mid - reach, mid + reach);
    }

    /** All of a curve; of an open one a little of its tangents too, so that cuts through its very end are found. */
    private static Interval wider(Curve c) {
        Interval r = range(c);
        double more = c.period() > 0 ? 0 : 1e-3 * r.length();
        return new Interval(r.lo() - more, r.hi() + more);
    }

    static Interval range(Curve c) {
        return c.whole();
    }

    private static Vec3 local(Frame f, Vec3 direction) {
        return new Vec3(direction.dot(f.x()), direction.dot(f.y()), direction.dot(f.z()));
    }

    /** One frame in the coordinates of another, moved along its z to height zero. */
    private static Frame flat(Frame to, Frame f) {
        Vec3 o = to.local(f.origin());
        return new Frame(new Vec3(o.x(), o.y(), 0), local(to, f.x()), local(to, f.y()), local(to, f.z()));
    }

    private static Curve flattened(Frame to, Extrusion s) {
        Frame f = flat(to, s.frame());
        return s.base() instanceof Nurbs || s.base() instanceof Ellipse || s.base() instanceof Parallel
                ? s.base().placed(f)
                : null;
    }

    private static Optional<SurfaceSurface.Result> throughAxis(Revolution v, Plane p, Box3 where, Tolerance tol) {
        Frame f = v.frame();
        double reach = where.diagonal() + where.centre().distance(f.origin());
        boolean through = Math.abs(p.signedDistance(f.origin())) <= tol.linear()
                && tol.parallelOver(Math.abs(f.z().dot(p.normal())), reach);
        if (!through) {
            return Optional.empty();
        }
        Vec3 side = f.z().cross(p.normal()).unit();
        List<Curve> both = new ArrayList<>();
        for (int sign = -1; sign <= 1; sign += 2) {
            both.add(v.meridian().placed(Frame.of(f.origin(), f.z(), side.times(sign))));
        }
        return Optional.of(new SurfaceSurface.Result(false, both, v.tip() == null ? List.of() : List.of(v.tip())));
    }
}
