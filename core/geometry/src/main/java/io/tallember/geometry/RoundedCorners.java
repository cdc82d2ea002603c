package io.tallember.geometry;

import java.util.ArrayList;
import java.util.List;

/**
 * Corners of a way rounded: between straight legs by arcs, between others by a smooth piece that takes as much of both legs as an arc
 * would.
 */
public final class RoundedCorners {
    private RoundedCorners() {}

    /**
     * The legs with their corners rounded.
     *
     * @param legs each beginning where the one before ends
     * @param radii of the corner before each leg, in mm; zero to leave it sharp; the first is for where a closed way closes
     * @throws GeometryException BAD_VALUE when a bend is longer than the legs beside it, with the largest radius that fits
     */
    public static List<Leg> of(List<Leg> legs, double[] radii, Tolerance tol) {
        int n = legs.size();
        boolean closed = n > 1 && legs.get(n - 1).end().distance(legs.get(0).start()) <= 10 * tol.linear();
        double[] taken = new double[n];
        for (int i = 0; i < n; i++) {
            if (radii[i] > 0 && (i > 0 || closed)) {
                taken[i] = taken(legs.get((i + n - 1) % n), legs.get(i), radii[i]);
            }
        }
        double[] lengths = legs.stream().mapToDouble(Leg::length).toArray();
        int tightest = -1;
        double least = 1;
        for (int i = 0; i < n; i++) {
            double over = taken[i] + (i + 1 < n || closed ? taken[(i + 1) % n] : 0);
            if (over > lengths[i] + tol.linear() && lengths[i] / over < least) {
                least = lengths[i] / over;
                tightest = i;
            }
        }
        if (tightest >= 0) {
            double wide = Math.max(
                    taken[tightest] > 0 ? radii[tightest] : 0,
                    tightest + 1 < n || closed ? radii[(tightest + 1) % n] : 0);
            throw tooLong(legs.get(tightest), lengths[tightest], lengths[tightest] / least, wide * least);
        }
        List<Leg> out = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            Leg leg = legs.get(i);
            double after = i + 1 < n || closed ? taken[(i + 1) % n] : 0;
            Leg cut = shorter(leg, taken[i], after, lengths[i]);
            if (taken[i] > 0) {
                Leg before = legs.get((i + n - 1) % n);
                double lengthBefore = lengths[(i + n - 1) % n];
                double its = shorter(before, 0, taken[i], lengthBefore).to();
                out.add(bend(before, its, leg, cut.from(), radii[i]));
            }
            if (lengths[i] - taken[i] - after > 10 * tol.linear()) {
                out.add(cut);
            }
        }
        if (taken[0] > 0) {
            // the way begins with its first leg, as it was given
            out.add(out.remove(0));
        }
        return out;
    }

    /** How much of each leg a bend takes; nothing where they run on smoothly. */
    private static double taken(Leg a, Leg b, double radius) {
        double angle = turn(a, b);
        return angle < Way.SMOOTH ? 0 : radius * Math.tan(angle / 2);
    }

    private static double turn(Leg a, Leg b) {
        Vec3 from = a.way(a.to());
        Vec3 to = b.way(b.from());
        return Math.atan2(from.cross(to).length(), from.dot(to));
    }

    private static GeometryException tooLong(Leg leg, double length, double over, double radius) {
        double fits = Math.floor(1e6 * radius) / 1e6;
        return new GeometryException(
                GeometryException.Reason.BAD_VALUE,
                "The bends beside the leg near "
                        + leg.curve().point(leg.range().middle()).said() + " take " + Terms.length(over)
                        + " of it, and it is only " + Terms.length(length)
                        + " long. The largest radius that fits there is " + Terms.length(fits) + ".",
                fits);
    }

    private static Leg shorter(Leg leg, double before, double after, double length) {
        double a = at(leg, before, length);
        double b = at(leg, length - after, length);
        return new Leg(leg.curve(), new Interval(Math.min(a, b), Math.max(a, b)), leg.forward(), leg.id());
    }

    /** The parameter at a length along a leg. */
    private static double at(Leg leg, double s, double length) {
        double along = leg.forward() ? s : length - s;
        if (leg.curve() instanceof Line) {
            return leg.range().lo() + along;
        }
        return along <= 0
                ? leg.range().lo()
                : along >= length ? leg.range().hi() : ArcLength.parameter(leg.curve(), leg.range(), along);
    }

    private static Leg bend(Leg a, double from, Leg b, double to, double radius) {
        Vec3 p = a.curve().point(from);
        Vec3 q = b.curve().point(to);
        Vec3 in = a.way(from);
        Vec3 out = b.way(to);
        String id = b.id() + "b";
        if (a.curve() instanceof Line && b.curve() instanceof Line) {
            Vec3 axis = in.cross(out).unit();
            Vec3 centre = p.plus(radius, axis.cross(in));
            Frame f = Frame.of(centre, axis, p.minus(centre));
            return new Leg(new Circle(f, radius), new Interval(0, turn(a, b)), true, id);
        }
        Nurbs n = Through.between(p, in, q, out);
        return new Leg(n, n.whole(), true, id);
    }
}
