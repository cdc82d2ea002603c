package io.tallember.inspect.sheet;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Vec3;
import io.tallember.inspect.Probe;
import io.tallember.solid.Body;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;

/**
 * Bodies as they are seen along a direction: their sharp edges and the curves where their faces turn away, each stretch either seen
 * or hidden. What is seen changes only where two of the curves cross in the view; between such places one ray to who looks tells it.
 * Method: A. Appel, The notion of quantitative invisibility and the machine rendering of solids, 1967, with rays in the place of
 * counts.
 */
public final class SeenLines {
    /** How far beside a curve, out of the material, rays begin, in mm: clear of the triangles of its own faces. */
    private static final double BESIDE = 0.02;
    /** Two curves nearer than this in the view, in mm, are drawn once. */
    private static final double SAME = 0.01;

    /** How densely what is drawn is entered in cells of a millimetre, so that none that it touches is left out. */
    private static final double KEPT = 0.2;

    private static final double LOOK = 1.5;
    private static final double FINE = 2e-3;

    /**
     * A stretch of a curve in the view.
     *
     * @param x and {@code y} of points along it in mm, to the right and up, and {@code z} to who looks
     * @param stroke what it is a stretch of, from {@code from} to {@code to}
     */
    public record Line(double[] x, double[] y, double[] z, boolean hidden, Stretch stroke) {}

    /** Which stretch of which edge: the edge's curve may be drawn for it where it has a simple image. */
    public record Stretch(Curve curve, double from, double to) {}

    private final Frame view;
    private final Probe probe;
    private final List<Stroke> strokes;
    private final List<TreeSet<Double>> cuts = new ArrayList<>();
    private final List<Line> out = new ArrayList<>();
    private final Map<Long, List<double[]>> drawn = new HashMap<>();

    private SeenLines(List<Body> bodies, Probe probe, Frame view) {
        this.view = view;
        this.probe = probe;
        this.strokes = Strokes.of(bodies, view);
    }

    /** Rays for {@link #of}: made once for all views of the same bodies. */
    public static Probe probe(List<Body> bodies) {
        return new Probe(bodies, Strokes.QUALITY);
    }

    /**
     * The curves of a view.
     *
     * @param view in whose plane is drawn: x to the right, y up, z to who looks
     * @param hidden whether stretches that are hidden are wanted too
     */
    public static List<Line> of(List<Body> bodies, Probe probe, Frame view, boolean hidden) {
        SeenLines o = new SeenLines(bodies, probe, view);
        o.crossings();
        List<double[]> behind = new ArrayList<>();
        for (int i = 0; i < o.strokes.size(); i++) {
            o.seen(i, behind);
        }
        if (hidden) {
            behind.forEach(b -> o.add((int) b[0], b[1], b[2], true));
        }
        return o.out;
    }

    // crossings

    private record Segment(int stroke, int span, double ax, double ay, double bx, double by) {}

    private void crossings() {
        List<Segment> all = new ArrayList<>();
        double lowX = Double.POSITIVE_INFINITY;
        double lowY = Double.POSITIVE_INFINITY;
        double highX = Double.NEGATIVE_INFINITY;
        double highY = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < strokes.size(); i++) {
            Stroke s = strokes.get(i);
            cuts.add(new TreeSet<>(List.of(0.0, (double) s.spans())));
            for (int k = 0; k < s.spans(); k++) {
                Vec3 a = s.at()[k];
                Vec3 b = s.at()[k + 1];
                all.add(new Segment(i, k, a.x(), a.y(), b.x(), b.y()));
                lowX = Math.min(lowX, Math.min(a.x(), b.x()));
                lowY = Math.min(lowY, Math.min(a.y(), b.y()));
                highX = Math.max(highX, Math.max(a.x(), b.x()));
                highY = Math.max(highY, Math.max(a.y(), b.y()));
            }
        }
        double cell = Math.max(1e-3, Math.max(highX - lowX, highY - lowY) / Math.max(1, Math.sqrt(all.size())));
        Map<Long, List<Segment>> grid = new HashMap<>();
        for (Segment s : all) {
            Patience.check();
            for (long k : cells(s, lowX, lowY, cell)) {
                List<Segment> here = grid.computeIfAbsent(k, x -> new ArrayList<>());
                here.forEach(o -> cross(s, o));
                here.add(s);
            }
        }
    }

    private static long[] cells(Segment s, double x0, double y0, double cell) {
        int i0 = (int) Math.floor((Math.min(s.ax, s.bx) - x0) / cell);
        int i1 = (int) Math.floor((Math.max(s.ax, s.bx) - x0) / cell);
        int k0 = (int) Math.floor((Math.min(s.ay, s.by) - y0) / cell);
        int k1 = (int) Math.floor((Math.max(s.ay, s.by) - y0) / cell);
        List<Long> out = new ArrayList<>();
        for (int i = i0; i <= i1; i++) {
            for (int k = k0; k <= k1; k++) {
                // of a long slanted segment's box only the cells beside it
                double mx = x0 + (i + 0.5) * cell;
                double my = y0 + (k + 0.5) * cell;
                double dx = s.bx - s.ax;
                double dy = s.by - s.ay;
                double length = Math.hypot(dx, dy);
                if (length < cell || Math.abs(dx * (my - s.ay) - dy * (mx - s.ax)) <= cell * length) {
                    out.add(((long) i << 32) ^ (k & 0xffffffffL));
                }
            }
        }
        return out.stream().mapToLong(Long::longValue).toArray();
    }

    private void cross(Segment s, Segment o) {
        if (s.stroke == o.stroke && Math.abs(s.span - o.span) <= 1) {
            return;
        }
        double ux = s.bx - s.ax;
        double uy = s.by - s.ay;
        double vx = o.bx - o.ax;
        double vy = o.by - o.ay;
        double det = ux * vy - uy * vx;
        double wx = o.ax - s.ax;
        double wy = o.ay - s.ay;
        double lu = Math.hypot(ux, uy);
        double lv = Math.hypot(vx, vy);
        if (Math.abs(det) <= 1e-9 * lu * lv) {
            // one after the other, or over each other: the ends count
            if (lu > 1e-9 && Math.abs(ux * wy - uy * wx) <= SAME * lu) {
                along(s, (wx * ux + wy * uy) / (lu * lu));
                along(s, ((o.bx - s.ax) * ux + (o.by - s.ay) * uy) / (lu * lu));
            }
            if (lv > 1e-9 && Math.abs(vx * wy - vy * wx) <= SAME * lv) {
                along(o, -(wx * vx + wy * vy) / (lv * lv));
                along(o, ((s.bx - o.ax) * vx + (s.by - o.ay) * vy) / (lv * lv));
            }
            return;
        }
        double t = (wx * vy - wy * vx) / det;
        double r = (wx * uy - wy * ux) / det;
        double slackT = SAME / Math.max(lu, 1e-9);
        double slackR = SAME / Math.max(lv, 1e-9);
        if (t >= -slackT && t <= 1 + slackT && r >= -slackR && r <= 1 + slackR) {
            along(s, t);
            along(o, r);
        }
    }

    private void along(Segment s, double t) {
        if (t >= 0 && t <= 1) {
            cuts.get(s.stroke).add(s.span + t);
        }
    }

    // what is seen

    /** Adds the stretches of a stroke that are seen, and lists the others. */
    private void seen(int i, List<double[]> behind) {
        Stroke s = strokes.get(i);
        TreeSet<Double> at = new TreeSet<>(cuts.get(i));
        double run = 0;
        Double[] known = at.toArray(new Double[0]);
        for (int k = 0; k + 1 < known.length; k++) {
            // long stretches are looked at more than once
            double length = length(s, known[k], known[k + 1]);
            int more = (int) Math.min(60, length / LOOK);
            for (int m = 1; m <= more; m++) {
                at.add(known[k] + (known[k + 1] - known[k]) * m / (more + 1));
            }
        }
        Double[] all = at.toArray(new Double[0]);
        boolean[] hidden = new boolean[all.length - 1];
        for (int k = 0; k < hidden.length; k++) {
            hidden[k] = hidden(s, 0.5 * (all[k] + all[k + 1]));
        }
        double from = all[0];
        for (int k = 0; k < hidden.length; k++) {
            boolean last = k == hidden.length - 1;
            if (last || hidden[k] != hidden[k + 1]) {
                double to = last
                        ? all[all.length - 1]
                        : change(s, all, k, cuts.get(i).contains(all[k + 1]), hidden[k]);
                if (hidden[k]) {
                    behind.add(new double[] {i, from, to});
                } else {
                    add(i, from, to, false);
                }
                from = to;
            }
        }
    }

    /** Where between two stretches a change lies: at a crossing, or else it is looked for. */
    private double change(Stroke s, Double[] all, int k, boolean crossing, boolean before) {
        if (crossing) {
            return all[k + 1];
        }
        double lo = 0.5 * (all[k] + all[k + 1]);
        double hi = 0.5 * (all[k + 1] + all[k + 2]);
        while (length(s, lo, hi) > FINE) {
            double mid = 0.5 * (lo + hi);
            if (hidden(s, mid) == before) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        return 0.5 * (lo + hi);
    }

    private static double length(Stroke s, double from, double to) {
        double sum = 0;
        Vec3 p = s.place(from);
        for (double t = Math.floor(from) + 1; t < to; t++) {
            Vec3 q = s.place(t);
            sum += Math.hypot(q.x() - p.x(), q.y() - p.y());
            p = q;
        }
        Vec3 q = s.place(to);
        return sum + Math.hypot(q.x() - p.x(), q.y() - p.y());
    }

    private boolean hidden(Stroke s, double t) {
        if (s.turnedAt(t)) {
            return true;
        }
        Vec3 l = s.place(t);
        return !probe.free(view.point(l.x(), l.y(), l.z()).plus(BESIDE, s.outAt(t)), view.z());
    }

    // drawing each curve once

    private void add(int i, double from, double to, boolean hidden) {
        Stroke s = strokes.get(i);
        List<double[]> now = new ArrayList<>();
        double begun = from;
        double last = from;
        List<Double> stops = new ArrayList<>(List.of(from));
        for (double t = Math.floor(from) + 1; t < to; t++) {
            stops.add(t);
        }
        stops.add(to);
        List<Double> fine = new ArrayList<>();
        for (int k = 0; k + 1 < stops.size(); k++) {
            int parts = (int) Math.min(400, 1 + length(s, stops.get(k), stops.get(k + 1)) / 0.5);
            for (int m = 0; m < parts; m++) {
                fine.add(stops.get(k) + (stops.get(k + 1) - stops.get(k)) * m / parts);
            }
        }
        fine.add(to);
        boolean open = false;
        for (int k = 0; k + 1 < fine.size(); k++) {
            boolean there = isDrawn(s.place(0.5 * (fine.get(k) + fine.get(k + 1))));
            if (there && open) {
                now.add(new double[] {begun, fine.get(k)});
                open = false;
            } else if (!there && !open) {
                begun = fine.get(k);
                open = true;
            }
            last = fine.get(k + 1);
        }
        if (open) {
            now.add(new double[] {begun, last});
        }
        for (double[] r : now) {
            if (length(s, r[0], r[1]) > SAME) {
                out.add(line(s, r[0], r[1], hidden));
                keep(s, r[0], r[1]);
            }
        }
    }

    private Line line(Stroke s, double from, double to, boolean hidden) {
        List<Vec3> at = new ArrayList<>();
        at.add(s.place(from));
        for (double t = Math.floor(from) + 1; t < to; t++) {
            at.add(s.place(t));
        }
        at.add(s.place(to));
        Stretch of = null;
        if (s.curve() != null) {
            double a = parameter(s, from);
            double b = parameter(s, to);
            of = new Stretch(s.curve(), a, b);
        }
        return new Line(
                at.stream().mapToDouble(Vec3::x).toArray(),
                at.stream().mapToDouble(Vec3::y).toArray(),
                at.stream().mapToDouble(Vec3::z).toArray(),
                hidden,
                of);
    }

    private double parameter(Stroke s, double t) {
        if (t == 0) {
            return s.range().lo();
        }
        if (t == s.spans()) {
            return s.range().hi();
        }
        Vec3 l = s.place(t);
        return s.curve().project(view.point(l.x(), l.y(), l.z()), s.range());
    }

    private static long cell(double x, double y) {
        return ((long) Math.floor(x) << 32) ^ ((long) Math.floor(y) & 0xffffffffL);
    }

    private void keep(Stroke s, double from, double to) {
        Vec3 p = s.place(from);
        double t = from;
        while (t < to) {
            double n = Math.min(to, Math.floor(t) + 1);
            Vec3 q = s.place(n);
            double[] segment = {p.x(), p.y(), q.x(), q.y()};
            double length = Math.hypot(q.x() - p.x(), q.y() - p.y());
            int steps = 1 + (int) (length / KEPT);
            long before = Long.MIN_VALUE;
            for (int k = 0; k <= steps; k++) {
                Vec3 m = p.lerp(q, (double) k / steps);
                for (double dx = -KEPT; dx <= KEPT; dx += 2 * KEPT) {
                    for (double dy = -KEPT; dy <= KEPT; dy += 2 * KEPT) {
                        long c = cell(m.x() + dx, m.y() + dy);
                        if (c != before) {
                            List<double[]> here = drawn.computeIfAbsent(c, x -> new ArrayList<>());
                            if (here.isEmpty() || !Arrays.equals(here.get(here.size() - 1), segment)) {
                                here.add(segment);
                            }
                            before = c;
                        }
                    }
                }
            }
            p = q;
            t = n;
        }
    }

    private boolean isDrawn(Vec3 p) {
        for (double[] s : drawn.getOrDefault(cell(p.x(), p.y()), List.of())) {
            double dx = s[2] - s[0];
            double dy = s[3] - s[1];
            double l2 = dx * dx + dy * dy;
            double t = l2 == 0 ? 0 : Math.max(0, Math.min(1, ((p.x() - s[0]) * dx + (p.y() - s[1]) * dy) / l2));
            if (Math.hypot(s[0] + t * dx - p.x(), s[1] + t * dy - p.y()) < SAME) {
                return true;
            }
        }
        return false;
    }
}
