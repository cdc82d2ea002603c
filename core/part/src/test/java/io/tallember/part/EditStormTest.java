package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.withinPercentage;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Tolerance;
import io.tallember.part.commands.Command;
import io.tallember.part.commands.SketchEdit;
import io.tallember.part.file.CommandJson;
import io.tallember.part.file.StepJson;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.rebuild.StepOutcome.Status;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.repeat.RepeatStep;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.edit.Recount;
import io.tallember.solid.Body;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.mass.MassProperties;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.node.ObjectNode;

/**
 * Every number of the demo parts made a tenth larger and smaller, every step switched off and on, every pair of neighbours
 * swapped: the result is sound or the failing step says why, and going back gives the first solid with the same lineage.
 */
class EditStormTest {
    /** How many parts put together by chance are tried; {@code -Dstorm.parts=50} for the whole storm. */
    private static final int PARTS = Integer.getInteger("storm.parts", Boolean.getBoolean("long") ? 50 : 4);

    static Stream<String> names() {
        return Stream.concat(
                SampleParts.all().keySet().stream(),
                IntStream.rangeClosed(1, PARTS).mapToObj(i -> "storm-" + i));
    }

    private static int checkedReferences;

    private int built;
    private int asked;

    @ParameterizedTest
    @MethodSource("names")
    void survives(String name) {
        StormParts.Part part = name.startsWith("storm-")
                ? StormParts.of(Integer.parseInt(name.substring(6)))
                : new StormParts.Part(SampleParts.all().get(name), List.of());
        PartDocument doc = part.document();
        PartState first = Kinds.rebuild().build(doc);
        assertThat(first.sound()).as(said(first)).isTrue();
        linked(part, doc, first, "as made");
        Rebuild rebuild = Kinds.rebuild();
        for (Map.Entry<String, Command> e : storm(doc).entrySet()) {
            PartDocument changed;
            try {
                changed = e.getValue().done(doc);
            } catch (GeometryException refusal) {
                assertThat(refusal.getMessage()).as(e.getKey()).endsWith(".");
                asked += changesANumber(e.getValue()) ? 1 : 0;
                continue;
            }
            PartState state = rebuild.build(changed);
            for (var o : state.outcomes()) {
                assertThat(o.status() == Status.FAILED)
                        .as(e.getKey())
                        .isEqualTo(!o.message().isEmpty());
            }
            for (Body b : state.solids()) {
                assertThat(BodyCheck.deep(b, Tolerance.DEFAULT).problems())
                        .as(e.getKey())
                        .isEmpty();
            }
            if (e.getValue() instanceof Command.SetUnit) {
                assertThat(MassProperties.of(state.solids()).volume())
                        .as(e.getKey())
                        .isCloseTo(MassProperties.of(first.solids()).volume(), withinPercentage(1e-10));
            }
            linked(part, changed, state, e.getKey());
            if (changesANumber(e.getValue())) {
                asked++;
                built += state.sound() ? 1 : 0;
                if (!state.sound()) {
                    System.out.println("  " + name + ", " + e.getKey() + ": " + said(state));
                }
            }
            PartState back = rebuild.build(doc);
            assertThat(MassProperties.of(back.solids()).volume())
                    .isCloseTo(MassProperties.of(first.solids()).volume(), withinPercentage(1e-10));
            assertThat(keys(back)).isEqualTo(keys(first));
        }
        System.out.printf(
                "%s of %d steps: %d of %d changed numbers build; %d references checked by now%n",
                name, doc.steps().size(), built, asked, checkedReferences);
        assertThat(built).isGreaterThanOrEqualTo((int) Math.floor(0.97 * asked));
    }

    /** Every built step refers to what its maker meant, or says that it took something else. */
    private static void linked(StormParts.Part part, PartDocument doc, PartState state, String change) {
        for (StormParts.Meant m : part.meant()) {
            // more copies than before reach beyond where those of the part were
            if (!StormParts.built(state, m.step()) || change.startsWith(m.step() + " count by")) {
                continue;
            }
            checkedReferences++;
            boolean told = !state.outcome(m.step()).notes().isEmpty();
            assertThat(told || m.holds().test(doc, state))
                    .as(change + ": " + m.step() + " refers to what was meant")
                    .isTrue();
        }
    }

    private static String said(PartState s) {
        return s.outcomes().stream()
                .filter(o -> !o.message().isEmpty())
                .map(o -> o.id() + ": " + o.message())
                .toList()
                .toString();
    }

    private static boolean changesANumber(Command c) {
        return c instanceof Command.SetDimension || c instanceof Command.ChangeStep;
    }

    private static Set<String> keys(PartState s) {
        Set<String> out = new TreeSet<>();
        s.solids().forEach(b -> b.faces().forEach(f -> out.add(b.names().of(f))));
        return out;
    }

    private static Map<String, Command> storm(PartDocument doc) {
        Map<String, Command> out = new LinkedHashMap<>();
        List<Step> steps = new ArrayList<>(doc.steps());
        for (int i = 0; i < steps.size(); i++) {
            Step s = steps.get(i);
            out.put(s.id() + " switched", new Command.SwitchStep(s.id(), !s.off()));
            out.put(s.id() + " moved down", new Command.MoveStep(s.id(), Math.min(i + 1, steps.size() - 1)));
            out.put(s.id() + " work line", new Command.MoveWorkLine(i));
            for (double f : new double[] {0.9, 1.1}) {
                if (s instanceof SketchStep k) {
                    for (Constraint c : k.sketch().constraints()) {
                        if (c.kind().isDimension() && !c.driven()) {
                            out.put(
                                    s.id() + " " + c.id() + " times " + f,
                                    new Command.SetDimension(s.id(), c.id(), f * c.value()));
                        }
                    }
                }
                var json = StepJson.write(s);
                for (String place : s.numbers()) {
                    if (json.path(place).isNumber() && json.path(place).doubleValue() != 0) {
                        Step sized = s.sized(place, f * json.path(place).doubleValue());
                        out.put(s.id() + " " + place + " times " + f, new Command.ChangeStep(sized));
                    }
                }
            }
        }
        for (Unit u : Unit.values()) {
            out.put("unit " + u.word(), new Command.SetUnit(u));
        }
        for (Step s : steps) {
            counted(s, doc, out);
        }
        return out;
    }

    /** Counts of repeats, in sketches and of steps, one and two more and fewer. */
    private static void counted(Step s, PartDocument doc, Map<String, Command> out) {
        for (int by : new int[] {-2, -1, 1, 2}) {
            if (s instanceof SketchStep k) {
                for (Recount.Found f : Recount.find(k.sketch())) {
                    out.put(
                            s.id() + " count of " + f.curves().get(0) + " by " + by,
                            new Command.EditSketch(
                                    s.id(),
                                    new SketchEdit.RecountRepeat(f.curves().get(0), f.count() + by)));
                }
            } else if (s instanceof RepeatStep
                    && StepJson.write(s).path("count").isInt()) {
                ObjectNode n = StepJson.write(s);
                n.put("count", Math.max(2, n.path("count").intValue() + by));
                ObjectNode change = n.objectNode().put("do", "change-step");
                change.set("step", n);
                out.put(s.id() + " count by " + by, CommandJson.read(change, doc));
            }
        }
    }
}
