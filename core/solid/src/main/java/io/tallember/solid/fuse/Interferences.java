package io.tallember.solid.fuse;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.geometry.intersect.OneContact;
import io.tallember.solid.Body;
import io.tallember.solid.Boxes;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Where edges meet what belongs to other bodies. Leaves a mark on each edge at each place, notes which places lie on which
 * face, and which edges lie wholly in which face's surface.
 */
final class Interferences {
    /** A place on an edge. */
    record Mark(double t, int place) {}

    /** An edge that lies in the surface of a face of another body. */
    record Lying(Edge edge, Face face) {}

    private record Couple(Object a, Object b) {
        @Override
        public boolean equals(Object o) {
            return o instanceof Couple c && c.a == a && c.b == b;
        }

        @Override
        public int hashCode() {
            return 31 * System.identityHashCode(a) + System.identityHashCode(b);
        }
    }

    private final PointPool pool;
    private final Tolerance tol;
    private final Map<Face, Rim> rims = new IdentityHashMap<>();
    private final KnownPlaces places;
    private final Map<Edge, List<Mark>> marks = new IdentityHashMap<>();
    private final Map<FacePairs.Pair, List<Integer>> touches = new LinkedHashMap<>();
    private final Map<Vertex, Integer> placeOf = new IdentityHashMap<>();
    private final Map<Face, Set<Integer>> onFace = new IdentityHashMap<>();
    private final List<Lying> lying = new ArrayList<>();
    private final Set<Couple> done = new LinkedHashSet<>();

    Interferences(List<Body> bodies, List<FacePairs.Pair> pairs, Meetings meetings, PointPool pool, Tolerance tol) {
        this.pool = pool;
        this.tol = tol;
        this.places = new KnownPlaces(pool, tol);
        for (Body body : bodies) {
            for (Vertex v : body.vertices()) {
                placeOf.put(v, pool.add(v.point(), v));
            }
        }
        // Edges with edges first: their points are the sharpest, and the later stages find them in the pool.
        for (FacePairs.Pair p : pairs) {
            for (Edge e : near(p.a(), p.b().bounds())) {
                for (Edge h : near(p.b(), e.bounds().grown(tol.linear()))) {
                    edges(e, h);
                }
            }
        }
        for (FacePairs.Pair p : pairs) {
            near(p.a(), p.b().bounds()).forEach(e -> edgeFace(e, p.b()));
            near(p.b(), p.a().bounds()).forEach(e -> edgeFace(e, p.a()));
        }
        // Where the faces themselves touch or their meeting crosses itself, edges through that point must have it too.
        for (FacePairs.Pair p : pairs) {
            List<Integer> here = new ArrayList<>();
            for (Vec3 q : meetings.points(p)) {
                int place = touch(p, q);
                here.add(place);
                p.a().coedges().forEach(e -> pointOnEdge(pool.point(place), place, e.edge()));
                p.b().coedges().forEach(e -> pointOnEdge(pool.point(place), place, e.edge()));
            }
            if (!here.isEmpty()) {
                touches.put(p, here);
            }
        }
    }

    /** Lets lines lie on faces: what they have in common with those and their edges, and with each other. */
    void lay(List<Edge> lines, Collection<Face> faces) {
        for (Edge e : lines) {
            placeOf.put(e.start(), pool.add(e.start().point(), e.start()));
            placeOf.put(e.end(), pool.add(e.end().point(), e.end()));
        }
        for (Edge e : lines) {
            lines.forEach(o -> {
                if (o != e) {
                    edges(e, o);
                }
            });
            faces.forEach(f -> near(f, e.bounds()).forEach(h -> edges(e, h)));
        }
        lines.forEach(e -> faces.forEach(f -> edgeFace(e, f)));
    }

    /** The edges of a face that come near a box, in order. */
    private List<Edge> near(Face f, Box3 box) {
        Rim rim = rims.computeIfAbsent(f, k -> {
            List<Edge> all = k.coedges().stream().map(Coedge::edge).toList();
            return new Rim(
                    all,
                    new Boxes(all.stream()
                            .map(e -> e.bounds().grown(2 * tol.linear()))
                            .toList()));
        });
        List<Edge> out = new ArrayList<>();
        rim.boxes()
                .overlapping(box.grown(2 * tol.linear()))
                .forEach(i -> out.add(rim.edges().get(i)));
        return out;
    }

    private record Rim(List<Edge> edges, Boxes boxes) {}

    /** The place where two faces touch: one on an edge of theirs, if the faces stay together as far as that, else a new one. */
    private int touch(FacePairs.Pair pair, Vec3 q) {
        List<Integer> near = new ArrayList<>();
        for (Face f : List.of(pair.a(), pair.b())) {
            f.coedges().forEach(c -> marksAndEnds(c.edge()).forEach(k -> near.add(k.place())));
        }
        return near.stream()
                .filter(k -> together(pair, q, pool.point(k), tol))
                .min(Comparator.comparingDouble(k -> pool.point(k).distance(q)))
                .orElseGet(() -> pool.add(q));
    }

    /** Whether the surfaces of two faces stay together along the straight way between two points. */
    static boolean together(FacePairs.Pair pair, Vec3 p, Vec3 q, Tolerance tol) {
        if (p.distance(q) > OneContact.LONGEST) {
            return false;
        }
        for (int i = 0; i <= 4; i++) {
            Vec3 at = p.lerp(q, i / 4.0);
            if (Math.abs(pair.a().surface().signedDistance(at)) > 2 * tol.linear()
                    || Math.abs(pair.b().surface().signedDistance(at)) > 2 * tol.linear()) {
                return false;
            }
        }
        return true;
    }

    /** Places where two faces touch or their meeting crosses itself. */
    List<Integer> touches(FacePairs.Pair p) {
        return touches.getOrDefault(p, List.of());
    }

    int place(Vertex v) {
        return placeOf.get(v);
    }

    List<Mark> marks(Edge e) {
        return marks.getOrDefault(e, List.of());
    }

    List<Lying> lying() {
        return lying;
    }

    /** Places on the face found by edges of other bodies. */
    Set<Integer> piercing(Face f) {
        return onFace.getOrDefault(f, Set.of());
    }

    private void mark(Edge e, double t, int place) {
        if (place == placeOf.get(e.start()) || place == placeOf.get(e.end())) {
            return;
        }
        List<Mark> list = marks.computeIfAbsent(e, k -> new ArrayList<>());
        if (list.stream().noneMatch(m -> m.place() == place)) {
            list.add(new Mark(t, place));
        }
    }

    private void edges(Edge e, Edge h) {
        Patience.check();
        if (!e.bounds().grown(tol.linear()).overlaps(h.bounds().grown(tol.linear())) || !done.add(new Couple(e, h))) {
            return;
        }
        vertexOnEdge(e.start(), h);
        vertexOnEdge(e.end(), h);
        vertexOnEdge(h.start(), e);
        vertexOnEdge(h.end(), e);
        List<Meeting> met = CurveCurve.meet(e.curve(), e.range(), h.curve(), h.range(), tol);
        for (Meeting m : apart(e, met, r -> CurveCurve.same(e.curve(), r, h.curve(), tol))) {
            Integer known = places.among(e.curve(), m.t(), marksAndEnds(e), OneContact.from(h.curve(), h.range()));
            if (known == null) {
                known = places.among(h.curve(), m.s(), marksAndEnds(h), OneContact.from(e.curve(), e.range()));
            }
            int place = known != null ? known : pool.add(e.curve().point(m.t()));
            mark(e, place(e, place, m.t()), place);
            mark(h, place(h, place, m.s()), place);
        }
    }

    /**
     * The meetings without those within stretches, between known places, that run along what is met within tolerance: these only tell
     * where the one happens to change sides.
     *
     * @param along whether a stretch does
     */
    private List<Meeting> apart(Edge e, List<Meeting> met, Predicate<Interval> along) {
        if (met.isEmpty() || e.curve() instanceof Line || marks(e).isEmpty()) {
            return met;
        }
        double[] t = marksAndEnds(e).stream()
                .mapToDouble(KnownPlaces.Known::t)
                .sorted()
                .toArray();
        List<Meeting> out = new ArrayList<>(met);
        for (int i = 0; i + 1 < t.length; i++) {
            Interval r = new Interval(t[i], t[i + 1]);
            Predicate<Meeting> within = m -> m.t() > r.lo() && m.t() < r.hi();
            if (out.stream().anyMatch(within) && along.test(r)) {
                out.removeIf(within);
            }
        }
        return out;
    }

    /** The parameter of a place on an edge, near where it was found. */
    private double place(Edge e, int place, double found) {
        Vec3 p = pool.point(place);
        return e.curve().point(found).distance(p) <= pool.merge()
                ? found
                : e.curve().project(p, e.range());
    }

    private List<KnownPlaces.Known> marksAndEnds(Edge e) {
        List<KnownPlaces.Known> out = new ArrayList<>();
        out.add(new KnownPlaces.Known(e.range().lo(), placeOf.get(e.start())));
        out.add(new KnownPlaces.Known(e.range().hi(), placeOf.get(e.end())));
        marks(e).forEach(m -> out.add(new KnownPlaces.Known(m.t(), m.place())));
        return out;
    }

    private void pointOnEdge(Vec3 p, int place, Edge e) {
        if (e.bounds().distance(p) > tol.linear()) {
            return;
        }
        double t = e.curve().project(p, e.range());
        if (e.curve().point(t).distance(p) <= 2 * tol.linear()) {
            mark(e, t, place);
        }
    }

    private void vertexOnEdge(Vertex v, Edge e) {
        double t = e.curve().project(v.point(), e.range());
        if (e.curve().point(t).distance(v.point()) <= tol.linear()) {
            mark(e, t, placeOf.get(v));
        }
    }

    private void edgeFace(Edge e, Face f) {
        if (!e.bounds().grown(tol.linear()).overlaps(f.bounds().grown(tol.linear())) || !done.add(new Couple(e, f))) {
            return;
        }
        if (CurveSurface.liesIn(e.curve(), e.range(), f.surface(), tol)) {
            lying.add(new Lying(e, f));
            return;
        }
        List<Meeting> met = CurveSurface.meet(e.curve(), e.range(), f.surface(), tol);
        List<Meeting> apart = apart(e, met, r -> CurveSurface.liesIn(e.curve(), r, f.surface(), tol));
        if (apart.size() < met.size()) {
            lying.add(new Lying(e, f));
        }
        for (Meeting m : apart) {
            Vec3 p = e.curve().point(m.t());
            Integer known = places.among(e.curve(), m.t(), marksAndEnds(e), f.surface()::signedDistance);
            Vec3 q = known != null ? pool.point(known) : p;
            if (f.region().locate(q, tol) == SurfaceRegion.Place.OUTSIDE) {
                continue;
            }
            int place = known != null ? known : pool.add(p);
            mark(e, m.t(), place);
            onFace.computeIfAbsent(f, k -> new LinkedHashSet<>()).add(place);
        }
    }
}
