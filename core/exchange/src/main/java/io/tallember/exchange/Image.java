package io.tallember.exchange;

import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Vec2;
import java.util.ArrayList;
import java.util.List;

/**
 * An ellipse as it runs in the parameters of a cylinder that it lies on: a cubic B-spline of the ellipse's own parameter with
 * smooth joints (knots are double).
 */
record Image(List<Vec2> poles, List<Double> knots, List<Integer> multiplicities) {
    /** Pieces of a half turn: fine enough for readers that integrate piece by piece. */
    private static final int SPANS = 96;

    /** Half axis, in mm, up to which so many pieces are near enough; the error grows with it, and with a piece's fourth power. */
    private static final double WIDE = 100;

    static Image of(Ellipse k, Interval range, Cylinder c) {
        double finer = Math.sqrt(Math.sqrt(Math.max(1, k.a() / WIDE)));
        int n = (int) Math.ceil(SPANS * finer * range.length() / Math.PI);
        double h = range.length() / n;
        List<Vec2> poles = new ArrayList<>();
        List<Double> knots = new ArrayList<>();
        List<Integer> counts = new ArrayList<>();
        Vec2 last = null;
        Vec2 slope = null;
        for (int i = 0; i <= n; i++) {
            double t = i == n ? range.hi() : range.lo() + h * i;
            Vec2 at = c.project(k.point(t));
            if (last != null) { // on from the one before, over the place where the angle begins
                at = new Vec2(last.x() + Math.IEEEremainder(at.x() - last.x(), 2 * Math.PI), at.y());
            }
            Vec2 d = c.rates(at.x(), at.y(), k.derivative(t));
            if (last != null) {
                poles.add(last.plus(h / 3, slope));
                poles.add(at.plus(-h / 3, d));
            }
            if (i == 0 || i == n) {
                poles.add(at);
            }
            knots.add(t);
            counts.add(i == 0 || i == n ? 4 : 2);
            last = at;
            slope = d;
        }
        return new Image(poles, knots, counts);
    }
}
