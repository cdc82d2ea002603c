package io.tallember.inspect;

import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.mesh.FaceMesh;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.mesh.Tessellator;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntPredicate;

/**
 * The triangles of bodies in a tree of boxes, for finding what a ray hits first and what is nearest to a place. Method: boxes halved
 * at the median of the triangles' middles along their longest side; nearest place on a triangle after C. Ericson, Real-Time Collision
 * Detection, 2005, 5.1.5; ray and triangle after T. Möller and B. Trumbore, 1997.
 */
final class Triangles {
    private static final int LEAF = 4;

    /** Nine coordinates each. */
    private final double[] at;

    private final int[] face;
    /** Which sides (1, 2, 4) and corners (8, 16, 32) of a triangle lie on the outline of its face. */
    private final int[] rim;

    /** How far its face bulges over a triangle, about, by how its normals turn. */
    private final double[] sag;

    private final int[] order;
    private final double[] boxes;
    private final int[] from;
    private final int[] to;
    /** The second child of a node; the first is the next node; 0 for a leaf. */
    private final int[] second;

    private int nodes;

    /** Faces are numbered from one body to the next; those that can't be meshed have no triangles. */
    Triangles(List<Body> bodies, MeshQuality quality) {
        Tessellator mesher = new Tessellator(quality);
        List<double[]> points = new ArrayList<>();
        List<double[]> normals = new ArrayList<>();
        List<int[]> triangles = new ArrayList<>();
        int n = 0;
        for (Body b : bodies) {
            for (FaceMesh m : mesher.attempt(b).faces()) {
                points.add(m == null ? new double[0] : m.positions());
                normals.add(m == null ? new double[0] : m.normals());
                triangles.add(m == null ? new int[0] : m.triangles());
                n += triangles.get(triangles.size() - 1).length / 3;
            }
        }
        at = new double[9 * n];
        face = new int[n];
        rim = new int[n];
        sag = new double[n];
        int k = 0;
        for (int f = 0; f < triangles.size(); f++) {
            int[] t = triangles.get(f);
            int[] marks = rims(t);
            for (int i = 0; i < t.length / 3; i++, k++) {
                for (int c = 0; c < 3; c++) {
                    System.arraycopy(points.get(f), 3 * t[3 * i + c], at, 9 * k + 3 * c, 3);
                }
                face[k] = f;
                rim[k] = marks[i];
                sag[k] = bulge(k, normals.get(f), t, 3 * i);
            }
        }
        order = new int[n];
        for (int i = 0; i < n; i++) {
            order[i] = i;
        }
        int most = Math.max(1, 2 * n);
        boxes = new double[6 * most];
        from = new int[most];
        to = new int[most];
        second = new int[most];
        if (n > 0) {
            grow(0, n);
        }
    }

    /** A quarter of its longest side times the greatest turn of the normals; twice what a face bent one way has. */
    private double bulge(int triangle, double[] normals, int[] t, int first) {
        double longest = 0;
        double turn = 0;
        for (int c = 0; c < 3; c++) {
            int next = (c + 1) % 3;
            longest = Math.max(longest, corner(triangle, c).distance(corner(triangle, next)));
            double sum = 0;
            for (int k = 0; k < 3; k++) {
                sum += sq(normals[3 * t[first + c] + k] - normals[3 * t[first + next] + k]);
            }
            turn = Math.max(turn, Math.sqrt(sum));
        }
        return longest * turn / 4;
    }

    double sag(int triangle) {
        return sag[triangle];
    }

    private static int[] rims(int[] t) {
        Map<Long, Integer> uses = new HashMap<>();
        for (int i = 0; i < t.length; i++) {
            uses.merge(side(t[i], t[i % 3 == 2 ? i - 2 : i + 1]), 1, Integer::sum);
        }
        BitSet corners = new BitSet();
        for (int i = 0; i < t.length; i++) {
            int next = t[i % 3 == 2 ? i - 2 : i + 1];
            if (uses.get(side(t[i], next)) == 1) {
                corners.set(t[i]);
                corners.set(next);
            }
        }
        int[] out = new int[t.length / 3];
        for (int i = 0; i < t.length; i++) {
            int c = i % 3;
            int next = t[c == 2 ? i - 2 : i + 1];
            out[i / 3] |= (uses.get(side(t[i], next)) == 1 ? 1 << c : 0) | (corners.get(t[i]) ? 8 << c : 0);
        }
        return out;
    }

    private static long side(int a, int b) {
        return (long) Math.min(a, b) << 32 | Math.max(a, b);
    }

    int size() {
        return face.length;
    }

    int face(int triangle) {
        return face[triangle];
    }

    Vec3 corner(int triangle, int c) {
        int i = 9 * triangle + 3 * c;
        return new Vec3(at[i], at[i + 1], at[i + 2]);
    }

    /** The corner from which its longest side goes on to the next one. */
    int longest(int triangle) {
        int best = 0;
        for (int c = 1; c < 3; c++) {
            best = length(triangle, c) > length(triangle, best) ? c : best;
        }
        return best;
    }

    /** How long the side from a corner to the next one is. */
    double length(int triangle, int c) {
        return corner(triangle, c).distance(corner(triangle, (c + 1) % 3));
    }

    /** Not of unit length. */
    Vec3 normal(int t) {
        Vec3 a = corner(t, 0);
        return corner(t, 1).minus(a).cross(corner(t, 2).minus(a));
    }

    private int grow(int lo, int hi) {
        int node = nodes++;
        from[node] = lo;
        to[node] = hi;
        double[] mid = new double[6];
        for (int k = 0; k < 3; k++) {
            boxes[6 * node + k] = mid[k] = Double.POSITIVE_INFINITY;
            boxes[6 * node + 3 + k] = mid[3 + k] = Double.NEGATIVE_INFINITY;
        }
        for (int i = lo; i < hi; i++) {
            for (int k = 0; k < 3; k++) {
                double m = middle(order[i], k);
                mid[k] = Math.min(mid[k], m);
                mid[3 + k] = Math.max(mid[3 + k], m);
                for (int c = 0; c < 3; c++) {
                    double x = at[9 * order[i] + 3 * c + k];
                    boxes[6 * node + k] = Math.min(boxes[6 * node + k], x);
                    boxes[6 * node + 3 + k] = Math.max(boxes[6 * node + 3 + k], x);
                }
            }
        }
        int axis = 0;
        for (int k = 1; k < 3; k++) {
            axis = mid[3 + k] - mid[k] > mid[3 + axis] - mid[axis] ? k : axis;
        }
        if (hi - lo > LEAF && mid[3 + axis] > mid[axis]) {
            int half = (lo + hi) / 2;
            halve(lo, hi - 1, half, axis);
            grow(lo, half);
            second[node] = grow(half, hi);
        }
        return node;
    }

    private double middle(int t, int axis) {
        int i = 9 * t + axis;
        return at[i] + at[i + 3] + at[i + 6];
    }

    /** Puts the triangles in order as far as the one that comes at a place; Hoare's selection. */
    private void halve(int first, int last, int place, int axis) {
        int lo = first;
        int hi = last;
        while (lo < hi) {
            double pivot = middle(order[(lo + hi) >>> 1], axis);
            int i = lo;
            int j = hi;
            while (i <= j) {
                while (middle(order[i], axis) < pivot) {
                    i++;
                }
                while (middle(order[j], axis) > pivot) {
                    j--;
                }
                if (i <= j) {
                    int swap = order[i];
                    order[i++] = order[j];
                    order[j--] = swap;
                }
            }
            if (place <= j) {
                hi = j;
            } else if (place >= i) {
                lo = i;
            } else {
                return;
            }
        }
    }

    /** Told of a triangle that may be near enough; gives how far it has to be looked from then on. */
    interface Visit {
        double seen(int triangle, double x, double y, double z, boolean onRim, double distance);
    }

    /** Visits triangles nearer to a place than a distance, the nearer boxes first; the distance may shrink meanwhile. */
    void near(Vec3 p, double within, IntPredicate wanted, Visit visit) {
        if (face.length == 0) {
            return;
        }
        int[] stack = new int[64];
        int depth = 0;
        stack[depth++] = 0;
        double reach = within;
        double[] found = new double[3];
        while (depth > 0) {
            int node = stack[--depth];
            if (distance2(node, p) > reach * reach) {
                continue;
            }
            if (second[node] == 0) {
                for (int i = from[node]; i < to[node]; i++) {
                    int t = order[i];
                    if (wanted.test(t)) {
                        boolean onRim = nearest(t, p, found);
                        double d = Math.sqrt(sq(found[0] - p.x()) + sq(found[1] - p.y()) + sq(found[2] - p.z()));
                        if (d <= reach) {
                            reach = visit.seen(t, found[0], found[1], found[2], onRim, d);
                        }
                    }
                }
                continue;
            }
            int a = node + 1;
            int b = second[node];
            boolean first = distance2(a, p) < distance2(b, p);
            stack[depth++] = first ? b : a;
            stack[depth++] = first ? a : b;
        }
    }

    private static double sq(double x) {
        return x * x;
    }

    private double distance2(int node, Vec3 p) {
        double sum = 0;
        double[] x = {p.x(), p.y(), p.z()};
        for (int k = 0; k < 3; k++) {
            double d = Math.max(0, Math.max(boxes[6 * node + k] - x[k], x[k] - boxes[6 * node + 3 + k]));
            sum += d * d;
        }
        return sum;
    }

    /** The nearest place of a triangle; whether that lies on the outline of its face. */
    private boolean nearest(int t, Vec3 p, double[] out) {
        Vec3 a = corner(t, 0);
        Vec3 ab = corner(t, 1).minus(a);
        Vec3 ac = corner(t, 2).minus(a);
        Vec3 ap = p.minus(a);
        double d1 = ab.dot(ap);
        double d2 = ac.dot(ap);
        if (d1 <= 0 && d2 <= 0) {
            return put(t, out, 0, 0, 8);
        }
        Vec3 bp = ap.minus(ab);
        double d3 = ab.dot(bp);
        double d4 = ac.dot(bp);
        if (d3 >= 0 && d4 <= d3) {
            return put(t, out, 1, 0, 16);
        }
        double vc = d1 * d4 - d3 * d2;
        if (vc <= 0 && d1 >= 0 && d3 <= 0) {
            return put(t, out, d1 / (d1 - d3), 0, 1);
        }
        Vec3 cp = ap.minus(ac);
        double d5 = ab.dot(cp);
        double d6 = ac.dot(cp);
        if (d6 >= 0 && d5 <= d6) {
            return put(t, out, 0, 1, 32);
        }
        double vb = d5 * d2 - d1 * d6;
        if (vb <= 0 && d2 >= 0 && d6 <= 0) {
            return put(t, out, 0, d2 / (d2 - d6), 4);
        }
        double va = d3 * d6 - d5 * d4;
        if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
            double w = (d4 - d3) / (d4 - d3 + d5 - d6);
            return put(t, out, 1 - w, w, 2);
        }
        double all = va + vb + vc;
        return put(t, out, vb / all, vc / all, 0);
    }

    private boolean put(int t, double[] out, double v, double w, int on) {
        int i = 9 * t;
        for (int k = 0; k < 3; k++) {
            out[k] = at[i + k] * (1 - v - w) + at[i + 3 + k] * v + at[i + 6 + k] * w;
        }
        return (rim[t] & on) != 0;
    }

    /** The first triangle that a ray hits beyond a distance, or -1; how far it is goes into {@code far[0]}. */
    int hit(Vec3 p, Vec3 d, double beyond, double[] far) {
        if (face.length == 0) {
            return -1;
        }
        int best = -1;
        double reach = Double.POSITIVE_INFINITY;
        int[] stack = new int[64];
        int depth = 0;
        stack[depth++] = 0;
        while (depth > 0) {
            int node = stack[--depth];
            if (!crosses(node, p, d, reach)) {
                continue;
            }
            if (second[node] == 0) {
                for (int i = from[node]; i < to[node]; i++) {
                    double t = hit(order[i], p, d);
                    if (t > beyond && t < reach) {
                        reach = t;
                        best = order[i];
                    }
                }
                continue;
            }
            stack[depth++] = second[node];
            stack[depth++] = node + 1;
        }
        far[0] = reach;
        return best;
    }

    private boolean crosses(int node, Vec3 p, Vec3 d, double reach) {
        double lo = 0;
        double hi = reach;
        double[] o = {p.x(), p.y(), p.z()};
        double[] v = {d.x(), d.y(), d.z()};
        for (int k = 0; k < 3; k++) {
            double a = boxes[6 * node + k];
            double b = boxes[6 * node + 3 + k];
            if (v[k] == 0) {
                if (o[k] < a || o[k] > b) {
                    return false;
                }
                continue;
            }
            double t0 = (a - o[k]) / v[k];
            double t1 = (b - o[k]) / v[k];
            lo = Math.max(lo, Math.min(t0, t1));
            hi = Math.min(hi, Math.max(t0, t1));
        }
        return lo <= hi;
    }

    private double hit(int t, Vec3 p, Vec3 d) {
        Vec3 a = corner(t, 0);
        Vec3 ab = corner(t, 1).minus(a);
        Vec3 ac = corner(t, 2).minus(a);
        Vec3 h = d.cross(ac);
        double det = ab.dot(h);
        if (Math.abs(det) < 1e-14 * Math.max(1e-12, ab.length() * ac.length())) {
            return -1;
        }
        Vec3 s = p.minus(a);
        double u = s.dot(h) / det;
        Vec3 q = s.cross(ab);
        double v = d.dot(q) / det;
        return u < -1e-9 || v < -1e-9 || u + v > 1 + 1e-9 ? -1 : ac.dot(q) / det;
    }
}
