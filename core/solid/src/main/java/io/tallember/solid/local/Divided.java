package io.tallember.solid.local;

import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Tolerance;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Faces divided by edges between corners of their boundary, and edges in pieces. */
final class Divided {
    private static final int LOOKS = 5;

    private Divided() {}

    /** A straight edge between two corners; nothing where it doesn't lie on a face's surface. */
    static Optional<Edge> line(Face f, Vertex from, Vertex to, Tolerance tol) {
        Line l = Line.through(from.point(), to.point());
        Interval range = new Interval(0, from.point().distance(to.point()));
        for (int i = 0; i <= LOOKS; i++) {
            if (Math.abs(f.surface().signedDistance(l.point(range.at(i / (double) LOOKS)))) > tol.linear()) {
                return Optional.empty();
            }
        }
        return Optional.of(new Edge(l, range, from, to, tol.linear()));
    }

    /**
     * The body with an edge between two corners of a face put into it.
     *
     * @return nothing where its ends aren't corners of the face, or one of the pieces would have holes
     */
    static Optional<Body> by(Body body, Face f, Edge e) {
        Vertex from = e.start();
        Vertex to = e.end();
        List<List<Coedge>> loops = new ArrayList<>();
        f.loops().forEach(k -> loops.add(new ArrayList<>(k.coedges())));
        List<Coedge> first =
                loops.stream().filter(k -> at(k, from) >= 0).findFirst().orElse(null);
        List<Coedge> second =
                loops.stream().filter(k -> at(k, to) >= 0).findFirst().orElse(null);
        if (first == null || second == null) {
            return Optional.empty();
        }
        List<Face> pieces = new ArrayList<>();
        if (first != second) {
            // two loops become one, there and back again
            List<Coedge> one = new ArrayList<>(turned(first, at(first, from)));
            one.add(new Coedge(e, true));
            one.addAll(turned(second, at(second, to)));
            one.add(new Coedge(e, false));
            loops.remove(first);
            loops.remove(second);
            loops.add(one);
            pieces.add(face(f, loops));
        } else {
            List<Coedge> all = turned(first, at(first, from));
            int n = at(all, to);
            List<Coedge> a = new ArrayList<>(all.subList(0, n));
            a.add(new Coedge(e, false));
            List<Coedge> b = new ArrayList<>(all.subList(n, all.size()));
            b.add(new Coedge(e, true));
            loops.remove(first);
            if (!loops.isEmpty() || a.size() < 2 || b.size() < 2) {
                return Optional.empty();
            }
            pieces.add(face(f, List.of(a)));
            pieces.add(face(f, List.of(b)));
        }
        List<Shell> shells = body.shells().stream()
                .map(s -> new Shell(s.faces().stream()
                        .flatMap(k -> k == f ? pieces.stream() : java.util.stream.Stream.of(k))
                        .toList()))
                .toList();
        return Optional.of(new Body(shells));
    }

    /** The place in a loop of the use that begins in a vertex, or -1. */
    private static int at(List<Coedge> loop, Vertex v) {
        for (int i = 0; i < loop.size(); i++) {
            if (loop.get(i).start() == v) {
                return i;
            }
        }
        return -1;
    }

    private static List<Coedge> turned(List<Coedge> loop, int from) {
        List<Coedge> out = new ArrayList<>(loop.subList(from, loop.size()));
        out.addAll(loop.subList(0, from));
        return out;
    }

    /** A face with edges taken for their pieces, given in the edges' direction. */
    static Face face(Face f, Map<Edge, List<Edge>> pieces) {
        if (f.coedges().stream().noneMatch(c -> pieces.containsKey(c.edge()))) {
            return f;
        }
        List<List<Coedge>> loops = f.loops().stream()
                .map(l -> l.coedges().stream()
                        .flatMap(c -> uses(c, pieces).stream())
                        .toList())
                .toList();
        return face(f, loops);
    }

    /** The uses of an edge's pieces, in the way in which a face uses the edge. */
    static List<Coedge> uses(Coedge c, Map<Edge, List<Edge>> pieces) {
        List<Edge> own = pieces.getOrDefault(c.edge(), List.of(c.edge()));
        List<Coedge> out = new ArrayList<>();
        for (int i = 0; i < own.size(); i++) {
            out.add(new Coedge(own.get(c.forward() ? i : own.size() - 1 - i), c.forward()));
        }
        return out;
    }

    private static Face face(Face f, List<List<Coedge>> loops) {
        return new Face(f.surface(), f.sense(), loops.stream().map(Loop::new).toList(), f.origins());
    }
}
