package io.tallember.solid.sweep;

import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Torus;

/** Surfaces at a distance from others. */
public final class Offsets {
    private Offsets() {}

    /**
     * The surface at a distance along another's normal.
     *
     * @param d in mm, negative for the other side
     * @throws GeometryException DEGENERATE when nothing is left of a round one, UNSUPPORTED_INTERSECTION for swept and spline
     *     surfaces
     */
    public static Surface of(Surface s, double d) {
        if (s instanceof Plane p) {
            return new Plane(p.frame().movedAlongZ(d));
        }
        if (s instanceof Cylinder c) {
            return new Cylinder(c.frame(), c.radius() + d);
        }
        if (s instanceof Sphere k) {
            return new Sphere(k.frame(), k.radius() + d);
        }
        if (s instanceof Torus t) {
            return t.spindle()
                    ? new Torus(t.frame(), t.major(), t.minor() + d)
                    : Torus.ring(t.frame(), t.major(), t.minor() + d);
        }
        if (s instanceof Cone c) {
            double apex = c.apexHeight() - d / Math.sin(c.angle());
            return new Cone(c.frame().movedAlongZ(apex), 0, c.angle());
        }
        throw new GeometryException(
                GeometryException.Reason.UNSUPPORTED_INTERSECTION,
                "A distance from " + (s.kind().startsWith("e") ? "an " : "a ") + s.kind()
                        + " can't be kept yet. Pick a flat or" + " round face.");
    }
}
