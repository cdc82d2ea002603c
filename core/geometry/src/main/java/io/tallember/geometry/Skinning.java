package io.tallember.geometry;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;

/**
 * Surfaces through rows of homogeneous points: straight from row to row, cubic with continuous bends through several, or fitted to
 * rows that are told for every parameter. u runs along a row, v from row to row.
 */
public final class Skinning {
    private Skinning() {}

    /**
     * How a skin through several rows leaves its first and comes to its last.
     *
     * @param first the derivative of each point of the first row by the parameter, or null for free; {@code last} alike
     * @param closed whether the last row is the first again, and the skin runs on there
     */
    public record Ends(double[][] first, double[][] last, boolean closed) {
        public static final Ends FREE = new Ends(null, null, false);
    }

    /**
     * The slopes at the rows of the cubic through them.
     *
     * @param at the rows' parameters, rising
     */
    public static double[][][] slopes(List<double[][]> rows, double[] at, Ends ends) {
        int n = rows.size();
        int points = rows.get(0).length;
        double[][] a = new double[n][n];
        double[][][] right = new double[n][points][4];
        for (int i = 0; i < n; i++) {
            boolean end = i == 0 || i == n - 1;
            if (end && ends.closed()) {
                if (i == n - 1) {
                    a[i][0] = 1;
                    a[i][i] = -1;
                    continue;
                }
                inner(a, right, rows, at, n - 2, 0, 1, i, at[n - 1] - at[n - 2]);
            } else if (end) {
                double[][] given = i == 0 ? ends.first() : ends.last();
                int k = i == 0 ? 0 : n - 2;
                a[i][i] = given != null ? 1 : 2;
                if (given == null) {
                    a[i][i == 0 ? 1 : n - 2] = 1;
                }
                for (int p = 0; p < points; p++) {
                    for (int x = 0; x < 4; x++) {
                        right[i][p][x] = given != null
                                ? given[p][x]
                                : 3 * (rows.get(k + 1)[p][x] - rows.get(k)[p][x]) / (at[k + 1] - at[k]);
                    }
                }
            } else {
                inner(a, right, rows, at, i - 1, i, i + 1, i, at[i] - at[i - 1]);
            }
        }
        solve(a, right);
        return right;
    }

    /** The bend on both sides of a row is the same. */
    private static void inner(
            double[][] a,
            double[][][] right,
            List<double[][]> rows,
            double[] at,
            int before,
            int here,
            int after,
            int equation,
            double h0) {
        double h1 = at[here + 1] - at[here];
        a[equation][before] += h1;
        a[equation][here] += 2 * (h0 + h1);
        a[equation][after] += h0;
        for (int p = 0; p < right[equation].length; p++) {
            for (int x = 0; x < 4; x++) {
                double in = (rows.get(here)[p][x] - rows.get(before)[p][x]) / h0;
                double out = (rows.get(after)[p][x] - rows.get(here)[p][x]) / h1;
                right[equation][p][x] = 3 * (h1 * in + h0 * out);
            }
        }
    }

    /** Gauss's elimination with pivots. */
    private static void solve(double[][] a, double[][][] b) {
        int n = a.length;
        for (int c = 0; c < n; c++) {
            int best = c;
            for (int r = c + 1; r < n; r++) {
                best = Math.abs(a[r][c]) > Math.abs(a[best][c]) ? r : best;
            }
            double[] row = a[c];
            a[c] = a[best];
            a[best] = row;
            double[][] side = b[c];
            b[c] = b[best];
            b[best] = side;
            for (int r = 0; r < n; r++) {
                double f = r == c ? 0 : a[r][c] / a[c][c];
                for (int k = c; k < n && f != 0; k++) {
                    a[r][k] -= f * a[c][k];
                }
                for (int p = 0; p < b[r].length && f != 0; p++) {
                    for (int x = 0; x < 4; x++) {
                        b[r][p][x] -= f * b[c][p][x];
                    }
                }
            }
        }
        for (int r = 0; r < n; r++) {
            for (double[] p : b[r]) {
                for (int x = 0; x < 4; x++) {
                    p[x] /= a[r][r];
                }
            }
        }
    }

    /** The cubic surface through rows with given slopes, from one row to another. */
    public static NurbsSurface cubic(
            Rational like, List<double[][]> rows, double[][][] slopes, double[] at, int from, int to) {
        List<double[][]> net = new ArrayList<>();
        net.add(rows.get(from));
        List<Double> knots = new ArrayList<>(java.util.Collections.nCopies(4, at[from]));
        for (int i = from; i < to; i++) {
            double h = at[i + 1] - at[i];
            net.add(moved(rows.get(i), slopes[i], h / 3));
            net.add(moved(rows.get(i + 1), slopes[i + 1], -h / 3));
            knots.addAll(java.util.Collections.nCopies(i + 1 == to ? 4 : 2, at[i + 1]));
        }
        net.add(rows.get(to));
        return surface(
                like, net, 3, knots.stream().mapToDouble(Double::doubleValue).toArray());
    }

    private static double[][] moved(double[][] row, double[][] by, double times) {
        double[][] out = new double[row.length][4];
        for (int p = 0; p < row.length; p++) {
            for (int x = 0; x < 4; x++) {
                out[p][x] = row[p][x] + times * by[p][x];
            }
        }
        return out;
    }

    /** Straight from one row to another. */
    public static NurbsSurface straight(Rational like, double[][] from, double[][] to) {
        return surface(like, List.of(from, to), 1, new double[] {0, 0, 1, 1});
    }

    /**
     * Fitted to rows that are told for every parameter.
     *
     * @param within how far off it may be, in mm
     */
    public static NurbsSurface fitted(Rational like, DoubleFunction<double[][]> rows, double[] breaks, double within) {
        RowFit fit = RowFit.fitted(
                t -> flat(rows.apply(t)),
                breaks,
                (a, b) -> {
                    double most = 0;
                    for (int i = 0; i < a.length; i += 4) {
                        double d = 0;
                        for (int x = 0; x < 4; x++) {
                            d += (a[i + x] - b[i + x]) * (a[i + x] - b[i + x]);
                        }
                        most = Math.max(most, d);
                    }
                    return Math.sqrt(most);
                },
                within);
        List<double[][]> net = fit.poles().stream().map(Skinning::row).toList();
        return surface(like, net, RowFit.DEGREE, fit.knots());
    }

    private static double[] flat(double[][] row) {
        double[] out = new double[4 * row.length];
        for (int i = 0; i < row.length; i++) {
            System.arraycopy(row[i], 0, out, 4 * i, 4);
        }
        return out;
    }

    private static double[][] row(double[] flat) {
        double[][] out = new double[flat.length / 4][4];
        for (int i = 0; i < out.length; i++) {
            System.arraycopy(flat, 4 * i, out[i], 0, 4);
        }
        return out;
    }

    private static NurbsSurface surface(Rational like, List<double[][]> net, int degree, double[] knots) {
        int wide = net.get(0).length;
        List<List<Vec3>> poles = new ArrayList<>();
        double[][] weights = new double[wide][net.size()];
        for (int i = 0; i < wide; i++) {
            List<Vec3> row = new ArrayList<>();
            for (int j = 0; j < net.size(); j++) {
                double[] h = net.get(j)[i];
                if (!(h[3] > 1e-9)) {
                    throw new GeometryException(
                            GeometryException.Reason.DEGENERATE,
                            "The sections differ too much to be led over into each other smoothly. Lead them straight, or put"
                                    + " another between.");
                }
                weights[i][j] = h[3];
                row.add(Knots.point(h));
            }
            poles.add(row);
        }
        return NurbsSurface.of(like.degree(), degree, like.knots(), knots, poles, weights);
    }

    /** The side of a surface at its lowest or highest u. */
    public static Nurbs side(NurbsSurface s, boolean high) {
        int i = high ? s.poles().size() - 1 : 0;
        double[] w = new double[s.poles().get(i).size()];
        for (int j = 0; j < w.length; j++) {
            w[j] = s.weight(i, j);
        }
        return new Nurbs(s.degreeV(), s.knotsV(), s.poles().get(i), w);
    }
}
