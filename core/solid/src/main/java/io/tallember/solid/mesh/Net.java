package io.tallember.solid.mesh;

import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Points of a face in rows and columns. Meshes that are clear of the face's boundary become two triangles each at once; only
 * the strip between them and the boundary is left for triangulating.
 *
 * @param points rows of columns
 * @param round whether each row closes on itself
 */
record Net(Vec3[][] points, boolean round) {
    /** What a net gives: triangles, loops round them that run with them on the left, and points that no triangle has. */
    record Filled(List<int[]> triangles, List<List<MeshCorner>> loops, List<MeshCorner> free) {}

    /** A side of a mesh, known by the points it joins. */
    private record Side(int from, int to, MeshCorner a, MeshCorner b) {
        @Override
        public boolean equals(Object o) {
            return o instanceof Side s && s.from == from && s.to == to;
        }

        @Override
        public int hashCode() {
            return 31 * from + to;
        }
    }

    /** The longest diagonal of its meshes, in mm. */
    double diagonal() {
        double most = 0;
        for (int i = 0; i + 1 < points.length; i++) {
            int n = points[i].length;
            for (int k = 0; k < (round ? n : n - 1); k++) {
                most = Math.max(most, points[i][k].distance(points[i + 1][(k + 1) % n]));
            }
        }
        return most;
    }

    /**
     * Fills the net.
     *
     * @param corners of the points that lie inside, null for others
     * @param clear whether a point is so far from the boundary that no mesh with it holds a part of it
     * @param period of the corners' x, or zero
     * @param periodY of their y, or zero
     */
    Filled filled(MeshCorner[][] corners, boolean[][] clear, double period, double periodY) {
        int rows = points.length - 1;
        int columns = points.length == 0 ? 0 : round ? points[0].length : points[0].length - 1;
        boolean[][] cell = new boolean[Math.max(0, rows)][Math.max(0, columns)];
        for (int i = 0; i < rows; i++) {
            for (int k = 0; k < columns; k++) {
                cell[i][k] = sound(corners, clear, i, k, period, periodY);
            }
        }
        withoutPinches(cell);
        boolean[][] used = new boolean[points.length][points.length == 0 ? 0 : points[0].length];
        List<int[]> triangles = new ArrayList<>();
        Set<Side> sides = new LinkedHashSet<>();
        for (int i = 0; i < rows; i++) {
            for (int k = 0; k < columns; k++) {
                if (!cell[i][k]) {
                    continue;
                }
                int j = (k + 1) % points[0].length;
                MeshCorner[] c = {corners[i][k], corners[i][j], corners[i + 1][j], corners[i + 1][k]};
                if (area(c) < 0) {
                    c = new MeshCorner[] {c[0], c[3], c[2], c[1]};
                }
                used[i][k] = true;
                used[i][j] = true;
                used[i + 1][j] = true;
                used[i + 1][k] = true;
                triangles.add(new int[] {c[0].point(), c[1].point(), c[2].point()});
                triangles.add(new int[] {c[0].point(), c[2].point(), c[3].point()});
                for (int s = 0; s < 4; s++) {
                    MeshCorner a = c[s];
                    MeshCorner b = c[(s + 1) % 4];
                    if (!sides.remove(new Side(b.point(), a.point(), b, a))) {
                        sides.add(new Side(a.point(), b.point(), a, b));
                    }
                }
            }
        }
        List<MeshCorner> free = new ArrayList<>();
        for (int i = 0; i < points.length; i++) {
            for (int k = 0; k < points[i].length; k++) {
                if (corners[i][k] != null && !used[i][k]) {
                    free.add(corners[i][k]);
                }
            }
        }
        return new Filled(triangles, loops(sides), free);
    }

    private boolean sound(MeshCorner[][] c, boolean[][] clear, int i, int k, double period, double periodY) {
        int j = (k + 1) % points[0].length;
        MeshCorner[] four = {c[i][k], c[i][j], c[i + 1][j], c[i + 1][k]};
        boolean all = clear[i][k] && clear[i][j] && clear[i + 1][j] && clear[i + 1][k];
        for (MeshCorner q : four) {
            all = all
                    && q != null
                    && (period == 0 || Math.abs(q.x() - four[0].x()) < period / 2)
                    && (periodY == 0 || Math.abs(q.y() - four[0].y()) < periodY / 2);
        }
        return all;
    }

    /** Two meshes that share but a corner would make loops that touch: one of them is left out. */
    private void withoutPinches(boolean[][] cell) {
        boolean again = true;
        while (again) {
            again = false;
            for (int i = 0; i + 1 < cell.length; i++) {
                int n = cell[i].length;
                for (int k = 0; k < (round ? n : n - 1); k++) {
                    int j = (k + 1) % n;
                    boolean one = cell[i][k] && cell[i + 1][j] && !cell[i][j] && !cell[i + 1][k];
                    boolean other = cell[i][j] && cell[i + 1][k] && !cell[i][k] && !cell[i + 1][j];
                    if (one || other) {
                        cell[i][one ? k : j] = false;
                        again = true;
                    }
                }
            }
        }
    }

    private static double area(MeshCorner[] c) {
        return (c[2].x() - c[0].x()) * (c[3].y() - c[1].y()) - (c[3].x() - c[1].x()) * (c[2].y() - c[0].y());
    }

    private static List<List<MeshCorner>> loops(Set<Side> sides) {
        Map<MeshCorner, MeshCorner> next = new LinkedHashMap<>();
        sides.forEach(e -> next.put(e.a(), e.b()));
        List<List<MeshCorner>> out = new ArrayList<>();
        while (!next.isEmpty()) {
            MeshCorner at = next.keySet().iterator().next();
            List<MeshCorner> loop = new ArrayList<>();
            while (next.containsKey(at)) {
                loop.add(at);
                at = next.remove(at);
            }
            out.add(loop);
        }
        return out;
    }
}
