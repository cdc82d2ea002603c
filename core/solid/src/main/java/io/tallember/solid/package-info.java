/**
 * Solids as an exact boundary representation: {@link io.tallember.solid.Body} of shells, faces, loops, coedges, edges and
 * vertices on the exact surfaces and curves of {@code geometry}.
 *
 * <p>All values are immutable and shared: an operation builds new ones only where it changed something. Periodic faces have
 * no seam edges: the side of a cylinder is one face with two loops of one closed edge each. Loops run with the material on
 * their left, seen from outside. Every operation gives a valid body or throws a {@link
 * io.tallember.geometry.GeometryException}; {@code check} proves it.
 *
 * <p>Sub-packages: {@code sweep} makes bodies from profiles, {@code fuse} is the general boolean, {@code mesh} triangulates,
 * {@code mass} integrates, {@code check} judges.
 */
package io.tallember.solid;
