package io.tallember.part.steps.marks;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Vec3;
import io.tallember.part.EdgeReference;
import io.tallember.part.Layout;
import io.tallember.part.rebuild.Axes;
import io.tallember.part.rebuild.EdgeFinder;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.PointFinder;
import io.tallember.part.rebuild.Stand;
import io.tallember.solid.Edge;
import java.util.List;

/** Axes and points that others go by. */
final class BuildMark {
    private final MarkStep step;
    private final Stand before;
    private final List<String> notes;
    private final String what;

    private BuildMark(MarkStep step, Stand before, List<String> notes) {
        this.step = step;
        this.before = before;
        this.notes = notes;
        this.what = step.way().point() ? "this point" : "this axis";
    }

    static Stand build(MarkStep step, Stand before, List<String> notes) {
        return before.with(step.id(), new BuildMark(step, before, notes).mark());
    }

    private Stand.Mark mark() {
        return switch (step.way()) {
            case ALONG_EDGE -> axis(Axes.of(new Layout.Axis.OfEdge(step.on().edge()), what, before, notes));
            case OF_FACE -> axis(Axes.of(new Layout.Axis.OfFace(step.on().round()), what, before, notes));
            case WHERE_PLANES_MEET -> axis(meeting());
            case THROUGH_CORNERS -> axis(through(corner(0), corner(1)));
            case SQUARE -> axis(new Line(corner(0), plane().z()));
            case POINT_AT -> new Stand.Mark(null, step.at());
            case POINT_ON_CORNER -> new Stand.Mark(null, corner(0));
            case POINT_ON_EDGE -> {
                Edge e = edge(step.on().edge());
                yield new Stand.Mark(
                        null, e.curve() instanceof Circle c ? c.frame().origin() : e.middle());
            }
            case POINT_IN_PLANE -> new Stand.Mark(null, pierced());
        };
    }

    private static Stand.Mark axis(Line l) {
        return new Stand.Mark(l, l.origin());
    }

    private Frame plane() {
        return Planes.frame(step.from(), what, before, notes);
    }

    private Vec3 corner(int i) {
        return PointFinder.place(step.on().corners().get(i), what, before, notes);
    }

    private static Line through(Vec3 a, Vec3 b) {
        if (a.distance(b) < 1e-9) {
            throw new GeometryException(Reason.BAD_VALUE, "The two corners are at one place. Pick another one.");
        }
        return Line.through(a, b);
    }

    private Line meeting() {
        Frame a = plane();
        Frame b = Planes.frame(step.on().second(), what, before, notes);
        Vec3 along = a.z().cross(b.z());
        if (along.length() < 1e-9) {
            throw new GeometryException(
                    Reason.NO_CONTACT, "These two planes are parallel, so there is no line in which they meet.");
        }
        return new Line(BuildPlane.onBoth(a, b, b.z()), along.unit());
    }

    private Vec3 pierced() {
        Edge e = edge(step.on().edge());
        if (!(e.curve() instanceof Line l)) {
            throw new GeometryException(Reason.BAD_VALUE, "A point is found on straight edges. Pick another edge.");
        }
        Frame p = plane();
        double slope = l.direction().dot(p.z());
        if (Math.abs(slope) < 1e-9) {
            throw new GeometryException(
                    Reason.NO_CONTACT,
                    "The edge runs along the plane, so it goes through it nowhere. Pick another one.");
        }
        return l.origin().plus(p.origin().minus(l.origin()).dot(p.z()) / slope, l.direction());
    }

    private Edge edge(EdgeReference ref) {
        EdgeFinder.Found found = EdgeFinder.find(ref, before.bodies())
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The edge of " + what + " is no longer there. Open the step and pick again."));
        if (!found.exact()) {
            notes.add("The edge of " + what + " has changed; the nearest between the same faces was taken.");
        }
        return found.edge();
    }
}
