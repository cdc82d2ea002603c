package io.tallember.solid.sweep;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;

/**
 * Outlines made to match: as many stretches in each, corner for corner, begun so that the whole turns least about the sections' own
 * centres as they are carried from one to the next.
 */
final class Rings {
    /** A round stretch as one rational piece is below a half turn; this is well below, in radians. */
    private static final double WIDEST = 0.75 * Math.PI + 1e-9;

    private Rings() {}

    /**
     * The rings matched.
     *
     * @param shifts by how many corners each is to begin later than proposed
     */
    static List<Ring> matched(List<Ring> rings, int[] shifts) {
        List<Ring> begun = begun(rings, shifts);
        boolean smooth = begun.stream().allMatch(r -> r.corners() == 0);
        return uncreased(smooth ? begun : SmoothRings.of(begun));
    }

    /** The rings begun so that they match, with as many stretches each. */
    static List<Ring> begun(List<Ring> rings, int[] shifts) {
        int master = 0;
        for (int i = 1; i < rings.size(); i++) {
            if (rings.get(i).corners() > rings.get(master).corners()) {
                master = i;
            }
        }
        Ring[] out = rings.toArray(new Ring[0]);
        if (out[master].corners() == 0) {
            return smooth(out);
        }
        out[master] = shifted(out[master], shifts[master]);
        for (int i = master + 1; i < out.length; i++) {
            out[i] = shifted(like(out[i - 1], out[i]), shifts[i]);
        }
        for (int i = master - 1; i >= 0; i--) {
            out[i] = shifted(like(out[i + 1], out[i]), shifts[i]);
        }
        return List.of(out);
    }

    /**
     * With stretches halved until each is round in all sections, or short of a half turn where it is round in some: a round one of
     * several rational pieces would leave creases where they meet, beside one whose pieces meet elsewhere.
     */
    private static List<Ring> uncreased(List<Ring> rings) {
        int n = rings.get(0).stretches().size();
        List<List<Ring.Stretch>> out = new ArrayList<>();
        rings.forEach(r -> out.add(new ArrayList<>()));
        boolean cut = false;
        for (int k = 0; k < n; k++) {
            int at = k;
            List<Ring.Stretch> all =
                    rings.stream().map(r -> r.stretches().get(at)).toList();
            boolean wide = all.stream().anyMatch(s -> s.round() && s.range().length() > WIDEST);
            boolean halve = wide && !LoftSkin.round(all);
            cut |= halve;
            for (int i = 0; i < all.size(); i++) {
                Ring.Stretch s = all.get(i);
                out.get(i).addAll(halve ? s.cut(s.at(0.5 * s.length())) : List.of(s));
            }
        }
        List<Ring> now = new ArrayList<>();
        for (int i = 0; i < out.size(); i++) {
            now.add(rings.get(i).with(out.get(i)));
        }
        return cut ? uncreased(now) : now;
    }

    /**
     * The rings matched by places on them that go over into each other: from the first of these on, and between each two of them
     * corner for corner.
     *
     * @param places for each ring, in the same order, on its outline
     * @return null when the places don't follow each other alike round all rings
     */
    static List<Ring> led(List<Ring> rings, List<List<Vec3>> places, Tolerance tol) {
        List<Ring> cut = new ArrayList<>();
        List<int[]> at = new ArrayList<>();
        Integer[] order = null;
        for (int i = 0; i < rings.size(); i++) {
            Ring r = rings.get(i);
            for (Vec3 p : places.get(i)) {
                r = r.cutAt(p, tol);
            }
            r = r.from(r.startAt(places.get(i).get(0)));
            int[] own = new int[places.get(i).size()];
            for (int g = 0; g < own.length; g++) {
                own[g] = r.startAt(places.get(i).get(g));
            }
            if (order == null) {
                order = new Integer[own.length];
                java.util.Arrays.setAll(order, g -> g);
                java.util.Arrays.sort(order, java.util.Comparator.comparingInt(g -> own[g]));
            }
            for (int g = 1; g < own.length; g++) {
                if (own[order[g]] <= own[order[g - 1]]) {
                    return null;
                }
            }
            cut.add(r);
            at.add(own);
        }
        List<List<Ring.Stretch>> out = new ArrayList<>();
        cut.forEach(r -> out.add(new ArrayList<>()));
        for (int g = 0; g < order.length; g++) {
            List<Ring> parts = new ArrayList<>();
            for (int i = 0; i < cut.size(); i++) {
                List<Ring.Stretch> all = cut.get(i).stretches();
                int to = g + 1 < order.length ? at.get(i)[order[g + 1]] : all.size();
                parts.add(cut.get(i).with(all.subList(at.get(i)[order[g]], to)));
            }
            Ring model = parts.stream()
                    .max(java.util.Comparator.comparingInt(r -> r.stretches().size()))
                    .orElseThrow();
            for (int i = 0; i < parts.size(); i++) {
                Ring own = parts.get(i);
                boolean alike = own.stretches().size() == model.stretches().size();
                out.get(i).addAll((alike ? own : spread(model, own)).stretches());
            }
        }
        List<Ring> all = new ArrayList<>();
        for (int i = 0; i < out.size(); i++) {
            all.add(cut.get(i).with(out.get(i)));
        }
        return uncreased(SmoothRings.of(all));
    }

    private static Ring shifted(Ring r, int by) {
        return by == 0 ? r : r.from(Math.floorMod(by, r.stretches().size()));
    }

    /** None has a corner: all are begun in one direction. */
    private static List<Ring> smooth(Ring[] out) {
        for (int i = 1; i < out.length; i++) {
            out[i] = out[i].begunToward(carried(out[i - 1], out[i], start(out[i - 1])));
        }
        return List.of(out);
    }

    private static Vec3 start(Ring r) {
        return r.stretches().get(0).start().minus(r.centre());
    }

    /** A direction of one section's plane, turned by as little as can be into the plane of another. */
    static Vec3 carried(Ring from, Ring to, Vec3 d) {
        Vec3 chord = to.centre().minus(from.centre());
        Vec3 axis = from.normal().cross(chord);
        if (from.normal().dot(to.normal()) < -1 + 1e-12 && axis.length() > 1e-9 * chord.length()) {
            // back where it came from: half a turn in the plane in which it goes
            Vec3 a = axis.unit();
            return a.times(2 * a.dot(d)).minus(d);
        }
        return carried(from.normal(), to.normal(), d);
    }

    static Vec3 carried(Vec3 from, Vec3 to, Vec3 d) {
        Vec3 axis = from.cross(to);
        double sine = axis.length();
        if (sine < 1e-12) {
            return d;
        }
        Vec3 n = axis.times(1 / sine);
        double angle = Math.atan2(sine, from.dot(to));
        return d.times(Math.cos(angle)).plus(Math.sin(angle), n.cross(d)).plus(n.dot(d) * (1 - Math.cos(angle)), n);
    }

    /** A ring with as many stretches as its neighbour, begun where it turns least. */
    private static Ring like(Ring model, Ring ring) {
        int n = model.stretches().size();
        Vec3 first = carried(model, ring, start(model));
        if (ring.corners() == 0) {
            Ring begun = ring.begunToward(first);
            return begun.cut(model.shares());
        }
        if (ring.corners() == n) {
            int best = 0;
            double least = Double.POSITIVE_INFINITY;
            for (int s = 0; s < n; s++) {
                double cost = 0;
                for (int k = 0; k < n; k++) {
                    Vec3 a = carried(
                            model, ring, model.stretches().get(k).start().minus(model.centre()));
                    Vec3 b = ring.stretches().get((k + s) % n).start().minus(ring.centre());
                    double turn = Math.atan2(a.cross(b).length(), a.dot(b));
                    cost += turn * turn;
                }
                if (cost < least - 1e-9) {
                    least = cost;
                    best = s;
                }
            }
            return ring.from(best);
        }
        return spread(model, nearest(ring, first));
    }

    private static Ring nearest(Ring ring, Vec3 direction) {
        int best = 0;
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < ring.stretches().size(); i++) {
            Vec3 b = ring.stretches().get(i).start().minus(ring.centre());
            double turn = Math.atan2(direction.cross(b).length(), direction.dot(b));
            if (turn < least - 1e-9) {
                least = turn;
                best = i;
            }
        }
        return ring.from(best);
    }

    /** With fewer corners than the model: each of its own stands for the model's nearest by share, others are put in between. */
    private static Ring spread(Ring model, Ring ring) {
        double[] m = model.shares();
        double[] o = ring.shares();
        int n = m.length;
        int k = o.length;
        int[] stands = new int[k + 1];
        stands[k] = n;
        for (int j = 1; j < k; j++) {
            int best = stands[j - 1] + 1;
            for (int i = best; i <= n - (k - j); i++) {
                if (Math.abs(m[i] - o[j]) < Math.abs(m[best] - o[j])) {
                    best = i;
                }
            }
            stands[j] = best;
        }
        List<Double> cuts = new ArrayList<>();
        for (int j = 0; j < k; j++) {
            double m0 = m[stands[j]];
            double m1 = j + 1 < k ? m[stands[j + 1]] : 1;
            double o1 = j + 1 < k ? o[j + 1] : 1;
            for (int i = stands[j] + 1; i < stands[j + 1]; i++) {
                cuts.add(o[j] + (m[i] - m0) / (m1 - m0) * (o1 - o[j]));
            }
        }
        return ring.cut(cuts.stream().mapToDouble(Double::doubleValue).toArray());
    }
}
