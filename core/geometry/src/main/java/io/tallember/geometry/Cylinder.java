package io.tallember.geometry;

/** The cylinder about the frame's z axis; u is the angle, v the height, the normal points away from the axis. */
public record Cylinder(Frame frame, double radius) implements Surface {
    public Cylinder {
        if (!(radius > 0) || Double.isInfinite(radius)) {
            throw new GeometryException(GeometryException.Reason.DEGENERATE, "A cylinder needs a radius above zero.");
        }
    }

    @Override
    public Vec3 point(double u, double v) {
        return frame.point(radius * Math.cos(u), radius * Math.sin(u), v);
    }

    @Override
    public Vec3 du(double u, double v) {
        return frame.x().times(-radius * Math.sin(u)).plus(radius * Math.cos(u), frame.y());
    }

    @Override
    public Vec3 dv(double u, double v) {
        return frame.z();
    }

    @Override
    public Vec3 normal(double u, double v) {
        return frame.x().times(Math.cos(u)).plus(Math.sin(u), frame.y());
    }

    @Override
    public Vec2 project(Vec3 p) {
        Vec3 l = frame.local(p);
        double a = Math.atan2(l.y(), l.x());
        return new Vec2(a < 0 ? a + 2 * Math.PI : a, l.z());
    }

    @Override
    public double uPeriod() {
        return 2 * Math.PI;
    }

    @Override
    public double signedDistance(Vec3 p) {
        Vec3 l = frame.local(p);
        return Surface.hypot(l.x(), l.y()) - radius;
    }

    public Line axis() {
        return new Line(frame.origin(), frame.z());
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        Vec3 l = frame.local(p);
        double r = Surface.hypot(l.x(), l.y());
        return r > 0 ? frame.x().times(l.x() / r).plus(l.y() / r, frame.y()) : frame.x();
    }

    @Override
    public double scaleAt(Vec3 p) {
        return radius;
    }

    @Override
    public Cylinder placed(Frame f) {
        return new Cylinder(f.place(frame), radius);
    }

    @Override
    public String kind() {
        return "cylinder";
    }
}
