package io.tallember.part.steps.marks;

import io.tallember.geometry.ArcLength;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.PointReference;
import io.tallember.part.SketchPlane;
import io.tallember.part.rebuild.EdgeFinder;
import io.tallember.part.rebuild.FaceFinder;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.PointFinder;
import io.tallember.part.rebuild.Stand;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.sweep.Moved;
import java.util.ArrayList;
import java.util.List;

/** Puts planes beside, between and askew to others, and by what they touch or go through. */
final class BuildPlane {
    private static final String WHAT = "this plane";

    private BuildPlane() {}

    static Stand build(PlaneStep step, Stand before, List<String> notes) {
        return before.with(
                step.id(),
                switch (step.way()) {
                    case BESIDE -> from(step, before, notes).movedAlongZ(step.distance());
                    case MIDWAY -> midway(from(step, before, notes), second(step, before, notes));
                    case TURNED -> turned(from(step, before, notes), straight(step, before), step.angle());
                    case MEETING -> meeting(step, before, notes);
                    case TANGENT -> tangent(step, before, notes);
                    case CORNERS -> corners(step, before, notes);
                    case SQUARE -> square(edge(step, before), step.distance());
                });
    }

    private static Frame from(PlaneStep step, Stand before, List<String> notes) {
        return Planes.frame(step.from(), WHAT, before, notes);
    }

    private static Frame second(PlaneStep step, Stand before, List<String> notes) {
        return Planes.frame(step.on().second(), WHAT, before, notes);
    }

    private static Frame meeting(PlaneStep step, Stand before, List<String> notes) {
        Frame a = from(step, before, notes);
        Frame b = second(step, before, notes);
        Vec3 along = a.z().cross(b.z());
        if (along.length() < 1e-9) {
            throw new GeometryException(
                    Reason.NO_CONTACT,
                    "These two planes are parallel, so there is no line through which one could go.");
        }
        return turned(a, new Line(onBoth(a, b, b.z()), along.unit()), step.angle());
    }

    /** A point of both planes. */
    static Vec3 onBoth(Frame a, Frame b, Vec3 n) {
        Vec3 down = a.z().cross(n).cross(a.z());
        double far = b.origin().minus(a.origin()).dot(n) / down.dot(n);
        return a.origin().plus(far, down);
    }

    private static Frame tangent(PlaneStep step, Stand before, List<String> notes) {
        Frame facing = from(step, before, notes);
        Face face = FaceFinder.find(step.on().round(), before.bodies())
                .map(FaceFinder.Found::face)
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The round face of this plane is no longer there. Open the step and pick another."));
        if (!(face.surface() instanceof Cylinder c)) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "A plane can touch a cylinder; the face of this plane isn't one.");
        }
        Vec3 axis = c.frame().z();
        Vec3 out = facing.z().minus(axis.times(axis.dot(facing.z())));
        if (out.length() < 1e-9) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The plane that says on which side to touch lies across the cylinder. Choose one along its axis.");
        }
        Vec3 n = Moved.about(c.axis(), step.angle()).direction(out.unit());
        return SketchPlane.frameOn(c.frame().origin().plus(c.radius(), n), n);
    }

    private static Frame corners(PlaneStep step, Stand before, List<String> notes) {
        List<Vec3> p = new ArrayList<>();
        for (PointReference r : step.on().corners()) {
            p.add(PointFinder.place(r, WHAT, before, notes));
        }
        Vec3 n = p.get(1).minus(p.get(0)).cross(p.get(2).minus(p.get(0)));
        if (n.length() < 1e-9) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "The three corners lie in one line. Pick one that lies beside the others.");
        }
        Vec3 up = n.unit();
        boolean back = up.z() < -1e-9
                || Math.abs(up.z()) <= 1e-9 && (up.x() < -1e-9 || Math.abs(up.x()) <= 1e-9 && up.y() > 0);
        return SketchPlane.frameOn(p.get(0), back ? up.negated() : up);
    }

    /** Across the edge at a distance along it, facing back along it, so that what is drawn there goes on as the edge does. */
    private static Frame square(Edge e, double distance) {
        double length = ArcLength.of(e.curve(), e.range());
        if (distance < 0 || length < distance - Tolerance.DEFAULT.linear()) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "The edge is " + Terms.length(length) + " long; the plane must lie along it.");
        }
        double t = ArcLength.parameter(e.curve(), e.range(), distance);
        Vec3 at = e.curve().point(t);
        Vec3 z = e.curve().tangent(t);
        Vec3 hint = Math.abs(z.z()) > 0.999 ? Vec3.X : Vec3.Z.cross(z);
        return Frame.of(at, z, hint);
    }

    /** Between parallel planes half way; between others through their line, halving the angle. */
    private static Frame midway(Frame a, Frame b) {
        Vec3 n = a.z().dot(b.z()) < 0 ? b.z().negated() : b.z();
        Vec3 line = a.z().cross(n);
        if (line.length() < 1e-9) {
            double gap = b.origin().minus(a.origin()).dot(a.z());
            return a.movedAlongZ(gap / 2);
        }
        return SketchPlane.frameOn(onBoth(a, b, n), a.z().plus(n).unit());
    }

    private static Edge edge(PlaneStep step, Stand before) {
        return EdgeFinder.find(step.on().edge(), before.bodies())
                .map(EdgeFinder.Found::edge)
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The edge of this plane is no longer there. Open the step and pick another."));
    }

    private static Line straight(PlaneStep step, Stand before) {
        if (edge(step, before).curve() instanceof Line l) {
            return l;
        }
        throw new GeometryException(Reason.BAD_VALUE, "The edge of this plane isn't straight. Pick a straight one.");
    }

    private static Frame turned(Frame from, Line edge, double angle) {
        Frame turn = Moved.about(edge, angle);
        Vec3 along = edge.direction();
        if (Math.abs(along.dot(from.z())) > 1e-9) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "The edge doesn't run along the plane that is turned. Pick one that does.");
        }
        return SketchPlane.frameOn(edge.origin(), turn.direction(from.z()));
    }
}
