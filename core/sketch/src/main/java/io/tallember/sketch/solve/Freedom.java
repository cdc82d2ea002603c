package io.tallember.sketch.solve;

import io.tallember.geometry.Patience;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;

/**
 * How many ways a solved group can still move, which unknowns those are, and which constraints say nothing new. Rank is
 * taken at the solution and at a witness, the solution shaken and solved anew, so that an accidental alignment does not
 * count as a constraint (D. Michelucci and S. Foufou, Geometric constraint solving: the witness configuration method,
 * 2006). Rows are eliminated in the order in which the constraints were made, so that the newest is found redundant.
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
        Echelon here = new Echelon(g.columns(), g.jacobian(values), n);
        Echelon there = new Echelon(g.columns(), g.jacobian(witness(g, values)), n);
        Echelon best = there.rank() > here.rank() ? there : here;
        freedoms = n - best.rank();
        for (Echelon e : List.of(here, there)) {
            // what moves in one of two states moves, though where it turns back it doesn't to first order
            if (e.rank() == best.rank()) {
                for (int c : e.movable()) {
                    loose.add(g.unknowns[c]);
                }
            }
        }
        best.idle.forEach(row -> redundant.add(g.equations.get(row).source()));
        // a constraint of which one residual says something is needed
        for (int row = 0; row < g.equations.size(); row++) {
            if (!best.idle.contains(row)) {
                redundant.remove(g.equations.get(row).source());
            }
        }
        redundant.remove("");
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

    /** Sparse row echelon form: each kept row has a column of its own, which later rows are cleared of. */
    private static final class Echelon {
        private final int unknowns;
        private final List<Map<Integer, Double>> rows = new ArrayList<>();
        private final List<Integer> pivots = new ArrayList<>();
        private final int[] rowOfPivot;
        final Set<Integer> idle = new LinkedHashSet<>();

        Echelon(int[][] columns, double[][] jacobian, int unknowns) {
            this.unknowns = unknowns;
            rowOfPivot = new int[unknowns];
            Arrays.fill(rowOfPivot, -1);
            for (int e = 0; e < columns.length; e++) {
                Patience.check();
                Map<Integer, Double> row = new LinkedHashMap<>();
                double size = 0;
                for (int k = 0; k < columns[e].length; k++) {
                    row.put(columns[e][k], jacobian[e][k]);
                    size = Math.max(size, Math.abs(jacobian[e][k]));
                }
                if (!add(row, NOTHING * Math.max(size, 1e-3))) {
                    idle.add(e);
                }
            }
        }

        private boolean add(Map<Integer, Double> row, double nothing) {
            // rows are cleared of earlier pivots in the order those were made: later ones don't bring earlier ones back
            java.util.TreeSet<Integer> due = new java.util.TreeSet<>();
            row.keySet().forEach(c -> {
                if (rowOfPivot[c] >= 0) {
                    due.add(rowOfPivot[c]);
                }
            });
            while (!due.isEmpty()) {
                int at = due.pollFirst();
                double factor = row.getOrDefault(pivots.get(at), 0.0);
                row.remove(pivots.get(at));
                if (Math.abs(factor) < 1e-14) {
                    continue;
                }
                rows.get(at).forEach((c, v) -> {
                    if (!c.equals(pivots.get(at))) {
                        row.merge(c, -factor * v, Double::sum);
                        if (rowOfPivot[c] > at) {
                            due.add(rowOfPivot[c]);
                        }
                    }
                });
            }
            int pivot = -1;
            double most = nothing;
            for (Map.Entry<Integer, Double> e : row.entrySet()) {
                if (Math.abs(e.getValue()) > most) {
                    most = Math.abs(e.getValue());
                    pivot = e.getKey();
                }
            }
            if (pivot < 0) {
                return false;
            }
            double scale = 1 / row.get(pivot);
            row.replaceAll((c, v) -> v * scale);
            row.values().removeIf(v -> Math.abs(v) < 1e-14);
            rowOfPivot[pivot] = rows.size();
            pivots.add(pivot);
            rows.add(row);
            return true;
        }

        int rank() {
            return rows.size();
        }

        /** Unknowns that change in some motion that all rows allow; two random motions tell them all. */
        Set<Integer> movable() {
            Set<Integer> out = new LinkedHashSet<>();
            Random random = new Random(11);
            for (int trial = 0; trial < 2 && rank() < unknowns; trial++) {
                double[] x = new double[unknowns];
                for (int c = 0; c < unknowns; c++) {
                    x[c] = rowOfPivot[c] < 0 ? 0.5 + random.nextDouble() : 0;
                }
                for (int i = rows.size() - 1; i >= 0; i--) {
                    double sum = 0;
                    for (Map.Entry<Integer, Double> e : rows.get(i).entrySet()) {
                        if (!e.getKey().equals(pivots.get(i))) {
                            sum -= e.getValue() * x[e.getKey()];
                        }
                    }
                    x[pivots.get(i)] = sum;
                }
                for (int c = 0; c < unknowns; c++) {
                    if (Math.abs(x[c]) > 1e-6) {
                        out.add(c);
                    }
                }
            }
            return out;
        }
    }
}
