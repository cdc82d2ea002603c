package io.tallember.solid.sweep;

import io.tallember.geometry.Vec3;

/**
 * How a profile is turned as it goes along a way.
 *
 * @param up for {@link Keep#UPRIGHT} the direction it is kept upright to, else null
 * @param twist by which it turns about the way over its whole length, in radians
 */
public record Manner(Keep keep, Vec3 up, double twist) {
    /** What it keeps to. */
    public enum Keep {
        /** It turns with the way, and about it no more than the way asks for; along a coil it keeps to the coil's axis. */
        SQUARE,
        /** It turns with the way, upright to a direction. */
        UPRIGHT,
        /** It keeps its direction. */
        FIXED
    }

    public static final Manner SQUARE = new Manner(Keep.SQUARE, null, 0);
}
