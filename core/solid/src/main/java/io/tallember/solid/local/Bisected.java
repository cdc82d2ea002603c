package io.tallember.solid.local;

import io.tallember.geometry.Interval;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * A body some of whose closed edges are divided in their middle: those that other edges meet, so that they have two ends in one
 * vertex.
 *
 * @param names what is known by an edge, for the halves too
 */
record Bisected(Body body, Map<Edge, String> names) {
    static Bisected of(Body body, Map<Edge, String> names) {
        Map<Edge, List<Edge>> halves = new LinkedHashMap<>();
        Map<Edge, String> now = new LinkedHashMap<>();
        names.forEach((e, name) -> {
            if (!e.closed() || body.edgesAt(e.start()).size() < 2) {
                now.put(e, name);
                return;
            }
            double mid = e.range().middle();
            Vertex m = new Vertex(e.curve().point(mid), e.tolerance());
            Edge first = new Edge(e.curve(), new Interval(e.range().lo(), mid), e.start(), m, e.tolerance());
            Edge second = new Edge(e.curve(), new Interval(mid, e.range().hi()), m, e.end(), e.tolerance());
            halves.put(e, List.of(first, second));
            now.put(first, name);
            now.put(second, name + " again");
        });
        if (halves.isEmpty()) {
            return new Bisected(body, names);
        }
        List<Shell> shells = body.shells().stream()
                .map(s -> new Shell(
                        s.faces().stream().map(f -> divided(f, halves)).toList()))
                .toList();
        return new Bisected(new Body(shells), now);
    }

    private static Face divided(Face f, Map<Edge, List<Edge>> halves) {
        if (f.coedges().stream().noneMatch(c -> halves.containsKey(c.edge()))) {
            return f;
        }
        List<Loop> loops = f.loops().stream()
                .map(l -> new Loop(
                        l.coedges().stream().flatMap(c -> divided(c, halves)).toList()))
                .toList();
        return new Face(f.surface(), f.sense(), loops, f.origins());
    }

    private static Stream<Coedge> divided(Coedge c, Map<Edge, List<Edge>> halves) {
        List<Edge> two = halves.get(c.edge());
        if (two == null) {
            return Stream.of(c);
        }
        return Stream.of(c.forward() ? 0 : 1, c.forward() ? 1 : 0).map(i -> new Coedge(two.get(i), c.forward()));
    }
}
