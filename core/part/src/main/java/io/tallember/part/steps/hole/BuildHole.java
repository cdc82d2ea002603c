package io.tallember.part.steps.hole;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.part.SketchPlane;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.hole.HoleStep.Extent;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.fuse.Classifier;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Revolve;
import io.tallember.solid.sweep.UpTo;
import java.util.ArrayList;
import java.util.List;

/** Drills holes: each a turned body that starts flush with its face, or a round prism up to a face with its head. */
final class BuildHole {
    /** How deep under its face a hole is surely in the material, in mm. */
    private static final double BARELY = 1e-3;

    /** A face whose normal is no more than this along the hole runs along it. */
    private static final double ALONG = 1e-6;

    private static final double BEYOND = 1;
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private final HoleStep step;
    private final Stand before;
    private final List<String> notes;

    private BuildHole(HoleStep step, Stand before, List<String> notes) {
        this.step = step;
        this.before = before;
        this.notes = notes;
    }

    static Stand build(HoleStep step, Stand before, List<String> notes) {
        BuildHole b = new BuildHole(step, before, notes);
        HoleStarts starts = new HoleStarts(step, before, notes);
        List<Body> tools = new ArrayList<>();
        for (HoleStep.Place p : step.places()) {
            tools.addAll(b.tools(starts.of(p), p.id()));
        }
        return Material.apply(step, "hole", tools, before);
    }

    /** The bodies of the hole at a place. */
    private List<Body> tools(HoleStarts.Start start, String id) {
        Frame f = start.frame();
        if (step.extent() == Extent.BLIND || step.extent() == Extent.THROUGH) {
            return List.of(turned(f, id, section(start, false), id));
        }
        Interval round = new Interval(0, 2 * Math.PI);
        Circle rim = new Circle(Frame.WORLD, step.diameter() / 2);
        Profile.Edge wall = new Profile.Edge(rim, round, true, id + "-wall");
        Profile mouth = new Profile(f, List.of(wall), List.of(), "the hole");
        Body prism = Extrude.of(mouth, -far(f), start.rise(), step.id(), id, TOL);
        List<Body> bodies = before.bodies().stream().map(PartBody::body).toList();
        List<Body> out = new ArrayList<>();
        if (step.extent() == Extent.NEXT) {
            List<Body> pieces =
                    start.flush() ? UpTo.next(prism, bodies, id, step.id(), true, TOL) : wall(prism, bodies, f);
            pieces.forEach(b -> covered(b, start));
            out.addAll(pieces);
        } else {
            Face end = step.extent() == Extent.LINE
                    ? wallsEnd(f)
                    : Planes.face(new SketchPlane.OnFace(step.target()), "the end of this hole", before, notes);
            out.addAll(
                    start.flush()
                            ? UpTo.surface(prism, end.surface(), id, step.id(), true, TOL)
                            : upTo(prism, end, start, id));
        }
        if (step.mouth() != HoleStep.Mouth.PLAIN) {
            out.add(turned(f, id, section(start, true), id + "-top"));
        }
        return out;
    }

    /** What of a wall lies in the way of a hole that starts above it. */
    private static List<Body> wall(Body prism, List<Body> bodies, Frame f) {
        Vec3 in = f.point(0, 0, -BARELY);
        List<Body> inWay =
                bodies.stream().filter(b -> b.bounds().overlaps(prism.bounds())).toList();
        return Fuse.intersect(List.of(prism), inWay, TOL).stream()
                .filter(b -> new Classifier(b, TOL).inside(in))
                .toList();
    }

    /** The hole from above where it starts up to a face, carried on beyond its edges. */
    private List<Body> upTo(Body prism, Face end, HoleStarts.Start start, String id) {
        boolean same = end.surface().equals(start.face().surface());
        List<Body> found = same
                ? UpTo.between(prism, end.surface(), null, start.frame().point(0, 0, -BARELY), id, step.id(), TOL)
                : UpTo.surface(prism, end.surface(), id, step.id(), true, TOL);
        Origin deep = new Origin(step.id(), "start", id);
        if (found.stream()
                .anyMatch(b -> b.faces().stream().anyMatch(x -> x.origins().contains(deep)))) {
            throw new GeometryException(
                    Reason.NO_CONTACT,
                    "The face up to which this hole goes isn't in the way of all of it. Pick another face, or give a depth.");
        }
        return found;
    }

    /** The face through which the hole's axis leaves the wall under the hole's middle. */
    private Face wallsEnd(Frame f) {
        Line axis = new Line(f.origin(), f.z().negated());
        Face first = null;
        double depth = Double.POSITIVE_INFINITY;
        for (PartBody b : before.bodies()) {
            for (Face face : b.body().faces()) {
                for (Meeting m : CurveSurface.meet(axis, new Interval(TOL.linear(), far(f)), face.surface(), TOL)) {
                    Vec3 p = axis.point(m.t());
                    if (m.t() < depth
                            && face.outward(p).dot(axis.direction()) > 0
                            && face.region().locate(p, TOL) != SurfaceRegion.Place.OUTSIDE) {
                        first = face;
                        depth = m.t();
                    }
                }
            }
        }
        if (first == null) {
            throw new GeometryException(
                    Reason.NO_CONTACT, "There is no wall under the middle of this hole. Move it, or give it a depth.");
        }
        return first;
    }

    /** Refuses a hole whose wall doesn't lie under all of it: beside the wall it would run on into what stands there. */
    private void covered(Body piece, HoleStarts.Start start) {
        Frame f = start.frame();
        for (Face end : piece.faces()) {
            boolean mouth =
                    !start.flush() && end.origins().containsAll(start.face().origins());
            if (mouth || end.origins().stream().anyMatch(o -> o.step().equals(step.id()))) {
                continue;
            }
            Vec3 p = end.region().interiorPoint(TOL).orElse(end.bounds().centre());
            if (end.outward(p).dot(f.z()) > -ALONG) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "The wall doesn't lie under all of this hole: beside it the hole would run on into what stands there."
                                + " Let it go out of its wall only in line with its middle, move it, or give it a depth.");
            }
        }
    }

    /** A corner of the section by radius and depth, and what the side from it to the next is called. */
    private record Corner(double r, double z, String next) {}

    /** Half the section of the hole, or of its head alone. */
    private List<Corner> section(HoleStarts.Start start, boolean headOnly) {
        Frame f = start.frame();
        double top = -start.rise();
        double r = step.diameter() / 2;
        double head = step.head() / 2;
        List<Corner> out = new ArrayList<>();
        out.add(new Corner(0, top, "mouth"));
        double seat = 0;
        if (step.mouth().seated()) {
            seat = step.headDepth();
            out.add(new Corner(head, top, "head"));
            out.add(new Corner(head, seat, "seat"));
            out.add(new Corner(r, seat, "wall"));
        } else if (step.mouth() == HoleStep.Mouth.COUNTERSINK) {
            seat = (head - r) / Math.tan(step.sink() / 2);
            if (top < 0) {
                out.add(new Corner(head, top, "head"));
            }
            out.add(new Corner(head, 0, "sink"));
            out.add(new Corner(r, seat, "wall"));
        } else {
            out.add(new Corner(r, top, "wall"));
        }
        if (headOnly) {
            out.remove(out.size() - 1);
            if (!step.mouth().seated()) {
                out.add(new Corner(r, seat, "floor"));
            }
            out.add(new Corner(0, seat, "axis"));
            return out;
        }
        boolean through = step.extent() == Extent.THROUGH;
        double deep = through ? far(f) : step.depth();
        boolean tip = step.pointed() && !through;
        out.add(new Corner(r, deep, tip ? "point" : "floor"));
        out.add(new Corner(0, tip ? deep + r / Math.tan(step.point() / 2) : deep, "axis"));
        return out;
    }

    /** A section turned about the hole's axis. */
    private Body turned(Frame f, String id, List<Corner> section, String region) {
        // half the section in the plane of the axis, which points into the material
        Frame half = new Frame(f.origin(), f.x(), f.z().negated(), f.y());
        List<Profile.Edge> loop = new ArrayList<>();
        for (int i = 0; i < section.size(); i++) {
            Corner a = section.get(i);
            Corner b = section.get((i + 1) % section.size());
            Vec3 p = new Vec3(a.r(), a.z(), 0);
            Vec3 q = new Vec3(b.r(), b.z(), 0);
            loop.add(new Profile.Edge(Line.through(p, q), new Interval(0, p.distance(q)), true, id + "-" + a.next()));
        }
        Profile profile = new Profile(half, loop, List.of(), "the hole");
        Line axis = new Line(f.origin(), half.y());
        return Revolve.of(profile, axis, 0, 2 * Math.PI, step.id(), region, TOL);
    }

    /** How deep below the face the last material is, and a little more. */
    private double far(Frame f) {
        double deepest = 0;
        for (PartBody b : before.bodies()) {
            for (Vec3 corner : b.body().bounds().corners()) {
                deepest = Math.max(deepest, -f.local(corner).z());
            }
        }
        return deepest + BEYOND + step.headDepth() + step.head();
    }
}
