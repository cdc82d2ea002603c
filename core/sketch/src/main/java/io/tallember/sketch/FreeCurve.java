package io.tallember.sketch;

import java.util.function.UnaryOperator;

/** A curve that goes by its points alone and has no radius. */
public sealed interface FreeCurve extends SketchCurve permits SketchEllipse, SketchSpline {
    /** The same kind of curve on other points; a mirrored stretch of an ellipse runs from the other end. */
    FreeCurve copied(String id, UnaryOperator<String> points, boolean mirrored);
}
