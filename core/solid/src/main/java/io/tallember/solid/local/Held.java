package io.tallember.solid.local;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Line;
import io.tallember.geometry.Midway;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Upright;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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
        Map<Face, Held> all = new LinkedHashMap<>();
        for (Edge e : sharp) {
            Edge h = held.stream()
                    .filter(k -> body.facesOf(k).stream().anyMatch(body.facesOf(e)::contains))
                    .findFirst()
                    .orElseThrow(() -> new GeometryException(
                            Reason.BAD_VALUE,
                            "No edge to end on shares a face with the edge at " + Retarget.place(e.middle())
                                    + ". Pick one, or split the face where the round should end."));
            Held one = new Held(body, e, h);
            if (all.put(one.between, one) != null) {
                throw new GeometryException(
                        Reason.BAD_VALUE, "Two of the edges bound one face, which can become only one round.");
            }
        }
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

    private Surface round() {
        Surface a = new Midway(between.surface(), across.surface());
        Surface b = new Upright(between.surface(), held.curve(), held.range());
        double wide = held.curve()
                .point(held.curve().project(sharp.middle(), held.range()))
                .distance(sharp.middle());
        UnaryOperator<Vec3> about = p -> {
            double d = held.curve().point(held.curve().project(p, held.range())).distance(p);
            return p.plus(convex ? -d : d, between.outward(p).plus(across.outward(p)));
        };
        IntersectionCurve way = Spine.of(
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
        boolean straight =
                held.curve() instanceof Line && between.surface() instanceof Plane && across.surface() instanceof Plane;
        if (straight) {
            return Ball.straight(way, between.surface()).orElseThrow();
        }
        return Tube.changing(way, between.surface(), across.surface());
    }
}
