package io.tallember.geometry.intersect;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Pipe;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Revolution;
import io.tallember.geometry.Ruled;
import io.tallember.geometry.Shifted;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/**
 * At least one point on every branch in which two surfaces meet inside a box, and the points where they touch.
 *
 * <p>The parameters of the first surface are quartered. The distance from the second surface changes no faster than the point
 * moves, so a cell farther from it than its own size is left out. In the smallest cells a change of sign along a side gives a
 * point; a place where the distance is extreme (the normals are parallel) gives the loops too small for that, and the touching
 * points: where both signs surround it, branches cross there.
 */
final class Seeds {
    private static final double LEAF = 0.15;
    private static final int DEPTH = 14;
    /** Radii of the rings on which a flat touching place is looked at, by the surfaces' scale. */
    private static final double[] RINGS = {0.02, 0.06, 0.15, 0.3};

    /** Axes tried for a ball, spread over half of all directions by the golden angle. */
    private static final int AXES = 12;

    private static final double GOLDEN = 2.399963229728653;

    private static final int RING_POINTS = 32;
    private static final int MOST_CELLS = 300_000;

    private final Surface a;
    private final Surface b;
    private final Box3 where;
    private final Predicate<Vec3> joint;
    private final Tolerance tol;
    private final double cap;
    private final double widest;
    /** Cells need not be smaller; about a cone's tip that lies on the other surface the branches run straight into it. */
    private final double least;

    private int cells;

    /** Points where the two cross. */
    final List<Vec3> crossing = new ArrayList<>();
    /** Points where they touch and branches cross. */
    final List<Vec3> branching = new ArrayList<>();

    /** Those of them into which branches run along each other. */
    final List<Vec3> flats = new ArrayList<>();

    /** Points where they touch and nothing else. */
    final List<Vec3> touching = new ArrayList<>();

    private final List<Vec3> extreme = new ArrayList<>();

    private Seeds(Surface a, Surface b, Box3 where, Predicate<Vec3> joint, Tolerance tol) {
        this.joint = joint;
        this.a = a;
        this.b = b;
        this.where = where;
        this.tol = tol;
        this.widest = (a instanceof Shifted s ? s.base() : a) instanceof Revolution r
                ? r.meridian().bounds(Swept.range(r.meridian())).max().x() * 1.1
                : 0;
        this.least = tipOn(a, b) || tipOn(b, a) ? 0.03 * Math.max(where.diagonal() / 6, 10 * tol.linear()) : 0;
        this.cap = Math.max(where.diagonal() / 6, 10 * tol.linear());
    }

    /** @param joint where the two are known to touch along a line; extremes there are left out */
    static Seeds of(Surface first, Surface b, Box3 where, Predicate<Vec3> joint, Tolerance tol) {
        Surface a = first instanceof Sphere ball ? polesAway(ball, b) : first;
        Seeds s = new Seeds(a, b, where, joint, tol);
        double[] d = domain(a, where);
        int nu = a.uPeriod() > 0 ? 6 : 2;
        int nv = a.vPeriod() > 0 ? 6 : 2;
        for (int i = 0; i < nu; i++) {
            for (int k = 0; k < nv; k++) {
                // An odd offset keeps the sides of cells off the places where symmetric shapes meet.
                double shift = a.uPeriod() > 0 ? 0.0123 : 0;
                s.visit(
                        d[0] + shift + (d[1] - d[0]) * i / nu,
                        d[0] + shift + (d[1] - d[0]) * (i + 1) / nu,
                        d[2] + (d[3] - d[2]) * k / nv,
                        d[2] + (d[3] - d[2]) * (k + 1) / nv,
                        0);
            }
        }
        return s;
    }

    /** The ball with its poles, where the parameters say nothing, as far from the other surface as one of some axes allows. */
    private static Sphere polesAway(Sphere ball, Surface other) {
        Sphere best = ball;
        double farthest = -1;
        for (int i = 0; i < AXES; i++) {
            double z = 1 - (i + 0.5) / AXES;
            double turn = i * GOLDEN;
            double r = Math.sqrt(1 - z * z);
            Vec3 axis = new Vec3(r * Math.cos(turn), r * Math.sin(turn), z);
            double away = Math.min(
                    Math.abs(other.signedDistance(ball.centre().plus(ball.radius(), axis))),
                    Math.abs(other.signedDistance(ball.centre().plus(-ball.radius(), axis))));
            if (away > farthest) {
                farthest = away;
                best = new Sphere(Frame.of(ball.centre(), axis), ball.radius());
            }
        }
        return best;
    }

    /** Ranges of the parameters that the box covers: u from, u to, v from, v to. */
    static double[] domain(Surface s, Box3 where) {
        if (s instanceof NurbsSurface n) {
            double u = n.uPeriod() > 0 ? 0 : 1e-2 * (n.hiU() - n.loU());
            double v = n.vPeriod() > 0 ? 0 : 1e-2 * (n.hiV() - n.loV());
            return new double[] {n.loU() - u, n.hiU() + u, n.loV() - (n.tip() == null ? v : 0), n.hiV() + v};
        }
        if (s instanceof Revolution r) {
            Interval v = Swept.range(r.meridian());
            double more = r.vPeriod() > 0 ? 0 : 1e-2 * v.length();
            return new double[] {0, 2 * Math.PI, v.lo() - (r.tip() == null ? more : 0), v.hi() + more};
        }
        if (s instanceof Shifted k) {
            return domain(k.base(), where);
        }
        if (s instanceof Ruled r) {
            Interval u = r.uPeriod() > 0 ? new Interval(0, 2 * Math.PI) : r.uDomain();
            double more = r.uPeriod() > 0 ? 0 : 0.1 * u.length();
            return new double[] {u.lo() - more, u.hi() + more, -0.3, 1.3};
        }
        if (s instanceof Tube t) {
            Interval u = t.uPeriod() > 0 ? new Interval(0, 2 * Math.PI) : t.uDomain();
            double more = t.uPeriod() > 0 ? 0 : 1e-2 * u.length();
            return new double[] {u.lo() - more, u.hi() + more, -Math.PI, Math.PI};
        }
        if (s instanceof Pipe p) {
            Interval v = p.vPeriod() > 0 ? new Interval(0, 2 * Math.PI) : p.vDomain();
            double more = p.vPeriod() > 0 ? 0 : 1e-2 * v.length();
            return new double[] {0, 2 * Math.PI, v.lo() - more, v.hi() + more};
        }
        if (s instanceof Sphere) {
            return new double[] {0, 2 * Math.PI, -Math.PI / 2, Math.PI / 2};
        }
        if (s instanceof Torus t && t.spindle()) {
            return new double[] {0, 2 * Math.PI, -0.999 * t.outside(), 0.999 * t.outside()};
        }
        if (s instanceof Torus) {
            return new double[] {0, 2 * Math.PI, 0.0071, 2 * Math.PI + 0.0071};
        }
        double uLo = Double.POSITIVE_INFINITY;
        double uHi = Double.NEGATIVE_INFINITY;
        double vLo = Double.POSITIVE_INFINITY;
        double vHi = Double.NEGATIVE_INFINITY;
        for (Vec3 corner : where.corners()) {
            Vec3 l = s.frame().local(corner);
            double v = s instanceof Plane ? l.y() : l.z();
            uLo = Math.min(uLo, l.x());
            uHi = Math.max(uHi, l.x());
            vLo = Math.min(vLo, v);
            vHi = Math.max(vHi, v);
        }
        double margin = 1e-3 * (vHi - vLo) + 1e-5;
        if (s instanceof Plane) {
            return new double[] {uLo - margin, uHi + margin, vLo - margin, vHi + margin};
        }
        if (s instanceof Cone c) {
            double apex = c.apexHeight();
            return new double[] {0, 2 * Math.PI, Math.max(vLo - margin, apex), Math.max(vHi, apex) + margin};
        }
        if (s instanceof Extrusion e) {
            Interval u = Swept.range(e.base());
            double more = e.uPeriod() > 0 ? 0 : 1e-2 * u.length();
            return new double[] {u.lo() - more, u.hi() + more, vLo - margin, vHi + margin};
        }
        return new double[] {0, 2 * Math.PI, vLo - margin, vHi + margin};
    }

    private double reach(double u0, double u1, double v0, double v1) {
        return reach(a, u0, u1, v0, v1);
    }

    /** How far a cell's points are from its middle, at most. */
    private double reach(Surface a, double u0, double u1, double v0, double v1) {
        if (a instanceof Shifted s) {
            // as much farther as the bends on that side ask for
            double bend = s.scaleAt(s.base().point(0.5 * (u0 + u1), 0.5 * (v0 + v1)));
            return reach(s.base(), u0, u1, v0, v1) * (1 + 1.5 * Math.abs(s.by()) / (bend + Math.abs(s.by())));
        }
        double du = 0.5 * (u1 - u0);
        double dv = 0.5 * (v1 - v0);
        if (a instanceof Cylinder c) {
            return Math.hypot(c.radius() * du, dv);
        }
        if (a instanceof Sphere s) {
            return s.radius() * Math.hypot(du, dv);
        }
        if (a instanceof Torus t) {
            return Math.hypot((t.major() + t.minor()) * du, t.minor() * dv);
        }
        if (a instanceof Cone c) {
            return Math.hypot(Math.max(0, c.radiusAt(v1)) * du, dv / Math.cos(c.angle()));
        }
        if (a instanceof Extrusion e) {
            return Math.hypot(e.base().speed() * du, dv);
        }
        if (a instanceof Revolution r) {
            double speed = r.meridian().speed();
            double radius =
                    Math.min(widest, Math.abs(r.meridian().point(v0 + dv).x()) + speed * dv);
            return Math.hypot(radius * du, speed * dv);
        }
        if (a instanceof Ruled r) {
            return Math.hypot(r.speed() * du, r.widest() * dv);
        }
        if (a instanceof Tube t) {
            return Math.hypot(t.speed() * du, t.widest() * dv);
        }
        if (a instanceof Pipe p) {
            return Math.hypot(p.radius() * du, p.speed() * dv);
        }
        if (a instanceof NurbsSurface n) {
            return n.speeds().x() * du + n.speeds().y() * dv;
        }
        return Math.hypot(du, dv);
    }

    private double f(double u, double v) {
        return b.signedDistance(a.point(u, v));
    }

    private boolean tipOn(Surface s, Surface other) {
        Vec3 tip = s.tip();
        return tip != null && Math.abs(other.signedDistance(tip)) <= tol.linear();
    }

    private void visit(double u0, double u1, double v0, double v1, int depth) {
        Patience.check();
        if (++cells > MOST_CELLS) {
            throw touch();
        }
        double um = 0.5 * (u0 + u1);
        double vm = 0.5 * (v0 + v1);
        Vec3 mid = a.point(um, vm);
        double reach = reach(u0, u1, v0, v1);
        if (Math.abs(b.signedDistance(mid)) > reach + tol.linear() || where.distance(mid) > reach + tol.linear()) {
            return;
        }
        double scale = Math.max(least, Math.min(cap, Math.min(a.scaleAt(mid), b.scaleAt(mid))));
        if (reach > LEAF * scale && depth < DEPTH) {
            // split the longer side, or both when they are alike
            double wide = reach(u0, u1, vm, vm);
            double high = reach(um, um, v0, v1);
            boolean byU = wide > 0.6 * high;
            boolean byV = high > 0.6 * wide;
            double[] us = byU ? new double[] {u0, um, u1} : new double[] {u0, u1};
            double[] vs = byV ? new double[] {v0, vm, v1} : new double[] {v0, v1};
            for (int i = 0; i + 1 < us.length; i++) {
                for (int k = 0; k + 1 < vs.length; k++) {
                    visit(us[i], us[i + 1], vs[k], vs[k + 1], depth + 1);
                }
            }
            return;
        }
        leaf(u0, u1, v0, v1, scale);
    }

    private void leaf(double u0, double u1, double v0, double v1, double scale) {
        double[][] c = {{u0, v0}, {u1, v0}, {u1, v1}, {u0, v1}};
        double[] f = new double[4];
        for (int i = 0; i < 4; i++) {
            f[i] = f(c[i][0], c[i][1]);
        }
        boolean mixed = false;
        for (int i = 0; i < 4; i++) {
            int k = (i + 1) % 4;
            if (f[i] * f[k] < 0) {
                mixed = true;
                cross(c[i], c[k]);
            }
        }
        extremum(c, f, mixed, scale);
    }

    /** A point between two places on different sides, unless the sign only jumps midway between two sheets. */
    private void cross(double[] p, double[] q) {
        Vec3 x = between(p, q);
        if (Math.abs(b.signedDistance(x)) <= tol.linear()) {
            crossing.add(x);
        }
    }

    private Vec3 between(double[] p, double[] q) {
        double t = Roots.bisect(s -> f(p[0] + s * (q[0] - p[0]), p[1] + s * (q[1] - p[1])), 0, 1);
        return a.point(p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1]));
    }

    /** Slope of the distance over the first surface, by length along its parameters. */
    private Vec2 slope(double u, double v) {
        Vec3 g = b.gradient(a.point(u, v));
        Vec3 du = a.du(u, v);
        Vec3 dv = a.dv(u, v);
        return new Vec2(g.dot(du) / Math.max(du.length(), 1e-12), g.dot(dv) / dv.length());
    }

    private void extremum(double[][] cell, double[] f, boolean mixed, double scale) {
        double u = 0.5 * (cell[0][0] + cell[2][0]);
        double v = 0.5 * (cell[0][1] + cell[2][1]);
        double width = cell[2][0] - cell[0][0];
        double height = cell[2][1] - cell[0][1];
        Vec2 g = slope(u, v);
        if (joint.test(a.point(u, v)) || Math.hypot(g.x(), g.y()) > 4 * LEAF) {
            return;
        }
        double det = 0;
        for (int k = 0; k < 20; k++) {
            double lu = Math.max(a.du(u, v).length(), 1e-12);
            double lv = a.dv(u, v).length();
            double h = 1e-4 * scale;
            Vec2 up = slope(u + h / lu, v).minus(slope(u - h / lu, v));
            Vec2 vp = slope(u, v + h / lv).minus(slope(u, v - h / lv));
            double j11 = up.x() / (2 * h);
            double j21 = up.y() / (2 * h);
            double j12 = vp.x() / (2 * h);
            double j22 = vp.y() / (2 * h);
            det = j11 * j22 - j12 * j21;
            if (Math.abs(det) * scale * scale < 1e-12) {
                if (!mixed && Math.abs(f(u, v)) <= tol.linear()) {
                    flat(u, v);
                }
                return;
            }
            double su = -(j22 * g.x() - j12 * g.y()) / det;
            double sv = -(j11 * g.y() - j21 * g.x()) / det;
            u += su / lu;
            v += sv / lv;
            if (Math.abs(u - 0.5 * (cell[0][0] + cell[2][0])) > 1.1 * width
                    || Math.abs(v - 0.5 * (cell[0][1] + cell[2][1])) > 1.1 * height) {
                return;
            }
            g = slope(u, v);
            if (Math.hypot(su, sv) < 1e-11 * (1 + scale)) {
                break;
            }
        }
        if (Math.hypot(g.x(), g.y()) > 1e-7) {
            return;
        }
        Vec3 p = a.point(u, v);
        double at = f(u, v);
        if (Math.abs(at) <= tol.linear()) {
            if (known(p, 1e-4 * scale)) {
                return;
            }
            if (Math.abs(det) * scale * scale < 1e-6) {
                flat(u, v);
                return;
            }
            extreme.add(p);
            (det < 0 ? branching : touching).add(p);
        } else if (!mixed && at * f[0] < 0) {
            cross(new double[] {u, v}, cell[0]);
        }
    }

    private boolean known(Vec3 p, double within) {
        return extreme.stream().anyMatch(e -> e.distance(p) <= within);
    }

    /**
     * A touching place where the surfaces bend alike one way. The signs of the distance on a ring about it tell a single point from
     * branches; where no ring is clear of the other surface they touch along a line.
     */
    private void flat(double u, double v) {
        Vec3 p = a.point(u, v);
        double scale = Math.min(a.scaleAt(p), b.scaleAt(p));
        Vec3 n = a.gradient(p);
        Vec3 x = n.anyPerpendicular();
        Vec3 y = n.cross(x);
        for (double ring : RINGS) {
            double r = ring * scale;
            if (known(p, r)) {
                return;
            }
            int changes = signChanges(w -> {
                Vec2 q = a.project(p.plus(r * Math.cos(w), x).plus(r * Math.sin(w), y));
                return f(q.x(), q.y());
            });
            boolean clear = changes >= 0;
            if (clear) {
                extreme.add(p);
                (changes == 0 ? touching : branching).add(p);
                if (changes > 0) {
                    flats.add(p);
                }
                return;
            }
        }
        throw touch();
    }

    /** How often a function changes its sign on a turn, also between samples; -1 when it comes too near to zero without. */
    private int signChanges(java.util.function.DoubleUnaryOperator on) {
        double step = 2 * Math.PI / RING_POINTS;
        double[] f = new double[RING_POINTS];
        for (int i = 0; i < RING_POINTS; i++) {
            f[i] = on.applyAsDouble(step * (i + 0.37));
        }
        int changes = 0;
        for (int i = 0; i < RING_POINTS; i++) {
            double before = f[(i + RING_POINTS - 1) % RING_POINTS];
            double after = f[(i + 1) % RING_POINTS];
            changes += f[i] * after < 0 ? 1 : 0;
            boolean dips = f[i] * before > 0
                    && f[i] * after > 0
                    && Math.abs(f[i]) <= Math.abs(before)
                    && Math.abs(f[i]) <= Math.abs(after);
            if (dips) {
                double sign = Math.signum(f[i]);
                double lo = step * (i - 0.63);
                double hi = step * (i + 1.37);
                double least = Math.abs(f[i]);
                for (int k = 0; k < 50 && least > -2 * tol.linear(); k++) {
                    double a1 = lo + 0.382 * (hi - lo);
                    double a2 = hi - 0.382 * (hi - lo);
                    double f1 = sign * on.applyAsDouble(a1);
                    double f2 = sign * on.applyAsDouble(a2);
                    least = Math.min(least, Math.min(f1, f2));
                    if (f1 < f2) {
                        hi = a2;
                    } else {
                        lo = a1;
                    }
                }
                if (Math.abs(least) <= 2 * tol.linear()) {
                    return -1;
                }
                changes += least < 0 ? 2 : 0;
            }
        }
        return changes;
    }

    static GeometryException touch() {
        return new GeometryException(
                GeometryException.Reason.UNSUPPORTED_INTERSECTION,
                "Two curved faces touch along a line, or almost do; that can't be built yet. Move one of them by a clear"
                        + " amount, or let them share an axis.");
    }
}
