package io.tallember.part;

import java.util.List;

/** One entry of the build sheet. */
public sealed interface Step permits SketchStep, ProfileStep, BlendStep {
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

    /** Ids of the steps this one builds on. */
    List<String> uses();
}
