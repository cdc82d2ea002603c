package io.tallember.geometry;

import java.util.ArrayList;
import java.util.List;

/**
 * Smooth cubic curves through points, by the lengths of their chords, with continuous bends (C. de Boor, A Practical Guide to Splines,
 * 1978, chapter 4).
 */
public final class Through {
    private Through() {}

    /**
     * The curve.
     *
     * @param points at least two, neighbours apart from each other
     * @param first the derivative by the chord's length at the first point: a unit vector is as strong as is usual; null for an end
     *     that is free to be straight there
     * @param last the same at the last point, or null
     * @throws GeometryException DEGENERATE when two neighbours coincide
     */
    public static Nurbs points(List<Vec3> points, Vec3 first, Vec3 last) {
        int n = points.size();
        double[] h = new double[n - 1];
        for (int i = 0; i + 1 < n; i++) {
            h[i] = points.get(i).distance(points.get(i + 1));
            if (!(h[i] > 1e-6)) {
                throw new GeometryException(
                        GeometryException.Reason.DEGENERATE,
                        "Two neighbouring points of the curve are one, near "
                                + points.get(i).said() + ".");
            }
        }
        return bezier(points, slopes(points, h, first, last), h);
    }

    /** The derivatives by the chord length at the points. */
    private static Vec3[] slopes(List<Vec3> p, double[] h, Vec3 first, Vec3 last) {
        int n = p.size();
        double[] below = new double[n];
        double[] on = new double[n];
        double[] above = new double[n];
        Vec3[] right = new Vec3[n];
        for (int i = 0; i < n; i++) {
            if (i == 0 || i == n - 1) {
                Vec3 given = i == 0 ? first : last;
                int k = i == 0 ? 0 : n - 2;
                Vec3 chord = p.get(k + 1).minus(p.get(k)).times(1 / h[k]);
                on[i] = given != null ? 1 : 2;
                above[i] = given != null || i > 0 ? 0 : 1;
                below[i] = given != null || i == 0 ? 0 : 1;
                right[i] = given != null ? given : chord.times(3);
                continue;
            }
            Vec3 before = p.get(i).minus(p.get(i - 1)).times(1 / h[i - 1]);
            Vec3 after = p.get(i + 1).minus(p.get(i)).times(1 / h[i]);
            below[i] = h[i];
            on[i] = 2 * (h[i - 1] + h[i]);
            above[i] = h[i - 1];
            right[i] = before.times(3 * h[i]).plus(3 * h[i - 1], after);
        }
        for (int i = 1; i < n; i++) {
            double f = below[i] / on[i - 1];
            on[i] -= f * above[i - 1];
            right[i] = right[i].plus(-f, right[i - 1]);
        }
        Vec3[] out = new Vec3[n];
        for (int i = n - 1; i >= 0; i--) {
            Vec3 r = i + 1 < n ? right[i].plus(-above[i], out[i + 1]) : right[i];
            out[i] = r.times(1 / on[i]);
        }
        return out;
    }

    private static Nurbs bezier(List<Vec3> p, Vec3[] slopes, double[] h) {
        List<Vec3> poles = new ArrayList<>(List.of(p.get(0)));
        List<Double> knots = new ArrayList<>(List.of(0.0, 0.0, 0.0, 0.0));
        double at = 0;
        for (int i = 0; i < h.length; i++) {
            poles.add(p.get(i).plus(h[i] / 3, slopes[i]));
            poles.add(p.get(i + 1).plus(-h[i] / 3, slopes[i + 1]));
            at += h[i];
            for (int k = 0; k < (i + 1 == h.length ? 4 : 2); k++) {
                knots.add(at);
            }
        }
        poles.add(p.get(p.size() - 1));
        double[] w = new double[poles.size()];
        java.util.Arrays.fill(w, 1);
        return new Nurbs(3, knots.stream().mapToDouble(Double::doubleValue).toArray(), poles, w);
    }

    /** A single smooth piece from one point and direction to others, as long as an arc between them would be. */
    public static Nurbs between(Vec3 p, Vec3 way, Vec3 q, Vec3 next) {
        double half = 0.5 * Math.atan2(way.cross(next).length(), way.dot(next));
        double arc = p.distance(q) * (half < 1e-6 ? 1 : half / Math.sin(half));
        double handle = half < 1e-6 ? arc / 3 : arc / half * 2 / 3 * Math.tan(half / 2);
        List<Vec3> poles = List.of(p, p.plus(handle, way), q.plus(-handle, next), q);
        return new Nurbs(3, new double[] {0, 0, 0, 0, arc, arc, arc, arc}, poles, new double[] {1, 1, 1, 1});
    }
}
