package io.tallember.solid.local;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.Vertex;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.FaceProfile;
import io.tallember.solid.sweep.Revolve;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * The core of a body whose walls run into each other, so that moving faces to their new neighbours doesn't do: the body less a
 * layer inside of every kept face, and at inner edges, where two layers gape, less what lies between them up to where they would
 * meet. Whatever of the walls' faces is used up is so by itself; nothing needs to be known of which.
 *
 * <p>For faces of any kind; inner edges between those with one section all along (see {@link Kite}), inner corners between three
 * that stand square. What is left is looked at: no place of it may be nearer to a kept face than its wall is thick.
 */
final class Layers {
    private static final int CHOICES = 4;
    private static final double NEAR = 1e-6;

    private final Body body;
    private final Collection<Face> open;
    private final ToDoubleFunction<Face> deep;
    private final String step;
    private final Tolerance tol;
    /** Edges between kept faces at which the layers gape. */
    private final List<Edge> inner = new ArrayList<>();

    private Layers(Body body, Collection<Face> open, ToDoubleFunction<Face> deep, String step, Tolerance tol) {
        this.body = body;
        this.open = open;
        this.deep = deep;
        this.step = step;
        this.tol = tol;
    }

    /**
     * @param deep each kept face's layer in mm
     * @return the core's pieces
     * @throws GeometryException UNSUPPORTED_INTERSECTION for other faces, EMPTY_RESULT when nothing is left
     */
    static List<Body> core(Body body, Collection<Face> open, ToDoubleFunction<Face> deep, String step, Tolerance tol) {
        return new Layers(body, open, deep, step, tol).core();
    }

    private List<Body> core() {
        List<Body> layers = new ArrayList<>();
        for (Face f : body.faces()) {
            if (!open.contains(f) && deep.applyAsDouble(f) > tol.linear()) {
                layers.add(named(layer(f, deep.applyAsDouble(f)), f));
            }
        }
        for (Edge e : body.edges()) {
            Face f = body.facesOf(e).get(0);
            Face g = body.facesOf(e).get(body.facesOf(e).size() - 1);
            boolean kept = !open.contains(f) && !open.contains(g);
            if (f != g && kept && !Retarget.smoothAlong(e, f, g) && !Edges.convex(body, e)) {
                layers.add(named(between(e, f, g), f));
                inner.add(e);
            }
        }
        for (Vertex v : body.vertices()) {
            List<Edge> here =
                    inner.stream().filter(e -> e.start() == v || e.end() == v).toList();
            if (here.size() >= 3) {
                layers.add(corner(v, here));
            }
        }
        List<Body> core = Fuse.subtract(List.of(body), layers, tol);
        core.forEach(this::clear);
        return core;
    }

    /** A layer's faces are the walls' inner ones behind the face. */
    private Body named(Body layer, Face f) {
        List<Origin> from =
                List.of(new Origin(step, "inside", f.origins().get(0).key()));
        return new Body(List.of(new Shell(layer.faces().stream()
                .map(k -> new Face(k.surface(), k.sense(), k.loops(), from))
                .toList())));
    }

    /** No place of the core is nearer to a kept face, or to an inner edge, than the wall is thick. */
    private void clear(Body core) {
        for (Face made : core.faces()) {
            if (made.origins().stream().noneMatch(o -> o.step().equals(step))) {
                continue;
            }
            for (int choice = 0; choice < CHOICES; choice++) {
                Vec3 p = made.region().interiorPoint(tol, choice).orElse(null);
                if (p == null) {
                    continue;
                }
                if (body.faces().stream().noneMatch(f -> wallOf(f, p))) {
                    throw refused(made);
                }
                for (Face f : body.faces()) {
                    double t = open.contains(f) ? 0 : deep.applyAsDouble(f);
                    double away = Math.abs(f.surface().signedDistance(p));
                    if (away < t - NEAR) {
                        Vec3 foot = p.plus(
                                -f.surface().signedDistance(p), f.surface().gradient(p));
                        if (f.region().locate(foot, tol) != SurfaceRegion.Place.OUTSIDE) {
                            throw refused(f);
                        }
                    }
                }
                for (Edge e : inner) {
                    Face f = body.facesOf(e).get(0);
                    double t = Math.min(
                            deep.applyAsDouble(f),
                            deep.applyAsDouble(body.facesOf(e).get(1)));
                    if (e.curve().point(e.curve().project(p, e.range())).distance(p) < t - NEAR) {
                        throw refused(f);
                    }
                }
            }
        }
    }

    /** Whether a place is just as far from a kept face, or from where that goes on, as its wall is thick: a wall's end isn't. */
    private boolean wallOf(Face f, Vec3 p) {
        return !open.contains(f) && Math.abs(Math.abs(f.surface().signedDistance(p)) - deep.applyAsDouble(f)) <= NEAR;
    }

    /**
     * At an inner corner of three flat faces the block up to where their layers would meet. Toward each face it reaches just so far
     * beyond that the ends of what is missing along the edges, which are square to those, lie in it.
     */
    private Body corner(Vertex v, List<Edge> edges) {
        List<Face> faces =
                edges.stream().flatMap(e -> body.facesOf(e).stream()).distinct().toList();
        if (faces.size() != 3 || !faces.stream().allMatch(f -> f.surface() instanceof Plane)) {
            throw refused(faces.get(0));
        }
        Vec3 p = v.point();
        Vec3[] n = new Vec3[3];
        double[] lo = new double[3];
        double[] hi = new double[3];
        for (int i = 0; i < 3; i++) {
            n[i] = faces.get(i).outward(p);
            lo[i] = -deep.applyAsDouble(faces.get(i));
        }
        for (int k = 0; k < 3; k++) {
            int i = (k + 1) % 3;
            int j = (k + 2) % 3;
            // the section of what is missing along the edge of the other two
            double c = n[i].dot(n[j]);
            double x = (lo[i] - c * lo[j]) / (1 - c * c);
            double y = (lo[j] - c * lo[i]) / (1 - c * c);
            for (Vec3 q :
                    List.of(n[i].times(lo[i]), n[j].times(lo[j]), n[i].times(x).plus(y, n[j]))) {
                hi[k] = Math.max(hi[k], n[k].dot(q));
            }
        }
        return named(Hexahedron.between(p, n, lo, hi, step, tol), faces.get(0));
    }

    private static GeometryException refused(Face f) {
        return new GeometryException(
                Reason.UNSUPPORTED_INTERSECTION,
                "The walls run into each other beside the " + f.surface().kind() + " face at "
                        + Retarget.place(f.bounds().centre())
                        + ", which can't be hollowed there yet. Take a thinner wall, or shell before it is added.");
    }

    private Body layer(Face f, double t) {
        String key = f.origins().get(0).key();
        if (f.surface() instanceof Plane) {
            Vec3 p = f.surface().frame().origin();
            Frame out = Frame.of(p, f.outward(p));
            Profile profile = FaceProfile.of(f, out, key);
            return Extrude.of(profile, -t, 0, step, key, tol);
        }
        if (f.surface() instanceof Cylinder c && plain(f)) {
            return ring(f, c, t, key);
        }
        try {
            return Coat.of(body, List.of(f), -t, step, "inside", tol).get(0);
        } catch (GeometryException e) {
            throw e.remedy() != null ? e : refused(f);
        }
    }

    /** Whether a cylinder's face lies between two heights and two angles, or goes all round. */
    private static boolean plain(Face f) {
        boolean four = f.loops().size() == 1 && f.coedges().size() == 4;
        boolean two = f.loops().size() == 2 && f.coedges().size() == 2;
        return (four || two)
                && f.coedges().stream().allMatch(k -> k.curve() instanceof Circle || k.curve() instanceof Line);
    }

    /** The layer of a cylinder between two heights and two angles: its section turned about the axis. */
    private Body ring(Face f, Cylinder c, double t, String key) {
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        double from = Double.NaN;
        double turn = 0;
        for (Coedge k : f.coedges()) {
            Vec3 p = c.frame().local(k.curve().point(k.range().middle()));
            if (k.curve() instanceof Circle a) {
                low = Math.min(low, p.z());
                high = Math.max(high, p.z());
                boolean along = a.frame().z().dot(c.frame().z()) > 0;
                Vec3 start = k.curve().point(along ? k.range().lo() : k.range().hi());
                from = c.project(start).x();
                turn = k.range().length();
            }
        }
        double other = c.radius() + (f.sense() ? -t : t);
        double in = Math.max(0, Math.min(c.radius(), other));
        double out = Math.max(c.radius(), other);
        Frame flat = new Frame(
                c.frame().origin(),
                c.frame().x(),
                c.frame().z(),
                c.frame().x().cross(c.frame().z()));
        Vec3[] at = {new Vec3(in, low, 0), new Vec3(out, low, 0), new Vec3(out, high, 0), new Vec3(in, high, 0)};
        Line axis = new Line(c.frame().origin(), c.frame().z());
        return Revolve.of(new Profile(flat, polygon(at), List.of(), key), axis, from, from + turn, step, key, tol);
    }

    private static List<Profile.Edge> polygon(Vec3... at) {
        List<Profile.Edge> out = new ArrayList<>();
        for (int i = 0; i < at.length; i++) {
            Vec3 a = at[i];
            Vec3 b = at[(i + 1) % at.length];
            out.add(new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, "c" + i));
        }
        return out;
    }

    /** At an inner edge what is missing between the two layers. */
    private Body between(Edge e, Face f, Face g) {
        return Kite.of(e, f, -deep.applyAsDouble(f), g, -deep.applyAsDouble(g), step, tol)
                .orElseThrow(() -> refused(f.surface() instanceof Plane ? g : f));
    }
}
