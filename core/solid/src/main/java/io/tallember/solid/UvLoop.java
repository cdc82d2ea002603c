package io.tallember.solid;

import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/**
 * A loop's image in the surface's parameters, unwrapped across the periods: a polyline close enough to tell turns and sides,
 * never a size.
 *
 * @param points first point repeated at the end, moved by whole periods when the loop winds round
 * @param winding how often the loop runs round the axis, counter-clockwise seen along the axis' tip
 * @param windingV how often the loop runs round the tube of a ring
 */
public record UvLoop(List<Vec2> points, int winding, int windingV) {
    /** Nearer than this to a surface's tip a point is the tip. */
    private static final double AT_TIP = 1e-5;

    public static UvLoop of(Surface surface, List<? extends Piece> loop) {
        Vec3 tip = surface.tip();
        List<Piece> pieces = new ArrayList<>(loop);
        boolean throughTip = false;
        for (int i = 0; tip != null && i < pieces.size() && !throughTip; i++) {
            if (pieces.get(i).pointAt(0).distance(tip) <= AT_TIP) {
                // all directions meet in the tip: the loop is cut open there, and closes along its line in the
                // parameters
                Collections.rotate(pieces, -i);
                throughTip = true;
            }
        }
        List<Vec2> points = new ArrayList<>();
        double pu = surface.uPeriod();
        double pv = surface.vPeriod();
        for (Piece piece : pieces) {
            double[] samples = samples(piece);
            for (int i = points.isEmpty() ? 0 : 1; i < samples.length; i++) {
                Vec3 p = piece.curve().point(samples[i]);
                Vec2 q = surface.project(p);
                if (tip != null && p.distance(tip) <= AT_TIP) {
                    double u = points.isEmpty()
                            ? surface.project(piece.curve().point(samples[1])).x()
                            : points.get(points.size() - 1).x();
                    q = new Vec2(u, q.y());
                }
                points.add(points.isEmpty() ? q : near(q, points.get(points.size() - 1), pu, pv));
            }
        }
        if (throughTip) {
            points.add(points.get(0));
        }
        Vec2 turn = points.get(points.size() - 1).minus(points.get(0));
        return new UvLoop(
                points, pu == 0 ? 0 : (int) Math.rint(turn.x() / pu), pv == 0 ? 0 : (int) Math.rint(turn.y() / pv));
    }

    /** Parameters along a piece in its direction, close enough that its image is near a polyline. */
    static double[] samples(Piece piece) {
        double[] breaks = piece.curve().breaks(piece.range());
        int each = piece.curve() instanceof Line || piece.curve().evaluated() || piece.curve() instanceof Nurbs ? 2 : 4;
        int n = (breaks.length - 1) * each;
        double[] out = new double[n + 1];
        for (int i = 0; i <= n; i++) {
            int k = Math.min(i / each, breaks.length - 2);
            double t = breaks[k] + (breaks[k + 1] - breaks[k]) * (i - k * each) / each;
            out[piece.forward() ? i : n - i] = t;
        }
        return out;
    }

    /** The parameters moved by whole periods next to others. */
    public static Vec2 near(Vec2 q, Vec2 other, double uPeriod, double vPeriod) {
        double u = uPeriod > 0 ? q.x() - uPeriod * Math.rint((q.x() - other.x()) / uPeriod) : q.x();
        double v = vPeriod > 0 ? q.y() - vPeriod * Math.rint((q.y() - other.y()) / vPeriod) : q.y();
        return new Vec2(u, v);
    }

    /** Area on the left in parameters, by the shoelace formula; no meaning for a loop that winds round. */
    public double area() {
        double sum = 0;
        Vec2 o = points.get(0);
        for (int i = 0; i + 1 < points.size(); i++) {
            sum += points.get(i).minus(o).cross(points.get(i + 1).minus(o));
        }
        return 0.5 * sum;
    }

    public boolean windsRound() {
        return winding != 0 || windingV != 0;
    }

    /**
     * The mean of the second parameter over one turn of the first, for a loop that winds round once. Of two such loops that don't
     * cross the upper one has the greater mean, however they twist. By parabolas through the points, which come in pairs.
     */
    public double meanHeight() {
        double sum = 0;
        int n = points.size();
        for (int i = 0; i + 2 < n; i += 2) {
            Vec2 p = points.get(i);
            Vec2 q = points.get(i + 1);
            Vec2 r = points.get(i + 2);
            double a1 = 0.5 * (r.x() - p.x());
            double a2 = 0.5 * (r.x() - 2 * q.x() + p.x());
            double b1 = 0.5 * (r.y() - p.y());
            double b2 = 0.5 * (r.y() - 2 * q.y() + p.y());
            sum += 2 * a1 * q.y() + 4.0 / 3 * a2 * b1 + 2.0 / 3 * a1 * b2;
        }
        return sum / (points.get(n - 1).x() - points.get(0).x());
    }

    /** From where to where the loop goes in the second parameter, or the first. */
    public double[] extent(boolean second) {
        double[] d = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
        for (Vec2 q : points) {
            d[0] = Math.min(d[0], second ? q.y() : q.x());
            d[1] = Math.max(d[1], second ? q.y() : q.x());
        }
        return d;
    }

    /** A parameter in the middle of the widest gap that no loop covers, on a surface closed that way; or not a number. */
    public static double free(List<UvLoop> loops, boolean second) {
        int n = 360;
        boolean[] taken = new boolean[n];
        for (UvLoop l : loops) {
            double[] d = l.extent(second);
            for (int i = (int) Math.floor(d[0] * n / (2 * Math.PI)); i <= Math.ceil(d[1] * n / (2 * Math.PI)); i++) {
                taken[Math.floorMod(i, n)] = true;
            }
        }
        int best = -1;
        int longest = 0;
        int run = 0;
        for (int i = 0; i < 2 * n; i++) {
            run = taken[i % n] ? 0 : run + 1;
            if (run > longest && run <= n) {
                longest = run;
                best = i - run / 2;
            }
        }
        return best < 0 ? Double.NaN : 2 * Math.PI * (best % n) / n;
    }

    /** Whether every loop of a face of a surface closed both ways only leaves a hole in it. */
    public static boolean onlyHoles(List<UvLoop> loops, boolean sense) {
        return loops.stream().noneMatch(l -> l.windsRound() || l.area() > 0 == sense);
    }
}
