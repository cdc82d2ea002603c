package io.tallember.part.steps.hole;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.part.EdgeReference;
import io.tallember.part.SketchPlane;
import io.tallember.part.rebuild.Axes;
import io.tallember.part.rebuild.Called;
import io.tallember.part.rebuild.EdgeFinder;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.hole.HoleStep.Spot;
import io.tallember.sketch.SketchPoint;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.mass.FaceCentre;
import java.util.List;
import java.util.Optional;

/** Finds where the holes of a step start, and which way they go. */
final class HoleStarts {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    /** Holes go in at no less than ten degrees to their face. */
    private static final double STEEP = Math.sin(Math.toRadians(10));

    /** A face whose normal is no farther from a hole's axis, in radians, is one to which the hole is square. */
    private static final double SQUARE = 1e-9;

    private static final int ROUND = 32;
    private static final int RINGS = 4;
    /** What a hole starts above the highest place of its face, as a part of its radius: so far that nothing just touches. */
    private static final double CLEAR = 0.05;

    private final HoleStep step;
    private final Stand before;
    private final List<String> notes;

    HoleStarts(HoleStep step, Stand before, List<String> notes) {
        this.step = step;
        this.before = before;
        this.notes = notes;
    }

    /**
     * @param frame its origin on the face, its z out of the hole
     * @param rise how far above that the hole has to start, in mm: zero where it is square to a flat face
     */
    record Start(Frame frame, Face face, double rise) {
        /** Whether the hole starts flush with its face. */
        boolean flush() {
            return rise == 0;
        }
    }

    Start of(HoleStep.Place p) {
        Face face = Planes.face(new SketchPlane.OnFace(p.face()), "this hole", before, notes);
        Vec3 way = step.along() == null
                ? null
                : Axes.of(step.along(), "this hole", before, notes).direction().unit();
        if (face.surface() instanceof Plane plane) {
            Vec3 out = face.outward(plane.frame().origin());
            Frame f = SketchPlane.frameOn(plane.frame().origin(), out);
            if (way == null || way.cross(out).length() < SQUARE) {
                Vec2 at = at(p, f, face);
                return new Start(f.at(f.point(at.x(), at.y(), 0)), face, 0);
            }
        }
        return leaning(p, face, way);
    }

    /** On a face that isn't flat, or not square to one that is. */
    private Start leaning(HoleStep.Place p, Face face, Vec3 way) {
        Vec3 near = point(p, face);
        Vec3 at = way == null ? nearest(face.surface(), near) : crossing(face, new Line(near, way));
        if (face.region().locate(at, TOL) == SurfaceRegion.Place.OUTSIDE && !(face.surface() instanceof Plane)) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "A place of this hole lies beside its face. Move it onto the face, or click another one.");
        }
        Vec3 out = face.outward(at);
        Vec3 z = way == null ? out : way.dot(out) < 0 ? way.negated() : way;
        if (z.dot(out) < STEEP) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "This hole would run along its face: it must go in at 10° or more. Choose another direction, or another"
                            + " face.");
        }
        Frame f = SketchPlane.frameOn(at, z).at(at);
        double widest = Math.max(step.diameter(), step.mouth() == HoleStep.Mouth.PLAIN ? 0 : step.head()) / 2;
        return new Start(f, face, rise(face.surface(), f, widest) + CLEAR * widest);
    }

    private static Vec3 nearest(Surface s, Vec3 p) {
        Vec2 uv = s.project(p);
        return s.point(uv.x(), uv.y());
    }

    /** Where a line through a place meets its face: where it is nearest to the place. */
    private static Vec3 crossing(Face face, Line line) {
        // a flat face is carried on, and a steep line meets it no farther off than six times its distance
        double reach = 7 * (face.bounds().diagonal() + face.bounds().distance(line.origin()));
        Vec3 best = null;
        for (Meeting m : CurveSurface.meet(line, new Interval(-reach, reach), face.surface(), TOL)) {
            Vec3 p = line.point(m.t());
            boolean flat = face.surface() instanceof Plane;
            if ((flat || face.region().locate(p, TOL) != SurfaceRegion.Place.OUTSIDE)
                    && (best == null || p.distance(line.origin()) < best.distance(line.origin()))) {
                best = p;
            }
        }
        if (best == null) {
            throw new GeometryException(
                    Reason.NO_CONTACT,
                    "This hole's line misses its face, or runs along it. Move its place, or choose another direction.");
        }
        return best;
    }

    /**
     * How far above the place the face rises within a radius round the hole's axis: looked for on rings, then from the highest place
     * on by steps that get shorter.
     */
    private static double rise(Surface s, Frame f, double radius) {
        double most = 0;
        Vec2 at = new Vec2(0, 0);
        for (int ring = 1; ring <= RINGS; ring++) {
            int spokes = ROUND * ring / RINGS;
            for (int i = 0; i < spokes; i++) {
                double a = 2 * Math.PI * i / spokes;
                double r = radius * ring / RINGS;
                Vec2 p = new Vec2(r * Math.cos(a), r * Math.sin(a));
                double h = height(s, f, p, radius);
                if (h > most) {
                    most = h;
                    at = p;
                }
            }
        }
        for (double by = radius / (2 * RINGS); by > CLEAR / 10 * radius; by /= 2) {
            Vec2 from = at;
            for (double[] d : new double[][] {{by, 0}, {-by, 0}, {0, by}, {0, -by}}) {
                Vec2 p = new Vec2(from.x() + d[0], from.y() + d[1]);
                double h = p.length() > radius ? 0 : height(s, f, p, radius);
                if (h > most) {
                    most = h;
                    at = p;
                }
            }
        }
        return most;
    }

    /** How high over the place the face is beside it; zero where it falls away so far that a line along the hole misses it. */
    private static double height(Surface s, Frame f, Vec2 p, double radius) {
        Line beside = new Line(f.point(p.x(), p.y(), 0), f.z());
        return CurveSurface.meet(beside, new Interval(-6 * radius, 6 * radius), s, TOL).stream()
                .mapToDouble(Meeting::t)
                .filter(t -> s.normalAt(beside.point(t)).dot(s.normalAt(f.origin())) > 0)
                .max()
                .orElse(0);
    }

    /** Where a place is in space. */
    private Vec3 point(HoleStep.Place p, Face face) {
        if (p.spot() instanceof Spot.Near near) {
            return near.point();
        }
        if (p.spot() instanceof Spot.OnPoint s) {
            return drawn(s);
        }
        if (p.spot() instanceof Spot.AtEdge e) {
            return middle(e);
        }
        if (p.spot() instanceof Spot.AtCentre) {
            return FaceCentre.of(face);
        }
        if (!(face.surface() instanceof Plane plane)) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The face under this hole isn't flat any more, and its place counts on a flat one. Click the place anew.");
        }
        Frame f = SketchPlane.frameOn(
                plane.frame().origin(), face.outward(plane.frame().origin()));
        Vec2 at = at(p, f, face);
        return f.point(at.x(), at.y(), 0);
    }

    /** Where a hole is on a flat face, in its coordinates. */
    private Vec2 at(HoleStep.Place p, Frame f, Face face) {
        return p.spot() == null
                ? p.at()
                : p.spot() instanceof Spot.FromEdges s ? fromEdges(s, p.at(), f) : flat(f, point(p, face));
    }

    private Vec3 drawn(Spot.OnPoint s) {
        PlacedSketch placed = before.holding(s.sketch())
                .orElseThrow(() -> lost("The sketch with the point of a hole isn't built. Switch it on, or mend it."));
        SketchPoint point = placed.step()
                .sketch()
                .find(s.point())
                .filter(SketchPoint.class::isInstance)
                .map(SketchPoint.class::cast)
                .orElseThrow(() -> lost("The point under a hole is no longer there in " + Called.of(placed)
                        + ". Put the hole on another one."));
        return placed.frame().point(point.x(), point.y(), 0);
    }

    private Vec3 middle(Spot.AtEdge e) {
        Edge edge = edge(e.edge(), true);
        return edge.curve() instanceof Circle c ? c.frame().origin() : edge.middle();
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
}
