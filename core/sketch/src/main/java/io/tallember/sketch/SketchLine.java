package io.tallember.sketch;

import java.util.List;

/** The straight line between two points. */
public record SketchLine(String id, String start, String end, boolean construction) implements SketchCurve {
    @Override
    public List<String> points() {
        return List.of(start, end);
    }

    @Override
    public List<String> ends() {
        return points();
    }

    @Override
    public SketchLine asConstruction(boolean on) {
        return new SketchLine(id, start, end, on);
    }
}
