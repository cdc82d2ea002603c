package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;
import static io.tallember.solid.Shapes.assertSound;
import static io.tallember.solid.Shapes.box;
import static io.tallember.solid.Shapes.cylinder;
import static io.tallember.solid.Shapes.volume;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Vec3;
import io.tallember.solid.fuse.Fuse;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Booleans on the contacts that parts are full of: two bodies, the volume they share, and the faces of each result. */
class FuseContactTest {
    private static final double PI = Math.PI;

    private static Frame along(Vec3 origin, Vec3 z) {
        return Frame.of(origin, z);
    }

    static Stream<Arguments> pairs() {
        Body block = box(0, 0, 0, 20, 20, 10);
        double segment = 10 * (100 * PI - 100 * PI / 3 + 5 * Math.sqrt(75));
        return Stream.of(
                // name, a, b, common volume, faces of union, faces of a - b (0: nothing left, -1: unchanged, -2:
                // refused)
                Arguments.of("corner overlap", block, box(10, 10, 5, 30, 30, 15), 500.0, 12, 9),
                Arguments.of("face on face, inside", block, box(5, 5, 10, 15, 15, 20), 0.0, 11, -1),
                Arguments.of("face on face, partly", block, box(10, 5, 10, 30, 15, 20), 0.0, 12, -1),
                Arguments.of("equal boxes", block, box(0, 0, 0, 20, 20, 10), 4000.0, 6, 0),
                Arguments.of("flush on three sides", block, box(0, 0, 0, 10, 20, 10), 2000.0, 6, 6),
                Arguments.of("end to end", block, box(20, 0, 0, 40, 20, 10), 0.0, 6, -1),
                Arguments.of("flush top pocket", block, box(5, 5, 5, 15, 15, 10), 500.0, 6, 11),
                Arguments.of("flush top pocket open to one side", block, box(5, -5, 5, 15, 15, 10), 750.0, 10, 10),
                Arguments.of("wholly inside", block, box(5, 5, 3, 15, 15, 7), 400.0, 6, 12),
                Arguments.of("slot through", block, box(-5, 8, 5, 25, 12, 10), 400.0, 14, 10),
                Arguments.of("cut in two", block, box(8, -5, -5, 12, 25, 15), 800.0, 16, 12),
                Arguments.of("bore through", block, cylinder(10, 10, 4, -5, 15), PI * 160, 10, 7),
                Arguments.of("bore through, rims flush", block, cylinder(10, 10, 4, 0, 10), PI * 160, 6, 7),
                Arguments.of("blind bore", block, cylinder(10, 10, 4, 4, 15), PI * 96, 8, 8),
                Arguments.of("boss", block, cylinder(10, 10, 4, 10, 15), 0.0, 8, -1),
                Arguments.of("boss tangent to a wall", block, cylinder(10, 16, 4, 10, 15), 0.0, 8, -1),
                Arguments.of("boss tangent inside two walls", block, cylinder(16, 16, 4, 5, 15), PI * 80, 9, -2),
                Arguments.of("round end as wide as the block", block, cylinder(20, 10, 10, 0, 10), PI * 500, 6, 6),
                Arguments.of("round end, tangent inside the walls", block, cylinder(15, 10, 10, 0, 10), segment, 8, -2),
                Arguments.of("axis on a face", block, cylinder(20, 10, 4, 2, 8), PI * 48, 9, 9),
                Arguments.of("axis on an edge", block, cylinder(20, 20, 4, 0, 10), PI * 40, 7, 7),
                Arguments.of(
                        "bore along x", block, cylinder(along(new Vec3(-5, 10, 5), Vec3.X), 3, 0, 30), PI * 180, 10, 7),
                Arguments.of(
                        "trough along x, axis on the top",
                        block,
                        cylinder(along(new Vec3(-5, 10, 10), Vec3.X), 3, 0, 30),
                        PI * 90,
                        10,
                        8),
                Arguments.of(
                        "slanting bore",
                        box(0, 0, 0, 40, 20, 10),
                        cylinder(along(new Vec3(10, 10, -5), new Vec3(1, 0, 1)), 3, -10, 40),
                        PI * 9 * 10 * Math.sqrt(2),
                        10,
                        7));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("pairs")
    void keepsTheVolumes(String name, Body a, Body b, double common, int unionFaces, int cutFaces) {
        double va = volume(List.of(a));
        double vb = volume(List.of(b));
        List<Body> union = Fuse.unite(List.of(a, b), TOL);
        assertSound(union);
        double tolerance = 1e-9 * (va + vb);
        assertThat(volume(union)).isCloseTo(va + vb - common, within(tolerance));
        assertThat(union.stream().mapToInt(u -> u.faces().size()).sum()).isEqualTo(unionFaces);
        if (cutFaces == 0) {
            assertThatThrownBy(() -> Fuse.subtract(List.of(a), List.of(b), TOL))
                    .isInstanceOf(GeometryException.class)
                    .hasMessageContaining("Nothing would be left");
        } else if (cutFaces == -2) {
            assertThatThrownBy(() -> Fuse.subtract(List.of(a), List.of(b), TOL))
                    .isInstanceOf(GeometryException.class)
                    .hasMessageContaining("no thickness");
        } else {
            List<Body> cut = Fuse.subtract(List.of(a), List.of(b), TOL);
            assertSound(cut);
            assertThat(volume(cut)).isCloseTo(va - common, within(tolerance));
            int faces = cutFaces == -1 ? a.faces().size() : cutFaces;
            assertThat(cut.stream().mapToInt(u -> u.faces().size()).sum()).isEqualTo(faces);
        }
        if (common > 0) {
            List<Body> both = Fuse.intersect(List.of(a), List.of(b), TOL);
            assertSound(both);
            assertThat(volume(both)).isCloseTo(common, within(tolerance));
        }
    }

    static Stream<Arguments> cylinderPairs() {
        Frame x = along(new Vec3(-20, 0, 0), Vec3.X);
        Frame slant = along(new Vec3(0, 0, 0), new Vec3(Math.sin(PI / 3), 0, Math.cos(PI / 3)));
        double cross = 16.0 / 3 * 125;
        return Stream.of(
                Arguments.of("equal radii at 90 degrees", cylinder(x, 5, 0, 40), cylinder(0, 0, 5, -20, 20), cross),
                Arguments.of(
                        "equal radii at 60 degrees",
                        cylinder(slant, 5, -30, 30),
                        cylinder(0, 0, 5, -30, 30),
                        cross / Math.sin(PI / 3)),
                Arguments.of("one radius, end to end", cylinder(0, 0, 5, 0, 10), cylinder(0, 0, 5, 10, 25), 0.0),
                Arguments.of("one radius, overlapping", cylinder(0, 0, 5, 0, 10), cylinder(0, 0, 5, 4, 25), PI * 150),
                Arguments.of("stacked, unequal", cylinder(0, 0, 5, 0, 10), cylinder(0, 0, 3, 10, 25), 0.0),
                Arguments.of("pin in a bore of its size", cylinder(0, 0, 5, 0, 10), cylinder(0, 0, 3, 0, 10), PI * 90),
                Arguments.of("tangent inside, flush", cylinder(0, 0, 5, 0, 10), cylinder(2, 0, 3, 0, 10), PI * 90));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("cylinderPairs")
    void cylindersMeet(String name, Body a, Body b, double common) {
        double va = volume(List.of(a));
        double vb = volume(List.of(b));
        List<Body> union = Fuse.unite(List.of(a, b), TOL);
        assertSound(union);
        assertThat(volume(union)).isCloseTo(va + vb - common, within(1e-9 * (va + vb)));
    }

    @Test
    void touchingOnlyAlongAnEdgeIsRefused() {
        assertThatThrownBy(() -> Fuse.unite(List.of(box(0, 0, 0, 1, 1, 1), box(1, 1, 0, 2, 2, 1)), TOL))
                .isInstanceOfSatisfying(
                        GeometryException.class,
                        e -> assertThat(e.reason()).isEqualTo(GeometryException.Reason.NON_MANIFOLD));
    }

    @Test
    void touchingOnlyAlongATangentLineIsRefused() {
        assertThatThrownBy(() -> Fuse.unite(List.of(box(0, 0, 0, 10, 10, 10), cylinder(5, 13, 3, 0, 10)), TOL))
                .isInstanceOfSatisfying(
                        GeometryException.class,
                        e -> assertThat(e.reason()).isEqualTo(GeometryException.Reason.NON_MANIFOLD));
    }

    @Test
    void manyToolsAreOneCut() {
        List<Body> tools = new java.util.ArrayList<>();
        for (int i = 0; i < 10; i++) {
            for (int k = 0; k < 10; k++) {
                tools.add(cylinder(5 + 10 * i, 5 + 10 * k, 3, -1, 11));
            }
        }
        List<Body> plate = Fuse.subtract(List.of(box(0, 0, 0, 100, 100, 10)), tools, TOL);
        assertSound(plate);
        assertThat(plate.get(0).faces()).hasSize(106);
        assertThat(volume(plate)).isCloseTo(100_000 - 100 * PI * 90, within(1e-6));
    }

    @Test
    void overlappingToolsAreUnitedInTheCut() {
        List<Body> cut = Fuse.subtract(
                List.of(box(0, 0, 0, 40, 20, 10)),
                List.of(cylinder(15, 10, 5, -1, 11), cylinder(20, 10, 5, -1, 11), box(15, 5, -1, 20, 15, 11)),
                TOL);
        assertSound(cut);
        assertThat(cut.get(0).faces()).hasSize(10);
        assertThat(volume(cut)).isCloseTo(8000 - (PI * 25 + 50) * 10, within(1e-7));
    }

    @Test
    void facesKeepTheirOriginThroughACut() {
        Body plate = box(0, 0, 0, 40, 20, 10);
        Body cut = Fuse.subtract(List.of(plate), List.of(box(Frame.WORLD, 18, -5, 5, 22, 25, 15, "slot")), TOL)
                .get(0);
        assertThat(cut.faces().stream().map(cut.names()::of))
                .contains("box.start(r)", "slot.side(c1)", "slot.start(r)")
                .filteredOn(k -> k.startsWith("box.end(r)~"))
                .hasSize(2)
                .doesNotHaveDuplicates();
    }

    @Test
    void untouchedFacesAreShared() {
        Body plate = box(0, 0, 0, 40, 20, 10);
        Body cut = Fuse.subtract(List.of(plate), List.of(cylinder(10, 10, 3, 5, 15)), TOL)
                .get(0);
        long shared = cut.faces().stream().filter(plate.faces()::contains).count();
        assertThat(shared).isEqualTo(5);
    }
}
