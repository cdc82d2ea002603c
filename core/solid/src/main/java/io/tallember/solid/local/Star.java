package io.tallember.solid.local;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Vertex;
import io.tallember.solid.local.Skin.Corner;
import io.tallember.solid.local.Skin.Seam;
import io.tallember.solid.local.Strip.Elsewhere;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What becomes of a vertex at which strips end: the corners that its faces keep, how the other edges there end, and what closes
 * the strips. One class for each kind of corner.
 */
abstract class Star {
    static final Tolerance TOL = Tolerance.DEFAULT;

    /** Above this cosine between them the corner between two edges is so sharp that one's rail leaves the other far from it. */
    static final double SHARP = 0.5;

    final Rounding in;
    final Vertex v;
    final List<Strip> here;
    /** The other edges. */
    final List<Edge> rest;
    /** The corner of each face that keeps one, for all strips alike. */
    final Map<Face, Corner> own;

    /** @param own the corners that are known before; others are put in */
    Star(Rounding in, Vertex v, List<Strip> here, List<Edge> rest, Map<Face, Corner> own) {
        this.in = in;
        this.v = v;
        this.here = here;
        this.rest = rest;
        this.own = own;
        for (Strip s : here) {
            for (Face f : List.of(s.f, s.g)) {
                own.computeIfAbsent(f, k -> new Corner(s.contactAt(k, v)));
            }
        }
    }

    /**
     * The star of a vertex, by what meets there.
     *
     * @throws Elsewhere where nothing is known for it
     */
    static Star of(Rounding in, Vertex v, List<Strip> here, Map<Face, Corner> known) {
        List<Edge> rest = in.body.edgesAt(v).stream()
                .filter(e -> here.stream().noneMatch(s -> s.edge == e))
                .toList();
        Map<Face, Corner> own = new LinkedHashMap<>(known);
        boolean alike = here.stream().allMatch(s -> s.convex == here.get(0).convex);
        boolean two = here.size() == 2 && alike;
        boolean on = two && goesOn(here.get(0).edge, here.get(1).edge, v);
        if (!in.all.plain() && here.size() > 1 && !on) {
            throw new Elsewhere();
        }
        if (here.stream().allMatch(s -> s.dies(v))) {
            return new DyingStar(in, v, here, rest, own);
        }
        if (here.size() >= 3 && rest.isEmpty() && alike) {
            return new BallStar(in, v, here, own);
        }
        if (on && rest.size() == 2 && PinchStar.fits(in, v, here, rest)) {
            return new PinchStar(in, v, here, rest, own);
        }
        if (on) {
            return new JoinStar(in, v, here, rest, own);
        }
        if (alike && here.size() <= 2 && in.all.plain() && SaddleStar.fits(in, here, rest)) {
            return new SaddleStar(in, v, here, rest, own);
        }
        if (two && rest.size() == 1) {
            return new MitreStar(in, v, here, rest, own);
        }
        if (here.size() != 1) {
            throw new Elsewhere();
        }
        if (FlatEndStar.fits(in, v, here.get(0), rest)) {
            return new FlatEndStar(in, v, here, rest, own);
        }
        if (rest.size() == 2) {
            return new AcrossStar(in, v, here, rest, own);
        }
        throw new Elsewhere();
    }

    /** Whether an edge goes straight on in another at their common end. */
    static boolean goesOn(Edge a, Edge b, Vertex v) {
        return Strip.outOf(a, v).dot(Strip.outOf(b, v)) < -1 + 1e-9;
    }

    /** Finds the corners, and lets the other edges end in them. */
    abstract void open();

    /** Closes the strips' ends, once their rails are in the faces' boundaries. */
    abstract void close();

    /** Adds what else closes the corner, once the strips are bounded. */
    void finish() {}

    /** The corner in which a strip's rail on a face ends. */
    Corner corner(Face f, Strip s) {
        Corner c = own.get(f);
        if (c == null) {
            throw new Elsewhere();
        }
        return c;
    }

    /** Gives a strip an arc of the ball for its end, from the one face to the other. */
    Seam end(Strip s) {
        Vec3 c = s.centreAt(v);
        Corner a = corner(s.f, s);
        Corner b = corner(s.g, s);
        // far from the edge's end the way across isn't known before it is worked out
        boolean far = !s.isFlat() && Math.abs(a.at.distance(c) - b.at.distance(c)) > SHARP * s.radius;
        Seam seam = far || s.isFlat() ? straight(a, b) : arc(a, b, c);
        s.ends.put(v, List.of(seam));
        return seam;
    }

    static Seam straight(Corner a, Corner b) {
        return Seams.added(Line.through(a.at, b.at), new Interval(0, a.at.distance(b.at)), a, b);
    }

    /** The shorter arc about a centre. */
    static Seam arc(Corner a, Corner b, Vec3 centre) {
        Vec3 x = a.at.minus(centre);
        Circle k = new Circle(Frame.of(centre, x.cross(b.at.minus(centre)), x), x.length());
        return Seams.added(k, new Interval(0, k.project(b.at)), a, b);
    }
}
