package io.tallember.solid.local;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Shell;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Where a ball that rolls along edges of a face runs over a smooth edge of it on the other side, onto the face that goes on there: the
 * edges are divided where it touches that smooth edge, and in between they count as edges of the face beyond; what lies between is
 * left out. Such a body is no solid, since its edges don't lie on that face; it tells what the rounds are to touch.
 *
 * @param names what is known by an edge, for its pieces too
 * @param centres where the ball touches the smooth edges, by the vertices put in there
 */
record Overrun(Body body, Map<Edge, String> names, Map<Vertex, Vec3> centres) {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    /** At how many places along a smooth edge the ball is looked for, and how often a place found is halved on. */
    private static final int LOOKS = 96;

    private static final int HALVED = 60;

    /** A place where the ball that rolls along an edge touches the smooth edge. */
    private record Touch(Edge edge, double onEdge, double onSmooth, Vec3 centre, Vertex made) {
        /** The same place, once more round a closed smooth edge. */
        Touch round(Edge s) {
            return new Touch(edge, onEdge, onSmooth + s.range().length(), centre, made);
        }
    }

    /** The body with all that are run over; nothing where none is. */
    static Optional<Overrun> of(Body body, Map<Edge, String> names, Ball ball) {
        Overrun now = new Overrun(body, names, new LinkedHashMap<>());
        boolean any = false;
        for (Face f : body.faces()) {
            for (Coedge c : f.coedges()) {
                Edge s = c.edge();
                if (names.containsKey(s)
                        || !smooth(body, s)
                        || !now.body.edges().contains(s)) {
                    continue;
                }
                Face as = now.body.facesOf(s).stream()
                        .filter(k -> k.surface() == f.surface())
                        .findFirst()
                        .orElse(null);
                Overrun next = as == null ? null : now.over(as, s, ball);
                any |= next != null;
                now = next == null ? now : next;
            }
        }
        return any ? Optional.of(now) : Optional.empty();
    }

    private static boolean smooth(Body body, Edge e) {
        List<Face> two = body.facesOf(e);
        return two.size() == 2 && two.get(0) != two.get(1) && Retarget.smoothAlong(e, two.get(0), two.get(1));
    }

    /** The same where edges of a face are run over across a smooth one, or null. */
    private Overrun over(Face f, Edge s, Ball ball) {
        List<Edge> own = f.coedges().stream()
                .map(Coedge::edge)
                .filter(names::containsKey)
                .distinct()
                .toList();
        List<Touch> touches = new ArrayList<>();
        for (Edge e : own) {
            if (e.start() != s.start() && e.start() != s.end() && e.end() != s.start() && e.end() != s.end()) {
                touches.addAll(touches(e, f, s, ball));
            }
        }
        if (touches.size() != 2) {
            return null;
        }
        touches.sort(Comparator.comparingDouble(Touch::onSmooth));
        Face beyond = body.facesOf(s).get(0) == f
                ? body.facesOf(s).get(1)
                : body.facesOf(s).get(0);
        Overrun out = new Cut(f, beyond, s, touches.get(0), touches.get(1), ball).made();
        return out == null && s.closed()
                ? new Cut(f, beyond, s, touches.get(1), touches.get(0).round(s), ball).made()
                : out;
    }

    private List<Touch> touches(Edge e, Face f, Edge s, Ball ball) {
        List<Touch> out = new ArrayList<>();
        Face g = body.facesOf(e).get(0) == f
                ? body.facesOf(e).get(1)
                : body.facesOf(e).get(0);
        boolean convex = Edges.convex(body, e);
        Surface far;
        try {
            far = ball.beside(g, convex);
        } catch (GeometryException none) {
            return out;
        }
        double before = s.range().lo();
        double was = far.signedDistance(centre(s, before, f, convex, ball));
        for (int i = 1; i <= LOOKS; i++) {
            double t = s.range().at(i / (double) LOOKS);
            double is = far.signedDistance(centre(s, t, f, convex, ball));
            if (was * is < 0) {
                double a = before;
                double b = t;
                for (int k = 0; k < HALVED; k++) {
                    double mid = 0.5 * (a + b);
                    if (far.signedDistance(centre(s, mid, f, convex, ball)) * was > 0) {
                        a = mid;
                    } else {
                        b = mid;
                    }
                }
                add(out, e, s, b, centre(s, b, f, convex, ball));
            }
            before = t;
            was = is;
        }
        return out;
    }

    /** Adds a place if the ball is beside the edge there. */
    private static void add(List<Touch> out, Edge e, Edge s, double onSmooth, Vec3 centre) {
        double t = e.curve().project(centre, e.range());
        Vec3 p = e.curve().point(t);
        Vec3 aside = centre.minus(p);
        if (Math.abs(aside.dot(e.curve().tangent(t))) < 1e-6 * aside.length()) {
            out.add(new Touch(e, t, onSmooth, centre, new Vertex(p, TOL.linear())));
        }
    }

    private static Vec3 centre(Edge s, double t, Face f, boolean convex, Ball ball) {
        Vec3 p = s.curve().point(t);
        return p.plus(convex ? -ball.radius() : ball.radius(), f.outward(p));
    }

    /** A face divided between two places on a smooth edge of it. */
    private final class Cut {
        private final Face f;
        private final Face beyond;
        private final Edge s;
        private final Touch a;
        private final Touch b;
        private final Ball ball;
        private final Map<Edge, List<Edge>> pieces = new LinkedHashMap<>();
        private final Map<Edge, String> named = new LinkedHashMap<>();

        Cut(Face f, Face beyond, Edge s, Touch a, Touch b, Ball ball) {
            this.f = f;
            this.beyond = beyond;
            this.s = s;
            this.a = a;
            this.b = b;
            this.ball = ball;
        }

        Overrun made() {
            // the smooth edge: before, between and after the two places; the two outer ones are one where it is closed
            Edge between = piece(s, a.onSmooth(), b.onSmooth(), a.made(), b.made());
            List<Edge> parts = new ArrayList<>();
            if (s.closed()) {
                double period = s.range().length();
                parts.add(between);
                parts.add(piece(s, b.onSmooth(), a.onSmooth() + period, b.made(), a.made()));
            } else {
                parts.add(piece(s, s.range().lo(), a.onSmooth(), s.start(), a.made()));
                parts.add(between);
                parts.add(piece(s, b.onSmooth(), s.range().hi(), b.made(), s.end()));
            }
            pieces.put(s, parts);
            names.forEach((e, name) -> {
                List<Touch> on = new ArrayList<>();
                for (Touch t : List.of(a, b)) {
                    if (t.edge() == e) {
                        on.add(t);
                    }
                }
                on.sort(Comparator.comparingDouble(Touch::onEdge));
                List<Edge> own = divided(e, on);
                pieces.put(e, own);
                for (int i = 0; i < own.size(); i++) {
                    named.put(own.get(i), i == 0 ? name : name + " again" + (i == 1 ? "" : " " + i));
                }
            });
            List<Coedge> mine = new ArrayList<>();
            f.loops().forEach(l -> l.coedges().forEach(c -> mine.addAll(Divided.uses(c, pieces))));
            // what is run over: from one place along the edges to the other, in the way the face's boundary runs
            Coedge gone =
                    mine.stream().filter(c -> c.edge() == between).findFirst().orElseThrow();
            List<Coedge> over = new ArrayList<>();
            Vertex at = gone.end();
            while (at != gone.start()) {
                Vertex here = at;
                Coedge next = mine.stream()
                        .filter(c -> c.start() == here && named.containsKey(c.edge()))
                        .findFirst()
                        .orElse(null);
                if (next == null || over.contains(next)) {
                    return null;
                }
                over.add(next);
                at = next.end();
            }
            if (!beyondFace(over)) {
                return null;
            }
            mine.removeAll(over);
            mine.remove(gone);
            List<Loop> left = loops(mine);
            List<Loop> right = beyond.loops().stream()
                    .map(l -> new Loop(l.coedges().stream()
                            .flatMap(c -> Divided.uses(c, pieces).stream())
                            .flatMap(c -> c.edge() == between ? over.stream() : java.util.stream.Stream.of(c))
                            .toList()))
                    .toList();
            if (left == null) {
                return null;
            }
            List<Shell> shells = body.shells().stream()
                    .map(k -> new Shell(k.faces().stream()
                            .map(x -> x == f ? with(x, left) : x == beyond ? with(x, right) : Divided.face(x, pieces))
                            .toList()))
                    .toList();
            Map<Vertex, Vec3> all = new LinkedHashMap<>(centres);
            all.put(a.made(), a.centre());
            all.put(b.made(), b.centre());
            return new Overrun(new Body(shells), named, all);
        }

        /** Whether the ball beside the middle of what is taken for run over touches the face's surface outside the face. */
        private boolean beyondFace(List<Coedge> over) {
            Edge e = over.get(over.size() / 2).edge();
            Vec3 p = e.middle();
            boolean convex = Edges.convex(body, a.edge());
            Edge whole = pieces.entrySet().stream()
                    .filter(k -> k.getValue().contains(e))
                    .findFirst()
                    .orElseThrow()
                    .getKey();
            Face g = body.facesOf(whole).get(0) == f
                    ? body.facesOf(whole).get(1)
                    : body.facesOf(whole).get(0);
            Vec3 c = Projected.onto(
                    p.plus(convex ? -ball.radius() : ball.radius(), f.outward(p)),
                    List.of(ball.beside(f, convex), ball.beside(g, convex)));
            return f.region().locate(Strip.dropped(c, f), TOL) == SurfaceRegion.Place.OUTSIDE;
        }

        private Face with(Face x, List<Loop> loops) {
            return new Face(x.surface(), x.sense(), loops, x.origins());
        }

        private List<Edge> divided(Edge e, List<Touch> at) {
            if (at.isEmpty()) {
                return List.of(e);
            }
            List<Edge> out = new ArrayList<>();
            if (e.closed()) {
                if (at.size() != 2) {
                    return List.of(e);
                }
                double period = e.range().length();
                Touch p = at.get(0);
                Touch q = at.get(1);
                out.add(piece(e, p.onEdge(), q.onEdge(), p.made(), q.made()));
                out.add(piece(e, q.onEdge(), p.onEdge() + period, q.made(), p.made()));
                return out;
            }
            double from = e.range().lo();
            Vertex v = e.start();
            for (Touch t : at) {
                out.add(piece(e, from, t.onEdge(), v, t.made()));
                from = t.onEdge();
                v = t.made();
            }
            out.add(piece(e, from, e.range().hi(), v, e.end()));
            return out;
        }

        private static Edge piece(Edge e, double lo, double hi, Vertex v, Vertex w) {
            return new Edge(e.curve(), new Interval(lo, hi), v, w, e.tolerance());
        }

        /** Loops from the pieces of a boundary, one after the other where they meet; null where they don't close. */
        private static List<Loop> loops(List<Coedge> all) {
            List<Coedge> left = new ArrayList<>(all);
            List<Loop> out = new ArrayList<>();
            while (!left.isEmpty()) {
                List<Coedge> loop = new ArrayList<>(List.of(left.remove(0)));
                while (loop.get(loop.size() - 1).end() != loop.get(0).start()) {
                    Vertex at = loop.get(loop.size() - 1).end();
                    List<Coedge> next =
                            left.stream().filter(c -> c.start() == at).toList();
                    if (next.size() != 1) {
                        return null;
                    }
                    loop.add(next.get(0));
                    left.remove(next.get(0));
                }
                out.add(new Loop(loop));
            }
            return out;
        }
    }
}
