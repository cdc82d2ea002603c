package io.tallember.solid.local;

import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Vertex;
import java.util.Collection;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/**
 * Where, between two edges that go on smoothly, one rolling ball takes over from the other: when it touches the smooth edge between
 * two faces on the one side. Seen along the edges that is before or after their common vertex, unless the smooth edge is square to
 * them.
 */
final class Joints {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private final Body body;
    private final Ball ball;

    private Joints(Body body, Ball ball) {
        this.body = body;
        this.ball = ball;
    }

    /** The ball's centres, by the vertices between edges; none where a ball's place can't be found. */
    static Map<Vertex, Vec3> of(Body body, Collection<Edge> edges, Ball ball) {
        Map<Vertex, Vec3> out = new IdentityHashMap<>();
        Joints j = new Joints(body, ball);
        for (Edge e : edges) {
            for (Vertex v : List.of(e.start(), e.end())) {
                Edge next = edges.stream()
                        .filter(k -> k != e && (k.start() == v || k.end() == v))
                        .filter(k -> Strip.outOf(e, v).dot(Strip.outOf(k, v)) < -1 + 1e-9)
                        .findFirst()
                        .orElse(null);
                if (next != null && !e.closed() && !out.containsKey(v)) {
                    Vec3 c = j.at(v, e, next);
                    if (c != null) {
                        out.put(v, c);
                    }
                }
            }
        }
        return out;
    }

    private Vec3 at(Vertex v, Edge e, Edge next) {
        List<Face> beside = body.facesOf(e);
        for (Edge smooth : body.edges()) {
            boolean here = smooth != e && smooth != next && (smooth.start() == v || smooth.end() == v);
            if (!here || body.facesOf(smooth).size() != 2 || beside.size() != 2) {
                continue;
            }
            Face own = body.facesOf(smooth).stream()
                    .filter(beside::contains)
                    .findFirst()
                    .orElse(null);
            if (own == null
                    || !Retarget.smoothAlong(
                            smooth,
                            body.facesOf(smooth).get(0),
                            body.facesOf(smooth).get(1))) {
                continue;
            }
            Face other = beside.get(0) == own ? beside.get(1) : beside.get(0);
            return touching(v, smooth, own, other, Edges.convex(body, e));
        }
        return null;
    }

    /** The ball that touches a face in a point of one of its edges, and another face; searched from the edge's end. */
    private Vec3 touching(Vertex v, Edge smooth, Face own, Face other, boolean convex) {
        Surface far;
        try {
            far = ball.beside(other, convex);
        } catch (io.tallember.geometry.GeometryException e) {
            return null;
        }
        boolean fromStart = smooth.start() == v;
        int n = 64;
        double before = fromStart ? smooth.range().lo() : smooth.range().hi();
        double was = far.signedDistance(centre(smooth, before, own, convex));
        for (int i = 1; i <= n; i++) {
            double t = smooth.range().at(fromStart ? i / (double) n : 1 - i / (double) n);
            double is = far.signedDistance(centre(smooth, t, own, convex));
            if (was * is <= 0) {
                double a = before;
                double b = t;
                for (int k = 0; k < 60; k++) {
                    double mid = 0.5 * (a + b);
                    double f = far.signedDistance(centre(smooth, mid, own, convex));
                    if (f * was > 0) {
                        a = mid;
                    } else {
                        b = mid;
                    }
                }
                Vec3 c = centre(smooth, b, own, convex);
                return Math.abs(far.signedDistance(c)) <= TOL.linear() ? c : null;
            }
            before = t;
            was = is;
        }
        return null;
    }

    private Vec3 centre(Edge e, double t, Face own, boolean convex) {
        Vec3 p = e.curve().point(t);
        Vec3 n = convex ? own.outward(p).negated() : own.outward(p);
        double r = ball.radius(p);
        for (int i = 0; i < 40 && ball.growth() != null; i++) {
            r = ball.radius(p.plus(r, n));
        }
        return p.plus(r, n);
    }
}
