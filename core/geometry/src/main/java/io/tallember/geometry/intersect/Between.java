package io.tallember.geometry.intersect;

import io.tallember.geometry.ArcLength;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Recognise;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Travel;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.TreeSet;
import java.util.function.DoubleFunction;

/** Ways that follow from two others: midway between them, and where two flat ones meet that are raised out of their planes. */
public final class Between {
    /** How far fitted legs may be off, in mm. */
    private static final double FIT = 1e-9;
    /** How near a fitted leg must be to a line or circle to be one, in mm. */
    private static final double NAMED = 2e-9;

    /** Shares of a length that differ by less are one. */
    private static final double SAME = 1e-9;

    private static final int EACH = 24;

    private Between() {}

    /**
     * Halfway between two ways: from each point of one to the one at the same share of the other's length. Between lines it is lines,
     * between arcs about one axis arcs; else it is fitted within 1e-9 mm.
     *
     * @param id what its legs are called, with their number
     */
    public static List<Leg> midway(Way a, Way b, String id, Tolerance tol) {
        Way other = turned(a, b);
        TreeSet<Double> ends = new TreeSet<>(List.of(1.0));
        TreeSet<Double> joints = new TreeSet<>();
        for (Way w : List.of(a, other)) {
            double at = 0;
            for (Leg l : w.legs()) {
                ends.add(at);
                for (double t : joints(l)) {
                    Interval gone = new Interval(Math.min(t, l.from()), Math.max(t, l.from()));
                    joints.add(at + (gone.length() > 0 ? ArcLength.of(l.curve(), gone) / w.length() : 0));
                }
                at += l.length() / w.length();
            }
        }
        double[] at = apart(ends);
        List<Leg> out = new ArrayList<>();
        for (int i = 0; i + 1 < at.length; i++) {
            double lo = at[i];
            double hi = at[i + 1];
            // asked from within, so that the leg is the one meant
            double in = 1e-12 * (hi - lo);
            TreeSet<Double> breaks = new TreeSet<>(joints.subSet(lo + SAME, hi - SAME));
            breaks.add(lo);
            breaks.add(hi);
            out.add(fitted(
                    s -> place(a, clamp(s, lo + in, hi - in))
                            .plus(place(other, clamp(s, lo + in, hi - in)))
                            .times(0.5),
                    apart(breaks),
                    id + "." + (i + 1)));
        }
        return out;
    }

    /** Rising, without those that fall together with one before. */
    private static double[] apart(TreeSet<Double> shares) {
        List<Double> out = new ArrayList<>();
        for (double s : shares) {
            if (!out.isEmpty() && s - out.get(out.size() - 1) <= SAME) {
                out.remove(out.size() - 1); // the later one, so that the end stays
            }
            out.add(s);
        }
        return out.stream().mapToDouble(Double::doubleValue).toArray();
    }

    /** Parameters at which a leg's curve has a joint. */
    private static double[] joints(Leg l) {
        return l.curve() instanceof Line || l.curve() instanceof Circle
                ? new double[0]
                : l.curve().breaks(l.range());
    }

    private static double clamp(double s, double lo, double hi) {
        return Math.max(lo, Math.min(hi, s));
    }

    /** The second way, gone along so that its ends are on the sides of those of the first. */
    private static Way turned(Way a, Way b) {
        Leg a0 = a.legs().get(0);
        Leg a1 = a.legs().get(a.legs().size() - 1);
        Leg b0 = b.legs().get(0);
        Leg b1 = b.legs().get(b.legs().size() - 1);
        double same = a0.start().distance(b0.start()) + a1.end().distance(b1.end());
        double across = a0.start().distance(b1.end()) + a1.end().distance(b0.start());
        return across < same ? b.reversed() : b;
    }

    /** The point at a share of a way's length. */
    private static Vec3 place(Way w, double share) {
        double left = share * w.length();
        for (int i = 0; i < w.legs().size(); i++) {
            Leg l = w.legs().get(i);
            double own = l.length();
            if (left <= own || i + 1 == w.legs().size()) {
                return l.pointAt(left);
            }
            left -= own;
        }
        throw new IllegalStateException("a way without legs");
    }

    /**
     * Where two flat ways meet when each is raised out of its plane.
     *
     * @param first as it is seen along {@code normal}, {@code second} along {@code other}
     * @throws GeometryException BAD_VALUE when the planes are parallel, or one doesn't reach over all of the other
     */
    public static List<Leg> views(Way first, Vec3 normal, Way second, Vec3 other, String id, Tolerance tol) {
        Vec3 across = normal.cross(other);
        if (across.length() < 1e-3) {
            throw new GeometryException(
                    GeometryException.Reason.BAD_VALUE,
                    "the two sketches are seen from the same side. Draw the second one on a plane that stands on the first.");
        }
        Vec3 z = across.unit();
        List<Leg> out = new ArrayList<>();
        for (Leg l : first.legs()) {
            if (Math.abs(l.way(l.from()).dot(z)) < 1e-3 && l.curve() instanceof Line) {
                throw new GeometryException(
                        GeometryException.Reason.BAD_VALUE,
                        "a line of the first view is seen from its end in the second, near "
                                + l.start().said() + ". Slant it, or make a leg of its own for it.");
            }
            double[] grid = new double[EACH + 1];
            for (int i = 0; i <= EACH; i++) {
                grid[i] = i / (double) EACH;
            }
            DoubleFunction<Vec3> on = s -> l.curve().point(l.from() + s * (l.to() - l.from()));
            Comparator<Vec3> near = Comparator.comparingDouble(
                    p -> Math.abs(p.minus(on.apply(0)).dot(normal.cross(z))));
            Crossing crossing =
                    new Crossing(second, "The second view", s -> Frame.of(on.apply(s), z), grid, 0, near, tol);
            TreeSet<Double> breaks = new TreeSet<>(List.of(0.0, 1.0));
            crossing.joints().stream().filter(x -> x > 1e-6 && x < 1 - 1e-6).forEach(breaks::add);
            for (double t : joints(l)) {
                breaks.add((t - l.from()) / (l.to() - l.from()));
            }
            out.add(fitted(
                    s -> {
                        Vec3 p = on.apply(s);
                        Vec3 d = crossing.in(s).minus(p);
                        // d = high of the first normal and some of the other
                        double c = normal.dot(other);
                        double high = (d.dot(normal) - c * d.dot(other)) / (1 - c * c);
                        return p.plus(high, normal);
                    },
                    apart(breaks),
                    id + "." + (out.size() + 1)));
        }
        return out;
    }

    /** A leg through places that are told for every parameter: a line or an arc where it is one, else fitted. */
    public static Leg fitted(DoubleFunction<Vec3> at, double[] breaks, String id) {
        Nurbs n = fitted(at, breaks, FIT);
        Curve named = Recognise.curve(n, NAMED).orElse(null);
        Vec3 from = n.point(n.lo());
        Vec3 to = n.point(n.hi());
        if (named instanceof Line) {
            return Leg.straight(from, to, id);
        }
        if (named instanceof Circle c) {
            Vec3 out = from.minus(c.frame().origin());
            Vec3 middle = n.point(0.5 * (n.lo() + n.hi())).minus(c.frame().origin());
            Frame f = Frame.of(c.frame().origin(), out.cross(middle), out);
            Circle k = new Circle(f, c.radius());
            double end = k.project(to);
            return new Leg(k, new Interval(0, end > 1e-9 ? end : 2 * Math.PI), true, id);
        }
        return new Leg(n, n.whole(), true, id);
    }

    /**
     * The spline through places that are told for every parameter.
     *
     * @param breaks parameters from first to last between which the places go smoothly
     * @param within how far off it may be, in mm
     */
    public static Nurbs fitted(DoubleFunction<Vec3> at, double[] breaks, double within) {
        return Travel.fitted(s -> new Travel.Place(at.apply(s), Vec3.ZERO, Vec3.ZERO, Vec3.ZERO), breaks, 0, within)
                .rail(Vec3.ZERO);
    }
}
