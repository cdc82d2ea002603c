package io.tallember.solid;

import io.tallember.geometry.Vec3;

/** A corner. Equality is identity: two vertices at one place are still two. */
public final class Vertex {
    private final Vec3 point;
    private final double tolerance;

    public Vertex(Vec3 point, double tolerance) {
        this.point = point;
        this.tolerance = tolerance;
    }

    public Vec3 point() {
        return point;
    }

    public double tolerance() {
        return tolerance;
    }
}
