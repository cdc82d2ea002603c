package io.tallember.part.rebuild;

import io.tallember.geometry.Terms;
import io.tallember.part.PartDocument;
import io.tallember.part.Step;

/** Sentences of a rebuild as they are told: with the names that steps have in a document, in its unit. */
public final class Called {
    private Called() {}

    /** A sketch as a sentence holds it. */
    public static String of(PlacedSketch s) {
        return Terms.step(s.step().id());
    }

    /** A sentence for a document; a step inside another is called as it was made. */
    public static String told(String sentence, PartDocument doc, Stand stand) {
        return Terms.told(
                sentence,
                doc.unit()
                        .telling(id -> doc.find(id)
                                .map(Step::name)
                                .orElseGet(() -> stand.sketch(id)
                                        .map(s -> s.step().name())
                                        .orElse("a sketch"))));
    }
}
