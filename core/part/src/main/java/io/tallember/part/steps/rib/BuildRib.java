package io.tallember.part.steps.rib;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.rebuild.Called;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.Profiles;
import io.tallember.part.rebuild.Stand;
import io.tallember.sketch.SketchPoint;
import io.tallember.solid.Body;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Rib;
import io.tallember.solid.sweep.Taper;
import io.tallember.solid.sweep.UpTo;
import java.util.ArrayList;
import java.util.List;

/** Grows ribs from drawn lines and bosses from closed regions of a sketch, and adds them to the part. */
final class BuildRib {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private final RibStep step;
    private final List<Body> part;

    private BuildRib(RibStep step, Stand before) {
        this.step = step;
        this.part = before.bodies().stream().map(PartBody::body).toList();
    }

    static Stand build(RibStep step, Stand before, List<String> notes) {
        if (before.bodies().isEmpty()) {
            throw new GeometryException(Reason.NO_CONTACT, "There is no body yet that a rib could stand on.");
        }
        BuildRib b = new BuildRib(step, before);
        Profiles profiles = Profiles.of(step, before, notes);
        List<Body> tools = new ArrayList<>();
        List<Vec3> ends = b.points(step.ends(), profiles.placed(), "whose end is set apart");
        for (Profiles.Named p : profiles.all()) {
            tools.addAll(
                    p.line() == null
                            ? b.boss(p.profile(), p.id(), profiles.frame(), step.draft())
                            : b.rib(p, profiles.frame(), ends));
        }
        List<Vec3> at = b.points(step.bosses().points(), profiles.placed(), "under a boss");
        for (int i = 0; i < at.size(); i++) {
            tools.addAll(b.boss(at.get(i), "boss-" + step.bosses().points().get(i), profiles.frame()));
        }
        return Material.apply(step, "rib", tools, before);
    }

    /** Points of the sketch, in its coordinates. */
    private List<Vec3> points(List<String> ids, PlacedSketch placed, String which) {
        List<Vec3> out = new ArrayList<>();
        for (String id : ids) {
            SketchPoint p = placed.step()
                    .sketch()
                    .find(id)
                    .filter(SketchPoint.class::isInstance)
                    .map(SketchPoint.class::cast)
                    .orElseThrow(() -> new GeometryException(
                            Reason.LOST_REFERENCE,
                            "A point " + which + " is no longer there in " + Called.of(placed)
                                    + ". Open the step and pick again."));
            out.add(new Vec3(p.x(), p.y(), 0));
        }
        return out;
    }

    /** Whether a line's end is carried on: as all are, or the other way where it is set apart. */
    private boolean carriedOn(Vec3 end, List<Vec3> apart) {
        return step.carriedOn() != apart.stream().anyMatch(p -> p.distance(end) <= TOL.linear());
    }

    private List<Body> rib(Profiles.Named p, Frame frame, List<Vec3> apart) {
        List<Profile.Edge> line = p.line().edges();
        Rib.Stance stance = new Rib.Stance(
                step.thickness(),
                step.side(),
                step.draft(),
                step.atBase(),
                carriedOn(line.get(0).start(), apart),
                carriedOn(line.get(line.size() - 1).end(), apart),
                step.depth());
        if (step.upright()) {
            return Rib.along(
                    frame,
                    p.line().edges(),
                    part,
                    stance,
                    !step.flipped(),
                    step.id(),
                    p.id(),
                    p.line().name(),
                    TOL);
        }
        List<Profile.Edge> edges = line;
        if (edges.size() != 1 || !(edges.get(0).curve() instanceof Line)) {
            return Rib.beside(
                    frame,
                    edges,
                    part,
                    stance,
                    step.flipped(),
                    step.id(),
                    p.id(),
                    p.line().name(),
                    TOL);
        }
        Vec3 a = frame.point(edges.get(0).start());
        Vec3 b = frame.point(edges.get(0).end());
        Vec3 along = b.minus(a).unit();
        Vec3 grow = frame.z().cross(along).times(step.flipped() ? -1 : 1);
        Frame across = Frame.of(a, grow, along);
        Line l = new Line(Vec3.ZERO, Vec3.X);
        Profile.Edge flat = new Profile.Edge(
                l, new Interval(0, a.distance(b)), true, edges.get(0).source());
        return Rib.along(
                across,
                List.of(flat),
                part,
                stance,
                false,
                step.id(),
                p.id(),
                p.line().name(),
                TOL);
    }

    /** A round boss at a point, from its height over the lines. */
    private List<Body> boss(Vec3 at, String name, Frame frame) {
        double rise = step.bosses().height() * (step.flipped() ? -1 : 1);
        Circle rim = new Circle(Frame.WORLD.at(at), step.bosses().diameter() / 2);
        Profile.Edge wall = new Profile.Edge(rim, new Interval(0, 2 * Math.PI), true, name);
        Frame top = frame.movedAlongZ(rise);
        return boss(
                new Profile(top, List.of(wall), List.of(), "the boss"),
                name,
                top,
                step.bosses().draft());
    }

    private List<Body> boss(Profile profile, String name, Frame frame, double draft) {
        if (!step.upright()) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "A closed region or a point makes a boss only in a sketch seen from above the ribs.");
        }
        boolean down = !step.flipped();
        double far = step.depth() > 0 ? step.depth() : 10;
        for (Body b : part) {
            for (Vec3 corner : b.bounds().corners()) {
                far = step.depth() > 0
                        ? far
                        : Math.max(far, 1 + Math.abs(frame.local(corner).z()));
            }
        }
        double end = down ? -far : far;
        Body prism = draft > 0
                ? Taper.of(profile, end, -draft, step.id(), name, TOL)
                : Extrude.of(profile, Math.min(0, end), Math.max(0, end), step.id(), name, TOL);
        if (step.depth() > 0) {
            return List.of(prism);
        }
        return UpTo.next(prism, part, name, step.id(), down && !(draft > 0), TOL);
    }
}
