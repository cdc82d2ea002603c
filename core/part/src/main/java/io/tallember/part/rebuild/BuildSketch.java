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
        Frame frame = Planes.frame(step.plane(), "this sketch", before, notes);
        SketchStep followed = Traces.followed(step, frame, before, notes);
        return before.with(new PlacedSketch(followed, frame, SketchReader.read(followed.sketch(), Tolerance.DEFAULT)));
    }
}
