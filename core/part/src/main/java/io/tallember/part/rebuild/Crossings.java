package io.tallember.part.rebuild;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.FaceReference;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion.Place;
import io.tallember.solid.sweep.Split;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The curves in which the part's faces pass through a plane: the edges of the cut that the plane makes in each body. */
public final class Crossings {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final String CUT = "cut";

    /** A crossing and the face it belongs to. */
    public record Found(Flat flat, Vec3 middle, Face face, FaceReference reference) {}

    private Crossings() {}

    public static List<Found> of(List<PartBody> bodies, Frame plane) {
        List<Found> out = new ArrayList<>();
        Plane cut = new Plane(plane);
        for (PartBody b : bodies) {
            List<Body> pieces = Split.by(b.body(), cut, CUT, TOL);
            if (pieces.size() < 2) {
                continue;
            }
            for (Body piece : pieces) {
                for (Edge e : piece.edges()) {
                    if (bounds(piece, e, cut)) {
                        face(b.body(), e.middle())
                                .ifPresent(f -> Flat.of(e.curve(), e.range(), plane)
                                        .ifPresent(flat -> {
                                            FaceReference ref = new FaceReference(
                                                    b.body().names().of(f), e.middle(), f.outward(e.middle()));
                                            out.add(new Found(flat, e.middle(), f, ref));
                                        }));
                    }
                }
            }
        }
        return out;
    }

    /** Whether the edge lies between the cut, seen from behind so that each is taken once, and an old face. */
    private static boolean bounds(Body piece, Edge e, Plane cut) {
        List<Face> sides = piece.facesOf(e);
        return sides.size() == 2
                && sides.stream().filter(f -> inCut(f, cut)).count() == 1
                && sides.stream()
                        .anyMatch(f -> inCut(f, cut)
                                && f.outward(e.middle()).dot(cut.frame().z()) > 0);
    }

    private static boolean inCut(Face f, Plane cut) {
        return f.surface() instanceof Plane p
                && p.frame().z().cross(cut.frame().z()).length() < 1e-9
                && Math.abs(p.signedDistance(cut.frame().origin())) < TOL.linear()
                && f.origins().stream().anyMatch(o -> o.step().equals(CUT));
    }

    private static Optional<Face> face(Body body, Vec3 at) {
        return body.faces().stream()
                .filter(f -> Math.abs(f.surface().signedDistance(at)) < 4 * TOL.linear()
                        && f.region().locate(at, TOL) != Place.OUTSIDE)
                .findFirst();
    }
}
