package io.tallember.part;

import io.tallember.sketch.Sketch;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * A sketch on a plane.
 *
 * @param traces curves and points of it that follow the part
 * @param underlay a picture to draw over, or null
 */
public record SketchStep(
        String id, String name, boolean off, SketchPlane plane, Sketch sketch, List<Trace> traces, Underlay underlay)
        implements Step {
    public SketchStep {
        traces = List.copyOf(traces);
    }

    /** Without a picture. */
    public SketchStep(String id, String name, boolean off, SketchPlane plane, Sketch sketch, List<Trace> traces) {
        this(id, name, off, plane, sketch, traces, null);
    }

    /** Without traces. */
    public SketchStep(String id, String name, boolean off, SketchPlane plane, Sketch sketch) {
        this(id, name, off, plane, sketch, List.of());
    }

    @Override
    public SketchStep numbered(String i, String n) {
        return new SketchStep(i, n, off, plane, sketch, traces, underlay);
    }

    @Override
    public SketchStep switched(boolean o) {
        return new SketchStep(id, name, o, plane, sketch, traces, underlay);
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
                underlay);
    }

    /** With more traces. */
    public SketchStep tracing(List<Trace> more) {
        List<Trace> all = new ArrayList<>(traces);
        all.addAll(more);
        return new SketchStep(id, name, off, plane, sketch, all, underlay);
    }

    /** Over another picture; null for none. */
    public SketchStep over(Underlay u) {
        return new SketchStep(id, name, off, plane, sketch, traces, u);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>(plane.steps());
        traces.forEach(t -> all.addAll(t.source().steps()));
        return List.copyOf(all);
    }
}
