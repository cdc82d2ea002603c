package io.tallember.geometry;

/** A right-handed orthonormal frame: where a plane, circle or cylinder stands. */
public record Frame(Vec3 origin, Vec3 x, Vec3 y, Vec3 z) {
    public static final Frame WORLD = new Frame(Vec3.ZERO, Vec3.X, Vec3.Y, Vec3.Z);

    /** The frame at {@code origin} with the given z, and x as near to {@code xHint} as being square to z allows. */
    public static Frame of(Vec3 origin, Vec3 z, Vec3 xHint) {
        Vec3 zu = z.unit();
        Vec3 x = xHint.plus(-xHint.dot(zu), zu);
        Vec3 xu = x.length() < 1e-9 * (1 + xHint.length()) ? zu.anyPerpendicular() : x.unit();
        return new Frame(origin, xu, zu.cross(xu), zu);
    }

    public static Frame of(Vec3 origin, Vec3 z) {
        return of(origin, z, z.unit().anyPerpendicular());
    }

    public Vec3 point(double a, double b, double c) {
        return new Vec3(
                origin.x() + a * x.x() + b * y.x() + c * z.x(),
                origin.y() + a * x.y() + b * y.y() + c * z.y(),
                origin.z() + a * x.z() + b * y.z() + c * z.z());
    }

    public Vec3 point(Vec3 local) {
        return point(local.x(), local.y(), local.z());
    }

    public Vec3 direction(Vec3 local) {
        return x.times(local.x()).plus(local.y(), y).plus(local.z(), z);
    }

    /** Coordinates of a world point in this frame. */
    public Vec3 local(Vec3 p) {
        Vec3 d = p.minus(origin);
        return new Vec3(d.dot(x), d.dot(y), d.dot(z));
    }

    /** A frame given in this frame's coordinates, in world coordinates. */
    public Frame place(Frame local) {
        return new Frame(point(local.origin), direction(local.x), direction(local.y), direction(local.z));
    }

    /** The world in this frame's coordinates: what is placed by it goes back. */
    public Frame inverse() {
        return new Frame(
                local(Vec3.ZERO),
                new Vec3(x.x(), y.x(), z.x()),
                new Vec3(x.y(), y.y(), z.y()),
                new Vec3(x.z(), y.z(), z.z()));
    }

    public Frame at(Vec3 newOrigin) {
        return new Frame(newOrigin, x, y, z);
    }

    public Frame movedAlongZ(double d) {
        return at(origin.plus(d, z));
    }
}
