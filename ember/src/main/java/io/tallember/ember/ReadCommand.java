package io.tallember.ember;

import io.tallember.exchange.step.StepException;
import io.tallember.exchange.step.StepReader;
import io.tallember.geometry.Tolerance;
import io.tallember.solid.Body;
import io.tallember.solid.mass.MassProperties;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
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
            String text = new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1);
            StepReader.Read read = StepReader.read(text, Tolerance.DEFAULT);
            for (int i = 0; i < read.bodies().size(); i++) {
                Body b = read.bodies().get(i);
                out.printf(
                        Locale.ROOT,
                        "%s: %d faces, %.6f mm3%n",
                        read.names().get(i),
                        b.faces().size(),
                        MassProperties.of(b).volume());
            }
            read.notes().forEach(err::println);
            boolean missing = read.bodies().isEmpty() || read.notes().stream().anyMatch(n -> n.contains("wasn't read"));
            return missing ? 1 : 0;
        } catch (StepException e) {
            err.println(e.getMessage());
            return 2;
        } catch (IOException e) {
            err.println("Can't read " + e.getMessage() + ".");
            return 2;
        } finally {
            out.flush();
            err.flush();
        }
    }
}
