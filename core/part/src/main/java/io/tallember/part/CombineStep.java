package io.tallember.part;

import java.util.List;

/**
 * Makes one of several bodies: all of the part's bodies joined, or the first one less the others, or only what all have in
 * common.
 */
public record CombineStep(String id, String name, boolean off, Way way) implements Step {
    /** What becomes of the bodies. */
    public enum Way {
        JOIN,
        SUBTRACT,
        COMMON
    }

    @Override
    public CombineStep numbered(String i, String n) {
        return new CombineStep(i, n, off, way);
    }

    @Override
    public CombineStep switched(boolean o) {
        return new CombineStep(id, name, o, way);
    }

    @Override
    public List<String> uses() {
        return List.of();
    }
}
