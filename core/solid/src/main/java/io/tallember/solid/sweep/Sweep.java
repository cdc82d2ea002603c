package io.tallember.solid.sweep;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Helix;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Travel;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
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
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The body that a profile leaves behind as it is carried along a way. Along lines and arcs its sides are planes, cylinders, cones,
 * rings and what is extruded or turned; a circle about the way makes pipes; all else is fitted, with rails that neighbours share.
 * At a corner between straight legs both are cut by the plane that halves it.
 */
public final class Sweep {
    /** How flat to its own plane a profile may be carried, as a sine. */
    private static final double FLAT = 1e-3;

    /** Cut where corners that are rounded outside ask for it. */
    private Profile profile;

    private final Way way;
    private final Carriage carriage;
    private final String step;
    private final String region;
    private final Tolerance tol;
    private final Frame relative;
    /** Null without guides. */
    private final Guided guided;

    /** Those that are rounded outside, by the leg before. */
    private final Map<Integer, OuterCorner> corners = new HashMap<>();

    private final List<Station> stations = new ArrayList<>();
    private final List<Face> faces = new ArrayList<>();
    /** Which loop of the profile each face belongs to. */
    private final List<Integer> loopOf = new ArrayList<>();
    /** Whether the profile's normal points along the way. */
    private final boolean along;
    /** Whether it keeps its direction, so that legs meet in it as it stands, also at corners. */
    private final boolean fixed;

    private Sweep(Profile profile, Way way, Manner manner, String step, String region, Tolerance tol) {
        this.profile = profile;
        this.way = way;
        this.step = step;
        this.region = region;
        this.tol = tol;
        this.fixed = manner.keep() == Manner.Keep.FIXED;
        this.carriage = new Carriage(way, manner, tol);
        Way.Foot at = anchor();
        this.relative = carriage.at(at.leg(), at.t()).inverse().place(profile.frame());
        this.guided = manner.guides().isEmpty() ? null : guided(way, manner, at);
        this.along = placed(0, way.legs().get(0).from())
                        .z()
                        .dot(way.legs().get(0).way(way.legs().get(0).from()))
                > 0;
        for (int k = 0; k < way.legs().size() && manner.rounded(); k++) {
            boolean ends = !way.closed() && k + 1 == way.legs().size();
            if (!ends && !fixed && !way.smoothAfter(k)) {
                OuterCorner c = corner(k);
                corners.put(k, c);
                this.profile = c.cut(this.profile);
            }
        }
    }

    /** The corner after a leg. */
    private OuterCorner corner(int leg) {
        Leg last = way.legs().get(leg);
        int after = (leg + 1) % way.legs().size();
        Leg next = way.legs().get(after);
        straight(leg, after);
        return new OuterCorner(
                last.end(),
                last.way(last.to()),
                next.way(next.from()),
                placed(leg, last.to()).frame(),
                placed(after, next.from()).frame(),
                tol);
    }

    /** Refuses a corner between legs that aren't both straight. */
    private void straight(int before, int after) {
        Leg last = way.legs().get(before);
        if (!(last.curve() instanceof Line)
                || !(way.legs().get(after).curve() instanceof Line)
                || motion(before) != Carriage.Motion.SHIFT
                || motion(after) != Carriage.Motion.SHIFT) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The path has a corner near " + last.end().said()
                            + " between legs that can't be mitred there. Give the corner a bend.");
        }
    }

    /**
     * The body.
     *
     * @param profile anywhere; where the way passes through its plane it is as it stands, and is carried along from there
     * @param step the step's id, and {@code region} the region's name, both for lineage
     * @throws GeometryException DEGENERATE when the profile lies along the way somewhere, BAD_VALUE when it reaches the middle of a
     *     bend or the way has a corner that can't be mitred, NON_MANIFOLD when the body would pass through itself
     */
    public static Body of(Profile profile, Way way, Manner manner, String step, String region, Tolerance tol) {
        if (joins(profile, way, manner, tol)) {
            Leg coil = way.legs().get(0);
            double radius = ((Circle) profile.outer().get(0).curve()).radius();
            return JoinedCoil.of((Helix) coil.curve(), coil.range().hi(), radius, step, region, tol);
        }
        Sweep sweep = new Sweep(profile, way.halved(), manner, step, region, tol);
        Body body = sweep.build();
        sweep.clear(manner);
        BodyCheck.Report report = BodyCheck.deep(body, tol);
        if (!report.valid()) {
            throw new GeometryException(
                    Reason.NON_MANIFOLD,
                    "The swept shape would pass through itself near "
                            + report.first().said() + ". Lead the path wider apart, or make the outline smaller.");
        }
        return body;
    }

    /** Whether it is a round wire along a coil alone whose turns run into each other, so that they are joined. */
    public static boolean joins(Profile profile, Way way, Manner manner, Tolerance tol) {
        Leg leg = way.legs().get(0);
        boolean wire = way.legs().size() == 1
                && leg.forward()
                && leg.range().lo() == 0
                && manner.guides().isEmpty()
                && manner.keep() != Manner.Keep.FIXED
                && profile.holes().isEmpty()
                && profile.outer().size() == 1;
        if (!wire
                || !(leg.curve() instanceof Helix h)
                || !(profile.outer().get(0).curve().placed(profile.frame()) instanceof Circle c)) {
            return false;
        }
        Vec3 centre = c.frame().origin();
        double t = h.project(centre, leg.range());
        boolean square = h.point(t).distance(centre) <= tol.linear()
                && h.tangent(t).cross(c.frame().z()).length() * c.radius() <= tol.linear();
        return square && JoinedCoil.joins(h, leg.range().hi(), c.radius());
    }

    /** Where the way passes through the profile's plane nearest to the profile, or else is nearest to it. */
    private Way.Foot anchor() {
        Vec3 middle = middle();
        Plane plane = new Plane(profile.frame());
        Way.Foot best = null;
        for (int i = 0; i < way.legs().size(); i++) {
            Leg leg = way.legs().get(i);
            for (double end : new double[] {leg.from(), leg.to()}) {
                if (Math.abs(plane.signedDistance(leg.curve().point(end))) <= tol.linear()) {
                    best = nearer(best, i, end, middle);
                }
            }
            if (CurveSurface.liesIn(leg.curve(), leg.range(), plane, tol)) {
                continue;
            }
            for (Meeting m : CurveSurface.meet(leg.curve(), leg.range(), plane, tol)) {
                best = nearer(best, i, m.t(), middle);
            }
        }
        return best == null ? way.nearest(middle) : best;
    }

    private Way.Foot nearer(Way.Foot best, int leg, double t, Vec3 middle) {
        double d = way.legs().get(leg).curve().point(t).distance(middle);
        return best == null || d < best.distance() - tol.linear() ? new Way.Foot(leg, t, d) : best;
    }

    private Vec3 middle() {
        Vec3 sum = Vec3.ZERO;
        for (Profile.Edge e : profile.outer()) {
            sum = sum.plus(e.curve().point(e.range().middle()));
        }
        return profile.frame().point(sum.times(1.0 / profile.outer().size()));
    }

    private Guided guided(Way way, Manner manner, Way.Foot at) {
        int last = way.legs().size() - 1;
        double where = at.leg() + Guided.share(way.legs().get(at.leg()), at.t());
        return new Guided(
                way,
                manner,
                g -> {
                    int leg = Math.max(0, Math.min(last, (int) Math.floor(g)));
                    Leg l = way.legs().get(leg);
                    return carriage.at(leg, l.from() + (g - leg) * (l.to() - l.from()))
                            .place(relative);
                },
                where,
                relative,
                tol);
    }

    /** Where the profile is on a leg at a parameter of its curve. */
    private Travel.Place placed(int leg, double t) {
        return guided == null
                ? Travel.Place.of(carriage.at(leg, t).place(relative))
                : guided.at(leg + Guided.share(way.legs().get(leg), t));
    }

    private Carriage.Motion motion(int leg) {
        return guided == null ? carriage.motion(leg) : Carriage.Motion.FREE;
    }

    /** Where two legs meet, or the way begins or ends: the profile there, cut by a plane at a corner. */
    private final class Station {
        final Travel.Place place;
        /** Null where the profile stands as it is carried. */
        final Plane cut;

        final Vec3 way;
        final List<Vertex[]> corners = new ArrayList<>();
        final List<Edge[]> edges = new ArrayList<>();
        /** The same where the next leg begins; other ones only outside of a rounded corner. */
        final List<Vertex[]> nextCorners;

        final List<Edge[]> nextEdges;

        Station(Travel.Place place, Plane cut, Vec3 way) {
            this.place = place;
            this.cut = cut;
            this.way = way;
            for (List<Profile.Edge> loop : profile.loops()) {
                int n = loop.size();
                Vertex[] v = new Vertex[n];
                for (int i = 0; i < n; i++) {
                    v[i] = new Vertex(point(loop.get(i).start()), tol.linear());
                }
                Edge[] e = new Edge[n];
                for (int i = 0; i < n; i++) {
                    Profile.Edge of = loop.get(i);
                    FlatImage.Stretch s = cut != null
                            ? FlatImage.cut(place, way, cut).curve(of.curve(), of.range())
                            : guided != null
                                    ? FlatImage.of(place).curve(of.curve(), of.range())
                                    : new FlatImage.Stretch(of.curve().placed(place.frame()), of.range());
                    Vertex from = of.forward() ? v[i] : v[(i + 1) % n];
                    Vertex to = of.forward() ? v[(i + 1) % n] : v[i];
                    e[i] = new Edge(s.curve(), s.range(), from, to, tol.linear());
                }
                corners.add(v);
                edges.add(e);
            }
            nextCorners = corners;
            nextEdges = edges;
        }

        /** Rounded outside, mitred inside. */
        Station(OuterCorner c, Vec3 way) {
            this.place = Travel.Place.of(c.before());
            this.cut = c.halving();
            this.way = way;
            nextCorners = new ArrayList<>();
            nextEdges = new ArrayList<>();
            for (List<Profile.Edge> loop : profile.loops()) {
                int n = loop.size();
                Vertex[] v = new Vertex[n];
                Vertex[] w = new Vertex[n];
                for (int i = 0; i < n; i++) {
                    Vec3 p = loop.get(i).start();
                    boolean out = c.outside(p);
                    v[i] = new Vertex(out ? c.before().point(p) : point(p), tol.linear());
                    w[i] = out ? new Vertex(c.after().point(p), tol.linear()) : v[i];
                }
                Edge[] e = new Edge[n];
                Edge[] f = new Edge[n];
                for (int i = 0; i < n; i++) {
                    Profile.Edge of = loop.get(i);
                    int from = of.forward() ? i : (i + 1) % n;
                    int to = of.forward() ? (i + 1) % n : i;
                    if (c.outside(of)) {
                        e[i] = new Edge(of.curve().placed(c.before()), of.range(), v[from], v[to], tol.linear());
                        f[i] = new Edge(of.curve().placed(c.after()), of.range(), w[from], w[to], tol.linear());
                    } else {
                        FlatImage.Stretch s = FlatImage.cut(place, way, cut).curve(of.curve(), of.range());
                        e[i] = new Edge(s.curve(), s.range(), v[from], v[to], tol.linear());
                        f[i] = e[i];
                    }
                }
                corners.add(v);
                edges.add(e);
                nextCorners.add(w);
                nextEdges.add(f);
            }
        }

        Vec3 point(Vec3 local) {
            Vec3 p = place.point(local);
            return cut == null ? p : FlatImage.along(p, way, cut);
        }
    }

    private Body build() {
        int n = way.legs().size();
        for (int i = 0; i < n; i++) {
            slant(i);
            if (motion(i) != Carriage.Motion.SHIFT) {
                int leg = i;
                Tightness.check(profile, way.legs().get(i), t -> placed(leg, t));
            }
        }
        int count = way.closed() ? n : n + 1;
        for (int k = 0; k < count; k++) {
            stations.add(station(k));
        }
        for (int i = 0; i < n; i++) {
            Station to = stations.get((i + 1) % stations.size());
            leg(i, stations.get(i), to);
            if (corners.containsKey(i)) {
                turned(i, to);
            }
        }
        if (!way.closed()) {
            cap(stations.get(0), "start", true);
            cap(stations.get(n), "end", false);
        }
        return new Body(shells());
    }

    /** Refuses what would pass through itself: exactly for a round about the way, else by the faces of its pieces. */
    private void clear(Manner manner) {
        double widest = guided == null ? 1 : guided.widest();
        GeometryException near = Meets.near(way, widest * Meets.reach(profile, relative), tol);
        if (near == null) {
            return;
        }
        boolean round = guided == null
                && profile.outer().size() == 1
                && profile.outer().get(0).curve() instanceof Circle c
                && relative.point(c.frame().origin()).length() <= tol.linear();
        if (round) {
            throw near;
        }
        Body pieces = new Sweep(profile, Meets.inPieces(way), manner, step, region, tol).build();
        if (!BodyCheck.deep(pieces, tol).valid()) {
            throw near;
        }
    }

    /** Closed all round, each hole of the profile is a void. */
    private List<Shell> shells() {
        if (!way.closed()) {
            return List.of(new Shell(faces));
        }
        List<Shell> out = new ArrayList<>();
        int loops = profile.loops().size();
        for (int l = 0; l < loops; l++) {
            List<Face> own = new ArrayList<>();
            for (int i = 0; i < faces.size(); i++) {
                if (loopOf.get(i) == l) {
                    own.add(faces.get(i));
                }
            }
            out.add(new Shell(own));
        }
        return out;
    }

    /** Refuses where the profile would be drawn along itself. */
    private void slant(int i) {
        Leg leg = way.legs().get(i);
        double[] breaks = leg.curve().breaks(leg.range());
        for (double t : breaks) {
            double sine = placed(i, t).z().dot(leg.way(t)) * (along ? 1 : -1);
            if (sine < FLAT) {
                throw new GeometryException(
                        Reason.DEGENERATE,
                        "The outline lies along the path near "
                                + leg.curve().point(t).said()
                                + ", so nothing would be swept there. Stand it across the path, or choose square to it.");
            }
        }
    }

    private Station station(int k) {
        int n = way.legs().size();
        boolean inner = way.closed() || k > 0 && k < n;
        int before = (k + n - 1) % n;
        Leg last = way.legs().get(before);
        if (inner && !fixed && !way.smoothAfter(before)) {
            Leg next = way.legs().get(k % n);
            Vec3 in = last.way(last.to());
            Vec3 out = next.way(next.from());
            straight(before, k % n);
            if (corners.containsKey(before)) {
                return new Station(corners.get(before), in);
            }
            Plane halving = new Plane(Frame.of(last.end(), in.plus(out)));
            Station station = new Station(placed(before, last.to()), halving, in);
            Travel.Place after = placed(k % n, next.from());
            for (Profile.Edge e : profile.outer()) {
                Vec3 on = FlatImage.along(after.point(e.start()), out, halving);
                if (on.distance(station.point(e.start())) > 10 * tol.linear()) {
                    throw new GeometryException(
                            Reason.BAD_VALUE,
                            "The outline is turned otherwise before and after the corner near "
                                    + last.end().said() + ". Give the corner a bend, or choose square to the path.");
                }
            }
            return station;
        }
        if (k == 0) {
            Leg first = way.legs().get(0);
            return new Station(placed(0, first.from()), null, first.way(first.from()));
        }
        return new Station(placed(before, last.to()), null, last.way(last.to()));
    }

    private void cap(Station s, String role, boolean start) {
        boolean up = along != start;
        List<Loop> loops = new ArrayList<>();
        for (int l = 0; l < profile.loops().size(); l++) {
            List<Profile.Edge> loop = profile.loops().get(l);
            List<Coedge> all = new ArrayList<>();
            for (int i = 0; i < loop.size(); i++) {
                Edge e = s.edges.get(l)[i];
                if (up) {
                    all.add(new Coedge(e, loop.get(i).forward()));
                } else {
                    all.add(0, new Coedge(e, !loop.get(i).forward()));
                }
            }
            loops.add(new Loop(all));
        }
        faces.add(new Face(
                new Plane(Frame.of(s.place.origin(), s.place.z(), s.place.x())),
                up,
                loops,
                List.of(new Origin(step, role, region))));
    }

    private void leg(int number, Station from, Station to) {
        LegSides sides = new LegSides(
                profile, way.legs().get(number), motion(number), t -> placed(number, t), guided, along, tol);
        for (int l = 0; l < profile.loops().size(); l++) {
            List<Profile.Edge> loop = profile.loops().get(l);
            int n = loop.size();
            Edge[] rails = new Edge[n];
            for (int i = 0; i < n && n > 1; i++) {
                rails[i] = sides.rail(
                        loop.get(i).start(),
                        from.nextCorners.get(l)[i],
                        to.corners.get(l)[i]);
            }
            for (int i = 0; i < n; i++) {
                Profile.Edge e = loop.get(i);
                boolean f = e.forward();
                Edge a = from.nextEdges.get(l)[i];
                Edge b = to.edges.get(l)[i];
                List<Loop> loops = n == 1
                        ? List.of(
                                new Loop(List.of(new Coedge(a, f == along))),
                                new Loop(List.of(new Coedge(b, f != along))))
                        : List.of(new Loop(
                                along
                                        ? List.of(
                                                new Coedge(a, f),
                                                new Coedge(rails[(i + 1) % n], true),
                                                new Coedge(b, !f),
                                                new Coedge(rails[i], false))
                                        : List.of(
                                                new Coedge(a, !f),
                                                new Coedge(rails[i], true),
                                                new Coedge(b, f),
                                                new Coedge(rails[(i + 1) % n], false))));
                Surface s = sides.surface(e);
                faces.add(new Face(
                        s,
                        sides.outside(s, e),
                        loops,
                        List.of(origin(e, way.legs().get(number)))));
                loopOf.add(l);
            }
        }
    }

    /** What is turned about a corner. */
    private void turned(int leg, Station s) {
        OuterCorner c = corners.get(leg);
        for (int l = 0; l < profile.loops().size(); l++) {
            List<Profile.Edge> loop = profile.loops().get(l);
            int n = loop.size();
            Edge[] rails = new Edge[n];
            for (int i = 0; i < n; i++) {
                rails[i] = c.rail(s.corners.get(l)[i], s.nextCorners.get(l)[i]);
            }
            for (int i = 0; i < n; i++) {
                Profile.Edge e = loop.get(i);
                if (c.outside(e)) {
                    String of = e.source() + ";" + way.legs().get(leg).id() + "/";
                    faces.add(c.face(
                            e,
                            along,
                            s.edges.get(l)[i],
                            s.nextEdges.get(l)[i],
                            rails[i],
                            rails[(i + 1) % n],
                            new Origin(step, "side", of)));
                    loopOf.add(l);
                }
            }
        }
    }

    private Origin origin(Profile.Edge e, Leg leg) {
        String of = way.legs().size() == 1 ? e.source() : e.source() + ";" + leg.id();
        return new Origin(step, "side", of);
    }
}
