package io.tallember.inspect;

import io.tallember.geometry.Vec3;
import io.tallember.inspect.Probe.Place;
import io.tallember.inspect.Probe.Reach;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** How thick material is, or how wide a gap, place by place: the ball that touches a place and what lies opposite. */
public final class WallMap {
    /**
     * @param mm how thick; infinite where nothing lies opposite
     * @param to the place opposite; null for none
     */
    public record Wall(Place at, double mm, Place to) {
        /** Of the ball. */
        Vec3 middle() {
            return at.at().plus(-mm / 2, at.outward());
        }
    }

    /** How far off, in mm, what is found quickly may be. */
    private static final double ABOUT = 0.02;
    /** A thickness this near to a limit, in mm, keeps it. */
    private static final double SAME = 1e-6;

    /** A ball whose middle is nearer to that of another than this share of its diameter tells nothing new. */
    private static final double COVERED = 0.25;

    /** So many of the largest lumps are gone into to the end. */
    private static final int SETTLED = 12;

    private final Probe probe;
    private final Samples samples;
    private final List<Wall> walls;

    /** Above zero for gaps: wider ones aren't looked for. */
    private final double upTo;

    public WallMap(Probe probe, Samples samples) {
        this(probe, samples, 0);
    }

    private WallMap(Probe probe, Samples samples, double upTo) {
        this.upTo = upTo;
        this.probe = probe;
        this.samples = samples;
        this.walls = samples.all().stream().map(this::wall).toList();
    }

    /** Gaps outside of the material instead, as far as they are narrower than a limit. */
    public static WallMap gaps(Probe probe, Samples samples, double limit) {
        return new WallMap(probe, samples, limit + 2 * ABOUT);
    }

    private Wall wall(Place p) {
        return wall(p, upTo > 0 ? probe.outsideAbout(p, upTo) : probe.insideAbout(p));
    }

    private static Wall wall(Place p, Reach r) {
        return new Wall(p, r.mm(), r.to());
    }

    public List<Wall> walls() {
        return walls;
    }

    /** Where walls are thinner than a limit: for each pair of faces opposite each other the thinnest place, exactly; thinnest first. */
    public List<Wall> thinner(double limit) {
        Comparator<Wall> order = Comparator.comparingDouble(Wall::mm);
        Map<List<Integer>, List<Wall>> by = new LinkedHashMap<>();
        for (Wall w : walls) {
            if (w.to() != null && w.mm() < limit + ABOUT) {
                List<Integer> pair =
                        List.of(Math.min(w.at().face(), w.to().face()), Math.max(w.at().face(), w.to().face()));
                by.computeIfAbsent(pair, k -> new ArrayList<>()).add(w);
            }
        }
        List<Wall> out = new ArrayList<>();
        for (List<Wall> pair : by.values()) {
            // where faces lie hardly opposite, the exact ball may be stopped by nothing
            pair.stream()
                    .sorted(order)
                    .filter(w -> !Double.isNaN(told(w.at())))
                    .findFirst()
                    .map(w -> samples.least(w.at(), this::told))
                    .map(p -> wall(p, exact(p)))
                    .filter(w -> w.mm() < limit - SAME)
                    .ifPresent(out::add);
        }
        out.sort(order);
        return out;
    }

    /**
     * Where material is thicker than a limit whatever way it is measured: balls that fit into it wholly, of those that reach into each
     * other the largest; the largest first.
     */
    public List<Wall> lumps(double limit) {
        List<Wall> all = new ArrayList<>();
        List<Wall> candidates = walls.stream()
                .filter(w -> w.mm() > limit - ABOUT)
                .sorted(Comparator.comparingDouble(w -> -w.mm()))
                .toList();
        for (Wall w : candidates) {
            Vec3 middle = w.middle();
            if (all.stream().anyMatch(o -> o.middle().distance(middle) < COVERED * o.mm())) {
                continue;
            }
            Reach r = probe.largest(w.at());
            if (r.to() != null && r.mm() > limit + SAME) {
                all.add(wall(w.at(), r));
            }
        }
        all.sort(Comparator.comparingDouble(w -> -w.mm()));
        List<Wall> out = new ArrayList<>();
        List<Wall> lump = new ArrayList<>();
        while (!all.isEmpty()) {
            out.add(out.size() < SETTLED ? largest(all.get(0)) : all.get(0));
            lump.add(all.remove(0));
            for (int i = 0; i < lump.size(); i++) {
                Wall in = lump.get(i);
                all.removeIf(w -> {
                    boolean beside = w.middle().distance(in.middle()) < (w.mm() + in.mm()) / 2;
                    if (beside) {
                        lump.add(w);
                    }
                    return beside;
                });
            }
            lump.clear();
        }
        return out;
    }

    private Wall largest(Wall from) {
        Place p = samples.least(from.at(), q -> {
            Reach r = probe.largest(q);
            return r.to() == null ? Double.NaN : -r.mm();
        });
        return wall(p, probe.largest(p));
    }

    private Reach exact(Place p) {
        return upTo > 0 ? probe.outside(p, upTo) : probe.inside(p);
    }

    private double told(Place p) {
        Reach r = exact(p);
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
