package io.tallember.sketch.edit;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchSpline;
import java.util.List;

/** Gives the open ends of a spline, with all its stretches, handles where they change nothing yet, or takes them away. */
public final class Handles {
    private Handles() {}

    /** @param on whether the spline has handles afterwards */
    public static Sketch of(Sketch sketch, String spline, boolean on) {
        if (!(sketch.find(spline).orElse(null) instanceof SketchSpline s) || s.closed()) {
            throw EditedSketch.refused("Pick a spline that doesn't close; only its ends have handles.");
        }
        if (!on) {
            List<String> gone = List.of(s.startHandle(), s.endHandle());
            return handled(sketch, s, "", "")
                    .without(gone.stream().filter(h -> !h.isEmpty()).toList());
        }
        List<List<Vec2>> poles = sketch.poles(s);
        if (poles.isEmpty()) {
            throw EditedSketch.refused("This spline has no length.");
        }
        EditedSketch draft = new EditedSketch(sketch);
        String start = s.startHandle().isEmpty() ? draft.point(poles.get(0).get(1)) : s.startHandle();
        String end = s.endHandle().isEmpty()
                ? draft.point(poles.get(poles.size() - 1).get(2))
                : s.endHandle();
        return handled(draft.done(), s, start, end);
    }

    private static Sketch handled(Sketch sketch, SketchSpline s, String start, String end) {
        Sketch out = sketch;
        for (SketchCurve c : sketch.curves()) {
            if (c instanceof SketchSpline o && o.along(s)) {
                out = out.replacing(o.withHandles(start, end));
            }
        }
        return out;
    }
}
