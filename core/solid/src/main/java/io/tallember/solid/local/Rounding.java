package io.tallember.solid.local;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Growth;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
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
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleBiFunction;

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

    /** Above this cosine between them the corner between two edges is so sharp that one's rail leaves the other far from it. */
    private static final double SHARP = 0.5;

    private final Body body;
    private final Ball all;
    /** Corners that two vertices share, where a ball turns in one place. */
    private final Map<Vertex, Map<Face, Corner>> shared = new IdentityHashMap<>();

    private final String step;
    private final Skin skin;
    private final List<Strip> strips = new ArrayList<>();
    private final Map<Vertex, Map<Face, Corner>> corners = new IdentityHashMap<>();
    private final Map<Vertex, Seam> mitres = new IdentityHashMap<>();
    private final Map<Vertex, Back> backs = new IdentityHashMap<>();
    private final Map<Vertex, RunOut> runOuts = new IdentityHashMap<>();
    private final Map<Sheet, List<Seam>> caps = new LinkedHashMap<>();
    private int runOutCount;
    private final Map<Edge, Seam> seamOf = new IdentityHashMap<>();
    private final Map<Face, Sheet> sheetOf = new IdentityHashMap<>();

    private Rounding(Body body, Ball all, String step) {
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
     */
    public static Optional<Body> of(Body body, Map<Edge, String> names, double radius, String step) {
        return of(body, names, Ball.round(radius), step);
    }

    /** The same along one chain of edges, in order, of a radius that changes along it. */
    public static Optional<Body> of(Body body, Map<Edge, String> names, Growth growth, String step) {
        Growth smooth = Ball.smooth(body, List.copyOf(names.keySet()), growth);
        return of(body, names, Ball.growing(smooth), step);
    }

    /**
     * The body with its edges bevelled: the same with flat strips, along any edge; nothing where bevels meet in a corner.
     *
     * @param reach how far the bevel along an edge reaches on a face, in mm
     */
    public static Optional<Body> flat(
            Body body, Map<Edge, String> names, ToDoubleBiFunction<Edge, Face> reach, String step) {
        return of(body, names, Ball.flat(reach), step);
    }

    private static Optional<Body> of(Body body, Map<Edge, String> names, Ball ball, String step) {
        if (body.shells().size() != 1) {
            return Optional.empty();
        }
        try {
            return Optional.ofNullable(new Rounding(body, ball, step).rounded(names));
        } catch (Elsewhere | GeometryException e) {
            return Optional.empty();
        }
    }

    private Body rounded(Map<Edge, String> names) {
        Map<Vertex, Vec3> joints = all.reach() == null ? Joints.of(body, names.keySet(), all) : Map.of();
        names.forEach(
                (e, source) -> strips.add(new Strip(body, e, all.along(strips.size()), joints, s -> face(s, source))));
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
            s.onF = s.stays(s.f) ? null : side(s, s.f);
            s.onG = s.stays(s.g) ? null : side(s, s.g);
            put(s.f, s.edge, s.onF);
            put(s.g, s.edge, s.onG);
        }
        Map<Vertex, Sheet> ball = new LinkedHashMap<>();
        for (Map.Entry<Vertex, List<Strip>> e : at.entrySet()) {
            Vertex v = e.getKey();
            List<Strip> here = e.getValue();
            if (here.size() >= 3) {
                ball.put(v, ball(v, here, "corner" + ++balls));
            } else if (here.size() == 2) {
                Seam joint = mitres.containsKey(v) ? mitres.get(v) : end(here.get(0), v);
                if (backs.containsKey(v)) {
                    Seams.insert(sheetOf.get(backs.get(v).cut), backs.get(v).seam);
                }
                here.forEach(s -> s.ends.put(v, joint));
            } else {
                across(here.get(0), v);
            }
        }
        for (Strip s : strips) {
            bound(s);
            skin.sheets.add(s.sheet);
        }
        caps.forEach((cap, seams) -> {
            Map<Seam, List<Sheet>> sides = skin.sides();
            cap.loops.add(Seams.inOrder(seams.stream()
                    .map(k -> {
                        Use own = sides.get(k).get(0).uses().stream()
                                .filter(u -> u.seam() == k)
                                .findFirst()
                                .orElseThrow();
                        return new Use(k, !own.forward());
                    })
                    .toList()));
            skin.sheets.add(cap);
        });
        ball.forEach((v, sheet) -> {
            Seams.close(sheet, at.get(v), v);
            skin.sheets.add(sheet);
        });
        boolean turned = !new Retarget(skin, TOL).fit().isEmpty();
        if (turned) {
            return null;
        }
        Body out = skin.body(Face::origins, TOL.linear());
        return BodyCheck.deep(out, body, TOL).valid() ? out : null;
    }

    private Face face(Surface s, String source) {
        return new Face(s, true, List.of(), List.of(new Origin(step, "side", source)));
    }

    private Surface offset(Face f, boolean convex) {
        return all.beside(f, convex);
    }

    private static Vec3 dropped(Vec3 p, Face f) {
        return Strip.dropped(p, f);
    }

    private static Vec3 outOf(Edge e, Vertex v) {
        return Strip.outOf(e, v);
    }

    private Seam side(Strip s, Face face) {
        Edge edge = s.edge;
        Vec3 mid = edge.middle();
        Curve c = edge.curve().placed(Frame.WORLD.at(s.contact(face, mid).minus(mid)));
        Edge of = new Edge(c, edge.range(), edge.start(), edge.end(), TOL.linear());
        Seam seam = edge.closed()
                ? new Seam(of, new Corner(s.contact(face, edge.start().point())), null)
                : new Seam(of, corner(edge.start(), face), corner(edge.end(), face));
        seam.end = edge.closed() ? seam.start : seam.end;
        seam.added = true;
        return seam;
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
        Map<Face, Corner> own = new LinkedHashMap<>(shared.getOrDefault(v, Map.of()));
        corners.put(v, own);
        for (Strip s : here) {
            for (Face f : List.of(s.f, s.g)) {
                own.computeIfAbsent(f, k -> new Corner(s.contactAt(k, v)));
            }
        }
        boolean alike = here.stream().allMatch(s -> s.convex == here.get(0).convex);
        if (!all.plain() && (here.size() > 2 || here.size() == 2 && !joint(here, v))) {
            throw new Elsewhere();
        }
        if (here.size() >= 3 && rest.isEmpty() && alike && own.size() == here.size()) {
            ballCorner(v, own, here.get(0).convex);
        } else if (here.size() == 2 && alike && joint(here, v)) {
            join(v, here, rest, own);
        } else if (here.size() == 2 && alike && rest.size() == 1 && own.size() == 3) {
            mitre(v, here, rest.get(0), own);
        } else if (here.size() == 1 && here.get(0).dies(v)) {
            Seam edge = seamOf.get(here.get(0).edge);
            Corner tip = edge.of.start() == v ? edge.start : edge.end;
            own.replaceAll((f, c) -> tip);
        } else if (here.size() == 1
                && rest.size() == 2
                && rest.stream().anyMatch(e -> runsOut(v, here.get(0), e, rest))) {
            int which = runsOut(v, here.get(0), rest.get(0), rest) ? 0 : 1;
            runOut(v, here.get(0), rest.get(which), rest.get(1 - which), own);
        } else if (here.size() == 1 && rest.size() == 2) {
            for (Edge e : rest) {
                Face side = body.facesOf(e).stream()
                        .filter(own::containsKey)
                        .findFirst()
                        .orElseThrow(Elsewhere::new);
                if (outOf(e, v).dot(outOf(here.get(0).edge, v)) > SHARP) {
                    own.get(side).at = here.get(0).railOver(e, v, side);
                }
                end(e, v, own.get(side));
            }
        } else {
            throw new Elsewhere();
        }
    }

    private boolean smooth(Edge e) {
        return Retarget.smoothAlong(e, body.facesOf(e).get(0), body.facesOf(e).get(1));
    }

    /** Whether one of the two other edges at a strip's end is a smooth one while the other goes on from the strip's. */
    private boolean runsOut(Vertex v, Strip s, Edge smooth, List<Edge> rest) {
        Edge on = rest.get(rest.get(0) == smooth ? 1 : 0);
        return smooth(smooth) && outOf(on, v).dot(outOf(s.edge, v)) < 1 - 1e-9;
    }

    /** A ball that touches all faces at once. */
    private void ballCorner(Vertex v, Map<Face, Corner> own, boolean convex) {
        List<Surface> offsets =
                own.keySet().stream().map(f -> offset(f, convex)).toList();
        Vec3 centre = Projected.onto(v.point(), offsets);
        if (offsets.stream().anyMatch(o -> Math.abs(o.signedDistance(centre)) > 0.1 * TOL.linear())) {
            throw new Elsewhere();
        }
        own.forEach((f, c) -> c.at = dropped(centre, f));
    }

    private static boolean joint(List<Strip> two, Vertex v) {
        return outOf(two.get(0).edge, v).dot(outOf(two.get(1).edge, v)) < -1 + 1e-9;
    }

    private void join(Vertex v, List<Strip> here, List<Edge> rest, Map<Face, Corner> own) {
        double apart = here.get(0).centreAt(v).distance(here.get(1).centreAt(v));
        if (rest.size() > 2 || apart > TOL.linear()) {
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
    }

    /**
     * Two strips that meet at an edge between them which stays: they run into each other from where both touch the face that they
     * share to the point of that edge which both reach.
     */
    private void mitre(Vertex v, List<Strip> here, Edge between, Map<Face, Corner> own) {
        Strip a = here.get(0);
        Strip b = here.get(1);
        Face common = a.f == b.f || a.f == b.g ? a.f : a.g;
        if (smooth(between) || body.facesOf(between).contains(common)) {
            throw new Elsewhere();
        }
        // the one that reaches farther along that edge cuts the other's face on the way back
        Vec3 qa = a.reachedOn(between, v);
        Vec3 qb = b.reachedOn(between, v);
        boolean even = qa.distance(qb) <= 0.1 * TOL.linear();
        Strip far = qa.distance(v.point()) > qb.distance(v.point()) ? a : b;
        Vec3 q = far == a ? qa : qb;
        Face cut = body.facesOf(between).stream()
                .filter(k -> k != far.f && k != far.g)
                .findFirst()
                .orElseThrow(Elsewhere::new);
        Vec3 centre = Projected.onto(
                a.centre(v.point()),
                own.keySet().stream().map(f -> offset(f, a.convex)).toList());
        Vec3 p = dropped(centre, common);
        own.get(common).at = p;
        Corner on = new Corner(q);
        Corner turn = even ? on : new Corner(far == a ? qb : qa);
        for (Face f : body.facesOf(between)) {
            own.put(f, f == cut ? turn : on);
        }
        end(between, v, on);
        if (!even) {
            Line over = Line.through(turn.at, q);
            backs.put(v, new Back(far, cut, Seams.added(over, new Interval(0, turn.at.distance(q)), turn, on)));
        }
        // the quarter of an oval about the centre: where cylinders meet at right angles it is exact
        Nurbs arc = new Nurbs(
                2, new double[] {0, 0, 0, 1, 1, 1}, List.of(p, p.plus(turn.at).minus(centre), turn.at), new double[] {
                    1, Math.sqrt(0.5), 1
                });
        Edge of = new Edge(
                arc, arc.whole(), new Vertex(p, TOL.linear()), new Vertex(turn.at, TOL.linear()), TOL.linear());
        Seam seam = new Seam(of, own.get(common), turn);
        seam.added = true;
        mitres.put(v, seam);
    }

    /** Where, beside a mitre, a strip cuts the other's face. */
    private record Back(Strip far, Face cut, Seam seam) {}

    /**
     * A strip that ends where one of its faces runs smoothly into another along an edge square to it: a flat face closes it off.
     *
     * @param smooth that edge
     * @param on the edge that goes on from the strip's
     */
    private void runOut(Vertex v, Strip s, Edge smooth, Edge on, Map<Face, Corner> own) {
        Face side = own.containsKey(body.facesOf(smooth).get(0))
                ? body.facesOf(smooth).get(0)
                : body.facesOf(smooth).get(1);
        Face next = body.facesOf(smooth).get(0) == side
                ? body.facesOf(smooth).get(1)
                : body.facesOf(smooth).get(0);
        Face other = s.f == side ? s.g : s.f;
        Vec3 out = outOf(s.edge, v);
        Plane flat = new Plane(Frame.of(v.point(), s.convex ? out.negated() : out));
        boolean square = body.facesOf(on).contains(other)
                && body.facesOf(on).contains(next)
                && outOf(on, v).dot(out) < -1 + 1e-9
                && Math.abs(flat.signedDistance(smooth.middle())) <= 0.1 * TOL.linear();
        if (!square || s.isFlat()) {
            throw new Elsewhere();
        }
        Corner tip = seamOf.get(on).start.of == v ? seamOf.get(on).start : seamOf.get(on).end;
        end(smooth, v, own.get(side));
        runOuts.put(v, new RunOut(flat, other, next, tip, own.get(other), own.get(side), smooth));
    }

    /** A flat face that closes a strip off, between a face that stays, the one that goes on, and the strip. */
    private record RunOut(Plane flat, Face other, Face next, Corner tip, Corner onOther, Corner onSide, Edge along) {}

    private void closeOff(Strip s, Vertex v, RunOut r) {
        Seam arc = end(s, v);
        Line top = Line.through(r.onOther.at, r.tip.at);
        double length = r.onOther.at.distance(r.tip.at);
        Seam over = Seams.added(top, new Interval(0, length), r.onOther, r.tip);
        double t0 = r.along.curve().project(r.onSide.at, r.along.range());
        double t1 = r.along.curve().project(r.tip.at, r.along.range());
        Seam down = t0 < t1
                ? Seams.added(r.along.curve(), new Interval(t0, t1), r.onSide, r.tip)
                : Seams.added(r.along.curve(), new Interval(t1, t0), r.tip, r.onSide);
        Seams.insert(sheetOf.get(r.other), over);
        Seams.insert(sheetOf.get(r.next), down);
        String source = s.sheet.of.origins().get(0).source();
        Sheet cap = new Sheet(
                new Face(r.flat, true, List.of(), List.of(new Origin(step, "end", source + " " + ++runOutCount))),
                r.flat,
                true,
                0);
        caps.put(cap, List.of(arc, over, down));
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
            if (seam == null) {
                loop.removeIf(u -> u.seam() == seamOf.get(e));
            }
            loop.replaceAll(u -> u.seam() == seamOf.get(e) ? new Use(seam, u.forward()) : u);
        }
    }

    /** The arc of the ball at a strip's end, from the one face to the other. */
    private Seam end(Strip s, Vertex v) {
        Vec3 c = s.centreAt(v);
        Corner a = corner(v, s.f);
        Corner b = corner(v, s.g);
        // far from the edge's end the way across isn't known before it is worked out
        boolean far = !s.isFlat() && Math.abs(a.at.distance(c) - b.at.distance(c)) > SHARP * s.radius;
        Seam seam = far ? straight(a, b) : arc(s, v, c);
        s.ends.put(v, seam);
        return seam;
    }

    /** A strip that ends alone ends on the face across its edge's end. */
    private void across(Strip s, Vertex v) {
        if (s.dies(v)) {
            return;
        }
        if (runOuts.containsKey(v)) {
            closeOff(s, v, runOuts.get(v));
            return;
        }
        Seam end = end(s, v);
        Face face = body.faces().stream()
                .filter(k -> k != s.f && k != s.g)
                .filter(k -> k.coedges().stream().anyMatch(c -> c.start() == v))
                .findFirst()
                .orElseThrow(Elsewhere::new);
        Seams.insert(sheetOf.get(face), end);
    }

    private Sheet ball(Vertex v, List<Strip> here, String source) {
        List<Surface> offsets = corners.get(v).keySet().stream()
                .map(f -> offset(f, here.get(0).convex))
                .toList();
        Vec3 centre = Projected.onto(here.get(0).centre(v.point()), offsets);
        for (Strip s : here) {
            s.ends.put(v, arc(s, v, centre));
        }
        Sphere k = new Sphere(Frame.WORLD.at(centre), all.radius());
        return new Sheet(face(k, source), k, here.get(0).convex, 0);
    }

    private static Seam straight(Corner a, Corner b) {
        return Seams.added(Line.through(a.at, b.at), new Interval(0, a.at.distance(b.at)), a, b);
    }

    private Seam arc(Strip s, Vertex v, Vec3 c) {
        Corner a = corner(v, s.f);
        Corner b = corner(v, s.g);
        if (s.isFlat()) {
            return straight(a, b);
        }
        Vec3 x = a.at.minus(c);
        Circle k = new Circle(Frame.of(c, x.cross(b.at.minus(c)), x), x.length());
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
        List<Use> loop = new ArrayList<>();
        if (s.onF != null) {
            loop.add(new Use(s.onF, false));
        }
        across(s, s.edge.start(), s.f, loop);
        if (s.onG != null) {
            loop.add(new Use(s.onG, true));
        }
        across(s, s.edge.end(), s.g, loop);
        s.sheet.loops.add(loop);
    }

    /** The seams at one end of a strip, from the corner on a face to the one on the other. */
    private void across(Strip s, Vertex v, Face from, List<Use> loop) {
        if (s.dies(v)) {
            return;
        }
        List<Seam> left = new ArrayList<>(List.of(s.ends.get(v)));
        if (backs.containsKey(v) && backs.get(v).far == s) {
            left.add(backs.get(v).seam);
        }
        Corner at = corner(v, from);
        while (!left.isEmpty()) {
            Corner here = at;
            Seam next = left.stream()
                    .filter(k -> k.start == here || k.end == here)
                    .findFirst()
                    .orElseThrow(Elsewhere::new);
            left.remove(next);
            boolean forward = next.start == here;
            loop.add(new Use(next, forward));
            at = forward ? next.end : next.start;
        }
    }
}
