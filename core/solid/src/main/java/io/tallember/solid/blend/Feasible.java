package io.tallember.solid.blend;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Tolerance;
import io.tallember.solid.Body;
import io.tallember.solid.check.BodyCheck;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleFunction;

/**
 * Which sizes of a blend work where one doesn't. The land beside an edge and the bends of its faces bound it from above, but
 * corners, swallowed neighbours and the blend meeting itself do so too, and not evenly: so each size that is given was built.
 */
public final class Feasible {
    /** Parts of the size that failed, tried from above until one works. */
    private static final double[] LADDER = {0.97, 0.88, 0.75, 0.6, 0.45, 0.3, 0.18, 0.1, 0.05, 0.02};

    private static final double CLOSE = 1.004;
    private static final double NEXT = 1.02;
    /** How often a size that works beyond a gap is followed on. */
    private static final int GAPS = 6;

    private final DoubleFunction<List<Body>> build;

    /** The largest size that was built by now. */
    private double best;

    private Feasible(DoubleFunction<List<Body>> build) {
        this.build = build;
    }

    /**
     * A size that works.
     *
     * @param size in mm
     * @param most whether none between it and the one that failed is known to work, to within half a percent; the search's time was
     *     over else
     */
    public record Found(double size, boolean most) {}

    /**
     * The largest size below one that failed, rounded down to what is worth typing; a smaller one that works when the search takes
     * too long, nothing when none works.
     *
     * @param millis how long may be searched
     * @param build gives the bodies for a size, or throws
     */
    public static Optional<Found> below(double failed, long millis, DoubleFunction<List<Body>> build) {
        Feasible search = new Feasible(build);
        try {
            OptionalDouble most = Patience.within(millis, () -> false, () -> search.search(failed));
            return most.isPresent() ? Optional.of(new Found(most.getAsDouble(), true)) : Optional.empty();
        } catch (Patience.TooLong e) {
            // the search's own time is over, or that of the work it is part of
            Patience.checkNow();
            return search.best > 0 ? Optional.of(new Found(search.best, false)) : Optional.empty();
        }
    }

    private OptionalDouble search(double failed) {
        double good = 0;
        double bad = failed;
        for (double f : LADDER) {
            if (works(f * failed)) {
                good = f * failed;
                break;
            }
            bad = f * failed;
        }
        if (good == 0) {
            return OptionalDouble.empty();
        }
        good = edge(good, bad);
        for (int i = 0; i < GAPS && NEXT * good < failed && works(NEXT * good); i++) {
            double from = NEXT * good;
            good = from;
            double step = from;
            while (step * NEXT < failed && works(step * NEXT)) {
                step *= NEXT;
                good = step;
            }
            good = edge(good, Math.min(failed, step * NEXT));
        }
        double plain = plain(good);
        return works(plain) ? OptionalDouble.of(plain) : OptionalDouble.of(good);
    }

    private double edge(double works, double fails) {
        double good = works;
        double bad = fails;
        while (bad > CLOSE * good) {
            double mid = 0.5 * (good + bad);
            if (works(mid)) {
                good = mid;
            } else {
                bad = mid;
            }
        }
        return good;
    }

    /** Rounded down to three digits or so. */
    private static double plain(double v) {
        double unit = Math.pow(10, Math.floor(Math.log10(v)) - 2);
        return Math.rint(Math.floor(v / unit + 1e-9) * unit * 1e9) / 1e9;
    }

    private boolean works(double size) {
        try {
            boolean sound = build.apply(size).stream()
                    .allMatch(b -> BodyCheck.deep(b, Tolerance.DEFAULT).valid());
            best = sound ? Math.max(best, size) : best;
            return sound;
        } catch (GeometryException e) {
            return false;
        }
    }
}
