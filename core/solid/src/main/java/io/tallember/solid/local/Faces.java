package io.tallember.solid.local;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Tolerance;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import java.util.Collection;
import java.util.Map;

/** Single faces moved and taken out, with what borders on them following. */
public final class Faces {
    private Faces() {}

    /**
     * The body with faces moved along their outward normals.
     *
     * @param by in mm, negative into the material
     * @throws GeometryException BAD_VALUE with the face when the neighbours can't follow
     */
    public static Body moved(Body body, Collection<Face> faces, double by, Tolerance tol) {
        if (by == 0 || !Double.isFinite(by)) {
            throw new GeometryException(Reason.BAD_VALUE, "Faces are moved by a distance other than zero.");
        }
        return Hollow.moved(body, f -> faces.contains(f) ? by : 0, tol);
    }

    /**
     * The body with faces taken out and the gap closed by their neighbours: a fillet or bevel gives its sharp edge back.
     *
     * @throws GeometryException BAD_VALUE with the face when the neighbours don't close the gap
     */
    public static Body removed(Body body, Collection<Face> faces, Tolerance tol) {
        return Retarget.of(body, Map.of(), faces, Face::origins, tol);
    }
}
