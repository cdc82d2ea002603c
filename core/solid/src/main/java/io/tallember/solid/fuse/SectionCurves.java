package io.tallember.solid.fuse;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Curve;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.geometry.intersect.OneContact;
import io.tallember.geometry.intersect.SurfaceSurface;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What cuts each face: stretches where two faces cross away from all edges, and fragments of other bodies' edges that lie
 * inside a face. Also remembers which faces share a surface.
 */
final class SectionCurves {
    private record Stop(double t, int place) {}

    /** A curve in which two faces may cross, with the places known on it; what lies between two places is judged later. */
    private record Candidate(Curve curve, Interval reach, Box3 box, Face a, Face b, List<Stop> stops) {
        boolean shares(Face f) {
            return a == f || b == f;
        }
    }

    private final Meetings meetings;
    private final Fragments fragments;
    private final Interferences found;
    private final Tolerance tol;
    private final KnownPlaces places;
    private final Map<Face, Map<Integer, Integer>> known = new IdentityHashMap<>();
    private final Map<Face, Set<Fragment>> cutting = new IdentityHashMap<>();
    private final Map<Face, Set<Integer>> touching = new IdentityHashMap<>();
    private final Map<Face, List<Face>> sameSurface = new IdentityHashMap<>();
    private final List<Candidate> candidates = new ArrayList<>();

    SectionCurves(
            List<FacePairs.Pair> pairs, Meetings meetings, Fragments fragments, Interferences found, Tolerance tol) {
        this.meetings = meetings;
        this.fragments = fragments;
        this.found = found;
        this.tol = tol;
        this.places = new KnownPlaces(fragments.pool(), tol);
        for (FacePairs.Pair p : pairs) {
            cross(p);
        }
        crossEachOther();
        candidates.forEach(this::along);
        for (Interferences.Lying l : found.lying()) {
            imprint(l);
        }
    }

    /** Places on a face where edges or faces of other bodies pierce or touch it. */
    Set<Integer> touching(Face f) {
        Set<Integer> out = new LinkedHashSet<>(touching.getOrDefault(f, Set.of()));
        out.addAll(found.piercing(f));
        return out;
    }

    Set<Fragment> cutting(Face f) {
        return cutting.getOrDefault(f, Set.of());
    }

    /** Faces of other bodies that lie on the same surface, turned either way. */
    List<Face> sameSurface(Face f) {
        return sameSurface.getOrDefault(f, List.of());
    }

    private void imprint(Interferences.Lying l) {
        for (Fragment.Half h : fragments.of(l.edge())) {
            if (l.face().region().locate(h.fragment().middle(), tol) == SurfaceRegion.Place.INSIDE) {
                cuts(l.face(), h.fragment());
            }
        }
    }

    private void cuts(Face f, Fragment fragment) {
        cutting.computeIfAbsent(f, k -> new LinkedHashSet<>()).add(fragment);
    }

    private void cross(FacePairs.Pair pair) {
        Face a = pair.a();
        Face b = pair.b();
        SurfaceSurface.Result met = meetings.of(pair);
        if (met.same()) {
            sameSurface.computeIfAbsent(a, k -> new ArrayList<>()).add(b);
            sameSurface.computeIfAbsent(b, k -> new ArrayList<>()).add(a);
            return;
        }
        if (met.curves().isEmpty() && met.points().isEmpty()) {
            return;
        }
        Set<Integer> shared = shared(placesOf(a), placesOf(b));
        for (int place : found.touches(pair)) {
            shared.add(place);
            touching.computeIfAbsent(a, k -> new LinkedHashSet<>()).add(place);
            touching.computeIfAbsent(b, k -> new LinkedHashSet<>()).add(place);
        }
        for (Curve c : met.curves()) {
            collect(c instanceof IntersectionCurve k && !k.closed() ? reaching(k, pair, shared) : c, pair, shared);
        }
    }

    /** Both have them, in the order of the first. */
    private static Set<Integer> shared(Map<Integer, Integer> a, Map<Integer, Integer> b) {
        Map<Integer, Integer> few = a.size() < b.size() ? a : b;
        Map<Integer, Integer> many = few == a ? b : a;
        List<Integer> out = new ArrayList<>();
        few.keySet().forEach(k -> {
            if (many.containsKey(k)) {
                out.add(k);
            }
        });
        out.sort(Comparator.comparing(a::get));
        return new LinkedHashSet<>(out);
    }

    /** The places on a face, each with its turn. */
    private Map<Integer, Integer> placesOf(Face f) {
        return known.computeIfAbsent(f, k -> {
            Map<Integer, Integer> turns = new HashMap<>();
            for (int place : places(k)) {
                turns.put(place, turns.size());
            }
            return turns;
        });
    }

    /** All numbered places on a face: along its boundary, and where other bodies' edges pierce or touch it. */
    private Set<Integer> places(Face f) {
        Set<Integer> out = new LinkedHashSet<>(found.piercing(f));
        for (Coedge c : f.coedges()) {
            out.add(found.place(c.start()));
            found.marks(c.edge()).forEach(m -> out.add(m.place()));
        }
        return out;
    }

    /**
     * A branch that ends where the surfaces run flat into each other, and so not at a well-determined point, made to end at the
     * place known there.
     */
    private IntersectionCurve reaching(IntersectionCurve k, FacePairs.Pair pair, Set<Integer> shared) {
        List<Vec3> chain = new ArrayList<>();
        for (double t : k.breaks(k.whole())) {
            chain.add(k.point(t));
        }
        boolean moved = false;
        for (int end : new int[] {0, chain.size() - 1}) {
            Vec3 tip = chain.get(end);
            Vec3 place = shared.stream()
                    .map(fragments.pool()::point)
                    .filter(p -> Interferences.together(pair, tip, p, tol))
                    .min(Comparator.comparingDouble(p -> p.distance(tip)))
                    .orElse(tip);
            moved |= place.distance(tip) > tol.linear();
            chain.set(end, place);
        }
        return moved ? new IntersectionCurve(k.first(), k.second(), chain, false) : k;
    }

    private void collect(Curve c, FacePairs.Pair pair, Set<Integer> shared) {
        Face a = pair.a();
        Face b = pair.b();
        List<Stop> stops = new ArrayList<>();
        for (int place : shared) {
            Vec3 p = fragments.pool().point(place);
            if (c instanceof IntersectionCurve k && !k.closed()) {
                // a branch may begin and end in one point where it crosses itself
                for (double end : new double[] {k.whole().lo(), k.whole().hi()}) {
                    if (k.point(end).distance(p) <= 3 * tol.linear()) {
                        stops.add(new Stop(end, place));
                    }
                }
                if (stops.stream().anyMatch(s -> s.place() == place)) {
                    continue;
                }
            }
            double t = c.project(p);
            if (c.point(t).distance(p) <= 3 * tol.linear()) {
                stops.add(new Stop(t, place));
            }
        }
        stops.sort(Comparator.comparingDouble(Stop::t));
        if (c.period() == 0 && stops.size() < 2) {
            return;
        }
        Interval reach = c.period() > 0
                ? new Interval(0, c.period())
                : new Interval(stops.get(0).t(), stops.get(stops.size() - 1).t());
        candidates.add(new Candidate(c, reach, c.bounds(reach).grown(tol.linear()), a, b, stops));
    }

    /** Where two of the curves cross on a face that both lie on, away from every edge: a place on both. */
    private void crossEachOther() {
        List<Candidate> sorted = new ArrayList<>(candidates);
        sorted.sort(Comparator.comparingDouble(c -> c.box().min().x()));
        List<Candidate> open = new ArrayList<>();
        for (Candidate c : sorted) {
            open.removeIf(o -> o.box().max().x() < c.box().min().x());
            for (Candidate o : open) {
                if (o.box().overlaps(c.box()) && (c.shares(o.a()) || c.shares(o.b()))) {
                    cross(c, o);
                }
            }
            open.add(c);
        }
    }

    private void cross(Candidate c, Candidate o) {
        if (CurveCurve.same(c.curve(), c.reach(), o.curve(), tol)) {
            return;
        }
        for (Meeting m : CurveCurve.meet(c.curve(), c.reach(), o.curve(), o.reach(), tol)) {
            Vec3 p = c.curve().point(m.t());
            boolean within = List.of(c.a(), c.b(), o.a(), o.b()).stream()
                    .allMatch(f -> f.region().locate(p, tol) != SurfaceRegion.Place.OUTSIDE);
            if (within) {
                Integer known = places.among(c.curve(), m.t(), known(c), OneContact.from(o.curve(), o.reach()));
                if (known == null) {
                    known = places.among(o.curve(), m.s(), known(o), OneContact.from(c.curve(), c.reach()));
                }
                int place = known != null ? known : fragments.pool().add(p);
                stopAt(c, m.t(), place);
                stopAt(o, m.s(), place);
            }
        }
    }

    private static List<KnownPlaces.Known> known(Candidate c) {
        return c.stops().stream()
                .map(s -> new KnownPlaces.Known(s.t(), s.place()))
                .toList();
    }

    private void stopAt(Candidate c, double t, int place) {
        if (c.stops().stream().noneMatch(s -> s.place() == place)) {
            Vec3 p = fragments.pool().point(place);
            boolean there = c.curve().point(t).distance(p) <= fragments.pool().merge();
            double at = there ? t : c.reach().clamp(c.curve().project(p, c.reach()));
            c.stops().add(new Stop(at, place));
        }
    }

    private void along(Candidate candidate) {
        Curve c = candidate.curve();
        List<Stop> stops = candidate.stops();
        stops.sort(Comparator.comparingDouble(Stop::t));
        if (c.period() > 0) {
            if (stops.isEmpty()) {
                wholeCurve(c, candidate.a(), candidate.b());
                return;
            }
            stops.add(new Stop(stops.get(0).t() + c.period(), stops.get(0).place()));
        }
        for (int i = 0; i + 1 < stops.size(); i++) {
            stretch(c, stops.get(i), stops.get(i + 1), candidate.a(), candidate.b());
        }
    }

    private void wholeCurve(Curve c, Face a, Face b) {
        Vec3 p = c.point(0);
        if (a.region().locate(p, tol) == SurfaceRegion.Place.INSIDE
                && b.region().locate(p, tol) == SurfaceRegion.Place.INSIDE) {
            int place = fragments.pool().add(p);
            Fragment f = fragments
                    .section(c, new Interval(0, c.period()), place, place)
                    .fragment();
            cuts(a, f);
            cuts(b, f);
        }
    }

    private void stretch(Curve c, Stop from, Stop to, Face a, Face b) {
        Interval range = new Interval(from.t(), to.t());
        Vec3 mid = c.point(range.middle());
        if (c.point(range.lo()).distance(mid) <= tol.linear()) {
            return;
        }
        if (a.region().locate(mid, tol) == SurfaceRegion.Place.INSIDE
                && b.region().locate(mid, tol) == SurfaceRegion.Place.INSIDE) {
            Fragment f = fragments.section(c, range, from.place(), to.place()).fragment();
            cuts(a, f);
            cuts(b, f);
        }
    }
}
