package io.tallember.solid.sweep;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.solid.Body;
import java.util.ArrayList;
import java.util.List;

/**
 * Whether a way comes so near to itself that what is swept along it could meet itself. Faces that cross others are found by the
 * check of the body; here it is about a leg that comes back to itself, such as a coil or a loop of a spline.
 */
final class Meets {
    private Meets() {}

    /** A point of the way at a length along it. */
    private record Mark(Vec3 point, double length) {}

    /** @throws GeometryException NON_MANIFOLD with the place and the distance */
    static void itself(Body body, Way way, Profile profile, Frame relative, Tolerance tol) {
        double reach = reach(profile, relative);
        List<Mark> marks = new ArrayList<>();
        double from = 0;
        for (Leg leg : way.legs()) {
            double[] breaks = leg.curve().breaks(leg.range());
            double whole = leg.length();
            int n = (int) Math.min(4000, Math.max(4 * breaks.length, Math.ceil(4 * whole / reach)));
            for (int i = 0; i < n; i++) {
                double f = (i + 0.5) / n;
                double t = leg.range().at(leg.forward() ? f : 1 - f);
                marks.add(new Mark(leg.curve().point(t), from + f * whole));
            }
            from += whole;
        }
        double all = from;
        double apart = Math.PI * reach;
        Mark worst = null;
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < marks.size(); i++) {
            Mark a = marks.get(i);
            for (int k = i + 1; k < marks.size(); k++) {
                Mark b = marks.get(k);
                double gap = b.length - a.length;
                if (way.closed()) {
                    gap = Math.min(gap, all - gap);
                }
                double d = a.point.distance(b.point);
                if (gap > apart && d < least) {
                    least = d;
                    worst = a;
                }
            }
        }
        if (worst == null || least >= 2 * reach - tol.linear()) {
            return;
        }
        throw new GeometryException(
                Reason.NON_MANIFOLD,
                "The path comes within " + Terms.length(least) + " of itself near " + worst.point.said()
                        + ", and the outline is " + Terms.length(2 * reach)
                        + " across, so it would pass through itself. Lead the path wider apart, or make the outline smaller.");
    }

    /** The farthest that a profile reaches from the way. */
    private static double reach(Profile profile, Frame relative) {
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
