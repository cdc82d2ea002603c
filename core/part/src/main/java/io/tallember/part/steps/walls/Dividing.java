package io.tallember.part.steps.walls;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Stand;
import io.tallember.sketch.regions.OpenLine;
import io.tallember.sketch.regions.Region;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.Vertex;
import io.tallember.solid.fuse.Imprint;
import io.tallember.solid.sweep.Dropped;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Rib;
import java.util.ArrayList;
import java.util.List;

/**
 * Divides faces along the lines of sketches, seen square to those, along paths that lie on them or are dropped onto them, or along a
 * plane. Open lines of sketches go on straight past their ends.
 */
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
        List<Edge> lines = new ArrayList<>();
        for (String id : step.by().sketches()) {
            if (before.ways().containsKey(id)) {
                lines.addAll(lines(before.ways().get(id), faces));
                continue;
            }
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
        if (sheets.isEmpty() && lines.isEmpty()) {
            throw new GeometryException(Reason.BAD_VALUE, "The sketch has no lines yet along which to divide faces.");
        }
        return Imprint.of(body, faces, sheets, lines, TOL);
    }

    /** The legs of a path as edges; those that lie on none of the faces are dropped onto them, square to them. */
    private List<Edge> lines(Way way, List<Face> faces) {
        Way on = way;
        if (!way.legs().stream().allMatch(l -> faces.stream().anyMatch(f -> lies(l, f)))) {
            on = new Way(Dropped.of(way, faces, null, step.id(), TOL), way.closed());
            notes.add("A path along which faces are divided doesn't lie on them all the way; it was dropped onto them,"
                    + " square to them.");
        }
        List<Edge> out = new ArrayList<>();
        Vertex first = new Vertex(on.legs().get(0).start(), TOL.linear());
        Vertex last = first;
        for (int i = 0; i < on.legs().size(); i++) {
            Leg l = on.legs().get(i);
            boolean closes = i == on.legs().size() - 1 && l.end().distance(first.point()) <= TOL.linear();
            Vertex next = closes ? first : new Vertex(l.end(), TOL.linear());
            out.add(new Edge(l.curve(), l.range(), l.forward() ? last : next, l.forward() ? next : last, TOL.linear()));
            last = next;
        }
        return out;
    }

    private static boolean lies(Leg l, Face f) {
        Vec3 mid = l.curve().point(l.range().middle());
        return CurveSurface.liesIn(l.curve(), l.range(), f.surface(), TOL)
                && f.region().locate(mid, TOL) != SurfaceRegion.Place.OUTSIDE;
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
