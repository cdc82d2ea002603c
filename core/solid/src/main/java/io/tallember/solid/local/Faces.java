package io.tallember.solid.local;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Shell;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
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
     * The body with faces moved along their outward normals. Neighbours follow; those that run smoothly into a moved face and can't
     * follow stay as they are, with a square step between.
     *
     * @param by in mm, negative into the material
     * @param step the step's id, for the lineage of such steps
     * @throws GeometryException BAD_VALUE with the face when the neighbours can't follow
     */
    public static Body moved(Body body, Collection<Face> faces, double by, String step, Tolerance tol) {
        if (by == 0 || !Double.isFinite(by)) {
            throw new GeometryException(Reason.BAD_VALUE, "Faces are moved by a distance other than zero.");
        }
        try {
            return Hollow.moved(body, f -> faces.contains(f) ? by : 0, tol);
        } catch (GeometryException e) {
            if (!runsOn(body, faces)) {
                throw e;
            }
            List<Body> out = by > 0
                    ? thickened(body, faces, by, step, tol)
                    : Fuse.subtract(
                            List.of(body), Hollow.of(body, others(body, faces), f -> -by, f -> 0, step, tol), tol);
            if (out.size() != 1) {
                throw e;
            }
            return out.get(0);
        }
    }

    private static boolean runsOn(Body body, Collection<Face> faces) {
        return faces.stream()
                .flatMap(f -> f.coedges().stream())
                .anyMatch(c -> Edges.smooth(body, c.edge())
                        && body.facesOf(c.edge()).stream().anyMatch(f -> !faces.contains(f)));
    }

    private static List<Face> others(Body body, Collection<Face> faces) {
        return body.faces().stream().filter(f -> !faces.contains(f)).toList();
    }

    /**
     * New material on faces: between them and where they come to when they are moved outward; square at edges across which the body
     * runs on smoothly.
     *
     * @param by in mm, above zero
     * @return one body for each part of the layer
     */
    public static List<Body> layer(Body body, Collection<Face> faces, double by, String step, Tolerance tol) {
        try {
            return Hollow.of(body, others(body, faces), f -> 0, f -> by, step, tol);
        } catch (GeometryException e) {
            return coat(body, faces, by, step, "outside", e, tol);
        }
    }

    /** A layer square to the faces all round, where their neighbours can't follow; else what was said first. */
    private static List<Body> coat(
            Body body,
            Collection<Face> faces,
            double by,
            String step,
            String role,
            GeometryException said,
            Tolerance tol) {
        try {
            return Coat.of(body, faces, by, step, role, tol);
        } catch (GeometryException e) {
            throw e.reason() == Reason.BAD_VALUE ? e : said;
        }
    }

    /** The body with such a layer added. */
    public static List<Body> thickened(Body body, Collection<Face> faces, double by, String step, Tolerance tol) {
        List<Body> all = new ArrayList<>(List.of(body));
        all.addAll(layer(body, faces, by, step, tol));
        return Fuse.unite(all, tol);
    }

    /**
     * The body with a face on another surface, its neighbours carried on or cut back to it.
     *
     * @throws GeometryException BAD_VALUE when they don't meet it
     */
    public static Body replaced(Body body, Face face, Surface by, Tolerance tol) {
        Vec3 p = face.region().interiorPoint(tol).orElse(face.bounds().centre());
        boolean sense = by.gradient(p).dot(face.outward(p)) > 0;
        Face turned = turned(face, p, sense);
        return Retarget.of(with(body, face, turned), Map.of(turned, by), List.of(), Face::origins, tol);
    }

    /** A face as one of a surface whose normal points out of the material, or into it, as another's will that takes its place. */
    public static Face turned(Face face, Vec3 at, boolean sense) {
        if (sense == face.sense()) {
            return face;
        }
        Plane flat = new Plane(Frame.of(at, face.outward(at).times(sense ? 1 : -1)));
        return new Face(flat, sense, face.loops(), face.origins());
    }

    /** A body with one face in another's place. */
    public static Body with(Body body, Face old, Face now) {
        return new Body(body.shells().stream()
                .map(s -> new Shell(
                        s.faces().stream().map(f -> f == old ? now : f).toList()))
                .toList());
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
