package io.tallember.sketch.regions;

import io.tallember.geometry.Vec2;

/**
 * A short stretch that sticks out of an outline and bounds nothing.
 *
 * @param at a point on it
 * @param length in mm
 * @param whole whether it is all there is of the curve
 */
public record Stub(String curve, Vec2 at, double length, boolean whole) {}
