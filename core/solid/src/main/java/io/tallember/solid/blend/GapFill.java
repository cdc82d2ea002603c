package io.tallember.solid.blend;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Extrude;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The gap between two upright walls filled in by arcs of one radius that touch both, from both of its sides: where a cutter of that
 * radius can't enter it goes round. The walls are cylinders with parallel axes, or a plane and such a cylinder.
 *
 * <p>Seen along the walls: a circle of the radius that touches both has its centre where their parallels at the radius cross; there
 * are two such places when the gap is narrower than the circle, none when it is wider.
 */
final class GapFill {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private final Frame frame;
    private final double radius;

    private GapFill(Frame frame, double radius) {
        this.frame = frame;
        this.radius = radius;
    }

    static List<Body> filled(Body body, Face a, Face b, double radius, String step) {
        Vec3 along = axis(a.surface(), b.surface());
        if (along == null) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "Nothing joins these faces. A gap can be filled between two round walls with parallel axes, or a round and a"
                            + " flat one.");
        }
        Frame f = Frame.of(a.bounds().centre(), along);
        double lo = Math.max(low(a, f, 1), low(b, f, 1));
        double hi = Math.min(-low(a, f, -1), -low(b, f, -1));
        if (!(hi - lo > TOL.linear())) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "These walls stand at different heights; no round touches both.");
        }
        GapFill g = new GapFill(f, radius);
        Profile p = g.profile(g.wall(a), g.wall(b));
        Body fill = Extrude.of(p, lo, hi, step, "gap", TOL);
        return Fuse.unite(List.of(body, fill), TOL);
    }

    private static Vec3 axis(Surface a, Surface b) {
        Vec3 z = a instanceof Cylinder c
                ? c.frame().z()
                : b instanceof Cylinder d ? d.frame().z() : null;
        return z != null && upright(a, z) && upright(b, z) ? z : null;
    }

    private static boolean upright(Surface s, Vec3 z) {
        return s instanceof Plane p && Math.abs(p.normal().dot(z)) < 1e-9
                || s instanceof Cylinder c && c.frame().z().cross(z).length() < 1e-9;
    }

    private static double low(Face f, Frame along, double sign) {
        double least = Double.POSITIVE_INFINITY;
        for (Coedge c : f.coedges()) {
            for (int i = 0; i <= 16; i++) {
                double h = along.local(c.curve().point(c.range().at(i / 16.0))).z();
                least = Math.min(least, sign * h);
            }
        }
        return least;
    }

    /** A wall from above: a circle (convex when it is a post's), or a line with its normal. */
    private record Wall(Vec2 centre, double radius, boolean post, Vec2 normal) {
        boolean round() {
            return normal == null;
        }

        /** How far a point is on the open side. */
        double away(Vec2 p) {
            return round()
                    ? (p.distance(centre) - radius) * (post ? 1 : -1)
                    : p.minus(centre).dot(normal);
        }

        Vec2 foot(Vec2 p) {
            return round() ? at(centre, radius / p.distance(centre), p.minus(centre)) : at(p, -away(p), normal);
        }
    }

    private static Vec2 at(Vec2 from, double by, Vec2 d) {
        return new Vec2(from.x() + by * d.x(), from.y() + by * d.y());
    }

    private static Vec2 middle(Vec2 p, Vec2 q) {
        return new Vec2(0.5 * (p.x() + q.x()), 0.5 * (p.y() + q.y()));
    }

    private Wall wall(Face f) {
        if (f.surface() instanceof Cylinder c) {
            Vec3 o = frame.local(c.frame().origin());
            return new Wall(new Vec2(o.x(), o.y()), c.radius(), f.sense(), null);
        }
        Vec3 p = f.surface().frame().origin();
        Vec3 o = frame.local(p);
        Vec3 n = f.outward(p);
        return new Wall(new Vec2(o.x(), o.y()), 0, true, new Vec2(n.dot(frame.x()), n.dot(frame.y())));
    }

    private Profile profile(Wall a, Wall b) {
        List<Vec2> centres = centres(a, b);
        if (centres.size() < 2) {
            throw unfilled(a, b);
        }
        Vec2 c1 = centres.get(0);
        Vec2 c2 = centres.get(1);
        List<Profile.Edge> loop = new ArrayList<>();
        Vec2 a1 = a.foot(c1);
        Vec2 a2 = a.foot(c2);
        Vec2 b1 = b.foot(c1);
        Vec2 b2 = b.foot(c2);
        // where one wall stands in the other the shorter way may be the wide one
        if (b.away(a.foot(middle(a1, a2))) > 2 * radius) {
            throw refused(
                    "With a ball of %s mm more than half of the gap round would be filled. Take a smaller radius.",
                    radius);
        }
        loop.add(side(a, a1, a2, "first"));
        loop.add(arc(c2, a2, b2, "ball2"));
        loop.add(side(b, b2, b1, "second"));
        loop.add(arc(c1, b1, a1, "ball1"));
        double area = 0;
        List<Vec2> corners = List.of(a1, a2, b2, b1);
        for (int i = 0; i < 4; i++) {
            area += corners.get(i).cross(corners.get((i + 1) % 4));
        }
        if (area < 0) {
            List<Profile.Edge> back = new ArrayList<>();
            for (int i = 3; i >= 0; i--) {
                Profile.Edge e = loop.get(i);
                back.add(new Profile.Edge(e.curve(), e.range(), !e.forward(), e.source()));
            }
            loop = back;
        }
        return new Profile(frame, loop, List.of(), "gap");
    }

    /** Why no ball of the radius touches both walls from two sides. */
    private GeometryException unfilled(Wall a, Wall b) {
        double gap = gap(a, b);
        if (a.round() && b.round() && !(a.centre.distance(b.centre) > TOL.linear())) {
            return refused(
                    "These walls stand round one axis, so the gap between them is as wide all round. It can't be filled.");
        }
        for (Wall w : List.of(a, b)) {
            if (w.round() && !w.post && !(w.radius > radius)) {
                return refused(
                        "A ball of %s mm doesn't go into the bore of %s mm. Take less than that.", radius, w.radius);
            }
        }
        if (!(gap > TOL.linear())) {
            return refused("These walls run into each other. Round the edge between them instead.");
        }
        if (2 * radius > gap) {
            return refused(
                    "A ball of %s mm doesn't touch both walls on two sides of the gap of %s mm. Take another radius.",
                    radius, gap);
        }
        return new GeometryException(
                Reason.BAD_VALUE,
                said(
                        "A ball of %s mm falls through the gap, which is %s mm wide. Take more than %s mm.",
                        radius, gap, 0.5 * gap),
                Math.ceil(1000 * 0.5 * gap + 1) / 1000);
    }

    private static GeometryException refused(String sentence, double... lengths) {
        return new GeometryException(Reason.BAD_VALUE, said(sentence, lengths));
    }

    private static String said(String sentence, double... lengths) {
        return String.format(
                sentence, Arrays.stream(lengths).mapToObj(EdgeTool::short4).toArray());
    }

    private double gap(Wall a, Wall b) {
        if (a.round() && b.round()) {
            double d = a.centre.distance(b.centre);
            return a.post && b.post ? d - a.radius - b.radius : Math.abs(Math.abs(a.radius - b.radius) - d);
        }
        Wall round = a.round() ? a : b;
        Wall flat = a.round() ? b : a;
        return flat.away(round.centre) - (round.post ? round.radius : -round.radius);
    }

    /** Where the parallels at the radius cross. */
    private List<Vec2> centres(Wall a, Wall b) {
        if (a.round() && b.round()) {
            double ra = a.radius + (a.post ? radius : -radius);
            double rb = b.radius + (b.post ? radius : -radius);
            Vec2 d = b.centre.minus(a.centre);
            double l = d.length();
            double x = (l * l + ra * ra - rb * rb) / (2 * l);
            double h2 = ra * ra - x * x;
            if (!(l > TOL.linear()) || ra <= 0 || rb <= 0 || !(h2 > 1e-9)) {
                return List.of();
            }
            return both(at(a.centre, x / l, d), new Vec2(d.x() / l, d.y() / l), Math.sqrt(h2));
        }
        Wall round = a.round() ? a : b;
        Wall flat = a.round() ? b : a;
        double r = round.radius + (round.post ? radius : -radius);
        double away = flat.away(round.centre) - radius;
        double h2 = r * r - away * away;
        return r > 0 && h2 > 1e-9 ? both(at(round.centre, -away, flat.normal), flat.normal, Math.sqrt(h2)) : List.of();
    }

    private static List<Vec2> both(Vec2 mid, Vec2 across, double h) {
        Vec2 aside = new Vec2(-across.y(), across.x());
        return List.of(at(mid, h, aside), at(mid, -h, aside));
    }

    private static Profile.Edge side(Wall w, Vec2 from, Vec2 to, String source) {
        return w.round() ? arc(w.centre, from, to, source) : straight(from, to, source);
    }

    private static Profile.Edge straight(Vec2 from, Vec2 to, String source) {
        Vec3 a = from.flat();
        Vec3 b = to.flat();
        return new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, source);
    }

    /** The shorter arc about a centre from one point to another. */
    private static Profile.Edge arc(Vec2 centre, Vec2 from, Vec2 to, String source) {
        Vec2 a = from.minus(centre);
        Vec2 b = to.minus(centre);
        double turn = Math.atan2(a.cross(b), a.dot(b));
        Vec2 first = turn > 0 ? a : b;
        Frame f = Frame.of(centre.flat(), Vec3.Z, first.flat());
        Circle k = new Circle(f, a.length());
        return new Profile.Edge(k, new Interval(0, Math.abs(turn)), turn > 0, source);
    }
}
