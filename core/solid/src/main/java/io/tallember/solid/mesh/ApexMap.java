package io.tallember.solid.mesh;

import io.tallember.geometry.Cone;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Region;
import java.util.List;

/** A cone with its apex, seen along the axis. */
final class ApexMap implements Flat {
    private final Cone cone;
    private final boolean inside;
    private final double scale;

    ApexMap(Face face, Cone cone) {
        this.cone = cone;
        this.inside = face.region().locate(cone.apex(), Tolerance.DEFAULT) == Region.Place.INSIDE;
        double r = 1e-9;
        for (Coedge c : face.coedges()) {
            for (int i = 0; i < 4; i++) {
                Vec3 l = cone.frame().local(c.pointAt(i / 4.0));
                r = Math.max(r, Math.hypot(l.x(), l.y()));
            }
        }
        scale = 1 / r;
    }

    /** Whether the apex lies in the face or on its boundary. */
    static boolean holdsApex(Face face, Cone cone) {
        return face.region().locate(cone.apex(), Tolerance.DEFAULT) != Region.Place.OUTSIDE;
    }

    @Override
    public Corner corner(Vec3 p, int point) {
        Vec3 l = cone.frame().local(p);
        return new Corner(l.x() * scale, l.y() * scale, point);
    }

    @Override
    public List<Vec3> inner() {
        return inside ? List.of(cone.apex()) : List.of();
    }

    @Override
    public Vec3 place(Corner c) {
        double r = Math.hypot(c.x(), c.y()) / scale;
        double v = (r - cone.radius()) / Math.tan(cone.angle());
        return cone.frame().point(c.x() / scale, c.y() / scale, v);
    }
}
