package io.tallember.geometry.intersect;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleUnaryOperator;

/**
 * Roots over one period of a function that behaves like a trigonometric polynomial of low degree (at most four).
 *
 * <p>The extrema are bracketed on an even grid of the derivative and refined; between neighbouring extrema the function is
 * monotone, so each sign change holds one root, found by bisection with secant steps. An extremum within {@code slack} of
 * zero counts as one touching root and absorbs the roots on either side of it that it causes.
 */
final class TrigRoots {
    private static final int GRID = 96;
    /** Where the grid begins: symmetric input has its extrema at round angles, where the slope's sign is noise. */
    private static final double OFF_GRID = 0.01234567;

    record Root(double t, boolean touching) {}

    private TrigRoots() {}

    /** Roots in [0, 2 pi), by growing t; {@code f} in length units, {@code slack} the length within which it is zero. */
    static List<Root> of(DoubleUnaryOperator f, DoubleUnaryOperator slope, double slack) {
        double step = 2 * Math.PI / GRID;
        List<Double> extrema = new ArrayList<>();
        double last = slope.applyAsDouble(OFF_GRID);
        for (int i = 0; i < GRID; i++) {
            double t = OFF_GRID + i * step;
            double next = slope.applyAsDouble(t + step);
            if (last == 0) {
                extrema.add(t);
            } else if (last * next < 0) {
                extrema.add(bisect(slope, t, t + step));
            }
            last = next;
        }
        List<Root> roots = new ArrayList<>();
        int n = extrema.size();
        if (n == 0) {
            return roots;
        }
        boolean[] touching = new boolean[n];
        for (int i = 0; i < n; i++) {
            touching[i] = Math.abs(f.applyAsDouble(extrema.get(i))) <= slack;
        }
        for (int i = 0; i < n; i++) {
            double a = extrema.get(i);
            double b = i + 1 < n ? extrema.get(i + 1) : extrema.get(0) + 2 * Math.PI;
            if (touching[i]) {
                roots.add(new Root(inPeriod(a), true));
            }
            if (touching[i] || touching[(i + 1) % n]) {
                continue;
            }
            if (f.applyAsDouble(a) * f.applyAsDouble(b) < 0) {
                double t = bisect(f, a, b);
                roots.add(new Root(inPeriod(t), false));
            }
        }
        return roots;
    }

    private static double inPeriod(double t) {
        return t >= 2 * Math.PI ? t - 2 * Math.PI : t;
    }

    /** The root of a function that changes sign over [a, b]; bisection with regula falsi (Illinois). */
    static double bisect(DoubleUnaryOperator f, double a, double b) {
        double fa = f.applyAsDouble(a);
        double fb = f.applyAsDouble(b);
        int side = 0;
        for (int i = 0; i < 200 && b - a > 1e-15 * (1 + Math.abs(a)); i++) {
            double m = i % 3 == 2 ? 0.5 * (a + b) : (fa * b - fb * a) / (fa - fb);
            if (!(m > a && m < b)) {
                m = 0.5 * (a + b);
            }
            double fm = f.applyAsDouble(m);
            if (fm == 0) {
                return m;
            }
            if (fa * fm < 0) {
                b = m;
                fb = fm;
                fa = side == -1 ? fa / 2 : fa;
                side = -1;
            } else {
                a = m;
                fa = fm;
                fb = side == 1 ? fb / 2 : fb;
                side = 1;
            }
        }
        return Math.abs(fa) < Math.abs(fb) ? a : b;
    }
}
