package io.tallember.part.rebuild;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.FaceReference;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Finds the face that a reference means on the bodies as they stand. */
public final class FaceFinder {
    private FaceFinder() {}

    /** A face found, and whether its lineage is just the one referred to. */
    public record Found(Face face, boolean exact) {}

    /**
     * By lineage; where the same lineage is on several faces, or only pieces of it are left, the piece that faces the same
     * way and lies nearest to the point that was picked.
     */
    public static Optional<Found> find(FaceReference ref, List<PartBody> bodies) {
        Comparator<Face> nearest = Comparator.comparingDouble((Face f) -> distance(f, ref.point()));
        Optional<Face> same = bodies.stream()
                .map(PartBody::body)
                .flatMap(b -> b.names().face(ref.key()).stream())
                .min(nearest);
        if (same.isPresent()) {
            return same.map(f -> new Found(f, true));
        }
        List<String> origins = ref.origins();
        return bodies.stream()
                .map(PartBody::body)
                .map(Body::faces)
                .flatMap(List::stream)
                .filter(f -> f.origins().stream().map(Origin::key).anyMatch(origins::contains))
                .filter(f -> f.outward(ref.point()).dot(ref.normal()) > 0.7)
                .min(nearest)
                .map(f -> new Found(f, false));
    }

    private static double distance(Face f, Vec3 p) {
        Vec3 foot = p.plus(-f.surface().signedDistance(p), f.surface().normalAt(p));
        double away = Math.abs(f.surface().signedDistance(p));
        boolean within = f.region().locate(foot, Tolerance.DEFAULT) != io.tallember.solid.SurfaceRegion.Place.OUTSIDE;
        return within
                ? away
                : away + f.bounds().distance(p) + 1e-3 * f.bounds().centre().distance(p) + 1;
    }

    /**
     * Several faces found again.
     *
     * @throws GeometryException LOST_REFERENCE when one is gone
     */
    public static Set<Face> all(List<FaceReference> refs, List<PartBody> bodies, List<String> notes) {
        Set<Face> out = new LinkedHashSet<>();
        int lost = 0;
        int nearest = 0;
        int cut = 0;
        for (FaceReference ref : refs) {
            List<Face> found = pieces(ref, bodies);
            lost += found.isEmpty() ? 1 : 0;
            nearest += found.size() == 1 && !find(ref, bodies).orElseThrow().exact() ? 1 : 0;
            cut += found.size() > 1 ? 1 : 0;
            out.addAll(found);
        }
        if (lost > 0) {
            throw new GeometryException(
                    Reason.LOST_REFERENCE,
                    (lost == 1 ? "A face that was picked is" : lost + " faces that were picked are")
                            + " no longer there. Open the step and pick again.");
        }
        if (nearest > 0) {
            notes.add((nearest == 1 ? "A face has" : nearest + " faces have")
                    + " changed; the piece nearest to the old one was taken.");
        }
        if (cut > 0) {
            notes.add((cut == 1 ? "A face has" : cut + " faces have") + " been cut apart; all pieces were taken.");
        }
        return out;
    }

    /** The face, or all its pieces when it was one and has been cut apart since; nothing when it is gone. */
    private static List<Face> pieces(FaceReference ref, List<PartBody> bodies) {
        Found found = find(ref, bodies).orElse(null);
        if (found == null || found.exact() || ref.piece()) {
            return found == null ? List.of() : List.of(found.face());
        }
        List<String> origins = ref.origins();
        return bodies.stream()
                .flatMap(b -> b.body().faces().stream())
                .filter(f -> f == found.face()
                        || f.origins().stream().map(Origin::key).anyMatch(origins::contains) && onOne(f, found.face()))
                .toList();
    }

    /** Whether a face lies on the surface of another and faces the same way. */
    private static boolean onOne(Face f, Face other) {
        Vec3 p = f.region().interiorPoint(Tolerance.DEFAULT).orElse(null);
        return p != null
                && Math.abs(other.surface().signedDistance(p)) < 10 * Tolerance.DEFAULT.linear()
                && f.outward(p).dot(other.outward(p)) > 0.9;
    }
}
