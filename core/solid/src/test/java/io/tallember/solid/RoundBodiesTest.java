package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Vec3;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Primitive;
import io.tallember.solid.sweep.Revolve;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Revolved and ready bodies against their closed forms. */
class RoundBodiesTest {
    private static final Frame TILTED = Frame.of(new Vec3(3, -2, 5), new Vec3(1, 2, 3));
    private static final Line UP = new Line(Vec3.ZERO, Vec3.Z);
    private static final Frame XZ = new Frame(Vec3.ZERO, Vec3.X, Vec3.Z, Vec3.Y.negated());

    private static void assertMass(Body b, double volume, double area, Vec3 centroid) {
        MassProperties m = MassProperties.of(b);
        assertThat(m.volume()).isCloseTo(volume, within(1e-12 * volume));
        assertThat(m.area()).isCloseTo(area, within(1e-12 * area));
        assertThat(m.centroid().distance(centroid))
                .isLessThan(1e-11 * b.bounds().diagonal());
        Shapes.assertSound(List.of(b));
    }

    @Test
    void sphere() {
        Body b = Primitive.sphere(TILTED, 7, "s", TOL);
        assertThat(b.faces()).singleElement().matches(f -> f.loops().isEmpty());
        assertMass(b, 4 * Math.PI / 3 * 343, 4 * Math.PI * 49, TILTED.origin());
        assertThat(b.bounds().max().x()).isCloseTo(10, within(1e-12));
    }

    @Test
    void ring() {
        Body b = Primitive.torus(TILTED, 9, 2, "t", TOL);
        assertThat(b.faces()).singleElement().matches(f -> f.loops().isEmpty());
        assertMass(b, 2 * Math.PI * Math.PI * 9 * 4, 4 * Math.PI * Math.PI * 18, TILTED.origin());
    }

    @Test
    void coneAndFrustum() {
        assertMass(
                Primitive.cone(TILTED, 3, 0, 4, "c", TOL),
                Math.PI * 9 * 4 / 3,
                Math.PI * 9 + Math.PI * 3 * 5,
                TILTED.point(0, 0, 1));
        Body frustum = Primitive.cone(Frame.WORLD, 1, 4, 4, "c", TOL);
        assertThat(frustum.faces()).hasSize(3);
        assertMass(
                frustum,
                Math.PI * 4 / 3 * (1 + 4 + 16),
                Math.PI * (1 + 16 + 5 * 5),
                new Vec3(0, 0, 4 * (1 + 2 * 4 + 3 * 16) / (4.0 * (1 + 4 + 16))));
    }

    private static Profile disc(double x, double r) {
        return new Profile(XZ, Shapes.circle(x, 0, r, true), List.of(), "disc");
    }

    @Test
    void partOfARingAndOfASphere() {
        double angle = Math.toRadians(250);
        Body b = Revolve.of(disc(10, 3), UP, 0, angle, "p", "r", TOL);
        assertThat(b.faces()).hasSize(3);
        double r = 10 + 9.0 / 40;
        double off = r * 2 * Math.sin(angle / 2) / angle;
        // the profile's normal is -y, so growing angle about +z starts toward +y
        assertMass(
                b,
                angle * 10 * Math.PI * 9,
                angle * 10 * 2 * Math.PI * 3 + 2 * Math.PI * 9,
                new Vec3(off * Math.cos(angle / 2), off * Math.sin(angle / 2), 0));
        Circle arc = new Circle(Frame.WORLD, 5);
        Profile half = new Profile(
                XZ,
                List.of(
                        new Profile.Edge(arc, new Interval(-Math.PI / 2, Math.PI / 2), true, "a"),
                        Shapes.line(0, 5, 0, -5, "b")),
                List.of(),
                "half disc");
        Body wedge = Revolve.of(half, UP, 0.3, 0.3 + angle, "p", "r", TOL);
        assertThat(wedge.faces()).hasSize(3);
        assertThat(wedge.vertices()).hasSize(2);
        assertThat(MassProperties.of(wedge).volume()).isCloseTo(angle * 2 / 3 * 125, within(1e-9));
        assertThat(MassProperties.of(wedge).area()).isCloseTo(angle * 2 * 25 + 25 * Math.PI, within(1e-9));
        Shapes.assertSound(List.of(wedge));
    }

    @Test
    void aSectorOfAConeTouchesItsApex() {
        Profile p = Shapes.polygon(XZ, 0, 0, 3, 0, 0, 4);
        for (double degrees : new double[] {30, 90, 180, 270, 359}) {
            double angle = Math.toRadians(degrees);
            Body b = Revolve.of(p, UP, -0.4, angle - 0.4, "p", "r", TOL);
            assertThat(b.faces()).hasSize(4);
            assertThat(MassProperties.of(b).volume()).isCloseTo(angle / (2 * Math.PI) * 12 * Math.PI, within(1e-10));
            Shapes.assertSound(List.of(b));
        }
    }

    @Test
    void aProfileOffTheAxisMakesWallsOfEveryKind() {
        Profile p = new Profile(
                XZ,
                List.of(
                        Shapes.line(4, 0, 9, 0, "a"),
                        Shapes.line(9, 0, 9, 3, "b"),
                        new Profile.Edge(
                                new Circle(Frame.WORLD.at(new Vec3(8, 3, 0)), 1),
                                new Interval(0, Math.PI / 2),
                                true,
                                "c"),
                        Shapes.line(8, 4, 5, 7, "d"),
                        Shapes.line(5, 7, 4, 7, "e"),
                        Shapes.line(4, 7, 4, 0, "f")),
                List.of(Shapes.circle(6, 2, 1, false)),
                "profile");
        double whole = 0;
        for (double degrees : new double[] {360, 120}) {
            Body b = Revolve.of(p, UP, 0, Math.toRadians(degrees), "p", "r", TOL);
            assertThat(b.faces()).hasSize(degrees == 360 ? 7 : 9);
            assertThat(b.shells()).hasSize(degrees == 360 ? 2 : 1);
            Shapes.assertSound(List.of(b));
            whole = degrees == 360 ? MassProperties.of(b).volume() : whole;
            assertThat(MassProperties.of(b).volume()).isCloseTo(whole * degrees / 360, within(1e-9));
        }
    }

    @Test
    void badProfilesAreRefusedWithTheReason() {
        assertThatThrownBy(() -> Revolve.of(disc(2, 3), UP, 0, 1, "p", "r", TOL))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("crosses its axis");
        assertThatThrownBy(() -> Revolve.of(Shapes.polygon(XZ, 0, 0, 3, 1, 3, -1), UP, 0, 1, "p", "r", TOL))
                .hasMessageContaining("single point");
        assertThatThrownBy(() -> Revolve.of(disc(3, 3), UP, 0, 1, "p", "r", TOL))
                .hasMessageContaining("ring");
        assertThatThrownBy(() -> Revolve.of(disc(9, 3), new Line(Vec3.ZERO, new Vec3(0, 1, 1)), 0, 1, "p", "r", TOL))
                .hasMessageContaining("axis doesn't lie");
        assertThatThrownBy(() -> Revolve.of(disc(9, 3), UP, 0, 7, "p", "r", TOL))
                .hasMessageContaining("360");
        assertThatThrownBy(() -> Revolve.of(disc(9, 3), UP, 0, Double.NaN, "p", "r", TOL))
                .isInstanceOf(GeometryException.class);
        assertThatThrownBy(() -> Primitive.torus(Frame.WORLD, 2, 2, "t", TOL)).hasMessageContaining("ring");
    }
}
