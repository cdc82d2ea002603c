package io.tallember.part.steps.hole;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.part.EdgeReference;
import io.tallember.part.SketchPlane;
import io.tallember.part.rebuild.Called;
import io.tallember.part.rebuild.EdgeFinder;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.hole.HoleStep.Extent;
import io.tallember.part.steps.hole.HoleStep.Spot;
import io.tallember.sketch.SketchPoint;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.mass.FaceCentre;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Revolve;
import io.tallember.solid.sweep.UpTo;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Drills holes: each a turned body that starts flush with its face, or a round prism up to a face with its head. */
final class BuildHole {
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
        List<Body> tools = new ArrayList<>();
        for (HoleStep.Place p : step.places()) {
            Frame f = Planes.frame(new SketchPlane.OnFace(p.face()), "this hole", before, notes);
            Vec2 at = b.at(p, f);
            tools.addAll(b.tools(f.at(f.point(at.x(), at.y(), 0)), p.id()));
        }
        return Material.apply(step, "hole", tools, before);
    }

    /** Where a hole is, in the face's coordinates. */
    private Vec2 at(HoleStep.Place p, Frame f) {
        if (p.spot() == null) {
            return p.at();
        }
        if (p.spot() instanceof Spot.AtCentre) {
            return flat(f, FaceCentre.of(Planes.face(new SketchPlane.OnFace(p.face()), "this hole", before, notes)));
        }
        if (p.spot() instanceof Spot.OnPoint s) {
            PlacedSketch placed = before.holding(s.sketch())
                    .orElseThrow(
                            () -> lost("The sketch with the point of a hole isn't built. Switch it on, or mend it."));
            SketchPoint point = placed.step()
                    .sketch()
                    .find(s.point())
                    .filter(SketchPoint.class::isInstance)
                    .map(SketchPoint.class::cast)
                    .orElseThrow(() -> lost("The point under a hole is no longer there in " + Called.of(placed)
                            + ". Put the hole on another one."));
            return flat(f, placed.frame().point(point.x(), point.y(), 0));
        }
        if (p.spot() instanceof Spot.AtEdge e) {
            Edge edge = edge(e.edge(), true);
            return flat(f, edge.curve() instanceof Circle c ? c.frame().origin() : edge.middle());
        }
        Spot.FromEdges s = (Spot.FromEdges) p.spot();
        return fromEdges(s, p.at(), f);
    }

    private static Vec2 flat(Frame f, Vec3 p) {
        Vec3 l = f.local(p);
        return new Vec2(l.x(), l.y());
    }

    /** Where lines beside the two edges cross, on the side of each on which the hole was put. */
    private Vec2 fromEdges(Spot.FromEdges s, Vec2 put, Frame f) {
        double[] a = beside(s.first(), s.a(), put, f);
        double[] b = beside(s.second(), s.b(), put, f);
        double det = a[0] * b[1] - a[1] * b[0];
        if (Math.abs(det) < 1e-9) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "The two edges that a hole is measured from run the same way. Pick another one.");
        }
        return new Vec2((a[2] * b[1] - a[1] * b[2]) / det, (a[0] * b[2] - a[2] * b[0]) / det);
    }

    /** The line n.p = d beside an edge: the two parts of n, and d. */
    private double[] beside(EdgeReference ref, double distance, Vec2 put, Frame f) {
        Curve c = edge(ref, false).curve();
        if (!(c instanceof Line l)) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "A hole is measured from straight edges. Pick another edge, or a centre.");
        }
        Vec2 o = flat(f, l.origin());
        Vec2 q = flat(f, l.origin().plus(l.direction()));
        double x = o.y() - q.y();
        double y = q.x() - o.x();
        double length = Math.hypot(x, y);
        if (length < 1e-9) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "A hole can't be measured from an edge that runs along it. Pick another edge.");
        }
        double side = x * (put.x() - o.x()) + y * (put.y() - o.y()) < 0 ? -1 : 1;
        double nx = side * x / length;
        double ny = side * y / length;
        return new double[] {nx, ny, nx * o.x() + ny * o.y() + distance};
    }

    /** @param kin whether an edge that a round left, or came from, does in its place: both have one centre */
    private Edge edge(EdgeReference ref, boolean kin) {
        EdgeFinder.Found found = EdgeFinder.find(ref, before.bodies())
                .or(() -> kin ? EdgeFinder.kin(ref, before.bodies()) : Optional.empty())
                .orElseThrow(
                        () -> lost("An edge that a hole goes by is no longer there. Open the step and pick again."));
        if (!found.exact()) {
            notes.add("An edge that a hole goes by has changed; the nearest between the same faces was taken.");
        }
        return found.edge();
    }

    private static GeometryException lost(String message) {
        return new GeometryException(Reason.LOST_REFERENCE, message);
    }

    /** The hole's bodies below a face whose frame looks out of the material. */
    private List<Body> tools(Frame f, String id) {
        if (step.extent() == Extent.BLIND || step.extent() == Extent.THROUGH) {
            return List.of(turned(f, id, section(f, false), id));
        }
        Interval round = new Interval(0, 2 * Math.PI);
        Circle rim = new Circle(Frame.WORLD, step.diameter() / 2);
        Profile.Edge wall = new Profile.Edge(rim, round, true, id + "-wall");
        Profile mouth = new Profile(f, List.of(wall), List.of(), "the hole");
        Body prism = Extrude.of(mouth, -far(f), 0, step.id(), id, TOL);
        List<Body> bodies = before.bodies().stream().map(PartBody::body).toList();
        List<Body> out = new ArrayList<>();
        if (step.extent() == Extent.NEXT) {
            List<Body> pieces = UpTo.next(prism, bodies, id, step.id(), true, TOL);
            pieces.forEach(b -> covered(b, f));
            out.addAll(pieces);
        } else if (step.extent() == Extent.LINE) {
            out.addAll(UpTo.surface(prism, wallsEnd(f).surface(), id, step.id(), true, TOL));
        } else {
            Face face = Planes.face(new SketchPlane.OnFace(step.target()), "the end of this hole", before, notes);
            out.addAll(UpTo.surface(prism, face.surface(), id, step.id(), true, TOL));
        }
        if (step.mouth() != HoleStep.Mouth.PLAIN) {
            out.add(turned(f, id, section(f, true), id + "-top"));
        }
        return out;
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
    private void covered(Body piece, Frame f) {
        for (Face end : piece.faces()) {
            if (end.origins().stream().anyMatch(o -> o.step().equals(step.id()))) {
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
    private List<Corner> section(Frame f, boolean headOnly) {
        double r = step.diameter() / 2;
        double head = step.head() / 2;
        List<Corner> out = new ArrayList<>();
        out.add(new Corner(0, 0, "mouth"));
        double seat = 0;
        if (step.mouth().seated()) {
            seat = step.headDepth();
            out.add(new Corner(head, 0, "head"));
            out.add(new Corner(head, seat, "seat"));
            out.add(new Corner(r, seat, "wall"));
        } else if (step.mouth() == HoleStep.Mouth.COUNTERSINK) {
            seat = (head - r) / Math.tan(step.sink() / 2);
            out.add(new Corner(head, 0, "sink"));
            out.add(new Corner(r, seat, "wall"));
        } else {
            out.add(new Corner(r, 0, "wall"));
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
