package io.tallember.server.home;

import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.Unit;
import io.tallember.part.file.PartFile;
import io.tallember.server.guard.Refusals.NotThere;
import io.tallember.server.parts.Ledger;
import io.tallember.server.parts.Workshop;
import io.tallember.server.store.HomeMapper;
import io.tallember.server.store.NewRow;
import io.tallember.server.store.PartMapper;
import io.tallember.server.store.PartRow;
import io.tallember.server.store.Storage;
import io.tallember.server.store.ThumbnailRow;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationStartedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.stereotype.Service;

/** Folders and parts as a whole. */
@Service
public class Home {
    private final HomeMapper home;
    private final PartMapper parts;
    private final Ledger ledger;
    private final Workshop workshop;
    private final Storage storage;
    private final boolean empty;

    Home(
            HomeMapper home,
            PartMapper parts,
            Ledger ledger,
            Workshop workshop,
            Storage storage,
            @Value("${tallember.empty}") boolean empty) {
        this.home = home;
        this.parts = parts;
        this.ledger = ledger;
        this.workshop = workshop;
        this.storage = storage;
        this.empty = empty;
    }

    /** On the first start, the demo parts. */
    @EventListener(ApplicationStartedEvent.class)
    public void seed() throws IOException {
        if (empty || home.setting("seeded") != null) {
            return;
        }
        Resource[] files = new PathMatchingResourcePatternResolver().getResources("classpath:samples/*.json");
        Arrays.sort(files, Comparator.comparing(Resource::getFilename).reversed());
        List<PartDocument> samples = new ArrayList<>();
        for (Resource f : files) {
            samples.add(PartFile.read(f.getContentAsString(StandardCharsets.UTF_8)));
        }
        storage.change(() -> {
            home.put("seeded", "yes");
            long folder = newFolder("Larkmoor Weatherworks");
            samples.forEach(p -> ledger.create(p, folder));
            return folder;
        });
    }

    public long newFolder(String name) {
        String plain = named(name);
        return storage.change(() -> {
            NewRow row = new NewRow();
            home.insert(row, plain);
            return row.getId();
        });
    }

    long newPart(String name, String unit, Long folder) {
        if (name == null || unit == null) {
            throw Refusal.of("A new part needs a name and a unit.");
        }
        return bringIn(PartDocument.empty(name.strip(), Unit.of(unit)), folder);
    }

    /** A part as a file has it, in a folder or in none. */
    long bringIn(PartDocument doc, Long folder) {
        inPlace(folder);
        return ledger.create(doc, folder);
    }

    private void inPlace(Long folder) {
        if (folder != null && home.folders().stream().noneMatch(f -> f.id().equals(folder))) {
            throw noFolder();
        }
    }

    void renameFolder(long id, String name) {
        String plain = named(name);
        if (storage.change(() -> home.rename(id, plain)) == 0) {
            throw noFolder();
        }
    }

    /** Deletes an empty folder. */
    void deleteFolder(long id) {
        if (parts.all().stream().anyMatch(p -> p.folder() != null && p.folder() == id)) {
            throw Refusal.of("The folder still holds parts. Move or delete them first.");
        }
        if (storage.change(() -> home.delete(id)) == 0) {
            throw noFolder();
        }
    }

    void restoreFolder(long id) {
        if (storage.change(() -> home.restore(id)) == 0) {
            throw noFolder();
        }
    }

    void file(long part, Long folder) {
        ledger.find(part);
        inPlace(folder);
        storage.change(() -> parts.file(part, folder));
    }

    long duplicate(long id) {
        PartRow row = ledger.find(id);
        PartDocument doc = ledger.document(row);
        String name = doc.name().length() > 110 ? doc.name().substring(0, 110) : doc.name();
        return ledger.create(doc.renamed(name + " copy"), row.folder());
    }

    void delete(long id) {
        if (storage.change(() -> parts.delete(id)) == 0) {
            throw new NotThere("There is no such part. It may have been deleted already.");
        }
    }

    void restore(long id) {
        if (storage.change(() -> parts.restore(id)) == 0) {
            throw new NotThere("There is no deleted part to bring back.");
        }
    }

    /** The part's picture as it stands, drawn when asked for and kept. */
    byte[] picture(long id) {
        PartRow row = ledger.find(id);
        ThumbnailRow kept = parts.thumbnail(id);
        if (kept != null && kept.revision().equals(row.revision())) {
            return kept.png();
        }
        byte[] png = Picture.of(workshop.look(id).state());
        try {
            storage.change(() -> parts.putThumbnail(id, row.revision(), png));
        } catch (Storage.Full e) {
            // it is drawn again the next time
            return png;
        }
        return png;
    }

    private static NotThere noFolder() {
        return new NotThere("There is no such folder.");
    }

    private static String named(String name) {
        String n = name == null ? "" : name.strip();
        if (n.isEmpty() || Refusal.written(n).length() > 120) {
            throw Refusal.of("A folder's name has 1 to 120 characters.");
        }
        return n;
    }
}
