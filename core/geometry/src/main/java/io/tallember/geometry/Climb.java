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
    private final double[] slopes;
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
        slopes = new double[n];
        for (int i = 0; i < n && n > 1; i++) {
            slopes[i] = i == 0 ? chord(0) : i == n - 1 ? chord(n - 2) : inner(i);
        }
        heights = new double[n];
        for (int i = 0; i + 1 < n; i++) {
            heights[i + 1] = heights[i] + piece(i, at[i + 1]);
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

    private double chord(int i) {
        return (rates[i + 1] - rates[i]) / (at[i + 1] - at[i]);
    }

    private double inner(int i) {
        double a = chord(i - 1);
        double b = chord(i);
        double ha = at[i] - at[i - 1];
        double hb = at[i + 1] - at[i];
        return a * b <= 0 ? 0 : 3 * (ha + hb) / ((2 * hb + ha) / a + (hb + 2 * ha) / b);
    }

    private int interval(double t) {
        int i = 0;
        while (i + 2 < at.length && t > at[i + 1]) {
            i++;
        }
        return i;
    }

    /** The height from an interval's beginning to an angle in it: the integral of Hermite's cubic. */
    private double piece(int i, double t) {
        double h = at[i + 1] - at[i];
        double x = (t - at[i]) / h;
        double x2 = x * x;
        double x3 = x2 * x;
        double x4 = x3 * x;
        return h
                * (rates[i] * (x4 / 2 - x3 + x)
                        + h * slopes[i] * (x4 / 4 - 2 * x3 / 3 + x2 / 2)
                        + rates[i + 1] * (x3 - x4 / 2)
                        + h * slopes[i + 1] * (x4 / 4 - x3 / 3));
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
        int i = interval(t);
        return heights[i] + piece(i, t);
    }

    /** The rate at an angle, in mm per radian. */
    public double rate(double t) {
        int last = at.length - 1;
        if (t <= at[0] || t >= at[last]) {
            return t <= at[0] ? rates[0] : rates[last];
        }
        int i = interval(t);
        double h = at[i + 1] - at[i];
        double x = (t - at[i]) / h;
        double x2 = x * x;
        double x3 = x2 * x;
        return rates[i] * (2 * x3 - 3 * x2 + 1)
                + h * slopes[i] * (x3 - 2 * x2 + x)
                + rates[i + 1] * (3 * x2 - 2 * x3)
                + h * slopes[i + 1] * (x3 - x2);
    }

    /** How the rate grows with the angle. */
    public double growth(double t) {
        int last = at.length - 1;
        if (t <= at[0] || t >= at[last]) {
            return 0;
        }
        int i = interval(t);
        double h = at[i + 1] - at[i];
        double x = (t - at[i]) / h;
        return 6 * (rates[i + 1] - rates[i]) * x * (1 - x) / h
                + slopes[i] * (3 * x * x - 4 * x + 1)
                + slopes[i + 1] * (3 * x * x - 2 * x);
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
