package io.tallember.geometry;

import java.util.function.DoubleUnaryOperator;

/** Where a function of one number is highest: the best of some places, and between its neighbours by golden section. */
public final class Highest {
    private static final double GOLDEN = 0.5 * (Math.sqrt(5) - 1);

    private Highest() {}

    /**
     * @param places how many stretches of equal length to look at; one for a function that is highest at an end
     * @param sections how often what is left is made shorter by a third; a top is flat, so 40 tell all there is to tell
     */
    public static double of(DoubleUnaryOperator f, Interval range, int places, int sections) {
        int best = 0;
        double most = f.applyAsDouble(range.lo());
        for (int i = 1; i <= places; i++) {
            double value = f.applyAsDouble(range.at(i / (double) places));
            if (value > most) {
                most = value;
                best = i;
            }
        }
        double found = range.at(best / (double) places);
        if (places == 1) {
            return found;
        }
        double lo = range.at(Math.max(0, best - 1) / (double) places);
        double hi = range.at(Math.min(places, best + 1) / (double) places);
        for (int i = 0; i < sections; i++) {
            double a = hi - GOLDEN * (hi - lo);
            double c = lo + GOLDEN * (hi - lo);
            if (f.applyAsDouble(a) > f.applyAsDouble(c)) {
                hi = c;
            } else {
                lo = a;
            }
        }
        double mid = 0.5 * (lo + hi);
        return f.applyAsDouble(mid) > most ? mid : found;
    }
}
