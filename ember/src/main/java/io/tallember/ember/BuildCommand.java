package io.tallember.ember;

import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.steps.Kinds;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/**
 * Builds one part file and writes what is asked for. Exit code 0: all steps built; 1: a step failed, the files hold the part
 * as far as it stands; 2: the input can't be used, nothing was written.
 */
@Command(
        name = "build",
        aliases = "export",
        description = "Builds a part file and writes STEP, STL, 3MF, glTF, a drawing sheet and a report.")
final class BuildCommand extends PartCommand {
    @Mixin
    private Outputs outputs;

    @Option(
            names = "--set",
            paramLabel = "NAME=VALUE",
            description = "Build with another number or formula for a value of the part; may be given several times.")
    private Map<String, String> set = new LinkedHashMap<>();

    @Override
    int done(PartDocument shown) throws IOException {
        PartDocument doc = with(set, shown);
        long begin = System.nanoTime();
        PartState state = Kinds.rebuild().build(doc);
        double millis = (System.nanoTime() - begin) / 1e6;
        // first: what went wrong is told also when there is nothing to hand over
        report(Report.of(state, millis));
        state.outcomes().stream()
                .filter(o -> !o.message().isEmpty())
                .forEach(o -> say(doc.step(o.id()).name() + ": " + o.message()));
        state.stand()
                .sketches()
                .forEach(s -> Leaks.of(s)
                        .forEach(
                                l -> say(doc.find(s.step().id()).map(Step::name).orElse("A sketch") + ": " + l)));
        if (!state.sound() && state.solids().isEmpty()) {
            return 1;
        }
        outputs.write(state);
        return state.sound() ? 0 : 1;
    }

    /** The document with values of its own set otherwise. */
    private static PartDocument with(Map<String, String> set, PartDocument doc) {
        for (String name : set.keySet()) {
            if (doc.values().stream().noneMatch(v -> v.name().equals(name))) {
                throw Refusal.of("The part has no value called " + Refusal.quoted(name) + ".");
            }
        }
        return set.isEmpty() ? doc : new io.tallember.part.commands.Command.TakeValues(set).done(doc);
    }

    @Override
    String unusable(String why) {
        return Report.unusable(why);
    }
}
