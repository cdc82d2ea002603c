package io.tallember.solid.blend;

import io.tallember.geometry.ArcLength;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Growth;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Vertex;
import io.tallember.solid.local.Rounding;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;

/** Rounds whose radius changes along chains of edges that run on smoothly. */
public final class Changing {
    private Changing() {}

    /** A radius in mm at a part of a chain's length, from 0 to 1. */
    public record Place(double at, double radius) {}

    /** A chain in order, with the way each of its edges is run along. */
    private record Way(List<Edge> edges, List<Boolean> forward, boolean closed) {}

    /**
     * @param edges whole chains
     * @param from an edge of each chain, by which 0 and 1 are told apart; of others the first is
     * @param backward whether a chain is run along against such an edge's own way
     * @param places at least two, the first at 0, the last at 1, rising
     * @throws GeometryException BAD_VALUE with the edge along which no such ball rolls
     */
    public static Body of(
            Body body,
            List<Edge> edges,
            Collection<Edge> from,
            Predicate<Edge> backward,
            List<Place> places,
            String step) {
        for (int i = 0; i < places.size(); i++) {
            double at = places.get(i).at();
            boolean order = i == 0 ? at == 0 : at > places.get(i - 1).at();
            if (!order || i == places.size() - 1 && at != 1 || !(places.get(i).radius() > 1e-6)) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "Radii above zero are needed at 0 % and 100 % of the edges' length, and between them in order.");
            }
        }
        Body now = body;
        List<Edge> todo = new ArrayList<>(edges);
        int named = 0;
        while (!todo.isEmpty()) {
            Edge first = todo.stream().filter(from::contains).findFirst().orElse(todo.get(0));
            Way way = way(todo, first);
            todo.removeAll(way.edges);
            List<Edge> here = now == body ? way.edges : again(body, now, way, step);
            Map<Edge, String> names = new LinkedHashMap<>();
            for (Edge e : here) {
                names.put(e, "b" + ++named);
            }
            now = Rounding.of(now, names, growth(way, backward.test(first) ? reversed(places) : places), step)
                    .orElseThrow(() -> refused(way));
        }
        return now;
    }

    /** The chain's edges as others that were rounded have left them, in its order. */
    private static List<Edge> again(Body body, Body now, Way way, String step) {
        List<Edge> out = new ArrayList<>();
        for (Edge e : way.edges) {
            List<Edge> found = BlendOrder.again(body, now, List.of(e), step);
            Edge same = found.stream()
                    .filter(k -> k.range().equals(e.range()))
                    .findFirst()
                    .orElseThrow(() -> refused(way));
            out.add(same);
        }
        return out;
    }

    private static GeometryException refused(Way way) {
        Vec3 p = way.edges.get(way.edges.size() / 2).middle();
        return new GeometryException(
                Reason.BAD_VALUE,
                "No ball of these changing radii rolls all along the edge near " + p.said()
                        + ". Take smaller radii that change less, or let it stand alone: edges that meet it in a corner are"
                        + " rounded after it.");
    }

    private static List<Place> reversed(List<Place> places) {
        List<Place> out = new ArrayList<>();
        for (Place p : places) {
            out.add(0, new Place(1 - p.at(), p.radius()));
        }
        return out;
    }

    private static Growth growth(Way way, List<Place> places) {
        List<Growth.Rail> rails = new ArrayList<>();
        double length = 0;
        for (int i = 0; i < way.edges.size(); i++) {
            Edge e = way.edges.get(i);
            rails.add(new Growth.Rail(e.curve(), e.range(), way.forward.get(i), length));
            length += ArcLength.of(e.curve(), e.range());
        }
        List<Double> at = new ArrayList<>();
        List<Double> radii = new ArrayList<>();
        for (Place p : places) {
            at.add(p.at() * length);
            radii.add(p.radius());
        }
        if (way.closed) {
            if (Math.abs(radii.get(radii.size() - 1) - radii.get(0)) > 1e-9) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "These edges close: the radius at 100 % of their length must be the one at 0 %. Give another radius in"
                                + " between.");
            }
            radii.set(radii.size() - 1, radii.get(0));
        }
        return Growth.through(rails, at, radii, way.closed);
    }

    /** The chain through an edge, from the end that this edge runs away from. */
    private static Way way(List<Edge> all, Edge through) {
        List<Edge> edges = new ArrayList<>(List.of(through));
        List<Boolean> forward = new ArrayList<>(List.of(true));
        if (through.closed()) {
            return new Way(edges, forward, true);
        }
        Vertex end = extended(all, edges, forward, through.end(), true);
        if (end == through.start()) {
            return new Way(edges, forward, true);
        }
        extended(all, edges, forward, through.start(), false);
        return new Way(edges, forward, false);
    }

    private static Vertex extended(
            List<Edge> all, List<Edge> edges, List<Boolean> forward, Vertex from, boolean onward) {
        Vertex at = from;
        while (true) {
            Vertex v = at;
            Edge last = onward ? edges.get(edges.size() - 1) : edges.get(0);
            Edge next = all.stream()
                    .filter(e -> !edges.contains(e) && Chains.continues(last, e, v))
                    .findFirst()
                    .orElse(null);
            if (next == null) {
                return at;
            }
            boolean along = (next.start() == v) == onward;
            edges.add(onward ? edges.size() : 0, next);
            forward.add(onward ? forward.size() : 0, along);
            at = next.start() == v ? next.end() : next.start();
        }
    }
}
