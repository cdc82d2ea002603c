package io.tallember.geometry;

/**
 * A curve's points joined by chords, for finding the point of the curve that is nearest to another: chords too far away are left
 * out, on the others the foot is refined by Newton's method.
 */
final class Chords {
    private static final int STEPS = 40;
    /** Below this share of its own rate what is left to go is told by no slope: the place is in the bend's middle. */
    private static final double LEAST = 1e-3;

    /** The curve, evaluated on the stretch over one chord. */
    interface Stretch {
        Vec3 point(int chord, double t);

        Vec3 derivative(int chord, double t, Vec3 point);

        /** The second derivative, or null where it is too dear to ask for. */
        Vec3 second(int chord, double t);

        /** Of a curve that is evaluated alike on all its chords, and whose second derivative is dear. */
        static Stretch of(Curve c) {
            return new Stretch() {
                @Override
                public Vec3 point(int chord, double t) {
                    return c.point(t);
                }

                @Override
                public Vec3 derivative(int chord, double t, Vec3 point) {
                    return c.derivative(t);
                }

                @Override
                public Vec3 second(int chord, double t) {
                    return null;
                }
            };
        }
    }

    private final double[] at;
    private final Vec3[] points;
    private final double sagitta;
    private final boolean closed;
    private final Stretch curve;

    /**
     * @param at parameters of the points, growing
     * @param sagitta the most that the curve is away from a chord
     * @param closed whether the curve repeats itself beyond its ends
     */
    Chords(double[] at, Vec3[] points, double sagitta, boolean closed, Stretch curve) {
        this.at = at;
        this.points = points;
        this.sagitta = sagitta;
        this.closed = closed;
        this.curve = curve;
    }

    double sagitta() {
        return sagitta;
    }

    /** The chord over a parameter inside the whole range. */
    int segment(double t) {
        int lo = 0;
        int hi = at.length - 2;
        while (lo < hi) {
            int mid = (lo + hi + 1) >>> 1;
            if (at[mid] <= t) {
                lo = mid;
            } else {
                hi = mid - 1;
            }
        }
        return lo;
    }

    /** The parameter within the range of the point of the curve nearest to {@code p}; {@code point} gives the curve's points. */
    double nearest(Vec3 p, Interval range, java.util.function.DoubleFunction<Vec3> point) {
        int n = points.length;
        double bestT = range.lo();
        double best = point.apply(range.lo()).distance(p);
        double other = point.apply(range.hi()).distance(p);
        if (other < best) {
            best = other;
            bestT = range.hi();
        }
        // First how far the chords are: only segments that can hold the nearest point are then looked at closely.
        double nearest = best;
        double period = at[n - 1] - at[0];
        int first = closed ? (int) Math.floor((range.lo() - at[0]) / period) : 0;
        int last = closed ? (int) Math.ceil((range.hi() - at[0]) / period) : 1;
        double[] chords = new double[Math.max(0, (last - first) * (n - 1))];
        for (int pass = 0; pass < 2; pass++) {
            for (int k = 0; k < chords.length; k++) {
                int i = k % (n - 1);
                double shift = closed ? (first + k / (n - 1)) * period : 0;
                double lo = Math.max(range.lo(), at[i] + shift);
                double hi = Math.min(range.hi(), at[i + 1] + shift);
                if (lo > hi) {
                    continue;
                }
                if (pass == 0) {
                    chords[k] = onChord(i, foot(p, i, shift, lo, hi) - shift).distance(p);
                    nearest = Math.min(nearest, chords[k] + sagitta);
                } else if (chords[k] - sagitta <= Math.min(best, nearest)) {
                    double t = refined(p, lo, hi, i, shift);
                    double dist = curve.point(i, t - shift).distance(p);
                    if (dist < best) {
                        best = dist;
                        bestT = t;
                    }
                }
            }
        }
        return bestT;
    }

    private Vec3 onChord(int i, double t) {
        return points[i].lerp(points[i + 1], (t - at[i]) / (at[i + 1] - at[i]));
    }

    /** The parameter, between two, whose point on the chord of a segment is nearest. */
    private double foot(Vec3 p, int i, double shift, double lo, double hi) {
        Vec3 d = points[i + 1].minus(points[i]);
        double f = p.minus(points[i]).dot(d) / d.dot(d);
        return Math.max(lo, Math.min(hi, at[i] + shift + f * (at[i + 1] - at[i])));
    }

    /** Whether a point is on the curve, within a distance; quicker than finding the nearest. */
    boolean passes(Vec3 p, double within) {
        for (int i = 0; i + 1 < points.length; i++) {
            double t = foot(p, i, 0, at[i], at[i + 1]);
            if (onChord(i, t).distance(p) <= sagitta + within
                    && curve.point(i, t).distance(p) <= within) {
                return true;
            }
        }
        return false;
    }

    /**
     * The parameter between two at which the way to a place is square to the curve, or that end at which it still leads beyond: by
     * the slope that the two last places tell, and by halving where that leads out of where the foot is known to be.
     */
    private double refined(Vec3 p, double lo, double hi, int i, double shift) {
        double from = lo;
        double to = hi;
        double t = foot(p, i, shift, lo, hi);
        double before = 0;
        double was = 0;
        for (int k = 0; k < STEPS; k++) {
            Vec3 x = curve.point(i, t - shift);
            Vec3 d = curve.derivative(i, t - shift, x);
            Vec3 bend = curve.second(i, t - shift);
            double rate = d.dot(d);
            double is = p.minus(x).dot(d);
            if (is > 0 && t == hi || is < 0 && t == lo) {
                return t;
            }
            from = is > 0 ? t : from;
            to = is < 0 ? t : to;
            double curved = rate;
            if (bend != null) {
                curved = rate - p.minus(x).dot(bend);
            } else if (k > 0 && t != before) {
                // as far from a bend as it is wide: twice the rate on the outside, nothing at all on the inside
                curved = (was - is) / (t - before);
            }
            before = t;
            was = is;
            double next = t + is / (curved > LEAST * rate ? curved : rate);
            if (Math.abs(next - t) < 1e-13 * (1 + Math.abs(t))) {
                return Math.max(lo, Math.min(hi, next));
            }
            if (next <= from) {
                next = from == lo ? lo : 0.5 * (from + to);
            } else if (next >= to) {
                next = to == hi ? hi : 0.5 * (from + to);
            }
            t = next;
        }
        return t;
    }

    /**
     * A box round the curve's stretch over a range; {@code point} gives the curve's points.
     *
     * @param speed a bound for the length of the curve's first derivative
     */
    Box3 bounds(Interval range, double speed, java.util.function.DoubleFunction<Vec3> point) {
        Box3 box = Box3.of(point.apply(range.lo()), point.apply(range.hi()));
        double period = at[at.length - 1] - at[0];
        for (int i = 0; i + 1 < at.length || !closed && i < at.length; i++) {
            double t = closed ? range.unwrap(at[i], period, 0) : at[i];
            if (t >= range.lo() && t <= range.hi()) {
                box = box.with(points[i]);
            }
        }
        return box.grown(Math.min(sagitta, 0.5 * speed * range.length()));
    }
}
