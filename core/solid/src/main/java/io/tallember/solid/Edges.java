package io.tallember.solid;

import io.tallember.geometry.Vec3;
import java.util.List;
import java.util.Optional;

/** How the faces beside an edge meet in it. */
public final class Edges {
    private static final double SMOOTH = 1 - 1e-9;
    /** Normals whose sum is shorter than this look away from each other. */
    private static final double KNIFE = 1e-7;

    private Edges() {}

    /** Whether the material bends away from the edge: an outer edge. */
    public static boolean convex(Body body, Edge e) {
        Vec3 p = e.middle();
        Face f = body.facesOf(e).get(0);
        Face g = body.facesOf(e).get(1);
        Coedge c = body.usesOf(e).get(0);
        Vec3 into = f.outward(p).cross(c.travel(e.range().middle()));
        return into.dot(g.outward(p)) < 0;
    }

    /**
     * The unit direction in which the centre of a ball lies that rounds an edge; nothing where the edge is smooth. At a knife
     * edge, whose faces look straight away from each other, it lies along them, into the material.
     */
    public static Optional<Vec3> bisector(Body body, Edge e) {
        List<Face> two = body.facesOf(e);
        if (two.size() != 2 || smooth(body, e)) {
            return Optional.empty();
        }
        Vec3 p = e.middle();
        Vec3 out = two.get(0).outward(p);
        Vec3 sum = out.plus(two.get(1).outward(p));
        if (sum.length() < KNIFE) {
            Coedge c = body.usesOf(e).get(0);
            Vec3 into = out.cross(c.travel(e.range().middle()));
            return into.length() < KNIFE ? Optional.empty() : Optional.of(into.unit());
        }
        return Optional.of(convex(body, e) ? sum.unit().negated() : sum.unit());
    }

    /** Whether the faces beside an edge run smoothly into each other. */
    public static boolean smooth(Body body, Edge e) {
        List<Face> two = body.facesOf(e);
        return two.size() == 2 && two.get(0).outward(e.middle()).dot(two.get(1).outward(e.middle())) > SMOOTH;
    }
}
