package io.tallember.solid.sweep;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import java.util.ArrayList;
import java.util.List;

/**
 * Whether a way comes so near to itself that what is swept along it could meet itself. Faces that cross others are found by the
 * check of the body; here it is about a leg that comes back to itself, such as a coil or a loop of a spline.
 */
final class Meets {
    private Meets() {}

    /** A point of the way at a length along it. */
    private record Mark(Leg leg, double t, Vec3 point, double length) {
        /** The point of the leg near the mark that is nearest to another point. */
        Vec3 foot(Vec3 p, double step) {
            double about = 2 * step / leg.curve().derivative(t).length();
            Interval near = new Interval(
                    Math.max(leg.range().lo(), t - about), Math.min(leg.range().hi(), t + about));
            return leg.curve().point(leg.curve().project(p, near));
        }
    }

    /**
     * A place where the way comes nearer to itself than the profile is across; null when there is none.
     */
    static GeometryException near(Way way, double reach, Tolerance tol) {
        List<Mark> marks = marks(way, reach);
        double all = way.length();
        double apart = Math.PI * reach;
        double step = all / marks.size();
        double least = 2 * reach - tol.linear();
        Mark one = null;
        for (int i = 0; i < marks.size(); i++) {
            Patience.check();
            Mark a = marks.get(i);
            for (int k = i + 1; k < marks.size(); k++) {
                double gap = marks.get(k).length - a.length;
                gap = way.closed() ? Math.min(gap, all - gap) : gap;
                if (gap > apart && a.point.distance(marks.get(k).point) < 2 * reach + step && lowest(marks, i, k)) {
                    double d = nearest(a, marks.get(k), step);
                    if (d < least) {
                        least = d;
                        one = a;
                    }
                }
            }
        }
        return one == null
                ? null
                : new GeometryException(
                        Reason.NON_MANIFOLD,
                        "The path comes within " + Terms.length(least) + " of itself near " + one.point.said()
                                + ", and the outline is " + Terms.length(2 * reach)
                                + " across, so it would pass through itself. Lead the path wider apart, or make the outline"
                                + " smaller.");
    }

    /** Whether two marks are no farther from each other than each is from the other's neighbours. */
    private static boolean lowest(List<Mark> marks, int i, int k) {
        double d = marks.get(i).point.distance(marks.get(k).point);
        for (int by = -1; by <= 1; by += 2) {
            boolean first = i + by >= 0 && marks.get(i + by).point.distance(marks.get(k).point) < d;
            boolean second = k + by < marks.size() && marks.get(i).point.distance(marks.get(k + by).point) < d;
            if (first || second) {
                return false;
            }
        }
        return true;
    }

    /** From one to the other and back, until both are feet of each other. */
    private static double nearest(Mark a, Mark b, double step) {
        Vec3 p = a.point;
        Vec3 q = b.point;
        double before = Double.POSITIVE_INFINITY;
        for (int i = 0; i < 60 && before - p.distance(q) > 1e-12; i++) {
            before = p.distance(q);
            q = b.foot(p, step);
            p = a.foot(q, step);
        }
        return p.distance(q);
    }

    private static List<Mark> marks(Way way, double reach) {
        List<Mark> marks = new ArrayList<>();
        double from = 0;
        for (Leg leg : way.legs()) {
            double[] breaks = leg.curve().breaks(leg.range());
            double whole = leg.length();
            int n = (int) Math.min(4000, Math.max(2 * breaks.length, Math.ceil(3 * whole / reach)));
            for (int i = 0; i < n; i++) {
                double f = (i + 0.5) / n;
                double t = leg.range().at(leg.forward() ? f : 1 - f);
                marks.add(new Mark(leg, t, leg.curve().point(t), from + f * whole));
            }
            from += whole;
        }
        return marks;
    }

    /** The way with its legs cut into pieces that don't come back to themselves. */
    static Way inPieces(Way way) {
        List<Leg> out = new ArrayList<>();
        for (Leg leg : way.legs()) {
            double[] b = leg.curve().breaks(leg.range());
            List<Leg> own = new ArrayList<>();
            double from = b[0];
            double turn = 0;
            for (int i = 0; i + 1 < b.length; i++) {
                turn += leg.curve().turn(new Interval(b[i], b[i + 1]));
                if (turn > 0.5 * Math.PI || i + 2 == b.length) {
                    own.add(new Leg(
                            leg.curve(), new Interval(from, b[i + 1]), leg.forward(), leg.id() + "." + own.size()));
                    from = b[i + 1];
                    turn = 0;
                }
            }
            if (!leg.forward()) {
                java.util.Collections.reverse(own);
            }
            out.addAll(own);
        }
        return new Way(out, way.closed());
    }

    /** The farthest that a profile reaches from the way. */
    static double reach(Profile profile, Frame relative) {
        double far = 1e-3;
        for (Profile.Edge e : profile.outer()) {
            for (int i = 0; i <= 24; i++) {
                far = Math.max(
                        far,
                        relative.point(e.curve().point(e.range().at(i / 24.0))).length());
            }
        }
        return far;
    }
}
