package io.tallember.part.steps.revolve;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
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

    private BuildRevolve() {}

    static Stand build(RevolveStep step, Stand before, List<String> notes) {
        Profiles profiles = Profiles.of(step, before, notes);
        Line axis = axis(step.axis(), profiles.placed());
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
