package io.tallember.solid;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Vec3;

/** A stretch of an exact curve between two vertices; a closed edge begins and ends at one vertex. */
public final class Edge {
    private final Curve curve;
    private final Interval range;
    private final Vertex start;
    private final Vertex end;
    private final double tolerance;
    private final Box3 bounds;

    public Edge(Curve curve, Interval range, Vertex start, Vertex end, double tolerance) {
        this.curve = curve;
        this.range = range;
        this.start = start;
        this.end = end;
        this.tolerance = tolerance;
        this.bounds = curve.bounds(range);
    }

    public Curve curve() {
        return curve;
    }

    public Interval range() {
        return range;
    }

    public Vertex start() {
        return start;
    }

    public Vertex end() {
        return end;
    }

    public double tolerance() {
        return tolerance;
    }

    public boolean closed() {
        return start == end;
    }

    public Box3 bounds() {
        return bounds;
    }

    public Vec3 middle() {
        return curve.point(range.middle());
    }
}
