package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec3;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Primitive;
import io.tallember.solid.sweep.Taper;
import io.tallember.solid.sweep.UpTo;
import io.tallember.solid.sweep.Wall;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Leaning sides, and ends that take the shape of other faces, against closed forms. */
class ExtentTest {
    private static final Profile SQUARE = Shapes.polygon(Frame.WORLD, -5, -5, 5, -5, 5, 5, -5, 5);

    private static double volume(Body b) {
        Shapes.assertSound(List.of(b));
        return MassProperties.of(b).volume();
    }

    @Test
    void aLeaningSquareIsAFrustum() {
        for (double h : new double[] {6, -6}) {
            for (double angle : new double[] {0.2, -0.2}) {
                Body b = Taper.of(SQUARE, h, angle, "s", "r", TOL);
                double top = 10 - 2 * 6 * Math.tan(angle);
                assertThat(volume(b)).isCloseTo(6.0 / 3 * (100 + top * top + 10 * top), within(1e-9));
            }
        }
    }

    @Test
    void aLeaningSlotHasConesWithTangentPlanes() {
        for (double angle : new double[] {0.1, -0.1}) {
            Body b = Taper.of(Shapes.slot(8, 4), 5, angle, "s", "r", TOL);
            double r = 4 - 5 * Math.tan(angle);
            double cone = Math.PI * 5 / 3 * (16 + r * r + 4 * r);
            double middle = 16 * 5 * (8 + 2 * r) / 2;
            assertThat(volume(b)).isCloseTo(cone + middle, within(1e-9));
            assertThat(b.faces()).hasSize(6);
        }
    }

    @Test
    void holesLeanTheOtherWayAndCornersOfArcAndLineAreKept() {
        Profile p = new Profile(
                Frame.WORLD,
                List.of(
                        Shapes.line(-6, 0, 6, 0, "a"),
                        new Profile.Edge(new Circle(Frame.WORLD, 6), new Interval(0, Math.PI), true, "b")),
                List.of(Shapes.circle(0, 3, 1, false)),
                "half disc");
        Body b = Taper.of(p, 4, 0.1, "s", "r", TOL);
        assertThat(b.faces()).hasSize(5);
        Shapes.assertSound(List.of(b));
        double d = 4 * Math.tan(0.1);
        // by layers: half disc of radius 6 - t less the band below its flat side, less the hole of radius 1 + t
        double sum = 0;
        int n = 20_000;
        for (int i = 0; i < n; i++) {
            double t = d * (i + 0.5) / n;
            double r = 6 - t;
            double cut = r * r * Math.acos(t / r) - t * Math.sqrt(r * r - t * t);
            sum += (cut - Math.PI * (1 + t) * (1 + t)) * 4 / n;
        }
        assertThat(MassProperties.of(b).volume()).isCloseTo(sum, within(1e-6));
    }

    @Test
    void aLeanThatLeavesNothingIsRefusedWithTheReason() {
        assertThatThrownBy(() -> Taper.of(SQUARE, 30, 0.3, "s", "r", TOL)).hasMessageContaining("Leaning by 17.19");
        assertThatThrownBy(() -> Taper.of(Shapes.slot(8, 4), 30, 0.3, "s", "r", TOL))
                .hasMessageContaining("smaller angle");
        assertThatThrownBy(() -> Taper.of(SQUARE, 5, 1.5, "s", "r", TOL)).hasMessageContaining("80 degrees");
        assertThatThrownBy(() -> Taper.of(SQUARE, Double.NaN, 0.1, "s", "r", TOL))
                .hasMessageContaining("distance");
    }

    private static double upTo(Surface s, double length) {
        Body prism = Extrude.of(SQUARE, 0, length, "s", "r", TOL);
        List<Body> found = UpTo.surface(prism, s, "r", "s", false, TOL);
        assertThat(found).hasSize(1);
        return volume(found.get(0));
    }

    @Test
    void theEndTakesTheSurfacesShape() {
        Plane slope = new Plane(Frame.of(new Vec3(0, 0, 20), new Vec3(0.3, 0, 1)));
        assertThat(upTo(slope, 100)).isCloseTo(2000, within(1e-8));
        // under a lying cylinder: the strip below it is 40 less its half height
        Cylinder lying = new Cylinder(Frame.of(new Vec3(0, 0, 40), Vec3.X), 13);
        double under = 10 * (40 * 10 - (5 * Math.sqrt(169 - 25) + 169 * Math.asin(5.0 / 13)));
        assertThat(upTo(lying, 100)).isCloseTo(under, within(1e-8));
        double inside = upTo(new Sphere(Frame.WORLD, 20), 100);
        assertThat(inside).isBetween(1800.0, 2000.0);
        assertThatThrownBy(() -> upTo(new Sphere(Frame.WORLD.movedAlongZ(40), 4), 100))
                .hasMessageContaining("isn't in the way");
        assertThatThrownBy(() -> upTo(slope, 10)).hasMessageContaining("isn't in the way");
        assertThatThrownBy(() -> upTo(new Sphere(Frame.WORLD, 6), 100))
                .hasMessageContaining("cuts through the outline");
    }

    @Test
    void toTheNextFaceOutsideAndInside() {
        Body plate = Primitive.box(Frame.WORLD.at(new Vec3(-20, -20, 30)), 40, 40, 5, "p", TOL);
        Body far = Primitive.box(Frame.WORLD.at(new Vec3(-20, -20, 60)), 40, 40, 5, "q", TOL);
        Body prism = Extrude.of(SQUARE, 0, 100, "s", "r", TOL);
        List<Body> found = UpTo.next(prism, List.of(plate, far), "r", "s", false, TOL);
        assertThat(found).hasSize(1);
        assertThat(volume(found.get(0))).isCloseTo(3000, within(1e-9));
        assertThat(Shapes.volume(Fuse.unite(List.of(plate, found.get(0)), TOL))).isCloseTo(11000, within(1e-8));
        Body within = Extrude.of(SQUARE, 32, 100, "s", "r", TOL);
        List<Body> through = UpTo.next(within, List.of(plate, far), "r", "s", false, TOL);
        assertThat(volume(through.get(0))).isCloseTo(300, within(1e-9));
        Body small = Primitive.box(Frame.WORLD.at(new Vec3(0, 0, 30)), 40, 40, 5, "p", TOL);
        assertThatThrownBy(() -> UpTo.next(prism, List.of(small), "r", "s", false, TOL))
                .hasMessageContaining("doesn't cover the whole outline");
        assertThatThrownBy(() -> UpTo.next(prism, List.of(), "r", "s", false, TOL))
                .hasMessageContaining("no face in the way");
    }

    /** A wall along two lines that meet squarely, cut square at both ends, and along a line that runs on into an arc. */
    @Test
    void wallsAlongOpenLinesHaveOneThickness() {
        List<Profile.Edge> square = List.of(Shapes.line(0, 0, 30, 0, "a"), Shapes.line(30, 0, 30, 20, "b"));
        double[] areas = {2 * (30 + 20 - 2), 2 * (30 + 20 + 2), 2 * (30 + 20)};
        for (Wall.Side side : Wall.Side.values()) {
            Profile wall = Wall.along(Frame.WORLD, square, 2, side, "Line", Shapes.TOL);
            Body b = Wall.extruded(wall, 0, 5, "w", "r", Shapes.TOL);
            Shapes.assertSound(List.of(b));
            assertThat(Shapes.volume(List.of(b))).isCloseTo(5 * areas[side.ordinal()], within(1e-9));
        }
        Profile.Edge bend = new Profile.Edge(
                new Circle(Frame.WORLD.at(new Vec3(30, 10, 0)), 10), new Interval(-Math.PI / 2, 0), true, "c");
        Profile wall = Wall.along(
                Frame.WORLD, List.of(Shapes.line(0, 0, 30, 0, "a"), bend), 2, Wall.Side.MIDDLE, "Line", Shapes.TOL);
        Body b = Wall.extruded(wall, 0, 5, "w", "r", Shapes.TOL);
        Shapes.assertSound(List.of(b));
        assertThat(Shapes.volume(List.of(b))).isCloseTo(5 * 2 * (30 + 5 * Math.PI), within(1e-9));
    }

    /** Sides that meet at the very end make a point; those that meet earlier say where. */
    @Test
    void leaningSidesMeetInAPoint() {
        double lean = Math.atan(0.5);
        Profile triangle = Shapes.polygon(Frame.WORLD, 0, 0, 30, 0, 0, 40);
        Profile round = new Profile(Frame.WORLD, Shapes.circle(3, 4, 6, true), List.of(), "r");
        for (double way : new double[] {1, -1}) {
            Body pyramid = Taper.of(SQUARE, way * 10, lean, "s", "r", Shapes.TOL);
            Shapes.assertSound(List.of(pyramid));
            assertThat(pyramid.faces()).hasSize(5);
            assertThat(MassProperties.of(pyramid).volume()).isCloseTo(1000.0 / 3, within(1e-9));
            // a circle of 10 touches all three sides
            Body slanted = Taper.of(triangle, way * 20, lean, "s", "r", Shapes.TOL);
            assertThat(MassProperties.of(slanted).volume()).isCloseTo(600 * 20 / 3.0, within(1e-8));
            Body cone = Taper.of(round, way * 12, lean, "s", "r", Shapes.TOL);
            Shapes.assertSound(List.of(cone));
            assertThat(cone.faces()).hasSize(2);
            assertThat(MassProperties.of(cone).volume()).isCloseTo(Math.PI * 36 * 4, within(1e-9));
        }
        assertThatThrownBy(() -> Taper.of(SQUARE, 11, lean, "s", "r", Shapes.TOL))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("already at a height of 10 mm");
    }
}
