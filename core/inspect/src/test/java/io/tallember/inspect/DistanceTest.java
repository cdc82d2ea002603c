package io.tallember.inspect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.sweep.Primitive;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Least distances against closed forms, and against a dense search that knows nothing of how they are found. */
class DistanceTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Frame at(double x, double y, double z, double nx, double ny, double nz) {
        return Frame.of(new Vec3(x, y, z), new Vec3(nx, ny, nz).unit());
    }

    private static Thing face(Body b, Class<? extends Surface> kind) {
        return new Thing.OfFace(b.faces().stream()
                .filter(f -> kind.isInstance(f.surface()))
                .findFirst()
                .orElseThrow());
    }

    private static void least(Thing a, Thing b, double expected) {
        Distance d = Distance.of(a, b);
        assertThat(d.mm()).isCloseTo(expected, within(1e-7));
        assertThat(Distance.of(b, a).mm()).isCloseTo(expected, within(1e-7));
        assertThat(a.nearest(d.from()).distance(d.from())).isLessThan(1e-7);
        assertThat(b.nearest(d.to()).distance(d.to())).isLessThan(1e-7);
    }

    @Test
    void roundFaces() {
        Thing ball = face(Primitive.sphere(at(0, 0, 0, 0, 0, 1), 5, "s", TOL), Sphere.class);
        Thing other = face(Primitive.sphere(at(20, 10, 5, 1, 0, 1), 7, "s", TOL), Sphere.class);
        least(ball, other, Math.sqrt(525) - 12);
        Thing rod = face(Primitive.cylinder(at(-30, 12, 0, 1, 0, 0), 3, 60, "s", TOL), Cylinder.class);
        least(ball, rod, 4);
        Thing across = face(Primitive.cylinder(at(0, -30, 20, 0, 1, 0), 4, 60, "s", TOL), Cylinder.class);
        least(rod, across, 20 - 7);
        Thing ring = face(Primitive.torus(at(0, 0, 30, 0, 0, 1), 15, 2, "s", TOL), Torus.class);
        least(ball, ring, Math.hypot(15, 30) - 7);
        Thing cone = face(Primitive.cone(at(40, 0, -10, 0, 0, 1), 10, 0, 20, "s", TOL), Cone.class);
        // its line goes through (30, -10) and (40, 10) of the plane through both middles; the nearest place is on the
        // foot's rim
        least(ball, cone, Math.hypot(30, 10) - 5);
        Thing higher = face(Primitive.cone(at(40, 0, -30, 0, 0, 1), 20, 0, 40, "s", TOL), Cone.class);
        least(ball, higher, 70 / Math.sqrt(5) - 5);
    }

    @Test
    void flatFacesEdgesAndCorners() {
        Body box = Primitive.box(Frame.WORLD, 40, 30, 20, "s", TOL);
        Face top = box.faces().stream()
                .filter(f -> f.outward(f.bounds().centre()).z() > 0.9)
                .findFirst()
                .orElseThrow();
        Thing lid = new Thing.OfFace(top);
        least(lid, new Thing.Place(new Vec3(10, 10, 26)), 6);
        least(lid, new Thing.Place(new Vec3(43, 34, 20)), 5);
        Thing ball = face(Primitive.sphere(at(50, 15, 30, 0, 0, 1), 3, "s", TOL), Sphere.class);
        least(lid, ball, Math.sqrt(200) - 3);
        Body rod = Primitive.cylinder(at(60, 15, 0, 0, 0, 1), 6, 20, "s", TOL);
        Thing rim = new Thing.OfEdge(rod.edges().stream()
                .filter(e -> e.curve() instanceof Circle && e.middle().z() > 19)
                .findFirst()
                .orElseThrow());
        least(lid, rim, 14);
        Thing upright = new Thing.OfEdge(box.edges().stream()
                .filter(e ->
                        e.curve() instanceof Line l && Math.abs(l.direction().z()) > 0.9)
                .filter(e -> e.middle().x() > 39 && e.middle().y() < 1)
                .findFirst()
                .orElseThrow());
        least(upright, rim, Math.hypot(20, 15) - 6);
        assertThat(Distance.ofAxes(upright, rim).orElseThrow()).isCloseTo(25, within(1e-9));
        assertThat(Distance.angle(lid, upright).orElseThrow()).isCloseTo(Math.PI / 2, within(1e-9));
        assertThat(lid.size()).isCloseTo(1200, within(1e-9));
        assertThat(rim.size()).isCloseTo(12 * Math.PI, within(1e-9));
        assertThat(face(box, Plane.class).normal()).isNotNull();
    }

    /** Random pairs of faces: no pair of many thousand places on them is nearer. */
    @Test
    void noneMissesANearerPlace() {
        Random r = new Random(5);
        for (int i = 0; i < 20; i++) {
            Thing a = any(r);
            Thing b = any(r);
            double found = Distance.of(a, b).mm();
            double dense = Double.POSITIVE_INFINITY;
            for (Vec3 p : a.places()) {
                dense = Math.min(dense, b.nearest(p).distance(p));
            }
            for (Vec3 p : b.places()) {
                dense = Math.min(dense, a.nearest(p).distance(p));
            }
            assertThat(found).as("pair " + i).isLessThanOrEqualTo(dense + 1e-9);
        }
    }

    private static Thing any(Random r) {
        Frame f = at(
                30 * r.nextGaussian(),
                30 * r.nextGaussian(),
                30 * r.nextGaussian(),
                r.nextGaussian(),
                r.nextGaussian(),
                r.nextGaussian());
        Body b = switch (r.nextInt(5)) {
            case 0 -> Primitive.box(f, 10, 20, 5, "s", TOL);
            case 1 -> Primitive.cylinder(f, 4, 30, "s", TOL);
            case 2 -> Primitive.cone(f, 8, 2, 12, "s", TOL);
            case 3 -> Primitive.sphere(f, 6, "s", TOL);
            default -> Primitive.torus(f, 12, 3, "s", TOL);
        };
        return new Thing.OfFace(b.faces().get(r.nextInt(b.faces().size())));
    }
}
