package io.tallember.solid.blend;

/**
 * How large a blend is.
 *
 * @param bevel a flat cut; else a round
 * @param value a round's radius, or how far a bevel reaches along the first face, in mm; the first is the one that most of the
 *     edges share
 * @param second how far a bevel reaches along the other face, in mm
 * @param angle of a bevel to the first face, in radians, that takes the place of the second length; zero for none
 */
public record Size(boolean bevel, double value, double second, double angle) {
    public static Size round(double radius) {
        return new Size(false, radius, radius, 0);
    }

    public static Size bevel(double length) {
        return bevel(length, length);
    }

    /**
     * A bevel that reaches unlike on the two sides.
     *
     * @param first along the face that most of the edges share, or along the first one where none is shared
     */
    public static Size bevel(double first, double second) {
        return new Size(true, first, second, 0);
    }

    /** A bevel by its length along the one face and its angle to it, in radians. */
    public static Size leaning(double length, double angle) {
        return new Size(true, length, length, angle);
    }

    Size times(double k) {
        return new Size(bevel, k * value, k * second, angle);
    }
}
