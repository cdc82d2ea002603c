package io.tallember.sketch;

import java.util.List;

/** The arc about {@code centre} that runs counter-clockwise from {@code start} to {@code end}. */
public record SketchArc(String id, String centre, String start, String end, boolean construction) implements Round {
    @Override
    public List<String> points() {
        return List.of(centre, start, end);
    }

    @Override
    public List<String> ends() {
        return List.of(start, end);
    }

    @Override
    public SketchArc asConstruction(boolean on) {
        return new SketchArc(id, centre, start, end, on);
    }
}
