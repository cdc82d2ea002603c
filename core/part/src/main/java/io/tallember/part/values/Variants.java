package io.tallember.part.values;

import io.tallember.geometry.GeometryException;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.Value;
import io.tallember.part.Variant;
import java.util.List;

/** Parts as their variants have them. */
public final class Variants {
    private Variants() {}

    /** The part as the chosen variant has it; the part itself when none is chosen. */
    public static PartDocument shown(PartDocument doc) {
        return of(doc, doc.arrangement().chosen());
    }

    /**
     * The part as one of its variants has it: with the values that it has differently and the steps that it switches.
     *
     * @param name of the variant; empty for the part itself
     * @throws GeometryException BAD_VALUE when there is no such variant, or its values can't be worked out or carried through
     */
    public static PartDocument of(PartDocument doc, String name) {
        if (name.isEmpty()) {
            return doc.with(doc.arrangement().choosing(""));
        }
        Variant v = doc.arrangement().needed(name);
        PartDocument out = doc.withValues(values(doc, v)).with(doc.arrangement().choosing(name));
        for (var e : v.off().entrySet()) {
            if (doc.find(e.getKey()).isPresent()) {
                out = out.replaced(out.step(e.getKey()).switched(e.getValue()));
            }
        }
        try {
            return Formulas.settle(out);
        } catch (GeometryException e) {
            throw Refusal.of("The variant " + name + " can't be built: " + e.sentence());
        }
    }

    /** The part's values as a variant has them. */
    static List<Value> values(PartDocument doc, Variant v) {
        return doc.values().stream()
                .map(x -> new Value(x.name(), v.values().getOrDefault(x.name(), x.formula())))
                .toList();
    }
}
