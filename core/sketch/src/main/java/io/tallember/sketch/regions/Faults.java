package io.tallember.sketch.regions;

import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.regions.CurveArrangement.Half;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Looks for what a designer doesn't see: stubs, curves hidden under others, an outline that crosses itself. */
final class Faults {
    /** A stretch longer than this share of the sketch's size is meant, not left over. */
    private static final double STUB_SHARE = 0.2;

    private final Sketch sketch;
    private final CurveArrangement graph;
    private final Set<Half> live;
    private final double size;
    private final Map<Integer, List<Half>> leaving = new LinkedHashMap<>();

    /** @param live the half-edges that bound regions */
    Faults(Sketch sketch, CurveArrangement graph, Set<Half> live, double size) {
        this.sketch = sketch;
        this.graph = graph;
        this.live = live;
        this.size = size;
        for (Half h : graph.halves) {
            leaving.computeIfAbsent(h.from, k -> new ArrayList<>()).add(h);
        }
    }

    /** Curves of which no stretch is its own. */
    List<String> hidden() {
        Set<String> kept = new LinkedHashSet<>();
        graph.halves.forEach(h -> kept.add(h.source));
        Set<String> out = new LinkedHashSet<>();
        graph.doubled.forEach(d -> {
            if (!kept.contains(d.second()) && sketch.find(d.second()).isPresent()) {
                out.add(d.second());
            }
        });
        return List.copyOf(out);
    }

    /**
     * From each free end back along what bounds nothing, to the first place where others come in.
     *
     * @param apart ends that are told as gaps: joining them mends these
     */
    List<Stub> stubs(List<Vec3> apart) {
        List<Stub> out = new ArrayList<>();
        for (Half h : graph.halves) {
            if (live.contains(h) || leaving.get(h.from).size() != 1) {
                continue;
            }
            Vec3 free = graph.node(h.from);
            if (apart.stream().anyMatch(p -> p.distance(free) < 1e-5)) {
                continue;
            }
            double length = length(h);
            Half at = h;
            while (leaving.get(at.to).size() == 2 && length <= STUB_SHARE * size) {
                Half twin = at.twin;
                at = leaving.get(at.to).stream()
                        .filter(g -> g != twin)
                        .findFirst()
                        .orElseThrow();
                length += length(at);
            }
            boolean attached = leaving.get(at.to).size() > 2;
            if (attached && length <= STUB_SHARE * size && sketch.find(h.source).isPresent()) {
                Vec3 p = h.curve.point(h.range.middle());
                boolean whole =
                        graph.halves.stream().noneMatch(g -> g != h && g != h.twin && g.source.equals(h.source));
                out.add(new Stub(h.source, new Vec2(p.x(), p.y()), length, whole));
            }
        }
        return out;
    }

    private static double length(Half h) {
        double sum = 0;
        Vec3 last = h.curve.point(h.range.lo());
        for (int i = 1; i <= 16; i++) {
            Vec3 p = h.curve.point(h.range.at(i / 16.0));
            sum += p.distance(last);
            last = p;
        }
        return sum;
    }

    List<Crossed> crossed() {
        Map<String, String> up = new LinkedHashMap<>();
        Map<Integer, List<String>> endsAt = new LinkedHashMap<>();
        Map<String, Set<Integer>> starts = new LinkedHashMap<>();
        Map<String, Set<Integer>> stops = new LinkedHashMap<>();
        for (Half h : graph.halves) {
            if (h.forward) {
                starts.computeIfAbsent(h.source, k -> new LinkedHashSet<>()).add(h.from);
                stops.computeIfAbsent(h.source, k -> new LinkedHashSet<>()).add(h.to);
            }
        }
        Map<Integer, List<String>> through = new LinkedHashMap<>();
        for (String s : starts.keySet()) {
            up.put(s, s);
            for (int node : starts.get(s)) {
                (stops.get(s).contains(node) ? through : endsAt)
                        .computeIfAbsent(node, k -> new ArrayList<>())
                        .add(s);
            }
            for (int node : stops.get(s)) {
                if (!starts.get(s).contains(node)) {
                    endsAt.computeIfAbsent(node, k -> new ArrayList<>()).add(s);
                }
            }
        }
        endsAt.values().forEach(all -> all.forEach(s -> up.put(top(up, s), top(up, all.get(0)))));
        List<Crossed> out = new ArrayList<>();
        through.forEach((node, all) -> {
            for (int i = 0; i < all.size(); i++) {
                for (int j = i + 1; j < all.size(); j++) {
                    if (top(up, all.get(i)).equals(top(up, all.get(j))) && hasEnds(all.get(i)) && hasEnds(all.get(j))) {
                        Vec3 p = graph.node(node);
                        out.add(new Crossed(all.get(i), all.get(j), new Vec2(p.x(), p.y())));
                    }
                }
            }
        });
        return out;
    }

    /** A circle runs through all its nodes but belongs to no chain. */
    private boolean hasEnds(String curve) {
        return sketch.find(curve).orElse(null) instanceof SketchCurve c
                && sketch.strand(c)
                        .map(s -> s.curve()
                                        .point(s.range().lo())
                                        .distance(s.curve().point(s.range().hi()))
                                > 1e-6)
                        .orElse(false);
    }

    private static String top(Map<String, String> up, String s) {
        String at = s;
        while (!up.get(at).equals(at)) {
            at = up.get(at);
        }
        return at;
    }
}
