package io.tallember.geometry;

/**
 * The surface at one distance from another, along its normal. Good as long as the distance is less than the radius of every bend
 * on that side; of a ring, also where the tube would reach the axis, away from there.
 *
 * @param by in mm, positive on the side of the normal
 */
public record Shifted(Surface base, double by) implements Surface {
    public Shifted {
        if (base instanceof Shifted || base instanceof Tube) {
            throw new GeometryException(
                    GeometryException.Reason.DEGENERATE, "The like of this surface at a distance is one of its kind.");
        }
    }

    @Override
    public Vec3 point(double u, double v) {
        return base.point(u, v).plus(by, base.normal(u, v));
    }

    @Override
    public Vec3 du(double u, double v) {
        return jet(u, v).du();
    }

    @Override
    public Vec3 dv(double u, double v) {
        return jet(u, v).dv();
    }

    @Override
    public Jet jet(double u, double v) {
        return base.shifted(u, v, by);
    }

    @Override
    public Vec3 normal(double u, double v) {
        return base.normal(u, v);
    }

    @Override
    public Vec2 project(Vec3 p) {
        return base.project(p);
    }

    @Override
    public double uPeriod() {
        return base.uPeriod();
    }

    @Override
    public double vPeriod() {
        return base.vPeriod();
    }

    @Override
    public Interval uDomain() {
        return base.uDomain();
    }

    @Override
    public Interval vDomain() {
        return base.vDomain();
    }

    @Override
    public double[] uBreaks(Interval range) {
        return base.uBreaks(range);
    }

    @Override
    public double[] vBreaks(Interval range) {
        return base.vBreaks(range);
    }

    @Override
    public double signedDistance(Vec3 p) {
        return base.signedDistance(p) - by;
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        return base.gradient(p);
    }

    @Override
    public double scaleAt(Vec3 p) {
        return Math.max(1e-4, base.scaleAt(p) - Math.abs(by));
    }

    @Override
    public Frame frame() {
        return base.frame();
    }

    @Override
    public Shifted placed(Frame f) {
        return new Shifted(base.placed(f), by);
    }

    @Override
    public boolean canonical() {
        return false;
    }

    @Override
    public Vec3 tip() {
        return null;
    }

    @Override
    public String kind() {
        return "surface at a distance";
    }
}
