package io.tallember.part.rebuild;

import io.tallember.geometry.Vec3;
import io.tallember.part.EdgeReference;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** Finds the edge that a reference means on the bodies as they stand. */
public final class EdgeFinder {
    /** How near points are to a curve that lie on it, in mm. */
    private static final double ONE = 1e-5;

    /** An edge is the nearest when it is nearer than this part of the next one's distance. */
    private static final double CLEARLY = 0.6;

    private EdgeFinder() {}

    /**
     * An edge found.
     *
     * @param body the number of its body
     * @param exact whether its lineage is just the one referred to
     */
    public record Found(Edge edge, int body, boolean exact) {}

    /** By lineage; else the edge between faces of the same origins that lies nearest to the picked one. */
    public static Optional<Found> find(EdgeReference ref, List<PartBody> bodies) {
        for (int i = 0; i < bodies.size(); i++) {
            Optional<Edge> e = bodies.get(i).body().names().edge(ref.key());
            if (e.isPresent()) {
                return Optional.of(new Found(e.get(), i, true));
            }
        }
        List<List<String>> sides = ref.sides();
        Found best = null;
        for (int i = 0; i < bodies.size(); i++) {
            Body body = bodies.get(i).body();
            Optional<Edge> near = body.edges().stream()
                    .filter(e -> between(body.facesOf(e), sides))
                    .min(Comparator.comparingDouble(e -> distance(e, ref)));
            if (near.isPresent() && (best == null || distance(near.get(), ref) < distance(best.edge(), ref))) {
                best = new Found(near.get(), i, false);
            }
        }
        return Optional.ofNullable(best);
    }

    /**
     * The edge that a round or bevel came from, or that it left, in the place of one that isn't there because the blend is off, or is
     * now there: an edge of the face that both have, nearest to the picked one. Empty when two are about as near.
     */
    public static Optional<Found> kin(EdgeReference ref, List<PartBody> bodies) {
        List<String> origins = ref.sides().stream().flatMap(List::stream).toList();
        Found best = null;
        double next = Double.POSITIVE_INFINITY;
        for (int i = 0; i < bodies.size(); i++) {
            Body body = bodies.get(i).body();
            for (Edge e : body.edges()) {
                if (body.facesOf(e).stream().noneMatch(f -> from(f, origins))) {
                    continue;
                }
                double away = distance(e, ref);
                if (best == null || away < distance(best.edge(), ref)) {
                    next = best == null ? next : distance(best.edge(), ref);
                    best = new Found(e, i, false);
                } else {
                    next = Math.min(next, away);
                }
            }
        }
        return best != null && distance(best.edge(), ref) < CLEARLY * next ? Optional.of(best) : Optional.empty();
    }

    /**
     * The edge, or all its pieces when it was the only one between its faces and has been cut apart since.
     *
     * @return nothing when it is gone
     */
    public static List<Found> pieces(EdgeReference ref, List<PartBody> bodies) {
        Found found = find(ref, bodies).orElse(null);
        if (found == null || found.exact() || ref.piece()) {
            return found == null ? List.of() : List.of(found);
        }
        List<List<String>> sides = ref.sides();
        List<Found> all = new ArrayList<>();
        for (int i = 0; i < bodies.size(); i++) {
            Body body = bodies.get(i).body();
            int at = i;
            body.edges().stream()
                    .filter(e -> e == found.edge() || between(body.facesOf(e), sides) && onOne(e, found.edge()))
                    .forEach(e -> all.add(new Found(e, at, false)));
        }
        return all;
    }

    /** Whether an edge lies on the curve of another, carried on. */
    private static boolean onOne(Edge e, Edge other) {
        return IntStream.rangeClosed(0, 4).allMatch(i -> {
            Vec3 p = e.curve().point(e.range().at(i / 4.0));
            return other.curve().point(other.curve().project(p)).distance(p) < ONE;
        });
    }

    private static double distance(Edge e, EdgeReference ref) {
        return e.curve().point(e.curve().project(ref.point(), e.range())).distance(ref.point());
    }

    private static boolean between(List<Face> faces, List<List<String>> sides) {
        if (faces.size() != 2 || sides.size() != 2) {
            return false;
        }
        return from(faces.get(0), sides.get(0)) && from(faces.get(1), sides.get(1))
                || from(faces.get(0), sides.get(1)) && from(faces.get(1), sides.get(0));
    }

    private static boolean from(Face f, List<String> origins) {
        return f.origins().stream().map(Origin::key).anyMatch(origins::contains);
    }
}
