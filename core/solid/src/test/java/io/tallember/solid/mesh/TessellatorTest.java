package io.tallember.solid.mesh;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Primitive;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class TessellatorTest {
    private static Body drilled() {
        List<Body> tools = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            tools.add(Shapes.cylinder(8 + 14 * i, 10 + 3 * (i % 2), 3 + 0.5 * i, -1, 11));
        }
        return Fuse.subtract(List.of(Shapes.box(0, 0, 0, 80, 24, 10)), tools, Shapes.TOL)
                .get(0);
    }

    /** Two equal tubes crossing: the faces end on ellipses and wrap round. */
    private static Body crossed() {
        Frame lying = Frame.of(new Vec3(0, 0, 0), Vec3.X);
        return Fuse.unite(
                        List.of(Shapes.cylinder(Frame.WORLD, 5, -12, 12), Shapes.cylinder(lying, 5, -14, 14)),
                        Shapes.TOL)
                .get(0);
    }

    @Test
    void meshesOfCutAndCrossedBodiesAreWatertight() {
        Shapes.assertWatertight(drilled());
        Shapes.assertWatertight(crossed());
        Shapes.assertWatertight(Shapes.cylinder(0, 0, 400, 0, 0.2));
        Shapes.assertWatertight(Shapes.cylinder(0, 0, 0.02, 0, 300));
    }

    @Test
    void pointsLieOnTheirSurfaceAndNormalsPointOut() {
        for (Body b : List.of(drilled(), crossed())) {
            for (Face f : b.faces()) {
                FaceMesh m = new Tessellator(MeshQuality.DISPLAY).mesh(f);
                for (int i = 0; i < m.positions().length; i += 3) {
                    Vec3 p = new Vec3(m.positions()[i], m.positions()[i + 1], m.positions()[i + 2]);
                    Vec3 n = new Vec3(m.normals()[i], m.normals()[i + 1], m.normals()[i + 2]);
                    assertThat(Math.abs(f.surface().signedDistance(p))).isLessThan(1e-6);
                    assertThat(n.dot(f.outward(p))).isGreaterThan(1 - 1e-9);
                }
                for (int i = 0; i < m.triangles().length; i += 3) {
                    assertThat(facing(m, i, f)).as("triangle turned inward").isPositive();
                }
            }
        }
    }

    private static double facing(FaceMesh m, int first, Face f) {
        Vec3[] t = new Vec3[3];
        for (int k = 0; k < 3; k++) {
            int at = 3 * m.triangles()[first + k];
            t[k] = new Vec3(m.positions()[at], m.positions()[at + 1], m.positions()[at + 2]);
        }
        Vec3 n = t[1].minus(t[0]).cross(t[2].minus(t[0]));
        return n.dot(f.outward(t[0].plus(t[1]).plus(t[2]).times(1.0 / 3)));
    }

    /** No triangle strays from its cylinder by more than the chord that was asked for. */
    @Test
    void chordsKeepToTheQuality() {
        for (MeshQuality q : List.of(MeshQuality.DISPLAY, MeshQuality.EXPORT)) {
            for (Face f : crossed().faces()) {
                if (!(f.surface() instanceof Cylinder)) {
                    continue;
                }
                FaceMesh m = new Tessellator(q).mesh(f);
                for (int i = 0; i < m.triangles().length; i += 3) {
                    Vec3 sum = Vec3.ZERO;
                    for (int k = 0; k < 3; k++) {
                        int at = 3 * m.triangles()[i + k];
                        sum = sum.plus(new Vec3(m.positions()[at], m.positions()[at + 1], m.positions()[at + 2]));
                    }
                    double away = Math.abs(f.surface().signedDistance(sum.times(1.0 / 3)));
                    assertThat(away).isLessThan(2 * q.chord());
                }
            }
        }
    }

    @Test
    void anEdgeIsTheSamePolylineWhoeverAsks() {
        Edge rim = drilled().edges().stream().filter(Edge::closed).findFirst().orElseThrow();
        Vec3[] once = EdgeLine.of(rim, MeshQuality.DISPLAY).points();
        assertThat(EdgeLine.of(rim, MeshQuality.DISPLAY).points()).containsExactly(once);
        assertThat(EdgeLine.of(rim, MeshQuality.EXPORT).points().length).isGreaterThan(once.length);
        assertThat(once[0]).isEqualTo(once[once.length - 1]);
    }

    /** Outlines of the same shape elsewhere get the same triangles; another shape doesn't. */
    @Test
    void triangulationsAreSharedOnlyBetweenAlikeOutlines() {
        double[] square = {0, 0, 1, 0, 1, 1, 0, 1};
        double[] hole = {0.4, 0.4, 0.4, 0.6, 0.6, 0.6, 0.6, 0.4};
        Delaunay.Result first = outlined(square, hole);
        assertThat(outlined(square.clone(), hole.clone())).isSameAs(first);
        assertThat(first.triangles()).hasSize(3 * 8);
        double[] moved = {0.3, 0.4, 0.3, 0.6, 0.6, 0.6, 0.6, 0.4};
        assertThat(outlined(square, moved)).isNotSameAs(first);
        assertThat(outlined(new double[] {0, 0, 0, 1, 1, 1, 1, 0}).triangles())
                .as("a clockwise square is turned")
                .hasSize(6);
    }

    private static Delaunay.Result outlined(double[]... loops) {
        return Triangulation.of(List.of(loops), new double[0], true);
    }

    /** Nets keep away from holes smaller than their meshes, and fine meshes stay near the solid. */
    @Test
    void netsLeaveRoomForSmallHoles() {
        Body ring = Primitive.torus(Frame.WORLD, 20, 6, "t", Shapes.TOL);
        Body ball = Primitive.sphere(Frame.WORLD, 12, "s", Shapes.TOL);
        for (double r : new double[] {0.02, 0.2, 2}) {
            Body pin = Primitive.cylinder(Frame.WORLD.at(new Vec3(20.3, 0.2, -30)), r, 60, "p", Shapes.TOL);
            Fuse.subtract(List.of(ring), List.of(pin), Shapes.TOL).forEach(Shapes::assertWatertight);
            Body needle = Primitive.cylinder(Frame.WORLD.at(new Vec3(3, 2, -30)), r, 60, "p", Shapes.TOL);
            Fuse.subtract(List.of(ball), List.of(needle), Shapes.TOL).forEach(Shapes::assertWatertight);
        }
    }
}
