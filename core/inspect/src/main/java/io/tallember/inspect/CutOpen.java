package io.tallember.inspect;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Extents;
import io.tallember.solid.Face;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.FaceCentre;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Primitive;
import java.util.ArrayList;
import java.util.List;

/**
 * Bodies cut open. What lies before all of the planes, on the sides to which their normals point, is taken away: of one plane half the
 * space, of two a quarter. The regions laid open are exact faces.
 */
public final class CutOpen {
    /** The step by which the faces laid open are known. */
    private static final String STEP = "section";

    /** How far beyond the bodies what is taken away reaches, by their size. */
    private static final double BEYOND = 1.5;

    private static final int MOST = 3;

    private static final double PARALLEL = 1e-6;

    private CutOpen() {}

    /**
     * A region that a plane lays open.
     *
     * @param body the number of the body, and {@code plane} that of the plane
     * @param face in the plane, looking to the side that was taken away
     * @param area in mm2
     * @param centroid in mm
     */
    public record Region(int body, int plane, Face face, double area, Vec3 centroid) {}

    /**
     * The regions, body by body.
     *
     * @param planes one to three, none parallel to another; each by a frame in it
     * @throws GeometryException NO_CONTACT when nothing is cut, BAD_VALUE for planes that can't be used together, both in a sentence
     */
    public static List<Region> of(List<Body> bodies, List<Frame> planes, Tolerance tol) {
        checked(planes);
        Box3 all = Box3.EMPTY;
        for (Body b : bodies) {
            all = all.with(b.bounds().min()).with(b.bounds().max());
        }
        if (bodies.isEmpty()) {
            throw new GeometryException(Reason.BAD_VALUE, "There is no body yet to cut open.");
        }
        Body away = away(all, planes, tol);
        List<Region> out = new ArrayList<>();
        for (int i = 0; i < bodies.size(); i++) {
            laid(bodies.get(i), i, away, planes, out, tol);
        }
        if (out.isEmpty()) {
            throw missed(bodies, planes);
        }
        return out;
    }

    private static void checked(List<Frame> planes) {
        if (planes.isEmpty() || planes.size() > MOST) {
            throw new GeometryException(Reason.BAD_VALUE, "A section has one to three planes.");
        }
        for (int i = 0; i < planes.size(); i++) {
            for (int k = 0; k < i; k++) {
                if (planes.get(i).z().cross(planes.get(k).z()).length() < PARALLEL) {
                    throw new GeometryException(
                            Reason.BAD_VALUE,
                            "Two of the planes are parallel, so they cut no corner out. Turn one of them, or take it away.");
                }
            }
        }
    }

    private static Body away(Box3 all, List<Frame> planes, Tolerance tol) {
        Body out = null;
        for (Frame f : planes) {
            Vec3 middle = all.centre();
            Vec3 foot = middle.plus(-middle.minus(f.origin()).dot(f.z()), f.z());
            double reach = BEYOND * all.diagonal() + 2 * middle.distance(foot) + 1;
            Frame corner = f.at(foot.plus(-reach, f.x()).plus(-reach, f.y()));
            Body half = Primitive.box(corner, 2 * reach, 2 * reach, reach, STEP, tol);
            out = out == null
                    ? half
                    : Fuse.intersect(List.of(out), List.of(half), tol).get(0);
        }
        return out;
    }

    private static void laid(Body body, int number, Body away, List<Frame> planes, List<Region> out, Tolerance tol) {
        List<Body> rest;
        try {
            rest = Fuse.subtract(List.of(body), List.of(away), tol);
        } catch (GeometryException e) {
            if (e.reason() == Reason.EMPTY_RESULT) {
                return; // all of it is taken away
            }
            throw e;
        }
        for (Body b : rest) {
            for (Face f : b.faces()) {
                boolean cut = f.origins().stream().anyMatch(o -> o.step().equals(STEP));
                for (int k = 0; cut && k < planes.size(); k++) {
                    if (lies(f, planes.get(k), tol)) {
                        out.add(new Region(number, k, f, MassProperties.area(f), FaceCentre.ofArea(f)));
                    }
                }
            }
        }
    }

    private static boolean lies(Face f, Frame plane, Tolerance tol) {
        return f.surface() instanceof Plane p
                && p.normal().cross(plane.z()).length() < PARALLEL
                && Math.abs(p.signedDistance(plane.origin())) <= 10 * tol.linear();
    }

    private static GeometryException missed(List<Body> bodies, List<Frame> planes) {
        for (Frame f : planes) {
            double at = f.origin().dot(f.z());
            double lo = Double.POSITIVE_INFINITY;
            double hi = Double.NEGATIVE_INFINITY;
            for (Body b : bodies) {
                Interval reach = Extents.along(b, f.z());
                lo = Math.min(lo, reach.lo());
                hi = Math.max(hi, reach.hi());
            }
            double off = Math.max(lo - at, at - hi);
            if (off > 0) {
                return new GeometryException(
                        Reason.NO_CONTACT,
                        "The plane misses the part: it lies " + Terms.length(off) + " beside it. Move it back.");
            }
        }
        return new GeometryException(Reason.NO_CONTACT, "The planes lay nothing open. Move one of them.");
    }
}
