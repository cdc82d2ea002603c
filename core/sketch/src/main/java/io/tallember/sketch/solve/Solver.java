package io.tallember.sketch.solve;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.SketchText;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Moves a sketch so that its constraints hold, as near to what was drawn as they allow. */
public final class Solver {
    private static final double HELD = 1e-4;
    /** A constraint that is missed by no more, in mm, holds. */
    private static final double STANDS = 1e-5;

    /** Of the largest residual: what a constraint in a fight is missed by at least. */
    private static final double PULLS = 1e-4;

    private static final double LARGEST_STRIDE = 0.15;

    private Solver() {}

    /** The sketch with all constraints holding, or empty when they can't be made to. */
    public static Optional<Sketch> solve(Sketch sketch) {
        Optional<Sketch> direct = attempt(sketch, Map.of());
        return direct.isPresent() ? direct : walk(sketch);
    }

    /** Whether all constraints hold as the sketch lies, within the tolerance. */
    public static boolean holds(Sketch sketch) {
        Equations eqs = new Equations(sketch);
        double[] values = eqs.scalars().values();
        // what constraints make one number may have been written down as two
        Sketch merged = eqs.scalars().write(sketch, values);
        for (Entity e : sketch.entities()) {
            Entity now = merged.find(e.id()).orElseThrow();
            if (e instanceof SketchPoint p
                            && p.at().minus(((SketchPoint) now).at()).length() > STANDS
                    || e instanceof SketchCircle c && Math.abs(c.radius() - ((SketchCircle) now).radius()) > STANDS) {
                return false;
            }
        }
        return eqs.all().stream().allMatch(q -> Math.abs(q.at(values).value()) <= STANDS);
    }

    /**
     * The sketch with one dimension at a new value: walked there in strides, shorter ones where a triangle would turn over, so that
     * the picture doesn't. Empty when the value can't be reached.
     */
    public static Optional<Sketch> change(Sketch sketch, String dimension, double value) {
        Constraint c = sketch.constraint(dimension).orElseThrow();
        double way = Math.abs(value - c.value());
        double longest = Math.max(LARGEST_STRIDE * Math.max(Math.abs(c.value()), 1e-3), way / 40);
        double strides = Math.max(1, Math.ceil(way / longest - 1e-9));
        Sketch at = sketch;
        double done = 0;
        double stride = 1 / strides;
        while (done < 1) {
            double next = done + stride > 1 - 1e-9 ? 1 : done + stride;
            double v = next == 1 ? value : c.value() + (value - c.value()) * next;
            Optional<Sketch> there = solve(at.replacing(c.withValue(v)));
            boolean shortest = stride < 1 / strides / 60;
            if (there.isPresent() && (shortest || Sides.keepTriangles(at, there.get()))) {
                at = there.get();
                done = next;
                stride = Math.min(1 / strides, 2 * stride);
            } else if (shortest) {
                Sketch reached = at;
                return solve(sketch.replacing(c.withValue(value))).filter(s -> Sides.keepTriangles(reached, s));
            } else {
                stride /= 2;
            }
        }
        return Optional.of(at);
    }

    /** Dimensions taken from what is measured now to what is asked, together, in strides. */
    private static Optional<Sketch> walk(Sketch sketch) {
        Sketch at = sketch;
        int steps = 8;
        for (int i = 1; i <= steps; i++) {
            Sketch goal = at;
            for (Constraint c : sketch.constraints()) {
                if (c.kind().isDimension() && !c.driven()) {
                    double now = Measurement.of(sketch, c);
                    double v = i == steps ? c.value() : now + (c.value() - now) * i / steps;
                    if (v > 0 || i == steps) {
                        goal = goal.replacing(c.withValue(v));
                    }
                }
            }
            Optional<Sketch> next = attempt(goal, Map.of());
            if (next.isEmpty()) {
                return Optional.empty();
            }
            at = next.get();
        }
        return Optional.of(at);
    }

    /**
     * @param held points that a hand holds, and where: they start there and move least
     */
    static Optional<Sketch> attempt(Sketch sketch, Map<String, Vec2> held) {
        return attempt(new Equations(sketch), sketch, held);
    }

    /** The same with sides kept as they are in {@code sides}. */
    static Optional<Sketch> attempt(Sketch sketch, Sketch sides, Set<String> given) {
        return attempt(new Equations(sketch, sides, given), sketch, Map.of());
    }

    private static Optional<Sketch> attempt(Equations eqs, Sketch sketch, Map<String, Vec2> held) {
        double[] values = eqs.scalars().values();
        double[] weight = new double[values.length];
        Arrays.fill(weight, 1);
        held.forEach((p, at) -> {
            hold(eqs.scalars(), eqs.scalars().x(p), at.x(), values, weight);
            hold(eqs.scalars(), eqs.scalars().y(p), at.y(), values, weight);
        });
        for (Group g : Group.split(eqs.all(), eqs.scalars())) {
            if (!g.solve(values, weight)) {
                return Optional.empty();
            }
        }
        Sketch solved = Measurement.driven(eqs.scalars().write(sketch, values));
        return collapsed(sketch, solved) ? Optional.empty() : Optional.of(solved);
    }

    private static void hold(Scalars scalars, int scalar, double at, double[] values, double[] weight) {
        int root = scalars.root(scalar);
        if (!scalars.isConstant(root)) {
            values[root] = at;
            weight[root] = HELD;
        }
    }

    /** Whether a curve that had a size has lost it, or an angle came out on the other side. */
    private static boolean collapsed(Sketch before, Sketch after) {
        for (SketchCurve c : after.curves()) {
            if (!(c instanceof SketchText) && !after.hasLength(c) && before.hasLength(c)) {
                return true;
            }
        }
        for (Constraint c : after.constraints()) {
            if (c.kind() == Constraint.Kind.ANGLE
                    && !c.driven()
                    && Math.abs(Measurement.of(after, c) - c.value()) > 1e-3) {
                return true;
            }
        }
        return false;
    }

    /** What is still loose, redundant or fighting. Meant for when the hand lets go. */
    public static Judgement judge(Sketch sketch) {
        Freedoms f = freedoms(sketch);
        Conflict.Found fighting = Conflict.in(sketch);
        f.redundant.removeAll(fighting.ids());
        return new Judgement(f.count, f.loose, List.copyOf(f.redundant), fighting.ids(), fighting.least());
    }

    /** How many ways a sketch can still move, the ids of what moves, and of the constraints that say nothing new. */
    record Freedoms(int count, Set<String> loose, Set<String> redundant) {}

    static Freedoms freedoms(Sketch sketch) {
        Equations eqs = new Equations(sketch);
        Scalars scalars = eqs.scalars();
        double[] values = scalars.values();
        List<Group> groups = Group.split(eqs.all(), scalars);
        Set<Integer> tied = new LinkedHashSet<>();
        Set<Integer> loose = new LinkedHashSet<>();
        Set<String> redundant = new LinkedHashSet<>(eqs.idle());
        int freedoms = 0;
        for (Group g : groups) {
            Freedom f = new Freedom(g, values);
            freedoms += f.freedoms;
            loose.addAll(f.loose);
            redundant.addAll(f.redundant);
            Arrays.stream(g.unknowns).forEach(tied::add);
        }
        for (int i = 0; i < scalars.count(); i++) {
            if (scalars.root(i) == i && !scalars.isConstant(i) && !tied.contains(i)) {
                freedoms++;
                loose.add(i);
            }
        }
        return new Freedoms(freedoms, looseIds(sketch, scalars, loose), redundant);
    }

    private static Set<String> looseIds(Sketch sketch, Scalars scalars, Set<Integer> loose) {
        Set<String> ids = new LinkedHashSet<>();
        for (Entity e : sketch.entities()) {
            boolean is;
            if (e instanceof SketchPoint p) {
                is = loose.contains(scalars.root(scalars.x(p.id()))) || loose.contains(scalars.root(scalars.y(p.id())));
            } else {
                is = e.points().stream().anyMatch(ids::contains)
                        || e instanceof Round r && loose.contains(scalars.root(scalars.r(r.id())));
            }
            if (is) {
                ids.add(e.id());
            }
        }
        // curves may stand before their points in the list
        for (SketchCurve c : sketch.curves()) {
            if (c.points().stream().anyMatch(ids::contains)) {
                ids.add(c.id());
            }
        }
        return ids;
    }

    /**
     * Sets of constraints that pull against one another where a sketch comes nearest to holding: there the derivatives of what is
     * left of the residuals cancel out, so that a constraint without any is no part of the fight. Connected ones are one set.
     */
    static List<Set<String>> pulling(Sketch sketch) {
        Equations eqs = new Equations(sketch);
        double[] values = eqs.scalars().values();
        double[] weight = new double[values.length];
        Arrays.fill(weight, 1);
        List<Equation> left = new ArrayList<>();
        for (Group g : Group.split(eqs.all(), eqs.scalars())) {
            if (!g.solve(values, weight)) {
                double share = PULLS * g.worst(values);
                g.equations.stream()
                        .filter(e -> Math.abs(e.at(values).value()) > share)
                        .forEach(left::add);
            }
        }
        List<Set<String>> out = new ArrayList<>();
        for (Group g : Group.split(left, eqs.scalars())) {
            Set<String> sources = new LinkedHashSet<>();
            g.equations.forEach(e -> sources.add(e.source()));
            sources.remove("");
            out.add(sources);
        }
        return out;
    }

    /** Constraints that can't hold together, newest first; empty when all hold. */
    public static List<String> conflict(Sketch sketch) {
        return Conflict.in(sketch).ids();
    }
}
