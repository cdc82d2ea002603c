/**
 * Bodies from profiles, and bodies put elsewhere.
 *
 * <p>A profile is closed loops of exact curves in a plane. {@link io.tallember.solid.sweep.Extrude} pulls it along a direction, {@link
 * io.tallember.solid.sweep.Taper} with leaning sides, {@link io.tallember.solid.sweep.Revolve} turns it about an axis, {@link
 * io.tallember.solid.sweep.Wall} makes walls along its lines, {@link io.tallember.solid.sweep.Rib} carries open lines on to the part.
 * {@link io.tallember.solid.sweep.UpTo} cuts what was pulled at a surface or at the next material, {@link
 * io.tallember.solid.sweep.Split} cuts bodies apart, {@link io.tallember.solid.sweep.Primitive} makes boxes, cylinders and the like.
 * Sides keep the kind of their curve: a line gives a plane, a circle a cylinder, cone, sphere or torus, another curve a swept surface.
 * Each face's origin names the step, its role and the curve or region that it is from. {@link io.tallember.solid.sweep.Moved}, {@link
 * io.tallember.solid.sweep.Mirrored} and {@link io.tallember.solid.sweep.Scaled} map whole bodies, face by face, without any boolean.
 */
package io.tallember.solid.sweep;
