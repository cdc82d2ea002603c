package io.tallember.solid.sweep;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Origin;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/**
 * A corner of a way between straight legs that is rounded on its outside: what of the profile lies outside is turned about the corner
 * from the one leg's direction into the other's, what lies inside is mitred.
 */
final class OuterCorner {
    private final Vec3 at;
    private final Vec3 axis;
    private final double angle;
    private final Vec3 in;
    private final Vec3 out;
    private final Vec3 inward;
    private final Frame before;
    private final Frame after;
    private final Tolerance tol;

    /**
     * @param before the profile's frame as it comes to the corner, and {@code after} as it leaves it
     * @throws GeometryException BAD_VALUE when the profile isn't square to the leg there
     */
    OuterCorner(Vec3 at, Vec3 in, Vec3 out, Frame before, Frame after, Tolerance tol) {
        this.at = at;
        this.in = in;
        this.out = out;
        this.before = before;
        this.after = after;
        this.tol = tol;
        axis = in.cross(out).unit();
        angle = Math.atan2(in.cross(out).length(), in.dot(out));
        inward = out.plus(-out.dot(in), in).unit();
        if (before.z().cross(in).length() > 1e-9) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The outline doesn't stand square to the path at its corner near " + at.said()
                            + ", so it can't be turned about it. Stand it square, or give the corner a bend.");
        }
    }

    /** The profile with its edges cut where they pass the corner's axis. */
    Profile cut(Profile p) {
        Plane plane = new Plane(Frame.of(
                before.local(at), new Vec3(inward.dot(before.x()), inward.dot(before.y()), inward.dot(before.z()))));
        return new Profile(
                p.frame(),
                cut(p.outer(), plane),
                p.holes().stream().map(l -> cut(l, plane)).toList(),
                p.name());
    }

    private List<Profile.Edge> cut(List<Profile.Edge> loop, Plane plane) {
        List<Profile.Edge> out = new ArrayList<>();
        for (Profile.Edge e : loop) {
            List<Double> at = new ArrayList<>();
            double least = 1e-9 * e.range().length();
            boolean closed = loop.size() == 1;
            // a closed edge may be cut where it begins, too
            double first = closed ? e.range().lo() - least : e.range().lo() + least;
            if (!CurveSurface.liesIn(e.curve(), e.range(), plane, tol)) {
                CurveSurface.meet(e.curve(), e.range(), plane, tol).stream()
                        .map(Meeting::t)
                        .filter(t -> t > first && t < e.range().hi() - least)
                        .sorted()
                        .forEach(at::add);
            }
            if (at.isEmpty() || closed && at.size() < 2) {
                out.add(e);
                continue;
            }
            List<Profile.Edge> parts = new ArrayList<>();
            double from = closed
                    ? at.get(at.size() - 1) - e.range().length()
                    : e.range().lo();
            for (double t : at) {
                parts.add(part(e, from, t, parts.size() + 1));
                from = t;
            }
            if (!closed) {
                parts.add(part(e, from, e.range().hi(), parts.size() + 1));
            }
            if (!e.forward()) {
                Collections.reverse(parts);
            }
            parts.forEach(part -> out.addAll(tipless(part)));
        }
        return out;
    }

    /** In halves where it would come to a tip at both ends as it is turned, which no one surface does but a ball or a ring. */
    private List<Profile.Edge> tipless(Profile.Edge e) {
        boolean free = !(e.curve() instanceof Line) && !(e.curve() instanceof Circle);
        if (!free || !outside(e) || side(e.start()) != 0 || side(e.end()) != 0) {
            return List.of(e);
        }
        double mid = e.range().middle();
        Profile.Edge low =
                new Profile.Edge(e.curve(), new Interval(e.range().lo(), mid), e.forward(), e.source() + "a");
        Profile.Edge high =
                new Profile.Edge(e.curve(), new Interval(mid, e.range().hi()), e.forward(), e.source() + "b");
        return e.forward() ? List.of(low, high) : List.of(high, low);
    }

    private static Profile.Edge part(Profile.Edge e, double lo, double hi, int number) {
        Curve c = e.curve();
        Interval range = new Interval(lo, hi);
        if (c instanceof Nurbs n && lo < n.lo()) {
            Nurbs begun = n.begunAt(lo + n.period());
            c = begun;
            range = new Interval(begun.lo(), begun.lo() + hi - lo);
        }
        return new Profile.Edge(c, range, e.forward(), e.source() + "/" + number);
    }

    /** Which side of the axis a point of the profile lies on: above zero outside, below inside, zero on it. */
    private int side(Vec3 local) {
        double d = before.point(local).minus(at).dot(inward);
        return Math.abs(d) <= 10 * tol.linear() ? 0 : d < 0 ? 1 : -1;
    }

    boolean outside(Profile.Edge e) {
        return side(e.curve().point(e.range().middle())) > 0;
    }

    boolean outside(Vec3 local) {
        return side(local) > 0;
    }

    /** The plane that halves the corner. */
    Plane halving() {
        return new Plane(Frame.of(at, in.plus(out)));
    }

    Frame before() {
        return before;
    }

    Frame after() {
        return after;
    }

    /** What an outer edge of the profile leaves behind as it is turned. */
    Face face(Profile.Edge e, boolean along, Edge a, Edge b, Edge rail, Edge next, Origin origin) {
        Frame turning = Frame.of(at, axis, inward.negated());
        Surface s;
        try {
            s = new SweptSides(before, turning, tol).turned(e);
        } catch (GeometryException x) {
            throw new GeometryException(
                    x.reason(),
                    "At the path's corner near " + at.said()
                            + " the outline can't be rounded outside: its curve there has no surface when it is turned about the"
                            + " corner. Give the corner a bend, or choose mitred corners.");
        }
        boolean f = e.forward();
        List<Coedge> around = new ArrayList<>();
        around.add(new Coedge(a, f == along));
        Edge first = along ? next : rail;
        Edge last = along ? rail : next;
        if (first != null) {
            around.add(new Coedge(first, true));
        }
        around.add(new Coedge(b, f != along));
        if (last != null) {
            around.add(new Coedge(last, false));
        }
        double t = e.range().middle();
        Vec3 d = e.curve().derivative(t).times(f == along ? 1 : -1);
        Vec3 outward = before.direction(d).cross(in);
        boolean sense = s.normalAt(before.point(e.curve().point(t))).dot(outward) > 0;
        return new Face(s, sense, List.of(new Loop(around)), List.of(origin));
    }

    /** The arc that a corner of the profile runs along, from before to after; null on the axis. */
    Edge rail(Vertex from, Vertex to) {
        if (from == to) {
            return null;
        }
        Vec3 foot = at.plus(from.point().minus(at).dot(axis), axis);
        Circle c = new Circle(
                Frame.of(foot, axis, from.point().minus(foot)), from.point().distance(foot));
        return new Edge(c, new Interval(0, angle), from, to, tol.linear());
    }
}
