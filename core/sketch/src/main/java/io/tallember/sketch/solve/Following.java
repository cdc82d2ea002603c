package io.tallember.sketch.solve;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Carries a sketch along when what is given in it lies elsewhere: what hangs on that keeps the sides, senses and turns that it had.
 * Given points and dimensions are taken to where they are to be in strides; a stride is good when two halves of it lead to the
 * same place and nothing turns over in it, else it is halved (continuation with step control; E. Allgower and K. Georg, Numerical
 * Continuation Methods, 1990).
 */
public final class Following {
    /** Halvings of the way: near where there is just one place left, strides have to be as short. */
    private static final int DEEPEST = 18;

    /**
     * How a sketch followed.
     *
     * @param sketch as it is now; where it couldn't follow, with what is given where it is now and the rest where it was
     * @param holds whether all its constraints hold
     * @param turned ids of constraints and curves that would have turned over, where that is why it couldn't follow
     * @param changed ids of curves whose points now stand in another order, or whose corner turns the other way
     */
    public record Outcome(Sketch sketch, boolean holds, List<String> turned, List<String> changed) {}

    /** Radii that differ by less, in mm, are one: those of arcs are worked out from their points. */
    private static final double SAME = 1e-12;

    private final Sketch from;
    private final Map<String, Vec2> places;
    private final Map<String, Double> radii;
    private final Map<String, Double> numbers = new LinkedHashMap<>();
    private final Set<String> given = new LinkedHashSet<>();
    private Set<String> turned = Set.of();

    private Following(Sketch from, Map<String, Vec2> places, Map<String, Double> radii) {
        this.from = from;
        this.places = places;
        this.radii = radii;
        for (SketchCurve c : from.curves()) {
            if (!c.points().isEmpty() && places.keySet().containsAll(c.points())) {
                given.add(c.id());
            }
        }
        for (Constraint c : from.constraints()) {
            if (c.kind().isDimension() && !c.driven()) {
                numbers.put(c.id(), Measurement.of(from, c));
            }
        }
    }

    /**
     * The sketch with given points at {@code places}, in mm, and traced circles and arcs with {@code radii}, in mm.
     *
     * @param sketch as it was, with all its constraints holding; their numbers may be new ones
     */
    public static Outcome follow(Sketch sketch, Map<String, Vec2> places, Map<String, Double> radii) {
        Following f = new Following(sketch, places, radii);
        Sketch goal = f.at(sketch, 1);
        if (f.still() && Solver.holds(goal)) {
            return new Outcome(sketch, true, List.of(), List.of());
        }
        if (places.isEmpty() && radii.isEmpty()) {
            Optional<Sketch> solved = Solver.solve(sketch);
            return new Outcome(solved.orElse(sketch), solved.isPresent(), List.of(), List.of());
        }
        Sides before = Sides.of(sketch);
        Optional<Sketch> now = f.advance(sketch, 0, 0.5, 1).flatMap(half -> f.advance(half, 0.5, 1, 1));
        if (now.isEmpty()) {
            Set<String> why = f.turned;
            if (why.isEmpty()) {
                why = Solver.attempt(goal, sketch, Set.of())
                        .map(s -> Sides.of(s).turned(before))
                        .orElse(Set.of());
            }
            return new Outcome(goal, false, List.copyOf(why), List.of());
        }
        Sides after = Sides.of(now.get());
        Set<String> over = after.turned(before);
        return over.isEmpty()
                ? new Outcome(now.get(), true, List.of(), List.copyOf(after.changed(before)))
                : new Outcome(goal, false, List.copyOf(over), List.of());
    }

    private boolean still() {
        return places.entrySet().stream()
                        .allMatch(e -> from.point(e.getKey()).at().equals(e.getValue()))
                && radii.entrySet().stream()
                        .allMatch(e -> from.find(e.getKey()).orElseThrow() instanceof Round r
                                && Math.abs(from.radius(r) - e.getValue()) < SAME);
    }

    /** What is given, and the numbers, part of the way there; the rest as in {@code now}. */
    private Sketch at(Sketch now, double t) {
        Map<String, Vec2> there = new LinkedHashMap<>();
        places.forEach((p, to) -> {
            Vec2 was = from.point(p).at();
            there.put(p, t == 1 ? to : was.plus(t, to.minus(was)));
        });
        Map<String, Double> sizes = new LinkedHashMap<>();
        radii.forEach((c, to) -> {
            double was = from.radius((Round) from.find(c).orElseThrow());
            sizes.put(c, t == 1 ? to : was + t * (to - was));
        });
        Sketch moved = now.moved(there, sizes);
        List<Constraint> numbered =
                from.constraints().stream().map(c -> number(c, sizes, t)).toList();
        return new Sketch(moved.entities(), numbered);
    }

    private Constraint number(Constraint c, Map<String, Double> sizes, double t) {
        Double radius = c.on().isEmpty() ? null : sizes.get(c.on().get(0));
        if (radius != null && (c.kind() == Kind.RADIUS || c.kind() == Kind.DIAMETER)) {
            return c.withValue(c.kind() == Kind.RADIUS ? radius : 2 * radius);
        }
        Double was = numbers.get(c.id());
        return was == null || t == 1 ? c : c.withValue(was + t * (c.value() - was));
    }

    private Optional<Sketch> advance(Sketch state, double t0, double t1, int depth) {
        double middle = 0.5 * (t0 + t1);
        Optional<Sketch> direct = stride(state, t1);
        Optional<Sketch> half = stride(state, middle);
        Optional<Sketch> two = half.flatMap(h -> stride(h, t1));
        if (direct.isPresent() && two.isPresent()) {
            double way = Strides.apart(state, two.get());
            if (Strides.apart(direct.get(), two.get()) <= 0.1 * way + 1e-7 && alike(state, two.get())) {
                return two;
            }
        }
        if (depth > DEEPEST) {
            return Optional.empty();
        }
        return advance(state, t0, middle, depth + 1).flatMap(h -> advance(h, middle, t1, depth + 1));
    }

    private Optional<Sketch> stride(Sketch state, double t) {
        return Solver.attempt(at(state, t), state, t == 1 ? Set.of() : given);
    }

    private boolean alike(Sketch a, Sketch b) {
        Set<String> over = new LinkedHashSet<>(Sides.of(b).turned(Sides.of(a)));
        over.addAll(Strides.turned(a, b));
        turned = over;
        return over.isEmpty();
    }
}
