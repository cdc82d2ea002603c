package io.tallember.sketch;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * A smooth curve through points in their order; whole, or the stretch between two places on it. Stretches of one curve name the same
 * points, so that they stay one curve however these move.
 *
 * @param through at least two, or three when it closes on itself
 * @param startHandle the point towards which it leaves its first point, as the next pole of its first piece; empty when it leaves
 *     without bend
 * @param endHandle the same at its last point; a closed one has no handles
 * @param start where a stretch begins, and {@code end} where it stops, as a closed curve runs; both empty when it is whole
 */
public record SketchSpline(
        String id,
        List<String> through,
        boolean closed,
        String startHandle,
        String endHandle,
        String start,
        String end,
        boolean construction)
        implements FreeCurve {
    public SketchSpline {
        through = List.copyOf(through);
    }

    /** Whole, and without handles. */
    public SketchSpline(String id, List<String> through, boolean closed, boolean construction) {
        this(id, through, closed, "", "", "", "", construction);
    }

    public boolean whole() {
        return start.isEmpty();
    }

    /** The points it goes through, then the handles it has, then the ends of a stretch. */
    @Override
    public List<String> points() {
        List<String> all = new ArrayList<>(through);
        List.of(startHandle, endHandle, start, end).stream()
                .filter(p -> !p.isEmpty())
                .forEach(all::add);
        return all;
    }

    @Override
    public List<String> ends() {
        return !whole() ? List.of(start, end) : closed ? List.of() : List.of(through.get(0), last());
    }

    private String last() {
        return through.get(through.size() - 1);
    }

    /** Whether the two are one curve, or stretches of it. */
    public boolean along(SketchSpline o) {
        return through.equals(o.through)
                && closed == o.closed
                && startHandle.equals(o.startHandle)
                && endHandle.equals(o.endHandle);
    }

    /** The stretch between two of its points; the whole of an open one when these are its ends. */
    public SketchSpline between(String name, String from, String to) {
        boolean all = !closed && from.equals(through.get(0)) && to.equals(last());
        return new SketchSpline(
                name, through, closed, startHandle, endHandle, all ? "" : from, all ? "" : to, construction);
    }

    /** The whole curve that this is a stretch of. */
    public SketchSpline unbroken() {
        return new SketchSpline(id, through, closed, startHandle, endHandle, "", "", construction);
    }

    public SketchSpline withHandles(String from, String to) {
        return new SketchSpline(id, through, closed, from, to, start, end, construction);
    }

    @Override
    public SketchSpline asConstruction(boolean on) {
        return new SketchSpline(id, through, closed, startHandle, endHandle, start, end, on);
    }

    @Override
    public SketchSpline copied(String copy, UnaryOperator<String> points, boolean mirrored) {
        UnaryOperator<String> other = p -> p.isEmpty() ? "" : points.apply(p);
        return new SketchSpline(
                copy,
                through.stream().map(points).toList(),
                closed,
                other.apply(startHandle),
                other.apply(endHandle),
                other.apply(start),
                other.apply(end),
                construction);
    }
}
