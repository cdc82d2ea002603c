package io.tallember.inspect.sheet;

import io.tallember.geometry.Vec3;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.mesh.EdgeLine;
import java.util.ArrayList;
import java.util.List;

/** Lines at forty-five degrees over what a plane lays open. */
final class Hatch {
    private static final double APART = 3;

    private Hatch() {}

    /** @param which of several bodies: every other one is hatched the other way */
    static void over(View v, Face face, int which, List<Ink> out) {
        List<double[]> sides = new ArrayList<>();
        for (Loop l : face.loops()) {
            for (Coedge c : l.coedges()) {
                Vec3[] p = EdgeLine.of(c.edge(), Strokes.QUALITY).points();
                for (int i = 0; i + 1 < p.length; i++) {
                    Vec3 a = v.on(p[i]);
                    Vec3 b = v.on(p[i + 1]);
                    sides.add(new double[] {a.x(), a.y(), b.x(), b.y()});
                }
            }
        }
        double slant = which % 2 == 0 ? 1 : -1;
        // by how far a line lies from the origin, along the normal of the hatch
        double lo = Double.POSITIVE_INFINITY;
        double hi = Double.NEGATIVE_INFINITY;
        for (double[] s : sides) {
            lo = Math.min(lo, Math.min(across(s[0], s[1], slant), across(s[2], s[3], slant)));
            hi = Math.max(hi, Math.max(across(s[0], s[1], slant), across(s[2], s[3], slant)));
        }
        for (double d = (Math.floor(lo / APART) + 0.5) * APART; d < hi; d += APART) {
            List<Double> cuts = new ArrayList<>();
            for (double[] s : sides) {
                double a = across(s[0], s[1], slant) - d;
                double b = across(s[2], s[3], slant) - d;
                if (a < 0 != b < 0) {
                    double t = a / (a - b);
                    cuts.add(along(s[0] + t * (s[2] - s[0]), s[1] + t * (s[3] - s[1]), slant));
                }
            }
            cuts.sort(Double::compare);
            for (int i = 0; i + 1 < cuts.size(); i += 2) {
                out.add(new Ink.Path(
                        Ink.Layer.HATCH,
                        "view:" + v.name,
                        new double[] {
                            back(cuts.get(i), d, slant, true), back(cuts.get(i), d, slant, false),
                            back(cuts.get(i + 1), d, slant, true), back(cuts.get(i + 1), d, slant, false)
                        },
                        false));
            }
        }
    }

    private static final double HALF = Math.sqrt(0.5);

    private static double across(double x, double y, double slant) {
        return HALF * (y - slant * x);
    }

    private static double along(double x, double y, double slant) {
        return HALF * (x + slant * y);
    }

    /** The x or the y of a place by how far it is along and across. */
    private static double back(double along, double across, double slant, boolean x) {
        return x ? HALF * (along - slant * across) : HALF * (slant * along + across);
    }
}
