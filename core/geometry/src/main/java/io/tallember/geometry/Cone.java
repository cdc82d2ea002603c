package io.tallember.geometry;

/**
 * One nappe of a cone about the frame's z axis, opening along z: at height v its radius is {@code radius + v tan(angle)}. u is
 * the angle about the axis; the normal points away from the axis.
 *
 * @param radius at the frame's origin, in mm, zero when the apex is there
 * @param angle half the opening angle, in radians, between 0 and pi/2
 */
public record Cone(Frame frame, double radius, double angle) implements Surface {
    public Cone {
        if (!(radius >= 0) || Double.isInfinite(radius)) {
            throw new GeometryException(GeometryException.Reason.DEGENERATE, "A cone needs a radius of zero or more.");
        }
        if (!(angle > Tolerance.DEFAULT.angular()) || !(angle < Math.PI / 2 - Tolerance.DEFAULT.angular())) {
            throw new GeometryException(
                    GeometryException.Reason.DEGENERATE, "A cone needs a half angle between 0 and 90 degrees.");
        }
    }

    /** Height of the apex over the frame's origin; zero or below. */
    public double apexHeight() {
        return -radius / Math.tan(angle);
    }

    public Vec3 apex() {
        return frame.point(0, 0, apexHeight());
    }

    public double radiusAt(double v) {
        return radius + v * Math.tan(angle);
    }

    @Override
    public Vec3 tip() {
        return apex();
    }

    @Override
    public double tipHeight() {
        return apexHeight();
    }

    public Line axis() {
        return new Line(frame.origin(), frame.z());
    }

    @Override
    public Vec3 point(double u, double v) {
        double r = radiusAt(v);
        return frame.point(r * Math.cos(u), r * Math.sin(u), v);
    }

    @Override
    public Vec3 du(double u, double v) {
        double r = radiusAt(v);
        return frame.x().times(-r * Math.sin(u)).plus(r * Math.cos(u), frame.y());
    }

    @Override
    public Vec3 dv(double u, double v) {
        double t = Math.tan(angle);
        return frame.z().plus(t * Math.cos(u), frame.x()).plus(t * Math.sin(u), frame.y());
    }

    @Override
    public Vec3 normal(double u, double v) {
        double c = Math.cos(angle);
        return frame.x().times(c * Math.cos(u)).plus(c * Math.sin(u), frame.y()).plus(-Math.sin(angle), frame.z());
    }

    @Override
    public Vec2 project(Vec3 p) {
        Vec3 l = frame.local(p);
        double along = (Surface.hypot(l.x(), l.y()) - radius) * Math.sin(angle) + l.z() * Math.cos(angle);
        return new Vec2(Surface.angle(l.x(), l.y()), Math.max(apexHeight(), along * Math.cos(angle)));
    }

    @Override
    public double uPeriod() {
        return 2 * Math.PI;
    }

    @Override
    public double signedDistance(Vec3 p) {
        Vec3 l = frame.local(p);
        return (Surface.hypot(l.x(), l.y()) - radius) * Math.cos(angle) - l.z() * Math.sin(angle);
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        Vec3 l = frame.local(p);
        double r = Surface.hypot(l.x(), l.y());
        double c = Math.cos(angle);
        double x = r > 0 ? l.x() / r : 1;
        double y = r > 0 ? l.y() / r : 0;
        return frame.x().times(c * x).plus(c * y, frame.y()).plus(-Math.sin(angle), frame.z());
    }

    @Override
    public double scaleAt(Vec3 p) {
        return Math.max(1e-4, Math.tan(angle) * p.distance(apex()));
    }

    @Override
    public Cone placed(Frame f) {
        return new Cone(f.place(frame), radius, angle);
    }

    @Override
    public String kind() {
        return "cone";
    }
}
