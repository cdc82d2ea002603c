package io.tallember.sketch.solve;

import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.Sketch.Strand;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * On which sides things of a sketch stand: of lines, of one another, round closed outlines. Each is a signed number, so that of
 * two states of one sketch it can be told what turned over. What is nearly on the line between its sides counts for neither.
 */
final class Sides {
    /** What is nearer, in mm or as a sine, stands on no side. */
    private static final double NEITHER = 1e-6;

    private final Sketch sketch;
    private final Map<String, String> together;
    private final Map<String, Double> held = new LinkedHashMap<>();
    private final Map<String, Double> seen = new LinkedHashMap<>();

    private Sides(Sketch sketch) {
        this.sketch = sketch;
        together = together(sketch);
    }

    static Sides of(Sketch sketch) {
        Sides s = new Sides(sketch);
        sketch.constraints().stream().filter(c -> !c.driven()).forEach(s::constraint);
        s.triangles();
        s.outlines();
        s.order();
        return s;
    }

    /** The ids of constraints and curves that stand on another side than in {@code before}, by which a number or an outline is held. */
    Set<String> turned(Sides before) {
        return turned(before.held, held);
    }

    /** Curves and points whose order along a line, or whose corner, is another than in {@code before}. */
    Set<String> changed(Sides before) {
        return turned(before.seen, seen);
    }

    private static Set<String> turned(Map<String, Double> before, Map<String, Double> now) {
        Set<String> out = new LinkedHashSet<>();
        now.forEach((key, v) -> {
            double was = before.getOrDefault(key, 0.0);
            if (Math.abs(v) > NEITHER && Math.abs(was) > NEITHER && v * was < 0) {
                out.add(key.substring(0, key.indexOf(' ')));
            }
        });
        return out;
    }

    private void put(String id, Object which, double v) {
        held.put(id + " " + which, v);
    }

    private void constraint(Constraint c) {
        Kind k = c.kind();
        Entity a = sketch.find(c.on().get(0)).orElseThrow();
        Entity b = sketch.find(c.on().get(c.on().size() - 1)).orElseThrow();
        if (k == Kind.HORIZONTAL_DISTANCE || k == Kind.VERTICAL_DISTANCE) {
            Vec2 d = way(c);
            put(c.id(), "way", k == Kind.HORIZONTAL_DISTANCE ? d.x() : d.y());
        } else if (k == Kind.OFFSET) {
            for (int i = 0; i < c.on().size(); i += 2) {
                offset(
                        c.id(),
                        i,
                        sketch.find(c.on().get(i)).orElseThrow(),
                        sketch.find(c.on().get(i + 1)).orElseThrow());
            }
        } else if (k == Kind.SYMMETRIC) {
            SketchLine l = (SketchLine) sketch.find(c.on().get(2)).orElseThrow();
            put(c.id(), "side", side(at(c.on().get(0)), l));
        } else if (a instanceof SketchLine l && b instanceof SketchLine m && l != m) {
            lines(c.id(), k, l, m);
        } else if (k == Kind.DISTANCE && b instanceof SketchLine l && a != b) {
            put(c.id(), "side", side(at(a.id()), l));
        } else if (k == Kind.TANGENT) {
            touch(c.id(), a, b);
        }
    }

    private void lines(String id, Kind k, SketchLine l, SketchLine m) {
        double cross = unit(way(l)).cross(unit(way(m)));
        double dot = unit(way(l)).dot(unit(way(m)));
        if (k == Kind.DISTANCE) {
            put(id, "side", side(at(m.start()).plus(0.5, way(m)), l));
        }
        if (k == Kind.ANGLE || k == Kind.PERPENDICULAR) {
            put(id, "turn", cross);
        } else if (k == Kind.PARALLEL || k == Kind.COLLINEAR) {
            put(id, "sense", dot);
        }
    }

    private void offset(String id, int i, Entity from, Entity to) {
        if (from instanceof SketchLine l && to instanceof SketchLine m) {
            put(id, i + "side", side(at(m.start()).plus(0.5, way(m)), l));
            put(id, i + "sense", unit(way(l)).dot(unit(way(m))));
        } else if (from instanceof Round r && to instanceof Round s) {
            put(id, i + "size", sketch.radius(s) - sketch.radius(r));
        }
    }

    private void touch(String id, Entity a, Entity b) {
        if (a instanceof SketchLine l && b instanceof Round r) {
            put(id, "side", side(at(r.centre()), l));
        } else if (b instanceof SketchLine l && a instanceof Round r) {
            put(id, "side", side(at(r.centre()), l));
        } else if (a instanceof Round r && b instanceof Round s) {
            double ra = sketch.radius(r);
            double rb = sketch.radius(s);
            double d = at(r.centre()).distance(at(s.centre()));
            boolean outside = Math.abs(d - (ra + rb)) < Math.abs(d - Math.abs(ra - rb));
            put(id, "outside", outside ? 1 : -1);
            if (!outside) {
                put(id, "larger", ra - rb);
            }
        }
    }

    /** Whether every point that two distances hold lies on the same side of what they are measured from in both states. */
    static boolean keepTriangles(Sketch a, Sketch b) {
        Sides before = new Sides(a);
        Sides after = new Sides(b);
        before.corners(before.distances());
        after.corners(after.distances());
        return after.turned(before).isEmpty();
    }

    /** Points held by two distances from given points, or by one and a line: on which side of what holds them. */
    private void triangles() {
        Set<String> given = new LinkedHashSet<>();
        sketch.constraints().stream().filter(c -> c.kind() == Kind.FIXED).forEach(c -> given.add(root(c.on().get(0))));
        Map<String, List<String[]>> from = distances();
        from.keySet().removeAll(given);
        from.values().forEach(ways -> ways.removeIf(w -> !given.contains(root(w[1]))));
        corners(from);
        for (Constraint c : sketch.constraints()) {
            if (c.kind() == Kind.ON_CURVE
                    && sketch.find(c.on().get(1)).orElseThrow() instanceof SketchLine l
                    && from.containsKey(root(c.on().get(0)))) {
                for (String[] way : from.get(root(c.on().get(0)))) {
                    put(
                            way[0],
                            c.id(),
                            unit(at(c.on().get(0)).minus(at(way[1]))).dot(unit(way(l))));
                }
            }
        }
    }

    /** By point: the constraints and curves that say how far it lies from another, and from which. */
    private Map<String, List<String[]>> distances() {
        Map<String, List<String[]>> from = new LinkedHashMap<>();
        for (Constraint c : sketch.constraints()) {
            Entity a = sketch.find(c.on().get(0)).orElseThrow();
            Entity b = sketch.find(c.on().get(c.on().size() - 1)).orElseThrow();
            if (c.kind() == Kind.DISTANCE && !c.driven() && !(b instanceof SketchLine && a != b)) {
                String p = a instanceof SketchLine l ? l.start() : a.id();
                String q = a instanceof SketchLine l ? l.end() : b.id();
                add(from, p, c.id(), q);
                add(from, q, c.id(), p);
            } else if (c.kind() == Kind.ON_CURVE && b instanceof Round r) {
                add(from, a.id(), c.id(), r.centre());
            }
        }
        return from;
    }

    private void corners(Map<String, List<String[]>> from) {
        from.forEach((p, ways) -> {
            for (int i = 0; i < ways.size(); i++) {
                for (int j = i + 1; j < ways.size(); j++) {
                    Vec2 u = at(ways.get(i)[1]).minus(at(p));
                    Vec2 w = at(ways.get(j)[1]).minus(at(p));
                    put(ways.get(i)[0], ways.get(j)[0] + p, unit(u).cross(unit(w)));
                }
            }
        });
    }

    private void add(Map<String, List<String[]>> from, String p, String constraint, String q) {
        from.computeIfAbsent(root(p), k -> new ArrayList<>()).add(new String[] {constraint, q});
    }

    /** The sense of every outline that closes on itself, and the turn at its corners. */
    private void outlines() {
        Map<String, List<SketchCurve>> at = new LinkedHashMap<>();
        for (SketchCurve c : sketch.curves()) {
            if (!c.construction()) {
                c.ends()
                        .forEach(p -> at.computeIfAbsent(root(p), k -> new ArrayList<>())
                                .add(c));
            }
        }
        Set<SketchCurve> done = new LinkedHashSet<>();
        for (SketchCurve first : sketch.curves()) {
            if (first.construction() || first.ends().isEmpty() || !done.add(first)) {
                continue;
            }
            List<Vec2> round = new ArrayList<>();
            SketchCurve c = first;
            String p = root(first.ends().get(0));
            String start = p;
            Vec2 before = null;
            boolean whole = true;
            do {
                boolean along = root(c.ends().get(0)).equals(p);
                List<Vec2> stretch = along(c, along);
                if (stretch.size() < 2) {
                    whole = false;
                    break;
                }
                Vec2 leaves = unit(stretch.get(1).minus(stretch.get(0)));
                if (before != null) {
                    seen.put(c.id() + " corner", leaves.cross(before) * -1);
                }
                before = unit(stretch.get(stretch.size() - 1).minus(stretch.get(stretch.size() - 2)));
                round.addAll(stretch);
                p = root(c.ends().get(along ? 1 : 0));
                SketchCurve here = c;
                List<SketchCurve> others =
                        at.get(p).stream().filter(o -> o != here).toList();
                if (at.get(p).size() != 2 || others.isEmpty()) {
                    whole = false;
                    break;
                }
                c = others.get(0);
                whole = c == first || done.add(c);
            } while (c != first && whole);
            if (whole && p.equals(start)) {
                put(first.id(), "sense", area(round));
            }
        }
    }

    private static double area(List<Vec2> round) {
        double a = 0;
        for (int i = 0; i < round.size(); i++) {
            a += round.get(i).cross(round.get((i + 1) % round.size()));
        }
        return a;
    }

    private List<Vec2> along(SketchCurve c, boolean forward) {
        Strand s = sketch.strand(c).orElse(null);
        List<Vec2> out = new ArrayList<>();
        int n = c instanceof SketchLine ? 1 : 24;
        for (int i = 0; s != null && i <= n; i++) {
            double t = forward ? (double) i / n : 1 - (double) i / n;
            Vec3 p = s.curve().point(s.range().lo() + t * s.range().length());
            out.add(new Vec2(p.x(), p.y()));
        }
        return out;
    }

    /** The order of the points along a line. */
    private void order() {
        Map<String, Set<String>> on = new LinkedHashMap<>();
        for (SketchCurve c : sketch.curves()) {
            if (c instanceof SketchLine l) {
                on.put(l.id(), new LinkedHashSet<>(List.of(root(l.start()), root(l.end()))));
            }
        }
        for (Constraint c : sketch.constraints()) {
            if (c.kind() == Kind.ON_CURVE && on.containsKey(c.on().get(1))) {
                on.get(c.on().get(1)).add(root(c.on().get(0)));
            } else if (c.kind() == Kind.COLLINEAR && on.containsKey(c.on().get(0))) {
                SketchLine m = (SketchLine) sketch.find(c.on().get(1)).orElseThrow();
                on.get(c.on().get(0)).addAll(List.of(root(m.start()), root(m.end())));
            }
        }
        on.forEach((id, points) -> {
            SketchLine l = (SketchLine) sketch.find(id).orElseThrow();
            List<String> all = List.copyOf(points);
            for (int i = 0; i < all.size(); i++) {
                for (int j = i + 1; j < all.size() && all.size() > 2 && all.size() < 40; j++) {
                    Vec2 d = at(all.get(j)).minus(at(all.get(i)));
                    seen.put(id + " " + all.get(i) + all.get(j), d.dot(unit(way(l))));
                }
            }
        });
    }

    /** Points that are one by coincidence, each with the one that stands for all. */
    private static Map<String, String> together(Sketch sketch) {
        Map<String, String> up = new LinkedHashMap<>();
        for (Constraint c : sketch.constraints()) {
            if (c.kind() == Kind.COINCIDENT && !c.driven()) {
                String a = top(up, c.on().get(0));
                String b = top(up, c.on().get(1));
                if (!a.equals(b)) {
                    up.put(b, a);
                }
            }
        }
        return up;
    }

    private static String top(Map<String, String> up, String p) {
        String at = p;
        while (up.containsKey(at)) {
            at = up.get(at);
        }
        return at;
    }

    private String root(String p) {
        return top(together, p);
    }

    private Vec2 at(String p) {
        return sketch.point(p).at();
    }

    private Vec2 way(SketchLine l) {
        return at(l.end()).minus(at(l.start()));
    }

    private Vec2 way(Constraint c) {
        Entity a = sketch.find(c.on().get(0)).orElseThrow();
        return a instanceof SketchLine l ? way(l) : at(c.on().get(1)).minus(at(c.on().get(0)));
    }

    private double side(Vec2 p, SketchLine l) {
        return unit(way(l)).cross(p.minus(at(l.start())));
    }

    private static Vec2 unit(Vec2 v) {
        double l = v.length();
        return l < 1e-12 ? new Vec2(0, 0) : new Vec2(v.x() / l, v.y() / l);
    }
}
