package io.tallember.solid.sweep;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Highest;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Travel;
import io.tallember.geometry.Vec3;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.function.DoubleUnaryOperator;

/** Whether a bend of a way is wider than a profile reaches to its inside. */
final class Tightness {
    private static final int ALONG = 6;
    private static final int ACROSS = 12;
    private static final int SECTIONS = 20;
    /** What bends less, as one over its radius in mm, is straight. */
    private static final double STRAIGHT = 1e-9;

    private Tightness() {}

    /** @throws GeometryException BAD_VALUE with the place, the bend's radius and what the profile reaches */
    static void check(Profile profile, Leg leg, DoubleFunction<Travel.Place> placed) {
        double[] breaks = leg.curve().breaks(leg.range());
        double worst = 0;
        double at = leg.from();
        for (int i = 0; i + 1 < breaks.length; i++) {
            Interval r = new Interval(breaks[i], breaks[i + 1]);
            double t = Highest.of(x -> share(profile, leg, placed, x), r, ALONG, SECTIONS);
            double share = share(profile, leg, placed, t);
            if (share > worst) {
                worst = share;
                at = t;
            }
        }
        if (worst >= 1 - 1e-9) {
            double radius = 1 / bend(leg, at).length();
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The path bends with a radius of " + Terms.length(radius) + " near "
                            + leg.curve().point(at).said() + ", and the outline reaches "
                            + Terms.length(worst * radius)
                            + " to the inside there. Make the bend wider than that, or the outline smaller.");
        }
    }

    /** What the profile reaches toward the inside, as a share of the bend's radius. */
    private static double share(Profile profile, Leg leg, DoubleFunction<Travel.Place> placed, double t) {
        Vec3 bend = bend(leg, t);
        double curved = bend.length();
        return curved < STRAIGHT
                ? 0
                : curved * reach(profile, placed.apply(t), leg.curve().point(t), bend.times(1 / curved));
    }

    /** Toward the inside of the bend, as long as one over its radius. */
    private static Vec3 bend(Leg leg, double t) {
        Vec3 d = leg.curve().derivative(t);
        Vec3 dd = leg.curve().second(t);
        double square = d.dot(d);
        return dd.plus(-dd.dot(d) / square, d).times(1 / square);
    }

    private static double reach(Profile profile, Travel.Place f, Vec3 from, Vec3 inward) {
        double far = 0;
        for (List<Profile.Edge> loop : profile.loops()) {
            for (Profile.Edge e : loop) {
                DoubleUnaryOperator in =
                        t -> f.point(e.curve().point(t)).minus(from).dot(inward);
                far = Math.max(
                        far,
                        in.applyAsDouble(Highest.of(in, e.range(), e.curve() instanceof Line ? 1 : ACROSS, SECTIONS)));
            }
        }
        return far;
    }
}
