package io.tallember.solid.sweep;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Line;
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
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;

/** Bodies moved and turned without changing their shape. */
public final class Moved {
    private Moved() {}

    /** Moves along a way. */
    public static Frame along(Vec3 way) {
        return Frame.WORLD.at(way);
    }

    /** Turns about an axis by an angle in radians, the right hand's fingers pointing the way of turning. */
    public static Frame about(Line axis, double angle) {
        Vec3 x = turned(Vec3.X, axis.direction(), angle);
        Vec3 y = turned(Vec3.Y, axis.direction(), angle);
        Vec3 z = turned(Vec3.Z, axis.direction(), angle);
        Frame turn = new Frame(Vec3.ZERO, x, y, z);
        Vec3 o = axis.origin();
        return turn.at(o.minus(turn.point(o)));
    }

    private static Vec3 turned(Vec3 v, Vec3 axis, double angle) {
        double c = Math.cos(angle);
        return v.times(c).plus(Math.sin(angle), axis.cross(v)).plus((1 - c) * v.dot(axis), axis);
    }

    /**
     * The body carried from the world's frame into another.
     *
     * @param origin gives the lineage of the moved faces
     */
    public static Body by(Body body, Frame to, UnaryOperator<Origin> origin) {
        Map<Vertex, Vertex> vertices = new IdentityHashMap<>();
        Map<Edge, Edge> edges = new IdentityHashMap<>();
        List<Shell> shells = new ArrayList<>();
        for (Shell s : body.shells()) {
            List<Face> faces = new ArrayList<>();
            for (Face f : s.faces()) {
                List<Loop> loops = new ArrayList<>();
                for (Loop l : f.loops()) {
                    List<Coedge> around = new ArrayList<>();
                    for (Coedge c : l.coedges()) {
                        Edge e = edges.computeIfAbsent(c.edge(), k -> edge(k, to, vertices));
                        around.add(new Coedge(e, c.forward()));
                    }
                    loops.add(new Loop(around));
                }
                List<Origin> origins = f.origins().stream().map(origin).toList();
                faces.add(new Face(f.surface().placed(to), f.sense(), loops, origins));
            }
            shells.add(new Shell(faces));
        }
        return new Body(shells);
    }

    private static Edge edge(Edge e, Frame to, Map<Vertex, Vertex> vertices) {
        return new Edge(
                e.curve().placed(to),
                e.range(),
                vertices.computeIfAbsent(e.start(), v -> new Vertex(to.point(v.point()), v.tolerance())),
                vertices.computeIfAbsent(e.end(), v -> new Vertex(to.point(v.point()), v.tolerance())),
                e.tolerance());
    }
}
