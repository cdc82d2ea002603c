package io.tallember.geometry;

import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/**
 * How long the work on a thread may take, and whether it is still wanted. Loops whose length depends on the shapes call {@link
 * #check}; it ends the work with an exception, and as everything that is worked on is immutable, nothing is left half done.
 */
public final class Patience {
    private static final ThreadLocal<Patience> NOW = new ThreadLocal<>();
    private static final int SELDOM = 31;

    /** The work isn't wanted any more. */
    public static final class Stopped extends RuntimeException {
        private static final long serialVersionUID = 1L;

        private Stopped() {
            super("The work was stopped because it isn't wanted any more.");
        }
    }

    /** The work took longer than it may. Says nothing about the shapes: with more time it may well be done. */
    public static final class TooLong extends RuntimeException {
        private static final long serialVersionUID = 1L;

        private TooLong(long millis) {
            super("This took longer than " + millis / 1000
                    + " s and was stopped. Try it again, make it simpler, for example with fewer or larger pieces, or build it in"
                    + " several steps.");
        }
    }

    private final long until;
    private final long millis;
    private final BooleanSupplier stop;
    private int asked;

    private Patience(long until, long millis, BooleanSupplier stop) {
        this.until = until;
        this.millis = millis;
        this.stop = stop;
    }

    /**
     * Does some work on this thread; inside other such work the stricter limit holds.
     *
     * @param millis how long it may take; ended with {@link TooLong}
     * @param stop asked now and then from this thread; ended with {@link Stopped} once it is true
     */
    public static <T> T within(long millis, BooleanSupplier stop, Supplier<T> work) {
        Patience outer = NOW.get();
        long until = System.nanoTime() + millis * 1_000_000;
        boolean stricter = outer != null && outer.until - until < 0;
        BooleanSupplier both = outer == null ? stop : () -> stop.getAsBoolean() || outer.stop.getAsBoolean();
        NOW.set(stricter ? new Patience(outer.until, outer.millis, both) : new Patience(until, millis, both));
        try {
            return work.get();
        } finally {
            if (outer == null) {
                NOW.remove();
            } else {
                NOW.set(outer);
            }
        }
    }

    /** Ends the work when its time is over or it isn't wanted any more. */
    public static void check() {
        Patience p = NOW.get();
        if (p != null && (++p.asked & SELDOM) == 0) {
            p.look();
        }
    }

    /** The same at once, not only now and then: for work that goes on after a part of it was given up. */
    public static void checkNow() {
        Patience p = NOW.get();
        if (p != null) {
            p.look();
        }
    }

    private void look() {
        if (stop.getAsBoolean()) {
            throw new Stopped();
        }
        if (System.nanoTime() - until > 0) {
            throw new TooLong(millis);
        }
    }
}
