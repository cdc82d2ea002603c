package io.tallember.server.parts;

import io.tallember.part.PartDocument;
import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.server.guard.Refusals.NotThere;
import io.tallember.server.guard.Refusals.Stale;
import io.tallember.server.store.DocumentRow;
import io.tallember.server.store.NewRow;
import io.tallember.server.store.Packed;
import io.tallember.server.store.PartMapper;
import io.tallember.server.store.PartRow;
import io.tallember.server.store.Storage;
import java.util.List;
import org.springframework.stereotype.Service;

/**
 * Keeps documents: each accepted command with what it changed in the document, and the whole document now and then, in one
 * transaction.
 */
@Service
public class Ledger {
    /** A whole document at least so often, so that few differences are put together to read one. */
    private static final int WHOLE_EVERY = 64;
    /** A difference this much of the whole is no gain. */
    private static final double WORTH = 0.5;

    private final PartMapper parts;
    private final Storage storage;

    Ledger(PartMapper parts, Storage storage) {
        this.parts = parts;
        this.storage = storage;
    }

    /** @throws NotThere when there is no such part */
    public PartRow find(long id) {
        PartRow row = parts.find(id);
        if (row == null) {
            throw new NotThere("There is no such part. It may have been deleted.");
        }
        return row;
    }

    public PartDocument document(PartRow row) {
        return document(row, row.position());
    }

    /** As it was after the command at a position. */
    public PartDocument document(PartRow row, long position) {
        return PartFile.read(text(row.id(), position));
    }

    private String text(long part, long position) {
        String text = "";
        List<DocumentRow> rows = parts.documents(part, position);
        for (DocumentRow r : rows) {
            text = r.text() != null ? r.text() : r.whole() ? Packed.read(r.content()) : Packed.read(text, r.content());
        }
        if (rows.isEmpty() || rows.get(rows.size() - 1).position() != position) {
            throw new NotThere("This part has no such state. It may have been changed in another window.");
        }
        return text;
    }

    /** What undo would take back, or an empty text. */
    public String undoSaid(PartRow row) {
        return row.position() > 1 ? parts.said(row.id(), row.position()) : "";
    }

    /** What redo would do again, or an empty text. */
    public String redoSaid(PartRow row) {
        return row.position() < row.newest() ? parts.said(row.id(), row.position() + 1) : "";
    }

    public long create(PartDocument doc, Long folder) {
        return storage.change(() -> {
            NewRow row = new NewRow();
            parts.insert(row, folder, doc.name(), doc.unit().word());
            parts.addDocument(row.getId(), 1, true, Packed.whole(PartFile.write(doc)), Packed.whole(""), "");
            return row.getId();
        });
    }

    /** Stores a command and the document it gives. */
    public void accept(PartRow row, Command command, String commandText, PartDocument next) {
        long position = row.position() + 1;
        storage.change(
                () -> {
                    parts.cutAfter(row.id(), row.position());
                    Kept kept = kept(row.id(), position, PartFile.write(next));
                    parts.addDocument(
                            row.id(),
                            position,
                            kept.whole(),
                            kept.content(),
                            Packed.whole(commandText),
                            command.said());
                    move(row, next, position, position);
                    return row;
                },
                () -> stored(row));
    }

    private record Kept(boolean whole, byte[] content) {}

    private Kept kept(long part, long position, String text) {
        byte[] whole = Packed.whole(text);
        if (position % WHOLE_EVERY == 1) {
            return new Kept(true, whole);
        }
        String before = text(part, position - 1);
        byte[] difference = Packed.after(before, text);
        boolean worth = difference.length < WORTH * whole.length;
        if (worth && !Packed.read(before, difference).equals(text)) {
            throw new IllegalStateException("A document doesn't unpack to what was packed.");
        }
        return worth ? new Kept(false, difference) : new Kept(true, whole);
    }

    /** One step back or forward along the stored commands; nothing at the ends. */
    public void shift(PartRow row, int by) {
        long to = row.position() + by;
        if (to < 1 || to > row.newest()) {
            return;
        }
        PartDocument doc = document(row, to);
        storage.change(
                () -> {
                    move(row, doc, to, row.newest());
                    return row;
                },
                () -> stored(row));
    }

    private boolean stored(PartRow row) {
        return find(row.id()).revision() == row.revision() + 1;
    }

    private void move(PartRow row, PartDocument doc, long position, long newest) {
        if (parts.move(row.id(), row.revision(), doc.name(), doc.unit().word(), position, newest) != 1) {
            throw new Stale();
        }
    }

    /**
     * Packs a few documents that an earlier version kept.
     *
     * @return whether there may be more
     */
    boolean packSome(int most) {
        List<DocumentRow> old = parts.unpacked(most);
        for (DocumentRow r : old) {
            storage.change(() -> {
                Kept kept = r.position() == 1
                        ? new Kept(true, Packed.whole(r.text()))
                        : kept(r.part(), r.position(), r.text());
                String command = parts.command(r.part(), r.position());
                parts.pack(
                        r.part(),
                        r.position(),
                        kept.whole(),
                        kept.content(),
                        Packed.whole(command == null ? "" : command));
                return r;
            });
        }
        return old.size() == most;
    }
}
