package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.part.commands.Arrange;
import io.tallember.part.commands.Command;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.part.values.Variants;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntFunction;
import org.junit.jupiter.api.Test;

/** How long a part of 50 steps takes to build from nothing, after a change near its end, and going back; medians of 20 runs. */
class RebuildTimesTest {
    private static final int RUNS = 20;

    private static double median(IntFunction<Runnable> run) {
        for (int i = 0; i < 6; i++) {
            run.apply(100 + i).run();
        }
        double[] ms = new double[RUNS];
        for (int i = 0; i < RUNS; i++) {
            Runnable r = run.apply(i);
            long begin = System.nanoTime();
            r.run();
            ms[i] = (System.nanoTime() - begin) / 1e6;
        }
        Arrays.sort(ms);
        return ms[RUNS / 2];
    }

    @Test
    void fiftySteps() {
        PartDocument doc = StormParts.large(3, 50);
        assertThat(doc.steps()).hasSizeGreaterThanOrEqualTo(50);
        assertThat(Kinds.rebuild().build(doc).sound()).isTrue();
        double fresh = median(i -> () -> Kinds.rebuild().build(doc));

        Step late = doc.steps().subList(44, 50).stream()
                .filter(s -> s instanceof ExtrudeStep)
                .findFirst()
                .orElseThrow();
        Rebuild rebuild = Kinds.rebuild();
        rebuild.build(doc);
        double change = median(i -> {
            PartDocument next = new Command.ChangeStep(late.sized("distance", 5 + 0.01 * i)).done(doc);
            return () -> assertThat(rebuild.build(next).sound()).isTrue();
        });
        double undo = median(i -> () -> rebuild.build(doc));
        System.out.printf(
                "%d steps: %.0f ms from nothing, %.1f ms after a change in step %d, %.2f ms going back%n",
                doc.steps().size(), fresh, change, doc.steps().indexOf(late) + 1, undo);
    }

    @Test
    void variantsAreShownFromWhatWasBuilt() {
        PartDocument doc = StormParts.large(3, 50);
        Step last = doc.steps().get(doc.steps().size() - 1);
        PartDocument two = new Arrange.SwitchInVariant("Short", last.id(), true)
                .done(new Arrange.AddVariant("Short", "").done(doc));
        Rebuild rebuild = Kinds.rebuild();
        rebuild.build(Variants.of(two, ""));
        rebuild.build(Variants.of(two, "Short"));
        double change = median(i -> () -> rebuild.build(Variants.of(two, i % 2 == 0 ? "Short" : "")));
        System.out.printf("another variant of 50 steps: %.2f ms%n", change);
    }

    @Test
    void tenOpenPartsFitInMemory() {
        List<Rebuild> open = new ArrayList<>();
        List<PartState> states = new ArrayList<>();
        long before = used();
        for (int i = 0; i < 10; i++) {
            PartDocument doc = StormParts.large(10 + i, 40);
            Rebuild r = Kinds.rebuild();
            states.add(r.build(doc));
            open.add(r);
        }
        double mb = (used() - before) / 1e6;
        System.out.printf("10 parts of 40 steps or more open: %.0f MB%n", mb);
        assertThat(open).hasSize(10);
        assertThat(states).allMatch(s -> !s.solids().isEmpty());
        assertThat(mb).isLessThan(1000);
    }

    private static long used() {
        for (int i = 0; i < 3; i++) {
            System.gc();
        }
        return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    }
}
