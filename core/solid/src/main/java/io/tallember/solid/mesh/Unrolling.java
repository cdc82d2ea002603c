package io.tallember.solid.mesh;

import io.tallember.geometry.GeometryException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.function.BiFunction;

/** Loops of a face round an axis as polygons of the plane: winding pairs joined by a cut, holes moved beside their outline. */
final class Unrolling {
    /** Nearer than this, in the flattened face, a cut would touch. */
    private static final double NEAR = 1e-9;
    /** How much less it counts to go along a ruling than across. */
    private static final double UPRIGHT = 1e-3;

    /** About how many corners of a loop are tried for slanting cuts. */
    private static final int FEW = 120;

    private final double period;
    private final double periodY;
    private final BiFunction<Corner, Corner, List<Corner>> way;

    /**
     * @param periodY of y, or zero
     * @param way corners between two along which a face is cut
     */
    Unrolling(double period, double periodY, BiFunction<Corner, Corner, List<Corner>> way) {
        this.period = period;
        this.periodY = periodY;
        this.way = way;
    }

    /** The polygons; {@code tip} is where a cone ends inside the face, or null. */
    List<List<Corner>> polygons(List<List<Corner>> loops, Corner tip) {
        List<List<Corner>> winding = new ArrayList<>();
        List<List<Corner>> plain = new ArrayList<>();
        for (List<Corner> l : loops) {
            double last = l.get(0).x() - l.get(l.size() - 1).x();
            (!throughTip(l) && Math.rint(last / period) != 0 ? winding : plain).add(l);
        }
        if (winding.isEmpty()) {
            List<Corner> outer = plain.stream()
                    .max(Comparator.comparingDouble(l -> Math.abs(Polygons.area(l))))
                    .orElseThrow();
            List<List<Corner>> out = new ArrayList<>(List.of(outer));
            plain.stream().filter(l -> l != outer).forEach(l -> out.add(beside(l, outer)));
            return out;
        }
        if (winding.size() == 1 && tip != null) {
            List<Corner> outline = upTo(tip, winding.get(0));
            List<List<Corner>> out = new ArrayList<>(List.of(outline));
            plain.forEach(l -> out.add(beside(l, outline)));
            return out;
        }
        List<List<Corner>> petals = plain.stream().filter(Unrolling::throughTip).toList();
        if (winding.size() == 1 && !petals.isEmpty()) {
            plain.removeAll(petals);
            List<Corner> outline = withPetals(winding.get(0), petals);
            List<List<Corner>> out = new ArrayList<>(List.of(outline));
            plain.forEach(l -> out.add(beside(l, outline)));
            return out;
        }
        if (winding.size() != 2) {
            throw new GeometryException(GeometryException.Reason.INCONSISTENT, "A round face has an odd outline.");
        }
        List<Corner> outline = joined(winding.get(0), winding.get(1), plain);
        if (outline == null) {
            throw new GeometryException(
                    GeometryException.Reason.INCONSISTENT, "A round face could not be cut open for display.");
        }
        List<List<Corner>> out = new ArrayList<>(List.of(outline));
        for (List<Corner> l : plain) {
            out.add(beside(l, outline));
        }
        return out;
    }

    /** Adds corners along the line that stands for a tip, so close that each ruling near it finds one of its own. */
    static void tipLine(Corner tip, double from, double to, List<Corner> out) {
        int n = Math.max(1, (int) Math.ceil(Math.abs(to - from)));
        for (int i = 0; i <= n; i++) {
            out.add(new Corner(from + (to - from) * i / n, tip.y(), tip.point()));
        }
    }

    private static boolean throughTip(List<Corner> l) {
        return l.get(0).point() == l.get(l.size() - 1).point();
    }

    /** A loop round a cone, and the line that stands for its tip with loops that begin and end there. */
    private List<Corner> withPetals(List<Corner> loop, List<List<Corner>> petals) {
        int start = 0;
        for (int i = 0; i < loop.size(); i++) {
            double x = loop.get(i).x();
            boolean free = petals.stream().noneMatch(p -> covers(p, x));
            if (free) {
                start = i;
                break;
            }
        }
        List<Corner> out = new ArrayList<>();
        double turn = turn(loop);
        for (int n = 0; n <= loop.size(); n++) {
            out.add(loop.get((start + n) % loop.size()).shifted(start + n >= loop.size() ? turn : 0));
        }
        double from = out.get(out.size() - 1).x();
        double to = out.get(0).x();
        Corner tip = petals.get(0).get(0);
        double at = from;
        List<List<Corner>> placed = new ArrayList<>();
        for (List<Corner> p : petals) {
            // one period lies between the ends of the tip's line; the petal is moved into it
            double mid = 0.5 * (p.get(0).x() + p.get(p.size() - 1).x());
            double shift = period * Math.rint((0.5 * (from + to) - mid) / period);
            placed.add(p.stream()
                    .filter(c -> c.point() != tip.point())
                    .map(c -> c.shifted(shift))
                    .toList());
        }
        placed.sort(Comparator.comparingDouble(p -> Math.abs(p.get(0).x() - from)));
        for (List<Corner> p : placed) {
            tipLine(tip, at, p.get(0).x(), out);
            out.addAll(p);
            at = p.get(p.size() - 1).x();
        }
        tipLine(tip, at, to, out);
        return out;
    }

    private boolean covers(List<Corner> l, double x) {
        double lo = l.stream().mapToDouble(Corner::x).min().orElse(0);
        double hi = l.stream().mapToDouble(Corner::x).max().orElse(0);
        double w = x + period * Math.ceil((lo - x) / period);
        return w <= hi;
    }

    /** A loop round a cone, and the line that stands for its tip. */
    private List<Corner> upTo(Corner tip, List<Corner> loop) {
        List<Corner> out = new ArrayList<>(loop);
        out.add(loop.get(0).shifted(turn(loop)));
        tipLine(tip, out.get(out.size() - 1).x(), loop.get(0).x(), out);
        return out;
    }

    /** Where two loops are joined: a corner of the one, one of the other, and where that lies as seen from the first. */
    private record Cut(int from, Corner end, Corner to) {}

    /** The two loops as one outline, along the cut nearest to a ruling that meets nothing else; or null. */
    private List<Corner> joined(List<Corner> a, List<Corner> b, List<List<Corner>> holes) {
        List<List<Corner>> all = new ArrayList<>(List.of(a, b));
        all.addAll(everywhere(holes));
        Cut cut = cut(a, b, all);
        return cut == null ? null : outline(a, cut.from(), b, cut.end(), cut.to());
    }

    /** Holes where they lie and one turn up and down. */
    private List<List<Corner>> everywhere(List<List<Corner>> holes) {
        List<List<Corner>> all = new ArrayList<>();
        int ups = periodY > 0 ? 1 : 0;
        for (List<Corner> hole : holes) {
            for (int t = -ups; t <= ups; t++) {
                double dy = t * periodY;
                all.add(hole.stream().map(c -> c.shifted(0, dy)).toList());
            }
        }
        return all;
    }

    /** A cut between two loops that meets no loop but in its ends, or null. */
    private Cut cut(List<Corner> a, List<Corner> b, List<List<Corner>> all) {
        for (int i = 0; i < a.size(); i++) {
            Corner from = a.get(i);
            Corner nearest = b.stream().min(byNearness(from)).orElseThrow();
            if (clear(from, beside(from, nearest, 0), all)) {
                return new Cut(i, nearest, beside(from, nearest, 0));
            }
        }
        int step = Math.max(1, a.size() / FEW);
        for (int i = 0; i < a.size(); i += step) {
            Corner from = a.get(i);
            List<Corner> ends = new ArrayList<>(b);
            ends.sort(byNearness(from));
            for (int k = 0; k < ends.size(); k += Math.max(1, ends.size() / FEW)) {
                for (int slant = -1; slant <= 1; slant++) {
                    Corner to = beside(from, ends.get(k), slant);
                    if (clear(from, to, all)) {
                        return new Cut(i, ends.get(k), to);
                    }
                }
            }
        }
        return null;
    }

    private static List<Corner> backward(List<Corner> l) {
        List<Corner> out = new ArrayList<>(l);
        Collections.reverse(out);
        return out;
    }

    /** A loop that winds round, from one corner to the same a turn on. */
    private List<Corner> round(List<Corner> l, int from, double shift) {
        List<Corner> out = new ArrayList<>();
        double turn = turn(l);
        for (int n = 0; n <= l.size(); n++) {
            out.add(l.get((from + n) % l.size()).shifted(shift + (from + n >= l.size() ? turn : 0)));
        }
        return out;
    }

    private Comparator<Corner> byNearness(Corner from) {
        return Comparator.comparingDouble(
                c -> Math.abs(wrapped(c.x() - from.x())) + UPRIGHT * Math.abs(c.y() - from.y()));
    }

    /** A corner moved by whole periods beside another, and some more. */
    private Corner beside(Corner from, Corner c, int turns) {
        return c.shifted(from.x() + wrapped(c.x() - from.x()) - c.x() + turns * period);
    }

    private List<Corner> outline(List<Corner> a, int i, List<Corner> b, Corner end, Corner to) {
        double turn = turn(a);
        List<Corner> cut = way.apply(a.get(i), to);
        List<Corner> out = round(a, i, 0);
        cut.forEach(c -> out.add(c.shifted(turn)));
        out.addAll(round(b, b.indexOf(end), to.x() - end.x() + turn));
        out.addAll(backward(cut));
        return out;
    }

    private double turn(List<Corner> l) {
        double dx = l.get(0).x() - l.get(l.size() - 1).x();
        return -period * Math.rint(dx / period);
    }

    private double wrapped(double dx) {
        return dx - period * Math.rint(dx / period);
    }

    /** Whether the cut meets no side of the loops but in its ends, and leaves those freely. */
    private boolean clear(Corner p, Corner q, List<List<Corner>> loops) {
        for (List<Corner> l : loops) {
            for (int i = 0; i < l.size(); i++) {
                Corner a = l.get(i);
                Corner next = l.get((i + 1) % l.size());
                Corner b = next.shifted(a.x() + wrapped(next.x() - a.x()) - next.x());
                double shift = period * Math.rint((p.x() - a.x()) / period);
                for (int s = -1; s <= 1; s++) {
                    if (meets(p, q, a.shifted(shift + s * period), b.shifted(shift + s * period))) {
                        return false;
                    }
                }
            }
        }
        return true;
    }

    private static boolean same(Corner a, Corner b) {
        return Math.abs(a.x() - b.x()) < NEAR && Math.abs(a.y() - b.y()) < NEAR;
    }

    /** Whether a side touches the cut elsewhere than in the cut's ends. */
    private static boolean meets(Corner p, Corner q, Corner a, Corner b) {
        boolean endA = same(a, p) || same(a, q);
        boolean endB = same(b, p) || same(b, q);
        if (!endA && near(a, p, q) || !endB && near(b, p, q)) {
            return true;
        }
        if (endA || endB) {
            return !(endA && same(b, p) || endA && same(b, q)) && (along(p, a, b) || along(q, a, b));
        }
        return near(p, a, b) || near(q, a, b) || side(p, q, a) * side(p, q, b) < 0 && side(a, b, p) * side(a, b, q) < 0;
    }

    /** Whether a corner lies on a side, away from its ends. */
    private static boolean along(Corner c, Corner a, Corner b) {
        return !same(c, a) && !same(c, b) && near(c, a, b);
    }

    private static boolean near(Corner c, Corner a, Corner b) {
        double dx = b.x() - a.x();
        double dy = b.y() - a.y();
        double length = dx * dx + dy * dy;
        double f = length == 0 ? 0 : ((c.x() - a.x()) * dx + (c.y() - a.y()) * dy) / length;
        f = Math.max(0, Math.min(1, f));
        return Math.hypot(a.x() + f * dx - c.x(), a.y() + f * dy - c.y()) < NEAR;
    }

    private static double side(Corner p, Corner q, Corner r) {
        return (q.x() - p.x()) * (r.y() - p.y()) - (q.y() - p.y()) * (r.x() - p.x());
    }

    /** A hole moved by whole periods into the outline. */
    private List<Corner> beside(List<Corner> hole, List<Corner> outline) {
        Corner h = hole.get(0);
        int ups = periodY > 0 ? 2 : 0;
        for (int s = -2; s <= 2; s++) {
            for (int t = -ups; t <= ups; t++) {
                double dx = s * period;
                double dy = t * periodY;
                if (Polygons.within(h.x() + dx, h.y() + dy, List.of(outline))) {
                    return hole.stream().map(c -> c.shifted(dx, dy)).toList();
                }
            }
        }
        return hole;
    }
}
