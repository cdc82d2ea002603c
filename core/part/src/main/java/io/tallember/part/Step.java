package io.tallember.part;

import java.util.List;
import java.util.Optional;

/** One entry of the build sheet. */
public sealed interface Step
        permits SketchStep,
                MaterialStep,
                BlendStep,
                SplitStep,
                RepeatStep,
                WallStep,
                PlaneStep,
                MarkStep,
                MirrorStep,
                MoveStep,
                CombineStep,
                MouldedStep {
    String id();

    String name();

    /** What steps of its kind are called before they are named, such as Extrude. */
    default String kind() {
        return getClass().getSimpleName().replace("Step", "");
    }

    /** Kept but not built. */
    boolean off();

    /** With an id and a name. */
    Step numbered(String id, String name);

    default Step named(String name) {
        return numbered(id(), name);
    }

    Step switched(boolean off);

    /** What the number at a place of the step measures; nothing when it has none there. */
    default Optional<Measure> measure(String place) {
        return Optional.empty();
    }

    /** The places at which it may have numbers. */
    default List<String> numbers() {
        return List.of();
    }

    /** With another number, in mm or radians, at a place that has one. */
    default Step sized(String place, double value) {
        return this;
    }

    /** Ids by which the faces that it makes name it. */
    default List<String> makes() {
        return List.of(id());
    }

    /** How many ids after its own are kept for it. */
    default int reserved() {
        return 0;
    }

    /** Ids of the steps this one builds on. */
    List<String> uses();
}
