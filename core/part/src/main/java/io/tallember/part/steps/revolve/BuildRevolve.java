package io.tallember.part.steps.revolve;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.rebuild.Axes;
import io.tallember.part.rebuild.Called;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.Profiles;
import io.tallember.part.rebuild.Stand;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchLine;
import io.tallember.solid.Body;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Revolve;
import java.util.ArrayList;
import java.util.List;

/** Turns regions about a line of their sketch. */
final class BuildRevolve {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    /** So far, in radians, an axis may be tilted out of the plane by rounding. */
    private static final double ANGULAR = 1e-9;

    private BuildRevolve() {}

    static Stand build(RevolveStep step, Stand before, List<String> notes) {
        Profiles profiles = Profiles.of(step, before, notes);
        Line axis = step.about() == null
                ? axis(step.axis(), profiles.placed())
                : inPlane(Axes.of(step.about(), "this revolved shape", before, notes), profiles.placed());
        double angle = step.full() ? 2 * Math.PI : step.angle();
        double from = step.full() ? 0 : step.bothWays() ? -angle / 2 : step.flipped() ? -angle : 0;
        List<Body> tools = new ArrayList<>();
        for (Profiles.Named p : profiles.all()) {
            if (p.line() != null) {
                throw new GeometryException(
                        GeometryException.Reason.BAD_VALUE,
                        "An open line can't be revolved into a solid. Close its outline and pick the region.");
            }
            tools.add(Revolve.of(p.profile(), axis, from, from + angle, step.id(), p.id(), TOL));
        }
        return Material.apply(step, "revolved shape", tools.size() == 1 ? tools : Fuse.unite(tools, TOL), before);
    }

    /** An axis of the part, which must lie in the sketch's plane. */
    private static Line inPlane(Line axis, PlacedSketch placed) {
        Frame f = placed.frame();
        double tilt = Math.abs(axis.direction().dot(f.z()));
        double off = axis.origin().minus(f.origin()).dot(f.z());
        if (tilt > ANGULAR) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The axis doesn't lie in the plane of " + Called.of(placed)
                            + " but runs across it. Pick one that lies in it, or draw the outline on another plane.");
        }
        if (Math.abs(off) > TOL.linear()) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The axis lies " + Terms.length(Math.abs(off)) + " beside the plane of " + Called.of(placed)
                            + ". Pick one that lies in it, or draw the outline on a plane through the axis.");
        }
        Vec3 in = axis.direction().minus(f.z().times(axis.direction().dot(f.z())));
        return new Line(axis.origin().minus(f.z().times(off)), in.unit());
    }

    private static Line axis(String id, PlacedSketch placed) {
        Frame f = placed.frame();
        if (id.equals(Sketch.X_AXIS) || id.equals(Sketch.Y_AXIS)) {
            return new Line(f.origin(), id.equals(Sketch.X_AXIS) ? f.x() : f.y());
        }
        Sketch sketch = placed.step().sketch();
        SketchLine line = sketch.entities().stream()
                .filter(e -> e.id().equals(id) && e instanceof SketchLine)
                .map(SketchLine.class::cast)
                .findFirst()
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The line that was the axis is no longer in " + Called.of(placed)
                                + ". Choose another line as the axis."));
        Vec2 a = sketch.point(line.start()).at();
        Vec2 b = sketch.point(line.end()).at();
        return Line.through(f.point(a.flat()), f.point(b.flat()));
    }
}
