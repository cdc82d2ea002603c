package io.tallember.sketch.regions;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Draw;
import io.tallember.sketch.Sketch;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** What is too small to be seen is told, with its place and size, and nothing is told of what is sound. */
class NearMissesTest {
    private static List<Near> near(Sketch s) {
        return SketchReader.read(s, Tolerance.DEFAULT).near();
    }

    private static Draw box(double x, double y, double w, double h, String n) {
        return box(new Draw(), x, y, w, h, n);
    }

    private static Draw box(Draw d, double x, double y, double w, double h, String n) {
        return d.point(n + "a", x, y)
                .point(n + "b", x + w, y)
                .point(n + "c", x + w, y + h)
                .point(n + "d", x, y + h)
                .line(n + "ab", n + "a", n + "b")
                .line(n + "bc", n + "b", n + "c")
                .line(n + "cd", n + "c", n + "d")
                .line(n + "da", n + "d", n + "a");
    }

    @Test
    void aDividingLineThatStopsShort() {
        for (double off : new double[] {2e-5, 1e-3, 0.05, 0.0999}) {
            List<Near> all = near(box(0, 0, 40, 20, "q")
                    .point("s", 15, 0)
                    .point("e", 18, 20 - off)
                    .line("div", "s", "e")
                    .sketch());
            assertThat(all).as("short by %s", off).anySatisfy(n -> {
                assertThat(n.kind()).isEqualTo(Near.Kind.SHORT);
                assertThat(n.first()).isEqualTo("div");
                assertThat(n.second()).isEqualTo("qcd");
                assertThat(n.distance()).isCloseTo(off, within(1e-9));
            });
        }
        assertThat(near(box(0, 0, 40, 20, "q")
                        .point("s", 15, 0)
                        .point("e", 18, 20)
                        .line("div", "s", "e")
                        .sketch()))
                .isEmpty();
    }

    @Test
    void linesThatLieTooNearToBeToldApart() {
        List<Near> all = near(box(0, 0, 40, 20, "q")
                .point("s", 5, 20 + 5e-6)
                .point("e", 30, 20 + 6e-6)
                .line("twin", "s", "e")
                .sketch());
        assertThat(all).anySatisfy(n -> {
            assertThat(n.kind()).isEqualTo(Near.Kind.BESIDE);
            assertThat(List.of(n.first(), n.second())).containsExactlyInAnyOrder("twin", "qcd");
            assertThat(n.distance()).isBetween(5e-6, 6e-6);
        });
    }

    @Test
    void regionsThatTouchAtOnePoint() {
        List<Near> all = near(box(box(0, 0, 10, 10, "q"), 10, 10, 5, 5, "r").sketch());
        assertThat(all).singleElement().satisfies(n -> {
            assertThat(n.kind()).isEqualTo(Near.Kind.TOUCHING);
            assertThat(n.at().distance(new Vec2(10, 10))).isLessThan(1e-9);
        });
        assertThat(near(box(box(0, 0, 10, 10, "q"), 10, 0, 5, 5, "r").sketch())).isEmpty();
        assertThat(near(new Draw()
                        .point("m", 0, 0)
                        .circle("o", "m", 5)
                        .point("n", 9, 0)
                        .circle("w", "n", 4)
                        .sketch()))
                .singleElement()
                .satisfies(n -> assertThat(n.kind()).isEqualTo(Near.Kind.TOUCHING));
    }

    /** Lines and arcs held tangent: told just when they touch beyond the line's end, and by how much. */
    @Test
    void tangentsThatTouchBeyondAnEnd() {
        for (int seed = 0; seed < 84; seed++) {
            Random r = new Random(seed);
            double radius = 2 + 8 * r.nextDouble();
            double a = r.nextDouble() * 6;
            Vec2 u = new Vec2(Math.cos(a), Math.sin(a));
            Vec2 n = new Vec2(-u.y(), u.x());
            // touches at the origin; the line runs from here to there along u
            double from = -20 + 30 * r.nextDouble();
            double to = from + 5 + 10 * r.nextDouble();
            Vec2 s = new Vec2(0, 0).plus(from, u);
            Vec2 e = new Vec2(0, 0).plus(to, u);
            Vec2 m = new Vec2(0, 0).plus(radius, n);
            List<Near> all = near(new Draw()
                    .point("s", s.x(), s.y())
                    .point("e", e.x(), e.y())
                    .line("l", "s", "e")
                    .point("m", m.x(), m.y())
                    .circle("o", "m", radius)
                    .hold(Kind.TANGENT, "l", "o")
                    .sketch());
            double beyond = Math.max(from, -to);
            if (beyond > 1e-4) {
                assertThat(all).as("seed %d", seed).anySatisfy(x -> {
                    assertThat(x.kind()).isEqualTo(Near.Kind.BEYOND);
                    assertThat(x.first()).isEqualTo("l");
                    assertThat(x.distance()).isCloseTo(beyond, within(1e-9));
                });
            } else {
                assertThat(all).as("seed %d", seed).noneMatch(x -> x.kind() == Near.Kind.BEYOND);
            }
        }
    }
}
