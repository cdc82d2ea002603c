package io.tallember.solid.local;

import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Edge;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/**
 * The way of a ball's centre along an edge: where the two surfaces at the ball's radius from the edge's faces meet, followed from
 * the middle of the edge to both ends, and on beyond those at which the ball leaves the edge.
 */
final class Spine {
    private static final int STEPS = 40;
    /** The most that it may turn from one of its points to the next, in radians. */
    private static final double TURN = 0.2;

    private static final int DEEPEST = 7;
    private static final int PIECES = 4;
    private static final int BEYOND = 12;

    private final Edge edge;
    private final Surface a;
    private final Surface b;
    private double sign;

    private Spine(Edge edge, Surface a, Surface b) {
        this.edge = edge;
        this.a = a;
        this.b = b;
    }

    /**
     * @param a the surface at the radius from the one face
     * @param b the same of the other
     * @param beyondStart how far it goes on before the edge's start, in mm
     * @return nothing where no ball of the radius rolls all along the edge
     */
    static Optional<IntersectionCurve> of(Edge edge, Surface a, Surface b, double beyondStart, double beyondEnd) {
        return Optional.ofNullable(new Spine(edge, a, b).followed(beyondStart, beyondEnd));
    }

    private IntersectionCurve followed(double before, double after) {
        Interval r = edge.range();
        double[] breaks = edge.curve().breaks(r);
        List<Double> at = new ArrayList<>();
        for (int i = 0; i + 1 < breaks.length; i++) {
            for (int k = 0; k < PIECES; k++) {
                at.add(breaks[i] + (breaks[i + 1] - breaks[i]) * k / PIECES);
            }
        }
        at.add(r.hi());
        int mid = at.size() / 2;
        double t = at.get(mid);
        Vec3 p = edge.curve().point(t);
        Vec3 c = centre(p, Retarget.drawn(p, List.of(a, b)));
        if (c == null) {
            return null;
        }
        sign = Math.signum(along(c).dot(edge.curve().derivative(t)));
        List<Vec3> back = new ArrayList<>();
        List<Vec3> on = new ArrayList<>();
        if (!walk(at.subList(0, mid + 1), c, true, back) || !walk(at.subList(mid, at.size()), c, false, on)) {
            return null;
        }
        Collections.reverse(back);
        List<Vec3> chain = new ArrayList<>(back);
        chain.add(c);
        chain.addAll(on);
        if (edge.closed()) {
            if (chain.get(0).distance(chain.get(chain.size() - 1)) > 1e-7) {
                return null;
            }
            chain.remove(chain.size() - 1);
            return new IntersectionCurve(a, b, chain, true);
        }
        if (before > 0) {
            beyond(chain, -before);
        }
        if (after > 0) {
            beyond(chain, after);
        }
        return new IntersectionCurve(a, b, chain, false);
    }

    /** Adds the centres beside the edge's points at growing (or, going back, falling) parameters, without the first. */
    private boolean walk(List<Double> at, Vec3 from, boolean back, List<Vec3> out) {
        List<Double> order = new ArrayList<>(at);
        if (back) {
            Collections.reverse(order);
        }
        Vec3 c = from;
        for (int i = 0; i + 1 < order.size(); i++) {
            c = reach(order.get(i), order.get(i + 1), c, 0, out);
            if (c == null) {
                return false;
            }
        }
        return true;
    }

    private Vec3 reach(double t0, double t1, Vec3 from, int depth, List<Vec3> out) {
        Vec3 p0 = edge.curve().point(t0);
        Vec3 p1 = edge.curve().point(t1);
        Vec3 c = centre(p1, from.plus(p1.minus(p0)));
        boolean good = c != null
                && c.distance(from) > 1e-9
                && Math.signum(along(c).dot(edge.curve().derivative(t1))) == sign
                && along(c).unit().dot(along(from).unit()) > Math.cos(TURN)
                && c.minus(from).dot(along(from)) * (t1 - t0) * sign > 0;
        if (good) {
            out.add(c);
            return c;
        }
        if (depth == DEEPEST) {
            return null;
        }
        double mid = 0.5 * (t0 + t1);
        Vec3 half = reach(t0, mid, from, depth + 1, out);
        return half == null ? null : reach(mid, t1, half, depth + 1, out);
    }

    private Vec3 along(Vec3 c) {
        return a.gradient(c).cross(b.gradient(c));
    }

    /** The point of the spine nearest to one of the edge, or null. */
    private Vec3 centre(Vec3 p, Vec3 guess) {
        Vec3 x = guess;
        for (int k = 0; k < STEPS; k++) {
            Vec3 ga = a.gradient(x);
            Vec3 gb = b.gradient(x);
            Vec3 d = ga.cross(gb);
            double l = d.length();
            if (l < 1e-5) {
                return null;
            }
            d = d.times(1 / l);
            Vec3 step = gb.cross(d)
                    .times(-a.signedDistance(x))
                    .plus(-b.signedDistance(x), d.cross(ga))
                    .plus(p.minus(x).dot(d), ga.cross(gb))
                    .times(1 / ga.dot(gb.cross(d)));
            x = x.plus(step);
            if (!x.isFinite()) {
                return null;
            }
            if (step.length() < 1e-12 * (1 + x.length())) {
                return x;
            }
        }
        return null;
    }

    /** Goes on past an end, as far as there is a way. */
    private void beyond(List<Vec3> chain, double length) {
        boolean back = length < 0;
        double h = Math.abs(length) / BEYOND;
        for (int i = 0; i < BEYOND; i++) {
            Vec3 from = chain.get(back ? 0 : chain.size() - 1);
            Vec3 dir = along(from).unit().times(back ? -sign : sign);
            Vec3 c = centre(from.plus(h, dir), from.plus(h, dir));
            if (c == null
                    || c.distance(from) > 2 * h
                    || along(c).unit().dot(along(from).unit()) < Math.cos(TURN)) {
                return;
            }
            if (back) {
                chain.add(0, c);
            } else {
                chain.add(c);
            }
        }
    }
}
