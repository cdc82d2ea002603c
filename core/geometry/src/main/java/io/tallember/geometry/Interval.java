package io.tallember.geometry;

/** A stretch of a curve's parameter, {@code lo < hi}. */
public record Interval(double lo, double hi) {
    public double length() {
        return hi - lo;
    }

    public double at(double fraction) {
        return lo + fraction * (hi - lo);
    }

    public double middle() {
        return 0.5 * (lo + hi);
    }

    public double clamp(double t) {
        return Math.max(lo, Math.min(hi, t));
    }

    public boolean contains(double t, double slack) {
        return t >= lo - slack && t <= hi + slack;
    }

    /** {@code t} moved by whole periods so that it lies in the interval if it can, else as close behind lo as it can. */
    public double unwrap(double t, double period, double slack) {
        if (period == 0) {
            return t;
        }
        double s = t - period * Math.floor((t - lo) / period);
        return s - period >= lo - slack ? s - period : s;
    }

    /** With both ends so many times as far from zero. */
    public Interval times(double factor) {
        return new Interval(factor * lo, factor * hi);
    }
}
