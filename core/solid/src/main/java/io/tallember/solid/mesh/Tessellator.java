package io.tallember.solid.mesh;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Shell;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.WeakHashMap;

/**
 * Triangles for a body's faces. Each edge becomes one polyline, used by both of its faces, so the mesh is watertight by
 * construction; each face is triangulated by {@link FaceMesher} and checked by {@link MeshCheck}. Where polylines of a face's edges
 * would cross, the longer of the chords in question is halved, for both faces beside it; a mesh that fails its check is made
 * another way.
 */
public final class Tessellator {
    private static final int MOST_HALVED = 400;
    /** Meshes of faces between edges that nothing was halved of, which most bodies share with the ones they were made from. */
    private static final Map<Face, Map<MeshQuality, FaceMesh>> KNOWN = Collections.synchronizedMap(new WeakHashMap<>());

    private final MeshQuality quality;

    public Tessellator(MeshQuality quality) {
        this.quality = quality;
    }

    /**
     * A body's meshes.
     *
     * @param faces one for each face, in the order of {@link Body#faces()}; null for one that could not be meshed
     * @param lines the polyline of each edge, in the order of {@link Body#edges()}
     * @param faults what was wrong, by face
     */
    public record Meshed(List<FaceMesh> faces, List<EdgeLine> lines, Map<Face, String> faults) {}

    /**
     * One mesh for each face of the body, in the order of {@link Body#faces()}.
     *
     * @throws GeometryException INCONSISTENT when one of them can't be made right
     */
    public List<FaceMesh> mesh(Body body) {
        Meshed m = attempt(body);
        m.faults().forEach((f, fault) -> {
            Vec3 p = f.bounds().centre();
            throw new GeometryException(
                    GeometryException.Reason.INCONSISTENT,
                    String.format(
                            Locale.ROOT,
                            "The mesh of the %s face near (%.4g, %.4g, %.4g) can't be made right: %s. Change what makes that face a"
                                    + " little, or hand over STEP, which needs no mesh.",
                            f.surface().kind(),
                            p.x(),
                            p.y(),
                            p.z(),
                            fault.replaceAll("\\.$", "")));
        });
        return m.faces();
    }

    /** The mesh of a face by itself. */
    public FaceMesh mesh(Face face) {
        return mesh(new Body(List.of(new Shell(List.of(face))))).get(0);
    }

    /** What can be meshed of a body. */
    public Meshed attempt(Body body) {
        Map<Edge, EdgeLine> lines = new IdentityHashMap<>();
        Set<Edge> halved = Collections.newSetFromMap(new IdentityHashMap<>());
        Map<Face, FaceMesh> done = new IdentityHashMap<>();
        Map<Face, String> faults = new LinkedHashMap<>();
        List<Face> todo = body.faces();
        while (!todo.isEmpty()) {
            Patience.check();
            Set<Edge> changed = Collections.newSetFromMap(new IdentityHashMap<>());
            for (Face f : todo) {
                boolean plain = f.coedges().stream().map(Coedge::edge).noneMatch(halved::contains);
                FaceMesh known = plain ? known(f) : null;
                if (known != null) {
                    done.put(f, known);
                    continue;
                }
                Set<Edge> now = Collections.newSetFromMap(new IdentityHashMap<>());
                try {
                    String fault = mesh(f, lines, now, done);
                    if (fault != null) {
                        faults.put(f, fault);
                    } else if (plain && now.isEmpty()) {
                        KNOWN.computeIfAbsent(f, k -> Collections.synchronizedMap(new LinkedHashMap<>()))
                                .put(quality, done.get(f));
                    }
                } catch (Patience.TooLong | Patience.Stopped e) {
                    throw e;
                } catch (RuntimeException e) {
                    // whatever it is, it is this face's alone: the others are shown, and a file is refused with it
                    faults.put(f, String.valueOf(e.getMessage()));
                }
                changed.addAll(now);
            }
            halved.addAll(changed);
            todo = body.faces().stream()
                    .filter(f -> f.coedges().stream().anyMatch(c -> changed.contains(c.edge())))
                    .toList();
            todo.forEach(f -> {
                done.remove(f);
                faults.remove(f);
            });
        }
        List<FaceMesh> faces = new ArrayList<>();
        body.faces().forEach(f -> faces.add(done.get(f)));
        return new Meshed(faces, body.edges().stream().map(e -> line(e, lines)).toList(), faults);
    }

    private FaceMesh known(Face f) {
        Map<MeshQuality, FaceMesh> of = KNOWN.get(f);
        return of == null ? null : of.get(quality);
    }

    private EdgeLine line(Edge e, Map<Edge, EdgeLine> lines) {
        return lines.computeIfAbsent(e, k -> EdgeLine.of(k, quality));
    }

    /** Meshes a face, halving chords of its edges that cross; what is wrong, or null. */
    private String mesh(Face f, Map<Edge, EdgeLine> lines, Set<Edge> halved, Map<Face, FaceMesh> done) {
        String fault = "its outline crosses itself";
        int left = MOST_HALVED;
        for (boolean carefully : new boolean[] {false, true}) {
            FaceMesher.Outcome o = made(f, lines, carefully);
            if (o.mesh() == null) {
                for (Edge e = halve(o, lines); e != null && left > 0; e = halve(o, lines), left--) {
                    halved.add(e);
                    o = FaceMesher.crossing(f, k -> line(k, lines), quality);
                }
                o = made(f, lines, carefully);
            }
            if (o.mesh() == null) {
                continue;
            }
            fault = MeshCheck.fault(f, o.mesh(), e -> line(e, lines), quality);
            if (fault == null) {
                done.put(f, o.mesh());
                return null;
            }
        }
        return fault;
    }

    private FaceMesher.Outcome made(Face f, Map<Edge, EdgeLine> lines, boolean carefully) {
        return carefully
                ? FaceMesher.carefully(f, e -> line(e, lines), quality)
                : FaceMesher.mesh(f, e -> line(e, lines), quality);
    }

    /** Halves the longer of two crossing chords. */
    private Edge halve(FaceMesher.Outcome o, Map<Edge, EdgeLine> lines) {
        FaceMesher.Chord longer = o.one();
        if (longer == null || o.other() != null && length(o.other(), lines) > length(longer, lines)) {
            longer = o.other();
        }
        if (longer == null || length(longer, lines) < 1e-7) {
            return null;
        }
        lines.put(longer.edge(), line(longer.edge(), lines).halved(longer.edge(), longer.number()));
        return longer.edge();
    }

    private double length(FaceMesher.Chord c, Map<Edge, EdgeLine> lines) {
        return line(c.edge(), lines).length(c.number());
    }
}
