package io.tallember.solid.sweep;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Rational;
import io.tallember.geometry.Recognise;
import io.tallember.geometry.Skinning;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.geometry.intersect.Crossing;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import io.tallember.solid.check.BodyCheck;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * The body led from section to section. Outlines keep their exact rational form: between circles every section is an ellipse,
 * between equal ones a cylinder, between flat-sided ones planes where four corners lie in one.
 */
public final class Loft {
    /** How near a surface must be to one with a name to be that, in mm. */
    private static final double NAMED = 1e-8;

    private static final int ALONG = 12;
    private static final int ACROSS = 8;

    /** How a loft runs between its sections. */
    public enum Run {
        /** Straight from one to the next. */
        STRAIGHT,
        /** Smoothly through all. */
        SMOOTH,
        /** Smoothly, the outline carried along a smooth line through the sections' middles, square to each. */
        MIDDLE
    }

    /**
     * @param first how strongly it leaves its first section square, zero for free; {@code last} alike
     * @param closed whether it goes on from the last section into the first
     * @param guides lines that its sides follow, each through the outlines of all sections
     * @param firstOn whether it leaves its first section, a face, so that it runs on from the faces beside that, instead of square;
     *     {@code lastOn} alike
     */
    public record Shape(
            Run run, double first, double last, boolean closed, List<Way> guides, boolean firstOn, boolean lastOn) {
        public Shape {
            guides = List.copyOf(guides);
        }

        public Shape(Run run, double first, double last, boolean closed, List<Way> guides) {
            this(run, first, last, closed, guides, false, false);
        }

        public Shape(Run run, double first, double last, boolean closed) {
            this(run, first, last, closed, List.of());
        }
    }

    /**
     * A section.
     *
     * @param profile null for a point
     * @param point null for a profile
     * @param shift by how many corners its outline is to begin later than proposed
     * @param flipped whether its outline is gone round the other way than proposed
     * @param beside the face that it is, or null
     */
    public record Section(Profile profile, Vec3 point, int shift, boolean flipped, Beside beside) {
        public Section(Profile profile, Vec3 point, int shift) {
            this(profile, point, shift, false, null);
        }
    }

    /** A face of a body. */
    public record Beside(Body body, Face face) {}

    /**
     * Where a section begins.
     *
     * @param start its place, and {@code way} the unit direction in which its outline goes on from there
     * @param corners where it could begin instead, in order from its start on; none where guides tell it or it is round
     */
    public record Begin(Vec3 start, Vec3 way, List<Vec3> corners) {}

    /** Where the outlines of sections begin, null for points; empty when they can't be led over into each other. */
    public static List<Begin> begins(List<Section> sections, Shape shape, Tolerance tol) {
        Loft l = new Loft(sections, shape, "", "", tol);
        try {
            l.checked();
            l.pair();
            Ring[] drawn = l.drawn(0, l.sections.stream().map(l::roughly).toList());
            List<Ring> rings = java.util.Arrays.stream(drawn)
                    .filter(java.util.Objects::nonNull)
                    .toList();
            boolean led = !shape.guides().isEmpty();
            int[] shifts = l.sections.stream()
                    .filter(s -> s.profile() != null)
                    .mapToInt(Section::shift)
                    .toArray();
            java.util.Iterator<Ring> begun =
                    Rings.begun(rings, led ? new int[shifts.length] : shifts).iterator();
            List<Begin> out = new ArrayList<>();
            for (Ring r : drawn) {
                out.add(r == null ? null : begin(begun.next(), !led));
            }
            return out;
        } catch (GeometryException e) {
            return List.of();
        }
    }

    private static Begin begin(Ring r, boolean free) {
        List<Ring.Stretch> all = r.stretches();
        List<Vec3> corners =
                free && r.corners() > 0 ? all.stream().map(Ring.Stretch::start).toList() : List.of();
        return new Begin(all.get(0).start(), all.get(0).way(true), corners);
    }

    private final List<Section> sections;
    private final Shape shape;
    private final String step;
    private final String region;
    private final Tolerance tol;
    private final List<Face> faces = new ArrayList<>();
    private final List<Vec3> centres = new ArrayList<>();
    private final List<Vec3> normals = new ArrayList<>();
    private LoftSkin skin;

    private Loft(List<Section> sections, Shape shape, String step, String region, Tolerance tol) {
        this.sections = new ArrayList<>(sections);
        this.shape = shape;
        this.step = step;
        this.region = region;
        this.tol = tol;
    }

    /**
     * The body.
     *
     * @param sections two or more, in order; a point only first or last
     * @param step the step's id, and {@code region} what its ends are named by, both for lineage
     * @throws GeometryException BAD_VALUE when the sections can't be led over into each other, with the place
     */
    public static Body of(List<Section> sections, Shape shape, String step, String region, Tolerance tol) {
        Body body = new Loft(sections, shape, step, region, tol).build();
        BodyCheck.Report report = BodyCheck.deep(body, tol);
        if (!report.valid()) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The loft would pass through itself near " + report.first().said()
                            + ". Turn a section's start, put a section between, or lead it straight.");
        }
        return body;
    }

    private Body build() {
        checked();
        pair();
        List<Vec3> rough = sections.stream().map(this::roughly).toList();
        int n = sections.size();
        int loops = sections.stream()
                .filter(s -> s.profile() != null)
                .mapToInt(s -> s.profile().loops().size())
                .min()
                .orElse(0);
        List<Ring[]> drawn = new ArrayList<>();
        for (int l = 0; l < loops; l++) {
            drawn.add(drawn(l, rough));
        }
        for (int i = 0; i < n; i++) {
            Ring r = drawn.get(0)[i];
            centres.add(r == null ? sections.get(i).point() : r.centre());
            normals.add(r == null ? way(rough, i) : r.normal());
        }
        if (shape.closed()) {
            centres.add(centres.get(0));
            normals.add(normals.get(0));
        }
        skin = new LoftSkin(shape, centres, normals, tol);
        List<Crossing> crossings = skin.cross(drawn, tol);
        List<Ring[]> rings = new ArrayList<>();
        for (int l = 0; l < loops; l++) {
            rings.add(matched(l, drawn.get(l), crossings));
        }
        List<Rows> rows = rings.stream().map(this::rows).toList();
        if (skin.carried()) {
            List<Vec3> places =
                    new ArrayList<>(sections.stream().map(Section::point).toList());
            if (shape.closed()) {
                places.add(null);
            }
            skin.take(
                    rows.stream().map(r -> r.likes).toList(),
                    rows.stream().map(r -> r.of).toList(),
                    places,
                    crossings,
                    tol);
        }
        List<List<Coedge>> firsts = new ArrayList<>();
        List<List<Coedge>> lasts = new ArrayList<>();
        List<Shell> shells = new ArrayList<>();
        for (int l = 0; l < loops; l++) {
            int before = faces.size();
            sides(l, rings.get(l), rows.get(l), firsts, lasts);
            shells.add(new Shell(faces.subList(before, faces.size())));
        }
        if (shape.closed()) {
            return new Body(shells);
        }
        cap(0, firsts, "start", true);
        cap(n - 1, lasts, "end", false);
        return new Body(List.of(new Shell(faces)));
    }

    private void checked() {
        int n = sections.size();
        if (n < 2 || shape.closed() && n < 3) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    shape.closed()
                            ? "A closed loft needs three sections at least."
                            : "A loft needs two sections at least. Pick another.");
        }
        if (!shape.guides().isEmpty() && shape.run() == Run.STRAIGHT) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "Guides shape a smooth loft. Lead it smoothly, or take the guides out.");
        }
        if (shape.guides().size() > GuideMap.MOST) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "A loft takes up to " + GuideMap.MOST + " guides. Take some out.");
        }
        boolean on = shape.firstOn() || shape.lastOn();
        if (on
                && (shape.run() != Run.SMOOTH
                        || shape.closed()
                        || !shape.guides().isEmpty())) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "A loft runs on from the faces beside its ends when it is led smoothly, open and without guides. Leave its"
                            + " ends square, or lead it so.");
        }
        int holes = -1;
        for (int i = 0; i < n; i++) {
            Section s = sections.get(i);
            boolean end = i == 0 || i == n - 1;
            if (s.profile() == null && (!end || shape.closed() || shape.run() == Run.MIDDLE)) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "A loft can only begin or end in a point, and not along its own middle. Take section " + (i + 1)
                                + " out, or choose another way to run.");
            }
            if (s.profile() != null) {
                int own = s.profile().holes().size();
                if (holes >= 0 && own != holes) {
                    throw new GeometryException(
                            Reason.BAD_VALUE,
                            "Section " + (i + 1) + " has " + own + " holes and another " + holes
                                    + ". Give all as many, or loft the outlines and take the hole away after.");
                }
                holes = own;
            }
        }
        if (holes < 0) {
            throw new GeometryException(Reason.BAD_VALUE, "A loft needs a region or a face among its sections.");
        }
    }

    /** Puts the holes of each section in the order of those of the one before that lie most like them about the outlines' middles. */
    private void pair() {
        Profile before = null;
        for (int i = 0; i < sections.size(); i++) {
            Profile p = sections.get(i).profile();
            if (p == null) {
                continue;
            }
            if (before != null && p.holes().size() > 1) {
                List<List<Profile.Edge>> left = new ArrayList<>(p.holes());
                List<List<Profile.Edge>> out = new ArrayList<>();
                for (List<Profile.Edge> hole : before.holes()) {
                    Vec3 at = off(before, hole);
                    List<Profile.Edge> like = left.stream()
                            .min(Comparator.comparingDouble(h -> off(p, h).distance(at)))
                            .orElseThrow();
                    left.remove(like);
                    out.add(like);
                }
                Section s = sections.get(i);
                sections.set(
                        i,
                        new Section(
                                new Profile(p.frame(), p.outer(), out, p.name()),
                                s.point(),
                                s.shift(),
                                s.flipped(),
                                s.beside()));
            }
            before = sections.get(i).profile();
        }
    }

    /** How far a hole's middle is from that of the outline. */
    private static Vec3 off(Profile p, List<Profile.Edge> hole) {
        Vec3 z = p.frame().z();
        return Ring.of(p.frame(), hole, z)
                .centre()
                .minus(Ring.of(p.frame(), p.outer(), z).centre());
    }

    private Vec3 roughly(Section s) {
        return s.profile() == null
                ? s.point()
                : Ring.of(
                                s.profile().frame(),
                                s.profile().outer(),
                                s.profile().frame().z())
                        .centre();
    }

    private Vec3 way(List<Vec3> middles, int i) {
        int n = middles.size();
        Vec3 a = middles.get(shape.closed() ? (i + n - 1) % n : Math.max(0, i - 1));
        Vec3 b = middles.get(shape.closed() ? (i + 1) % n : Math.min(n - 1, i + 1));
        Vec3 d = b.minus(a);
        if (!(d.length() > 10 * tol.linear())) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "Two sections have their middles in one place, near " + a.said()
                            + ". Stand them apart, or put them in another order.");
        }
        return d.unit();
    }

    /** One loop of all sections as it is drawn; null where a section is a point. */
    private Ring[] drawn(int loop, List<Vec3> rough) {
        Ring[] out = new Ring[sections.size()];
        for (int i = 0; i < out.length; i++) {
            Profile p = sections.get(i).profile();
            if (p != null) {
                Vec3 z = p.frame().z();
                boolean along = z.dot(way(rough, i)) >= 0;
                out[i] = Ring.of(
                        p.frame(), p.loops().get(loop), along == sections.get(i).flipped() ? z.negated() : z);
            }
        }
        return out;
    }

    /** One loop matched: by guides where outlines have corners, else by least turning. */
    private Ring[] matched(int loop, Ring[] drawn, List<Crossing> crossings) {
        List<Ring> rings = new ArrayList<>();
        List<Integer> at = new ArrayList<>();
        for (int i = 0; i < drawn.length; i++) {
            if (drawn[i] != null) {
                rings.add(drawn[i]);
                at.add(i);
            }
        }
        // holes run the other way round
        int[] shifts = at.stream()
                .mapToInt(i ->
                        loop == 0 ? sections.get(i).shift() : -sections.get(i).shift())
                .toArray();
        List<Crossing> own = crossings.stream()
                .filter(c -> rings.get(0).distance(c.in(skin.at()[at.get(0)])) <= 10 * tol.linear())
                .toList();
        List<Ring> found = null;
        if (!own.isEmpty() && rings.stream().anyMatch(r -> r.corners() > 0)) {
            List<List<Vec3>> places = new ArrayList<>();
            for (int i : at) {
                places.add(own.stream().map(c -> c.in(skin.at()[i])).toList());
            }
            found = Rings.led(rings, places, tol);
            if (found == null || java.util.Arrays.stream(shifts).anyMatch(k -> k != 0)) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        found == null
                                ? "The guides change places on their way round the outlines, near "
                                        + places.get(0).get(0).said() + ". Lead them so that they keep their order."
                                : "Guides tell already which places of the outlines go over into each other. Take the turned"
                                        + " starts out, or the guides, near "
                                        + places.get(0).get(0).said() + ".");
            }
        }
        if (found == null) {
            found = Rings.matched(rings, shifts);
        }
        Ring[] out = new Ring[drawn.length];
        for (int k = 0; k < found.size(); k++) {
            out[at.get(k)] = found.get(k);
        }
        return out;
    }

    /** Edges and corners of a loop at a section; of a point one corner and no edges. */
    private final class Station {
        final Vertex[] corners;
        final Edge[] edges;
        final Ring ring;

        Station(Ring ring, Vec3 point, int count) {
            this.ring = ring;
            corners = new Vertex[count];
            edges = new Edge[count];
            if (ring == null) {
                java.util.Arrays.fill(corners, new Vertex(point, tol.linear()));
                return;
            }
            for (int i = 0; i < count; i++) {
                corners[i] = new Vertex(ring.stretches().get(i).start(), tol.linear());
            }
            for (int i = 0; i < count; i++) {
                Ring.Stretch s = ring.stretches().get(i);
                Vertex a = corners[i];
                Vertex b = corners[(i + 1) % count];
                edges[i] = new Edge(s.curve(), s.range(), s.forward() ? a : b, s.forward() ? b : a, tol.linear());
            }
        }

        Coedge coedge(int i, boolean along) {
            return new Coedge(edges[i], ring.stretches().get(i).forward() == along);
        }
    }

    /** The stretches of one loop: each in all sections as rows that fit together. */
    private record Rows(
            List<Rational> likes, List<List<double[][]>> of, List<double[][]> first, List<double[][]> last) {}

    private Rows rows(Ring[] rings) {
        int n = rings.length;
        int count = rings[rings[0] == null ? 1 : 0].stretches().size();
        List<List<double[][]>> rows = new ArrayList<>();
        List<Rational> likes = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            int k = i;
            List<Ring.Stretch> own = new ArrayList<>();
            for (Ring r : rings) {
                own.add(r == null ? null : r.stretches().get(k));
            }
            List<Rational> alike = LoftSkin.alike(own);
            likes.add(alike.get(0));
            List<double[][]> of = new ArrayList<>();
            int next = 0;
            for (Ring r : rings) {
                of.add(r == null ? null : alike.get(next++).row());
            }
            for (int s = 0; s < n; s++) {
                if (rings[s] == null) {
                    of.set(s, LoftSkin.point(sections.get(s).point(), of.get(s == 0 ? 1 : s - 1)));
                }
            }
            if (shape.closed()) {
                of.add(of.get(0));
            }
            rows.add(of);
        }
        return new Rows(
                likes,
                rows,
                slopes(0, rings, likes, rows, shape.first()),
                slopes(n - 1, rings, likes, rows, shape.last()));
    }

    /** How the stretches of an end leave it where it runs on from the faces beside it; null where it doesn't. */
    private List<double[][]> slopes(
            int section, Ring[] rings, List<Rational> likes, List<List<double[][]>> rows, double strength) {
        if (strength == 0 || !(section == 0 ? shape.firstOn() : shape.lastOn())) {
            return null;
        }
        Beside beside = sections.get(section).beside();
        if (beside == null) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "Section " + (section + 1)
                            + " is no face of the part, so there is nothing beside it to run on from. Pick a face, or leave"
                            + " it square.");
        }
        RunOn on = new RunOn(beside, rings[section].stretches(), normals.get(section), tol);
        List<double[][]> out = new ArrayList<>();
        for (int k = 0; k < rows.size(); k++) {
            out.add(on.row(k, likes.get(k), rows.get(k).get(section), strength));
        }
        return out;
    }

    private void sides(int loop, Ring[] rings, Rows rows, List<List<Coedge>> firsts, List<List<Coedge>> lasts) {
        int n = rings.length;
        int count = rows.likes.size();
        int all = shape.closed() ? n + 1 : n;
        List<Integer> at = stations(rings, all);
        List<Station> stations = new ArrayList<>();
        for (int k : at) {
            boolean again = shape.closed() && k == n;
            stations.add(
                    again
                            ? stations.get(0)
                            : new Station(rings[k], sections.get(k).point(), count));
        }
        for (int p = 0; p + 1 < at.size(); p++) {
            patch(loop, rows, at.get(p), at.get(p + 1), stations.get(p), stations.get(p + 1));
        }
        if (!shape.closed()) {
            List<Coedge> first = new ArrayList<>();
            List<Coedge> last = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                if (rings[0] != null) {
                    first.add(0, stations.get(0).coedge(i, false));
                }
                if (rings[n - 1] != null) {
                    last.add(stations.get(stations.size() - 1).coedge(i, true));
                }
            }
            firsts.add(first);
            lasts.add(last);
        }
    }

    /**
     * The sections at which faces end: all, where it runs straight or closes; else the first and the last, one between two points, and
     * those where the middle line's bend changes at once.
     */
    private List<Integer> stations(Ring[] rings, int all) {
        List<Integer> out = new ArrayList<>();
        boolean each = shape.run() == Run.STRAIGHT || shape.closed();
        boolean points = rings[0] == null && rings[rings.length - 1] == null;
        for (int i = 0; i < all; i++) {
            if (each || i == 0 || i == all - 1 || points && i == all / 2 || !skin.smoothAt(i)) {
                out.add(i);
            }
        }
        return out;
    }

    private void patch(int loop, Rows rows, int from, int to, Station a, Station b) {
        int count = rows.likes.size();
        NurbsSurface[] surfaces = new NurbsSurface[count];
        boolean turned = b.ring == null; // a tip is to be at the lowest v
        for (int i = 0; i < count; i++) {
            surfaces[i] = skin.carried()
                    ? skin.along(loop, i, from, to, turned)
                    : skin.surface(
                            rows.likes.get(i),
                            rows.of.get(i),
                            skin.ends(rows.of.get(i), normals, at(rows.first, i), at(rows.last, i)),
                            from,
                            to,
                            turned);
            folds(surfaces[i], from, to, turned);
        }
        Edge[] rails = new Edge[count];
        for (int i = 0; i < count && count > 1; i++) {
            rails[i] = rail(surfaces[i], turned, a.corners[i], b.corners[i]);
        }
        for (int i = 0; i < count; i++) {
            int j = (i + 1) % count;
            List<io.tallember.solid.Loop> loops = new ArrayList<>();
            if (count == 1) {
                if (a.ring != null) {
                    loops.add(new io.tallember.solid.Loop(List.of(a.coedge(0, true))));
                }
                if (b.ring != null) {
                    loops.add(new io.tallember.solid.Loop(List.of(b.coedge(0, false))));
                }
            } else {
                List<Coedge> one = new ArrayList<>();
                if (a.ring != null) {
                    one.add(a.coedge(i, true));
                }
                one.add(new Coedge(rails[j], true));
                if (b.ring != null) {
                    one.add(b.coedge(i, false));
                }
                one.add(new Coedge(rails[i], false));
                loops.add(new io.tallember.solid.Loop(one));
            }
            Surface s = Recognise.surface(surfaces[i], NAMED).orElse(surfaces[i]);
            double u = 0.37 * surfaces[i].loU() + 0.63 * surfaces[i].hiU();
            double v = 0.4 * surfaces[i].loV() + 0.6 * surfaces[i].hiV();
            Vec3 out = surfaces[i].normal(u, v).times(turned ? -1 : 1);
            boolean sense = s.normalAt(surfaces[i].point(u, v)).dot(out) > 0;
            String source = source(a, b, i) + (from == 0 && to == centres.size() - 1 ? "" : ";" + (from + 1));
            faces.add(new Face(s, sense, loops, List.of(new Origin(step, "side", source))));
        }
    }

    private static double[][] at(List<double[][]> all, int i) {
        return all == null ? null : all.get(i);
    }

    private static String source(Station a, Station b, int i) {
        return (a.ring == null ? b : a).ring.stretches().get(i).source() + "-" + (i + 1);
    }

    private Edge rail(NurbsSurface s, boolean turned, Vertex a, Vertex b) {
        Nurbs side = Skinning.side(s, false);
        Curve named = Recognise.curve(side, 0.1 * NAMED).orElse(null);
        if (named instanceof Line) {
            return new Edge(
                    Line.through(a.point(), b.point()),
                    new Interval(0, a.point().distance(b.point())),
                    a,
                    b,
                    tol.linear());
        }
        if (named instanceof Circle c) {
            Vec3 from = a.point().minus(c.frame().origin());
            Vec3 middle =
                    side.point(0.5 * (side.lo() + side.hi())).minus(c.frame().origin());
            Frame f = Frame.of(c.frame().origin(), from.cross(middle), from);
            Circle k = new Circle(f, c.radius());
            return new Edge(k, new Interval(0, k.project(b.point())), a, b, tol.linear());
        }
        Nurbs forward = turned ? side.reversed() : side;
        return new Edge(forward, forward.whole(), a, b, tol.linear());
    }

    /** Refuses a skin that goes back on itself: everywhere it has to go the way its sections face. */
    private void folds(NurbsSurface s, int from, int to, boolean turned) {
        double[] at = skin.at();
        Vec3[] before = new Vec3[ACROSS + 1];
        for (int k = 1; k < ALONG * (to - from); k++) {
            double f = k / (double) (ALONG * (to - from));
            double v = s.loV() + (s.hiV() - s.loV()) * f;
            double t = at[from] + (turned ? 1 - f : f) * (at[to] - at[from]);
            int i = from;
            while (i + 1 < to && t > at[i + 1]) {
                i++;
            }
            Vec3 n = skin.toward(t, i, normals);
            for (int c = 0; c <= ACROSS; c++) {
                double u = s.loU() + (s.hiU() - s.loU()) * c / ACROSS;
                Vec3 out = s.normal(u, v);
                boolean over = before[c] != null && before[c].dot(out) < 0;
                before[c] = out;
                if (over || s.dv(u, v).dot(n) * (turned ? -1 : 1) <= 0) {
                    throw new GeometryException(
                            Reason.BAD_VALUE,
                            "The loft folds over between sections " + (i + 1) + " and " + (i + 2) + ", near "
                                    + s.point(u, v).said()
                                    + ". Turn a section's start, put a section between, or lead it "
                                    + (shape.run() == Run.MIDDLE ? "smoothly." : "straight or along its own middle."));
                }
            }
        }
    }

    private void cap(int section, List<List<Coedge>> loops, String role, boolean start) {
        if (sections.get(section).profile() == null) {
            return;
        }
        Vec3 n = normals.get(section);
        Frame f = Frame.of(centres.get(section), start ? n.negated() : n);
        faces.add(new Face(
                new Plane(f),
                true,
                loops.stream().map(io.tallember.solid.Loop::new).toList(),
                List.of(new Origin(step, role, region))));
    }
}
