package io.tallember.geometry;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * A rational B-spline curve. Open ones run on beyond their ends along the tangents there; one whose ends meet smoothly repeats
 * itself. Evaluated on Bezier pieces (L. Piegl, W. Tiller, The NURBS Book, 1997).
 */
public final class Nurbs implements Curve {
    private static final double TURN = 0.2;
    private static final int DEEPEST = 12;
    /** Cosine of the turn, a tenth of a degree, from which a kink is a corner; fitted splines have smaller ones. */
    private static final double CORNER = 1 - 1.5e-6;

    private final int degree;
    private final double[] knots;
    private final List<Vec3> poles;
    private final double[] weights;
    private final double[] spans;
    private final double[][] bezier;
    private final boolean closed;
    private final double speed;
    private final double[] at;
    /** The least radius of the bends beside each of the chain's points. */
    private final double[] bends;

    private final Chords chords;

    /**
     * @param knots as many as poles and degree and one, not falling
     * @param weights one a pole, above zero
     * @throws GeometryException DEGENERATE when these don't fit, or the curve has a corner inside
     */
    public Nurbs(int degree, double[] knots, List<Vec3> poles, double[] weights) {
        Knots.check(knots, degree, poles.size(), weights);
        this.degree = degree;
        this.knots = knots.clone();
        this.poles = List.copyOf(poles);
        this.weights = weights.clone();
        spans = Knots.spans(knots, degree);
        double[][] h = new double[poles.size()][];
        for (int i = 0; i < h.length; i++) {
            Vec3 p = poles.get(i);
            h[i] = new double[] {weights[i] * p.x(), weights[i] * p.y(), weights[i] * p.z(), weights[i]};
        }
        bezier = Knots.bezier(knots, degree, h);
        speed = fastest();
        for (int i = 1; i + 1 < spans.length; i++) {
            double[][] before = Knots.evaluate(bezier, (i - 1) * (degree + 1), degree, 1);
            double[][] after = Knots.evaluate(bezier, i * (degree + 1), degree, 0);
            Vec3 p = Knots.point(after[0]);
            Vec3 in = Knots.first(p, before[0], before[1]);
            Vec3 out = Knots.first(p, after[0], after[1]);
            if (in.length() > 1e-9 && out.length() > 1e-9 && in.unit().dot(out.unit()) < CORNER) {
                throw new GeometryException(
                        GeometryException.Reason.DEGENERATE, "A spline with a corner inside must be cut there.");
            }
        }
        double size = Math.max(1, poles.get(0).length());
        boolean meets = inside(lo()).distance(inside(hi())) <= 1e-9 * size;
        closed = meets && rate(lo()).unit().dot(rate(hi()).unit()) > 1 - 1e-12;
        List<Double> t = new ArrayList<>(List.of(lo()));
        double[] deepest = new double[1];
        for (int i = 0; i + 1 < spans.length; i++) {
            double mid = 0.5 * (spans[i] + spans[i + 1]);
            divide(spans[i], mid, 0, t, deepest);
            divide(mid, spans[i + 1], 0, t, deepest);
        }
        at = t.stream().mapToDouble(Double::doubleValue).toArray();
        Vec3[] points = t.stream().map(this::inside).toArray(Vec3[]::new);
        chords = new Chords(at, points, 1.5 * deepest[0] + 1e-12, closed, new Chords.Stretch() {
            @Override
            public Vec3 point(int chord, double s) {
                return inside(s);
            }

            @Override
            public Vec3 derivative(int chord, double s, Vec3 point) {
                return rate(s);
            }

            @Override
            public Vec3 second(int chord, double s) {
                return bend(s);
            }
        });
        bends = new double[at.length];
        for (int i = 0; i < bends.length; i++) {
            bends[i] = radius(at[i]);
        }
    }

    /** A polynomial spline. */
    public static Nurbs of(int degree, double[] knots, List<Vec3> poles) {
        double[] w = new double[poles.size()];
        java.util.Arrays.fill(w, 1);
        return new Nurbs(degree, knots, poles, w);
    }

    public int degree() {
        return degree;
    }

    public double[] knots() {
        return knots.clone();
    }

    public List<Vec3> poles() {
        return poles;
    }

    public double[] weights() {
        return weights.clone();
    }

    public boolean rational() {
        for (double w : weights) {
            if (w != weights[0]) {
                return true;
            }
        }
        return false;
    }

    public double lo() {
        return spans[0];
    }

    public double hi() {
        return spans[spans.length - 1];
    }

    @Override
    public Interval whole() {
        return new Interval(lo(), hi());
    }

    /** Where its polynomial pieces meet, its ends among them. */
    public double[] joints() {
        return spans.clone();
    }

    /** The curve with every pole mapped by an affine map. */
    public Nurbs mapped(UnaryOperator<Vec3> map) {
        return new Nurbs(degree, knots, poles.stream().map(map).toList(), weights);
    }

    /** The same curve run through the other way; parameter t becomes lo + hi - t. */
    public Nurbs reversed() {
        int n = knots.length;
        double[] k = new double[n];
        double sum = lo() + hi();
        for (int i = 0; i < n; i++) {
            k[i] = sum - knots[n - 1 - i];
        }
        List<Vec3> p = new ArrayList<>(poles);
        java.util.Collections.reverse(p);
        double[] w = new double[weights.length];
        for (int i = 0; i < w.length; i++) {
            w[i] = weights[w.length - 1 - i];
        }
        return new Nurbs(degree, k, p, w);
    }

    /** The curve with its parameter spread evenly over a full turn. */
    public Nurbs overTurn() {
        double scale = 2 * Math.PI / (hi() - lo());
        double[] k = new double[knots.length];
        for (int i = 0; i < k.length; i++) {
            k[i] = (knots[i] - lo()) * scale;
        }
        return new Nurbs(degree, k, poles, weights);
    }

    /** A closed curve begun at another of its parameters; it runs on from there. */
    public Nurbs begunAt(double t) {
        Nurbs first = part(new Interval(t, hi()));
        Nurbs second = part(new Interval(lo(), t));
        List<Vec3> p = new ArrayList<>(first.poles);
        p.addAll(second.poles.subList(1, second.poles.size()));
        double[] w = java.util.stream.DoubleStream.concat(
                        java.util.Arrays.stream(first.weights),
                        java.util.Arrays.stream(second.weights).skip(1))
                .toArray();
        double by = hi() - lo();
        double[] k = java.util.stream.DoubleStream.concat(
                        java.util.Arrays.stream(first.knots).limit(first.knots.length - 1),
                        java.util.Arrays.stream(second.knots).skip(degree + 1).map(x -> x + by))
                .toArray();
        return new Nurbs(degree, k, p, w);
    }

    /** The stretch of the curve over a range within its own, with the same parameter. */
    public Nurbs part(Interval range) {
        List<Double> k = new ArrayList<>(java.util.Collections.nCopies(degree + 1, range.lo()));
        List<Vec3> p = new ArrayList<>();
        List<Double> w = new ArrayList<>();
        for (int i = 0; i + 1 < spans.length; i++) {
            double a = Math.max(spans[i], range.lo());
            double b = Math.min(spans[i + 1], range.hi());
            double l = spans[i + 1] - spans[i];
            if (b - a <= 1e-12 * (hi() - lo())) {
                continue;
            }
            double[][] piece = Knots.between(bezier, i * (degree + 1), degree, (a - spans[i]) / l, (b - spans[i]) / l);
            for (int j = p.isEmpty() ? 0 : 1; j <= degree; j++) {
                p.add(Knots.point(piece[j]));
                w.add(piece[j][3]);
            }
            k.addAll(java.util.Collections.nCopies(degree, b));
        }
        k.add(k.get(k.size() - 1));
        return new Nurbs(
                degree,
                k.stream().mapToDouble(Double::doubleValue).toArray(),
                p,
                w.stream().mapToDouble(Double::doubleValue).toArray());
    }

    /**
     * A stretch of a circle or ellipse, exactly: rational pieces of the second degree, each of at most a right angle.
     *
     * @param e a {@link Circle} or {@link Ellipse}
     */
    public static Nurbs arc(Curve e, Interval range) {
        return arc(e, range, (int) Math.ceil(range.length() / (0.5 * Math.PI) - 1e-9));
    }

    /** The same in so many pieces, each below a half turn. */
    public static Nurbs arc(Curve e, Interval range, int n) {
        double half = 0.5 * range.length() / n;
        Vec3 centre = e instanceof Circle c
                ? c.frame().origin()
                : ((Ellipse) e).frame().origin();
        List<Vec3> p = new ArrayList<>(List.of(e.point(range.lo())));
        double[] w = new double[2 * n + 1];
        double[] k = new double[2 * n + 4];
        w[0] = 1;
        for (int i = 0; i < n; i++) {
            double mid = range.lo() + (2 * i + 1) * half;
            // where the tangents meet
            p.add(centre.plus(1 / Math.cos(half), e.point(mid).minus(centre)));
            p.add(e.point(mid + half));
            w[2 * i + 1] = Math.cos(half);
            w[2 * i + 2] = 1;
        }
        for (int i = 0; i < k.length; i++) {
            k[i] = range.lo() + 2 * half * Math.max(0, Math.min(n, (i - 1) / 2));
        }
        return new Nurbs(2, k, p, w);
    }

    /** From the directions between neighbouring poles of the stretch's pieces: every tangent is a sum of these with positive shares. */
    @Override
    public double turn(Interval range) {
        List<Vec3> ways = new ArrayList<>();
        Vec3 sum = Vec3.ZERO;
        for (int i = 0; i + 1 < spans.length; i++) {
            for (double shift : closed ? new double[] {-period(), 0, period()} : new double[] {0}) {
                double l = spans[i + 1] - spans[i];
                double f0 = Math.max(0, (range.lo() + shift - spans[i]) / l);
                double f1 = Math.min(1, (range.hi() + shift - spans[i]) / l);
                if (f1 - f0 <= 1e-12) {
                    continue;
                }
                double[][] piece = Knots.between(bezier, i * (degree + 1), degree, f0, f1);
                for (int j = 0; j < degree; j++) {
                    Vec3 d = Knots.point(piece[j + 1]).minus(Knots.point(piece[j]));
                    if (d.length() > 1e-13) {
                        ways.add(d.unit());
                        sum = sum.plus(1, d);
                    }
                }
            }
        }
        if (ways.isEmpty()) {
            return 0;
        }
        if (sum.length() < 1e-12) {
            return 2 * Math.PI;
        }
        Vec3 axis = sum.unit();
        double most = 0;
        for (Vec3 d : ways) {
            most = Math.max(most, Math.atan2(axis.cross(d).length(), axis.dot(d)));
        }
        return 2 * most;
    }

    private double fastest() {
        double most = 0;
        for (int i = 0; i + 1 < spans.length; i++) {
            double least = Double.POSITIVE_INFINITY;
            double heaviest = 0;
            double longest = 0;
            for (int j = 0; j <= degree; j++) {
                double[] q = bezier[i * (degree + 1) + j];
                least = Math.min(least, q[3]);
                heaviest = Math.max(heaviest, q[3]);
                if (j > 0) {
                    double[] p = bezier[i * (degree + 1) + j - 1];
                    longest = Math.max(longest, Knots.point(p).distance(Knots.point(q)));
                }
            }
            // M. Floater, Derivatives of rational Bezier curves, 1992
            double ratio = heaviest / least;
            most = Math.max(most, degree * ratio * ratio * longest / (spans[i + 1] - spans[i]));
        }
        return most;
    }

    private void divide(double lo, double hi, int depth, List<Double> out, double[] deepest) {
        Vec3 a = inside(lo);
        Vec3 b = inside(hi);
        Vec3 d = b.minus(a);
        double length = d.length();
        double off = 0;
        for (double f : new double[] {0.25, 0.5, 0.75}) {
            Vec3 m = inside(lo + f * (hi - lo)).minus(a);
            double along = length > 0 ? Math.max(0, Math.min(1, m.dot(d) / (length * length))) : 0;
            off = Math.max(off, m.distance(d.times(along)));
        }
        boolean straight = off <= TURN / 8 * length
                && rate(lo).unit().dot(rate(hi).unit()) > Math.cos(TURN)
                && rate(lo).dot(d) > 0;
        if (!straight && depth < DEEPEST) {
            double mid = 0.5 * (lo + hi);
            divide(lo, mid, depth + 1, out, deepest);
            divide(mid, hi, depth + 1, out, deepest);
        } else {
            deepest[0] = Math.max(deepest[0], off);
            out.add(hi);
        }
    }

    private double[][] homogeneous(double t) {
        int i = Knots.span(spans, t);
        double l = spans[i + 1] - spans[i];
        double[][] h = Knots.evaluate(bezier, i * (degree + 1), degree, (t - spans[i]) / l);
        for (int x = 0; x < 4; x++) {
            h[1][x] /= l;
            h[2][x] /= l * l;
        }
        return h;
    }

    private Vec3 inside(double t) {
        return Knots.point(homogeneous(t)[0]);
    }

    private Vec3 rate(double t) {
        double[][] h = homogeneous(t);
        Vec3 d = Knots.first(Knots.point(h[0]), h[0], h[1]);
        return d.length() > 1e-12 * speed ? d : nudged(t);
    }

    /** Where the parameter stands still, the direction just beside. */
    private Vec3 nudged(double t) {
        double h = 1e-5 * (hi() - lo());
        double s = t + h <= hi() ? t + h : t - h;
        return inside(s).minus(inside(t)).times(1 / (s - t));
    }

    private Vec3 bend(double t) {
        double[][] h = homogeneous(t);
        Vec3 c = Knots.point(h[0]);
        Vec3 d = Knots.first(c, h[0], h[1]);
        return Knots.second(c, h[0], d, h[1], d, h[1], h[2]);
    }

    private double wrapped(double t) {
        return closed && (t < lo() || t > hi()) ? t - period() * Math.floor((t - lo()) / period()) : t;
    }

    @Override
    public Vec3 point(double t) {
        double w = wrapped(t);
        if (w < lo()) {
            return inside(lo()).plus(w - lo(), rate(lo()));
        }
        return w > hi() ? inside(hi()).plus(w - hi(), rate(hi())) : inside(w);
    }

    @Override
    public Vec3 derivative(double t) {
        return rate(Math.max(lo(), Math.min(hi(), wrapped(t))));
    }

    @Override
    public Vec3 second(double t) {
        double w = wrapped(t);
        return w < lo() || w > hi() ? Vec3.ZERO : bend(w);
    }

    @Override
    public double speed() {
        return speed;
    }

    @Override
    public double period() {
        return closed ? hi() - lo() : 0;
    }

    private double radius(double t) {
        Vec3 d = rate(t);
        double k = d.cross(bend(t)).length();
        double l = d.length();
        return k > 0 ? l * l * l / k : Double.POSITIVE_INFINITY;
    }

    /** The least radius of the bend at and beside a parameter. */
    @Override
    public double bendNear(double t) {
        double w = Math.max(lo(), Math.min(hi(), wrapped(t)));
        int i = chords.segment(w);
        double r = Math.min(bends[i], bends[i + 1]);
        r = Math.min(r, bends[Math.max(0, i - 1)]);
        return Math.min(r, bends[Math.min(bends.length - 1, i + 2)]);
    }

    @Override
    public double project(Vec3 p) {
        double t = chords.nearest(p, whole(), this::inside);
        if (closed) {
            return t >= hi() ? lo() : t;
        }
        double best = inside(t).distance(p);
        for (double end : new double[] {lo(), hi()}) {
            Vec3 d = rate(end);
            double s = p.minus(inside(end)).dot(d) / d.dot(d);
            if (end == lo() ? s < 0 : s > 0) {
                double off = inside(end).plus(s, d).distance(p);
                if (off < best) {
                    best = off;
                    t = end + s;
                }
            }
        }
        return t;
    }

    @Override
    public double project(Vec3 p, Interval range) {
        return chords.nearest(p, range, this::point);
    }

    @Override
    public Box3 bounds(Interval range) {
        return chords.bounds(range, speed, this::point);
    }

    @Override
    public double[] breaks(Interval range) {
        return Surface.within(at, period(), range);
    }

    @Override
    public Nurbs placed(Frame f) {
        return mapped(f::point);
    }
}
