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
import io.tallember.geometry.Terms;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
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
        Vec3 tip = tip();
        double over = tip == null ? 0 : Math.abs(height) - tip.z();
        if (tip != null && Math.abs(over) <= 10 * tol.linear()) {
            return pointed(tip);
        }
        if (over > 0) {
            throw new GeometryException(
                    GeometryException.Reason.BAD_VALUE,
                    String.format(java.util.Locale.ROOT, "Leaning by %.4g°", Math.toDegrees(angle))
                            + " the sides meet in a point already at a height of " + Terms.length(tip.z())
                            + ". Take that as the distance to have it built with its point, or a smaller angle.",
                    tip.z());
        }
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

    /** Where all sides meet, in the profile's frame, its z counted the way that is pulled; null where they don't in one point. */
    private Vec3 tip() {
        List<Profile.Edge> loop = profile.outer();
        if (!profile.holes().isEmpty() || angle < 0) {
            return null;
        }
        double slope = Math.tan(angle);
        if (loop.size() == 1 && loop.get(0).curve() instanceof Circle c) {
            Vec3 o = c.frame().origin();
            return new Vec3(o.x(), o.y(), c.radius() / slope);
        }
        if (loop.size() < 3 || !loop.stream().allMatch(e -> e.curve() instanceof Line)) {
            return null;
        }
        // as far from all lines as they have come inward at that height
        Vec3[] in = new Vec3[loop.size()];
        double[] off = new double[in.length];
        for (int i = 0; i < in.length; i++) {
            Vec3 along = loop.get(i).end().minus(loop.get(i).start()).unit();
            in[i] = new Vec3(-along.y(), along.x(), -slope);
            off[i] = in[i].dot(
                    new Vec3(loop.get(i).start().x(), loop.get(i).start().y(), 0));
        }
        double whole = in[0].dot(in[1].cross(in[2]));
        if (Math.abs(whole) < 1e-9) {
            return null;
        }
        Vec3 p = in[1].cross(in[2])
                .times(off[0])
                .plus(off[1], in[2].cross(in[0]))
                .plus(off[2], in[0].cross(in[1]))
                .times(1 / whole);
        for (int i = 0; i < in.length; i++) {
            if (Math.abs(in[i].dot(p) - off[i]) > tol.linear()) {
                return null;
            }
        }
        return p.z() > 0 ? p : null;
    }

    /** A pyramid or a cone: no face at its end. */
    private Body pointed(Vec3 tip) {
        List<Profile.Edge> loop = profile.outer();
        int n = loop.size();
        boolean up = height > 0;
        Vertex top = new Vertex(world(tip, Math.signum(height) * tip.z()), tol.linear());
        Vertex[] low = new Vertex[n];
        Edge[] rises = new Edge[n];
        for (int i = 0; i < n; i++) {
            low[i] = new Vertex(world(loop.get(i).start(), 0), tol.linear());
            double length = low[i].point().distance(top.point());
            rises[i] = new Edge(
                    Line.through(low[i].point(), top.point()), new Interval(0, length), low[i], top, tol.linear());
        }
        List<Coedge> bottom = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            Profile.Edge e = loop.get(i);
            Edge below = edge(e.curve().placed(profile.frame()), e.range(), e.forward(), low[i], low[j]);
            List<Coedge> round = new ArrayList<>(List.of(new Coedge(below, e.forward())));
            if (n > 1) {
                round.add(new Coedge(rises[j], true));
                round.add(new Coedge(rises[i], false));
            }
            Surface s = side(e);
            double t = e.range().middle();
            Vec3 travel = profile.frame().direction(e.curve().derivative(t)).times(e.forward() ? 1 : -1);
            Vec3 out = travel.cross(profile.frame().z());
            boolean sense = s.normalAt(world(e.curve().point(t), 0)).dot(out) > 0;
            Loop l = new Loop(round);
            faces.add(new Face(s, sense, List.of(up ? l : turned(l)), List.of(new Origin(step, "side", e.source()))));
            bottom.add(0, new Coedge(below, !e.forward()));
        }
        Loop foot = new Loop(bottom);
        faces.add(new Face(
                new Plane(profile.frame()),
                !up,
                List.of(up ? foot : turned(foot)),
                List.of(new Origin(step, "start", region))));
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

    private void wall(List<Profile.Edge> loop) {
        int n = loop.size();
        boolean closed = n == 1;
        double by = Math.abs(height) * Math.tan(angle);
        List<Profile.Edge> moved = Inset.of(loop, by, true, tol, this::eaten);
        Vertex[] low = new Vertex[n];
        Vertex[] high = new Vertex[n];
        for (int i = 0; i < n; i++) {
            Vec3 far = moved.get(i).start();
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
            highEdge[i] = farEdge(moved.get(i), high[i], high[j]);
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

    private Edge farEdge(Profile.Edge m, Vertex from, Vertex to) {
        Curve c = m.curve().placed(profile.frame().movedAlongZ(height));
        return edge(c, m.range(), m.forward(), from, to);
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
        if (Inset.smooth(before, after) || a instanceof Plane && b instanceof Plane) {
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
