package io.tallember.part.steps;

import io.tallember.geometry.Vec3;

/**
 * A place in the view that can be taken hold of and moved.
 *
 * @param place of the place's three numbers, or of the one number that it shows
 * @param at where it is, in mm
 * @param foot from where its one number counts; null for one with three, which moves freely
 * @param way the unit direction in which the number counts
 * @param unit how many mm one of the number is
 */
public record PlaceHandle(String place, Vec3 at, Vec3 foot, Vec3 way, double unit) {
    public static PlaceHandle free(String place, Vec3 at) {
        return new PlaceHandle(place, at, null, null, 1);
    }
}
