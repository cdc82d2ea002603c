package io.tallember.solid.sweep;

import static io.tallember.solid.Shapes.assertSound;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Helix;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import org.junit.jupiter.api.Test;

class JoinedCoilTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Body coil(double radius, double pitch, double turns, double wire) {
        Helix h = Helix.even(Frame.WORLD, radius, pitch);
        assertThat(JoinedCoil.joins(h, 2 * Math.PI * turns, wire)).isTrue();
        Body b = JoinedCoil.of(h, 2 * Math.PI * turns, wire, "s1", "round", TOL);
        assertSound(List.of(b));
        return b;
    }

    /** What one more turn adds, by the wire's section in a plane through the axis, cut off half a pitch above and below. */
    private static double turn(double radius, double pitch, double wire) {
        double sum = 0;
        int n = 20_000;
        for (int i = 0; i < n; i++) {
            double rho = radius - wire + 2 * wire * (i + 0.5) / n;
            sum += 2 * Math.PI * rho * 2 * Math.min(pitch / 2, high(radius, pitch, wire, rho)) * 2 * wire / n;
        }
        return sum;
    }

    /** How high the wire reaches at a distance from the axis. */
    private static double high(double radius, double pitch, double wire, double rho) {
        double lo = 0;
        double hi = 2 * wire;
        for (int i = 0; i < 60; i++) {
            double z = 0.5 * (lo + hi);
            if (away(radius, pitch, rho, z) < wire) {
                lo = z;
            } else {
                hi = z;
            }
        }
        return lo;
    }

    private static double away(double radius, double pitch, double rho, double z) {
        double c = pitch / (2 * Math.PI);
        double t = 0;
        for (int i = 0; i < 30; i++) {
            t -= (rho * radius * Math.sin(t) - c * (z - c * t)) / (rho * radius * Math.cos(t) + c * c);
        }
        return new Vec3(rho, 0, z).distance(new Vec3(radius * Math.cos(t), radius * Math.sin(t), c * t));
    }

    @Test
    void turnsAreOneBody() {
        for (double[] k : new double[][] {{8, 1.98, 1}, {3, 1.7, 1}, {20, -1.9, 1}}) {
            double radius = k[0];
            Body b = coil(radius, k[1], 3.25, k[2]);
            Body more = coil(radius, k[1], 4.25, k[2]);
            assertThat(MassProperties.of(more).volume() - MassProperties.of(b).volume())
                    .isCloseTo(turn(radius, Math.abs(k[1]), k[2]), within(1e-5 * 2 * Math.PI * radius));
        }
    }

    @Test
    void ofAnyNumberOfTurns() {
        for (double turns : new double[] {1.3, 2, 2.1, 4.4}) {
            assertThat(coil(10, 2.35, turns, 1.2).shells()).hasSize(1);
        }
    }
}
