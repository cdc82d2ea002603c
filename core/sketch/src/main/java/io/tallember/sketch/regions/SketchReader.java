package io.tallember.sketch.regions;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.GaussLegendre;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.regions.CurveArrangement.Half;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Finds the regions of a sketch: dangling stretches are pruned, half-edges walked with the region on the left, loops nested.
 * Method: M. de Berg et al., Computational Geometry, 2008, chapter 2.
 */
public final class SketchReader {
    /** Ends further apart than this share of the sketch's size are two open ends, not a gap. */
    private static final double GAP_SHARE = 0.08;

    private static final GaussLegendre GAUSS = new GaussLegendre(12);

    /** How many directions are tried for a ray that meets no corner. */
    private static final int RAYS = 40;

    private final Sketch sketch;
    private final Tolerance tol;
    private final CurveArrangement graph;
    private final Set<Half> live = new LinkedHashSet<>();

    private SketchReader(Sketch sketch, Tolerance tol) {
        this.sketch = sketch;
        this.tol = tol;
        graph = new CurveArrangement(sketch, tol);
        live.addAll(graph.halves);
    }

    public static Reading read(Sketch sketch, Tolerance tol) {
        SketchReader r = new SketchReader(sketch, tol);
        Set<Integer> dead = r.prune();
        List<List<Half>> loops = r.walk();
        while (r.dropBridges(loops)) {
            r.prune();
            loops = r.walk();
        }
        List<String> ends = r.endPoints(dead);
        double size = r.size();
        Faults faults = new Faults(sketch, r.graph, r.live, size);
        List<Gap> gaps = r.gaps(ends, size);
        List<Vec3> apart = gaps.stream()
                .flatMap(g -> Stream.of(g.first(), g.second()))
                .map(p -> new Vec3(sketch.point(p).x(), sketch.point(p).y(), 0))
                .toList();
        List<Region> regions = r.nest(loops);
        return new Reading(
                regions,
                r.openLines(),
                DrawnLines.of(sketch, regions, tol),
                gaps,
                ends,
                List.copyOf(r.graph.doubled),
                faults.hidden(),
                faults.stubs(apart),
                faults.crossed(),
                new NearMisses(sketch, tol).all(ends, named(gaps), r.graph, r.live, loops));
    }

    private static Set<String> named(List<Gap> gaps) {
        Set<String> out = new LinkedHashSet<>();
        gaps.forEach(g -> out.addAll(List.of(g.first(), g.second())));
        return out;
    }

    /** Takes off stretches with a free end, again and again; returns the nodes where outlines stopped at first. */
    private Set<Integer> prune() {
        Set<Integer> first = new LinkedHashSet<>();
        boolean again = true;
        boolean firstRound = true;
        while (again) {
            again = false;
            int[] degree = new int[graph.nodeCount()];
            live.forEach(h -> degree[h.from]++);
            for (Half h : List.copyOf(live)) {
                if (degree[h.from] == 1 && live.contains(h)) {
                    if (firstRound) {
                        first.add(h.from);
                    }
                    live.remove(h);
                    live.remove(h.twin);
                    again = true;
                }
            }
            firstRound = false;
        }
        return first;
    }

    private List<List<Half>> walk() {
        Map<Integer, List<Half>> out = new LinkedHashMap<>();
        for (Half h : graph.halves) {
            if (live.contains(h)) {
                h.loop = -1;
                out.computeIfAbsent(h.from, k -> new ArrayList<>()).add(h);
            }
        }
        for (List<Half> round : out.values()) {
            round.sort(Comparator.comparingDouble(SketchReader::roughAngle).thenComparingDouble(Half::startBend));
            for (int i = 0; i < round.size(); i++) {
                // arriving along the twin of round[i], the sharpest left turn is the next one clockwise
                round.get(i).twin.next = round.get((i + round.size() - 1) % round.size());
            }
        }
        List<List<Half>> loops = new ArrayList<>();
        for (Half h : graph.halves) {
            if (live.contains(h) && h.loop < 0) {
                List<Half> loop = new ArrayList<>();
                for (Half at = h; at.loop < 0; at = at.next) {
                    at.loop = loops.size();
                    loop.add(at);
                }
                loops.add(loop);
            }
        }
        return loops;
    }

    /** The direction a half-edge leaves in, coarse enough that tangent ones compare equal and the bend decides. */
    private static double roughAngle(Half h) {
        Vec3 t = h.startTangent();
        double a = Math.rint(Math.atan2(t.y(), t.x()) * 1e7) + 0.0;
        return a <= -Math.rint(Math.PI * 1e7) ? -a : a;
    }

    /** A stretch with the same loop on both sides bounds nothing. */
    private boolean dropBridges(List<List<Half>> loops) {
        boolean dropped = false;
        for (List<Half> loop : loops) {
            for (Half h : loop) {
                if (h.twin.loop == h.loop) {
                    live.remove(h);
                    live.remove(h.twin);
                    dropped = true;
                }
            }
        }
        return dropped;
    }

    /** What bounds no region, as long as it can be followed: on along one curve at crossings, else where just two ends meet. */
    private List<OpenLine> openLines() {
        Map<Integer, List<Half>> leaving = new LinkedHashMap<>();
        for (Half h : graph.halves) {
            if (!live.contains(h)) {
                leaving.computeIfAbsent(h.from, k -> new ArrayList<>()).add(h);
            }
        }
        Set<Half> done = new LinkedHashSet<>();
        List<OpenLine> out = new ArrayList<>();
        for (Half h : graph.halves) {
            if (live.contains(h) || done.contains(h)) {
                continue;
            }
            List<Half> line = new ArrayList<>();
            Half first = h;
            for (Half back = after(h.twin, leaving); back != null && back.twin != h; back = after(back, leaving)) {
                first = back.twin;
                if (line.size() > graph.halves.size()) {
                    break;
                }
            }
            for (Half at = first; at != null && done.add(at); at = after(at, leaving)) {
                done.add(at.twin);
                line.add(at);
            }
            out.add(new OpenLine(runs(line, 0)));
        }
        return out;
    }

    /** The stretch with which an open line goes on after another, or null at its end. */
    private static Half after(Half h, Map<Integer, List<Half>> leaving) {
        List<Half> round = leaving.getOrDefault(h.to, List.of());
        for (Half g : round) {
            if (g != h.twin && g.source.equals(h.source) && g.forward == h.forward) {
                return g;
            }
        }
        return round.size() == 2 ? round.get(round.get(0) == h.twin ? 1 : 0) : null;
    }

    private List<Region> nest(List<List<Half>> loops) {
        List<List<Profile.Edge>> outers = new ArrayList<>();
        List<List<Profile.Edge>> inners = new ArrayList<>();
        List<Double> areas = new ArrayList<>();
        for (List<Half> loop : loops) {
            List<Profile.Edge> edges = joined(loop);
            double area = area(edges);
            if (area > tol.linear()) {
                outers.add(edges);
                areas.add(area);
            } else if (area < -tol.linear()) {
                inners.add(edges);
            }
        }
        List<List<List<Profile.Edge>>> holes = new ArrayList<>();
        outers.forEach(o -> holes.add(new ArrayList<>()));
        for (List<Profile.Edge> hole : inners) {
            int best = -1;
            double covered = -area(hole) + tol.linear();
            for (int i = 0; i < outers.size(); i++) {
                if (areas.get(i) > covered
                        && (best < 0 || areas.get(i) < areas.get(best))
                        && contains(
                                outers.get(i),
                                hole.get(0).curve().point(hole.get(0).range().middle()))) {
                    best = i;
                }
            }
            if (best >= 0) {
                holes.get(best).add(hole);
            }
        }
        List<Region> regions = new ArrayList<>();
        for (int i = 0; i < outers.size(); i++) {
            double area = areas.get(i)
                    + holes.get(i).stream().mapToDouble(SketchReader::area).sum();
            regions.add(new Region(outers.get(i), holes.get(i), area, inside(outers.get(i), holes.get(i))));
        }
        return regions;
    }

    /** Neighbouring stretches of one curve as one, also across the loop's first node. */
    private List<Profile.Edge> joined(List<Half> loop) {
        int n = loop.size();
        int first = 0;
        while (first < n && goesOn(loop.get((first + n - 1) % n), loop.get(first))) {
            first++;
        }
        if (first == n && loop.get(0).curve.period() > 0) { // one curve all the way round
            Half h = loop.get(0);
            Interval whole = new Interval(h.range.lo(), h.range.lo() + h.curve.period());
            return List.of(new Profile.Edge(h.curve, whole, h.forward, h.source));
        }
        return runs(loop, first);
    }

    /** Stretches from one on, neighbours of one curve as one. */
    private static List<Profile.Edge> runs(List<Half> loop, int first) {
        int n = loop.size();
        List<Profile.Edge> out = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            Half h = loop.get((first + i) % n);
            Interval range = h.range;
            if (i > 0 && goesOn(loop.get((first + i + n - 1) % n), h)) {
                Profile.Edge last = out.remove(out.size() - 1);
                double length = last.range().length() + h.range.length();
                range = h.forward
                        ? new Interval(last.range().lo(), last.range().lo() + length)
                        : new Interval(last.range().hi() - length, last.range().hi());
            }
            out.add(new Profile.Edge(h.curve, range, h.forward, h.source));
        }
        return out;
    }

    /** Whether a stretch is the next one of the same curve; one that crosses itself goes on elsewhere at the crossing. */
    private static boolean goesOn(Half a, Half b) {
        if (!a.source.equals(b.source) || a.forward != b.forward || a.curve != b.curve) {
            return false;
        }
        double from = a.forward ? a.range.hi() : a.range.lo();
        double to = b.forward ? b.range.lo() : b.range.hi();
        double apart = Math.abs(to - from);
        double period = a.curve.period();
        double least = 1e-9 * Math.max(1, Math.abs(from));
        return apart <= least || period > 0 && Math.abs(apart - period) <= least;
    }

    /** Enclosed area with sign, exact for lines and arcs: half the integral of x dy - y dx. */
    static double area(List<Profile.Edge> loop) {
        double twice = 0;
        for (Profile.Edge e : loop) {
            Vec3 a = e.start();
            Vec3 b = e.end();
            if (!(e.curve() instanceof Line) && !(e.curve() instanceof Circle)) {
                twice += swept(e);
                continue;
            }
            twice += a.x() * b.y() - a.y() * b.x();
            if (!(e.curve() instanceof Line)) {
                double turn = e.range().length();
                double r = e.curve().derivative(e.range().lo()).length();
                twice += (e.forward() ? 1 : -1) * r * r * (turn - Math.sin(turn));
            }
        }
        return twice / 2;
    }

    /** Twice the area that the ray from the origin sweeps along an ellipse or spline, by Gauss points between its breaks. */
    private static double swept(Profile.Edge e) {
        double[] breaks = e.curve().breaks(e.range());
        double sum = 0;
        for (int i = 0; i + 1 < breaks.length; i++) {
            for (int k = 0; k < GAUSS.size(); k++) {
                double t = GAUSS.node(k, breaks[i], breaks[i + 1]);
                Vec3 p = e.curve().point(t);
                Vec3 d = e.curve().derivative(t);
                sum += GAUSS.weight(k, breaks[i], breaks[i + 1]) * (p.x() * d.y() - p.y() * d.x());
            }
        }
        return e.forward() ? sum : -sum;
    }

    /** Whether a point that isn't on the loop lies inside, by counting crossings of a ray that meets no corner. */
    private boolean contains(List<Profile.Edge> loop, Vec3 p) {
        return crossings(loop, p) % 2 == 1;
    }

    private int crossings(List<Profile.Edge> loop, Vec3 p) {
        int count = 0;
        for (int attempt = 0; attempt < RAYS; attempt++) {
            double a = 0.7391 + attempt * 2.399963;
            Line ray = new Line(p, new Vec3(Math.cos(a), Math.sin(a), 0));
            count = 0;
            boolean clean = true;
            for (Profile.Edge e : loop) {
                Curve c = e.curve();
                boolean round = c.period() > 0 && e.range().length() > c.period() - 1e-9;
                for (Meeting m : CurveCurve.meet(ray, new Interval(0, 4 * Tolerance.REACH), c, e.range(), tol)) {
                    double slack = 4 * tol.linear() / c.derivative(m.s()).length();
                    clean &= !m.touching()
                            && (round
                                    || m.s() > e.range().lo() + slack
                                            && m.s() < e.range().hi() - slack);
                    count++;
                }
            }
            if (clean) {
                break;
            }
        }
        return count;
    }

    /** A point well inside: half-way along a ray cast inward from an edge, looked at from all loops. */
    private Vec2 inside(List<Profile.Edge> outer, List<List<Profile.Edge>> holes) {
        List<List<Profile.Edge>> all = new ArrayList<>(holes);
        all.add(outer);
        Vec3 first = null;
        for (double step : new double[] {1e-3, 1e-5}) {
            for (double at : new double[] {0.5, 0.23, 0.81}) {
                for (Profile.Edge e : outer) {
                    Vec3 p = halfWay(e, e.range().at(at), step, all);
                    first = first == null ? p : first;
                    if (contains(outer, p) && holes.stream().noneMatch(h -> contains(h, p))) {
                        return new Vec2(p.x(), p.y());
                    }
                }
            }
        }
        return new Vec2(first.x(), first.y());
    }

    private Vec3 halfWay(Profile.Edge e, double t, double step, List<List<Profile.Edge>> all) {
        Vec3 p = e.curve().point(t);
        Vec3 along = e.curve().tangent(t).times(e.forward() ? 1 : -1);
        Vec3 in = new Vec3(-along.y(), along.x(), 0);
        Vec3 q = p.plus(step, in);
        Line ray = new Line(q, in);
        double first = Double.POSITIVE_INFINITY;
        for (List<Profile.Edge> loop : all) {
            for (Profile.Edge edge : loop) {
                for (Meeting m :
                        CurveCurve.meet(ray, new Interval(0, 4 * Tolerance.REACH), edge.curve(), edge.range(), tol)) {
                    first = Math.min(first, m.t());
                }
            }
        }
        return Double.isFinite(first) ? q.plus(first / 2, in) : q;
    }

    private List<String> endPoints(Set<Integer> dead) {
        List<String> ids = new ArrayList<>();
        Set<Integer> named = new LinkedHashSet<>();
        for (SketchCurve c : sketch.curves()) {
            if (c.construction()) {
                continue;
            }
            for (String p : c.points()) {
                Vec2 at = sketch.point(p).at();
                for (int node : dead) {
                    if (graph.node(node).distance(at.flat()) <= 2 * tol.linear()
                            && !(c instanceof io.tallember.sketch.Round r
                                    && r.centre().equals(p))
                            && named.add(node)) {
                        ids.add(p);
                    }
                }
            }
        }
        return ids;
    }

    private double size() {
        double size = 0;
        for (int i = 0; i < graph.nodeCount(); i++) {
            size = Math.max(size, graph.node(i).distance(graph.node(0)));
        }
        return size;
    }

    private List<Gap> gaps(List<String> ends, double size) {
        List<Gap> out = new ArrayList<>();
        for (int i = 0; i < ends.size(); i++) {
            for (int j = i + 1; j < ends.size(); j++) {
                double d = sketch.point(ends.get(i))
                        .at()
                        .distance(sketch.point(ends.get(j)).at());
                if (d <= GAP_SHARE * size) {
                    out.add(new Gap(ends.get(i), ends.get(j), d));
                }
            }
        }
        out.sort(Comparator.comparingDouble(Gap::distance));
        Set<String> used = new LinkedHashSet<>();
        out.removeIf(g ->
                used.contains(g.first()) || used.contains(g.second()) || !used.add(g.first()) || !used.add(g.second()));
        return out;
    }
}
