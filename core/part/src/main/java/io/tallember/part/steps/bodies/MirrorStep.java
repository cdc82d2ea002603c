package io.tallember.part.steps.bodies;

import io.tallember.part.PartDocument;
import io.tallember.part.SketchPlane;
import io.tallember.part.Step;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Mirrors bodies in a plane.
 *
 * @param join whether each mirrored body is joined with its original, else it is a body of its own
 * @param bodies ids of the bodies mirrored; none for all
 */
public record MirrorStep(String id, String name, boolean off, SketchPlane plane, boolean join, List<String> bodies)
        implements Step {
    public MirrorStep {
        bodies = List.copyOf(bodies);
    }

    /** Of all bodies. */
    public MirrorStep(String id, String name, boolean off, SketchPlane plane, boolean join) {
        this(id, name, off, plane, join, List.of());
    }

    @Override
    public MirrorStep numbered(String i, String n) {
        return new MirrorStep(i, n, off, plane, join, bodies);
    }

    @Override
    public MirrorStep switched(boolean o) {
        return new MirrorStep(id, name, o, plane, join, bodies);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>(plane.steps());
        all.addAll(PartDocument.makers(bodies));
        return List.copyOf(all);
    }
}
