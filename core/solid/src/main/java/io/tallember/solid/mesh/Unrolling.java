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
    private final BiFunction<MeshCorner, MeshCorner, List<MeshCorner>> way;

    /**
     * @param periodY of y, or zero
     * @param way corners between two along which a face is cut
     */
    Unrolling(double period, double periodY, BiFunction<MeshCorner, MeshCorner, List<MeshCorner>> way) {
        this.period = period;
        this.periodY = periodY;
        this.way = way;
    }

    /** The polygons; {@code tip} is where a cone ends inside the face, or null. */
    List<List<MeshCorner>> polygons(List<List<MeshCorner>> loops, MeshCorner tip) {
        List<List<MeshCorner>> winding = new ArrayList<>();
        List<List<MeshCorner>> plain = new ArrayList<>();
        for (List<MeshCorner> l : loops) {
            double last = l.get(0).x() - l.get(l.size() - 1).x();
            (!throughTip(l) && Math.rint(last / period) != 0 ? winding : plain).add(l);
        }
        if (winding.isEmpty()) {
            List<MeshCorner> outer = plain.stream()
                    .max(Comparator.comparingDouble(l -> Math.abs(Polygons.area(l))))
                    .orElseThrow();
            List<List<MeshCorner>> out = new ArrayList<>(List.of(outer));
            plain.stream().filter(l -> l != outer).forEach(l -> out.add(beside(l, outer)));
            return out;
        }
        if (winding.size() == 1 && tip != null) {
            List<MeshCorner> outline = upTo(tip, winding.get(0));
            List<List<MeshCorner>> out = new ArrayList<>(List.of(outline));
            plain.forEach(l -> out.add(beside(l, outline)));
            return out;
        }
        List<List<MeshCorner>> petals =
                plain.stream().filter(Unrolling::throughTip).toList();
        if (winding.size() == 1 && !petals.isEmpty()) {
            plain.removeAll(petals);
            List<MeshCorner> outline = withPetals(winding.get(0), petals);
            List<List<MeshCorner>> out = new ArrayList<>(List.of(outline));
            plain.forEach(l -> out.add(beside(l, outline)));
            return out;
        }
        if (winding.size() != 2) {
            throw new GeometryException(GeometryException.Reason.INCONSISTENT, "A round face has an odd outline.");
        }
        List<MeshCorner> outline = joined(winding.get(0), winding.get(1), plain);
        if (outline == null) {
            throw new GeometryException(
                    GeometryException.Reason.INCONSISTENT, "A round face could not be cut open for display.");
        }
        List<List<MeshCorner>> out = new ArrayList<>(List.of(outline));
        for (List<MeshCorner> l : plain) {
            out.add(beside(l, outline));
        }
        return out;
    }

    /** Adds corners along the line that stands for a tip, so close that each ruling near it finds one of its own. */
    static void tipLine(MeshCorner tip, double from, double to, List<MeshCorner> out) {
        int n = Math.max(1, (int) Math.ceil(Math.abs(to - from)));
        for (int i = 0; i <= n; i++) {
            out.add(new MeshCorner(from + (to - from) * i / n, tip.y(), tip.point()));
        }
    }

    private static boolean throughTip(List<MeshCorner> l) {
        return l.get(0).point() == l.get(l.size() - 1).point();
    }

    /** A loop round a cone, and the line that stands for its tip with loops that begin and end there. */
    private List<MeshCorner> withPetals(List<MeshCorner> loop, List<List<MeshCorner>> petals) {
        int start = 0;
        for (int i = 0; i < loop.size(); i++) {
            double x = loop.get(i).x();
            boolean free = petals.stream().noneMatch(p -> covers(p, x));
            if (free) {
                start = i;
                break;
            }
        }
        List<MeshCorner> out = new ArrayList<>();
        double turn = turn(loop);
        for (int n = 0; n <= loop.size(); n++) {
            out.add(loop.get((start + n) % loop.size()).shifted(start + n >= loop.size() ? turn : 0));
        }
        double from = out.get(out.size() - 1).x();
        double to = out.get(0).x();
        MeshCorner tip = petals.get(0).get(0);
        double at = from;
        List<List<MeshCorner>> placed = new ArrayList<>();
        for (List<MeshCorner> p : petals) {
            // one period lies between the ends of the tip's line; the petal is moved into it
            double mid = 0.5 * (p.get(0).x() + p.get(p.size() - 1).x());
            double shift = period * Math.rint((0.5 * (from + to) - mid) / period);
            placed.add(p.stream()
                    .filter(c -> c.point() != tip.point())
                    .map(c -> c.shifted(shift))
                    .toList());
        }
        placed.sort(Comparator.comparingDouble(p -> Math.abs(p.get(0).x() - from)));
        for (List<MeshCorner> p : placed) {
            tipLine(tip, at, p.get(0).x(), out);
            out.addAll(p);
            at = p.get(p.size() - 1).x();
        }
        tipLine(tip, at, to, out);
        return out;
    }

    private boolean covers(List<MeshCorner> l, double x) {
        double lo = l.stream().mapToDouble(MeshCorner::x).min().orElse(0);
        double hi = l.stream().mapToDouble(MeshCorner::x).max().orElse(0);
        double w = x + period * Math.ceil((lo - x) / period);
        return w <= hi;
    }

    /** A loop round a cone, and the line that stands for its tip. */
    private List<MeshCorner> upTo(MeshCorner tip, List<MeshCorner> loop) {
        List<MeshCorner> out = new ArrayList<>(loop);
        out.add(loop.get(0).shifted(turn(loop)));
        tipLine(tip, out.get(out.size() - 1).x(), loop.get(0).x(), out);
        return out;
    }

    /** Where two loops are joined: a corner of the one, one of the other, and where that lies as seen from the first. */
    private record Cut(int from, MeshCorner end, MeshCorner to) {}

    /** The two loops as one outline, along the cut nearest to a ruling that meets nothing else; or null. */
    private List<MeshCorner> joined(List<MeshCorner> a, List<MeshCorner> b, List<List<MeshCorner>> holes) {
        List<List<MeshCorner>> all = new ArrayList<>(List.of(a, b));
        all.addAll(everywhere(holes));
        Cut cut = cut(a, b, all);
        return cut == null ? null : outline(a, cut.from(), b, cut.end(), cut.to());
    }

    /** Holes where they lie and one turn up and down. */
    private List<List<MeshCorner>> everywhere(List<List<MeshCorner>> holes) {
        List<List<MeshCorner>> all = new ArrayList<>();
        int ups = periodY > 0 ? 1 : 0;
        for (List<MeshCorner> hole : holes) {
            for (int t = -ups; t <= ups; t++) {
                double dy = t * periodY;
                all.add(hole.stream().map(c -> c.shifted(0, dy)).toList());
            }
        }
        return all;
    }

    /** A cut between two loops that meets no loop but in its ends, or null. */
    private Cut cut(List<MeshCorner> a, List<MeshCorner> b, List<List<MeshCorner>> all) {
        for (int i = 0; i < a.size(); i++) {
            MeshCorner from = a.get(i);
            MeshCorner nearest = b.stream().min(byNearness(from)).orElseThrow();
            if (clear(from, beside(from, nearest, 0), all)) {
                return new Cut(i, nearest, beside(from, nearest, 0));
            }
        }
        int step = Math.max(1, a.size() / FEW);
        for (int i = 0; i < a.size(); i += step) {
            MeshCorner from = a.get(i);
            List<MeshCorner> ends = new ArrayList<>(b);
            ends.sort(byNearness(from));
            for (int k = 0; k < ends.size(); k += Math.max(1, ends.size() / FEW)) {
                for (int slant = -1; slant <= 1; slant++) {
                    MeshCorner to = beside(from, ends.get(k), slant);
                    if (clear(from, to, all)) {
                        return new Cut(i, ends.get(k), to);
                    }
                }
            }
        }
        return null;
    }

    private static List<MeshCorner> backward(List<MeshCorner> l) {
        List<MeshCorner> out = new ArrayList<>(l);
        Collections.reverse(out);
        return out;
    }

    /** A loop that winds round, from one corner to the same a turn on. */
    private List<MeshCorner> round(List<MeshCorner> l, int from, double shift) {
        List<MeshCorner> out = new ArrayList<>();
        double turn = turn(l);
        for (int n = 0; n <= l.size(); n++) {
            out.add(l.get((from + n) % l.size()).shifted(shift + (from + n >= l.size() ? turn : 0)));
        }
        return out;
    }

    private Comparator<MeshCorner> byNearness(MeshCorner from) {
        return Comparator.comparingDouble(
                c -> Math.abs(wrapped(c.x() - from.x())) + UPRIGHT * Math.abs(c.y() - from.y()));
    }

    /** A corner moved by whole periods beside another, and some more. */
    private MeshCorner beside(MeshCorner from, MeshCorner c, int turns) {
        return c.shifted(from.x() + wrapped(c.x() - from.x()) - c.x() + turns * period);
    }

    private List<MeshCorner> outline(List<MeshCorner> a, int i, List<MeshCorner> b, MeshCorner end, MeshCorner to) {
        double turn = turn(a);
        List<MeshCorner> cut = way.apply(a.get(i), to);
        List<MeshCorner> out = round(a, i, 0);
        cut.forEach(c -> out.add(c.shifted(turn)));
        out.addAll(round(b, b.indexOf(end), to.x() - end.x() + turn));
        out.addAll(backward(cut));
        return out;
    }

    private double turn(List<MeshCorner> l) {
        double dx = l.get(0).x() - l.get(l.size() - 1).x();
        return -period * Math.rint(dx / period);
    }

    private double wrapped(double dx) {
        return dx - period * Math.rint(dx / period);
    }

    /** Whether the cut meets no side of the loops but in its ends, and leaves those freely. */
    private boolean clear(MeshCorner p, MeshCorner q, List<List<MeshCorner>> loops) {
        for (List<MeshCorner> l : loops) {
            for (int i = 0; i < l.size(); i++) {
                MeshCorner a = l.get(i);
                MeshCorner next = l.get((i + 1) % l.size());
                MeshCorner b = next.shifted(a.x() + wrapped(next.x() - a.x()) - next.x());
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

    private static boolean same(MeshCorner a, MeshCorner b) {
        return Math.abs(a.x() - b.x()) < NEAR && Math.abs(a.y() - b.y()) < NEAR;
    }

    /** Whether a side touches the cut elsewhere than in the cut's ends. */
    private static boolean meets(MeshCorner p, MeshCorner q, MeshCorner a, MeshCorner b) {
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
    private static boolean along(MeshCorner c, MeshCorner a, MeshCorner b) {
        return !same(c, a) && !same(c, b) && near(c, a, b);
    }

    private static boolean near(MeshCorner c, MeshCorner a, MeshCorner b) {
        double dx = b.x() - a.x();
        double dy = b.y() - a.y();
        double length = dx * dx + dy * dy;
        double f = length == 0 ? 0 : ((c.x() - a.x()) * dx + (c.y() - a.y()) * dy) / length;
        f = Math.max(0, Math.min(1, f));
        return Math.hypot(a.x() + f * dx - c.x(), a.y() + f * dy - c.y()) < NEAR;
    }

    private static double side(MeshCorner p, MeshCorner q, MeshCorner r) {
        return (q.x() - p.x()) * (r.y() - p.y()) - (q.y() - p.y()) * (r.x() - p.x());
    }

    /** A hole moved by whole periods into the outline. */
    private List<MeshCorner> beside(List<MeshCorner> hole, List<MeshCorner> outline) {
        MeshCorner h = hole.get(0);
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
