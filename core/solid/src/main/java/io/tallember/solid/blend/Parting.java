package io.tallember.solid.blend;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Split;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/**
 * Faces leant on both sides of the plane in which a mould parts: the body is cut there, each half leans with its own pull, and the
 * halves, whose cuts have stayed what they were, become one again.
 */
public final class Parting {
    private Parting() {}

    /**
     * @param faces those that lean, on either side of the plane or across it
     * @param plane in which the mould parts
     * @param open the way in which the half on the side of the plane's normal is pulled, of length one; the other goes against it
     * @param angle between each face and the pull on its side, in radians
     * @param step the step's id, for lineage
     * @throws GeometryException BAD_VALUE when the plane doesn't divide the body, or a face can't lean
     */
    public static List<Body> of(
            Body body, Collection<Face> faces, Plane plane, Vec3 open, double angle, String step, Tolerance tol) {
        List<Body> halves = Split.by(body, plane, step, tol);
        if (halves.size() < 2) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The plane doesn't pass through the body, so there is only one side. Pick another plane.");
        }
        List<Body> leant = new ArrayList<>();
        int done = 0;
        for (Body half : halves) {
            Vec3 pull = plane.signedDistance(half.bounds().centre()) > 0 ? open : open.negated();
            List<Face> own = half.faces().stream()
                    .filter(f -> faces.stream().anyMatch(k -> partOf(f, k)))
                    .toList();
            done += own.size();
            leant.add(own.isEmpty() ? half : DraftAnew.of(half, own, plane, pull, angle, tol));
        }
        if (done == 0) {
            throw new GeometryException(Reason.INCONSISTENT, "The faces weren't found again after the cut.");
        }
        return Fuse.unite(leant, tol);
    }

    private static boolean partOf(Face f, Face whole) {
        return f.surface() == whole.surface()
                && f.sense() == whole.sense()
                && f.origins().equals(whole.origins());
    }
}
