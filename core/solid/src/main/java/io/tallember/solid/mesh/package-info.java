/** Triangles for display and mesh export, made from the exact faces and watertight by construction. */
package io.tallember.solid.mesh;
