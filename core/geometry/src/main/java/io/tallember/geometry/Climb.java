package io.tallember.geometry;

import java.util.Arrays;

/**
 * How far a {@link Helix} climbs with its angle: at a rate that is the same all along, or that goes smoothly through given rates,
 * rising and falling between two only where they do (the slopes of Fritsch and Carlson, 1980). The height is the integral, so it
 * has continuous second derivatives. Before the first angle and after the last the rate stays.
 */
public final class Climb {
    private final double[] at;
    private final double[] rates;
    private final Monotone between;
    private final double[] heights;

    /**
     * @param at angles in radians, rising
     * @param rates in mm per radian at these angles
     */
    public Climb(double[] at, double[] rates) {
        if (at.length == 0 || at.length != rates.length) {
            throw new IllegalArgumentException("a rate for each angle");
        }
        this.at = at.clone();
        this.rates = rates.clone();
        int n = at.length;
        between = new Monotone(at, rates, false);
        heights = new double[n];
        for (int i = 0; i + 1 < n; i++) {
            heights[i + 1] = heights[i] + between.integral(i, at[i + 1]);
        }
    }

    /** The same rate all along, in mm per radian. */
    public static Climb even(double rate) {
        return new Climb(new double[] {0}, new double[] {rate});
    }

    public boolean even() {
        return Arrays.stream(rates).allMatch(r -> r == rates[0]);
    }

    public Climb times(double factor) {
        return new Climb(at, Arrays.stream(rates).map(r -> r * factor).toArray());
    }

    /** The height in mm at an angle, zero at the first one given. */
    public double height(double t) {
        int last = at.length - 1;
        if (t <= at[0]) {
            return rates[0] * (t - at[0]);
        }
        if (t >= at[last]) {
            return heights[last] + rates[last] * (t - at[last]);
        }
        int i = between.interval(t);
        return heights[i] + between.integral(i, t);
    }

    /** The rate at an angle, in mm per radian. */
    public double rate(double t) {
        int last = at.length - 1;
        if (t <= at[0] || t >= at[last]) {
            return t <= at[0] ? rates[0] : rates[last];
        }
        return between.value(t);
    }

    /** How the rate grows with the angle. */
    public double growth(double t) {
        int last = at.length - 1;
        if (t <= at[0] || t >= at[last]) {
            return 0;
        }
        return between.growth(t);
    }

    /** The largest size of the rate. */
    public double steepest() {
        return Arrays.stream(rates).map(Math::abs).max().orElse(0);
    }

    /** The angle at which a height is reached, near enough to begin a search at; for rates of one sign. */
    double angle(double height) {
        int last = at.length - 1;
        if (last == 0 || height / Math.signum(rates[0]) <= 0) {
            return at[0] + height / rates[0];
        }
        for (int i = 0; i < last; i++) {
            if (Math.abs(height) <= Math.abs(heights[i + 1])) {
                double share = (height - heights[i]) / (heights[i + 1] - heights[i]);
                return at[i] + share * (at[i + 1] - at[i]);
            }
        }
        return at[last] + (height - heights[last]) / rates[last];
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof Climb c && Arrays.equals(c.at, at) && Arrays.equals(c.rates, rates);
    }

    @Override
    public int hashCode() {
        return 31 * Arrays.hashCode(at) + Arrays.hashCode(rates);
    }
}
