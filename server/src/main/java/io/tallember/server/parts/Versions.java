package io.tallember.server.parts;

import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.server.guard.Refusals.NotThere;
import io.tallember.server.store.Storage;
import io.tallember.server.store.VersionMapper;
import io.tallember.server.store.VersionRow;
import java.util.List;
import org.springframework.stereotype.Service;

/** States of parts kept under names, to compare with and to go back to. */
@Service
class Versions {
    private static final int MOST = 500;

    private final VersionMapper versions;
    private final Storage storage;

    Versions(VersionMapper versions, Storage storage) {
        this.versions = versions;
        this.storage = storage;
    }

    List<VersionRow> all(long part) {
        return versions.all(part);
    }

    void keep(long part, String name, PartDocument doc) {
        String plain = name.strip();
        if (plain.isEmpty() || Refusal.written(plain).length() > 120) {
            throw Refusal.of("A version's name has 1 to 120 characters.");
        }
        if (versions.all(part).size() >= MOST) {
            throw Refusal.of("A part keeps at most " + MOST + " versions.");
        }
        storage.change(() -> versions.add(part, plain, PartFile.write(doc)));
    }

    /** Within a change that is under way. */
    void add(long part, String name, PartDocument doc) {
        versions.add(part, name, PartFile.write(doc));
    }

    /** @throws NotThere when the part has no such version */
    PartDocument document(long part, long version) {
        String text = versions.text(part, version);
        if (text == null) {
            throw new NotThere("This part has no such version.");
        }
        return PartFile.read(text);
    }

    /** Goes back to a version, which is a command like any other: undo takes it back. */
    Command back(long part, long version) {
        return new Command.GoBack(document(part, version));
    }
}
