package io.tallember.sketch.svg;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchEllipse;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.SketchSpline;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Outlines of an SVG file as sketch geometry: ends that nearly meet are joined, and what is plainly so is held. */
public final class Outline {
    /** The most curves that are taken from a file. */
    public static final int MOST = 3000;

    private static final double LEVEL = 1e-4;
    private static final double SMOOTH = 1e-3;
    private static final double SAME = 1e-5;

    /** One drawn curve with the direction in which it leaves each of its ends. */
    private record Run(String id, boolean round, String start, Vec2 out, String end, Vec2 in) {}

    private final double tolerance;
    private final List<Entity> entities = new ArrayList<>();
    private final List<Constraint> constraints = new ArrayList<>();
    private final Map<List<Long>, List<SketchPoint>> grid = new LinkedHashMap<>();
    private final List<Run> runs = new ArrayList<>();
    private final Map<String, Double> radii = new LinkedHashMap<>();
    private int points;
    private int curves;
    private int holds;

    private Outline(double tolerance) {
        this.tolerance = tolerance;
    }

    /**
     * What of a file a sketch could take.
     *
     * @param curves how many
     * @param leftOut how many of its things are left out: texts, pictures, what isn't in it, and outlines with an error
     * @param trouble what is wrong with the first of those with an error; empty when there is none
     */
    public record Look(int curves, int leftOut, String trouble) {}

    /** @throws io.tallember.geometry.GeometryException BAD_VALUE when it isn't such a file */
    public static Look look(String svg) {
        SvgReader.Read read = SvgReader.read(svg, 0);
        return new Look(read.shapes().size(), read.leftOut(), read.trouble());
    }

    /**
     * A sketch of the file's outlines, in mm.
     *
     * @param unit mm of a unit of a file that says no size; zero takes 1/96 inch
     * @param tolerance ends at most this far apart are joined, in mm
     * @throws io.tallember.geometry.GeometryException BAD_VALUE when it isn't such a file, has no outline or too many
     */
    public static Sketch read(String svg, double unit, double tolerance) {
        SvgReader.Read read = SvgReader.read(svg, unit);
        List<Shape> shapes = read.shapes();
        if (shapes.isEmpty()) {
            throw SvgReader.bad("This file has no outlines that a sketch could take."
                    + (read.trouble().isEmpty() ? "" : " " + read.trouble()));
        }
        if (shapes.size() > MOST) {
            throw SvgReader.bad("This file has " + shapes.size() + " curves; a sketch takes at most " + MOST + ".");
        }
        Outline o = new Outline(tolerance);
        shapes.forEach(o::take);
        o.relate();
        Set<String> used = new LinkedHashSet<>();
        o.entities.forEach(e -> used.addAll(e.points()));
        o.entities.removeIf(e -> e instanceof SketchPoint && !used.contains(e.id()));
        return new Sketch(o.entities, o.constraints);
    }

    /** The point at a place: one that is there within the tolerance, or a new one. */
    private String point(Vec2 at) {
        long gx = (long) Math.floor(at.x() / tolerance);
        long gy = (long) Math.floor(at.y() / tolerance);
        for (long x = gx - 1; x <= gx + 1; x++) {
            for (long y = gy - 1; y <= gy + 1; y++) {
                for (SketchPoint p : grid.getOrDefault(List.of(x, y), List.of())) {
                    if (p.at().distance(at) <= tolerance) {
                        return p.id();
                    }
                }
            }
        }
        SketchPoint p = new SketchPoint("p" + ++points, at.x(), at.y());
        entities.add(p);
        grid.computeIfAbsent(List.of(gx, gy), k -> new ArrayList<>()).add(p);
        return p.id();
    }

    /** A point that nothing else is joined to. */
    private String own(Vec2 at) {
        SketchPoint p = new SketchPoint("p" + ++points, at.x(), at.y());
        entities.add(p);
        return p.id();
    }

    private void hold(Kind kind, String... on) {
        constraints.add(Constraint.of("k" + ++holds, kind, on));
    }

    private void take(Shape s) {
        if (s instanceof Shape.Oval o) {
            oval(o.square());
        } else if (s instanceof Shape.Cubic c && !straight(c)) {
            cubic(c);
        } else if (s.start().distance(s.end()) > tolerance) {
            String a = point(s.start());
            String b = point(s.end());
            String id = "c" + ++curves;
            entities.add(new SketchLine(id, a, b, false));
            Vec2 d = unit(s.end().minus(s.start()));
            if (Math.abs(d.y()) < LEVEL) {
                hold(Kind.HORIZONTAL, id);
            } else if (Math.abs(d.x()) < LEVEL) {
                hold(Kind.VERTICAL, id);
            }
            runs.add(new Run(id, false, a, d, b, d));
        }
    }

    private static boolean straight(Shape.Cubic c) {
        Vec2 d = c.end().minus(c.start());
        double l = d.length();
        return l > 1e-9
                && Math.abs(d.cross(c.b().minus(c.start()))) < 1e-6 * l
                && Math.abs(d.cross(c.c().minus(c.start()))) < 1e-6 * l;
    }

    private void cubic(Shape.Cubic c) {
        String a = point(c.start());
        String b = point(c.end());
        if (a.equals(b) && c.b().distance(c.start()) <= tolerance && c.c().distance(c.start()) <= tolerance) {
            return;
        }
        if (a.equals(b)) {
            // between one point and itself a spline has no length: a loop is two, which meet half-way
            c.halves().forEach(this::take);
            return;
        }
        String id = "c" + ++curves;
        Vec2 out = away(c.start(), c.b(), c.c(), c.end());
        Vec2 in = away(c.end(), c.c(), c.b(), c.start());
        // a pole on the end itself would leave the direction open; a short way along it does no harm
        Vec2 p = c.b().distance(c.start()) > 1e-9 ? c.b() : c.start().plus(1e-4, out);
        Vec2 q = c.c().distance(c.end()) > 1e-9 ? c.c() : c.end().plus(1e-4, in);
        entities.add(new SketchSpline(id, List.of(a, b), false, own(p), own(q), "", "", false));
        runs.add(new Run(id, true, a, out, b, new Vec2(-in.x(), -in.y())));
    }

    private static Vec2 away(Vec2 from, Vec2... next) {
        for (Vec2 p : next) {
            if (p.distance(from) > 1e-9) {
                return unit(p.minus(from));
            }
        }
        return new Vec2(1, 0);
    }

    private void oval(Shape.Oval o) {
        double wide = o.p().length();
        double high = o.q().length();
        if (Math.min(wide, high) < tolerance) {
            return;
        }
        boolean round = Math.abs(wide - high) < SAME * wide;
        String m = point(o.centre());
        String id = "c" + ++curves;
        if (o.whole()) {
            entities.add(
                    round
                            ? new SketchCircle(id, m, (wide + high) / 2, false)
                            : new SketchEllipse(id, m, own(o.at(0)), own(o.at(Math.PI / 2)), false));
            if (round) {
                sized(id, wide);
            }
            return;
        }
        boolean left = o.p().cross(o.q()) * o.turn() > 0;
        String a = point(o.start());
        String b = point(o.end());
        if (a.equals(b)) {
            curves--;
            return;
        }
        entities.add(
                round
                        ? new SketchArc(id, m, left ? a : b, left ? b : a, false)
                        : new SketchEllipse(
                                id, m, own(o.at(0)), own(o.at(Math.PI / 2)), left ? a : b, left ? b : a, false));
        if (round) {
            sized(id, wide);
        }
        Vec2 out = direction(o, o.from());
        Vec2 in = direction(o, o.from() + o.turn());
        runs.add(new Run(id, true, a, out, b, in));
    }

    private static Vec2 direction(Shape.Oval o, double t) {
        Vec2 d = new Vec2(0, 0).plus(-Math.sin(t), o.p()).plus(Math.cos(t), o.q());
        return unit(o.turn() > 0 ? d : new Vec2(-d.x(), -d.y()));
    }

    /** Rounds of one radius are held equal to the first of it. */
    private void sized(String id, double radius) {
        for (Map.Entry<String, Double> e : radii.entrySet()) {
            if (Math.abs(e.getValue() - radius) < SAME * radius) {
                hold(Kind.EQUAL, e.getKey(), id);
                return;
            }
        }
        radii.put(id, radius);
    }

    /** Curves that run on smoothly from one to the next are held tangent. */
    private void relate() {
        Map<String, List<Run>> at = new LinkedHashMap<>();
        for (Run r : runs) {
            at.computeIfAbsent(r.start(), k -> new ArrayList<>()).add(r);
            at.computeIfAbsent(r.end(), k -> new ArrayList<>()).add(r);
        }
        Set<Set<String>> done = new LinkedHashSet<>();
        at.forEach((p, all) -> {
            if (all.size() != 2 || all.get(0) == all.get(1)) {
                return;
            }
            Run a = all.get(0);
            Run b = all.get(1);
            Vec2 u = a.start().equals(p) ? a.out() : a.in();
            Vec2 v = b.start().equals(p) ? b.out() : b.in();
            boolean onwards =
                    (u.dot(v) > 0) == (a.start().equals(p) != b.start().equals(p));
            if ((a.round() || b.round())
                    && onwards
                    && Math.abs(u.cross(v)) < SMOOTH
                    && done.add(Set.of(a.id(), b.id()))) {
                hold(Kind.TANGENT, a.round() ? b.id() : a.id(), a.round() ? a.id() : b.id());
            }
        });
    }

    private static Vec2 unit(Vec2 v) {
        double l = v.length();
        return l < 1e-12 ? new Vec2(1, 0) : new Vec2(v.x() / l, v.y() / l);
    }
}
