package io.tallember.solid.mass;

import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * Moments of inertia about the centroid, of bodies of density one, in mm5: times the density in kg/mm3 they are kg mm2.
 *
 * @param tensor about axes along x, y and z; off the diagonal the products with their usual sign, minus the integral of xy
 * @param principal the principal moments, rising
 * @param axes the unit directions that belong to them, right-handed
 */
public record Inertia(double[][] tensor, double[] principal, List<Vec3> axes) {
    private static final int SWEEPS = 30;

    /** Of several bodies together. Integrals as in {@link MassProperties}: nothing is taken from a mesh. */
    public static Inertia of(List<Body> bodies) {
        double[] ones = new double[bodies.size()];
        Arrays.fill(ones, 1);
        return of(bodies, ones, MassProperties.of(bodies).centroid());
    }

    /**
     * Of bodies of different densities.
     *
     * @param densities of the bodies, in their order
     * @param about the place, as a rule the centre of mass
     */
    public static Inertia of(List<Body> bodies, double[] densities, Vec3 about) {
        double[] sum = new double[6];
        for (int b = 0; b < densities.length; b++) {
            for (Face f : bodies.get(b).faces()) {
                double[] own = FaceIntegral.squares(f, about);
                for (int i = 0; i < sum.length; i++) {
                    sum[i] += densities[b] * own[i];
                }
            }
        }
        double xx = sum[0];
        double yy = sum[1];
        double zz = sum[2];
        double[][] tensor = {
            {yy + zz, -sum[3], -sum[5]},
            {-sum[3], zz + xx, -sum[4]},
            {-sum[5], -sum[4], xx + yy}
        };
        return turned(tensor);
    }

    /** By Jacobi's rotations. */
    private static Inertia turned(double[][] tensor) {
        double[][] a = {tensor[0].clone(), tensor[1].clone(), tensor[2].clone()};
        double[][] v = {{1, 0, 0}, {0, 1, 0}, {0, 0, 1}};
        for (int sweep = 0; sweep < SWEEPS; sweep++) {
            for (int p = 0; p < 2; p++) {
                for (int q = p + 1; q < 3; q++) {
                    rotate(a, v, p, q);
                }
            }
        }
        Integer[] order = {0, 1, 2};
        Arrays.sort(order, Comparator.comparingDouble(i -> a[i][i]));
        Vec3 first = column(v, order[0]);
        Vec3 second = column(v, order[1]);
        return new Inertia(
                tensor,
                new double[] {a[order[0]][order[0]], a[order[1]][order[1]], a[order[2]][order[2]]},
                List.of(first, second, first.cross(second)));
    }

    private static Vec3 column(double[][] v, int k) {
        return new Vec3(v[0][k], v[1][k], v[2][k]);
    }

    private static void rotate(double[][] a, double[][] v, int p, int q) {
        if (a[p][q] == 0) {
            return;
        }
        double theta = (a[q][q] - a[p][p]) / (2 * a[p][q]);
        double t = Math.signum(theta == 0 ? 1 : theta) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
        double c = 1 / Math.sqrt(t * t + 1);
        double s = t * c;
        for (int k = 0; k < 3; k++) {
            double x = a[k][p];
            a[k][p] = c * x - s * a[k][q];
            a[k][q] = s * x + c * a[k][q];
        }
        for (int k = 0; k < 3; k++) {
            double x = a[p][k];
            a[p][k] = c * x - s * a[q][k];
            a[q][k] = s * x + c * a[q][k];
            double y = v[k][p];
            v[k][p] = c * y - s * v[k][q];
            v[k][q] = s * y + c * v[k][q];
        }
    }
}
