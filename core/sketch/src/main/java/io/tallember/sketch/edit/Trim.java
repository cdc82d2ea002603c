package io.tallember.sketch.edit;

import io.tallember.geometry.Interval;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchSpline;
import io.tallember.sketch.SketchText;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Takes away the stretch of a curve between its neighbouring crossings, or carries an end on to the next crossing. New ends
 * are held on the curves they were cut at.
 */
public final class Trim {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    /** Where another curve crosses. */
    private record Crossing(double t, SketchCurve other) {}

    private final Sketch sketch;
    private final SketchCurve curve;
    private final Sketch.Strand strand;
    private final EditedSketch draft;

    private Trim(Sketch sketch, String id) {
        this.sketch = sketch;
        Entity e = sketch.find(id).orElse(null);
        if (!(e instanceof SketchCurve c) || Sketch.isGiven(id)) {
            throw EditedSketch.refused("Pick a line, circle or arc of this sketch.");
        }
        if (c instanceof SketchText) {
            throw EditedSketch.refused("A text can't be trimmed or carried on.");
        }
        curve = c;
        strand = (c instanceof SketchSpline s ? sketch.carrier(s) : sketch.strand(c))
                .orElseThrow(() -> EditedSketch.refused("This curve has no length."));
        draft = new EditedSketch(sketch);
    }

    /** Without the stretch of the curve nearest to a place; the whole curve when nothing crosses it. */
    public static Sketch trim(Sketch sketch, String id, Vec2 at) {
        return new Trim(sketch, id).trimmed(at);
    }

    private Sketch trimmed(Vec2 at) {
        List<Crossing> stops = crossings(strand.range());
        boolean round = curve.ends().isEmpty();
        double t = strand.curve().project(at.flat(), strand.range());
        if (stops.isEmpty() || round && stops.size() < 2) {
            return sketch.without(List.of(curve.id()));
        }
        if (round) {
            Crossing after = stops.stream().filter(s -> s.t() > t).findFirst().orElse(stops.get(0));
            Crossing before =
                    stops.stream().filter(s -> s.t() <= t).reduce((a, b) -> b).orElse(stops.get(stops.size() - 1));
            String start = endAt(after);
            String end = endAt(before);
            Lasting.carry(draft, curve, "trim");
            draft.replace(between(curve.id(), start, end));
            return draft.done();
        }
        Optional<Crossing> before = stops.stream().filter(s -> s.t() <= t).reduce((a, b) -> b);
        Optional<Crossing> after = stops.stream().filter(s -> s.t() > t).findFirst();
        Lasting.carry(draft, curve, "trim");
        String start = curve.ends().get(0);
        String end = curve.ends().get(1);
        if (before.isEmpty()) {
            draft.replace(between(curve.id(), endAt(after.orElseThrow()), end));
        } else if (after.isEmpty()) {
            draft.replace(between(curve.id(), start, endAt(before.get())));
        } else {
            String rest = draft.names.curve();
            draft.replace(between(curve.id(), start, endAt(before.get())));
            draft.entities.add(between(rest, endAt(after.get()), end));
            if (curve instanceof SketchLine) {
                draft.hold(Kind.COLLINEAR, curve.id(), rest);
            } else if (curve instanceof Round) {
                draft.hold(Kind.EQUAL, curve.id(), rest);
            }
        }
        Lasting.keepEnds(draft, curve);
        return draft.done();
    }

    /**
     * With the end nearest to a place carried on to the next curve in its way; a stretch of a spline along its own curve, if need
     * be to that one's end.
     */
    public static Sketch extend(Sketch sketch, String id, Vec2 at) {
        return new Trim(sketch, id).extended(at);
    }

    private Sketch extended(Vec2 at) {
        if (curve.ends().isEmpty()) {
            throw EditedSketch.refused("A curve that closes has no end to carry on.");
        }
        Vec2 s = sketch.point(curve.ends().get(0)).at();
        Vec2 e = sketch.point(curve.ends().get(1)).at();
        boolean atStart = s.distance(at) < e.distance(at);
        Interval r = strand.range();
        Interval beyond;
        if (curve instanceof SketchSpline) {
            beyond = further(atStart);
        } else {
            double reach = curve instanceof SketchLine ? 2 * Tolerance.REACH : 2 * Math.PI - r.length() - 1e-6;
            beyond = atStart ? new Interval(r.lo() - reach, r.lo()) : new Interval(r.hi(), r.hi() + reach);
        }
        double slack = TOL.linear() / strand.curve().derivative(r.lo()).length();
        Optional<Crossing> next = crossings(beyond).stream()
                .filter(c -> atStart ? c.t() < r.lo() - 2 * slack : c.t() > r.hi() + 2 * slack)
                .min(Comparator.comparingDouble(c -> Math.abs(c.t() - (atStart ? r.lo() : r.hi()))));
        String end;
        if (next.isEmpty() && curve instanceof SketchSpline p && !p.closed()) {
            end = p.unbroken().ends().get(atStart ? 0 : 1);
        } else {
            end = endAt(next.orElseThrow(() -> EditedSketch.refused(
                    "Nothing lies in the way of this end, so there is nowhere to carry it on to.")));
        }
        Lasting.carry(draft, curve, "carry it on");
        draft.replace(between(
                curve.id(),
                atStart ? end : curve.ends().get(0),
                atStart ? curve.ends().get(1) : end));
        Lasting.keepEnds(draft, curve);
        return draft.done();
    }

    /** The rest of the curve of which this is a stretch, beyond one end. */
    private Interval further(boolean atStart) {
        Interval r = strand.range();
        Interval all = ((Nurbs) strand.curve()).whole();
        boolean closed = ((SketchSpline) curve).closed();
        double lo = closed ? r.hi() - all.length() / 3 : all.lo();
        double hi = closed ? r.lo() + all.length() / 3 : all.hi();
        if (atStart ? r.lo() - lo < 1e-9 : hi - r.hi() < 1e-9) {
            throw EditedSketch.refused("A spline isn't known beyond its end. Pull the end itself, or draw on from it.");
        }
        return atStart ? new Interval(lo, r.lo()) : new Interval(r.hi(), hi);
    }

    private List<Crossing> crossings(Interval where) {
        List<Crossing> out = new ArrayList<>();
        for (SketchCurve other : sketch.curves()) {
            if (other == curve) {
                continue;
            }
            sketch.strand(other).ifPresent(s -> {
                for (Meeting m : CurveCurve.meet(strand.curve(), where, s.curve(), s.range(), TOL)) {
                    out.add(new Crossing(m.t(), other));
                }
            });
        }
        double slack = 2 * TOL.linear() / strand.curve().derivative(where.lo()).length();
        if (!curve.ends().isEmpty()) { // at its own ends a curve has nothing to lose
            out.removeIf(c -> Math.abs(c.t() - strand.range().lo()) <= slack
                    || Math.abs(c.t() - strand.range().hi()) <= slack);
        }
        out.sort(Comparator.comparingDouble(Crossing::t));
        return out;
    }

    private SketchCurve between(String id, String start, String end) {
        return Cut.between(curve, id, start, end);
    }

    /** A point at a crossing: the other curve's own end when it ends there, else a new one held on it. */
    private String endAt(Crossing c) {
        Vec3 p = strand.curve().point(c.t());
        Vec2 at = new Vec2(p.x(), p.y());
        for (String end : c.other().ends()) {
            if (sketch.point(end).at().distance(at) <= 2 * TOL.linear()) {
                return end;
            }
        }
        String id = draft.point(at);
        draft.hold(Kind.ON_CURVE, id, c.other().id());
        return id;
    }
}
