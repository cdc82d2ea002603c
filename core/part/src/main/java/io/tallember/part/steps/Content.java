package io.tallember.part.steps;

import java.util.List;
import tools.jackson.databind.JsonNode;

/** What a place of a sentence holds while it is written. */
public sealed interface Content {
    /**
     * A number or a text as typed.
     *
     * @param exact the number in mm or radians that the text stands for as long as nobody touches it; null once it is typed
     */
    record Text(String text, Double exact) implements Content {}

    /** One of several words, by its key. */
    record Chosen(String key) implements Content {}

    /** What was picked, in the form in which part files refer to it. */
    record Picked(List<JsonNode> refs) implements Content {
        public Picked {
            refs = List.copyOf(refs);
        }
    }

    /** The names of rows that repeat part of the sentence, such as further sizes. */
    record Rows(List<String> ids) implements Content {
        public Rows {
            ids = List.copyOf(ids);
        }
    }
}
