package io.tallember.ember;

import io.tallember.exchange.StepWriter;
import io.tallember.exchange.mesh.GltfWriter;
import io.tallember.exchange.mesh.Handed;
import io.tallember.exchange.mesh.StlWriter;
import io.tallember.exchange.mesh.ThreeMfWriter;
import io.tallember.exchange.step.StepException;
import io.tallember.geometry.GeometryException;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/**
 * Writes what a STEP file holds in other forms. Exit code 0: all of it; 1: only what could be used of it; 2: nothing, because the input
 * or an output can't be used.
 */
@Command(
        name = "convert",
        description = "Writes the solids of a STEP file as STEP, STL, 3MF or glTF, by the ending of the name.")
final class ConvertCommand implements Callable<Integer> {
    @Parameters(index = "0", paramLabel = "IN", description = "The STEP file.")
    private Path in;

    @Parameters(
            index = "1..*",
            arity = "1..*",
            paramLabel = "OUT",
            description = "Files that end in .step, .stp, .stl, .3mf or .glb.")
    private List<Path> out;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() {
        PrintWriter err = spec.commandLine().getErr();
        try {
            for (Path p : out) {
                if (!List.of("step", "stp", "stl", "3mf", "glb").contains(ending(p))) {
                    err.println(p + " can't be written: its name has to end in .step, .stp, .stl, .3mf or .glb.");
                    return 2;
                }
            }
            BroughtIn brought = BroughtIn.of(in);
            brought.notes().forEach(err::println);
            if (brought.bodies().isEmpty()) {
                err.println(in + " holds no solid that can be used, so nothing was written.");
                return 2;
            }
            for (Path p : out) {
                Outputs.put(p, written(brought, p));
            }
            return brought.whole() ? 0 : 1;
        } catch (StepException | GeometryException e) {
            err.println(e.getMessage());
            return 2;
        } catch (IOException e) {
            err.println(Trouble.of(e));
            return 2;
        } finally {
            err.flush();
        }
    }

    private static String ending(Path p) {
        String name = p.getFileName().toString();
        return name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    }

    private byte[] written(BroughtIn b, Path p) {
        String title = in.getFileName().toString().replaceFirst("\\.[^.]*$", "");
        List<Handed> handed = new ArrayList<>();
        for (int i = 0; i < b.bodies().size(); i++) {
            handed.add(new Handed(b.names().get(i), "", b.bodies().get(i)));
        }
        return switch (ending(p)) {
            case "stl" -> StlWriter.write(b.bodies());
            case "3mf" -> ThreeMfWriter.write(title, handed);
            case "glb" -> GltfWriter.write(title, handed);
            default ->
                StepWriter.write(title, b.bodies(), b.names(), Instant.now()).getBytes(StandardCharsets.US_ASCII);
        };
    }
}
