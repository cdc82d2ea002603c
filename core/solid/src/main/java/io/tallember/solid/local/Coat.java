package io.tallember.solid.local;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Rational;
import io.tallember.geometry.Skinning;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.Between;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The material between faces of any kind and where each of their points comes to along the normal there: square to the faces all
 * round. At sharp edges between the faces the layers go on until they meet.
 */
final class Coat {
    private static final double SAME = 1e-7;

    /** Curves and walls of no simple kind are fitted within this, in mm. */
    private static final double FIT = 1e-9;

    private static final double[] SHARES = {0, 0.13, 0.37, 0.5, 0.71, 1};

    private final Body body;
    private final Set<Face> faces;
    private final double by;
    private final String step;
    private final String role;
    private final Tolerance tol;
    private final Map<Vertex, Edge> rails = new IdentityHashMap<>();
    private final Map<Edge, Edge> far = new IdentityHashMap<>();

    private Coat(Body body, Set<Face> faces, double by, String step, String role, Tolerance tol) {
        this.body = body;
        this.faces = faces;
        this.by = by;
        this.step = step;
        this.role = role;
        this.tol = tol;
    }

    /**
     * The layers, one for each part of the faces that hangs together.
     *
     * @param by how thick in mm; below zero for into the material
     * @param step the step's id, and {@code role} what the moved faces are called by, both for lineage
     * @throws GeometryException BAD_VALUE with the place where there is no such layer
     */
    static List<Body> of(Body body, Collection<Face> faces, double by, String step, String role, Tolerance tol) {
        Set<Face> left = Collections.newSetFromMap(new IdentityHashMap<>());
        left.addAll(faces);
        List<Body> out = new ArrayList<>();
        for (Face f : faces) {
            if (!left.contains(f)) {
                continue;
            }
            Set<Face> group = Collections.newSetFromMap(new IdentityHashMap<>());
            List<Face> next = new ArrayList<>(List.of(f));
            while (!next.isEmpty()) {
                Face g = next.remove(next.size() - 1);
                if (left.remove(g)) {
                    group.add(g);
                    for (Coedge c : g.coedges()) {
                        body.facesOf(c.edge()).stream()
                                .filter(h -> h != g && Retarget.smoothAlong(c.edge(), g, h))
                                .forEach(next::add);
                    }
                }
            }
            out.add(new Coat(body, group, by, step, role, tol).layer());
        }
        List<Body> kites = kites(body, faces, by, step, tol);
        out.addAll(kites);
        return out.size() == 1 ? out : Fuse.unite(out, tol);
    }

    /** The layer of faces that all run smoothly into each other. */
    static Body one(Body body, Set<Face> faces, double by, String step, String role, Tolerance tol) {
        return new Coat(body, faces, by, step, role, tol).layer();
    }

    /** What is missing at the sharp edges between the faces where the layers gape. */
    private static List<Body> kites(Body body, Collection<Face> faces, double by, String step, Tolerance tol) {
        List<Body> out = new ArrayList<>();
        Set<Vertex> ends = Collections.newSetFromMap(new IdentityHashMap<>());
        for (Edge e : body.edges()) {
            List<Face> two = body.facesOf(e);
            boolean gapes = two.size() == 2
                    && faces.containsAll(two)
                    && !Retarget.smoothAlong(e, two.get(0), two.get(1))
                    && Edges.convex(body, e) == by > 0;
            if (!gapes) {
                continue;
            }
            if (!e.closed() && !(ends.add(e.start()) & ends.add(e.end()))) {
                throw sharp("at the corner near " + e.start().point().said());
            }
            out.add(Kite.of(e, two.get(0), by, two.get(1), by, step, tol)
                    .orElseThrow(() -> sharp("along the edge near " + e.middle().said())));
        }
        return out;
    }

    private static GeometryException sharp(String where) {
        return new GeometryException(
                Reason.BAD_VALUE,
                "The faces meet sharply " + where + ", so that no even layer goes over it. Thicken them one by one.");
    }

    private Body layer() {
        List<Face> all = new ArrayList<>();
        for (Face f : body.faces()) {
            if (!faces.contains(f)) {
                continue;
            }
            Face near = by > 0 ? turned(f.surface(), !f.sense(), f.loops(), f.origins()) : f;
            List<Loop> loops = f.loops().stream()
                    .map(l -> new Loop(l.coedges().stream()
                            .map(c -> new Coedge(far(c.edge(), f), c.forward()))
                            .toList()))
                    .toList();
            List<Origin> from = List.of(new Origin(step, role, key(f)));
            Surface moved = moved(f);
            all.add(near);
            all.add(by > 0 ? new Face(moved, f.sense(), loops, from) : turned(moved, !f.sense(), loops, from));
            for (Coedge c : f.coedges()) {
                if (!inner(c.edge())) {
                    all.add(wall(c, f));
                }
            }
        }
        Body layer = new Body(List.of(new Shell(all)));
        BodyCheck.deep(layer, tol).orThrow();
        return layer;
    }

    /** Whether an edge lies between two of the faces, smoothly. */
    private boolean inner(Edge e) {
        List<Face> two = body.facesOf(e);
        return two.size() == 2 && faces.containsAll(two) && Retarget.smoothAlong(e, two.get(0), two.get(1));
    }

    private Surface moved(Face f) {
        double along = f.sense() ? by : -by;
        double round = f.surface() instanceof Cylinder c
                ? c.radius()
                : f.surface() instanceof Sphere k
                        ? k.radius()
                        : f.surface() instanceof Torus t ? t.minor() : Double.POSITIVE_INFINITY;
        if (round + along <= 10 * tol.linear()) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "Nothing is left of the round face near "
                            + f.region()
                                    .interiorPoint(tol)
                                    .orElse(f.bounds().centre())
                                    .said()
                            + " at this distance. Take less than " + Terms.length(round) + ".",
                    0.99 * round);
        }
        return FaceOffset.of(f, along, tol);
    }

    private static Face turned(Surface s, boolean sense, List<Loop> loops, List<Origin> origins) {
        return new Face(
                s,
                sense,
                loops.stream()
                        .map(l -> {
                            List<Coedge> back = new ArrayList<>();
                            l.coedges().forEach(c -> back.add(0, c.reversed()));
                            return new Loop(back);
                        })
                        .toList(),
                origins);
    }

    private static String key(Face f) {
        return f.origins().get(0).key();
    }

    /** Where a corner comes to: a rail leads there. */
    private Edge rail(Vertex v, Face f) {
        Edge known = rails.get(v);
        Vec3 to = v.point().plus(by, f.outward(v.point()));
        if (known == null) {
            Line l = Line.through(v.point(), to);
            known = new Edge(l, new Interval(0, Math.abs(by)), v, new Vertex(to, tol.linear()), tol.linear());
            rails.put(v, known);
        } else if (known.end().point().distance(to) > tol.linear()) {
            throw sharp("at the corner near " + v.point().said());
        }
        return known;
    }

    private Edge far(Edge e, Face f) {
        Edge known = far.get(e);
        if (known == null) {
            Vertex a = rail(e.start(), f).end();
            Vertex b = rail(e.end(), f).end();
            Curve c = moved(e, f);
            Interval range = c instanceof Nurbs n
                    ? n.whole()
                    : e.curve() instanceof Line && c instanceof Line l
                            ? new Interval(l.project(a.point()), l.project(b.point()))
                            : e.range();
            known = new Edge(c, range, a, b, tol.linear());
            far.put(e, known);
        }
        return known;
    }

    private Vec3 moved(Edge e, Face f, double t) {
        Vec3 p = e.curve().point(t);
        return p.plus(by, f.outward(p));
    }

    /** The curve to which an edge comes. */
    private Curve moved(Edge e, Face f) {
        Vec3 even = even(e, f);
        if (even != null && (e.curve() instanceof Line || e.curve() instanceof Circle)) {
            return e.curve().placed(Frame.WORLD.at(even.times(by)));
        }
        double[] out = about(e, f);
        if (out != null) {
            Circle c = (Circle) e.curve();
            double r = c.radius() + by * out[0];
            if (!(r > 10 * tol.linear())) {
                throw usedUp(e);
            }
            return new Circle(c.frame().movedAlongZ(by * out[1]), r);
        }
        return Between.fitted(t -> moved(e, f, t), e.curve().breaks(e.range()), FIT);
    }

    private static GeometryException usedUp(Edge e) {
        return new GeometryException(
                Reason.BAD_VALUE,
                "Nothing is left of the edge near " + e.middle().said() + " at this distance. Take a thinner layer.");
    }

    /** The direction in which a face looks all along an edge; null where it turns. */
    private static Vec3 even(Edge e, Face f) {
        Vec3 n = f.outward(e.middle());
        for (double s : SHARES) {
            if (f.outward(e.curve().point(e.range().at(s))).distance(n) > SAME) {
                return null;
            }
        }
        return n;
    }

    /** Along a circle about whose axis the face turns: how far its normal goes outward and along the axis; else null. */
    private static double[] about(Edge e, Face f) {
        if (!(e.curve() instanceof Circle c)) {
            return null;
        }
        double[] first = null;
        for (double s : SHARES) {
            Vec3 p = e.curve().point(e.range().at(s));
            Vec3 n = f.outward(p);
            Vec3 radial = p.minus(c.frame().origin()).unit();
            double[] now = {n.dot(radial), n.dot(c.frame().z())};
            first = first == null ? now : first;
            if (Math.abs(now[0] - first[0]) > SAME
                    || Math.abs(now[1] - first[1]) > SAME
                    || Math.abs(Math.hypot(now[0], now[1]) - 1) > SAME) {
                return null;
            }
        }
        return first;
    }

    /** The side of the layer along an edge at which it ends. */
    private Face wall(Coedge c, Face f) {
        Edge e = c.edge();
        Edge to = far(e, f);
        Surface s = side(e, to, f);
        Coedge near = by > 0 ? c : c.reversed();
        Coedge back = new Coedge(to, !near.forward());
        List<Loop> loops = e.closed()
                ? List.of(new Loop(List.of(near)), new Loop(List.of(back)))
                : List.of(new Loop(List.of(
                        near, new Coedge(rail(near.end(), f), true), back, new Coedge(rail(near.start(), f), false))));
        Vec3 p = e.middle();
        Vec3 out = c.travel(e.range().middle()).cross(f.outward(p));
        Vec3 within = p.plus(0.5 * by, f.outward(p));
        boolean sense = s.normalAt(within).dot(out) > 0;
        return new Face(s, sense, loops, List.of(new Origin(step, "rim", key(f))));
    }

    private Surface side(Edge e, Edge to, Face f) {
        Vec3 even = even(e, f);
        if (even != null) {
            if (e.curve() instanceof Line l) {
                return new Plane(Frame.of(l.origin(), l.direction().cross(even), l.direction()));
            }
            if (e.curve() instanceof Circle k && k.frame().z().cross(even).length() < SAME) {
                return new Cylinder(k.frame(), k.radius());
            }
            Frame along = Frame.of(e.curve().point(e.range().lo()), even);
            return new Extrusion(along, e.curve().placed(along.inverse()));
        }
        double[] out = about(e, f);
        if (out != null) {
            Frame k = ((Circle) e.curve()).frame();
            double r = ((Circle) e.curve()).radius();
            if (Math.abs(out[1]) < SAME) {
                return new Plane(k);
            }
            if (Math.abs(out[0]) < SAME) {
                return new Cylinder(k, r);
            }
            double slope = Math.atan(out[0] / out[1]);
            return slope > 0
                    ? new Cone(k, r, slope)
                    : new Cone(Frame.of(k.origin(), k.z().negated(), k.x()), r, -slope);
        }
        double[] breaks = e.curve().breaks(e.range());
        Nurbs low = Between.fitted(e.curve()::point, breaks, FIT);
        Nurbs high = Between.fitted(t -> moved(e, f, t), breaks, FIT);
        List<Rational> rows = Rational.alike(
                List.of(Rational.of(low, low.whole(), true, 1), Rational.of(high, high.whole(), true, 1)));
        return Skinning.straight(rows.get(0), rows.get(0).row(), rows.get(1).row());
    }
}
