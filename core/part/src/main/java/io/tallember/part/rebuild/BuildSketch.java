package io.tallember.part.rebuild;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.part.SketchPlane;
import io.tallember.part.SketchStep;
import io.tallember.sketch.regions.SketchReader;
import java.util.List;

/** Places a sketch and reads its regions. */
final class BuildSketch {
    private BuildSketch() {}

    static Stand build(SketchStep step, Stand before, List<String> notes) {
        Frame frame = frame(step.plane(), before, notes);
        return before.with(new PlacedSketch(step, frame, SketchReader.read(step.sketch(), Tolerance.DEFAULT)));
    }

    private static Frame frame(SketchPlane plane, Stand before, List<String> notes) {
        if (plane instanceof SketchPlane.Base b) {
            return b.frame();
        }
        SketchPlane.OnFace on = (SketchPlane.OnFace) plane;
        FaceFinder.Found found = FaceFinder.find(on.face(), before.bodies())
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The face this sketch lies on is no longer there. Put the sketch on another face or plane."));
        if (!(found.face().surface() instanceof Plane p)) {
            throw new GeometryException(
                    Reason.LOST_REFERENCE,
                    "The face this sketch lies on is no longer flat. Put the sketch on a flat face or a plane.");
        }
        if (!found.exact()) {
            notes.add(
                    "The face under this sketch has changed its neighbours; the piece nearest to the old one was taken.");
        }
        return SketchPlane.frameOn(
                p.frame().origin(), found.face().outward(p.frame().origin()));
    }
}
