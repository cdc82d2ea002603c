package io.tallember.solid.fuse;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.solid.Fan;
import io.tallember.solid.Region;
import io.tallember.solid.UvLoop;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * From directed fragments on a surface to regions: at each place the sharpest left turn is taken, giving loops with their
 * region on the left; then loops are sorted into outer ones and holes, and on round surfaces into pairs that wind round.
 */
final class LoopWalker {
    private record Walked(List<Fragment.Half> halves, UvLoop uv, double area) {}

    private final Surface surface;
    private final boolean sense;
    private final PointPool pool;
    private final Tolerance tol;

    LoopWalker(Surface surface, boolean sense, PointPool pool, Tolerance tol) {
        this.surface = surface;
        this.sense = sense;
        this.pool = pool;
        this.tol = tol;
    }

    /** The regions bounded by the given halves, each a list of loops. */
    List<List<List<Fragment.Half>>> regions(Set<Fragment.Half> halves) {
        return nest(loops(halves));
    }

    private List<List<Fragment.Half>> loops(Set<Fragment.Half> halves) {
        Map<Integer, List<Fragment.Half>> leaving = new HashMap<>();
        for (Fragment.Half h : halves) {
            leaving.computeIfAbsent(h.from(), k -> new ArrayList<>(2)).add(h);
        }
        Set<Fragment.Half> left = new LinkedHashSet<>(halves);
        List<List<Fragment.Half>> loops = new ArrayList<>();
        while (!left.isEmpty()) {
            Fragment.Half first = left.iterator().next();
            List<Fragment.Half> loop = new ArrayList<>();
            Fragment.Half h = first;
            do {
                if (!left.remove(h)) {
                    throw disagree();
                }
                loop.add(h);
                h = next(h, leaving.getOrDefault(h.to(), List.of()));
            } while (!h.equals(first));
            loops.add(loop);
        }
        return loops;
    }

    private Fragment.Half next(Fragment.Half arriving, List<Fragment.Half> leaving) {
        if (leaving.isEmpty()) {
            throw disagree();
        }
        if (leaving.size() == 1) {
            return leaving.get(0);
        }
        Fan fan = new Fan(surface, sense, pool.point(arriving.to()));
        double radius = fan.radiusFor(arriving);
        for (Fragment.Half h : leaving) {
            radius = Math.min(radius, fan.radiusFor(h));
        }
        double back = fan.angleOf(arriving, false, radius);
        Fragment.Half best = null;
        double bestTurn = Double.POSITIVE_INFINITY;
        for (Fragment.Half h : leaving) {
            boolean turnsBack = h.equals(arriving.twin());
            double turn = turnsBack ? 2 * Math.PI : Region.clockwise(back, fan.angleOf(h, true, radius));
            if (turn < bestTurn) {
                bestTurn = turn;
                best = h;
            }
        }
        return best;
    }

    private GeometryException disagree() {
        return new GeometryException(
                GeometryException.Reason.INCONSISTENT,
                "The outline of a face doesn't close after cutting. Two faces probably touch almost but not quite;"
                        + " move one of them by a clear amount, or make them flush.");
    }

    private List<List<List<Fragment.Half>>> nest(List<List<Fragment.Half>> loops) {
        List<Walked> outers = new ArrayList<>();
        List<Walked> holes = new ArrayList<>();
        List<Walked> rising = new ArrayList<>();
        List<Walked> falling = new ArrayList<>();
        for (List<Fragment.Half> loop : loops) {
            UvLoop uv = UvLoop.of(surface, loop);
            double area = sense ? uv.area() : -uv.area();
            Walked w = new Walked(loop, uv, area);
            if (uv.winding() != 0) {
                // Material on the left: above a loop that runs with growing angle, seen with the normal outward.
                (sense == uv.winding() > 0 ? rising : falling).add(w);
            } else {
                (area > 0 && !foldsBack(loop) ? outers : holes).add(w);
            }
        }
        List<List<Walked>> bounds = new ArrayList<>();
        outers.forEach(o -> bounds.add(new ArrayList<>(List.of(o))));
        bounds.addAll(pairs(rising, falling));
        List<List<List<Fragment.Half>>> regions = new ArrayList<>();
        bounds.forEach(
                b -> regions.add(new ArrayList<>(b.stream().map(Walked::halves).toList())));
        List<Region> shapes = bounds.stream()
                .map(b -> new Region(
                        surface, sense, b.stream().map(Walked::halves).toList()))
                .toList();
        for (Walked hole : holes) {
            regions.get(container(hole, bounds, shapes)).add(hole.halves());
        }
        return regions;
    }

    /** A line of touch inside a face, walked to and fro: it encloses nothing. */
    private static boolean foldsBack(List<Fragment.Half> loop) {
        return loop.stream().allMatch(h -> loop.contains(h.twin()));
    }

    private int container(Walked hole, List<List<Walked>> bounds, List<Region> shapes) {
        int best = -1;
        double bestArea = Double.POSITIVE_INFINITY;
        for (int i = 0; i < bounds.size(); i++) {
            double area = bounds.get(i).size() == 1 ? bounds.get(i).get(0).area() : Double.MAX_VALUE;
            if (area < bestArea
                    && shapes.get(i).locate(hole.halves().get(0).fragment().middle(), tol) == Region.Place.INSIDE) {
                best = i;
                bestArea = area;
            }
        }
        if (best < 0) {
            throw disagree();
        }
        return best;
    }

    /** Each rising loop (region above it) with the next falling loop above. */
    private List<List<Walked>> pairs(List<Walked> rising, List<Walked> falling) {
        if (rising.size() != falling.size()) {
            throw disagree();
        }
        if (rising.isEmpty()) {
            return List.of();
        }
        Vec2 at = rising.get(0).uv().points().get(0);
        double period = surface.uPeriod();
        Comparator<Walked> byHeight = Comparator.comparingDouble(w -> w.uv().heightAt(at.x(), period));
        List<Walked> lower = new ArrayList<>(rising);
        List<Walked> upper = new ArrayList<>(falling);
        lower.sort(byHeight);
        upper.sort(byHeight);
        List<List<Walked>> out = new ArrayList<>();
        for (int i = 0; i < lower.size(); i++) {
            out.add(new ArrayList<>(List.of(lower.get(i), upper.get(i))));
        }
        return out;
    }
}
