package io.tallember.part.steps.walls;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Stand;
import io.tallember.sketch.regions.OpenLine;
import io.tallember.sketch.regions.Region;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.fuse.Imprint;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Rib;
import java.util.ArrayList;
import java.util.List;

/** Divides faces along the lines of sketches, seen square to those, or along a plane. Open lines go on straight past their ends. */
final class Dividing {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private final FaceStep step;
    private final Stand before;
    private final List<String> notes;

    Dividing(FaceStep step, Stand before, List<String> notes) {
        this.step = step;
        this.before = before;
        this.notes = notes;
    }

    Body divided(Body body, List<Face> faces) {
        List<Body> sheets = new ArrayList<>();
        if (step.by().plane() != null) {
            Frame f = Planes.frame(step.by().plane(), "this step", before, notes);
            double reach = reach(body, f);
            Line along = new Line(new Vec3(-reach, 0, 0), Vec3.X);
            Frame upright = Frame.of(f.origin(), f.y(), f.x());
            Profile.Edge whole = new Profile.Edge(along, new Interval(0, 2 * reach), true, "plane");
            sheets.add(Extrude.sheet(upright, List.of(whole), -reach, reach, step.id(), "plane", TOL));
        }
        for (String id : step.by().sketches()) {
            PlacedSketch placed = before.holding(id)
                    .orElseThrow(() -> new GeometryException(
                            Reason.LOST_REFERENCE,
                            "A sketch this step needs isn't built. Switch it on, or mend what is wrong with it."));
            double reach = reach(body, placed.frame());
            for (Region r : placed.reading().regions()) {
                sheets.add(sheet(placed, r.outer(), reach));
                r.holes().forEach(h -> sheets.add(sheet(placed, h, reach)));
            }
            for (OpenLine l : placed.reading().lines()) {
                sheets.add(sheet(placed, Rib.carriedOn(l.edges(), reach), reach));
            }
        }
        if (sheets.isEmpty()) {
            throw new GeometryException(Reason.BAD_VALUE, "The sketch has no lines yet along which to divide faces.");
        }
        return Imprint.of(body, faces, sheets, TOL);
    }

    private Body sheet(PlacedSketch placed, List<Profile.Edge> line, double reach) {
        return Extrude.sheet(placed.frame(), line, -reach, reach, step.id(), "lines", TOL);
    }

    private static double reach(Body body, Frame f) {
        double most = 10;
        for (Vec3 corner : body.bounds().corners()) {
            most = Math.max(most, corner.distance(f.origin()));
        }
        return 1.5 * most;
    }
}
