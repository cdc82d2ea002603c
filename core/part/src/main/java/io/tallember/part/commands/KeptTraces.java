package io.tallember.part.commands;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.SketchStep;
import io.tallember.part.Trace;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Entity;
import io.tallember.sketch.FreeCurve;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.Sketch.Strand;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchSpline;
import io.tallember.sketch.edit.FreshIds;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Keeps what was left of traced curves tied to the part when a tool cut them: the traced curve stays whole as a construction curve,
 * and the pieces' free ends are held on it.
 */
final class KeptTraces {
    private static final double ON = 100 * Tolerance.DEFAULT.linear();

    private final SketchStep before;
    private final FreshIds names;
    private final List<Trace> traces = new ArrayList<>();
    /** Construction curves on which pieces lie, by the curve that they were part of before. */
    private final Map<String, String> carriers = new LinkedHashMap<>();

    private Sketch now;

    private KeptTraces(SketchStep before, Sketch edited) {
        this.before = before;
        now = edited;
        names = new FreshIds(edited);
    }

    /** The step with a sketch that a tool has changed. */
    static SketchStep after(SketchStep before, Sketch edited) {
        return before.traces().isEmpty() ? before.with(edited) : new KeptTraces(before, edited).kept();
    }

    private SketchStep kept() {
        for (Trace t : before.traces()) {
            Entity was = before.sketch().find(t.curve()).orElse(null);
            boolean cut = was instanceof SketchCurve c && isCut(c);
            traces.add(cut ? new Trace(whole((SketchCurve) was), t.source()) : t);
        }
        for (SketchCurve c : before.sketch().curves()) {
            String carrier = carrierOf(c);
            if (carrier != null && isCut(c)) {
                carriers.put(c.id(), carrier);
            }
        }
        carriers.forEach((was, carrier) -> {
            SketchCurve old = (SketchCurve) before.sketch().find(was).orElseThrow();
            for (SketchCurve piece : now.curves()) {
                if (isPieceOf(piece, old)) {
                    tie(piece, carrier);
                }
            }
        });
        SketchStep step = before.with(now);
        return new SketchStep(
                step.id(),
                step.name(),
                step.off(),
                step.plane(),
                now,
                traces.stream().filter(t -> now.find(t.curve()).isPresent()).toList(),
                step.underlay(),
                step.shift());
    }

    /** Whether a curve has other ends now, and pieces of it are left. */
    private boolean isCut(SketchCurve c) {
        boolean kind = c instanceof SketchLine || c instanceof Round || c instanceof FreeCurve;
        boolean same = now.find(c.id())
                .map(e -> e.getClass() == c.getClass()
                        // handles don't cut a spline
                        && (e instanceof SketchSpline s
                                ? s.ends().equals(c.ends())
                                : e.points().equals(c.points())))
                .orElse(false);
        return kind && !same && now.curves().stream().anyMatch(p -> isPieceOf(p, c));
    }

    private boolean isPieceOf(SketchCurve piece, SketchCurve old) {
        boolean fresh = before.sketch().find(piece.id()).isEmpty() || piece.id().equals(old.id());
        boolean kind = piece.getClass() == old.getClass() || piece instanceof Round && old instanceof Round;
        Strand p = now.strand(piece).orElse(null);
        Strand o = before.sketch().strand(old).orElse(null);
        return fresh && kind && !piece.construction() && p != null && o != null && liesOn(p, o);
    }

    private static boolean liesOn(Strand piece, Strand old) {
        for (double t : new double[] {0.25, 0.5, 0.75}) {
            Vec3 at = piece.curve().point(piece.range().at(t));
            if (old.curve().point(old.curve().project(at)).distance(at) > ON) {
                return false;
            }
        }
        return true;
    }

    /** The traced curve on which all ends of a curve are held, or null. */
    private String carrierOf(SketchCurve c) {
        for (Trace t : before.traces()) {
            boolean held = !t.curve().equals(c.id())
                    && before.sketch().find(t.curve()).orElse(null) instanceof SketchCurve carrier
                    && carrier.construction()
                    && !c.ends().isEmpty()
                    && c.ends().stream().allMatch(p -> isOn(before.sketch(), c, p, carrier));
            if (held) {
                return t.curve();
            }
        }
        return null;
    }

    private static boolean isOn(Sketch s, SketchCurve piece, String p, SketchCurve carrier) {
        return carrier.points().contains(p)
                || piece instanceof SketchSpline a && carrier instanceof SketchSpline b && a.along(b)
                || s.constraints().stream()
                        .anyMatch(k -> k.kind() == Kind.ON_CURVE && k.on().equals(List.of(p, carrier.id())));
    }

    /** The curve as it was, whole, as a construction curve of another name. */
    private String whole(SketchCurve was) {
        String id = names.curve();
        List<Entity> entities = new ArrayList<>();
        List<Constraint> held = new ArrayList<>();
        for (String p : was.points()) {
            if (now.find(p).isEmpty()) {
                entities.add(before.sketch().point(p));
            }
            boolean fixed = before.sketch().constraints().stream().anyMatch(k -> isFixed(k, p));
            if (fixed && now.constraints().stream().noneMatch(k -> isFixed(k, p))) {
                held.add(Constraint.of(names.constraint(), Kind.FIXED, p));
            }
        }
        if (was instanceof SketchLine l) {
            entities.add(new SketchLine(id, l.start(), l.end(), true));
        } else if (was instanceof SketchCircle c) {
            entities.add(new SketchCircle(id, c.centre(), c.radius(), true));
        } else if (was instanceof SketchArc a) {
            entities.add(new SketchArc(id, a.centre(), a.start(), a.end(), true));
        } else {
            entities.add(((FreeCurve) was).copied(id, p -> p, false).asConstruction(true));
        }
        // the size that the part gives is the whole curve's
        List<Constraint> others = new ArrayList<>();
        for (Constraint k : now.constraints()) {
            boolean size = (k.kind() == Kind.RADIUS || k.kind() == Kind.DIAMETER)
                    && k.on().get(0).equals(was.id());
            others.add(size ? k.on(id) : k);
        }
        List<Entity> all = new ArrayList<>(now.entities());
        all.addAll(entities);
        others.addAll(held);
        now = new Sketch(all, others);
        carriers.put(was.id(), id);
        return id;
    }

    private static boolean isFixed(Constraint k, String p) {
        return k.kind() == Kind.FIXED && k.on().get(0).equals(p);
    }

    private void tie(SketchCurve piece, String carrier) {
        SketchCurve on = (SketchCurve) now.find(carrier).orElseThrow();
        List<Constraint> more = new ArrayList<>();
        for (String p : piece.ends()) {
            if (!isOn(now, piece, p, on)) {
                more.add(Constraint.of(names.constraint(), Kind.ON_CURVE, p, carrier));
            }
        }
        if (piece instanceof Round r && on instanceof Round c && !r.centre().equals(c.centre())) {
            more.add(Constraint.of(names.constraint(), Kind.CONCENTRIC, carrier, piece.id()));
        }
        now = now.with(List.of(), more);
    }
}
