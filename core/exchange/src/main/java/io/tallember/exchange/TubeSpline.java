package io.tallember.exchange;

import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Region;
import java.util.ArrayList;
import java.util.List;

/**
 * The surface of a ball along a spine as a spline surface, for files: true arcs across, cubic pieces with smooth joints along, as
 * short as the fit asks.
 */
final class TubeSpline {
    /** How far the spline may be from the surface, in mm. */
    private static final double NEAR = 5e-7;

    private static final int DEEPEST = 9;
    private static final double STEP = 1e-4;

    private final Tube tube;
    /** Angle and distance from the spine, by the radius, of each row of poles; the middle ones of arcs stand off. */
    private final double[] angles;

    private final double[] reach;

    private TubeSpline(Tube tube, double[] angles, double[] reach) {
        this.tube = tube;
        this.angles = angles;
        this.reach = reach;
    }

    /** The stretch of the surface that a face lies on, with a little margin. */
    static NurbsSurface of(Tube tube, Face face) {
        double[] span =
                Region.spanned(tube, face.loops().stream().map(Loop::coedges).toList());
        double margin = 0.02 * (span[3] - span[2]);
        double lo = Math.max(-Math.PI, span[2] - margin);
        double hi = Math.min(Math.PI, span[3] + margin);
        int arcs = (int) Math.max(1, Math.ceil((hi - lo) / (0.55 * Math.PI)));
        double half = (hi - lo) / arcs / 2;
        int rows = 2 * arcs + 1;
        double[] angles = new double[rows];
        double[] reach = new double[rows];
        double[] weights = new double[rows];
        for (int i = 0; i < rows; i++) {
            angles[i] = lo + half * i;
            weights[i] = i % 2 == 0 ? 1 : Math.cos(half);
            reach[i] = 1 / weights[i];
        }
        TubeSpline s = new TubeSpline(tube, angles, reach);
        boolean closed = tube.uPeriod() > 0;
        double more = closed ? 0 : 0.02 * (span[1] - span[0]);
        double u0 = closed ? 0 : span[0] - more;
        double u1 = closed ? tube.uPeriod() : span[1] + more;
        double[] breaks = tube.uBreaks(new io.tallember.geometry.Interval(u0, u1));
        List<Double> at = new ArrayList<>(List.of(u0));
        for (int i = 0; i + 1 < breaks.length; i++) {
            s.divide(breaks[i], breaks[i + 1], 0, at);
        }
        return s.through(at, weights, arcs);
    }

    private Vec3 pole(int row, double u) {
        // the normals of one section lean alike, so that its arc is about a centre in the circle's own plane
        Vec3 p = tube.point(u, angles[row]);
        io.tallember.geometry.Circle k = tube.circle(tube.along(u));
        return p.plus(reach[row] - 1, p.minus(k.frame().origin()));
    }

    private Vec3 rate(int row, double u, double lo, double hi) {
        double h = STEP * Math.min(1, hi - lo);
        // five points, one-sided nowhere: the surface goes on beyond its ends
        return pole(row, u - 2 * h)
                .minus(pole(row, u + 2 * h))
                .plus(8, pole(row, u + h).minus(pole(row, u - h)))
                .times(1 / (12 * h));
    }

    private void divide(double lo, double hi, int depth, List<Double> at) {
        double worst = 0;
        for (int row = 0; row < angles.length; row += Math.max(1, angles.length - 1)) {
            Vec3 p = pole(row, lo);
            Vec3 q = pole(row, hi);
            Vec3 s = rate(row, lo, lo, hi).times(hi - lo);
            Vec3 t = rate(row, hi, lo, hi).times(hi - lo);
            Vec3 mid = p.lerp(q, 0.5).plus(0.125, s.minus(t));
            worst = Math.max(worst, mid.distance(pole(row, 0.5 * (lo + hi))));
        }
        if (worst > NEAR && depth < DEEPEST) {
            double mid = 0.5 * (lo + hi);
            divide(lo, mid, depth + 1, at);
            divide(mid, hi, depth + 1, at);
        } else {
            at.add(hi);
        }
    }

    private NurbsSurface through(List<Double> at, double[] weights, int arcs) {
        int n = at.size();
        List<List<Vec3>> poles = new ArrayList<>();
        for (int k = 0; k < n; k++) {
            if (k > 0) {
                poles.add(beside(at, k, k - 1));
            }
            if (k == 0 || k == n - 1) {
                poles.add(row(at.get(k)));
            }
            if (k + 1 < n) {
                poles.add(beside(at, k, k + 1));
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
        double[] knotsV = new double[2 * arcs + 4];
        for (int i = 0; i < knotsV.length; i++) {
            knotsV[i] = angles[Math.max(0, Math.min(arcs, (i - 1) / 2)) * 2];
        }
        double[][] w = new double[poles.size()][];
        java.util.Arrays.fill(w, weights);
        return new NurbsSurface(3, 2, knotsU, knotsV, poles, w);
    }

    private List<Vec3> row(double u) {
        List<Vec3> out = new ArrayList<>();
        for (int row = 0; row < angles.length; row++) {
            out.add(pole(row, u));
        }
        return out;
    }

    /** Poles a third of the way to a neighbour, along the tangents. */
    private List<Vec3> beside(List<Double> at, int k, int next) {
        double u = at.get(k);
        double step = at.get(next) - u;
        List<Vec3> out = new ArrayList<>();
        for (int row = 0; row < angles.length; row++) {
            out.add(pole(row, u).plus(step / 3, rate(row, u, u, u + Math.abs(step))));
        }
        return out;
    }
}
