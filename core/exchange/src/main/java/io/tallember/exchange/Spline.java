package io.tallember.exchange;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;

/** A cubic B-spline with smooth joints (knots are double): the form in which curves without a name of their own are exported. */
record Spline(List<Vec3> poles, List<Double> knots, List<Integer> multiplicities, boolean closed) {
    /** How far the spline may be from the curve, in mm. */
    private static final double NEAR = 5e-8;

    private static final int DEEPEST = 10;

    /** Through points of the curve with its directions, as close together as the fit asks. */
    static Spline fitted(Curve c, Interval range) {
        List<Double> at = new ArrayList<>(List.of(range.lo()));
        double[] breaks = c.breaks(range);
        for (int i = 0; i + 1 < breaks.length; i++) {
            divide(c, breaks[i], breaks[i + 1], 0, at);
        }
        int n = at.size();
        List<Vec3> points = at.stream().map(c::point).toList();
        List<Vec3> along = at.stream().map(c::tangent).toList();
        List<Vec3> poles = new ArrayList<>(List.of(points.get(0)));
        List<Double> knots = new ArrayList<>(List.of(0.0));
        List<Integer> counts = new ArrayList<>(List.of(4));
        for (int i = 0; i + 1 < n; i++) {
            double span = span(points.get(i), points.get(i + 1), along.get(i), along.get(i + 1));
            poles.add(points.get(i).plus(span / 3, along.get(i)));
            poles.add(points.get(i + 1).plus(-span / 3, along.get(i + 1)));
            knots.add(knots.get(i) + span);
            counts.add(i + 2 == n ? 4 : 2);
        }
        poles.add(points.get(n - 1));
        return new Spline(poles, knots, counts, points.get(0).distance(points.get(n - 1)) < 1e-9);
    }

    /** The length of an arc with the given ends and directions, so that the spline runs at an even speed. */
    private static double span(Vec3 p, Vec3 q, Vec3 s, Vec3 t) {
        double half = Math.acos(Math.max(-1, Math.min(1, s.dot(t)))) / 2;
        return p.distance(q) * (half < 1e-6 ? 1 : half / Math.sin(half));
    }

    private static void divide(Curve c, double lo, double hi, int depth, List<Double> at) {
        Vec3 p = c.point(lo);
        Vec3 q = c.point(hi);
        double span = span(p, q, c.tangent(lo), c.tangent(hi));
        double worst = 0;
        for (double f : new double[] {0.3, 0.5, 0.7}) {
            Vec3 x = hermite(p, q, c.tangent(lo).times(span), c.tangent(hi).times(span), f);
            worst = Math.max(worst, c.point(c.project(x, new Interval(lo, hi))).distance(x));
        }
        if (worst > NEAR && depth < DEEPEST) {
            double mid = 0.5 * (lo + hi);
            divide(c, lo, mid, depth + 1, at);
            divide(c, mid, hi, depth + 1, at);
        } else {
            at.add(hi);
        }
    }

    private static Vec3 hermite(Vec3 p, Vec3 q, Vec3 s, Vec3 t, double f) {
        double f2 = f * f;
        double f3 = f2 * f;
        return p.times(2 * f3 - 3 * f2 + 1)
                .plus(f3 - 2 * f2 + f, s)
                .plus(-2 * f3 + 3 * f2, q)
                .plus(f3 - f2, t);
    }
}
