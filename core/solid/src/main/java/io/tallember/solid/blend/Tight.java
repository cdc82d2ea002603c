package io.tallember.solid.blend;

import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Vertex;
import java.util.List;

/**
 * Edges round finer rounds than the one asked for: no ball of its size rolls there. Between two neighbours that go on smoothly it
 * isn't needed: their rounds run on, meet in a mitre and swallow it.
 */
final class Tight {
    private static final int LOOKS = 8;
    /** Below this sine of their angle two edges are taken for one straight line. */
    private static final double STRAIGHT = 0.2;
    /** How much farther a tool goes than it must, as a part of its width. */
    private static final double MARGIN = 0.05;

    private Tight() {}

    /** The edges of a chain that are too tight for a ball and lie between two that aren't. */
    static List<Edge> in(Body body, List<Edge> edges, Size size) {
        if (size.bevel()) {
            return List.of();
        }
        List<Edge> tight =
                edges.stream().filter(e -> tight(body, e, size.value())).toList();
        return tight.stream()
                .filter(e -> between(edges, tight, e, e.start()) && between(edges, tight, e, e.end()))
                .toList();
    }

    private static boolean between(List<Edge> edges, List<Edge> tight, Edge e, Vertex v) {
        return edges.stream().anyMatch(k -> k != e && !tight.contains(k) && Chains.continues(e, k, v));
    }

    private static boolean tight(Body body, Edge e, double radius) {
        boolean convex = Edges.convex(body, e);
        return !e.closed()
                && body.facesOf(e).stream()
                        .anyMatch(f -> convex == f.sense() && bend(f.surface(), e.middle()) < radius - 1e-9);
    }

    /** The radius of a round face at a place; endless for others. */
    private static double bend(Surface s, Vec3 p) {
        if (s instanceof Cylinder c) {
            return c.radius();
        }
        if (s instanceof Torus t) {
            return t.minor();
        }
        return s instanceof Cone k ? k.axis().distance(p) / Math.cos(k.angle()) : Double.POSITIVE_INFINITY;
    }

    /**
     * How far a round's tool runs on beyond its edge's end, over a swallowed edge, to where it meets the next one's all across.
     *
     * @param out the direction in which it runs on
     * @param setback how wide the round is, in mm
     */
    static double reach(Edge swallowed, Vertex v, Vec3 out, List<EdgeTool> tools, double setback) {
        Vertex w = swallowed.start() == v ? swallowed.end() : swallowed.start();
        for (EdgeTool t : tools) {
            if (Chains.continues(swallowed, t.edge, w)) {
                Vec3 away = t.outAt(t.edge.start() == w).negated();
                double cosine = out.dot(away);
                double sine = out.cross(away).length();
                if (sine < STRAIGHT) {
                    break;
                }
                // to the corner that both would have, and on where they turn back by more than a right angle
                Vec3 d = w.point().minus(v.point());
                double corner = (d.dot(out) - d.dot(away) * cosine) / (sine * sine);
                return corner + setback * (Math.max(0, -cosine / sine) + MARGIN);
            }
        }
        return 3 * setback;
    }

    /**
     * @param tools those along the other edges, each of which is to have left one face
     * @throws GeometryException UNSUPPORTED_INTERSECTION when an edge wasn't swallowed whole, or a round ran on into something else
     */
    static void gone(List<Edge> swallowed, List<EdgeTool> tools, List<Body> out, String step) {
        for (Edge e : swallowed) {
            for (int i = 0; i <= LOOKS; i++) {
                Vec3 p = e.curve().point(e.range().at(i / (double) LOOKS));
                if (EdgeTool.on(out, p)) {
                    throw tooTight(e);
                }
            }
            for (EdgeTool t : tools) {
                long faces = out.stream()
                        .flatMap(b -> b.faces().stream())
                        .filter(f -> of(f, t, step))
                        .count();
                if (faces > 1) {
                    throw tooTight(e);
                }
            }
        }
    }

    private static boolean of(Face f, EdgeTool t, String step) {
        return f.origins().stream()
                .anyMatch(o -> o.step().equals(step) && o.source().equals(t.source()));
    }

    private static GeometryException tooTight(Edge e) {
        return new GeometryException(
                Reason.UNSUPPORTED_INTERSECTION,
                "The round near " + e.middle().said()
                        + " is finer than the one asked for, and the rounds beside it don't swallow it. Take a smaller size there.");
    }
}
