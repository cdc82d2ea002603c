package io.tallember.geometry;

import java.util.function.UnaryOperator;

/**
 * A surface known by a measure alone that is zero on it and changes by length or so about it, not by parameters: the ways of balls
 * whose radius changes are where two such surfaces meet. {@link #signedDistance} gives the measure, {@link #gradient} how it grows,
 * which need not be of length one.
 */
public abstract sealed class Level implements Surface permits Swelling, Midway, Upright, Around {
    /** The same with the surfaces and curves it is made of mapped, by a motion or a mirror. */
    public abstract Level mapped(UnaryOperator<Surface> surfaces, UnaryOperator<Curve> curves);

    @Override
    public Level placed(Frame f) {
        return mapped(s -> s.placed(f), c -> c.placed(f));
    }

    private static UnsupportedOperationException none() {
        return new UnsupportedOperationException("a level has no parameters");
    }

    @Override
    public Vec3 point(double u, double v) {
        throw none();
    }

    @Override
    public Vec3 du(double u, double v) {
        throw none();
    }

    @Override
    public Vec3 dv(double u, double v) {
        throw none();
    }

    @Override
    public Vec3 normal(double u, double v) {
        throw none();
    }

    @Override
    public Vec2 project(Vec3 p) {
        throw none();
    }

    @Override
    public double uPeriod() {
        return 0;
    }

    @Override
    public double scaleAt(Vec3 p) {
        return 1;
    }

    @Override
    public Frame frame() {
        return Frame.WORLD;
    }

    @Override
    public boolean canonical() {
        return false;
    }

    @Override
    public String kind() {
        return "level";
    }

    /** Distance of a point from a surface on either side. */
    static double off(Surface s, Vec3 p) {
        return Math.abs(s.signedDistance(p));
    }

    /** How that grows. */
    static Vec3 away(Surface s, Vec3 p) {
        Vec3 g = s.gradient(p);
        return s.signedDistance(p) < 0 ? g.negated() : g;
    }
}
