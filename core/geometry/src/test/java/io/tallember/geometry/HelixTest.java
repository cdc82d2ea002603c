package io.tallember.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class HelixTest {
    private static final Interval RANGE = new Interval(0, 30);

    /** Even, widening, flat, and with rates that change; also one that turns the other way. */
    private static List<Helix> all() {
        Frame f = Frame.of(new Vec3(3, -2, 1), new Vec3(1, 2, 2));
        return List.of(
                Helix.even(f, 10, 4),
                Helix.even(f, 6, -30),
                new Helix(f, 8, 0.2, Climb.even(0.5)),
                new Helix(f, 5, 0.4, Climb.even(0)),
                new Helix(f, 9, 0, new Climb(new double[] {0, 6, 12, 30}, new double[] {0.4, 1.5, 0.6, 0.6})));
    }

    @Test
    void derivativesAreThoseOfThePoints() {
        double h = 1e-5;
        for (Helix c : all()) {
            for (double t : new double[] {0.3, 5.9, 6.1, 17, 29}) {
                Vec3 d = c.point(t + h).minus(c.point(t - h)).times(0.5 / h);
                Vec3 dd = c.derivative(t + h).minus(c.derivative(t - h)).times(0.5 / h);
                assertThat(d.distance(c.derivative(t))).isLessThan(1e-7);
                assertThat(dd.distance(c.second(t))).isLessThan(1e-7);
                assertThat(c.derivative(t).length()).isLessThanOrEqualTo(c.speed() * (1 + 1e-12));
            }
        }
    }

    /** The nearest point against a dense search, near the curve, far from it and on its axis. */
    @Test
    void theNearestPointIsFound() {
        Random r = new Random(7);
        for (Helix c : all()) {
            for (int i = 0; i < 60; i++) {
                Vec3 on = c.point(RANGE.at(r.nextDouble()));
                double far = i % 3 == 0 ? 0.5 : 8;
                Vec3 p = i % 10 == 9
                        ? c.frame().point(0, 0, 4 * r.nextGaussian())
                        : on.plus(far, new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()));
                double least = Double.POSITIVE_INFINITY;
                for (int k = 0; k <= 20_000; k++) {
                    least = Math.min(least, c.point(RANGE.at(k / 20_000.0)).distance(p));
                }
                double found = c.point(c.project(p, RANGE)).distance(p);
                assertThat(found).as(c + " " + p).isLessThanOrEqualTo(least + 1e-9);
            }
        }
    }

    @Test
    void theHeightIsTheIntegralOfTheRate() {
        Climb c = new Climb(new double[] {0, 6, 12, 30}, new double[] {0.4, 1.5, 0.6, 0.6});
        double sum = 0;
        int n = 30_000;
        for (int i = 0; i < n; i++) {
            sum += c.rate(30 * (i + 0.5) / n) * 30 / n;
        }
        assertThat(c.height(30)).isCloseTo(sum, within(1e-7));
        assertThat(c.rate(6)).isCloseTo(1.5, within(1e-12));
    }

    @Test
    void theBoxHoldsTheCurve() {
        for (Helix c : all()) {
            Box3 box = c.bounds(RANGE);
            for (int i = 0; i <= 1000; i++) {
                assertThat(box.grown(1e-9).contains(c.point(RANGE.at(i / 1000.0))))
                        .isTrue();
            }
        }
    }
}
