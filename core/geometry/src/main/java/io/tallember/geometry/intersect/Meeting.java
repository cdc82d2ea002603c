package io.tallember.geometry.intersect;

/**
 * Where a curve meets another curve or a surface.
 *
 * @param t parameter on the first curve
 * @param s parameter on the second curve; not set (NaN) for a surface
 * @param touching true when they touch without crossing
 */
public record Meeting(double t, double s, boolean touching) {}
