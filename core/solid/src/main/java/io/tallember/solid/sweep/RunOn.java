package io.tallember.solid.sweep;

import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Rational;
import io.tallember.geometry.Skinning;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import java.util.List;

/**
 * Slopes with which a skin leaves a flat face so that it runs on smoothly from the faces beside it: along the straight lines of
 * round and drawn-out ones, within flat ones, at a corner along the edge that ends there.
 */
final class RunOn {
    /** Flatter than this against the face there is no way on, as a sine. */
    private static final double FLAT = 0.02;

    private static final double SAME = 1e-7;

    /** Off a face's direction by less, as a sine, it runs on smoothly. */
    private static final double SMOOTH = 1e-6;

    private static final double[] SHARES = {0.04, 0.23, 0.5, 0.71, 0.97};

    private final Loft.Beside beside;
    private final List<Ring.Stretch> ring;
    private final Vec3 normal;
    private final Tolerance tol;

    /**
     * @param ring the face's outline
     * @param normal the way that the loft goes there
     */
    RunOn(Loft.Beside beside, List<Ring.Stretch> ring, Vec3 normal, Tolerance tol) {
        this.beside = beside;
        this.ring = ring;
        this.normal = normal;
        this.tol = tol;
    }

    /**
     * The derivative of a stretch's row across it.
     *
     * @param like of the row's degree and knots
     * @param row of homogeneous points
     * @throws GeometryException BAD_VALUE with the place where nothing can run on
     */
    double[][] row(int k, Rational like, double[][] row, double strength) {
        Ring.Stretch own = ring.get(k);
        Surface s = face(own).surface();
        Vec3 begins = corner(k);
        Vec3 ends = corner((k + 1) % ring.size());
        double[][] out = new double[row.length][];
        for (int i = 0; i < out.length; i++) {
            double w = row[i][3];
            Vec3 d;
            if (s instanceof Cone c) {
                Vec3 p = new Vec3(row[i][0], row[i][1], row[i][2]);
                d = c.apex().times(w).minus(p).times(toward(c, own.start()));
            } else if (s instanceof Plane) {
                double f = i / (double) (row.length - 1);
                d = begins.lerp(ends, f).times(w);
            } else {
                d = told(own, own.start()).times(w);
            }
            out[i] = new double[] {strength * d.x(), strength * d.y(), strength * d.z(), 0};
        }
        checked(like, row, out);
        return out;
    }

    /** Refuses slopes that leave a face beside the stretch: where it goes over into another face, or another outline is led on. */
    private void checked(Rational like, double[][] row, double[][] slopes) {
        double[][] on = new double[row.length][4];
        for (int i = 0; i < row.length; i++) {
            for (int x = 0; x < 4; x++) {
                on[i][x] = row[i][x] + slopes[i][x];
            }
        }
        NurbsSurface leaves = Skinning.straight(like, row, on);
        for (double t : SHARES) {
            double u = leaves.loU() + t * (leaves.hiU() - leaves.loU());
            Vec3 p = leaves.point(u, leaves.loV());
            if (leaves.normal(u, leaves.loV()).cross(face(p).outward(p)).length() > SMOOTH) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "One side of the loft would run on from several faces near " + p.said()
                                + ", which lead on in different directions. Leave the section square, or free.");
            }
        }
    }

    /** The direction at the beginning of a stretch. */
    private Vec3 corner(int k) {
        Ring.Stretch after = ring.get(k);
        Ring.Stretch before = ring.get((k + ring.size() - 1) % ring.size());
        Vec3 p = after.start();
        Vec3 own = told(after, p);
        Vec3 other = told(before, p);
        if (own == null && other == null) {
            return between(face(before), face(after), after);
        }
        Vec3 d = own == null ? other : own;
        boolean agree = own != null && other != null
                ? own.distance(other) < SAME
                : Math.abs(d.dot(face(own == null ? after : before).outward(p))) < SAME;
        if (!agree) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The faces beside the section lead on in different directions near " + p.said()
                            + ". Leave the section square, or free.");
        }
        return d;
    }

    /** Where two flat faces both lead on: along their edge; within them when they lie in one plane. */
    private Vec3 between(Face f, Face g, Ring.Stretch at) {
        Vec3 p = at.start();
        Vec3 d = f.outward(p).cross(g.outward(p));
        return on(d.length() < SAME ? g.outward(p).cross(at.way(true)) : d, p);
    }

    /** The direction that a curved neighbour tells at a place; null for a flat one. */
    private Vec3 told(Ring.Stretch s, Vec3 p) {
        Surface of = face(s).surface();
        if (of instanceof Plane) {
            return null;
        }
        if (of instanceof Cylinder c) {
            return on(c.frame().z(), p);
        }
        if (of instanceof Extrusion e) {
            return on(e.frame().z(), p);
        }
        if (of instanceof Cone c) {
            return c.apex().minus(p).times(toward(c, s.start()));
        }
        throw new GeometryException(
                Reason.BAD_VALUE,
                "The face beside the section near " + p.said()
                        + " bends on its way to it, so nothing runs on from it straight. Leave the section square, or free.");
    }

    /** One over the length of a cone's line, counted so that it leads on. */
    private double toward(Cone c, Vec3 p) {
        Vec3 d = c.apex().minus(p);
        return on(d, p).dot(d) / d.dot(d);
    }

    private Vec3 on(Vec3 way, Vec3 p) {
        Vec3 d = way.unit();
        double up = d.dot(normal);
        if (Math.abs(up) < FLAT) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The face beside the section lies level with it near " + p.said()
                            + ", so nothing runs on from it. Leave the section square, or free.");
        }
        return up > 0 ? d : d.negated();
    }

    /** The face beside a stretch of the outline. */
    private Face face(Ring.Stretch s) {
        return face(s.curve().point(s.range().middle()));
    }

    private Face face(Vec3 p) {
        for (Loop l : beside.face().loops()) {
            for (Coedge c : l.coedges()) {
                Vec3 foot = c.curve().point(c.curve().project(p, c.range()));
                if (foot.distance(p) <= 10 * tol.linear()) {
                    return beside.body().facesOf(c.edge()).stream()
                            .filter(f -> f != beside.face())
                            .findFirst()
                            .orElse(beside.face());
                }
            }
        }
        throw new GeometryException(
                Reason.BAD_VALUE,
                "The section isn't the face's own outline near " + p.said()
                        + ", so nothing beside it leads on. Make the loft a solid, or leave the section square.");
    }
}
