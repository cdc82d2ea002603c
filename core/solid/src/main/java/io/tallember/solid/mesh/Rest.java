package io.tallember.solid.mesh;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** What of a flattened face is still to be triangulated, and the triangles that it has already. */
final class Rest {
    private final List<List<MeshCorner>> polygons;
    private final boolean flat;
    private final List<List<MeshCorner>> loops;
    private final List<MeshCorner> free = new ArrayList<>();
    private final List<int[]> made = new ArrayList<>();

    /**
     * @param polygons the face's outline and its holes
     * @param flat whether the face is a plane
     */
    Rest(List<List<MeshCorner>> polygons, boolean flat) {
        this.polygons = polygons;
        this.flat = flat;
        this.loops = new ArrayList<>(polygons);
    }

    List<List<MeshCorner>> polygons() {
        return polygons;
    }

    /** What a net fills is a hole in the rest; a hole in that is an island of it. */
    void add(Net.Filled filled) {
        made.addAll(filled.triangles());
        free.addAll(filled.free());
        loops.addAll(filled.loops());
    }

    /** Adds corners inside that triangles are to have. */
    void add(List<MeshCorner> inner) {
        free.addAll(inner);
    }

    /**
     * All triangles.
     *
     * @param triangles numbers of points
     * @param laidOut the corners of those that no net made
     * @param crossing null, or where two sides of the loops begin that cross
     */
    record Triangles(int[] triangles, List<MeshCorner[]> laidOut, List<MeshCorner> crossing) {}

    Triangles triangulated() {
        List<double[]> outlines = new ArrayList<>();
        List<MeshCorner> corners = new ArrayList<>();
        for (List<MeshCorner> l : loops) {
            outlines.add(coordinates(l));
            corners.addAll(l);
        }
        corners.addAll(free);
        Delaunay.Result result = Triangulation.of(outlines, coordinates(free), flat);
        if (result.crossing() != null) {
            int other = result.crossing()[1];
            List<MeshCorner> both =
                    Arrays.asList(corners.get(result.crossing()[0]), other < 0 ? null : corners.get(other));
            return new Triangles(new int[0], List.of(), both);
        }
        int[] indices = result.triangles();
        int[] out = new int[indices.length + 3 * made.size()];
        List<MeshCorner[]> laidOut = new ArrayList<>();
        int n = 0;
        for (int i = 0; i < indices.length; i += 3) {
            MeshCorner[] t = new MeshCorner[3];
            for (int j = 0; j < 3; j++) {
                t[j] = corners.get(indices[i + j]);
                out[n + j] = t[j].point();
            }
            // a triangle along the line that stands for a tip is none
            boolean none = out[n] == out[n + 1] || out[n + 1] == out[n + 2] || out[n] == out[n + 2];
            if (!none) {
                laidOut.add(t);
                n += 3;
            }
        }
        for (int[] t : made) {
            for (int p : t) {
                out[n++] = p;
            }
        }
        return new Triangles(Arrays.copyOf(out, n), laidOut, null);
    }

    private static double[] coordinates(List<MeshCorner> corners) {
        double[] xy = new double[2 * corners.size()];
        for (int i = 0; i < corners.size(); i++) {
            xy[2 * i] = corners.get(i).x();
            xy[2 * i + 1] = corners.get(i).y();
        }
        return xy;
    }
}
