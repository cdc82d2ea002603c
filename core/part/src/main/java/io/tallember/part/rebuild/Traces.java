package io.tallember.part.rebuild;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.part.SketchStep;
import io.tallember.part.Trace;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchEllipse;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.SketchSpline;
import io.tallember.sketch.solve.Following;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Lays traced curves and points of a sketch anew where what they follow is now, and lets the rest of the sketch follow. */
public final class Traces {
    /** Corners that are nearer, in mm, are one. */
    private static final double SAME = 1e-6;

    private final SketchStep step;
    private final Frame frame;
    private final Stand before;
    private final Map<String, Vec2> places = new LinkedHashMap<>();
    private final Map<String, Double> radii = new LinkedHashMap<>();
    /** What the traced curves look like now, by curve. */
    private final Map<String, Flat> seen = new LinkedHashMap<>();

    private List<Crossings.Found> crossings;

    private Traces(SketchStep step, Frame frame, Stand before) {
        this.step = step;
        this.frame = frame;
        this.before = before;
    }

    /** The sketch as it lies now, and how it followed what it traces. */
    public static Following.Outcome followed(SketchStep step, Frame frame, Stand before, List<String> notes) {
        Traces t = new Traces(step, frame, before);
        for (Trace trace : step.traces()) {
            t.seen(trace).ifPresent(f -> t.seen.put(trace.curve(), f));
        }
        for (Trace trace : step.traces()) {
            if (!t.lay(trace)) {
                notes.add("What " + trace.curve()
                        + " was traced from is gone or has another shape; the curve stays where it was.");
            }
        }
        return Following.follow(step.sketch(), t.places, t.radii);
    }

    private boolean lay(Trace trace) {
        Trace.Source source = trace.source();
        if (source instanceof Trace.Passing p) {
            Optional<Vec3> at = passing(before, frame, p.sketch()).stream()
                    .filter(f -> f.curve().equals(p.curve()))
                    .map(Passed::at)
                    .min(Comparator.comparingDouble(p.near()::distance));
            at.ifPresent(v -> places.put(trace.curve(), Flat.at(frame, v)));
            return at.isPresent() && step.sketch().find(trace.curve()).orElse(null) instanceof SketchPoint;
        }
        Flat f = seen.get(trace.curve());
        return f != null && lay(trace.curve(), f);
    }

    private Optional<Flat> seen(Trace trace) {
        Trace.Source source = trace.source();
        if (source instanceof Trace.Passing) {
            return Optional.empty();
        }
        if (source instanceof Trace.OfEdge e) {
            return EdgeFinder.find(e.edge(), before.bodies())
                    .flatMap(f -> Flat.of(f.edge().curve(), f.edge().range(), frame));
        }
        if (source instanceof Trace.Silhouette s) {
            Vec2 near = Flat.at(frame, s.near());
            Object drawn = step.sketch().find(trace.curve()).orElse(null);
            // of a face's silhouettes the nearest that is the same kind of curve
            return FaceFinder.find(s.face(), before.bodies())
                    .flatMap(f -> Silhouettes.of(f.face(), frame).stream()
                            .min(Comparator.<Flat>comparingInt(x -> alike(drawn, x) ? 0 : 1)
                                    .thenComparingDouble(x -> x.away(near))));
        }
        Trace.Crossing c = (Trace.Crossing) source;
        if (crossings == null) {
            crossings = Crossings.of(before.bodies(), frame);
        }
        return FaceFinder.find(c.face(), before.bodies())
                .flatMap(f -> crossings.stream()
                        .filter(x -> x.face() == f.face())
                        .min(Comparator.comparingDouble(x -> x.middle().distance(c.near())))
                        .map(Crossings.Found::flat));
    }

    /** A point in which a curve of another sketch passes through the plane. */
    public record Passed(String curve, Vec3 at) {}

    /** All points in which the curves of a sketch pass through a plane. */
    public static List<Passed> passing(Stand before, Frame plane, String sketch) {
        List<Passed> out = new ArrayList<>();
        PlacedSketch other = before.holding(sketch).orElse(null);
        if (other == null) {
            return out;
        }
        Plane p = new Plane(plane);
        for (SketchCurve c : other.step().sketch().curves()) {
            other.step().sketch().strand(c).ifPresent(s -> {
                Curve placed = s.curve().placed(other.frame());
                if (!CurveSurface.liesIn(placed, s.range(), p, Tolerance.DEFAULT)) {
                    for (Meeting m : CurveSurface.meet(placed, s.range(), p, Tolerance.DEFAULT)) {
                        out.add(new Passed(c.id(), placed.point(m.t())));
                    }
                }
            });
        }
        return out;
    }

    private static boolean alike(Object drawn, Flat f) {
        Curve c = f.strand() == null ? null : f.strand().curve();
        return drawn instanceof SketchLine && c instanceof Line
                || drawn instanceof Round && c instanceof Circle
                || drawn instanceof SketchEllipse && c instanceof Ellipse
                || drawn instanceof SketchSpline && c == null;
    }

    private boolean lay(String curve, Flat f) {
        Sketch s = step.sketch();
        Object drawn = s.find(curve).orElse(null);
        Curve c = f.strand() == null ? null : f.strand().curve();
        if (drawn instanceof SketchLine l && c instanceof Line) {
            ends(s, l.start(), l.end(), f);
            return true;
        }
        if (drawn instanceof SketchCircle k && c instanceof Circle o && f.closed()) {
            places.put(k.centre(), o.frame().origin().xy());
            radii.put(k.id(), o.radius());
            return true;
        }
        if (drawn instanceof SketchArc k
                && c instanceof Circle o
                && (f.closed() || !given(s, k.start()) || !given(s, k.end()))) {
            // a piece of what is traced: its centre and size are given, its ends go by what they are held on
            if (!sized(s, k.id())) {
                return false;
            }
            places.put(k.centre(), o.frame().origin().xy());
            radii.put(k.id(), o.radius());
            return true;
        }
        if (drawn instanceof SketchArc k && c instanceof Circle o) {
            places.put(k.centre(), o.frame().origin().xy());
            places.put(k.start(), f.points().get(0));
            places.put(k.end(), f.points().get(1));
            return true;
        }
        if (drawn instanceof SketchEllipse k && c instanceof Ellipse e && k.whole() == f.closed()) {
            places.put(k.centre(), e.frame().origin().xy());
            places.put(k.a(), e.point(0).xy());
            places.put(k.b(), e.point(Math.PI / 2).xy());
            if (!k.whole()) {
                places.put(k.start(), f.points().get(0));
                places.put(k.end(), f.points().get(1));
            }
            return true;
        }
        if (drawn instanceof SketchSpline k
                && c == null
                && k.closed() == f.closed()
                && k.through().size() == f.points().size()) {
            for (int i = 0; i < f.points().size(); i++) {
                places.put(k.through().get(i), f.points().get(i));
            }
            return true;
        }
        return false;
    }

    private static boolean given(Sketch s, String point) {
        return s.constraints().stream()
                .anyMatch(
                        k -> k.kind() == Constraint.Kind.FIXED && k.on().get(0).equals(point));
    }

    private static boolean sized(Sketch s, String curve) {
        return s.constraints().stream()
                .anyMatch(k -> (k.kind() == Constraint.Kind.RADIUS || k.kind() == Constraint.Kind.DIAMETER)
                        && k.on().get(0).equals(curve));
    }

    /**
     * Which end is which: at a corner that two traced curves share, their ends stay one; else the line keeps its direction.
     */
    private void ends(Sketch s, String start, String end, Flat f) {
        Vec2 a = f.points().get(0);
        Vec2 b = f.points().get(1);
        boolean same = s.point(end).at().minus(s.point(start).at()).dot(b.minus(a)) >= 0;
        for (String shared : List.of(start, end)) {
            for (Map.Entry<String, Flat> other : seen.entrySet()) {
                if (other.getValue() == f || !(s.find(other.getKey()).orElseThrow() instanceof SketchCurve c)) {
                    continue;
                }
                boolean first = other.getValue().points().stream().anyMatch(p -> p.distance(a) < SAME);
                boolean second = other.getValue().points().stream().anyMatch(p -> p.distance(b) < SAME);
                if (c.points().contains(shared) && first != second) {
                    same = first == shared.equals(start);
                }
            }
        }
        places.put(start, same ? a : b);
        places.put(end, same ? b : a);
    }
}
