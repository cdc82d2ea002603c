package io.tallember.solid.sweep;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.geometry.intersect.SurfaceSurface;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import io.tallember.solid.check.BodyCheck;
import java.util.ArrayList;
import java.util.List;

/**
 * A profile pulled out of its plane with leaning sides: lines give planes, arcs and circles cones. The outline at the far end is the
 * profile's moved inward, or outward for a negative angle.
 */
public final class Taper {
    private final Profile profile;
    private final double height;
    private final double angle;
    private final String step;
    private final String region;
    private final Tolerance tol;
    private final List<Face> faces = new ArrayList<>();
    private final List<Loop> near = new ArrayList<>();
    private final List<Loop> far = new ArrayList<>();

    private Taper(Profile profile, double height, double angle, String step, String region, Tolerance tol) {
        this.profile = profile;
        this.height = height;
        this.angle = angle;
        this.step = step;
        this.region = region;
        this.tol = tol;
    }

    /**
     * The body between the profile's plane and a height over it.
     *
     * @param height in mm, negative for behind the plane
     * @param angle by which the sides lean inward, in radians, between -80 and 80 degrees and not zero
     * @throws GeometryException DEGENERATE when the height is none, BAD_VALUE when the lean leaves nothing of a side at the far end
     */
    public static Body of(Profile profile, double height, double angle, String step, String region, Tolerance tol) {
        if (!(Math.abs(height) > tol.linear()) || !Double.isFinite(height)) {
            throw new GeometryException(
                    GeometryException.Reason.DEGENERATE, "An extrusion needs a distance above zero.");
        }
        if (!(Math.abs(angle) <= Math.toRadians(80)) || Math.abs(angle) <= tol.angular()) {
            throw new GeometryException(
                    GeometryException.Reason.BAD_VALUE, "The sides can lean by up to 80 degrees either way.");
        }
        return new Taper(profile, height, angle, step, region, tol).build();
    }

    private Body build() {
        for (List<Profile.Edge> loop : profile.loops()) {
            wall(loop);
        }
        boolean up = height > 0;
        Frame base = profile.frame();
        faces.add(new Face(new Plane(base), !up, near, List.of(new Origin(step, "start", region))));
        faces.add(new Face(new Plane(base.movedAlongZ(height)), up, far, List.of(new Origin(step, "end", region))));
        Body body = new Body(List.of(new Shell(faces)));
        if (!BodyCheck.deep(body, tol).valid()) {
            throw eaten(profile.name());
        }
        return body;
    }

    private GeometryException eaten(String what) {
        return new GeometryException(
                GeometryException.Reason.BAD_VALUE,
                String.format(
                        java.util.Locale.ROOT,
                        "Leaning by %.4g° over this height, the sides meet before the end and nothing is left of %s there. Take a"
                                + " smaller angle or a shorter distance.",
                        Math.toDegrees(Math.abs(angle)),
                        what));
    }

    private Profile.Edge moved(Profile.Edge e) {
        double by = Math.abs(height) * Math.tan(angle);
        if (e.curve() instanceof Line l) {
            Vec3 along = e.end().minus(e.start()).unit();
            Vec3 in = new Vec3(-along.y(), along.x(), 0);
            return new Profile.Edge(
                    new Line(l.origin().plus(by, in), l.direction()), e.range(), e.forward(), e.source());
        }
        if (!(e.curve() instanceof Circle c)) {
            throw new GeometryException(
                    GeometryException.Reason.UNSUPPORTED_INTERSECTION,
                    "Only lines, arcs and circles can be given leaning sides yet; " + e.source()
                            + " is something else.");
        }
        boolean inside = e.forward() == (c.frame().z().z() > 0);
        double r = c.radius() - (inside ? by : -by);
        if (!(r > tol.linear())) {
            throw eaten(e.source());
        }
        return new Profile.Edge(new Circle(c.frame(), r), e.range(), e.forward(), e.source());
    }

    private static Vec3 along(Profile.Edge e, boolean atStart) {
        double t = atStart == e.forward() ? e.range().lo() : e.range().hi();
        Vec3 d = e.curve().derivative(t).unit();
        return e.forward() ? d : d.negated();
    }

    private boolean smooth(Profile.Edge before, Profile.Edge after) {
        return along(before, false).cross(along(after, true)).length() < 1e-7;
    }

    /** The far end of the corner between two edges. */
    private Vec3 corner(Profile.Edge before, Profile.Edge after, Profile.Edge movedBefore, Profile.Edge movedAfter) {
        Vec3 p = after.start();
        double by = Math.abs(height) * Math.tan(angle);
        Vec3 d = along(after, true);
        Vec3 in = p.plus(by, new Vec3(-d.y(), d.x(), 0));
        if (smooth(before, after)) {
            return in;
        }
        Vec3 best = null;
        for (Meeting m : CurveCurve.meet(
                movedBefore.curve(), all(movedBefore.curve()), movedAfter.curve(), all(movedAfter.curve()), tol)) {
            Vec3 q = movedBefore.curve().point(m.t());
            if (best == null || q.distance(in) < best.distance(in)) {
                best = q;
            }
        }
        if (best == null) {
            throw eaten(after.source());
        }
        return best;
    }

    private static Interval all(Curve c) {
        return c.period() > 0 ? new Interval(0, c.period()) : new Interval(-2 * Tolerance.REACH, 2 * Tolerance.REACH);
    }

    private void wall(List<Profile.Edge> loop) {
        int n = loop.size();
        boolean closed = n == 1;
        List<Profile.Edge> moved = loop.stream().map(this::moved).toList();
        Vertex[] low = new Vertex[n];
        Vertex[] high = new Vertex[n];
        for (int i = 0; i < n; i++) {
            Profile.Edge before = loop.get((i + n - 1) % n);
            Vec3 far = closed
                    ? moved.get(0).start()
                    : corner(before, loop.get(i), moved.get((i + n - 1) % n), moved.get(i));
            low[i] = new Vertex(world(loop.get(i).start(), 0), tol.linear());
            high[i] = new Vertex(world(far, height), tol.linear());
        }
        Surface[] sides = new Surface[n];
        for (int i = 0; i < n; i++) {
            sides[i] = side(loop.get(i));
        }
        Edge[] up = new Edge[n];
        Edge[] lowEdge = new Edge[n];
        Edge[] highEdge = new Edge[n];
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            Profile.Edge e = loop.get(i);
            up[i] = closed
                    ? null
                    : rise(loop.get((i + n - 1) % n), e, sides[(i + n - 1) % n], sides[i], low[i], high[i]);
            lowEdge[i] = edge(e.curve().placed(profile.frame()), e.range(), e.forward(), low[i], low[j]);
            highEdge[i] = farEdge(moved.get(i), high[i], high[j], closed);
        }
        List<Coedge> bottom = new ArrayList<>();
        List<Coedge> top = new ArrayList<>();
        boolean rising = height > 0;
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            Profile.Edge e = loop.get(i);
            Coedge below = new Coedge(lowEdge[i], e.forward());
            Coedge above = new Coedge(highEdge[i], !e.forward());
            List<Loop> loops = closed
                    ? List.of(new Loop(List.of(below)), new Loop(List.of(above)))
                    : List.of(new Loop(List.of(
                            below,
                            rising(up[j], low[j]),
                            above,
                            rising(up[i], low[i]).reversed())));
            double t = e.range().middle();
            Vec3 travel = profile.frame().direction(e.curve().derivative(t)).times(e.forward() ? 1 : -1);
            Vec3 out = travel.cross(profile.frame().z());
            boolean sense = sides[i].normalAt(world(e.curve().point(t), 0)).dot(out) > 0;
            List<Loop> placed =
                    rising ? loops : loops.stream().map(Taper::turned).toList();
            faces.add(new Face(sides[i], sense, placed, List.of(new Origin(step, "side", e.source()))));
            bottom.add(0, new Coedge(lowEdge[i], !e.forward()));
            top.add(new Coedge(highEdge[i], e.forward()));
        }
        near.add(rising ? new Loop(bottom) : turned(new Loop(bottom)));
        far.add(rising ? new Loop(top) : turned(new Loop(top)));
    }

    private static Coedge rising(Edge up, Vertex low) {
        return new Coedge(up, up.start() == low);
    }

    private static Loop turned(Loop l) {
        List<Coedge> out = new ArrayList<>();
        l.coedges().forEach(c -> out.add(0, c.reversed()));
        return new Loop(out);
    }

    private Vec3 world(Vec3 local, double h) {
        return profile.frame().point(local.x(), local.y(), h);
    }

    private Edge edge(Curve c, Interval range, boolean forward, Vertex from, Vertex to) {
        return forward ? new Edge(c, range, from, to, tol.linear()) : new Edge(c, range, to, from, tol.linear());
    }

    private Edge farEdge(Profile.Edge m, Vertex from, Vertex to, boolean closed) {
        Curve c = m.curve().placed(profile.frame().movedAlongZ(height));
        if (closed) {
            return edge(c, m.range(), m.forward(), from, to);
        }
        double a = c.project(m.forward() ? from.point() : to.point());
        double b = c.project(m.forward() ? to.point() : from.point());
        if (c.period() > 0) {
            double length = m.range().length();
            b = new Interval(a, a + c.period()).unwrap(b, c.period(), 0);
            if (Math.abs(b - a - length) > Math.min(length, Math.PI) + 0.5) {
                throw eaten(m.source());
            }
        }
        if (!(b - a > tol.linear() / c.derivative(a).length())) {
            throw eaten(m.source());
        }
        return edge(c, new Interval(a, b), m.forward(), from, to);
    }

    private Surface side(Profile.Edge e) {
        Frame f = profile.frame();
        double up = Math.signum(height);
        if (e.curve() instanceof Circle c) {
            boolean inside = e.forward() == (c.frame().z().z() > 0);
            boolean widens = inside == angle < 0;
            Vec3 z = f.z().times(widens ? up : -up);
            return new Cone(
                    Frame.of(
                            f.point(c.frame().origin()),
                            z,
                            f.direction(c.frame().x())),
                    c.radius(),
                    Math.abs(angle));
        }
        Vec3 along = f.direction(e.end().minus(e.start())).unit();
        Vec3 in = f.z().cross(along);
        Vec3 rise = f.z().times(up * Math.cos(angle)).plus(Math.sin(angle), in);
        return new Plane(Frame.of(world(e.start(), 0), along.cross(rise).times(up), along));
    }

    private Edge rise(Profile.Edge before, Profile.Edge after, Surface a, Surface b, Vertex low, Vertex high) {
        Line straight = Line.through(low.point(), high.point());
        double length = low.point().distance(high.point());
        if (smooth(before, after) || a instanceof Plane && b instanceof Plane) {
            return new Edge(straight, new Interval(0, length), low, high, tol.linear());
        }
        Box3 where = Box3.of(low.point(), high.point()).grown(0.1 * length);
        for (Curve c : SurfaceSurface.meet(a, b, where, tol).curves()) {
            double s = c.project(low.point());
            double t = c.project(high.point());
            if (c.point(s).distance(low.point()) <= 10 * tol.linear()
                    && c.point(t).distance(high.point()) <= 10 * tol.linear()) {
                if (c.period() > 0 && Math.abs(t - s) > c.period() / 2) {
                    if (s < t) {
                        s += c.period();
                    } else {
                        t += c.period();
                    }
                }
                return s < t
                        ? new Edge(c, new Interval(s, t), low, high, tol.linear())
                        : new Edge(c, new Interval(t, s), high, low, tol.linear());
            }
        }
        throw eaten(after.source());
    }
}
