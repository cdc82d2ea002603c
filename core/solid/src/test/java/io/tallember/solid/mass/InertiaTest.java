package io.tallember.solid.mass;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Shapes;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Primitive;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Moments of inertia against closed forms, in frames of any turn. */
class InertiaTest {
    private static final Frame TURNED = Frame.of(new Vec3(30, -20, 50), new Vec3(1, 2, 2).unit(), new Vec3(2, 1, -2));

    private static void principal(Body b, double... expected) {
        Inertia i = Inertia.of(List.of(b));
        double trace = i.tensor()[0][0] + i.tensor()[1][1] + i.tensor()[2][2];
        assertThat(trace).isCloseTo(expected[0] + expected[1] + expected[2], within(1e-10 * trace));
        for (int k = 0; k < 3; k++) {
            assertThat(i.principal()[k]).isCloseTo(expected[k], within(1e-10 * trace));
        }
        Vec3 a = i.axes().get(0);
        Vec3 turned = new Vec3(
                i.tensor()[0][0] * a.x() + i.tensor()[0][1] * a.y() + i.tensor()[0][2] * a.z(),
                i.tensor()[1][0] * a.x() + i.tensor()[1][1] * a.y() + i.tensor()[1][2] * a.z(),
                i.tensor()[2][0] * a.x() + i.tensor()[2][1] * a.y() + i.tensor()[2][2] * a.z());
        assertThat(turned.distance(a.times(i.principal()[0]))).isLessThan(1e-9 * trace);
    }

    @Test
    void closedForms() {
        for (Frame f : List.of(Frame.WORLD, TURNED)) {
            double m = 40 * 30 * 20;
            principal(
                    Primitive.box(f, 40, 30, 20, "s", Shapes.TOL),
                    m / 12 * (900 + 400),
                    m / 12 * (1600 + 400),
                    m / 12 * (1600 + 900));
            double rod = Math.PI * 36 * 50;
            double across = rod / 12 * (3 * 36 + 2500);
            principal(Primitive.cylinder(f, 6, 50, "s", Shapes.TOL), rod / 2 * 36, across, across);
            double ball = 4.0 / 3 * Math.PI * 512;
            principal(Primitive.sphere(f, 8, "s", Shapes.TOL), 0.4 * ball * 64, 0.4 * ball * 64, 0.4 * ball * 64);
            double ring = 2 * Math.PI * Math.PI * 20 * 16;
            double flat = ring * (400.0 / 2 + 5 * 16.0 / 8);
            principal(Primitive.torus(f, 20, 4, "s", Shapes.TOL), flat, flat, ring * (400 + 0.75 * 16));
            double cone = Math.PI * 100 * 24 / 3;
            double side = 3 * cone / 80 * (4 * 100 + 24 * 24);
            double about = 0.3 * cone * 100;
            principal(
                    Primitive.cone(f, 10, 0, 24, "s", Shapes.TOL),
                    Math.min(about, side),
                    Math.max(Math.min(about, side), Math.min(side, side)),
                    Math.max(about, side));
        }
    }

    /** What is cut off a ball and what is left make the whole: faces that meet in a circle. */
    @Test
    void partsOfABallAddUp() {
        Body ball = Primitive.sphere(TURNED, 8, "s", Shapes.TOL);
        Body half = Primitive.box(
                Frame.of(TURNED.origin().plus(-30, Vec3.X).plus(-30, Vec3.Y).plus(2, Vec3.Z), Vec3.Z, Vec3.X),
                60,
                60,
                60,
                "b",
                Shapes.TOL);
        List<Body> parts = List.of(
                Fuse.subtract(List.of(ball), List.of(half), Shapes.TOL).get(0),
                Fuse.intersect(List.of(ball), List.of(half), Shapes.TOL).get(0));
        double whole = Inertia.of(List.of(ball)).principal()[0];
        for (double p : Inertia.of(parts).principal()) {
            assertThat(p).isCloseTo(whole, within(1e-8 * whole));
        }
    }
}
