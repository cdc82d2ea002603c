package io.tallember.solid.fuse;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Curve;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.SurfaceSurface;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Merges neighbouring faces of one surface, then edges of one curve that meet where nothing else does. Faces that were neighbours
 * in one input body have been divided on purpose and stay so.
 */
final class Simplify {
    private final PointPool pool;
    private final Tolerance tol;

    /** By input faces with a neighbour of the same surface, their bodies. */
    private final Map<Face, Body> divided = new IdentityHashMap<>();

    Simplify(List<Body> bodies, PointPool pool, Tolerance tol) {
        for (Body b : bodies) {
            for (Edge e : b.edges()) {
                List<Face> two = b.facesOf(e);
                if (two.size() == 2 && two.get(0) != two.get(1) && one(two.get(0), two.get(1))) {
                    two.forEach(f -> divided.put(f, b));
                }
            }
        }
        this.pool = pool;
        this.tol = tol;
    }

    List<Built> apply(List<Built> faces) {
        return mergeEdges(mergeFaces(faces));
    }

    private List<Built> mergeFaces(List<Built> faces) {
        Map<Fragment, List<Integer>> users = new LinkedHashMap<>();
        for (int i = 0; i < faces.size(); i++) {
            for (List<Fragment.Half> loop : faces.get(i).loops()) {
                for (Fragment.Half h : loop) {
                    users.computeIfAbsent(h.fragment(), k -> new ArrayList<>(2)).add(i);
                }
            }
        }
        int[] group = new int[faces.size()];
        for (int i = 0; i < group.length; i++) {
            group[i] = i;
        }
        for (Map.Entry<Fragment, List<Integer>> e : users.entrySet()) {
            List<Integer> u = e.getValue();
            boolean two = u.size() == 2 && !u.get(0).equals(u.get(1));
            if (two
                    && !divided(faces.get(u.get(0)), faces.get(u.get(1)))
                    && oneSurface(faces.get(u.get(0)), faces.get(u.get(1)))) {
                group[find(group, u.get(0))] = find(group, u.get(1));
            }
        }
        Map<Integer, List<Built>> groups = new LinkedHashMap<>();
        for (int i = 0; i < group.length; i++) {
            groups.computeIfAbsent(find(group, i), k -> new ArrayList<>(1)).add(faces.get(i));
        }
        List<Built> out = new ArrayList<>();
        groups.values().forEach(g -> out.addAll(g.size() == 1 ? List.of(dropInner(g.get(0))) : merged(g)));
        return out;
    }

    private static int find(int[] group, int i) {
        int r = i;
        while (group[r] != r) {
            r = group[r];
        }
        group[i] = r;
        return r;
    }

    private static boolean one(Face f, Face g) {
        return f.surface() == g.surface()
                || f.surface().kind().equals(g.surface().kind()) && f.surface().equals(g.surface());
    }

    private boolean divided(Built a, Built b) {
        return a.source() != null
                && b.source() != null
                && a.source() != b.source()
                && divided.containsKey(a.source())
                && divided.get(a.source()) == divided.get(b.source());
    }

    private boolean oneSurface(Built a, Built b) {
        if (a.surface() == b.surface()) {
            return a.sense() == b.sense();
        }
        if (!a.surface().kind().equals(b.surface().kind())) {
            return false;
        }
        Box3 box = box(a).with(box(b));
        if (!SurfaceSurface.same(a.surface(), b.surface(), box, tol)) {
            return false;
        }
        Vec3 p = a.loops().get(0).get(0).fragment().middle();
        boolean alike = a.surface().normalAt(p).dot(b.surface().normalAt(p)) > 0;
        return alike == (a.sense() == b.sense());
    }

    private static Box3 box(Built f) {
        Box3 box = Box3.EMPTY;
        for (List<Fragment.Half> loop : f.loops()) {
            for (Fragment.Half h : loop) {
                box = box.with(h.curve().bounds(h.range()));
            }
        }
        return box;
    }

    /** A face that borders itself along a fragment has no use for it. */
    Built dropInner(Built f) {
        Set<Fragment.Half> halves = new LinkedHashSet<>();
        f.loops().forEach(halves::addAll);
        boolean inner = halves.stream().anyMatch(h -> halves.contains(h.twin()));
        return inner ? merged(List.of(f)).get(0) : f;
    }

    private List<Built> merged(List<Built> group) {
        Built first = group.get(0);
        Set<Fragment.Half> halves = new LinkedHashSet<>();
        Set<Origin> origins = new LinkedHashSet<>();
        for (Built f : group) {
            f.loops().forEach(halves::addAll);
            origins.addAll(f.origins());
        }
        Set<Fragment.Half> rim = new LinkedHashSet<>(halves);
        rim.removeIf(h -> halves.contains(h.twin()));
        return new LoopWalker(first.surface(), first.sense(), pool, tol)
                .regions(rim).stream()
                        .map(loops ->
                                new Built(first.surface(), first.sense(), loops, List.copyOf(origins), null, null))
                        .toList();
    }

    private List<Built> mergeEdges(List<Built> faces) {
        Map<Integer, Set<Fragment>> at = new LinkedHashMap<>();
        for (Built f : faces) {
            for (List<Fragment.Half> loop : f.loops()) {
                for (Fragment.Half h : loop) {
                    at.computeIfAbsent(h.from(), k -> new LinkedHashSet<>()).add(h.fragment());
                    at.computeIfAbsent(h.to(), k -> new LinkedHashSet<>()).add(h.fragment());
                }
            }
        }
        Map<Fragment, Fragment.Half> now = new LinkedHashMap<>();
        Set<Integer> gone = new LinkedHashSet<>();
        for (Map.Entry<Integer, Set<Fragment>> e : at.entrySet()) {
            if (e.getValue().size() != 2) {
                continue;
            }
            var it = e.getValue().iterator();
            Fragment a = it.next();
            Fragment b = it.next();
            Fragment joined = a.start == a.end || b.start == b.end ? null : join(a, b, e.getKey());
            if (joined == null) {
                continue;
            }
            gone.add(e.getKey());
            replace(at, now, a, joined, alongCurve(a, joined));
            replace(at, now, b, joined, alongCurve(b, joined));
        }
        if (gone.isEmpty()) {
            return faces;
        }
        return faces.stream().map(f -> rewritten(f, now)).toList();
    }

    private static boolean alongCurve(Fragment part, Fragment whole) {
        double t = whole.curve.project(part.middle(), whole.range);
        return part.curve.derivative(part.range.middle()).dot(whole.curve.derivative(t)) > 0;
    }

    private static void replace(
            Map<Integer, Set<Fragment>> at,
            Map<Fragment, Fragment.Half> now,
            Fragment old,
            Fragment joined,
            boolean forward) {
        for (int place : new int[] {old.start, old.end}) {
            Set<Fragment> set = at.get(place);
            set.remove(old);
            if (place == joined.start || place == joined.end) {
                set.add(joined);
            }
        }
        now.put(old, new Fragment.Half(joined, forward));
    }

    /** The two fragments as one, when both run on one curve and continue each other at the place; else null. */
    private Fragment join(Fragment a, Fragment b, int place) {
        if (!a.curve.getClass().equals(b.curve.getClass()) || !CurveCurve.same(b.curve, b.range, a.curve, tol)) {
            return null;
        }
        if (a.curve instanceof IntersectionCurve k && !(a.curve == b.curve && k.closed())) {
            return joinedChain(k, a, b, place);
        }
        Curve c = a.curve;
        boolean afterA = a.end == place && (a.start != place);
        int far = b.start == place ? b.end : b.start;
        double span = span(c, b);
        int start = afterA ? a.start : far;
        int end = afterA ? far : a.end;
        Interval range = afterA
                ? new Interval(a.range.lo(), a.range.hi() + span)
                : new Interval(a.range.lo() - span, a.range.hi());
        if (c.period() > 0 && range.length() > c.period() - 1e-9) {
            range = new Interval(range.lo(), range.lo() + c.period());
        }
        // A fold (two fragments on one line lying over each other) is no continuation.
        Vec3 outOfA =
                afterA ? c.derivative(a.range.hi()) : c.derivative(a.range.lo()).negated();
        Vec3 intoB = b.start == place
                ? b.curve.derivative(b.range.lo())
                : b.curve.derivative(b.range.hi()).negated();
        return outOfA.dot(intoB) > 0 ? new Fragment(c, range, start, end, null) : null;
    }

    /** Two stretches of chains of the same surfaces as one chain. */
    private Fragment joinedChain(IntersectionCurve k, Fragment a, Fragment b, int place) {
        List<Vec3> chain = points(a, a.end == place);
        List<Vec3> rest = points(b, b.start == place);
        Vec3 turn = chain.get(chain.size() - 1).minus(chain.get(chain.size() - 2));
        if (turn.dot(rest.get(1).minus(rest.get(0))) <= 0) {
            return null; // a fold is no continuation
        }
        chain.addAll(rest.subList(1, rest.size()));
        int start = a.end == place ? a.start : a.end;
        int end = b.start == place ? b.end : b.start;
        boolean closed = start == end;
        if (closed) {
            chain.remove(chain.size() - 1);
        }
        IntersectionCurve joined = new IntersectionCurve(k.first(), k.second(), chain, closed);
        return new Fragment(joined, joined.whole(), start, end, null);
    }

    private static List<Vec3> points(Fragment f, boolean forward) {
        List<Vec3> out = new ArrayList<>();
        for (double t : f.curve.breaks(f.range)) {
            out.add(f.curve.point(t));
        }
        if (!forward) {
            java.util.Collections.reverse(out);
        }
        return out;
    }

    /** The length of b's stretch in the parameter of c. */
    private double span(Curve c, Fragment b) {
        return c.period() > 0
                ? ellipseSpan(c, b)
                : Math.abs(c.project(b.curve.point(b.range.hi())) - c.project(b.curve.point(b.range.lo())));
    }

    private static double ellipseSpan(Curve c, Fragment b) {
        double lo = c.project(b.curve.point(b.range.lo()));
        double mid = new Interval(lo, lo + c.period()).unwrap(c.project(b.middle()), c.period(), 0);
        double hi = new Interval(lo, lo + c.period()).unwrap(c.project(b.curve.point(b.range.hi())), c.period(), 0);
        return mid <= hi ? hi - lo : c.period() - (hi - lo);
    }

    private static Built rewritten(Built f, Map<Fragment, Fragment.Half> now) {
        boolean touched = f.loops().stream().anyMatch(l -> l.stream().anyMatch(h -> now.containsKey(h.fragment())));
        if (!touched) {
            return f;
        }
        List<List<Fragment.Half>> loops = new ArrayList<>();
        for (List<Fragment.Half> loop : f.loops()) {
            List<Fragment.Half> out = new ArrayList<>();
            for (Fragment.Half h : loop) {
                Fragment.Half m = h;
                while (now.containsKey(m.fragment())) {
                    Fragment.Half to = now.get(m.fragment());
                    m = new Fragment.Half(to.fragment(), to.forward() == m.forward());
                }
                if (!out.contains(m)) {
                    out.add(m);
                }
            }
            loops.add(out);
        }
        return new Built(f.surface(), f.sense(), loops, f.origins(), null, f.source());
    }
}
