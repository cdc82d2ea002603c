package io.tallember.sketch;

/** A curve with a centre and a radius. */
public sealed interface Round extends SketchCurve permits SketchCircle, SketchArc {
    String centre();
}
