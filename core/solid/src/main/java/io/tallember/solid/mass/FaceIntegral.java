package io.tallember.solid.mass;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Contact;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GaussLegendre;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Pipe;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Revolution;
import io.tallember.geometry.Ruled;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Poles;
import io.tallember.solid.RingTurn;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.UvLoop;
import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleToLongFunction;
import java.util.function.ToLongFunction;

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
    /** For what is only to be known by its sign. */
    private static final GaussLegendre ROUGH = new GaussLegendre(2);
    /** A chain's segment turns little, but beside a sharp bend it may be long for its distance from it. */
    private static final GaussLegendre SEGMENT = new GaussLegendre(14);

    /** Along a ruling the integrands are polynomials of at most the third degree. */
    private static final GaussLegendre RULED = new GaussLegendre(2);
    /** Trigonometric polynomials of the fourth degree over a right angle. */
    private static final GaussLegendre ROUND = new GaussLegendre(10);
    /** The same where the squares of coordinates are integrated over the volume. */
    private static final GaussLegendre RULED_SQUARES = new GaussLegendre(3);

    /** How many numbers {@link #of} gives. */
    static final int SUMS = 11;

    /** How many numbers {@link #squares} gives after these. */
    private static final int SQUARES = 6;

    private static final double PANEL = Math.PI / 2;

    /** Pieces of a surface that a stretch of an edge may run over. */
    private static final int PIECES = 400;

    private static final RingTurn STRAIGHT_ON = new RingTurn(false, 0);

    private final Face face;
    private final Surface s;
    private final Vec3 ref;
    private final double[] sum;
    private final RingTurn turn;
    private final double from;
    /** With few nodes, for what is only to be known by its sign. */
    private final boolean rough;

    private FaceIntegral(Face face, Surface s, Vec3 ref, double[] sum, RingTurn turn, double from) {
        this(face, s, ref, sum, turn, from, false);
    }

    private FaceIntegral(Face face, Surface s, Vec3 ref, double[] sum, RingTurn turn, double from, boolean rough) {
        this.rough = rough;
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
        return of(f, ref, new double[SUMS]);
    }

    /** A face's part of the volume integrals of q's x², y², z², xy, yz and zx. */
    static double[] squares(Face f, Vec3 ref) {
        return java.util.Arrays.copyOfRange(of(f, ref, new double[SUMS + SQUARES]), SUMS, SUMS + SQUARES);
    }

    private static double[] of(Face f, Vec3 ref, double[] sum) {
        if (f.surface() instanceof Sphere sphere) {
            Sphere turned = Poles.clear(sphere, f.coedges());
            Vec3 pole = turned.point(0, Math.PI / 2);
            if (f.loops().isEmpty() || holds(f, pole)) {
                double v = 4.0 / 3 * Math.PI * Math.pow(turned.radius(), 3);
                addWhole(f, v, 4 * Math.PI * turned.radius() * turned.radius(), turned.centre(), ref, sum);
                double square = turned.radius() * turned.radius() / 5;
                addSquares(f, v, square, square, turned.frame(), ref, sum);
            }
            new FaceIntegral(f, turned, ref, sum, STRAIGHT_ON, -Math.PI / 2).loops();
            return sum;
        }
        UvRectangle patch = UvRectangle.of(f);
        if (patch != null) {
            new FaceIntegral(f, f.surface(), ref, sum, STRAIGHT_ON, 0).over(patch);
        } else if (f.surface().vPeriod() > 0) {
            addRing(f, f.surface(), ref, sum);
        } else {
            open(f, ref, sum, false);
        }
        return sum;
    }

    /** On a surface that doesn't close along v. */
    private static void open(Face f, Vec3 ref, double[] sum, boolean rough) {
        Surface s = f.surface();
        Vec2 middle = s.project(f.bounds().centre());
        boolean across = longer(s);
        double from = s.tip() != null
                ? s.tipHeight()
                : across ? s.uDomain().clamp(middle.x()) : s.vDomain().clamp(middle.y());
        new FaceIntegral(f, s, ref, sum, across ? new RingTurn(true, 0) : STRAIGHT_ON, from, rough).loops();
    }

    /** Whether a spline surface that doesn't close has more pieces along v than along u, so that columns along u cost less. */
    private static boolean longer(Surface s) {
        Interval u = s.uDomain();
        Interval v = s.vDomain();
        if (NurbsSurface.under(s) == null || s.uPeriod() > 0 || s.vPeriod() > 0 || s.tip() != null) {
            return false;
        }
        return s.vBreaks(v).length > s.uBreaks(u).length;
    }

    /** Whether a face's integrals take no time: not on free surfaces. */
    static boolean soon(Face f) {
        boolean open = f.surface().uPeriod() == 0
                && f.surface().vPeriod() == 0
                && f.surface().tip() == null;
        return f.surface().canonical() || !open;
    }

    /** The same within a few percent, for faces whose integrals take long. */
    static double[] rough(Face f, Vec3 ref) {
        double[] sum = new double[SUMS];
        open(f, ref, sum, true);
        return sum;
    }

    private static boolean holds(Face f, Vec3 p) {
        return f.region().locate(p, io.tallember.geometry.Tolerance.DEFAULT) == SurfaceRegion.Place.INSIDE;
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

    /** Where squares are asked for: of a whole body, with the mean squares along x or y and along z of its own frame. */
    private static void addSquares(Face f, double volume, double level, double up, Frame own, Vec3 ref, double[] sum) {
        if (sum.length == SUMS) {
            return;
        }
        double v = f.sense() ? volume : -volume;
        Vec3 c = own.origin().minus(ref);
        double[] z = {own.z().x(), own.z().y(), own.z().z()};
        double[] o = {c.x(), c.y(), c.z()};
        for (int i = 0; i < 3; i++) {
            int k = (i + 1) % 3;
            sum[SUMS + i] += v * (level + (up - level) * z[i] * z[i] + o[i] * o[i]);
            sum[SUMS + 3 + i] += v * ((up - level) * z[i] * z[k] + o[i] * o[k]);
        }
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
                double tube = ring.minor() * ring.minor();
                addSquares(f, volume, ring.major() * ring.major() / 2 + 0.375 * tube, tube / 4, ring.frame(), ref, sum);
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

    /** Over a rectangle of the parameters, piece by piece. */
    private void over(UvRectangle p) {
        double[] us = s.uBreaks(p.u());
        double[] vs = s.vBreaks(p.v());
        boolean spline = s instanceof NurbsSurface n && !n.rational();
        int most = sum.length == SUMS ? 4 : 6;
        GaussLegendre across = spline ? GaussLegendre.forDegree(most * ((NurbsSurface) s).degreeU()) : ROUND;
        GaussLegendre along = spline ? GaussLegendre.forDegree(most * ((NurbsSurface) s).degreeV()) : ROUND;
        for (int i = 0; i + 1 < us.length; i++) {
            for (int k = 0; k + 1 < vs.length; k++) {
                for (int a = 0; a < across.size(); a++) {
                    double u = across.node(a, us[i], us[i + 1]);
                    double w = across.weight(a, us[i], us[i + 1]);
                    for (int c = 0; c < along.size(); c++) {
                        place(u, along.node(c, vs[k], vs[k + 1]), w * along.weight(c, vs[k], vs[k + 1]));
                    }
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
                    double at = exchanged ? uv.y() : uv.x();
                    double to = exchanged ? uv.x() : uv.y();
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
        if (rough) {
            return ROUGH;
        }
        boolean simple = s instanceof Plane || s instanceof Cylinder;
        if (c instanceof Line) {
            return s instanceof Plane ? STRAIGHT : ALONG;
        }
        if (c.evaluated()) {
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
        if (rough) {
            return breaks;
        }
        if (c instanceof IntersectionCurve k) {
            // it bends unlike on both sides of where one of its surfaces does
            for (Surface other : List.of(k.first(), k.second())) {
                if (other != s && NurbsSurface.under(other) != null) {
                    breaks = acrossPieces(NurbsSurface.under(other)::piece, other, c, breaks);
                }
            }
        }
        if (NurbsSurface.under(s) != null) {
            breaks = acrossPieces(NurbsSurface.under(s)::piece, s, c, breaks);
        } else if (s instanceof Ruled r) {
            breaks = acrossPieces(r::piece, s, c, breaks);
        } else if (s instanceof Pipe p) {
            breaks = acrossPieces(p::piece, s, c, breaks);
        } else if (s instanceof Tube t && !(c instanceof Contact k && k.spine() == t.spine())) {
            breaks = acrossPieces(t::piece, s, c, breaks);
        }
        if (c instanceof Line) {
            return breaks;
        }
        if (s.tip() != null) {
            List<Double> out = new ArrayList<>(List.of(breaks[0]));
            for (int i = 0; i + 1 < breaks.length; i++) {
                nearTip(c, s.tip(), breaks[i], breaks[i + 1], 0, out);
            }
            return out.stream().mapToDouble(Double::doubleValue).toArray();
        }
        int each = c.evaluated() || c instanceof Nurbs || s instanceof Plane || s instanceof Cylinder
                ? 1
                : s instanceof Sphere ? 4 : 2;
        double[] out = new double[(breaks.length - 1) * each + 1];
        for (int i = 0; i < out.length; i++) {
            int k = Math.min(i / each, breaks.length - 2);
            out[i] = breaks[k] + (breaks[k + 1] - breaks[k]) * (i - k * each) / each;
        }
        return out;
    }

    /** The breaks and where the curve passes from one of a surface's smooth pieces into another, up to so often between two. */
    private static double[] acrossPieces(ToLongFunction<Vec2> pieces, Surface on, Curve c, double[] breaks) {
        DoubleToLongFunction piece = t -> pieces.applyAsLong(on.project(c.point(t)));
        List<Double> out = new ArrayList<>(List.of(breaks[0]));
        for (int i = 0; i + 1 < breaks.length; i++) {
            double lo = breaks[i];
            long far = piece.applyAsLong(breaks[i + 1] - 1e-9 * (breaks[i + 1] - lo));
            for (int k = 0; k < PIECES && piece.applyAsLong(lo + 1e-9 * (breaks[i + 1] - lo)) != far; k++) {
                long near = piece.applyAsLong(lo + 1e-9 * (breaks[i + 1] - lo));
                double a = lo;
                double b = breaks[i + 1];
                for (int step = 0; step < 40; step++) {
                    double mid = 0.5 * (a + b);
                    if (piece.applyAsLong(mid) == near) {
                        a = mid;
                    } else {
                        b = mid;
                    }
                }
                lo = b;
                if (b - out.get(out.size() - 1) > 1e-8 * (breaks[i + 1] - breaks[i])) {
                    out.add(b);
                }
            }
            out.add(breaks[i + 1]);
        }
        return out.stream().mapToDouble(Double::doubleValue).toArray();
    }

    /** Parts no longer than half their distance from the tip, where the radius has its root. */
    private static void nearTip(Curve c, Vec3 tip, double lo, double hi, int depth, List<Double> out) {
        double mid = 0.5 * (lo + hi);
        double length = c.point(lo).distance(c.point(mid)) + c.point(mid).distance(c.point(hi));
        if (depth < 30 && length > Math.max(1e-7, 0.5 * c.point(mid).distance(tip))) {
            nearTip(c, tip, lo, mid, depth + 1, out);
            nearTip(c, tip, mid, hi, depth + 1, out);
        } else {
            out.add(hi);
        }
    }

    /** Adds w times the integrals across, from one parameter to another. */
    private void column(double at, double from, double to, double w) {
        if (s instanceof Sphere ball && sum.length == SUMS) {
            meridian(ball, at, from, to, w);
            return;
        }
        boolean ruled = s instanceof Plane || s instanceof Cylinder || s instanceof Cone || s instanceof Extrusion;
        if (!ruled && !s.canonical() && !(turn.exchanged() && s instanceof Revolution)) {
            Interval way = new Interval(Math.min(from, to), Math.max(from, to));
            double[] parts = turn.exchanged() ? s.uBreaks(way) : s.vBreaks(way);
            double sign = to < from ? -w : w;
            for (int k = 0; k + 1 < parts.length; k++) {
                GaussLegendre nodes = rough ? ROUGH : ALONG;
                for (int j = 0; j < nodes.size(); j++) {
                    double x = nodes.node(j, parts[k], parts[k + 1]);
                    double weight = sign * nodes.weight(j, parts[k], parts[k + 1]);
                    place(turn.exchanged() ? x : at, turn.exchanged() ? at : x, weight);
                }
            }
            return;
        }
        GaussLegendre nodes = !ruled ? ROUND : sum.length == SUMS ? RULED : RULED_SQUARES;
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

    /** The same along a sphere's meridian, by the antiderivatives of powers of sine and cosine. */
    private void meridian(Sphere ball, double u, double from, double to, double w) {
        double[] p = powers(to);
        double[] low = powers(from);
        for (int i = 0; i < p.length; i++) {
            p[i] -= low[i];
        }
        double r = ball.radius();
        double a = r * r * (face.sense() ? w : -w);
        Vec3 level = ball.frame()
                .x()
                .times(Math.cos(u))
                .plus(Math.sin(u), ball.frame().y());
        Vec3 up = ball.frame().z();
        Vec3 c = ball.centre().minus(ref);
        sum[0] += a / 3 * (c.dot(level) * p[1] + c.dot(up) * p[2] + r * p[0]);
        sum[1] += w * r * r * p[0];
        double[] e = {level.x(), level.y(), level.z()};
        double[] z = {up.x(), up.y(), up.z()};
        double[] o = {c.x(), c.y(), c.z()};
        for (int k = 0; k < 3; k++) {
            double n1 = e[k] * p[1] + z[k] * p[2];
            double n2 = e[k] * e[k] * p[3] + 2 * e[k] * z[k] * p[4] + z[k] * z[k] * p[5];
            double n3 = e[k] * e[k] * e[k] * p[6]
                    + 3 * e[k] * e[k] * z[k] * p[7]
                    + 3 * e[k] * z[k] * z[k] * p[8]
                    + z[k] * z[k] * z[k] * p[9];
            sum[2 + k] += 0.5 * a * (o[k] * o[k] * n1 + 2 * o[k] * r * n2 + r * r * n3);
            sum[5 + k] += a * (o[k] * n1 + r * n2);
            sum[8 + k] += a * n1;
        }
    }

    /** Antiderivatives at v of c, c², cs, c³, c²s, cs², c⁴, c³s, c²s² and cs³, for the cosine c and sine s of v. */
    private static double[] powers(double v) {
        double s = Math.sin(v);
        double c = Math.cos(v);
        double four = Math.sin(4 * v) / 32;
        return new double[] {
            s,
            0.5 * (v + s * c),
            0.5 * s * s,
            s - s * s * s / 3,
            -c * c * c / 3,
            s * s * s / 3,
            0.375 * v + 0.5 * s * c + four,
            -0.25 * c * c * c * c,
            0.125 * v - four,
            0.25 * s * s * s * s
        };
    }

    /** Adds w times the integrands at one place. */
    private void place(double u, double v, double w) {
        Surface.Jet jet = s.jet(u, v);
        Vec3 normal = jet.du().cross(jet.dv());
        Vec3 q = jet.point().minus(ref);
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
        if (sum.length > SUMS) {
            double[] x = {q.x(), q.y(), q.z()};
            double[] n = {normal.x(), normal.y(), normal.z()};
            for (int i = 0; i < 3; i++) {
                double half = sign * 0.5 * x[i] * x[i] * n[i];
                sum[SUMS + i] += half * x[i] / 1.5;
                sum[SUMS + 3 + i] += half * x[(i + 1) % 3];
            }
        }
    }
}
