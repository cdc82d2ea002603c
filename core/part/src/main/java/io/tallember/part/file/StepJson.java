package io.tallember.part.file;

import io.tallember.part.Step;
import io.tallember.part.fields.Typed;
import io.tallember.part.steps.Kinds;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Steps to and from JSON: what all have, and what their kinds write and read. */
public final class StepJson {
    private StepJson() {}

    public static ObjectNode write(Step step) {
        return Kinds.write(step);
    }

    /**
     * @param typed reads numbers that are texts
     * @param place the id that the step has or will get
     */
    static Step read(JsonNode node, Typed typed, String place) {
        return Kinds.read(node, typed, place);
    }
}
