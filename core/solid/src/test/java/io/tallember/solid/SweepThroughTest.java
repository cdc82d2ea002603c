package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;
import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Vec3;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Primitive;
import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Bodies pushed through a stepped block in 200 steps that hit every coincidence on the way. */
class SweepThroughTest {
    private static final int STEPS = 200;

    private static Frame at(double x, double y, double z) {
        return Frame.WORLD.at(new Vec3(x, y, z));
    }

    private static Body target() {
        return Fuse.subtract(
                        Fuse.unite(
                                List.of(
                                        Primitive.box(at(0, -10, 0), 20, 20, 10, "block", TOL),
                                        Primitive.cylinder(at(10, 0, 10), 6, 6, "boss", TOL)),
                                TOL),
                        List.of(Primitive.cylinder(at(10, 0, -1), 3, 20, "bore", TOL)),
                        TOL)
                .get(0);
    }

    private static DoubleFunction<Body> mover(String what) {
        return switch (what) {
            case "box" -> x -> Primitive.box(at(x - 4, -4, 4), 4, 8, 8, "mover", TOL);
            case "cylinder" -> x -> Primitive.cylinder(Frame.of(new Vec3(x, -12, 10), Vec3.Y), 3, 24, "mover", TOL);
            case "cone" -> x -> Primitive.cone(at(x, 0, 4), 4, 0, 10, "mover", TOL);
            case "ball" -> x -> Primitive.sphere(at(x, 0, 10), 4, "mover", TOL);
            default -> x -> Primitive.torus(at(x, 0, 10), 6, 2, "mover", TOL);
        };
    }

    @ParameterizedTest
    @ValueSource(strings = {"box", "cylinder", "cone", "ball", "ring"})
    void passesWithoutFailure(String what) {
        Body target = target();
        double whole = Shapes.volume(List.of(target));
        DoubleFunction<Body> mover = mover(what);
        List<String> failed = new ArrayList<>();
        int touching = 0;
        for (int i = 0; i <= STEPS; i++) {
            // from clear of the block to clear of it on the other side, by a fifth of a millimetre
            double x = -10 + 0.2 * i;
            Body b = mover.apply(x);
            try {
                double cut = volume(() -> Fuse.subtract(List.of(target), List.of(b), TOL));
                double common = volume(() -> Fuse.intersect(List.of(target), List.of(b), TOL));
                double union = volume(() -> Fuse.unite(List.of(target, b), TOL));
                double own = Shapes.volume(List.of(b));
                if (Math.abs(cut + common - whole) > 1e-8 * whole
                        || Math.abs(union + common - whole - own) > 1e-8 * (whole + own)) {
                    failed.add(x + ": " + cut + " " + common + " " + union);
                }
            } catch (GeometryException e) {
                if (e.reason() == Reason.NON_MANIFOLD) {
                    touching++;
                } else {
                    failed.add(x + ": " + e.getMessage());
                }
            }
        }
        assertThat(failed).isEmpty();
        assertThat(touching).as("steps at which it only touches").isLessThan(STEPS / 10);
    }

    private static double volume(java.util.function.Supplier<List<Body>> operation) {
        try {
            return Shapes.volume(operation.get());
        } catch (GeometryException e) {
            if (e.reason() == Reason.EMPTY_RESULT) {
                return 0;
            }
            throw e;
        }
    }
}
