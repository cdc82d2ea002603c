package io.tallember.geometry;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.function.ToDoubleBiFunction;

/**
 * Numbers that change along a parameter, the first three of which are those of a point, as a spline of the fifth degree fitted to
 * them: piece by piece with the values and first derivatives at both ends and the values at a third and two thirds, cut in half until
 * the fit is good.
 *
 * @param knots of the spline
 * @param poles one row of numbers each
 */
record RowFit(double[] knots, List<double[]> poles) {
    static final int DEGREE = 5;
    private static final int DEEPEST = 9;
    /** The step of one-sided differences, as a share of a piece. */
    private static final double STEP = 1e-3;

    private static final double[] TRIED = {1.0 / 6, 0.5, 5.0 / 6};

    /**
     * @param breaks parameters from first to last between which the numbers change smoothly
     * @param off how far, in mm, what two rows stand for is apart
     * @param within how far off the fit may be
     */
    static RowFit fitted(
            DoubleFunction<double[]> at, double[] breaks, ToDoubleBiFunction<double[], double[]> off, double within) {
        List<double[][]> pieces = new ArrayList<>();
        List<Double> ends = new ArrayList<>(List.of(breaks[0]));
        for (int i = 0; i + 1 < breaks.length; i++) {
            divide(at, breaks[i], breaks[i + 1], 0, off, within, pieces, ends);
        }
        return joined(pieces, ends, off, within);
    }

    private static void divide(
            DoubleFunction<double[]> at,
            double lo,
            double hi,
            int depth,
            ToDoubleBiFunction<double[], double[]> off,
            double within,
            List<double[][]> pieces,
            List<Double> ends) {
        Patience.check();
        double[][] b = piece(at, lo, hi);
        double worst = 0;
        for (double f : TRIED) {
            worst = Math.max(worst, off.applyAsDouble(value(b, f), at.apply(lo + f * (hi - lo))));
        }
        if (worst > within && depth < DEEPEST) {
            double mid = 0.5 * (lo + hi);
            divide(at, lo, mid, depth + 1, off, within, pieces, ends);
            divide(at, mid, hi, depth + 1, off, within, pieces, ends);
            return;
        }
        if (worst > Tolerance.DEFAULT.linear()) {
            double[] p = at.apply(0.5 * (lo + hi));
            throw sharp(new Vec3(p[0], p[1], p[2]));
        }
        pieces.add(b);
        ends.add(hi);
    }

    static GeometryException sharp(Vec3 where) {
        return new GeometryException(
                GeometryException.Reason.UNSUPPORTED_INTERSECTION,
                "The shape turns too sharply near " + where.said()
                        + " to be followed closely enough. Make the path or the outline smoother there.");
    }

    /** The weighted sum of rows. */
    private static double[] sum(double[] weights, double[]... rows) {
        double[] out = new double[rows[0].length];
        for (int k = 0; k < rows.length; k++) {
            for (int i = 0; i < out.length; i++) {
                out[i] += weights[k] * rows[k][i];
            }
        }
        return out;
    }

    /** The piece of a spline with the values and first derivatives at both ends and the values at a third and two thirds. */
    static double[][] piece(DoubleFunction<double[]> at, double lo, double hi) {
        double h = hi - lo;
        double[] first = at.apply(lo);
        double[] last = at.apply(hi);
        double[] b1 = sum(new double[] {1, 0.2 * h}, first, oneSided(at, first, lo, STEP * h));
        double[] b4 = sum(new double[] {1, -0.2 * h}, last, oneSided(at, last, hi, -STEP * h));
        // at 1/3: (32 b0 + 80 b1 + 80 b2 + 40 b3 + 10 b4 + b5) / 243, and mirrored
        double[] p = sum(new double[] {243, -32, -80, -10, -1}, at.apply(lo + h / 3), first, b1, b4, last);
        double[] q = sum(new double[] {243, -1, -10, -80, -32}, at.apply(lo + 2 * h / 3), first, b1, b4, last);
        double[] b2 = sum(new double[] {2.0 / 120, -1.0 / 120}, p, q);
        double[] b3 = sum(new double[] {2.0 / 120, -1.0 / 120}, q, p);
        return new double[][] {first, b1, b2, b3, b4, last};
    }

    private static double[] oneSided(DoubleFunction<double[]> at, double[] here, double t, double h) {
        double k = 1 / (12 * h);
        return sum(
                new double[] {-25 * k, 48 * k, -36 * k, 16 * k, -3 * k},
                here,
                at.apply(t + h),
                at.apply(t + 2 * h),
                at.apply(t + 3 * h),
                at.apply(t + 4 * h));
    }

    static double[] value(double[][] b, double f) {
        double[][] p = b.clone();
        for (int k = p.length - 1; k > 0; k--) {
            for (int i = 0; i < k; i++) {
                p[i] = sum(new double[] {1 - f, f}, p[i], p[i + 1]);
            }
        }
        return p[0];
    }

    /** As one spline, with a knot fewer where two pieces run smoothly into each other. */
    private static RowFit joined(
            List<double[][]> pieces, List<Double> ends, ToDoubleBiFunction<double[], double[]> off, double within) {
        List<double[]> poles = new ArrayList<>(List.of(pieces.get(0)[0]));
        List<Double> knots = new ArrayList<>(java.util.Collections.nCopies(DEGREE + 1, ends.get(0)));
        for (int i = 0; i < pieces.size(); i++) {
            double[][] b = pieces.get(i);
            poles.addAll(List.of(b[1], b[2], b[3], b[4]));
            double end = ends.get(i + 1);
            if (i + 1 == pieces.size()) {
                poles.add(b[DEGREE]);
                knots.addAll(java.util.Collections.nCopies(DEGREE + 1, end));
                continue;
            }
            double h = end - ends.get(i);
            double k = ends.get(i + 2) - end;
            double[] smooth = sum(new double[] {k / (h + k), h / (h + k)}, b[DEGREE - 1], pieces.get(i + 1)[1]);
            boolean runsOn = off.applyAsDouble(smooth, b[DEGREE]) <= 0.1 * within;
            if (!runsOn) {
                poles.add(b[DEGREE]);
            }
            knots.addAll(java.util.Collections.nCopies(runsOn ? DEGREE - 1 : DEGREE, end));
        }
        return new RowFit(knots.stream().mapToDouble(Double::doubleValue).toArray(), poles);
    }
}
