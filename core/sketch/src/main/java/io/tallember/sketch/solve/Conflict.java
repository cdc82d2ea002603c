package io.tallember.sketch.solve;

import io.tallember.sketch.Constraint;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * A set of constraints that can't hold together, newest first, none of them needless: the fewest newest ones that fight are found by
 * halving, the oldest of these is needed, and so on with what is newer than it (an insertion filter; J. Chinneck, Feasibility and
 * Infeasibility in Optimization, 2008). Some five solutions a member and doubling, where taking out one after the other needs one
 * for each constraint.
 */
public final class Conflict {
    /** How long it is made smaller; what is left then still can't hold together. */
    private static final long MILLIS = 1500;

    /**
     * @param ids newest first; empty when all hold
     * @param least whether each of them is known to be needed
     */
    public record Found(List<String> ids, boolean least) {}

    private final List<Entity> entities;
    /** The constraints' order in the sketch. */
    private final List<Constraint> order;

    private final long until = System.nanoTime() + MILLIS * 1_000_000;

    private Conflict(List<Entity> entities, List<Constraint> order) {
        this.order = order;
        this.entities = entities;
    }

    /** What fights in a sketch; nothing when it can be made to hold. */
    public static Found in(Sketch sketch) {
        if (Solver.solve(sketch).isPresent()) {
            return new Found(List.of(), true);
        }
        for (Set<String> pulling : Solver.pulling(sketch)) {
            Set<String> near = new LinkedHashSet<>();
            for (Constraint c : sketch.constraints()) {
                if (pulling.contains(c.id())) {
                    c.on().forEach(id -> join(id, sketch, near));
                }
            }
            // and what makes numbers there one
            List<Constraint> from = new ArrayList<>();
            Set<String> more = new LinkedHashSet<>(near);
            for (Constraint c : sketch.constraints()) {
                if (!c.driven() && c.on().stream().anyMatch(near::contains)) {
                    c.on().forEach(id -> join(id, sketch, more));
                    from.add(0, c);
                }
            }
            List<Entity> entities = sketch.entities().stream()
                    .filter(e -> more.contains(e.id()))
                    .toList();
            Conflict here = new Conflict(entities, sketch.constraints());
            if (!here.holds(from)) {
                return here.least(from);
            }
        }
        List<Constraint> all = new ArrayList<>();
        sketch.constraints().stream().filter(c -> !c.driven()).forEach(c -> all.add(0, c));
        return new Conflict(sketch.entities(), sketch.constraints()).least(all);
    }

    private static void join(String id, Sketch sketch, Set<String> near) {
        if (!Sketch.isGiven(id)) {
            near.add(id);
            near.addAll(sketch.find(id).orElseThrow().points());
            near.removeIf(Sketch::isGiven);
        }
    }

    /** @param from newest first; they don't hold together */
    private Found least(List<Constraint> from) {
        List<Constraint> needed = new ArrayList<>();
        List<Constraint> left = from;
        while (!left.isEmpty() && holds(needed)) {
            int lo = 0; // with so many of those left it holds
            int hi = left.size(); // with so many it doesn't
            while (hi - lo > 1) {
                if (System.nanoTime() > until) {
                    return found(needed, left.subList(0, hi), false);
                }
                int middle = (lo + hi) / 2;
                if (holds(together(needed, left.subList(0, middle)))) {
                    lo = middle;
                } else {
                    hi = middle;
                }
            }
            needed.add(left.get(hi - 1));
            left = left.subList(0, hi - 1);
        }
        // what the solver couldn't settle on the way may have kept one too many
        for (Constraint c : List.copyOf(needed)) {
            List<Constraint> without = new ArrayList<>(needed);
            without.remove(c);
            if (System.nanoTime() < until && !holds(without)) {
                needed = without;
            }
        }
        return found(needed, List.of(), true);
    }

    private static List<Constraint> together(List<Constraint> a, List<Constraint> b) {
        List<Constraint> both = new ArrayList<>(a);
        both.addAll(b);
        return both;
    }

    /** Whether some of the constraints hold together, in the order in which they were made. */
    private boolean holds(List<Constraint> some) {
        Set<Constraint> in = new LinkedHashSet<>(some);
        return Solver.solve(
                        new Sketch(entities, order.stream().filter(in::contains).toList()))
                .isPresent();
    }

    private Found found(List<Constraint> needed, List<Constraint> more, boolean least) {
        Set<Constraint> in = new LinkedHashSet<>(together(needed, more));
        List<Constraint> all = new ArrayList<>();
        order.stream().filter(in::contains).forEach(c -> all.add(0, c));
        return new Found(all.stream().map(Constraint::id).toList(), least);
    }
}
