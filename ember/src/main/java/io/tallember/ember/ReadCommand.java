package io.tallember.ember;

import io.tallember.exchange.step.StepException;
import io.tallember.exchange.step.StepReader;
import io.tallember.geometry.Box3;
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
import java.util.stream.Stream;
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
    private static final double FARTHEST = 10_000;

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
            boolean missing = read.bodies().isEmpty() || read.notes().stream().anyMatch(n -> n.contains("wasn't read"));
            for (int i = 0; i < read.bodies().size(); i++) {
                Body b = read.bodies().get(i);
                if (!within(b.bounds())) {
                    err.println(read.names().get(i) + " isn't used: it reaches farther than 10 m from the origin.");
                    missing = true;
                    continue;
                }
                out.printf(
                        Locale.ROOT,
                        "%s: %d faces, %.6f mm3%n",
                        read.names().get(i),
                        b.faces().size(),
                        MassProperties.of(b).volume());
            }
            read.notes().forEach(err::println);
            return missing ? 1 : 0;
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

    private static boolean within(Box3 box) {
        return Stream.of(box.min(), box.max())
                .allMatch(p -> Math.max(Math.abs(p.x()), Math.max(Math.abs(p.y()), Math.abs(p.z()))) <= FARTHEST);
    }
}
