package io.tallember.part.steps.bodies;

import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import java.util.LinkedHashSet;
import java.util.List;

/**
 * Makes one of several bodies: all joined, or the first one less the others, or only what all have in common.
 *
 * @param bodies ids of the bodies, the first one first; none for all of the part's bodies
 */
public record CombineStep(String id, String name, boolean off, Way way, List<String> bodies) implements Step {
    /** What becomes of the bodies. */
    public enum Way {
        JOIN,
        SUBTRACT,
        COMMON
    }

    public CombineStep {
        bodies = List.copyOf(new LinkedHashSet<>(bodies));
        if (bodies.size() == 1) {
            throw Refusal.of("Pick two bodies or more to unite, subtract or intersect.");
        }
    }

    /** Of all bodies. */
    public CombineStep(String id, String name, boolean off, Way way) {
        this(id, name, off, way, List.of());
    }

    @Override
    public String kind() {
        return switch (way) {
            case JOIN -> "Unite";
            case SUBTRACT -> "Subtract";
            case COMMON -> "Intersect";
        };
    }

    @Override
    public CombineStep numbered(String i, String n) {
        return new CombineStep(i, n, off, way, bodies);
    }

    @Override
    public CombineStep switched(boolean o) {
        return new CombineStep(id, name, o, way, bodies);
    }

    @Override
    public List<String> uses() {
        return PartDocument.makers(bodies);
    }
}
