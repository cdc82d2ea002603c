package io.tallember.sketch.regions;

import io.tallember.geometry.Vec2;

/**
 * Two curves that nearly do something, or do it where it isn't meant.
 *
 * @param kind what they nearly do
 * @param first the id of a curve, and {@code second} of the other
 * @param distance by how much, in mm; zero where regions touch
 */
public record Near(Kind kind, String first, String second, Vec2 at, double distance) {
    /** What two curves nearly do. */
    public enum Kind {
        /** An end of the first stops short of the second. */
        SHORT,
        /** The first runs beside the second, so near that they can't be told apart. */
        BESIDE,
        /** They are held tangent, but touch beyond the end of the first. */
        BEYOND,
        /** Two regions touch at this point only. */
        TOUCHING
    }
}
