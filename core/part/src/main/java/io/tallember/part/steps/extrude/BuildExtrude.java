package io.tallember.part.steps.extrude;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.part.FaceReference;
import io.tallember.part.MaterialStep;
import io.tallember.part.rebuild.FaceFinder;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.Profiles;
import io.tallember.part.rebuild.Stand;
import io.tallember.solid.Body;
import io.tallember.solid.Extents;
import io.tallember.solid.Face;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Offsets;
import io.tallember.solid.sweep.Taper;
import io.tallember.solid.sweep.UpTo;
import io.tallember.solid.sweep.Wall;
import java.util.ArrayList;
import java.util.List;

/** Pulls regions out of their plane and makes new bodies of them, adds them, or takes them away. */
final class BuildExtrude {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    /** How far past the last material a cut through all goes, in mm. */
    private static final double BEYOND = 1;

    /** How far a face is carried on beyond its edges, in mm. */
    private static final double REACH = 200;

    private final ExtrudeStep step;
    private final ExtrudeStep.Reach reach;
    private final Stand before;
    private final List<String> notes;

    private BuildExtrude(ExtrudeStep step, Stand before, List<String> notes) {
        this.step = step;
        this.reach = step.reach();
        this.before = before;
        this.notes = notes;
    }

    static Stand build(ExtrudeStep step, Stand before, List<String> notes) {
        BuildExtrude b = new BuildExtrude(step, before, notes);
        return Material.apply(step, "extrusion", b.tools(), before);
    }

    private List<Body> tools() {
        Profiles profiles = Profiles.of(step, before, notes);
        Frame frame = profiles.frame();
        List<Body> tools = new ArrayList<>();
        for (Profiles.Named p : profiles.all()) {
            if (step.thin() == null) {
                if (p.line() != null) {
                    throw new GeometryException(
                            Reason.BAD_VALUE,
                            "An open line makes a wall, not a solid. Make it a wall along the line, or close the outline.");
                }
                tools.addAll(pulled(p, frame));
                continue;
            }
            if (p.line() != null) {
                Profile wall = Wall.along(
                        frame,
                        p.line().edges(),
                        step.thin().thickness(),
                        step.thin().side(),
                        p.line().name(),
                        TOL);
                tools.addAll(pulled(new Profiles.Named(wall, p.id(), p.inside()), frame));
                continue;
            }
            List<Profile> walls =
                    Wall.along(p.profile(), step.thin().thickness(), step.thin().side(), TOL);
            for (int i = 0; i < walls.size(); i++) {
                String id = i == 0 ? p.id() : p.id() + "-" + i;
                tools.addAll(pulled(new Profiles.Named(walls.get(i), id, p.inside()), frame));
            }
        }
        return tools.size() == 1 ? tools : Fuse.unite(tools, TOL);
    }

    private List<Body> pulled(Profiles.Named p, Frame frame) {
        if (reach.from() != null && step.taper() != 0) {
            Frame raised = raised(p, frame);
            Profile own = p.profile();
            Profile there = new Profile(raised, own.outer(), own.holes(), own.name());
            return fromPlane(new Profiles.Named(there, p.id(), p.inside()), raised);
        }
        return reach.from() != null ? fromFace(p, frame) : fromPlane(p, frame);
    }

    /** The outline's plane in a flat face level with it, from which leaning sides lean. */
    private Frame raised(Profiles.Named p, Frame frame) {
        Surface start = found(reach.from(), "from which this extrusion starts").surface();
        if (!(start instanceof Plane plane)
                || !TOL.parallelOver(
                        plane.normal().cross(frame.z()).length(),
                        plane.frame().origin().length() + 1)) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "Sides can lean from a flat face that is level with the sketch. Pick such a face, or let them stand"
                            + " upright and draft them after.");
        }
        return frame.movedAlongZ(frame.local(plane.frame().origin()).z());
    }

    private List<Body> fromPlane(Profiles.Named p, Frame frame) {
        return switch (step.extent()) {
            case DISTANCE, THROUGH -> straight(p, frame);
            case NEXT -> upTo(p, frame, null);
            case FACE ->
                upTo(p, frame, target(frame.point(p.inside().x(), p.inside().y(), 0)));
        };
    }

    private List<Body> straight(Profiles.Named p, Frame frame) {
        Interval span = reach(frame);
        return List.of(prism(p, span.lo(), span.hi()));
    }

    /** Between two heights over the outline's plane; sides that lean do so from there, both ways. */
    private Body prism(Profiles.Named p, double lo, double hi) {
        if (step.thin() != null) {
            return Wall.extruded(p.profile(), lo, hi, step.id(), p.id(), TOL);
        }
        if (step.taper() == 0) {
            return Extrude.of(p.profile(), lo, hi, step.id(), p.id(), TOL);
        }
        List<Body> out = new ArrayList<>();
        for (double end : new double[] {lo, hi}) {
            if (end != 0) {
                out.add(Taper.of(p.profile(), end, step.taper(), step.id(), p.id(), TOL));
            }
        }
        return out.size() == 1 ? out.get(0) : Fuse.unite(out, TOL).get(0);
    }

    private Face found(FaceReference ref, String which) {
        FaceFinder.Found found = FaceFinder.find(ref, before.bodies())
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE, "The face " + which + " is no longer there. Pick another one."));
        if (!found.exact()) {
            notes.add("The face " + which + " has changed its neighbours; the piece nearest to the old one was taken.");
        }
        return found.face();
    }

    /** The surface up to which it goes, short of the picked face by the gap. */
    private Surface target(Vec3 at) {
        Surface s = found(reach.target(), "up to which this extrusion goes").surface();
        return reach.gap() == 0 ? s : Offsets.of(s, Math.signum(s.signedDistance(at)) * reach.gap());
    }

    /** Between the face it starts from and its end. */
    private List<Body> fromFace(Profiles.Named p, Frame frame) {
        Surface start = found(reach.from(), "from which this extrusion starts").surface();
        Vec3 at = frame.point(p.inside().x(), p.inside().y(), 0);
        double big =
                2 * Math.max(farthest(frame, false), farthest(frame, true)) + REACH + reach.distance() + reach.back();
        double h = height(start, at, frame, big, "it should start from");
        double sign = reach.flipped() ? -1 : 1;
        Surface from = start;
        Surface to = null;
        double mid;
        if (step.extent() == ExtrudeStep.Extent.FACE) {
            Vec3 near = frame.point(p.inside().x(), p.inside().y(), h);
            to = target(near);
            mid = 0.5 * (h + height(to, at, frame, big, "up to which it should go"));
        } else if (step.extent() == ExtrudeStep.Extent.THROUGH) {
            mid = h + sign * 2 * TOL.linear();
        } else {
            double d = reach.distance();
            double ahead = sign * (reach.bothWays() ? d / 2 : d);
            double behind = reach.bothWays() ? -ahead : -sign * reach.back();
            from = moved(start, frame, behind);
            to = moved(start, frame, ahead);
            mid = h + 0.5 * (ahead + behind);
        }
        double lo = -big;
        double hi = big;
        if (to == null) {
            double end = end(frame, h, sign);
            lo = sign > 0 ? h - big : end;
            hi = sign > 0 ? end : h + big;
        }
        Vec3 inside = frame.point(p.inside().x(), p.inside().y(), mid);
        return UpTo.between(prism(p, lo, hi), from, to, inside, p.id(), step.id(), TOL);
    }

    /** Where what goes through all ends: beyond everything when it takes away, else where the bodies end. */
    private double end(Frame frame, double from, double sign) {
        if (step.mode() == MaterialStep.Mode.REMOVE) {
            double end = farthest(frame, reach.flipped()) * sign;
            return sign > 0 ? Math.max(end, from + BEYOND) : Math.min(end, from - BEYOND);
        }
        Interval all = bodies(frame);
        double end = sign > 0 ? all.hi() : all.lo();
        if (!((end - from) * sign > 10 * TOL.linear())) {
            throw nothingThere();
        }
        return end;
    }

    private static Surface moved(Surface s, Frame frame, double by) {
        return by == 0 ? s : s.placed(Frame.WORLD.at(frame.z().times(by)));
    }

    /** How high over the sketch's plane a surface is met first. */
    private static double height(Surface s, Vec3 at, Frame frame, double big, String what) {
        return CurveSurface.meet(new Line(at, frame.z()), new Interval(-big, big), s, TOL).stream()
                .map(Meeting::t)
                .min(java.util.Comparator.comparingDouble(Math::abs))
                .orElseThrow(() -> new GeometryException(
                        Reason.NO_CONTACT,
                        "The face " + what + " is neither over nor under the outline. Pick another face."));
    }

    /** Up to a face, carried on beyond its edges; up to the next faces of the bodies when it is null. */
    private List<Body> upTo(Profiles.Named p, Frame frame, Surface face) {
        List<Body> out = new ArrayList<>();
        for (boolean back : reach.bothWays() ? new boolean[] {false, true} : new boolean[] {reach.flipped()}) {
            double far = (back ? -1 : 1)
                    * (face == null
                            ? farthest(frame, back)
                            : step.taper() == 0 ? 2 * farthest(frame, back) + REACH : over(p, frame, face, back));
            Body prism = prism(p, Math.min(0, far), Math.max(0, far));
            if (face != null) {
                out.addAll(UpTo.surface(prism, face, p.id(), step.id(), back, TOL));
            } else {
                out.addAll(UpTo.next(
                        prism, before.bodies().stream().map(PartBody::body).toList(), p.id(), step.id(), back, TOL));
            }
        }
        return out.size() == 1 ? out : Fuse.unite(out, TOL);
    }

    /** Just beyond where a face is met over the outline: no higher, for leaning sides may come together there. */
    private double over(Profiles.Named p, Frame frame, Surface face, boolean back) {
        double far = 2 * farthest(frame, back) + REACH;
        double highest = 0;
        for (Profile.Edge e : p.profile().outer()) {
            for (int i = 0; i < 16; i++) {
                Line up = new Line(
                        frame.point(e.curve().point(e.range().at(i / 16.0))),
                        back ? frame.z().negated() : frame.z());
                highest = Math.max(
                        highest,
                        CurveSurface.meet(up, new Interval(0, far), face, TOL).stream()
                                .mapToDouble(Meeting::t)
                                .min()
                                .orElse(0));
            }
        }
        return highest > 0 ? 1.02 * highest + 0.01 : far;
    }

    private double farthest(Frame frame, boolean back) {
        Interval all = span(frame);
        return Math.max(BEYOND, back ? -all.lo() : all.hi());
    }

    /** From where to where it goes, in mm along the sketch's normal. */
    private Interval reach(Frame frame) {
        double d = step.distance();
        if (step.extent() == ExtrudeStep.Extent.DISTANCE) {
            if (reach.back() > 0) {
                double b = reach.back();
                return reach.flipped() ? new Interval(-d, b) : new Interval(-b, d);
            }
            double from = reach.bothWays() ? -d / 2 : reach.flipped() ? -d : 0;
            return new Interval(from, from + d);
        }
        Interval all = step.mode() == MaterialStep.Mode.REMOVE ? span(frame) : bodies(frame);
        return reach.bothWays() ? all : reach.flipped() ? new Interval(all.lo(), 0) : new Interval(0, all.hi());
    }

    /** From the bottom to the top of all bodies: what is added goes no farther. */
    private Interval bodies(Frame frame) {
        double from = frame.origin().dot(frame.z());
        double lo = 0;
        double hi = 0;
        for (PartBody b : before.bodies()) {
            Interval reach = Extents.along(b.body(), frame.z());
            lo = Math.min(lo, reach.lo() - from);
            hi = Math.max(hi, reach.hi() - from);
        }
        double there = reach.bothWays() ? hi - lo : reach.flipped() ? -lo : hi;
        if (!(there > 10 * TOL.linear())) {
            throw nothingThere();
        }
        return new Interval(lo, hi);
    }

    private static GeometryException nothingThere() {
        return new GeometryException(
                Reason.WRONG_WAY,
                "There is no body that way that it could go through. Turn the direction, or give a distance.");
    }

    /** From below to above everything, in mm along the sketch's normal. */
    private Interval span(Frame frame) {
        double low = -BEYOND;
        double high = BEYOND;
        for (PartBody b : before.bodies()) {
            for (Vec3 corner : b.body().bounds().corners()) {
                double along = frame.local(corner).z();
                low = Math.min(low, along - BEYOND);
                high = Math.max(high, along + BEYOND);
            }
        }
        return new Interval(low, high);
    }
}
