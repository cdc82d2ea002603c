package io.tallember.ember;

import io.tallember.inspect.findings.Checkup;
import io.tallember.inspect.findings.Finding;
import io.tallember.inspect.findings.Remedies;
import io.tallember.part.Making;
import io.tallember.part.PartDocument;
import io.tallember.part.file.MakingJson;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.steps.Kinds;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/**
 * Judges whether a part can be made. Exit code 0: nothing stops release; 1: something does, or a step isn't built; 2: the input can't
 * be used, nothing was written but a report of that.
 */
@Command(name = "check", description = "Tells what speaks against making a part as it stands.")
final class CheckCommand extends PartCommand {
    @Option(
            names = "--for",
            paramLabel = "WAY",
            description = "moulded, cast, machined, printed or bent; without it as the limits or the part say.")
    private String way;

    @Option(names = "--limits", paramLabel = "FILE", description = "Limits other than the part's, as JSON.")
    private Path limits;

    @Option(names = "--no-remedies", description = "Don't try which numbers would mend what is found.")
    private boolean plain;

    @Override
    int done(PartDocument doc) throws IOException {
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
        report(CheckReport.of(doc, c));
        c.notes().forEach(s -> say(CheckReport.told(s, doc)));
        for (Finding f : c.findings()) {
            say((f.stops() && !c.accepted(f) ? "Stops: " : c.accepted(f) ? "Accepted: " : "")
                    + CheckReport.told(f.sentence(), doc));
        }
        return c.stopped() ? 1 : 0;
    }

    @Override
    String unusable(String why) {
        return CheckReport.unusable(why);
    }
}
