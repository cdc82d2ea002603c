package io.tallember.sketch.regions;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Line;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.Sketch.Strand;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.regions.CurveArrangement.Half;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Looks for what is too small to be seen and too large to be one: see {@link Near.Kind}. */
final class NearMisses {
    /** An end this near to a curve, in mm, was meant to reach it. */
    private static final double MEANT = 0.1;
    /** Curves nearer than this, in mm, can't be told apart in any view. */
    private static final double BESIDE = 1e-5;

    private static final int SAMPLES = 9;
    private static final int IN_A_ROW = 3;

    private record Drawn(SketchCurve curve, Strand strand, Box3 box) {}

    private final Sketch sketch;
    private final Tolerance tol;
    private final List<Drawn> drawn = new ArrayList<>();
    private final List<Near> found = new ArrayList<>();

    NearMisses(Sketch sketch, Tolerance tol) {
        this.sketch = sketch;
        this.tol = tol;
        for (SketchCurve c : sketch.curves()) {
            if (!c.construction()) {
                sketch.strands(c).values().forEach(s -> drawn.add(new Drawn(c, s, box(s))));
            }
        }
    }

    private static Box3 box(Strand s) {
        Box3 box = Box3.EMPTY;
        for (int i = 0; i <= 16; i++) {
            box = box.with(s.curve().point(s.range().at(i / 16.0)));
        }
        // a curve between samples keeps within a chord's length of them
        double slack = s.curve() instanceof Line ? 0 : box.diagonal() / 16;
        return box.grown(slack + MEANT);
    }

    List<Near> all(
            List<String> openEnds, Set<String> apart, CurveArrangement graph, Set<Half> live, List<List<Half>> loops) {
        openEnds.stream().filter(p -> !apart.contains(p)).forEach(this::stopsShort);
        beside(graph);
        tangents();
        touching(graph, live, loops);
        return List.copyOf(found);
    }

    private void stopsShort(String point) {
        Vec2 at = sketch.point(point).at();
        Vec3 p = at.flat();
        SketchCurve own = drawn.stream()
                .map(Drawn::curve)
                .filter(c -> c.points().contains(point))
                .findFirst()
                .orElse(null);
        if (own == null) {
            return;
        }
        Near nearest = null;
        for (Drawn d : drawn) {
            Patience.check();
            if (!d.curve().points().contains(point) && d.box().contains(p)) {
                double t = d.strand().curve().project(p, d.strand().range());
                double far = d.strand().curve().point(t).distance(p);
                if (far > 2 * tol.linear() && far <= MEANT && (nearest == null || far < nearest.distance())) {
                    nearest = new Near(Near.Kind.SHORT, own.id(), d.curve().id(), at, far);
                }
            }
        }
        if (nearest != null) {
            found.add(nearest);
        }
    }

    private void beside(CurveArrangement graph) {
        Set<Set<String>> doubled = new LinkedHashSet<>();
        graph.doubled.forEach(d -> doubled.add(Set.of(d.first(), d.second())));
        List<Drawn> byLeft = new ArrayList<>(drawn);
        byLeft.sort(Comparator.comparingDouble(d -> d.box().min().x()));
        for (int i = 0; i < byLeft.size(); i++) {
            Drawn a = byLeft.get(i);
            for (int j = i + 1;
                    j < byLeft.size()
                            && byLeft.get(j).box().min().x() <= a.box().max().x();
                    j++) {
                Patience.check();
                Drawn b = byLeft.get(j);
                boolean meet = b.box().min().y() <= a.box().max().y()
                        && a.box().min().y() <= b.box().max().y();
                if (meet
                        && a.curve() != b.curve()
                        && !doubled.contains(Set.of(a.curve().id(), b.curve().id()))) {
                    beside(a, b);
                    beside(b, a);
                }
            }
        }
    }

    /** Several places in a row of the first at which the second is very near, but isn't the same curve. */
    private void beside(Drawn a, Drawn b) {
        boolean none = true;
        for (int i = IN_A_ROW - 1; i < SAMPLES && none; i += IN_A_ROW) { // one of these is in every such row
            none = away(sample(a, i), b) >= BESIDE;
        }
        if (none) {
            return;
        }
        int row = 0;
        double most = 0;
        for (int i = 0; i < SAMPLES; i++) {
            Vec3 p = sample(a, i);
            double far = away(p, b);
            row = far < BESIDE ? row + 1 : 0;
            most = row == 0 ? 0 : Math.max(most, far);
            if (row == IN_A_ROW && most > tol.linear()) {
                boolean known = found.stream()
                        .anyMatch(n -> n.kind() == Near.Kind.BESIDE
                                && n.first().equals(b.curve().id())
                                && n.second().equals(a.curve().id()));
                if (!known) {
                    found.add(
                            new Near(Near.Kind.BESIDE, a.curve().id(), b.curve().id(), new Vec2(p.x(), p.y()), most));
                }
                return;
            }
        }
    }

    private static Vec3 sample(Drawn a, int i) {
        return a.strand().curve().point(a.strand().range().at((i + 0.5) / SAMPLES));
    }

    private static double away(Vec3 p, Drawn b) {
        return b.box().contains(p)
                ? b.strand()
                        .curve()
                        .point(b.strand().curve().project(p, b.strand().range()))
                        .distance(p)
                : Double.MAX_VALUE;
    }

    private void tangents() {
        for (Constraint k : sketch.constraints()) {
            if (k.kind() != Kind.TANGENT
                    || !(sketch.find(k.on().get(0)).orElse(null) instanceof SketchCurve a)
                    || !(sketch.find(k.on().get(1)).orElse(null) instanceof SketchCurve b)
                    || a.points().stream().anyMatch(b.points()::contains)
                    || a.construction()
                    || b.construction()) {
                continue;
            }
            touch(a, b);
            touch(b, a);
        }
    }

    /** Where the whole line or circle of the first touches the second, as against where the first ends. */
    private void touch(SketchCurve a, SketchCurve b) {
        if (!(b instanceof Round r) || !(a instanceof SketchLine) && !(a instanceof SketchArc)) {
            return;
        }
        Vec2 m = sketch.point(r.centre()).at();
        Vec2 place;
        if (a instanceof SketchLine l) {
            Vec2 s = sketch.point(l.start()).at();
            Vec2 d = sketch.point(l.end()).at().minus(s);
            place = s.plus(m.minus(s).dot(d) / Math.max(d.dot(d), 1e-300), d);
        } else {
            Round o = (Round) a;
            Vec2 c = sketch.point(o.centre()).at();
            Vec2 d = m.minus(c);
            double inner = sketch.radius(o) < sketch.radius(r) && d.length() < sketch.radius(r) ? -1 : 1;
            place = c.plus(inner * sketch.radius(o) / Math.max(d.length(), 1e-300), d);
        }
        sketch.strand(a).ifPresent(s -> {
            Vec3 p = place.flat();
            double far = s.curve().point(s.curve().project(p, s.range())).distance(p);
            if (far > 1e-5) {
                found.add(new Near(Near.Kind.BEYOND, a.id(), b.id(), place, far));
            }
        });
    }

    /** Corners round which what is outside comes in twice. */
    private void touching(CurveArrangement graph, Set<Half> live, List<List<Half>> loops) {
        Map<Integer, Boolean> outside = new LinkedHashMap<>();
        for (int i = 0; i < loops.size(); i++) {
            double area = 0;
            for (Half h : loops.get(i)) {
                Vec3 last = h.curve.point(h.range.at(h.forward ? 0 : 1));
                for (int k = 1; k <= 8; k++) {
                    Vec3 p = h.curve.point(h.range.at(h.forward ? k / 8.0 : 1 - k / 8.0));
                    area += last.x() * p.y() - p.x() * last.y();
                    last = p;
                }
            }
            outside.put(i, area < 0);
        }
        Map<Integer, List<Half>> round = new LinkedHashMap<>();
        graph.halves.stream()
                .filter(live::contains)
                .forEach(h ->
                        round.computeIfAbsent(h.from, n -> new ArrayList<>()).add(h));
        round.forEach((node, all) -> {
            List<Half> out = all.stream()
                    .filter(h -> outside.getOrDefault(h.loop, false))
                    .toList();
            if (out.size() > 1) {
                Vec3 p = graph.node(node);
                found.add(
                        new Near(Near.Kind.TOUCHING, out.get(0).source, out.get(1).source, new Vec2(p.x(), p.y()), 0));
            }
        });
    }
}
