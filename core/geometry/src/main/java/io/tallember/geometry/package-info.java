/**
 * Exact geometry: numbers, curves, surfaces, and (in {@code intersect}) where they meet.
 *
 * <p>Lengths are millimetres, angles radians. Everything is an immutable value. What is a plane is a {@link
 * io.tallember.geometry.Plane} and what is a circle a {@link io.tallember.geometry.Circle}: canonical forms are kept, since
 * "the same surface" is decided on them. Comparisons go through one {@link io.tallember.geometry.Tolerance}.
 */
package io.tallember.geometry;
