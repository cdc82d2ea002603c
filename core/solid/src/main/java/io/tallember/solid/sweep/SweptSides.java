package io.tallember.solid.sweep;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Revolution;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;

/** The surfaces that curves of a profile leave behind, of exact kinds: along the profile's normal, or about an axis in its plane. */
final class SweptSides {
    private final Frame profile;
    private final Frame axis;
    private final Tolerance tol;

    /** @param axis z along the axis, x from it to the profile, y the profile's normal, which is where the turning starts to go */
    SweptSides(Frame profile, Frame axis, Tolerance tol) {
        this.profile = profile;
        this.axis = axis;
        this.tol = tol;
    }

    /** Square to the profile's plane. */
    static Surface extruded(Frame f, Profile.Edge e) {
        if (e.curve() instanceof Circle c) {
            return new Cylinder(f.place(c.frame()), c.radius());
        }
        if (e.curve() instanceof Ellipse || e.curve() instanceof Nurbs) {
            return new Extrusion(f, e.curve());
        }
        if (e.curve() instanceof Line) {
            Vec3 along = f.direction(e.end().minus(e.start()));
            Vec3 out = along.cross(f.z());
            return new Plane(Frame.of(f.point(e.start()), out, along));
        }
        throw new GeometryException(
                GeometryException.Reason.UNSUPPORTED_INTERSECTION,
                "Only lines, arcs, circles, ellipses and splines can be extruded; " + e.source()
                        + " is something else.");
    }

    /** Place of a profile point: x its radius, z its height. */
    private Vec3 flat(Vec3 local) {
        return axis.local(profile.point(local));
    }

    /** A direction in the axis' coordinates. */
    private Vec3 within(Vec3 d) {
        return new Vec3(d.dot(axis.x()), d.dot(axis.y()), d.dot(axis.z()));
    }

    private boolean onAxis(Vec3 p) {
        return Math.abs(p.x()) <= tol.linear();
    }

    /** A curve of the profile in the coordinates of the axis. */
    private Curve inAxis(Curve c) {
        Frame f = profile;
        return c.placed(new Frame(axis.local(f.origin()), within(f.x()), within(f.y()), within(f.z())));
    }

    /** Whether a curve keeps to one side of the axis over a range. */
    private boolean clear(Curve c, Interval range) {
        boolean clear = true;
        for (int i = 0; i <= 64; i++) {
            clear &= c.point(range.at(i / 64.0)).x() > 10 * tol.linear();
        }
        return clear;
    }

    /** The curve, or only the stretch that is turned when the curve comes to the axis anywhere. */
    private Curve meridian(Curve c, Interval range) {
        if (clear(c, c instanceof Nurbs n ? n.whole() : new Interval(0, c.period()))) {
            return c;
        }
        return c instanceof Ellipse e ? Nurbs.arc(e, range) : ((Nurbs) c).part(range);
    }

    /** About the axis. */
    Surface turned(Profile.Edge e) {
        if (e.curve() instanceof Circle c) {
            Vec3 centre = flat(c.frame().origin());
            Frame f = axis.at(axis.point(0, 0, centre.z()));
            if (onAxis(centre)) {
                return new Sphere(f, c.radius());
            }
            if (centre.x() < c.radius() + tol.linear()) {
                // not a ring, but the stretch itself may keep clear of the axis
                for (double more : new double[] {0.3, 0.1, 0.02, 0}) {
                    // run on a little, so that what touches it at its end has a curve to touch
                    Interval range =
                            new Interval(e.range().lo() - more, e.range().hi() + more);
                    if (range.length() < 6 && clear(inAxis(c), range)) {
                        return new Revolution(axis, Nurbs.arc(inAxis(c), range));
                    }
                }
                throw new GeometryException(
                        GeometryException.Reason.DEGENERATE,
                        "The arc " + e.source()
                                + " would make a ring that passes through its own axis. Put its centre on the"
                                + " axis, or farther out than its radius.");
            }
            return new Torus(f, centre.x(), c.radius());
        }
        if (e.curve() instanceof Ellipse || e.curve() instanceof Nurbs) {
            return new Revolution(axis, meridian(inAxis(e.curve()), e.range()));
        }
        if (!(e.curve() instanceof Line)) {
            throw new GeometryException(
                    GeometryException.Reason.UNSUPPORTED_INTERSECTION,
                    "Only lines, arcs, circles, ellipses and splines can be revolved; " + e.source()
                            + " is something else.");
        }
        Vec3 a = flat(e.start());
        Vec3 b = flat(e.end());
        if (Math.abs(a.x() - b.x()) <= tol.linear()) {
            return new Cylinder(axis, 0.5 * (a.x() + b.x()));
        }
        if (Math.abs(a.z() - b.z()) <= tol.linear()) {
            return new Plane(axis.at(axis.point(0, 0, 0.5 * (a.z() + b.z()))));
        }
        Vec3 narrow = a.x() < b.x() ? a : b;
        Vec3 wide = a.x() < b.x() ? b : a;
        Vec3 up = wide.z() > narrow.z() ? axis.z() : axis.z().negated();
        double radius = onAxis(narrow) ? 0 : narrow.x();
        return new Cone(
                Frame.of(axis.point(0, 0, narrow.z()), up, axis.x()),
                radius,
                Math.atan2(wide.x() - radius, Math.abs(wide.z() - narrow.z())));
    }
}
