package io.tallember.solid.mesh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;

class DelaunayTest {
    private static double area(double[] x, double[] y, int[] t) {
        double sum = 0;
        for (int i = 0; i < t.length; i += 3) {
            double a = (x[t[i + 1]] - x[t[i]]) * (y[t[i + 2]] - y[t[i]])
                    - (y[t[i + 1]] - y[t[i]]) * (x[t[i + 2]] - x[t[i]]);
            assertThat(a).isPositive();
            sum += a / 2;
        }
        return sum;
    }

    /** Outlines of random star shapes with a hole and points inside: all of the area, every triangle the right way round. */
    @Test
    void trianglesFillWhatLiesBetweenTheLoops() {
        for (int seed = 0; seed < 60; seed++) {
            Random r = new Random(seed);
            int n = 5 + r.nextInt(60);
            int m = 3 + r.nextInt(12);
            int free = r.nextInt(80);
            double[] x = new double[n + m + free];
            double[] y = new double[x.length];
            double outline = 0;
            double hole = 0;
            for (int i = 0; i < n; i++) {
                double a = 2 * Math.PI * i / n;
                double far = 1 + 0.6 * r.nextDouble();
                x[i] = far * Math.cos(a);
                y[i] = far * Math.sin(a);
            }
            for (int i = 0; i < m; i++) {
                double a = -2 * Math.PI * i / m;
                x[n + i] = 0.2 * Math.cos(a);
                y[n + i] = 0.2 * Math.sin(a);
            }
            for (int i = 0; i < free; i++) {
                double a = 2 * Math.PI * r.nextDouble();
                double far = 0.25 + 0.3 * r.nextDouble();
                x[n + m + i] = far * Math.cos(a);
                y[n + m + i] = far * Math.sin(a);
            }
            for (int i = 0; i < n; i++) {
                int k = (i + 1) % n;
                outline += 0.5 * (x[i] * y[k] - x[k] * y[i]);
            }
            for (int i = 0; i < m; i++) {
                int k = (i + 1) % m;
                hole += 0.5 * (x[n + i] * y[n + k] - x[n + k] * y[n + i]);
            }
            Delaunay.Result out = Delaunay.of(x, y, new int[] {0, n, n, n + m});
            assertThat(out.crossing()).isNull();
            assertThat(area(x, y, out.triangles())).as("seed " + seed).isCloseTo(outline + hole, within(1e-11));
            // Euler: every free point is in triangles
            assertThat(out.triangles()).hasSize(3 * (n + m + 2 * free));
        }
    }

    /** Slivers as thin as rounding allows, all corners in line, and many points on one circle: the work ends, and nothing is turned. */
    @Test
    void sliversEnd() {
        Random r = new Random(5);
        for (double thin : new double[] {1e-6, 1e-9, 1e-12, 0}) {
            int n = 400;
            double[] x = new double[2 * n];
            double[] y = new double[2 * n];
            for (int i = 0; i < n; i++) {
                x[i] = i / (double) n;
                x[n + i] = (n - i) / (double) n;
                y[i] = -thin * r.nextDouble();
                y[n + i] = thin * (1 + r.nextDouble());
            }
            Delaunay.Result out = Delaunay.of(x, y, new int[] {0, 2 * n});
            assertThat(out.triangles().length / 3).isLessThanOrEqualTo(2 * n - 2);
        }
        int n = 3_000;
        double[] x = new double[n];
        double[] y = new double[n];
        for (int i = 0; i < n; i++) {
            x[i] = Math.cos(2 * Math.PI * i / n);
            y[i] = Math.sin(2 * Math.PI * i / n);
        }
        assertThat(Delaunay.of(x, y, new int[] {0, n}).triangles()).hasSize(3 * (n - 2));
    }

    @Test
    void sidesThatCrossOrRunThroughACornerAreTold() {
        double[] x = {0, 1, 1, 0};
        double[] y = {0, 0, 1, 1};
        assertThat(Delaunay.of(x, y, new int[] {0, 4}).crossing()).isNull();
        double[] bow = {0, 1, 0, 1};
        double[] tie = {0, 1, 1, 0};
        Delaunay.Result crossed = Delaunay.of(bow, tie, new int[] {0, 4});
        assertThat(crossed.triangles()).isEmpty();
        assertThat(crossed.crossing()).containsExactlyInAnyOrder(0, 2);
        double[] through = {0, 2, 2, 1, 0};
        double[] corner = {0, 0, 1, 0, 1};
        assertThat(Delaunay.of(through, corner, new int[] {0, 5}).crossing()).contains(0);
    }
}
