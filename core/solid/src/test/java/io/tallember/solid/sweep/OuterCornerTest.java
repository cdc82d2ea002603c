package io.tallember.solid.sweep;

import static io.tallember.solid.Shapes.assertSound;
import static io.tallember.solid.Shapes.assertWatertight;
import static io.tallember.solid.Shapes.polygon;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Leg;
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
        double angle = Math.atan2(20, 10);
        // the wedge of a ball, and two ungulas that overlap: 2/3 r^3 tan(angle / 2) each
        double expected = Math.PI * 4 * w.length() + 8.0 * 2 / 3 * angle - 2 * 2.0 / 3 * 8 * Math.tan(angle / 2);
        assertThat(volume(wire)).isCloseTo(expected, within(1e-6));
    }
}
