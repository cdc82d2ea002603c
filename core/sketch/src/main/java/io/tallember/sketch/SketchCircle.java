package io.tallember.sketch;

import java.util.List;

/** A full circle; the radius is in mm. */
public record SketchCircle(String id, String centre, double radius, boolean construction) implements Round {
    @Override
    public List<String> points() {
        return List.of(centre);
    }

    @Override
    public List<String> ends() {
        return List.of();
    }

    @Override
    public SketchCircle asConstruction(boolean on) {
        return new SketchCircle(id, centre, radius, on);
    }
}
