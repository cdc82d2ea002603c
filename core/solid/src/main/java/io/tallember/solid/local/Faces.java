package io.tallember.solid.local;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Tolerance;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Shell;
import io.tallember.solid.check.BodyCheck;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

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
     * The body with faces taken out and the gap closed: where they are all of a pocket, a hole or a boss, the faces round its
     * mouth go on over it; else their neighbours are carried on until they meet, as when a fillet gives its sharp edge back.
     *
     * @throws GeometryException BAD_VALUE with the face when the neighbours don't close the gap
     */
    public static Body removed(Body body, Collection<Face> faces, Tolerance tol) {
        Optional<Body> closed = overMouths(body, faces, tol);
        if (closed.isPresent()) {
            return closed.get();
        }
        return Retarget.of(body, Map.of(), faces, Face::origins, tol);
    }

    /** Where every edge between a face that goes and one that stays is on a loop of such edges alone: without those loops. */
    private static Optional<Body> overMouths(Body body, Collection<Face> faces, Tolerance tol) {
        Set<Face> gone = Collections.newSetFromMap(new IdentityHashMap<>());
        gone.addAll(faces);
        List<Shell> shells = new ArrayList<>();
        for (Shell s : body.shells()) {
            List<Face> kept = new ArrayList<>();
            for (Face f : s.faces()) {
                if (gone.contains(f)) {
                    continue;
                }
                List<Loop> loops = new ArrayList<>();
                for (Loop l : f.loops()) {
                    long open = l.coedges().stream()
                            .filter(c -> body.facesOf(c.edge()).stream().anyMatch(gone::contains))
                            .count();
                    if (open == 0) {
                        loops.add(l);
                    } else if (open < l.coedges().size()) {
                        return Optional.empty();
                    }
                }
                if (loops.isEmpty() && !f.loops().isEmpty()) {
                    return Optional.empty();
                }
                kept.add(loops.size() == f.loops().size() ? f : new Face(f.surface(), f.sense(), loops, f.origins()));
            }
            if (!kept.isEmpty()) {
                shells.add(new Shell(kept));
            }
        }
        if (shells.isEmpty()) {
            return Optional.empty();
        }
        Body out = new Body(shells);
        return BodyCheck.deep(out, body, tol).valid() ? Optional.of(out) : Optional.empty();
    }
}
