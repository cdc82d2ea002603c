package io.tallember.solid;

import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * Lineage of a body's faces, edges and vertices as text keys.
 *
 * <p>A face's key is its origins. Where several faces share one (a face that was split), the neighbours that not all of them
 * have tell them apart; only faces that even have the same neighbours are numbered, by place. An edge is named by its two
 * faces, a vertex by all faces round it; edges that share both faces are told apart by the faces at their ends, then by
 * place. How they are written is told by {@link Key}.
 */
public final class Names {
    private final Map<Object, String> keyOf = new IdentityHashMap<>();
    private final Map<String, Object> byKey = new LinkedHashMap<>();

    private Names() {}

    static Names of(Body body) {
        Names n = new Names();
        Map<Face, TreeSet<String>> neighbours = new IdentityHashMap<>();
        Map<Vertex, TreeSet<String>> round = new IdentityHashMap<>();
        for (Face f : body.faces()) {
            TreeSet<String> of = neighbours.computeIfAbsent(f, k -> new TreeSet<>());
            for (Coedge c : f.coedges()) {
                round.computeIfAbsent(c.start(), k -> new TreeSet<>()).add(base(f));
                body.facesOf(c.edge()).stream().filter(o -> o != f).forEach(o -> of.add(base(o)));
            }
        }
        n.assign(
                false,
                body.faces(),
                f -> List.of(base(f)),
                neighbours::get,
                f -> f.bounds().centre());
        n.assign(
                false,
                body.edges(),
                e -> body.facesOf(e).stream().map(n.keyOf::get).sorted().toList(),
                e -> {
                    TreeSet<String> ends = new TreeSet<>(round.get(e.start()));
                    ends.addAll(round.get(e.end()));
                    return ends;
                },
                Edge::middle);
        Map<Vertex, TreeSet<String>> corners = new IdentityHashMap<>();
        for (Edge e : body.edges()) {
            for (Vertex v : List.of(e.start(), e.end())) {
                TreeSet<String> of = corners.computeIfAbsent(v, k -> new TreeSet<>());
                body.facesOf(e).forEach(f -> of.add(n.keyOf.get(f)));
            }
        }
        n.assign(true, body.vertices(), v -> List.copyOf(corners.get(v)), round::get, Vertex::point);
        return n;
    }

    private static String base(Face f) {
        return f.origins().stream().map(Origin::key).collect(Collectors.joining("+"));
    }

    private <T> void assign(
            boolean vertices,
            List<T> things,
            Function<T, List<String>> sides,
            Function<T, TreeSet<String>> around,
            Function<T, Vec3> place) {
        Map<List<String>, List<T>> kin =
                things.stream().collect(Collectors.groupingBy(sides, LinkedHashMap::new, Collectors.toList()));
        kin.forEach((of, all) -> {
            if (all.size() == 1) {
                put(all.get(0), Key.written(vertices, of, null, 0));
                return;
            }
            TreeSet<String> common = new TreeSet<>(around.apply(all.get(0)));
            all.forEach(t -> common.retainAll(around.apply(t)));
            Map<List<String>, List<T>> pieces = all.stream()
                    .collect(Collectors.groupingBy(
                            t -> {
                                TreeSet<String> own = new TreeSet<>(around.apply(t));
                                own.removeAll(common);
                                return List.copyOf(own);
                            },
                            LinkedHashMap::new,
                            Collectors.toList()));
            pieces.forEach((own, same) -> {
                List<T> sorted = new ArrayList<>(same);
                sorted.sort(
                        Comparator.comparingDouble((T t) -> round(place.apply(t).x()))
                                .thenComparingDouble(t -> round(place.apply(t).y()))
                                .thenComparingDouble(t -> round(place.apply(t).z())));
                for (int i = 0; i < sorted.size(); i++) {
                    put(sorted.get(i), Key.written(vertices, of, own, sorted.size() == 1 ? 0 : i + 1));
                }
            });
        });
    }

    private static double round(double x) {
        return Math.rint(x * 1e5);
    }

    private void put(Object thing, String key) {
        keyOf.put(thing, key);
        byKey.put(key, thing);
    }

    /** The key of a face, edge or vertex of this body. */
    public String of(Object thing) {
        return keyOf.get(thing);
    }

    public Optional<Face> face(String key) {
        return byKey.get(key) instanceof Face f ? Optional.of(f) : Optional.empty();
    }

    public Optional<Edge> edge(String key) {
        return byKey.get(key) instanceof Edge e ? Optional.of(e) : Optional.empty();
    }

    public Optional<Vertex> vertex(String key) {
        return byKey.get(key) instanceof Vertex v ? Optional.of(v) : Optional.empty();
    }
}
