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
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
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
    private static final int POINTS = 8;

    private final Body body;
    private final Collection<Face> open;
    private final ToDoubleFunction<Face> deep;
    private final boolean outward;
    private final String step;
    private final Tolerance tol;
    /** Edges between kept faces at which the layers gape. */
    private final List<Edge> inner = new ArrayList<>();

    private Layers(
            Body body,
            Collection<Face> open,
            ToDoubleFunction<Face> deep,
            boolean outward,
            String step,
            Tolerance tol) {
        this.body = body;
        this.open = open;
        this.deep = deep;
        this.outward = outward;
        this.step = step;
        this.tol = tol;
    }

    /**
     * @param deep each kept face's layer in mm
     * @return the core's pieces
     * @throws GeometryException UNSUPPORTED_INTERSECTION for other faces, EMPTY_RESULT when nothing is left
     */
    static List<Body> core(Body body, Collection<Face> open, ToDoubleFunction<Face> deep, String step, Tolerance tol) {
        Layers l = new Layers(body, open, deep, false, step, tol);
        List<Body> core = Fuse.subtract(List.of(body), l.layers(), tol);
        core.forEach(l::clear);
        return core;
    }

    /**
     * The body grown outward by layers on its kept faces: what is outside of it, less layers inside of that.
     *
     * @throws GeometryException UNSUPPORTED_INTERSECTION as above
     */
    static Body grown(Body body, Collection<Face> open, ToDoubleFunction<Face> deep, String step, Tolerance tol) {
        Layers l = new Layers(body, open, deep, true, step, tol);
        List<Body> all = new ArrayList<>(l.layers());
        all.add(0, body);
        List<Body> grown = Fuse.unite(all, tol);
        grown.forEach(l::clear);
        if (grown.size() != 1) {
            throw refused(body.faces().get(0));
        }
        return grown.get(0);
    }

    private String role() {
        return outward ? "outside" : "inside";
    }

    /** Away from the layers, of length one: out of the body, or into it when it grows. */
    private Vec3 away(Face f, Vec3 p) {
        return outward ? f.outward(p).negated() : f.outward(p);
    }

    /** Whether two layers overlap or end beside each other at an edge; else they gape. */
    private boolean covered(Edge e) {
        return Edges.convex(body, e) != outward;
    }

    private List<Body> layers() {
        List<Body> layers = new ArrayList<>();
        for (Set<Face> group : groups()) {
            layers.addAll(layers(group));
        }
        for (Edge e : body.edges()) {
            Face f = body.facesOf(e).get(0);
            Face g = body.facesOf(e).get(body.facesOf(e).size() - 1);
            boolean kept = !open.contains(f) && !open.contains(g);
            if (f == g || Retarget.smoothAlong(e, f, g)) {
                continue;
            }
            boolean convex = covered(e);
            if (kept && !convex) {
                layers.add(named(between(e, f, g), f));
                inner.add(e);
            } else if (open.contains(f) != open.contains(g)) {
                Face wall = open.contains(f) ? g : f;
                Face mouth = wall == f ? g : f;
                toTheMouth(e, wall, mouth).ifPresent(k -> layers.add(named(k, wall)));
            }
        }
        for (Vertex v : body.vertices()) {
            List<Edge> here =
                    inner.stream().filter(e -> e.start() == v || e.end() == v).toList();
            if (here.size() >= 3) {
                layers.add(corner(v, here));
            }
        }
        return layers;
    }

    /** The kept faces, those together that run smoothly into each other. */
    private List<Set<Face>> groups() {
        List<Face> kept = body.faces().stream()
                .filter(f -> !open.contains(f) && deep.applyAsDouble(f) > tol.linear())
                .toList();
        Set<Face> left = new LinkedHashSet<>(kept);
        List<Set<Face>> out = new ArrayList<>();
        for (Face f : kept) {
            if (left.contains(f)) {
                Set<Face> group = new LinkedHashSet<>(Retarget.smoothChain(body, List.of(f)));
                group.retainAll(left);
                left.removeAll(group);
                out.add(group);
            }
        }
        return out;
    }

    /** One layer over faces that run smoothly into each other, whose own would only touch; where there is none, one each. */
    private List<Body> layers(Set<Face> group) {
        double t = deep.applyAsDouble(group.iterator().next());
        boolean even = group.stream().allMatch(f -> Math.abs(deep.applyAsDouble(f) - t) <= tol.linear());
        if (group.size() > 1 && even) {
            try {
                return List.of(named(Coat.one(body, group, outward ? t : -t, step, role(), tol)));
            } catch (GeometryException e) {
                // a round face that is used up has a layer of its own still
            }
        }
        List<Body> out = new ArrayList<>();
        group.forEach(f -> out.add(named(layer(f, deep.applyAsDouble(f)), f)));
        return out;
    }

    /** Of a layer over several faces, each with what lies behind it. */
    private Body named(Body layer) {
        return new Body(List.of(new Shell(layer.faces().stream()
                .map(k -> {
                    Origin o = k.origins().get(0);
                    boolean made = o.step().equals(step)
                            && (o.role().equals("rim") || o.role().equals(role()));
                    String behind = made ? o.source() : o.key();
                    return new Face(k.surface(), k.sense(), k.loops(), List.of(new Origin(step, role(), behind)));
                })
                .toList())));
    }

    /** Where a wall leans away from an opening, what its layer, which ends square to the wall, lacks up to there. */
    private Optional<Body> toTheMouth(Edge e, Face wall, Face mouth) {
        double t = deep.applyAsDouble(wall);
        Vec3 p = e.middle();
        double leans = away(wall, p).dot(away(mouth, p));
        if (outward && leans < -NEAR) {
            throw refused(wall); // it would stand out over the opening
        }
        boolean lacks = covered(e) && leans > NEAR && t > tol.linear();
        if (!lacks) {
            return Optional.empty();
        }
        // at an inner corner what lies between two layers leans too
        double more = Math.min(t, t * leans / Math.sqrt(1 - leans * leans));
        double[] past = {atInner(e.start(), e) ? more : 0, atInner(e.end(), e) ? more : 0};
        return Kite.of(e, wall, outward ? t : -t, mouth, 0, past, step, tol);
    }

    private boolean atInner(Vertex v, Edge mouth) {
        return body.edges().stream()
                .filter(e -> e != mouth && (e.start() == v || e.end() == v))
                .anyMatch(e ->
                        body.facesOf(e).stream().noneMatch(open::contains) && !Edges.smooth(body, e) && !covered(e));
    }

    /** A layer's faces are the walls' inner ones behind the face. */
    private Body named(Body layer, Face f) {
        List<Origin> from = List.of(new Origin(step, role(), f.origins().get(0).key()));
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
                Face rim = rim(p);
                if (rim == null && body.faces().stream().noneMatch(f -> wallOf(f, p))) {
                    throw refused(made);
                }
                for (Face f : body.faces()) {
                    double t = open.contains(f) || f == rim ? 0 : deep.applyAsDouble(f);
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

    /** The kept face whose wall ends, square to it, at a place: along an edge across which it runs on smoothly into an opening. */
    private Face rim(Vec3 p) {
        for (Edge e : body.edges()) {
            Face f = body.facesOf(e).get(0);
            Face g = body.facesOf(e).get(body.facesOf(e).size() - 1);
            if (open.contains(f) == open.contains(g) || !Retarget.smoothAlong(e, f, g)) {
                continue;
            }
            Face kept = open.contains(f) ? g : f;
            Vec3 q = e.curve().point(e.curve().project(p, e.range()));
            Vec3 in = away(kept, q).negated();
            double along = p.minus(q).dot(in);
            if (p.distance(q.plus(along, in)) <= NEAR && along >= -NEAR && along <= deep.applyAsDouble(kept) + NEAR) {
                return kept;
            }
        }
        return null;
    }

    /**
     * Whether a place is just as far from a kept face as its wall is thick, or from where that goes on past an opening or an inner
     * edge: a wall's end isn't, nor what a layer cut off elsewhere.
     */
    private boolean wallOf(Face f, Vec3 p) {
        double away = f.surface().signedDistance(p);
        if (open.contains(f) || Math.abs(Math.abs(away) - deep.applyAsDouble(f)) > NEAR) {
            return false;
        }
        Vec3 foot = p.plus(-away, f.surface().gradient(p));
        if (f.region().locate(foot, tol) != SurfaceRegion.Place.OUTSIDE) {
            return true;
        }
        return f.coedges().stream()
                .map(c -> c.edge())
                .min(Comparator.comparingDouble(
                        e -> e.curve().point(e.curve().project(foot, e.range())).distance(foot)))
                .filter(e -> inner.contains(e) || body.facesOf(e).stream().anyMatch(open::contains))
                .isPresent();
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
            n[i] = away(faces.get(i), p);
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
            Frame out = Frame.of(p, away(f, p));
            Profile profile = FaceProfile.of(f, out, key);
            return Extrude.of(profile, -t, 0, step, key, tol);
        }
        if (f.surface() instanceof Cylinder c && plain(f)) {
            return ring(f, c, t, key);
        }
        try {
            return Coat.of(body, List.of(f), outward ? t : -t, step, role(), tol)
                    .get(0);
        } catch (GeometryException e) {
            throw e.remedy() != null ? e : refused(f);
        }
    }

    /**
     * Whether a cylinder's face lies between two heights and two angles, or goes all round; or ends sharply otherwise. Beyond an outer
     * edge the layer goes on in the layer of the face there, or outside of the body.
     */
    private boolean plain(Face f) {
        if (f.loops().size() == 2 && f.coedges().size() == 2) {
            return f.coedges().stream().allMatch(k -> k.curve() instanceof Circle);
        }
        Vec3 axis = f.surface().frame().z();
        return f.loops().size() == 1
                && f.coedges().stream()
                        .allMatch(k -> k.curve() instanceof Line
                                || k.curve() instanceof Circle c
                                        && c.frame().z().cross(axis).length() < NEAR
                                || sharp(k.edge()));
    }

    private boolean sharp(Edge e) {
        List<Face> two = body.facesOf(e);
        return two.size() == 2 && !Retarget.smoothAlong(e, two.get(0), two.get(1)) && covered(e);
    }

    /** The layer of a cylinder between its heights and angles: its section turned about the axis. */
    private Body ring(Face f, Cylinder c, double t, String key) {
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        boolean round = f.loops().size() == 2;
        double middle = c.project(
                        f.region().interiorPoint(tol).orElse(f.bounds().centre()))
                .x();
        double from = round ? middle : Double.POSITIVE_INFINITY;
        double to = round ? middle + 2 * Math.PI : Double.NEGATIVE_INFINITY;
        for (Coedge k : f.coedges()) {
            for (int i = 0; i <= POINTS; i++) {
                Vec3 p = k.curve().point(k.range().at((double) i / POINTS));
                double z = c.frame().local(p).z();
                low = Math.min(low, z);
                high = Math.max(high, z);
                if (!round) {
                    double angle = middle + Math.IEEEremainder(c.project(p).x() - middle, 2 * Math.PI);
                    from = Math.min(from, angle);
                    to = Math.max(to, angle);
                }
            }
        }
        double other = c.radius() + (f.sense() == outward ? t : -t);
        double in = Math.max(0, Math.min(c.radius(), other));
        double out = Math.max(c.radius(), other);
        Frame flat = new Frame(
                c.frame().origin(),
                c.frame().x(),
                c.frame().z(),
                c.frame().x().cross(c.frame().z()));
        Vec3[] at = {new Vec3(in, low, 0), new Vec3(out, low, 0), new Vec3(out, high, 0), new Vec3(in, high, 0)};
        Line axis = new Line(c.frame().origin(), c.frame().z());
        return Revolve.of(new Profile(flat, polygon(at), List.of(), key), axis, from, to, step, key, tol);
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

    /** Whether an inner edge ends at an opening, up to which what lies along it goes on. */
    private boolean atMouth(Vertex v) {
        return !outward
                && open.stream().anyMatch(f -> f.coedges().stream().anyMatch(c -> c.start() == v || c.end() == v));
    }

    /** At an inner edge what is missing between the two layers. */
    private Body between(Edge e, Face f, Face g) {
        double sign = outward ? 1 : -1;
        double more = 2 * Math.max(deep.applyAsDouble(f), deep.applyAsDouble(g));
        return Kite.of(
                        e,
                        f,
                        sign * deep.applyAsDouble(f),
                        g,
                        sign * deep.applyAsDouble(g),
                        new double[] {atMouth(e.start()) ? more : 0, atMouth(e.end()) ? more : 0},
                        step,
                        tol)
                .orElseThrow(() -> refused(f.surface() instanceof Plane ? g : f));
    }
}
