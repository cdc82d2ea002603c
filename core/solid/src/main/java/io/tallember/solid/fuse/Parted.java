package io.tallember.solid.fuse;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Frame;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.SurfaceSurface;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import java.util.List;

/**
 * Whether a plane parts two faces, one of which stands square on it: then they have nothing in common but edges that lie in that
 * plane, however nearly their surfaces, carried on beyond it, touch. So a wall stands on the rim of a loft.
 */
final class Parted {
    /** Places in each piece of a curve at which it is looked whether it crosses a face. */
    private static final int LOOKS = 8;

    private final Tolerance tol;

    private Parted(Tolerance tol) {
        this.tol = tol;
    }

    static boolean are(FacePairs.Pair p, Tolerance tol) {
        Parted t = new Parted(tol);
        return t.standsOff(p.a(), p.b()) || t.standsOff(p.b(), p.a());
    }

    /** Whether a face stands square on a plane that the other doesn't pass. */
    private boolean standsOff(Face upright, Face other) {
        if (!(upright.surface() instanceof Extrusion pulled)) {
            return false;
        }
        Vec3 up = pulled.frame().z();
        double lo = Double.POSITIVE_INFINITY;
        double hi = Double.NEGATIVE_INFINITY;
        for (Coedge c : upright.coedges()) {
            Edge e = c.edge();
            Plane across = new Plane(Frame.of(e.start().point(), up));
            boolean rises = e.curve() instanceof Line l
                    && tol.parallelOver(
                            l.direction().cross(up).length(), e.range().length());
            if (!rises && !CurveSurface.liesIn(e.curve(), e.range(), across, tol)) {
                return false;
            }
            for (Vec3 q : List.of(e.start().point(), e.end().point())) {
                lo = Math.min(lo, q.dot(up));
                hi = Math.max(hi, q.dot(up));
            }
        }
        return onSide(other, up, hi, 1) || onSide(other, up, lo, -1);
    }

    /** Whether a face lies at or beyond a height, told from a point inside it and from its not passing through there. */
    private boolean onSide(Face f, Vec3 up, double height, int side) {
        Plane level = new Plane(Frame.of(up.times(height), up));
        Vec3 inside = f.region().interiorPoint(tol).orElse(null);
        if (inside == null || side * (inside.dot(up) - height) < tol.linear()) {
            return false;
        }
        Box3 box = f.bounds().grown(tol.linear());
        SurfaceSurface.Result met = SurfaceSurface.meet(f.surface(), level, box, tol);
        return !met.same()
                && met.points().stream().noneMatch(q -> within(f, q))
                && met.curves().stream().noneMatch(c -> crosses(f, c, box));
    }

    private boolean crosses(Face f, Curve c, Box3 box) {
        if (!(c.period() > 0) && !(c instanceof IntersectionCurve)) {
            return true;
        }
        Interval r = c.period() > 0 ? new Interval(0, c.period()) : ((IntersectionCurve) c).whole();
        double[] stops = c.breaks(r);
        for (int i = 0; i + 1 < stops.length; i++) {
            for (int k = 0; k < LOOKS; k++) {
                Vec3 q = c.point(stops[i] + (stops[i + 1] - stops[i]) * (k + 0.37) / LOOKS);
                if (box.contains(q) && within(f, q)) {
                    return true;
                }
            }
        }
        return false;
    }

    private boolean within(Face f, Vec3 q) {
        return f.region().locate(q, tol) == SurfaceRegion.Place.INSIDE;
    }
}
