package io.tallember.part.rebuild;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.part.BlendStep;
import io.tallember.part.EdgeReference;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.Chains;
import io.tallember.solid.blend.Size;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Rounds or bevels the picked edges of the bodies. */
final class BuildBlend {
    private BuildBlend() {}

    static Stand build(BlendStep step, Stand before, List<String> notes) {
        List<Set<Edge>> picked = new ArrayList<>();
        before.bodies().forEach(b -> picked.add(new LinkedHashSet<>()));
        int lost = 0;
        int nearest = 0;
        for (EdgeReference ref : step.edges()) {
            boolean found = false;
            for (int i = 0; i < picked.size() && !found; i++) {
                Optional<Edge> e = before.bodies().get(i).body().names().edge(ref.key());
                e.ifPresent(picked.get(i)::add);
                found = e.isPresent();
            }
            if (!found) {
                if (kin(ref, before, picked)) {
                    nearest++;
                } else {
                    lost++;
                }
            }
        }
        if (lost > 0) {
            throw new GeometryException(
                    Reason.LOST_REFERENCE,
                    (lost == 1 ? "An edge that was picked is" : lost + " edges that were picked are")
                            + " no longer there. Open the step and pick again.");
        }
        if (nearest > 0) {
            notes.add((nearest == 1 ? "An edge has" : nearest + " edges have")
                    + " changed; the nearest between the same faces was taken.");
        }
        List<PartBody> out = new ArrayList<>();
        for (int i = 0; i < picked.size(); i++) {
            PartBody b = before.bodies().get(i);
            if (picked.get(i).isEmpty()) {
                out.add(b);
                continue;
            }
            List<Edge> edges = step.chain() ? Chains.smooth(b.body(), picked.get(i)) : List.copyOf(picked.get(i));
            Size size = step.bevel() ? Size.bevel(step.size()) : Size.round(step.size());
            List<Body> blended = Blend.edges(b.body(), edges, size, step.id());
            Material.name(blended, b.id(), out);
        }
        return before.with(out);
    }

    /** The edge between faces of the same origins that lies nearest to the picked one. */
    private static boolean kin(EdgeReference ref, Stand before, List<Set<Edge>> picked) {
        List<List<String>> sides = ref.sides();
        Edge best = null;
        int at = -1;
        for (int i = 0; i < before.bodies().size(); i++) {
            Body body = before.bodies().get(i).body();
            Optional<Edge> near = body.edges().stream()
                    .filter(e -> between(body.facesOf(e), sides))
                    .min(Comparator.comparingDouble(e -> distance(e, ref)));
            if (near.isPresent() && (best == null || distance(near.get(), ref) < distance(best, ref))) {
                best = near.get();
                at = i;
            }
        }
        if (best != null) {
            picked.get(at).add(best);
        }
        return best != null;
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
