package io.tallember.part.steps;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** A field of a sentence as it stands: what it is called, what it says, and what can be entered there. */
public final class Slot {
    /** Something that can be chosen. */
    public record Option(String key, String label) {}

    /** One of the things that a pick holds: by what it is taken out, and what it is called. */
    public record Item(String out, String called) {}

    public final String place;
    public String label;
    public final ObjectNode field;
    public String text = "";
    public String hint = "";
    public String trouble = "";
    public String lack = "";
    public String no = "";
    public String ask = "";
    public boolean quiet;
    public Function<Hit, Optional<JsonNode>> taker;
    public boolean many;
    /** Whether it waits for a click only when asked to. */
    public boolean apart;

    public List<JsonNode> held = List.of();
    public List<Option> options = List.of();
    public boolean number;

    public Slot(String place, String label, String type) {
        this.place = place;
        this.label = label;
        this.field = JsonNodeFactory.instance.objectNode().put("is", type);
    }

    /** Says nothing when it is at its usual value, so that the build sheet leaves it out. */
    public Slot quiet(boolean q) {
        quiet = q;
        return this;
    }

    /** What is missing while it is as it is; empty when nothing is. */
    public Slot lacking(String sentence) {
        lack = sentence;
        return this;
    }

    /** Sketches whose regions, lines or curves can be clicked for it. */
    public Slot among(List<String> sketches) {
        ArrayNode all = field.putArray("among");
        sketches.forEach(all::add);
        return this;
    }

    public boolean isPick() {
        return taker != null;
    }

    public ObjectNode write() {
        ObjectNode n = field.deepCopy().put("label", label).put("text", text);
        if (!hint.isEmpty()) {
            n.put("hint", hint);
        }
        if (!trouble.isEmpty()) {
            n.put("trouble", trouble);
        }
        if (!lack.isEmpty()) {
            n.put("lack", lack);
        }
        if (quiet) {
            n.put("quiet", true);
        }
        if (!options.isEmpty()) {
            ArrayNode all = n.putArray("options");
            options.forEach(o -> all.addObject().put("key", o.key()).put("label", o.label()));
        }
        if (!held.isEmpty()) {
            ArrayNode all = n.putArray("held");
            new ArrayList<>(held).forEach(all::add);
        }
        return n;
    }
}
