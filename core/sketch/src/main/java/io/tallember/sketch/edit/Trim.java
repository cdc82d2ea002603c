package io.tallember.sketch.edit;

import io.tallember.geometry.Interval;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Takes away the stretch of a curve between its neighbouring crossings, or carries an end on to the next crossing. New ends
 * are held on the curves they were cut at.
 */
public final class Trim {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final Set<Kind> ABOUT_LENGTH =
            Set.of(Kind.DISTANCE, Kind.HORIZONTAL_DISTANCE, Kind.VERTICAL_DISTANCE, Kind.EQUAL, Kind.MIDPOINT);

    /** Where another curve crosses. */
    private record Crossing(double t, SketchCurve other) {}

    private final Sketch sketch;
    private final SketchCurve curve;
    private final Sketch.Strand strand;
    private final Draft draft;

    private Trim(Sketch sketch, String id) {
        this.sketch = sketch;
        Entity e = sketch.find(id).orElse(null);
        if (!(e instanceof SketchCurve c) || Sketch.isGiven(id)) {
            throw Draft.refused("Pick a line, circle or arc of this sketch.");
        }
        curve = c;
        strand = sketch.strand(c).orElseThrow(() -> Draft.refused("This curve has no length."));
        draft = new Draft(sketch);
    }

    /** Without the stretch of the curve nearest to a place; the whole curve when nothing crosses it. */
    public static Sketch trim(Sketch sketch, String id, Vec2 at) {
        return new Trim(sketch, id).trimmed(at);
    }

    private Sketch trimmed(Vec2 at) {
        List<Crossing> stops = crossings(strand.range());
        boolean round = curve instanceof SketchCircle;
        double period = 2 * Math.PI;
        double t = strand.curve().project(new Vec3(at.x(), at.y(), 0), strand.range());
        if (stops.isEmpty() || round && stops.size() < 2) {
            return sketch.without(List.of(curve.id()));
        }
        if (round) {
            Crossing after = stops.stream().filter(s -> s.t() > t).findFirst().orElse(stops.get(0));
            Crossing before =
                    stops.stream().filter(s -> s.t() <= t).reduce((a, b) -> b).orElse(stops.get(stops.size() - 1));
            String start = endAt(after);
            String end = endAt(before);
            draft.replace(new SketchArc(curve.id(), ((Round) curve).centre(), start, end, curve.construction()));
            return draft.done();
        }
        Optional<Crossing> before = stops.stream().filter(s -> s.t() <= t).reduce((a, b) -> b);
        Optional<Crossing> after = stops.stream().filter(s -> s.t() > t).findFirst();
        draft.constraints.removeIf(c -> c.on().contains(curve.id())
                && ABOUT_LENGTH.contains(c.kind())
                && (c.on().size() == 1 || c.kind() == Kind.EQUAL || c.kind() == Kind.MIDPOINT)
                && !(curve instanceof Round && c.kind() == Kind.EQUAL));
        String start = ends().get(0);
        String end = ends().get(1);
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
            } else {
                draft.hold(Kind.EQUAL, curve.id(), rest);
            }
        }
        return draft.done();
    }

    /** With the end nearest to a place carried on to the next curve in its way. Lines and arcs. */
    public static Sketch extend(Sketch sketch, String id, Vec2 at) {
        return new Trim(sketch, id).extended(at);
    }

    private Sketch extended(Vec2 at) {
        if (curve instanceof SketchCircle) {
            throw Draft.refused("A full circle has no end to carry on.");
        }
        Vec2 s = sketch.point(ends().get(0)).at();
        Vec2 e = sketch.point(ends().get(1)).at();
        boolean atStart = s.distance(at) < e.distance(at);
        Interval r = strand.range();
        boolean line = curve instanceof SketchLine;
        double reach = line ? 2 * Tolerance.REACH : 2 * Math.PI - r.length() - 1e-6;
        Interval beyond = atStart ? new Interval(r.lo() - reach, r.lo()) : new Interval(r.hi(), r.hi() + reach);
        double slack = TOL.linear() / strand.curve().derivative(r.lo()).length();
        Optional<Crossing> next = crossings(beyond).stream()
                .filter(c -> atStart ? c.t() < r.lo() - 2 * slack : c.t() > r.hi() + 2 * slack)
                .min(Comparator.comparingDouble(c -> Math.abs(c.t() - (atStart ? r.lo() : r.hi()))));
        String end = endAt(next.orElseThrow(
                () -> Draft.refused("Nothing lies in the way of this end, so there is nowhere to carry it on to.")));
        draft.constraints.removeIf(c -> c.on().equals(List.of(curve.id())) && ABOUT_LENGTH.contains(c.kind()));
        draft.replace(between(curve.id(), atStart ? end : ends().get(0), atStart ? ends().get(1) : end));
        return draft.done();
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
        if (!(curve instanceof SketchCircle)) { // at its own ends a curve has nothing to lose
            out.removeIf(c -> Math.abs(c.t() - strand.range().lo()) <= slack
                    || Math.abs(c.t() - strand.range().hi()) <= slack);
        }
        out.sort(Comparator.comparingDouble(Crossing::t));
        return out;
    }

    private List<String> ends() {
        return curve instanceof SketchLine l
                ? l.points()
                : List.of(((SketchArc) curve).start(), ((SketchArc) curve).end());
    }

    private SketchCurve between(String id, String start, String end) {
        return curve instanceof SketchLine
                ? new SketchLine(id, start, end, curve.construction())
                : new SketchArc(id, ((Round) curve).centre(), start, end, curve.construction());
    }

    /** A point at a crossing: the other curve's own end when it ends there, else a new one held on it. */
    private String endAt(Crossing c) {
        Vec3 p = strand.curve().point(c.t());
        Vec2 at = new Vec2(p.x(), p.y());
        for (String end : c.other().points()) {
            boolean centre = c.other() instanceof Round r && r.centre().equals(end);
            if (!centre && sketch.point(end).at().distance(at) <= 2 * TOL.linear()) {
                return end;
            }
        }
        String id = draft.point(at);
        draft.hold(Kind.ON_CURVE, id, c.other().id());
        return id;
    }
}
