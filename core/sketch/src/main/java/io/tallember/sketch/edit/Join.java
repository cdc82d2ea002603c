package io.tallember.sketch.edit;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchSpline;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Makes one curve of two. What held for one of them goes on to hold: directions and radii for the one, lengths and middles between
 * the points that were its ends, of which the shared one stays on the curve. What can't be said so is named, and nothing is done.
 */
final class Join {

    private final Sketch sketch;
    private final SketchCurve a;
    private final SketchCurve b;
    private final String shared;
    private final Set<String> lost = new LinkedHashSet<>();
    /** Whether the second runs the other way than the first does. */
    private final boolean against;

    private Join(Sketch sketch, SketchCurve a, SketchCurve b, String shared) {
        this.sketch = sketch;
        this.a = a;
        this.b = b;
        this.shared = shared;
        against = a.ends().indexOf(shared) == b.ends().indexOf(shared);
    }

    static Sketch of(Sketch sketch, SketchCurve a, SketchCurve b) {
        String shared = a.ends().stream().filter(b.ends()::contains).findFirst().orElse(null);
        boolean lines = a instanceof SketchLine && b instanceof SketchLine;
        boolean arcs = a instanceof SketchArc && b instanceof SketchArc;
        boolean stretches = a instanceof SketchSpline s && b instanceof SketchSpline o && s.along(o);
        if (a == b || shared == null || !lines && !arcs && !stretches) {
            throw EditedSketch.refused(
                    "Pick two lines, two arcs or two stretches of one spline that end at one point.");
        }
        return new Join(sketch, a, b, shared).joined();
    }

    private Sketch joined() {
        EditedSketch draft = new EditedSketch(sketch);
        draft.replace(a instanceof SketchLine ? line() : a instanceof SketchSpline s ? spline(s) : round());
        draft.entities.removeIf(e -> e.id().equals(b.id()));
        List<Constraint> held = new ArrayList<>();
        for (Constraint k : sketch.constraints()) {
            Constraint now = carried(k);
            boolean again = now != null
                    && held.stream()
                            .anyMatch(
                                    h -> h.kind() == now.kind() && h.on().equals(now.on()) && h.value() == now.value());
            if (now != null && !again) {
                held.add(now);
            }
        }
        if (!lost.isEmpty()) {
            throw EditedSketch.refused("This holds for one of the two alone and can't for the one curve: "
                    + String.join(", ", lost) + ". Delete it first, then join.");
        }
        draft.constraints.clear();
        draft.constraints.addAll(held);
        // what hangs on a place where the pieces ended goes on hanging on the curve
        SketchCurve whole = (SketchCurve) draft.entities.stream()
                .filter(e -> e.id().equals(a.id()))
                .findFirst()
                .orElseThrow();
        for (String p : new LinkedHashSet<>(List.of(shared, other(a)))) {
            if (!whole.points().contains(p) && draft.used(p)) {
                draft.hold(Kind.ON_CURVE, p, a.id());
            }
        }
        return draft.done();
    }

    private SketchLine line() {
        String p = other(a);
        String q = other(b);
        Vec2 u = sketch.point(p).at().minus(sketch.point(shared).at());
        Vec2 v = sketch.point(q).at().minus(sketch.point(shared).at());
        if (Math.abs(u.cross(v)) > 1e-6 * u.length() * v.length() || u.dot(v) > 0) {
            throw EditedSketch.refused("The two lines aren't in line, so they can't become one.");
        }
        boolean forward = a.ends().get(1).equals(shared);
        return new SketchLine(a.id(), forward ? p : q, forward ? q : p, a.construction());
    }

    private SketchCurve spline(SketchSpline s) {
        String p = other(a);
        String q = other(b);
        if (p.equals(q)) {
            return s.unbroken();
        }
        boolean forward = a.ends().get(1).equals(shared);
        return s.between(s.id(), forward ? p : q, forward ? q : p);
    }

    private SketchCurve round() {
        Round r = (Round) a;
        Round o = (Round) b;
        boolean same =
                sketch.point(r.centre()).at().distance(sketch.point(o.centre()).at()) < 1e-6 && !against;
        if (!same || Math.abs(sketch.radius(r) - sketch.radius(o)) > 1e-6) {
            throw EditedSketch.refused("The two arcs aren't of one circle, so they can't become one.");
        }
        String p = other(a);
        String q = other(b);
        boolean forward = a.ends().get(1).equals(shared);
        return p.equals(q)
                ? new SketchCircle(a.id(), r.centre(), sketch.radius(r), a.construction())
                : new SketchArc(a.id(), r.centre(), forward ? p : q, forward ? q : p, a.construction());
    }

    /** A constraint as it holds for the joined curve; null when that says nothing any more. */
    private Constraint carried(Constraint k) {
        boolean onA = k.on().contains(a.id());
        boolean onB = k.on().contains(b.id());
        if (!onA && !onB || k.driven() && !Lasting.LENGTHS.contains(k.kind())) {
            return onB ? null : k;
        }
        SketchCurve piece = onA ? a : b;
        if (onA && onB) {
            return null; // in line, of one circle, or parallel as they are: so is one curve with itself
        }
        if (Lasting.ofLength(k, piece)) {
            Constraint now = Lasting.between(k, piece);
            if (now == null) {
                lost.add(Lasting.said(k));
            }
            return now;
        }
        if (k.kind() == Kind.OFFSET) {
            lost.add(Lasting.said(k));
            return null;
        }
        if (onA) {
            return k;
        }
        List<String> on =
                k.on().stream().map(id -> id.equals(b.id()) ? a.id() : id).toList();
        double value = k.kind() == Kind.ANGLE && against ? Math.PI - k.value() : k.value();
        return new Constraint(k.id(), k.kind(), on, value, k.driven());
    }

    private String other(SketchCurve c) {
        return c.ends().get(0).equals(shared) ? c.ends().get(1) : c.ends().get(0);
    }
}
