package io.tallember.geometry;

import java.util.List;
import java.util.TreeSet;

/**
 * A stretch of a curve as rational Bezier pieces over shares of it from zero to one, to be made like others: of one degree, with the
 * same breaks.
 *
 * @param breaks shares at which the pieces meet, from 0 to 1
 * @param points homogeneous, degree + 1 for each piece
 */
public record Rational(int degree, double[] breaks, double[][] points) {
    private static final double SAME = 1e-9;

    /**
     * Exactly a stretch of a line, circle, ellipse or spline.
     *
     * @param forward whether from the range's low end to its high end
     * @param arcs how many pieces a round stretch is cut into, each below a half turn
     * @throws GeometryException UNSUPPORTED_INTERSECTION for other curves
     */
    public static Rational of(Curve c, Interval range, boolean forward, int arcs) {
        Nurbs n;
        if (c instanceof Circle || c instanceof Ellipse) {
            n = Nurbs.arc(c, range, arcs);
        } else if (c instanceof Nurbs s) {
            boolean whole = Math.abs(range.lo() - s.lo()) < 1e-12 && Math.abs(range.hi() - s.hi()) < 1e-12;
            n = whole ? s : s.part(range);
        } else if (c instanceof Line) {
            double[] knots = {0, 0, 1, 1};
            n = new Nurbs(1, knots, List.of(c.point(range.lo()), c.point(range.hi())), new double[] {1, 1});
        } else {
            throw new GeometryException(
                    GeometryException.Reason.UNSUPPORTED_INTERSECTION,
                    "Only lines, arcs, circles, ellipses and splines can be led over into others.");
        }
        return of(forward ? n : n.reversed());
    }

    private static Rational of(Nurbs n) {
        double[][] h = new double[n.poles().size()][];
        for (int i = 0; i < h.length; i++) {
            Vec3 p = n.poles().get(i);
            double w = n.weights()[i];
            h[i] = new double[] {w * p.x(), w * p.y(), w * p.z(), w};
        }
        double[] spans = Knots.spans(n.knots(), n.degree());
        double[] breaks = new double[spans.length];
        double whole = spans[spans.length - 1] - spans[0];
        for (int i = 0; i < spans.length; i++) {
            breaks[i] = (spans[i] - spans[0]) / whole;
        }
        return new Rational(n.degree(), breaks, Knots.bezier(n.knots(), n.degree(), h));
    }

    /** All of one degree and with the same breaks, each still the same curve. */
    public static List<Rational> alike(List<Rational> all) {
        int degree = all.stream().mapToInt(Rational::degree).max().orElse(1);
        TreeSet<Double> breaks = new TreeSet<>();
        for (Rational r : all) {
            for (double b : r.breaks) {
                Double near = breaks.floor(b + SAME);
                if (near == null || near < b - SAME) {
                    breaks.add(b);
                }
            }
        }
        double[] at = breaks.stream().mapToDouble(Double::doubleValue).toArray();
        return all.stream().map(r -> r.raised(degree).broken(at)).toList();
    }

    /** The product of two polynomials in Bernstein's form. */
    public static double[] product(double[] f, double[] g) {
        int a = f.length - 1;
        int b = g.length - 1;
        double[] out = new double[a + b + 1];
        for (int i = 0; i <= a; i++) {
            for (int k = 0; k <= b; k++) {
                out[i + k] += choose(a, i) * choose(b, k) / choose(a + b, i + k) * f[i] * g[k];
            }
        }
        return out;
    }

    /** A polynomial in Bernstein's form taken to a power; one for the power of zero. */
    public static double[] power(double[] f, int times) {
        double[] out = {1};
        for (int i = 0; i < times; i++) {
            out = product(out, f);
        }
        return out;
    }

    private static double choose(int n, int k) {
        double out = 1;
        for (int i = 1; i <= k; i++) {
            out = out * (n - k + i) / i;
        }
        return out;
    }

    /** The same curve with a higher degree. */
    public Rational raised(int to) {
        Rational r = this;
        while (r.degree < to) {
            int d = r.degree;
            double[][] out = new double[(r.breaks.length - 1) * (d + 2)][4];
            for (int s = 0; s + 1 < r.breaks.length; s++) {
                for (int i = 0; i <= d + 1; i++) {
                    double f = i / (d + 1.0);
                    for (int x = 0; x < 4; x++) {
                        double before = i == 0 ? 0 : r.points[s * (d + 1) + i - 1][x];
                        double here = i > d ? 0 : r.points[s * (d + 1) + i][x];
                        out[s * (d + 2) + i][x] = f * before + (1 - f) * here;
                    }
                }
            }
            r = new Rational(d + 1, r.breaks, out);
        }
        return r;
    }

    private Rational broken(double[] at) {
        double[][] out = new double[(at.length - 1) * (degree + 1)][];
        for (int s = 0; s + 1 < at.length; s++) {
            double mid = 0.5 * (at[s] + at[s + 1]);
            int k = Knots.span(breaks, mid);
            double l = breaks[k + 1] - breaks[k];
            double f0 = Math.max(0, (at[s] - breaks[k]) / l);
            double f1 = Math.min(1, (at[s + 1] - breaks[k]) / l);
            double[][] piece = Knots.between(points, k * (degree + 1), degree, f0, f1);
            System.arraycopy(piece, 0, out, s * (degree + 1), degree + 1);
        }
        return new Rational(degree, at, out);
    }

    /** The points without those that two pieces share. */
    public double[][] row() {
        int pieces = breaks.length - 1;
        double[][] out = new double[pieces * degree + 1][];
        for (int s = 0; s < pieces; s++) {
            for (int i = 0; i <= degree; i++) {
                out[s * degree + i] = points[s * (degree + 1) + i];
            }
        }
        return out;
    }

    /** The knots of {@link #row}. */
    public double[] knots() {
        int pieces = breaks.length - 1;
        double[] k = new double[pieces * degree + degree + 2];
        for (int i = 0; i < k.length; i++) {
            k[i] = breaks[Math.max(0, Math.min(pieces, (i - 1) / degree))];
        }
        return k;
    }
}
