package io.tallember.solid.fuse;

import io.tallember.geometry.Vec3;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Every place that matters to a fuse, numbered. Places nearer than the merge distance are one; the first one put in gives
 * the coordinates, so corners of the input (put in first) keep theirs.
 */
final class PointPool {
    private record Cell(long x, long y, long z) {}

    private final double merge;
    private final List<Vec3> points = new ArrayList<>();
    private final List<Vertex> vertices = new ArrayList<>();
    private final Map<Cell, List<Integer>> grid = new HashMap<>();

    PointPool(double merge) {
        this.merge = merge;
    }

    int add(Vec3 p) {
        return add(p, null);
    }

    /** The number of the place; the vertex is kept for it unless it has one. */
    int add(Vec3 p, Vertex vertex) {
        long cx = cell(p.x());
        long cy = cell(p.y());
        long cz = cell(p.z());
        int best = -1;
        double bestDistance = merge;
        for (long x = cx - 1; x <= cx + 1; x++) {
            for (long y = cy - 1; y <= cy + 1; y++) {
                for (long z = cz - 1; z <= cz + 1; z++) {
                    for (int id : grid.getOrDefault(new Cell(x, y, z), List.of())) {
                        double d = points.get(id).distance(p);
                        if (d <= bestDistance) {
                            best = id;
                            bestDistance = d;
                        }
                    }
                }
            }
        }
        if (best < 0) {
            best = points.size();
            points.add(p);
            vertices.add(vertex);
            grid.computeIfAbsent(new Cell(cx, cy, cz), k -> new ArrayList<>(1)).add(best);
        } else if (vertices.get(best) == null && vertex != null) {
            vertices.set(best, vertex);
        }
        return best;
    }

    private long cell(double x) {
        return (long) Math.floor(x / (2 * merge));
    }

    /** The distance within which places are one. */
    double merge() {
        return merge;
    }

    Vec3 point(int id) {
        return points.get(id);
    }

    /** The vertex that stands for the place; made when the input had none there. */
    Vertex vertex(int id) {
        Vertex v = vertices.get(id);
        if (v == null) {
            v = new Vertex(points.get(id), merge);
            vertices.set(id, v);
        }
        return v;
    }
}
