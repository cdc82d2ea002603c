package io.tallember.solid.sweep;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Travel;
import io.tallember.geometry.Vec3;

/** An affine image of a flat profile, whose curves stay of exact kinds. */
final class FlatImage {
    /** A curve and the range that is meant of it. */
    record Stretch(Curve curve, Interval range) {}

    private final Vec3 origin;
    private final Vec3 x;
    private final Vec3 y;

    private FlatImage(Vec3 origin, Vec3 x, Vec3 y) {
        this.origin = origin;
        this.x = x;
        this.y = y;
    }

    static FlatImage of(Travel.Place place) {
        return new FlatImage(place.origin(), place.x(), place.y());
    }

    /** As a plane cuts what it sweeps along a straight way. */
    static FlatImage cut(Travel.Place place, Vec3 way, Plane onto) {
        Vec3 o = along(place.origin(), way, onto);
        return new FlatImage(
                o,
                along(place.origin().plus(place.x()), way, onto).minus(o),
                along(place.origin().plus(place.y()), way, onto).minus(o));
    }

    /** A point moved along a direction onto a plane. */
    static Vec3 along(Vec3 p, Vec3 way, Plane onto) {
        return p.plus(-onto.signedDistance(p) / onto.normal().dot(way), way);
    }

    private Vec3 point(Vec3 local) {
        return origin.plus(local.x(), x).plus(local.y(), y);
    }

    private Vec3 direction(Vec3 local) {
        return x.times(local.x()).plus(local.y(), y);
    }

    Stretch curve(Curve c, Interval range) {
        if (c instanceof Line) {
            Vec3 a = point(c.point(range.lo()));
            Vec3 b = point(c.point(range.hi()));
            return new Stretch(Line.through(a, b), new Interval(0, a.distance(b)));
        }
        if (c instanceof Circle k) {
            return ellipse(k.frame(), k.radius(), k.radius(), range);
        }
        if (c instanceof Ellipse e) {
            return ellipse(e.frame(), e.a(), e.b(), range);
        }
        if (c instanceof Nurbs n) {
            return new Stretch(n.mapped(this::point), range);
        }
        throw new GeometryException(
                GeometryException.Reason.UNSUPPORTED_INTERSECTION,
                "Only lines, arcs, circles, ellipses and splines can be led along like this.");
    }

    /** The image of an ellipse by those of two conjugate radii: turned until they are square to each other. */
    private Stretch ellipse(Frame f, double a, double b, Interval range) {
        Vec3 u = direction(f.x()).times(a);
        Vec3 v = direction(f.y()).times(b);
        double turn = 0.5 * Math.atan2(2 * u.dot(v), u.dot(u) - v.dot(v));
        Vec3 p = u.times(Math.cos(turn)).plus(Math.sin(turn), v);
        Vec3 q = u.times(-Math.sin(turn)).plus(Math.cos(turn), v);
        Frame at = Frame.of(point(f.origin()), p.cross(q), p);
        Interval shifted = new Interval(range.lo() - turn, range.hi() - turn);
        Curve c = Math.abs(p.length() - q.length()) < 1e-9
                ? new Circle(at, p.length())
                : new Ellipse(at, p.length(), q.length());
        return new Stretch(c, shifted);
    }
}
