package io.tallember.solid.sweep;

import io.tallember.geometry.Rational;
import io.tallember.geometry.Vec2;
import java.util.List;

/**
 * A smooth map of the plane that takes some points to others: one moves, two move, turn and scale alike both ways, three add what is
 * affine, more what is left over by polynomials, each point's a power of one plus its product with the place (interpolation with a
 * polynomial kernel, so that the lowest powers do most).
 */
final class GuideMap {
    /** The most points that can be taken to others at once. */
    static final int MOST = 9;

    private final List<Vec2> from;
    private final double size;
    private final int degree;
    // x' = a x - b y + c, y' = b x + a y + d, and what the kernel adds
    private final double a;
    private final double b;
    private final double c;
    private final double d;
    private final double[][] more;

    private GuideMap(List<Vec2> from, double size, double[] alike, double[][] more, int degree) {
        this.from = from;
        this.size = size;
        this.a = alike[0];
        this.b = alike[1];
        this.c = alike[2];
        this.d = alike[3];
        this.more = more;
        this.degree = degree;
    }

    /** By how much maps of so many points raise the degree of curves. */
    static int degree(int points) {
        return points < 4 ? 1 : points < 6 ? 2 : points < 8 ? 3 : 4;
    }

    /** The map; null when the points don't determine one. */
    static GuideMap taking(List<Vec2> from, List<Vec2> to) {
        int n = from.size();
        Vec2 p = middle(from);
        Vec2 q = middle(to);
        double square = 0;
        double same = 0;
        double across = 0;
        for (int i = 0; i < n; i++) {
            Vec2 u = from.get(i).minus(p);
            Vec2 v = to.get(i).minus(q);
            square += u.dot(u);
            same += u.dot(v);
            across += u.cross(v);
        }
        if (n > 1 && square < 1e-18) {
            // at a tip all is one point: it is moved
            double[] moved = {1, 0, q.x() - p.x(), q.y() - p.y()};
            return new GuideMap(List.copyOf(from), 1, moved, new double[n][2], degree(n));
        }
        double a = n > 1 ? same / square : 1;
        double b = n > 1 ? across / square : 0;
        double[] alike = {a, b, q.x() - a * p.x() + b * p.y(), q.y() - b * p.x() - a * p.y()};
        double size = Math.sqrt(Math.max(square / n, 1e-12));
        int degree = degree(n);
        double[][] more = new double[n][2];
        GuideMap map = new GuideMap(List.copyOf(from), size, alike, more, degree);
        return n < 3 || map.solve(to) ? map : null;
    }

    private static Vec2 middle(List<Vec2> all) {
        Vec2 sum = new Vec2(0, 0);
        for (Vec2 v : all) {
            sum = sum.plus(v);
        }
        return sum.times(1.0 / all.size());
    }

    private double kernel(Vec2 p, Vec2 q) {
        return Math.pow(1 + p.dot(q) / (size * size), degree);
    }

    private boolean solve(List<Vec2> to) {
        int n = from.size();
        double[][] k = new double[n][n + 2];
        for (int i = 0; i < n; i++) {
            for (int j = 0; j < n; j++) {
                k[i][j] = kernel(from.get(i), from.get(j));
            }
            Vec2 p = from.get(i);
            k[i][n] = to.get(i).x() - (a * p.x() - b * p.y() + c);
            k[i][n + 1] = to.get(i).y() - (b * p.x() + a * p.y() + d);
        }
        for (int i = 0; i < n; i++) {
            int best = i;
            for (int r = i; r < n; r++) {
                best = Math.abs(k[r][i]) > Math.abs(k[best][i]) ? r : best;
            }
            double[] row = k[best];
            k[best] = k[i];
            k[i] = row;
            if (Math.abs(row[i]) < 1e-9) {
                return false;
            }
            for (int r = 0; r < n; r++) {
                double f = r == i ? 0 : k[r][i] / row[i];
                for (int x = i; x < n + 2 && f != 0; x++) {
                    k[r][x] -= f * row[x];
                }
            }
        }
        for (int i = 0; i < n; i++) {
            more[i][0] = k[i][n] / k[i][i];
            more[i][1] = k[i][n + 1] / k[i][i];
        }
        return true;
    }

    /**
     * The image of a curve in the plane, exactly.
     *
     * @param row homogeneous points of Bezier pieces that share their ends; z isn't looked at
     * @param of their degree
     */
    double[][] row(double[][] row, int of) {
        int pieces = (row.length - 1) / of;
        int now = of * degree;
        double[][] out = new double[pieces * now + 1][];
        for (int s = 0; s < pieces; s++) {
            double[] x = part(row, s * of, of, 0);
            double[] y = part(row, s * of, of, 1);
            double[] w = part(row, s * of, of, 3);
            double[] below = Rational.power(w, degree - 1);
            double[] px = Rational.product(sum(a, x, -b, y, c, w), below);
            double[] py = Rational.product(sum(b, x, a, y, d, w), below);
            for (int i = 0; i < from.size() && from.size() > 2; i++) {
                Vec2 q = from.get(i).times(1 / (size * size));
                double[] k = Rational.power(sum(q.x(), x, q.y(), y, 1, w), degree);
                for (int e = 0; e <= now; e++) {
                    px[e] += more[i][0] * k[e];
                    py[e] += more[i][1] * k[e];
                }
            }
            double[] pw = Rational.product(w, below);
            for (int e = 0; e <= now; e++) {
                out[s * now + e] = new double[] {px[e], py[e], 0, pw[e]};
            }
        }
        return out;
    }

    private static double[] part(double[][] row, int from, int of, int x) {
        double[] out = new double[of + 1];
        for (int i = 0; i <= of; i++) {
            out[i] = row[from + i][x];
        }
        return out;
    }

    private static double[] sum(double a, double[] x, double b, double[] y, double c, double[] w) {
        double[] out = new double[x.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = a * x[i] + b * y[i] + c * w[i];
        }
        return out;
    }
}
