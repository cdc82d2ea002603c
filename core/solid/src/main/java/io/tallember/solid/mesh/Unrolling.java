package io.tallember.solid.mesh;

import io.tallember.geometry.GeometryException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Loops of a face round an axis as polygons of the plane: winding pairs joined by a cut, holes moved beside their outline. */
final class Unrolling {
    private final double period;

    Unrolling(double period) {
        this.period = period;
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
        List<List<Corner>> out = new ArrayList<>(List.of(outline));
        plain.forEach(l -> out.add(beside(l, outline)));
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

    private List<Corner> joined(List<Corner> a, List<Corner> b, List<List<Corner>> holes) {
        for (int i = 0; i < a.size(); i++) {
            Corner from = a.get(i);
            int best = 0;
            double bestDx = Double.POSITIVE_INFINITY;
            for (int k = 0; k < b.size(); k++) {
                double dx = Math.abs(wrapped(b.get(k).x() - from.x()));
                if (dx < bestDx) {
                    bestDx = dx;
                    best = k;
                }
            }
            Corner to = b.get(best)
                    .shifted(from.x()
                            + wrapped(b.get(best).x() - from.x())
                            - b.get(best).x());
            if (clear(from, to, List.of(a, b)) && clear(from, to, holes)) {
                return outline(a, i, b, best, to.x() - b.get(best).x());
            }
        }
        throw new GeometryException(
                GeometryException.Reason.INCONSISTENT, "A round face could not be cut open for display.");
    }

    private List<Corner> outline(List<Corner> a, int i, List<Corner> b, int k, double shift) {
        List<Corner> out = new ArrayList<>();
        double turn = turn(a);
        for (int n = 0; n <= a.size(); n++) {
            Corner c = a.get((i + n) % a.size());
            out.add(c.shifted(i + n >= a.size() ? turn : 0));
        }
        double back = turn(b);
        for (int n = 0; n <= b.size(); n++) {
            Corner c = b.get((k + n) % b.size());
            out.add(c.shifted(shift + turn + (k + n >= b.size() ? back : 0)));
        }
        return out;
    }

    private double turn(List<Corner> l) {
        double dx = l.get(0).x() - l.get(l.size() - 1).x();
        return -period * Math.rint(dx / period);
    }

    private double wrapped(double dx) {
        return dx - period * Math.rint(dx / period);
    }

    private boolean clear(Corner p, Corner q, List<List<Corner>> loops) {
        for (List<Corner> l : loops) {
            for (int i = 0; i < l.size(); i++) {
                Corner a = l.get(i);
                Corner next = l.get((i + 1) % l.size());
                Corner b = next.shifted(a.x() + wrapped(next.x() - a.x()) - next.x());
                double shift = period * Math.rint((p.x() - a.x()) / period);
                for (int s = -1; s <= 1; s++) {
                    Corner a2 = a.shifted(shift + s * period);
                    Corner b2 = b.shifted(shift + s * period);
                    boolean shares = same(a2, p) || same(a2, q) || same(b2, p) || same(b2, q);
                    if (!shares && crossing(p, q, a2, b2)) {
                        return false;
                    }
                }
            }
        }
        return true;
    }

    private boolean same(Corner a, Corner b) {
        return Math.abs(a.x() - b.x()) < 1e-9 && Math.abs(a.y() - b.y()) < 1e-9;
    }

    private boolean crossing(Corner p, Corner q, Corner a, Corner b) {
        return side(p, q, a) * side(p, q, b) <= 0 && side(a, b, p) * side(a, b, q) <= 0;
    }

    private double side(Corner p, Corner q, Corner r) {
        return (q.x() - p.x()) * (r.y() - p.y()) - (q.y() - p.y()) * (r.x() - p.x());
    }

    private List<Corner> beside(List<Corner> hole, List<Corner> outline) {
        Corner h = hole.get(0);
        for (int s = -2; s <= 2; s++) {
            double dx = s * period;
            if (Polygons.within(h.x() + dx, h.y(), List.of(outline))) {
                return hole.stream().map(c -> c.shifted(dx)).toList();
            }
        }
        return hole;
    }
}
