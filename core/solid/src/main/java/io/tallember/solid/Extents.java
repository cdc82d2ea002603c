package io.tallember.solid;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.WeakHashMap;
import java.util.function.DoubleUnaryOperator;

/**
 * How far a body reaches along the axes, to about 1e-7 mm: what is shown as its size. The boxes of faces and edges that the kernel
 * works with are wider, for safety.
 */
public final class Extents {
    private static final int ALONG = 12;
    private static final int GRID = 24;
    private static final int STEPS = 60;
    /** Places of the grid from which is gone uphill, for each direction. */
    private static final int MOST = 4;

    private static final double GOLDEN = 0.5 * (Math.sqrt(5) - 1);
    /** What reaches less far beyond what is known, in mm, isn't looked into. */
    private static final double LEAST = 1e-8;

    private static final Map<Body, Box3> KNOWN = Collections.synchronizedMap(new WeakHashMap<>());

    private Box3 box = Box3.EMPTY;

    private Extents() {}

    /** Bodies don't change, so the result is kept. */
    public static Box3 of(Body body) {
        Box3 known = KNOWN.get(body);
        if (known == null) {
            Extents e = new Extents();
            body.edges().forEach(e::edge);
            body.faces().forEach(e::face);
            known = e.box;
            KNOWN.put(body, known);
        }
        return known;
    }

    private void edge(Edge e) {
        box = box.with(e.start().point()).with(e.end().point());
        Curve c = e.curve();
        if (c instanceof Line) {
            return;
        }
        if (c instanceof Circle || c instanceof Ellipse) {
            box = box.with(c.bounds(e.range()));
            return;
        }
        double[] breaks = c.breaks(e.range());
        for (int axis = 0; axis < 6; axis++) {
            int a = axis;
            DoubleUnaryOperator far = t -> along(c.point(t), a);
            double best = e.range().lo();
            double step = 0;
            for (int i = 0; i + 1 < breaks.length; i++) {
                double h = (breaks[i + 1] - breaks[i]) / ALONG;
                for (int k = 0; k <= ALONG; k++) {
                    double t = breaks[i] + k * h;
                    if (far.applyAsDouble(t) > far.applyAsDouble(best)) {
                        best = t;
                        step = h;
                    }
                }
            }
            double lo = Math.max(e.range().lo(), best - step);
            double hi = Math.min(e.range().hi(), best + step);
            for (int i = 0; i < STEPS && step > 0; i++) {
                double p = hi - GOLDEN * (hi - lo);
                double q = lo + GOLDEN * (hi - lo);
                if (far.applyAsDouble(p) > far.applyAsDouble(q)) {
                    hi = q;
                } else {
                    lo = p;
                }
            }
            box = box.with(c.point(0.5 * (lo + hi)));
        }
    }

    /** A coordinate, or for the last three its negative. */
    private static double along(Vec3 p, int axis) {
        double x = axis % 3 == 0 ? p.x() : axis % 3 == 1 ? p.y() : p.z();
        return axis < 3 ? x : -x;
    }

    private double known(int axis) {
        return along(axis < 3 ? box.max() : box.min(), axis);
    }

    private void face(Face f) {
        Surface s = f.surface();
        boolean ruled = s instanceof Plane || s instanceof Cylinder || s instanceof Cone || s instanceof Extrusion;
        if (ruled) {
            return; // no point inside reaches farther than all of its boundary
        }
        if (s instanceof Sphere || s instanceof Torus) {
            box = box.with(f.bounds());
            return;
        }
        double[] d =
                SurfaceRegion.spanned(s, f.loops().stream().map(Loop::coedges).toList());
        Interval u = new Interval(d[0], d[1]);
        Interval v = new Interval(d[2], d[3]);
        List<double[]> grid = new ArrayList<>();
        for (int i = 0; i <= GRID; i++) {
            for (int k = 0; k <= GRID; k++) {
                grid.add(new double[] {u.at(i / (double) GRID), v.at(k / (double) GRID)});
            }
        }
        List<Vec3> points = grid.stream().map(g -> s.point(g[0], g[1])).toList();
        double room = points.stream()
                .mapToDouble(p -> p.distance(points.get(0)))
                .max()
                .orElse(0);
        for (int axis = 0; axis < 6; axis++) {
            int a = axis;
            List<Integer> order = new ArrayList<>();
            for (int i = 0; i < points.size(); i++) {
                // between two places of the grid it may reach a little farther
                if (along(points.get(i), a) > known(a) - 0.05 * room) {
                    order.add(i);
                }
            }
            order.sort(Comparator.comparingDouble(i -> -along(points.get(i), a)));
            for (int i : order.subList(0, Math.min(order.size(), MOST))) {
                Vec3 top = highest(s, grid.get(i), u, v, a);
                if (along(top, a) > known(a) + LEAST
                        && f.region().locate(top, Tolerance.DEFAULT) != SurfaceRegion.Place.OUTSIDE) {
                    box = box.with(top);
                    break;
                }
            }
        }
    }

    /** Uphill from a place, by steps that are halved where they lead no farther. */
    private static Vec3 highest(Surface s, double[] from, Interval u, Interval v, int axis) {
        double[] at = from.clone();
        double hu = u.length() / GRID;
        double hv = v.length() / GRID;
        Vec3 best = s.point(at[0], at[1]);
        for (int i = 0; i < STEPS && Math.max(hu / u.length(), hv / v.length()) > 1e-9; i++) {
            Vec3 before = best;
            for (double[] step : new double[][] {{hu, 0}, {-hu, 0}, {0, hv}, {0, -hv}}) {
                double x = u.clamp(at[0] + step[0]);
                double y = v.clamp(at[1] + step[1]);
                Vec3 p = s.point(x, y);
                if (along(p, axis) > along(best, axis)) {
                    best = p;
                    at[0] = x;
                    at[1] = y;
                }
            }
            if (best == before) {
                hu *= 0.5;
                hv *= 0.5;
            }
        }
        return best;
    }
}
