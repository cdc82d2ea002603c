package io.tallember.geometry;

import java.util.ArrayList;
import java.util.List;

/** Rational B-splines over one parameter in homogeneous coordinates, cut into Bezier pieces. */
final class Knots {
    private Knots() {}

    /** Different knots within the domain, in order. */
    static double[] spans(double[] knots, int degree) {
        double lo = knots[degree];
        double hi = knots[knots.length - 1 - degree];
        List<Double> out = new ArrayList<>(List.of(lo));
        double least = 1e-12 * (hi - lo);
        for (double k : knots) {
            if (k > out.get(out.size() - 1) + least && k < hi - least) {
                out.add(k);
            }
        }
        out.add(hi);
        return out.stream().mapToDouble(Double::doubleValue).toArray();
    }

    /**
     * The Bezier points of all spans: piece i has the rows i * (degree + 1) and following. Each knot is inserted until it is as
     * many times there as the degree (W. Boehm, Inserting new knots into B-spline curves, 1980).
     *
     * @param rows one homogeneous point (or row of points) each
     */
    static double[][] bezier(double[] knots, int degree, double[][] rows) {
        List<Double> k = new ArrayList<>();
        for (double v : knots) {
            k.add(v);
        }
        List<double[]> p = new ArrayList<>(List.of(rows));
        double[] spans = spans(knots, degree);
        double least = 1e-12 * (spans[spans.length - 1] - spans[0]);
        for (double s : spans) {
            int times = 0;
            for (double v : k) {
                times += Math.abs(v - s) <= least ? 1 : 0;
            }
            for (; times < degree; times++) {
                insert(k, p, degree, s, least);
            }
        }
        int first = 0;
        while (k.get(first + 1) <= spans[0] + least && first + 1 < k.size() - 1) {
            first++;
        }
        // the last knot not above the domain's start begins its first piece
        int start = first - degree;
        int n = spans.length - 1;
        double[][] out = new double[n * (degree + 1)][];
        for (int i = 0; i < n; i++) {
            for (int j = 0; j <= degree; j++) {
                out[i * (degree + 1) + j] = p.get(start + i * degree + j);
            }
        }
        return out;
    }

    private static void insert(List<Double> k, List<double[]> p, int degree, double s, double least) {
        int span = 0;
        while (span + 1 < k.size() && k.get(span + 1) <= s + least) {
            span++;
        }
        List<double[]> q = new ArrayList<>();
        for (int i = 0; i <= p.size(); i++) {
            if (i <= span - degree) {
                q.add(p.get(i));
            } else if (i > span || i >= p.size()) {
                q.add(p.get(i - 1));
            } else {
                double d = k.get(i + degree) - k.get(i);
                double f = d > 0 ? (s - k.get(i)) / d : 0;
                double[] a = p.get(i - 1);
                double[] b = p.get(i);
                double[] c = new double[a.length];
                for (int x = 0; x < c.length; x++) {
                    c[x] = (1 - f) * a[x] + f * b[x];
                }
                q.add(c);
            }
        }
        p.clear();
        p.addAll(q);
        k.add(span + 1, s);
    }

    /** Which span holds the parameter. */
    static int span(double[] spans, double t) {
        int i = java.util.Arrays.binarySearch(spans, t);
        i = i < 0 ? -i - 2 : i;
        return Math.max(0, Math.min(spans.length - 2, i));
    }

    /**
     * Bernstein's polynomials of a degree at f in [0, 1], and their first and second derivatives by a parameter that runs over the
     * piece's length.
     */
    static double[][] bernstein(int degree, double f, double length) {
        double[][] out = new double[3][degree + 1];
        double[] b = out[0];
        double[] d = out[1];
        double[] dd = out[2];
        b[0] = 1;
        double once = degree / length;
        double twice = degree < 2 ? 0 : once * (degree - 1) / length;
        for (int n = 1; n <= degree; n++) {
            if (n == degree - 1) {
                // of degree less two: its second differences are the second derivative
                for (int i = 0; i < n; i++) {
                    dd[i] += twice * b[i];
                    dd[i + 1] -= 2 * twice * b[i];
                    dd[i + 2] += twice * b[i];
                }
            }
            if (n == degree) {
                for (int i = 0; i < n; i++) {
                    d[i] -= once * b[i];
                    d[i + 1] += once * b[i];
                }
            }
            for (int i = n; i > 0; i--) {
                b[i] = (1 - f) * b[i] + f * b[i - 1];
            }
            b[0] *= 1 - f;
        }
        return out;
    }

    /**
     * A Bezier piece's value with first and second derivative by its own parameter f in [0, 1], by de Casteljau's algorithm.
     *
     * @param rows where the piece's points begin is {@code from}
     */
    static double[][] evaluate(double[][] rows, int from, int degree, double f) {
        int w = rows[from].length;
        double[][] q = new double[degree + 1][];
        for (int i = 0; i <= degree; i++) {
            q[i] = rows[from + i].clone();
        }
        for (int level = degree; level > 2; level--) {
            for (int i = 0; i < level; i++) {
                for (int x = 0; x < w; x++) {
                    q[i][x] += f * (q[i + 1][x] - q[i][x]);
                }
            }
        }
        double[][] out = new double[3][w];
        for (int x = 0; x < w; x++) {
            if (degree == 1) {
                out[1][x] = q[1][x] - q[0][x];
                out[0][x] = q[0][x] + f * out[1][x];
            } else {
                double a = q[1][x] - q[0][x];
                double b = q[2][x] - q[1][x];
                out[0][x] = q[0][x] + f * (2 * a + f * (b - a));
                out[1][x] = degree * (a + f * (b - a));
                out[2][x] = degree * (degree - 1.0) * (b - a);
            }
        }
        return out;
    }

    /** The points of the part of a Bezier piece between two of its own parameters, by de Casteljau's algorithm twice. */
    static double[][] between(double[][] rows, int from, int degree, double f0, double f1) {
        double[][] q = new double[degree + 1][];
        for (int i = 0; i <= degree; i++) {
            q[i] = rows[from + i].clone();
        }
        for (int level = degree; level > 0 && f1 < 1; level--) {
            for (int i = degree; i > degree - level; i--) {
                mix(q[i], q[i - 1], q[i], f1);
            }
        }
        double f = f1 > 0 ? f0 / f1 : 0;
        for (int level = degree; level > 0 && f > 0; level--) {
            for (int i = 0; i < level; i++) {
                mix(q[i], q[i], q[i + 1], f);
            }
        }
        return q;
    }

    private static void mix(double[] out, double[] a, double[] b, double f) {
        for (int x = 0; x < out.length; x++) {
            out[x] = (1 - f) * a[x] + f * b[x];
        }
    }

    /** The point of a homogeneous value. */
    static Vec3 point(double[] h) {
        return new Vec3(h[0] / h[3], h[1] / h[3], h[2] / h[3]);
    }

    /** The first derivative by one parameter from homogeneous value and derivative. */
    static Vec3 first(Vec3 c, double[] h, double[] d) {
        return new Vec3(d[0] - d[3] * c.x(), d[1] - d[3] * c.y(), d[2] - d[3] * c.z()).times(1 / h[3]);
    }

    /** A second derivative, by one parameter twice or by two: {@code a} and {@code b} the first, {@code m} the second ones. */
    static Vec3 second(Vec3 c, double[] h, Vec3 ca, double[] a, Vec3 cb, double[] b, double[] m) {
        return new Vec3(m[0] - m[3] * c.x(), m[1] - m[3] * c.y(), m[2] - m[3] * c.z())
                .plus(-a[3], cb)
                .plus(-b[3], ca)
                .times(1 / h[3]);
    }

    static void check(double[] knots, int degree, int poles, double[] weights) {
        boolean sound = degree >= 1 && degree <= 25 && knots.length == poles + degree + 1 && poles > degree;
        for (int i = 0; sound && i < knots.length; i++) {
            sound = Double.isFinite(knots[i]) && (i == 0 || knots[i] >= knots[i - 1]);
        }
        for (double w : weights) {
            sound &= w > 0 && Double.isFinite(w);
        }
        if (!sound || !(knots[poles] > knots[degree])) {
            throw new GeometryException(
                    GeometryException.Reason.DEGENERATE,
                    "A spline needs a degree, poles, growing knots and weights above zero that fit each other.");
        }
    }
}
