package io.tallember.geometry;

/** The frame's xy plane, with the normal along z. */
public record Plane(Frame frame) implements Surface {
    @Override
    public Vec3 point(double u, double v) {
        return frame.point(u, v, 0);
    }

    @Override
    public Vec3 du(double u, double v) {
        return frame.x();
    }

    @Override
    public Vec3 dv(double u, double v) {
        return frame.y();
    }

    @Override
    public Vec3 normal(double u, double v) {
        return frame.z();
    }

    public Vec3 normal() {
        return frame.z();
    }

    @Override
    public Vec2 project(Vec3 p) {
        Vec3 l = frame.local(p);
        return new Vec2(l.x(), l.y());
    }

    @Override
    public double uPeriod() {
        return 0;
    }

    @Override
    public double signedDistance(Vec3 p) {
        return p.minus(frame.origin()).dot(frame.z());
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        return frame.z();
    }

    @Override
    public double scaleAt(Vec3 p) {
        return Double.POSITIVE_INFINITY;
    }

    @Override
    public Plane placed(Frame f) {
        return new Plane(f.place(frame));
    }

    @Override
    public String kind() {
        return "plane";
    }
}
