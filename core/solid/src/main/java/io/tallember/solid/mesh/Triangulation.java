package io.tallember.solid.mesh;

import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Constrained Delaunay triangles of what lies inside an odd number of loops. Loops that differ only beyond the tenth digit share their
 * triangles, so that a face which was merely moved or stretched is not triangulated anew.
 */
final class Triangulation {
    private static final int KEPT = 4_000;
    private static final double SAME = 1e-10;
    private static final Map<Key, Delaunay.Result> DONE =
            Collections.synchronizedMap(new LinkedHashMap<>(64, 0.75f, true) {
                private static final long serialVersionUID = 1L;

                @Override
                protected boolean removeEldestEntry(Map.Entry<Key, Delaunay.Result> eldest) {
                    return size() > KEPT;
                }
            });

    /** Coordinates on the grid of what counts as the same, and where loops end. */
    private record Key(long[] grid) {
        @Override
        public boolean equals(Object o) {
            return o instanceof Key k && Arrays.equals(grid, k.grid);
        }

        @Override
        public int hashCode() {
            return Arrays.hashCode(grid);
        }
    }

    private Triangulation() {}

    /**
     * Triangles as indices into all corners in the order given.
     *
     * @param loops x and y of each corner by turns, one array a loop, all of size about 1
     * @param free x and y of points inside, numbered after the corners
     * @param bulging whether a bulging outline may have any triangles, being flat
     */
    static Delaunay.Result of(List<double[]> loops, double[] free, boolean bulging) {
        int size = 1 + loops.stream().mapToInt(l -> l.length + 1).sum() + free.length;
        long[] grid = new long[size];
        int n = 0;
        for (double[] l : loops) {
            for (double v : l) {
                grid[n++] = Math.round(v / SAME);
            }
            grid[n++] = Long.MIN_VALUE;
        }
        for (double v : free) {
            grid[n++] = Math.round(v / SAME);
        }
        grid[n] = bulging ? 1 : 0;
        Key key = new Key(grid);
        Delaunay.Result known = DONE.get(key);
        if (known == null) {
            known = bulging && loops.size() == 1 && free.length == 0 && convex(loops.get(0))
                    ? new Delaunay.Result(halved(loops.get(0)), null)
                    : delaunay(loops, free);
            DONE.put(key, known);
        }
        return known;
    }

    private static boolean convex(double[] l) {
        int n = l.length / 2;
        double sign = Math.signum(area(l));
        for (int i = 0; i < n; i++) {
            int a = 2 * i;
            int b = 2 * ((i + 1) % n);
            int c = 2 * ((i + 2) % n);
            double turn = (l[b] - l[a]) * (l[c + 1] - l[b + 1]) - (l[b + 1] - l[a + 1]) * (l[c] - l[b]);
            if (turn * sign <= 1e-9) {
                return false;
            }
        }
        return true;
    }

    /** A convex outline, halved again and again, so that no corner has too many triangles. */
    private static int[] halved(double[] l) {
        int n = l.length / 2;
        int[] out = new int[3 * (n - 2)];
        halve(0, n - 1, area(l) > 0, out, 0);
        return out;
    }

    private static int halve(int from, int to, boolean ccw, int[] out, int at) {
        if (to - from < 2) {
            return at;
        }
        int mid = (from + to) / 2;
        out[at] = from;
        out[at + 1] = ccw ? mid : to;
        out[at + 2] = ccw ? to : mid;
        return halve(mid, to, ccw, out, halve(from, mid, ccw, out, at + 3));
    }

    private static double area(double[] l) {
        double s = 0;
        for (int i = 0; i < l.length; i += 2) {
            int j = (i + 2) % l.length;
            s += l[i] * l[j + 1] - l[j] * l[i + 1];
        }
        return s / 2;
    }

    private static Delaunay.Result delaunay(List<double[]> loops, double[] free) {
        int corners = loops.stream().mapToInt(l -> l.length / 2).sum();
        double[] x = new double[corners + free.length / 2];
        double[] y = new double[x.length];
        int[] ends = new int[2 * loops.size()];
        int n = 0;
        for (int l = 0; l < loops.size(); l++) {
            ends[2 * l] = n;
            n = put(loops.get(l), x, y, n);
            ends[2 * l + 1] = n;
        }
        put(free, x, y, n);
        return Delaunay.of(x, y, ends);
    }

    private static int put(double[] from, double[] x, double[] y, int at) {
        int n = at;
        for (int i = 0; i < from.length; i += 2) {
            x[n] = from[i];
            y[n++] = from[i + 1];
        }
        return n;
    }
}
