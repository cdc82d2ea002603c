package io.tallember.geometry.intersect;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import java.util.function.ToDoubleFunction;

/**
 * The one decision on when two places on a curve are one contact with something else. Where a curve runs flat along what it meets,
 * where exactly it does is not well determined: to a thousandth of a millimetre and worse, for all that both keep within a
 * millionth. So what counts is not how far apart two places are, but that the curve doesn't leave the other by more than the
 * tolerance on the way from one to the other.
 */
public final class OneContact {
    /** No contact that is not an overlap is longer than this, in mm. */
    public static final double LONGEST = 0.05;

    private static final int LOOKS = 4;

    private OneContact() {}

    /** The distance from a stretch of a curve. */
    public static ToDoubleFunction<Vec3> from(Curve c, Interval range) {
        return p -> c.point(c.project(p, range)).distance(p);
    }

    /** Whether a curve stays at something from one of its parameters to another, the shorter way round. */
    public static boolean holds(Curve c, double from, double to, ToDoubleFunction<Vec3> off, Tolerance tol) {
        double way = c.period() > 0 ? Math.IEEEremainder(to - from, c.period()) : to - from;
        for (int i = 1; i <= LOOKS; i++) {
            if (Math.abs(off.applyAsDouble(c.point(from + way * i / LOOKS))) > 2 * tol.linear()) {
                return false;
            }
        }
        return true;
    }
}
