package io.tallember.ember;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import io.tallember.part.PartDocument;
import io.tallember.part.Step;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.StepOutcome;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.Talks;
import io.tallember.part.values.Variants;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Prints a part's build sheet as plain text. Exit code 0: all steps build; 1: a step fails; 2: the input can't be used. */
@Command(name = "tell", description = "Prints the build sheet of a part file as plain text.")
final class TellCommand implements Callable<Integer> {
    @Parameters(paramLabel = "PART", description = "The part file.")
    private Path part;

    @Option(names = "--variant", paramLabel = "NAME", description = "As this variant has it.")
    private String variant;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() {
        try {
            PartDocument whole = PartFile.open(Files.readString(part)).document();
            PartDocument doc = variant == null ? Variants.shown(whole) : Variants.of(whole, variant);
            PartState state = Kinds.rebuild().build(doc);
            tell(doc, state, spec.commandLine().getOut());
            return state.sound() ? 0 : 1;
        } catch (GeometryException | Patience.TooLong e) {
            return unusable(e.getMessage());
        } catch (IOException e) {
            return unusable(Trouble.of(e));
        }
    }

    private int unusable(String why) {
        spec.commandLine().getErr().println(why);
        return 2;
    }

    private static void tell(PartDocument doc, PartState state, PrintWriter out) {
        Context c = new Context(doc, doc, () -> state);
        out.println(doc.name() + ", in " + doc.unit().word());
        int number = 0;
        for (Step s : doc.steps()) {
            number++;
            StepOutcome o = state.outcome(s.id());
            String name = Talks.called(s) ? s.name() + ": " : "";
            String state1 = o.status() == StepOutcome.Status.OFF
                    ? " (off)"
                    : o.status() == StepOutcome.Status.BELOW ? " (below the work line)" : "";
            out.println(number + ". " + name + Talks.plain(s, c) + state1);
            if (!o.message().isEmpty()) {
                out.println("   fails: " + o.message());
            }
            o.notes().forEach(n -> out.println("   note: " + n));
        }
        out.flush();
    }
}
