package io.tallember.sketch;

import java.util.List;
import java.util.function.UnaryOperator;

/**
 * An ellipse by its centre and the ends of two half axes, which stay square to each other; whole, or the stretch that runs
 * counter-clockwise from one of its points to another.
 *
 * @param start of a stretch, and {@code end}; both empty when the ellipse is whole
 */
public record SketchEllipse(
        String id, String centre, String a, String b, String start, String end, boolean construction)
        implements FreeCurve {
    /** A whole one. */
    public SketchEllipse(String id, String centre, String a, String b, boolean construction) {
        this(id, centre, a, b, "", "", construction);
    }

    public boolean whole() {
        return start.isEmpty();
    }

    @Override
    public List<String> points() {
        return whole() ? List.of(centre, a, b) : List.of(centre, a, b, start, end);
    }

    @Override
    public List<String> ends() {
        return whole() ? List.of() : List.of(start, end);
    }

    @Override
    public SketchEllipse asConstruction(boolean on) {
        return new SketchEllipse(id, centre, a, b, start, end, on);
    }

    @Override
    public SketchEllipse copied(String copy, UnaryOperator<String> points, boolean mirrored) {
        String from = whole() ? "" : points.apply(mirrored ? end : start);
        String to = whole() ? "" : points.apply(mirrored ? start : end);
        return new SketchEllipse(copy, points.apply(centre), points.apply(a), points.apply(b), from, to, construction);
    }
}
