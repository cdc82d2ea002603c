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

/**
 * Moves a loop or chain of lines and arcs to its left by a distance, corners kept sharp: every curve moves by itself, and
 * neighbours are carried on or cut back to where they meet.
 */
public final class Inset {
    private static final double SMOOTH = 1e-7;

    private final double by;
    /** Places at which a spline's bend is looked at, in each of its pieces. */
    private static final int BENDS = 8;
    /** How far off a fitted spline may be, in mm. */
    private static final double FIT = 2e-9;

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
        List<Profile.Edge> moved = loop.stream().map(this::moved).toList();
        int n = loop.size();
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

    private Profile.Edge moved(Profile.Edge e) {
        if (e.curve() instanceof Line l) {
            Vec3 along = e.end().minus(e.start()).unit();
            Vec3 in = new Vec3(-along.y(), along.x(), 0);
            return new Profile.Edge(
                    new Line(l.origin().plus(by, in), l.direction()), e.range(), e.forward(), e.source());
        }
        if (!(e.curve() instanceof Circle c)) {
            return fitted(e);
        }
        boolean inside = e.forward() == (c.frame().z().z() > 0);
        double r = c.radius() - (inside ? by : -by);
        if (!(r > tol.linear())) {
            throw eaten.apply(e.source());
        }
        return new Profile.Edge(new Circle(c.frame(), r), e.range(), e.forward(), e.source());
    }

    /** Beside an ellipse or a spline, as a spline with its parameter. */
    private Profile.Edge fitted(Profile.Edge e) {
        double side = e.forward() ? by : -by;
        double[] breaks = e.curve().breaks(e.range());
        for (int i = 0; i + 1 < breaks.length; i++) {
            for (int k = 0; k <= BENDS; k++) {
                double t = breaks[i] + (breaks[i + 1] - breaks[i]) * k / BENDS;
                Vec3 d = e.curve().derivative(t);
                double bend = d.cross(e.curve().second(t)).z() / Math.pow(d.length(), 3);
                if (!(1 - side * bend > 1e-3)) {
                    throw eaten.apply(e.source());
                }
            }
        }
        Nurbs n = Between.fitted(
                t -> {
                    Vec3 d = e.curve().derivative(t).unit();
                    return e.curve().point(t).plus(side, new Vec3(-d.y(), d.x(), 0));
                },
                breaks,
                FIT);
        return new Profile.Edge(n, n.whole(), e.forward(), e.source());
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
        Vec3 d = along(after, true);
        Vec3 in = after.start().plus(by, new Vec3(-d.y(), d.x(), 0));
        if (smooth(before, after)) {
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
