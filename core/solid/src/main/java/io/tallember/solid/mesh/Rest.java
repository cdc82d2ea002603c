package io.tallember.solid.mesh;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** What of a flattened face is still to be triangulated, and the triangles that it has already. */
final class Rest {
    private final List<List<Corner>> polygons;
    private final List<List<Corner>> loops = new ArrayList<>();
    private final List<Boolean> solid = new ArrayList<>();
    private final List<Corner> free = new ArrayList<>();
    private final List<int[]> made = new ArrayList<>();

    /** @param polygons the face's outline, which is the largest of them, and its holes */
    Rest(List<List<Corner>> polygons) {
        this.polygons = polygons;
        double most = polygons.stream()
                .mapToDouble(p -> Math.abs(Polygons.area(p)))
                .max()
                .orElse(0);
        for (List<Corner> p : polygons) {
            loops.add(p);
            solid.add(Math.abs(Polygons.area(p)) == most && !solid.contains(true));
        }
    }

    List<List<Corner>> polygons() {
        return polygons;
    }

    /** What a net fills is a hole in the rest; a hole in that is an island of it. */
    void add(Net.Filled filled) {
        made.addAll(filled.triangles());
        free.addAll(filled.free());
        for (List<Corner> l : filled.loops()) {
            loops.add(l);
            solid.add(Polygons.area(l) < 0);
        }
    }

    /** All triangles, as numbers of points. */
    int[] triangulated() {
        List<double[]> flat = new ArrayList<>();
        List<Corner> corners = new ArrayList<>();
        boolean[] outline = new boolean[loops.size()];
        for (List<Corner> l : loops) {
            outline[flat.size()] = solid.get(flat.size());
            flat.add(coordinates(l));
            corners.addAll(l);
        }
        corners.addAll(free);
        int[] indices = Triangulation.of(flat, outline, coordinates(free));
        int[] out = new int[indices.length + 3 * made.size()];
        int n = 0;
        for (int i = 0; i < indices.length; i += 3) {
            for (int j = 0; j < 3; j++) {
                out[n + j] = corners.get(indices[i + j]).point();
            }
            // a triangle along the line that stands for a tip is none
            n += out[n] == out[n + 1] || out[n + 1] == out[n + 2] || out[n] == out[n + 2] ? 0 : 3;
        }
        for (int[] t : made) {
            for (int p : t) {
                out[n++] = p;
            }
        }
        return Arrays.copyOf(out, n);
    }

    private static double[] coordinates(List<Corner> corners) {
        double[] xy = new double[2 * corners.size()];
        for (int i = 0; i < corners.size(); i++) {
            xy[2 * i] = corners.get(i).x();
            xy[2 * i + 1] = corners.get(i).y();
        }
        return xy;
    }
}
