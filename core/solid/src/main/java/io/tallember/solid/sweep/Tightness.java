package io.tallember.solid.sweep;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Vec3;
import java.util.List;
import java.util.function.DoubleFunction;

/** Whether a bend of a way is wider than a profile reaches to its inside. */
final class Tightness {
    private static final int ALONG = 6;
    private static final int ACROSS = 24;

    private Tightness() {}

    /** @throws GeometryException BAD_VALUE with the place, the bend's radius and what the profile reaches */
    static void check(Profile profile, Leg leg, DoubleFunction<Frame> placed) {
        double[] breaks = leg.curve().breaks(leg.range());
        double worst = 0;
        double at = 0;
        double needed = 0;
        for (int i = 0; i + 1 < breaks.length; i++) {
            for (int k = i == 0 ? 0 : 1; k <= ALONG; k++) {
                double t = breaks[i] + (breaks[i + 1] - breaks[i]) * k / ALONG;
                Vec3 d = leg.curve().derivative(t);
                Vec3 dd = leg.curve().second(t);
                double speed = d.length();
                Vec3 bend = dd.plus(-dd.dot(d) / (speed * speed), d).times(1 / (speed * speed));
                double curved = bend.length();
                if (curved < 1e-9) {
                    continue;
                }
                double reach = reach(profile, placed.apply(t), leg.curve().point(t), bend.unit());
                if (reach * curved > worst) {
                    worst = reach * curved;
                    at = t;
                    needed = reach;
                }
            }
        }
        if (worst >= 1 - 1e-9) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The path bends with a radius of " + Terms.length(needed / worst) + " near "
                            + leg.curve().point(at).said() + ", and the outline reaches " + Terms.length(needed)
                            + " to the inside there. Make the bend wider than that, or the outline smaller.");
        }
    }

    private static double reach(Profile profile, Frame f, Vec3 from, Vec3 inward) {
        double far = 0;
        for (List<Profile.Edge> loop : profile.loops()) {
            for (Profile.Edge e : loop) {
                for (int i = 0; i <= ACROSS; i++) {
                    Vec3 p = f.point(e.curve().point(e.range().at(i / (double) ACROSS)));
                    far = Math.max(far, p.minus(from).dot(inward));
                }
            }
        }
        return far;
    }
}
