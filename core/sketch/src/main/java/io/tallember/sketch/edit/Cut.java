package io.tallember.sketch.edit;

import io.tallember.geometry.ArcLength;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchEllipse;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.SketchSpline;
import io.tallember.sketch.SketchText;
import java.util.ArrayList;
import java.util.List;

/** Cuts a curve in two, divides it evenly by points, or joins two that go on as one. */
public final class Cut {
    /** The most parts a curve is divided into. */
    public static final int MOST = 100;
    /** A stretch this part of another left over is none. */
    private static final double ALMOST = 1e-6;

    private Cut() {}

    /** The curve between two other ends. */
    static SketchCurve between(SketchCurve c, String id, String start, String end) {
        if (c instanceof SketchLine) {
            return new SketchLine(id, start, end, c.construction());
        }
        if (c instanceof SketchSpline s) {
            return s.between(id, start, end);
        }
        return c instanceof SketchEllipse e
                ? new SketchEllipse(id, e.centre(), e.a(), e.b(), start, end, e.construction())
                : new SketchArc(id, ((Round) c).centre(), start, end, c.construction());
    }

    private static SketchCurve curve(Sketch sketch, String id) {
        if (!(sketch.find(id).orElse(null) instanceof SketchCurve c)
                || c instanceof SketchText
                || Sketch.isGiven(id)
                || sketch.strand(c).isEmpty()) {
            throw EditedSketch.refused("Pick a line, circle, arc, ellipse or spline of this sketch.");
        }
        return c;
    }

    /** Cuts the curve at the place nearest to {@code at}; one that closes is cut there and at the far side. */
    public static Sketch split(Sketch sketch, String id, Vec2 at) {
        SketchCurve c = curve(sketch, id);
        Sketch.Strand s = sketch.strand(c).orElseThrow();
        EditedSketch draft = new EditedSketch(sketch);
        Interval r = s.range();
        double t = s.curve().project(at.flat(), r);
        if (!c.ends().isEmpty()
                && Math.min(
                                s.curve().point(t).distance(s.curve().point(r.lo())),
                                s.curve().point(t).distance(s.curve().point(r.hi())))
                        < 1e-5) {
            throw EditedSketch.refused("Click somewhere along the curve, not on its end.");
        }
        String here = place(draft, c, s.curve().point(t));
        if (c.ends().isEmpty()) {
            double half = r.length() / 2;
            Vec3 other = s.curve().point(t < r.middle() ? t + half : t - half);
            String far = place(draft, c, other);
            draft.replace(between(c, id, here, far));
            draft.entities.add(between(c, draft.names.curve(), far, here));
            return draft.done();
        }
        Lasting.carry(draft, c, "split");
        String rest = draft.names.curve();
        draft.replace(between(c, id, c.ends().get(0), here));
        draft.entities.add(between(c, rest, here, c.ends().get(1)));
        if (c instanceof SketchLine) {
            draft.hold(Kind.COLLINEAR, id, rest);
        }
        return draft.done();
    }

    /** A point at a place of a curve: the one that a spline goes through there, else a new one. */
    private static String place(EditedSketch draft, SketchCurve c, Vec3 at) {
        if (c instanceof SketchSpline s) {
            for (Entity e : draft.entities) {
                if (e instanceof SketchPoint p && s.through().contains(p.id()) && p.at().distance(at.xy()) < 1e-5) {
                    return p.id();
                }
            }
        }
        return draft.point(at.xy());
    }

    /**
     * Points along a curve at equal lengths. On lines, circles and arcs they stay so; on ellipses and splines they stay on the
     * curve.
     *
     * @param parts how many stretches there are then
     */
    public static Sketch divide(Sketch sketch, String id, int parts) {
        if (parts < 2 || parts > MOST) {
            throw EditedSketch.refused("A curve is divided into 2 to " + MOST + " parts.");
        }
        SketchCurve c = curve(sketch, id);
        Sketch.Strand s = sketch.strand(c).orElseThrow();
        EditedSketch draft = new EditedSketch(sketch);
        boolean closed = c.ends().isEmpty();
        List<String> points = new ArrayList<>();
        for (double t : even(s, parts)) {
            points.add(draft.point(s.curve().point(t).xy()));
        }
        if (closed) {
            points.add(0, draft.point(s.curve().point(s.range().lo()).xy()));
        }
        if (c instanceof SketchLine l) {
            for (int k = 1; k <= parts - 1; k++) {
                String to = k < parts - 1 ? points.get(k) : l.end();
                draft.constraints.add(new Constraint(
                        draft.names.constraint(), Kind.STEPPED, List.of(l.start(), points.get(0), to), k + 1));
            }
            return draft.done();
        }
        points.forEach(p -> draft.hold(Kind.ON_CURVE, p, id));
        if (c instanceof Round) {
            chords(draft, c, points, closed);
        }
        return draft.done();
    }

    /**
     * Points along a curve, one length from each to the next, from its start; what is left over is the last stretch. On lines,
     * circles and arcs a dimension holds the length; on ellipses and splines the points stay on the curve.
     *
     * @param length in mm
     */
    public static Sketch step(Sketch sketch, String id, double length) {
        SketchCurve c = curve(sketch, id);
        Sketch.Strand s = sketch.strand(c).orElseThrow();
        double whole = ArcLength.of(s.curve(), s.range());
        // a last stretch of the whole length needs no point: the curve's end is there
        int count = (int) Math.ceil(whole / length - ALMOST) - 1;
        if (count < 1) {
            throw EditedSketch.refused("The curve is no longer than that. Type less.");
        }
        if (count >= MOST) {
            throw EditedSketch.refused("A curve is divided into 2 to " + MOST + " parts. Type a greater length.");
        }
        EditedSketch draft = new EditedSketch(sketch);
        List<String> points = new ArrayList<>();
        for (int k = 1; k <= count; k++) {
            points.add(draft.point(s.curve()
                    .point(ArcLength.parameter(s.curve(), s.range(), k * length))
                    .xy()));
        }
        if (c instanceof SketchLine l) {
            draft.hold(Kind.ON_CURVE, points.get(0), id);
            draft.size(Kind.DISTANCE, length, l.start(), points.get(0));
            for (int k = 1; k < count; k++) {
                draft.constraints.add(new Constraint(
                        draft.names.constraint(),
                        Kind.STEPPED,
                        List.of(l.start(), points.get(0), points.get(k)),
                        k + 1));
            }
            return draft.done();
        }
        boolean closed = c.ends().isEmpty();
        if (!(c instanceof Round r)) {
            points.forEach(p -> draft.hold(Kind.ON_CURVE, p, id));
            return draft.done();
        }
        String from = closed
                ? draft.point(s.curve().point(s.range().lo()).xy())
                : c.ends().get(0);
        if (closed) {
            draft.hold(Kind.ON_CURVE, from, id);
        }
        // an arc beside the curve carries the dimension, and keeps the first point at the curve's radius
        String arc = draft.names.curve();
        draft.entities.add(new SketchArc(arc, r.centre(), from, points.get(0), true));
        draft.size(Kind.ARC_LENGTH, length, arc);
        points.stream().skip(1).forEach(p -> draft.hold(Kind.ON_CURVE, p, id));
        List<String> all = new ArrayList<>(points);
        all.add(0, from);
        evenly(draft, all);
        return draft.done();
    }

    /** Construction chords of one length make the stretches between the points equal. */
    private static void chords(EditedSketch draft, SketchCurve c, List<String> points, boolean closed) {
        List<String> all = new ArrayList<>(points);
        if (closed) {
            all.add(points.get(0));
        } else {
            all.add(0, c.ends().get(0));
            all.add(c.ends().get(1));
        }
        if (all.size() < 3) {
            return;
        }
        if (closed && all.size() == 3) {
            // both halves of a circle hang on one chord, its diameter
            String chord = draft.names.curve();
            draft.entities.add(new SketchLine(chord, all.get(0), all.get(1), true));
            draft.hold(Kind.MIDPOINT, ((Round) c).centre(), chord);
            return;
        }
        evenly(draft, all);
    }

    /** Construction chords of one length from each point to the next. */
    private static void evenly(EditedSketch draft, List<String> all) {
        String first = null;
        for (int i = 0; i + 1 < all.size() && all.size() > 2; i++) {
            String chord = draft.names.curve();
            draft.entities.add(new SketchLine(chord, all.get(i), all.get(i + 1), true));
            if (first != null) {
                draft.hold(Kind.EQUAL, first, chord);
            }
            first = first == null ? chord : first;
        }
    }

    /** Parameters between stretches of equal length, the ends left out. */
    private static double[] even(Sketch.Strand s, int parts) {
        double whole = ArcLength.of(s.curve(), s.range());
        double[] out = new double[parts - 1];
        for (int k = 1; k < parts; k++) {
            out[k - 1] = ArcLength.parameter(s.curve(), s.range(), whole * k / parts);
        }
        return out;
    }

    /** Makes one curve of two lines in line, or two arcs of one circle, that end at one point. */
    public static Sketch join(Sketch sketch, String first, String second) {
        return Join.of(sketch, curve(sketch, first), curve(sketch, second));
    }
}
