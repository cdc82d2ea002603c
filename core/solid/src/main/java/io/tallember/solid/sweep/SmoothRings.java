package io.tallember.solid.sweep;

import io.tallember.geometry.Leg;
import io.tallember.geometry.Monotone;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.Between;
import java.util.ArrayList;
import java.util.List;

/**
 * Matched outlines told anew where a loft between them would be creased: at a place where all of them run on smoothly, but in
 * different directions, with pieces that are gone along at unlike speeds. There the stretches on both sides become one curve, gone
 * along by shares of its length that change evenly, so that the skin runs on smoothly too.
 */
final class SmoothRings {
    /** Directions that differ by less, in radians, are one. */
    private static final double SAME = 1e-6;

    private static final double FIT = 2e-8;

    private final List<Ring> rings;
    private final int count;
    private final boolean[] corner;

    private SmoothRings(List<Ring> rings) {
        this.rings = rings;
        count = rings.get(0).stretches().size();
        corner = new boolean[count];
        for (int k = 0; k < count; k++) {
            for (Ring r : rings) {
                Vec3 in = r.stretches().get((k + count - 1) % count).way(false);
                Vec3 out = r.stretches().get(k).way(true);
                corner[k] |= in.cross(out).length() > SAME || in.dot(out) < 0;
            }
        }
    }

    static List<Ring> of(List<Ring> rings) {
        SmoothRings s = new SmoothRings(rings);
        boolean creased = false;
        for (int k = 0; k < s.count; k++) {
            creased |= !s.corner[k] && s.turned(k) && s.count > 1;
        }
        return creased ? s.told() : rings;
    }

    /** Whether outlines run in different directions at the beginning of a stretch. */
    private boolean turned(int k) {
        for (int i = 1; i < rings.size(); i++) {
            Vec3 before = Rings.carried(
                    rings.get(i - 1),
                    rings.get(i),
                    rings.get(i - 1).stretches().get(k).way(true));
            if (before.cross(rings.get(i).stretches().get(k).way(true)).length() > SAME) {
                return true;
            }
        }
        return false;
    }

    private List<Ring> told() {
        int first = 0;
        while (first < count && !corner[first]) {
            first++;
        }
        boolean round = first == count;
        int begin = round ? 0 : first;
        List<List<Ring.Stretch>> out = new ArrayList<>();
        rings.forEach(r -> out.add(new ArrayList<>()));
        int from = begin;
        for (int k = 1; k <= count; k++) {
            int at = begin + k;
            if (k == count || corner[at % count]) {
                run(from, at - from, round, out);
                from = at;
            }
        }
        List<Ring> all = new ArrayList<>();
        for (int i = 0; i < out.size(); i++) {
            all.add(rings.get(i).with(out.get(i)));
        }
        return all;
    }

    /** Stretches between two corners, or all round, as one of each outline. */
    private void run(int from, int many, boolean round, List<List<Ring.Stretch>> out) {
        if (many == 1) {
            for (int i = 0; i < rings.size(); i++) {
                out.get(i).add(rings.get(i).stretches().get(from % count));
            }
            return;
        }
        double[][] shares = new double[rings.size()][many + 1];
        double[] at = new double[many + 1];
        for (int i = 0; i < rings.size(); i++) {
            double sum = 0;
            for (int k = 0; k < many; k++) {
                sum += rings.get(i).stretches().get((from + k) % count).length();
                shares[i][k + 1] = sum;
            }
            for (int k = 1; k <= many; k++) {
                shares[i][k] /= sum;
                at[k] += shares[i][k] / rings.size();
            }
        }
        at[many] = 1;
        for (int i = 0; i < rings.size(); i++) {
            List<Ring.Stretch> own = new ArrayList<>();
            for (int k = 0; k < many; k++) {
                own.add(rings.get(i).stretches().get((from + k) % count));
            }
            double[] mine = shares[i];
            Monotone share = new Monotone(at, mine, round);
            List<Leg> legs = own.stream()
                    .map(s -> new Leg(s.curve(), s.range(), s.forward(), s.source()))
                    .toList();
            double whole = legs.stream().mapToDouble(Leg::length).sum();
            Nurbs n = Between.fitted(
                    u -> {
                        int k = share.interval(u);
                        double s = (share.value(u) - mine[k]) * whole;
                        return legs.get(k).pointAt(s);
                    },
                    at,
                    FIT);
            Ring.Stretch all = new Ring.Stretch(n, n.whole(), true, own.get(0).source());
            // from a corner round to the same one: cut where all run on smoothly, so that the corner is an end
            out.get(i).addAll(!round && many == count ? all.cut(0.5) : List.of(all));
        }
    }
}
