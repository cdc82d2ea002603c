package io.tallember.solid.local;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Midway;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Upright;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Rounds that end exactly on given edges: the face between such an edge and the sharp one becomes round. The ball touches that face
 * along the held edge and the face across all along, so that its radius follows from them.
 */
public final class Held {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private final Body body;
    private final Edge sharp;
    private final Edge held;
    /** The face between them, and the one across the sharp edge. */
    private final Face between;

    private final Face across;
    private final boolean convex;

    private Held(Body body, Edge sharp, Edge held) {
        this.body = body;
        this.sharp = sharp;
        this.held = held;
        List<Face> two = body.facesOf(sharp);
        between = two.stream()
                .filter(f -> body.facesOf(held).contains(f))
                .findFirst()
                .orElseThrow();
        across = two.get(0) == between ? two.get(two.size() - 1) : two.get(0);
        convex = Edges.convex(body, sharp);
    }

    /**
     * The body with its sharp edges rounded up to held ones.
     *
     * @param step the step's id, for lineage
     * @throws GeometryException BAD_VALUE with the edge for which there is no held one on a common face, or along which no ball
     *     rolls so
     */
    public static Body of(Body body, Collection<Edge> sharp, Collection<Edge> held, String step) {
        Map<Edge, Edge> beside = new LinkedHashMap<>();
        for (Edge e : sharp) {
            beside.put(e, heldBeside(body, e, held));
        }
        return each(chained(body, beside), beside, step);
    }

    /** The held edge that shares a face with a sharp one and is nearest to it. */
    private static Edge heldBeside(Body body, Edge e, Collection<Edge> held) {
        return held.stream()
                .filter(k -> body.facesOf(k).stream().anyMatch(body.facesOf(e)::contains))
                .min(Comparator.comparingDouble(k -> k.curve()
                        .point(k.curve().project(e.middle(), k.range()))
                        .distance(e.middle())))
                .orElseThrow(() -> new GeometryException(
                        Reason.BAD_VALUE,
                        "No edge to end on shares a face with the edge at " + Retarget.place(e.middle())
                                + ". Pick one, or split the face where the round should end."));
    }

    /** The body with faces along which a chain runs divided from corner to corner, so that each edge has a face of its own. */
    private static Body chained(Body body, Map<Edge, Edge> beside) {
        Body now = body;
        List<Edge> edges = List.copyOf(beside.keySet());
        for (int i = 0; i < edges.size(); i++) {
            for (int j = i + 1; j < edges.size(); j++) {
                for (Vertex v : common(edges.get(i), edges.get(j))) {
                    for (Vertex w : common(beside.get(edges.get(i)), beside.get(edges.get(j)))) {
                        for (Face f : now.facesOf(edges.get(i))) {
                            boolean both = now.facesOf(edges.get(j)).contains(f)
                                    && now.facesOf(beside.get(edges.get(i))).contains(f);
                            now = both ? divided(body, now, f, edges.get(i), edges.get(j), beside, v, w) : now;
                        }
                    }
                }
            }
        }
        return now;
    }

    private static Body divided(
            Body body, Body now, Face f, Edge e, Edge next, Map<Edge, Edge> beside, Vertex v, Vertex w) {
        Optional<Edge> between = Star.goesOn(e, next, v)
                ? Optional.of(new Held(body, e, beside.get(e)).arc(v, w))
                : Divided.line(f, v, w, TOL);
        return between.flatMap(k -> Divided.by(now, f, k)).orElse(now);
    }

    /** Where one round goes on smoothly in the next: the ball's arc there, between two corners. */
    private Edge arc(Vertex v, Vertex w) {
        IntersectionCurve way = way();
        Vec3 c = way.point(way.project(v.point()));
        Vec3 from = Strip.dropped(c, across);
        Vec3 x = from.minus(c);
        Circle k = new Circle(Frame.of(c, x.cross(w.point().minus(c)), x), x.length());
        return new Edge(k, new Interval(0, k.project(w.point())), v, w, TOL.linear());
    }

    private static List<Vertex> common(Edge a, Edge b) {
        return a == b
                ? List.of()
                : List.of(a.start(), a.end()).stream()
                        .distinct()
                        .filter(v -> v == b.start() || v == b.end())
                        .toList();
    }

    private static Body each(Body body, Map<Edge, Edge> beside, String step) {
        Map<Face, Held> all = new LinkedHashMap<>();
        beside.forEach((e, h) -> {
            Held one = new Held(body, e, h);
            if (all.put(one.between, one) != null) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "The face beside the edge at " + Retarget.place(e.middle())
                                + " would become more than one round, and doesn't divide at the corners: the held edges have none"
                                + " beside those of the chain.");
            }
        });
        Map<Face, Face> turned = new LinkedHashMap<>();
        Map<Face, Surface> surfaces = new LinkedHashMap<>();
        all.forEach((f, h) -> {
            Face as = Faces.turned(f, h.sharp.middle(), h.convex);
            turned.put(f, as);
            surfaces.put(as, h.round());
        });
        List<Shell> shells = body.shells().stream()
                .map(s -> new Shell(
                        s.faces().stream().map(f -> turned.getOrDefault(f, f)).toList()))
                .toList();
        List<Face> made = new ArrayList<>(surfaces.keySet());
        return Retarget.of(
                new Body(shells),
                surfaces,
                List.of(),
                f -> made.contains(f)
                        ? List.of(new Origin(step, "side", "h" + (1 + order(f, turned, body))))
                        : f.origins(),
                TOL);
    }

    private static int order(Face f, Map<Face, Face> turned, Body body) {
        return (int) body.faces().stream()
                .takeWhile(k -> turned.get(k) != f)
                .filter(turned::containsKey)
                .count();
    }

    /** The way of the ball's centre along the sharp edge. */
    private IntersectionCurve way() {
        Surface a = new Midway(between.surface(), across.surface());
        Surface b = new Upright(between.surface(), held.curve(), held.range());
        double wide = held.curve()
                .point(held.curve().project(sharp.middle(), held.range()))
                .distance(sharp.middle());
        UnaryOperator<Vec3> about = p -> {
            double d = held.curve().point(held.curve().project(p, held.range())).distance(p);
            return p.plus(convex ? -d : d, between.outward(p).plus(across.outward(p)));
        };
        return Spine.of(
                        sharp,
                        a,
                        b,
                        new Spine.End(sharp.start(), null, false, 2 * wide),
                        new Spine.End(sharp.end(), null, false, 2 * wide),
                        about)
                .orElseThrow(() -> new GeometryException(
                        Reason.BAD_VALUE,
                        "No ball touches both faces along the edge at " + Retarget.place(sharp.middle())
                                + " and ends on the held one. Hold an edge that runs beside it all along."));
    }

    private Surface round() {
        IntersectionCurve way = way();
        Optional<Surface> ring = ring(way);
        if (ring.isPresent()) {
            return ring.get();
        }
        boolean straight =
                held.curve() instanceof Line && between.surface() instanceof Plane && across.surface() instanceof Plane;
        if (straight) {
            return Ball.straight(way, between.surface()).orElseThrow();
        }
        return Tube.changing(way, between.surface(), across.surface());
    }

    /** Round an arc with the held edge about the same axis the ball leaves a ring. */
    private Optional<Surface> ring(IntersectionCurve way) {
        if (!(sharp.curve() instanceof Circle c && held.curve() instanceof Circle h) || sharp.closed()) {
            return Optional.empty();
        }
        Line axis = new Line(c.frame().origin(), c.frame().z());
        boolean about = h.frame().z().cross(axis.direction()).length() < 1e-9
                && axis.distance(h.frame().origin()) <= TOL.linear();
        Vec3 at = way.point(way.whole().middle());
        double radius = Math.abs(between.surface().signedDistance(at));
        for (Vec3 p : way.chain()) {
            about &= Math.abs(axis.distance(p) - axis.distance(at)) <= 0.1 * TOL.linear()
                    && Math.abs(axis.project(p) - axis.project(at)) <= 0.1 * TOL.linear()
                    && Math.abs(Math.abs(between.surface().signedDistance(p)) - radius) <= 0.1 * TOL.linear();
        }
        Frame middle = c.frame().at(axis.point(axis.project(at)));
        return about ? Optional.of(new Torus(middle, axis.distance(at), radius)) : Optional.empty();
    }
}
