package io.tallember.inspect;

import io.tallember.geometry.Patience;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.mesh.MeshQuality;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntPredicate;

/**
 * Rays and balls in and about bodies. Found by triangles, told on the exact faces behind them.
 *
 * <p>A ball touches a place and grows until something opposite stops it. Method: J. Ma, S. W. Bae, S. Choi, 3D medial axis point
 * approximation using nearest neighbors and the normal field, The Visual Computer 28, 2012: from a large ball inward, each time to the
 * one that touches the place nearest to its middle.
 */
public final class Probe {
    /** Fine enough that an outline's chord is hardly beside it. */
    public static final MeshQuality QUALITY = new MeshQuality(0.01, Math.toRadians(6));

    /** What turns to a place by more than a third of a right angle past square, as a cosine, lies opposite. */
    private static final double OPPOSITE = -0.5;
    /** The same for triangles, whose normals are only near those of their face. */
    private static final double ROUGHLY = -0.35;

    private static final int SHRINKS = 60;
    private static final double STILL = 1e-9;

    private final List<Face> faces = new ArrayList<>();
    private final List<Integer> bodyOf = new ArrayList<>();
    private final Triangles triangles;
    private final double slack;
    private final double widest;
    private final Vec3[] normals;

    public Probe(List<Body> bodies) {
        this(bodies, QUALITY);
    }

    public Probe(List<Body> bodies, MeshQuality quality) {
        double wide = 0;
        for (int i = 0; i < bodies.size(); i++) {
            for (Face f : bodies.get(i).faces()) {
                faces.add(f);
                bodyOf.add(i);
            }
            wide += bodies.get(i).bounds().diagonal();
        }
        triangles = new Triangles(bodies, quality);
        slack = quality.chord();
        widest = 2 * wide;
        normals = new Vec3[triangles.size()];
        for (int t = 0; t < normals.length; t++) {
            Vec3 n = triangles.normal(t);
            normals[t] = n.length() > 0 ? n.unit() : Vec3.ZERO;
        }
    }

    /** All faces, body after body. */
    public List<Face> faces() {
        return faces;
    }

    /** Faces that no ray and no ball meets, since they couldn't be meshed. */
    public List<Face> unseen() {
        boolean[] met = new boolean[faces.size()];
        for (int t = 0; t < triangles.size(); t++) {
            met[triangles.face(t)] = true;
        }
        List<Face> out = new ArrayList<>();
        for (int f = 0; f < met.length; f++) {
            if (!met[f]) {
                out.add(faces.get(f));
            }
        }
        return out;
    }

    /** The number of the body of a face, by its number. */
    public int bodyOf(int face) {
        return bodyOf.get(face);
    }

    /** How far triangles may be off their faces, in mm. */
    double off() {
        return slack;
    }

    Triangles triangles() {
        return triangles;
    }

    /**
     * A place on a face.
     *
     * @param face its number
     * @param outward the unit normal out of the material
     */
    public record Place(Vec3 at, int face, Vec3 outward) {}

    /**
     * What a ray or a ball comes to.
     *
     * @param mm how far the ray goes, or the ball's diameter; infinite where nothing stops it
     * @param to what stops it; null for nothing
     */
    public record Reach(double mm, Place to) {}

    /** The place of a face nearest to a point near it. */
    public Place place(int face, Vec3 near) {
        Surface s = faces.get(face).surface();
        Vec2 uv = s.project(near);
        Vec3 p = s.point(uv.x(), uv.y());
        Vec3 n = s.normal(uv.x(), uv.y());
        return new Place(p, face, faces.get(face).sense() ? n : n.negated());
    }

    /** What a ray hits first, farther than a hair from where it begins. */
    public Reach ray(Vec3 from, Vec3 direction) {
        Patience.check();
        double[] far = new double[1];
        Vec3 d = direction.unit();
        int t = triangles.hit(from, d, 2 * slack, far);
        if (t < 0) {
            return new Reach(Double.POSITIVE_INFINITY, null);
        }
        Surface s = faces.get(triangles.face(t)).surface();
        double along = far[0];
        for (int k = 0; k < 20; k++) {
            Vec3 p = from.plus(along, d);
            double steep = s.gradient(p).dot(d);
            double step = Math.abs(steep) > 0.02 ? -s.signedDistance(p) / steep : 0;
            if (Math.abs(step) < STILL || Math.abs(along + step - far[0]) > 20 * slack) {
                break;
            }
            along += step;
        }
        return new Reach(along, place(triangles.face(t), from.plus(along, d)));
    }

    /** Whether a ray comes out of the bodies' triangles, or never meets them. */
    public boolean free(Vec3 from, Vec3 direction) {
        Patience.check();
        return triangles.hit(from, direction, STILL, new double[1]) < 0;
    }

    private Reach rayAbout(Vec3 from, Vec3 direction) {
        double[] far = new double[1];
        int t = triangles.hit(from, direction, 2 * slack, far);
        return t < 0
                ? new Reach(Double.POSITIVE_INFINITY, null)
                : new Reach(far[0], new Place(from.plus(far[0], direction), triangles.face(t), normals[t]));
    }

    /** The ball inside the material that touches a place and the nearest of what lies opposite: how thick it is there. */
    public Reach inside(Place p) {
        return ball(p, p.outward().negated(), true, false);
    }

    /** The same by the triangles alone: quicker, and to within their distance from their faces. */
    Reach insideAbout(Place p) {
        return ball(p, p.outward().negated(), true, true);
    }

    /** As {@link #outside}, by the triangles alone. */
    Reach outsideAbout(Place p, double upTo) {
        return ball(p, p.outward(), true, true, upTo);
    }

    /**
     * The ball outside that touches a place and the nearest of what lies opposite: how wide the gap is there.
     *
     * @param upTo in mm: a wider one is told as nothing
     */
    public Reach outside(Place p, double upTo) {
        return ball(p, p.outward(), true, false, upTo);
    }

    /** The largest ball inside the material that touches a place, whatever stops it. */
    public Reach largest(Place p) {
        return ball(p, p.outward().negated(), false, false);
    }

    private Reach ball(Place p, Vec3 into, boolean opposite, boolean about) {
        return ball(p, into, opposite, about, 2 * widest);
    }

    private Reach ball(Place p, Vec3 into, boolean opposite, boolean about, double upTo) {
        Patience.check();
        Vec3 n = p.outward();
        IntPredicate wanted = opposite ? t -> normals[t].dot(n) < ROUGHLY : t -> true;
        double still = about ? slack / 4 : STILL;
        double r = upTo / 2;
        Place stop = null;
        Reach straight = about ? rayAbout(p.at(), into) : ray(p.at(), into);
        if (straight.to() != null
                && straight.mm() < upTo
                && (!opposite || straight.to().outward().dot(n) < OPPOSITE)) {
            r = straight.mm() / 2;
            stop = straight.to();
        }
        for (int k = 0; k < SHRINKS; k++) {
            Vec3 c = p.at().plus(r, into);
            Place q = nearest(c, r * (1 - STILL) - still, wanted, opposite ? n : null, about);
            if (q == null) {
                break;
            }
            Vec3 way = q.at().minus(p.at());
            double ahead = way.dot(into);
            if (!(ahead > STILL)) {
                break;
            }
            double smaller = way.dot(way) / (2 * ahead);
            if (!(smaller < r)) {
                break;
            }
            stop = q;
            boolean settled = r - smaller < still * (1 + r);
            r = smaller;
            if (settled) {
                break;
            }
        }
        return new Reach(stop == null ? Double.POSITIVE_INFINITY : 2 * r, stop);
    }

    private Place nearest(Vec3 c, double within, IntPredicate wanted, Vec3 facing, boolean about) {
        if (within <= 0) {
            return null;
        }
        Place[] best = {null};
        double[] least = {within};
        double more = about ? 0 : slack;
        triangles.near(c, within + more, wanted, (t, x, y, z, onRim, d) -> {
            if (!about && d - Math.min(slack, triangles.sag(t)) - STILL >= least[0]) {
                return least[0] + more;
            }
            Vec3 on = new Vec3(x, y, z);
            Place q = about ? new Place(on, triangles.face(t), normals[t]) : exact(t, on, onRim, d, c);
            double far = q.at().distance(c);
            if (far < least[0] && (facing == null || q.outward().dot(facing) < OPPOSITE)) {
                least[0] = far;
                best[0] = q;
            }
            return least[0] + more;
        });
        return best[0];
    }

    /** The place of a face that a place of one of its triangles stands for; within its outline also the one nearest to {@code c}. */
    private Place exact(int t, Vec3 on, boolean onRim, double d, Vec3 c) {
        Place p = place(triangles.face(t), on);
        if (onRim || faces.get(p.face()).surface() instanceof Plane) {
            return p;
        }
        Place q = place(p.face(), c);
        boolean beside = q.at().distance(p.at()) <= slack + 0.15 * d;
        return beside && q.at().distance(c) < p.at().distance(c) ? q : p;
    }
}
