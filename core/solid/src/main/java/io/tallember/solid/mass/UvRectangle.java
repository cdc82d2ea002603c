package io.tallember.solid.mass;

import io.tallember.geometry.Interval;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Pipe;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec2;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.UvLoop;
import java.util.ArrayList;
import java.util.List;

/** The parameters of a face on a pipe or a spline surface that is a whole rectangle of them, such as a sweep leaves. */
record UvRectangle(Interval u, Interval v) {
    /** How far, as a share of the domain, an edge may be off the rectangle's side. */
    private static final double OFF = 1e-8;

    private static final double LOOSE = 1e-4;
    private static final double[] SAMPLES = {0, 0.13, 0.31, 0.5, 0.77, 0.9, 1};

    /** Null where the face isn't such a rectangle, or is on another kind of surface. */
    static UvRectangle of(Face f) {
        Surface s = f.surface();
        if (!(s instanceof NurbsSurface) && !(s instanceof Pipe) || s.tip() != null || s.vPeriod() > 0) {
            return null;
        }
        List<List<Vec2>> loops = new ArrayList<>();
        for (Loop l : f.loops()) {
            List<Vec2> points = unwrapped(s, l);
            if (points == null) {
                return null;
            }
            loops.add(points);
        }
        boolean round = loops.size() == 2 && loops.stream().allMatch(l -> wound(s, l) != 0);
        if (!round && (loops.size() != 1 || wound(s, loops.get(0)) != 0)) {
            return null;
        }
        Interval v = extent(loops, false);
        Interval u = round ? new Interval(0, s.uPeriod()) : extent(loops, true);
        if (!(u.length() > 0) || !(v.length() > 0)) {
            return null;
        }
        for (List<Vec2> l : loops) {
            for (int i = 0; i + SAMPLES.length <= l.size(); i += SAMPLES.length) {
                List<Vec2> piece = l.subList(i, i + SAMPLES.length);
                boolean on = !round && (on(piece, true, u.lo(), u) || on(piece, true, u.hi(), u))
                        || on(piece, false, v.lo(), v)
                        || on(piece, false, v.hi(), v);
                if (!on) {
                    return null;
                }
            }
        }
        return new UvRectangle(u, v);
    }

    /** Some places of each piece, in the parameters; null as soon as a piece doesn't run along one of them. */
    private static List<Vec2> unwrapped(Surface s, Loop loop) {
        List<Vec2> out = new ArrayList<>();
        for (Coedge c : loop.coedges()) {
            Interval piece = new Interval(Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY);
            Interval other = piece;
            for (double at : SAMPLES) {
                Vec2 q = s.project(c.curve().point(c.range().at(c.forward() ? at : 1 - at)));
                Vec2 p = out.isEmpty() ? q : UvLoop.near(q, out.get(out.size() - 1), s.uPeriod(), 0);
                out.add(p);
                piece = new Interval(Math.min(piece.lo(), p.x()), Math.max(piece.hi(), p.x()));
                other = new Interval(Math.min(other.lo(), p.y()), Math.max(other.hi(), p.y()));
            }
            if (piece.length() > LOOSE && other.length() > LOOSE) {
                return null;
            }
        }
        return out;
    }

    private static int wound(Surface s, List<Vec2> l) {
        double turn = l.get(l.size() - 1).x() - l.get(0).x();
        return s.uPeriod() > 0 ? (int) Math.rint(turn / s.uPeriod()) : 0;
    }

    private static Interval extent(List<List<Vec2>> loops, boolean inU) {
        double lo = Double.POSITIVE_INFINITY;
        double hi = Double.NEGATIVE_INFINITY;
        for (List<Vec2> l : loops) {
            for (Vec2 p : l) {
                lo = Math.min(lo, inU ? p.x() : p.y());
                hi = Math.max(hi, inU ? p.x() : p.y());
            }
        }
        return new Interval(lo, hi);
    }

    private static boolean on(List<Vec2> piece, boolean inU, double side, Interval whole) {
        return piece.stream().allMatch(p -> Math.abs((inU ? p.x() : p.y()) - side) <= OFF * whole.length());
    }
}
