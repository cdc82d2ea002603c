package io.tallember.part.rebuild;

import io.tallember.part.PointReference;
import io.tallember.solid.Vertex;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** Finds the corner that a reference means on the bodies as they stand. */
final class PointFinder {
    private PointFinder() {}

    /** A corner found, and whether its lineage is just the one referred to. */
    record Found(Vertex vertex, boolean exact) {}

    /** By lineage; else the corner nearest to the picked one. */
    static Optional<Found> find(PointReference ref, List<PartBody> bodies) {
        for (PartBody b : bodies) {
            Optional<Vertex> v = b.body().names().vertex(ref.key());
            if (v.isPresent()) {
                return Optional.of(new Found(v.get(), true));
            }
        }
        return bodies.stream()
                .flatMap(b -> b.body().vertices().stream())
                .min(Comparator.comparingDouble(v -> v.point().distance(ref.point())))
                .map(v -> new Found(v, false));
    }
}
