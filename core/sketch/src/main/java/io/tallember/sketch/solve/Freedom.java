package io.tallember.sketch.solve;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.factory.DecompositionFactory_DDRM;
import org.ejml.interfaces.decomposition.SingularValueDecomposition_F64;

/**
 * How many ways a solved group can still move, which unknowns those are, and which constraints say nothing new. Rank is
 * taken at the solution and at a witness, the solution shaken and solved anew, so that an accidental alignment does not
 * count as a constraint (D. Michelucci and S. Foufou, Geometric constraint solving: the witness configuration method,
 * 2006).
 */
final class Freedom {
    private static final double NOTHING = 1e-7;

    final int freedoms;
    final Set<Integer> loose = new LinkedHashSet<>();
    final Set<String> redundant = new LinkedHashSet<>();

    Freedom(Group g, double[] values) {
        int n = g.unknowns.length;
        if (n == 0) {
            freedoms = 0;
            g.equations.forEach(e -> redundant.add(e.source()));
            return;
        }
        double[] witness = witness(g, values);
        SingularValueDecomposition_F64<DMatrixRMaj> here = svd(g.jacobian(values));
        SingularValueDecomposition_F64<DMatrixRMaj> there = svd(g.jacobian(witness));
        boolean useWitness = rank(there) > rank(here);
        SingularValueDecomposition_F64<DMatrixRMaj> best = useWitness ? there : here;
        int rank = rank(best);
        freedoms = n - rank;
        DMatrixRMaj vt = best.getV(null, true);
        double[] s = best.getSingularValues();
        double cut = cut(best);
        for (int row = 0; row < n; row++) {
            if (row >= s.length || row >= best.numberOfSingularValues() || s[row] <= cut) {
                for (int c = 0; c < n; c++) {
                    if (Math.abs(vt.get(row, c)) > 1e-6) {
                        loose.add(g.unknowns[c]);
                    }
                }
            }
        }
        if (rank < g.equations.size()) {
            repeated(g, g.jacobian(useWitness ? witness : values));
        }
    }

    private static double[] witness(Group g, double[] values) {
        Random random = new Random(7);
        double size = 1;
        for (int u : g.unknowns) {
            size = Math.max(size, Math.abs(values[u]));
        }
        double[] shaken = values.clone();
        for (int u : g.unknowns) {
            shaken[u] += 0.01 * size * (random.nextDouble() - 0.5);
        }
        double[] weight = new double[values.length];
        Arrays.fill(weight, 1);
        return g.solve(shaken, weight) ? shaken : values;
    }

    private static SingularValueDecomposition_F64<DMatrixRMaj> svd(DMatrixRMaj j) {
        SingularValueDecomposition_F64<DMatrixRMaj> svd =
                DecompositionFactory_DDRM.svd(j.numRows, j.numCols, false, true, false);
        if (!svd.decompose(j)) {
            throw new IllegalStateException("singular values did not converge");
        }
        return svd;
    }

    private static double cut(SingularValueDecomposition_F64<DMatrixRMaj> svd) {
        double top = 0;
        for (int i = 0; i < svd.numberOfSingularValues(); i++) {
            top = Math.max(top, svd.getSingularValues()[i]);
        }
        return NOTHING * Math.max(top, 1e-3);
    }

    private static int rank(SingularValueDecomposition_F64<DMatrixRMaj> svd) {
        double cut = cut(svd);
        int rank = 0;
        for (int i = 0; i < svd.numberOfSingularValues(); i++) {
            rank += svd.getSingularValues()[i] > cut ? 1 : 0;
        }
        return rank;
    }

    /** Rows that are combinations of earlier ones, by orthogonalising in order. */
    private void repeated(Group g, DMatrixRMaj j) {
        List<double[]> basis = new ArrayList<>();
        for (int row = 0; row < j.numRows; row++) {
            double[] r = Arrays.copyOfRange(j.data, row * j.numCols, (row + 1) * j.numCols);
            double before = norm(r);
            for (int pass = 0; pass < 2; pass++) {
                for (double[] b : basis) {
                    double along = 0;
                    for (int i = 0; i < r.length; i++) {
                        along += b[i] * r[i];
                    }
                    for (int i = 0; i < r.length; i++) {
                        r[i] -= along * b[i];
                    }
                }
            }
            double left = norm(r);
            if (left <= 10 * NOTHING * Math.max(before, 1e-3)) {
                redundant.add(g.equations.get(row).source());
            } else {
                for (int i = 0; i < r.length; i++) {
                    r[i] /= left;
                }
                basis.add(r);
            }
        }
        redundant.remove("");
    }

    private static double norm(double[] r) {
        return Math.sqrt(Arrays.stream(r).map(x -> x * x).sum());
    }
}
