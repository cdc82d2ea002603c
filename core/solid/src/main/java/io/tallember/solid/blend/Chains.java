package io.tallember.solid.blend;

import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Edges that run smoothly into each other. */
public final class Chains {
    private static final double SAME_WAY = 1 - 1e-9;

    private Chains() {}

    /** The given edges and all that smoothly continue them. */
    public static List<Edge> smooth(Body body, Collection<Edge> from) {
        Set<Edge> out = new LinkedHashSet<>(from);
        List<Edge> todo = new ArrayList<>(from);
        while (!todo.isEmpty()) {
            Edge e = todo.remove(todo.size() - 1);
            for (Vertex v : List.of(e.start(), e.end())) {
                for (Edge o : body.edges()) {
                    if (!out.contains(o) && continues(e, o, v)) {
                        out.add(o);
                        todo.add(o);
                    }
                }
            }
        }
        return List.copyOf(out);
    }

    /** Whether one edge runs on into the other at a corner that both share. */
    static boolean continues(Edge a, Edge b, Vertex v) {
        if (a == b || a.closed() || b.closed() || b.start() != v && b.end() != v) {
            return false;
        }
        return outOf(a, v).dot(outOf(b, v)) < -SAME_WAY;
    }

    /** Direction in which an edge leaves along itself beyond its corner. */
    static Vec3 outOf(Edge e, Vertex v) {
        return e.start() == v
                ? e.curve().tangent(e.range().lo()).negated()
                : e.curve().tangent(e.range().hi());
    }
}
