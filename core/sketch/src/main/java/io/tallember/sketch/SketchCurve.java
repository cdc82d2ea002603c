package io.tallember.sketch;

/** A drawn curve. Construction curves guide others and bound no region. */
public sealed interface SketchCurve extends Entity permits SketchLine, Round, FreeCurve, SketchText {
    boolean construction();

    /** The same curve, as construction or not. */
    SketchCurve asConstruction(boolean on);
}
