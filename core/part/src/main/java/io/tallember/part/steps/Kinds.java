package io.tallember.part.steps;

import io.tallember.part.Refusal;
import io.tallember.part.Step;
import io.tallember.part.file.StepJson;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** All kinds of steps that have a sentence. Nothing else names them. */
public final class Kinds {
    private static final List<Kind> ALL = listed();

    private static final Map<String, Kind> BY_WORD = new LinkedHashMap<>();

    static {
        ALL.forEach(k -> k.kinds().forEach(w -> BY_WORD.put(w, k)));
    }

    private Kinds() {}

    /** In the order of the shelves. */
    private static List<Kind> listed() {
        List<Kind> all = new ArrayList<>(List.of(
                new SketchKind(),
                new PlaneKind(),
                new MarkKind(),
                new ExtrudeKind(),
                new RevolveKind(),
                new ReadyKind(),
                new SplitKind()));
        all.addAll(BodiesKinds.all());
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

    static List<Kind> all() {
        return ALL;
    }

    /** The kind by a word of part files. */
    static Kind named(String word) {
        Kind k = BY_WORD.get(word);
        if (k == null) {
            throw Refusal.of("There is no sentence for a step of the kind " + Refusal.quoted(word) + ".");
        }
        return k;
    }

    static Kind of(Step step) {
        return named(StepJson.word(step));
    }

    /** What the shelves offer, in their order. */
    public static List<Offer> offers(Context c) {
        return ALL.stream().flatMap(k -> k.offers(c).stream()).toList();
    }
}
