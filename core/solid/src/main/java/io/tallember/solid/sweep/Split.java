package io.tallember.solid.sweep;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.solid.Body;
import io.tallember.solid.fuse.Fuse;
import java.util.ArrayList;
import java.util.List;

/** Cuts bodies apart along a surface carried on without end. */
public final class Split {
    private Split() {}

    /**
     * The pieces of a body on both sides of a surface; the body itself when the surface doesn't cross it. Pieces on the side of the
     * surface's normal come first.
     *
     * @param step the step's id, for the lineage of the new faces
     */
    public static List<Body> by(Body body, Surface surface, String step, Tolerance tol) {
        Body behind = UpTo.solid(surface, body.bounds(), step, tol);
        List<Body> out = new ArrayList<>(pieces(() -> Fuse.subtract(List.of(body), List.of(behind), tol)));
        int front = out.size();
        out.addAll(pieces(() -> Fuse.intersect(List.of(body), List.of(behind), tol)));
        return front == 0 || front == out.size() ? List.of(body) : out;
    }

    private static List<Body> pieces(java.util.function.Supplier<List<Body>> cut) {
        try {
            return cut.get();
        } catch (GeometryException e) {
            if (e.reason() == GeometryException.Reason.EMPTY_RESULT) {
                return List.of();
            }
            throw e;
        }
    }
}
