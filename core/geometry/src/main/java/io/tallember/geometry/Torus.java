package io.tallember.geometry;

/**
 * The ring about the frame's z axis: u is the angle about the axis, v the angle about the tube, zero outside; the normal points
 * out of the tube.
 *
 * <p>A tube that reaches the axis would pass through itself. Of one, such as a ball sweeps that rolls round a corner tighter than
 * its width, only the part farther from the axis than the tube's centre line is meant: faces lie there, and every point is judged
 * by that part. See {@link #spindle}.
 *
 * @param major radius of the tube's centre line in mm
 * @param minor radius of the tube in mm
 */
public record Torus(Frame frame, double major, double minor) implements Surface {
    public Torus {
        if (!(minor > 0) || Double.isInfinite(major)) {
            throw new GeometryException(GeometryException.Reason.DEGENERATE, "A ring needs a tube radius above zero.");
        }
        if (!(major > 0)) {
            throw new GeometryException(
                    GeometryException.Reason.DEGENERATE, "A ring needs a distance from its axis above zero.");
        }
    }

    /**
     * A ring that keeps clear of its axis.
     *
     * @throws GeometryException DEGENERATE when its tube reaches the axis
     */
    public static Torus ring(Frame frame, double major, double minor) {
        Torus t = new Torus(frame, major, minor);
        if (t.spindle()) {
            throw new GeometryException(
                    GeometryException.Reason.DEGENERATE,
                    "A ring whose tube reaches its own axis would pass through itself; make the tube thinner or the ring"
                            + " wider.");
        }
        return t;
    }

    /** Whether the tube reaches the axis. */
    public boolean spindle() {
        return major <= minor;
    }

    /** The angle about the tube, either way from zero, up to which points lie farther from the axis than zero. */
    public double outside() {
        return spindle() ? Math.acos(-major / minor) : Math.PI;
    }

    @Override
    public Vec3 point(double u, double v) {
        double r = major + minor * Math.cos(v);
        return frame.point(r * Math.cos(u), r * Math.sin(u), minor * Math.sin(v));
    }

    @Override
    public Vec3 du(double u, double v) {
        double r = major + minor * Math.cos(v);
        return frame.x().times(-r * Math.sin(u)).plus(r * Math.cos(u), frame.y());
    }

    @Override
    public Vec3 dv(double u, double v) {
        double s = minor * Math.sin(v);
        return frame.x()
                .times(-s * Math.cos(u))
                .plus(-s * Math.sin(u), frame.y())
                .plus(minor * Math.cos(v), frame.z());
    }

    @Override
    public Vec3 normal(double u, double v) {
        double c = Math.cos(v);
        return frame.x().times(c * Math.cos(u)).plus(c * Math.sin(u), frame.y()).plus(Math.sin(v), frame.z());
    }

    @Override
    public Vec2 project(Vec3 p) {
        Vec3 l = frame.local(p);
        return new Vec2(Surface.angle(l.x(), l.y()), Surface.angle(Surface.hypot(l.x(), l.y()) - major, l.z()));
    }

    @Override
    public double uPeriod() {
        return 2 * Math.PI;
    }

    @Override
    public double vPeriod() {
        return 2 * Math.PI;
    }

    @Override
    public double signedDistance(Vec3 p) {
        Vec3 l = frame.local(p);
        return Surface.hypot(Surface.hypot(l.x(), l.y()) - major, l.z()) - minor;
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        Vec3 l = frame.local(p);
        double r = Surface.hypot(l.x(), l.y());
        double d = Surface.hypot(r - major, l.z());
        double x = r > 0 ? l.x() / r : 1;
        double y = r > 0 ? l.y() / r : 0;
        double c = d > 0 ? (r - major) / d : 1;
        double s = d > 0 ? l.z() / d : 0;
        return frame.x().times(c * x).plus(c * y, frame.y()).plus(s, frame.z());
    }

    @Override
    public double scaleAt(Vec3 p) {
        return spindle() ? minor : Math.min(minor, major - minor);
    }

    @Override
    public Torus placed(Frame f) {
        return new Torus(f.place(frame), major, minor);
    }

    @Override
    public String kind() {
        return "torus";
    }
}
