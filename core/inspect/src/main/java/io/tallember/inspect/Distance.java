package io.tallember.inspect;

import io.tallember.geometry.Line;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * The least distance between two things, and the two places that have it.
 *
 * @param from on the first, and {@code to} on the second
 */
public record Distance(double mm, Vec3 from, Vec3 to) {
    /** From so many of the nearest pairs of places it is gone on, so that a nearer place farther off isn't missed. */
    private static final int SEEDS = 24;

    /** Pairs of places nearer than this part of what is known aren't told apart. */
    private static final double APART = 0.02;

    private static final int STEPS = 400;
    private static final double STILL = 1e-14;

    /**
     * Exact places, by going to and fro: each time to the place of one that is nearest to that of the other. The distance falls with
     * every step, and where it no longer does it is least nearby.
     */
    public static Distance of(Thing a, Thing b) {
        Distance best = null;
        for (Distance seed : seeds(a, b)) {
            Distance d = seed.settled(a, b);
            best = best == null || d.mm < best.mm ? d : best;
        }
        return best;
    }

    private static List<Distance> seeds(Thing a, Thing b) {
        List<Distance> all = new ArrayList<>();
        for (Vec3 p : a.places()) {
            Vec3 q = b.nearest(p);
            all.add(new Distance(p.distance(q), p, q));
        }
        for (Vec3 q : b.places()) {
            Vec3 p = a.nearest(q);
            all.add(new Distance(p.distance(q), p, q));
        }
        all.sort(Comparator.comparingDouble(Distance::mm));
        List<Distance> out = new ArrayList<>();
        for (Distance d : all) {
            double near = APART * (1e-3 + d.mm);
            if (out.size() < SEEDS && out.stream().noneMatch(o -> o.from.distance(d.from) < near)) {
                out.add(d);
            }
        }
        return out;
    }

    private Distance settled(Thing a, Thing b) {
        Distance now = this;
        for (int i = 1; i <= STEPS; i++) {
            Distance next = toward(b.nearest(now.from), a, b);
            boolean far = i % 3 == 0;
            if (far) {
                next = farther(now.from, next, a, b);
            }
            boolean still = far && now.mm - next.mm <= STILL * (1 + now.mm);
            now = next.mm <= now.mm ? next : now;
            if (still) {
                break;
            }
        }
        return now;
    }

    /** Where the way is flat steps stay short: ever farther ones the same way, as long as they lead nearer. */
    private static Distance farther(Vec3 before, Distance next, Thing a, Thing b) {
        Vec3 moved = next.from.minus(before);
        Distance best = next;
        for (double k = 1; moved.length() > 0; k *= 2) {
            Distance d = toward(b.nearest(a.nearest(next.from.plus(k, moved))), a, b);
            if (!(d.mm < best.mm)) {
                break;
            }
            best = d;
        }
        return best;
    }

    /** From a place of the second to the nearest of the first. */
    private static Distance toward(Vec3 q, Thing a, Thing b) {
        Vec3 p = a.nearest(q);
        return new Distance(p.distance(q), p, q);
    }

    /** Between two axes, or an axis and the middle of a round; empty where there are none. */
    public static Optional<Double> ofAxes(Thing a, Thing b) {
        if (a.axis() == null || b.axis() == null) {
            return Optional.empty();
        }
        Line l = a.axis();
        Line m = b.axis();
        Vec3 n = l.direction().cross(m.direction());
        Vec3 d = m.origin().minus(l.origin());
        return Optional.of(n.length() < 1e-9 ? d.cross(l.direction()).length() : Math.abs(d.dot(n.unit())));
    }

    /** The angle between directions, at most a right one, in radians; empty where one has none. */
    public static Optional<Double> angle(Thing a, Thing b) {
        Vec3 x = direction(a);
        Vec3 y = direction(b);
        if (x == null || y == null) {
            return Optional.empty();
        }
        double between = Math.atan2(x.cross(y).length(), Math.abs(x.dot(y)));
        boolean unlike = (a.normal() == null) != (b.normal() == null);
        return Optional.of(unlike ? Math.PI / 2 - between : between);
    }

    private static Vec3 direction(Thing t) {
        return t.normal() != null ? t.normal() : t.axis() != null ? t.axis().direction() : null;
    }
}
