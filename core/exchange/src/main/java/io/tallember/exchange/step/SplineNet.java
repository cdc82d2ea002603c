package io.tallember.exchange.step;

import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/**
 * A spline surface as a file spells it, set the way the kernel wants it: one that closes one way does so in u, and a side that is
 * one point is the first in v.
 *
 * @param turned whether the normal points the other way than the file's
 */
record SplineNet(
        int degreeU,
        int degreeV,
        double[] knotsU,
        double[] knotsV,
        List<List<Vec3>> poles,
        double[][] weights,
        boolean turned) {
    /** Poles nearer than this are one. */
    private static final double ALIKE = 1e-6;

    SplineNet(int du, int dv, double[] ku, double[] kv, List<List<Vec3>> poles, double[][] weights) {
        this(du, dv, ku, kv, poles, weights, false);
    }

    SplineNet oriented() {
        SplineNet n = this;
        boolean tipInU = n.tip(0) || n.tip(n.poles.size() - 1);
        if (tipInU || n.exchanged().closes() && !n.closes()) {
            n = n.exchanged();
        }
        SplineNet across = n.exchanged();
        return across.tip(across.poles.size() - 1) && !across.tip(0)
                ? across.reversed().exchanged()
                : n;
    }

    NurbsSurface surface() {
        return NurbsSurface.of(degreeU, degreeV, knotsU, knotsV, poles, weights);
    }

    /** Whether the last row of poles is the first again. */
    private boolean closes() {
        List<Vec3> a = poles.get(0);
        List<Vec3> b = poles.get(poles.size() - 1);
        for (int i = 0; i < a.size(); i++) {
            if (a.get(i).distance(b.get(i)) > ALIKE) {
                return false;
            }
        }
        return true;
    }

    /** Whether all poles of a row are one point. */
    private boolean tip(int row) {
        Vec3 first = poles.get(row).get(0);
        return poles.get(row).stream().allMatch(p -> p.distance(first) <= ALIKE);
    }

    private SplineNet exchanged() {
        double[][] w = new double[poles.get(0).size()][poles.size()];
        for (int i = 0; i < poles.size(); i++) {
            for (int j = 0; j < w.length; j++) {
                w[j][i] = weights[i][j];
            }
        }
        return new SplineNet(degreeV, degreeU, knotsV, knotsU, NurbsSurface.exchanged(poles), w, !turned);
    }

    /** Run through the other way in u. */
    private SplineNet reversed() {
        int n = knotsU.length;
        double[] k = new double[n];
        for (int i = 0; i < n; i++) {
            k[i] = knotsU[0] + knotsU[n - 1] - knotsU[n - 1 - i];
        }
        List<List<Vec3>> p = new ArrayList<>(poles);
        Collections.reverse(p);
        double[][] w = new double[weights.length][];
        for (int i = 0; i < w.length; i++) {
            w[i] = weights[w.length - 1 - i];
        }
        return new SplineNet(degreeU, degreeV, k, knotsV, p, w, !turned);
    }
}
