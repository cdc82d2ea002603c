package io.tallember.solid;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** What is found by strips is what is found by looking at every box. */
class BoxesTest {
    private static final int SEEDS = Shapes.cases(300, 5000);

    private static Vec3 place(Random r, double[] size, double over) {
        return new Vec3(
                size[0] * (r.nextDouble() * over - (over - 1) / 2),
                size[1] * (r.nextDouble() * over - (over - 1) / 2),
                size[2] * (r.nextDouble() * over - (over - 1) / 2));
    }

    @Test
    void nothingIsMissed() {
        for (int seed = 0; seed < SEEDS; seed++) {
            Random r = new Random(seed);
            double[] size = {1 + 99 * r.nextDouble(), 1 + 99 * r.nextDouble(), 1 + 99 * r.nextDouble()};
            List<Box3> all = new ArrayList<>();
            for (int i = r.nextInt(200); i >= 0; i--) {
                // some reach over many strips, some are points, some lie at a round place
                double share = r.nextInt(5) == 0 ? 0.6 : r.nextInt(5) == 0 ? 0 : 0.05;
                Vec3 p = place(r, size, 1);
                Vec3 q = r.nextInt(4) == 0 ? new Vec3(Math.rint(p.x()), Math.rint(p.y()), Math.rint(p.z())) : p;
                all.add(Box3.of(q, q.plus(share, place(r, size, 1))));
            }
            Boxes boxes = new Boxes(all);
            for (int k = 0; k < 20; k++) {
                Vec3 p = place(r, size, 1.5);
                assertThat(boxes.around(p)).as("seed %d", seed).isEqualTo(which(all, b -> b.contains(p)));
                Box3 other = Box3.of(p, place(r, size, 1.5));
                assertThat(boxes.overlapping(other)).as("seed %d", seed).isEqualTo(which(all, b -> b.overlaps(other)));
                double[] least = {Double.POSITIVE_INFINITY};
                boxes.outward(
                        p,
                        () -> least[0],
                        i -> least[0] = Math.min(least[0], all.get(i).distance(p)));
                assertThat(least[0])
                        .as("seed %d", seed)
                        .isEqualTo(all.stream()
                                .mapToDouble(b -> b.distance(p))
                                .min()
                                .orElseThrow());
            }
        }
    }

    private static List<Integer> which(List<Box3> all, java.util.function.Predicate<Box3> so) {
        return IntStream.range(0, all.size())
                .filter(i -> so.test(all.get(i)))
                .boxed()
                .toList();
    }
}
