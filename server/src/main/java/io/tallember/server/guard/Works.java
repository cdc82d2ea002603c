package io.tallember.server.guard;

import io.tallember.geometry.Patience;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Where everything that computes for a request runs: so many works at once, so many of one part, a short queue at each part,
 * and each ended when its time is over, its asker has gone, memory runs out or the application stops. So one part that takes
 * long never keeps the others waiting.
 */
@Component
public class Works {
    /** What belongs to no part. */
    public static final long NO_PART = 0;

    private static final int AT_ONCE = 16;
    private static final int OF_A_PART = 3;
    private static final int WAITING = 12;
    private static final long MOST_MILLIS = Long.getLong("tallember.work.millis", 300_000);
    private static final long LOOK_MILLIS = 50;
    /** Of the memory there is at most; what is collected late doesn't come so far. */
    private static final double SHORT = 0.85;

    private static final long RELIEF_NANOS = 200_000_000;

    /** A work isn't begun, or not gone on with; the same may be asked again later. */
    public static final class Busy extends RuntimeException {
        private static final long serialVersionUID = 1L;

        Busy(String sentence) {
            super(sentence);
        }
    }

    /** A work needs more memory than there is. */
    public static final class TooLarge extends RuntimeException {
        private static final long serialVersionUID = 1L;

        TooLarge() {
            super(
                    "This needs more memory than Tall Ember has ("
                            + Runtime.getRuntime().maxMemory() / 1_000_000
                            + " MB), so it was stopped and nothing was changed. Make it with fewer pieces, or in several parts.");
        }
    }

    private static final class Work {
        final long begin = System.nanoTime();
        volatile RuntimeException end;
    }

    private static final class Place {
        final Semaphore free = new Semaphore(OF_A_PART, true);
        final AtomicInteger asked = new AtomicInteger();
    }

    private final Semaphore free = new Semaphore(AT_ONCE, true);
    private final Map<Long, Place> places = new HashMap<>();
    private final Set<Work> underWay = ConcurrentHashMap.newKeySet();
    private final List<Runnable> toLetGo = new CopyOnWriteArrayList<>();
    private final ReentrantLock relieving = new ReentrantLock();
    private long relieved = System.nanoTime() - RELIEF_NANOS;
    private volatile boolean stopping;

    /**
     * Does a work on this thread when its turn has come.
     *
     * @param part the part that it is about, or {@link #NO_PART}
     * @throws Busy when too many works of the part wait already, or the application stops
     * @throws TooLarge when memory ran out
     * @throws Patience.Stopped when its asker has gone
     */
    public <T> T at(long part, Supplier<T> work) {
        BooleanSupplier gone = Presence.gone();
        Place place = enter(part);
        try {
            return waited(place.free, gone, () -> waited(free, gone, () -> run(work, gone)));
        } finally {
            leave(part, place);
        }
    }

    private Place enter(long part) {
        synchronized (places) {
            Place place = places.computeIfAbsent(part, p -> new Place());
            if (place.asked.get() >= OF_A_PART + WAITING) {
                throw new Busy("Too much is asked of this at once. Wait until what is under way is done.");
            }
            place.asked.incrementAndGet();
            return place;
        }
    }

    private void leave(long part, Place place) {
        synchronized (places) {
            if (place.asked.decrementAndGet() == 0) {
                places.remove(part);
            }
        }
    }

    private <T> T waited(Semaphore turn, BooleanSupplier gone, Supplier<T> then) {
        try {
            while (!turn.tryAcquire(LOOK_MILLIS, TimeUnit.MILLISECONDS)) {
                look(gone);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw stops();
        }
        try {
            return then.get();
        } finally {
            turn.release();
        }
    }

    private void look(BooleanSupplier gone) {
        if (stopping) {
            throw stops();
        }
        if (gone.getAsBoolean()) {
            throw new Busy("Who asked for this has gone, so it wasn't done.");
        }
    }

    private <T> T run(Supplier<T> work, BooleanSupplier gone) {
        Work mine = new Work();
        underWay.add(mine);
        try {
            look(gone);
            return Patience.within(
                    MOST_MILLIS,
                    () -> {
                        relieve();
                        return mine.end != null || gone.getAsBoolean();
                    },
                    work);
        } catch (Patience.Stopped e) {
            throw mine.end != null ? mine.end : e;
        } catch (OutOfMemoryError e) {
            throw new TooLarge();
        } finally {
            underWay.remove(mine);
        }
    }

    /** What is kept for speed only is let go by this when memory grows short. */
    public void whenShort(Runnable letGo) {
        toLetGo.add(letGo);
    }

    /**
     * Looks, from within the work itself, at what memory is left. When it grows short, what is only kept for speed is let go; when
     * that isn't enough, the work that has gone on longest is ended. So one that needs too much doesn't take all with it.
     */
    private void relieve() {
        if (used() < SHORT || !relieving.tryLock()) {
            return;
        }
        try {
            if (System.nanoTime() - relieved < RELIEF_NANOS) {
                return;
            }
            toLetGo.forEach(Runnable::run);
            System.gc();
            relieved = System.nanoTime();
            if (used() > SHORT) {
                underWay.stream()
                        .filter(w -> w.end == null)
                        .min(Comparator.comparingLong(w -> w.begin))
                        .ifPresent(w -> w.end = new TooLarge());
            }
        } finally {
            relieving.unlock();
        }
    }

    private static double used() {
        Runtime r = Runtime.getRuntime();
        return (double) (r.totalMemory() - r.freeMemory()) / r.maxMemory();
    }

    /** Once the application stops nothing is begun, and what is under way ends. */
    @EventListener(ContextClosedEvent.class)
    void stop() {
        stopping = true;
        underWay.forEach(w -> w.end = stops());
    }

    private static Busy stops() {
        return new Busy("Tall Ember is being stopped, so this wasn't done and nothing was changed.");
    }
}
