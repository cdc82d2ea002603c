package io.tallember.geometry;

/**
 * The surface that a curve in a half plane through an axis sweeps about that axis, the frame's z. u is the angle, v the curve's
 * parameter; the normal points to the right of the curve's travel when the radius grows to the right and the height upward. An
 * open curve's surface runs on beyond its ends along the tangents; faces lie within {@link #vDomain}.
 *
 * <p>A curve that meets the axis in one end is run through from there; what it sweeps has a {@link #tip}. One that meets it in
 * both ends is two surfaces.
 *
 * @param meridian in the frame's coordinates, in its xz plane, with x above zero inside it; never a line or a circle, which sweep
 *     cones, cylinders, planes, spheres and rings
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
        Interval r = range(meridian);
        boolean open = meridian.period() == 0;
        boolean low = open && onAxis(meridian, r.lo());
        boolean high = open && onAxis(meridian, r.hi());
        for (int i = low ? 1 : 0; i <= SAMPLES - (high ? 1 : 0); i++) {
            double x = meridian.point(r.at(i / (double) SAMPLES)).x();
            if (!(x > (i > 0 && i < SAMPLES && open ? 0 : Tolerance.DEFAULT.linear()))) {
                throw new GeometryException(
                        GeometryException.Reason.BAD_VALUE,
                        "A curve to be revolved touches or crosses the axis between its ends. Keep it on one side.");
            }
        }
        if (low && high) {
            throw new GeometryException(
                    GeometryException.Reason.DEGENERATE,
                    "A revolved curve that meets its axis in both ends is two surfaces: give each half.");
        }
        if (high) {
            meridian = ((Nurbs) meridian).reversed();
        }
    }

    private static Interval range(Curve meridian) {
        return meridian.whole();
    }

    private static boolean onAxis(Curve meridian, double t) {
        return Math.abs(meridian.point(t).x()) <= Tolerance.DEFAULT.linear();
    }

    @Override
    public Vec3 tip() {
        boolean open = meridian.period() == 0;
        double lo = range(meridian).lo();
        return open && onAxis(meridian, lo)
                ? frame.point(0, 0, meridian.point(lo).z())
                : null;
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
        double v = meridian.project(flat(p));
        return new Vec2(
                angle(p), v < vDomain().lo() && tip() != null ? vDomain().lo() : v);
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
        return meridian.period() == 0 ? meridian.whole() : Surface.EVERYWHERE;
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
        return Math.max(
                1e-4, Math.min(meridian.bendNear(v), Math.abs(meridian.point(v).x())));
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
