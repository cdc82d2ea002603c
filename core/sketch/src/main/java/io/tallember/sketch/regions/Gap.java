package io.tallember.sketch.regions;

/**
 * Two ends that nearly meet.
 *
 * @param first the id of one end point, and {@code second} of the other
 * @param distance in mm
 */
public record Gap(String first, String second, double distance) {}
