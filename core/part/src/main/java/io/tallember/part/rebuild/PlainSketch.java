package io.tallember.part.rebuild;

import io.tallember.geometry.Circle;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.RegionReference;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.regions.Region;
import io.tallember.sketch.regions.SketchReader;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/** A sketch drawn by a step for others: points, lines, arcs and circles where they are said to be. */
public final class PlainSketch {
    private final List<Entity> entities = new ArrayList<>();
    private final List<Constraint> constraints = new ArrayList<>();
    private int points;
    private int curves;

    private String point(Vec2 p) {
        String id = "p" + ++points;
        entities.add(new SketchPoint(id, p.x(), p.y()));
        return id;
    }

    /** A closed line through points, run through in order. */
    public PlainSketch polygon(Vec2... corners) {
        List<String> ids = new ArrayList<>();
        for (Vec2 c : corners) {
            ids.add(point(c));
        }
        for (int i = 0; i < corners.length; i++) {
            line(ids.get(i), ids.get((i + 1) % corners.length));
        }
        return this;
    }

    private void line(String a, String b) {
        entities.add(new SketchLine("c" + ++curves, a, b, false));
    }

    private void arc(Vec2 centre, String from, String to) {
        entities.add(new SketchArc("c" + ++curves, point(centre), from, to, false));
    }

    /** A slot by its two ends' centres and its width. */
    public PlainSketch slot(Vec2 a, Vec2 b, double width) {
        double l = a.distance(b);
        Vec2 along = new Vec2((b.x() - a.x()) / l, (b.y() - a.y()) / l);
        Vec2 side = new Vec2(-along.y() * width / 2, along.x() * width / 2);
        String lowA = point(a.minus(side));
        String lowB = point(b.minus(side));
        String highB = point(new Vec2(b.x() + side.x(), b.y() + side.y()));
        String highA = point(new Vec2(a.x() + side.x(), a.y() + side.y()));
        line(lowA, lowB);
        arc(b, lowB, highB);
        line(highB, highA);
        arc(a, highA, lowA);
        return this;
    }

    /** An outline with an arc where one is asked for: corners in order, and for each the centre of the arc that leaves it or null. */
    public PlainSketch path(List<Vec2> corners, List<Vec2> centres, List<Boolean> against) {
        List<String> ids = corners.stream().map(this::point).toList();
        int n = corners.size();
        for (int i = 0; i < n; i++) {
            String a = ids.get(i);
            String b = ids.get((i + 1) % n);
            if (centres.get(i) == null) {
                line(a, b);
            } else {
                arc(centres.get(i), against.get(i) ? b : a, against.get(i) ? a : b);
            }
        }
        return this;
    }

    /** Lines and arcs of a profile's loop. */
    public PlainSketch loop(List<Profile.Edge> loop) {
        if (loop.size() == 1 && loop.get(0).curve() instanceof Circle k) {
            Vec3 c = k.frame().origin();
            entities.add(new SketchCircle("c" + ++curves, point(new Vec2(c.x(), c.y())), k.radius(), false));
            return this;
        }
        List<Vec2> corners = new ArrayList<>();
        List<Vec2> centres = new ArrayList<>();
        List<Boolean> against = new ArrayList<>();
        for (Profile.Edge e : loop) {
            corners.add(new Vec2(e.start().x(), e.start().y()));
            if (e.curve() instanceof Line) {
                centres.add(null);
                against.add(false);
            } else if (e.curve() instanceof Circle k) {
                Vec3 c = k.frame().origin();
                centres.add(new Vec2(c.x(), c.y()));
                against.add(e.forward() != (k.frame().z().z() > 0));
            } else {
                throw new GeometryException(
                        Reason.UNSUPPORTED_INTERSECTION,
                        "A mating rim runs along lines and arcs; this one has an edge that is neither.");
            }
        }
        return path(corners, centres, against);
    }

    public Sketch sketch() {
        return new Sketch(entities, constraints);
    }

    /** References to the regions that are meant, with ids for their lineage. */
    public static List<RegionReference> regions(Sketch s, Predicate<Region> which) {
        List<RegionReference> out = new ArrayList<>();
        for (Region r : SketchReader.read(s, Tolerance.DEFAULT).regions()) {
            if (which.test(r)) {
                RegionReference ref = RegionReference.to(r);
                out.add(new RegionReference("r" + (out.size() + 1), ref.boundary(), ref.inside()));
            }
        }
        return out;
    }
}
