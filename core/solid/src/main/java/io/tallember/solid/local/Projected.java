package io.tallember.solid.local;

import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec3;
import java.util.Collection;

/** Points drawn onto surfaces. */
final class Projected {
    private static final int STEPS = 40;

    private Projected() {}

    /** A point drawn onto several surfaces at once: Gauss–Newton steps, damped so that tangent ones do no harm. */
    static Vec3 onto(Vec3 from, Collection<Surface> onto) {
        Vec3 x = from;
        for (int k = 0; k < STEPS; k++) {
            double[][] m = new double[3][4];
            double most = 0;
            for (Surface s : onto) {
                double d = s.signedDistance(x);
                Vec3 n = s.gradient(x);
                double[] c = {n.x(), n.y(), n.z()};
                most = Math.max(most, Math.abs(d));
                for (int i = 0; i < 3; i++) {
                    for (int j = 0; j < 3; j++) {
                        m[i][j] += c[i] * c[j];
                    }
                    m[i][3] -= d * c[i];
                }
            }
            for (int i = 0; i < 3; i++) {
                m[i][i] += 1e-6;
            }
            Vec3 step = solved(m);
            x = x.plus(step);
            if (most < 1e-12 || step.length() < 1e-13) {
                break;
            }
        }
        return x;
    }

    private static Vec3 solved(double[][] m) {
        Vec3 a = new Vec3(m[0][0], m[1][0], m[2][0]);
        Vec3 b = new Vec3(m[0][1], m[1][1], m[2][1]);
        Vec3 c = new Vec3(m[0][2], m[1][2], m[2][2]);
        Vec3 r = new Vec3(m[0][3], m[1][3], m[2][3]);
        double det = a.dot(b.cross(c));
        return new Vec3(r.dot(b.cross(c)) / det, a.dot(r.cross(c)) / det, a.dot(b.cross(r)) / det);
    }
}
