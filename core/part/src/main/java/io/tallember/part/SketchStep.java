package io.tallember.part;

import io.tallember.sketch.Sketch;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A sketch on a plane.
 *
 * @param traces curves and points of it that follow the part
 * @param underlay a picture to draw over, or null
 * @param shift where on the plane it lies
 */
public record SketchStep(
        String id,
        String name,
        boolean off,
        SketchPlane plane,
        Sketch sketch,
        List<Trace> traces,
        Underlay underlay,
        Shift shift)
        implements Step {
    /** How far a sketch is moved in its plane, in mm, and turned about its origin, in radians. */
    public record Shift(double x, double y, double turn) {
        public static final Shift NONE = new Shift(0, 0, 0);

        public Shift {
            if (!Double.isFinite(x + y + turn)) {
                throw Refusal.of("How far a sketch is moved must be numbers.");
            }
        }
    }

    public SketchStep {
        traces = List.copyOf(traces);
    }

    /** Without a picture. */
    public SketchStep(String id, String name, boolean off, SketchPlane plane, Sketch sketch, List<Trace> traces) {
        this(id, name, off, plane, sketch, traces, null, Shift.NONE);
    }

    /** Without traces. */
    public SketchStep(String id, String name, boolean off, SketchPlane plane, Sketch sketch) {
        this(id, name, off, plane, sketch, List.of());
    }

    @Override
    public SketchStep numbered(String i, String n) {
        return new SketchStep(i, n, off, plane, sketch, traces, underlay, shift);
    }

    @Override
    public SketchStep switched(boolean o) {
        return new SketchStep(id, name, o, plane, sketch, traces, underlay, shift);
    }

    /** With another drawing; traces of curves that are gone go too. */
    public SketchStep with(Sketch s) {
        return new SketchStep(
                id,
                name,
                off,
                plane,
                s,
                traces.stream().filter(t -> s.find(t.curve()).isPresent()).toList(),
                underlay,
                shift);
    }

    /** With more traces. */
    public SketchStep tracing(List<Trace> more) {
        List<Trace> all = new ArrayList<>(traces);
        all.addAll(more);
        return new SketchStep(id, name, off, plane, sketch, all, underlay, shift);
    }

    /** Over another picture; null for none. */
    public SketchStep over(Underlay u) {
        return new SketchStep(id, name, off, plane, sketch, traces, u, shift);
    }

    /** Lying elsewhere on its plane. */
    public SketchStep shifted(Shift s) {
        return new SketchStep(id, name, off, plane, sketch, traces, underlay, s);
    }

    @Override
    public List<String> numbers() {
        return shift.equals(Shift.NONE) ? List.of() : List.of("moveX", "moveY", "turn");
    }

    @Override
    public Optional<Measure> measure(String place) {
        return switch (place) {
            case "moveX", "moveY" -> Optional.of(Measure.LENGTH);
            case "turn" -> Optional.of(Measure.ANGLE);
            default -> Optional.empty();
        };
    }

    @Override
    public SketchStep sized(String place, double v) {
        return shifted(new Shift(
                place.equals("moveX") ? v : shift.x(),
                place.equals("moveY") ? v : shift.y(),
                place.equals("turn") ? v : shift.turn()));
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>(plane.steps());
        traces.forEach(t -> all.addAll(t.source().steps()));
        return List.copyOf(all);
    }
}
