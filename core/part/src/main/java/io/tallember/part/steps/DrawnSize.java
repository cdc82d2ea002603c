package io.tallember.part.steps;

import io.tallember.geometry.Vec3;

/** A size of a step as a drawing tells it, with the places in space that it is drawn between. Lengths in mm, angles in radians. */
public sealed interface DrawnSize {
    /** The step whose size it is. */
    String step();

    /** The step's number, or the sketch's dimension, that it stands for. */
    String place();

    /**
     * A distance between two places.
     *
     * @param along the direction in which it is measured, of length one; null for straight from one to the other
     * @param plane the normal of the plane in which it was drawn, or null
     */
    record Length(String step, String place, Vec3 from, Vec3 to, Vec3 along, Vec3 plane, double value)
            implements DrawnSize {}

    /**
     * A radius or a diameter.
     *
     * @param axis of the round, square to the plane in which it is seen as one
     * @param at a place on it toward which it may be drawn
     */
    record Radius(String step, String place, Vec3 centre, Vec3 axis, Vec3 at, double value, boolean diameter)
            implements DrawnSize {}

    /** An angle at a corner between two directions of length one. */
    record Angle(String step, String place, Vec3 corner, Vec3 first, Vec3 second, double value) implements DrawnSize {}

    /**
     * One hole.
     *
     * @param place its own name in the step
     * @param at where it starts, on its axis; null when none of its wall is left round
     * @param axis out of the material, of length one
     * @param kind what all holes of this kind share, as a hole table tells it
     * @param deep whether that tells depths, which count from where it starts
     */
    record Hole(String step, String place, Vec3 at, Vec3 axis, double diameter, String kind, boolean deep)
            implements DrawnSize {}
}
