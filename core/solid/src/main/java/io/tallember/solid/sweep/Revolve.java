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
import io.tallember.geometry.Profile;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.List;

/**
 * The body swept by a profile turned about an axis in its plane. Lines become planes, cylinders and cones, arcs rings and
 * spheres. The profile may touch the axis along lines and end on it; it may not cross it.
 */
public final class Revolve {
    private final Profile profile;
    /** z along the axis, x from the axis to the profile, y the profile's normal, which is where the turning starts to go. */
    private final Frame axis;

    private final double from;
    private final double to;
    private final boolean full;
    private final String step;
    private final String region;
    private final Tolerance tol;
    private final List<Face> faces = new ArrayList<>();

    private Revolve(Profile profile, Frame axis, double from, double to, String step, String region, Tolerance tol) {
        this.profile = profile;
        this.axis = axis;
        this.from = from;
        this.to = to;
        this.full = to - from > 2 * Math.PI - 1e-9;
        this.step = step;
        this.region = region;
        this.tol = tol;
    }

    /**
     * The body between two angles about the axis.
     *
     * @param axis a line in the profile's plane, in world coordinates; its direction is the thumb of the right hand whose fingers
     *     point the way of growing angle
     * @param from angle in radians from the profile's plane
     * @param to above {@code from} by at most a full turn
     * @param step the step's id, and {@code region} the region's name, both for lineage
     * @throws GeometryException DEGENERATE when the angle is none or too large, BAD_VALUE when the axis isn't in the plane or the
     *     profile crosses it, NON_MANIFOLD when it touches the axis in a single point
     */
    public static Body of(
            Profile profile, Line axis, double from, double to, String step, String region, Tolerance tol) {
        if (!(to - from > tol.angular()) || !(to - from <= 2 * Math.PI + 1e-9)) {
            throw new GeometryException(
                    GeometryException.Reason.DEGENERATE, "A revolution needs an angle above 0 and up to 360 degrees.");
        }
        Vec3 n = profile.frame().z();
        Plane plane = new Plane(profile.frame());
        if (!tol.parallelOver(Math.abs(axis.direction().dot(n)), 100)
                || Math.abs(plane.signedDistance(axis.origin())) > tol.linear()) {
            throw new GeometryException(
                    GeometryException.Reason.BAD_VALUE, "The axis doesn't lie in the plane of " + profile.name() + ".");
        }
        Vec3 side = n.cross(axis.direction()).unit();
        double[] reach = {0, 0};
        for (List<Profile.Edge> loop : profile.loops()) {
            for (Profile.Edge e : loop) {
                extent(e, profile.frame(), axis.origin(), side, reach);
            }
        }
        if (reach[0] < -tol.linear() && reach[1] > tol.linear()) {
            throw new GeometryException(
                    GeometryException.Reason.BAD_VALUE,
                    profile.name() + " crosses its axis; keep it on one side of the axis.");
        }
        boolean flip = reach[1] <= tol.linear();
        Vec3 x = flip ? side.negated() : side;
        Frame f = new Frame(axis.origin(), x, n, x.cross(n));
        boolean along = f.z().dot(axis.direction()) > 0;
        return new Revolve(profile, f, along ? from : -to, along ? to : -from, step, region, tol).build();
    }

    private static void extent(Profile.Edge e, Frame frame, Vec3 origin, Vec3 side, double[] reach) {
        Curve c = e.curve().placed(frame);
        Line across = new Line(origin, side);
        List<Vec3> points = new ArrayList<>(
                List.of(c.point(e.range().lo()), c.point(e.range().hi())));
        if (c instanceof Circle k) {
            for (int sign = -1; sign <= 1; sign += 2) {
                double t = e.range().unwrap(k.project(k.frame().origin().plus(sign * k.radius(), side)), k.period(), 0);
                if (t <= e.range().hi()) {
                    points.add(k.point(t));
                }
            }
        }
        if (c instanceof Ellipse || c instanceof Nurbs) {
            for (int i = 1; i < 64; i++) {
                points.add(c.point(e.range().at(i / 64.0)));
            }
        }
        for (Vec3 p : points) {
            reach[0] = Math.min(reach[0], across.project(p));
            reach[1] = Math.max(reach[1], across.project(p));
        }
    }

    private Body build() {
        List<Loop> starts = new ArrayList<>();
        List<Loop> ends = new ArrayList<>();
        List<Shell> shells = new ArrayList<>();
        for (List<Profile.Edge> loop : profile.loops()) {
            int before = faces.size();
            turn(halved(loop), starts, ends);
            // a hole turned all the way round is a void
            shells.add(new Shell(faces.subList(before, faces.size())));
        }
        if (!full) {
            Frame low = turned(Frame.of(axis.origin(), axis.y(), axis.x()), from);
            Frame high = turned(Frame.of(axis.origin(), axis.y(), axis.x()), to);
            faces.add(new Face(new Plane(low), false, starts, List.of(new Origin(step, "start", region))));
            faces.add(new Face(new Plane(high), true, ends, List.of(new Origin(step, "end", region))));
        }
        return new Body(full ? shells : List.of(new Shell(faces)));
    }

    private Frame turned(Frame f, double angle) {
        return new Frame(
                turned(f.origin(), angle), direction(f.x(), angle), direction(f.y(), angle), direction(f.z(), angle));
    }

    private Vec3 turned(Vec3 p, double angle) {
        return axis.origin().plus(direction(p.minus(axis.origin()), angle));
    }

    private Vec3 direction(Vec3 d, double angle) {
        double c = Math.cos(angle);
        double s = Math.sin(angle);
        double x = d.dot(axis.x());
        double y = d.dot(axis.y());
        return axis.direction(new Vec3(c * x - s * y, s * x + c * y, d.dot(axis.z())));
    }

    /** Place of a profile point: x its radius, z its height. */
    private Vec3 flat(Vec3 local) {
        return axis.local(profile.frame().point(local));
    }

    /** A direction in the axis' coordinates. */
    private Vec3 within(Vec3 d) {
        return new Vec3(d.dot(axis.x()), d.dot(axis.y()), d.dot(axis.z()));
    }

    private boolean onAxis(Vec3 p) {
        return Math.abs(p.x()) <= tol.linear();
    }

    private boolean alongAxis(Profile.Edge e) {
        return e.curve() instanceof Line && onAxis(flat(e.start())) && onAxis(flat(e.end()));
    }

    /** The loop with each ellipse or spline that meets the axis in both ends cut in two, for two surfaces. */
    private List<Profile.Edge> halved(List<Profile.Edge> loop) {
        List<Profile.Edge> out = new ArrayList<>();
        for (Profile.Edge e : loop) {
            boolean free = e.curve() instanceof Ellipse || e.curve() instanceof Nurbs;
            if (free && onAxis(flat(e.start())) && onAxis(flat(e.end()))) {
                double mid = e.range().middle();
                Profile.Edge low =
                        new Profile.Edge(e.curve(), new Interval(e.range().lo(), mid), e.forward(), e.source());
                Profile.Edge high =
                        new Profile.Edge(e.curve(), new Interval(mid, e.range().hi()), e.forward(), e.source());
                out.addAll(e.forward() ? List.of(low, high) : List.of(high, low));
            } else {
                out.add(e);
            }
        }
        return out;
    }

    private void turn(List<Profile.Edge> loop, List<Loop> starts, List<Loop> ends) {
        int n = loop.size();
        Vertex[] low = new Vertex[n];
        Vertex[] high = new Vertex[n];
        Edge[] round = new Edge[n];
        boolean closed = n == 1;
        for (int i = 0; i < n; i++) {
            Vec3 p = flat(loop.get(i).start());
            boolean touches = onAxis(p);
            if (touches && !alongAxis(loop.get(i)) && !alongAxis(loop.get((i + n - 1) % n))) {
                throw new GeometryException(
                        GeometryException.Reason.NON_MANIFOLD,
                        profile.name()
                                + " touches the axis in a single point, where the solid would have no thickness.");
            }
            Vec3 at = touches
                    ? axis.point(0, 0, p.z())
                    : axis.point(p.x() * Math.cos(from), p.x() * Math.sin(from), p.z());
            low[i] = new Vertex(at, tol.linear());
            if (touches || closed) {
                high[i] = closed && !touches ? new Vertex(turned(axis.point(p), to), tol.linear()) : low[i];
                continue;
            }
            high[i] = full
                    ? low[i]
                    : new Vertex(axis.point(p.x() * Math.cos(to), p.x() * Math.sin(to), p.z()), tol.linear());
            Circle c = new Circle(axis.at(axis.point(0, 0, p.z())), p.x());
            round[i] = new Edge(c, new Interval(from, full ? from + 2 * Math.PI : to), low[i], high[i], tol.linear());
        }
        List<Coedge> start = new ArrayList<>();
        List<Coedge> end = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            Profile.Edge e = loop.get(i);
            int j = (i + 1) % n;
            Edge atLow = full ? null : placed(e, from, low[i], low[j]);
            Edge atHigh = full ? null : alongAxis(e) ? atLow : placed(e, to, high[i], high[j]);
            if (!full) {
                start.add(0, new Coedge(atLow, !e.forward()));
                end.add(new Coedge(atHigh, e.forward()));
            }
            if (!alongAxis(e)) {
                side(e, closed ? null : round[i], closed ? null : round[j], atLow, atHigh);
            }
        }
        if (!full) {
            starts.add(new Loop(start));
            ends.add(new Loop(end));
        }
    }

    private Edge placed(Profile.Edge e, double angle, Vertex start, Vertex end) {
        Curve c = e.curve().placed(turned(profile.frame(), angle));
        return e.forward()
                ? new Edge(c, e.range(), start, end, tol.linear())
                : new Edge(c, e.range(), end, start, tol.linear());
    }

    private void side(Profile.Edge e, Edge atStart, Edge atEnd, Edge atLow, Edge atHigh) {
        List<Loop> loops = new ArrayList<>();
        List<Coedge> one = new ArrayList<>();
        if (full) {
            if (atStart != null) {
                loops.add(new Loop(List.of(new Coedge(atStart, false))));
            }
            if (atEnd != null) {
                loops.add(new Loop(List.of(new Coedge(atEnd, true))));
            }
        } else if (atLow.closed()) {
            loops.add(new Loop(List.of(new Coedge(atLow, e.forward()))));
            loops.add(new Loop(List.of(new Coedge(atHigh, !e.forward()))));
        } else {
            if (atStart != null) {
                one.add(new Coedge(atStart, false));
            }
            one.add(new Coedge(atLow, e.forward()));
            if (atEnd != null) {
                one.add(new Coedge(atEnd, true));
            }
            one.add(new Coedge(atHigh, !e.forward()));
            loops.add(new Loop(one));
        }
        Surface s = new SweptSides(profile.frame(), axis, tol).turned(e);
        double t = e.range().middle();
        Vec3 along = e.curve().derivative(t).times(e.forward() ? 1 : -1);
        Vec3 out = profile.frame().direction(along).cross(axis.y());
        Vec3 mid = profile.frame().point(e.curve().point(t));
        faces.add(new Face(s, s.normalAt(mid).dot(out) > 0, loops, List.of(new Origin(step, "side", e.source()))));
    }
}
