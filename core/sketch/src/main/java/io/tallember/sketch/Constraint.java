package io.tallember.sketch;

import java.util.List;

/**
 * Something that must hold.
 *
 * @param on the ids it holds for, in the order its kind asks for
 * @param value of a dimension: mm, or radians for an angle; zero for the other kinds
 */
public record Constraint(String id, Kind kind, List<String> on, double value) {
    public Constraint {
        on = List.copyOf(on);
    }

    public static Constraint of(String id, Kind kind, String... on) {
        return new Constraint(id, kind, List.of(on), 0);
    }

    public static Constraint dimension(String id, Kind kind, double value, String... on) {
        return new Constraint(id, kind, List.of(on), value);
    }

    public Constraint withValue(double v) {
        return new Constraint(id, kind, on, v);
    }

    /** The kinds; the name in lower case is the word on screen. */
    public enum Kind {
        /** Two points at one place. */
        COINCIDENT,
        /** A point on a line (or its continuation), circle or arc. */
        ON_CURVE,
        /** A line, or two points, level with the sketch's x axis. */
        HORIZONTAL,
        /** A line, or two points, along the sketch's y axis. */
        VERTICAL,
        PARALLEL,
        PERPENDICULAR,
        /** Two curves that touch; at a shared end, smoothly. */
        TANGENT,
        /** Two lines of one length, or two circles or arcs of one radius. */
        EQUAL,
        CONCENTRIC,
        /** A point half-way along a line. */
        MIDPOINT,
        /** Of a line's ends, two points, a point and a line, or two lines. */
        DISTANCE,
        HORIZONTAL_DISTANCE,
        VERTICAL_DISTANCE,
        RADIUS,
        DIAMETER,
        /** From the first line's direction to the second's, 0 to pi. */
        ANGLE;

        public boolean isDimension() {
            return ordinal() >= DISTANCE.ordinal();
        }

        /** As a designer says it. */
        public String word() {
            return name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ');
        }
    }
}
