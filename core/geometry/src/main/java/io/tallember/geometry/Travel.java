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
    private static final int DEGREE = RowFit.DEGREE;

    /** Where a frame's origin is and where its axes point; they need neither be square to each other nor of unit length. */
    public record Place(Vec3 origin, Vec3 x, Vec3 y, Vec3 z) {
        public static Place of(Frame f) {
            return new Place(f.origin(), f.x(), f.y(), f.z());
        }

        public Vec3 point(Vec3 local) {
            return origin.plus(local.x(), x).plus(local.y(), y).plus(local.z(), z);
        }

        public Vec3 direction(Vec3 local) {
            return x.times(local.x()).plus(local.y(), y).plus(local.z(), z);
        }

        /** As a frame, where its axes are square to each other and of unit length. */
        public Frame frame() {
            return new Frame(origin, x, y, z);
        }

        private double[] row() {
            double[] out = new double[12];
            Vec3[] all = {origin, x, y, z};
            for (int i = 0; i < 4; i++) {
                out[3 * i] = all[i].x();
                out[3 * i + 1] = all[i].y();
                out[3 * i + 2] = all[i].z();
            }
            return out;
        }

        private static Place of(double[] row) {
            Vec3[] v = new Vec3[4];
            for (int i = 0; i < 4; i++) {
                v[i] = new Vec3(row[3 * i], row[3 * i + 1], row[3 * i + 2]);
            }
            return new Place(v[0], v[1], v[2], v[3]);
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
        RowFit fit = RowFit.fitted(
                t -> at.apply(t).row(), breaks, (a, b) -> Place.of(a).off(Place.of(b), reach), within);
        return new Travel(fit.knots(), fit.poles().stream().map(Place::of).toList());
    }

    /** What a point leaves behind that is carried along, given in the frame. */
    public Nurbs rail(Vec3 local) {
        double[] w = new double[poles.size()];
        java.util.Arrays.fill(w, 1);
        return new Nurbs(DEGREE, knots, poles.stream().map(p -> p.point(local)).toList(), w);
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
