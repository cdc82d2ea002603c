package io.tallember.part;

import java.util.List;
import java.util.Optional;

/** One entry of the build sheet. */
public interface Step {
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

    /** Whether what it did can be done again elsewhere. */
    default boolean repeatable() {
        return false;
    }

    /** Whether it only rounds or bevels what others made, so that it goes with them. */
    default boolean blends() {
        return false;
    }

    /** Whether it makes a plane that others can stand on, or an axis that others can go round. */
    default boolean makesPlane() {
        return false;
    }

    default boolean makesAxis() {
        return false;
    }

    /** Whether it makes a path that others can go along. */
    default boolean makesPath() {
        return false;
    }

    /** Whether it draws nothing of the part, but what others are made with, so that it may be hidden. */
    default boolean helps() {
        return makesPlane() || makesAxis() || makesPath();
    }

    /**
     * Checks what it needs of a part besides that what it uses stands above it.
     *
     * @throws io.tallember.geometry.GeometryException BAD_VALUE when that isn't there
     */
    default void fits(PartDocument doc) {}

    /** Ids of the sketches whose outlines or lines it makes material or paths of. */
    default List<String> outlines() {
        return List.of();
    }

    /** Ids of the steps this one builds on. */
    List<String> uses();
}
