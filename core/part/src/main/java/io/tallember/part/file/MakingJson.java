package io.tallember.part.file;

import io.tallember.part.Making;
import io.tallember.part.Making.Limit;
import io.tallember.part.Refusal;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.Map;
import java.util.TreeMap;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** How a part is made and by which limits that is judged, to and from JSON. */
public final class MakingJson {
    private static final String FORMAT = "tall-ember-limits";

    private MakingJson() {}

    public static void write(ObjectNode n, Making m) {
        n.put("way", m.way().word());
        References.put(n, "pull", m.pull());
        ObjectNode limits = n.putObject("limits");
        new TreeMap<>(m.limits()).forEach((l, v) -> limits.put(l.word(), l.written(v)));
        ObjectNode accepted = n.putObject("accepted");
        new TreeMap<>(m.accepted()).forEach(accepted::put);
    }

    static Making read(Fields f) {
        Map<String, String> accepted = new HashMap<>();
        f.map("accepted").forEach((found, why) -> {
            if (!why.isString()) {
                throw Refusal.of("Why something found is accepted should be a text.");
            }
            accepted.put(found, why.stringValue());
        });
        return new Making(Making.way(f.text("way")), f.vec3("pull"), limits(f.map("limits")), accepted);
    }

    /** Limits by their names in files. */
    public static Map<Limit, Double> limits(Map<String, JsonNode> by) {
        Map<Limit, Double> out = new EnumMap<>(Limit.class);
        by.forEach((word, v) -> {
            Limit l = Limit.named(word);
            if (!v.isNumber()) {
                throw Refusal.of("The limit " + word + " should be a number.");
            }
            out.put(l, l.read(v.doubleValue(), "The limit " + word));
        });
        return out;
    }

    /**
     * A part's making as a file of limits has it, which is described in {@code docs/check.md}.
     *
     * @param way that was asked for; null for the file's own, or the part's
     */
    public static Making readFile(String text, Making parts, Making.Way way) {
        Fields f = new Fields(PartFile.parse(text), "limits file");
        if (!f.text("format", "").equals(FORMAT) || f.whole("version") != 1) {
            throw Refusal.of("This isn't a Tall Ember limits file of version 1.");
        }
        Making m = f.has("pull") ? parts.pulled(f.vec3("pull")) : parts;
        m = f.has("for") ? m.by(Making.way(f.text("for"))) : m;
        return (way == null ? m : m.by(way)).with(limits(f.map("limits")));
    }
}
