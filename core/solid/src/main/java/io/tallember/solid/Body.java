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
    private final Map<Edge, List<Face>> facesOf;
    private volatile Names names;

    public Body(List<Shell> shells) {
        this.shells = List.copyOf(shells);
        this.faces = shells.stream().flatMap(s -> s.faces().stream()).toList();
        Set<Edge> es = new LinkedHashSet<>();
        Set<Vertex> vs = new LinkedHashSet<>();
        facesOf = new IdentityHashMap<>();
        for (Face f : faces) {
            for (Coedge c : f.coedges()) {
                es.add(c.edge());
                vs.add(c.start());
                facesOf.computeIfAbsent(c.edge(), k -> new ArrayList<>(2)).add(f);
            }
        }
        edges = List.copyOf(es);
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
