package io.tallember.solid.blend;

import io.tallember.geometry.Circle;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Vertex;
import io.tallember.solid.fuse.Classifier;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.local.Rounding;
import io.tallember.solid.sweep.UpTo;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Rounds (of one radius) and bevels along edges of a body.
 *
 * <p>Each edge gets a tool between the edge and the blend; convex edges' tools are taken away, then the others' added. At a free
 * end the tool stops at the end's own face; where two blended edges meet the tools run through each other, which mitres them;
 * where three rounds of one radius meet on planes a ball closes the corner.
 */
public final class Blend {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private final Body body;
    private final Size size;
    private final String step;
    private final Classifier inside;
    private final Map<Edge, EdgeTool> tools = new IdentityHashMap<>();
    private final List<EdgeTool> order = new ArrayList<>();
    private final List<Edge> swallowed = new ArrayList<>();
    private final List<Body> cuts = new ArrayList<>();
    private final List<Body> fills = new ArrayList<>();

    /** How many of the edges each face is beside. */
    private final Map<Face, Integer> shared = new IdentityHashMap<>();

    private final boolean flipped;

    private Blend(Body body, Size size, boolean flipped, String step) {
        this.flipped = flipped;
        this.body = body;
        this.size = size;
        this.step = step;
        this.inside = new Classifier(body, TOL);
    }

    /**
     * The body with its edges blended; more than one when a bevel cuts it apart.
     *
     * @param edges edges of the body
     * @param step the step's id, for lineage
     * @throws GeometryException BAD_VALUE when the size doesn't fit, with the largest that does; UNSUPPORTED_INTERSECTION for
     *     edges or corners that can't be blended yet
     */
    public static List<Body> edges(Body body, List<Edge> edges, Size size, String step) {
        return edges(body, edges, List.of(), size, false, step, new AtomicInteger());
    }

    /** Edges with a size of their own. */
    public record Sized(List<Edge> edges, Size size) {}

    /**
     * The same with several sizes, one after the other; later edges are taken as the earlier ones have left them.
     *
     * @param flipped whether a bevel's first side is on the face that fewer of the edges share
     */
    public static List<Body> several(Body body, List<Sized> all, boolean flipped, String step) {
        Body now = body;
        AtomicInteger named = new AtomicInteger();
        for (int i = 0; i < all.size(); i++) {
            Sized s = all.get(i);
            List<Edge> after = all.subList(i + 1, all.size()).stream()
                    .flatMap(k -> k.edges().stream())
                    .toList();
            // what goes on from edges of a later size, round the blends that are there, is theirs
            List<Edge> later = now == body ? after : BlendOrder.again(body, now, after, step);
            List<Edge> edges = now == body
                    ? s.edges()
                    : BlendOrder.again(body, now, s.edges(), step).stream()
                            .filter(e -> !later.contains(e))
                            .toList();
            if (edges.isEmpty()) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "Edges with one of the sizes were used up by the larger ones. Take a smaller size there.");
            }
            List<Body> out = edges(now, edges, later, s.size(), flipped, step, named);
            if (i + 1 == all.size()) {
                return out;
            }
            if (out.size() != 1) {
                throw apart();
            }
            now = out.get(0);
        }
        return List.of(now);
    }

    private static GeometryException apart() {
        return new GeometryException(
                Reason.UNSUPPORTED_INTERSECTION,
                "These edges would cut the body apart before all are blended; blend them in two steps.");
    }

    /**
     * @param later edges that will be blended after these
     * @param named how many blends have names already; counted on
     */
    private static List<Body> edges(
            Body body,
            List<Edge> edges,
            List<Edge> later,
            Size size,
            boolean flipped,
            String step,
            AtomicInteger named) {
        if (!(size.value() > TOL.linear()) || !(size.second() > TOL.linear()) || !Double.isFinite(size.value())) {
            throw new GeometryException(Reason.BAD_VALUE, "The size of a blend must be above zero.");
        }
        List<Edge> sharp = edges.stream().filter(e -> !Edges.smooth(body, e)).toList();
        List<Edge> todo = sharp.isEmpty() ? edges : sharp;
        Body now = body;
        List<Edge> others = later;
        while (true) {
            // where inner and outer edges meet, the one that is alone of its kind goes first; the others run on round
            // it then
            List<Edge> first = BlendOrder.first(now, todo);
            Body quick = size.bevel()
                    ? flat(now, first, size, flipped, step, named.get())
                    : quick(now, first, others, size, step, named.get());
            List<Body> out =
                    quick != null ? List.of(quick) : new Blend(now, size, flipped, step).build(first, named.get());
            named.addAndGet(first.size());
            if (first.size() == todo.size()) {
                return out;
            }
            if (out.size() != 1) {
                throw apart();
            }
            Body before = now;
            now = out.get(0);
            others = BlendOrder.again(before, now, others, step);
            todo = BlendOrder.again(
                    before, now, todo.stream().filter(e -> !first.contains(e)).toList(), step);
        }
    }

    /** Bevels along edges that are neither lines nor circles, or null where all are, or flat strips don't do. */
    private static Body flat(Body body, List<Edge> edges, Size size, boolean flipped, String step, int named) {
        boolean plain = edges.stream().allMatch(e -> e.curve() instanceof Line || e.curve() instanceof Circle);
        if (plain || size.angle() > 0) {
            return null;
        }
        Map<Face, Integer> shared = new IdentityHashMap<>();
        edges.forEach(e -> body.facesOf(e).forEach(f -> shared.merge(f, 1, Integer::sum)));
        Map<Edge, String> names = new java.util.LinkedHashMap<>();
        int n = named;
        for (Edge e : edges) {
            names.put(e, "b" + ++n);
        }
        return Rounding.flat(
                        body,
                        names,
                        (e, f) -> {
                            List<Face> two = body.facesOf(e);
                            boolean other = shared.get(two.get(two.size() - 1)) > shared.get(two.get(0));
                            boolean firstSide = (f == two.get(0)) != (other != flipped);
                            return firstSide ? size.value() : size.second();
                        },
                        step)
                .orElse(null);
    }

    /** By faces put in, or null where that doesn't do. */
    private static Body quick(Body body, List<Edge> edges, List<Edge> later, Size size, String step, int named) {
        Map<Edge, String> names = new java.util.LinkedHashMap<>();
        int n = named;
        for (Edge e : edges) {
            names.put(e, "b" + ++n);
        }
        return Rounding.of(body, names, later, size.value(), step).orElse(null);
    }

    /**
     * The radius with which the round along an edge has a width, in mm.
     *
     * @throws GeometryException BAD_VALUE where none has; UNSUPPORTED_INTERSECTION where it would change along the edge
     */
    public static double radiusFor(Body body, Edge edge, double width) {
        return new EdgeTool(body, edge, "").radiusFor(width);
    }

    private List<Body> build(List<Edge> edges, int namedBefore) {
        int named = namedBefore;
        swallowed.addAll(Tight.in(body, edges, size));
        for (Edge e : edges) {
            body.facesOf(e).forEach(f -> shared.merge(f, 1, Integer::sum));
            if (swallowed.contains(e)) {
                continue;
            }
            EdgeTool t = new EdgeTool(body, e, "b" + ++named);
            tools.put(e, t);
            order.add(t);
        }
        Map<Vertex, BallCorner> corners = corners();
        for (EdgeTool t : order) {
            Section.Outline o = t.outline(size, exchanged(t));
            Body tool = t.edge.closed()
                    ? t.tool(o, 0, 0, step)
                    : trimmed(t, o, extension(t, o, true, corners), extension(t, o, false, corners));
            (t.convex() ? cuts : fills).add(tool);
        }
        List<Body> out = List.of(body);
        if (!cuts.isEmpty()) {
            out = Fuse.subtract(out, cuts, TOL);
        }
        if (!fills.isEmpty()) {
            List<Body> all = new ArrayList<>(out);
            all.addAll(fills);
            out = Fuse.unite(all, TOL);
        }
        for (EdgeTool t : order) {
            Section.Outline o = t.outline(size, exchanged(t));
            // a short edge may be swallowed by the blends that meet at its ends, no other
            boolean small = t.length() < 1.5 * o.setback()
                    && (at(t.edge.start()).size() > 1 || at(t.edge.end()).size() > 1);
            if (!small && !t.reaches(o, out)) {
                throw t.tooLarge(size, exchanged(t));
            }
        }
        Tight.gone(swallowed, order, out, step);
        if (!size.bevel() && out.stream().anyMatch(this::leavesFlats)) {
            throw new GeometryException(
                    Reason.UNSUPPORTED_INTERSECTION,
                    "The rounds would end in flat faces where they meet others. Round the edges there too, or leave some out.");
        }
        return out;
    }

    private boolean leavesFlats(Body b) {
        return b.faces().stream()
                .anyMatch(f -> f.surface() instanceof Plane
                        && f.origins().stream().allMatch(o -> o.step().equals(step)));
    }

    /** Whether the size's first side is on the tool's second face: on the face that more of the edges share. */
    private boolean exchanged(EdgeTool t) {
        return (shared.getOrDefault(t.g, 0) > shared.getOrDefault(t.f, 0)) != flipped;
    }

    private List<EdgeTool> at(Vertex v) {
        return order.stream()
                .filter(t -> t.edge.start() == v || t.edge.end() == v)
                .toList();
    }

    private List<Edge> edgesAt(Vertex v) {
        return body.edgesAt(v);
    }

    /** Corners where three rounds meet; others where blends of both kinds meet are refused. */
    private Map<Vertex, BallCorner> corners() {
        Map<Vertex, BallCorner> out = new IdentityHashMap<>();
        for (Vertex v : body.vertices()) {
            List<EdgeTool> here = at(v);
            boolean joint = here.size() == 2 && Chains.continues(here.get(0).edge, here.get(1).edge, v);
            if (here.size() < 2 || joint) {
                continue;
            }
            if (here.stream().map(EdgeTool::convex).distinct().count() > 1) {
                throw corner(v, "where inner and outer edges meet");
            }
            List<Face> faces = here.stream()
                    .flatMap(t -> java.util.stream.Stream.of(t.f, t.g))
                    .distinct()
                    .toList();
            if (here.size() == 2) {
                if (edgesAt(v).size() == 3) {
                    mitre(v, here.get(0), here.get(1));
                }
                continue;
            }
            boolean flat = faces.stream().allMatch(f -> f.surface() instanceof Plane);
            if (here.size() > 3 || edgesAt(v).size() > 3 || !flat) {
                throw corner(v, "of more than three edges or with round faces");
            }
            if (size.bevel()) {
                continue;
            }
            double sign = here.get(0).convex() ? 1 : -1;
            BallCorner ball = new BallCorner(
                    v.point(),
                    faces.stream().map(f -> f.outward(v.point()).times(sign)).toList(),
                    size.value());
            out.put(v, ball);
            (sign > 0 ? cuts : fills).add(ball.tool(step, "corner" + out.size()));
        }
        return out;
    }

    /**
     * Two blends that meet round a corner whose third edge turns the other way: each stops at the other's wall, and beyond it they meet
     * in a mitre, the part that both would have.
     */
    private void mitre(Vertex v, EdgeTool a, EdgeTool b) {
        Edge third = edgesAt(v).stream()
                .filter(e -> e != a.edge && e != b.edge)
                .findFirst()
                .orElseThrow();
        if (Edges.convex(body, third) == a.convex() || Edges.smooth(body, third)) {
            return;
        }
        List<Body> common = Fuse.intersect(List.of(longer(a, v)), List.of(longer(b, v)), TOL);
        (a.convex() ? cuts : fills).addAll(common);
    }

    private Body longer(EdgeTool t, Vertex v) {
        Section.Outline o = t.outline(size, exchanged(t));
        double by = 3 * o.setback();
        return t.tool(o, t.edge.start() == v ? by : 0, t.edge.end() == v ? by : 0, step);
    }

    private static GeometryException corner(Vertex v, String what) {
        return new GeometryException(
                Reason.UNSUPPORTED_INTERSECTION,
                "A corner " + what + " can't be blended yet: the one near "
                        + v.point().said() + ". Leave one of its edges out.");
    }

    /** What happens at one end of an edge: how much longer the tool is there, and the face that it stops at, if any. */
    private record End(double longer, Face stop) {}

    private End extension(EdgeTool t, Section.Outline o, boolean start, Map<Vertex, BallCorner> corners) {
        Vertex v = start ? t.edge.start() : t.edge.end();
        Vec3 out = t.outAt(start);
        BallCorner ball = corners.get(v);
        if (ball != null) {
            return new End(-ball.reach(out), null);
        }
        List<EdgeTool> here = at(v);
        boolean joint = here.stream().anyMatch(k -> Chains.continues(t.edge, k.edge, v));
        if (joint) {
            return new End(0, null);
        }
        if (here.size() == 2) {
            // each as far as the wall that the other runs along, carried on
            EdgeTool other = here.get(here.get(0) == t ? 1 : 0);
            Face wall = other.f == t.f || other.f == t.g ? other.g : other.f;
            return wall == t.f || wall == t.g ? new End(3 * o.setback(), null) : new End(3 * o.setback(), wall);
        }
        if (here.size() > 1) {
            return new End(3 * o.setback(), null);
        }
        for (Edge e : swallowed) {
            if (Chains.continues(t.edge, e, v)) {
                return new End(Tight.reach(e, v, out, order, o.setback()), null);
            }
        }
        double at = start ? t.edge.range().lo() : t.edge.range().hi();
        Vec3 toward = t.place(o.a().plus(o.b()).times(0.2), at).minus(v.point());
        Vec3 beyond = v.point().plus(0.05 * o.setback(), out).plus(0.05, toward);
        boolean material = inside.inside(beyond);
        Face face = body.faces().stream()
                .filter(f -> f != t.f && f != t.g)
                .filter(f -> f.coedges().stream().anyMatch(c -> c.start() == v))
                .findFirst()
                .orElse(null);
        if (material != t.convex() && face == null) {
            return new End(0, null);
        }
        boolean square = face != null
                && face.surface() instanceof Plane p
                && p.normal().cross(out).length() < 1e-9;
        if (square) {
            return new End(0, null);
        }
        // past a slanted or round end the tool runs on into air (or, being filled, into material), else it stops at the
        // face
        return new End(3 * o.setback(), material == t.convex() ? face : null);
    }

    private Body trimmed(EdgeTool t, Section.Outline o, End before, End after) {
        Body tool = t.tool(o, before.longer(), after.longer(), step);
        for (End e : List.of(before, after)) {
            if (e.stop() != null) {
                tool = UpTo.within(
                        tool,
                        e.stop().surface(),
                        t.place(o.a().plus(o.b()).times(0.3), t.edge.range().middle()),
                        TOL);
            }
        }
        return tool;
    }
}
