package io.tallember.solid.sweep;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.Between;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.Meeting;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.stream.DoubleStream;

/**
 * Moves a loop or chain of edges to its left by a distance, corners kept sharp: every curve moves by itself, and neighbours are
 * carried on (fitted ones straight) or cut back to where they meet.
 */
public final class Inset {
    private static final double SMOOTH = 1e-7;

    private final double by;
    /** Places at which a spline's bend is looked at, in each of its pieces. */
    private static final int BENDS = 8;
    /** Within a piece of a fitted spline its speed changes by no more than about this share. */
    private static final double QUICK = 0.02;
    /** Where its bend changes at once, pieces grow no shorter than this, in mm. */
    private static final double SHORTEST = 1e-3;
    /** How far within a piece, as a share of it, its end is looked at: so near that nothing else changes. */
    private static final double WITHIN = 1e-12;
    /** How far off a fitted spline may be, in mm. */
    private static final double FIT = 2e-9;
    /**
     * A turn, in radians, below which a fitted curve's end is taken for smooth. Places of fitted curves are known far better than
     * their directions; shared out over the curve, such a turn moves the inset along itself and hardly sideways (by half its
     * square).
     */
    private static final double FITTED_TURN = 1e-4;
    /** Corners that turn by more, in radians, have no end that meets. */
    private static final double SHARPEST = Math.toRadians(160);
    /** How many times as far as straight neighbours would have to reach a fitted curve is carried on at a corner. */
    private static final double CARRIED = 2;

    private final Tolerance tol;
    private final Function<String, GeometryException> eaten;

    private Inset(double by, Tolerance tol, Function<String, GeometryException> eaten) {
        this.by = by;
        this.tol = tol;
        this.eaten = eaten;
    }

    /**
     * The moved loop.
     *
     * @param by in mm to the left of the way it runs, to the right when negative
     * @param closed whether the last edge is joined to the first
     * @param eaten what to throw when nothing is left of an edge, from its source
     */
    public static List<Profile.Edge> of(
            List<Profile.Edge> loop,
            double by,
            boolean closed,
            Tolerance tol,
            Function<String, GeometryException> eaten) {
        return new Inset(by, tol, eaten).all(loop, closed);
    }

    private List<Profile.Edge> all(List<Profile.Edge> loop, boolean closed) {
        int n = loop.size();
        List<Profile.Edge> moved = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            Profile.Edge e = loop.get(i);
            moved.add(moved(
                    e,
                    closed || i > 0 ? joint(loop.get((i + n - 1) % n), e) : Joint.NONE,
                    closed || i < n - 1 ? joint(e, loop.get((i + 1) % n)) : Joint.NONE));
        }
        if (closed && n == 1) {
            return moved;
        }
        Vec3[] at = new Vec3[n + 1];
        for (int i = 0; i <= n; i++) {
            boolean end = !closed && (i == 0 || i == n);
            int k = i % n;
            int before = (i + n - 1) % n;
            at[i] = end
                    ? i == 0 ? moved.get(0).start() : moved.get(n - 1).end()
                    : corner(loop.get(before), loop.get(k), moved.get(before), moved.get(k));
        }
        List<Profile.Edge> out = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            out.add(between(moved.get(i), at[i], at[i + 1]));
        }
        return out;
    }

    private static double turn(Profile.Edge before, Profile.Edge after) {
        Vec3 a = along(before, false);
        Vec3 b = along(after, true);
        return Math.atan2(a.cross(b).z(), a.dot(b));
    }

    /**
     * How a fitted curve's end goes on to its neighbour.
     *
     * @param direction that both take where they run on all but smoothly, else null
     * @param reach in mm: how far it is carried on along its tangent to meet a neighbour that the move takes away from it
     */
    private record Joint(Vec3 direction, double reach) {
        static final Joint NONE = new Joint(null, 0);
    }

    private Joint joint(Profile.Edge before, Profile.Edge after) {
        if (exact(before) && exact(after)) {
            return Joint.NONE;
        }
        double turn = turn(before, after);
        if (Math.abs(turn) <= FITTED_TURN) {
            Vec3 a = along(before, false);
            Vec3 b = along(after, true);
            return new Joint(exact(before) ? a : exact(after) ? b : a.plus(b).unit(), 0);
        }
        boolean apart = by * turn < 0;
        return apart
                ? new Joint(null, CARRIED * Math.abs(by) * Math.tan(Math.min(Math.abs(turn), SHARPEST) / 2))
                : Joint.NONE;
    }

    private static boolean exact(Profile.Edge e) {
        return e.curve() instanceof Line || e.curve() instanceof Circle;
    }

    private Profile.Edge moved(Profile.Edge e, Joint first, Joint last) {
        if (e.curve() instanceof Line l) {
            Vec3 along = e.end().minus(e.start()).unit();
            Vec3 in = new Vec3(-along.y(), along.x(), 0);
            return new Profile.Edge(
                    new Line(l.origin().plus(by, in), l.direction()), e.range(), e.forward(), e.source());
        }
        if (!(e.curve() instanceof Circle c)) {
            return fitted(e, first, last);
        }
        boolean inside = e.forward() == (c.frame().z().z() > 0);
        double r = c.radius() - (inside ? by : -by);
        if (!(r > tol.linear())) {
            throw eaten.apply(e.source());
        }
        return new Profile.Edge(new Circle(c.frame(), r), e.range(), e.forward(), e.source());
    }

    /** Beside an ellipse or a spline, as a spline with its parameter. */
    private Profile.Edge fitted(Profile.Edge e, Joint first, Joint last) {
        Curve c = e.curve();
        Interval r = e.range();
        double side = e.forward() ? by : -by;
        double[] breaks = breaks(c, r);
        for (int i = 0; i + 1 < breaks.length; i++) {
            for (int k = 0; k <= BENDS; k++) {
                if (!(1 - side * bend(c, breaks[i] + (breaks[i + 1] - breaks[i]) * k / BENDS) > 1e-3)) {
                    throw eaten.apply(e.source());
                }
            }
        }
        Joint low = e.forward() ? first : last;
        Joint high = e.forward() ? last : first;
        double way = e.forward() ? 1 : -1;
        Vec3[][] turned = turned(c, breaks, direction(low, way), direction(high, way));
        Nurbs n = Between.fitted(
                t -> {
                    double in = r.clamp(t);
                    int k = piece(breaks, in);
                    double f = (in - breaks[k]) / (breaks[k + 1] - breaks[k]);
                    Vec3 d = c.derivative(in);
                    Vec3 along = d.unit()
                            .plus(1 - f, turned[k][0])
                            .plus(f, turned[k][1])
                            .unit();
                    return c.point(in).plus(t - in, d).plus(side, new Vec3(-along.y(), along.x(), 0));
                },
                carried(
                        breaks,
                        low.reach() / c.derivative(r.lo()).length(),
                        high.reach() / c.derivative(r.hi()).length()),
                FIT);
        return new Profile.Edge(n, n.whole(), e.forward(), e.source());
    }

    private static double bend(Curve c, double t) {
        Vec3 d = c.derivative(t);
        return d.cross(c.second(t)).z() / Math.pow(d.length(), 3);
    }

    /** A curve's own breaks, and more where its bend changes quickly or at once in between. */
    private double[] breaks(Curve c, Interval r) {
        double[] own = c.breaks(r);
        List<Double> all = new ArrayList<>(List.of(own[0]));
        for (int i = 0; i + 1 < own.length; i++) {
            for (int k = 0; k < BENDS; k++) {
                double w = (own[i + 1] - own[i]) / BENDS;
                double lo = own[i] + k * w;
                divide(c, lo, lo + w, bend(c, lo), bend(c, lo + w), all);
            }
            all.add(own[i + 1]);
        }
        return all.stream().mapToDouble(Double::doubleValue).toArray();
    }

    private void divide(Curve c, double lo, double hi, double bendLo, double bendHi, List<Double> all) {
        double mid = 0.5 * (lo + hi);
        if (Math.abs(by * (bendHi - bendLo)) <= QUICK
                || (hi - lo) * c.derivative(mid).length() < SHORTEST) {
            return;
        }
        double bend = bend(c, mid);
        divide(c, lo, mid, bendLo, bend, all);
        all.add(mid);
        divide(c, mid, hi, bend, bendHi, all);
    }

    private static Vec3 direction(Joint j, double way) {
        return j.direction() == null ? null : j.direction().times(way);
    }

    private static int piece(double[] breaks, double t) {
        int k = 0;
        while (k < breaks.length - 2 && t >= breaks[k + 1]) {
            k++;
        }
        return k;
    }

    /**
     * What to add to a curve's direction at the beginning and the end of each of its pieces, so that it goes on from one to the next
     * without the slight turns of fitted curves, and at its ends takes given directions.
     *
     * @param low at its lower end, and {@code high} at its upper, or null for its own
     */
    private static Vec3[][] turned(Curve c, double[] breaks, Vec3 low, Vec3 high) {
        int n = breaks.length - 1;
        Vec3[][] out = new Vec3[n][2];
        for (int i = 0; i <= n; i++) {
            Vec3 before = i == 0 ? null : beside(c, breaks[i], breaks[i - 1]);
            Vec3 after = i == n ? null : beside(c, breaks[i], breaks[i + 1]);
            Vec3 taken = i == 0 ? low : i == n ? high : before.plus(after).unit();
            if (i > 0) {
                out[i - 1][1] = taken == null || i < n && before.cross(after).length() > FITTED_TURN
                        ? Vec3.ZERO
                        : taken.minus(before);
            }
            if (i < n) {
                out[i][0] = taken == null || i > 0 && before.cross(after).length() > FITTED_TURN
                        ? Vec3.ZERO
                        : taken.minus(after);
            }
        }
        return out;
    }

    /** A curve's direction at a break, seen from within the piece toward another. */
    private static Vec3 beside(Curve c, double at, double toward) {
        return c.derivative(at + WITHIN * (toward - at)).unit();
    }

    private static double[] carried(double[] breaks, double below, double above) {
        DoubleStream low = below > 0 ? DoubleStream.of(breaks[0] - below) : DoubleStream.empty();
        DoubleStream high = above > 0 ? DoubleStream.of(breaks[breaks.length - 1] + above) : DoubleStream.empty();
        return DoubleStream.concat(DoubleStream.concat(low, DoubleStream.of(breaks)), high)
                .toArray();
    }

    private static Vec3 along(Profile.Edge e, boolean atStart) {
        double t = atStart == e.forward() ? e.range().lo() : e.range().hi();
        Vec3 d = e.curve().derivative(t).unit();
        return e.forward() ? d : d.negated();
    }

    /** Whether one edge goes on smoothly into the next. */
    static boolean smooth(Profile.Edge before, Profile.Edge after) {
        return along(before, false).cross(along(after, true)).length() < SMOOTH;
    }

    private Vec3 corner(Profile.Edge before, Profile.Edge after, Profile.Edge movedBefore, Profile.Edge movedAfter) {
        Vec3 shared = joint(before, after).direction();
        Vec3 d = shared == null ? along(after, true) : shared;
        Vec3 in = after.start().plus(by, new Vec3(-d.y(), d.x(), 0));
        if (shared != null || smooth(before, after)) {
            return in;
        }
        Vec3 best = null;
        for (Meeting m : CurveCurve.meet(
                movedBefore.curve(), whole(movedBefore.curve()), movedAfter.curve(), whole(movedAfter.curve()), tol)) {
            Vec3 q = movedBefore.curve().point(m.t());
            if (best == null || q.distance(in) < best.distance(in)) {
                best = q;
            }
        }
        if (best == null) {
            throw eaten.apply(after.source());
        }
        return best;
    }

    private static Interval whole(Curve c) {
        if (c instanceof Nurbs n) {
            return n.whole();
        }
        return c.period() > 0 ? new Interval(0, c.period()) : new Interval(-2 * Tolerance.REACH, 2 * Tolerance.REACH);
    }

    private Profile.Edge between(Profile.Edge m, Vec3 from, Vec3 to) {
        Curve c = m.curve();
        double a = c.project(m.forward() ? from : to);
        double b = c.project(m.forward() ? to : from);
        if (c.period() > 0) {
            double length = m.range().length();
            b = new Interval(a, a + c.period()).unwrap(b, c.period(), 0);
            if (Math.abs(b - a - length) > Math.min(length, Math.PI) + 0.5) {
                throw eaten.apply(m.source());
            }
        }
        if (!(b - a > tol.linear() / c.derivative(a).length())) {
            throw eaten.apply(m.source());
        }
        return new Profile.Edge(c, new Interval(a, b), m.forward(), m.source());
    }
}
