package io.tallember.part;

import io.tallember.sketch.Sketch;
import java.util.List;

/** A sketch on a plane. */
public record SketchStep(String id, String name, boolean off, SketchPlane plane, Sketch sketch) implements Step {
    @Override
    public SketchStep numbered(String i, String n) {
        return new SketchStep(i, n, off, plane, sketch);
    }

    @Override
    public SketchStep switched(boolean o) {
        return new SketchStep(id, name, o, plane, sketch);
    }

    public SketchStep with(Sketch s) {
        return new SketchStep(id, name, off, plane, s);
    }

    @Override
    public List<String> uses() {
        return plane.steps();
    }
}
