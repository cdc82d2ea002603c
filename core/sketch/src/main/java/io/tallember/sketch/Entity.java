package io.tallember.sketch;

import java.util.List;

/** What a sketch is drawn with. Points carry coordinates in mm; curves refer to points by id. */
public sealed interface Entity permits SketchPoint, SketchCurve {
    String id();

    /** The ids of the points this entity hangs on. */
    List<String> points();
}
