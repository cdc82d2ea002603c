package io.tallember.geometry;

/** A circle in the frame's xy plane; the parameter is the angle from its x axis. */
public record Circle(Frame frame, double radius) implements Curve {
    public Circle {
        if (!(radius > 0) || Double.isInfinite(radius)) {
            throw new GeometryException(GeometryException.Reason.DEGENERATE, "A circle needs a radius above zero.");
        }
    }

    @Override
    public Vec3 point(double t) {
        return frame.point(radius * Math.cos(t), radius * Math.sin(t), 0);
    }

    @Override
    public Vec3 derivative(double t) {
        return frame.x().times(-radius * Math.sin(t)).plus(radius * Math.cos(t), frame.y());
    }

    @Override
    public Vec3 second(double t) {
        return frame.x().times(-radius * Math.cos(t)).plus(-radius * Math.sin(t), frame.y());
    }

    @Override
    public double speed() {
        return radius;
    }

    @Override
    public double period() {
        return 2 * Math.PI;
    }

    @Override
    public double project(Vec3 p) {
        Vec3 l = frame.local(p);
        double a = Math.atan2(l.y(), l.x());
        return a < 0 ? a + 2 * Math.PI : a;
    }

    @Override
    public Box3 bounds(Interval r) {
        return new Ellipse(frame, radius, radius).bounds(r);
    }

    @Override
    public Circle placed(Frame f) {
        return new Circle(f.place(frame), radius);
    }

    @Override
    public double turn(Interval range) {
        return range.length();
    }
}
