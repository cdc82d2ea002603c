package io.tallember.solid.blend;

import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** In which order outer and inner edges can be blended where they meet. */
public final class BlendOrder {
    private static final double ON = 1e-5;

    private BlendOrder() {}

    /** The edges that needn't wait for others. */
    static List<Edge> first(Body body, List<Edge> edges) {
        Map<Edge, Edge> group = new IdentityHashMap<>();
        edges.forEach(e -> group.put(e, e));
        List<Edge[]> before = new ArrayList<>();
        for (Vertex v : ends(edges)) {
            List<Edge> here =
                    body.edgesAt(v).stream().filter(e -> !Edges.smooth(body, e)).toList();
            List<Edge> outer = here.stream().filter(e -> Edges.convex(body, e)).toList();
            List<Edge> inner = here.stream().filter(e -> !Edges.convex(body, e)).toList();
            boolean cusp = here.size() != 3 && outer.stream().anyMatch(a -> touches(inner, a, v));
            if ((cusp || here.size() == 3) && !outer.isEmpty() && !inner.isEmpty()) {
                List<Edge> alone = outer.size() == 1 && !cusp ? outer : inner;
                for (Edge later : alone == outer ? inner : outer) {
                    alone.stream()
                            .filter(e -> edges.contains(e) && edges.contains(later))
                            .forEach(e -> before.add(new Edge[] {e, later}));
                }
            }
            // what meets in a corner of its own kind goes with it, so that the corner is made at once
            for (List<Edge> alike : List.of(outer, inner)) {
                List<Edge> picked = alike.stream().filter(edges::contains).toList();
                picked.forEach(e -> group.put(root(group, e), root(group, picked.get(0))));
            }
        }
        Set<Edge> waiting = new LinkedHashSet<>();
        before.forEach(two -> waiting.add(root(group, two[1])));
        List<Edge> ready =
                edges.stream().filter(e -> !waiting.contains(root(group, e))).toList();
        return circular(group, before) ? inCircles(edges, before) : ready;
    }

    /** Whether one of some edges leaves a vertex as an edge does, so that the face between them comes to nothing there. */
    private static boolean touches(List<Edge> inner, Edge a, Vertex v) {
        return inner.stream().anyMatch(b -> Chains.outOf(a, v).dot(Chains.outOf(b, v)) > 1 - 1e-9);
    }

    /** Whether some groups would wait for each other. */
    private static boolean circular(Map<Edge, Edge> group, List<Edge[]> before) {
        List<Edge[]> left = new ArrayList<>(before);
        boolean peeled = true;
        while (peeled) {
            Set<Edge> waiting = Collections.newSetFromMap(new IdentityHashMap<>());
            left.forEach(two -> waiting.add(root(group, two[1])));
            peeled = left.removeIf(two -> !waiting.contains(root(group, two[0])));
        }
        return !left.isEmpty();
    }

    /** Where each would wait for another: those that stand alone of their kind somewhere go first, without what meets the others. */
    private static List<Edge> inCircles(List<Edge> edges, List<Edge[]> before) {
        Set<Edge> odd = new LinkedHashSet<>();
        Set<Edge> waiting = new LinkedHashSet<>();
        before.forEach(two -> {
            odd.add(two[0]);
            waiting.add(two[1]);
        });
        boolean again = true;
        while (again) {
            again = false;
            for (Edge e : edges) {
                boolean meets = !odd.contains(e) && waiting.stream().anyMatch(w -> meet(e, w));
                again |= meets && waiting.add(e);
            }
        }
        List<Edge> ready = edges.stream().filter(e -> !waiting.contains(e)).toList();
        return ready.isEmpty() ? edges : ready;
    }

    private static Set<Vertex> ends(List<Edge> edges) {
        Set<Vertex> ends = new LinkedHashSet<>();
        edges.forEach(e -> ends.addAll(List.of(e.start(), e.end())));
        return ends;
    }

    private static Edge root(Map<Edge, Edge> group, Edge e) {
        Edge at = e;
        while (group.get(at) != at) {
            at = group.get(at);
        }
        return at;
    }

    private static boolean meet(Edge a, Edge b) {
        return a != b && (a.start() == b.start() || a.start() == b.end() || a.end() == b.start() || a.end() == b.end());
    }

    /**
     * What is left of edges after others were blended, with the edges that now go on from them round the new blends.
     *
     * @param step the step whose faces are the new blends
     */
    static List<Edge> again(Body before, Body now, List<Edge> edges, String step) {
        Set<Edge> out = new LinkedHashSet<>();
        for (Edge e : edges) {
            for (Edge k : now.edges()) {
                Vec3 p = k.middle();
                boolean on = e.curve().point(e.curve().project(p, e.range())).distance(p) < ON;
                if (on && !Edges.smooth(now, k) && alike(before.facesOf(e), now.facesOf(k))) {
                    out.add(k);
                }
            }
        }
        List<Edge> chain = new ArrayList<>(Chains.smooth(now, out));
        chain.removeIf(e -> !out.contains(e) && now.facesOf(e).stream().noneMatch(f -> made(f, step)));
        return chain.stream().filter(e -> !Edges.smooth(now, e)).toList();
    }

    private static boolean made(Face f, String step) {
        return f.origins().stream().anyMatch(o -> o.step().equals(step));
    }

    /** Whether two pairs of faces come from the same places. */
    private static boolean alike(List<Face> a, List<Face> b) {
        return shares(a.get(0), b.get(0)) && shares(a.get(1), b.get(1))
                || shares(a.get(0), b.get(1)) && shares(a.get(1), b.get(0));
    }

    private static boolean shares(Face a, Face b) {
        return a.origins().stream().anyMatch(b.origins()::contains);
    }
}
