package io.tallember.solid.sweep;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Helix;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Pipe;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.SurfaceSurface;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import io.tallember.solid.check.BodyCheck;
import java.util.ArrayList;
import java.util.List;

/**
 * A round wire wound so close that each turn runs into the next. The surface of an endless one is screwed along itself, so the lines
 * in which turns meet are screwed too: coils about the same axis, half a pitch on, one outside and one inside. The half turn about
 * the line from the axis through a point of the wire's middle maps the wire onto itself; by it a seam lies just between its two turns.
 */
final class JoinedCoil {
    /** Most of a turn that one face covers, in radians: less than what would come near to the next turn's place. */
    private static final double MOST = 0.45 * 2 * Math.PI;

    /** Faces don't end so near to where the seams do, in radians. */
    private static final double CLEAR = 0.35;

    /** Parameters nearer than this are one, in radians. */
    private static final double SAME = 1e-9;

    /** Turns that overlap by less than this part of the wire only seem to; they touch, or aren't let pass. */
    private static final double LEAST_JOINED = 1e-5;

    /** More than this part of the wire isn't joined to the next turn. */
    private static final double MOST_JOINED = 0.25;

    private final Helix wire;
    private final double to;
    private final double r;
    private final String step;
    private final String source;
    private final Tolerance tol;

    private final List<Vertex> vertices = new ArrayList<>();
    private final List<Seam> seams = new ArrayList<>();
    /** Where one face ends and the next begins. */
    private final List<Double> cuts = new ArrayList<>();
    /** The coedges of each piece between two cuts, and of the two ends. */
    private final List<List<Coedge>> pieces = new ArrayList<>();

    private final List<Coedge> start = new ArrayList<>();
    private final List<Coedge> end = new ArrayList<>();

    /**
     * A line in which turns meet.
     *
     * @param foot the wire's parameter nearest to the line's point at zero; in the next turn it is as much before
     */
    private record Seam(Helix line, double foot) {
        double below(double t) {
            return t + foot;
        }

        double above(double t) {
            return t + 2 * Math.PI - foot;
        }
    }

    private JoinedCoil(Helix wire, double to, double radius, String step, String source, Tolerance tol) {
        this.wire = wire;
        this.to = to;
        this.r = radius;
        this.step = step;
        this.source = source;
        this.tol = tol;
    }

    /** Whether the turns of a wire run into each other, in neighbouring turns only. */
    static boolean joins(Helix wire, double turns, double radius) {
        if (!wire.screw() || turns <= 2 * Math.PI + 2 * CLEAR || wire.radius() <= radius) {
            return false;
        }
        double next = least(wire, 2 * Math.PI);
        return next < 2 * radius * (1 - LEAST_JOINED)
                && next > 2 * radius * (1 - MOST_JOINED)
                && least(wire, 4 * Math.PI) > 2 * radius;
    }

    /** The least distance of the wire's middle from itself about so much farther on. */
    private static double least(Helix wire, double on) {
        Vec3 p = wire.point(0);
        double t = on;
        for (double step = 0.4; step > 1e-12; step *= 0.5) {
            double best = t;
            for (int i = -4; i <= 4; i++) {
                double at = t + i * step;
                best = wire.point(at).distance(p) < wire.point(best).distance(p) ? at : best;
            }
            t = best;
        }
        return wire.point(t).distance(p);
    }

    /**
     * The body.
     *
     * @param wire the line of its middle, of one radius and one pitch, from zero to a parameter
     */
    static Body of(Helix wire, double to, double radius, String step, String source, Tolerance tol) {
        Body body = new JoinedCoil(wire, to, radius, step, source, tol).build();
        BodyCheck.Report report = BodyCheck.deep(body, tol);
        if (!report.valid()) {
            throw new GeometryException(
                    Reason.NON_MANIFOLD,
                    "The turns can't be joined near " + report.first().said()
                            + ". Give the coil another pitch, or keep its turns apart.");
        }
        return body;
    }

    private Body build() {
        seams.add(seam(wire.radius() + r));
        seams.add(seam(wire.radius() - r));
        cuts();
        for (int i = 0; i + 1 < cuts.size(); i++) {
            pieces.add(new ArrayList<>());
        }
        for (int i = 0; i < cuts.size(); i++) {
            arcs(i);
        }
        seams.forEach(this::edges);
        sliver(0, 2 * Math.PI, start, -1);
        sliver(to, to - 2 * Math.PI, end, 1);
        List<Face> faces = new ArrayList<>();
        for (int i = 0; i < pieces.size(); i++) {
            sides(i, faces);
        }
        faces.add(cap(0, start, -1, "start"));
        faces.add(cap(to, end, 1, "end"));
        return new Body(List.of(new Shell(faces)));
    }

    /** The line between the wire's middle and a radius at which a turn meets the next. */
    private Seam seam(double far) {
        double half = 0.5 * wire.climb().height(2 * Math.PI);
        double lo = wire.radius();
        double hi = far;
        for (int i = 0; i < 200; i++) {
            double mid = 0.5 * (lo + hi);
            if (away(mid, half) < r) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        double at = 0.5 * (lo + hi);
        return new Seam(new Helix(wire.frame().movedAlongZ(half), at, 0, wire.climb()), foot(at, half));
    }

    private double away(double rho, double half) {
        return wire.point(foot(rho, half)).distance(wire.frame().point(rho, 0, half));
    }

    /** The parameter of the wire's point nearest to one at angle zero. */
    private double foot(double rho, double half) {
        double c = wire.climb().rate(0);
        double t = 0;
        for (int i = 0; i < 50; i++) {
            double f = rho * wire.radius() * Math.sin(t) - c * (half - c * t);
            t -= f / (rho * wire.radius() * Math.cos(t) + c * c);
        }
        return t;
    }

    private void cuts() {
        int n = (int) Math.ceil(to / MOST);
        for (int i = 0; i <= n; i++) {
            double t = to * i / n;
            boolean inner = i > 0 && i < n;
            for (double seamEnd : new double[] {2 * Math.PI, to - 2 * Math.PI}) {
                double off = t - seamEnd;
                if (inner && Math.abs(off) < CLEAR) {
                    t = seamEnd + (off < 0 ? -CLEAR : CLEAR);
                }
            }
            cuts.add(t);
        }
    }

    private Vertex vertex(Vec3 p) {
        for (Vertex v : vertices) {
            if (v.point().distance(p) <= tol.linear()) {
                return v;
            }
        }
        Vertex v = new Vertex(p, tol.linear());
        vertices.add(v);
        return v;
    }

    private boolean seamed(double t) {
        return t >= -SAME && t <= to + SAME;
    }

    private int piece(double t) {
        int i = 0;
        while (i + 2 < cuts.size() && t > cuts.get(i + 1)) {
            i++;
        }
        return i;
    }

    private Vec3 out(Vec3 p, double foot) {
        return p.minus(wire.point(foot)).unit();
    }

    /** Adds an edge to a face in the direction in which the face lies on its left. */
    private void add(List<Coedge> face, Edge e, Vec3 outward, Vec3 into) {
        Vec3 along = e.curve().derivative(e.range().middle());
        face.add(new Coedge(e, outward.cross(along).dot(into) > 0));
    }

    /** What is to be seen of the wire's round at a cut. */
    private void arcs(int cut) {
        double t = cuts.get(cut);
        Vec3 way = wire.tangent(t);
        Frame f = Frame.of(wire.point(t), way, wire.outward(t));
        Circle c = new Circle(f, r);
        List<Double> at = new ArrayList<>();
        for (Seam s : seams) {
            for (double on : new double[] {t - s.foot(), t - 2 * Math.PI + s.foot()}) {
                if (seamed(s.below(on)) && seamed(s.above(on))) {
                    at.add(c.project(s.line().point(on)));
                }
            }
        }
        at.sort(null);
        if (at.isEmpty()) {
            at.add(0.0);
        }
        for (int i = 0; i < at.size(); i++) {
            double from = at.get(i);
            double next = i + 1 < at.size() ? at.get(i + 1) : at.get(0) + 2 * Math.PI;
            Vec3 mid = c.point(0.5 * (from + next));
            if (hidden(mid, t)) {
                continue;
            }
            Edge e = new Edge(c, new Interval(from, next), vertex(c.point(from)), vertex(c.point(next)), tol.linear());
            Vec3 out = out(mid, t);
            if (cut + 1 < cuts.size()) {
                add(pieces.get(cut), e, out, way);
            } else {
                add(end, e, way, out.negated());
            }
            if (cut > 0) {
                add(pieces.get(cut - 1), e, out, way.negated());
            } else {
                add(start, e, way.negated(), out.negated());
            }
        }
    }

    /** Whether a point of the wire's round lies within a neighbouring turn. */
    private boolean hidden(Vec3 p, double t) {
        for (double on : new double[] {t - 2 * Math.PI, t + 2 * Math.PI}) {
            Interval near = new Interval(Math.max(0, on - 1), Math.min(to, on + 1));
            if (near.length() > 0 && wire.point(wire.project(p, near)).distance(p) < r) {
                return true;
            }
        }
        return false;
    }

    /** A seam as edges, cut where the faces on either side end. */
    private void edges(Seam s) {
        double from = -s.foot();
        double until = to - 2 * Math.PI + s.foot();
        List<Double> at = new ArrayList<>(List.of(from, until));
        for (double t : cuts) {
            for (double on : new double[] {t - s.foot(), t - 2 * Math.PI + s.foot()}) {
                if (on > from + SAME && on < until - SAME) {
                    at.add(on);
                }
            }
        }
        at.sort(null);
        for (int i = 0; i + 1 < at.size(); i++) {
            Interval range = new Interval(at.get(i), at.get(i + 1));
            if (range.length() < SAME) {
                continue;
            }
            Edge e = new Edge(
                    s.line(),
                    range,
                    vertex(s.line().point(range.lo())),
                    vertex(s.line().point(range.hi())),
                    tol.linear());
            double mid = range.middle();
            Vec3 p = s.line().point(mid);
            Vec3 below = out(p, s.below(mid));
            Vec3 above = out(p, s.above(mid));
            add(pieces.get(piece(s.below(mid))), e, below, above);
            add(pieces.get(piece(s.above(mid))), e, above, below);
        }
    }

    /**
     * Where the plane of an end cuts the turn beside it: a part of the end is hidden there.
     *
     * @param at the end, and {@code beside} the parameter next to it
     * @param sign which way along the wire the end faces
     */
    private void sliver(double at, double beside, List<Coedge> cap, int sign) {
        Vec3 way = wire.tangent(at).times(sign);
        List<Vec3> ends = new ArrayList<>();
        for (Seam s : seams) {
            ends.add(s.line().point(sign < 0 ? -s.foot() : to - 2 * Math.PI + s.foot()));
        }
        int piece = piece(beside);
        Surface pipe = surface(piece);
        Vec3 mid = ends.get(0).lerp(ends.get(1), 0.5);
        Box3 where = Box3.EMPTY.with(mid).grown(1.2 * r);
        for (Curve c : SurfaceSurface.meet(pipe, new Plane(Frame.of(wire.point(at), way)), where, tol)
                .curves()) {
            double a = c.project(ends.get(0));
            double b = c.project(ends.get(1));
            if (c.point(a).distance(ends.get(0)) > tol.linear() || c.point(b).distance(ends.get(1)) > tol.linear()) {
                continue;
            }
            boolean turned = a > b;
            Interval range = turned ? new Interval(b, a) : new Interval(a, b);
            if (c.period() > 0 && c.point(range.middle()).distance(wire.point(at)) > r) {
                range = new Interval(range.hi(), range.lo() + c.period());
                turned = !turned;
            }
            Edge e = new Edge(
                    c, range, vertex(ends.get(turned ? 1 : 0)), vertex(ends.get(turned ? 0 : 1)), tol.linear());
            Vec3 p = c.point(range.middle());
            Vec3 out = out(p, wire.project(p, new Interval(beside - 1, beside + 1)));
            add(pieces.get(piece), e, out, way);
            add(cap, e, way, out);
            return;
        }
        throw new GeometryException(
                Reason.UNSUPPORTED_INTERSECTION,
                "The turn beside the end near " + mid.said() + " can't be followed. Give the coil another pitch.");
    }

    private Surface surface(int piece) {
        return Pipe.about(wire, new Interval(cuts.get(piece), cuts.get(piece + 1)), r);
    }

    /** The faces of a piece: one between all rows of edges that go round the wire, one in each that stays on a side of it. */
    private void sides(int piece, List<Face> faces) {
        List<List<Loop>> groups = new ArrayList<>();
        List<Loop> round = new ArrayList<>();
        for (Loop l : loops(pieces.get(piece))) {
            long sides = seams.stream()
                    .filter(s -> l.coedges().stream().anyMatch(c -> c.curve() == s.line()))
                    .count();
            if (sides == 1) {
                groups.add(List.of(l));
            } else {
                round.add(l);
            }
        }
        if (!round.isEmpty()) {
            groups.add(round);
        }
        Surface s = surface(piece);
        for (int k = 0; k < groups.size(); k++) {
            String of = source + ";" + (piece + 1) + (k == 0 ? "" : "." + k);
            faces.add(new Face(s, true, groups.get(k), List.of(new Origin(step, "side", of))));
        }
    }

    private Face cap(double at, List<Coedge> edges, int sign, String role) {
        Plane p = new Plane(Frame.of(wire.point(at), wire.tangent(at).times(sign)));
        return new Face(p, true, loops(edges), List.of(new Origin(step, role, source)));
    }

    private static List<Loop> loops(List<Coedge> all) {
        List<Coedge> left = new ArrayList<>(all);
        List<Loop> out = new ArrayList<>();
        while (!left.isEmpty()) {
            List<Coedge> row = new ArrayList<>(List.of(left.remove(0)));
            while (row.get(row.size() - 1).end() != row.get(0).start()) {
                Vertex at = row.get(row.size() - 1).end();
                Coedge next = left.stream()
                        .filter(c -> c.start() == at)
                        .findFirst()
                        .orElseThrow(() -> new GeometryException(
                                Reason.INCONSISTENT,
                                "The turns can't be joined near " + at.point().said()
                                        + ". Give the coil another pitch."));
                left.remove(next);
                row.add(next);
            }
            out.add(new Loop(row));
        }
        return out;
    }
}
