package io.tallember.solid.local;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A block between three pairs of parallel planes. */
final class Hexahedron {
    private Hexahedron() {}

    /**
     * @param p from where the planes are counted
     * @param n their three unit normals, and {@code lo} and {@code hi} how far along each the two planes lie, in mm
     */
    static Body between(Vec3 p, Vec3[] n, double[] lo, double[] hi, String step, Tolerance tol) {
        double whole = n[0].dot(n[1].cross(n[2]));
        Vertex[] corners = new Vertex[8];
        for (int i = 0; i < 8; i++) {
            Vec3 at = p;
            for (int k = 0; k < 3; k++) {
                double d = (i >> k & 1) == 0 ? lo[k] : hi[k];
                at = at.plus(d / whole, n[(k + 1) % 3].cross(n[(k + 2) % 3]));
            }
            corners[i] = new Vertex(at, tol.linear());
        }
        Map<Integer, Edge> edges = new HashMap<>();
        List<Face> faces = new ArrayList<>();
        for (int k = 0; k < 3; k++) {
            int u = 1 << (k + 1) % 3;
            int v = 1 << (k + 2) % 3;
            for (int side = 0; side < 2; side++) {
                int from = side << k;
                List<Integer> round = new ArrayList<>(List.of(from, from | u, from | u | v, from | v));
                Vec3 out = n[k].times(side == 0 ? -1 : 1);
                Vec3 a = corners[round.get(1)].point().minus(corners[from].point());
                Vec3 b = corners[round.get(3)].point().minus(corners[from].point());
                if (a.cross(b).dot(out) < 0) {
                    Collections.reverse(round);
                }
                List<Coedge> loop = new ArrayList<>();
                for (int i = 0; i < 4; i++) {
                    loop.add(coedge(round.get(i), round.get((i + 1) % 4), corners, edges, tol));
                }
                Plane plane = new Plane(Frame.of(corners[from].point(), out));
                faces.add(new Face(
                        plane, true, List.of(new Loop(loop)), List.of(new Origin(step, "side", k + "-" + side))));
            }
        }
        return new Body(List.of(new Shell(faces)));
    }

    private static Coedge coedge(int from, int to, Vertex[] corners, Map<Integer, Edge> edges, Tolerance tol) {
        int lo = Math.min(from, to);
        int hi = Math.max(from, to);
        Edge e = edges.computeIfAbsent(8 * lo + hi, k -> {
            Vec3 a = corners[lo].point();
            Vec3 b = corners[hi].point();
            return new Edge(Line.through(a, b), new Interval(0, a.distance(b)), corners[lo], corners[hi], tol.linear());
        });
        return new Coedge(e, from == lo);
    }
}
