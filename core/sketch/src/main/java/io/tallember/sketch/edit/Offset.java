package io.tallember.sketch.edit;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.Sketch.Strand;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Draws a chain of lines and arcs, or circles, again beside itself at a distance. The copies stay at that distance, which is one
 * dimension. Corners on the outer side are carried on to where the copies meet, or rounded about the original's corner.
 */
public final class Offset {
    private static final double SAME = 1e-6;

    private final Sketch sketch;
    private final EditedSketch draft;
    private final boolean round;
    private final List<String> pairs = new ArrayList<>();

    private Offset(Sketch sketch, boolean round) {
        this.sketch = sketch;
        this.round = round;
        draft = new EditedSketch(sketch);
    }

    /**
     * @param curves ids of lines, arcs and circles
     * @param distance in mm, above zero
     * @param side a place on the side on which the copies should lie
     * @param round whether outer corners are rounded
     * @throws io.tallember.geometry.GeometryException BAD_VALUE when nothing is left, with the largest distance
     */
    public static Sketch of(Sketch sketch, List<String> curves, double distance, Vec2 side, boolean round) {
        if (!(distance > 1e-6)) {
            throw EditedSketch.refused("The distance of an offset must be above zero.");
        }
        List<Chain> chains = Chain.of(sketch, curves);
        Map<Chain, Boolean> left = new LinkedHashMap<>();
        chains.forEach(c -> left.put(c, c.isLeft(side)));
        Offset o = new Offset(sketch, round);
        for (Chain c : chains) {
            o.beside(c, left.get(c) ? distance : -distance);
        }
        if (o.pairs.isEmpty()) {
            double most = most(sketch, chains, left, distance, round);
            throw EditedSketch.refused("At " + EditedSketch.mm(distance) + " nothing is left; on this side less than "
                    + EditedSketch.mm(most) + " is possible.");
        }
        o.draft.constraints.add(new Constraint(o.draft.names.constraint(), Kind.OFFSET, o.pairs, distance));
        return o.draft.done();
    }

    /** The distance from which on nothing is left. */
    private static double most(
            Sketch sketch, List<Chain> chains, Map<Chain, Boolean> left, double distance, boolean round) {
        double lo = 0;
        double hi = distance;
        for (int i = 0; i < 50; i++) {
            double mid = (lo + hi) / 2;
            boolean some = chains.stream().anyMatch(c -> {
                double d = left.get(c) ? mid : -mid;
                return new Offset(sketch, round).whole(c, d) || !Pieces.of(c, d).isEmpty();
            });
            if (some) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        return hi;
    }

    /** The copies of one chain: each curve's, or where they run into one another what is left of them. */
    private void beside(Chain c, double d) {
        if (whole(c, d)) {
            draw(c, laid(c, d), d);
            return;
        }
        List<Pieces.Piece> pieces = Pieces.of(c, d);
        if (round
                && c.links().size() > 1
                && pieces.stream().anyMatch(p -> p.links().stream().anyMatch(i -> opens(c, i, d)))) {
            throw EditedSketch.refused("At " + EditedSketch.mm(Math.abs(d)) + " "
                    + trouble(c, laid(c, d))
                            .orElse("a copy of " + c.links().get(0).said())
                    + " runs into another copy, and the corners beside it are to be rounded. Take sharp corners.");
        }
        List<String> ends = new ArrayList<>();
        List<Vec2> places = new ArrayList<>();
        for (Pieces.Piece p : pieces) {
            Chain.Link k = c.links().get(p.links().get(0));
            String id = copy(
                    k,
                    new Laid(p.from(), p.to(), k.radius() - (k.forward() ? d : -d)),
                    at(p.from(), ends, places),
                    at(p.to(), ends, places));
            for (int more : p.links().subList(1, p.links().size())) {
                pairs.add(c.links().get(more).curve().id());
                pairs.add(id);
            }
        }
    }

    private String at(Vec2 p, List<String> ends, List<Vec2> places) {
        for (int i = 0; i < places.size(); i++) {
            if (places.get(i).distance(p) < SAME) {
                return ends.get(i);
            }
        }
        places.add(p);
        ends.add(draft.point(p));
        return ends.get(ends.size() - 1);
    }

    /** Whether a corner beside a curve opens on the copies' side, so that it would be rounded. */
    private boolean opens(Chain c, int i, double d) {
        int n = c.links().size();
        Chain.Link k = c.links().get(i);
        Chain.Link before = i > 0 || c.closed() ? c.links().get((i + n - 1) % n) : null;
        Chain.Link after = i + 1 < n || c.closed() ? c.links().get((i + 1) % n) : null;
        return before != null && rounded(before, k, d) || after != null && rounded(k, after, d);
    }

    /** Whether each curve of the chain has its whole copy, and none runs into another. */
    private boolean whole(Chain c, double d) {
        List<Laid> laid = laid(c, d);
        if (trouble(c, laid).isPresent()) {
            return false;
        }
        List<Strand> all = new ArrayList<>();
        for (int i = 0; i < laid.size(); i++) {
            all.add(laid.get(i).strand(c.links().get(i)));
        }
        for (int i = 0; i < all.size(); i++) {
            for (int j = i + 1; j < all.size(); j++) {
                Patience.check();
                Strand a = all.get(i);
                Strand b = all.get(j);
                for (Meeting m : CurveCurve.meet(a.curve(), a.range(), b.curve(), b.range(), Tolerance.DEFAULT)) {
                    if (!atEnd(a, m.t()) || !atEnd(b, m.s())) {
                        return false;
                    }
                }
            }
        }
        return true;
    }

    private static boolean atEnd(Strand s, double t) {
        Vec3 p = s.curve().point(t);
        return Math.min(
                        p.distance(s.curve().point(s.range().lo())),
                        p.distance(s.curve().point(s.range().hi())))
                < SAME;
    }

    /** The curve that vanishes at this distance, if one does. */
    private static Optional<String> trouble(Chain c, List<Laid> laid) {
        for (int i = 0; i < laid.size(); i++) {
            if (!laid.get(i).stands(c.links().get(i))) {
                return Optional.of(c.links().get(i).said());
            }
        }
        return Optional.empty();
    }

    /**
     * One copy as run through along its chain.
     *
     * @param radius of a round one, below zero when it is used up
     */
    record Laid(Vec2 start, Vec2 end, double radius) {
        boolean stands(Chain.Link k) {
            if (start == null || end == null) {
                return false;
            }
            if (k.curve() instanceof SketchLine) {
                return end.minus(start).dot(k.to().minus(k.from())) > 1e-9;
            }
            if (radius < 1e-6) {
                return false;
            }
            return k.curve() instanceof SketchCircle
                    || Math.abs(turn(k, start, end) - turn(k, k.from(), k.to())) < Math.PI;
        }

        Strand strand(Chain.Link k) {
            if (k.curve() instanceof SketchLine) {
                return new Strand(
                        new Line(start.flat(), end.minus(start).flat()),
                        new Interval(0, end.minus(start).length()));
            }
            Circle circle = new Circle(Frame.of(k.centre().flat(), Vec3.Z, Vec3.X), radius);
            if (k.curve() instanceof SketchCircle) {
                return new Strand(circle, new Interval(0, 2 * Math.PI));
            }
            double a = circle.project((k.forward() ? start : end).flat());
            double b = circle.project((k.forward() ? end : start).flat());
            return new Strand(circle, new Interval(a, b <= a + 1e-12 ? b + 2 * Math.PI : b));
        }

        private static double turn(Chain.Link k, Vec2 a, Vec2 b) {
            Vec2 u = a.minus(k.centre());
            Vec2 v = b.minus(k.centre());
            double t = Math.atan2(u.cross(v), u.dot(v));
            t = k.forward() ? t : -t;
            return t < -1e-9 ? t + 2 * Math.PI : t;
        }
    }

    /** @param d to the left of the chain's run, in mm */
    private List<Laid> laid(Chain c, double d) {
        int n = c.links().size();
        List<Laid> out = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            Chain.Link k = c.links().get(i);
            Chain.Link before =
                    i > 0 ? c.links().get(i - 1) : c.closed() ? c.links().get(n - 1) : null;
            Chain.Link after =
                    i + 1 < n ? c.links().get(i + 1) : c.closed() ? c.links().get(0) : null;
            Vec2 start = before == null || before == k ? k.beside(true, d) : corner(before, k, d, false);
            Vec2 end = after == null || after == k ? k.beside(false, d) : corner(k, after, d, true);
            out.add(new Laid(start, end, k.radius() - (k.forward() ? d : -d)));
        }
        return out;
    }

    private boolean rounded(Chain.Link a, Chain.Link b, double d) {
        return round && !a.smoothInto(b) && a.direction(false).cross(b.direction(true)) * d < 0;
    }

    /** Where the copy of {@code first} stops, or that of {@code second} begins; null when the two don't meet. */
    private Vec2 corner(Chain.Link first, Chain.Link second, double d, boolean stop) {
        if (first.smoothInto(second) || rounded(first, second, d)) {
            return stop ? first.beside(false, d) : second.beside(true, d);
        }
        return first.meeting(second, d);
    }

    private void draw(Chain c, List<Laid> laid, double d) {
        int n = laid.size();
        String[] starts = new String[n];
        String[] ends = new String[n];
        for (int i = 0; i < n; i++) {
            if (c.links().get(i).curve() instanceof SketchCircle) {
                continue;
            }
            Chain.Link k = c.links().get(i);
            Chain.Link before =
                    i > 0 ? c.links().get(i - 1) : c.closed() ? c.links().get(n - 1) : null;
            int last = (i + n - 1) % n;
            boolean shared = before != null && before != k && !rounded(before, k, d);
            starts[i] = shared && i > 0 ? ends[last] : draft.point(laid.get(i).start());
            boolean closes =
                    c.closed() && i == n - 1 && n > 1 && !rounded(k, c.links().get(0), d);
            ends[i] = closes ? starts[0] : draft.point(laid.get(i).end());
        }
        for (int i = 0; i < n; i++) {
            copy(c.links().get(i), laid.get(i), starts[i], ends[i]);
        }
        for (int i = 0; i < n; i++) {
            Chain.Link k = c.links().get(i);
            Chain.Link after =
                    i + 1 < n ? c.links().get(i + 1) : c.closed() ? c.links().get(0) : null;
            if (after != null && after != k && rounded(k, after, d)) {
                String from = ends[i];
                String to = starts[(i + 1) % n];
                boolean left = d < 0; // to the right of the run the arc turns with it
                draft.entities.add(
                        new SketchArc(draft.names.curve(), k.point(false), left ? from : to, left ? to : from, false));
            }
        }
    }

    private String copy(Chain.Link k, Laid l, String start, String end) {
        String id = draft.names.curve();
        SketchCurve c = k.curve();
        if (c instanceof SketchLine) {
            draft.entities.add(
                    new SketchLine(id, k.forward() ? start : end, k.forward() ? end : start, c.construction()));
        } else {
            String centre = draft.point(k.centre());
            draft.entities.add(
                    c instanceof SketchCircle
                            ? new SketchCircle(id, centre, l.radius(), c.construction())
                            : new SketchArc(
                                    id,
                                    centre,
                                    k.forward() ? start : end,
                                    k.forward() ? end : start,
                                    c.construction()));
        }
        pairs.add(c.id());
        pairs.add(id);
        return id;
    }

    /** The radius of a round curve, or zero. */
    static double radius(Sketch s, SketchCurve c) {
        return c instanceof Round r ? s.radius(r) : 0;
    }
}
