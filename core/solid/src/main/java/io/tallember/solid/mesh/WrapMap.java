package io.tallember.solid.mesh;

import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.SurfaceRegion;
import java.util.List;

/** A cylinder, a cone or an extruded surface, unrolled, and pressed flat along the rulings so that triangles follow them. */
final class WrapMap implements FlatFace {
    private final Surface surface;
    private final boolean tipInside;
    private final Vec2 origin;
    private final double sx;
    private final double sy;

    WrapMap(Face face, MeshQuality quality) {
        surface = face.surface();
        double[] span = SurfaceRegion.spanned(
                surface, face.loops().stream().map(Loop::coedges).toList());
        tipInside = FlatFace.holdsTip(face);
        double low = tipInside ? Math.min(span[2], surface.tipHeight()) : span[2];
        double high = span[3];
        origin = new Vec2(surface.project(face.bounds().centre()).x(), 0.5 * (low + high));
        double height = 0.5 * (high - low);
        if (surface instanceof Extrusion e) {
            double r = Math.max(1e-3, Bends.over(e, span).radius());
            sx = e.base().speed() / (quality.step(r) * Math.min(r, 1e6));
        } else {
            double radius = surface instanceof Cylinder c ? c.radius() : ((Cone) surface).radiusAt(origin.y() + height);
            sx = 1 / quality.step(Math.max(radius, 1e-6));
        }
        sy = 0.4 / Math.max(height, 1e-6);
    }

    @Override
    public double period() {
        return surface.uPeriod() * sx;
    }

    @Override
    public MeshCorner corner(Vec3 p, int point) {
        Vec2 uv = surface.project(p);
        return new MeshCorner((uv.x() - origin.x()) * sx, (uv.y() - origin.y()) * sy, point);
    }

    @Override
    public boolean isTip(Vec3 p) {
        return surface.atTip(p, 1e-5);
    }

    @Override
    public MeshCorner tip(List<Vec3> points) {
        if (!tipInside) {
            return null;
        }
        points.add(surface.tip());
        return corner(surface.tip(), points.size() - 1);
    }

    @Override
    public Vec3 at(double x, double y) {
        return surface.point(x / sx + origin.x(), y / sy + origin.y());
    }

    @Override
    public double step() {
        return 1;
    }
}
