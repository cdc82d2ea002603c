package io.tallember.solid.fuse;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Shell;
import io.tallember.solid.mass.MassProperties;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Faces made of shared fragments become shells and bodies: one body for each connected lump, with its voids. */
final class Sewing {
    private final PointPool pool;
    private final Tolerance tol;
    private final Map<Fragment, Edge> edges = new LinkedHashMap<>();

    Sewing(PointPool pool, Tolerance tol) {
        this.pool = pool;
        this.tol = tol;
    }

    List<Body> sew(List<Built> built) {
        List<Face> faces = built.stream().map(this::face).toList();
        List<List<Face>> lumps = connected(built, faces);
        List<Shell> outer = new ArrayList<>();
        List<Shell> voids = new ArrayList<>();
        for (List<Face> lump : lumps) {
            Shell shell = new Shell(lump);
            (MassProperties.sign(new Body(List.of(shell))) > 0 ? outer : voids).add(shell);
        }
        List<List<Shell>> bodies = new ArrayList<>();
        outer.forEach(s -> bodies.add(new ArrayList<>(List.of(s))));
        for (Shell v : voids) {
            Vec3 p = v.faces().get(0).region().interiorPoint(tol).orElseThrow();
            bodies.stream()
                    .filter(b -> new Classifier(new Body(List.of(b.get(0))), tol).inside(p))
                    .min(Comparator.comparingDouble(
                            b -> new Body(List.of(b.get(0))).bounds().diagonal()))
                    .orElseThrow(() -> new GeometryException(
                            GeometryException.Reason.INCONSISTENT, "A void lies outside of every body."))
                    .add(v);
        }
        return bodies.stream().map(Body::new).toList();
    }

    /**
     * Refuses regions that don't close up to a two-manifold. To be asked before simplifying, which would hide a line along
     * which the result only touches itself.
     */
    static void checkManifold(List<Built> built) {
        Map<Fragment, int[]> uses = new LinkedHashMap<>();
        for (Built f : built) {
            for (List<Fragment.Half> loop : f.loops()) {
                for (Fragment.Half h : loop) {
                    uses.computeIfAbsent(h.fragment(), k -> new int[2])[h.forward() ? 0 : 1]++;
                }
            }
        }
        uses.forEach((f, n) -> {
            if (n[0] == 1 && n[1] == 1) {
                return;
            }
            Vec3 p = f.middle();
            if (n[0] == n[1]) {
                throw new GeometryException(
                        GeometryException.Reason.NON_MANIFOLD,
                        "The result would only touch itself along the edge near " + p.said()
                                + ": a wall of no thickness there. Let the shapes overlap, or keep them apart.");
            }
            throw new GeometryException(
                    GeometryException.Reason.INCONSISTENT,
                    "The faces round the edge near " + p.said()
                            + " don't close up. Two faces probably touch almost but not quite; move one by a clear amount,"
                            + " or make them flush.");
        });
    }

    private Face face(Built f) {
        if (f.face() != null) {
            return f.face();
        }
        List<Loop> loops = f.loops().stream()
                .map(l -> new Loop(l.stream()
                        .map(h -> new Coedge(edge(h.fragment()), h.forward()))
                        .toList()))
                .toList();
        return new Face(f.surface(), f.sense(), loops, f.origins());
    }

    private Edge edge(Fragment f) {
        return edges.computeIfAbsent(f, k -> {
            var start = pool.vertex(k.start);
            var end = pool.vertex(k.end);
            return k.whole != null && k.whole.start() == start && k.whole.end() == end
                    ? k.whole
                    : new Edge(k.curve, k.range, start, end, tol.linear());
        });
    }

    private static List<List<Face>> connected(List<Built> built, List<Face> faces) {
        Map<Fragment, List<Integer>> users = new LinkedHashMap<>();
        for (int i = 0; i < built.size(); i++) {
            for (List<Fragment.Half> loop : built.get(i).loops()) {
                for (Fragment.Half h : loop) {
                    users.computeIfAbsent(h.fragment(), k -> new ArrayList<>(2)).add(i);
                }
            }
        }
        boolean[] seen = new boolean[faces.size()];
        List<List<Face>> lumps = new ArrayList<>();
        for (int i = 0; i < seen.length; i++) {
            if (seen[i]) {
                continue;
            }
            List<Integer> lump = new ArrayList<>(List.of(i));
            seen[i] = true;
            for (int k = 0; k < lump.size(); k++) {
                for (List<Fragment.Half> loop : built.get(lump.get(k)).loops()) {
                    for (Fragment.Half h : loop) {
                        for (int o : users.get(h.fragment())) {
                            if (!seen[o]) {
                                seen[o] = true;
                                lump.add(o);
                            }
                        }
                    }
                }
            }
            lumps.add(lump.stream().sorted().map(faces::get).toList());
        }
        return lumps;
    }
}
