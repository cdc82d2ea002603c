package io.tallember.solid.sweep;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Rational;
import io.tallember.geometry.Skinning;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.Crossing;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Guides of a loft: section by section the carried outline is moved in its plane so that the places where guides meet the outlines
 * lie on the guides.
 */
final class LoftGuides {
    private static final int SAMPLES = 24;

    /** The carried outlines before guides move them. */
    interface Outlines {
        /** A stretch's row in the carried plane. */
        double[][] row(int loop, int stretch, double t);

        Frame plane(double t);
    }

    /** A place on an outline: the loop, and the stretch with a share of it added. */
    private record On(int loop, double at, double gap) {}

    /** A guide's way over the outlines: where it meets each section. */
    private final class Guide {
        final Crossing crossing;
        final int loop;
        final List<double[][]> on = new ArrayList<>();
        final List<Vec2> off = new ArrayList<>();
        final double[][][] slopes;

        Guide(Crossing crossing) {
            this.crossing = crossing;
            int first = points[0] ? 1 : 0;
            loop = nearest(first, crossing.in(at[first]), -1).loop;
            int count = likes.get(loop).size();
            double before = Double.NaN;
            for (int i = 0; i < at.length; i++) {
                Vec3 p = crossing.in(at[i]);
                double u = points[i] ? before : nearest(i, p, loop).at;
                if (i > 0 && !Double.isNaN(before) && !points[i]) {
                    u -= count * Math.rint((u - before) / count);
                }
                before = u;
                on.add(new double[][] {{u, 0, 0, 0}});
                Vec2 q = points[i] ? point(i) : outline(loop, u, at[i]);
                off.add(flat(outlines.plane(at[i]).local(p)).minus(q));
            }
            if (points[0]) {
                on.get(0)[0][0] = on.get(1)[0][0];
            }
            boolean same = on.stream().allMatch(o -> Math.abs(o[0][0] - on.get(0)[0][0]) < 1e-7);
            if (same) {
                double u = on.get(0)[0][0];
                double exact = Math.abs(u - Math.rint(u)) < 1e-7 ? Math.rint(u) : u;
                on.forEach(o -> o[0][0] = exact);
            }
            slopes = same ? null : Skinning.slopes(on, at, Skinning.Ends.FREE);
        }

        private Vec2 point(int i) {
            return flat(outlines.plane(at[i]).local(places.get(i)));
        }

        /** Where on the outline it is. */
        double on(double t) {
            int k = interval(t);
            return slopes == null ? on.get(0)[0][0] : LoftSkin.between(at, on, slopes, k, t)[0][0];
        }

        /** Where it lies in the plane, without what it misses the sections by. */
        Vec2 target(double t) {
            int k = interval(t);
            double x = (t - at[k]) / (at[k + 1] - at[k]);
            Vec2 miss = off.get(k).times(1 - x).plus(off.get(k + 1).times(x));
            return flat(crossing.at(t)).minus(miss);
        }
    }

    private final Outlines outlines;
    private final double[] at;
    private final List<List<Rational>> likes;
    private final Tolerance tol;
    private final boolean[] points;
    private final List<Vec3> places;
    private final List<Guide> guides = new ArrayList<>();
    private final Map<Double, GuideMap> known = new HashMap<>();

    /**
     * @param at parameters of the sections, of a closed loft the first again at the end
     * @param places of the sections that are points, null for others
     */
    LoftGuides(
            List<Crossing> crossings,
            Outlines outlines,
            double[] at,
            List<List<Rational>> likes,
            List<Vec3> places,
            Tolerance tol) {
        this.outlines = outlines;
        this.at = at;
        this.likes = likes;
        this.places = places;
        this.tol = tol;
        points = new boolean[at.length];
        for (int i = 0; i < at.length; i++) {
            points[i] = places.get(i) != null;
        }
        crossings.forEach(c -> guides.add(new Guide(c)));
        apart();
    }

    private void apart() {
        for (int i = 0; i < at.length; i++) {
            for (int a = 0; a < guides.size() && !points[i]; a++) {
                for (int b = 0; b < a; b++) {
                    Vec3 p = guides.get(a).crossing.in(at[i]);
                    if (guides.get(b).crossing.in(at[i]).distance(p) < 100 * tol.linear()) {
                        throw new GeometryException(
                                Reason.BAD_VALUE,
                                "Guides " + (b + 1) + " and " + (a + 1) + " meet section " + (i + 1)
                                        + " in one place, near " + p.said() + ". Take one out.");
                    }
                }
            }
        }
    }

    private int interval(double t) {
        int k = 0;
        while (k + 2 < at.length && t > at[k + 1]) {
            k++;
        }
        return k;
    }

    private static Vec2 flat(Vec3 v) {
        return new Vec2(v.x(), v.y());
    }

    private Vec2 outline(int loop, double u, double t) {
        int count = likes.get(loop).size();
        double in = u - count * Math.floor(u / count);
        int stretch = Math.min(count - 1, (int) Math.floor(in));
        return flat(value(likes.get(loop).get(stretch), outlines.row(loop, stretch, t), in - stretch));
    }

    /** A row's point at a share of it. */
    private static Vec3 value(Rational like, double[][] row, double f) {
        double[] breaks = like.breaks();
        int s = 0;
        while (s + 2 < breaks.length && f > breaks[s + 1]) {
            s++;
        }
        double x = Math.max(0, Math.min(1, (f - breaks[s]) / (breaks[s + 1] - breaks[s])));
        int d = like.degree();
        double[][] b = new double[d + 1][];
        for (int i = 0; i <= d; i++) {
            b[i] = row[s * d + i].clone();
        }
        for (int k = d; k > 0; k--) {
            for (int i = 0; i < k; i++) {
                for (int c = 0; c < 4; c++) {
                    b[i][c] = (1 - x) * b[i][c] + x * b[i + 1][c];
                }
            }
        }
        double w = b[0][3];
        return new Vec3(b[0][0] / w, b[0][1] / w, b[0][2] / w);
    }

    /** The place on a section's outlines nearest to a point in space. */
    private On nearest(int section, Vec3 p, int only) {
        if (points[section]) {
            return new On(Math.max(0, only), 0, p.distance(places.get(section)));
        }
        Vec3 local = outlines.plane(at[section]).local(p);
        On best = null;
        for (int l = 0; l < likes.size(); l++) {
            if (only >= 0 && l != only) {
                continue;
            }
            for (int s = 0; s < likes.get(l).size(); s++) {
                Rational like = likes.get(l).get(s);
                double[][] row = outlines.row(l, s, at[section]);
                double f = foot(like, row, local);
                double d = value(like, row, f).distance(local);
                if (best == null || d < best.gap - 1e-12) {
                    best = new On(l, s + f, d);
                }
            }
        }
        return best;
    }

    private static double foot(Rational like, double[][] row, Vec3 p) {
        int n = SAMPLES * (like.breaks().length - 1);
        int best = 0;
        for (int i = 1; i <= n; i++) {
            best = value(like, row, i / (double) n).distance(p)
                            < value(like, row, best / (double) n).distance(p)
                    ? i
                    : best;
        }
        double found = foot(like, row, p, Math.max(0, best - 1) / (double) n, Math.min(n, best + 1) / (double) n);
        if (best == 0 || best == n) {
            // an outline of one stretch goes on beyond its start
            int other = n - best;
            double there = foot(like, row, p, Math.max(0, other - 1) / (double) n, Math.min(n, other + 1) / (double) n);
            boolean better = value(like, row, there).distance(p)
                    < value(like, row, found).distance(p) - 1e-12;
            found = better ? there : found;
        }
        for (double end : new double[] {0, 1}) {
            found = Math.abs(found - end) < 1e-9 ? end : found;
        }
        return found;
    }

    /** Where the distance stops falling: where the way to the point is square to the outline. */
    private static double foot(Rational like, double[][] row, Vec3 p, double from, double to) {
        double lo = from;
        double hi = to;
        double h = 1e-6 * (hi - lo);
        for (int i = 0; i < 60; i++) {
            double mid = 0.5 * (lo + hi);
            Vec3 d = value(like, row, Math.min(1, mid + h)).minus(value(like, row, Math.max(0, mid - h)));
            if (p.minus(value(like, row, mid)).dot(d) > 0) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        return 0.5 * (lo + hi);
    }

    /** How the plane is moved at a parameter. */
    private GuideMap map(double t) {
        return known.computeIfAbsent(t, this::made);
    }

    private GuideMap made(double t) {
        List<Vec2> from = new ArrayList<>();
        List<Vec2> to = new ArrayList<>();
        for (Guide g : guides) {
            from.add(outline(g.loop, g.on(t), t));
            to.add(g.target(t));
        }
        GuideMap map = GuideMap.taking(from, to);
        if (map == null) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The guides lie so near to each other, or so much in a line, near "
                            + outlines.plane(t)
                                    .point(to.get(0).x(), to.get(0).y(), 0)
                                    .said()
                            + " that they don't tell how the outline goes. Take one out.");
        }
        return map;
    }

    /** The row of a stretch in space, moved by the guides; its degree is raised by {@link #degree}. */
    double[][] row(int loop, int stretch, double t) {
        int of = likes.get(loop).get(stretch).degree();
        return LoftSkin.placed(map(t).row(outlines.row(loop, stretch, t), of), outlines.plane(t));
    }

    int degree() {
        return GuideMap.degree(guides.size());
    }

    /** Parameters between two at which a guide passes from one piece of a curve to the next. */
    double[] joints(double from, double to) {
        double apart = 1e-7 * (to - from);
        return guides.stream()
                .flatMap(g -> g.crossing.joints().stream())
                .filter(t -> t > from + apart && t < to - apart)
                .mapToDouble(t -> t)
                .toArray();
    }
}
