package io.tallember.part.rebuild;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Terms;
import io.tallember.part.PartDocument;
import io.tallember.part.SketchStep;
import io.tallember.part.Step;
import io.tallember.part.commands.Command;
import io.tallember.part.rebuild.StepOutcome.Status;
import io.tallember.part.values.Variants;
import io.tallember.solid.Face;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/**
 * Builds documents into solids, step by step. What a step gave is kept under what stood before it and the step itself, so
 * that a change builds only what stands below it, and going back costs nothing. Safe for several threads.
 */
public final class Rebuild {
    private static final int KEPT = 400;
    /** Of all results together, so that what is kept of a part with many faces takes no more memory than there is. */
    private static final long KEPT_FACES = 40_000;

    /** How long one step may take. */
    private static final long MOST_MILLIS = Long.getLong("tallember.step.millis", 60_000);

    /** Knows how steps of every kind are built. */
    public interface Builder {
        Stand build(Step step, Stand before, List<String> notes);

        /** A step with what was worked out for it by itself written down. */
        Step carried(Step step, Supplier<Stand> before);
    }

    private final Builder builder;
    private final long mostMillis;

    public Rebuild(Builder builder) {
        this(builder, MOST_MILLIS);
    }

    /** @param mostMillis how long one step may take */
    public Rebuild(Builder builder, long mostMillis) {
        this.builder = builder;
        this.mostMillis = mostMillis;
    }

    /** What stood before (by identity) and the step. */
    private record Key(Stand before, Step step) {
        /** A step's name changes nothing of what it gives. */
        static Key of(Stand before, Step step) {
            return new Key(before, step.named(""));
        }

        @Override
        public boolean equals(Object o) {
            return o instanceof Key k && k.before == before && k.step.equals(step);
        }

        @Override
        public int hashCode() {
            return Objects.hash(System.identityHashCode(before), step);
        }
    }

    private record Result(
            Stand after, String failure, Reason reason, List<String> notes, Double remedy, double millis) {
        Result taking(long nanos) {
            return new Result(after, failure, reason, notes, remedy, nanos / 1e6);
        }
    }

    private final Map<Key, Result> kept = new LinkedHashMap<>(64, 0.75f, true);
    /** Faces that the kept results made. */
    private long keptFaces;

    private void keep(Key key, Result r) {
        keptFaces += faces(key.before(), r);
        Iterator<Map.Entry<Key, Result>> eldest = kept.entrySet().iterator();
        while (kept.size() > KEPT || keptFaces > KEPT_FACES && kept.size() > 1) {
            Map.Entry<Key, Result> e = eldest.next();
            keptFaces -= faces(e.getKey().before(), e.getValue());
            eldest.remove();
        }
    }

    /** How many faces a result has that weren't there before it. */
    private static long faces(Stand before, Result r) {
        Set<Face> old = Collections.newSetFromMap(new IdentityHashMap<>());
        before.bodies().forEach(b -> old.addAll(b.body().faces()));
        return r.after().bodies().stream()
                .flatMap(b -> b.body().faces().stream())
                .filter(f -> !old.contains(f))
                .count();
    }

    /** Lets go of what is kept; the next time everything is built anew. */
    public void forget() {
        synchronized (kept) {
            kept.clear();
            keptFaces = 0;
        }
    }

    /** The part as far down as its work line says. Steps that fail are told; the rest is built on what stood before. */
    public PartState build(PartDocument doc) {
        return build(doc, () -> false);
    }

    /**
     * The same, given up with {@link Patience.Stopped} once {@code stop} is true. A step that takes longer than its time fails; what
     * was built by then is kept.
     */
    public PartState build(PartDocument doc, BooleanSupplier stop) {
        Stand stand = Stand.NOTHING;
        List<StepOutcome> outcomes = new ArrayList<>();
        for (int i = 0; i < doc.steps().size(); i++) {
            Step s = doc.steps().get(i);
            if (i >= doc.workLine()) {
                outcomes.add(new StepOutcome(s.id(), Status.BELOW, "", null, List.of(), List.of(), null, 0));
            } else if (s.off()) {
                outcomes.add(new StepOutcome(s.id(), Status.OFF, "", null, List.of(), List.of(), null, 0));
            } else {
                Result r = result(stand, s, stop);
                stand = r.after();
                outcomes.add(new StepOutcome(
                        s.id(),
                        r.failure().isEmpty() ? Status.BUILT : Status.FAILED,
                        Called.told(r.failure(), doc, stand),
                        r.reason(),
                        Terms.places(r.failure()),
                        told(r.notes(), doc, stand),
                        r.remedy(),
                        r.millis()));
            }
        }
        return new PartState(doc, stand, List.copyOf(outcomes));
    }

    private static List<String> told(List<String> notes, PartDocument doc, Stand stand) {
        return notes.stream().map(n -> Called.told(n, doc, stand)).toList();
    }

    /**
     * The document to do a command on, in which what the rebuild had worked out by itself is written down, so that the command changes
     * nothing of it: a sketch in which it draws lies where the part has carried what it traces, as it was seen; and full rounds
     * that weren't told their sides have those that they took.
     */
    public PartDocument carried(PartDocument doc, Command command) {
        PartDocument out = doc;
        for (Step s : doc.steps()) {
            Step carried = builder.carried(s, () -> before(doc, s));
            out = carried == s ? out : out.replaced(carried);
        }
        Optional<Step> step = command.drawsIn().flatMap(doc::find);
        if (step.isEmpty()
                || !(step.get() instanceof SketchStep s)
                || s.traces().isEmpty()) {
            return out;
        }
        PartDocument rest = out;
        return build(Variants.shown(doc).withWorkLine(doc.steps().indexOf(s) + 1))
                .stand()
                .sketch(s.id())
                .filter(p -> p.fault().isEmpty())
                .map(p -> rest.replaced(s.with(p.step().sketch())))
                .orElse(rest);
    }

    private Stand before(PartDocument doc, Step s) {
        return build(Variants.shown(doc).withWorkLine(doc.steps().indexOf(s))).stand();
    }

    private Result result(Stand before, Step s, BooleanSupplier stop) {
        Key key = Key.of(before, s);
        synchronized (kept) {
            Result r = kept.get(key);
            if (r != null) {
                return r;
            }
        }
        Result fresh;
        try {
            long begin = System.nanoTime();
            fresh = Patience.within(mostMillis, stop, () -> run(before, s)).taking(System.nanoTime() - begin);
        } catch (Patience.TooLong e) {
            // says nothing about the step, so it isn't kept: the next time it is tried again
            return new Result(before, e.getMessage(), null, List.of(), null, mostMillis);
        }
        synchronized (kept) {
            Result old = kept.putIfAbsent(key, fresh);
            if (old == null) {
                keep(key, fresh);
            }
            return old == null ? fresh : old;
        }
    }

    private Result run(Stand before, Step s) {
        List<String> notes = new ArrayList<>();
        try {
            Stand after = builder.build(s, before, notes);
            String fault = s instanceof SketchStep
                    ? after.sketch(s.id()).map(PlacedSketch::fault).orElse("")
                    : "";
            return new Result(after, capital(fault), null, List.copyOf(notes), null, 0);
        } catch (GeometryException e) {
            return new Result(before, e.sentence(), e.reason(), List.of(), e.remedy(), 0);
        }
    }

    private static String capital(String sentence) {
        return sentence.isEmpty() ? "" : Character.toUpperCase(sentence.charAt(0)) + sentence.substring(1);
    }
}
