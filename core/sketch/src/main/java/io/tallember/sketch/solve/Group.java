package io.tallember.sketch.solve;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;
import org.ejml.dense.row.factory.LinearSolverFactory_DDRM;
import org.ejml.interfaces.linsol.LinearSolverDense;

/**
 * Equations that hang together through their unknowns, solved on their own by damped steps of least weighted change: the
 * step is {@code -W J' (J W J' + mu I)^-1 r}, the Gauss-Newton step with the smallest change where there is freedom
 * (K. Levenberg 1944, D. Marquardt 1963; in the dual form, so that loose sketches keep near what was drawn).
 */
final class Group {
    static final double SOLVED = 1e-10;
    private static final int ROUNDS = 60;

    final List<Equation> equations;
    final int[] unknowns;
    private final Map<Integer, Integer> column = new HashMap<>();

    private Group(List<Equation> equations, int[] unknowns) {
        this.equations = equations;
        this.unknowns = unknowns;
        for (int i = 0; i < unknowns.length; i++) {
            column.put(unknowns[i], i);
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

    DMatrixRMaj jacobian(double[] values) {
        DMatrixRMaj j = new DMatrixRMaj(equations.size(), unknowns.length);
        fill(values, j, new double[equations.size()]);
        return j;
    }

    private double fill(double[] values, DMatrixRMaj j, double[] r) {
        j.zero();
        double sum = 0;
        for (int row = 0; row < r.length; row++) {
            Equation e = equations.get(row);
            Jet jet = e.at(values);
            r[row] = jet.v;
            sum += jet.v * jet.v;
            for (int i = 0; i < e.scalars().length; i++) {
                Integer c = column.get(e.scalars()[i]);
                if (c != null) {
                    j.add(row, c, jet.d[i]);
                }
            }
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
        DMatrixRMaj j = new DMatrixRMaj(m, n);
        DMatrixRMaj jw = new DMatrixRMaj(m, n);
        DMatrixRMaj a = new DMatrixRMaj(m, m);
        double[] r = new double[m];
        double sum = fill(values, j, r);
        double damping = 1e-13;
        for (int round = 0; round < ROUNDS; round++) {
            if (max(r) <= SOLVED * 1e-2) {
                return true;
            }
            for (int row = 0; row < m; row++) {
                for (int c = 0; c < n; c++) {
                    jw.set(row, c, j.get(row, c) * weight[unknowns[c]]);
                }
            }
            CommonOps_DDRM.multTransB(jw, j, a);
            double size = CommonOps_DDRM.trace(a) / m + 1e-300;
            boolean better = false;
            double[] trial = values;
            double[] rNext = new double[m];
            for (int attempt = 0; attempt < 12 && !better; attempt++) {
                double[] step = step(a, jw, r, damping * size);
                if (step != null) {
                    trial = values.clone();
                    for (int c = 0; c < n; c++) {
                        trial[unknowns[c]] += step[c];
                    }
                    double next = fill(trial, j, rNext);
                    better = next < sum * (1 - 1e-6);
                    if (better) {
                        sum = next;
                    }
                }
                if (!better) {
                    damping = Math.max(damping * 30, 1e-13);
                }
            }
            if (!better) {
                return max(r) <= SOLVED;
            }
            System.arraycopy(trial, 0, values, 0, values.length);
            r = rNext;
            damping = Math.max(damping / 100, 1e-13);
        }
        return max(r) <= SOLVED;
    }

    private static double max(double[] r) {
        return Arrays.stream(r).map(Math::abs).max().orElse(0);
    }

    private static double[] step(DMatrixRMaj a, DMatrixRMaj jw, double[] r, double damping) {
        int m = r.length;
        DMatrixRMaj damped = a.copy();
        for (int i = 0; i < m; i++) {
            damped.add(i, i, damping);
        }
        LinearSolverDense<DMatrixRMaj> cholesky = LinearSolverFactory_DDRM.chol(m);
        if (!cholesky.setA(damped)) {
            return null;
        }
        DMatrixRMaj y = new DMatrixRMaj(m, 1);
        cholesky.solve(DMatrixRMaj.wrap(m, 1, r), y);
        DMatrixRMaj step = new DMatrixRMaj(jw.numCols, 1);
        CommonOps_DDRM.multTransA(-1, jw, y, step);
        return CommonOps_DDRM.elementMaxAbs(step) < 1e6 ? step.data : null;
    }
}
