package io.tallember.part;

import java.util.List;

/**
 * Mirrors the bodies in a plane.
 *
 * @param join whether each mirrored body is joined with its original, else it is a body of its own
 */
public record MirrorStep(String id, String name, boolean off, SketchPlane plane, boolean join) implements Step {
    @Override
    public MirrorStep numbered(String i, String n) {
        return new MirrorStep(i, n, off, plane, join);
    }

    @Override
    public MirrorStep switched(boolean o) {
        return new MirrorStep(id, name, o, plane, join);
    }

    @Override
    public List<String> uses() {
        return plane.steps();
    }
}
