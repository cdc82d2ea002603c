package io.tallember.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class NurbsTest {
    private static double[] clamped(Random r, int degree, int poles) {
        double[] k = new double[poles + degree + 1];
        for (int i = 0; i < k.length; i++) {
            k[i] = i <= degree ? 0 : i >= poles ? 1 : r.nextDouble();
        }
        Arrays.sort(k);
        return k;
    }

    private static double[] weights(Random r, int n) {
        return r.doubles(n, 0.5, 2).toArray();
    }

    private static Vec3 place(Random r, double x) {
        return new Vec3(x + r.nextDouble(), 4 * r.nextDouble(), 2 * r.nextDouble());
    }

    private static Nurbs random(int seed) {
        Random r = new Random(seed);
        int degree = 2 + r.nextInt(4);
        int n = degree + 1 + r.nextInt(6);
        List<Vec3> poles = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            poles.add(place(r, 3 * i));
        }
        return new Nurbs(degree, clamped(r, degree, n), poles, weights(r, n));
    }

    /** The basis function of Cox and de Boor, by its recursion. */
    private static double basis(double[] k, int i, int p, double t) {
        if (p == 0) {
            return t >= k[i] && t < k[i + 1] ? 1 : 0;
        }
        double a = k[i + p] > k[i] ? (t - k[i]) / (k[i + p] - k[i]) * basis(k, i, p - 1, t) : 0;
        double b = k[i + p + 1] > k[i + 1]
                ? (k[i + p + 1] - t) / (k[i + p + 1] - k[i + 1]) * basis(k, i + 1, p - 1, t)
                : 0;
        return a + b;
    }

    @Test
    void pointsAgreeWithTheDefinition() {
        for (int seed = 0; seed < 40; seed++) {
            Nurbs n = random(seed);
            Random r = new Random(seed);
            for (int j = 0; j < 20; j++) {
                double t = r.nextDouble() * 0.999;
                Vec3 sum = Vec3.ZERO;
                double w = 0;
                for (int i = 0; i < n.poles().size(); i++) {
                    double b = basis(n.knots(), i, n.degree(), t) * n.weights()[i];
                    sum = sum.plus(b, n.poles().get(i));
                    w += b;
                }
                assertThat(n.point(t).distance(sum.times(1 / w))).isLessThan(1e-11);
            }
        }
    }

    @Test
    void derivativesAgreeWithDifferences() {
        double h = 1e-6;
        for (int seed = 0; seed < 40; seed++) {
            Nurbs n = random(seed);
            for (double t : n.breaks(new Interval(0.05, 0.95))) {
                Vec3 d = n.point(t + h).minus(n.point(t - h)).times(0.5 / h);
                assertThat(d.distance(n.derivative(t))).isLessThan(1e-3 * (1 + d.length()));
                assertThat(n.derivative(t).length()).isLessThanOrEqualTo(n.speed() * (1 + 1e-9));
            }
        }
    }

    @Test
    void theNearestPointIsFound() {
        Random r = new Random(5);
        for (int seed = 0; seed < 60; seed++) {
            Nurbs n = random(seed);
            Vec3 p = place(r, 10 * r.nextDouble());
            double found = n.point(n.project(p, n.whole())).distance(p);
            double least = Double.POSITIVE_INFINITY;
            for (int i = 0; i <= 5000; i++) {
                least = Math.min(least, n.point(i / 5000.0).distance(p));
            }
            assertThat(found).as("seed %d", seed).isLessThanOrEqualTo(least + 1e-9);
            double t = r.nextDouble();
            assertThat(n.point(n.project(n.point(t))).distance(n.point(t))).isLessThan(1e-10);
        }
    }

    @Test
    void boundsHoldTheCurve() {
        for (int seed = 0; seed < 40; seed++) {
            Nurbs n = random(seed);
            Interval part = new Interval(0.2, 0.7);
            Box3 box = n.bounds(part).grown(1e-12);
            for (int i = 0; i <= 200; i++) {
                assertThat(box.contains(n.point(part.at(i / 200.0)))).isTrue();
            }
        }
    }

    @Test
    void aCircleSpeltOutIsRecognised() {
        double h = Math.sqrt(0.5);
        Frame f = Frame.of(new Vec3(3, 1, 2), new Vec3(1, 2, 2));
        double[][] xy = {{1, 0}, {1, 1}, {0, 1}, {-1, 1}, {-1, 0}, {-1, -1}, {0, -1}, {1, -1}, {1, 0}};
        Nurbs n = new Nurbs(
                2,
                new double[] {0, 0, 0, 1, 1, 2, 2, 3, 3, 4, 4, 4},
                Arrays.stream(xy).map(q -> f.point(5 * q[0], 5 * q[1], 0)).toList(),
                new double[] {1, h, 1, h, 1, h, 1, h, 1});
        assertThat(n.period()).isCloseTo(4, within(1e-12));
        Curve c = Recognise.curve(n, 1e-7).orElseThrow();
        assertThat(c).isInstanceOf(Circle.class);
        assertThat(((Circle) c).radius()).isCloseTo(5, within(1e-12));
        assertThat(((Circle) c).frame().origin().distance(f.origin())).isLessThan(1e-11);
        assertThat(Recognise.curve(random(3), 1e-7)).isEmpty();
    }

    /** A quarter of a round surface as a rational quadric: an arc, turned or drawn. */
    private static NurbsSurface quarter(String kind) {
        double h = Math.sqrt(0.5);
        double[] k = {0, 0, 0, 1, 1, 1};
        double[] line = {0, 0, 1, 1};
        List<List<Vec3>> rows = new ArrayList<>();
        double[][] xy = {{1, 0}, {1, 1}, {0, 1}};
        boolean ball = kind.equals("sphere");
        boolean ring = kind.equals("torus");
        int across = ball || ring ? 3 : 2;
        double[][] w = new double[3][across];
        for (int i = 0; i < 3; i++) {
            List<Vec3> row = new ArrayList<>();
            for (int j = 0; j < across; j++) {
                double r = ball ? new double[] {6, 6, 0.5}[j] : kind.equals("cone") && j == 1 ? 2 : 6;
                double z = ball ? new double[] {0, 5, 5.9}[j] : kind.equals("plane") ? 0 : 9.0 * j;
                r = kind.equals("plane") ? 2 + 3 * j : r;
                r = ring ? new double[] {8, 8, 6}[j] : r;
                z = ring ? new double[] {0, 2, 2}[j] : z;
                row.add(new Vec3(r * xy[i][0], r * xy[i][1], z));
                w[i][j] = (i == 1 ? h : 1) * (ring && j == 1 ? h : 1);
            }
            rows.add(row);
        }
        return new NurbsSurface(2, across - 1, k, across == 3 ? k : line, rows, w);
    }

    @ParameterizedTest
    @ValueSource(strings = {"plane", "cylinder", "cone", "torus"})
    void simpleSurfacesSpeltOutAreRecognised(String kind) {
        NurbsSurface s = quarter(kind);
        Surface found = Recognise.surface(s, 1e-7).orElseThrow();
        assertThat(found.kind()).isEqualTo(kind);
        for (int i = 0; i <= 10; i++) {
            assertThat(found.signedDistance(s.point(0.1 * i, 1 - 0.1 * i))).isCloseTo(0, within(1e-10));
        }
    }

    @Test
    void aSurfaceThatIsNothingElseStaysASpline() {
        assertThat(Recognise.surface(quarter("sphere"), 1e-7)).isEmpty();
    }

    @Test
    void surfacesProjectWhatLiesOverThem() {
        Random r = new Random(2);
        NurbsSurface s = quarter("sphere");
        for (int i = 0; i < 200; i++) {
            double u = r.nextDouble();
            double v = r.nextDouble();
            double h = r.nextDouble() - 0.5;
            Vec3 p = s.point(u, v).plus(h, s.normal(u, v));
            assertThat(s.signedDistance(p)).isCloseTo(h, within(1e-10));
            Vec2 uv = s.project(p);
            assertThat(s.point(uv.x(), uv.y()).distance(s.point(u, v))).isLessThan(1e-9);
        }
    }

    @Test
    void whatDoesNotFitIsRefused() {
        List<Vec3> p = List.of(Vec3.ZERO, Vec3.X, new Vec3(1, 1, 0));
        assertThatThrownBy(() -> Nurbs.of(2, new double[] {0, 0, 0, 1, 1}, p)).isInstanceOf(GeometryException.class);
        assertThatThrownBy(() -> Nurbs.of(2, new double[] {0, 0, 0, 1, 1, Double.NaN}, p))
                .isInstanceOf(GeometryException.class);
        assertThatThrownBy(() -> new Nurbs(2, new double[] {0, 0, 0, 1, 1, 1}, p, new double[] {1, 0, 1}))
                .isInstanceOf(GeometryException.class);
        assertThatThrownBy(() -> Nurbs.of(1, new double[] {0, 0, 0.5, 1, 1}, p)).hasMessageContaining("corner");
    }
}
