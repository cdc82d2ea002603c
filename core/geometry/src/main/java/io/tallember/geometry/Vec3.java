package io.tallember.geometry;

/** A point or direction in space, in millimetres. */
public record Vec3(double x, double y, double z) {
    public static final Vec3 ZERO = new Vec3(0, 0, 0);
    public static final Vec3 X = new Vec3(1, 0, 0);
    public static final Vec3 Y = new Vec3(0, 1, 0);
    public static final Vec3 Z = new Vec3(0, 0, 1);

    public Vec3 plus(Vec3 o) {
        return new Vec3(x + o.x, y + o.y, z + o.z);
    }

    /** This plus {@code s} times {@code o}. */
    public Vec3 plus(double s, Vec3 o) {
        return new Vec3(x + s * o.x, y + s * o.y, z + s * o.z);
    }

    public Vec3 minus(Vec3 o) {
        return new Vec3(x - o.x, y - o.y, z - o.z);
    }

    public Vec3 times(double s) {
        return new Vec3(x * s, y * s, z * s);
    }

    public Vec3 negated() {
        return new Vec3(-x, -y, -z);
    }

    public double dot(Vec3 o) {
        return x * o.x + y * o.y + z * o.z;
    }

    public Vec3 cross(Vec3 o) {
        return new Vec3(y * o.z - z * o.y, z * o.x - x * o.z, x * o.y - y * o.x);
    }

    public double length() {
        return Math.sqrt(dot(this));
    }

    public double distance(Vec3 o) {
        return minus(o).length();
    }

    /**
     * This direction with length one.
     *
     * @throws GeometryException DEGENERATE when the length is zero or not a number
     */
    public Vec3 unit() {
        double l = length();
        if (!(l > 1e-300) || Double.isInfinite(l)) {
            throw new GeometryException(GeometryException.Reason.DEGENERATE, "A direction of no length was given.");
        }
        return times(1 / l);
    }

    public Vec3 lerp(Vec3 o, double f) {
        return plus(f, o.minus(this));
    }

    /** Some unit vector square to this unit vector. */
    public Vec3 anyPerpendicular() {
        Vec3 a = Math.abs(x) < 0.6 ? X : Math.abs(y) < 0.6 ? Y : Z;
        return a.plus(-a.dot(this), this).unit();
    }

    /** Without its z. */
    public Vec2 xy() {
        return new Vec2(x, y);
    }

    /** A place as sentences have it. */
    public String said() {
        return Terms.place(this);
    }

    public boolean isFinite() {
        return Double.isFinite(x) && Double.isFinite(y) && Double.isFinite(z);
    }
}
