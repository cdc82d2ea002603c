package io.tallember.solid;

import io.tallember.geometry.Interval;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;

/**
 * Directions round a point of a surface, as angles counter-clockwise seen from outside the material.
 *
 * <p>Curves that leave the point in one direction (a line and an arc tangent to it) are told apart because each direction is
 * taken to the curve's point at a common small distance, not to its tangent. The angle is measured in the unrolled surface,
 * so it is exact on planes and cylinders; on a sphere in the tangent plane, at a tip about the axis.
 */
public final class Fan {
    /** Enough to find the distance to a hundred-millionth of it. */
    private static final int HALVINGS = 28;

    private final Surface surface;
    private final boolean sense;
    private final Vec3 centre;
    private final Vec2 uv;
    private final double scaleU;
    private final double scaleV;

    public Fan(Surface surface, boolean sense, Vec3 centre) {
        this.surface = surface;
        this.sense = sense;
        this.centre = centre;
        this.uv = surface.project(centre);
        this.scaleU = surface.du(uv.x(), uv.y()).length();
        this.scaleV = surface.dv(uv.x(), uv.y()).length();
    }

    /** Angle, in (-pi, pi], of the direction to a nearby surface point. */
    public double angleTo(Vec3 p) {
        double a = turned(p);
        return sense ? a : -a;
    }

    private double turned(Vec3 p) {
        if (surface instanceof Sphere) {
            Vec3 n = surface.gradient(centre);
            Vec3 side = n.anyPerpendicular();
            Vec3 d = p.minus(centre);
            return Math.atan2(d.dot(n.cross(side)), d.dot(side));
        }
        Vec2 q = surface.project(p);
        if (surface.atTip(centre, 1e-5)) {
            return -q.x();
        }
        Vec2 near = UvLoop.near(q, uv, surface.uPeriod(), surface.vPeriod());
        return Math.atan2((near.y() - uv.y()) * scaleV, (near.x() - uv.x()) * scaleU);
    }

    /** Angle in which a piece leaves the point (its start there), or from which it arrives (its end there). */
    public double angleOf(Piece piece, boolean leaving, double radius) {
        Interval r = piece.range();
        boolean fromLow = leaving == piece.forward();
        double near = fromLow ? r.lo() : r.hi();
        double far = r.middle();
        // Bisect for the parameter at the wanted distance; the distance grows up to the middle of the piece.
        for (int i = 0; i < HALVINGS; i++) {
            double mid = 0.5 * (near + far);
            if (piece.curve().point(mid).distance(centre) < radius) {
                near = mid;
            } else {
                far = mid;
            }
        }
        return angleTo(piece.curve().point(far));
    }

    /** A radius that stays on the near half of the piece. */
    public double radiusFor(Piece piece) {
        return 0.25 * piece.curve().point(piece.range().middle()).distance(centre);
    }
}
