package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Vec3;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Volume identities on random pairs of boxes and cylinders; a failing seed is in the test's name. */
class FuseRandomTest {
    static IntStream seeds() {
        return IntStream.range(0, 250);
    }

    /** Sizes and places from a coarse grid, so that faces coincide, touch and share edges all the time. */
    private static Body snapped(Random r) {
        Frame f = Frame.WORLD;
        double x = r.nextInt(5);
        double y = r.nextInt(5);
        double z = r.nextInt(5);
        if (r.nextBoolean()) {
            return Shapes.box(
                    f, x, y, z, x + 1 + r.nextInt(4), y + 1 + r.nextInt(4), z + 1 + r.nextInt(4), "b" + r.nextInt());
        }
        return Shapes.cylinder(f.at(new Vec3(x, y, 0)), 1 + r.nextInt(3), z, z + 1 + r.nextInt(4));
    }

    private static Body general(Random r) {
        Vec3 z = new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
        Frame f = Frame.of(new Vec3(4 * r.nextDouble(), 4 * r.nextDouble(), 4 * r.nextDouble()), z);
        return r.nextInt(3) > 0
                ? Shapes.box(f, -1 - r.nextDouble(), -1 - r.nextDouble(), -2, 2, 2, 1 + r.nextDouble(), "b")
                : Shapes.cylinder(f, 0.5 + 2 * r.nextDouble(), -2, 1 + 2 * r.nextDouble());
    }

    @ParameterizedTest(name = "snapped, seed {0}")
    @MethodSource("seeds")
    void snappedPairsKeepTheIdentities(int seed) {
        Random r = new Random(seed);
        identities(snapped(r), snapped(r));
    }

    @ParameterizedTest(name = "general, seed {0}")
    @MethodSource("seeds")
    void generalPairsKeepTheIdentities(int seed) {
        Random r = new Random(seed);
        identities(general(r), general(r));
    }

    private static double volumeOrRefused(List<Body> result) {
        result.forEach(b -> assertThat(BodyCheck.deep(b, TOL).problems()).isEmpty());
        return Shapes.volume(result);
    }

    private static void identities(Body a, Body b) {
        double va = Shapes.volume(List.of(a));
        double vb = Shapes.volume(List.of(b));
        double union = attempt(() -> Fuse.unite(List.of(a, b), TOL));
        double common = attempt(() -> Fuse.intersect(List.of(a), List.of(b), TOL));
        double cut = attempt(() -> Fuse.subtract(List.of(a), List.of(b), TOL));
        double slack = 1e-8 * (va + vb);
        if (!Double.isNaN(union) && !Double.isNaN(common)) {
            assertThat(union + common).isCloseTo(va + vb, within(slack));
        }
        if (!Double.isNaN(cut) && !Double.isNaN(common)) {
            assertThat(cut + common).isCloseTo(va, within(slack));
        }
    }

    /** The volume; zero for nothing left; not a number for a refusal that the slice's limits explain. */
    private static double attempt(java.util.function.Supplier<List<Body>> operation) {
        try {
            return volumeOrRefused(operation.get());
        } catch (GeometryException e) {
            return switch (e.reason()) {
                case EMPTY_RESULT -> 0;
                case NON_MANIFOLD, UNSUPPORTED_INTERSECTION -> Double.NaN;
                default -> throw e;
            };
        }
    }

    @Test
    void orderOfToolsAndRigidMotionDontMatter() {
        for (int seed = 0; seed < 20; seed++) {
            Random r = new Random(1000 + seed);
            List<Body> tools = new ArrayList<>(List.of(snapped(r), snapped(r), snapped(r)));
            Body base = Shapes.box(0, 0, 0, 7, 7, 7);
            double first = attempt(() -> Fuse.subtract(List.of(base), tools, TOL));
            java.util.Collections.reverse(tools);
            double second = attempt(() -> Fuse.subtract(List.of(base), tools, TOL));
            assertThat(second).as("seed " + seed).isCloseTo(first, within(1e-8));
        }
    }
}
