package io.tallember.part;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A part as written down: nothing computed, everything needed to build it again.
 *
 * @param workLine how many steps are built
 * @param nextId the number that the next id of a step or picked region gets; never used twice, so that lineage stays
 *     unambiguous
 * @param values the part's named numbers
 * @param formulas for dimensions and distances given by one: by step id, a stroke, and the dimension's id or
 *     {@code distance}
 * @param arrangement groups, looks and variants
 */
public record PartDocument(
        String name,
        Unit unit,
        List<Step> steps,
        int workLine,
        int nextId,
        List<Value> values,
        Map<String, String> formulas,
        Arrangement arrangement) {
    public static final int MOST_STEPS = 2_000;

    /** @throws io.tallember.geometry.GeometryException BAD_VALUE when ids repeat, or a step uses one that isn't above it */
    public PartDocument(
            String name,
            Unit unit,
            List<Step> steps,
            int workLine,
            int nextId,
            List<Value> values,
            Map<String, String> formulas,
            Arrangement arrangement) {
        steps = List.copyOf(steps);
        values = List.copyOf(values);
        formulas = Map.copyOf(formulas);
        Set<String> names = new HashSet<>();
        for (Value v : values) {
            if (!v.name().matches("[A-Za-z][A-Za-z0-9_]{0,39}") || Unit.isUnit(v.name())) {
                throw Refusal.of("A value's name begins with a letter and has up to 40 letters, digits and underlines; "
                        + Refusal.quoted(v.name()) + " can't be one.");
            }
            if (!names.add(v.name())) {
                throw Refusal.of("Two values are called " + v.name() + ".");
            }
        }
        if (name.isBlank() || name.length() > 120) {
            throw Refusal.of("A part's name has 1 to 120 characters.");
        }
        Refusal.written(name);
        if (steps.size() > MOST_STEPS) {
            throw Refusal.of("A part has at most " + MOST_STEPS + " steps.");
        }
        if (workLine < 0 || workLine > steps.size()) {
            throw Refusal.of("The work line is outside the build sheet.");
        }
        Set<String> above = new HashSet<>();
        for (Step s : steps) {
            if (!s.id().matches("s[0-9]{1,6}")
                    || Integer.parseInt(s.id().substring(1)) + s.reserved() >= nextId
                    || s.name().isBlank()
                    || Refusal.written(s.name()).length() > 120) {
                throw Refusal.of("Step " + Refusal.quoted(s.id()) + " has an id or a name that can't be used.");
            }
            for (String used : s.uses()) {
                if (!above.contains(used)) {
                    String lacking = steps.stream()
                            .filter(t -> t.makes().contains(used))
                            .map(Step::name)
                            .findFirst()
                            .orElse("a step that is gone");
                    throw Refusal.of(s.name() + " uses " + lacking + ", which must stay above it in the build sheet.");
                }
            }
            for (String made : s.makes()) {
                if (!above.add(made)) {
                    throw Refusal.of("Two steps have the id " + made + ".");
                }
            }
        }
        this.name = name;
        this.unit = unit;
        this.steps = steps;
        this.workLine = workLine;
        this.nextId = nextId;
        this.values = values;
        this.formulas = formulas;
        this.arrangement = arrangement;
        steps.forEach(s -> s.fits(this));
    }

    public static PartDocument empty(String name, Unit unit) {
        return new PartDocument(name, unit, List.of(), 0, 1, List.of(), Map.of(), Arrangement.NONE);
    }

    /** The step of the sheet that something made by a step within it, such as a ready piece, belongs to. */
    public String owner(String step) {
        return steps.stream()
                .filter(s -> s.reserved() > 0 && s.makes().contains(step))
                .findFirst()
                .map(Step::id)
                .orElse(step);
    }

    public Optional<Step> find(String id) {
        return steps.stream().filter(s -> s.id().equals(id)).findFirst();
    }

    /** @throws io.tallember.geometry.GeometryException BAD_VALUE when there is none */
    public Step step(String id) {
        return find(id).orElseThrow(() -> Refusal.of("There is no step " + Refusal.quoted(id) + " in this part."));
    }

    public PartDocument renamed(String n) {
        return new PartDocument(n, unit, steps, workLine, nextId, values, formulas, arrangement);
    }

    public PartDocument in(Unit u) {
        return new PartDocument(name, u, steps, workLine, nextId, values, formulas, arrangement);
    }

    public PartDocument withValues(List<Value> v) {
        return new PartDocument(name, unit, steps, workLine, nextId, v, formulas, arrangement);
    }

    public PartDocument withFormulas(Map<String, String> f) {
        return new PartDocument(name, unit, steps, workLine, nextId, values, f, arrangement);
    }

    public PartDocument with(Arrangement a) {
        return new PartDocument(name, unit, steps, workLine, nextId, values, formulas, a);
    }

    /** With the next id at least as high as given. */
    public PartDocument countingFrom(int id) {
        return new PartDocument(name, unit, steps, workLine, Math.max(id, nextId), values, formulas, arrangement);
    }

    public PartDocument withWorkLine(int at) {
        return new PartDocument(name, unit, steps, at, nextId, values, formulas, arrangement);
    }

    /** The id that {@link #inserted} asks for. */
    public String freshId() {
        return "s" + nextId;
    }

    /** With a step, whose id is {@link #freshId()}, put in at the work line, which moves below it. */
    public PartDocument inserted(Step step) {
        List<Step> more = new ArrayList<>(steps);
        more.add(workLine, withRegionIds(step, nextId + 1));
        return new PartDocument(
                name,
                unit,
                more,
                workLine + 1,
                nextId + 1 + newRegions(step) + step.reserved(),
                values,
                formulas,
                arrangement);
    }

    public PartDocument replaced(Step step) {
        step(step.id());
        Step named = withRegionIds(step, nextId);
        return new PartDocument(
                name,
                unit,
                steps.stream().map(s -> s.id().equals(step.id()) ? named : s).toList(),
                workLine,
                nextId + newRegions(step),
                values,
                formulas,
                arrangement);
    }

    /** With several steps, whose ids were kept for it, in the place of one. */
    public PartDocument opened(String id, List<Step> into) {
        int at = steps.indexOf(step(id));
        List<Step> all = new ArrayList<>(steps);
        all.remove(at);
        all.addAll(at, into);
        Map<String, String> left = new HashMap<>(formulas);
        left.keySet().removeIf(k -> k.startsWith(id + "/"));
        int line = workLine > at ? workLine + into.size() - 1 : workLine;
        Arrangement now = arrangement.spread(id, into.stream().map(Step::id).toList());
        return new PartDocument(name, unit, all, line, nextId, values, left, now);
    }

    private static int newRegions(Step step) {
        return step instanceof ProfileStep e
                ? (int) e.regions().stream().filter(r -> r.id().isBlank()).count()
                : 0;
    }

    /** The step with ids for the regions that have none, counted on from {@code next}. */
    private static Step withRegionIds(Step step, int next) {
        if (!(step instanceof ProfileStep e)) {
            return step;
        }
        List<RegionReference> picked = new ArrayList<>();
        int n = next;
        for (RegionReference r : e.regions()) {
            picked.add(r.id().isBlank() ? new RegionReference("r" + n++, r.boundary(), r.inside()) : r);
        }
        return e.with(picked);
    }

    /**
     * With a step at another place of the build sheet, counted without it.
     *
     * @throws io.tallember.geometry.GeometryException BAD_VALUE when it would stand above something it uses, or below
     *     something that uses it
     */
    public PartDocument moved(String id, int to) {
        Step step = step(id);
        if (to < 0 || to >= steps.size()) {
            throw Refusal.of("This place is outside the build sheet.");
        }
        int from = steps.indexOf(step);
        List<Step> order = new ArrayList<>(steps);
        order.remove(from);
        order.add(to, step);
        int above = from < workLine ? workLine - 1 : workLine;
        return new PartDocument(
                name,
                unit,
                order,
                to < above || from < workLine && to == above ? above + 1 : above,
                nextId,
                values,
                formulas,
                arrangement);
    }

    /** The step and all that build on it, directly or not, in order. */
    public List<Step> withDependants(String id) {
        Set<String> ids = new LinkedHashSet<>(step(id).makes());
        List<Step> out = new ArrayList<>();
        for (Step s : steps) {
            if (ids.contains(s.id()) || s.uses().stream().anyMatch(ids::contains)) {
                ids.addAll(s.makes());
                out.add(s);
            }
        }
        return out;
    }

    /** A step with the blends on what it made alone. */
    public List<String> withBlends(Step step) {
        int at = steps.indexOf(step);
        List<String> out = new ArrayList<>(List.of(step.id()));
        for (Step b : steps) {
            if (b.blends()
                    && b.uses().contains(step.id())
                    && b.uses().stream()
                            .allMatch(u -> u.equals(step.id())
                                    || find(u).filter(x -> steps.indexOf(x) < at)
                                            .isPresent())) {
                out.add(b.id());
            }
        }
        return out;
    }

    /** Without a step and all that build on it. */
    public PartDocument without(String id) {
        List<Step> gone = withDependants(id);
        int line = workLine
                - (int) steps.stream().limit(workLine).filter(gone::contains).count();
        List<Step> left = steps.stream().filter(s -> !gone.contains(s)).toList();
        Arrangement a = arrangement.keeping(k -> left.stream().anyMatch(s -> s.id().equals(k)));
        return new PartDocument(name, unit, left, line, nextId, values, formulas, a);
    }

    /** The steps that bodies are named after. */
    public static List<String> makers(List<String> bodies) {
        return bodies.stream()
                .map(b -> b.contains(".") ? b.substring(0, b.indexOf('.')) : b)
                .distinct()
                .toList();
    }
}
