package io.tallember.geometry;

/** A point of a plane or of a surface's parameters. */
public record Vec2(double x, double y) {
    public Vec2 plus(double s, Vec2 o) {
        return new Vec2(x + s * o.x, y + s * o.y);
    }

    public Vec2 plus(Vec2 o) {
        return new Vec2(x + o.x, y + o.y);
    }

    public Vec2 times(double s) {
        return new Vec2(s * x, s * y);
    }

    public Vec2 minus(Vec2 o) {
        return new Vec2(x - o.x, y - o.y);
    }

    public double dot(Vec2 o) {
        return x * o.x + y * o.y;
    }

    public double cross(Vec2 o) {
        return x * o.y - y * o.x;
    }

    public double length() {
        return Math.hypot(x, y);
    }

    public double distance(Vec2 o) {
        return Math.hypot(x - o.x, y - o.y);
    }

    /** As a point of the plane z = 0. */
    public Vec3 flat() {
        return new Vec3(x, y, 0);
    }
}
