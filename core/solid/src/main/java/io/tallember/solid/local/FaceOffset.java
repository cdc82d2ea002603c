package io.tallember.solid.local;

import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.sweep.Offsets;

/** Surfaces to which faces move along their normals. */
final class FaceOffset {
    private static final double SAME = 1e-7;
    private static final double[] SHARES = {0, 0.13, 0.37, 0.5, 0.71, 1};

    private FaceOffset() {}

    /**
     * @param along how far along the surface's own normal, in mm
     * @throws io.tallember.geometry.GeometryException where the surface would pass through itself on the face
     */
    static Surface of(Face f, double along, Tolerance tol) {
        if (f.surface() instanceof Torus t && along > 0 && outside(f, t, tol)) {
            // its tube may reach the axis then, where the face doesn't
            return new Torus(t.frame(), t.major(), t.minor() + along);
        }
        return Offsets.of(f.surface(), along);
    }

    /** Whether a face lies on the outer half of a ring: its boundary does, and what lies nearest to the axis isn't of it. */
    private static boolean outside(Face f, Torus t, Tolerance tol) {
        for (Coedge c : f.coedges()) {
            for (double s : SHARES) {
                Vec3 l = t.frame().local(c.curve().point(c.range().at(s)));
                if (Math.hypot(l.x(), l.y()) < t.major() - SAME) {
                    return false;
                }
            }
        }
        Vec3 inner = t.frame().point(t.major() - t.minor(), 0, 0);
        return !f.loops().isEmpty() && f.region().locate(inner, tol) == SurfaceRegion.Place.OUTSIDE;
    }
}
