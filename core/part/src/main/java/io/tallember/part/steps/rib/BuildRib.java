package io.tallember.part.steps.rib;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.Profiles;
import io.tallember.part.rebuild.Stand;
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
        for (Profiles.Named p : profiles.all()) {
            tools.addAll(p.line() == null ? b.boss(p, profiles.frame()) : b.rib(p, profiles.frame()));
        }
        return Material.apply(step, "rib", tools, before);
    }

    private List<Body> rib(Profiles.Named p, Frame frame) {
        Rib.Stance stance = new Rib.Stance(
                step.thickness(), step.side(), step.draft(), step.atBase(), step.carriedOn(), step.depth());
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
        List<Profile.Edge> edges = p.line().edges();
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

    private List<Body> boss(Profiles.Named p, Frame frame) {
        if (!step.upright()) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "A closed region makes a boss only in a sketch seen from above the ribs.");
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
        Body prism = step.draft() > 0
                ? Taper.of(p.profile(), end, -step.draft(), step.id(), p.id(), TOL)
                : Extrude.of(p.profile(), Math.min(0, end), Math.max(0, end), step.id(), p.id(), TOL);
        if (step.depth() > 0) {
            return List.of(prism);
        }
        return UpTo.next(prism, part, p.id(), step.id(), down && !(step.draft() > 0), TOL);
    }
}
