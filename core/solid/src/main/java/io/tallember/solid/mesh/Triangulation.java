package io.tallember.solid.mesh;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.tinfour.common.IConstraint;
import org.tinfour.common.PolygonConstraint;
import org.tinfour.common.Vertex;
import org.tinfour.standard.IncrementalTin;
import org.tinfour.utils.TriangleCollector;

/**
 * Constrained Delaunay triangles of an outline with holes. Outlines that differ only beyond the tenth digit share their
 * triangles, so that a face which was merely moved or stretched is not triangulated anew.
 */
final class Triangulation {
    private static final int KEPT = 4_000;
    private static final double SAME = 1e-10;
    private static final Map<Key, int[]> DONE = Collections.synchronizedMap(new LinkedHashMap<>(64, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Key, int[]> eldest) {
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
     * Triangles, counter-clockwise, as indices into all corners in the order given.
     *
     * @param loops x and y of each corner by turns, one array a loop, all of size about 1
     * @param outline which of them have what is triangulated inside, not outside
     * @param free x and y of points inside, numbered after the corners
     */
    static int[] of(List<double[]> loops, boolean[] outline, double[] free) {
        int size = loops.stream().mapToInt(l -> l.length + 1).sum() + free.length;
        long[] grid = new long[size];
        int n = 0;
        int at = 0;
        for (double[] l : loops) {
            for (double v : l) {
                grid[n++] = Math.round(v / SAME);
            }
            grid[n++] = Long.MIN_VALUE + (outline[at++] ? 1 : 0);
        }
        for (double v : free) {
            grid[n++] = Math.round(v / SAME);
        }
        Key key = new Key(grid);
        int[] known = DONE.get(key);
        if (known == null) {
            known = loops.size() == 1 && free.length == 0 && convex(loops.get(0))
                    ? halved(loops.get(0))
                    : delaunay(loops, outline, free);
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

    private static int[] delaunay(List<double[]> loops, boolean[] outline, double[] free) {
        List<Vertex> vertices = new ArrayList<>();
        List<IConstraint> constraints = new ArrayList<>();
        for (double[] l : loops) {
            List<Vertex> ring = new ArrayList<>();
            for (int i = 0; i < l.length; i += 2) {
                ring.add(new Vertex(l[i], l[i + 1], 0, vertices.size() + i / 2));
            }
            vertices.addAll(ring);
            if (area(l) > 0 != outline[constraints.size()]) {
                Collections.reverse(ring);
            }
            PolygonConstraint constraint = new PolygonConstraint(ring);
            constraint.complete();
            constraints.add(constraint);
        }
        IncrementalTin tin = new IncrementalTin(1e-3);
        for (int i = 0; i < free.length; i += 2) {
            vertices.add(new Vertex(free[i], free[i + 1], 0, vertices.size()));
        }
        tin.add(vertices, null);
        tin.addConstraints(constraints, false);
        List<Integer> out = new ArrayList<>();
        TriangleCollector.visitTrianglesConstrained(tin, t -> {
            for (Vertex v : t) {
                out.add(v.getIndex());
            }
        });
        tin.dispose();
        return out.stream().mapToInt(Integer::intValue).toArray();
    }
}
