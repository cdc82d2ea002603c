package io.tallember.sketch.regions;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * The plane graph of a sketch's curves: every crossing and touching a node, every stretch between nodes an arc of the graph
 * with two half-edges. Stretches that lie on one another are kept once, under the older curve's name.
 */
final class CurveArrangement {
    /** A stretch of a curve run through in one direction. */
    static final class Half {
        final Curve curve;
        final Interval range;
        final boolean forward;
        final String source;
        final int from;
        final int to;
        Half twin;
        Half next;
        int loop = -1;

        Half(Curve curve, Interval range, boolean forward, String source, int from, int to) {
            this.curve = curve;
            this.range = range;
            this.forward = forward;
            this.source = source;
            this.from = from;
            this.to = to;
        }

        Vec3 startTangent() {
            return forward
                    ? curve.tangent(range.lo())
                    : curve.tangent(range.hi()).negated();
        }

        /** Signed curvature seen along the run, positive when it bends to the left. */
        double startBend() {
            double t = forward ? range.lo() : range.hi();
            Vec3 d = curve.derivative(t);
            double k = d.cross(curve.second(t)).z() / Math.pow(d.length(), 3);
            return forward ? k : -k;
        }
    }

    private record Strand(String source, Curve curve, Interval range, Box3 box, TreeSet<Double> cuts) {}

    /** Crossings that are worked with at most. */
    private static final int MOST_PLACES = 40_000;
    /** Pairs of curves with no closed form that are looked at for crossings at most. */
    private static final int MOST_PAIRS = 5_000;

    private int places;
    private final Tolerance tol;
    private final List<Vec3> nodes = new ArrayList<>();
    private final Map<List<Long>, List<Integer>> grid = new LinkedHashMap<>();
    /** One half of each stretch, by the two nodes it joins. */
    private final Map<Long, List<Half>> between = new LinkedHashMap<>();

    final List<Half> halves = new ArrayList<>();
    final Set<Doubled> doubled = new LinkedHashSet<>();

    CurveArrangement(Sketch sketch, Tolerance tol) {
        this.tol = tol;
        List<Strand> strands = new ArrayList<>();
        for (SketchCurve c : sketch.curves()) {
            if (!c.construction()) {
                sketch.strands(c).forEach((name, s) -> {
                    // a curve that closes on itself has no ends of its own
                    TreeSet<Double> cuts = closes(s.curve(), s.range())
                            ? new TreeSet<>()
                            : new TreeSet<>(List.of(s.range().lo(), s.range().hi()));
                    Box3 box = s.curve().bounds(s.range()).grown(2 * tol.linear());
                    strands.add(new Strand(name, s.curve(), s.range(), box, cuts));
                });
            }
        }
        bounded(strands);
        for (int i = 0; i < strands.size(); i++) {
            for (int j = i + 1; j < strands.size(); j++) {
                if (strands.get(i).box().overlaps(strands.get(j).box())) {
                    cross(strands.get(i), strands.get(j));
                }
            }
        }
        for (Strand s : strands) {
            for (Meeting m : CurveCurve.crossings(s.curve(), s.range(), tol)) {
                s.cuts().add(m.t());
                s.cuts().add(m.s());
            }
        }
        strands.forEach(this::stretches);
    }

    Vec3 node(int i) {
        return nodes.get(i);
    }

    /** Looks beforehand at how many pairs there are whose crossings take long to find. */
    private static void bounded(List<Strand> strands) {
        int pairs = 0;
        for (int i = 0; i < strands.size(); i++) {
            Strand a = strands.get(i);
            boolean plain = a.curve() instanceof Line || a.curve() instanceof Circle;
            for (int j = i + 1; j < strands.size(); j++) {
                Patience.check();
                Strand b = strands.get(j);
                boolean both = plain && (b.curve() instanceof Line || b.curve() instanceof Circle);
                pairs += !both && a.box().overlaps(b.box()) ? 1 : 0;
            }
            if (pairs > MOST_PAIRS) {
                throw tooMany("More than " + MOST_PAIRS + " pairs of its splines and ellipses lie over each other");
            }
        }
    }

    private static GeometryException tooMany(String what) {
        return new GeometryException(
                GeometryException.Reason.BAD_VALUE,
                what + ", too many to find regions between. Take curves out, make some of them construction lines, or"
                        + " divide it into several sketches.");
    }

    private void cross(Strand a, Strand b) {
        Patience.check();
        if (places > MOST_PLACES) {
            throw tooMany("Its curves cross in more than " + MOST_PLACES + " places");
        }
        if (a.curve().getClass() == b.curve().getClass() && CurveCurve.same(a.curve(), a.range(), b.curve(), tol)) {
            endsOn(a, b);
            endsOn(b, a);
            return;
        }
        for (Meeting m : CurveCurve.meet(a.curve(), a.range(), b.curve(), b.range(), tol)) {
            a.cuts().add(m.t());
            b.cuts().add(m.s());
            places++;
        }
        endsOn(a, b);
        endsOn(b, a);
    }

    /** Ends of {@code a} that lie on {@code b} cut it; also where a nearly tangent meeting found no crossing. */
    private void endsOn(Strand a, Strand b) {
        if (closes(a.curve(), a.range())) {
            return;
        }
        for (double t : new double[] {a.range().lo(), a.range().hi()}) {
            Vec3 p = a.curve().point(t);
            if (!b.box().contains(p)) {
                continue;
            }
            double s = b.curve().project(p, b.range());
            if (b.curve().point(s).distance(p) <= tol.linear()) {
                b.cuts().add(s);
            }
        }
    }

    private static boolean closes(Curve c, Interval range) {
        return c.period() > 0 && range.length() > c.period() - 1e-9;
    }

    private void stretches(Strand s) {
        double step = tol.linear() / s.curve().derivative(s.range().lo()).length();
        boolean closed = closes(s.curve(), s.range());
        double period = s.curve().period();
        TreeSet<Double> sorted = new TreeSet<>();
        for (double t : s.cuts()) {
            sorted.add(closed ? t - period * Math.floor((t - s.range().lo()) / period) : t);
        }
        List<Double> cuts = new ArrayList<>();
        for (double t : sorted) {
            if (cuts.isEmpty() || t - cuts.get(cuts.size() - 1) > 2 * step) {
                cuts.add(t);
            }
        }
        if (!closed) {
            cuts.set(cuts.size() - 1, s.range().hi());
        } else if (cuts.isEmpty()) {
            cuts.add(s.range().lo());
            cuts.add(s.range().lo() + period);
        } else {
            if (cuts.size() > 1 && cuts.get(0) + period - cuts.get(cuts.size() - 1) <= 2 * step) {
                cuts.remove(cuts.size() - 1);
            }
            cuts.add(cuts.get(0) + period);
        }
        for (int i = 0; i + 1 < cuts.size(); i++) {
            Interval r = new Interval(cuts.get(i), cuts.get(i + 1));
            int from = nodeAt(s.curve().point(r.lo()));
            int to = nodeAt(s.curve().point(r.hi()));
            Half there = alreadyThere(s.curve(), r, from, to);
            if (there != null) {
                doubled.add(new Doubled(there.source, s.source()));
            } else {
                Half a = new Half(s.curve(), r, true, s.source(), from, to);
                Half b = new Half(s.curve(), r, false, s.source(), to, from);
                a.twin = b;
                b.twin = a;
                halves.add(a);
                halves.add(b);
                between.computeIfAbsent(pair(from, to), k -> new ArrayList<>(1)).add(a);
            }
        }
    }

    /** A stretch that is there already, or null. */
    private Half alreadyThere(Curve c, Interval r, int from, int to) {
        Vec3 middle = c.point(r.middle());
        return between.getOrDefault(pair(from, to), List.of()).stream()
                .filter(h -> h.curve.point(h.curve.project(middle, h.range)).distance(middle) <= tol.linear())
                .findFirst()
                .orElse(null);
    }

    private static long pair(int from, int to) {
        return (long) Math.min(from, to) << 32 | Math.max(from, to);
    }

    private int nodeAt(Vec3 p) {
        double cell = 4 * tol.linear();
        long gx = (long) Math.floor(p.x() / cell);
        long gy = (long) Math.floor(p.y() / cell);
        for (long x = gx - 1; x <= gx + 1; x++) {
            for (long y = gy - 1; y <= gy + 1; y++) {
                for (int i : grid.getOrDefault(List.of(x, y), List.of())) {
                    if (nodes.get(i).distance(p) <= 2 * tol.linear()) {
                        return i;
                    }
                }
            }
        }
        nodes.add(p);
        grid.computeIfAbsent(List.of(gx, gy), k -> new ArrayList<>()).add(nodes.size() - 1);
        return nodes.size() - 1;
    }

    int nodeCount() {
        return nodes.size();
    }
}
