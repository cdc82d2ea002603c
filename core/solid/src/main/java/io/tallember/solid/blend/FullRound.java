package io.tallember.solid.blend;

import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.local.Faces;
import io.tallember.solid.local.Retarget;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A flat face between two others made round from side to side: the cylinder that touches all three takes its place. Its radius
 * follows from them. The three must be flat and run alike; where their common run is, the round is outer or inner as the face was.
 */
public final class FullRound {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private FullRound() {}

    /**
     * The sides between which a face would be made round, one of them with the longest edge first: those with the longest edges.
     *
     * @param told the faces that may be sides; all flat neighbours when there are none
     */
    public static Optional<List<Face>> sides(Body body, Face face, Set<Face> told) {
        return pair(body, face, told).map(p -> List.of(beside(body, face, p[0]), beside(body, face, p[1])));
    }

    private static Optional<Coedge[]> pair(Body body, Face face, Set<Face> told) {
        Coedge[] pair = null;
        double best = 0;
        for (Coedge a : face.coedges()) {
            for (Coedge b : face.coedges()) {
                boolean does = a != b
                        && a.curve() instanceof Line la
                        && b.curve() instanceof Line lb
                        && la.direction().cross(lb.direction()).length() < 1e-9
                        && a.edge().range().length() + b.edge().range().length() > best + 1e-9
                        && beside(body, face, a).surface() instanceof Plane
                        && beside(body, face, b).surface() instanceof Plane
                        && (told.isEmpty()
                                || told.contains(beside(body, face, a)) && told.contains(beside(body, face, b)));
                if (does) {
                    best = a.edge().range().length() + b.edge().range().length();
                    pair = new Coedge[] {a, b};
                }
            }
        }
        return Optional.ofNullable(pair);
    }

    /**
     * @param face the one in the middle
     * @param told the faces between which it is made round; empty for the flat neighbours with the longest edges
     * @param step the step's id, for lineage
     * @throws GeometryException BAD_VALUE when no cylinder touches the face and both sides
     */
    public static Body of(Body body, Face face, Set<Face> told, String step) {
        if (!(face.surface() instanceof Plane)) {
            throw refused("it isn't flat");
        }
        Coedge[] pair = pair(body, face, told)
                .orElseThrow(() -> refused(
                        told.isEmpty()
                                ? "it has no two flat neighbours that run alike"
                                : "the sides that were picked aren't two flat neighbours that run alike"));
        Coedge longest = pair[0];
        Coedge opposite = pair[1];
        Vec3 along = ((Line) longest.curve()).direction();
        Vec3 p = longest.edge().middle();
        Vec3 n = face.outward(p);
        Face first = beside(body, face, longest);
        Face second = beside(body, face, opposite);
        Vec3 n1 = first.outward(p);
        Vec3 q = opposite.edge().middle();
        Vec3 n2 = second.outward(q);
        // the middle is as far inside of each: (n1 - n) and (n2 - n) say where, in the plane square to the run
        Vec3 a = n1.minus(n);
        Vec3 b = n2.minus(n);
        double ca = n1.dot(p) - n.dot(p);
        double cb = n2.dot(q) - n.dot(p);
        Vec3 ab = a.cross(b);
        double det = ab.dot(along);
        if (Math.abs(det) < 1e-9) {
            throw refused("its neighbours and it touch no common cylinder");
        }
        double h = along.dot(p);
        Vec3 centre =
                b.cross(along).times(ca).plus(cb, along.cross(a)).plus(h, ab).times(1 / det);
        double r = n.dot(p) - n.dot(centre);
        if (!(Math.abs(r) > TOL.linear())) {
            throw refused("its neighbours leave no room for it");
        }
        boolean outer = r > 0;
        Cylinder round = new Cylinder(Frame.of(centre, along), Math.abs(r));
        Face turned = Faces.turned(face, p, outer);
        List<Origin> made = List.of(new Origin(step, "side", "full"));
        return Retarget.of(
                Faces.with(body, face, turned),
                Map.of(turned, round),
                List.of(),
                f -> f == turned ? made : f.origins(),
                TOL);
    }

    private static Face beside(Body body, Face face, Coedge c) {
        List<Face> two = body.facesOf(c.edge());
        return two.get(0) == face ? two.get(two.size() - 1) : two.get(0);
    }

    private static GeometryException refused(String why) {
        return new GeometryException(
                Reason.BAD_VALUE,
                "This face can't be made round from side to side: " + why
                        + ". Pick a flat one between two flat sides.");
    }
}
