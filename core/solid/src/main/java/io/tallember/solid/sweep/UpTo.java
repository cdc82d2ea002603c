package io.tallember.solid.sweep;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Origin;
import io.tallember.solid.fuse.Fuse;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;

/**
 * Ends of an extrusion that take another shape: an over-long prism is cut by the faces it is to end at, and the piece at the
 * profile is kept. So the end is exact on the faces' own surfaces.
 */
public final class UpTo {
    private final Body prism;
    private final Origin near;
    private final Origin far;
    private final Tolerance tol;

    private UpTo(Body prism, String region, String step, boolean back, Tolerance tol) {
        this.prism = prism;
        this.near = new Origin(step, back ? "end" : "start", region);
        this.far = new Origin(step, back ? "start" : "end", region);
        this.tol = tol;
    }

    /**
     * The piece of the prism between its profile and the first faces in its way: outside the bodies where the profile lies outside
     * of them, else inside.
     *
     * @param back whether the profile is at the prism's end rather than its start
     * @throws GeometryException NO_CONTACT when nothing is in the way, or not over the whole outline
     */
    public static List<Body> next(
            Body prism, List<Body> bodies, String region, String step, boolean back, Tolerance tol) {
        UpTo u = new UpTo(prism, region, step, back, tol);
        Box3 box = prism.bounds().grown(tol.linear());
        List<Body> inWay = bodies.stream().filter(b -> box.overlaps(b.bounds())).toList();
        if (inWay.isEmpty()) {
            throw new GeometryException(
                    Reason.NO_CONTACT,
                    "There is no face in the way. Turn the direction, give a distance, or build the body it should meet first.");
        }
        List<Body> outside = u.atProfile(() -> Fuse.subtract(List.of(prism), inWay, tol));
        List<Body> found = outside.isEmpty() ? u.atProfile(() -> Fuse.intersect(List.of(prism), inWay, tol)) : outside;
        if (found.isEmpty() || found.stream().anyMatch(b -> u.has(b, u.far))) {
            throw u.open();
        }
        return found;
    }

    /**
     * The piece of the prism between its profile and a surface carried on without end.
     *
     * @throws GeometryException NO_CONTACT when the surface doesn't cross the whole prism, BAD_VALUE when it cuts the profile
     */
    public static List<Body> surface(
            Body prism, Surface surface, String region, String step, boolean back, Tolerance tol) {
        UpTo u = new UpTo(prism, region, step, back, tol);
        Body solid = solid(surface, prism.bounds(), step + ".to", tol);
        List<Body> outside = u.atProfile(() -> Fuse.subtract(List.of(prism), List.of(solid), tol));
        List<Body> inside = u.atProfile(() -> Fuse.intersect(List.of(prism), List.of(solid), tol));
        if (!outside.isEmpty() && !inside.isEmpty()) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The face up to which it should go cuts through the outline itself. Pick another face, or move the"
                            + " sketch.");
        }
        List<Body> found = outside.isEmpty() ? inside : outside;
        if (found.isEmpty() || found.stream().anyMatch(b -> u.has(b, u.far))) {
            throw new GeometryException(
                    Reason.NO_CONTACT,
                    "The face up to which it should go isn't in the way of the whole outline, even carried on beyond its edges."
                            + " Turn the direction, or pick another face.");
        }
        return found;
    }

    /** The part of a body on the side of a surface, carried on without end, on which a point inside the body lies. */
    public static Body within(Body body, Surface surface, Vec3 point, Tolerance tol) {
        Body solid = solid(surface, body.bounds(), "cut", tol);
        List<Body> pieces = surface.signedDistance(point) > 0
                ? Fuse.subtract(List.of(body), List.of(solid), tol)
                : Fuse.intersect(List.of(body), List.of(solid), tol);
        return pieces.stream()
                .min(java.util.Comparator.comparingDouble(b -> b.bounds().distance(point)))
                .orElseThrow();
    }

    /**
     * The piece of an over-long prism between two surfaces carried on without end.
     *
     * @param to null for up to the prism's own end
     * @param inside a point of the wanted piece
     * @throws GeometryException NO_CONTACT when a surface doesn't cross the whole prism
     */
    public static List<Body> between(
            Body prism, Surface from, Surface to, Vec3 inside, String region, String step, Tolerance tol) {
        UpTo u = new UpTo(prism, region, step, false, tol);
        List<Body> out = u.side(List.of(prism), from, inside, step + ".from");
        if (to != null) {
            out = u.side(out, to, inside, step + ".to");
        }
        boolean whole = to != null && out.stream().anyMatch(b -> u.has(b, u.near) || u.has(b, u.far));
        if (out.isEmpty() || whole || out.stream().allMatch(b -> u.has(b, u.near) && u.has(b, u.far))) {
            throw new GeometryException(
                    Reason.NO_CONTACT,
                    "The face it should start from or go to isn't in the way of the whole outline, even carried on beyond its"
                            + " edges. Turn the direction, or pick another face.");
        }
        return out;
    }

    /** What lies on the side of a surface on which a point does. */
    private List<Body> side(List<Body> pieces, Surface s, Vec3 inside, String name) {
        Box3 box = Box3.EMPTY;
        for (Body b : pieces) {
            box = box.with(b.bounds());
        }
        Body solid = solid(s, box, name, tol);
        try {
            List<Body> left = s.signedDistance(inside) > 0
                    ? Fuse.subtract(pieces, List.of(solid), tol)
                    : Fuse.intersect(pieces, List.of(solid), tol);
            // a round face may cut off pieces farther out too
            return left.stream()
                    .filter(b -> b.bounds().grown(tol.linear()).contains(inside))
                    .toList();
        } catch (GeometryException e) {
            if (e.reason() == Reason.EMPTY_RESULT) {
                return List.of();
            }
            throw e;
        }
    }

    private GeometryException open() {
        return new GeometryException(
                Reason.NO_CONTACT,
                "The next face doesn't cover the whole outline, so part of it would go on without end. Give a distance, or pick"
                        + " the face up to which it goes.");
    }

    private boolean has(Body b, Origin o) {
        return b.faces().stream().anyMatch(f -> f.origins().contains(o));
    }

    /** The pieces that have the profile's cap; nothing when no material is left. */
    private List<Body> atProfile(Supplier<List<Body>> cut) {
        List<Body> pieces;
        try {
            pieces = cut.get();
        } catch (GeometryException e) {
            if (e.reason() == Reason.EMPTY_RESULT) {
                return List.of();
            }
            throw e;
        }
        List<Body> out = new ArrayList<>();
        pieces.stream().filter(b -> has(b, near)).forEach(out::add);
        return out;
    }

    /** A solid on whose boundary the surface lies wherever the box is: for a plane what is behind it, else what it goes round. */
    static Body solid(Surface s, Box3 box, String step, Tolerance tol) {
        if (!s.canonical()) {
            throw new GeometryException(
                    Reason.UNSUPPORTED_INTERSECTION,
                    "A face on " + (s.kind().startsWith("e") ? "an " : "a ") + s.kind()
                            + " can't be carried on beyond its edges yet. Pick a flat or round face.");
        }
        Frame f = s.frame();
        double reach = box.diagonal() + box.centre().distance(f.origin()) + 10;
        if (s instanceof Cylinder c) {
            return Primitive.cylinder(f.movedAlongZ(-reach), c.radius(), 2 * reach, step, tol);
        }
        if (s instanceof Sphere k) {
            return Primitive.sphere(f, k.radius(), step, tol);
        }
        if (s instanceof Torus t) {
            return Primitive.torus(f, t.major(), t.minor(), step, tol);
        }
        if (s instanceof Cone c) {
            double height = reach - c.apexHeight();
            return Primitive.cone(f.movedAlongZ(c.apexHeight()), 0, height * Math.tan(c.angle()), height, step, tol);
        }
        Vec3 foot = f.point(-reach, -reach, -2 * reach);
        return Primitive.box(f.at(foot), 2 * reach, 2 * reach, 2 * reach, step, tol);
    }
}
