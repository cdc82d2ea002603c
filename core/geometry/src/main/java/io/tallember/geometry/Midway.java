package io.tallember.geometry;

import java.util.function.UnaryOperator;

/** Where a point is as far from one surface as from another. */
public final class Midway extends Level {
    private final Surface a;
    private final Surface b;

    public Midway(Surface a, Surface b) {
        this.a = a;
        this.b = b;
    }

    @Override
    public double signedDistance(Vec3 p) {
        return off(a, p) - off(b, p);
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        return away(a, p).minus(away(b, p));
    }

    @Override
    public Midway mapped(UnaryOperator<Surface> surfaces, UnaryOperator<Curve> curves) {
        return new Midway(surfaces.apply(a), surfaces.apply(b));
    }
}
