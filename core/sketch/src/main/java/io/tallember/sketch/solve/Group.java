package io.tallember.sketch.solve;

import io.tallember.geometry.Patience;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Equations that hang together through their unknowns, solved on their own by damped steps of least weighted change: the
 * step is {@code -W J' (J W J' + mu I)^-1 r}, the Gauss-Newton step with the smallest change where there is freedom
 * (K. Levenberg 1944, D. Marquardt 1963; in the dual form, so that loose sketches keep near what was drawn).
 */
final class Group {
    static final double SOLVED = 1e-10;
    private static final int ROUNDS = 60;
    private static final double LEAST_DAMPING = 1e-13;

    final List<Equation> equations;
    final int[] unknowns;
    private final int[][] columns;
    /** For each scalar of an equation, its place in {@link #columns}, or -1 for a constant. */
    private final int[][] slots;

    private Group(List<Equation> equations, int[] unknowns) {
        this.equations = equations;
        this.unknowns = unknowns;
        Map<Integer, Integer> column = new LinkedHashMap<>();
        for (int i = 0; i < unknowns.length; i++) {
            column.put(unknowns[i], i);
        }
        columns = new int[equations.size()][];
        slots = new int[equations.size()][];
        for (int e = 0; e < columns.length; e++) {
            int[] scalars = equations.get(e).scalars();
            columns[e] = Arrays.stream(scalars)
                    .filter(column::containsKey)
                    .map(column::get)
                    .distinct()
                    .toArray();
            slots[e] = new int[scalars.length];
            for (int i = 0; i < scalars.length; i++) {
                Integer c = column.get(scalars[i]);
                slots[e][i] = -1;
                for (int k = 0; c != null && k < columns[e].length; k++) {
                    slots[e][i] = columns[e][k] == c ? k : slots[e][i];
                }
            }
        }
    }

    /** All equations, split into independent groups; equations without unknowns form groups without unknowns. */
    static List<Group> split(List<Equation> equations, Scalars scalars) {
        int[] up = new int[scalars.count()];
        for (int i = 0; i < up.length; i++) {
            up[i] = i;
        }
        for (Equation e : equations) {
            int first = -1;
            for (int s : e.scalars()) {
                if (!scalars.isConstant(s)) {
                    int r = top(up, s);
                    if (first >= 0) {
                        up[r] = top(up, first);
                    }
                    first = r;
                }
            }
        }
        Map<Integer, List<Equation>> byTop = new LinkedHashMap<>();
        for (Equation e : equations) {
            int key = Arrays.stream(e.scalars())
                    .filter(s -> !scalars.isConstant(s))
                    .map(s -> top(up, s))
                    .findFirst()
                    .orElse(-1);
            byTop.computeIfAbsent(key, k -> new ArrayList<>()).add(e);
        }
        List<Group> out = new ArrayList<>();
        for (List<Equation> es : byTop.values()) {
            int[] unknowns = es.stream()
                    .flatMapToInt(e -> Arrays.stream(e.scalars()))
                    .filter(s -> !scalars.isConstant(s))
                    .distinct()
                    .toArray();
            out.add(new Group(es, unknowns));
        }
        return out;
    }

    private static int top(int[] up, int i) {
        while (up[i] != i) {
            up[i] = up[up[i]];
            i = up[i];
        }
        return i;
    }

    /** The largest residual, in mm. */
    double worst(double[] values) {
        double worst = 0;
        for (Equation e : equations) {
            worst = Math.max(worst, Math.abs(e.at(values).v));
        }
        return worst;
    }

    /** Derivatives by equation, in the order of {@link #columns}. */
    double[][] jacobian(double[] values) {
        double[][] j = new double[equations.size()][];
        fill(values, j, new double[equations.size()]);
        return j;
    }

    /** The distinct unknowns of each equation, as places in {@link #unknowns}. */
    int[][] columns() {
        return columns;
    }

    private double fill(double[] values, double[][] j, double[] r) {
        double sum = 0;
        for (int row = 0; row < r.length; row++) {
            Equation e = equations.get(row);
            Jet jet = e.at(values);
            r[row] = jet.v;
            sum += jet.v * jet.v;
            double[] out = new double[columns[row].length];
            for (int i = 0; i < e.scalars().length; i++) {
                if (slots[row][i] >= 0) {
                    out[slots[row][i]] += jet.d[i];
                }
            }
            j[row] = out;
        }
        return sum;
    }

    /**
     * Moves the unknowns in {@code values} until the equations hold.
     *
     * @param weight how freely each scalar moves: 1 as usual, small for what a hand holds
     * @return whether every residual fell below {@link #SOLVED}
     */
    boolean solve(double[] values, double[] weight) {
        int m = equations.size();
        int n = unknowns.length;
        if (n == 0) {
            return worst(values) <= SOLVED;
        }
        double[] w = new double[n];
        for (int c = 0; c < n; c++) {
            w[c] = weight[unknowns[c]];
        }
        double[][] j = new double[m][];
        double[] r = new double[m];
        double sum = fill(values, j, r);
        double damping = LEAST_DAMPING;
        NormalMatrix normal = null;
        for (int round = 0; round < ROUNDS; round++) {
            Patience.checkNow();
            if (max(r) <= SOLVED * 1e-2) {
                return true;
            }
            if (normal == null) {
                normal = new NormalMatrix(columns, n);
            }
            normal.fill(j, w);
            double size = normal.meanDiagonal() + 1e-300;
            boolean better = false;
            double[] trial = values;
            double[][] jNext = new double[m][];
            double[] rNext = new double[m];
            for (int attempt = 0; attempt < 12 && !better; attempt++) {
                double[] step = step(normal, j, w, r, damping * size);
                if (step != null) {
                    trial = values.clone();
                    for (int c = 0; c < n; c++) {
                        trial[unknowns[c]] += step[c];
                    }
                    double next = fill(trial, jNext, rNext);
                    better = next < sum * (1 - 1e-6);
                    if (better) {
                        sum = next;
                    }
                }
                if (!better) {
                    damping = Math.max(damping * 30, LEAST_DAMPING);
                }
            }
            if (!better) {
                return max(r) <= SOLVED;
            }
            System.arraycopy(trial, 0, values, 0, values.length);
            r = rNext;
            j = jNext;
            damping = Math.max(damping / 100, LEAST_DAMPING);
        }
        return max(r) <= SOLVED;
    }

    private static double max(double[] r) {
        double most = 0;
        for (double x : r) {
            most = Math.max(most, Math.abs(x));
        }
        return most;
    }

    private double[] step(NormalMatrix normal, double[][] j, double[] w, double[] r, double damping) {
        double[] y = normal.solve(r, damping);
        if (y == null) {
            return null;
        }
        double[] step = new double[w.length];
        for (int row = 0; row < j.length; row++) {
            for (int k = 0; k < j[row].length; k++) {
                step[columns[row][k]] -= w[columns[row][k]] * j[row][k] * y[row];
            }
        }
        return max(step) < 1e6 ? step : null;
    }
}
