package io.tallember.part.rebuild;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.sketch.Sketch.Strand;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A curve of the part as seen square to a sketch, in the sketch's coordinates: a line, circle or ellipse exactly, another curve by
 * points along it.
 *
 * @param strand null for one by points
 * @param points its two ends, or all points of one that goes by points
 * @param closed whether it closes on itself
 */
public record Flat(Strand strand, List<Vec2> points, boolean closed) {
    private static final double NOTHING = 1e-7;
    private static final int SPLINE = 8;

    /** Empty when the curve is seen as a point. */
    public static Optional<Flat> of(Curve c, Interval range, Frame plane) {
        if (c instanceof Line) {
            return line(at(plane, c.point(range.lo())), at(plane, c.point(range.hi())));
        }
        if (c instanceof Circle k) {
            return oval(k.frame(), k.radius(), k.radius(), range, plane);
        }
        if (c instanceof Ellipse e) {
            return oval(e.frame(), e.a(), e.b(), range, plane);
        }
        List<Vec2> points = new ArrayList<>();
        double[] breaks = c.breaks(range);
        int each = Math.max(1, Math.min(SPLINE, 120 / breaks.length));
        for (int i = 0; i + 1 < breaks.length; i++) {
            for (int k = 0; k < each; k++) {
                points.add(at(plane, c.point(breaks[i] + (breaks[i + 1] - breaks[i]) * k / each)));
            }
        }
        points.add(at(plane, c.point(range.hi())));
        return through(points);
    }

    /** A curve by points along it. */
    public static Optional<Flat> through(List<Vec2> points) {
        List<Vec2> apart = new ArrayList<>();
        for (Vec2 p : points) {
            if (apart.isEmpty() || apart.get(apart.size() - 1).distance(p) > NOTHING) {
                apart.add(p);
            }
        }
        boolean closed = apart.size() > 3 && apart.get(0).distance(apart.get(apart.size() - 1)) < NOTHING;
        if (closed) {
            apart.remove(apart.size() - 1);
        }
        return apart.size() < 2 ? Optional.empty() : Optional.of(new Flat(null, apart, closed));
    }

    private static Optional<Flat> line(Vec2 a, Vec2 b) {
        double l = a.distance(b);
        if (l < NOTHING) {
            return Optional.empty();
        }
        Line line = Line.through(a.flat(), b.flat());
        return Optional.of(new Flat(new Strand(line, new Interval(0, l)), List.of(a, b), false));
    }

    /** An ellipse's image by its conjugate half axes, turned so that they are square to each other. */
    private static Optional<Flat> oval(Frame f, double a, double b, Interval range, Frame plane) {
        Vec2 m = at(plane, f.origin());
        Vec2 p = at(plane, f.point(a, 0, 0)).minus(m);
        Vec2 q = at(plane, f.point(0, b, 0)).minus(m);
        double turn = 0.5 * Math.atan2(2 * p.dot(q), p.dot(p) - q.dot(q));
        Vec2 u = new Vec2(0, 0).plus(Math.cos(turn), p).plus(Math.sin(turn), q);
        Vec2 v = new Vec2(0, 0).plus(-Math.sin(turn), p).plus(Math.cos(turn), q);
        double wide = u.length();
        double high = v.length();
        if (high < NOTHING * Math.max(1, wide)) {
            return edgeOn(m, u, range, turn);
        }
        boolean left = u.cross(v) > 0;
        // along the image the parameter runs from the longer half axis; against the plane's turn it runs backwards
        double from = left ? range.lo() - turn : turn - range.hi();
        Interval run = new Interval(from, from + range.length());
        Frame frame = Frame.of(m.flat(), Vec3.Z, u.flat());
        Curve image = Math.abs(wide - high) < 1e-9 * wide ? new Circle(frame, wide) : new Ellipse(frame, wide, high);
        Vec3 start = image.point(run.lo());
        Vec3 end = image.point(run.hi());
        boolean closed = range.length() > 2 * Math.PI - 1e-9;
        return Optional.of(new Flat(
                new Strand(image, run), List.of(new Vec2(start.x(), start.y()), new Vec2(end.x(), end.y())), closed));
    }

    /** Seen along its plane a round curve is the straight line between where it reaches furthest. */
    private static Optional<Flat> edgeOn(Vec2 m, Vec2 u, Interval range, double turn) {
        double lo = Double.MAX_VALUE;
        double hi = -Double.MAX_VALUE;
        List<Double> at = new ArrayList<>(List.of(range.lo(), range.hi()));
        for (int k = -4; k <= 8; k++) {
            double t = turn + k * Math.PI;
            if (range.contains(t, 0)) {
                at.add(t);
            }
        }
        for (double t : at) {
            lo = Math.min(lo, Math.cos(t - turn));
            hi = Math.max(hi, Math.cos(t - turn));
        }
        return line(m.plus(lo, u), m.plus(hi, u));
    }

    public static Vec2 at(Frame plane, Vec3 p) {
        Vec3 l = plane.local(p);
        return new Vec2(l.x(), l.y());
    }

    /** How far a point of the part lies from it, as seen. */
    public double away(Vec2 p) {
        if (strand != null) {
            Vec3 q = p.flat();
            return strand.curve()
                    .point(strand.curve().project(q, strand.range()))
                    .distance(q);
        }
        return points.stream().mapToDouble(p::distance).min().orElse(Double.MAX_VALUE);
    }
}
