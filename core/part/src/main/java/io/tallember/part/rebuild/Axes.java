package io.tallember.part.rebuild;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.part.Layout.Axis;
import io.tallember.solid.Face;
import java.util.List;

/** Lines that repeats, turns and planes go along or round. */
public final class Axes {
    private Axes() {}

    /** @param whose what goes by the axis, as sentences call it, such as "this repeat" */
    public static Line of(Axis axis, String whose, Stand before, List<String> notes) {
        if (axis instanceof Axis.Base b) {
            return new Line(Vec3.ZERO, b == Axis.Base.X ? Vec3.X : b == Axis.Base.Y ? Vec3.Y : Vec3.Z);
        }
        if (axis instanceof Axis.Made m) {
            Stand.Mark mark = before.marks().get(m.step());
            if (mark == null || mark.axis() == null) {
                throw new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The axis of " + whose + " isn't built. Switch its step on, or choose another.");
            }
            return mark.axis();
        }
        return axis instanceof Axis.OfEdge e
                ? edge(e, whose, before, notes)
                : face((Axis.OfFace) axis, whose, before, notes);
    }

    private static Line edge(Axis.OfEdge of, String whose, Stand before, List<String> notes) {
        EdgeFinder.Found found = EdgeFinder.find(of.edge(), before.bodies()).orElseThrow(() -> lost("edge", whose));
        if (!found.exact()) {
            notes.add(changed("edge", whose));
        }
        Curve c = found.edge().curve();
        if (c instanceof Line l) {
            return l;
        }
        if (c instanceof Circle k) {
            return new Line(k.frame().origin(), k.frame().z());
        }
        throw new GeometryException(
                Reason.LOST_REFERENCE, "The picked edge has no axis. Pick a straight or a round one.");
    }

    private static Line face(Axis.OfFace of, String whose, Stand before, List<String> notes) {
        FaceFinder.Found found = FaceFinder.find(of.face(), before.bodies()).orElseThrow(() -> lost("face", whose));
        if (!found.exact()) {
            notes.add(changed("face", whose));
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

    private static GeometryException lost(String what, String whose) {
        return new GeometryException(
                Reason.LOST_REFERENCE,
                "The " + what + " that " + whose + " goes along or round is no longer there. Pick another one.");
    }

    private static String changed(String what, String whose) {
        return "The " + what + " that " + whose
                + " goes along or round has changed its neighbours; the piece nearest to the old one was taken.";
    }
}
