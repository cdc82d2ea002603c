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
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.mesh.FaceMesh;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.mesh.Tessellator;
import io.tallember.solid.sweep.Primitive;
import java.util.ArrayList;
import java.util.List;
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

    /** Random pairs of faces: of places hardly apart on both none are nearer, and the nearest are hardly farther. */
    @Test
    void noneMissesANearerPlace() {
        Random r = new Random(5);
        for (int i = 0; i < 12; i++) {
            Face a = any(r);
            Face b = any(r);
            double found = Distance.of(new Thing.OfFace(a), new Thing.OfFace(b)).mm();
            double dense = Double.POSITIVE_INFINITY;
            List<Vec3> others = all(b);
            for (Vec3 p : all(a)) {
                for (Vec3 q : others) {
                    dense = Math.min(dense, p.distance(q));
                }
            }
            assertThat(found).as("pair " + i).isBetween(dense - 1.5, dense + 1e-9);
        }
    }

    /** Places of a face, 1.5 mm apart at most: those of its mesh's triangles, brought onto the face. */
    private static List<Vec3> all(Face f) {
        List<Vec3> out = new ArrayList<>();
        FaceMesh m = new Tessellator(MeshQuality.EXPORT).mesh(f);
        for (int t = 0; t < m.triangles().length; t += 3) {
            Vec3 p = corner(m, m.triangles()[t]);
            Vec3 a = corner(m, m.triangles()[t + 1]).minus(p);
            Vec3 b = corner(m, m.triangles()[t + 2]).minus(p);
            int n = (int) Math.ceil(Math.max(a.length(), b.length()) / 1.5);
            for (int i = 0; i <= n; i++) {
                for (int k = 0; k + i <= n; k++) {
                    Vec2 uv = f.surface().project(p.plus((double) i / n, a).plus((double) k / n, b));
                    out.add(f.surface().point(uv.x(), uv.y()));
                }
            }
        }
        return out;
    }

    private static Vec3 corner(FaceMesh m, int i) {
        return new Vec3(m.positions()[3 * i], m.positions()[3 * i + 1], m.positions()[3 * i + 2]);
    }

    /** Things that touch are at no distance, though the way to the place is flat. */
    @Test
    void whatTouchesIsAtNoDistance() {
        Thing ball = face(Primitive.sphere(at(0, 0, 5, 0, 0, 1), 5, "s", TOL), Sphere.class);
        Body plate = Primitive.box(at(-13, -9, -2, 0, 0, 1), 30, 30, 2, "s", TOL);
        Thing top = new Thing.OfFace(plate.faces().stream()
                .filter(f -> f.outward(f.bounds().centre()).z() > 0.9)
                .findFirst()
                .orElseThrow());
        least(ball, top, 0);
        Thing rod = face(Primitive.cylinder(at(-30.3, 0, 13, 1, 0, 0), 3, 61, "s", TOL), Cylinder.class);
        least(ball, rod, 0);
        Thing lying = face(Primitive.cylinder(at(-30.3, 1.7, 3, 1, 0, 0), 3, 61, "s", TOL), Cylinder.class);
        least(lying, top, 0);
        Thing above = face(Primitive.sphere(at(2.7, -3.1, 5.001, 0, 0, 1), 5, "s", TOL), Sphere.class);
        least(above, top, 1e-3);
        Thing ring = face(Primitive.torus(at(1, 2, 2.002, 0, 2e-4, 1), 6, 2, "s", TOL), Torus.class);
        least(ring, top, 2.002 - 2 - 6 * 2e-4 / Math.sqrt(1 + 4e-8));
        Thing cone = face(Primitive.cone(at(40, 0, -30, 0, 0, 1), 20, 0, 40, "s", TOL), Cone.class);
        Thing beside = face(
                Primitive.sphere(at(40 - 10 - 6 / Math.sqrt(1.25), 0, -10 + 3 / Math.sqrt(1.25), 1, 0, 0), 6, "s", TOL),
                Sphere.class);
        least(cone, beside, 0);
        // within each other: as near as their sides are
        Thing bore = face(Primitive.cylinder(at(0, 0, 0, 0, 0, 1), 10, 40, "s", TOL), Cylinder.class);
        Thing pin = face(Primitive.cylinder(at(0.5, 0, 5, 0, 0, 1), 9, 20, "s", TOL), Cylinder.class);
        least(bore, pin, 0.5);
        Thing crossed = face(Primitive.sphere(at(10, 0, 20, 0, 0, 1), 4, "s", TOL), Sphere.class);
        least(bore, crossed, 0);
    }

    private static Face any(Random r) {
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
        return b.faces().get(r.nextInt(b.faces().size()));
    }
}
