package io.tallember.inspect.findings;

import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Vec3;
import io.tallember.part.Making.Limit;
import io.tallember.part.Making.Way;
import io.tallember.part.Measure;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BiPredicate;

/** Edges that are sharp, inside and outside. */
final class EdgeRules {
    /** Faces that turn by less beside an edge, in radians, leave nothing to cut oneself on. */
    private static final double BLUNT = Math.toRadians(20);

    private static final double ALONG = Math.cos(Math.toRadians(1));

    private EdgeRules() {}

    static List<Finding> sharpInside(Ground g) {
        boolean cut = g.way() == Way.MACHINED;
        // a cutter leaves the foot of a wall as sharp as it is ground; what stands along it stays round
        BiPredicate<Body, Edge> wanted = (b, e) -> !Edges.convex(b, e) && (!cut || upright(g, e)) && !bore(b, e);
        return g.bodies().stream()
                .flatMap(b -> sharp(b, wanted).stream()
                        .map(e -> of(
                                g,
                                b,
                                Rule.CORNER_SHARP,
                                cut,
                                cut
                                        ? "No cutter leaves this inside corner sharp. Round it by half the cutter's diameter or more."
                                        : "This inside corner is sharp: it weakens the part and wears the tool. Round it.",
                                List.of(e))))
                .toList();
    }

    private static boolean upright(Ground g, Edge e) {
        Vec3 along = e.curve().derivative(e.range().middle()).unit();
        return Math.abs(along.dot(g.pull())) > ALONG;
    }

    private static boolean bore(Body b, Edge e) {
        return b.facesOf(e).stream().allMatch(ShapeRules::bore);
    }

    static List<Finding> sharpOutside(Ground g) {
        List<Finding> out = new ArrayList<>();
        for (Body b : g.bodies()) {
            List<Edge> all = sharp(b, (x, e) -> Edges.convex(x, e) && !bore(x, e));
            if (!all.isEmpty()) {
                String count = all.size() == 1 ? "An outside edge is" : all.size() + " outside edges are";
                out.add(of(g, b, Rule.EDGE_SHARP, false, count + " left sharp. Break edges that are handled.", all));
            }
        }
        return out;
    }

    static List<Finding> boresMeet(Ground g) {
        return g.bodies().stream()
                .flatMap(b -> sharp(b, (x, e) -> Edges.convex(x, e) && bore(x, e)).stream()
                        .map(e -> of(
                                g,
                                b,
                                Rule.BORES_MEET,
                                false,
                                "Two bores meet here with a sharp edge inside, which is hard to reach. Let the one end in the other's"
                                        + " relief, or ask for it to be broken.",
                                List.of(e))))
                .toList();
    }

    private static List<Edge> sharp(Body b, BiPredicate<Body, Edge> wanted) {
        List<Edge> out = new ArrayList<>();
        for (Edge e : b.edges()) {
            List<Face> two = b.facesOf(e);
            if (two.size() == 2
                    && two.get(0).outward(e.middle()).dot(two.get(1).outward(e.middle())) < Math.cos(BLUNT)
                    && wanted.test(b, e)) {
                out.add(e);
            }
        }
        return out;
    }

    private static Finding of(Ground g, Body b, Rule rule, boolean stops, String sentence, List<Edge> edges) {
        List<String> keys = edges.stream()
                .flatMap(e -> b.facesOf(e).stream())
                .map(f -> g.key(b, f))
                .toList();
        return g.found(rule, stops, sentence, edges.stream().map(Edge::middle).toList(), keys);
    }

    /** Hollow rounds along the cutter, other than bores, that are tighter than it. */
    static List<Finding> tightInside(Ground g) {
        return g.held(
                Limit.CUTTER,
                wide -> g.ofFaces((b, f) -> {
                    boolean round = f.surface() instanceof Cylinder c
                            && !f.sense()
                            && Math.abs(c.frame().z().dot(g.pull())) > ALONG
                            && c.radius() < wide / 2 - 1e-9
                            && !ShapeRules.bore(f);
                    if (!round) {
                        return null;
                    }
                    double radius = ((Cylinder) f.surface()).radius();
                    return g.found(
                            Rule.CORNER_TIGHT,
                            true,
                            "This inside corner has a radius of " + Terms.length(radius) + "; a cutter of "
                                    + Terms.length(wide) + " leaves " + Terms.length(wide / 2) + " or more.",
                            radius,
                            wide / 2,
                            Measure.LENGTH,
                            List.of(Ground.on(f)),
                            List.of(g.key(b, f)));
                }));
    }
}
