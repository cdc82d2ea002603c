package io.tallember.part.rebuild;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Tolerance;
import io.tallember.part.SketchStep;
import io.tallember.sketch.regions.SketchReader;
import java.util.List;

/** Places a sketch and reads its regions. */
final class BuildSketch {
    private BuildSketch() {}

    static Stand build(SketchStep step, Stand before, List<String> notes) {
        Frame plane = Planes.frame(step.plane(), "this sketch", before, notes);
        SketchStep.Shift at = step.shift();
        Frame there = plane.at(plane.point(at.x(), at.y(), 0));
        double c = Math.cos(at.turn());
        double s = Math.sin(at.turn());
        Frame frame = at.equals(SketchStep.Shift.NONE)
                ? plane
                : new Frame(
                        there.origin(),
                        there.x().times(c).plus(s, there.y()),
                        there.y().times(c).plus(-s, there.x()),
                        there.z());
        SketchStep followed = Traces.followed(step, frame, before, notes);
        return before.with(new PlacedSketch(followed, frame, SketchReader.read(followed.sketch(), Tolerance.DEFAULT)));
    }
}
