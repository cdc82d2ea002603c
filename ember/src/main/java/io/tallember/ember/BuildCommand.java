package io.tallember.ember;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.steps.Kinds;
import io.tallember.part.values.Variants;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/**
 * Builds one part file and writes what is asked for. Exit code 0: all steps built; 1: a step failed, the files hold the part
 * as far as it stands; 2: the input can't be used, nothing was written.
 */
@Command(
        name = "build",
        aliases = "export",
        description = "Builds a part file and writes STEP, STL, 3MF, glTF and a report.")
final class BuildCommand implements Callable<Integer> {
    @Parameters(paramLabel = "PART", description = "The part file.")
    private Path part;

    @Mixin
    private Outputs outputs;

    @Option(names = "--report", paramLabel = "FILE", description = "Write steps, faces and mass as JSON.")
    private Path report;

    @Option(
            names = "--variant",
            paramLabel = "NAME",
            description =
                    "Build this variant, or the part itself when the name is empty; without it the one the file shows.")
    private String variant;

    @Option(
            names = "--set",
            paramLabel = "NAME=VALUE",
            description = "Build with another number or formula for a value of the part; may be given several times.")
    private Map<String, String> set = new LinkedHashMap<>();

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() {
        try {
            return build();
        } catch (GeometryException | Patience.TooLong e) {
            return unusable(e.getMessage());
        } catch (IOException e) {
            return unusable(Trouble.of(e));
        }
    }

    private int build() throws IOException {
        PartFile.Opened opened = PartFile.open(Files.readString(part));
        opened.notes().forEach(this::say);
        PartDocument whole = opened.document();
        PartDocument doc = with(set, variant == null ? Variants.shown(whole) : Variants.of(whole, variant));
        long begin = System.nanoTime();
        PartState state = Kinds.rebuild().build(doc);
        double millis = (System.nanoTime() - begin) / 1e6;
        // first: what went wrong is told also when there is nothing to hand over
        if (report != null) {
            Outputs.put(report, Report.of(state, millis));
        }
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

    /** The input, or a place to write to, can't be used; that is reported too, where it can be. */
    private int unusable(String why) {
        say(why);
        try {
            if (report != null && !Files.exists(report)) {
                Outputs.put(report, Report.unusable(why));
            }
        } catch (IOException e) {
            say(Trouble.of(e));
        }
        return 2;
    }

    private void say(String sentence) {
        spec.commandLine().getErr().println(sentence);
        spec.commandLine().getErr().flush();
    }
}
