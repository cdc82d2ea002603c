package io.tallember.solid.local;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Growth;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.Vertex;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.local.Skin.Corner;
import io.tallember.solid.local.Skin.Seam;
import io.tallember.solid.local.Skin.Sheet;
import io.tallember.solid.local.Skin.Use;
import io.tallember.solid.local.Strip.Elsewhere;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleBiFunction;

/**
 * Rounds put into a body face by face: each edge opens into a strip on which a ball rolls along both its faces, and all edges
 * and corners about are worked out anew. What becomes of a corner its {@link Star} says; where a ball runs over a smooth edge it
 * goes on on the face beyond ({@link Overrun}).
 *
 * <p>The ball may roll along any edge; nothing is given for corners that no star knows, or when a neighbour would be used up, and
 * the caller goes the long way.
 */
public final class Rounding {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    final Body body;
    final Ball all;
    final Collection<Edge> later;
    private final String step;
    private final Skin skin;
    private final List<Strip> strips = new ArrayList<>();
    private final Map<Vertex, Star> stars = new LinkedHashMap<>();
    private final Map<String, Integer> counts = new HashMap<>();
    private final Map<Edge, Seam> seamOf = new IdentityHashMap<>();
    private final Map<Face, Sheet> sheetOf = new IdentityHashMap<>();

    private Rounding(Body body, Collection<Edge> later, Ball all, String step) {
        this.later = later;
        this.body = body;
        this.all = all;
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
     * @param later edges that will be rounded afterwards: where one goes on from a strip's, the strip isn't closed off
     */
    public static Optional<Body> of(
            Body body, Map<Edge, String> names, Collection<Edge> later, double radius, String step) {
        return of(body, names, later, Ball.round(radius), step);
    }

    /** The same along one chain of edges, in order, of a radius that changes along it. */
    public static Optional<Body> of(Body body, Map<Edge, String> names, Growth growth, String step) {
        Growth smooth = Ball.smooth(body, List.copyOf(names.keySet()), growth);
        return of(body, names, List.of(), Ball.growing(smooth), step);
    }

    /**
     * The body with its edges bevelled: the same with flat strips, along any edge; nothing where bevels meet in a corner.
     *
     * @param reach how far the bevel along an edge reaches on a face, in mm
     */
    public static Optional<Body> flat(
            Body body, Map<Edge, String> names, ToDoubleBiFunction<Edge, Face> reach, String step) {
        return of(body, names, List.of(), Ball.flat(reach), step);
    }

    private static Optional<Body> of(
            Body body, Map<Edge, String> names, Collection<Edge> later, Ball ball, String step) {
        if (body.shells().size() != 1) {
            return Optional.empty();
        }
        Bisected halved = ball.plain() ? Bisected.of(body, names) : new Bisected(body, names);
        Optional<Body> out = tried(halved.body(), halved.names(), Map.of(), later, ball, step, body);
        if (out.isPresent() || !ball.plain()) {
            return out;
        }
        return Overrun.of(halved.body(), halved.names(), ball)
                .flatMap(o -> tried(o.body(), o.names(), o.centres(), later, ball, step, body));
    }

    private static Optional<Body> tried(
            Body body,
            Map<Edge, String> names,
            Map<Vertex, Vec3> centres,
            Collection<Edge> later,
            Ball ball,
            String step,
            Body before) {
        try {
            return Optional.ofNullable(new Rounding(body, later, ball, step).rounded(names, centres, before));
        } catch (Elsewhere | GeometryException e) {
            return Optional.empty();
        }
    }

    private Body rounded(Map<Edge, String> names, Map<Vertex, Vec3> centres, Body before) {
        Map<Vertex, Vec3> joints = new IdentityHashMap<>();
        if (all.reach() == null) {
            joints.putAll(Joints.of(body, names.keySet(), all));
        }
        joints.putAll(centres);
        names.forEach(
                (e, source) -> strips.add(new Strip(body, e, all.along(strips.size()), joints, s -> face(s, source))));
        // corners that two vertices share, where a ball turns in one place
        Map<Vertex, Map<Face, Corner>> shared = new IdentityHashMap<>();
        for (Strip s : strips) {
            for (Face f : List.of(s.f, s.g)) {
                if (s.stays(f)) {
                    Corner c = new Corner(s.contact(f, s.edge.middle()));
                    for (Vertex v : List.of(s.edge.start(), s.edge.end())) {
                        shared.computeIfAbsent(v, k -> new LinkedHashMap<>()).put(f, c);
                    }
                }
            }
        }
        for (Vertex v : body.vertices()) {
            List<Strip> here = strips.stream()
                    .filter(s -> !s.edge.closed() && (s.edge.start() == v || s.edge.end() == v))
                    .toList();
            if (!here.isEmpty()) {
                Star star = Star.of(this, v, here, shared.getOrDefault(v, Map.of()));
                stars.put(v, star);
                star.open();
            }
        }
        for (Strip s : strips) {
            s.onF = s.stays(s.f) ? null : side(s, s.f);
            s.onG = s.stays(s.g) ? null : side(s, s.g);
            put(s.f, s.edge, s.onF);
            put(s.g, s.edge, s.onG);
        }
        stars.values().forEach(Star::close);
        for (Strip s : strips) {
            bound(s);
            skin.sheets.add(s.sheet);
        }
        stars.values().forEach(Star::finish);
        boolean turned = !new Retarget(skin, TOL).fit().isEmpty();
        if (turned) {
            return null;
        }
        Body out = skin.body(Face::origins, TOL.linear());
        return BodyCheck.deep(out, before, TOL).valid() ? out : null;
    }

    private Face face(Surface s, String source) {
        return new Face(s, true, List.of(), List.of(new Origin(step, "side", source)));
    }

    /** A new face, still without boundary, in the shell of one that there is. */
    Sheet made(Surface s, boolean sense, String source, String role, Face beside) {
        Face f = new Face(s, true, List.of(), List.of(new Origin(step, role, source)));
        Sheet sheet = new Sheet(f, s, sense, sheet(beside).shell);
        skin.sheets.add(sheet);
        return sheet;
    }

    /** How many of a kind there are by now. */
    int count(String kind) {
        return counts.merge(kind, 1, Integer::sum);
    }

    String named(String kind) {
        return kind + count(kind);
    }

    /** Where the ball's centre is while it touches a face. */
    Surface offset(Face f, boolean convex) {
        return all.beside(f, convex);
    }

    Seam seam(Edge e) {
        return seamOf.get(e);
    }

    Sheet sheet(Face f) {
        return sheetOf.get(f);
    }

    /** The face on the other side of an edge. */
    Face across(Edge e, Face f) {
        List<Face> two = body.facesOf(e);
        return two.get(0) == f ? two.get(1) : two.get(0);
    }

    boolean smooth(Edge e) {
        return Retarget.smoothAlong(e, body.facesOf(e).get(0), body.facesOf(e).get(1));
    }

    private Seam side(Strip s, Face face) {
        Edge edge = s.edge;
        Vec3 mid = edge.middle();
        Curve c = edge.curve().placed(Frame.WORLD.at(s.contact(face, mid).minus(mid)));
        Edge of = new Edge(c, edge.range(), edge.start(), edge.end(), TOL.linear());
        Seam seam = edge.closed()
                ? new Seam(of, new Corner(s.contact(face, edge.start().point())), null)
                : new Seam(of, corner(edge.start(), face, s), corner(edge.end(), face, s));
        seam.end = edge.closed() ? seam.start : seam.end;
        seam.added = true;
        return seam;
    }

    private Corner corner(Vertex v, Face f, Strip s) {
        return stars.get(v).corner(f, s);
    }

    /** Lets an edge that stays end in a corner. */
    void end(Edge e, Vertex v, Corner c) {
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
            if (seam == null) {
                loop.removeIf(u -> u.seam() == seamOf.get(e));
            }
            loop.replaceAll(u -> u.seam() == seamOf.get(e) ? new Use(seam, u.forward()) : u);
        }
    }

    private void bound(Strip s) {
        if (s.edge.closed()) {
            s.sheet.loops.add(new ArrayList<>(List.of(new Use(s.onF, false))));
            s.sheet.loops.add(new ArrayList<>(List.of(new Use(s.onG, true))));
            return;
        }
        List<Use> loop = new ArrayList<>();
        if (s.onF != null) {
            loop.add(new Use(s.onF, false));
        }
        loop.addAll(Seams.from(corner(s.edge.start(), s.f, s), s.ends.get(s.edge.start())));
        if (s.onG != null) {
            loop.add(new Use(s.onG, true));
        }
        loop.addAll(Seams.from(corner(s.edge.end(), s.g, s), s.ends.get(s.edge.end())));
        s.sheet.loops.add(loop);
    }
}
