package io.tallember.inspect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Primitive;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Areas and centroids of what is cut open, by closed forms. */
class SectionTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Frame plane(double x, double y, double z, double nx, double ny, double nz) {
        return Frame.of(new Vec3(x, y, z), new Vec3(nx, ny, nz).unit());
    }

    private static void cut(Body b, Frame plane, double area, Vec3 centroid) {
        List<Section.Region> all = Section.of(List.of(b), List.of(plane), TOL);
        double sum = all.stream().mapToDouble(Section.Region::area).sum();
        assertThat(sum).isCloseTo(area, within(1e-9 * Math.max(1, area)));
        Vec3 c = Vec3.ZERO;
        for (Section.Region r : all) {
            c = c.plus(r.area() / sum, r.centroid());
            assertThat(r.face().outward(r.centroid()).dot(plane.z())).isCloseTo(1, within(1e-9));
        }
        assertThat(c.distance(centroid)).isLessThan(1e-8);
    }

    @Test
    void boxes() {
        Body box = Primitive.box(Frame.WORLD, 40, 30, 20, "s1", TOL);
        cut(box, plane(0, 0, 7, 0, 0, 1), 1200, new Vec3(20, 15, 7));
        cut(box, plane(13, 0, 0, 1, 0, 0), 600, new Vec3(13, 15, 10));
        cut(box, plane(20, 15, 10, 0, 1, 1), 40 * 20 * Math.sqrt(2), new Vec3(20, 15, 10));
        // a corner: an equal-sided triangle
        cut(box, plane(6, 0, 0, -1, -1, -1), Math.sqrt(3) / 4 * 72, new Vec3(2, 2, 2));
        // through the middle of three edges each way: a six-sided one
        Body cube = Primitive.box(Frame.WORLD, 10, 10, 10, "s1", TOL);
        cut(cube, plane(5, 5, 5, 1, 1, 1), 75 * Math.sqrt(3), new Vec3(5, 5, 5));
    }

    @Test
    void roundBodies() {
        Body rod = Primitive.cylinder(Frame.WORLD, 6, 50, "s1", TOL);
        cut(rod, plane(0, 0, 20, 0, 0, 1), 36 * Math.PI, new Vec3(0, 0, 20));
        cut(rod, plane(0, 0, 20, 0, 1, 1), 36 * Math.PI * Math.sqrt(2), new Vec3(0, 0, 20));
        cut(rod, plane(2, 0, 0, 1, 0, 0), 2 * Math.sqrt(32) * 50, new Vec3(2, 0, 25));
        Body ball = Primitive.sphere(Frame.WORLD, 8, "s1", TOL);
        cut(ball, plane(1, 2, 2, 1, 2, 2), 55 * Math.PI, new Vec3(1, 2, 2));
        Body cone = Primitive.cone(Frame.WORLD, 10, 5, 20, "s1", TOL);
        cut(cone, plane(0, 0, 8, 0, 0, 1), 64 * Math.PI, new Vec3(0, 0, 8));
        // through the axis: a trapezoid
        cut(cone, plane(0, 0, 0, 0, 1, 0), 300, new Vec3(0, 0, 20.0 / 3 * 20 / 15));
        Body ring = Primitive.torus(Frame.WORLD, 20, 4, "s1", TOL);
        cut(ring, plane(0, 0, 1, 0, 0, 1), 80 * Math.PI * Math.sqrt(15), new Vec3(0, 0, 1));
        cut(ring, plane(0, 0, 0, 0, 1, 0), 32 * Math.PI, Vec3.ZERO);
    }

    /** A tilted cut of a cone is an ellipse: its half axes from where it leaves the cone, above and below. */
    @Test
    void coneAskew() {
        Body cone = Primitive.cone(Frame.WORLD, 10, 0, 20, "s1", TOL);
        Vec3 low = new Vec3(10 - 0.5 * 4, 0, 4);
        Vec3 high = new Vec3(-(10 - 0.5 * 8), 0, 8);
        Vec3 mid = low.lerp(high, 0.5);
        double a = low.distance(high) / 2;
        double r = 10 - 0.5 * mid.z();
        double b = Math.sqrt(r * r - mid.x() * mid.x());
        Vec3 d = high.minus(low);
        cut(cone, plane(low.x(), 0, low.z(), -d.z(), 0, d.x()), Math.PI * a * b, mid);
    }

    @Test
    void wallsOfAHollowAndAQuarter() {
        Body box = Primitive.box(Frame.WORLD, 40, 30, 20, "s1", TOL);
        Body hollow = Fuse.subtract(
                        List.of(box),
                        List.of(Primitive.box(Frame.WORLD.at(new Vec3(2, 2, 2)), 36, 26, 30, "s2", TOL)),
                        TOL)
                .get(0);
        cut(hollow, plane(20, 0, 0, 1, 0, 0), 30 * 20 - 26 * 18, new Vec3(20, 15, (6000 - 26 * 18 * 11) / 132.0));
        List<Section.Region> quarter =
                Section.of(List.of(box), List.of(plane(20, 0, 0, 1, 0, 0), plane(0, 15, 0, 0, 1, 0)), TOL);
        assertThat(quarter).hasSize(2);
        assertThat(quarter.get(0).area() + quarter.get(1).area()).isCloseTo(15 * 20 + 20 * 20, within(1e-9));
    }

    @Test
    void whatCutsNothingSaysSo() {
        Body box = Primitive.box(Frame.WORLD, 40, 30, 20, "s1", TOL);
        assertThatThrownBy(() -> Section.of(List.of(box), List.of(plane(0, 0, 23, 0, 0, 1)), TOL))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("misses the part: it lies 3 mm beside it");
        assertThatThrownBy(
                        () -> Section.of(List.of(box), List.of(plane(0, 0, 3, 0, 0, 1), plane(0, 0, 9, 0, 0, -1)), TOL))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("parallel");
    }
}
