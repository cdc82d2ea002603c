package io.tallember.inspect.sheet;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec3;
import io.tallember.part.steps.DrawnSize;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Extents;
import io.tallember.solid.Face;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;

/**
 * What sizes can be told between: corners, centres of round edges, axes, the part's ends and its middle, and the origin. A size whose
 * ends lie at none of them any more, since a later step has moved what it was drawn for, isn't true of the part.
 */
final class Landmarks {
    private static final double SAME = 5e-3;
    private static final double ROUND = 1e-6;
    private static final double FACING = 0.95;
    private static final int MOST = 200;

    private final List<Body> bodies;
    /** By direction, how far along it there is something. */
    private final Map<List<Long>, TreeSet<Double>> known = new HashMap<>();

    Landmarks(List<Body> bodies) {
        this.bodies = bodies;
    }

    /** Whether a size can be read off the part as it is. */
    boolean hold(DrawnSize d) {
        if (d instanceof DrawnSize.Length l) {
            Vec3 u = Sizes.way(l);
            return at(u, l.from()) && at(u, l.to());
        }
        if (d instanceof DrawnSize.Angle a) {
            return runs(a.first()) && runs(a.second());
        }
        if (d instanceof DrawnSize.Radius r) {
            return round(r.centre(), r.axis(), r.value() / (r.diameter() ? 2 : 1));
        }
        DrawnSize.Hole h = (DrawnSize.Hole) d;
        return h.at() != null && round(h.at(), h.axis(), h.diameter() / 2) && (!h.deep() || starts(h.at()));
    }

    /** Whether a face, carried on over a hole, still passes through where it starts. */
    private boolean starts(Vec3 p) {
        return bodies.stream()
                .flatMap(b -> b.faces().stream())
                .anyMatch(f -> Math.abs(f.surface().signedDistance(p)) < ROUND);
    }

    /** Whether there is a round edge or face about an axis with a radius. */
    private boolean round(Vec3 centre, Vec3 axis, double radius) {
        return bodies.stream()
                .anyMatch(b -> b.edges().stream()
                                .anyMatch(e -> e.curve() instanceof Circle c
                                        && same(c.frame(), c.radius(), centre, axis, radius))
                        || b.faces().stream()
                                .anyMatch(f -> f.surface() instanceof Cylinder c
                                        && same(c.frame(), c.radius(), centre, axis, radius)));
    }

    private static boolean same(Frame f, double r, Vec3 centre, Vec3 axis, double radius) {
        return Math.abs(r - radius) < ROUND
                && f.z().cross(axis).length() < ROUND
                && centre.minus(f.origin()).cross(axis).length() < ROUND;
    }

    private boolean at(Vec3 u, Vec3 p) {
        TreeSet<Double> all = known.computeIfAbsent(
                List.of(Math.round(1e7 * u.x()), Math.round(1e7 * u.y()), Math.round(1e7 * u.z())), k -> along(u));
        double c = p.dot(u);
        Double below = all.floor(c);
        Double above = all.ceiling(c);
        return below != null && c - below <= SAME || above != null && above - c <= SAME;
    }

    private TreeSet<Double> along(Vec3 u) {
        TreeSet<Double> out = new TreeSet<>(List.of(0.0));
        double lo = Double.POSITIVE_INFINITY;
        double hi = Double.NEGATIVE_INFINITY;
        for (Body b : bodies) {
            Interval reach = Extents.along(b, u);
            lo = Math.min(lo, reach.lo());
            hi = Math.max(hi, reach.hi());
            for (Edge e : b.edges()) {
                out.add(e.start().point().dot(u));
                out.add(e.end().point().dot(u));
                if (e.curve() instanceof Circle c) {
                    out.add(c.frame().origin().dot(u));
                }
            }
            midways(b, u, out);
            for (Face f : b.faces()) {
                Surface s = f.surface();
                boolean axis = (s instanceof Cylinder || s instanceof Cone)
                        && Math.abs(s.frame().z().dot(u)) < 1e-9;
                if (axis) {
                    out.add(s.frame().origin().dot(u));
                }
            }
        }
        out.add(lo);
        out.add(hi);
        out.add(0.5 * (lo + hi));
        return out;
    }

    /** Midway between flat faces of one step that look apart, or nearly so: where a rib's line or a groove's was drawn. */
    private static void midways(Body b, Vec3 u, TreeSet<Double> out) {
        Map<String, List<double[]>> sides = new HashMap<>();
        for (Face f : b.faces()) {
            if (f.surface() instanceof Plane p) {
                double turned = f.outward(p.frame().origin()).dot(u);
                if (Math.abs(turned) > FACING) {
                    double at = f.bounds().centre().dot(u);
                    f.origins()
                            .forEach(o -> sides.computeIfAbsent(o.step(), k -> new ArrayList<>())
                                    .add(new double[] {turned, at}));
                }
            }
        }
        for (List<double[]> all : sides.values()) {
            for (int i = 0; i < all.size() && all.size() < MOST; i++) {
                for (int k = 0; k < i; k++) {
                    if (all.get(i)[0] * all.get(k)[0] < 0) {
                        out.add(0.5 * (all.get(i)[1] + all.get(k)[1]));
                    }
                }
            }
        }
    }

    private boolean runs(Vec3 direction) {
        return bodies.stream()
                .flatMap(b -> b.edges().stream())
                .anyMatch(e -> e.curve() instanceof Line l
                        && l.direction().unit().cross(direction).length() < 1e-6);
    }
}
