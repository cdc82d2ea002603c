package io.tallember.solid.mesh;

import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Face;

/** A plane as it is. */
final class PlaneMap implements FlatFace {
    private final Face face;
    private final Vec2 origin;
    private final double scale;

    PlaneMap(Face face) {
        this.face = face;
        origin = face.surface().project(face.bounds().centre());
        scale = 1 / Math.max(face.bounds().diagonal(), 1e-9);
    }

    @Override
    public MeshCorner corner(Vec3 p, int point) {
        Vec2 uv = face.surface().project(p);
        return new MeshCorner((uv.x() - origin.x()) * scale, (uv.y() - origin.y()) * scale, point);
    }

    @Override
    public Vec3 at(double x, double y) {
        return face.surface().point(x / scale + origin.x(), y / scale + origin.y());
    }

    @Override
    public double step() {
        return Double.POSITIVE_INFINITY;
    }
}
