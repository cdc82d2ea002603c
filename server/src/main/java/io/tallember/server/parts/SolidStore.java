package io.tallember.server.parts;

import io.tallember.part.Arrangement;
import io.tallember.part.Look;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.Unit;
import io.tallember.part.file.PartFile;
import io.tallember.part.solids.SolidFiles;
import io.tallember.part.steps.Kinds;
import io.tallember.server.guard.Works;
import io.tallember.server.store.PictureMapper;
import io.tallember.server.store.PictureRow;
import io.tallember.server.store.Storage;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** Contents of files with solids, kept beside the pictures by what they hold. */
@RestController
public class SolidStore {
    /** Longer names than a body may have are left out. */
    private static final int MOST_NAME = 120;

    private static final String TYPE = "model/step";

    private final PictureMapper store;
    private final Storage storage;
    private final Works works;
    private final Runnable end;

    SolidStore(PictureMapper store, Storage storage, Works works) {
        this.store = store;
        this.storage = storage;
        this.works = works;
        end = SolidFiles.from(hash -> Optional.ofNullable(store.find(hash))
                .filter(row -> row.type().equals(TYPE))
                .map(PictureRow::content));
    }

    @PreDestroy
    void ended() {
        end.run();
    }

    /**
     * What of a file can be used.
     *
     * @param content by what it is found again
     * @param solids how many
     */
    record Taken(String content, int solids, List<String> notes) {}

    @PostMapping(path = "/api/solids", produces = MediaType.APPLICATION_JSON_VALUE)
    Taken put(InputStream body) throws IOException {
        byte[] file = read(body);
        return works.at(Works.NO_PART, () -> taken(file));
    }

    /** Reads the whole body of an upload, and a little more than can be taken at most. */
    public static byte[] read(InputStream in) throws IOException {
        return in.readNBytes(SolidFiles.LARGEST + 1);
    }

    private Taken taken(byte[] file) {
        String hash = SolidFiles.put(file);
        SolidFiles.Read read = SolidFiles.read(hash);
        keep(hash, file);
        return new Taken(hash, read.bodies().size(), read.notes());
    }

    /**
     * A new part of a file's solids, called as the file.
     *
     * @throws io.tallember.geometry.GeometryException BAD_VALUE when the file holds none that can be used
     */
    public PartDocument part(byte[] file, String name) {
        Taken t = taken(file);
        if (t.solids() == 0) {
            throw Refusal.of(
                    t.notes().isEmpty() ? "The file holds no solid." : t.notes().get(0));
        }
        String called = name.replaceFirst("(?i)[.](step|stp)$", "").strip();
        PartDocument empty = PartDocument.empty(called.isEmpty() ? "Solids" : called, Unit.MM);
        String step = empty.freshId();
        PartDocument doc = empty.inserted(Kinds.brought(step, t.content(), name));
        return doc.with(looking(doc.arrangement(), step, SolidFiles.read(t.content())));
    }

    /** Bodies are called and coloured as their file has it; they are numbered as {@code Material} does. */
    private static Arrangement looking(Arrangement a, String step, SolidFiles.Read read) {
        Arrangement now = a;
        for (int i = 0; i < read.bodies().size(); i++) {
            String named = read.names().get(i).strip();
            boolean plain = named.length() > MOST_NAME
                    || named.isEmpty()
                    || named.matches("Solid [0-9]+")
                    || named.chars().anyMatch(Character::isISOControl)
                    || !StandardCharsets.UTF_16.newEncoder().canEncode(named);
            now = now.looking(
                    i == 0 ? step : step + "." + (i + 1),
                    new Look(plain ? "" : named, "", read.colours().get(i), false));
        }
        return now;
    }

    /** Keeps the contents that came with a part file. */
    public void takeFrom(String file) {
        for (byte[] content : PartFile.contents(file)) {
            keep(SolidFiles.put(content), content);
        }
    }

    private void keep(String hash, byte[] content) {
        storage.change(() -> store.put(hash, TYPE, content));
    }
}
