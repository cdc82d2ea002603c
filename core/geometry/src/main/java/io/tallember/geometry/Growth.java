package io.tallember.geometry;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * A radius that changes along a way of curves that run on smoothly, by cubic pieces over its length; beyond the ends it goes on
 * evenly.
 *
 * @param rails the curves in order
 * @param knots where the pieces meet, rising
 * @param closed whether the way closes
 */
public record Growth(List<Rail> rails, List<Knot> knots, boolean closed) {
    private static final double SAME = 1e-9;

    /** A radius that is kept, in mm, at a length in mm, and the slopes with which it is come to and left. */
    public record Knot(double at, double radius, double before, double after) {}

    /**
     * One curve of the way.
     *
     * @param forward whether the way runs with the curve's parameter
     * @param from the length at which it begins, in mm
     */
    public record Rail(Curve curve, Interval range, boolean forward, double from) {
        double length(double t) {
            double s = curve instanceof Line
                    ? t - range.lo()
                    : curve instanceof Circle c
                            ? (t - range.lo()) * c.radius()
                            : Math.signum(t - range.lo())
                                    * ArcLength.of(
                                            curve, new Interval(Math.min(t, range.lo()), Math.max(t, range.lo())));
            return forward ? from + s : from + whole() - s;
        }

        double whole() {
            return curve instanceof Line
                    ? range.length()
                    : curve instanceof Circle c ? range.length() * c.radius() : ArcLength.of(curve, range);
        }
    }

    public Growth {
        rails = List.copyOf(rails);
        knots = List.copyOf(knots);
        if (knots.size() < 2) {
            throw new IllegalArgumentException("a radius at two lengths at least");
        }
    }

    /**
     * With radii given at some lengths, rising and falling between them only where they do (the slopes of Fritsch and Carlson, 1980);
     * evenly between two.
     *
     * @param radii the last is the first where the way closes
     */
    public static Growth through(List<Rail> rails, List<Double> at, List<Double> radii, boolean closed) {
        List<Knot> knots = new ArrayList<>();
        for (int i = 0; i < at.size(); i++) {
            double m = slope(at, radii, closed, i);
            knots.add(new Knot(at.get(i), radii.get(i), m, m));
        }
        return new Growth(rails, knots, closed);
    }

    private static double slope(List<Double> at, List<Double> radii, boolean closed, int i) {
        int n = at.size();
        if (n == 2) {
            return closed ? 0 : chord(at, radii, 0);
        }
        boolean inner = i > 0 && i < n - 1;
        if (!inner && !closed) {
            return chord(at, radii, i == 0 ? 0 : n - 2);
        }
        int before = inner ? i - 1 : n - 2;
        int after = inner ? i : 0;
        double a = chord(at, radii, before);
        double b = chord(at, radii, after);
        double ha = at.get(before + 1) - at.get(before);
        double hb = at.get(after + 1) - at.get(after);
        return a * b <= 0 ? 0 : 3 * (ha + hb) / ((2 * hb + ha) / a + (hb + 2 * ha) / b);
    }

    private static double chord(List<Double> at, List<Double> radii, int i) {
        return (radii.get(i + 1) - radii.get(i)) / (at.get(i + 1) - at.get(i));
    }

    /**
     * With a knot at a length, at which the slope changes by given factors on its two sides: where the way's bend changes at once the
     * ball's way is shorter or longer than the curve beside it, and its growth is to be even along the ball's.
     *
     * @param s zero for where a way closes
     */
    public Growth bent(double s, double before, double after) {
        List<Knot> more = new ArrayList<>(knots);
        int last = more.size() - 1;
        if (s == 0) {
            Knot a = more.get(0);
            Knot b = more.get(last);
            more.set(0, new Knot(a.at, a.radius, a.before, a.after * after));
            more.set(last, new Knot(b.at, b.radius, b.before * before, b.after));
        } else {
            double m = slope(s);
            more.removeIf(k -> Math.abs(k.at - s) < SAME);
            more.add(new Knot(s, value(s), m * before, m * after));
            more.sort(java.util.Comparator.comparingDouble(Knot::at));
        }
        return new Growth(rails, more, closed);
    }

    /** The part of the way along one of its curves, beyond which it goes on evenly; there must be knots at the curve's ends. */
    public Growth along(int rail) {
        if (rails.size() == 1) {
            return this;
        }
        Rail r = rails.get(rail);
        double to = r.from + r.whole();
        List<Knot> own = knots.stream()
                .filter(k -> k.at > r.from - SAME && k.at < to + SAME)
                .toList();
        return new Growth(List.of(r), own, false);
    }

    /** The rail a point is beside, and where on it: within it, but straight on past the way's ends. */
    private record Foot(Rail rail, double t, double s) {}

    private Foot foot(Vec3 p) {
        Foot best = null;
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < rails.size(); i++) {
            Rail r = rails.get(i);
            double t = r.curve.project(p);
            if (r.curve.period() > 0) {
                double mid = r.range.middle();
                t -= r.curve.period() * Math.rint((t - mid) / r.curve.period());
            }
            boolean open = !closed
                    && (i == 0 && (r.forward == t < r.range.middle())
                            || i == rails.size() - 1 && (r.forward == t > r.range.middle()));
            double in = open ? t : r.range.clamp(t);
            double d = r.curve.point(in).distance(p);
            if (d < least - 1e-12) {
                least = d;
                best = new Foot(r, in, r.length(in));
            }
        }
        return best;
    }

    /** The radius beside a point, in mm. */
    public double radius(Vec3 p) {
        return value(foot(p).s);
    }

    /** How it grows about the point. */
    public Vec3 rate(Vec3 p) {
        Foot f = foot(p);
        Vec3 d = f.rail.curve.derivative(f.t);
        double l = d.length();
        double bend = f.rail.curve instanceof Line
                ? 0
                : p.minus(f.rail.curve.point(f.t)).dot(f.rail.curve.second(f.t));
        double along = slope(f.s) * l / (l * l - bend);
        return d.times(f.rail.forward ? along : -along);
    }

    /** The radius at a length. */
    public double value(double s) {
        Knot a = knots.get(piece(s));
        Knot b = knots.get(piece(s) + 1);
        double h = b.at - a.at;
        double x = (s - a.at) / h;
        double m = a.after * h;
        double n = b.before * h;
        if (x < 0) {
            return a.radius + x * m;
        }
        if (x > 1) {
            return b.radius + (x - 1) * n;
        }
        double x2 = x * x;
        double x3 = x2 * x;
        return a.radius * (2 * x3 - 3 * x2 + 1) + m * (x3 - 2 * x2 + x) + b.radius * (3 * x2 - 2 * x3) + n * (x3 - x2);
    }

    private double slope(double s) {
        Knot a = knots.get(piece(s));
        Knot b = knots.get(piece(s) + 1);
        double h = b.at - a.at;
        double x = Math.max(0, Math.min(1, (s - a.at) / h));
        return 6 * (b.radius - a.radius) * x * (1 - x) / h
                + a.after * (3 * x * x - 4 * x + 1)
                + b.before * (3 * x * x - 2 * x);
    }

    private int piece(double s) {
        int i = 0;
        while (i + 2 < knots.size() && s > knots.get(i + 1).at) {
            i++;
        }
        return i;
    }

    /** Whether it changes evenly, or not at all. */
    public boolean even() {
        Knot a = knots.get(0);
        Knot b = knots.get(1);
        double chord = (b.radius - a.radius) / (b.at - a.at);
        return knots.size() == 2 && Math.abs(a.after - chord) < SAME && Math.abs(b.before - chord) < SAME;
    }

    public Growth mapped(UnaryOperator<Curve> curves) {
        List<Rail> moved = new ArrayList<>();
        for (Rail r : rails) {
            moved.add(new Rail(curves.apply(r.curve), r.range, r.forward, r.from));
        }
        return new Growth(moved, knots, closed);
    }
}
