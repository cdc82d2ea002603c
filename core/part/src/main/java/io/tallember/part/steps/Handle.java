package io.tallember.part.steps;

import io.tallember.geometry.Vec3;

/**
 * An arrow in the view by which a length is pulled.
 *
 * @param place of the number
 * @param foot where it stands, in mm, and {@code way} the unit direction in which the number grows
 * @param times how much faster the number grows than the arrow
 * @param below whether it may be pulled below zero
 */
public record Handle(String place, Vec3 foot, Vec3 way, double times, boolean below) {}
