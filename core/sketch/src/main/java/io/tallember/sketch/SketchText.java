package io.tallember.sketch;

import java.util.List;

/**
 * A line of text whose letters' outlines bound regions. It stands on the line from one point towards another.
 *
 * @param height of a capital letter, in mm
 */
public record SketchText(String id, String start, String along, String text, double height, boolean construction)
        implements SketchCurve {
    @Override
    public List<String> points() {
        return List.of(start, along);
    }

    @Override
    public List<String> ends() {
        return List.of();
    }

    @Override
    public SketchText asConstruction(boolean on) {
        return new SketchText(id, start, along, text, height, on);
    }
}
