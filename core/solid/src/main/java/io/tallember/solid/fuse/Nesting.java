package io.tallember.solid.fuse;

import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Boxes;
import io.tallember.solid.RingTurn;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.UvLoop;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Sorts the closed loops on a surface, each with its region on the left, into regions.
 *
 * <p>On a plane: outer loops and holes, told apart by the sign of their area. On a cylinder or cone also pairs that wind round,
 * one above the other; where the surface has a tip the lowest may stand alone and holds it. On a ring pairs wind round either way, and where
 * none does the whole ring may be the outside. On a sphere no loop is outer or inner: there two loops bound one region when no
 * loop has them on different sides.
 */
final class Nesting {
    private record Walked(List<Fragment.Half> halves, UvLoop uv, double area) {
        Vec3 middle() {
            return halves.get(0).fragment().middle();
        }
    }

    private final Surface surface;
    private final boolean sense;
    private final Tolerance tol;

    Nesting(Surface surface, boolean sense, Tolerance tol) {
        this.surface = surface;
        this.sense = sense;
        this.tol = tol;
    }

    List<List<List<Fragment.Half>>> regions(List<List<Fragment.Half>> loops) {
        if (loops.isEmpty()) {
            return List.of(List.of());
        }
        return surface instanceof Sphere ? bySides(loops) : byWinding(loops);
    }

    private List<List<List<Fragment.Half>>> bySides(List<List<Fragment.Half>> loops) {
        int n = loops.size();
        List<SurfaceRegion> left = loops.stream()
                .map(l -> new SurfaceRegion(surface, sense, List.of(l)))
                .toList();
        Map<String, List<List<Fragment.Half>>> groups = new LinkedHashMap<>();
        List<List<List<Fragment.Half>>> out = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            StringBuilder sides = new StringBuilder();
            for (int k = 0; k < n; k++) {
                sides.append(i == k || leftOf(loops.get(i), loops.get(k), left.get(k)) ? '1' : '0');
            }
            groups.computeIfAbsent(sides.toString(), s -> new ArrayList<>()).add(loops.get(i));
        }
        out.addAll(groups.values());
        return out;
    }

    /** Whether the region along one loop lies on the left of another. */
    private boolean leftOf(List<Fragment.Half> loop, List<Fragment.Half> other, SurfaceRegion left) {
        if (foldsBack(other)) {
            return true;
        }
        for (Fragment.Half h : loop) {
            if (other.contains(h.twin())) {
                return other.contains(h);
            }
        }
        for (Fragment.Half h : loop) {
            SurfaceRegion.Place place = left.locate(h.fragment().middle(), tol);
            if (place != SurfaceRegion.Place.BOUNDARY) {
                return place == SurfaceRegion.Place.INSIDE;
            }
        }
        Vec3 p = loop.get(0).pointAt(0.31);
        return left.locate(p, tol) == SurfaceRegion.Place.INSIDE;
    }

    private List<List<List<Fragment.Half>>> byWinding(List<List<Fragment.Half>> loops) {
        List<Walked> outers = new ArrayList<>();
        List<Walked> holes = new ArrayList<>();
        List<Walked> winding = new ArrayList<>();
        for (List<Fragment.Half> loop : loops) {
            UvLoop uv = UvLoop.of(surface, loop);
            double area = sense ? uv.area() : -uv.area();
            Walked w = new Walked(loop, uv, area);
            if (uv.windsRound()) {
                winding.add(w);
            } else {
                (area > 0 && !foldsBack(loop) ? outers : holes).add(w);
            }
        }
        List<List<Walked>> bounds = new ArrayList<>();
        outers.forEach(o -> bounds.add(new ArrayList<>(List.of(o))));
        bounds.addAll(pairs(winding));
        List<SurfaceRegion> shapes = bounds.stream()
                .map(b -> new SurfaceRegion(
                        surface, sense, b.stream().map(Walked::halves).toList()))
                .toList();
        List<List<Walked>> inside = new ArrayList<>();
        bounds.forEach(b -> inside.add(new ArrayList<>(b)));
        List<Walked> whole = new ArrayList<>();
        Boxes near = new Boxes(
                shapes.stream().map(r -> r.bounds().grown(tol.linear())).toList());
        for (Walked hole : holes) {
            int at = container(hole, bounds, shapes, near);
            (at < 0 ? whole : inside.get(at)).add(hole);
        }
        if (!whole.isEmpty()) {
            if (surface.vPeriod() == 0 || !winding.isEmpty()) {
                throw LoopWalker.disagree(whole.get(0).middle());
            }
            inside.add(whole);
        }
        List<List<List<Fragment.Half>>> regions = new ArrayList<>();
        inside.forEach(b -> regions.add(b.stream().map(Walked::halves).toList()));
        return regions;
    }

    /** A line of touch inside a face, walked to and fro: it encloses nothing. */
    private static boolean foldsBack(Collection<Fragment.Half> loop) {
        return loop.stream().allMatch(h -> loop.contains(h.twin()));
    }

    /** The smallest region that a hole lies in, or -1. */
    private int container(Walked hole, List<List<Walked>> bounds, List<SurfaceRegion> shapes, Boxes near) {
        int best = -1;
        double bestArea = Double.POSITIVE_INFINITY;
        for (int i : near.around(hole.halves().get(0).fragment().middle())) {
            double area = bounds.get(i).get(0).uv().windsRound()
                    ? Double.MAX_VALUE
                    : bounds.get(i).get(0).area();
            if (area < bestArea && holds(shapes.get(i), hole)) {
                best = i;
                bestArea = area;
            }
        }
        return best;
    }

    private boolean holds(SurfaceRegion shape, Walked hole) {
        for (Fragment.Half h : hole.halves()) {
            Vec3 p = h.fragment().middle();
            if (!shape.bounds().contains(p) && shape.bounds().distance(p) > tol.linear()) {
                return false;
            }
            SurfaceRegion.Place place = shape.locate(p, tol);
            if (place != SurfaceRegion.Place.BOUNDARY) {
                return place == SurfaceRegion.Place.INSIDE;
            }
        }
        return false;
    }

    /** Loops that wind round, each that has its region above it with the next that has it below. */
    private List<List<Walked>> pairs(List<Walked> winding) {
        if (winding.isEmpty()) {
            return List.of();
        }
        RingTurn turn = RingTurn.of(winding.stream().map(Walked::uv).toList());
        List<Walked> rising = new ArrayList<>();
        List<Walked> falling = new ArrayList<>();
        for (Walked w : winding) {
            UvLoop uv = turn.apply(w.uv());
            if (uv.winding() == 0 || uv.windingV() != 0) {
                throw LoopWalker.disagree(w.middle());
            }
            (turn.rises(uv, sense) ? rising : falling).add(new Walked(w.halves(), uv, w.area()));
        }
        return surface.vPeriod() > 0 ? roundRing(rising, falling) : stacked(rising, falling);
    }

    private static List<List<Walked>> roundRing(List<Walked> rising, List<Walked> falling) {
        List<List<Walked>> out = new ArrayList<>();
        if (rising.size() != falling.size()) {
            throw LoopWalker.disagree(
                    (rising.isEmpty() ? falling : rising).get(0).middle());
        }
        for (Walked r : rising) {
            Walked next = falling.stream()
                    .min(Comparator.comparingDouble(f -> RingTurn.gap(r.uv(), f.uv())))
                    .orElseThrow();
            out.add(new ArrayList<>(List.of(r, next)));
        }
        return out;
    }

    private List<List<Walked>> stacked(List<Walked> rising, List<Walked> falling) {
        Comparator<Walked> byHeight = Comparator.comparingDouble(w -> w.uv().meanHeight());
        rising.sort(byHeight);
        falling.sort(byHeight);
        List<List<Walked>> out = new ArrayList<>();
        if (surface.tip() != null && falling.size() == rising.size() + 1) {
            out.add(new ArrayList<>(List.of(falling.remove(0))));
        }
        if (rising.size() != falling.size()) {
            throw LoopWalker.disagree(
                    (rising.isEmpty() ? falling : rising).get(0).middle());
        }
        for (int i = 0; i < rising.size(); i++) {
            out.add(new ArrayList<>(List.of(rising.get(i), falling.get(i))));
        }
        return out;
    }
}
