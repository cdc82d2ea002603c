package io.tallember.geometry;

/**
 * A number that goes smoothly through given ones, rising and falling between two only where they do: cubic pieces with the slopes of
 * Fritsch and Carlson (1980).
 */
public final class Monotone {
    private final double[] at;
    private final double[] values;
    private final double[] slopes;

    /**
     * @param at where the numbers are given, rising
     * @param round whether it runs on from the last into the first, whose number may differ by what it grows all round
     */
    public Monotone(double[] at, double[] values, boolean round) {
        this.at = at.clone();
        this.values = values.clone();
        int n = at.length;
        slopes = new double[n];
        for (int i = 0; i < n && n > 1; i++) {
            boolean first = i == 0;
            boolean last = i == n - 1;
            slopes[i] =
                    (first || last) && !round ? chord(first ? 0 : n - 2) : slope(first ? n - 2 : i - 1, last ? 0 : i);
        }
    }

    private double chord(int i) {
        return (values[i + 1] - values[i]) / (at[i + 1] - at[i]);
    }

    /** Between two intervals. */
    private double slope(int before, int after) {
        double a = chord(before);
        double b = chord(after);
        double ha = at[before + 1] - at[before];
        double hb = at[after + 1] - at[after];
        return a * b <= 0 ? 0 : 3 * (ha + hb) / ((2 * hb + ha) / a + (hb + 2 * ha) / b);
    }

    /** The interval that a place lies in; the first or last for places beyond. */
    public int interval(double t) {
        int i = 0;
        while (i + 2 < at.length && t > at[i + 1]) {
            i++;
        }
        return i;
    }

    /** The number at a place between the first and the last. */
    public double value(double t) {
        int i = interval(t);
        double h = at[i + 1] - at[i];
        double x = (t - at[i]) / h;
        double x2 = x * x;
        double x3 = x2 * x;
        return values[i] * (2 * x3 - 3 * x2 + 1)
                + h * slopes[i] * (x3 - 2 * x2 + x)
                + values[i + 1] * (3 * x2 - 2 * x3)
                + h * slopes[i + 1] * (x3 - x2);
    }

    /** How it grows there. */
    public double growth(double t) {
        int i = interval(t);
        double h = at[i + 1] - at[i];
        double x = (t - at[i]) / h;
        return 6 * (values[i + 1] - values[i]) * x * (1 - x) / h
                + slopes[i] * (3 * x * x - 4 * x + 1)
                + slopes[i + 1] * (3 * x * x - 2 * x);
    }

    /** Its integral from an interval's beginning to a place in it. */
    double integral(int i, double t) {
        double h = at[i + 1] - at[i];
        double x = (t - at[i]) / h;
        double x2 = x * x;
        double x3 = x2 * x;
        double x4 = x3 * x;
        return h
                * (values[i] * (x4 / 2 - x3 + x)
                        + h * slopes[i] * (x4 / 4 - 2 * x3 / 3 + x2 / 2)
                        + values[i + 1] * (x3 - x4 / 2)
                        + h * slopes[i + 1] * (x4 / 4 - x3 / 3));
    }
}
