package io.tallember.solid.mesh;

import java.util.List;

/** Polygons' sides by the rows they cross, for asking quickly whether a place lies inside an odd number of them. */
final class Rows {
    private static final int MOST = 4_000;

    private final double low;
    private final double step;
    private final double[][] rows;

    Rows(List<List<MeshCorner>> polygons) {
        double lo = Double.POSITIVE_INFINITY;
        double hi = Double.NEGATIVE_INFINITY;
        int sides = 0;
        for (List<MeshCorner> p : polygons) {
            sides += p.size();
            for (MeshCorner c : p) {
                lo = Math.min(lo, c.y());
                hi = Math.max(hi, c.y());
            }
        }
        int n = Math.max(1, Math.min(MOST, sides / 2));
        low = lo;
        step = Math.max((hi - lo) / n, 1e-300);
        int[] counts = new int[n];
        for (List<MeshCorner> p : polygons) {
            for (int i = 0; i < p.size(); i++) {
                double y = p.get(i).y();
                double z = p.get((i + 1) % p.size()).y();
                for (int r = row(Math.min(y, z), n); r <= row(Math.max(y, z), n); r++) {
                    counts[r]++;
                }
            }
        }
        rows = new double[n][];
        for (int r = 0; r < n; r++) {
            rows[r] = new double[4 * counts[r]];
            counts[r] = 0;
        }
        for (List<MeshCorner> p : polygons) {
            for (int i = 0; i < p.size(); i++) {
                MeshCorner a = p.get(i);
                MeshCorner b = p.get((i + 1) % p.size());
                int from = row(Math.min(a.y(), b.y()), n);
                int to = row(Math.max(a.y(), b.y()), n);
                for (int r = from; r <= to; r++) {
                    double[] side = rows[r];
                    int at = 4 * counts[r]++;
                    side[at] = a.x();
                    side[at + 1] = a.y();
                    side[at + 2] = b.x();
                    side[at + 3] = b.y();
                }
            }
        }
    }

    private int row(double y, int n) {
        return Math.max(0, Math.min(n - 1, (int) ((y - low) / step)));
    }

    boolean within(double x, double y) {
        if (y < low || y > low + step * rows.length) {
            return false;
        }
        double[] side = rows[row(y, rows.length)];
        boolean in = false;
        for (int i = 0; i < side.length; i += 4) {
            if (side[i + 1] > y != side[i + 3] > y
                    && x < side[i] + (y - side[i + 1]) / (side[i + 3] - side[i + 1]) * (side[i + 2] - side[i])) {
                in = !in;
            }
        }
        return in;
    }
}
