package io.tallember.sketch.solve;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Sketch;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** The solver against sketches whose answer is known by construction. Ten times as many with {@code -Dlong=true}. */
class SolverRandomTest {
    private static final int SKETCHES = Boolean.getBoolean("long") ? 3000 : 300;

    @Test
    void changedDimensionsReachTheAnswerWithoutAFlip() {
        int reached = 0;
        int asked = 0;
        List<String> lost = new ArrayList<>();
        for (int seed = 0; asked < SKETCHES; seed++) {
            Random r = new Random(seed);
            SketchMaker maker = new SketchMaker(r, 3 + r.nextInt(10));
            SketchMaker goal = maker.changed(r, 0.3);
            if (!feasible(maker, goal)) {
                continue;
            }
            asked++;
            Sketch s = maker.sketch();
            assertThat(Solver.judge(s).freedoms()).as("seed " + seed).isZero();
            List<Constraint> changes = new ArrayList<>(goal.dimensions());
            Collections.shuffle(changes, r);
            Optional<Sketch> at = changedAll(s, changes);
            if (at.isPresent()) {
                Sketch end = at.get();
                for (Constraint c : end.constraints()) {
                    assertThat(Math.abs(Measurement.of(end, c) - c.value()))
                            .as("seed %d says it is solved, %s", seed, c)
                            .isLessThan(1e-8);
                }
            }
            if (at.isPresent() && near(at.get(), goal.answer())) {
                reached++;
            } else {
                lost.add(seed + (at.isPresent() ? " flipped" : " refused"));
            }
        }
        System.out.printf("reached %d of %d; lost: %s%n", reached, asked, lost);
        assertThat(lost).noneMatch(l -> l.endsWith("flipped"));
        assertThat(reached).isGreaterThanOrEqualTo((int) Math.floor(0.995 * asked));
    }

    /** One change after the other; what can't be taken yet is tried again after the others, as a designer would. */
    private static Optional<Sketch> changedAll(Sketch s, List<Constraint> changes) {
        Sketch at = s;
        List<Constraint> open = changes;
        while (!open.isEmpty()) {
            List<Constraint> refused = new ArrayList<>();
            for (Constraint c : open) {
                Optional<Sketch> next = Solver.change(at, c.id(), c.value());
                if (next.isPresent()) {
                    at = next.get();
                } else {
                    refused.add(c);
                }
            }
            if (refused.size() == open.size()) {
                return Optional.empty();
            }
            open = refused;
        }
        return Optional.of(at);
    }

    /** Both answers exist, and so does everything on the straight way from one to the other. */
    private static boolean feasible(SketchMaker a, SketchMaker b) {
        return a.answer().stream().allMatch(p -> Double.isFinite(p.x() + p.y()))
                && b.answer().stream().allMatch(p -> Double.isFinite(p.x() + p.y()));
    }

    private static boolean near(Sketch s, List<Vec2> answer) {
        for (int i = 1; i < answer.size(); i++) {
            if (s.point("p" + i).at().distance(answer.get(i)) > 1e-5) {
                return false;
            }
        }
        return true;
    }

    /** Can't hold together, but can as soon as any one of them is taken out. */
    private static boolean irreducible(Sketch s, List<String> named) {
        List<Constraint> alone =
                s.constraints().stream().filter(c -> named.contains(c.id())).toList();
        if (Solver.solve(new Sketch(s.entities(), alone)).isPresent()) {
            return false;
        }
        return alone.stream()
                .allMatch(out -> Solver.solve(new Sketch(
                                s.entities(),
                                alone.stream().filter(c -> c != out).toList()))
                        .isPresent());
    }

    /** One more dimension with a wrong value: what is named must fight it, and nothing in it be idle. */
    @Test
    void aPlantedConflictIsNamedAndNothingElse() {
        int right = 0;
        int asked = 2 * SKETCHES;
        for (int seed = 0; seed < asked; seed++) {
            Random r = new Random(9_000 + seed);
            SketchMaker maker = new SketchMaker(r, 4 + r.nextInt(8));
            Sketch s = maker.sketch();
            int i = 1 + r.nextInt(maker.answer().size() - 1);
            double now = s.point("p" + i).at().length();
            Constraint wrong = Constraint.dimension("wrong", Kind.DISTANCE, now * 1.02 + 0.05, Sketch.ORIGIN, "p" + i);
            Sketch fight = s.with(List.of(), List.of(wrong));
            List<String> named = Solver.conflict(fight);
            right += named.contains("wrong") && irreducible(fight, named) ? 1 : 0;
        }
        System.out.printf("named exactly: %d of %d%n", right, asked);
        assertThat(right).isGreaterThanOrEqualTo((int) Math.ceil(0.98 * asked));
    }
}
