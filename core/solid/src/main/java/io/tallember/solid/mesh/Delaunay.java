package io.tallember.solid.mesh;

import io.tallember.geometry.Patience;
import java.math.BigDecimal;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Delaunay triangles of points with sides that must be kept, all inside a far triangle.
 *
 * <p>Turns are exact: a filter in front, decimal numbers behind. A circle counts as holding a point only when that is certain, so
 * each exchange of a diagonal is a true one and the work ends on any input. Points go in one by one (C. Lawson, Software for C1
 * surface interpolation, 1977), in rounds of growing size along a snake (N. Amenta and others, Incremental constructions con
 * BRIO, 2003); sides by exchanging the diagonals they cross (S. Sloan, A fast algorithm for generating constrained Delaunay
 * triangulations, 1993).
 */
final class Delaunay {
    /** Coordinates are rounded to this: what should coincide does, and what differs less is one. */
    private static final double GRID = 0x1p-42;

    private static final double TURN_BOUND = 4e-16;
    private static final double CIRCLE_BOUND = 1.2e-15;
    private static final double FAR = 16;
    /** By how much points are lifted at most, so that of four on one circle always the same two are joined. */
    private static final double LIFT = 1e-12;

    private final double[] x;
    private final double[] y;
    /** Small, and decided by where a point lies only: so a mesh doesn't depend on what else is in it. */
    private final double[] lift;

    private final int count;
    /** For each point itself, or the earlier one at the same place. */
    private final int[] same;

    private int[] corner;
    private int[] beside;
    private int[] sides;
    private int triangles;
    private final int[] anyOf;
    private int last;
    /** The ends of the side that was found in the way. */
    private int[] blocked;

    /**
     * What came of it.
     *
     * @param triangles counter-clockwise, as numbers of points
     * @param crossing null, or the first points of two sides that cross (the second -1 when it isn't known); then there are no
     *     triangles
     */
    record Result(int[] triangles, int[] crossing) {}

    private Delaunay(double[] xs, double[] ys) {
        count = xs.length;
        x = Arrays.copyOf(xs, count + 3);
        y = Arrays.copyOf(ys, count + 3);
        same = new int[count];
        double[] box = {1e300, -1e300, 1e300, -1e300};
        for (int i = 0; i < count; i++) {
            x[i] = Math.rint(xs[i] / GRID) * GRID;
            y[i] = Math.rint(ys[i] / GRID) * GRID;
            box[0] = Math.min(box[0], x[i]);
            box[1] = Math.max(box[1], x[i]);
            box[2] = Math.min(box[2], y[i]);
            box[3] = Math.max(box[3], y[i]);
        }
        double reach = Math.max(box[1] - box[0], box[3] - box[2]) + 1e-6;
        double cx = 0.5 * (box[0] + box[1]);
        double cy = 0.5 * (box[2] + box[3]);
        far(count, cx - FAR * reach, cy - FAR * reach);
        far(count + 1, cx + FAR * reach, cy - FAR * reach);
        far(count + 2, cx, cy + FAR * reach);
        lift = new double[count + 3];
        Arrays.setAll(lift, i -> lift(x[i], y[i]));
        int room = 2 * count + 4;
        corner = new int[3 * room];
        beside = new int[3 * room];
        sides = new int[3 * room];
        anyOf = new int[count + 3];
        add(count, count + 1, count + 2);
        Arrays.fill(beside, 0, 3, -1);
    }

    private void far(int i, double px, double py) {
        x[i] = Math.rint(px / GRID) * GRID;
        y[i] = Math.rint(py / GRID) * GRID;
    }

    /**
     * Triangles of what lies inside an odd number of loops.
     *
     * @param xs of each corner of the loops, then of free points
     * @param loops where each loop begins among the points and where it ends, by turns
     */
    static Result of(double[] xs, double[] ys, int[] loops) {
        Delaunay d = new Delaunay(xs, ys);
        for (int i : d.order()) {
            d.insert(i);
        }
        for (int l = 0; l < loops.length; l += 2) {
            for (int i = loops[l]; i < loops[l + 1]; i++) {
                int j = i + 1 == loops[l + 1] ? loops[l] : i + 1;
                if (!d.side(d.same[i], d.same[j])) {
                    return new Result(new int[0], new int[] {i, d.blocking(loops)});
                }
            }
        }
        return new Result(d.inside(), null);
    }

    /** The first point of the loops' side that was in the way, or -1. */
    private int blocking(int[] loops) {
        for (int l = 0; blocked != null && l < loops.length; l += 2) {
            for (int i = loops[l]; i < loops[l + 1]; i++) {
                int a = same[i];
                int b = same[i + 1 == loops[l + 1] ? loops[l] : i + 1];
                boolean from = a == blocked[0] && (blocked[1] < 0 || b == blocked[1]);
                if (from || b == blocked[0] && a == blocked[1]) {
                    return i;
                }
            }
        }
        return -1;
    }

    /** Rounds of doubling size, each along a snake over its points. */
    private int[] order() {
        int[] all = new int[count];
        long seed = 88_172_645_463_325_252L;
        for (int i = 0; i < count; i++) {
            all[i] = i;
        }
        for (int i = count - 1; i > 0; i--) {
            seed ^= seed << 13;
            seed ^= seed >>> 7;
            seed ^= seed << 17;
            int k = (int) Math.floorMod(seed, (long) i + 1);
            int t = all[i];
            all[i] = all[k];
            all[k] = t;
        }
        double lowX = Arrays.stream(x, 0, count).min().orElse(0);
        double lowY = Arrays.stream(y, 0, count).min().orElse(0);
        double wide = Math.max(1e-9, Arrays.stream(x, 0, count).max().orElse(0) - lowX);
        double high = Math.max(1e-9, Arrays.stream(y, 0, count).max().orElse(0) - lowY);
        for (int from = 0, to = Math.min(count, 32); from < count; from = to, to = Math.min(count, 2 * to)) {
            int rows = (int) Math.ceil(Math.sqrt(to - from + 1.0));
            long[] keys = new long[to - from];
            for (int i = from; i < to; i++) {
                long row = (long) (rows * (y[all[i]] - lowY) / high);
                long along = (long) (1e6 * (x[all[i]] - lowX) / wide);
                keys[i - from] = ((row << 21) + (row % 2 == 0 ? along : 1_000_000 - along) << 24) + (i - from);
            }
            Arrays.sort(keys);
            int[] sorted = new int[to - from];
            for (int i = 0; i < sorted.length; i++) {
                sorted[i] = all[from + (int) (keys[i] & 0xffffff)];
            }
            System.arraycopy(sorted, 0, all, from, sorted.length);
        }
        return all;
    }

    private int add(int a, int b, int c) {
        if (3 * triangles == corner.length) {
            corner = Arrays.copyOf(corner, 2 * corner.length);
            beside = Arrays.copyOf(beside, 2 * beside.length);
            sides = Arrays.copyOf(sides, 2 * sides.length);
        }
        set(triangles, a, b, c);
        return triangles++;
    }

    private void set(int t, int a, int b, int c) {
        corner[3 * t] = a;
        corner[3 * t + 1] = b;
        corner[3 * t + 2] = c;
        anyOf[a] = t;
        anyOf[b] = t;
        anyOf[c] = t;
    }

    /** Twice the area of a triangle, of certain sign; zero only when the points are in line. */
    private double turn(int a, int b, int c) {
        double l = (x[b] - x[a]) * (y[c] - y[a]);
        double r = (y[b] - y[a]) * (x[c] - x[a]);
        double d = l - r;
        if (Math.abs(d) > TURN_BOUND * (Math.abs(l) + Math.abs(r))) {
            return d;
        }
        BigDecimal ax = new BigDecimal(x[a]);
        BigDecimal ay = new BigDecimal(y[a]);
        BigDecimal exact = new BigDecimal(x[b])
                .subtract(ax)
                .multiply(new BigDecimal(y[c]).subtract(ay))
                .subtract(new BigDecimal(y[b]).subtract(ay).multiply(new BigDecimal(x[c]).subtract(ax)));
        return exact.signum();
    }

    /** Whether a point lies for certain inside the circle through three points given counter-clockwise. */
    private boolean holds(int a, int b, int c, int p) {
        double ax = x[a] - x[p];
        double ay = y[a] - y[p];
        double bx = x[b] - x[p];
        double by = y[b] - y[p];
        double cx = x[c] - x[p];
        double cy = y[c] - y[p];
        double aa = ax * ax + ay * ay + (lift[a] - lift[p]);
        double bb = bx * bx + by * by + (lift[b] - lift[p]);
        double cc = cx * cx + cy * cy + (lift[c] - lift[p]);
        double det = aa * (bx * cy - by * cx) + bb * (cx * ay - cy * ax) + cc * (ax * by - ay * bx);
        double size = Math.abs(aa) * (Math.abs(bx * cy) + Math.abs(by * cx))
                + Math.abs(bb) * (Math.abs(cx * ay) + Math.abs(cy * ax))
                + Math.abs(cc) * (Math.abs(ax * by) + Math.abs(ay * bx));
        return det > CIRCLE_BOUND * size;
    }

    private int indexOf(int t, int p) {
        return corner[3 * t] == p ? 0 : corner[3 * t + 1] == p ? 1 : 2;
    }

    /** Where a neighbour knows a triangle as its own neighbour. */
    private int back(int t, int neighbour) {
        return beside[3 * neighbour] == t ? 0 : beside[3 * neighbour + 1] == t ? 1 : 2;
    }

    private void relink(int neighbour, int was, int now) {
        if (neighbour >= 0) {
            beside[3 * neighbour + back(was, neighbour)] = now;
        }
    }

    private static double lift(double x, double y) {
        long h = Double.doubleToLongBits(x) * 0x9e3779b97f4a7c15L ^ Double.doubleToLongBits(y) * 0xc2b2ae3d27d4eb4fL;
        h = (h ^ h >>> 31) * 0xbf58476d1ce4e5b9L;
        return LIFT * (h >>> 11) * 0x1p-53;
    }

    /** A triangle that holds the point, on its rim too: from one to the next toward the point; if that goes round in circles, any. */
    private int locate(int p) {
        int t = last;
        int start = 0;
        for (int steps = 0; steps < 4 * triangles + 16; steps++) {
            int next = -1;
            for (int i = 0; i < 3 && next < 0; i++) {
                int k = (i + start) % 3;
                if (turn(corner[3 * t + (k + 1) % 3], corner[3 * t + (k + 2) % 3], p) < 0) {
                    next = beside[3 * t + k];
                }
            }
            if (next < 0) {
                return t;
            }
            t = next;
            start = (start + 1) % 3;
        }
        for (t = 0; t < triangles; t++) {
            boolean in = true;
            for (int k = 0; k < 3; k++) {
                in &= turn(corner[3 * t + k], corner[3 * t + (k + 1) % 3], p) >= 0;
            }
            if (in) {
                return t;
            }
        }
        throw new IllegalStateException("a point lies in no triangle");
    }

    private void insert(int p) {
        if ((p & 255) == 0) {
            Patience.check();
        }
        int t = locate(p);
        same[p] = p;
        int onSide = -1;
        for (int k = 0; k < 3; k++) {
            int c = corner[3 * t + k];
            if (x[c] == x[p] && y[c] == y[p]) {
                same[p] = same[c];
                return;
            }
            if (turn(corner[3 * t + (k + 1) % 3], corner[3 * t + (k + 2) % 3], p) == 0) {
                onSide = k;
            }
        }
        ArrayDeque<Integer> check = new ArrayDeque<>();
        if (onSide < 0) {
            inTriangle(t, p, check);
        } else {
            onSide(t, onSide, p, check);
        }
        last = anyOf[p];
        legalise(check);
    }

    private void inTriangle(int t, int p, ArrayDeque<Integer> check) {
        int a = corner[3 * t];
        int b = corner[3 * t + 1];
        int c = corner[3 * t + 2];
        int na = beside[3 * t];
        int nb = beside[3 * t + 1];
        int nc = beside[3 * t + 2];
        int u = add(b, c, p);
        int v = add(c, a, p);
        set(t, a, b, p);
        link(t, u, v, nc);
        link(u, v, t, na);
        link(v, t, u, nb);
        relink(na, t, u);
        relink(nb, t, v);
        check.add(3 * t + 2);
        check.add(3 * u + 2);
        check.add(3 * v + 2);
    }

    private void link(int t, int n0, int n1, int n2) {
        beside[3 * t] = n0;
        beside[3 * t + 1] = n1;
        beside[3 * t + 2] = n2;
    }

    private void onSide(int t, int k, int p, ArrayDeque<Integer> check) {
        int a = corner[3 * t + k];
        int b = corner[3 * t + (k + 1) % 3];
        int c = corner[3 * t + (k + 2) % 3];
        int o = beside[3 * t + k];
        int d = corner[3 * o + back(t, o)];
        int nab = beside[3 * t + (k + 2) % 3];
        int nca = beside[3 * t + (k + 1) % 3];
        int j = back(t, o);
        int ndc = beside[3 * o + (j + 2) % 3];
        int nbd = beside[3 * o + (j + 1) % 3];
        // o is d, c, b counter-clockwise
        int u = add(a, p, c);
        int v = add(d, p, b);
        set(t, a, b, p);
        set(o, d, c, p);
        link(t, v, u, nab);
        link(u, o, nca, t);
        link(o, u, v, ndc);
        link(v, t, nbd, o);
        relink(nca, t, u);
        relink(nbd, o, v);
        check.add(3 * t + 2);
        check.add(3 * u + 1);
        check.add(3 * o + 2);
        check.add(3 * v + 1);
    }

    /** Exchanges diagonals of which it is certain that the other one is better, and looks at what is beside them. */
    private void legalise(ArrayDeque<Integer> check) {
        while (!check.isEmpty()) {
            int at = check.pollLast();
            int t = at / 3;
            int k = at % 3;
            int o = beside[at];
            if (o < 0 || sides[at] > 0) {
                continue;
            }
            int d = corner[3 * o + back(t, o)];
            if (!holds(corner[3 * t], corner[3 * t + 1], corner[3 * t + 2], d) || !exchange(t, k)) {
                continue;
            }
            for (int s = 0; s < 3; s++) {
                check.add(3 * t + s);
                check.add(3 * o + s);
            }
        }
    }

    /** Exchanges the diagonal opposite corner k of t, when the four corners bulge; the two triangles then meet in the other one. */
    private boolean exchange(int t, int k) {
        int o = beside[3 * t + k];
        int j = back(t, o);
        int a = corner[3 * t + k];
        int b = corner[3 * t + (k + 1) % 3];
        int c = corner[3 * t + (k + 2) % 3];
        int d = corner[3 * o + j];
        if (turn(a, b, d) <= 0 || turn(a, d, c) <= 0) {
            return false;
        }
        int nab = beside[3 * t + (k + 2) % 3];
        int nca = beside[3 * t + (k + 1) % 3];
        int ndc = beside[3 * o + (j + 2) % 3];
        int nbd = beside[3 * o + (j + 1) % 3];
        int sab = sides[3 * t + (k + 2) % 3];
        int sca = sides[3 * t + (k + 1) % 3];
        int sdc = sides[3 * o + (j + 2) % 3];
        int sbd = sides[3 * o + (j + 1) % 3];
        set(t, a, b, d);
        set(o, a, d, c);
        link(t, nbd, o, nab);
        link(o, ndc, nca, t);
        sides[3 * t] = sbd;
        sides[3 * t + 1] = 0;
        sides[3 * t + 2] = sab;
        sides[3 * o] = sdc;
        sides[3 * o + 1] = sca;
        sides[3 * o + 2] = 0;
        relink(nbd, o, t);
        relink(nca, t, o);
        return true;
    }

    private interface Seen {
        /** Looks at a triangle round a point; true to go no further. */
        boolean at(int triangle, int index);
    }

    private void around(int p, Seen seen) {
        int first = anyOf[p];
        int t = first;
        do {
            int k = indexOf(t, p);
            if (seen.at(t, k)) {
                return;
            }
            t = beside[3 * t + (k + 1) % 3];
        } while (t != first && t >= 0);
    }

    /** Where the side from one point to another is opposite a corner, as three times the triangle and the corner's index; or -1. */
    private int opposite(int a, int b) {
        if (a >= count) {
            int at = opposite(b, a);
            return 3 * beside[at] + back(at / 3, beside[at]);
        }
        int[] found = {-1};
        around(a, (t, k) -> {
            if (corner[3 * t + (k + 1) % 3] == b) {
                found[0] = 3 * t + (k + 2) % 3;
            }
            return found[0] >= 0;
        });
        return found[0];
    }

    /** Makes a side of the triangles run from one point to another; false when it crosses another such side or runs through a point. */
    private boolean side(int from, int to) {
        if (from == to) {
            return true;
        }
        int end = stretch(from, to);
        if (end >= 0 && end != to) {
            blocked = new int[] {end, -1};
        }
        return end == to;
    }

    /** The same up to the first point that lies on the way; -1 when a side is in the way. */
    private int stretch(int a, int to) {
        int[] start = {-1, -1};
        around(a, (t, k) -> {
            int b = corner[3 * t + (k + 1) % 3];
            int c = corner[3 * t + (k + 2) % 3];
            if (b == to || turn(a, to, b) == 0 && ahead(a, to, b)) {
                start[1] = b;
            } else if (turn(a, to, b) < 0 && turn(a, to, c) > 0) {
                start[0] = 3 * t + k;
            }
            return start[1] >= 0 || start[0] >= 0;
        });
        if (start[1] >= 0) {
            mark(a, start[1]);
            return start[1];
        }
        if (start[0] < 0) {
            return -1;
        }
        ArrayDeque<long[]> crossing = new ArrayDeque<>();
        int end = across(a, to, start[0], crossing);
        if (end < 0) {
            return -1;
        }
        List<long[]> made = new ArrayList<>();
        long bound = 100 + 20L * crossing.size() * crossing.size();
        while (!crossing.isEmpty()) {
            if (bound-- < 0) {
                return -1;
            }
            long[] e = crossing.poll();
            int at = opposite((int) e[0], (int) e[1]);
            int t = at / 3;
            int o = beside[at];
            int p = corner[at];
            int q = corner[3 * o + back(t, o)];
            if (!exchange(t, at % 3)) {
                crossing.add(e);
            } else if (p != a && q != a && p != end && q != end && turn(a, end, p) * turn(a, end, q) < 0) {
                crossing.add(new long[] {p, q});
            } else {
                made.add(new long[] {p, q});
            }
        }
        mark(a, end);
        ArrayDeque<Integer> check = new ArrayDeque<>();
        for (long[] e : made) {
            int at = opposite((int) e[0], (int) e[1]);
            if (at >= 0) {
                check.add(at);
            }
        }
        legalise(check);
        return end;
    }

    private boolean ahead(int a, int to, int p) {
        return (x[to] - x[a]) * (x[p] - x[a]) + (y[to] - y[a]) * (y[p] - y[a]) > 0;
    }

    /** Collects the diagonals that the way crosses, up to the first point on it, which is given; -1 when one must stay. */
    private int across(int a, int to, int first, ArrayDeque<long[]> crossing) {
        int at = first;
        while (true) {
            int t = at / 3;
            int b = corner[3 * t + (at % 3 + 1) % 3];
            int c = corner[3 * t + (at % 3 + 2) % 3];
            if (sides[at] > 0) {
                blocked = new int[] {b, c};
                return -1;
            }
            crossing.add(new long[] {b, c});
            int o = beside[at];
            int j = back(t, o);
            int d = corner[3 * o + j];
            double side = turn(a, to, d);
            if (d == to || side == 0) {
                return d;
            }
            // o is d, c, b: the way leaves it between d and c, or between b and d
            at = side < 0 ? 3 * o + (j + 2) % 3 : 3 * o + (j + 1) % 3;
        }
    }

    private void mark(int a, int b) {
        int at = opposite(a, b);
        int o = beside[at];
        sides[at]++;
        sides[3 * o + back(at / 3, o)]++;
    }

    /** The triangles from which an odd number of sides lies between them and the far triangle's corners. */
    private int[] inside() {
        int[] parity = new int[triangles];
        Arrays.fill(parity, -1);
        ArrayDeque<Integer> todo = new ArrayDeque<>();
        int outer = anyOf[count];
        parity[outer] = 0;
        todo.add(outer);
        int[] out = new int[3 * triangles];
        int n = 0;
        while (!todo.isEmpty()) {
            int t = todo.poll();
            if (parity[t] == 1) {
                for (int k = 0; k < 3; k++) {
                    out[n++] = corner[3 * t + k];
                }
            }
            for (int k = 0; k < 3; k++) {
                int o = beside[3 * t + k];
                if (o >= 0 && parity[o] < 0) {
                    parity[o] = (parity[t] + sides[3 * t + k]) % 2;
                    todo.add(o);
                }
            }
        }
        return Arrays.copyOf(out, n);
    }
}
