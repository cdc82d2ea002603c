package io.tallember.sketch.solve;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Draw;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.edit.Mirror;
import io.tallember.sketch.edit.Repeat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;

/** Sketches as designers draw them, with the freedoms that a person counts. */
class HandMadeSketchTest {
    record Case(Sketch sketch, int freedoms) {}

    private static Map<String, Case> cases() {
        Map<String, Case> c = new LinkedHashMap<>();
        c.put("a lone point", new Case(new Draw().point("a", 3, 4).sketch(), 2));
        c.put("a lone line", new Case(line().sketch(), 4));
        c.put("a level line", new Case(line().hold(Kind.HORIZONTAL, "l").sketch(), 3));
        c.put(
                "a level line of a length from the origin",
                new Case(
                        line().hold(Kind.HORIZONTAL, "l")
                                .size("size-d", Kind.DISTANCE, 12, "l")
                                .hold(Kind.COINCIDENT, "a", Sketch.ORIGIN)
                                .sketch(),
                        0));
        c.put(
                "a lone circle",
                new Case(new Draw().point("m", 1, 2).circle("o", "m", 3).sketch(), 3));
        c.put("a lone arc", new Case(arc().sketch(), 5));
        c.put(
                "an arc of a radius",
                new Case(arc().size("size-r", Kind.RADIUS, 6, "w").sketch(), 4));
        c.put("an unsized box", new Case(Draw.rectangle(0, 0, 30, 20).sketch(), 4));
        c.put(
                "a square by equal sides",
                new Case(
                        Draw.rectangle(0, 0, 30, 20)
                                .hold(Kind.EQUAL, "ab", "bc")
                                .size("size-d", Kind.DISTANCE, 25, "ab")
                                .sketch(),
                        2));
        c.put(
                "a box centred on the origin by its diagonal's middle",
                new Case(
                        Draw.rectangle(-15, -10, 15, 10)
                                .line("diagonal", "a", "c")
                                .hold(Kind.MIDPOINT, Sketch.ORIGIN, "diagonal")
                                .size("size-w", Kind.DISTANCE, 32, "ab")
                                .size("size-h", Kind.DISTANCE, 22, "bc")
                                .sketch(),
                        0));
        c.put(
                "a triangle by three sides",
                new Case(
                        triangle()
                                .size("size-u", Kind.DISTANCE, 30, "ab")
                                .size("size-v", Kind.DISTANCE, 25, "bc")
                                .size("size-w", Kind.DISTANCE, 20, "ca")
                                .sketch(),
                        3));
        c.put(
                "a right triangle on the axes",
                new Case(
                        triangle()
                                .hold(Kind.COINCIDENT, "a", Sketch.ORIGIN)
                                .hold(Kind.ON_CURVE, "b", Sketch.X_AXIS)
                                .hold(Kind.PERPENDICULAR, "ab", "ca")
                                .sketch(),
                        2));
        c.put(
                "two circles tangent outside",
                new Case(
                        new Draw()
                                .point("m", 0, 0)
                                .point("n", 11, 1)
                                .circle("o", "m", 6)
                                .circle("q", "n", 4)
                                .hold(Kind.TANGENT, "o", "q")
                                .sketch(),
                        5));
        c.put(
                "a ring of two circles with one centre",
                new Case(
                        new Draw()
                                .point("m", 2, 1)
                                .point("n", 2.5, 1)
                                .circle("o", "m", 6)
                                .circle("q", "n", 4)
                                .hold(Kind.CONCENTRIC, "o", "q")
                                .size("size-d", Kind.DIAMETER, 12, "o")
                                .sketch(),
                        3));
        c.put(
                "a belt: lines tangent to two wheels",
                new Case(
                        new Draw()
                                .point("m", 0, 0)
                                .point("n", 40, 0)
                                .circle("o", "m", 10)
                                .circle("q", "n", 6)
                                .point("a", 0, 10)
                                .point("b", 40, 6)
                                .line("t", "a", "b")
                                .hold(Kind.ON_CURVE, "a", "o")
                                .hold(Kind.ON_CURVE, "b", "q")
                                .hold(Kind.TANGENT, "t", "o")
                                .hold(Kind.TANGENT, "t", "q")
                                .hold(Kind.COINCIDENT, "m", Sketch.ORIGIN)
                                .hold(Kind.ON_CURVE, "n", Sketch.X_AXIS)
                                .size("size-r", Kind.RADIUS, 10, "o")
                                .size("size-s", Kind.RADIUS, 6, "q")
                                .sketch(),
                        1));
        c.put(
                "a yoke web: a tangent arc between two level lines",
                new Case(
                        new Draw()
                                .point("a", 0, 0)
                                .point("b", 20, 0)
                                .point("m", 20, 8)
                                .point("c", 28, 8)
                                .point("d", 28, 30)
                                .line("low", "a", "b")
                                .arc("w", "m", "b", "c")
                                .line("up", "c", "d")
                                .hold(Kind.COINCIDENT, "a", Sketch.ORIGIN)
                                .hold(Kind.HORIZONTAL, "low")
                                .hold(Kind.VERTICAL, "up")
                                .hold(Kind.TANGENT, "low", "w")
                                .hold(Kind.TANGENT, "w", "up")
                                .size("size-r", Kind.RADIUS, 8, "w")
                                .sketch(),
                        2));
        c.put(
                "a mirrored half keeps the half's freedoms",
                new Case(
                        Mirror.of(
                                new Draw()
                                        .point("a", 4, 10)
                                        .point("b", 9, 2)
                                        .line("l", "a", "b")
                                        .sketch(),
                                List.of("l"),
                                Sketch.Y_AXIS),
                        4));
        c.put(
                "five holes round follow one",
                new Case(
                        Repeat.round(
                                new Draw().point("m", 20, 3).circle("o", "m", 2).sketch(),
                                List.of("o"),
                                Sketch.ORIGIN,
                                5),
                        3));
        c.put(
                "an angle and a length hang a lever on the origin",
                new Case(
                        line().hold(Kind.COINCIDENT, "a", Sketch.ORIGIN)
                                .size("size-d", Kind.DISTANCE, 20, "l")
                                .size("size-ang", Kind.ANGLE, 0.7, Sketch.X_AXIS, "l")
                                .sketch(),
                        0));
        c.put(
                "a driven dimension takes no freedom",
                new Case(
                        line().sketch()
                                .with(
                                        List.of(),
                                        List.of(new Constraint("size-d", Kind.DISTANCE, List.of("l"), 0, true))),
                        4));
        return c;
    }

    private static Draw line() {
        return new Draw().point("a", 1, 2).point("b", 14, 5).line("l", "a", "b");
    }

    private static Draw arc() {
        return new Draw().point("m", 0, 0).point("a", 5, 0).point("b", 0, 5).arc("w", "m", "a", "b");
    }

    private static Draw triangle() {
        return new Draw()
                .point("a", 1, 1)
                .point("b", 29, 2)
                .point("c", 2, 18)
                .line("ab", "a", "b")
                .line("bc", "b", "c")
                .line("ca", "c", "a");
    }

    @TestFactory
    Stream<DynamicTest> solveAndCountAsAPersonDoes() {
        Map<String, Case> all = cases();
        all.putAll(ScenarioSketches.all());
        assertThat(all).hasSizeGreaterThanOrEqualTo(60);
        return all.entrySet().stream()
                .map(e -> DynamicTest.dynamicTest(e.getKey(), () -> {
                    Sketch s = Solver.solve(e.getValue().sketch()).orElseThrow();
                    for (Constraint k : s.constraints()) {
                        if (k.kind().isDimension()) {
                            assertThat(Math.abs(Measurement.of(s, k) - k.value()))
                                    .isLessThan(1e-9);
                        }
                    }
                    Judgement j = Solver.judge(s);
                    assertThat(j.freedoms()).isEqualTo(e.getValue().freedoms());
                    assertThat(j.fighting()).isEmpty();
                    assertThat(j.redundant()).isEmpty();
                    assertThat(j.loose().isEmpty()).isEqualTo(e.getValue().freedoms() == 0);
                }));
    }
}
