package io.tallember.geometry;

/** An axis-parallel box. The empty box has min above max. */
public record Box3(Vec3 min, Vec3 max) {
    public static final Box3 EMPTY = new Box3(
            new Vec3(Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY),
            new Vec3(Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY));

    public static Box3 of(Vec3 a, Vec3 b) {
        return EMPTY.with(a).with(b);
    }

    public Box3 with(Vec3 p) {
        return new Box3(
                new Vec3(Math.min(min.x(), p.x()), Math.min(min.y(), p.y()), Math.min(min.z(), p.z())),
                new Vec3(Math.max(max.x(), p.x()), Math.max(max.y(), p.y()), Math.max(max.z(), p.z())));
    }

    public Box3 with(Box3 o) {
        return o.isEmpty() ? this : with(o.min).with(o.max);
    }

    public boolean isEmpty() {
        return min.x() > max.x();
    }

    public Box3 grown(double d) {
        Vec3 g = new Vec3(d, d, d);
        return isEmpty() ? this : new Box3(min.minus(g), max.plus(g));
    }

    public boolean overlaps(Box3 o) {
        return min.x() <= o.max.x()
                && o.min.x() <= max.x()
                && min.y() <= o.max.y()
                && o.min.y() <= max.y()
                && min.z() <= o.max.z()
                && o.min.z() <= max.z();
    }

    public boolean contains(Vec3 p) {
        return p.x() >= min.x()
                && p.x() <= max.x()
                && p.y() >= min.y()
                && p.y() <= max.y()
                && p.z() >= min.z()
                && p.z() <= max.z();
    }

    /** The eight corners. */
    public java.util.List<Vec3> corners() {
        return java.util.stream.IntStream.range(0, 8)
                .mapToObj(i -> new Vec3(
                        ((i & 1) == 0 ? min : max).x(), ((i & 2) == 0 ? min : max).y(), ((i & 4) == 0 ? min : max).z()))
                .toList();
    }

    public Vec3 centre() {
        return min.lerp(max, 0.5);
    }

    public double diagonal() {
        return isEmpty() ? 0 : min.distance(max);
    }

    /** Least distance from the box to a point, zero inside. */
    public double distance(Vec3 p) {
        double dx = Math.max(0, Math.max(min.x() - p.x(), p.x() - max.x()));
        double dy = Math.max(0, Math.max(min.y() - p.y(), p.y() - max.y()));
        double dz = Math.max(0, Math.max(min.z() - p.z(), p.z() - max.z()));
        return Math.sqrt(dx * dx + dy * dy + dz * dz);
    }
}
