package io.tallember.sketch;

import io.tallember.geometry.Vec2;
import java.util.List;

/** A point of the sketch plane, in mm. */
public record SketchPoint(String id, double x, double y) implements Entity {
    @Override
    public List<String> points() {
        return List.of();
    }

    public Vec2 at() {
        return new Vec2(x, y);
    }
}
