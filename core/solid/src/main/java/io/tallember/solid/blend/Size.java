package io.tallember.solid.blend;

/**
 * How large a blend is.
 *
 * @param bevel a flat cut; else a round
 * @param value a round's radius, or how far a bevel reaches along the first face, in mm
 * @param second how far a bevel reaches along the other face, in mm
 */
public record Size(boolean bevel, double value, double second) {
    public static Size round(double radius) {
        return new Size(false, radius, radius);
    }

    public static Size bevel(double length) {
        return new Size(true, length, length);
    }

    Size times(double k) {
        return new Size(bevel, k * value, k * second);
    }
}
