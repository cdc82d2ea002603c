package io.tallember.part.rebuild;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.SketchPlane;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import java.util.List;

/** Planes and faces that steps stand on, found again on the bodies as they are. */
public final class Planes {
    private Planes() {}

    /** @param what the thing that stands there, as sentences call it, such as "this sketch" */
    public static Frame frame(SketchPlane plane, String what, Stand before, List<String> notes) {
        if (plane instanceof SketchPlane.Base b) {
            return b.frame();
        }
        if (plane instanceof SketchPlane.Made m) {
            return before.plane(m.step())
                    .orElseThrow(() -> new GeometryException(
                            Reason.LOST_REFERENCE,
                            "The plane under " + what
                                    + " isn't built. Switch its step on, or put it on another plane or face."));
        }
        if (plane instanceof SketchPlane.Standing s) {
            Frame f = frame(s.on(), what, before, notes);
            Vec3 x = f.x().times(Math.cos(s.turn())).plus(Math.sin(s.turn()), f.y());
            return new Frame(f.point(s.x(), s.y(), 0), x, f.z(), x.cross(f.z()));
        }
        if (plane instanceof SketchPlane.Through t) {
            return through(t, what, before, notes);
        }
        Face face = face(((SketchPlane.OnFace) plane), what, before, notes);
        if (!(face.surface() instanceof Plane p)) {
            throw new GeometryException(
                    Reason.LOST_REFERENCE, "The face under " + what + " isn't flat. Put it on a flat face or a plane.");
        }
        return SketchPlane.frameOn(p.frame().origin(), face.outward(p.frame().origin()));
    }

    private static Frame through(SketchPlane.Through t, String what, Stand before, List<String> notes) {
        Frame f = frame(t.on(), what, before, notes);
        Edge e = EdgeFinder.find(t.edge(), before.bodies())
                .map(EdgeFinder.Found::edge)
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The edge for " + what + " is no longer there. Pick another, or a plane."));
        double height = f.local(e.middle()).z();
        for (int i = 0; i <= 8; i++) {
            double h = f.local(e.curve().point(e.range().at(i / 8.0))).z();
            if (Math.abs(h - height) > Tolerance.DEFAULT.linear()) {
                throw new GeometryException(
                        Reason.BAD_VALUE, "The edge for " + what + " isn't level. Pick one that is, or a plane.");
            }
        }
        return f.movedAlongZ(height);
    }

    public static Face face(SketchPlane.OnFace on, String what, Stand before, List<String> notes) {
        FaceFinder.Found found = FaceFinder.find(on.face(), before.bodies())
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The face under " + what + " is no longer there. Put it on another face or plane."));
        if (!found.exact()) {
            notes.add("The face under " + what
                    + " has changed its neighbours; the piece nearest to the old one was taken.");
        }
        return found.face();
    }
}
