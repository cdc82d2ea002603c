package io.tallember.solid.sweep;

import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Parallel;
import io.tallember.geometry.Pipe;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Revolution;
import io.tallember.geometry.Shifted;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec3;

/** Surfaces at a distance from others. */
public final class Offsets {
    private Offsets() {}

    /**
     * The surface at a distance along another's normal.
     *
     * @param d in mm, negative for the other side
     * @throws GeometryException DEGENERATE when nothing is left of a round one, UNSUPPORTED_INTERSECTION for those
     *     that come to a point
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
        if (s instanceof Tube t) {
            if (!(t.radius() + d > 1e-6)) {
                throw new GeometryException(
                        GeometryException.Reason.DEGENERATE, "Nothing is left of a round at this distance.");
            }
            return t.larger(d, beyond(t, t.first(), d), beyond(t, t.second(), d));
        }
        if (s instanceof Pipe p) {
            return p.larger(d);
        }
        // a swept surface's is swept by the curve at that distance; its normal is on the right of its curve's travel
        if (s instanceof Extrusion e) {
            return new Extrusion(e.frame(), parallel(e.base(), Vec3.Z, d));
        }
        if (s instanceof Revolution r && r.tip() == null) {
            return new Revolution(r.frame(), parallel(r.meridian(), Vec3.Y.negated(), d));
        }
        if (s instanceof Shifted k) {
            return Math.abs(k.by() + d) < 1e-12 ? k.base() : new Shifted(k.base(), k.by() + d);
        }
        if (s.tip() != null) {
            throw new GeometryException(
                    GeometryException.Reason.UNSUPPORTED_INTERSECTION,
                    "A distance from a " + s.kind() + " that comes to a point can't be kept yet.");
        }
        return new Shifted(s, d);
    }

    private static Curve parallel(Curve c, Vec3 normal, double d) {
        if (!(c instanceof Parallel p)) {
            return new Parallel(c, normal, d);
        }
        return Math.abs(p.by() + d) < 1e-12 ? p.base() : new Parallel(p.base(), p.planeNormal(), p.by() + d);
    }

    /** What a ball that is larger by d rolls on, its centre staying where it is. */
    private static Surface beyond(Tube t, Surface support, double d) {
        double away = support.signedDistance(t.spine().point(t.spine().whole().middle()));
        return of(support, away > 0 ? -d : d);
    }
}
