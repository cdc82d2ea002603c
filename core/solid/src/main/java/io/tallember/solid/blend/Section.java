package io.tallember.solid.blend;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.Meeting;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/**
 * What a blend looks like in a plane square to its edge, with the edge at the origin: two traces of the faces, lines or circles,
 * and the outline between them that is to be taken away or filled.
 */
final class Section {
    /**
     * A face's trace.
     *
     * @param into unit direction from the edge into the face
     * @param out unit normal out of the material
     * @param centre of the circle, or null for a straight trace
     */
    record Trace(Vec2 into, Vec2 out, Vec2 centre, double radius) {
        Curve curve() {
            return centre == null ? new Line(Vec3.ZERO, flat(into)) : new Circle(Frame.WORLD.at(flat(centre)), radius);
        }

        /** All places at a distance, on the side of {@code out} when positive; nothing when a circle is used up. */
        Optional<Curve> offset(double d) {
            if (centre == null) {
                return Optional.of(new Line(flat(out).times(d), flat(into)));
            }
            double away = -out.dot(centre) > 0 ? d : -d;
            double r = radius + away;
            return r > Tolerance.DEFAULT.linear()
                    ? Optional.of(new Circle(Frame.WORLD.at(flat(centre)), r))
                    : Optional.empty();
        }
    }

    /** The blend's outline: where it touches both faces, and the round's centre, null for a bevel. */
    record Outline(Vec3 a, Vec3 b, Vec3 centre, List<Profile.Edge> edges) {
        /** How far along the first and the second face it reaches. */
        double setback() {
            return Math.max(a.length(), b.length());
        }
    }

    private static final Interval LINE = new Interval(-2 * Tolerance.REACH, 2 * Tolerance.REACH);
    private static final Interval ROUND = new Interval(0, 2 * Math.PI);

    private final Trace f;
    private final Trace g;

    Section(Trace f, Trace g) {
        this.f = f;
        this.g = g;
    }

    static Vec3 flat(Vec2 v) {
        return v.flat();
    }

    boolean convex() {
        return g.into().dot(f.out()) < 0;
    }

    /** Whether the faces run on into each other, so that there is nothing to blend. */
    boolean smooth() {
        return Math.abs(g.into().dot(f.out())) < 1e-6;
    }

    /** The outline of a round of a radius, or nothing when a ball of it finds no place touching both faces. */
    Optional<Outline> round(double radius, String source) {
        double side = convex() ? -radius : radius;
        Optional<Curve> of = f.offset(side);
        Optional<Curve> og = g.offset(side);
        if (of.isEmpty() || og.isEmpty()) {
            return Optional.empty();
        }
        Vec3 centre = null;
        Vec3 a = null;
        Vec3 b = null;
        for (Meeting m : CurveCurve.meet(of.get(), range(of.get()), og.get(), range(og.get()), Tolerance.DEFAULT)) {
            Vec3 c = of.get().point(m.t());
            Vec3 pa = f.curve().point(f.curve().project(c));
            Vec3 pb = g.curve().point(g.curve().project(c));
            boolean ahead = pa.dot(flat(f.into())) > 0 && pb.dot(flat(g.into())) > 0;
            if (ahead && (centre == null || c.length() < centre.length())) {
                centre = c;
                a = pa;
                b = pb;
            }
        }
        if (centre == null) {
            return Optional.empty();
        }
        Profile.Edge arc = between(new Circle(Frame.WORLD.at(centre), radius), a, b, source);
        return Optional.of(new Outline(a, b, centre, closed(a, arc, b)));
    }

    /** The outline of a bevel that reaches the given lengths along the faces, measured straight. */
    Outline bevel(double first, double second, String source) {
        Vec3 a = along(f, first);
        Vec3 b = along(g, second);
        Profile.Edge cut = new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, source);
        return new Outline(a, b, null, closed(a, cut, b));
    }

    /** How far along the other face a bevel reaches that has a length and an angle to the one: the law of sines. */
    double leaning(double length, double angle) {
        double between = Math.acos(Math.max(-1, Math.min(1, f.into().dot(g.into()))));
        double third = Math.PI - between - angle;
        if (!(third > 1e-6)) {
            throw new io.tallember.geometry.GeometryException(
                    io.tallember.geometry.GeometryException.Reason.BAD_VALUE,
                    String.format(
                            java.util.Locale.ROOT,
                            "A bevel at this angle never meets the other face; it must be below %.1f° there.",
                            Math.toDegrees(Math.PI - between)));
        }
        return length * Math.sin(angle) / Math.sin(third);
    }

    private static Vec3 along(Trace t, double length) {
        if (t.centre() == null) {
            return flat(t.into()).times(length);
        }
        Vec3 c = flat(t.centre());
        double turn = 2 * Math.asin(Math.min(1, length / (2 * t.radius())));
        Vec3 from = c.negated();
        Vec3 side = flat(t.into()).times(t.radius());
        return c.plus(Math.cos(turn), from).plus(Math.sin(turn), side);
    }

    private List<Profile.Edge> closed(Vec3 a, Profile.Edge across, Vec3 b) {
        List<Profile.Edge> out = new ArrayList<>(List.of(along(f, Vec3.ZERO, a), across, along(g, b, Vec3.ZERO)));
        double area = 0;
        Vec3 mid = across.curve().point(across.range().middle());
        area += a.cross(mid).z() + mid.cross(b).z();
        if (area < 0) {
            Collections.reverse(out);
            out.replaceAll(e -> new Profile.Edge(e.curve(), e.range(), !e.forward(), e.source()));
        }
        return out;
    }

    private static Profile.Edge along(Trace t, Vec3 p, Vec3 q) {
        if (t.centre() == null) {
            return new Profile.Edge(Line.through(p, q), new Interval(0, p.distance(q)), true, "land");
        }
        return between((Circle) t.curve(), p, q, "land");
    }

    /** The shorter way round a circle from one of its points to another. */
    private static Profile.Edge between(Circle c, Vec3 p, Vec3 q, String source) {
        double s = c.project(p);
        double t = new Interval(s, s + 2 * Math.PI).unwrap(c.project(q), 2 * Math.PI, 0);
        if (t - s <= Math.PI) {
            return new Profile.Edge(c, new Interval(s, t), true, source);
        }
        return new Profile.Edge(c, new Interval(t, s + 2 * Math.PI), false, source);
    }

    private static Interval range(Curve c) {
        return c instanceof Line ? LINE : ROUND;
    }
}
