package io.tallember.server.parts;

import io.tallember.part.Command;
import io.tallember.part.PartDocument;
import io.tallember.part.file.PartFile;
import io.tallember.server.guard.Refusals.NotThere;
import io.tallember.server.guard.Refusals.Stale;
import io.tallember.server.store.NewRow;
import io.tallember.server.store.PartMapper;
import io.tallember.server.store.PartRow;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps documents: each accepted command with the document it led to, in one transaction. */
@Service
public class Ledger {
    private final PartMapper parts;

    Ledger(PartMapper parts) {
        this.parts = parts;
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
        return PartFile.read(parts.text(row.id(), position));
    }

    /** What undo would take back, or an empty text. */
    public String undoSaid(PartRow row) {
        return row.position() > 1 ? parts.said(row.id(), row.position()) : "";
    }

    /** What redo would do again, or an empty text. */
    public String redoSaid(PartRow row) {
        return row.position() < row.newest() ? parts.said(row.id(), row.position() + 1) : "";
    }

    @Transactional
    public long create(PartDocument doc, Long folder) {
        NewRow row = new NewRow();
        parts.insert(row, folder, doc.name(), doc.unit().word());
        parts.addDocument(row.getId(), 1, PartFile.write(doc), "", "");
        return row.getId();
    }

    /** Stores a command and the document it gives. */
    @Transactional
    public void accept(PartRow row, Command command, String commandText, PartDocument next) {
        long position = row.position() + 1;
        parts.cutAfter(row.id(), row.position());
        parts.addDocument(row.id(), position, PartFile.write(next), commandText, command.said());
        move(row, next, position, position);
    }

    /** One step back or forward along the stored commands; nothing at the ends. */
    @Transactional
    public void shift(PartRow row, int by) {
        long to = row.position() + by;
        if (to < 1 || to > row.newest()) {
            return;
        }
        move(row, PartFile.read(parts.text(row.id(), to)), to, row.newest());
    }

    private void move(PartRow row, PartDocument doc, long position, long newest) {
        if (parts.move(row.id(), row.revision(), doc.name(), doc.unit().word(), position, newest) != 1) {
            throw new Stale();
        }
    }
}
