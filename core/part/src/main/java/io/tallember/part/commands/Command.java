package io.tallember.part.commands;

import io.tallember.geometry.Vec2;
import io.tallember.part.PartDocument;
import io.tallember.part.ProfileStep;
import io.tallember.part.Refusal;
import io.tallember.part.SketchStep;
import io.tallember.part.SketchWords;
import io.tallember.part.Step;
import io.tallember.part.Trace;
import io.tallember.part.Underlay;
import io.tallember.part.Unit;
import io.tallember.part.Value;
import io.tallember.part.values.Formulas;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.solve.Solver;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** Something a designer does to a part: from one document to the next, or a refusal that changes nothing. */
public sealed interface Command
        permits Arrange,
                Command.AddStep,
                Command.AddSteps,
                Command.ChangeStep,
                Command.RenameStep,
                Command.SwitchStep,
                Command.DeleteStep,
                Command.MoveStep,
                Command.MoveWorkLine,
                Command.RenamePart,
                Command.GoBack,
                Command.SetUnit,
                Command.Draw,
                Command.Erase,
                Command.SetDimension,
                Command.Place,
                Command.SetConstruction,
                Command.WithFormulas,
                Command.SetValue,
                Command.TakeValues,
                Command.OpenStep,
                Command.RenameValue,
                Command.DeleteValue,
                Command.SetUnderlay,
                Command.EditSketch {
    /** @throws io.tallember.geometry.GeometryException with a sentence when it can't be done */
    PartDocument apply(PartDocument doc);

    /** The command done, and all formulas carried through. */
    default PartDocument done(PartDocument doc) {
        return Formulas.settle(apply(doc));
    }

    /** What it does, as undo shows it. */
    String said();

    /** The id of the sketch in whose geometry it works; empty for other commands. */
    default Optional<String> drawsIn() {
        return Optional.empty();
    }

    /** Puts a step in at the work line. The step's own id is ignored; its name, when blank, is made up. */
    record AddStep(Step step) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            return doc.inserted(withId(step, doc));
        }

        private static Step withId(Step step, PartDocument doc) {
            String id = doc.freshId();
            long count = doc.steps().stream()
                    .filter(s -> s.kind().equals(step.kind()))
                    .count();
            return step.numbered(id, step.name().isBlank() ? step.kind() + " " + (count + 1) : step.name());
        }

        @Override
        public String said() {
            return "add " + step.kind().toLowerCase(java.util.Locale.ROOT);
        }
    }

    /** Puts several steps in at the work line; each must have the id that it then gets. */
    record AddSteps(List<Step> steps) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            PartDocument out = doc;
            for (Step s : steps) {
                out = out.inserted(s);
            }
            return out;
        }

        @Override
        public String said() {
            return "copy steps";
        }
    }

    /** Puts a changed step in the place of the one with its id. A blank name keeps the old one. */
    record ChangeStep(Step step) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            Step old = doc.step(step.id());
            if (old.getClass() != step.getClass()) {
                throw Refusal.of(old.name() + " can't become another kind of step.");
            }
            // off or on is switched, not changed: a variant may show it otherwise than the part has it
            return doc.replaced((step.name().isBlank() ? step.named(old.name()) : step).switched(old.off()));
        }

        @Override
        public String said() {
            return "change a step";
        }
    }

    /** Puts the steps that a ready piece is made of in its place. */
    record OpenStep(String id, List<Step> into) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            return doc.opened(id, into);
        }

        @Override
        public String said() {
            return "open a step";
        }
    }

    record RenameStep(String id, String name) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            return doc.replaced(doc.step(id).named(name.strip()));
        }

        @Override
        public String said() {
            return "rename a step";
        }
    }

    record SwitchStep(String id, boolean off) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            return doc.replaced(doc.step(id).switched(off));
        }

        @Override
        public String said() {
            return off ? "switch a step off" : "switch a step on";
        }
    }

    /**
     * Takes out a step and the steps that build on it.
     *
     * @param sketches whether the sketches that they alone use go too
     */
    record DeleteStep(String id, boolean sketches) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            PartDocument out = doc.without(id);
            if (!sketches) {
                return out;
            }
            for (Step gone : doc.withDependants(id)) {
                if (gone instanceof ProfileStep p
                        && out.find(p.sketch()).isPresent()
                        && out.withDependants(p.sketch()).size() == 1) {
                    out = out.without(p.sketch());
                }
            }
            return out;
        }

        @Override
        public String said() {
            return "delete a step";
        }
    }

    /** Puts a step at another place of the build sheet, counted without it. */
    record MoveStep(String id, int to) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            return doc.moved(id, to);
        }

        @Override
        public String said() {
            return "move a step";
        }
    }

    record MoveWorkLine(int to) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            return doc.withWorkLine(to);
        }

        @Override
        public String said() {
            return "move the work line";
        }
    }

    /** Makes the part what it was in an earlier version; ids used since stay used. */
    record GoBack(PartDocument version) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            return version.renamed(doc.name()).countingFrom(doc.nextId());
        }

        @Override
        public String said() {
            return "go back to a version";
        }
    }

    record RenamePart(String name) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            return doc.renamed(name.strip());
        }

        @Override
        public String said() {
            return "rename the part";
        }
    }

    record SetUnit(Unit unit) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            return unit == doc.unit() ? doc : Formulas.withUnits(doc).in(unit);
        }

        @Override
        public String said() {
            return "change the unit";
        }
    }

    /** Draws. The sketch settles as far as it can; what can't hold together is kept and reported as fighting. */
    record Draw(String id, List<Entity> entities, List<Constraint> constraints, List<Trace> traces) implements Command {
        public Draw(String id, List<Entity> entities, List<Constraint> constraints) {
            this(id, entities, constraints, List.of());
        }

        @Override
        public PartDocument apply(PartDocument doc) {
            PartDocument drawn = edit(doc, id, s -> settled(s.with(entities, constraints)));
            if (traces.isEmpty()) {
                return drawn;
            }
            int at = doc.steps().indexOf(doc.step(id));
            for (Trace t : traces) {
                for (String made : t.source().steps()) {
                    int before = doc.steps().indexOf(doc.step(made));
                    if (before >= at) {
                        throw Refusal.of(
                                "What is traced is made by a step below the sketch. Move the sketch down to trace it.");
                    }
                }
            }
            return drawn.replaced(((SketchStep) drawn.step(id)).tracing(traces));
        }

        @Override
        public Optional<String> drawsIn() {
            return Optional.of(id);
        }

        @Override
        public String said() {
            return entities.isEmpty() ? "constrain" : "draw";
        }
    }

    /** Takes curves, points, constraints or dimensions out of a sketch. */
    record Erase(String id, Set<String> ids) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            return edit(doc, id, s -> settled(s.without(ids)));
        }

        @Override
        public Optional<String> drawsIn() {
            return Optional.of(id);
        }

        @Override
        public String said() {
            return "take out of the sketch";
        }
    }

    /** Gives a dimension a value: mm, or radians for an angle. */
    record SetDimension(String id, String dimension, double value) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            return edit(doc, id, s -> {
                Constraint c = s.constraint(dimension)
                        .orElseThrow(() -> Refusal.of("The sketch has no dimension " + dimension + "."));
                if (c.driven()) {
                    throw Refusal.of("This dimension only tells what it measures. Make it hold first.");
                }
                Sketch asked = s.replacing(c.withValue(value));
                if (Solver.solve(s).isEmpty()) { // it fought before; a new number may end that
                    return settled(asked);
                }
                return Solver.change(s, dimension, value)
                        .orElseThrow(() -> Refusal.of("The sketch can't take this number: " + why(asked)));
            });
        }

        @Override
        public Optional<String> drawsIn() {
            return Optional.of(id);
        }

        @Override
        public String said() {
            return "change a dimension";
        }
    }

    /** Puts points and radii of a sketch where a hand has dragged them, in mm; the constraints are made to hold again. */
    record Place(String id, Map<String, Vec2> points, Map<String, Double> radii) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            return edit(doc, id, s -> settled(s.moved(points, radii)));
        }

        @Override
        public Optional<String> drawsIn() {
            return Optional.of(id);
        }

        @Override
        public String said() {
            return "move in the sketch";
        }
    }

    /** Makes curves construction lines, or drawn ones again. */
    record SetConstruction(String id, Set<String> curves, boolean on) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            return edit(doc, id, s -> {
                Sketch out = s;
                for (String c : curves) {
                    if (!(s.find(c).orElse(null) instanceof SketchCurve curve) || Sketch.isGiven(c)) {
                        throw Refusal.of("Only curves of the sketch can be construction lines.");
                    }
                    out = out.replacing(curve.asConstruction(on));
                }
                return out;
            });
        }

        @Override
        public Optional<String> drawsIn() {
            return Optional.of(id);
        }

        @Override
        public String said() {
            return on ? "make construction" : "make drawn";
        }
    }

    /**
     * A command whose numbers were typed as formulas, or as plain numbers in the place of formulas.
     *
     * @param typed by place; an empty text takes the place's formula away
     */
    record WithFormulas(Command command, Map<String, String> typed) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            PartDocument next = command.apply(doc);
            Map<String, String> all = new TreeMap<>(next.formulas());
            typed.forEach((place, formula) -> {
                if (formula.isEmpty()) {
                    all.remove(place);
                } else {
                    all.put(place, formula);
                }
            });
            return next.withFormulas(all);
        }

        @Override
        public Optional<String> drawsIn() {
            return command.drawsIn();
        }

        @Override
        public String said() {
            return command.said();
        }
    }

    /** Gives a value its formula; makes it when there is none of the name. */
    record SetValue(String name, String formula) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            if (formula.isBlank()) {
                throw Refusal.of("The value " + name + " needs a number or a formula.");
            }
            List<Value> values = new ArrayList<>(doc.values());
            Value now = new Value(name, formula.strip());
            values.replaceAll(v -> v.name().equals(name) ? now : v);
            if (!values.contains(now)) {
                values.add(now);
            }
            return doc.withValues(values);
        }

        @Override
        public String said() {
            return "change a value";
        }
    }

    /** Gives several values their formulas, in the order given. */
    record TakeValues(Map<String, String> formulas) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            PartDocument out = doc;
            for (Map.Entry<String, String> e : formulas.entrySet()) {
                out = new SetValue(e.getKey(), e.getValue()).apply(out);
            }
            return out;
        }

        @Override
        public String said() {
            return "take over a table of values";
        }
    }

    record RenameValue(String name, String to) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            return Formulas.renamed(doc, name, to);
        }

        @Override
        public String said() {
            return "rename a value";
        }
    }

    /** Takes out a value that nothing uses. */
    record DeleteValue(String name) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            List<String> users = new ArrayList<>(Formulas.uses(doc).getOrDefault(name, List.of()).stream()
                    .map(place -> Formulas.said(doc, place))
                    .toList());
            doc.arrangement().variants().stream()
                    .filter(v -> v.values().containsKey(name))
                    .forEach(v -> users.add("the variant " + v.name()));
            if (!users.isEmpty()) {
                throw Refusal.of("The value " + name + " is used by " + String.join(", ", users)
                        + ". Give those a number first.");
            }
            return doc.withValues(
                    doc.values().stream().filter(v -> !v.name().equals(name)).toList());
        }

        @Override
        public String said() {
            return "delete a value";
        }
    }

    /** Lays a picture under a sketch, moves it, or takes it away when there is none. */
    record SetUnderlay(String id, Underlay underlay) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            if (!(doc.step(id) instanceof SketchStep s)) {
                throw Refusal.of(doc.step(id).name() + " isn't a sketch.");
            }
            return doc.replaced(s.over(underlay));
        }

        @Override
        public String said() {
            return underlay == null ? "take a picture away" : "lay a picture under";
        }
    }

    /** A change of a sketch by one of its editing tools. */
    record EditSketch(String id, SketchEdit how) implements Command {
        @Override
        public PartDocument apply(PartDocument doc) {
            if (!(doc.step(id) instanceof SketchStep step)) {
                throw Refusal.of(doc.step(id).name() + " isn't a sketch.");
            }
            SketchStep cut = KeptTraces.after(step, how.apply(step.sketch()));
            PartDocument edited = doc.replaced(cut.with(settled(cut.sketch())));
            return how instanceof SketchEdit.RecountRepeat
                    ? Repicked.after(edited, id, sketch(doc, id), sketch(edited, id))
                    : edited;
        }

        @Override
        public Optional<String> drawsIn() {
            return Optional.of(id);
        }

        @Override
        public String said() {
            return how.said();
        }
    }

    private static PartDocument edit(PartDocument doc, String id, java.util.function.UnaryOperator<Sketch> change) {
        if (!(doc.step(id) instanceof SketchStep s)) {
            throw Refusal.of(doc.step(id).name() + " isn't a sketch.");
        }
        return doc.replaced(s.with(change.apply(s.sketch())));
    }

    private static Sketch sketch(PartDocument doc, String id) {
        return ((SketchStep) doc.step(id)).sketch();
    }

    private static Sketch settled(Sketch s) {
        return Solver.solve(s).orElse(s);
    }

    private static String why(Sketch asked) {
        Optional<String> others = Solver.conflict(asked).stream()
                .map(k -> SketchWords.of(asked, asked.constraint(k).orElseThrow()))
                .reduce((a, b) -> a + ", " + b);
        return others.map(o -> "these can't hold together: " + o + ".")
                .orElse("no position near the drawn one satisfies it. Try a number closer to the present one.");
    }
}
