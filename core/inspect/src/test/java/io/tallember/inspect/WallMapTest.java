package io.tallember.inspect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Primitive;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Thinnest places, leans and undercuts of parts of which they are known. */
class WallMapTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Body box(double x, double y, double z, double a, double b, double c) {
        return Primitive.box(Frame.WORLD.at(new Vec3(x, y, z)), a, b, c, "s1", TOL);
    }

    private static Body minus(Body a, Body... b) {
        return Fuse.subtract(List.of(a), List.of(b), TOL).get(0);
    }

    private static Body rod(Vec3 foot, Vec3 way, double r, double h) {
        return Primitive.cylinder(Frame.of(foot, way), r, h, "s2", TOL);
    }

    private static Body ball(double x, double y, double z, double r) {
        return Primitive.sphere(Frame.WORLD.at(new Vec3(x, y, z)), r, "s2", TOL);
    }

    private static Body plus(Body a, Body b) {
        return Fuse.unite(List.of(a, b), TOL).get(0);
    }

    static Stream<Arguments> shapes() {
        Body plate = box(0, 0, 0, 40, 30, 12);
        Body pin = Primitive.cylinder(Frame.WORLD, 10, 30, "s1", TOL);
        double lean = Math.cos(Math.atan(0.2));
        return Stream.of(
                Arguments.of("slab", box(0, 0, 0, 20, 15, 3), 3),
                Arguments.of("floor under a pocket", minus(plate, box(2.5, 2.5, 1.7, 35, 25, 20)), 1.7),
                Arguments.of("wall beside a pocket", minus(plate, box(1.3, 5, 4, 30, 20, 20)), 1.3),
                Arguments.of("step", minus(plate, box(20, -1, 2.2, 30, 40, 20)), 2.2),
                Arguments.of("bridge", plus(plus(plate, box(60, 0, 0, 20, 30, 12)), box(39, 10, 4, 22, 8, 0.9)), 0.9),
                Arguments.of("tube", minus(pin, rod(new Vec3(0, 0, -1), Vec3.Z, 8, 40)), 2),
                Arguments.of("tube off its middle", minus(pin, rod(new Vec3(1.2, 0, -1), Vec3.Z, 7, 40)), 1.8),
                Arguments.of("bore beside a side", minus(plate, rod(new Vec3(20, 5.8, -1), Vec3.Z, 5, 14)), 0.8),
                Arguments.of(
                        "bores beside each other",
                        minus(
                                plate,
                                rod(new Vec3(14, 15, -1), Vec3.Z, 5, 14),
                                rod(new Vec3(26, 15, -1), Vec3.Z, 6, 14)),
                        1),
                Arguments.of(
                        "bores askew",
                        minus(
                                box(0, 0, 0, 40, 30, 24),
                                rod(new Vec3(20, 15, -12), Vec3.Z, 4, 24),
                                rod(new Vec3(-1, 15, 16.6), Vec3.X, 4, 50)),
                        0.6),
                Arguments.of("groove", minus(plate, rod(new Vec3(-1, 15, 13), Vec3.X, 8, 50)), 5),
                Arguments.of("pit", minus(plate, ball(20, 15, 14, 9)), 5),
                Arguments.of("bore under a face", minus(plate, rod(new Vec3(-1, 15, 6.5), Vec3.X, 4.3, 50)), 1.2),
                Arguments.of("hollow ball", minus(ball(0, 0, 0, 9), ball(0, 0, 0, 7.5)), 1.5),
                Arguments.of("hollow ball off its middle", minus(ball(0, 0, 0, 10), ball(0.9, 0, 0, 7)), 2.1),
                Arguments.of("balls beside each other", minus(plate, ball(14, 15, 12, 6), ball(27.5, 15, 12, 6)), 1.5),
                Arguments.of(
                        "hollow ring",
                        minus(
                                Primitive.torus(Frame.WORLD, 12, 3, "s1", TOL),
                                Primitive.torus(Frame.WORLD, 12, 2, "s2", TOL)),
                        1),
                Arguments.of(
                        "neck", minus(pin, Primitive.torus(Frame.WORLD.at(new Vec3(0, 0, 15)), 10, 6, "s2", TOL)), 8),
                Arguments.of(
                        "cup of cones",
                        minus(
                                Primitive.cone(Frame.WORLD, 10, 6, 20, "s1", TOL),
                                Primitive.cone(Frame.WORLD.movedAlongZ(-1), 8.2, 3.8, 22, "s2", TOL)),
                        2 * lean));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("shapes")
    void theThinnestPlaceIsFound(String name, Body body, double thin) {
        Probe p = new Probe(List.of(body));
        WallMap.Wall w = new WallMap(p, new Samples(p)).thinner(1.5 * thin).get(0);
        assertThat(w.mm()).isCloseTo(thin, within(1e-3 * thin));
        assertThat(w.at().at().distance(w.to().at())).isCloseTo(w.mm(), within(2e-3 * thin));
    }

    private static Leans leans(Body b) {
        Probe p = new Probe(List.of(b));
        return new Leans(p, new Samples(p), Vec3.Z);
    }

    static Stream<Arguments> held() {
        Body plate = box(0, 0, 0, 40, 30, 12);
        Body tray = minus(plate, box(5, 5, 4, 30, 20, 20));
        Body pin = Primitive.cylinder(Frame.WORLD, 10, 30, "s1", TOL);
        return Stream.of(
                Arguments.of("window in a wall of 5", minus(tray, box(-1, 10, 6, 7, 8, 3)), 5, Vec3.X),
                Arguments.of("round window", minus(tray, rod(new Vec3(20, -1, 8), Vec3.Y, 2, 7)), 5, Vec3.Y),
                Arguments.of("bore across", minus(plate, rod(new Vec3(20, -1, 6), Vec3.Y, 3, 40)), 30, Vec3.Y),
                Arguments.of("blind bore", minus(plate, rod(new Vec3(-1, 15, 6), Vec3.X, 3, 10)), 9, Vec3.X),
                Arguments.of("slot along a side", minus(plate, box(-1, -1, 4, 6, 40, 3)), 5, Vec3.X),
                Arguments.of("pocket in a side", minus(plate, box(10, 23, 3, 12, 10, 5)), 7, Vec3.Y),
                Arguments.of("hook", plus(plus(plate, box(0, 0, 11, 6, 30, 13)), box(0, 0, 20, 21, 30, 4)), 15, Vec3.X),
                Arguments.of("hole through a pin", minus(pin, rod(new Vec3(-20, 0, 15), Vec3.X, 2, 40)), 20, Vec3.X),
                Arguments.of(
                        "groove round a pin",
                        minus(pin, Primitive.torus(Frame.WORLD.at(new Vec3(0, 0, 15)), 10, 2, "s2", TOL)),
                        -1,
                        null),
                Arguments.of(
                        "groove in a bore",
                        minus(pin, rod(new Vec3(0, 0, -1), Vec3.Z, 5, 40), rod(new Vec3(0, 0, 12), Vec3.Z, 7, 5)),
                        -1,
                        null),
                Arguments.of(
                        "head on a stem",
                        plus(
                                plus(box(-20, -20, -5, 40, 40, 5), rod(new Vec3(0, 0, -1), Vec3.Z, 4, 12)),
                                rod(new Vec3(0, 0, 10), Vec3.Z, 9, 4)),
                        -1,
                        null),
                Arguments.of("lip inside", minus(plate, box(8, 8, 4, 24, 14, 20), box(4, 4, 4, 32, 22, 5)), -1, null));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("held")
    void undercutsAreFound(String name, Body body, double deep, Vec3 slide) {
        List<Leans.Held> held = leans(body).held();
        if (slide == null) {
            assertThat(held).isNotEmpty().allMatch(h -> h.slide() == null);
            return;
        }
        assertThat(held).hasSize(1);
        assertThat(held.get(0).deep()).isCloseTo(deep, within(1e-6));
        assertThat(Math.abs(held.get(0).slide().dot(slide))).isCloseTo(1, within(1e-9));
    }

    /** Two hooks over one plate are two undercuts; each stands in the other's way along it, so slides go across. */
    @Test
    void undercutsOverOneFaceAreSeveral() {
        Body plate = box(0, 0, 0, 120, 30, 12);
        Body left = plus(plus(plate, box(0, 0, 11, 6, 30, 13)), box(0, 0, 20, 21, 30, 4));
        Body both = plus(plus(left, box(114, 0, 11, 6, 30, 13)), box(99, 0, 20, 21, 30, 4));
        assertThat(leans(both).held())
                .hasSize(2)
                .allSatisfy(h -> assertThat(h.deep()).isCloseTo(30, within(1e-6)));
    }

    static Stream<Arguments> free() {
        Body plate = box(0, 0, 0, 40, 30, 12);
        Frame lying = Frame.of(Vec3.ZERO, Vec3.X);
        Frame tilted = Frame.of(Vec3.ZERO, new Vec3(0.3, 0.1, 1).unit());
        return Stream.of(
                Arguments.of("plate", plate),
                Arguments.of("tray", minus(plate, box(5, 5, 4, 30, 20, 20))),
                Arguments.of("ball", ball(0, 0, 0, 8)),
                Arguments.of("rod lying", Primitive.cylinder(lying, 5, 20, "s1", TOL)),
                Arguments.of("rod aslant", Primitive.cylinder(tilted, 5, 20, "s1", TOL)),
                Arguments.of("block aslant", Primitive.box(tilted, 20, 15, 10, "s1", TOL)),
                Arguments.of("frustum", Primitive.cone(Frame.WORLD, 10, 6, 20, "s1", TOL)),
                Arguments.of("frustum lying", Primitive.cone(lying, 10, 6, 20, "s1", TOL)),
                Arguments.of("ring flat", Primitive.torus(Frame.WORLD, 12, 3, "s1", TOL)),
                Arguments.of("bore along", minus(plate, rod(new Vec3(20, 15, -1), Vec3.Z, 5, 20))),
                Arguments.of(
                        "bores from both sides",
                        minus(plate, rod(new Vec3(20, 15, -1), Vec3.Z, 5, 7), rod(new Vec3(20, 15, 4), Vec3.Z, 3, 20))),
                Arguments.of("bowl", minus(plate, ball(20, 15, 12, 8))),
                Arguments.of("notch in a side", minus(plate, box(-1, 10, 6, 7, 8, 20))),
                Arguments.of("steps", plus(plate, box(10, 5, 11, 20, 20, 9))));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("free")
    void noneAreInvented(String name, Body body) {
        assertThat(leans(body).held()).isEmpty();
    }

    @Test
    void whatLeansTooLittle() {
        Body cup = Primitive.cone(Frame.WORLD, 10, 12, 20, "s1", TOL);
        double lean = Math.atan(0.1);
        assertThat(leans(cup).steep(lean + 1e-6)).hasSize(1).allMatch(s -> Math.abs(s.lean() - lean) < 1e-9);
        assertThat(leans(cup).steep(lean - 1e-6)).isEmpty();
        assertThat(leans(box(0, 0, 0, 4, 5, 6)).steep(0.01)).hasSize(4).allMatch(s -> s.lean() < 1e-9);
        assertThat(leans(Primitive.torus(Frame.WORLD, 12, 3, "s1", TOL)).steep(0.02))
                .isEmpty();
    }
}
