package io.tallember.part.steps.sweep;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.part.FaceReference;
import io.tallember.part.rebuild.FaceFinder;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Profiles;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.rebuild.Ways;
import io.tallember.solid.Body;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Manner;
import io.tallember.solid.sweep.Sweep;
import io.tallember.solid.sweep.UpTo;
import io.tallember.solid.sweep.Wall;
import java.util.ArrayList;
import java.util.List;

/** Carries outlines along a path. */
final class BuildSweep {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final String WHOSE = "this sweep";

    private BuildSweep() {}

    static Stand build(SweepStep step, Stand before, List<String> notes) {
        Way way = Ways.along(step.along(), WHOSE, before, notes);
        if (step.corners() == SweepStep.Corners.REFUSED) {
            cornerless(way);
        }
        Manner manner = new Manner(
                step.keep(),
                step.up() == null
                        ? null
                        : Planes.frame(step.up(), WHOSE, before, notes).z(),
                step.twist(),
                step.led().guides().stream()
                        .map(g -> Ways.along(g, "a guide of " + WHOSE, before, notes))
                        .toList(),
                step.led().lead(),
                step.corners() == SweepStep.Corners.ROUNDED);
        List<Body> tools = new ArrayList<>();
        for (Outline o : outlines(step, way, before, notes)) {
            tools.addAll(swept(o, step, way, manner, before, notes));
        }
        return Material.apply(step, "swept shape", tools.size() == 1 ? tools : Fuse.unite(tools, TOL), before);
    }

    private static void cornerless(Way way) {
        for (int i = 0; i < way.legs().size(); i++) {
            boolean ends = !way.closed() && i + 1 == way.legs().size();
            if (!ends && !way.smoothAfter(i)) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "The path has a sharp corner near "
                                + way.legs().get(i).end().said()
                                + ", and none is to be let pass. Give it a bend, or choose mitred corners.");
            }
        }
    }

    private record Outline(Profile profile, String id) {}

    private static List<Outline> outlines(SweepStep step, Way way, Stand before, List<String> notes) {
        if (step.round() != null) {
            return List.of(new Outline(round(step.round(), way), "round"));
        }
        List<Outline> out = new ArrayList<>();
        for (Profiles.Named p : Profiles.of(step, before, notes).all()) {
            if (p.line() != null) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "An open line can't be swept into a solid. Close its outline and pick the region.");
            }
            if (step.thin() == null) {
                out.add(new Outline(p.profile(), p.id()));
                continue;
            }
            for (Profile wall :
                    Wall.along(p.profile(), step.thin().thickness(), step.thin().side(), TOL)) {
                out.add(new Outline(wall, out.isEmpty() ? p.id() : p.id() + "-" + out.size()));
            }
        }
        return out;
    }

    private static Profile round(SweepStep.Round round, Way way) {
        Leg first = way.legs().get(0);
        Frame f = Frame.of(first.start(), first.way(first.from()));
        double r = round.diameter() / 2;
        List<List<Profile.Edge>> holes = round.wall() == 0 ? List.of() : List.of(circle(r - round.wall(), false));
        return new Profile(f, circle(r, true), holes, "the round");
    }

    private static List<Profile.Edge> circle(double r, boolean outer) {
        Circle c = new Circle(Frame.WORLD, r);
        return List.of(new Profile.Edge(c, new Interval(0, 2 * Math.PI), outer, outer ? "outside" : "inside"));
    }

    /** The body along the way, carried on straight or cut where it is to end. */
    private static List<Body> swept(
            Outline o, SweepStep step, Way way, Manner manner, Stand before, List<String> notes) {
        SweepStep.End end = step.end();
        if (end.at() == SweepStep.Ends.PATH) {
            if (Sweep.joins(o.profile, way, manner, TOL)) {
                notes.add("The coil's turns run into each other, and are joined.");
            }
            return List.of(Sweep.of(o.profile, way, manner, step.id(), o.id, TOL));
        }
        if (way.closed()) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "The path closes, so the sweep has no end that could go up to a face.");
        }
        List<Body> bodies = before.bodies().stream().map(PartBody::body).toList();
        Surface face = end.face() == null ? null : target(end.face(), before, notes);
        Way longer = longer(way, face, bodies, reach(o.profile));
        double rate = longer.length() / way.length();
        Body over = Sweep.of(o.profile, longer, manner.twisted(rate * manner.twist()), step.id(), o.id, TOL);
        return face == null
                ? UpTo.next(over, bodies, o.id, step.id(), false, TOL)
                : UpTo.surface(over, face, o.id, step.id(), false, TOL);
    }

    private static Surface target(FaceReference ref, Stand before, List<String> notes) {
        FaceFinder.Found found = FaceFinder.find(ref, before.bodies())
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The face up to which " + WHOSE + " goes is no longer there. Pick another one."));
        if (!found.exact()) {
            notes.add("The face up to which " + WHOSE
                    + " goes has changed its neighbours; the piece nearest to the old one was taken.");
        }
        return found.face().surface();
    }

    /** Carried on straight to just beyond a face, or beyond all bodies. */
    private static Way longer(Way way, Surface face, List<Body> bodies, double reach) {
        Leg last = way.legs().get(way.legs().size() - 1);
        Vec3 from = last.end();
        Vec3 on = last.way(last.to());
        double all = bodies.stream()
                .mapToDouble(
                        b -> b.bounds().centre().distance(from) + b.bounds().diagonal())
                .max()
                .orElse(0);
        double by = 2 * reach;
        if (face != null) {
            by += CurveSurface.meet(new Line(from, on), new Interval(0, 2 * all + reach), face, TOL).stream()
                    .mapToDouble(m -> m.t()
                            + reach
                                    / Math.max(
                                            0.1,
                                            Math.abs(face.normalAt(from.plus(m.t(), on))
                                                    .dot(on))))
                    .min()
                    .orElse(0);
        } else {
            by += all;
        }
        List<Leg> legs = new ArrayList<>(way.legs());
        legs.add(Leg.straight(from, from.plus(by, on), "on"));
        return Way.of(legs, TOL);
    }

    private static double reach(Profile p) {
        double far = 0;
        Vec3 first = p.outer().get(0).start();
        for (Profile.Edge e : p.outer()) {
            for (int i = 0; i <= 16; i++) {
                far = Math.max(far, e.curve().point(e.range().at(i / 16.0)).distance(first));
            }
        }
        return far;
    }
}
