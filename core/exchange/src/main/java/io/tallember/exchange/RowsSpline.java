package io.tallember.exchange;

import io.tallember.geometry.Interval;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;

/**
 * A surface given by rows of poles along u as a spline surface, for files: exact across, cubic pieces with smooth joints along, as short
 * as the fit asks.
 */
final class RowsSpline {
    /** How far the spline may be from the surface, in mm. */
    private static final double NEAR = 5e-7;

    private static final int DEEPEST = 9;
    private static final double STEP = 1e-4;

    /** The pole of a row at a place along it. */
    interface Poles {
        Vec3 at(int row, double u);
    }

    private final Poles poles;
    private final double[] weights;
    private final int degreeV;
    private final double[] knotsV;

    private RowsSpline(Poles poles, double[] weights, int degreeV, double[] knotsV) {
        this.poles = poles;
        this.weights = weights;
        this.degreeV = degreeV;
        this.knotsV = knotsV;
    }

    /**
     * @param of the surface, whose breaks along u are kept
     * @param span u from, u to, of the face; all of it is taken when it closes
     */
    static NurbsSurface along(Surface of, double[] span, Poles poles, double[] weights, int degreeV, double[] knotsV) {
        RowsSpline s = new RowsSpline(poles, weights, degreeV, knotsV);
        boolean closed = of.uPeriod() > 0;
        double more = closed ? 0 : 0.02 * (span[1] - span[0]);
        double u0 = closed ? 0 : span[0] - more;
        double u1 = closed ? of.uPeriod() : span[1] + more;
        double[] breaks = of.uBreaks(new Interval(u0, u1));
        List<Double> at = new ArrayList<>(List.of(u0));
        for (int i = 0; i + 1 < breaks.length; i++) {
            s.divide(breaks[i], breaks[i + 1], 0, at);
        }
        return s.through(at);
    }

    private Vec3 rate(int row, double u, double lo, double hi) {
        double h = STEP * Math.min(1, hi - lo);
        // five points, one-sided nowhere: the surface goes on beyond its ends
        return poles.at(row, u - 2 * h)
                .minus(poles.at(row, u + 2 * h))
                .plus(8, poles.at(row, u + h).minus(poles.at(row, u - h)))
                .times(1 / (12 * h));
    }

    private void divide(double lo, double hi, int depth, List<Double> at) {
        double worst = 0;
        for (int row = 0; row < weights.length; row += Math.max(1, weights.length - 1)) {
            Vec3 p = poles.at(row, lo);
            Vec3 q = poles.at(row, hi);
            Vec3 s = rate(row, lo, lo, hi).times(hi - lo);
            Vec3 t = rate(row, hi, lo, hi).times(hi - lo);
            Vec3 mid = p.lerp(q, 0.5).plus(0.125, s.minus(t));
            worst = Math.max(worst, mid.distance(poles.at(row, 0.5 * (lo + hi))));
        }
        if (worst > NEAR && depth < DEEPEST) {
            double mid = 0.5 * (lo + hi);
            divide(lo, mid, depth + 1, at);
            divide(mid, hi, depth + 1, at);
        } else {
            at.add(hi);
        }
    }

    private NurbsSurface through(List<Double> at) {
        int n = at.size();
        List<List<Vec3>> net = new ArrayList<>();
        for (int k = 0; k < n; k++) {
            if (k > 0) {
                net.add(beside(at, k, k - 1));
            }
            if (k == 0 || k == n - 1) {
                net.add(row(at.get(k)));
            }
            if (k + 1 < n) {
                net.add(beside(at, k, k + 1));
            }
        }
        double[] knotsU = new double[2 * n + 4];
        for (int k = 0; k < n; k++) {
            knotsU[2 * k + 2] = at.get(k);
            knotsU[2 * k + 3] = at.get(k);
        }
        for (int i = 0; i < 2; i++) {
            knotsU[i] = at.get(0);
            knotsU[2 * n + 2 + i] = at.get(n - 1);
        }
        double[][] w = new double[net.size()][];
        java.util.Arrays.fill(w, weights);
        return new NurbsSurface(3, degreeV, knotsU, knotsV, net, w);
    }

    private List<Vec3> row(double u) {
        List<Vec3> out = new ArrayList<>();
        for (int row = 0; row < weights.length; row++) {
            out.add(poles.at(row, u));
        }
        return out;
    }

    /** Poles a third of the way to a neighbour, along the tangents. */
    private List<Vec3> beside(List<Double> at, int k, int next) {
        double u = at.get(k);
        double step = at.get(next) - u;
        List<Vec3> out = new ArrayList<>();
        for (int row = 0; row < weights.length; row++) {
            out.add(poles.at(row, u).plus(step / 3, rate(row, u, u, u + Math.abs(step))));
        }
        return out;
    }
}
