package io.tallember.solid.mesh;

import java.util.Arrays;
import java.util.List;

/** The triangles of a strip whose corners all lie on its straight lower or upper side: they are zipped together. */
final class Band {
    private static final double LEVEL = 1e-9;

    private Band() {}

    /** Triangles, as numbers of points; null when the polygon is no such strip. */
    static int[] of(List<MeshCorner> polygon) {
        int n = polygon.size();
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (MeshCorner c : polygon) {
            low = Math.min(low, c.y());
            high = Math.max(high, c.y());
        }
        double slack = LEVEL * (1 + high - low);
        if (high - low <= 10 * slack) {
            return null;
        }
        boolean[] up = new boolean[n];
        int changes = 0;
        int firstLow = -1;
        for (int i = 0; i < n; i++) {
            double y = polygon.get(i).y();
            up[i] = y > high - slack;
            if (!up[i] && y > low + slack) {
                return null;
            }
        }
        for (int i = 0; i < n; i++) {
            if (up[i] != up[(i + 1) % n]) {
                changes++;
                firstLow = up[i] ? (i + 1) % n : firstLow;
            }
        }
        if (changes != 2) {
            return null;
        }
        int lows = 0;
        while (!up[(firstLow + lows) % n]) {
            lows++;
        }
        int highs = n - lows;
        // the lower side as it runs, the upper one against its run, so that both go the same way
        double way = lows > 1 ? x(polygon, firstLow + 1) - x(polygon, firstLow) : 1;
        int[] out = new int[3 * (lows + highs - 2)];
        int made = 0;
        int i = 0;
        int j = 0;
        while (i < lows - 1 || j < highs - 1) {
            int a = (firstLow + i) % n;
            int b = (firstLow + n - 1 - j) % n;
            double nextLow = i < lows - 1 ? way * (x(polygon, firstLow + i + 1) - x(polygon, firstLow)) : 0;
            double nextHigh = j < highs - 1 ? way * (x(polygon, firstLow + 2 * n - 2 - j) - x(polygon, firstLow)) : 0;
            if (i < lows - 1
                            && way
                                            * (x(polygon, firstLow + i + 1)
                                                    - polygon.get(a).x())
                                    <= 0
                    || j < highs - 1
                            && way
                                            * (x(polygon, firstLow + 2 * n - 2 - j)
                                                    - polygon.get(b).x())
                                    <= 0) {
                return null;
            }
            boolean below = j == highs - 1 || i < lows - 1 && nextLow <= nextHigh;
            int c = below ? (firstLow + i + 1) % n : (firstLow + 2 * n - 2 - j) % n;
            int p = polygon.get(a).point();
            int q = polygon.get(c).point();
            int r = polygon.get(b).point();
            if (p != q && q != r && r != p) {
                out[made++] = p;
                out[made++] = q;
                out[made++] = r;
            }
            if (below) {
                i++;
            } else {
                j++;
            }
        }
        return Arrays.copyOf(out, made);
    }

    private static double x(List<MeshCorner> polygon, int i) {
        return polygon.get(i % polygon.size()).x();
    }
}
