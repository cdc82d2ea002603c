package io.tallember.sketch.solve;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchPoint;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The sketch's numbers: coordinates and radii. Those that constraints make equal are merged at once (union-find), those
 * that are given become constants, so that the numeric system stays small.
 */
final class Scalars {
    /** The number of a point's x; its y has the next one. */
    private final Map<String, Integer> points = new LinkedHashMap<>();

    private final Map<String, Integer> radii = new LinkedHashMap<>();
    private final List<Integer> parent = new ArrayList<>();
    private final List<Double> start = new ArrayList<>();
    private final List<Boolean> constant = new ArrayList<>();

    Scalars(Sketch sketch) {
        for (String given : List.of(Sketch.ORIGIN, "x-axis.end", "y-axis.end")) {
            point(sketch.point(given), true);
        }
        for (Entity e : sketch.entities()) {
            if (e instanceof SketchPoint p) {
                point(p, false);
            }
        }
        for (SketchCurve c : sketch.curves()) {
            if (c instanceof Round r) {
                radii.put(r.id(), parent.size());
                add(sketch.radius(r), false);
            }
        }
    }

    private void point(SketchPoint p, boolean given) {
        points.put(p.id(), parent.size());
        add(p.x(), given);
        add(p.y(), given);
    }

    private void add(double value, boolean given) {
        parent.add(parent.size());
        start.add(value);
        constant.add(given);
    }

    int x(String point) {
        return points.get(point);
    }

    int y(String point) {
        return points.get(point) + 1;
    }

    int r(String round) {
        return radii.get(round);
    }

    int root(int i) {
        int r = i;
        while (parent.get(r) != r) {
            r = parent.get(r);
        }
        while (parent.get(i) != r) {
            int next = parent.get(i);
            parent.set(i, r);
            i = next;
        }
        return r;
    }

    boolean isConstant(int i) {
        return constant.get(root(i));
    }

    double value(int i) {
        return start.get(root(i));
    }

    /**
     * Makes two scalars one.
     *
     * @return false when both are constants or they are one already, so that nothing was merged
     */
    boolean merge(int a, int b) {
        int ra = root(a);
        int rb = root(b);
        if (ra == rb || constant.get(ra) && constant.get(rb)) {
            return false;
        }
        if (constant.get(rb)) {
            parent.set(ra, rb);
        } else {
            parent.set(rb, ra);
        }
        return true;
    }

    /** Gives a scalar its value; false when it is a constant already. */
    boolean fix(int i, double value) {
        int r = root(i);
        if (constant.get(r)) {
            return false;
        }
        constant.set(r, true);
        start.set(r, value);
        return true;
    }

    int count() {
        return parent.size();
    }

    /** Values by scalar number; merged ones all carry their root's. */
    double[] values() {
        double[] v = new double[count()];
        for (int i = 0; i < v.length; i++) {
            v[i] = value(i);
        }
        return v;
    }

    /** The sketch with coordinates and radii read from root values. */
    Sketch write(Sketch sketch, double[] values) {
        Map<String, Vec2> places = new LinkedHashMap<>();
        Map<String, Double> sizes = new LinkedHashMap<>();
        for (Entity e : sketch.entities()) {
            if (e instanceof SketchPoint p) {
                places.put(p.id(), new Vec2(values[root(x(p.id()))], values[root(y(p.id()))]));
            } else if (e instanceof SketchCircle c) {
                sizes.put(c.id(), Math.max(1e-9, Math.abs(values[root(r(c.id()))])));
            }
        }
        return sketch.moved(places, sizes);
    }
}
