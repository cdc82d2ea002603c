package io.tallember.solid.mass;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.GaussLegendre;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Poles;
import io.tallember.solid.Region;
import io.tallember.solid.RingTurn;
import io.tallember.solid.UvLoop;
import java.util.ArrayList;
import java.util.List;

/**
 * The integrals of one face: flux of the place, area, flux of the squares. Each is a line integral along the loops in the
 * parameters (Green), of the integral across from a fixed parameter.
 *
 * <p>Spheres are written anew with poles far from the boundary; a pole inside adds the whole sphere. On a ring whose loops run
 * round the tube the parameters change places; where every loop is a hole the whole ring is added.
 */
final class FaceIntegral {
    private static final GaussLegendre ALONG = new GaussLegendre(16);
    /** Along a straight edge of a plane the integrands are polynomials of at most the fourth degree. */
    private static final GaussLegendre STRAIGHT = new GaussLegendre(4);
    /** Over an eighth of a circle, on a plane or cylinder, trigonometric polynomials of the fourth degree. */
    private static final GaussLegendre ROUND_ARC = new GaussLegendre(8);

    private static final GaussLegendre OVAL_ARC = new GaussLegendre(12);
    /** A chain's segment turns little, but beside a sharp bend it may be long for its distance from it. */
    private static final GaussLegendre SEGMENT = new GaussLegendre(14);

    /** Along a ruling the integrands are polynomials of at most the third degree. */
    private static final GaussLegendre RULED = new GaussLegendre(2);
    /** Trigonometric polynomials of the fourth degree over a right angle. */
    private static final GaussLegendre ROUND = new GaussLegendre(10);
    /** How many numbers {@link #of} gives. */
    static final int SUMS = 11;

    private static final double PANEL = Math.PI / 2;

    private static final RingTurn STRAIGHT_ON = new RingTurn(false, 0);

    private final Face face;
    private final Surface s;
    private final Vec3 ref;
    private final double[] sum;
    private final RingTurn turn;
    private final double from;

    private FaceIntegral(Face face, Surface s, Vec3 ref, double[] sum, RingTurn turn, double from) {
        this.face = face;
        this.s = s;
        this.ref = ref;
        this.sum = sum;
        this.turn = turn;
        this.from = from;
    }

    /**
     * A face's integrals: a third of the flux of q, the area, half the flux of the squares of q's coordinates, the flux of each
     * coordinate by itself, and the vector area; q is the place less {@code ref}.
     */
    static double[] of(Face f, Vec3 ref) {
        double[] sum = new double[SUMS];
        if (f.surface() instanceof Sphere sphere) {
            Sphere turned = Poles.clear(sphere, f.coedges());
            Vec3 pole = turned.point(0, Math.PI / 2);
            if (f.loops().isEmpty() || holds(f, pole)) {
                double v = 4.0 / 3 * Math.PI * Math.pow(turned.radius(), 3);
                addWhole(f, v, 4 * Math.PI * turned.radius() * turned.radius(), turned.centre(), ref, sum);
            }
            new FaceIntegral(f, turned, ref, sum, STRAIGHT_ON, -Math.PI / 2).loops();
        } else if (f.surface().vPeriod() > 0) {
            addRing(f, f.surface(), ref, sum);
        } else {
            double from = f.surface() instanceof Cone c
                    ? c.apexHeight()
                    : f.surface()
                            .vDomain()
                            .clamp(f.surface().project(f.bounds().centre()).y());
            new FaceIntegral(f, f.surface(), ref, sum, STRAIGHT_ON, from).loops();
        }
        return sum;
    }

    private static boolean holds(Face f, Vec3 p) {
        return f.region().locate(p, io.tallember.geometry.Tolerance.DEFAULT) == Region.Place.INSIDE;
    }

    private static void addWhole(Face f, double volume, double area, Vec3 centre, Vec3 ref, double[] sum) {
        double v = f.sense() ? volume : -volume;
        Vec3 c = centre.minus(ref);
        sum[0] += v;
        sum[1] += area;
        sum[2] += v * c.x();
        sum[3] += v * c.y();
        sum[4] += v * c.z();
        sum[5] += v;
        sum[6] += v;
        sum[7] += v;
    }

    private static void addRing(Face f, Surface t, Vec3 ref, double[] sum) {
        List<UvLoop> uv = f.loops().stream().map(l -> UvLoop.of(t, l.coedges())).toList();
        RingTurn turn = RingTurn.of(uv);
        boolean winds = uv.stream().anyMatch(UvLoop::windsRound);
        boolean outer = uv.stream().anyMatch(l -> !l.windsRound() && l.area() > 0 == f.sense());
        if (!winds && !outer) {
            if (t instanceof Torus ring) {
                double volume = 2 * Math.PI * Math.PI * ring.major() * ring.minor() * ring.minor();
                double area = 4 * Math.PI * Math.PI * ring.major() * ring.minor();
                addWhole(f, volume, area, ring.frame().origin(), ref, sum);
            } else {
                new FaceIntegral(f, t, ref, sum, STRAIGHT_ON, 0).allRound();
            }
        }
        if (uv.isEmpty()) {
            return;
        }
        List<UvLoop> turned = uv.stream().map(turn::apply).toList();
        FaceIntegral whole = new FaceIntegral(
                f, t, ref, sum, turn, turned.get(0).points().get(0).y());
        // of a pair that winds round, the one with the region below it is lifted above the other
        UvLoop lower = turned.stream()
                .filter(l -> l.winding() != 0 && turn.rises(l, f.sense()))
                .findFirst()
                .orElse(null);
        for (int i = 0; i < turned.size(); i++) {
            UvLoop l = turned.get(i);
            boolean above = lower != null && l.winding() != 0 && !turn.rises(l, f.sense());
            double lift = above ? RingTurn.lift(lower, l) : 0;
            Vec2 first = uv.get(i).points().get(0);
            whole.ringLoop(f.loops().get(i), first, lift);
        }
    }

    /** The whole of a surface that closes both ways. */
    private void allRound() {
        double[] turn = s.uBreaks(new Interval(0, 2 * Math.PI));
        int each = Math.max(1, 8 / (turn.length - 1));
        for (int k = 0; k + 1 < turn.length; k++) {
            for (int part = 0; part < each; part++) {
                double lo = turn[k] + (turn[k + 1] - turn[k]) * part / each;
                double hi = turn[k] + (turn[k + 1] - turn[k]) * (part + 1) / each;
                for (int i = 0; i < ALONG.size(); i++) {
                    column(ALONG.node(i, lo, hi), 0, 2 * Math.PI, ALONG.weight(i, lo, hi));
                }
            }
        }
    }

    private void loops() {
        for (Loop l : face.loops()) {
            ringLoop(l, null, 0);
        }
    }

    /**
     * One loop. On a ring its parameters are unwrapped along it, from {@code start}, and lifted across by {@code lift}; elsewhere start
     * is null.
     */
    private void ringLoop(Loop loop, Vec2 start, double lift) {
        Vec2 last = start;
        boolean exchanged = turn.exchanged();
        double side = face.sense() == exchanged ? 1 : -1;
        for (Coedge c : loop.coedges()) {
            Curve curve = c.curve();
            GaussLegendre along = nodes(curve);
            double[] panels = panels(curve, c.range());
            for (int k = 0; k + 1 < panels.length; k++) {
                int part = c.forward() ? k : panels.length - 2 - k;
                double lo = panels[part];
                double hi = panels[part + 1];
                for (int i = 0; i < along.size(); i++) {
                    int node = c.forward() ? along.size() - 1 - i : i;
                    double t = along.node(node, lo, hi);
                    Vec2 uv = s.project(curve.point(t));
                    double at = uv.x();
                    double to = uv.y();
                    double base = from;
                    if (start != null) {
                        last = UvLoop.near(uv, last, 2 * Math.PI, 2 * Math.PI);
                        at = exchanged ? last.y() : last.x();
                        to = (exchanged ? last.x() : last.y()) + lift;
                        base = from + turn.shear() * at;
                    }
                    Vec2 rates = s.rates(uv.x(), uv.y(), c.travel(t));
                    double rate = exchanged ? rates.y() : rates.x();
                    double w = side * along.weight(node, lo, hi) * rate;
                    if (w != 0) {
                        column(at, base, to, w);
                    }
                }
            }
        }
    }

    private GaussLegendre nodes(Curve c) {
        boolean simple = s instanceof Plane || s instanceof Cylinder;
        if (c instanceof Line) {
            return s instanceof Plane ? STRAIGHT : ALONG;
        }
        if (c instanceof IntersectionCurve) {
            return SEGMENT;
        }
        if (c instanceof Nurbs) {
            return ALONG;
        }
        return simple ? c instanceof Circle ? ROUND_ARC : OVAL_ARC : ALONG;
    }

    /** Where to cut a curve's range so that on each part the integrand is as good as a polynomial. */
    private double[] panels(Curve c, Interval range) {
        double[] breaks = c.breaks(range);
        if (c instanceof Line) {
            return breaks;
        }
        if (s instanceof Cone cone) {
            List<Double> out = new ArrayList<>(List.of(breaks[0]));
            for (int i = 0; i + 1 < breaks.length; i++) {
                nearApex(c, cone.apex(), breaks[i], breaks[i + 1], 0, out);
            }
            return out.stream().mapToDouble(Double::doubleValue).toArray();
        }
        int each = c instanceof IntersectionCurve || c instanceof Nurbs || s instanceof Plane || s instanceof Cylinder
                ? 1
                : s instanceof Sphere ? 4 : 2;
        double[] out = new double[(breaks.length - 1) * each + 1];
        for (int i = 0; i < out.length; i++) {
            int k = Math.min(i / each, breaks.length - 2);
            out[i] = breaks[k] + (breaks[k + 1] - breaks[k]) * (i - k * each) / each;
        }
        return out;
    }

    /** Parts no longer than half their distance from the apex, where the radius has its root. */
    private static void nearApex(Curve c, Vec3 apex, double lo, double hi, int depth, List<Double> out) {
        double mid = 0.5 * (lo + hi);
        double length = c.point(lo).distance(c.point(mid)) + c.point(mid).distance(c.point(hi));
        if (depth < 30 && length > Math.max(1e-7, 0.5 * c.point(mid).distance(apex))) {
            nearApex(c, apex, lo, mid, depth + 1, out);
            nearApex(c, apex, mid, hi, depth + 1, out);
        } else {
            out.add(hi);
        }
    }

    /** Adds w times the integrals across, from one parameter to another. */
    private void column(double at, double from, double to, double w) {
        boolean ruled = s instanceof Plane || s instanceof Cylinder || s instanceof Cone || s instanceof Extrusion;
        if (!ruled && !s.canonical() && !turn.exchanged()) {
            double[] parts = s.vBreaks(new Interval(Math.min(from, to), Math.max(from, to)));
            double sign = to < from ? -w : w;
            for (int k = 0; k + 1 < parts.length; k++) {
                for (int j = 0; j < ALONG.size(); j++) {
                    place(at, ALONG.node(j, parts[k], parts[k + 1]), sign * ALONG.weight(j, parts[k], parts[k + 1]));
                }
            }
            return;
        }
        GaussLegendre nodes = ruled ? RULED : ROUND;
        int panels = ruled ? 1 : Math.max(1, (int) Math.ceil(Math.abs(to - from) / PANEL));
        for (int p = 0; p < panels; p++) {
            double lo = from + (to - from) * p / panels;
            double hi = from + (to - from) * (p + 1) / panels;
            for (int j = 0; j < nodes.size(); j++) {
                double x = nodes.node(j, lo, hi);
                place(turn.exchanged() ? x : at, turn.exchanged() ? at : x, w * nodes.weight(j, lo, hi));
            }
        }
    }

    /** Adds w times the integrands at one place. */
    private void place(double u, double v, double w) {
        Vec3 normal = s.du(u, v).cross(s.dv(u, v));
        Vec3 q = s.point(u, v).minus(ref);
        double sign = face.sense() ? w : -w;
        sum[0] += sign * q.dot(normal) / 3;
        sum[1] += w * normal.length();
        sum[2] += sign * 0.5 * q.x() * q.x() * normal.x();
        sum[3] += sign * 0.5 * q.y() * q.y() * normal.y();
        sum[4] += sign * 0.5 * q.z() * q.z() * normal.z();
        sum[5] += sign * q.x() * normal.x();
        sum[6] += sign * q.y() * normal.y();
        sum[7] += sign * q.z() * normal.z();
        sum[8] += sign * normal.x();
        sum[9] += sign * normal.y();
        sum[10] += sign * normal.z();
    }
}
