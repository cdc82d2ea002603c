package io.tallember.inspect;

import io.tallember.inspect.Probe.Place;
import io.tallember.inspect.Probe.Reach;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** How thick material is, place by place: the ball inside that touches a place and what lies opposite. */
public final class WallMap {
    /**
     * @param mm how thick; infinite where nothing lies opposite
     * @param to the place opposite; null for none
     */
    public record Wall(Place at, double mm, Place to) {}

    /** How far off, in mm, what is found quickly may be. */
    private static final double ABOUT = 0.02;
    /** A thickness this near to a limit, in mm, keeps it. */
    private static final double SAME = 1e-6;

    private final Probe probe;
    private final Samples samples;
    private final List<Wall> walls;

    public WallMap(Probe probe, Samples samples) {
        this.probe = probe;
        this.samples = samples;
        this.walls = samples.all().stream().map(this::wall).toList();
    }

    private Wall wall(Place p) {
        return wall(p, probe.insideAbout(p));
    }

    private static Wall wall(Place p, Reach r) {
        return new Wall(p, r.mm(), r.to());
    }

    public List<Wall> walls() {
        return walls;
    }

    /** Where walls are thinner than a limit: for each pair of faces opposite each other the thinnest place, exactly; thinnest first. */
    public List<Wall> thinner(double limit) {
        return worst(limit, 1);
    }

    /** Where walls are thicker than a limit: for each pair of faces opposite each other the thickest place; thickest first. */
    public List<Wall> thicker(double limit) {
        return worst(limit, -1);
    }

    private List<Wall> worst(double limit, int sign) {
        Comparator<Wall> order = Comparator.comparingDouble(w -> sign * w.mm());
        Map<List<Integer>, Wall> by = new LinkedHashMap<>();
        for (Wall w : walls) {
            if (w.to() != null && sign * w.mm() < sign * limit + ABOUT) {
                List<Integer> pair =
                        List.of(Math.min(w.at().face(), w.to().face()), Math.max(w.at().face(), w.to().face()));
                by.merge(pair, w, (a, b) -> order.compare(a, b) <= 0 ? a : b);
            }
        }
        List<Wall> out = new ArrayList<>();
        for (Wall w : by.values()) {
            Place p = samples.least(w.at(), q -> sign * told(q));
            Wall exact = wall(p, probe.inside(p));
            if (sign * exact.mm() < sign * limit - SAME) {
                out.add(exact);
            }
        }
        out.sort(order);
        return out;
    }

    private double told(Place p) {
        Reach r = probe.inside(p);
        return r.to() == null ? Double.NaN : r.mm();
    }

    /** The thickness that most of the surface has: the middle one of all that are told. */
    public double usual() {
        double[] all = walls.stream()
                .filter(w -> w.to() != null)
                .mapToDouble(Wall::mm)
                .sorted()
                .toArray();
        return all.length == 0 ? Double.NaN : all[all.length / 2];
    }
}
