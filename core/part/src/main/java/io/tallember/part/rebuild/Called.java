package io.tallember.part.rebuild;

import io.tallember.part.PartDocument;
import io.tallember.part.Step;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Names of steps within sentences. What a step gives is kept, also while steps are renamed, so a sentence holds a step's id
 * under a mark, and the name is set in when the sentence is told.
 */
final class Called {
    private static final Pattern MARK = Pattern.compile("\u0001([^\u0001]*)\u0001");

    private Called() {}

    /** A sketch as a sentence holds it. */
    static String of(PlacedSketch s) {
        return "\u0001" + s.step().id() + "\u0001";
    }

    /** A sentence with the names that steps have in a document; a step inside another is called as it was made. */
    static String told(String sentence, PartDocument doc, Stand stand) {
        if (sentence.indexOf('\u0001') < 0) {
            return sentence;
        }
        Matcher m = MARK.matcher(sentence);
        return m.replaceAll(r -> Matcher.quoteReplacement(doc.find(r.group(1))
                .map(Step::name)
                .orElseGet(
                        () -> stand.sketch(r.group(1)).map(s -> s.step().name()).orElse("a sketch"))));
    }
}
