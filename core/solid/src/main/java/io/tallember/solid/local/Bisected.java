package io.tallember.solid.local;

import io.tallember.geometry.Interval;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

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
                        s.faces().stream().map(f -> Divided.face(f, halves)).toList()))
                .toList();
        return new Bisected(new Body(shells), now);
    }
}
