package io.tallember.server.parts;

import io.tallember.server.store.Storage;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;

/** Packs what earlier versions stored, aside and bit by bit. Undo and redo reach as far as before. */
@Component
class Packing {
    private static final int AT_ONCE = 20;
    private static final long REST_MILLIS = 50;

    private final Ledger ledger;

    Packing(Ledger ledger) {
        this.ledger = ledger;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        Thread aside = new Thread(this::pack, "packing");
        aside.setDaemon(true);
        aside.setPriority(Thread.MIN_PRIORITY);
        aside.start();
    }

    private void pack() {
        try {
            while (ledger.packSome(AT_ONCE)) {
                Thread.sleep(REST_MILLIS);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (Storage.Full | DataAccessException | IllegalStateException e) {
            LoggerFactory.getLogger(Packing.class).warn("Older documents stay as they are for now: {}", e.getMessage());
        }
    }
}
