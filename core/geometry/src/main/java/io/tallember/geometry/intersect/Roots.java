package io.tallember.geometry.intersect;

import io.tallember.geometry.Patience;
import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleUnaryOperator;

/**
 * Roots of a function of one parameter that is a distance: it changes no faster than a known speed.
 *
 * <p>Stretches that the speed shows to be free of roots are left out by halving; what remains is sampled finely. There the
 * extrema are bracketed by the sign of the slope and refined; between neighbouring extrema the function is monotone, so each
 * sign change holds one root, found by bisection with secant steps. An extremum within {@code slack} of zero counts as one
 * touching root and absorbs the roots on either side of it that it causes.
 */
final class Roots {
    private static final int COARSE = 48;
    /** Where a period begins: symmetric input has its extrema at round angles, where the slope's sign is noise. */
    private static final double OFF_GRID = 0.00196487;

    record Root(double t, boolean touching) {}

    /**
     * The function to be zero.
     *
     * @param f a distance in mm
     * @param slope its derivative, only the sign of which matters
     * @param fine the widest step of the parameter at which the slope is sampled near a given parameter
     * @param speed a bound for the change of {@code f} by the parameter
     * @param slack the length within which {@code f} is zero
     */
    record Function(
            DoubleUnaryOperator f, DoubleUnaryOperator slope, DoubleUnaryOperator fine, double speed, double slack) {}

    private final Function fn;
    private final List<double[]> runs = new ArrayList<>();
    private List<Double> run = new ArrayList<>();

    private Roots(Function fn) {
        this.fn = fn;
    }

    /** Roots over one period that begins at zero, in [0, period), by growing parameter from some start. */
    static List<Root> periodic(Function fn, double period) {
        double lo = OFF_GRID * period;
        double step = period / COARSE;
        Roots r = new Roots(fn);
        int start = -1;
        for (int i = 0; i < COARSE && start < 0; i++) {
            if (r.free(lo + i * step, lo + (i + 1) * step)) {
                start = i;
            }
        }
        for (int i = 0; i < COARSE; i++) {
            int k = Math.max(start, 0) + i;
            r.sample(lo + k * step, lo + (k + 1) * step);
        }
        r.endRun();
        double length = r.runs.stream().mapToDouble(n -> n[n.length - 1] - n[0]).sum();
        boolean round = start < 0 && length > period * (1 - 1e-12);
        if (start < 0 && !round) {
            r.joinOverTheEnd(lo, period);
        }
        List<Root> out = new ArrayList<>();
        for (double[] nodes : r.runs) {
            out.addAll(r.inRun(nodes, round));
        }
        return out.stream()
                .map(x -> new Root(x.t() - period * Math.floor(x.t() / period), x.touching()))
                .toList();
    }

    /** Where the period was cut inside a run, its two parts become one. */
    private void joinOverTheEnd(double lo, double period) {
        double slack = 1e-12 * period;
        if (runs.size() < 2) {
            return;
        }
        double[] first = runs.get(0);
        double[] last = runs.get(runs.size() - 1);
        if (first[0] > lo + slack || last[last.length - 1] < lo + period - slack) {
            return;
        }
        double[] both = java.util.Arrays.copyOf(last, last.length + first.length - 1);
        for (int i = 1; i < first.length; i++) {
            both[last.length + i - 1] = first[i] + period;
        }
        runs.set(runs.size() - 1, both);
        runs.remove(0);
    }

    /** Roots between two parameters, ends included. */
    static List<Root> between(Function fn, double lo, double hi) {
        Roots r = new Roots(fn);
        for (int i = 0; i < COARSE; i++) {
            r.sample(lo + (hi - lo) * i / COARSE, lo + (hi - lo) * (i + 1) / COARSE);
        }
        r.endRun();
        List<Root> out = new ArrayList<>();
        for (double[] nodes : r.runs) {
            out.addAll(r.inRun(nodes, false));
        }
        return out;
    }

    private boolean free(double a, double b) {
        double reach = 0.5 * (b - a) * fn.speed() * 1.001 + fn.slack();
        return Math.abs(fn.f().applyAsDouble(0.5 * (a + b))) > reach;
    }

    private void sample(double a, double b) {
        Patience.check();
        if (free(a, b)) {
            endRun();
            return;
        }
        if (b - a > fn.fine().applyAsDouble(0.5 * (a + b))) {
            double m = 0.5 * (a + b);
            sample(a, m);
            sample(m, b);
            return;
        }
        if (run.isEmpty()) {
            run.add(a);
        }
        run.add(b);
    }

    private void endRun() {
        if (!run.isEmpty()) {
            runs.add(run.stream().mapToDouble(Double::doubleValue).toArray());
            run = new ArrayList<>();
        }
    }

    /** Roots inside one run of samples; {@code round} when its end is its beginning one period on. */
    private List<Root> inRun(double[] samples, boolean round) {
        List<Double> nodes = new ArrayList<>();
        double last = fn.slope().applyAsDouble(samples[0]);
        if (!round) {
            nodes.add(samples[0]);
        }
        for (int i = 0; i + 1 < samples.length; i++) {
            double next = fn.slope().applyAsDouble(samples[i + 1]);
            if (last == 0) {
                nodes.add(samples[i]);
            } else if (last * next < 0) {
                nodes.add(bisect(fn.slope(), samples[i], samples[i + 1]));
            }
            last = next;
        }
        if (nodes.isEmpty()) {
            return List.of();
        }
        nodes.add(round ? nodes.get(0) + samples[samples.length - 1] - samples[0] : samples[samples.length - 1]);
        List<Root> out = new ArrayList<>();
        double fa = fn.f().applyAsDouble(nodes.get(0));
        for (int i = 0; i + 1 < nodes.size(); i++) {
            double a = nodes.get(i);
            double b = nodes.get(i + 1);
            double fb = fn.f().applyAsDouble(b);
            boolean touchA = Math.abs(fa) <= fn.slack();
            boolean touchB = Math.abs(fb) <= fn.slack();
            if (touchA && (out.isEmpty() || out.get(out.size() - 1).t() != a)) {
                out.add(new Root(a, true));
            }
            if (!touchA && !touchB && fa * fb < 0) {
                double root = bisect(fn.f(), a, b);
                // the sign of a distance may also jump, midway between two sheets of a surface
                if (Math.abs(fn.f().applyAsDouble(root)) <= fn.slack()) {
                    out.add(new Root(root, false));
                }
            }
            if (touchB && !round && i + 2 == nodes.size()) {
                out.add(new Root(b, true));
            }
            fa = fb;
        }
        return out;
    }

    /** The root of a function that changes sign over [a, b]; bisection with regula falsi (Illinois). */
    static double bisect(DoubleUnaryOperator f, double a, double b) {
        double fa = f.applyAsDouble(a);
        double fb = f.applyAsDouble(b);
        int side = 0;
        for (int i = 0; i < 200 && b - a > 1e-15 * (1 + Math.abs(a)); i++) {
            double m = i % 3 == 2 ? 0.5 * (a + b) : (fa * b - fb * a) / (fa - fb);
            if (!(m > a && m < b)) {
                m = 0.5 * (a + b);
            }
            double fm = f.applyAsDouble(m);
            if (fm == 0) {
                return m;
            }
            if (fa * fm < 0) {
                b = m;
                fb = fm;
                fa = side == -1 ? fa / 2 : fa;
                side = -1;
            } else {
                a = m;
                fa = fm;
                fb = side == 1 ? fb / 2 : fb;
                side = 1;
            }
        }
        return Math.abs(fa) < Math.abs(fb) ? a : b;
    }
}
