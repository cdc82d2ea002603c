package io.tallember.solid.fuse;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Fan;
import io.tallember.solid.SurfaceRegion;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * From directed fragments on a surface to regions: at each place the sharpest left turn is taken, giving loops with their
 * region on the left; {@link Nesting} then sorts the loops into regions.
 */
final class LoopWalker {
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
        return new Nesting(surface, sense, tol).regions(loops(halves));
    }

    private List<List<Fragment.Half>> loops(Set<Fragment.Half> halves) {
        Map<Integer, List<Fragment.Half>> leaving = new LinkedHashMap<>();
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
                    throw disagree(h.fragment().middle());
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
            throw disagree(pool.point(arriving.to()));
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
            double turn = turnsBack ? 2 * Math.PI : SurfaceRegion.clockwise(back, fan.angleOf(h, true, radius));
            if (turn < bestTurn) {
                bestTurn = turn;
                best = h;
            }
        }
        return best;
    }

    static GeometryException disagree(Vec3 place) {
        return new GeometryException(
                GeometryException.Reason.INCONSISTENT,
                "The outline of a face doesn't close after cutting near " + place.said()
                        + ". Two faces probably touch almost but not quite; move one of them by a clear amount, or make them flush.");
    }
}
