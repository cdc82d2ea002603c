package io.tallember.solid.mesh;

import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec3;

/**
 * How a surface runs and bends along its parameters over a range of them, by samples.
 *
 * @param meanU the mean length that a unit of u is on the surface, {@code leastU} the least one
 * @param bulgeU the most of speed squared over the bend's radius: a chord's error is that times the step squared over eight
 * @param turnU the most that the surface turns by a unit of u
 * @param radius the least radius of a bend along either parameter
 */
record Bends(
        double meanU,
        double meanV,
        double leastU,
        double leastV,
        double bulgeU,
        double bulgeV,
        double turnU,
        double turnV,
        double radius) {
    private static final int SAMPLES = 24;
    /** The bends are only sampled: a little more than they ask for. */
    private static final double SAMPLED = 1.2;

    /** @param span u from, u to, v from, v to */
    static Bends over(Surface s, double[] span) {
        double hu = (span[1] - span[0]) * 1e-4;
        double hv = (span[3] - span[2]) * 1e-4;
        double[] sum = new double[2];
        double[] most = new double[4];
        double[] least = {Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY};
        double radius = Double.POSITIVE_INFINITY;
        int n = 0;
        for (int i = 0; i <= SAMPLES; i++) {
            double u = span[0] + (span[1] - span[0]) * i / SAMPLES;
            for (int j = 0; j <= SAMPLES; j++) {
                double v = span[2] + (span[3] - span[2]) * j / SAMPLES;
                if (s.tip() != null && v < s.tipHeight() + 2 * hv) {
                    continue; // u is nothing there
                }
                double alongU = s.du(u, v).length();
                double alongV = s.dv(u, v).length();
                double bendU = bend(s, u, v, hu, 0);
                double bendV = bend(s, u, v, 0, hv);
                n++;
                sum[0] += alongU;
                sum[1] += alongV;
                least[0] = Math.min(least[0], alongU);
                least[1] = Math.min(least[1], alongV);
                most[0] = Math.max(most[0], alongU * alongU / bendU);
                most[1] = Math.max(most[1], alongV * alongV / bendV);
                most[2] = Math.max(most[2], alongU / bendU);
                most[3] = Math.max(most[3], alongV / bendV);
                radius = Math.min(radius, Math.min(bendU, bendV));
            }
        }
        return new Bends(sum[0] / n, sum[1] / n, least[0], least[1], most[0], most[1], most[2], most[3], radius);
    }

    /** The radius of the bend of the surface along a step of its parameters. */
    private static double bend(Surface s, double u, double v, double hu, double hv) {
        Vec3 a = s.normal(u - hu, v - hv);
        Vec3 b = s.normal(u + hu, v + hv);
        double turn = a.minus(b).length();
        double way = s.point(u - hu, v - hv).distance(s.point(u + hu, v + hv));
        return turn > 1e-12 ? way / turn : Double.POSITIVE_INFINITY;
    }

    double stepU(MeshQuality quality) {
        return step(bulgeU, turnU, quality);
    }

    double stepV(MeshQuality quality) {
        return step(bulgeV, turnV, quality);
    }

    private static double step(double bulge, double turn, MeshQuality quality) {
        double chord = Math.sqrt(8 * quality.chord() / Math.max(bulge, 1e-12));
        return Math.min(chord, quality.angle() / Math.max(turn, 1e-12)) / SAMPLED;
    }
}
