package io.tallember.solid.blend;

import io.tallember.geometry.ArcLength;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Tolerance;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.local.Faces;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Rounds between two sets of faces that needn't share an edge. Faces that join them (a bevel, a small round, a step) are used up by
 * the round: they are taken out, so that the sets meet, and the edges in which they do are rounded. Across a gap that nothing joins
 * the round fills it from both sides ({@link GapFill}).
 */
public final class FaceBlend {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private FaceBlend() {}

    /**
     * @param step the step's id, for lineage
     * @throws GeometryException BAD_VALUE when the sets can't be made to meet, or no ball of the radius touches both
     */
    public static List<Body> of(
            Body body, Collection<Face> first, Collection<Face> second, double radius, String step) {
        if (first.isEmpty() || second.isEmpty() || first.stream().anyMatch(second::contains)) {
            throw new GeometryException(Reason.BAD_VALUE, "Pick faces for both sides of the round, none for both.");
        }
        Set<Face> joining = joining(body, first, second);
        Body open = joining.isEmpty() ? body : taken(body, joining);
        List<Edge> edges = open.edges().stream()
                .filter(e -> {
                    List<Face> two = open.facesOf(e);
                    return two.size() == 2
                            && (from(two.get(0), first) && from(two.get(1), second)
                                    || from(two.get(1), first) && from(two.get(0), second));
                })
                .toList();
        if (!edges.isEmpty()) {
            return Blend.edges(open, edges, Size.round(radius), step);
        }
        if (first.size() == 1 && second.size() == 1) {
            return GapFill.filled(
                    body, first.iterator().next(), second.iterator().next(), radius, step);
        }
        throw new GeometryException(
                Reason.BAD_VALUE,
                "These faces don't meet, and what lies between them can't be taken out. Pick faces that one other joins.");
    }

    private static Body taken(Body body, Set<Face> joining) {
        try {
            return Faces.removed(body, joining, TOL);
        } catch (GeometryException e) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The faces between can't be used up: without them the two sides don't meet. Pick faces that would.");
        }
    }

    private static boolean from(Face f, Collection<Face> set) {
        return set.stream().anyMatch(k -> k.origins().stream().anyMatch(f.origins()::contains));
    }

    /** Faces that have edges with both sets and run along them; none where the sets meet themselves. */
    private static Set<Face> joining(Body body, Collection<Face> first, Collection<Face> second) {
        Set<Face> besideFirst = beside(body, first);
        Set<Face> besideSecond = beside(body, second);
        Set<Face> out = new LinkedHashSet<>(besideFirst);
        out.retainAll(besideSecond);
        out.removeAll(first);
        out.removeAll(second);
        boolean meet = first.stream().anyMatch(besideSecond::contains);
        if (meet) {
            return Set.of();
        }
        // the end faces that both sets reach stay: what joins runs along both
        out.removeIf(f -> !runsAlong(body, f, first, second));
        return out;
    }

    private static Set<Face> beside(Body body, Collection<Face> set) {
        Set<Face> out = new LinkedHashSet<>();
        for (Face f : set) {
            for (Coedge c : f.coedges()) {
                out.addAll(body.facesOf(c.edge()));
            }
        }
        return out;
    }

    /** Whether a face's edges with both sets are its long ones: together more than half of its way round. */
    private static boolean runsAlong(Body body, Face f, Collection<Face> first, Collection<Face> second) {
        double all = 0;
        double shared = 0;
        List<Edge> seen = new ArrayList<>();
        for (Coedge c : f.coedges()) {
            double length = ArcLength.of(c.edge().curve(), c.edge().range());
            all += length;
            boolean with = body.facesOf(c.edge()).stream().anyMatch(k -> first.contains(k) || second.contains(k));
            if (with && !seen.contains(c.edge())) {
                shared += length;
            }
            seen.add(c.edge());
        }
        return shared > 0.5 * all;
    }
}
