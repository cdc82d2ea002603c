package io.tallember.part.steps.split;

import io.tallember.part.SketchPlane;
import io.tallember.part.Step;
import java.util.List;

/**
 * Cuts bodies apart along a plane or a face carried on beyond its edges.
 *
 * @param plane a base plane, or a face, which need not be flat
 */
public record SplitStep(String id, String name, boolean off, SketchPlane plane) implements Step {
    @Override
    public SplitStep numbered(String i, String n) {
        return new SplitStep(i, n, off, plane);
    }

    @Override
    public SplitStep switched(boolean o) {
        return new SplitStep(id, name, o, plane);
    }

    @Override
    public List<String> uses() {
        return plane.steps();
    }
}
