package io.tallember.server.parts;

import io.tallember.exchange.Handover;
import io.tallember.inspect.findings.Checkup;
import io.tallember.inspect.findings.Finding;
import io.tallember.inspect.sheet.Sheet;
import io.tallember.inspect.sheet.SheetPdf;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.steps.Context;
import io.tallember.server.guard.Refusals.NotThere;
import io.tallember.server.store.ReleaseMapper;
import io.tallember.server.store.ReleaseRow;
import io.tallember.server.store.ReleasedFile;
import io.tallember.server.store.Storage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;

/** Releases: a part's state under a letter, with its files, its drawing and what was found frozen as they went out. */
@Service
class Releases {
    private static final int LETTERS = 26;
    private static final String TEXT = "application/json";

    private final ReleaseMapper releases;
    private final Versions versions;
    private final Storage storage;

    Releases(ReleaseMapper releases, Versions versions, Storage storage) {
        this.releases = releases;
        this.versions = versions;
        this.storage = storage;
    }

    List<ReleaseRow> all(long part) {
        return releases.all(part);
    }

    List<String> files(long release) {
        return releases.files(release);
    }

    /** @throws NotThere when the part has no such release, or that no such file */
    ReleasedFile file(long part, String letter, String name) {
        ReleasedFile f = releases.all(part).stream()
                .filter(r -> r.letter().equals(letter))
                .findFirst()
                .map(r -> releases.file(r.id(), name))
                .orElse(null);
        if (f == null) {
            throw new NotThere("This part has no such release, or it has no such file.");
        }
        return f;
    }

    /** The letter after the last one: A to Z, then AA, AB. */
    static String next(List<String> letters) {
        int n = letters.size();
        String one = String.valueOf((char) ('A' + n % LETTERS));
        return n < LETTERS ? one : (char) ('A' + (n / LETTERS - 1) % LETTERS) + one;
    }

    /**
     * Releases a part as it is shown.
     *
     * @throws io.tallember.geometry.GeometryException BAD_VALUE while something that isn't accepted stops it
     */
    void release(long part, PartDocument whole, PartState state) {
        PartDocument doc = state.document();
        Checkup checkup = Checkup.of(state, doc.arrangement().making());
        Context c = new Context(doc, doc, () -> state);
        if (checkup.stopped()) {
            throw Refusal.of(why(checkup, state, c));
        }
        String letter = next(releases.all(part).stream().map(ReleaseRow::letter).toList());
        String name = doc.name().replaceAll("[^\\p{L}\\p{N} ._-]", "_") + " " + letter;
        Map<String, ReleasedFile> files = new LinkedHashMap<>();
        files.put(name + ".step", ascii("model/step", Handover.step(state, Instant.now())));
        files.put(name + ".pdf", new ReleasedFile("application/pdf", drawing(state, letter)));
        files.put(name + ".json", text(PartFile.write(whole)));
        files.put(name + " findings.json", text(CheckApi.told(checkup, c).toPrettyString()));
        storage.change(() -> {
            versions.add(part, "Revision " + letter, whole);
            long version = versions.all(part).get(0).id();
            releases.add(part, version, letter);
            long id = releases.all(part).get(0).id();
            files.forEach((n, f) -> releases.addFile(id, n, f.type(), f.content()));
            return files.size();
        });
    }

    /** What stops a release, and what would do. */
    private static String why(Checkup checkup, PartState state, Context c) {
        if (!state.sound()) {
            return "A step can't be built, so the part isn't whole. Mend it before the part is released.";
        }
        if (!state.toItsEnd()) {
            return "The work line stands above the last steps, so they would be missing. Move it below them, then release.";
        }
        List<Finding> stopping = checkup.findings().stream()
                .filter(f -> f.stops() && !checkup.accepted(f))
                .toList();
        return (stopping.size() == 1
                        ? "What was found stops this release: "
                        : stopping.size() + " things found stop this release, first: ")
                + CheckApi.sentence(stopping.get(0).sentence(), c)
                + " Judge shows it: mend it, or accept it with a reason.";
    }

    private static byte[] drawing(PartState state, String letter) {
        PartDocument doc = state.document();
        Sheet s =
                Sheet.of(doc, state, doc.arrangement().sheet(), LocalDate.now().toString(), letter);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            SheetPdf.write(s, doc.name(), out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private static ReleasedFile ascii(String type, String text) {
        return new ReleasedFile(type, text.getBytes(StandardCharsets.US_ASCII));
    }

    private static ReleasedFile text(String text) {
        return new ReleasedFile(TEXT, text.getBytes(StandardCharsets.UTF_8));
    }
}
