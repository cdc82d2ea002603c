package io.tallember.solid;

import io.tallember.geometry.Box3;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** A solid: one outer shell, then its voids. */
public final class Body {
    private final List<Shell> shells;
    private final List<Face> faces;
    private final List<Edge> edges;
    private final List<Vertex> vertices;
    private final Map<Edge, List<Face>> facesOf = new IdentityHashMap<>();
    private final Map<Edge, List<Coedge>> usesOf = new IdentityHashMap<>();
    private final Map<Vertex, List<Edge>> edgesAt = new IdentityHashMap<>();
    private volatile Names names;

    public Body(List<Shell> shells) {
        this.shells = List.copyOf(shells);
        this.faces = shells.stream().flatMap(s -> s.faces().stream()).toList();
        Set<Edge> es = new LinkedHashSet<>();
        Set<Vertex> vs = new LinkedHashSet<>();
        for (Face f : faces) {
            for (Coedge c : f.coedges()) {
                es.add(c.edge());
                vs.add(c.start());
                facesOf.computeIfAbsent(c.edge(), k -> new ArrayList<>(2)).add(f);
                usesOf.computeIfAbsent(c.edge(), k -> new ArrayList<>(2)).add(c);
            }
        }
        edges = List.copyOf(es);
        for (Edge e : edges) {
            edgesAt.computeIfAbsent(e.start(), k -> new ArrayList<>(4)).add(e);
            if (!e.closed()) {
                edgesAt.computeIfAbsent(e.end(), k -> new ArrayList<>(4)).add(e);
            }
        }
        vertices = List.copyOf(vs);
    }

    public List<Shell> shells() {
        return shells;
    }

    public List<Face> faces() {
        return faces;
    }

    public List<Edge> edges() {
        return edges;
    }

    public List<Vertex> vertices() {
        return vertices;
    }

    /** The faces on either side of an edge, one entry a use. */
    public List<Face> facesOf(Edge e) {
        return facesOf.getOrDefault(e, List.of());
    }

    /** The uses of an edge by its faces' loops, in the order of {@link #facesOf}. */
    public List<Coedge> usesOf(Edge e) {
        return usesOf.getOrDefault(e, List.of());
    }

    /** The edges that begin or end in a vertex, each once. */
    public List<Edge> edgesAt(Vertex v) {
        return edgesAt.getOrDefault(v, List.of());
    }

    public Box3 bounds() {
        Box3 b = Box3.EMPTY;
        for (Face f : faces) {
            b = b.with(f.bounds());
        }
        return b;
    }

    /** The lineage of every face, edge and vertex, as keys that survive a rebuild. */
    public Names names() {
        Names n = names;
        if (n == null) {
            n = Names.of(this);
            names = n;
        }
        return n;
    }
}
