package io.tallember.solid;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Climb;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Helix;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.solid.sweep.Loft;
import io.tallember.solid.sweep.Manner;
import io.tallember.solid.sweep.Primitive;
import io.tallember.solid.sweep.Sweep;
import java.util.List;
import org.junit.jupiter.api.Test;

class ExtentsTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static void is(Box3 box, double x0, double y0, double z0, double x1, double y1, double z1) {
        assertThat(box.min().distance(new Vec3(x0, y0, z0))).isCloseTo(0, within(1e-6));
        assertThat(box.max().distance(new Vec3(x1, y1, z1))).isCloseTo(0, within(1e-6));
    }

    @Test
    void ofRoundBodies() {
        is(Extents.of(Shapes.cylinder(1, 2, 3, 0, 5)), -2, -1, 0, 4, 5, 5);
        is(Extents.of(Primitive.sphere(Frame.WORLD, 4, "s", TOL)), -4, -4, -4, 4, 4, 4);
    }

    /** A wire's farthest places lie inside its face: a radius beyond those of its middle line. */
    @Test
    void ofACoil() {
        Helix h = Helix.even(Frame.WORLD, 10, 4);
        Way way = Way.of(List.of(new Leg(h, new Interval(0, 6 * Math.PI), true, "l")), TOL);
        Leg l = way.legs().get(0);
        Profile p = new Profile(Frame.of(l.start(), l.way(0)), Shapes.circle(0, 0, 1, true), List.of(), "r");
        Box3 box = Extents.of(Sweep.of(p, way, Manner.SQUARE, "s", "r", TOL));
        assertThat(box.max().y()).isCloseTo(11, within(1e-6));
        assertThat(box.min().y()).isCloseTo(-11, within(1e-6));
        assertThat(box.min().x()).isCloseTo(-11, within(1e-6));
    }

    /** One that widens reaches farthest in its last turn: a radius of the wire, as its middle line leans, beyond that. */
    @Test
    void ofACoilThatWidens() {
        Helix h = new Helix(Frame.WORLD, 6, 0.08, Climb.even(0.7));
        double end = 2 * Math.PI * 14.3;
        Way way = Way.of(List.of(new Leg(h, new Interval(0, end), true, "l")), TOL);
        Leg l = way.legs().get(0);
        Profile p = new Profile(Frame.of(l.start(), l.way(0)), Shapes.circle(0, 0, 0.4, true), List.of(), "r");
        Box3 box = Extents.of(Sweep.of(p, way, Manner.SQUARE, "s", "r", TOL));
        double x = 0;
        double y = 0;
        for (int i = 0; i <= 2_000_000; i++) {
            double t = end * i / 2_000_000;
            Vec3 q = h.point(t);
            Vec3 d = h.derivative(t).unit();
            x = Math.min(x, q.x() - 0.4 * Math.sqrt(1 - d.x() * d.x()));
            y = Math.max(y, q.y() + 0.4 * Math.sqrt(1 - d.y() * d.y()));
        }
        assertThat(box.min().x()).isCloseTo(x, within(1e-6));
        assertThat(box.max().y()).isCloseTo(y, within(1e-6));
    }

    /** Three circles of radii 6, 8 and 6 skinned smoothly: widest in the middle one, by symmetry. */
    @Test
    void ofALoft() {
        List<Loft.Section> all = List.of(round(0, 6), round(20, 8), round(40, 6));
        Body b = Loft.of(all, new Loft.Shape(Loft.Run.SMOOTH, 0, 0, false), "s", "r", TOL);
        is(Extents.of(b), -8, -8, 0, 8, 8, 40);
        assertThat(b.bounds().max().z()).isGreaterThan(40);
    }

    private static Loft.Section round(double z, double r) {
        return new Loft.Section(
                new Profile(Frame.WORLD.movedAlongZ(z), Shapes.circle(0, 0, r, true), List.of(), "r"), null, 0);
    }
}
