package io.tallember.part.rebuild;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Vec3;
import io.tallember.part.PointReference;
import io.tallember.solid.Vertex;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** Finds the corner that a reference means on the bodies as they stand. */
public final class PointFinder {
    private PointFinder() {}

    /** A corner found, and whether its lineage is just the one referred to. */
    public record Found(Vertex vertex, boolean exact) {}

    /**
     * Where a referred point is: of a corner, or one that a step made.
     *
     * @param whose what goes by it, as sentences call it, such as "this plane"
     * @throws GeometryException LOST_REFERENCE when there is none
     */
    public static Vec3 place(PointReference ref, String whose, Stand before, List<String> notes) {
        if (ref.made()) {
            Stand.Mark m = before.marks().get(ref.key());
            if (m == null) {
                throw new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The point that " + whose + " goes by isn't built. Switch its step on, or pick another.");
            }
            return m.point();
        }
        Found f = find(ref, before.bodies())
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE, "There is no body any more that has the corners of " + whose + "."));
        if (!f.exact()) {
            notes.add("A corner of " + whose + " is gone or has other faces round it; the nearest one was taken.");
        }
        return f.vertex().point();
    }

    /** By lineage; else the corner nearest to the picked one. */
    public static Optional<Found> find(PointReference ref, List<PartBody> bodies) {
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
