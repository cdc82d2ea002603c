package io.tallember.solid.check;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.geometry.intersect.OneContact;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Shell;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.UvLoop;
import io.tallember.solid.Vertex;
import io.tallember.solid.mass.MassProperties;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.ToDoubleFunction;

/**
 * Whether a body is a valid solid: closed two-manifold, edges on their surfaces, loops closed, areas and volume positive,
 * Euler-Poincare; in deep mode also that no edge crosses a face or another edge away from their common corners.
 */
public final class BodyCheck {
    /** Corners are merged within twice the tolerance, so what happens within twice that of one happens at it. */
    private static final double REACH_OF_CORNERS = 4;

    private final Body body;
    private final Tolerance tol;
    private final List<String> problems = new ArrayList<>();
    private Vec3 first;
    private boolean touchesItself;

    private BodyCheck(Body body, Tolerance tol) {
        this.body = body;
        this.tol = tol;
    }

    /**
     * What is wrong, as sentences; empty when the body is valid.
     *
     * @param first where the first of it is, or null
     */
    public record Report(List<String> problems, Vec3 first, boolean touchesItself) {
        public boolean valid() {
            return problems.isEmpty();
        }

        public void orThrow() {
            if (!valid()) {
                throw new GeometryException(
                        touchesItself ? GeometryException.Reason.NON_MANIFOLD : GeometryException.Reason.INCONSISTENT,
                        "The solid would not be sound: " + problems.get(0));
            }
        }
    }

    public static Report quick(Body body, Tolerance tol) {
        BodyCheck c = new BodyCheck(body, tol);
        c.uses();
        c.geometry();
        c.loops();
        if (c.problems.isEmpty()) {
            c.outlines();
            c.corners();
            c.sizes();
            c.euler();
        }
        return c.report();
    }

    public static Report deep(Body body, Tolerance tol) {
        Report quick = quick(body, tol);
        if (!quick.valid()) {
            return quick;
        }
        BodyCheck c = new BodyCheck(body, tol);
        c.crossings(Set.of(), Set.of());
        return c.report();
    }

    /** The same for a body made from a sound one: faces and edges that it took over aren't tried against each other again. */
    public static Report deep(Body body, Body before, Tolerance tol) {
        Report quick = quick(body, tol);
        if (!quick.valid()) {
            return quick;
        }
        Set<Face> faces = Collections.newSetFromMap(new IdentityHashMap<>());
        faces.addAll(before.faces());
        Set<Edge> edges = Collections.newSetFromMap(new IdentityHashMap<>());
        edges.addAll(before.edges());
        BodyCheck c = new BodyCheck(body, tol);
        c.crossings(faces, edges);
        return c.report();
    }

    private Report report() {
        return new Report(List.copyOf(problems), first, touchesItself);
    }

    private void problem(String what, Vec3 p) {
        first = problems.isEmpty() ? p : first;
        problems.add(String.format(Locale.ROOT, "%s near (%.4f, %.4f, %.4f).", what, p.x(), p.y(), p.z()));
    }

    private void uses() {
        Map<Edge, int[]> uses = new IdentityHashMap<>();
        for (Face f : body.faces()) {
            for (Coedge c : f.coedges()) {
                uses.computeIfAbsent(c.edge(), k -> new int[2])[c.forward() ? 0 : 1]++;
            }
        }
        uses.forEach((e, n) -> {
            if (n[0] != 1 || n[1] != 1) {
                problem("an edge is not shared by exactly two faces", e.middle());
            }
        });
    }

    private void geometry() {
        for (Edge e : body.edges()) {
            double slack = 4 * Math.max(tol.linear(), e.tolerance());
            if (e.curve().point(e.range().lo()).distance(e.start().point()) > slack
                    || e.curve().point(e.range().hi()).distance(e.end().point()) > slack) {
                problem("an edge doesn't reach its corner", e.middle());
            }
            for (Face f : body.facesOf(e)) {
                for (int i = 0; i <= 4; i++) {
                    if (Math.abs(f.surface()
                                    .signedDistance(e.curve().point(e.range().at(i / 4.0))))
                            > slack) {
                        problem("an edge leaves its face", e.middle());
                        break;
                    }
                }
            }
        }
    }

    private void loops() {
        for (Face f : body.faces()) {
            for (Loop l : f.loops()) {
                List<Coedge> cs = l.coedges();
                for (int i = 0; i < cs.size(); i++) {
                    if (cs.get(i).end() != cs.get((i + 1) % cs.size()).start()) {
                        problem("a face's outline is open", cs.get(i).end().point());
                    }
                }
            }
        }
    }

    /** Whether each face's loops can bound one region: an outline with holes, or two loops round an axis the one above the other. */
    private void outlines() {
        for (Face f : body.faces()) {
            Surface s = f.surface();
            if (s instanceof Sphere || f.loops().size() == 1 && s.uPeriod() == 0) {
                continue;
            }
            List<UvLoop> loops =
                    f.loops().stream().map(l -> UvLoop.of(s, l.coedges())).toList();
            int winding = 0;
            int sum = 0;
            int outer = 0;
            for (UvLoop l : loops) {
                if (l.windsRound()) {
                    winding++;
                    sum += l.winding() + l.windingV();
                } else if (l.area() > 0 == f.sense()) {
                    outer++;
                }
            }
            boolean tip = s.tip() != null && winding == 1 && outer == 0;
            boolean pair = winding == 2 && sum == 0 && outer == 0;
            boolean one = winding == 0 && (outer == 1 || outer == 0 && s.vPeriod() > 0);
            if (!(tip || pair || one)) {
                problem("a face's loops don't bound one region", f.bounds().centre());
            }
        }
    }

    /** An edge's end at a corner. */
    private record End(Edge edge, boolean start) {}

    /** Round each corner the edges and the face corners between them must form one ring. */
    private void corners() {
        Map<End, End> group = new LinkedHashMap<>();
        for (Face f : body.faces()) {
            for (Loop l : f.loops()) {
                List<Coedge> cs = l.coedges();
                for (int i = 0; i < cs.size(); i++) {
                    Coedge next = cs.get((i + 1) % cs.size());
                    End a = root(group, new End(cs.get(i).edge(), !cs.get(i).forward()));
                    End b = root(group, new End(next.edge(), next.forward()));
                    if (!a.equals(b)) {
                        group.put(a, b);
                    }
                }
            }
        }
        Map<Vertex, End> ringOf = new IdentityHashMap<>();
        for (Edge e : body.edges()) {
            for (boolean start : new boolean[] {true, false}) {
                End r = root(group, new End(e, start));
                Vertex v = start ? e.start() : e.end();
                End known = ringOf.putIfAbsent(v, r);
                if (known != null && !known.equals(r)) {
                    touchesItself = true;
                    problem("the solid touches itself in a single point", v.point());
                }
            }
        }
    }

    private static End root(Map<End, End> group, End e) {
        End r = e;
        while (group.containsKey(r)) {
            r = group.get(r);
        }
        return r;
    }

    private void sizes() {
        for (Face f : body.faces()) {
            if (!MassProperties.rightWayRound(f)) {
                problem("a face has no area", f.bounds().centre());
            }
        }
        for (int i = 0; i < body.shells().size(); i++) {
            Shell s = body.shells().get(i);
            Body alone = body.shells().size() == 1 ? body : new Body(List.of(s));
            if (MassProperties.sign(alone) != (i == 0 ? 1 : -1)) {
                problem("a shell is inside out", s.faces().get(0).bounds().centre());
            }
        }
    }

    private void euler() {
        for (Shell s : body.shells()) {
            Body one = new Body(List.of(s));
            int chi = one.vertices().size() - one.edges().size();
            for (Face f : s.faces()) {
                chi += characteristic(f);
            }
            if (chi > 2 || chi % 2 != 0) {
                problem(
                        "faces, edges and corners don't add up (" + chi + ")",
                        one.bounds().centre());
            }
        }
    }

    /** Euler's number of a face: a disc with holes; a ring none of whose loops winds round keeps its own. */
    private static int characteristic(Face f) {
        boolean ring = f.surface().vPeriod() > 0
                && f.loops().stream()
                        .noneMatch(l -> UvLoop.of(f.surface(), l.coedges()).windsRound())
                && isOpen(f);
        return (ring ? 0 : 2) - f.loops().size();
    }

    /** Whether every loop of a face is a hole in it. */
    private static boolean isOpen(Face f) {
        return f.loops().stream()
                .allMatch(l -> UvLoop.of(f.surface(), l.coedges()).area() > 0 != f.sense());
    }

    private void crossings(Set<Face> oldFaces, Set<Edge> oldEdges) {
        for (Face f : body.faces()) {
            boolean old = oldFaces.contains(f);
            Set<Edge> own = new LinkedHashSet<>();
            f.coedges().forEach(c -> own.add(c.edge()));
            for (Edge e : body.edges()) {
                Patience.check();
                if (own.contains(e)
                        || old && oldEdges.contains(e)
                        || !e.bounds().grown(tol.linear()).overlaps(f.bounds())) {
                    continue;
                }
                if (CurveSurface.liesIn(e.curve(), e.range(), f.surface(), tol)) {
                    if (f.region().locate(e.middle(), tol) == SurfaceRegion.Place.INSIDE) {
                        problem("an edge lies in a face that isn't its own", e.middle());
                    }
                    continue;
                }
                for (Meeting m : CurveSurface.meet(e.curve(), e.range(), f.surface(), tol)) {
                    Vec3 p = e.curve().point(m.t());
                    if (f.region().locate(p, tol) == SurfaceRegion.Place.INSIDE
                            && f.region().distanceToBoundary(p) > REACH_OF_CORNERS * tol.linear()
                            && !(sharesCorner(e, own) && atCorner(e, m.t(), f.surface()::signedDistance))) {
                        problem("an edge pierces a face", p);
                    }
                }
            }
            if (!old) {
                outline(new ArrayList<>(own));
            }
        }
    }

    /** Whether what an edge meets at a parameter it meets at one of its ends. */
    private boolean atCorner(Edge e, double t, ToDoubleFunction<Vec3> off) {
        Vec3 p = e.curve().point(t);
        for (double end : new double[] {e.range().lo(), e.range().hi()}) {
            double away = e.curve().point(end).distance(p);
            if (away <= REACH_OF_CORNERS * tol.linear()
                    || away <= OneContact.LONGEST && OneContact.holds(e.curve(), t, end, off, tol)) {
                return true;
            }
        }
        return false;
    }

    /** Whether an edge runs along another edge all the way. */
    private boolean over(Edge a, Edge b) {
        ToDoubleFunction<Vec3> off = OneContact.from(b.curve(), b.range());
        for (double at : new double[] {0.5, 0.11, 0.37, 0.63, 0.89}) {
            if (off.applyAsDouble(a.curve().point(a.range().at(at))) > tol.linear()) {
                return false;
            }
        }
        return !atCorner(a, a.range().middle(), off);
    }

    private static boolean sharesCorner(Edge e, Set<Edge> edges) {
        return edges.stream()
                .anyMatch(k ->
                        k.start() == e.start() || k.start() == e.end() || k.end() == e.start() || k.end() == e.end());
    }

    private void outline(List<Edge> edges) {
        for (int i = 0; i < edges.size(); i++) {
            for (int k = i + 1; k < edges.size(); k++) {
                Edge a = edges.get(i);
                Edge b = edges.get(k);
                if (!a.bounds().grown(tol.linear()).overlaps(b.bounds())) {
                    continue;
                }
                if (over(a, b) || over(b, a)) {
                    problem("two edges of a face lie over each other", a.middle());
                    continue;
                }
                for (Meeting m : CurveCurve.meet(a.curve(), a.range(), b.curve(), b.range(), tol)) {
                    if (!atCorner(a, m.t(), OneContact.from(b.curve(), b.range()))
                            && !atCorner(b, m.s(), OneContact.from(a.curve(), a.range()))) {
                        problem("two edges of a face cross", a.curve().point(m.t()));
                    }
                }
            }
        }
    }
}
