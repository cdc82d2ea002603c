package io.tallember.solid;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Interval;

/** One use of an edge by a loop. */
public record Coedge(Edge edge, boolean forward) implements Piece {
    public Vertex start() {
        return forward ? edge.start() : edge.end();
    }

    public Vertex end() {
        return forward ? edge.end() : edge.start();
    }

    @Override
    public Coedge reversed() {
        return new Coedge(edge, !forward);
    }

    @Override
    public Curve curve() {
        return edge.curve();
    }

    @Override
    public Interval range() {
        return edge.range();
    }
}
