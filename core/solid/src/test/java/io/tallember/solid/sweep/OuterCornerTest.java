package io.tallember.solid.sweep;

import static io.tallember.solid.Shapes.assertSound;
import static io.tallember.solid.Shapes.assertWatertight;
import static io.tallember.solid.Shapes.polygon;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.solid.Body;
import io.tallember.solid.Shapes;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import org.junit.jupiter.api.Test;

class OuterCornerTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Way way(boolean closed, Vec3... p) {
        List<Leg> legs = new java.util.ArrayList<>();
        for (int i = 0; i < (closed ? p.length : p.length - 1); i++) {
            legs.add(Leg.straight(p[i], p[(i + 1) % p.length], "l" + i));
        }
        return Way.of(legs, TOL);
    }

    private static Frame across(Way w) {
        Leg l = w.legs().get(0);
        return Frame.of(l.start(), l.way(l.from()), Vec3.Z);
    }

    private static Body swept(Profile p, Way w) {
        Body b = Sweep.of(p, w, Manner.SQUARE.rounded(true), "s1", "r1", TOL);
        assertSound(List.of(b));
        assertWatertight(b);
        return b;
    }

    private static double volume(Body b) {
        return MassProperties.of(b).volume();
    }

    /** Both legs to the corner overlap inside of it; outside there is a quarter turn of half the outline. */
    @Test
    void aBarRoundASquareCorner() {
        Way w = way(false, Vec3.ZERO, new Vec3(30, 0, 0), new Vec3(30, 20, 0));
        Body bar = swept(polygon(across(w), -2, -3, 2, -3, 2, 3, -2, 3), w);
        // 4 high along z, 6 wide: overlap 3 x 3, outside a quarter of a disc of radius 3
        assertThat(volume(bar)).isCloseTo(24 * 50 - 4 * 9 + 4 * Math.PI * 9 / 4, within(1e-6));
        Body frame = swept(
                polygon(across(w), -2, -3, 2, -3, 2, 3, -2, 3),
                way(true, Vec3.ZERO, new Vec3(30, 0, 0), new Vec3(30, 20, 0), new Vec3(0, 20, 0)));
        assertThat(volume(frame)).isCloseTo(24 * 100 - 4 * 4 * 9 + 4 * Math.PI * 9, within(1e-6));
    }

    /** A wire with a ball at its corner: half of what the mitre would cut off comes back as part of a ball. */
    @Test
    void aWireHasABallAtItsCorner() {
        Way w = way(false, Vec3.ZERO, new Vec3(30, 0, 0), new Vec3(40, 20, 0));
        Body wire = swept(new Profile(across(w), Shapes.circle(0, 0, 2, true), List.of(), "r"), w);
        assertThat(wire.faces()).anyMatch(f -> f.surface() instanceof Sphere);
        assertThat(volume(wire)).isCloseTo(wire(2, w), within(1e-6));
        Body tube = swept(
                new Profile(across(w), Shapes.circle(0, 0, 2, true), List.of(Shapes.circle(0, 0, 1.5, false)), "r"), w);
        assertThat(volume(tube)).isCloseTo(wire(2, w) - wire(1.5, w), within(1e-6));
    }

    /** Two cylinders, the wedge of a ball, less two ungulas of 2/3 r^3 tan(angle / 2) that overlap. */
    private static double wire(double r, Way w) {
        double angle = Math.atan2(20, 10);
        double cube = r * r * r;
        return Math.PI * r * r * w.length() + cube * 2 / 3 * angle - 2 * 2.0 / 3 * cube * Math.tan(angle / 2);
    }

    /** An outline of one closed spline, cut where it passes the axis: the outer half is turned, Pappus' way. */
    @Test
    void aSplineRoundACorner() {
        Way w = way(false, Vec3.ZERO, new Vec3(30, 0, 0), new Vec3(30, 20, 0));
        List<Vec3> poles = new java.util.ArrayList<>();
        for (int i = 0; i < 11; i++) {
            double a = 2 * Math.PI * (i + 0.4) / 8;
            poles.add(new Vec3(3 * Math.cos(a), 2 * Math.sin(a), 0));
        }
        double[] knots = new double[15];
        java.util.Arrays.setAll(knots, i -> i - 3);
        double[] weights = new double[11];
        java.util.Arrays.fill(weights, 1);
        Nurbs n = new Nurbs(3, knots, poles, weights);
        Profile p = new Profile(across(w), List.of(new Profile.Edge(n, n.whole(), true, "s")), List.of(), "r");
        Body bar = swept(p, w);
        assertThat(volume(bar)).isCloseTo(strips(n, w), within(1e-4));
    }

    /** What is turned would be part of a ring that passes through its own axis. */
    @Test
    void aRoundBesideItsPathIsRefusedWithWhatWouldDo() {
        Way w = way(false, Vec3.ZERO, new Vec3(30, 0, 0), new Vec3(30, 20, 0));
        Circle beside = new Circle(Frame.WORLD.at(new Vec3(0.7, 0.4, 0)), 2);
        Profile p = new Profile(
                across(w), List.of(new Profile.Edge(beside, new Interval(0, 2 * Math.PI), true, "s")), List.of(), "r");
        assertThatThrownBy(() -> swept(p, w))
                .hasMessageContaining("corner near (30.000, 0.000, 0.000)")
                .hasMessageContaining("Give the corner a bend, or choose mitred corners");
    }

    /** Round a square corner to the left, by thin strips: y away from the axis, each as high as the outline is there. */
    private static double strips(Nurbs c, Way w) {
        Interval whole = c.whole();
        double area = 0;
        double outer = 0;
        double inner = 0;
        int many = 400_000;
        for (int i = 0; i < many; i++) {
            double t = whole.at((i + 0.5) / many);
            Vec3 q = across(w).direction(c.point(t));
            double dz = across(w).direction(c.derivative(t)).z() * whole.length() / many;
            area += q.y() * dz;
            outer += q.y() < 0 ? 0.5 * q.y() * q.y() * dz : 0;
            inner += q.y() > 0 ? 0.5 * q.y() * q.y() * dz : 0;
        }
        // each leg to the corner, what is turned outside, less what both share inside
        return Math.abs(area) * w.length() + Math.abs(outer) * Math.PI / 2 - 2 * Math.abs(inner);
    }
}
