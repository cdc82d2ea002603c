package io.tallember.sketch.help;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A driven dimension names the constraints that give it its value, and no others. */
class DriversTest {
    /** Two lines end to end on the x axis, and one beside that has nothing to do with them. */
    private static Sketch drawn(Constraint... more) {
        List<Constraint> all = new java.util.ArrayList<>(List.of(
                Constraint.of("k1", Kind.COINCIDENT, "p1", Sketch.ORIGIN),
                Constraint.of("k2", Kind.HORIZONTAL, "c1"),
                Constraint.of("k3", Kind.HORIZONTAL, "c2"),
                Constraint.dimension("k9", Kind.DISTANCE, 15, "p4", "p5"),
                new Constraint("k6", Kind.DISTANCE, List.of("p1", "p3"), 50, true)));
        all.addAll(List.of(more));
        return new Sketch(
                List.of(
                        new SketchPoint("p1", 0, 0),
                        new SketchPoint("p2", 20, 0),
                        new SketchPoint("p3", 50, 0),
                        new SketchPoint("p4", 0, 40),
                        new SketchPoint("p5", 15, 40),
                        new SketchLine("c1", "p1", "p2", false),
                        new SketchLine("c2", "p2", "p3", false)),
                all);
    }

    @Test
    void theOnesThatGiveItItsValue() {
        Sketch s = drawn(
                Constraint.dimension("k4", Kind.DISTANCE, 20, "p1", "p2"),
                Constraint.dimension("k5", Kind.DISTANCE, 30, "p2", "p3"));
        assertThat(Drivers.of(s, "k6")).contains("k4", "k5").doesNotContain("k9", "k6", "k1");
    }

    @Test
    void noneWhileItIsLoose() {
        assertThat(Drivers.of(drawn(Constraint.dimension("k4", Kind.DISTANCE, 20, "p1", "p2")), "k6"))
                .isEmpty();
    }

    @Test
    void onlyDrivenDimensionsHaveThem() {
        assertThatThrownBy(() -> Drivers.of(drawn(), "k9")).isInstanceOf(IllegalArgumentException.class);
    }
}
