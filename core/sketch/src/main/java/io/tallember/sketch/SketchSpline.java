package io.tallember.sketch;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * A smooth curve through points in their order.
 *
 * @param through at least two, or three when it closes on itself
 * @param startHandle the point towards which it leaves its first point, as the next pole of its first piece; empty when it leaves
 *     without bend
 * @param endHandle the same at its last point; a closed one has no handles
 */
public record SketchSpline(
        String id, List<String> through, boolean closed, String startHandle, String endHandle, boolean construction)
        implements FreeCurve {
    public SketchSpline {
        through = List.copyOf(through);
    }

    /** Without handles. */
    public SketchSpline(String id, List<String> through, boolean closed, boolean construction) {
        this(id, through, closed, "", "", construction);
    }

    /** The points it goes through, then the handles it has. */
    @Override
    public List<String> points() {
        List<String> all = new ArrayList<>(through);
        if (!startHandle.isEmpty()) {
            all.add(startHandle);
        }
        if (!endHandle.isEmpty()) {
            all.add(endHandle);
        }
        return all;
    }

    @Override
    public List<String> ends() {
        return closed ? List.of() : List.of(through.get(0), through.get(through.size() - 1));
    }

    /** The handle at one of its ends, or an empty text. */
    public String handleAt(boolean atStart) {
        return atStart ? startHandle : endHandle;
    }

    public SketchSpline withHandles(String start, String end) {
        return new SketchSpline(id, through, closed, start, end, construction);
    }

    @Override
    public SketchSpline asConstruction(boolean on) {
        return new SketchSpline(id, through, closed, startHandle, endHandle, on);
    }

    @Override
    public SketchSpline copied(String copy, UnaryOperator<String> points, boolean mirrored) {
        return new SketchSpline(
                copy,
                through.stream().map(points).toList(),
                closed,
                startHandle.isEmpty() ? "" : points.apply(startHandle),
                endHandle.isEmpty() ? "" : points.apply(endHandle),
                construction);
    }
}
