package io.tallember.geometry;

import java.util.Objects;
import java.util.function.UnaryOperator;

/** Where a point is as far from a surface, on either side, as a radius that changes along a way. */
public final class Swelling extends Level {
    private final Surface base;
    private final Growth growth;

    public Swelling(Surface base, Growth growth) {
        this.base = base;
        this.growth = growth;
    }

    @Override
    public double signedDistance(Vec3 p) {
        return off(base, p) - growth.radius(p);
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        return away(base, p).minus(growth.rate(p));
    }

    @Override
    public Swelling mapped(UnaryOperator<Surface> surfaces, UnaryOperator<Curve> curves) {
        return new Swelling(surfaces.apply(base), growth.mapped(curves));
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof Swelling s && s.base.equals(base) && s.growth.equals(growth);
    }

    @Override
    public int hashCode() {
        return Objects.hash(base, growth);
    }
}
