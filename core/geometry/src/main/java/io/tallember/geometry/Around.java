package io.tallember.geometry;

import java.util.function.UnaryOperator;

/** Where a point is at a distance from a curve; past its ends from the straight lines that go on from it. */
public final class Around extends Level {
    private final Curve along;
    private final Interval range;
    private final double away;

    /** @param range the part of the curve that is meant */
    public Around(Curve along, Interval range, double away) {
        this.along = along;
        this.range = range;
        this.away = away;
    }

    private Vec3 foot(Vec3 p) {
        double t = along.period() > 0 && range.length() >= along.period() - 1e-9
                ? along.project(p)
                : along.project(p, range);
        Vec3 c = along.point(t);
        boolean end = t <= range.lo() || t >= range.hi();
        return end && along.period() == 0 ? c.plus(p.minus(c).dot(along.tangent(t)), along.tangent(t)) : c;
    }

    @Override
    public double signedDistance(Vec3 p) {
        return p.distance(foot(p)) - away;
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        return p.minus(foot(p)).unit();
    }

    @Override
    public Around mapped(UnaryOperator<Surface> surfaces, UnaryOperator<Curve> curves) {
        return new Around(curves.apply(along), range, away);
    }
}
