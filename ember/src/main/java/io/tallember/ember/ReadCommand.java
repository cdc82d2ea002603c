package io.tallember.ember;

import io.tallember.exchange.step.StepException;
import io.tallember.solid.Body;
import io.tallember.solid.mass.MassProperties;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/**
 * Reads a STEP file and says what is in it: a line a solid, then what was set right or is wrong. Exit code 0: every solid was
 * read; 1: some weren't; 2: the file can't be used.
 */
@Command(name = "read", description = "Reads a STEP file and says what solids it holds and what is wrong with it.")
final class ReadCommand implements Callable<Integer> {
    @Parameters(paramLabel = "FILE", description = "The STEP file.")
    private Path file;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() {
        PrintWriter err = spec.commandLine().getErr();
        PrintWriter out = spec.commandLine().getOut();
        try {
            BroughtIn brought = BroughtIn.of(file);
            for (int i = 0; i < brought.bodies().size(); i++) {
                Body b = brought.bodies().get(i);
                out.printf(
                        Locale.ROOT,
                        "%s: %d faces, %.6f mm3%n",
                        brought.names().get(i),
                        b.faces().size(),
                        MassProperties.of(b).volume());
            }
            brought.notes().forEach(err::println);
            return brought.whole() ? 0 : 1;
        } catch (StepException e) {
            err.println(e.getMessage());
            return 2;
        } catch (IOException e) {
            err.println(Trouble.of(e));
            return 2;
        } finally {
            out.flush();
            err.flush();
        }
    }
}
