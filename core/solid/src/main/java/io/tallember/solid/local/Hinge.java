package io.tallember.solid.local;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import java.util.Collection;
import java.util.List;

/**
 * What a leaning face turns about, and the way in which it leaves the mould.
 *
 * @param neutral where the face keeps its place
 * @param pull of length one
 */
public record Hinge(Plane neutral, Vec3 pull) {
    /**
     * About the edges of a parting line that bound a face: level ones at one height, or straight ones on one line.
     *
     * @param away whether the face leans away from its edges, whichever side of them it is on; else along the pull
     * @throws GeometryException BAD_VALUE with the face when none of the edges bounds it, or they step on it
     */
    public static Hinge on(Face f, Collection<Edge> parting, Vec3 pull, boolean away, Tolerance tol) {
        List<Edge> own = f.coedges().stream()
                .map(c -> c.edge())
                .filter(parting::contains)
                .distinct()
                .toList();
        if (own.isEmpty()) {
            throw Draft.refused(f, "has no edge of the parting line beside it");
        }
        Plane neutral = neutral(f, own, pull, tol);
        Vec3 n = neutral.normal();
        Vec3 up = n.dot(pull) < 0 ? n.negated() : n;
        Vec3 inside = f.region().interiorPoint(tol).orElse(f.bounds().centre());
        boolean under = inside.minus(own.get(0).middle()).dot(up) < 0;
        return new Hinge(neutral, away && under ? pull.negated() : pull);
    }

    private static Plane neutral(Face f, List<Edge> own, Vec3 pull, Tolerance tol) {
        Vec3 at = own.get(0).middle();
        boolean level = own.stream().allMatch(e -> {
            for (int i = 0; i <= 8; i++) {
                Vec3 p = e.curve().point(e.range().at(i / 8.0));
                if (Math.abs(p.minus(at).dot(pull)) > tol.linear()) {
                    return false;
                }
            }
            return true;
        });
        if (level) {
            return new Plane(Frame.of(at, pull));
        }
        if (!(own.get(0).curve() instanceof Line line) || !(f.surface() instanceof Plane flat)) {
            throw Draft.refused(f, "isn't flat, and its parting edge isn't level");
        }
        boolean one = own.stream()
                .allMatch(e -> e.curve() instanceof Line
                        && line.distance(e.start().point()) <= tol.linear()
                        && line.distance(e.end().point()) <= tol.linear());
        if (!one) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The parting line steps on the flat face at "
                            + Retarget.place(f.bounds().centre())
                            + ", so it can't lean about all of it. Divide the face where the line steps, or take edges of one"
                            + " height.");
        }
        Vec3 normal = line.direction().cross(flat.normal());
        if (Math.abs(normal.unit().dot(pull)) < 1e-6) {
            throw Draft.refused(f, "has a parting edge along the pull");
        }
        return new Plane(Frame.of(at, normal.unit()));
    }
}
