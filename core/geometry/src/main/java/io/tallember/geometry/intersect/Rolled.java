package io.tallember.geometry.intersect;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec3;
import java.util.Optional;

/**
 * Where a ball's surface along a spine touches others all along a curve: the surfaces it rolls on, and another ball's surface of
 * the same radius there that goes on from an end of the spine.
 */
final class Rolled {
    private Rolled() {}

    static Optional<SurfaceSurface.Result> meet(Tube t, Surface s, Box3 where, Tolerance tol) {
        for (boolean first : new boolean[] {true, false}) {
            Surface support = first ? t.first() : t.second();
            if (support == s || SurfaceSurface.same(support, s, where, tol)) {
                return Optional.of(SurfaceSurface.Result.of(t.contact(first)));
            }
        }
        if (s instanceof Sphere k) {
            double at = t.spine().project(k.centre());
            Vec3 c = t.spine().point(at);
            boolean own =
                    c.distance(k.centre()) <= tol.linear() && Math.abs(k.radius() - t.radiusAt(at)) <= tol.linear();
            return own ? Optional.of(SurfaceSurface.Result.of(t.circle(at))) : Optional.empty();
        }
        if (t.spine().closed()) {
            return Optional.empty();
        }
        for (double end :
                new double[] {t.spine().whole().lo(), t.spine().whole().hi()}) {
            Vec3 c = t.spine().point(end);
            Vec3 along = t.spine().tangent(end);
            double r = t.radiusAt(end);
            boolean near = where.distance(c) <= r + tol.linear();
            if (near && continues(s, c, along, r, tol)) {
                return Optional.of(SurfaceSurface.Result.of(t.circle(end)));
            }
        }
        return Optional.empty();
    }

    /** Whether a surface is a ball's of that radius whose centre comes through a point in a direction. */
    private static boolean continues(Surface s, Vec3 c, Vec3 along, double radius, Tolerance tol) {
        if (s instanceof Cylinder k) {
            return Math.abs(k.radius() - radius) <= tol.linear()
                    && k.axis().point(k.axis().project(c)).distance(c) <= tol.linear()
                    && k.frame().z().cross(along).length() <= 1e-6;
        }
        if (s instanceof Torus k) {
            Circle spine = new Circle(k.frame(), k.major());
            double t = spine.project(c);
            return Math.abs(k.minor() - radius) <= tol.linear()
                    && spine.point(t).distance(c) <= tol.linear()
                    && spine.tangent(t).cross(along).length() <= 1e-6;
        }
        if (s instanceof Tube k) {
            double t = k.spine().project(c);
            return Math.abs(k.radiusAt(t) - radius) <= tol.linear()
                    && k.spine().point(t).distance(c) <= tol.linear()
                    && k.spine().tangent(t).cross(along).length() <= 1e-6;
        }
        return false;
    }
}
