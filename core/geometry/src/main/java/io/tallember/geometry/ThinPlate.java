package io.tallember.geometry;

import java.util.ArrayList;
import java.util.List;

/**
 * A smooth surface over a plane that goes through given places, in given directions where asked: of all splines on a grid the one
 * that bends least, as a thin plate does (the integral of the squares of the second derivatives). Places and directions are held by
 * penalties, and what is left of their errors is given back to them until they are met.
 */
public final class ThinPlate {
    private static final int DEGREE = 5;
    private static final int[] SPANS = {6, 10, 16, 26, 44, 64};
    private static final int ROUNDS = 12;

    /** How much more an error at a place counts than bending. */
    private static final double HELD = 1e7;

    /** Around what is covered, by its size. */
    private static final double MARGIN = 0.1;

    private static final GaussLegendre CELL = new GaussLegendre(3);

    /**
     * A place that the surface goes through.
     *
     * @param normal of the surface there, either way round, or null for any
     */
    public record Held(Vec3 at, Vec3 normal) {}

    private final Frame frame;
    private final double x0;
    private final double y0;
    private final double size;
    private final double[] knots;
    private final int n;

    private ThinPlate(Frame frame, double x0, double y0, double size, int spans) {
        this.frame = frame;
        this.x0 = x0;
        this.y0 = y0;
        this.size = size;
        this.n = spans + DEGREE;
        knots = new double[n + DEGREE + 1];
        for (int i = 0; i < knots.length; i++) {
            knots[i] = Math.max(0, Math.min(1, (i - DEGREE) / (double) spans));
        }
    }

    /**
     * The surface, its normal on the side of the frame's z.
     *
     * @param frame over whose xy plane it lies
     * @param held along the rim, as dense as its bends ask for
     * @param within how far off a place it may be, in mm
     * @param turned how far off a direction, in radians
     * @throws GeometryException BAD_VALUE with the place that isn't met
     */
    public static NurbsSurface over(Frame frame, List<Held> held, double within, double turned) {
        double lo = Double.POSITIVE_INFINITY;
        double hi = Double.NEGATIVE_INFINITY;
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (Held h : held) {
            Vec3 l = frame.local(h.at);
            lo = Math.min(lo, l.x());
            hi = Math.max(hi, l.x());
            low = Math.min(low, l.y());
            high = Math.max(high, l.y());
        }
        double across = Math.max(hi - lo, high - low);
        double size = (1 + 2 * MARGIN) * across;
        GeometryException off = null;
        for (int spans : SPANS) {
            ThinPlate p = new ThinPlate(frame, 0.5 * (lo + hi) - size / 2, 0.5 * (low + high) - size / 2, size, spans);
            NurbsSurface s = p.solved(held);
            off = p.missed(s, held, within, turned);
            if (off == null) {
                return s;
            }
        }
        throw off;
    }

    private GeometryException missed(NurbsSurface s, List<Held> held, double within, double turned) {
        for (Held h : held) {
            Vec3 l = frame.local(h.at);
            Vec2 uv = new Vec2(s.hiU() * (l.x() - x0) / size, s.hiV() * (l.y() - y0) / size);
            double away = s.point(uv.x(), uv.y()).distance(h.at);
            double askew = h.normal == null
                    ? 0
                    : s.normal(uv.x(), uv.y()).cross(h.normal).length();
            if (!(away <= within) || !(askew <= turned)) {
                return new GeometryException(
                        GeometryException.Reason.BAD_VALUE,
                        away <= within
                                ? "No smooth cover runs on from its neighbours near " + h.at.said()
                                        + ": they lead in different directions there. Let it run freely beside one of them."
                                : "No smooth cover goes through the loop near " + h.at.said()
                                        + ". Divide the loop into smaller ones.");
            }
        }
        return null;
    }

    private record Row(int[] at, double[] of, double target) {}

    private NurbsSurface solved(List<Held> held) {
        int all = n * n;
        double[][] a = new double[all][DEGREE * (n + 1) + 1];
        bending(a);
        double most = 0;
        for (int i = 0; i < all; i++) {
            most = Math.max(most, a[i][0]);
        }
        double weight = HELD * most;
        List<Row> rows = new ArrayList<>();
        for (Held h : held) {
            rows(h, rows);
        }
        for (Row r : rows) {
            for (int i = 0; i < r.at.length; i++) {
                for (int k = 0; k < r.at.length; k++) {
                    add(a, r.at[i], r.at[k], weight * r.of[i] * r.of[k]);
                }
            }
        }
        factored(a);
        double[] left = new double[rows.size()];
        double[] z = new double[all];
        for (int round = 0; round < ROUNDS; round++) {
            double[] right = new double[all];
            for (int r = 0; r < left.length; r++) {
                Row row = rows.get(r);
                left[r] += row.target - value(row, z);
                for (int i = 0; i < row.at.length; i++) {
                    right[row.at[i]] += weight * row.of[i] * left[r];
                }
            }
            z = solved(a, right);
        }
        return surface(z);
    }

    private static double value(Row r, double[] z) {
        double sum = 0;
        for (int i = 0; i < r.at.length; i++) {
            sum += r.of[i] * z[r.at[i]];
        }
        return sum;
    }

    /** What a held place asks of the heights, all in parts of the size. */
    private void rows(Held h, List<Row> out) {
        Vec3 l = frame.local(h.at);
        double u = (l.x() - x0) / size;
        double v = (l.y() - y0) / size;
        out.add(row(u, v, 1, 0, 0, l.z() / size));
        if (h.normal != null) {
            // n.x zx' + n.y zy' = -n.z of the slopes along both axes, each by itself
            double nz = h.normal.dot(frame.z());
            out.add(row(u, v, 0, 1, 0, -h.normal.dot(frame.x()) / nz));
            out.add(row(u, v, 0, 0, 1, -h.normal.dot(frame.y()) / nz));
        }
    }

    private Row row(double u, double v, double height, double byU, double byV, double target) {
        int i0 = first(u);
        int k0 = first(v);
        int[] at = new int[(DEGREE + 1) * (DEGREE + 1)];
        double[] of = new double[at.length];
        for (int i = 0; i <= DEGREE; i++) {
            for (int k = 0; k <= DEGREE; k++) {
                int j = i * (DEGREE + 1) + k;
                at[j] = (i0 + i) * n + k0 + k;
                of[j] = height * basis(i0 + i, DEGREE, u) * basis(k0 + k, DEGREE, v)
                        + byU * slope(i0 + i, DEGREE, u) * basis(k0 + k, DEGREE, v)
                        + byV * basis(i0 + i, DEGREE, u) * slope(k0 + k, DEGREE, v);
            }
        }
        return new Row(at, of, target);
    }

    /** The first of the splines that count at a parameter. */
    private int first(double t) {
        int spans = n - DEGREE;
        return Math.max(0, Math.min(spans - 1, (int) Math.floor(t * spans)));
    }

    private double basis(int i, int p, double t) {
        if (p == 0) {
            boolean last = knots[i + 1] == 1 && t >= 1;
            return t >= knots[i] && (t < knots[i + 1] || last) && knots[i] < knots[i + 1] ? 1 : 0;
        }
        double a = knots[i + p] - knots[i];
        double b = knots[i + p + 1] - knots[i + 1];
        return (a == 0 ? 0 : (t - knots[i]) / a * basis(i, p - 1, t))
                + (b == 0 ? 0 : (knots[i + p + 1] - t) / b * basis(i + 1, p - 1, t));
    }

    private double slope(int i, int p, double t) {
        double a = knots[i + p] - knots[i];
        double b = knots[i + p + 1] - knots[i + 1];
        return p * ((a == 0 ? 0 : basis(i, p - 1, t) / a) - (b == 0 ? 0 : basis(i + 1, p - 1, t) / b));
    }

    private double bend(int i, int p, double t) {
        double a = knots[i + p] - knots[i];
        double b = knots[i + p + 1] - knots[i + 1];
        return p * ((a == 0 ? 0 : slope(i, p - 1, t) / a) - (b == 0 ? 0 : slope(i + 1, p - 1, t) / b));
    }

    /** Adds the integral of the squares of the second derivatives: a sum of products of integrals along both axes. */
    private void bending(double[][] a) {
        double[][][] own = new double[3][n][n];
        int spans = n - DEGREE;
        for (int s = 0; s < spans; s++) {
            for (int g = 0; g < 2 * CELL.size(); g++) {
                double from = (s + (g < CELL.size() ? 0 : 0.5)) / spans;
                double t = CELL.node(g % CELL.size(), from, from + 0.5 / spans);
                double w = CELL.weight(g % CELL.size(), from, from + 0.5 / spans);
                for (int i = s; i <= s + DEGREE; i++) {
                    for (int k = s; k <= s + DEGREE; k++) {
                        own[0][i][k] += w * basis(i, DEGREE, t) * basis(k, DEGREE, t);
                        own[1][i][k] += w * slope(i, DEGREE, t) * slope(k, DEGREE, t);
                        own[2][i][k] += w * bend(i, DEGREE, t) * bend(k, DEGREE, t);
                    }
                }
            }
        }
        for (int i = 0; i < n; i++) {
            for (int k = Math.max(0, i - DEGREE); k <= Math.min(n - 1, i + DEGREE); k++) {
                for (int p = 0; p < n; p++) {
                    for (int q = Math.max(0, p - DEGREE); q <= Math.min(n - 1, p + DEGREE); q++) {
                        add(
                                a,
                                i * n + p,
                                k * n + q,
                                own[2][i][k] * own[0][p][q]
                                        + 2 * own[1][i][k] * own[1][p][q]
                                        + own[0][i][k] * own[2][p][q]);
                    }
                }
            }
        }
    }

    /** Adds to a symmetric matrix of which each row holds what lies left of its diagonal, from the diagonal on. */
    private static void add(double[][] a, int row, int column, double v) {
        if (column <= row) {
            a[row][row - column] += v;
        }
    }

    /** Cholesky's factor of a banded matrix, in its place. A hair on the diagonal makes up for rounding. */
    private static void factored(double[][] a) {
        int band = a[0].length;
        for (int i = 0; i < a.length; i++) {
            a[i][0] *= 1 + 1e-13;
            int first = Math.max(0, i - band + 1);
            for (int k = first; k <= i; k++) {
                double sum = a[i][i - k];
                for (int j = Math.max(first, k - band + 1); j < k; j++) {
                    sum -= a[i][i - j] * a[k][k - j];
                }
                a[i][i - k] = i == k ? Math.sqrt(Math.max(sum, 1e-30)) : sum / a[k][0];
            }
        }
    }

    private static double[] solved(double[][] a, double[] right) {
        int band = a[0].length;
        double[] z = right.clone();
        for (int i = 0; i < z.length; i++) {
            for (int j = Math.max(0, i - band + 1); j < i; j++) {
                z[i] -= a[i][i - j] * z[j];
            }
            z[i] /= a[i][0];
        }
        for (int i = z.length - 1; i >= 0; i--) {
            for (int j = i + 1; j < Math.min(z.length, i + band); j++) {
                z[i] -= a[j][j - i] * z[j];
            }
            z[i] /= a[i][0];
        }
        return z;
    }

    private NurbsSurface surface(double[] z) {
        double[] mean = new double[n];
        for (int i = 0; i < n; i++) {
            for (int k = 1; k <= DEGREE; k++) {
                mean[i] += knots[i + k] / DEGREE;
            }
        }
        List<List<Vec3>> poles = new ArrayList<>();
        double[][] weights = new double[n][n];
        for (int i = 0; i < n; i++) {
            List<Vec3> row = new ArrayList<>();
            for (int k = 0; k < n; k++) {
                weights[i][k] = 1;
                row.add(frame.point(x0 + size * mean[i], y0 + size * mean[k], size * z[i * n + k]));
            }
            poles.add(row);
        }
        return NurbsSurface.of(DEGREE, DEGREE, knots, knots, poles, weights);
    }
}
