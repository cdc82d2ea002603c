package io.tallember.solid;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import io.tallember.solid.fuse.Fuse;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Long work ends when its time is over or nobody wants it any more. */
class PatienceTest {
    private static List<Body> work() {
        List<Body> holes = new ArrayList<>();
        for (int i = 0; i < 400; i++) {
            holes.add(Shapes.cylinder(5 + 10 * (i % 20), 5 + 10 * (i / 20), 3, -1, 11));
        }
        return Fuse.subtract(List.of(Shapes.box(0, 0, 0, 200, 200, 10)), holes, Shapes.TOL);
    }

    @Test
    void workThatTakesTooLongIsEndedWithAReason() {
        assertThatThrownBy(() -> Patience.within(20, () -> false, PatienceTest::work))
                .isInstanceOf(Patience.TooLong.class)
                .isNotInstanceOf(GeometryException.class);
    }

    @Test
    void unwantedWorkIsEndedAlsoFromOutside() {
        long begin = System.nanoTime();
        assertThatThrownBy(() -> Patience.within(
                        60_000,
                        () -> System.nanoTime() - begin > 20_000_000,
                        () -> Patience.within(50_000, () -> false, PatienceTest::work)))
                .isInstanceOf(Patience.Stopped.class);
        assertThat(Patience.within(60_000, () -> false, () -> Shapes.volume(List.of(Shapes.box(0, 0, 0, 1, 1, 1)))))
                .isCloseTo(1, org.assertj.core.api.Assertions.within(1e-12));
    }
}
