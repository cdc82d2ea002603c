/**
 * Where curves and surfaces meet.
 *
 * <p>{@link io.tallember.geometry.intersect.SurfaceSurface} finds the curves in which two surfaces meet: in closed form between
 * planes, cylinders, cones, spheres and tori where there is one (lines, circles, ellipses); else as chains of exact points that are
 * followed along both surfaces, from starts that are found by halving boxes. {@link
 * io.tallember.geometry.intersect.CurveSurface} finds where a curve goes through a surface or touches it, {@link
 * io.tallember.geometry.intersect.CurveCurve} where two curves meet. What touches is told from what crosses by the tolerance; what
 * lies on each other is told apart from both. All of it works on whole surfaces; which part of a face is meant is the business of
 * who asks.
 */
package io.tallember.geometry.intersect;
