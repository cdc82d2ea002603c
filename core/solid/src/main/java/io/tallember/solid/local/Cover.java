package io.tallember.solid.local;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.ThinPlate;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.List;

/** A closed loop covered by a smooth face, as thick as asked: flat where the loop is, else the surface that bends least. */
public final class Cover {
    /** How near the cover goes to its loop, in mm: as near as what touches. */
    private static final double NEAR = 1e-6;

    /** How far it is off the directions of its neighbours, in radians. */
    private static final double TURNED = 1e-4;

    /** Faces that stand more upright to the loop than this, as a cosine, aren't run on from. */
    private static final double UPRIGHT = 0.05;

    private static final int EACH = 96;

    private final List<Leg> legs;
    private final List<Face> beside;
    private final String step;
    private final Tolerance tol;

    private Cover(List<Leg> legs, List<Face> beside, String step, Tolerance tol) {
        this.legs = legs;
        this.beside = beside;
        this.step = step;
        this.tol = tol;
    }

    /**
     * The covering body.
     *
     * @param loop closed
     * @param beside faces along the loop from which the cover runs on smoothly
     * @param by how thick, in mm; below zero to the other side
     * @throws GeometryException BAD_VALUE with the place when there is no such cover
     */
    public static Body of(Way loop, List<Face> beside, double by, String step, Tolerance tol) {
        if (!loop.closed()) {
            Leg last = loop.legs().get(loop.legs().size() - 1);
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The line that is covered has to close; it ends near "
                            + last.end().said() + ". Pick what is missing.");
        }
        Face face = new Cover(loop.halved().legs(), beside, step, tol).face();
        return Coat.of(new Body(List.of(new Shell(List.of(face)))), List.of(face), by, step, "far", tol)
                .get(0);
    }

    private Face face() {
        Frame f = Frame.of(legs.get(0).start(), normal());
        Surface s = surface(f);
        List<Vertex> corners = new ArrayList<>();
        legs.forEach(l -> corners.add(new Vertex(l.start(), tol.linear())));
        List<Coedge> loop = new ArrayList<>();
        for (int i = 0; i < legs.size(); i++) {
            Leg l = legs.get(i);
            Vertex a = corners.get(i);
            Vertex b = corners.get((i + 1) % legs.size());
            Edge e = new Edge(l.curve(), l.range(), l.forward() ? a : b, l.forward() ? b : a, tol.linear());
            loop.add(new Coedge(e, l.forward()));
        }
        return new Face(s, true, List.of(new Loop(loop)), List.of(new Origin(step, "near", "cover")));
    }

    private static Vec3 on(Leg l, double share) {
        return l.curve().point(l.from() + share * (l.to() - l.from()));
    }

    /** Of the plane in which the loop encloses most. */
    private Vec3 normal() {
        Vec3 about = legs.get(0).start();
        Vec3 sum = Vec3.ZERO;
        for (Leg l : legs) {
            for (int i = 0; i < EACH; i++) {
                Vec3 a = on(l, i / (double) EACH).minus(about);
                Vec3 b = on(l, (i + 1) / (double) EACH).minus(about);
                sum = sum.plus(a.cross(b));
            }
        }
        if (!(sum.length() > tol.linear())) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The loop encloses nothing from any side, near " + about.said() + ". Pick another.");
        }
        return sum.unit();
    }

    private Surface surface(Frame f) {
        Plane flat = new Plane(f);
        boolean level = legs.stream().allMatch(l -> CurveSurface.liesIn(l.curve(), l.range(), flat, tol));
        if (level && beside.isEmpty()) {
            return flat;
        }
        List<Face> by = legs.stream().map(this::beside).toList();
        used(by);
        List<ThinPlate.Held> held = new ArrayList<>();
        for (int k = 0; k < legs.size(); k++) {
            Leg l = legs.get(k);
            for (int i = 0; i < EACH; i++) {
                Vec3 p = on(l, i / (double) EACH);
                held.add(new ThinPlate.Held(p, direction(by.get(k), p, f)));
            }
        }
        simple(held, f);
        return ThinPlate.over(f, held, NEAR, TURNED);
    }

    /** The face beside a leg from which the cover runs on; null where there is none. */
    private Face beside(Leg l) {
        Vec3 mid = l.curve().point(l.range().middle());
        return beside.stream().filter(b -> along(b, mid)).findFirst().orElse(null);
    }

    private boolean along(Face b, Vec3 p) {
        return Math.abs(b.surface().signedDistance(p)) <= 10 * tol.linear()
                && b.region().locate(p, tol) == SurfaceRegion.Place.BOUNDARY;
    }

    /** Its normal there; null for no face. */
    private Vec3 direction(Face b, Vec3 p, Frame f) {
        if (b == null) {
            return null;
        }
        Vec3 n = b.outward(p);
        if (!along(b, p)) {
            throw refused(p, "ends along the loop", "Divide the loop there, or take it out.");
        }
        if (Math.abs(n.dot(f.z())) < UPRIGHT) {
            throw refused(p, "stands upright to it, so no cover runs on from it evenly", "Take it out.");
        }
        return n;
    }

    private static GeometryException refused(Vec3 p, String why, String would) {
        return new GeometryException(
                Reason.BAD_VALUE, "The face beside the loop near " + p.said() + " " + why + ". " + would);
    }

    /** Faces that lie along no leg would be left out without a word. */
    private void used(List<Face> found) {
        for (Face b : beside) {
            if (!found.contains(b)) {
                Vec3 p = b.region().interiorPoint(tol).orElse(b.bounds().centre());
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "The face near " + p.said()
                                + " lies along no line of the loop, so the cover can't run on from it. Take it out.");
            }
        }
    }

    /** Refuses a loop that passes over itself as it is seen. */
    private static void simple(List<ThinPlate.Held> held, Frame f) {
        int n = held.size();
        Vec3[] at = held.stream().map(h -> f.local(h.at())).toArray(Vec3[]::new);
        for (int i = 0; i < n; i++) {
            for (int k = i + 2; k < n; k++) {
                if (k + 1 - n != i && crosses(at[i], at[(i + 1) % n], at[k], at[(k + 1) % n])) {
                    throw new GeometryException(
                            Reason.BAD_VALUE,
                            "The loop passes over itself near "
                                    + held.get(i).at().said()
                                    + ", seen square to its broad side. Divide it into smaller ones.");
                }
            }
        }
    }

    private static boolean crosses(Vec3 a, Vec3 b, Vec3 c, Vec3 d) {
        return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
    }

    private static double side(Vec3 a, Vec3 b, Vec3 p) {
        return (b.x() - a.x()) * (p.y() - a.y()) - (b.y() - a.y()) * (p.x() - a.x());
    }
}
