package io.tallember.ember;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import io.tallember.inspect.findings.Checkup;
import io.tallember.inspect.findings.Finding;
import io.tallember.inspect.findings.Remedies;
import io.tallember.part.Making;
import io.tallember.part.PartDocument;
import io.tallember.part.file.MakingJson;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.steps.Kinds;
import io.tallember.part.values.Variants;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/**
 * Judges whether a part can be made. Exit code 0: nothing stops release; 1: something does, or a step isn't built; 2: the input can't
 * be used, nothing was written but a report of that.
 */
@Command(name = "check", description = "Tells what speaks against making a part as it stands.")
final class CheckCommand implements Callable<Integer> {
    @Parameters(paramLabel = "PART", description = "The part file.")
    private Path part;

    @Option(
            names = "--for",
            paramLabel = "WAY",
            description = "moulded, cast, machined, printed or bent; without it as the limits or the part say.")
    private String way;

    @Option(names = "--limits", paramLabel = "FILE", description = "Limits other than the part's, as JSON.")
    private Path limits;

    @Option(names = "--report", paramLabel = "FILE", description = "Write all findings as JSON.")
    private Path report;

    @Option(
            names = "--variant",
            paramLabel = "NAME",
            description = "Check this variant, or the part itself when the name is empty.")
    private String variant;

    @Option(names = "--no-remedies", description = "Don't try which numbers would mend what is found.")
    private boolean plain;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() {
        try {
            return check();
        } catch (GeometryException | Patience.TooLong e) {
            return unusable(e.getMessage());
        } catch (IOException e) {
            return unusable(Trouble.of(e));
        }
    }

    private int check() throws IOException {
        PartFile.Opened opened = PartFile.open(Files.readString(part));
        opened.notes().forEach(this::say);
        PartDocument whole = opened.document();
        PartDocument doc = variant == null ? Variants.shown(whole) : Variants.of(whole, variant);
        Making.Way asked = way == null ? null : Making.way(way);
        Making parts = doc.arrangement().making();
        Making making = limits == null
                ? asked == null ? parts : parts.by(asked)
                : MakingJson.readFile(Files.readString(limits), parts, asked);
        Rebuild rebuild = Kinds.rebuild();
        PartState state = rebuild.build(doc);
        Checkup c = Checkup.of(state, making);
        if (!plain) {
            Remedies remedies = new Remedies(rebuild, state, c);
            c = c.with(c.findings().stream().map(remedies::tried).toList());
        }
        if (report != null) {
            Outputs.put(report, CheckReport.of(doc, c));
        }
        c.notes().forEach(s -> say(CheckReport.told(s, doc)));
        for (Finding f : c.findings()) {
            say((f.stops() && !c.accepted(f) ? "Stops: " : c.accepted(f) ? "Accepted: " : "")
                    + CheckReport.told(f.sentence(), doc));
        }
        return c.stopped() ? 1 : 0;
    }

    private int unusable(String why) {
        say(why);
        try {
            if (report != null && !Files.exists(report)) {
                Outputs.put(report, CheckReport.unusable(why));
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
