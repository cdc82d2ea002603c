package io.tallember.sketch.help;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Draw;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.solve.Solver;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Proposals that settle a sketch one by one. */
class SettleTest {
    /** Takes the proposals one after the other, as a designer would. */
    private static Sketch take(Sketch s, List<Constraint> all) {
        Sketch at = s;
        int left = Solver.judge(at).freedoms();
        for (Constraint c : all) {
            at = Solver.solve(at.with(List.of(), List.of(c))).orElseThrow();
            int now = Solver.judge(at).freedoms();
            assertThat(now).isLessThan(left);
            left = now;
        }
        return at;
    }

    private static void near(Sketch s, Sketch then, double reach) {
        s.entities().stream()
                .filter(SketchPoint.class::isInstance)
                .forEach(e -> assertThat(then.point(e.id()).at().distance(((SketchPoint) e).at()))
                        .isLessThan(reach));
    }

    private static double size(Sketch s) {
        List<SketchPoint> all = s.entities().stream()
                .filter(SketchPoint.class::isInstance)
                .map(SketchPoint.class::cast)
                .toList();
        double wide = all.stream().mapToDouble(SketchPoint::x).max().orElse(0)
                - all.stream().mapToDouble(SketchPoint::x).min().orElse(0);
        double high = all.stream().mapToDouble(SketchPoint::y).max().orElse(0)
                - all.stream().mapToDouble(SketchPoint::y).min().orElse(0);
        return Math.max(wide, high);
    }

    private static double radius(Sketch s) {
        return ((SketchCircle) s.find("o").orElseThrow()).radius();
    }

    @Test
    void aRoughBoxBecomesLevelSizedAndPlaced() {
        Sketch s = new Draw()
                .point("a", 5.02, 3.1)
                .point("b", 45.1, 3.4)
                .point("c", 44.9, 27.8)
                .point("d", 5.1, 28.2)
                .line("ab", "a", "b")
                .line("bc", "b", "c")
                .line("cd", "c", "d")
                .line("da", "d", "a")
                .sketch();
        List<Constraint> all = Settle.propose(s);
        Sketch done = take(s, all);
        assertThat(Solver.judge(done).freedoms()).isZero();
        assertThat(all.stream().map(Constraint::kind).toList())
                .containsSubsequence(Kind.HORIZONTAL, Kind.VERTICAL, Kind.HORIZONTAL, Kind.VERTICAL)
                .contains(Kind.DISTANCE, Kind.HORIZONTAL_DISTANCE, Kind.VERTICAL_DISTANCE);
        assertThat(all.stream().filter(c -> c.kind() == Kind.DISTANCE).map(Constraint::value))
                .allMatch(v -> Math.abs(v * 10 - Math.rint(v * 10)) < 1e-9);
        near(s, done, 1);
    }

    @Test
    void nearlyTangentEqualAndCentredThingsBecomeSo() {
        Sketch s = new Draw()
                .point("m", 0.1, -0.05)
                .point("n", 30, 0.2)
                .point("a", 0, -6)
                .point("b", 30, -6.1)
                .point("c", 30, 6)
                .point("e", 0, 6)
                .line("low", "a", "b")
                .line("top", "c", "e")
                .arc("right", "n", "b", "c")
                .arc("left", "m", "e", "a")
                .sketch();
        Sketch drawn = Solver.solve(s).orElseThrow();
        List<Constraint> all = Settle.propose(drawn);
        assertThat(all.stream().map(Constraint::kind)).contains(Kind.TANGENT, Kind.COINCIDENT, Kind.HORIZONTAL);
        assertThat(Solver.judge(take(drawn, all)).freedoms()).isZero();
    }

    @Test
    void aSettledSketchAndOneThatFightsGetNothing() {
        Sketch s = Solver.solve(Draw.rectangle(0, 0, 30, 20)
                        .size("size-w", Kind.DISTANCE, 30, "ab")
                        .size("size-h", Kind.DISTANCE, 20, "bc")
                        .hold(Kind.COINCIDENT, "a", Sketch.ORIGIN)
                        .sketch())
                .orElseThrow();
        assertThat(Settle.propose(s)).isEmpty();
        assertThat(Settle.propose(s.with(List.of(), List.of(Constraint.dimension("k99", Kind.DISTANCE, 99, "cd")))))
                .isEmpty();
    }

    @Test
    void randomOutlinesAreSettledWithoutMovingMuch() {
        for (int seed = 0; seed < (Boolean.getBoolean("long") ? 600 : 60); seed++) {
            Random r = new Random(seed);
            int n = 3 + r.nextInt(5);
            Draw d = new Draw();
            for (int i = 0; i < n; i++) {
                double t = 2 * Math.PI * (i + 0.3 * r.nextDouble()) / n;
                double size = 20 + 15 * r.nextDouble();
                d.point("p" + i, 50 + size * Math.cos(t), 40 + size * Math.sin(t));
            }
            for (int i = 0; i < n; i++) {
                // a curve may be called as constraints usually are
                d.line("k" + i, "p" + i, "p" + (i + 1) % n);
            }
            d.point("m", 50, 40).circle("o", "m", 4);
            if (seed % 3 == 0) {
                // nearly alike, level and equal: what nearly holds is proposed, as far as nothing moves much
                d.point("q", 50.3, 62)
                        .circle("w", "q", 4.01 + 0.02 * r.nextDouble())
                        .line("x", "m", "q");
            }
            Sketch s = d.sketch();
            Sketch done = take(s, Settle.propose(s));
            assertThat(Solver.judge(done).freedoms()).as("seed " + seed).isZero();
            assertThat(Solver.judge(done).redundant()).as("seed " + seed).isEmpty();
            near(s, done, 0.01 * size(s) + 1e-9);
            assertThat(radius(done)).as("seed " + seed).isCloseTo(4, within(0.01 * size(s)));
        }
    }
}
