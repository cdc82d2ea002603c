package io.tallember.solid;

import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec2;
import java.util.ArrayList;
import java.util.List;

/**
 * A loop's image in the surface's parameters, unwrapped across the period: a polyline close enough to tell turns and sides,
 * never a size.
 *
 * @param points first point repeated at the end, moved by whole periods when the loop winds round
 * @param winding how often the loop runs round the axis, counter-clockwise seen along the axis' tip
 */
public record UvLoop(List<Vec2> points, int winding) {
    /** Ranges of the parameters that a region covers. */
    public record Range(double uLo, double uHi, double vLo, double vHi) {
        public double width() {
            return uHi - uLo;
        }
    }

    public static UvLoop of(Surface surface, List<? extends Piece> loop) {
        List<Vec2> points = new ArrayList<>();
        double period = surface.uPeriod();
        for (Piece piece : loop) {
            boolean straight = piece.curve() instanceof Line && surface instanceof Plane;
            int n = straight ? 1 : (int) Math.max(4, Math.ceil(piece.range().length() / (Math.PI / 16)));
            if (piece.curve() instanceof Line) {
                n = 1;
            }
            for (int i = points.isEmpty() ? 0 : 1; i <= n; i++) {
                Vec2 q = surface.project(piece.pointAt(i / (double) n));
                if (period > 0 && !points.isEmpty()) {
                    double du = q.x() - points.get(points.size() - 1).x();
                    q = new Vec2(q.x() - period * Math.rint(du / period), q.y());
                }
                points.add(q);
            }
        }
        int winding = period == 0
                ? 0
                : (int) Math.rint(
                        (points.get(points.size() - 1).x() - points.get(0).x()) / period);
        return new UvLoop(points, winding);
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

    /** Height at which a loop that winds round passes the angle {@code u}. */
    public double heightAt(double u, double period) {
        for (int i = 0; i + 1 < points.size(); i++) {
            Vec2 a = points.get(i);
            Vec2 b = points.get(i + 1);
            double lo = Math.min(a.x(), b.x());
            double hi = Math.max(a.x(), b.x());
            double w = u + period * Math.ceil((lo - u) / period);
            if (w <= hi && hi > lo) {
                return a.y() + (b.y() - a.y()) * (w - a.x()) / (b.x() - a.x());
            }
        }
        return points.get(0).y();
    }

    /** The parameter ranges of a region; a full period when any loop winds round, or when there is no loop. */
    public static Range range(Region region) {
        double uLo = Double.POSITIVE_INFINITY;
        double uHi = Double.NEGATIVE_INFINITY;
        double vLo = Double.POSITIVE_INFINITY;
        double vHi = Double.NEGATIVE_INFINITY;
        boolean round = region.loops().isEmpty();
        for (List<? extends Piece> loop : region.loops()) {
            UvLoop uv = of(region.surface(), loop);
            round |= uv.winding() != 0;
            for (Vec2 q : uv.points()) {
                uLo = Math.min(uLo, q.x());
                uHi = Math.max(uHi, q.x());
                vLo = Math.min(vLo, q.y());
                vHi = Math.max(vHi, q.y());
            }
        }
        return round ? new Range(0, 2 * Math.PI, vLo, vHi) : new Range(uLo, uHi, vLo, vHi);
    }
}
