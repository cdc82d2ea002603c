package io.tallember.sketch;

import java.util.List;

/**
 * Something that must hold.
 *
 * @param on the ids it holds for, in the order its kind asks for
 * @param value of a dimension: mm, or radians for an angle; of a copy as its kind says; zero for the other kinds
 * @param driven a dimension that only tells what it measures
 */
public record Constraint(String id, Kind kind, List<String> on, double value, boolean driven) {
    public Constraint {
        on = List.copyOf(on);
    }

    public Constraint(String id, Kind kind, List<String> on, double value) {
        this(id, kind, on, value, false);
    }

    public static Constraint of(String id, Kind kind, String... on) {
        return new Constraint(id, kind, List.of(on), 0);
    }

    public static Constraint dimension(String id, Kind kind, double value, String... on) {
        return new Constraint(id, kind, List.of(on), value);
    }

    public Constraint withValue(double v) {
        return new Constraint(id, kind, on, v, driven);
    }

    public Constraint asDriven(boolean d) {
        return new Constraint(id, kind, on, value, d);
    }

    /** The same on other things. */
    public Constraint on(String... ids) {
        return new Constraint(id, kind, List.of(ids), value, driven);
    }

    /** The kinds; the name in lower case is the word on screen. */
    public enum Kind {
        /** Two points at one place. */
        COINCIDENT,
        /** A point on a line (or its continuation), or on another curve. */
        ON_CURVE,
        /** A line, or two points, level with the sketch's x axis. */
        HORIZONTAL,
        /** A line, or two points, along the sketch's y axis. */
        VERTICAL,
        PARALLEL,
        PERPENDICULAR,
        /** Two curves that touch; at a shared end, smoothly. */
        TANGENT,
        /** Two curves, one of them a spline, that meet at an end with one direction and one bend. */
        SMOOTH,
        /** Two lines of one length, or two circles or arcs of one radius. */
        EQUAL,
        CONCENTRIC,
        /** A point half-way along a line. */
        MIDPOINT,
        /** Two points mirrored about a line. */
        SYMMETRIC,
        /** Two lines in one line. */
        COLLINEAR,
        /** A point that stays where it is. */
        FIXED,
        /** A point, its copy, and the centre it is turned about; the value is the angle in radians. */
        TURNED,
        /** A point, its first copy, and a further copy; the value is how many steps further than the point that one is. */
        STEPPED,
        /** Of a line's ends, two points, a point and a line, or two lines. */
        DISTANCE,
        HORIZONTAL_DISTANCE,
        VERTICAL_DISTANCE,
        RADIUS,
        DIAMETER,
        /** From the first line's direction to the second's, 0 to pi. */
        ANGLE,
        /** Along an arc. */
        ARC_LENGTH,
        /** Curves, each followed by its copy, that run beside one another at one distance. */
        OFFSET;

        /** Whether the value means something. */
        public boolean hasValue() {
            return isDimension() || this == TURNED || this == STEPPED;
        }

        public boolean isDimension() {
            return ordinal() >= DISTANCE.ordinal();
        }

        /** As a designer says it. */
        public String word() {
            return name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ');
        }
    }
}
