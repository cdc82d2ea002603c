package io.tallember.geometry;

import java.util.function.UnaryOperator;

/** Where a point is straight over a curve that lies on a surface: the normals of the surface along the curve. */
public final class Upright extends Level {
    private static final double STEP = 1e-5;

    private final Surface on;
    private final Curve along;
    private final Interval range;

    /** @param range the part of the curve that is meant */
    public Upright(Surface on, Curve along, Interval range) {
        this.on = on;
        this.along = along;
        this.range = range;
    }

    /** How far beside the curve a point is, seen along the surface's normal. */
    @Override
    public double signedDistance(Vec3 p) {
        // a line goes on beyond its ends; others go on straight
        boolean whole = along.period() > 0 || along instanceof Line;
        double t = whole ? along.project(p) : along.project(p, range);
        Vec3 foot = along.point(t);
        return p.minus(foot).dot(on.gradient(foot).cross(along.tangent(t)));
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        return new Vec3(rate(p, Vec3.X), rate(p, Vec3.Y), rate(p, Vec3.Z));
    }

    private double rate(Vec3 p, Vec3 d) {
        return (signedDistance(p.plus(STEP, d)) - signedDistance(p.plus(-STEP, d))) / (2 * STEP);
    }

    /** The same with the curve's parameters so many times as long. */
    public Upright stretched(double times, UnaryOperator<Surface> surfaces, UnaryOperator<Curve> curves) {
        return new Upright(surfaces.apply(on), curves.apply(along), range.times(times));
    }

    public Curve along() {
        return along;
    }

    @Override
    public Upright mapped(UnaryOperator<Surface> surfaces, UnaryOperator<Curve> curves) {
        return new Upright(surfaces.apply(on), curves.apply(along), range);
    }
}
