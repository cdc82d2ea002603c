package io.tallember.inspect.sheet;

import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.PartDocument;
import io.tallember.part.SheetPlan;
import io.tallember.part.Step;
import io.tallember.part.Unit;
import io.tallember.part.steps.DrawnSize;
import io.tallember.part.steps.Texts;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * Puts sizes on the views in which they are true: distances in rows outside of the view, the shorter nearer to it; radii, diameters
 * and angles where there is room beside them. What finds no room is listed.
 */
final class Sizes {
    /** What sizes of the whole part are listed under, as if of a step. */
    static final String WHOLE = "whole";

    static final double HEIGHT = 2.5;
    private static final double FIRST_ROW = 9;
    private static final double ROW = 6.5;
    private static final double MARKS = 9;
    private static final double ARROW = 2.5;
    private static final double GAP = 1;
    private static final double PAST = 1.5;
    private static final double[] LEADERS = {7, 12, 18, 26, 36};
    private static final int WAYS = 24;
    private static final int MOST_ROWS = 12;
    private static final double LEVEL = 1e-7;
    /** How finely lines of the part are told apart, per mm. */
    private static final double LINES = 1e4;

    private final SheetPlan plan;
    private final PartDocument doc;
    private final Room room;
    private final List<Ink> out;
    private final List<String> left = new ArrayList<>();
    /** How many rows there are on each side of the views. */
    private final Map<String, Integer> rows = new TreeMap<>();

    private final boolean cut;

    /** @param cut whether the view from above has marks beside it where the part is cut */
    Sizes(SheetPlan plan, PartDocument doc, Room room, List<Ink> out, boolean cut) {
        this.cut = cut;
        this.plan = plan;
        this.doc = doc;
        this.room = room;
        this.out = out;
    }

    /** What is shown on no view, as sentences. */
    List<String> notShown() {
        return left;
    }

    /** How far out of a view its sizes reach on a side, in mm. */
    double reach(String side) {
        int n = rows.getOrDefault(side, 0);
        return n == 0 ? 0 : first(side) + (n - 1) * ROW + HEIGHT + 2 * GAP;
    }

    private double first(String side) {
        return cut && (side.equals("top:left") || side.equals("top:right")) ? FIRST_ROW + MARKS : FIRST_ROW;
    }

    static String name(DrawnSize d) {
        return "size:" + d.step() + "/" + d.place();
    }

    private String length(double mm) {
        return length(mm, doc.unit());
    }

    /** A length as drawings tell it: to a thousandth of a millimetre, or four digits behind the point of another unit. */
    static String length(double mm, Unit unit) {
        return Texts.shortest(mm / unit.millimetres(), unit == Unit.MM ? 3 : 4);
    }

    /** A size in a sentence. */
    private String said(DrawnSize d) {
        String of = " of " + doc.find(d.step()).map(Step::name).orElse("the whole part");
        if (d instanceof DrawnSize.Angle a) {
            return "The angle " + Texts.degrees(a.value()) + "\u00b0" + of;
        }
        return "The size " + (d instanceof DrawnSize.Radius r ? text(r) : length(((DrawnSize.Length) d).value())) + of;
    }

    private String text(DrawnSize.Radius r) {
        return (r.diameter() ? "\u00d8" : "R") + length(r.value());
    }

    /** In brackets where it only follows from others. */
    private String told(DrawnSize.Length l) {
        return l.step().equals(WHOLE) ? "(" + length(Math.rint(100 * l.value()) / 100) + ")" : length(l.value());
    }

    /** A distance in a view, in mm of the paper: where it is measured, and its place beside the view. */
    private record Flat(DrawnSize.Length size, View view, double from, double to, double reachFrom, double reachTo) {
        double span() {
            return Math.abs(to - from);
        }
    }

    void place(List<DrawnSize> sizes, List<View> views, Landmarks landmarks) {
        Map<String, List<Flat>> sides = new TreeMap<>();
        List<DrawnSize.Length> askew = new ArrayList<>();
        List<DrawnSize> others = new ArrayList<>();
        List<String> told = new ArrayList<>();
        for (DrawnSize d : sizes) {
            if (plan.hidden().contains(name(d)) || d instanceof DrawnSize.Hole) {
                continue;
            }
            if (!landmarks.hold(d)) {
                left.add(said(d)
                        + (d instanceof DrawnSize.Radius
                                ? " belongs to nothing that is left of the part as a round."
                                : " lies at nothing that is left of the part where it was drawn."));
                continue;
            }
            if (d instanceof DrawnSize.Length l) {
                flat(l, views, sides, askew, told);
            } else {
                others.add(d);
            }
        }
        sides.forEach(this::rows);
        askew.forEach(l -> askew(l, views));
        Map<String, Integer> alike = new TreeMap<>();
        others.forEach(d -> {
            if (d instanceof DrawnSize.Radius r) {
                alike.merge(kind(r), 1, Integer::sum);
            }
        });
        others.forEach(d -> {
            if (d instanceof DrawnSize.Radius r) {
                round(r, views, told, alike.get(kind(r)));
            } else if (d instanceof DrawnSize.Angle a) {
                angle(a, views);
            }
        });
    }

    /** The direction in which a distance is measured. */
    static Vec3 way(DrawnSize.Length l) {
        return l.along() != null
                ? l.along()
                : l.to().minus(l.from()).length() < LEVEL
                        ? Vec3.X
                        : l.to().minus(l.from()).unit();
    }

    private void flat(
            DrawnSize.Length l,
            List<View> views,
            Map<String, List<Flat>> sides,
            List<DrawnSize.Length> askew,
            List<String> told) {
        Vec3 u = way(l);
        View view = views.stream()
                .filter(v -> v.contains(u))
                .min(Comparator.comparingInt(v -> l.plane() != null && v.shows(l.plane()) ? 0 : 1))
                .orElse(null);
        if (view == null) {
            left.add(said(l) + " is true in none of the views.");
            return;
        }
        boolean across = Math.abs(Math.abs(u.dot(view.frame.x())) - 1) < LEVEL;
        boolean up = Math.abs(Math.abs(u.dot(view.frame.y())) - 1) < LEVEL;
        if (!across && !up) {
            askew.add(l);
            return;
        }
        Vec3 p = view.on(l.from());
        Vec3 q = view.on(l.to());
        double from = across ? p.x() : p.y();
        double to = across ? q.x() : q.y();
        // two sizes between the same lines are one
        double first = l.from().dot(across ? view.frame.x() : view.frame.y());
        double second = l.to().dot(across ? view.frame.x() : view.frame.y());
        String key = view.name + across + Math.round(LINES * Math.min(first, second)) + " "
                + Math.round(LINES * Math.max(first, second));
        if (told.contains(key)) {
            return;
        }
        told.add(key);
        double pr = across ? p.y() : p.x();
        double qr = across ? q.y() : q.x();
        double[] box = view.box();
        double middle = across ? 0.5 * (box[1] + box[3]) : 0.5 * (box[0] + box[2]);
        boolean before = 0.5 * (pr + qr) <= middle + LEVEL;
        String side = view.name + (across ? before ? ":below" : ":above" : before ? ":left" : ":right");
        sides.computeIfAbsent(side, k -> new ArrayList<>()).add(new Flat(l, view, from, to, pr, qr));
    }

    private void rows(String side, List<Flat> all) {
        boolean across = side.endsWith("below") || side.endsWith("above");
        boolean before = side.endsWith("below") || side.endsWith("left");
        all.sort(Comparator.comparingDouble(Flat::span));
        List<List<double[]>> taken = new ArrayList<>();
        for (Flat f : all) {
            String text = told(f.size);
            double w = Lettering.width(text, HEIGHT);
            double lo = Math.min(f.from, f.to);
            double hi = Math.max(f.from, f.to);
            // lines that lead to sizes farther out run by its text
            List<Double> by = all.stream()
                    .filter(o -> o != f && o.span() >= f.span())
                    .flatMap(o -> Stream.of(o.from, o.to))
                    .toList();
            double at0 = within(lo, hi, w, by);
            boolean inside = !Double.isNaN(at0);
            double start = inside ? at0 : outside(hi + ARROW + 1, w, by);
            double[] span = {(inside ? lo : lo - 2 * ARROW) - 1, (inside ? hi : start + w) + 1};
            double[] box = f.view.box();
            for (int row = 0; ; row++) {
                if (row == taken.size()) {
                    taken.add(new ArrayList<>());
                }
                boolean fits = taken.get(row).stream().noneMatch(t -> t[0] < span[1] && span[0] < t[1]);
                double off = first(side) + row * ROW;
                double at = across ? before ? box[1] - off : box[3] + off : before ? box[0] - off : box[2] + off;
                Vec2 moved = plan.by(name(f.size));
                at += across ? moved.y() : moved.x();
                double textAt = start + (across ? moved.x() : moved.y());
                Ink.Text t = across
                        ? new Ink.Text(Ink.Layer.TEXT, name(f.size), textAt, at + GAP, HEIGHT, false, text)
                        : new Ink.Text(Ink.Layer.TEXT, name(f.size), at - GAP, textAt, HEIGHT, true, text);
                if (fits && (room.free(t.box()) || row > MOST_ROWS)) {
                    taken.get(row).add(span);
                    draw(f, across, at, inside, t, textAt + w);
                    rows.merge(side, row + 1, Math::max);
                    break;
                }
            }
        }
    }

    /** Where a text between two arrows begins, as near to their middle as other lines let it; not a number where it can't. */
    private static double within(double lo, double hi, double w, List<Double> lines) {
        double middle = 0.5 * (lo + hi - w);
        double most = 0.5 * (hi - lo - w) - ARROW - 0.5;
        for (double off = 0; off <= most; off += 0.5) {
            for (double at : new double[] {middle + off, middle - off}) {
                if (lines.stream().noneMatch(m -> m > at - 0.8 && m < at + w + 0.8)) {
                    return at;
                }
            }
        }
        return Double.NaN;
    }

    private static double outside(double from, double w, List<Double> lines) {
        double at = from;
        for (int i = 0; i < 40; i++) {
            double now = at;
            if (lines.stream().noneMatch(m -> m > now - 0.8 && m < now + w + 0.8)) {
                return at;
            }
            at += 1;
        }
        return from;
    }

    private void draw(Flat f, boolean across, double at, boolean inside, Ink.Text text, double end) {
        String of = name(f.size);
        for (boolean first : new boolean[] {true, false}) {
            double m = first ? f.from : f.to;
            double r = first ? f.reachFrom : f.reachTo;
            double away = Math.signum(at - r);
            if (Math.abs(at - r) > GAP) {
                line(of, across, m, r + away * GAP, m, at + away * PAST);
            }
        }
        double lo = Math.min(f.from, f.to);
        double hi = Math.max(f.from, f.to);
        line(of, across, inside ? lo : lo - 2 * ARROW, at, inside ? hi : Math.max(end, hi + 2 * ARROW), at);
        arrow(of, across ? lo : at, across ? at : lo, across ? (inside ? -1 : 1) : 0, across ? 0 : inside ? -1 : 1);
        arrow(of, across ? hi : at, across ? at : hi, across ? (inside ? 1 : -1) : 0, across ? 0 : inside ? 1 : -1);
        put(text);
    }

    private void line(String of, boolean across, double m0, double r0, double m1, double r1) {
        put(new Ink.Path(
                Ink.Layer.SIZE, of, across ? new double[] {m0, r0, m1, r1} : new double[] {r0, m0, r1, m1}, false));
    }

    private void arrow(String of, double x, double y, double dx, double dy) {
        double l = Math.hypot(dx, dy);
        double ux = dx / l;
        double uy = dy / l;
        double bx = x - ARROW * ux;
        double by = y - ARROW * uy;
        double w = ARROW / 6;
        out.add(new Ink.Path(
                Ink.Layer.SIZE,
                of,
                new double[] {x, y, bx - w * uy, by + w * ux, bx + w * uy, by - w * ux, x, y},
                true));
    }

    private void put(Ink i) {
        out.add(i);
        room.take(i);
    }

    // sizes that stand askew, and round ones

    private void askew(DrawnSize.Length l, List<View> views) {
        Vec3 u = way(l);
        View v = views.stream()
                .filter(k -> k.contains(u))
                .min(Comparator.comparingInt(k -> l.plane() != null && k.shows(l.plane()) ? 0 : 1))
                .orElseThrow();
        String of = name(l);
        Vec3 p = v.on(l.from());
        Vec3 q = v.on(l.to());
        double ux = u.dot(v.frame.x());
        double uy = u.dot(v.frame.y());
        double span = (q.x() - p.x()) * ux + (q.y() - p.y()) * uy;
        double[] box = v.box();
        double mx = 0.5 * (box[0] + box[2]);
        double my = 0.5 * (box[1] + box[3]);
        double side = (0.5 * (p.x() + q.x()) - mx) * -uy + (0.5 * (p.y() + q.y()) - my) * ux < 0 ? -1 : 1;
        String text = length(l.value());
        double w = Lettering.width(text, HEIGHT);
        for (int pass = 0; pass < 2; pass++) {
            // a second time it may stand over lines, though over no text
            boolean strict = pass == 0;
            for (double off : LEADERS) {
                for (double way : new double[] {side, -side}) {
                    double nx = -uy * way * off;
                    double ny = ux * way * off;
                    double ax = p.x() + nx;
                    double ay = p.y() + ny;
                    double bx = ax + span * ux;
                    double by = ay + span * uy;
                    Ink.Text t = new Ink.Text(
                            Ink.Layer.TEXT,
                            of,
                            0.5 * (ax + bx) + (nx > 0 ? 1 : -1 - w),
                            0.5 * (ay + by) + (ny > 0 ? 1 : -1 - HEIGHT),
                            HEIGHT,
                            false,
                            text);
                    if ((strict ? room.clear(t.box()) : room.free(t.box())) && room.open(ax, ay, bx, by)) {
                        put(new Ink.Path(Ink.Layer.SIZE, of, new double[] {ax, ay, bx, by}, false));
                        put(new Ink.Path(
                                Ink.Layer.SIZE,
                                of,
                                new double[] {p.x() + nx / off, p.y() + ny / off, ax + nx / off, ay + ny / off},
                                false));
                        put(new Ink.Path(
                                Ink.Layer.SIZE,
                                of,
                                new double[] {q.x() + nx / off, q.y() + ny / off, bx + nx / off, by + ny / off},
                                false));
                        arrow(of, ax, ay, -ux * Math.signum(span), -uy * Math.signum(span));
                        arrow(of, bx, by, ux * Math.signum(span), uy * Math.signum(span));
                        put(t);
                        return;
                    }
                }
            }
        }
        left.add(said(l) + " finds no room.");
    }

    private static String kind(DrawnSize.Radius r) {
        return r.step() + r.diameter() + Math.round(1e6 * r.value());
    }

    /** @param many how many of its size the step has: they are told once */
    private void round(DrawnSize.Radius r, List<View> views, List<String> told, int many) {
        if (told.contains(kind(r))) {
            return;
        }
        View v = views.stream().filter(k -> k.shows(r.axis())).findFirst().orElse(null);
        if (v == null) {
            left.add(said(r) + " is true in none of the views.");
            return;
        }
        String text = text(r);
        double real = r.value() / (r.diameter() ? 2 : 1);
        Vec3 c = v.on(r.centre());
        double radius = v.scale * real;
        String key = v.name + text + Math.round(10 * c.x()) + " " + Math.round(10 * c.y());
        if (told.contains(key)) {
            return;
        }
        told.add(key);
        told.add(kind(r));
        Vec3 a = v.on(r.at());
        double first = Math.atan2(a.y() - c.y(), a.x() - c.x());
        boolean whole = r.diameter();
        leader(name(r), c, radius, first, whole ? Math.PI : 0.3, many > 1 ? many + " \u00d7 " + text : text, said(r));
    }

    /**
     * A line from a round outward to its text.
     *
     * @param spread by how much the line may turn from {@code first} either way
     * @param said what begins the sentence where there is no room
     */
    void leader(String of, Vec3 c, double radius, double first, double spread, String text, String said) {
        double w = Lettering.width(text, HEIGHT);
        Vec2 by = plan.by(of);
        for (int pass = 0; pass < 2; pass++) {
            boolean strict = pass == 0;
            for (double far : LEADERS) {
                for (int i = 0; i < WAYS; i++) {
                    double turn = spread * (i % 2 == 0 ? 1 : -1) * ((i + 1) / 2) / (WAYS / 2.0);
                    double way = first + turn;
                    double dx = Math.cos(way);
                    double dy = Math.sin(way);
                    double sx = c.x() + radius * dx;
                    double sy = c.y() + radius * dy;
                    double ex = sx + far * dx + by.x();
                    double ey = sy + far * dy + by.y();
                    boolean right = dx >= 0;
                    Ink.Text t = new Ink.Text(
                            Ink.Layer.TEXT, of, right ? ex + 1 : ex - 1 - w, ey + GAP, HEIGHT, false, text);
                    double tx = right ? ex + 1 + w : ex - 1 - w;
                    if ((strict ? room.clear(t.box()) : room.free(t.box()))
                            && room.open(sx, sy, ex, ey)
                            && room.open(ex, ey, tx, ey)) {
                        put(new Ink.Path(Ink.Layer.SIZE, of, new double[] {sx, sy, ex, ey, tx, ey}, false));
                        arrow(of, sx, sy, sx - ex, sy - ey);
                        put(t);
                        return;
                    }
                }
            }
        }
        left.add(said + " finds no room.");
    }

    private void angle(DrawnSize.Angle a, List<View> views) {
        View v = views.stream()
                .filter(k -> k.contains(a.first()) && k.contains(a.second()))
                .findFirst()
                .orElse(null);
        String text = Texts.degrees(a.value()) + "\u00b0";
        if (v == null) {
            left.add(said(a) + " is true in none of the views.");
            return;
        }
        Vec3 c = v.on(a.corner());
        double from = Math.atan2(a.first().dot(v.frame.y()), a.first().dot(v.frame.x()));
        double to = Math.atan2(a.second().dot(v.frame.y()), a.second().dot(v.frame.x()));
        double sweep = Math.IEEEremainder(to - from, 2 * Math.PI);
        double start = sweep < 0 ? to : from;
        double go = Math.abs(sweep);
        double w = Lettering.width(text, HEIGHT);
        String of = name(a);
        Vec2 by = plan.by(of);
        for (double r : new double[] {10, 15, 20, 28, 38}) {
            double mid = start + go / 2;
            double x = c.x() + (r + 2) * Math.cos(mid) - (Math.cos(mid) < 0 ? w : 0) + by.x();
            double y = c.y() + (r + 2) * Math.sin(mid) - (Math.sin(mid) < 0 ? HEIGHT : 0) + by.y();
            Ink.Text t = new Ink.Text(Ink.Layer.TEXT, of, x, y, HEIGHT, false, text);
            if (room.clear(t.box())) {
                put(new Ink.Arc(Ink.Layer.SIZE, of, c.x(), c.y(), r, r, 0, start, go));
                for (double end : new double[] {start, start + go}) {
                    double s = end == start ? 1 : -1;
                    arrow(
                            of,
                            c.x() + r * Math.cos(end),
                            c.y() + r * Math.sin(end),
                            s * Math.sin(end),
                            -s * Math.cos(end));
                    put(new Ink.Path(
                            Ink.Layer.SIZE,
                            of,
                            new double[] {
                                c.x() + GAP * Math.cos(end),
                                c.y() + GAP * Math.sin(end),
                                c.x() + (r + PAST) * Math.cos(end),
                                c.y() + (r + PAST) * Math.sin(end)
                            },
                            false));
                }
                put(t);
                return;
            }
        }
        left.add(said(a) + " finds no room.");
    }
}
