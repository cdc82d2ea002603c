package io.tallember.server.parts;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import io.tallember.part.commands.Command;
import io.tallember.part.file.CommandJson;
import io.tallember.part.file.SketchFacts;
import io.tallember.part.rebuild.Difference;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.Spots;
import io.tallember.part.steps.Talks;
import io.tallember.part.values.Variants;
import io.tallember.server.guard.Refusals.Stale;
import io.tallember.server.guard.Works;
import io.tallember.server.store.PartRow;
import io.tallember.sketch.Sketch;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.BooleanSupplier;
import java.util.function.Function;
import java.util.function.Supplier;
import org.springframework.stereotype.Service;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Works on parts: one writer a part at a time, stale commands refused, results of steps kept between rebuilds. */
@Service
public class Workshop {
    private static final int BENCHES = 24;
    /** The command that keeps what a sentence says. */
    private static final String KEEP = "keep";

    private static final long LOOK_MILLIS = 50;
    /** How long a command may work on the document, before the part is built from it. */
    private static final long EDIT_MILLIS = 15_000;

    /**
     * A part with its stored place and its built state.
     *
     * @param document as it is written down; the state is built from it as the chosen variant has it
     */
    public record Piece(PartRow row, PartDocument document, PartState state, String undo, String redo) {}

    /** So many pages can ask for previews of one part side by side. */
    private static final int MOST_PAGES = 16;

    private static final class Bench {
        final ReentrantLock writing = new ReentrantLock();
        final Rebuild rebuild = Kinds.rebuild();
        /** The document last read or stored, so that it needn't be read from text again. */
        volatile Read read = new Read(-1, null, null);
        /** The newest preview that each page asked for; its older ones aren't wanted any more. */
        private final Map<String, Object> previews = new LinkedHashMap<>();

        synchronized BooleanSupplier newest(String page) {
            Object mine = new Object();
            previews.remove(page);
            previews.put(page, mine);
            if (previews.size() > MOST_PAGES) {
                previews.remove(previews.keySet().iterator().next());
            }
            return () -> {
                synchronized (this) {
                    return previews.get(page) != mine;
                }
            };
        }

        synchronized void endPreviews() {
            previews.clear();
        }
    }

    private record Read(long revision, PartDocument document, PartDocument shown) {}

    private final Ledger ledger;
    private final Map<Long, Bench> benches = new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Long, Bench> eldest) {
            return size() > BENCHES && !eldest.getValue().writing.isLocked();
        }
    };

    Workshop(Ledger ledger, Works works) {
        this.ledger = ledger;
        works.whenShort(this::forget);
    }

    private Bench bench(long id) {
        synchronized (benches) {
            return benches.computeIfAbsent(id, k -> new Bench());
        }
    }

    public Piece look(long id) {
        return piece(ledger.find(id));
    }

    public PartDocument document(long id) {
        return read(ledger.find(id)).document();
    }

    /** The part's document as the chosen variant has it. */
    public PartDocument shown(long id) {
        return read(ledger.find(id)).shown();
    }

    /** A sketch as it lies in the part that is shown; empty when the step is none, or isn't built. */
    public Optional<Sketch> sketch(long id, String step) {
        return look(id).state().stand().sketch(step).map(s -> s.step().sketch());
    }

    /** A part built as one of its variants has it; as it is itself when the name is empty. */
    public PartState variant(long id, String variant) {
        return bench(id).rebuild.build(Variants.of(document(id), variant));
    }

    /** Any document built with what is kept of a part. */
    public PartState built(long id, PartDocument doc) {
        return bench(id).rebuild.build(doc);
    }

    /** The document before the last command; the present one when there is none. */
    public PartDocument previous(long id) {
        PartRow row = ledger.find(id);
        return row.position() > 1 ? ledger.document(row, row.position() - 1) : document(id);
    }

    private Read read(PartRow row) {
        Bench b = bench(row.id());
        Read read = b.read;
        if (read.revision() != row.revision()) {
            PartDocument doc = ledger.document(row);
            read = new Read(row.revision(), doc, Variants.shown(doc));
            b.read = read;
        }
        return read;
    }

    private Piece piece(PartRow row) {
        Read read = read(row);
        PartState state = bench(row.id()).rebuild.build(read.shown());
        return new Piece(row, read.document(), state, ledger.undoSaid(row), ledger.redoSaid(row));
    }

    /**
     * Does a command, makes its answer, and stores it then: what can't be answered isn't stored.
     *
     * @param revision what the asker last saw
     * @param answer made of the part as it would be
     */
    public <T> T command(long id, long revision, JsonNode command, Function<Piece, T> answer) {
        return accepting(id, revision, command, doc -> kept(id, command, doc), answer);
    }

    /** A command as it is asked for: a sentence that is kept, or anything else. */
    private Command kept(long id, JsonNode command, PartDocument doc) {
        return command.path("do").asString("").equals(KEEP)
                ? Talks.kept(command.path("talk"), context(id, doc))
                : CommandJson.read(command, doc);
    }

    private Context context(long id, PartDocument doc) {
        PartDocument shown = Variants.shown(doc);
        return new Context(doc, shown, () -> bench(id).rebuild.build(shown));
    }

    /**
     * What a sentence is after an entry; nothing is stored, and nothing is built but what is seen.
     *
     * @param revision what the asker last saw
     */
    public ObjectNode sentence(long id, long revision, JsonNode asked) {
        return Talks.answer(asked, seen(id, revision));
    }

    /** The rows of the shelves that can be begun with all that is picked. */
    public List<String> fitting(long id, long revision, JsonNode picked) {
        return Talks.fitting(picked, seen(id, revision));
    }

    /** Where a click on a flat face snaps to. */
    public ObjectNode spots(long id, long revision, String body, String face) {
        return Spots.on(body, face, seen(id, revision));
    }

    /** The part as an asker last saw it, to be looked into. */
    public Context asked(long id, long revision) {
        return seen(id, revision);
    }

    /** The part as an asker last saw it. */
    private Context seen(long id, long revision) {
        PartRow row = ledger.find(id);
        if (row.revision() != revision) {
            throw new Stale();
        }
        return context(id, read(row).document());
    }

    /** Traces something of the part into a sketch and stores it. */
    public <T> T trace(long id, long revision, JsonNode asked, Function<Piece, T> answer) {
        return accepting(
                id, revision, asked, doc -> SketchFacts.trace(bench(id).rebuild, Variants.shown(doc), asked), answer);
    }

    /** Does a command that isn't the browser's own and stores it under a text that tells it. */
    public <T> T apply(long id, long revision, JsonNode text, Command command, Function<Piece, T> answer) {
        return accepting(id, revision, text, doc -> command, answer);
    }

    private <T> T accepting(
            long id, long revision, JsonNode text, Function<PartDocument, Command> command, Function<Piece, T> answer) {
        return writing(id, revision, row -> {
            Bench b = bench(id);
            PartDocument doc = read(row).document();
            Command c = told(doc, () -> Patience.within(EDIT_MILLIS, () -> false, () -> command.apply(doc)));
            PartDocument next = told(doc, () -> done(c, doc, b));
            PartDocument shown = Variants.shown(next);
            T out = answer.apply(
                    new Piece(row.after(next.name(), next.unit().word()), next, b.rebuild.build(shown), c.said(), ""));
            ledger.accept(row, c, text.toString(), next);
            b.read = new Read(revision + 1, next, shown);
            return out;
        });
    }

    /** Does something to a document; what is refused is told in its unit. */
    private static <T> T told(PartDocument doc, Supplier<T> work) {
        try {
            return work.get();
        } catch (GeometryException e) {
            throw e.told(doc.unit().telling(id -> doc.find(id).map(Step::name).orElse(id)));
        }
    }

    private static PartDocument done(Command c, PartDocument doc, Bench b) {
        PartDocument carried = b.rebuild.carried(doc, c);
        return Patience.within(EDIT_MILLIS, () -> false, () -> c.done(carried));
    }

    /** One command back (-1) or forward (1). */
    public Piece shift(long id, long revision, int by) {
        writing(id, revision, row -> {
            ledger.shift(row, by);
            return row;
        });
        return look(id);
    }

    private <T> T writing(long id, long revision, Function<PartRow, T> change) {
        Bench b = bench(id);
        lock(b.writing);
        try {
            PartRow row = ledger.find(id);
            if (row.revision() != revision) {
                throw new Stale();
            }
            b.endPreviews();
            return change.apply(row);
        } finally {
            b.writing.unlock();
        }
    }

    /** Waits for its turn, as long as that is wanted. */
    private static void lock(ReentrantLock lock) {
        try {
            while (!lock.tryLock(LOOK_MILLIS, TimeUnit.MILLISECONDS)) {
                Patience.checkNow();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Interrupted while waiting for its turn", e);
        }
    }

    /** Lets go of what is kept for speed only. */
    private void forget() {
        synchronized (benches) {
            benches.values().removeIf(b -> !b.writing.isLocked());
            benches.values().forEach(b -> b.rebuild.forget());
        }
    }

    /**
     * What a command would give; nothing is stored. A newer preview of the same page ends this one, as does a change of the part.
     *
     * @param page tells the pages apart that show the part
     * @throws io.tallember.geometry.Patience.Stopped when it was ended
     */
    public Piece preview(long id, long revision, JsonNode command, String page) {
        return tried(id, revision, command, bench(id).newest(page));
    }

    /** The material that would come and go with a command, under the same conditions. */
    public Difference difference(long id, long revision, JsonNode command, String page) {
        BooleanSupplier stop = bench(id).newest(page);
        PartState after = tried(id, revision, command, stop).state();
        PartState before = look(id).state();
        return Patience.within(EDIT_MILLIS, stop, () -> Difference.between(before, after));
    }

    private Piece tried(long id, long revision, JsonNode command, BooleanSupplier stop) {
        PartRow row = ledger.find(id);
        if (row.revision() != revision) {
            throw new Stale();
        }
        Bench b = bench(id);
        PartDocument doc = read(row).document();
        Command c = told(
                doc,
                () -> command.path("do").asString("").equals(KEEP)
                        ? Talks.preview(command.path("talk"), context(id, doc))
                                .orElseThrow(() -> Refusal.of("Something is still missing in this sentence."))
                        : CommandJson.read(command, doc));
        PartDocument next = told(doc, () -> done(c, doc, b));
        PartState state = b.rebuild.build(Variants.shown(next), stop);
        return new Piece(row, next, state, ledger.undoSaid(row), ledger.redoSaid(row));
    }
}
