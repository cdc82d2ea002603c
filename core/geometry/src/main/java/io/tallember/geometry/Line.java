package io.tallember.geometry;

/** A straight line; the parameter is the length from the origin. */
public record Line(Vec3 origin, Vec3 direction) implements Curve {
    public Line {
        direction = direction.unit();
    }

    public static Line through(Vec3 a, Vec3 b) {
        return new Line(a, b.minus(a));
    }

    @Override
    public Vec3 point(double t) {
        return origin.plus(t, direction);
    }

    @Override
    public Vec3 derivative(double t) {
        return direction;
    }

    @Override
    public Vec3 second(double t) {
        return Vec3.ZERO;
    }

    @Override
    public double speed() {
        return 1;
    }

    @Override
    public double period() {
        return 0;
    }

    @Override
    public double project(Vec3 p) {
        return p.minus(origin).dot(direction);
    }

    /** Distance of a point from the line. */
    public double distance(Vec3 p) {
        return p.distance(point(project(p)));
    }

    @Override
    public Box3 bounds(Interval r) {
        return Box3.of(point(r.lo()), point(r.hi()));
    }

    @Override
    public Line placed(Frame f) {
        return new Line(f.point(origin), f.direction(direction));
    }

    @Override
    public double turn(Interval range) {
        return 0;
    }
}
