package io.tallember.sketch;

import java.util.List;

/** A drawn curve. Construction curves guide others and bound no region. */
public sealed interface SketchCurve extends Entity permits SketchLine, Round, FreeCurve, SketchText {
    boolean construction();

    /** The points where it begins and where it stops; empty when it closes on itself, and for a text. */
    List<String> ends();

    /** The same curve, as construction or not. */
    SketchCurve asConstruction(boolean on);
}
