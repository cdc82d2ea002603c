package io.tallember.part.values;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Terms;
import io.tallember.part.Measure;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.SketchStep;
import io.tallember.part.SketchWords;
import io.tallember.part.Step;
import io.tallember.part.Unit;
import io.tallember.part.Value;
import io.tallember.part.Variant;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.solve.Solver;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Works out a part's values, and carries them into the dimensions and distances that are given by formulas. A formula's
 * place is the step's id, a stroke, and the dimension's id or {@code distance}.
 */
public final class Formulas {
    private final Map<String, String> written = new HashMap<>();
    private final Map<String, Amount> known = new LinkedHashMap<>();
    private final Deque<String> open = new ArrayDeque<>();
    private final Unit unit;

    private Formulas(List<Value> values, Unit unit) {
        values.forEach(v -> written.put(v.name(), v.formula()));
        this.unit = unit;
    }

    /** Every value's number as a designer reads it: lengths in the part's unit, angles in degrees, others plain. */
    public static Map<String, Double> numbers(PartDocument doc) {
        Formulas f = new Formulas(doc.values(), doc.unit());
        Map<String, Double> out = new LinkedHashMap<>();
        doc.values().forEach(v -> out.put(v.name(), f.value(v.name()).read(doc.unit())));
        return out;
    }

    /** A length in mm from a formula. */
    public static double length(String formula, PartDocument doc) {
        Amount a = new Formulas(doc.values(), doc.unit()).evaluate(formula);
        if (a.isPlain()) {
            return a.number() * doc.unit().millimetres();
        }
        if (a.length() != 1 || a.angle() != 0) {
            throw Refusal.of(Refusal.quoted(formula) + " is " + a.word() + ", where a length is needed.");
        }
        return a.number();
    }

    /** An angle in radians from a formula; a plain number counts in degrees. */
    public static double angle(String formula, PartDocument doc) {
        Amount a = new Formulas(doc.values(), doc.unit()).evaluate(formula);
        if (a.length() != 0 || a.angle() > 1 || a.angle() < 0) {
            throw Refusal.of(Refusal.quoted(formula) + " is " + a.word() + ", where an angle is needed.");
        }
        return a.isPlain() ? Math.toRadians(a.number()) : a.number();
    }

    /** A number without a unit from a formula. */
    public static double plain(String formula, PartDocument doc) {
        Amount a = new Formulas(doc.values(), doc.unit()).evaluate(formula);
        if (!a.isPlain()) {
            throw Refusal.of(Refusal.quoted(formula) + " is " + a.word() + ", where a plain number is needed.");
        }
        return a.number();
    }

    /** A number of some measure from a formula. */
    public static double number(String formula, Measure measure, PartDocument doc) {
        return switch (measure) {
            case LENGTH -> length(formula, doc);
            case ANGLE -> angle(formula, doc);
            case PLAIN -> plain(formula, doc);
        };
    }

    /** The names of the values that a formula goes by. */
    public static java.util.Set<String> names(String formula) {
        return Expression.names(formula);
    }

    private Amount evaluate(String formula) {
        return Expression.evaluate(formula, unit, this::value);
    }

    private Amount value(String name) {
        Amount done = known.get(name);
        if (done != null) {
            return done;
        }
        String formula = written.get(name);
        if (formula == null) {
            throw Refusal.of("There is no value called " + Refusal.quoted(name) + ".");
        }
        if (open.contains(name)) {
            throw Refusal.of("The values " + String.join(", ", open) + " depend on one another in a ring.");
        }
        open.push(name);
        Amount a = evaluate(formula);
        open.pop();
        known.put(name, a);
        return a;
    }

    /** Where each value is used: names of other values, and places of formulas. */
    public static Map<String, List<String>> uses(PartDocument doc) {
        Map<String, List<String>> out = new LinkedHashMap<>();
        doc.values().forEach(v -> out.put(v.name(), new java.util.ArrayList<>()));
        doc.values()
                .forEach(v -> Expression.names(v.formula())
                        .forEach(n ->
                                out.getOrDefault(n, new java.util.ArrayList<>()).add(v.name())));
        doc.formulas()
                .forEach((place, formula) -> Expression.names(formula)
                        .forEach(n ->
                                out.getOrDefault(n, new java.util.ArrayList<>()).add(place)));
        return out;
    }

    /** A formula's place as a designer would say it, such as {@code Plate's distance}. */
    public static String said(PartDocument doc, String place) {
        String[] at = place.split("/");
        if (at.length < 2 || doc.find(at[0]).isEmpty()) {
            return place; // another value, by its name
        }
        Step step = doc.step(at[0]);
        String what = step instanceof SketchStep s
                ? s.sketch()
                        .constraint(at[1])
                        .map(c -> SketchWords.named(s.sketch(), c))
                        .orElse(at[1])
                : at[1];
        return step.name() + "'s " + what;
    }

    /**
     * The document with every formula's number in its place, and formulas of things that are gone left out.
     *
     * @throws GeometryException when a formula can't be worked out or a sketch can't take its number; nothing is changed
     */
    public static PartDocument settle(PartDocument doc) {
        if (doc.values().isEmpty() && doc.formulas().isEmpty()) {
            return doc;
        }
        numbers(doc); // refuses rings and unknown names, also among values that nothing uses yet
        PartDocument out = doc;
        Map<String, String> kept = new TreeMap<>();
        for (Map.Entry<String, String> e : doc.formulas().entrySet()) {
            String[] place = e.getKey().split("/");
            Optional<Step> step = out.find(place[0]);
            if (step.isEmpty()) {
                continue;
            }
            Optional<Measure> measure = step.get().measure(place[1]);
            if (measure.isPresent()) {
                kept.put(e.getKey(), e.getValue());
                double v = number(e.getValue(), measure.get(), doc);
                Step sized = step.get().sized(place[1], v);
                if (!sized.equals(step.get())) {
                    out = out.replaced(sized);
                }
            } else if (step.get() instanceof SketchStep s
                    && s.sketch().constraint(place[1]).isPresent()) {
                kept.put(e.getKey(), e.getValue());
                out = out.replaced(s.with(sized(s, place[1], e.getValue(), doc)));
            }
        }
        return out.withFormulas(kept);
    }

    private static Sketch sized(SketchStep s, String dimension, String formula, PartDocument doc) {
        Constraint c = s.sketch().constraint(dimension).orElseThrow();
        double v = c.kind() == Constraint.Kind.ANGLE ? angle(formula, doc) : length(formula, doc);
        if (v == c.value()) {
            return s.sketch();
        }
        Optional<Sketch> changed = Solver.change(s.sketch(), dimension, v);
        if (changed.isEmpty() && !s.traces().isEmpty()) {
            return s.sketch()
                    .replacing(c.withValue(v)); // what it traces may move too: both are followed when that is built
        }
        return changed.orElseThrow(() -> Refusal.of(s.name() + " can't take " + formula + " = "
                + (c.kind() == Constraint.Kind.ANGLE
                        ? Math.rint(Math.toDegrees(v) * 1e4) / 1e4 + "\u00b0"
                        : Terms.length(v))
                + " for the " + SketchWords.named(s.sketch(), c) + "."));
    }

    /**
     * The document with its unit written into every formula in which plain numbers count as lengths, so that the formulas mean the
     * same when the part's unit is changed.
     *
     * @throws GeometryException BAD_VALUE when a value is a plain number here and a length in a variant: the formulas that go by it
     *     can't be written alike for both
     */
    public static PartDocument withUnits(PartDocument doc) {
        Formulas own = new Formulas(doc.values(), doc.unit());
        for (Variant variant : doc.arrangement().variants()) {
            Formulas other = new Formulas(Variants.values(doc, variant), doc.unit());
            for (Value v : doc.values()) {
                if (own.value(v.name()).isPlain() != other.value(v.name()).isPlain()) {
                    throw Refusal.of(
                            "The value " + v.name() + " is a plain number in one variant and a length in another."
                                    + " Write a unit to it first, then the part's unit can be changed.");
                }
            }
        }
        Map<String, String> formulas = new TreeMap<>();
        doc.formulas().forEach((place, f) -> formulas.put(place, own.withUnits(f, isLength(doc, place))));
        List<Value> values = doc.values().stream()
                .map(v -> new Value(v.name(), own.withUnits(v.formula(), false)))
                .toList();
        List<Variant> variants = doc.arrangement().variants().stream()
                .map(v -> {
                    Formulas in = new Formulas(Variants.values(doc, v), doc.unit());
                    Map<String, String> differ = new TreeMap<>();
                    v.values().forEach((name, f) -> differ.put(name, in.withUnits(f, false)));
                    return new Variant(v.name(), differ, v.off());
                })
                .toList();
        return doc.withValues(values)
                .withFormulas(formulas)
                .with(doc.arrangement().with(variants));
    }

    private String withUnits(String formula, boolean wanted) {
        return Expression.withUnits(formula, unit, this::value, wanted);
    }

    /** Whether a formula gives a length where it stands. */
    private static boolean isLength(PartDocument doc, String at) {
        String[] place = at.split("/");
        Optional<Step> step = doc.find(place[0]);
        if (step.isEmpty() || place.length < 2) {
            return false;
        }
        Optional<Measure> measure = step.get().measure(place[1]);
        return measure.map(m -> m == Measure.LENGTH)
                .orElseGet(() -> step.get() instanceof SketchStep s
                        && s.sketch()
                                .constraint(place[1])
                                .filter(c -> c.kind() != Constraint.Kind.ANGLE)
                                .isPresent());
    }

    /** All formulas and values with one name put in another's place. */
    public static PartDocument renamed(PartDocument doc, String from, String to) {
        Map<String, String> formulas = new TreeMap<>();
        doc.formulas().forEach((k, f) -> formulas.put(k, Expression.renamed(f, from, to)));
        List<Value> values = doc.values().stream()
                .map(v -> new Value(v.name().equals(from) ? to : v.name(), Expression.renamed(v.formula(), from, to)))
                .toList();
        List<Variant> variants = doc.arrangement().variants().stream()
                .map(v -> {
                    Map<String, String> own = new TreeMap<>();
                    v.values()
                            .forEach((name, f) ->
                                    own.put(name.equals(from) ? to : name, Expression.renamed(f, from, to)));
                    return new Variant(v.name(), own, v.off());
                })
                .toList();
        return doc.withValues(values)
                .withFormulas(formulas)
                .with(doc.arrangement().with(variants));
    }
}
