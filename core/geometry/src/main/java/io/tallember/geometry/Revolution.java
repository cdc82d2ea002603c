package io.tallember.geometry;

/**
 * The surface that a curve in a half plane through an axis sweeps about that axis, the frame's z. u is the angle, v the curve's
 * parameter; the normal points to the right of the curve's travel when the radius grows to the right and the height upward. An
 * open curve's surface runs on beyond its ends along the tangents; faces lie within {@link #vDomain}.
 *
 * @param meridian in the frame's coordinates, in its xz plane, with x above zero all along; never a line or a circle about the
 *     axis, which sweep cones, cylinders, planes, spheres and rings
 */
public record Revolution(Frame frame, Curve meridian) implements Surface {
    private static final int SAMPLES = 64;

    public Revolution {
        if (meridian instanceof Nurbs n && n.period() > 0) {
            meridian = n.overTurn();
        }
        if (meridian instanceof Line || meridian instanceof Circle) {
            throw new GeometryException(
                    GeometryException.Reason.DEGENERATE, "A line or an arc sweeps a surface of its own: give that.");
        }
        Interval r = meridian instanceof Nurbs n ? n.whole() : new Interval(0, meridian.period());
        for (int i = 0; i <= SAMPLES; i++) {
            if (!(meridian.point(r.at(i / (double) SAMPLES)).x() > Tolerance.DEFAULT.linear())) {
                throw new GeometryException(
                        GeometryException.Reason.UNSUPPORTED_INTERSECTION,
                        "A curve other than a line or an arc that meets the axis can't be revolved yet. Let it end in a short"
                                + " line or arc at the axis.");
            }
        }
    }

    @Override
    public Vec3 point(double u, double v) {
        Vec3 p = meridian.point(v);
        return frame.point(p.x() * Math.cos(u), p.x() * Math.sin(u), p.z());
    }

    @Override
    public Vec3 du(double u, double v) {
        double r = meridian.point(v).x();
        return frame.x().times(-r * Math.sin(u)).plus(r * Math.cos(u), frame.y());
    }

    @Override
    public Vec3 dv(double u, double v) {
        return turned(meridian.derivative(v), u);
    }

    private Vec3 turned(Vec3 d, double u) {
        return frame.x()
                .times(d.x() * Math.cos(u))
                .plus(d.x() * Math.sin(u), frame.y())
                .plus(d.z(), frame.z());
    }

    @Override
    public Vec3 normal(double u, double v) {
        return turned(right(v), u);
    }

    private Vec3 right(double v) {
        Vec3 d = meridian.derivative(v);
        double l = Surface.hypot(d.x(), d.z());
        return new Vec3(d.z() / l, 0, -d.x() / l);
    }

    /** A point's radius and height, in the half plane of the meridian. */
    private Vec3 flat(Vec3 p) {
        Vec3 l = frame.local(p);
        return new Vec3(Surface.hypot(l.x(), l.y()), 0, l.z());
    }

    private double angle(Vec3 p) {
        Vec3 l = frame.local(p);
        return Surface.angle(l.x(), l.y());
    }

    @Override
    public Vec2 project(Vec3 p) {
        return new Vec2(angle(p), meridian.project(flat(p)));
    }

    @Override
    public double uPeriod() {
        return 2 * Math.PI;
    }

    @Override
    public double vPeriod() {
        return meridian.period();
    }

    @Override
    public Interval vDomain() {
        return meridian instanceof Nurbs n && meridian.period() == 0 ? n.whole() : Surface.EVERYWHERE;
    }

    @Override
    public double[] vBreaks(Interval range) {
        return meridian.breaks(range);
    }

    @Override
    public double signedDistance(Vec3 p) {
        Vec3 l = flat(p);
        double v = meridian.project(l);
        Vec3 d = l.minus(meridian.point(v));
        return d.dot(right(v)) >= 0 ? d.length() : -d.length();
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        return turned(right(meridian.project(flat(p))), angle(p));
    }

    @Override
    public double scaleAt(Vec3 p) {
        double v = meridian.project(flat(p));
        return Math.max(1e-4, Math.min(meridian.bendNear(v), meridian.point(v).x()));
    }

    @Override
    public Revolution placed(Frame f) {
        return new Revolution(f.place(frame), meridian);
    }

    @Override
    public boolean canonical() {
        return false;
    }

    @Override
    public String kind() {
        return "revolved surface";
    }
}
