package io.tallember.geometry.intersect;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Curve;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;

/**
 * Meetings of two surfaces without a closed form: from the points of {@link Seeds} each branch is followed by steps along the
 * common tangent, set right by Newton's method, short enough that the curve turns little in each. A branch ends where it closes,
 * where it leaves the box, or in a point where branches cross.
 */
final class March {
    /** The most that the curve may turn in one step, in radians. */
    private static final double TURN = 0.2;
    /** Below this sine of the angle between the surfaces their meeting is not well determined. */
    private static final double FLAT = 2e-4;

    /** How far ahead, by the surfaces' scale, a point where branches cross is reached for when a branch can't be followed on. */
    private static final double FLAT_REACH = 0.15;

    /** How near, by the surfaces' scale, a branch is followed to a point into which others run along it. */
    private static final double CLOSE = 0.003;

    /** What counts instead of {@link #FLAT} beside such a point. */
    private static final double FLATTER = 1e-6;

    private static final int MOST_STEPS = 5_000;

    /** How far about a joint, by the surfaces' scale, what is found belongs to it while the surfaces run along each other. */
    private static final double BESIDE = 0.3;

    /** Surfaces at a smaller angle, as a sine, run along each other. */
    private static final double ALONG = 0.05;

    private final Surface a;
    private final Surface b;
    private final Box3 where;
    private final Box3 reach;
    private final List<Vec3> ends;
    private final List<Vec3> flats;
    private final double longest;

    private March(Surface a, Surface b, Box3 where, List<Vec3> ends, List<Vec3> flats) {
        this.a = a;
        this.b = b;
        this.where = where.grown(1e-5);
        double d = where.diagonal();
        this.reach = where.grown(0.3 * d + 1e-3);
        this.ends = ends;
        this.flats = flats;
        this.longest = Math.max(d / 4, 1e-3);
    }

    static SurfaceSurface.Result meet(Surface a, Surface b, Box3 where, Tolerance tol) {
        if (where.isEmpty()) {
            return SurfaceSurface.Result.NONE;
        }
        Elbow elbow = Elbow.of(a, b, tol).orElse(null);
        if (elbow != null && (elbow.fills(where) || a instanceof Sphere || b instanceof Sphere)) {
            return SurfaceSurface.Result.of(elbow.joint());
        }
        if (elbow == null) {
            return followed(a, b, where, p -> false, List.of(), (m, from) -> {}, tol);
        }
        SurfaceSurface.Result r = followed(
                a,
                b,
                where,
                elbow::covers,
                List.of(elbow.top(), elbow.bottom()),
                (m, from) -> {
                    from.removeIf(elbow::covers);
                    from.addAll(m.besideJoint(elbow));
                },
                tol);
        List<Curve> all = new ArrayList<>(r.curves());
        all.add(elbow.joint());
        return new SurfaceSurface.Result(false, all, r.points());
    }

    /**
     * Where two surfaces meet beside the lines along which they are known to touch; those aren't among the curves.
     *
     * @param distance to the nearest of these lines
     */
    static SurfaceSurface.Result beside(
            Surface a, Surface b, Box3 where, ToDoubleFunction<Vec3> distance, Tolerance tol) {
        Predicate<Vec3> joint = p ->
                distance.applyAsDouble(p) < BESIDE * Math.min(where.diagonal(), Math.min(a.scaleAt(p), b.scaleAt(p)));
        return followed(
                a,
                b,
                where,
                joint,
                List.of(),
                (m, from) -> from.removeIf(p -> joint.test(p) && m.across(p).length() < ALONG),
                tol);
    }

    /**
     * Every branch from a point of it that is found.
     *
     * @param joint where the surfaces are known to touch along a line
     * @param known points at which branches end
     * @param beside leaves out or adds points from which branches are followed
     */
    private static SurfaceSurface.Result followed(
            Surface a,
            Surface b,
            Box3 where,
            Predicate<Vec3> joint,
            List<Vec3> known,
            BiConsumer<March, List<Vec3>> beside,
            Tolerance tol) {
        boolean swap = rank(a) == rank(b) ? scale(b, where) < scale(a, where) : rank(b) > rank(a);
        Seeds seeds = swap ? Seeds.of(b, a, where, joint, tol) : Seeds.of(a, b, where, joint, tol);
        List<Vec3> ends = new ArrayList<>(seeds.branching);
        tip(a, b, where, tol, ends);
        tip(b, a, where, tol, ends);
        ends.addAll(known);
        March m = new March(a, b, where, ends, seeds.flats);
        List<Vec3> from = new ArrayList<>(seeds.crossing);
        beside.accept(m, from);
        List<Curve> all = new ArrayList<>(m.branches(from, tol));
        ends.addAll(seeds.touching);
        return new SurfaceSurface.Result(false, all, ends);
    }

    private List<IntersectionCurve> branches(List<Vec3> from, Tolerance tol) {
        record Seed(Vec3 at, double across) {}
        List<Seed> steepest = from.stream()
                .map(p -> new Seed(p, across(p).length()))
                .sorted(Comparator.comparingDouble(s -> -s.across()))
                .toList();
        List<IntersectionCurve> curves = new ArrayList<>();
        for (Seed s : steepest) {
            Vec3 p = s.at();
            boolean known = besideCrossing(p)
                    || ends.stream().anyMatch(e -> e.distance(p) <= 2 * tol.linear())
                    || curves.stream().anyMatch(c -> c.passes(p, 2 * tol.linear()));
            if (!known) {
                curves.add(branch(p));
            }
        }
        return curves;
    }

    /** Whether a point is so near to one where branches cross that they can't be told apart there; each is found farther out. */
    private boolean besideCrossing(Vec3 p) {
        double near = 0.02 * Math.min(a.scaleAt(p), b.scaleAt(p));
        return across(p).length() < FLAT && ends.stream().anyMatch(e -> e.distance(p) <= near);
    }

    /** Cells are laid over the surface whose distance is dearer to find; a plane's are simplest. */
    private static int rank(Surface s) {
        return s instanceof NurbsSurface ? 3 : !s.canonical() ? 2 : s instanceof Plane ? 1 : 0;
    }

    private static double scale(Surface s, Box3 where) {
        return s.scaleAt(where.centre());
    }

    private static void tip(Surface s, Surface other, Box3 where, Tolerance tol, List<Vec3> ends) {
        Vec3 tip = s.tip();
        if (tip != null && where.distance(tip) <= tol.linear() && Math.abs(other.signedDistance(tip)) <= tol.linear()) {
            ends.add(tip);
        }
    }

    /** Points on the branches that cross a joint at its top and bottom, where the surfaces are too flat to each other to look. */
    private List<Vec3> besideJoint(Elbow elbow) {
        List<Vec3> out = new ArrayList<>();
        Vec3 along = elbow.joint().frame().z();
        for (Vec3 end : List.of(elbow.top(), elbow.bottom())) {
            for (int sign = -1; sign <= 1; sign += 2) {
                Vec3 p = corrected(end.plus(sign * 0.25 * elbow.joint().radius(), along), along);
                if (p != null && reach.contains(p) && across(p).length() > FLAT) {
                    out.add(p);
                }
            }
        }
        return out;
    }

    private Vec3 across(Vec3 p) {
        return a.gradient(p).cross(b.gradient(p));
    }

    private IntersectionCurve branch(Vec3 seed) {
        List<Vec3> forward = new ArrayList<>(List.of(seed));
        if (follow(forward, 1)) {
            return new IntersectionCurve(a, b, forward, true);
        }
        List<Vec3> back = new ArrayList<>(List.of(seed));
        follow(back, -1);
        back.remove(0);
        Collections.reverse(back);
        back.addAll(forward);
        return new IntersectionCurve(a, b, back, false);
    }

    /** Adds points one way until the branch ends; true when it came back to its first point. */
    private boolean follow(List<Vec3> points, int sign) {
        Vec3 start = points.get(0);
        Vec3 x = start;
        Vec3 g = across(x);
        if (g.length() < FLAT) {
            throw Seeds.touch();
        }
        Vec3 first = g.unit().times(sign);
        Vec3 t = first;
        double h = Math.min(longest, 0.2 * Math.min(a.scaleAt(x), b.scaleAt(x)));
        for (int step = 0; step < MOST_STEPS; step++) {
            Patience.check();
            // toward a point into which branches run along each other by ever shorter steps, lest one is taken for
            // another
            boolean nearFlat = false;
            for (Vec3 e : flats) {
                double away = e.distance(x);
                h = Math.min(h, Math.max(0.25 * away, 1e-4));
                nearFlat |= away < 0.3 * Math.min(a.scaleAt(x), b.scaleAt(x));
            }
            Vec3 end = endAhead(x, t, h);
            boolean early = end != null
                    && flats.contains(end)
                    && end.distance(x) > CLOSE * Math.min(a.scaleAt(x), b.scaleAt(x));
            if (end != null && !early) {
                if (end.distance(x) < 0.05 * h && points.size() > 1) {
                    points.set(points.size() - 1, end);
                } else {
                    points.add(end);
                }
                return false;
            }
            Vec3 y = null;
            Vec3 u = null;
            for (; h > 1e-9; h *= 0.5) {
                y = corrected(x.plus(h, t), t);
                if (y == null || y.distance(x.plus(h, t)) > 0.3 * h) {
                    continue;
                }
                g = across(y);
                if (g.length() < (nearFlat ? FLATTER : FLAT)) {
                    continue;
                }
                u = g.unit().times(sign);
                if (u.dot(t) > Math.cos(TURN)) {
                    break;
                }
            }
            if (h <= 1e-9) {
                if (!where.contains(x) && points.size() > 1) {
                    return false; // a touching point outside the box, where nobody looked for it
                }
                // where branches run into a point along each other the surfaces are flat to each other well before it
                end = endAhead(x, t, FLAT_REACH * Math.min(a.scaleAt(x), b.scaleAt(x)));
                if (end != null) {
                    points.add(end);
                    return false;
                }
                throw Seeds.touch();
            }
            if (step > 1 && passes(x, y, start) && u.dot(first) > 0.9) {
                if (points.size() > 3 && x.distance(start) < 0.1 * h) {
                    points.remove(points.size() - 1);
                }
                return true;
            }
            double turned = Math.acos(Math.min(1, u.dot(t)));
            points.add(y);
            if (!reach.contains(y)) {
                return false;
            }
            x = y;
            t = u;
            if (turned < 0.6 * TURN) {
                h = Math.min(longest, h * 1.5);
            }
        }
        throw Seeds.touch();
    }

    private Vec3 endAhead(Vec3 x, Vec3 t, double h) {
        for (Vec3 e : ends) {
            Vec3 d = e.minus(x);
            double along = d.dot(t);
            if (along > 0 && along <= 1.5 * h && d.length() * Math.cos(0.35) < along) {
                return e;
            }
        }
        return null;
    }

    /** Whether the step from x to y goes past the point, close by. */
    private static boolean passes(Vec3 x, Vec3 y, Vec3 p) {
        Vec3 d = y.minus(x);
        double f = p.minus(x).dot(d) / d.dot(d);
        return f > 0 && f <= 1 && x.plus(f, d).distance(p) < 0.15 * d.length();
    }

    /** The common point of both surfaces and the plane through {@code from} square to {@code t}, or null. */
    private Vec3 corrected(Vec3 from, Vec3 t) {
        Vec3 x = from;
        for (int k = 0; k < 30; k++) {
            Vec3 ga = a.gradient(x);
            Vec3 gb = b.gradient(x);
            Vec3 gbt = gb.cross(t);
            double det = ga.dot(gbt);
            if (Math.abs(det) < 1e-7) {
                return null;
            }
            double fa = a.signedDistance(x);
            double fb = b.signedDistance(x);
            double fc = x.minus(from).dot(t);
            Vec3 step = gbt.times(-fa)
                    .plus(-fb, t.cross(ga))
                    .plus(-fc, ga.cross(gb))
                    .times(1 / det);
            x = x.plus(step);
            if (!x.isFinite()) {
                return null;
            }
            if (step.length() < 1e-13 * (1 + x.length())) {
                return x;
            }
        }
        return null;
    }
}
