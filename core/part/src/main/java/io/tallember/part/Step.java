package io.tallember.part;

import java.util.List;

/** One entry of the build sheet. */
public sealed interface Step permits SketchStep, ExtrudeStep {
    String id();

    String name();

    /** Kept but not built. */
    boolean off();

    Step named(String name);

    Step switched(boolean off);

    /** Ids of the steps this one builds on. */
    List<String> uses();
}
