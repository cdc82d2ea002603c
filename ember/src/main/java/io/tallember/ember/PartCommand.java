package io.tallember.ember;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import io.tallember.part.PartDocument;
import io.tallember.part.file.PartFile;
import io.tallember.part.values.Variants;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** What is done with a part file, and reported. Where the input, or a place to write to, can't be used, the exit code is 2. */
abstract class PartCommand implements Callable<Integer> {
    @Parameters(paramLabel = "PART", description = "The part file.")
    private Path part;

    @Option(names = "--report", paramLabel = "FILE", description = "Write what is found as JSON.")
    private Path report;

    @Option(
            names = "--variant",
            paramLabel = "NAME",
            description =
                    "Take this variant, or the part itself when the name is empty; without it the one the file shows.")
    private String variant;

    @Spec
    private CommandSpec spec;

    /**
     * Does it.
     *
     * @param doc the part as the variant has it
     * @return the exit code
     */
    abstract int done(PartDocument doc) throws IOException;

    /** The report of an input that can't be used. */
    abstract String unusable(String why);

    @Override
    public Integer call() {
        try {
            PartFile.Opened opened = PartFile.open(Files.readString(part));
            opened.notes().forEach(this::say);
            PartDocument whole = opened.document();
            return done(variant == null ? Variants.shown(whole) : Variants.of(whole, variant));
        } catch (GeometryException | Patience.TooLong e) {
            return refused(e.getMessage());
        } catch (IOException e) {
            return refused(Trouble.of(e));
        }
    }

    private int refused(String why) {
        say(why);
        try {
            if (report != null && !Files.exists(report)) {
                Outputs.put(report, unusable(why));
            }
        } catch (IOException e) {
            say(Trouble.of(e));
        }
        return 2;
    }

    void report(String text) throws IOException {
        if (report != null) {
            Outputs.put(report, text);
        }
    }

    void say(String sentence) {
        spec.commandLine().getErr().println(sentence);
        spec.commandLine().getErr().flush();
    }
}
