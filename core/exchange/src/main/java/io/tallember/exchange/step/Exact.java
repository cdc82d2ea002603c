package io.tallember.exchange.step;

import io.tallember.exchange.step.ReadTopology.Corner;
import io.tallember.exchange.step.ReadTopology.Sheet;
import io.tallember.exchange.step.ReadTopology.Side;
import io.tallember.exchange.step.ReadTopology.Use;
import io.tallember.geometry.Box3;
import io.tallember.geometry.Curve;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.SurfaceSurface;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Sets right what a file holds only nearly: an edge that is fitted, or off its faces, becomes the exact meeting of their surfaces
 * where they have one; corners move onto it. What stays inexact keeps how far it is off as its tolerance.
 */
final class Exact {
    private static final int SAMPLES = 12;
    /** An edge's exact curve is looked for within this, in mm. */
    private static final double GATE = 0.02;

    private final List<Sheet> sheets;
    private final Tolerance tol;
    private final Map<Side, List<Sheet>> facesOf = new LinkedHashMap<>();
    private final Map<Corner, Set<Side>> sidesOf = new LinkedHashMap<>();
    private double moved;
    private int replaced;

    Exact(List<Sheet> sheets, Tolerance tol) {
        this.sheets = sheets;
        this.tol = tol;
        note();
    }

    /** The most that an edge or a corner was moved, in mm. */
    double moved() {
        return moved;
    }

    /** How many edges became the exact meeting of their faces. */
    int replaced() {
        return replaced;
    }

    private void note() {
        facesOf.clear();
        sidesOf.clear();
        for (Sheet s : sheets) {
            for (List<Use> loop : s.loops) {
                for (Use u : loop) {
                    facesOf.computeIfAbsent(u.side(), k -> new ArrayList<>()).add(s);
                    for (Corner c : List.of(u.side().start, u.side().end)) {
                        sidesOf.computeIfAbsent(c, k -> new LinkedHashSet<>()).add(u.side());
                    }
                }
            }
        }
    }

    void apply() {
        facesOf.keySet().forEach(this::edge);
        sidesOf.forEach(this::corner);
        joinAtSeams();
    }

    private static double off(Surface s, Vec3 p) {
        return Math.abs(s.signedDistance(p));
    }

    private void edge(Side e) {
        List<Sheet> faces = facesOf.get(e);
        if (faces.size() != 2) {
            throw new StepException("The edge #" + e.id + " belongs to " + faces.size()
                    + (faces.size() == 1 ? " face" : " faces") + " instead of two: the solid is open there.");
        }
        Surface a = faces.get(0).surface;
        Surface b = faces.get(1).surface;
        List<Vec3> guide = SweptSurfaces.along(e.curve, range(e, e.start.point, e.end.point), SAMPLES);
        double worst = 0;
        for (Vec3 p : guide) {
            worst = Math.max(worst, Math.max(off(a, p), off(b, p)));
        }
        boolean fitted = e.curve instanceof Nurbs && a.canonical() && b.canonical();
        if (worst <= tol.linear() && !fitted) {
            return;
        }
        Curve exact = meeting(a, b, guide);
        if (exact != null) {
            boolean along = runs(exact, guide);
            e.curve = exact;
            e.along = e.along == along;
            replaced++;
            moved = Math.max(moved, worst);
        } else if (worst > GATE) {
            throw new StepException("The edge #" + e.id + " is " + String.format(java.util.Locale.ROOT, "%.3g", worst)
                    + " mm off its faces.");
        } else {
            e.tolerance = worst;
        }
    }

    /** The curve in which the surfaces meet along some points, or null. */
    private Curve meeting(Surface a, Surface b, List<Vec3> guide) {
        Box3 box = Box3.EMPTY;
        for (Vec3 p : guide) {
            box = box.with(p);
        }
        try {
            SurfaceSurface.Result met = SurfaceSurface.meet(a, b, box.grown(GATE + 0.05 * box.diagonal()), tol);
            for (Curve c : met.curves()) {
                if (guide.stream().allMatch(p -> c.point(c.project(p)).distance(p) <= GATE)) {
                    return c;
                }
            }
        } catch (GeometryException e) {
            return null; // they touch along the edge: the file's curve has to do
        }
        return null;
    }

    /** Whether a curve runs the way the points do. */
    private static boolean runs(Curve c, List<Vec3> guide) {
        Vec3 p = guide.get(SAMPLES / 2);
        Vec3 way = guide.get(SAMPLES / 2 + 1).minus(guide.get(SAMPLES / 2 - 1));
        return c.derivative(c.project(p)).dot(way) > 0;
    }

    /** Where an edge lies on its curve. */
    static Interval range(Side e, Vec3 start, Vec3 end) {
        Curve c = e.curve;
        if (e.closed()) {
            if (c.period() > 0) {
                double t = c.project(start);
                return new Interval(t, t + c.period());
            }
            return c instanceof Nurbs n ? n.whole() : c instanceof IntersectionCurve k ? k.whole() : null;
        }
        double lo = at(c, e.along ? start : end);
        double hi = at(c, e.along ? end : start);
        if (c.period() > 0) {
            double t = new Interval(lo, lo + c.period()).unwrap(hi, c.period(), 0);
            return new Interval(lo, t <= lo ? t + c.period() : t);
        }
        if (c instanceof Nurbs n && hi <= lo && c.point(n.lo()).distance(c.point(n.hi())) < 1e-6) {
            // a curve whose ends meet in a corner
            return Math.abs(hi - n.lo()) < Math.abs(lo - n.hi()) ? new Interval(lo, n.hi()) : new Interval(n.lo(), hi);
        }
        if (hi < lo) {
            e.along = !e.along;
            return new Interval(hi, lo);
        }
        return new Interval(lo, hi);
    }

    private static double at(Curve c, Vec3 p) {
        if (c instanceof Nurbs n && n.period() == 0) {
            return n.project(p, n.whole());
        }
        return c instanceof IntersectionCurve k && !k.closed() ? k.project(p, k.whole()) : c.project(p);
    }

    /** A corner that is off its edges or faces goes where its faces meet. */
    private void corner(Corner v, Set<Side> sides) {
        Set<Surface> surfaces = new LinkedHashSet<>();
        double worst = 0;
        for (Side e : sides) {
            facesOf.get(e).forEach(s -> surfaces.add(s.surface));
            worst = Math.max(worst, e.curve.point(at(e.curve, v.point)).distance(v.point));
        }
        if (worst <= 0.1 * tol.linear()) {
            return;
        }
        Vec3 p = v.point;
        if (surfaces.size() >= 3) {
            p = common(p, List.copyOf(surfaces));
        }
        if (p == v.point || p.distance(v.point) > GATE) {
            // no common point is well determined: midway between the curves
            p = Vec3.ZERO;
            for (Side e : sides) {
                p = p.plus(1.0 / sides.size(), e.curve.point(at(e.curve, v.point)));
            }
        }
        moved = Math.max(moved, p.distance(v.point));
        v.point = p;
    }

    /** The point on all of some surfaces nearest to another, by Gauss-Newton steps; or the point itself. */
    private static Vec3 common(Vec3 from, List<Surface> surfaces) {
        Vec3 x = from;
        for (int k = 0; k < 20; k++) {
            double[][] m = new double[3][3];
            double[] r = new double[3];
            for (Surface s : surfaces) {
                Vec3 g = s.gradient(x);
                double f = s.signedDistance(x);
                double[] n = {g.x(), g.y(), g.z()};
                for (int i = 0; i < 3; i++) {
                    for (int j = 0; j < 3; j++) {
                        m[i][j] += n[i] * n[j];
                    }
                    r[i] -= n[i] * f;
                }
            }
            Vec3 a = new Vec3(m[0][0], m[0][1], m[0][2]);
            Vec3 b = new Vec3(m[1][0], m[1][1], m[1][2]);
            Vec3 c = new Vec3(m[2][0], m[2][1], m[2][2]);
            double det = a.dot(b.cross(c));
            if (det < 1e-6) {
                return from;
            }
            Vec3 step = b.cross(c)
                    .times(r[0])
                    .plus(r[1], c.cross(a))
                    .plus(r[2], a.cross(b))
                    .times(1 / det);
            x = x.plus(step);
            if (step.length() < 1e-12) {
                break;
            }
        }
        return x;
    }

    /** Where only a seam ended, the two edges of one curve that meet there become one. */
    private void joinAtSeams() {
        for (Corner v : List.copyOf(sidesOf.keySet())) {
            List<Side> sides = List.copyOf(sidesOf.get(v));
            if (!v.ofSeam
                    || sides.size() != 2
                    || sides.get(0).closed()
                    || sides.get(1).closed()) {
                continue;
            }
            Side a = sides.get(0);
            Side b = sides.get(1);
            boolean plain = !(a.curve instanceof Nurbs) && !(a.curve instanceof IntersectionCurve);
            if (plain
                    && a.curve.getClass().equals(b.curve.getClass())
                    && CurveCurve.same(b.curve, range(b, b.start.point, b.end.point), a.curve, tol)) {
                join(a, b, v);
            }
        }
    }

    private void join(Side a, Side b, Corner v) {
        Corner from = a.start == v ? a.end : a.start;
        Corner to = b.start == v ? b.end : b.start;
        // from -> v along a, then v -> to along b
        boolean aForward = a.end == v;
        boolean bForward = b.start == v;
        Side one = new Side(a.id, from, to, a.curve, a.along == aForward);
        for (Sheet s : sheets) {
            List<List<Use>> loops = new ArrayList<>();
            for (List<Use> loop : s.loops) {
                List<Use> out = new ArrayList<>();
                for (Use u : loop) {
                    if (u.side() == a) {
                        out.add(new Use(one, u.forward() == aForward));
                    } else if (u.side() != b) {
                        out.add(u);
                    }
                }
                loops.add(out);
            }
            s.loops = loops;
        }
        note();
    }
}
