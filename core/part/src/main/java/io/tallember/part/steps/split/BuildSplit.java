package io.tallember.part.steps.split;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.part.SketchPlane;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Stand;
import io.tallember.solid.Body;
import io.tallember.solid.sweep.Split;
import java.util.ArrayList;
import java.util.List;

/** Cuts the bodies apart that a plane or a face crosses. */
final class BuildSplit {
    private BuildSplit() {}

    static Stand build(SplitStep step, Stand before, List<String> notes) {
        Surface by = step.plane() instanceof SketchPlane.OnFace f
                ? Planes.face(f, "this split", before, notes).surface()
                : new Plane(Planes.frame(step.plane(), "this split", before, notes));
        List<PartBody> out = new ArrayList<>();
        boolean cut = false;
        for (PartBody b : before.bodies()) {
            List<Body> pieces = Split.by(b.body(), by, step.id(), Tolerance.DEFAULT);
            cut |= pieces.size() > 1;
            Material.name(pieces, b.id(), out);
        }
        if (!cut) {
            throw new GeometryException(
                    Reason.NO_CONTACT,
                    before.bodies().isEmpty()
                            ? "There is no body to split yet."
                            : "It crosses no body, so there is nothing to split. Pick another plane or face.");
        }
        return before.with(out);
    }
}
