package io.tallember.geometry;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;

/**
 * A frame that travels, and may stretch on its way, as a spline of the fifth degree that is fitted to it: what a point, a curve or a
 * surface leaves behind that it carries. Because all of it is one linear map of the same spline, the sides of neighbouring curves
 * share their rails exactly.
 */
public final class Travel {
    private static final int DEGREE = 5;
    private static final int DEEPEST = 9;
    /** A share of a piece: the step of one-sided differences, and the places where the fit is tried. */
    private static final double STEP = 1e-3;

    private static final double[] TRIED = {1.0 / 6, 0.5, 5.0 / 6};

    /** Where a frame's origin is and where its axes point; they need neither be square to each other nor of unit length. */
    public record Place(Vec3 origin, Vec3 x, Vec3 y, Vec3 z) {
        public static Place of(Frame f) {
            return new Place(f.origin(), f.x(), f.y(), f.z());
        }

        public Vec3 point(Vec3 local) {
            return origin.plus(local.x(), x).plus(local.y(), y).plus(local.z(), z);
        }

        private Place plus(double s, Place o) {
            return new Place(
                    origin.plus(s, o.origin), x.plus(s, o.x), y.plus(s, o.y), z.plus(s, o.z));
        }

        private Place times(double s) {
            return new Place(origin.times(s), x.times(s), y.times(s), z.times(s));
        }

        /** How far apart two carry a point that is so far from the origin, at most. */
        private double off(Place o, double reach) {
            double turned = x.distance(o.x) + y.distance(o.y) + z.distance(o.z);
            return origin.distance(o.origin) + reach * turned;
        }
    }

    private final double[] knots;
    private final List<Place> poles;

    private Travel(double[] knots, List<Place> poles) {
        this.knots = knots;
        this.poles = poles;
    }

    /**
     * Fitted to a travelling frame.
     *
     * @param breaks parameters from first to last between which it is smooth
     * @param reach how far from the origin points are that are to be carried, in mm
     * @param within how far off they may be, in mm
     */
    public static Travel fitted(DoubleFunction<Place> at, double[] breaks, double reach, double within) {
        List<Place[]> pieces = new ArrayList<>();
        List<Double> ends = new ArrayList<>(List.of(breaks[0]));
        for (int i = 0; i + 1 < breaks.length; i++) {
            divide(at, breaks[i], breaks[i + 1], 0, reach, within, pieces, ends);
        }
        return joined(pieces, ends, reach, within);
    }

    private static void divide(
            DoubleFunction<Place> at,
            double lo,
            double hi,
            int depth,
            double reach,
            double within,
            List<Place[]> pieces,
            List<Double> ends) {
        Patience.check();
        Place[] b = piece(at, lo, hi);
        double worst = 0;
        for (double f : TRIED) {
            worst = Math.max(worst, value(b, f).off(at.apply(lo + f * (hi - lo)), reach));
        }
        if (worst > within && depth < DEEPEST) {
            double mid = 0.5 * (lo + hi);
            divide(at, lo, mid, depth + 1, reach, within, pieces, ends);
            divide(at, mid, hi, depth + 1, reach, within, pieces, ends);
            return;
        }
        pieces.add(b);
        ends.add(hi);
    }

    /** Bezier's points of the quintic with both ends' places and directions, and the places at a third and two thirds. */
    private static Place[] piece(DoubleFunction<Place> at, double lo, double hi) {
        double h = hi - lo;
        Place first = at.apply(lo);
        Place last = at.apply(hi);
        Place d0 = oneSided(at, first, lo, STEP * h).times(h);
        Place d1 = oneSided(at, last, hi, -STEP * h).times(h);
        Place[] b = new Place[DEGREE + 1];
        b[0] = first;
        b[1] = first.plus(0.2, d0);
        b[4] = last.plus(-0.2, d1);
        b[5] = last;
        // at 1/3: (32 b0 + 80 b1 + 80 b2 + 40 b3 + 10 b4 + b5) / 243, and mirrored
        Place p = at.apply(lo + h / 3)
                .times(243)
                .plus(-32, b[0])
                .plus(-80, b[1])
                .plus(-10, b[4])
                .plus(-1, b[5]);
        Place q = at.apply(lo + 2 * h / 3)
                .times(243)
                .plus(-1, b[0])
                .plus(-10, b[1])
                .plus(-80, b[4])
                .plus(-32, b[5]);
        // 80 b2 + 40 b3 = p, 40 b2 + 80 b3 = q
        b[2] = p.times(2).plus(-1, q).times(1.0 / 120);
        b[3] = q.times(2).plus(-1, p).times(1.0 / 120);
        return b;
    }

    private static Place oneSided(DoubleFunction<Place> at, Place here, double t, double h) {
        return here.times(-25)
                .plus(48, at.apply(t + h))
                .plus(-36, at.apply(t + 2 * h))
                .plus(16, at.apply(t + 3 * h))
                .plus(-3, at.apply(t + 4 * h))
                .times(1 / (12 * h));
    }

    private static Place value(Place[] b, double f) {
        Place[] p = b.clone();
        for (int k = p.length - 1; k > 0; k--) {
            for (int i = 0; i < k; i++) {
                p[i] = p[i].times(1 - f).plus(f, p[i + 1]);
            }
        }
        return p[0];
    }

    /** As one spline: with a knot fewer where two pieces run smoothly into each other. */
    private static Travel joined(List<Place[]> pieces, List<Double> ends, double reach, double within) {
        List<Place> poles = new ArrayList<>(List.of(pieces.get(0)[0]));
        List<Double> knots = new ArrayList<>();
        repeat(knots, ends.get(0), DEGREE + 1);
        for (int i = 0; i < pieces.size(); i++) {
            Place[] b = pieces.get(i);
            for (int k = 1; k < DEGREE; k++) {
                poles.add(b[k]);
            }
            boolean last = i + 1 == pieces.size();
            if (last) {
                poles.add(b[DEGREE]);
                repeat(knots, ends.get(i + 1), DEGREE + 1);
                continue;
            }
            Place[] c = pieces.get(i + 1);
            double h = ends.get(i + 1) - ends.get(i);
            double k = ends.get(i + 2) - ends.get(i + 1);
            Place smooth = b[DEGREE - 1].times(k / (h + k)).plus(h / (h + k), c[1]);
            boolean runsOn = smooth.off(b[DEGREE], reach) <= 0.1 * within;
            if (!runsOn) {
                poles.add(b[DEGREE]);
            }
            repeat(knots, ends.get(i + 1), runsOn ? DEGREE - 1 : DEGREE);
        }
        return new Travel(knots.stream().mapToDouble(Double::doubleValue).toArray(), poles);
    }

    private static void repeat(List<Double> knots, double t, int times) {
        for (int i = 0; i < times; i++) {
            knots.add(t);
        }
    }

    /** What a point leaves behind that is carried along, given in the frame. */
    public Nurbs rail(Vec3 local) {
        double[] w = new double[poles.size()];
        java.util.Arrays.fill(w, 1);
        return new Nurbs(
                DEGREE, knots, poles.stream().map(p -> p.point(local)).toList(), w);
    }

    /** What a curve leaves behind, given in the frame: u runs along it, v along the way. */
    public NurbsSurface surface(Nurbs local) {
        List<List<Vec3>> net = new ArrayList<>();
        double[][] w = new double[local.poles().size()][poles.size()];
        for (int i = 0; i < w.length; i++) {
            Vec3 p = local.poles().get(i);
            net.add(poles.stream().map(k -> k.point(p)).toList());
            java.util.Arrays.fill(w[i], local.weights()[i]);
        }
        return NurbsSurface.of(local.degree(), DEGREE, local.knots(), knots, net, w);
    }
}
