package io.tallember.geometry;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Legs in a row, each beginning where the one before ends. Two that lie on one line, circle or helix are one leg. Between others the
 * way runs on smoothly or has a corner.
 *
 * @param closed whether the last ends where the first begins
 */
public record Way(List<Leg> legs, boolean closed) {
    /** Legs whose directions differ by less, in radians, run on smoothly. */
    public static final double SMOOTH = 1e-7;
    /** So nearly back on itself, in radians, a way may not turn. */
    private static final double BACK = 1e-3;

    public Way {
        legs = List.copyOf(legs);
    }

    /**
     * Legs put together.
     *
     * @throws GeometryException DEGENERATE when one has no length, or the way turns back on itself, BAD_VALUE when one doesn't begin
     *     where the one before ends
     */
    public static Way of(List<Leg> all, Tolerance tol) {
        if (all.isEmpty()) {
            throw new GeometryException(GeometryException.Reason.DEGENERATE, "The path has no legs yet.");
        }
        List<Leg> legs = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            Leg leg = all.get(i);
            if (!(leg.length() > 10 * tol.linear())) {
                throw new GeometryException(
                        GeometryException.Reason.DEGENERATE,
                        "A leg of the path has no length, near " + leg.start().said() + ".");
            }
            if (i > 0 && all.get(i - 1).end().distance(leg.start()) > 10 * tol.linear()) {
                throw new GeometryException(
                        GeometryException.Reason.BAD_VALUE,
                        "A leg of the path doesn't begin where the one before ends, near "
                                + leg.start().said() + ": they are "
                                + Terms.length(all.get(i - 1).end().distance(leg.start())) + " apart.");
            }
            if (i > 0 && all.get(i - 1).way(all.get(i - 1).to()).dot(leg.way(leg.from())) < -Math.cos(BACK)) {
                throw back(leg.start());
            }
            Leg before = legs.isEmpty() ? null : legs.get(legs.size() - 1);
            Optional<Leg> one = before == null ? Optional.empty() : one(before, leg, tol);
            if (one.isPresent()) {
                legs.set(legs.size() - 1, one.get());
            } else {
                legs.add(leg);
            }
        }
        Leg first = legs.get(0);
        Leg last = legs.get(legs.size() - 1);
        boolean closed = last.end().distance(first.start()) <= 10 * tol.linear();
        if (closed && legs.size() > 1) {
            if (last.way(last.to()).dot(first.way(first.from())) < -Math.cos(BACK)) {
                throw back(first.start());
            }
            Optional<Leg> one = one(last, first, tol);
            if (one.isPresent()) {
                legs.remove(legs.size() - 1);
                legs.set(0, one.get());
            }
        }
        return new Way(legs, closed);
    }

    private static GeometryException back(Vec3 where) {
        return new GeometryException(
                GeometryException.Reason.DEGENERATE,
                "The path turns back on itself near " + where.said()
                        + ". Turn the leg that begins there, or lead it round by an arc.");
    }

    /** Two legs as one, where the second goes on along the curve of the first. */
    private static Optional<Leg> one(Leg a, Leg b, Tolerance tol) {
        if (a.way(a.to()).dot(b.way(b.from())) < 1 - SMOOTH * SMOOTH) {
            return Optional.empty();
        }
        if (a.curve() instanceof Line && b.curve() instanceof Line) {
            boolean on = ((Line) a.curve()).distance(b.end()) <= tol.linear();
            return on ? Optional.of(longer(a, b.length())) : Optional.empty();
        }
        if (a.curve() instanceof Circle c && b.curve() instanceof Circle d) {
            boolean on = c.frame().origin().distance(d.frame().origin()) <= tol.linear()
                    && Math.abs(c.radius() - d.radius()) <= tol.linear()
                    && tol.parallelOver(c.frame().z().cross(d.frame().z()).length(), c.radius())
                    && a.range().length() + b.range().length() < 2 * Math.PI - 1e-6;
            return on ? Optional.of(longer(a, b.range().length())) : Optional.empty();
        }
        if (a.curve() == b.curve() || a.curve() instanceof Helix h && h.equals(b.curve())) {
            boolean on = Math.abs(a.to() - b.from()) < 1e-12 * (1 + Math.abs(a.to())) && a.forward() == b.forward();
            return on ? Optional.of(longer(a, b.range().length())) : Optional.empty();
        }
        return Optional.empty();
    }

    private static Leg longer(Leg a, double by) {
        Interval r = a.range();
        Interval more = a.forward() ? new Interval(r.lo(), r.hi() + by) : new Interval(r.lo() - by, r.hi());
        return new Leg(a.curve(), more, a.forward(), a.id());
    }

    /** The same way, of two legs where it was one that closes on itself: so that what is swept along it needs no seam. */
    public Way halved() {
        if (!closed || legs.size() > 1) {
            return this;
        }
        Leg l = legs.get(0);
        double mid = l.range().middle();
        Leg low = new Leg(l.curve(), new Interval(l.range().lo(), mid), l.forward(), l.id());
        Leg high = new Leg(l.curve(), new Interval(mid, l.range().hi()), l.forward(), l.id() + "-2");
        return new Way(l.forward() ? List.of(low, high) : List.of(high, low), true);
    }

    /** Whether the way runs on smoothly from a leg into the next. */
    public boolean smoothAfter(int leg) {
        Leg a = legs.get(leg);
        Leg b = legs.get((leg + 1) % legs.size());
        Vec3 from = a.way(a.to());
        Vec3 to = b.way(b.from());
        return from.cross(to).length() <= SMOOTH && from.dot(to) > 0;
    }

    public double length() {
        return legs.stream().mapToDouble(Leg::length).sum();
    }

    public Way reversed() {
        List<Leg> out = new ArrayList<>();
        legs.forEach(l -> out.add(0, l.reversed()));
        return new Way(out, closed);
    }

    /** Points along the way, close enough to be drawn as one line. */
    public List<Vec3> drawn() {
        List<Vec3> out = new ArrayList<>();
        for (Leg leg : legs) {
            double[] b = leg.curve().breaks(leg.range());
            int each = leg.curve() instanceof Line ? 1 : 6;
            int n = each * (b.length - 1);
            List<Vec3> own = new ArrayList<>();
            for (int i = 0; i <= n; i++) {
                int k = Math.min(i / each, b.length - 2);
                own.add(leg.curve().point(b[k] + (b[k + 1] - b[k]) * (i - k * each) / each));
            }
            if (!leg.forward()) {
                java.util.Collections.reverse(own);
            }
            out.addAll(out.isEmpty() ? own : own.subList(1, own.size()));
        }
        return out;
    }

    /** The leg and the parameter of the point of the way nearest to another. */
    public Foot nearest(Vec3 p) {
        Foot best = null;
        for (int i = 0; i < legs.size(); i++) {
            Leg l = legs.get(i);
            double t = l.curve().project(p, l.range());
            double d = l.curve().point(t).distance(p);
            if (best == null || d < best.distance) {
                best = new Foot(i, t, d);
            }
        }
        return best;
    }

    /** A place on a way. */
    public record Foot(int leg, double t, double distance) {}
}
