package io.tallember.sketch.solve;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * {@code J W J' + mu I} for a sparse J, factorised by Cholesky in a skyline: equations are put in an order in which those
 * that share unknowns stand near one another (E. Cuthill and J. McKee, 1969, reversed), and each row is kept from its first
 * entry on. The pattern is worked out once for a group.
 */
final class NormalMatrix {
    private final int size;
    /** Row of the matrix by equation. */
    private final int[] rowOf;
    /** First kept column of each row, and where the row begins in the values. */
    private final int[] first;

    private final int[] begin;
    private final double[] values;
    private final double[] factor;
    private final int[][] columns;
    private final List<List<int[]>> uses;

    /**
     * @param columns the distinct unknowns of each equation
     * @param unknowns how many there are
     */
    NormalMatrix(int[][] columns, int unknowns) {
        this.columns = columns;
        size = columns.length;
        uses = new ArrayList<>(unknowns);
        for (int i = 0; i < unknowns; i++) {
            uses.add(new ArrayList<>(4));
        }
        for (int e = 0; e < size; e++) {
            for (int k = 0; k < columns[e].length; k++) {
                uses.get(columns[e][k]).add(new int[] {e, k});
            }
        }
        rowOf = order();
        first = new int[size];
        for (int e = 0; e < size; e++) {
            int low = rowOf[e];
            for (int c : columns[e]) {
                for (int[] use : uses.get(c)) {
                    low = Math.min(low, rowOf[use[0]]);
                }
            }
            first[rowOf[e]] = low;
        }
        begin = new int[size + 1];
        for (int i = 0; i < size; i++) {
            begin[i + 1] = begin[i] + i - first[i] + 1;
        }
        values = new double[begin[size]];
        factor = new double[begin[size]];
    }

    private int[] order() {
        int[] degree = new int[size];
        for (int e = 0; e < size; e++) {
            for (int c : columns[e]) {
                degree[e] += uses.get(c).size() - 1;
            }
        }
        List<Integer> starts = new ArrayList<>();
        for (int e = 0; e < size; e++) {
            starts.add(e);
        }
        starts.sort(Comparator.comparingInt(e -> degree[e]));
        boolean[] seen = new boolean[size];
        int[] sequence = new int[size];
        int filled = 0;
        for (int s : starts) {
            if (seen[s]) {
                continue;
            }
            seen[s] = true;
            sequence[filled++] = s;
            for (int at = filled - 1; at < filled; at++) {
                List<Integer> next = new ArrayList<>();
                for (int c : columns[sequence[at]]) {
                    for (int[] use : uses.get(c)) {
                        if (!seen[use[0]]) {
                            seen[use[0]] = true;
                            next.add(use[0]);
                        }
                    }
                }
                next.sort(Comparator.comparingInt(e -> degree[e]));
                for (int e : next) {
                    sequence[filled++] = e;
                }
            }
        }
        int[] row = new int[size];
        for (int i = 0; i < size; i++) {
            row[sequence[i]] = size - 1 - i;
        }
        return row;
    }

    /**
     * Takes in new derivatives.
     *
     * @param jacobian by equation, in the order of its columns
     * @param weight by unknown
     */
    void fill(double[][] jacobian, double[] weight) {
        Arrays.fill(values, 0);
        for (int c = 0; c < uses.size(); c++) {
            for (int[] a : uses.get(c)) {
                double w = weight[c] * jacobian[a[0]][a[1]];
                int row = rowOf[a[0]];
                for (int[] b : uses.get(c)) {
                    int column = rowOf[b[0]];
                    if (column <= row) {
                        values[begin[row] + column - first[row]] += w * jacobian[b[0]][b[1]];
                    }
                }
            }
        }
    }

    double meanDiagonal() {
        double sum = 0;
        for (int i = 0; i < size; i++) {
            sum += values[begin[i + 1] - 1];
        }
        return sum / size;
    }

    /** Solves for a right side, given and returned by equation; null when the damped matrix isn't positive. */
    double[] solve(double[] r, double damping) {
        double[] x = new double[size];
        for (int i = 0; i < size; i++) {
            int from = first[i];
            for (int j = from; j <= i; j++) {
                double sum = values[begin[i] + j - from] + (i == j ? damping : 0);
                int low = Math.max(from, first[j]);
                int pi = begin[i] + low - from;
                int pj = begin[j] + low - first[j];
                for (int k = low; k < j; k++) {
                    sum -= factor[pi++] * factor[pj++];
                }
                if (i == j) {
                    if (!(sum > 0)) {
                        return null;
                    }
                    factor[begin[i] + j - from] = Math.sqrt(sum);
                } else {
                    factor[begin[i] + j - from] = sum / factor[begin[j + 1] - 1];
                }
            }
        }
        for (int e = 0; e < size; e++) {
            x[rowOf[e]] = r[e];
        }
        for (int i = 0; i < size; i++) {
            double sum = x[i];
            for (int k = first[i]; k < i; k++) {
                sum -= factor[begin[i] + k - first[i]] * x[k];
            }
            x[i] = sum / factor[begin[i + 1] - 1];
        }
        for (int i = size - 1; i >= 0; i--) {
            x[i] /= factor[begin[i + 1] - 1];
            for (int k = first[i]; k < i; k++) {
                x[k] -= factor[begin[i] + k - first[i]] * x[i];
            }
        }
        double[] out = new double[size];
        for (int e = 0; e < size; e++) {
            out[e] = x[rowOf[e]];
        }
        return out;
    }
}
