package io.tallember.solid.local;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Revolution;
import io.tallember.geometry.Shifted;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.SurfaceSurface;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.Vertex;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.local.Skin.Corner;
import io.tallember.solid.local.Skin.Seam;
import io.tallember.solid.local.Skin.Sheet;
import io.tallember.solid.local.Skin.Use;
import io.tallember.solid.sweep.Offsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Rounds put into a body face by face: each edge opens into a strip on which a ball rolls along both its faces, and all edges
 * and corners about are worked out anew. Where three rounded edges meet a ball's face closes the corner; strips of a smooth
 * chain join; a strip that ends alone ends on the face across.
 *
 * <p>The ball may roll along any edge; nothing is given for other corners, or when a neighbour would be used up, and the caller
 * goes the long way.
 */
public final class Rounding {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    /** Thrown inside only: the quick way doesn't do here. */
    private static final class Elsewhere extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    private final class Strip {
        final Edge edge;
        /** The face that runs along with the edge, and the other. */
        final Face f;

        final Face g;
        final boolean convex;
        final Curve spine;
        final Sheet sheet;
        Seam onF;
        Seam onG;
        final Map<Vertex, Seam> ends = new IdentityHashMap<>();

        Strip(Edge e, String source) {
            edge = e;
            Face forward = null;
            Face backward = null;
            for (Face face : body.facesOf(e)) {
                for (Coedge c : face.coedges()) {
                    if (c.edge() == e && c.forward()) {
                        forward = face;
                    } else if (c.edge() == e) {
                        backward = face;
                    }
                }
            }
            f = forward;
            g = backward;
            if (f == null || g == null || f == g) {
                throw new Elsewhere();
            }
            Vec3 p = e.middle();
            Vec3 into = f.outward(p).cross(e.curve().tangent(e.range().middle()));
            convex = into.dot(g.outward(p)) < 0;
            spine = spine();
            Vec3 c = centre(p);
            Surface s;
            if (spine instanceof Line l) {
                s = new Cylinder(Frame.of(c, l.direction(), p.minus(c)), radius);
            } else if (spine instanceof Circle k) {
                s = new Torus(k.frame(), k.radius(), radius);
            } else {
                s = new Tube((IntersectionCurve) spine, f.surface(), g.surface(), radius);
            }
            sheet = new Sheet(face(s, source), s, convex, 0);
        }

        /** A line or circle where the surfaces at the radius from the faces are known to meet in one, else followed. */
        private Curve spine() {
            Surface a = offset(f, convex);
            Surface b = offset(g, convex);
            Vec3 p = edge.middle();
            boolean named = (edge.curve() instanceof Line || edge.curve() instanceof Circle)
                    && f.surface().canonical()
                    && g.surface().canonical();
            if (named) {
                Box3 where = edge.bounds().grown(2 * radius + 1e-3);
                Curve best = null;
                for (Curve c : SurfaceSurface.meet(a, b, where, TOL).curves()) {
                    if (best == null
                            || c.point(c.project(p)).distance(p)
                                    < best.point(best.project(p)).distance(p)) {
                        best = c;
                    }
                }
                if (best instanceof Line || best instanceof Circle) {
                    return best;
                }
            }
            return Spine.of(edge, a, b, beyond(edge.start()), beyond(edge.end()))
                    .orElseThrow(Elsewhere::new);
        }

        /** How far the ball's way is followed past an end: not at all where another rounded edge goes on smoothly. */
        private double beyond(Vertex v) {
            boolean goesOn = edges.stream()
                    .filter(e -> e != edge && (e.start() == v || e.end() == v))
                    .anyMatch(e -> outOf(edge, v).dot(outOf(e, v)) < -1 + 1e-9);
            return goesOn ? 0 : 3 * radius;
        }

        Vec3 centre(Vec3 p) {
            return spine.point(spine.project(p));
        }

        /** Where the ball beside a point of the edge touches a face. */
        Vec3 contact(Face face, Vec3 p) {
            return dropped(centre(p), face);
        }

        Seam side(Face face) {
            Vec3 mid = edge.middle();
            Curve c = edge.curve().placed(Frame.WORLD.at(contact(face, mid).minus(mid)));
            Edge of = new Edge(c, edge.range(), edge.start(), edge.end(), TOL.linear());
            Seam s = edge.closed()
                    ? new Seam(of, new Corner(contact(face, edge.start().point())), null)
                    : new Seam(of, corner(edge.start(), face), corner(edge.end(), face));
            s.end = edge.closed() ? s.start : s.end;
            s.added = true;
            return s;
        }
    }

    private final Body body;
    private final double radius;
    private Set<Edge> edges;
    private final String step;
    private final Skin skin;
    private final List<Strip> strips = new ArrayList<>();
    private final Map<Vertex, Map<Face, Corner>> corners = new IdentityHashMap<>();
    private final Map<Edge, Seam> seamOf = new IdentityHashMap<>();
    private final Map<Face, Sheet> sheetOf = new IdentityHashMap<>();

    private Rounding(Body body, double radius, String step) {
        this.body = body;
        this.radius = radius;
        this.step = step;
        this.skin = new Skin(body, Map.of());
        for (Sheet s : skin.sheets) {
            sheetOf.put(s.of, s);
            for (Use u : s.uses()) {
                seamOf.put(u.seam().of, u.seam());
            }
        }
    }

    /**
     * The body with its edges rounded, or nothing when the quick way doesn't do.
     *
     * @param names what the strip along each edge is called in its lineage
     */
    public static Optional<Body> of(Body body, Map<Edge, String> names, double radius, String step) {
        if (body.shells().size() != 1) {
            return Optional.empty();
        }
        try {
            return Optional.ofNullable(new Rounding(body, radius, step).rounded(names));
        } catch (Elsewhere | GeometryException e) {
            return Optional.empty();
        }
    }

    private Body rounded(Map<Edge, String> names) {
        edges = names.keySet();
        names.forEach((e, source) -> strips.add(new Strip(e, source)));
        int balls = 0;
        Map<Vertex, List<Strip>> at = new LinkedHashMap<>();
        for (Vertex v : body.vertices()) {
            List<Strip> here = strips.stream()
                    .filter(s -> !s.edge.closed() && (s.edge.start() == v || s.edge.end() == v))
                    .toList();
            if (!here.isEmpty()) {
                at.put(v, here);
                open(v, here);
            }
        }
        for (Strip s : strips) {
            s.onF = s.side(s.f);
            s.onG = s.side(s.g);
            put(s.f, s.edge, s.onF);
            put(s.g, s.edge, s.onG);
        }
        Map<Vertex, Sheet> ball = new IdentityHashMap<>();
        for (Map.Entry<Vertex, List<Strip>> e : at.entrySet()) {
            Vertex v = e.getKey();
            List<Strip> here = e.getValue();
            if (here.size() == 3) {
                ball.put(v, ball(v, here, "corner" + ++balls));
            } else if (here.size() == 2) {
                Seam joint = end(here.get(0), v);
                here.get(1).ends.put(v, joint);
            } else {
                across(here.get(0), v);
            }
        }
        for (Strip s : strips) {
            bound(s);
            skin.sheets.add(s.sheet);
        }
        ball.forEach((v, sheet) -> {
            close(sheet, at.get(v), v);
            skin.sheets.add(sheet);
        });
        if (!new Retarget(skin, TOL).fit().isEmpty()) {
            return null;
        }
        Body out = skin.body(Face::origins, TOL.linear());
        return BodyCheck.deep(out, body, TOL).valid() ? out : null;
    }

    private Face face(Surface s, String source) {
        return new Face(s, true, List.of(), List.of(new Origin(step, "side", source)));
    }

    private Surface offset(Face f, boolean convex) {
        double by = convex == f.sense() ? -radius : radius;
        // only distances from it are asked for, which come quickest so
        boolean swept = f.surface() instanceof Extrusion || f.surface() instanceof Revolution;
        return swept ? new Shifted(f.surface(), by) : Offsets.of(f.surface(), by);
    }

    private static Vec3 dropped(Vec3 p, Face f) {
        return p.plus(-f.surface().signedDistance(p), f.surface().gradient(p));
    }

    private Corner corner(Vertex v, Face f) {
        Corner c = corners.get(v).get(f);
        if (c == null) {
            throw new Elsewhere();
        }
        return c;
    }

    /** Makes a corner of its own for each face that keeps one at a vertex, and lets the other edges there end in them. */
    private void open(Vertex v, List<Strip> here) {
        List<Edge> edges = body.edges().stream()
                .filter(e -> e.start() == v || e.end() == v)
                .toList();
        List<Edge> rest = edges.stream()
                .filter(e -> here.stream().noneMatch(s -> s.edge == e))
                .toList();
        Map<Face, Corner> own = new HashMap<>();
        corners.put(v, own);
        for (Strip s : here) {
            for (Face f : List.of(s.f, s.g)) {
                own.computeIfAbsent(f, k -> new Corner(s.contact(k, v.point())));
            }
        }
        if (here.size() == 3 && rest.isEmpty()) {
            boolean alike = here.get(0).convex == here.get(1).convex && here.get(0).convex == here.get(2).convex;
            if (!alike || own.size() != 3) {
                throw new Elsewhere();
            }
            Vec3 centre = Retarget.drawn(
                    v.point(),
                    own.keySet().stream()
                            .map(f -> offset(f, here.get(0).convex))
                            .toList());
            own.forEach((f, c) -> c.at = dropped(centre, f));
        } else if (here.size() == 2) {
            Strip a = here.get(0);
            Strip b = here.get(1);
            Vec3 ta = outOf(a.edge, v);
            boolean joint = ta.dot(outOf(b.edge, v)) < -1 + 1e-9 && a.convex == b.convex;
            if (!joint || rest.size() > 2 || a.centre(v.point()).distance(b.centre(v.point())) > TOL.linear()) {
                throw new Elsewhere();
            }
            for (Edge e : rest) {
                // a smooth edge between faces of the two strips: both end in one corner on it
                List<Face> two = body.facesOf(e);
                if (!own.containsKey(two.get(0)) || !own.containsKey(two.get(1))) {
                    throw new Elsewhere();
                }
                own.put(two.get(1), own.get(two.get(0)));
                end(e, v, own.get(two.get(0)));
            }
        } else if (here.size() == 1 && rest.size() == 2) {
            for (Edge e : rest) {
                Face side = body.facesOf(e).stream()
                        .filter(own::containsKey)
                        .findFirst()
                        .orElseThrow(Elsewhere::new);
                if (Retarget.smoothAlong(
                        e, body.facesOf(e).get(0), body.facesOf(e).get(1))) {
                    throw new Elsewhere();
                }
                end(e, v, own.get(side));
            }
        } else {
            throw new Elsewhere();
        }
    }

    private static Vec3 outOf(Edge e, Vertex v) {
        return e.start() == v
                ? e.curve().tangent(e.range().lo()).negated()
                : e.curve().tangent(e.range().hi());
    }

    private void end(Edge e, Vertex v, Corner c) {
        Seam s = seamOf.get(e);
        if (e.closed()) {
            throw new Elsewhere();
        }
        if (e.start() == v) {
            s.start = c;
        } else {
            s.end = c;
        }
        s.added = true; // it ends elsewhere, so its range is found anew
    }

    private void put(Face f, Edge e, Seam seam) {
        for (List<Use> loop : sheetOf.get(f).loops) {
            loop.replaceAll(u -> u.seam() == seamOf.get(e) ? new Use(seam, u.forward()) : u);
        }
    }

    /** The arc of the ball at a strip's end, from the one face to the other. */
    private Seam end(Strip s, Vertex v) {
        Seam seam = arc(s, v, s.centre(v.point()));
        s.ends.put(v, seam);
        return seam;
    }

    /** A strip that ends alone ends on the face across its edge's end. */
    private void across(Strip s, Vertex v) {
        Seam end = end(s, v);
        Face face = body.faces().stream()
                .filter(k -> k != s.f && k != s.g)
                .filter(k -> k.coedges().stream().anyMatch(c -> c.start() == v))
                .findFirst()
                .orElseThrow(Elsewhere::new);
        for (List<Use> loop : sheetOf.get(face).loops) {
            for (int i = 0; i < loop.size(); i++) {
                Corner from = loop.get((i + loop.size() - 1) % loop.size()).end();
                Corner to = loop.get(i).start();
                boolean gap = from == end.start && to == end.end || from == end.end && to == end.start;
                if (gap && from != to) {
                    loop.add(i, new Use(end, from == end.start));
                    return;
                }
            }
        }
        throw new Elsewhere();
    }

    private Sheet ball(Vertex v, List<Strip> here, String source) {
        List<Surface> offsets = corners.get(v).keySet().stream()
                .map(f -> offset(f, here.get(0).convex))
                .toList();
        Vec3 centre = Retarget.drawn(here.get(0).centre(v.point()), offsets);
        for (Strip s : here) {
            s.ends.put(v, arc(s, v, centre));
        }
        Sphere k = new Sphere(Frame.WORLD.at(centre), radius);
        return new Sheet(face(k, source), k, here.get(0).convex, 0);
    }

    private Seam arc(Strip s, Vertex v, Vec3 c) {
        Corner a = corner(v, s.f);
        Corner b = corner(v, s.g);
        Vec3 x = a.at.minus(c);
        Circle k = new Circle(Frame.of(c, x.cross(b.at.minus(c)), x), radius);
        Interval range = new Interval(0, k.project(b.at));
        Edge of = new Edge(k, range, new Vertex(a.at, TOL.linear()), new Vertex(b.at, TOL.linear()), TOL.linear());
        Seam seam = new Seam(of, a, b);
        seam.added = true;
        return seam;
    }

    private void bound(Strip s) {
        if (s.edge.closed()) {
            s.sheet.loops.add(new ArrayList<>(List.of(new Use(s.onF, false))));
            s.sheet.loops.add(new ArrayList<>(List.of(new Use(s.onG, true))));
            return;
        }
        Seam first = s.ends.get(s.edge.start());
        Seam last = s.ends.get(s.edge.end());
        List<Use> loop = new ArrayList<>();
        loop.add(new Use(s.onF, false));
        loop.add(new Use(first, first.start == s.onF.start));
        loop.add(new Use(s.onG, true));
        loop.add(new Use(last, last.start == s.onG.end));
        s.sheet.loops.add(loop);
    }

    /** The ball's boundary: the strips' ends, run through the other way. */
    private static void close(Sheet ball, List<Strip> here, Vertex v) {
        List<Use> loop = new ArrayList<>();
        List<Use> left = new ArrayList<>();
        for (Strip s : here) {
            Seam end = s.ends.get(v);
            Use own = s.sheet.uses().stream()
                    .filter(u -> u.seam() == end)
                    .findFirst()
                    .orElseThrow();
            left.add(new Use(end, !own.forward()));
        }
        loop.add(left.remove(0));
        while (!left.isEmpty()) {
            Corner at = loop.get(loop.size() - 1).end();
            Use next = left.stream().filter(u -> u.start() == at).findFirst().orElseThrow(Elsewhere::new);
            left.remove(next);
            loop.add(next);
        }
        ball.loops.add(loop);
    }
}
