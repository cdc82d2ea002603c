package io.tallember.solid;

import io.tallember.geometry.Vec3;
import java.util.List;

/** How the faces beside an edge meet in it. */
public final class Edges {
    private static final double SMOOTH = 1 - 1e-9;

    private Edges() {}

    /** Whether the material bends away from the edge: an outer edge. */
    public static boolean convex(Body body, Edge e) {
        Vec3 p = e.middle();
        Face f = body.facesOf(e).get(0);
        Face g = body.facesOf(e).get(1);
        Coedge c = f.coedges().stream().filter(k -> k.edge() == e).findFirst().orElseThrow();
        Vec3 into = f.outward(p).cross(c.travel(e.range().middle()));
        return into.dot(g.outward(p)) < 0;
    }

    /** Whether the faces beside an edge run smoothly into each other. */
    public static boolean smooth(Body body, Edge e) {
        List<Face> two = body.facesOf(e);
        return two.size() == 2 && two.get(0).outward(e.middle()).dot(two.get(1).outward(e.middle())) > SMOOTH;
    }
}
