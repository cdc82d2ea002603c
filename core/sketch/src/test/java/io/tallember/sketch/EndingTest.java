package io.tallember.sketch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.edit.Cut;
import io.tallember.sketch.edit.Instances;
import io.tallember.sketch.edit.Mirror;
import io.tallember.sketch.edit.Offset;
import io.tallember.sketch.edit.Paste;
import io.tallember.sketch.edit.Recount;
import io.tallember.sketch.edit.Tidy;
import io.tallember.sketch.edit.Trim;
import io.tallember.sketch.help.Settle;
import io.tallember.sketch.regions.SketchReader;
import io.tallember.sketch.solve.Grip;
import io.tallember.sketch.solve.Solver;
import io.tallember.sketch.svg.Outline;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Whatever is done with a large sketch can be ended: it looks now and then whether it is still wanted. */
class EndingTest {
    private record Work(String name, Function<Sketch, Object> does) {
        @Override
        public String toString() {
            return name;
        }
    }

    /** A zigzag of 300 lines that cross others, with an arc here and there. */
    private static Sketch large() {
        Draw d = new Draw();
        List<String> all = new ArrayList<>();
        for (int i = 0; i <= 300; i++) {
            d.point("p" + i, 3 * i % 97 + 0.1 * i, i % 2 == 0 ? 0.3 * i % 7 : 40 + i % 5);
            if (i > 0) {
                d.line("c" + i, "p" + (i - 1), "p" + i);
                all.add("c" + i);
            }
        }
        for (int i = 2; i <= 300; i += 2) {
            d.hold(Kind.EQUAL, "c" + (i - 1), "c" + i);
            d.hold(Kind.PARALLEL, "c" + (i / 2), "c" + i);
        }
        return d.sketch();
    }

    static Stream<Work> works() {
        List<String> all = new ArrayList<>();
        for (int i = 2; i <= 300; i++) {
            all.add("c" + i);
        }
        return Stream.of(
                new Work("solve", Solver::solve),
                new Work("judge", Solver::judge),
                new Work("drag", s -> new Grip(s).pull("p7", new Vec2(0, 0), new Vec2(5, 5))),
                new Work("read", s -> SketchReader.read(s, Tolerance.DEFAULT)),
                new Work("settle", Settle::propose),
                new Work("trim", s -> Trim.trim(s, "c150", new Vec2(50, 20))),
                new Work("mirror", s -> Mirror.of(s, all, "c1")),
                new Work("offset", s -> Offset.of(s, all, 1, new Vec2(-10, 0), false)),
                new Work("divide", s -> Cut.divide(s, "c150", 90)),
                new Work("instances", Instances::of),
                new Work("recount", Recount::find),
                new Work("tidy", Tidy::of),
                new Work("paste", s -> Paste.of(s, s)));
    }

    @ParameterizedTest
    @MethodSource("works")
    void itLooksWhetherItIsWanted(Work work) {
        Sketch s = large();
        int[] asked = {0};
        try {
            Patience.within(100_000, () -> ++asked[0] < 0, () -> work.does().apply(s));
        } catch (GeometryException e) {
            // refused: it has ended
        }
        assertThat(asked[0]).as("how often it asked").isPositive();
        assertThatThrownBy(() ->
                        Patience.within(100_000, () -> true, () -> work.does().apply(s)))
                .isInstanceOf(Patience.Stopped.class);
    }

    /** Files with very many curves that cross are refused with what is too much, not worked on without end. */
    @ParameterizedTest
    @MethodSource("files")
    void manyCurvesInAFile(String file) throws Exception {
        String svg = new String(
                EndingTest.class.getResourceAsStream("/cases/" + file).readAllBytes(), StandardCharsets.UTF_8);
        assertThatThrownBy(() -> SketchReader.read(Outline.read(svg, 1, 0.01), Tolerance.DEFAULT))
                .isInstanceOf(GeometryException.class)
                .hasMessageMatching("(?s).*(40000 places|5000 pairs).*");
    }

    static Stream<String> files() {
        return Stream.of("zig.svg", "curves.svg");
    }

    @Test
    void aSketchHoldsSoMuchAndNoMore() {
        Draw d = new Draw();
        for (int i = 0; i <= 20_000; i++) {
            d.point("p" + i, i, 0);
        }
        assertThatThrownBy(d::sketch).hasMessageContaining("20000");
    }
}
