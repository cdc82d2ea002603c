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
        String first = null;
        for (int i = 0; i + 1 < all.size(); i++) {
            if (closed && all.size() == 3 && i == 1) {
                // both halves of a circle hang on one chord, its diameter
                draft.hold(Kind.MIDPOINT, ((Round) c).centre(), first);
                return;
            }
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
