package io.tallember.geometry.intersect;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.TreeMap;
import java.util.function.DoubleFunction;
import java.util.stream.Stream;

/**
 * Where a guide passes through the planes of a travelling frame: followed from one plane to the next, so that it never leaps to
 * another place where it passes through the same plane.
 */
public final class Crossing {
    /** A guide may turn by so much between two planes that follow each other, as a cosine. */
    private static final double TURN = 0.8;

    private static final int DEEPEST = 14;
    private static final int NEWTON = 40;

    private final Way guide;
    private final String called;
    private final DoubleFunction<Frame> planes;
    private final Tolerance tol;
    /** Places on the guide, leg and share of it, by the planes' parameter. */
    private final TreeMap<Double, Double> known = new TreeMap<>();

    private List<Double> joints;

    /**
     * Follows the guide over all planes.
     *
     * @param called what the guide is called in sentences
     * @param grid parameters of planes, rising
     * @param begin which of them to begin with, and {@code near} how far a place in its plane is from what should be met there
     * @throws GeometryException BAD_VALUE where it doesn't reach a plane, or has a corner
     */
    public Crossing(
            Way guide,
            String called,
            DoubleFunction<Frame> planes,
            double[] grid,
            int begin,
            Comparator<Vec3> near,
            Tolerance tol) {
        this.guide = guide;
        this.called = called;
        this.planes = planes;
        this.tol = tol;
        corners();
        double first = first(planes.apply(grid[begin]), near);
        known.put(grid[begin], first);
        double at = first;
        for (int i = begin + 1; i < grid.length; i++) {
            at = follow(grid[i - 1], at, grid[i], 0);
        }
        at = first;
        for (int i = begin - 1; i >= 0; i--) {
            at = follow(grid[i + 1], at, grid[i], 0);
        }
    }

    private void corners() {
        int n = guide.legs().size();
        for (int i = 0; i < (guide.closed() ? n : n - 1); i++) {
            if (!guide.smoothAfter(i)) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        called + " has a corner near "
                                + guide.legs().get(i).end().said()
                                + ", which would leave a crease all along. Give the corner a bend.");
            }
        }
    }

    private double first(Frame plane, Comparator<Vec3> near) {
        List<Double> all = new ArrayList<>();
        Plane p = new Plane(plane);
        for (int i = 0; i < guide.legs().size(); i++) {
            Leg leg = guide.legs().get(i);
            int number = i;
            if (CurveSurface.liesIn(leg.curve(), leg.range(), p, tol)) {
                continue;
            }
            Stream.of(leg.from(), leg.to())
                    .filter(t -> Math.abs(p.signedDistance(leg.curve().point(t))) <= 10 * tol.linear())
                    .forEach(t -> all.add(number + share(leg, t)));
            for (Meeting m : CurveSurface.meet(leg.curve(), leg.range(), p, tol)) {
                all.add(number + share(leg, m.t()));
            }
        }
        return all.stream()
                .min(Comparator.comparing(this::point, near))
                .orElseThrow(() -> new GeometryException(
                        Reason.BAD_VALUE,
                        called + " doesn't pass through the outline's plane near "
                                + plane.origin().said() + ". Lengthen it to there."));
    }

    private static double share(Leg leg, double t) {
        return (t - leg.from()) / (leg.to() - leg.from());
    }

    private double follow(double from, double at, double to, int depth) {
        double found = solve(planes.apply(to), at);
        boolean near = !Double.isNaN(found) && way(at).dot(way(found)) > TURN;
        if (near) {
            known.put(to, found);
            return found;
        }
        if (depth == DEEPEST) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    called + " doesn't go all the way along: it is lost near "
                            + point(at).said() + ". Lengthen it, or lead it across the outlines more squarely there.");
        }
        double mid = 0.5 * (from + to);
        return follow(mid, follow(from, at, mid, depth + 1), to, depth + 1);
    }

    /** The place on the guide in a plane, from one near it by Newton's method; not a number where there is none. */
    private double solve(Frame plane, double start) {
        double s = start;
        for (int i = 0; i < NEWTON; i++) {
            double f = point(s).minus(plane.origin()).dot(plane.z());
            double slope = derivative(s).dot(plane.z());
            double speed = derivative(s).length();
            if (Math.abs(slope) < 1e-4 * speed) {
                return Double.NaN;
            }
            double step = Math.max(-0.5, Math.min(0.5, -f / slope));
            double next = inside(s + step);
            if (Math.abs(next - s) * speed < 1e-13 * (1 + plane.origin().length())) {
                return Math.abs(f) <= 10 * tol.linear() ? next : Double.NaN;
            }
            // a leg's parameters mean nothing on the next one
            boolean other = Math.floor(next) != Math.floor(s) && !guide.closed() || Math.abs(next - s) > 0.5;
            s = other ? edge(s, next) : next;
        }
        return Double.NaN;
    }

    /** Not farther than just into the next leg. */
    private double edge(double s, double next) {
        int n = guide.legs().size();
        if (n == 1) {
            return next;
        }
        double limit = next > s ? Math.floor(s) + 1 + 1e-9 : Math.ceil(s) - 1 - 1e-9;
        return inside(next > s ? Math.min(next, limit) : Math.max(next, limit));
    }

    private double inside(double s) {
        int n = guide.legs().size();
        return guide.closed() ? s - n * Math.floor(s / n) : Math.max(0, Math.min(n, s));
    }

    private int leg(double s) {
        return Math.min(guide.legs().size() - 1, (int) Math.floor(s));
    }

    private double parameter(double s) {
        Leg l = guide.legs().get(leg(s));
        return l.from() + (s - leg(s)) * (l.to() - l.from());
    }

    private Vec3 point(double s) {
        return guide.legs().get(leg(s)).curve().point(parameter(s));
    }

    private Vec3 derivative(double s) {
        Leg l = guide.legs().get(leg(s));
        return l.curve().derivative(parameter(s)).times(l.to() - l.from());
    }

    private Vec3 way(double s) {
        return derivative(s).unit();
    }

    /** The place in space at a plane's parameter. */
    public Vec3 in(double t) {
        return point(on(t));
    }

    /** The same in the plane's own coordinates. */
    public Vec3 at(double t) {
        return planes.apply(t).local(in(t));
    }

    private double on(double t) {
        var lo = known.floorEntry(t);
        var hi = known.ceilingEntry(t);
        if (lo == null || hi == null || lo.getKey().equals(hi.getKey())) {
            double near = (lo == null ? hi : lo).getValue();
            double exact = solve(planes.apply(t), near);
            return Double.isNaN(exact) ? near : exact;
        }
        double f = (t - lo.getKey()) / (hi.getKey() - lo.getKey());
        double n = guide.legs().size();
        double step = hi.getValue() - lo.getValue();
        step -= guide.closed() ? n * Math.rint(step / n) : 0;
        double found = solve(planes.apply(t), inside(lo.getValue() + f * step));
        if (Double.isNaN(found)) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    called + " runs along the outlines near "
                            + point(lo.getValue()).said() + ". Lead it across them more squarely there.");
        }
        return found;
    }

    /** The planes' parameters at which the guide passes from one piece of a curve to the next. */
    public List<Double> joints() {
        if (joints == null) {
            joints = passed();
        }
        return joints;
    }

    private List<Double> passed() {
        List<Double> out = new ArrayList<>();
        for (int i = 0; i < guide.legs().size(); i++) {
            Leg leg = guide.legs().get(i);
            for (double t : leg.curve().breaks(leg.range())) {
                double s = i + share(leg, t);
                Double before = null;
                for (double p : known.keySet()) {
                    if (before != null && between(s, known.get(before), known.get(p))) {
                        out.add(passes(point(Math.min(s, guide.legs().size())), before, p));
                    }
                    before = p;
                }
            }
        }
        return out;
    }

    private static boolean between(double s, double a, double b) {
        return (s - a) * (s - b) <= 0 && Math.abs(a - b) < 1;
    }

    private double passes(Vec3 p, double from, double to) {
        double lo = from;
        double hi = to;
        boolean rising = beyond(p, hi) > beyond(p, lo);
        for (int i = 0; i < 60; i++) {
            double mid = 0.5 * (lo + hi);
            if (beyond(p, mid) > 0 == rising) {
                hi = mid;
            } else {
                lo = mid;
            }
        }
        return 0.5 * (lo + hi);
    }

    private double beyond(Vec3 p, double t) {
        Frame f = planes.apply(t);
        return p.minus(f.origin()).dot(f.z());
    }
}
