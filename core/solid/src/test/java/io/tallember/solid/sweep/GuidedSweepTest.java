package io.tallember.solid.sweep;

import static io.tallember.solid.Shapes.assertSound;
import static io.tallember.solid.Shapes.assertWatertight;
import static io.tallember.solid.Shapes.polygon;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Through;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.solid.Body;
import io.tallember.solid.Shapes;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import org.junit.jupiter.api.Test;

class GuidedSweepTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Way straight(Vec3 a, Vec3 b) {
        return Way.of(List.of(Leg.straight(a, b, "l1")), TOL);
    }

    private static Way through(Vec3... points) {
        Nurbs n = Through.points(List.of(points), null, null);
        return Way.of(List.of(new Leg(n, n.whole(), true, "g")), TOL);
    }

    private static Manner led(Manner.Lead lead, Way... guides) {
        return new Manner(Manner.Keep.SQUARE, null, 0, List.of(guides), lead);
    }

    private static Profile round(Frame f, double r) {
        return new Profile(f, Shapes.circle(0, 0, r, true), List.of(), "r1");
    }

    private static Body swept(Profile p, Way way, Manner manner) {
        Body b = Sweep.of(p, way, manner, "s1", "r1", TOL);
        assertSound(List.of(b));
        assertWatertight(b);
        return b;
    }

    private static double volume(Body b) {
        return MassProperties.of(b).volume();
    }

    private static final Way UP = straight(Vec3.ZERO, new Vec3(0, 0, 100));

    @Test
    void aRoundLedOutwardIsACone() {
        Way guide = straight(new Vec3(5, 0, 0), new Vec3(10, 0, 100));
        Body cone = swept(round(Frame.WORLD, 5), UP, led(Manner.Lead.SCALE, guide));
        assertThat(volume(cone)).isCloseTo(Math.PI / 3 * 100 * (25 + 50 + 100), within(1e-6));
        assertThat(cone.faces()).anyMatch(f -> f.surface() instanceof Cone);
        Way back = straight(new Vec3(10, 0, 100), new Vec3(5, 0, 0));
        assertThat(volume(swept(round(Frame.WORLD, 5), UP, led(Manner.Lead.SCALE, back))))
                .isCloseTo(volume(cone), within(1e-6));
        // stretched one way only: the sections are ellipses 5 by 5 to 10
        Body oval = swept(round(Frame.WORLD, 5), UP, led(Manner.Lead.STRETCH, guide));
        assertThat(volume(oval)).isCloseTo(Math.PI * 5 * 7.5 * 100, within(1e-6 * volume(oval)));
    }

    @Test
    void twoGuidesMoveTurnAndStretch() {
        Profile flat = polygon(Frame.WORLD, -10, -2, 10, -2, 10, 2, -10, 2);
        Way a = straight(new Vec3(-10, 0, 0), new Vec3(-10, 5, 100));
        Way b = straight(new Vec3(10, 0, 0), new Vec3(30, 5, 100));
        Body wide = swept(flat, UP, led(Manner.Lead.STRETCH, a, b));
        // 20 to 40 wide, 4 thick all along
        assertThat(volume(wide)).isCloseTo(4 * 30 * 100, within(1e-6 * 12000));
        assertThat(wide.faces()).allMatch(f -> f.surface() instanceof Plane);
        Body alike = swept(flat, UP, led(Manner.Lead.SCALE, a, b));
        // similar sections: a prismatoid of 20 x 4, 30 x 6 and 40 x 8
        assertThat(volume(alike)).isCloseTo(100 / 6.0 * (80 + 4 * 180 + 320), within(1e-6 * 20000));
    }

    /** The area of each section times what its middle moves, added up by Simpson's rule; the guide lies in the plane of the arc. */
    @Test
    void alongAnArcLedByASpline() {
        double r = 60;
        Circle c = new Circle(Frame.WORLD, r);
        Way way = Way.of(List.of(new Leg(c, new Interval(0, Math.PI / 2), true, "l1")), TOL);
        Vec3[] p = new Vec3[5];
        double[] out = {68, 72, 70, 65, 70};
        for (int i = 0; i < 5; i++) {
            double a = Math.PI / 8 * i;
            p[i] = new Vec3(out[i] * Math.cos(a), out[i] * Math.sin(a), 0);
        }
        Way guide = through(p);
        Frame f = Frame.of(new Vec3(r, 0, 0), Vec3.Y, Vec3.X);
        Body horn = swept(round(f, 8), way, led(Manner.Lead.SCALE, guide));
        Nurbs g = (Nurbs) guide.legs().get(0).curve();
        double sum = 0;
        int n = 20_000;
        for (int i = 0; i < n; i++) {
            Vec3 u = g.point(g.lo() + (g.hi() - g.lo()) * i / n);
            Vec3 v = g.point(g.lo() + (g.hi() - g.lo()) * (i + 1) / n);
            Vec3 m = g.point(g.lo() + (g.hi() - g.lo()) * (i + 0.5) / n);
            double turn = Math.atan2(u.cross(v).z(), u.dot(v));
            sum += turn / 6 * (square(u, r) + 4 * square(m, r) + square(v, r));
        }
        assertThat(volume(horn)).isCloseTo(Math.PI * r * sum, within(1e-6 * volume(horn)));
    }

    private static double square(Vec3 p, double r) {
        return Math.pow(Math.hypot(p.x(), p.y()) - r, 2);
    }

    @Test
    void aGuideTurnsWithoutChangingSize() {
        Vec3[] p = new Vec3[9];
        for (int i = 0; i < 9; i++) {
            double a = Math.PI / 8 * i;
            p[i] = new Vec3(20 * Math.cos(a), 20 * Math.sin(a), 12.5 * i);
        }
        Profile flat = polygon(Frame.WORLD, -6, -2, 6, -2, 6, 2, -6, 2);
        Body turned = swept(flat, UP, led(Manner.Lead.TURN, through(p)));
        assertThat(volume(turned)).isCloseTo(4800, within(1e-6 * 4800));
        Vec3 end = Vec3.Z.times(100).plus(new Vec3(-6, 2, 0));
        assertThat(turned.faces())
                .anyMatch(f -> f.loops().get(0).coedges().stream()
                        .anyMatch(e -> e.start().point().distance(end) < 1e-6));
    }

    @Test
    void guidesOverSeveralLegs() {
        Vec3 a = new Vec3(0, 0, 40);
        Vec3 centre = new Vec3(20, 0, 40);
        Leg bend = new Leg(
                new Circle(Frame.of(centre, Vec3.Y, a.minus(centre)), 20), new Interval(0, Math.PI / 2), true, "l2");
        Way way = Way.of(
                List.of(
                        Leg.straight(Vec3.ZERO, a, "l1"),
                        bend,
                        Leg.straight(new Vec3(20, 0, 60), new Vec3(60, 0, 60), "l3")),
                TOL);
        Way guide = through(
                new Vec3(0, 6, 0), new Vec3(0, 9, 30), new Vec3(6, 8, 55), new Vec3(30, 5, 60), new Vec3(60, 7, 60));
        Body handle = swept(round(Frame.WORLD, 6), way, led(Manner.Lead.SCALE, guide));
        assertThat(handle.faces()).hasSize(5);
        assertThat(volume(handle)).isBetween(Math.PI * 25 * way.length(), Math.PI * 81 * way.length());
        Body stretched = swept(round(Frame.WORLD, 6), way, led(Manner.Lead.STRETCH, guide));
        assertThat(volume(stretched)).isBetween(Math.PI * 30 * way.length(), Math.PI * 54 * way.length());
    }

    @Test
    void whatCannotLeadSaysWhy() {
        Profile p = round(Frame.WORLD, 5);
        assertThatThrownBy(() -> Sweep.of(p, UP, led(Manner.Lead.SCALE, UP), "s", "r", TOL))
                .hasMessageContaining("on the path");
        Way brief = straight(new Vec3(5, 0, 0), new Vec3(7, 0, 60));
        assertThatThrownBy(() -> Sweep.of(p, UP, led(Manner.Lead.SCALE, brief), "s", "r", TOL))
                .hasMessageContaining("doesn't go all the way along")
                .hasMessageContaining("7.000");
        Way far = straight(new Vec3(5, 0, 200), new Vec3(7, 0, 300));
        assertThatThrownBy(() -> Sweep.of(p, UP, led(Manner.Lead.SCALE, far), "s", "r", TOL))
                .hasMessageContaining("doesn't pass through");
        Way narrow = straight(new Vec3(5, 0, 0), new Vec3(-5, 0, 100));
        assertThatThrownBy(() -> Sweep.of(p, UP, led(Manner.Lead.SCALE, narrow), "s", "r", TOL))
                .hasMessageContaining("comes to the path");
        Way sharp = Way.of(
                List.of(
                        Leg.straight(new Vec3(5, 0, 0), new Vec3(8, 0, 50), "a"),
                        Leg.straight(new Vec3(8, 0, 50), new Vec3(5, 0, 100), "b")),
                TOL);
        assertThatThrownBy(() -> Sweep.of(p, UP, led(Manner.Lead.SCALE, sharp), "s", "r", TOL))
                .hasMessageContaining("has a corner near");
    }
}
