package io.tallember.solid;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import java.util.List;

/**
 * The nearest boundary of a region on a cone, ring, swept or spline surface, measured in the surface's parameters instead of in space.
 *
 * <p>In space the nearest boundary may lie across the ring's hole or the cone, and then says nothing about the side. The measure
 * here is that of the product of a circle (angle about the axis, as a chord) with a line or a second circle. It only grows along
 * the straight way in the parameters, so that way to the nearest boundary crosses no other.
 */
final class Unrolled {
    private static final int STEPS = 24;
    /** Measures that differ by less than this part are alike. */
    private static final double AS_NEAR = 1e-9;

    private final Surface surface;
    private final boolean sense;
    private final List<Piece> pieces;
    private final double[][] at;
    private final Vec2[][] uv;
    private final double weightU;
    private final double weightV;

    Unrolled(Surface surface, boolean sense, List<Piece> pieces) {
        this.surface = surface;
        this.sense = sense;
        this.pieces = pieces;
        this.at = new double[pieces.size()][];
        this.uv = new Vec2[pieces.size()][];
        double radius = 0;
        for (int i = 0; i < at.length; i++) {
            at[i] = UvLoop.samples(pieces.get(i));
            uv[i] = new Vec2[at[i].length];
            for (int k = 0; k < at[i].length; k++) {
                uv[i][k] = uv(pieces.get(i), at[i][k]);
                radius = Math.max(radius, surface.du(uv[i][k].x(), uv[i][k].y()).length());
            }
        }
        double high = 0;
        for (Vec2[] line : uv) {
            for (Vec2 q : line) {
                high = Math.max(high, surface.dv(q.x(), q.y()).length());
            }
        }
        weightU = Math.max(radius, 1e-9);
        weightV = Math.max(high, 1e-9);
    }

    private Vec2 uv(Piece piece, double t) {
        Vec3 p = piece.curve().point(t);
        Vec2 q = surface.project(p);
        if (surface.atTip(p, 1e-6)) {
            Interval r = piece.range();
            double inward = t < r.middle() ? t + 1e-3 * r.length() : t - 1e-3 * r.length();
            return new Vec2(surface.project(piece.curve().point(inward)).x(), q.y());
        }
        return q;
    }

    private double measure(Vec2 p, Vec2 q) {
        double du = surface.uPeriod() > 0 ? 2 * Math.sin(0.5 * (p.x() - q.x())) : p.x() - q.x();
        double dv = surface.vPeriod() > 0 ? 2 * Math.sin(0.5 * (p.y() - q.y())) : p.y() - q.y();
        return weightU * weightU * du * du + weightV * weightV * dv * dv;
    }

    /** How the measure to a fixed point falls when the other moves toward it, in u and v. */
    private Vec2 toward(Vec2 p, Vec2 q) {
        double du = surface.uPeriod() > 0 ? Math.sin(p.x() - q.x()) : p.x() - q.x();
        double dv = surface.vPeriod() > 0 ? Math.sin(p.y() - q.y()) : p.y() - q.y();
        return new Vec2(weightU * weightU * du, weightV * weightV * dv);
    }

    /** The direction of a piece in the parameters. */
    private Vec2 travel(Piece piece, double t, Vec2 q) {
        return surface.rates(q.x(), q.y(), piece.travel(t));
    }

    /** What was found nearest: inside or outside; or, when it is a corner, the corner. */
    record Judged(boolean inside, Vec3 corner) {}

    Judged judge(Vec3 point, Tolerance tol) {
        Vec2 p = surface.project(point);
        double best = Double.POSITIVE_INFINITY;
        int bestPiece = -1;
        double bestT = 0;
        for (int i = 0; i < at.length; i++) {
            int n = at[i].length;
            double[] m = new double[n];
            for (int k = 0; k < n; k++) {
                m[k] = measure(p, uv[i][k]);
            }
            for (int k = 0; k < n; k++) {
                boolean lowest = (k == 0 || m[k] <= m[k - 1]) && (k == n - 1 || m[k] <= m[k + 1]);
                double spacing = Math.max(
                        k == 0 ? 0 : Math.sqrt(measure(uv[i][k], uv[i][k - 1])),
                        k == n - 1 ? 0 : Math.sqrt(measure(uv[i][k], uv[i][k + 1])));
                if (!lowest || Math.sqrt(m[k]) - spacing > Math.sqrt(best)) {
                    continue;
                }
                double t = refined(pieces.get(i), p, at[i][Math.max(0, k - 1)], at[i][Math.min(n - 1, k + 1)]);
                double found = measure(p, uv(pieces.get(i), t));
                // a corner as near as that tells more than the piece beside it, whose side is not well determined there
                for (int end : new int[] {0, n - 1}) {
                    if (Math.abs(k - end) <= 1 && m[end] <= found * (1 + AS_NEAR)) {
                        t = at[i][end];
                        found = Math.min(found, m[end]);
                    }
                }
                if (found < best) {
                    best = found;
                    bestPiece = i;
                    bestT = t;
                }
            }
        }
        Piece piece = pieces.get(bestPiece);
        Curve c = piece.curve();
        Vec3 q = c.point(bestT);
        for (double end : new double[] {piece.range().lo(), piece.range().hi()}) {
            if (q.distance(c.point(end)) <= tol.linear()) {
                return new Judged(false, c.point(end));
            }
        }
        Vec2 quv = uv(piece, bestT);
        double side = travel(piece, bestT, quv).cross(toward(p, quv));
        return new Judged(sense ? side > 0 : side < 0, null);
    }

    /** The least measure between two parameters, by false position on its slope. */
    private double refined(Piece piece, Vec2 p, double from, double to) {
        double lo = from;
        double hi = to;
        double flo = slope(piece, p, lo);
        double fhi = slope(piece, p, hi);
        if (flo <= 0) {
            return lo;
        }
        if (fhi >= 0) {
            return hi;
        }
        for (int k = 0; k < STEPS && Math.abs(hi - lo) > 1e-10 * (1 + Math.abs(lo)); k++) {
            double mid = k % 3 == 2 ? 0.5 * (lo + hi) : (flo * hi - fhi * lo) / (flo - fhi);
            double f = slope(piece, p, mid);
            if (f > 0) {
                lo = mid;
                flo = f;
                fhi *= 0.5;
            } else {
                hi = mid;
                fhi = f;
                flo *= 0.5;
            }
        }
        return 0.5 * (lo + hi);
    }

    /** Positive while going on along the piece comes nearer. */
    private double slope(Piece piece, Vec2 p, double t) {
        Vec2 q = uv(piece, t);
        return travel(piece, t, q).dot(toward(p, q));
    }
}
