package io.tallember.part.steps;

import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import io.tallember.part.commands.Command;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.blend.BlendKind;
import io.tallember.part.steps.bodies.BodiesKinds;
import io.tallember.part.steps.brought.BroughtKind;
import io.tallember.part.steps.brought.BroughtStep;
import io.tallember.part.steps.cover.CoverKind;
import io.tallember.part.steps.extrude.ExtrudeKind;
import io.tallember.part.steps.hole.HoleKind;
import io.tallember.part.steps.loft.LoftKind;
import io.tallember.part.steps.marks.MarkKind;
import io.tallember.part.steps.marks.PlaneKind;
import io.tallember.part.steps.moulded.MouldedKind;
import io.tallember.part.steps.path.PathKind;
import io.tallember.part.steps.ready.ReadyKind;
import io.tallember.part.steps.repeat.RepeatKind;
import io.tallember.part.steps.revolve.RevolveKind;
import io.tallember.part.steps.rib.RibKind;
import io.tallember.part.steps.scale.ScaleKind;
import io.tallember.part.steps.sketch.SketchKind;
import io.tallember.part.steps.split.SplitKind;
import io.tallember.part.steps.sweep.SweepKind;
import io.tallember.part.steps.walls.DraftKind;
import io.tallember.part.steps.walls.FacesKind;
import io.tallember.part.steps.walls.ShellKind;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** All kinds of steps that have a sentence. Nothing else names them. */
public final class Kinds {
    private static final List<Kind> ALL = listed();

    private static final Map<String, Kind> BY_WORD = new LinkedHashMap<>();

    private static final Map<Class<?>, Kind> BY_TYPE = new HashMap<>();

    static {
        ALL.forEach(k -> k.kinds().forEach(w -> BY_WORD.put(w, k)));
        ALL.forEach(k -> BY_TYPE.put(k.type(), k));
    }

    private Kinds() {}

    /** In the order of the shelves. */
    private static List<Kind> listed() {
        List<Kind> all = new ArrayList<>(List.of(
                new SketchKind(),
                new PathKind(),
                new PlaneKind(),
                new MarkKind(),
                new ExtrudeKind(),
                new RevolveKind(),
                new SweepKind(),
                new LoftKind(),
                new ReadyKind(),
                new SplitKind()));
        all.addAll(BodiesKinds.all());
        all.add(new ScaleKind());
        all.add(new CoverKind());
        all.add(new BroughtKind());
        all.addAll(List.of(
                new DraftKind(),
                new ShellKind(),
                new RibKind(),
                new FacesKind(),
                new MouldedKind(),
                new BlendKind(),
                new HoleKind(),
                new RepeatKind(),
                BodiesKinds.mirror()));
        return List.copyOf(all);
    }

    public static List<Kind> all() {
        return ALL;
    }

    /** The kind by a word of part files. */
    public static Kind named(String word) {
        Kind k = BY_WORD.get(word);
        if (k == null) {
            throw Refusal.of("There is no sentence for a step of the kind " + Refusal.quoted(word) + ".");
        }
        return k;
    }

    public static Kind of(Step step) {
        Kind k = BY_TYPE.get(step.getClass());
        if (k == null) {
            throw new IllegalStateException("No kind is known for " + step.getClass());
        }
        return k;
    }

    /** The step that brings in the solids of a file. */
    public static Step brought(String id, String content, String file) {
        return new BroughtStep(id, "Solids 1", false, content, file, List.of());
    }

    /** By what contents of files are kept that a part needs, each once. */
    public static List<String> contents(PartDocument doc) {
        return doc.steps().stream()
                .flatMap(s -> of(s).contents(s).stream())
                .distinct()
                .toList();
    }

    /** The word by which part files call the kind of a step. */
    public static String word(Step step) {
        return of(step).word(step);
    }

    public static ObjectNode write(Step step) {
        ObjectNode n = JsonNodeFactory.instance.objectNode();
        n.put("kind", word(step)).put("id", step.id()).put("name", step.name());
        if (step.off()) {
            n.put("off", true);
        }
        of(step).write(step, n);
        return n;
    }

    /** A step's numbers that can be set, in mm or radians, by their places. */
    public static Map<String, Double> numbers(Step step) {
        ObjectNode n = write(step);
        Map<String, Double> out = new LinkedHashMap<>();
        step.numbers().stream()
                .filter(place -> n.path(place).isNumber())
                .forEach(place -> out.put(place, n.path(place).doubleValue()));
        return out;
    }

    /**
     * @param typed reads numbers that are texts
     * @param place the id that the step has or will get
     */
    public static Step read(JsonNode node, Typed typed, String place) {
        Fields f = new Fields(node, "step");
        String kind = f.text("kind");
        Kind k = BY_WORD.get(kind);
        if (k == null) {
            throw Refusal.of("A step can't be of the kind " + Refusal.quoted(kind) + ".");
        }
        return k.read(new Own(f.text("id", ""), f.text("name", ""), f.flag("off")), f, typed, place);
    }

    /** Rebuilds parts of all kinds of steps. */
    public static Rebuild rebuild() {
        return new Rebuild(BUILDER);
    }

    /** @param mostMillis how long one step may take */
    public static Rebuild rebuild(long mostMillis) {
        return new Rebuild(BUILDER, mostMillis);
    }

    private static final Rebuild.Builder BUILDER = new Rebuild.Builder() {
        @Override
        public Stand build(Step step, Stand before, List<String> notes) {
            return of(step).build(step, before, notes);
        }

        @Override
        public Step carried(Step step, Supplier<Stand> before) {
            return of(step).carried(step, before);
        }
    };

    /** The command that puts a step's own steps in its place. */
    public static Command opened(PartDocument doc, String id) {
        Step step = doc.step(id);
        Stand before =
                rebuild().build(doc.withWorkLine(doc.steps().indexOf(step))).stand();
        List<Step> own = of(step).parts(step, before);
        if (own.isEmpty()) {
            throw Refusal.of(step.name() + " isn't made of other steps.");
        }
        return new Command.OpenStep(
                id, own.stream().map(s -> s.switched(step.off())).toList());
    }

    /** What the shelves offer, in their order. */
    public static List<Offer> offers(Context c) {
        return ALL.stream().flatMap(k -> k.offers(c).stream()).toList();
    }
}
