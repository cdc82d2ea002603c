package io.tallember.solid.sweep;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
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
 * The prism over a profile, square to its plane. Lines become planes, circles and arcs cylinders, ellipses and splines extruded surfaces; a full circle has one side
 * face with two closed edges.
 */
public final class Extrude {
    private final Profile profile;
    private final double from;
    private final double to;
    private final String step;
    private final String region;
    private final Tolerance tol;

    private Extrude(Profile profile, double from, double to, String step, String region, Tolerance tol) {
        this.profile = profile;
        this.from = from;
        this.to = to;
        this.step = step;
        this.region = region;
        this.tol = tol;
    }

    /**
     * The body between two heights over the profile's plane.
     *
     * @param from lower height in mm along the profile frame's z
     * @param to upper height in mm, above {@code from} by more than the tolerance
     * @param step the step's id, and {@code region} the region's name, both for lineage
     * @throws GeometryException DEGENERATE when the heights coincide
     */
    public static Body of(Profile profile, double from, double to, String step, String region, Tolerance tol) {
        if (!(to - from > tol.linear()) || !Double.isFinite(to - from)) {
            throw new GeometryException(
                    GeometryException.Reason.DEGENERATE, "An extrusion needs a distance above zero.");
        }
        return new Extrude(profile, from, to, step, region, tol).build();
    }

    /**
     * The sides alone over a line or an outline, as an open sheet.
     *
     * @param line edges that go on from each other, in the frame's coordinates
     */
    public static Body sheet(
            Frame frame, List<Profile.Edge> line, double from, double to, String step, String region, Tolerance tol) {
        Profile p = new Profile(frame, line, List.of(), region);
        List<Face> faces = new ArrayList<>();
        boolean closed = line.get(0).start().distance(line.get(line.size() - 1).end()) <= tol.linear();
        new Extrude(p, from, to, step, region, tol).wall(line, closed, faces, new ArrayList<>(), new ArrayList<>());
        return new Body(List.of(new Shell(faces)));
    }

    private Body build() {
        List<Face> faces = new ArrayList<>();
        List<Loop> bottoms = new ArrayList<>();
        List<Loop> tops = new ArrayList<>();
        for (List<Profile.Edge> loop : profile.loops()) {
            wall(loop, true, faces, bottoms, tops);
        }
        Frame low = profile.frame().movedAlongZ(from);
        Frame high = profile.frame().movedAlongZ(to);
        faces.add(new Face(new Plane(low), false, bottoms, List.of(new Origin(step, "start", region))));
        faces.add(new Face(new Plane(high), true, tops, List.of(new Origin(step, "end", region))));
        return new Body(List.of(new Shell(faces)));
    }

    private void wall(List<Profile.Edge> loop, boolean round, List<Face> faces, List<Loop> bottoms, List<Loop> tops) {
        int n = loop.size();
        int corners = round ? n : n + 1;
        Vertex[] low = new Vertex[corners];
        Vertex[] high = new Vertex[corners];
        for (int i = 0; i < corners; i++) {
            Vec3 p = i < n ? loop.get(i).start() : loop.get(n - 1).end();
            low[i] = new Vertex(world(p, from), tol.linear());
            high[i] = new Vertex(world(p, to), tol.linear());
        }
        boolean closed = round && n == 1;
        Edge[] up = new Edge[corners];
        Edge[] lowEdge = new Edge[n];
        Edge[] highEdge = new Edge[n];
        for (int i = 0; i < corners; i++) {
            Line rise = new Line(low[i].point(), profile.frame().z());
            up[i] = closed ? null : new Edge(rise, new Interval(0, to - from), low[i], high[i], tol.linear());
        }
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % corners;
            lowEdge[i] = along(loop.get(i), from, low[i], low[j]);
            highEdge[i] = along(loop.get(i), to, high[i], high[j]);
        }
        List<Coedge> bottom = new ArrayList<>();
        List<Coedge> top = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            Profile.Edge e = loop.get(i);
            Coedge below = new Coedge(lowEdge[i], e.forward());
            Coedge above = new Coedge(highEdge[i], !e.forward());
            List<Loop> sides = closed
                    ? List.of(new Loop(List.of(below)), new Loop(List.of(above)))
                    : List.of(new Loop(
                            List.of(below, new Coedge(up[(i + 1) % corners], true), above, new Coedge(up[i], false))));
            faces.add(new Face(
                    SweptSides.extruded(profile.frame(), e),
                    sense(e),
                    sides,
                    List.of(new Origin(step, "side", e.source()))));
            bottom.add(0, new Coedge(lowEdge[i], !e.forward()));
            top.add(new Coedge(highEdge[i], e.forward()));
        }
        bottoms.add(new Loop(bottom));
        tops.add(new Loop(top));
    }

    private Vec3 world(Vec3 local, double height) {
        return profile.frame().point(local.x(), local.y(), height);
    }

    private Edge along(Profile.Edge e, double height, Vertex start, Vertex end) {
        Curve c = e.curve().placed(profile.frame().movedAlongZ(height));
        return e.forward()
                ? new Edge(c, e.range(), start, end, tol.linear())
                : new Edge(c, e.range(), end, start, tol.linear());
    }

    private static boolean sense(Profile.Edge e) {
        if (e.curve() instanceof Circle c) {
            return e.forward() == (c.frame().z().z() > 0);
        }
        return e.curve() instanceof Line || e.forward();
    }
}
