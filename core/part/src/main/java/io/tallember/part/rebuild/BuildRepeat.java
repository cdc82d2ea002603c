package io.tallember.part.rebuild;

import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.part.RepeatStep;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.sweep.Moved;
import java.util.ArrayList;
import java.util.List;

/** Repeats the material of steps: all copies of one step are added or taken away at once. */
final class BuildRepeat {
    private final RepeatStep step;
    private final Stand before;
    private final List<String> notes;

    private BuildRepeat(RepeatStep step, Stand before, List<String> notes) {
        this.step = step;
        this.before = before;
        this.notes = notes;
    }

    static Stand build(RepeatStep step, Stand before, List<String> notes) {
        return new BuildRepeat(step, before, notes).all();
    }

    private Stand all() {
        Line axis = axis();
        Stand stand = before;
        for (String id : step.steps()) {
            Stand.Made made = before.made(id)
                    .orElseThrow(
                            () -> new GeometryException(
                                    Reason.LOST_REFERENCE,
                                    "A step that should be repeated made nothing. Switch it on, mend it, or pick another one."));
            List<Body> copies = new ArrayList<>();
            for (int k = 2; k <= step.count(); k++) {
                if (!step.skip().contains(k)) {
                    copies.addAll(copies(made, k, axis));
                }
            }
            if (!copies.isEmpty()) {
                stand = Material.apply(step.id(), made.mode(), "repeat", copies, stand);
            }
        }
        return stand;
    }

    private List<Body> copies(Stand.Made made, int k, Line axis) {
        double way = (k - 1) * (step.flipped() ? -1 : 1);
        double each = step.full() ? 2 * Math.PI / step.count() : step.angle();
        Frame to = step.round()
                ? Moved.about(axis, way * each)
                : Moved.along(axis.direction().times(way * step.spacing()));
        return made.bodies().stream()
                .map(b -> Moved.by(b, to, o -> new Origin(step.id(), o.role(), o.step() + ":" + o.source() + "@" + k)))
                .toList();
    }

    private Line axis() {
        if (step.axis() instanceof RepeatStep.Axis.Base b) {
            return new Line(
                    Vec3.ZERO, b == RepeatStep.Axis.Base.X ? Vec3.X : b == RepeatStep.Axis.Base.Y ? Vec3.Y : Vec3.Z);
        }
        RepeatStep.Axis.OfFace of = (RepeatStep.Axis.OfFace) step.axis();
        FaceFinder.Found found = FaceFinder.find(of.face(), before.bodies())
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The face that this repeat goes along or round is no longer there. Pick another one."));
        if (!found.exact()) {
            notes.add(
                    "The face that this repeat goes along or round has changed its neighbours; the piece nearest to the old"
                            + " one was taken.");
        }
        Face face = found.face();
        Surface s = face.surface();
        if (s instanceof Plane) {
            return new Line(of.face().point(), face.outward(of.face().point()));
        }
        if (s instanceof Cylinder || s instanceof Cone || s instanceof Torus) {
            return new Line(s.frame().origin(), s.frame().z());
        }
        throw new GeometryException(
                Reason.LOST_REFERENCE, "The picked face has no axis. Pick a flat face, or one round about an axis.");
    }
}
