package io.tallember.part.steps.sweep;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Way;
import io.tallember.part.EdgeReference;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Profiles;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.rebuild.Ways;
import io.tallember.solid.Body;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Manner;
import io.tallember.solid.sweep.Sweep;
import io.tallember.solid.sweep.Wall;
import java.util.ArrayList;
import java.util.List;

/** Carries outlines along a path. */
final class BuildSweep {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final String WHOSE = "this sweep";

    private BuildSweep() {}

    static Stand build(SweepStep step, Stand before, List<String> notes) {
        Way way = way(step.along(), before, notes);
        Manner manner = new Manner(
                step.keep(),
                step.up() == null
                        ? null
                        : Planes.frame(step.up(), WHOSE, before, notes).z(),
                step.twist());
        List<Body> tools = new ArrayList<>();
        for (Outline o : outlines(step, way, before, notes)) {
            tools.add(Sweep.of(o.profile, way, manner, step.id(), o.id, TOL));
        }
        return Material.apply(step, "swept shape", tools.size() == 1 ? tools : Fuse.unite(tools, TOL), before);
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

    private static Way way(SweepStep.Along along, Stand before, List<String> notes) {
        if (!along.path().isEmpty()) {
            Way way = before.ways().get(along.path());
            if (way == null) {
                throw new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The path that this sweep goes along isn't built. Switch it on, or mend what is wrong with it.");
            }
            return way;
        }
        if (along.line() != null) {
            return Way.of(Ways.line(along.sketch(), along.line(), before, notes, "w"), TOL);
        }
        List<Leg> legs = new ArrayList<>();
        for (EdgeReference e : along.edges()) {
            legs.add(Ways.edge(e, WHOSE, before, notes, "w" + (legs.size() + 1)));
        }
        return Way.of(Ways.ordered(legs, null), TOL);
    }
}
