package io.tallember.part.file;

import io.tallember.geometry.Vec2;
import io.tallember.part.Refusal;
import io.tallember.part.SheetPlan;
import io.tallember.part.fields.Fields;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** How a part's drawing is laid out, to and from JSON. */
public final class SheetJson {
    private SheetJson() {}

    public static void write(ObjectNode n, SheetPlan s) {
        n.put("paper", s.paper())
                .put("scale", s.scale())
                .put("firstAngle", s.firstAngle())
                .put("section", s.section());
        ObjectNode moved = n.putObject("moved");
        new TreeMap<>(s.moved())
                .forEach((name, by) -> moved.putArray(name).add(by.x()).add(by.y()));
        ArrayNode hidden = n.putArray("hidden");
        new TreeSet<>(s.hidden()).forEach(hidden::add);
        ArrayNode notes = n.putArray("notes");
        s.notes()
                .forEach(k -> notes.addObject()
                        .put("id", k.id())
                        .put("x", k.x())
                        .put("y", k.y())
                        .put("text", k.text()));
    }

    static SheetPlan read(Fields f) {
        Map<String, Vec2> moved = new HashMap<>();
        f.map("moved").forEach((name, by) -> moved.put(name, pair(by)));
        List<SheetPlan.Note> notes = new ArrayList<>();
        for (JsonNode n : f.has("notes") ? f.list("notes") : List.<JsonNode>of()) {
            Fields k = new Fields(n, "note");
            notes.add(new SheetPlan.Note(k.text("id"), k.number("x"), k.number("y"), k.text("text")));
        }
        return new SheetPlan(
                f.text("paper", ""),
                f.has("scale") ? f.number("scale") : 0,
                f.flag("firstAngle"),
                f.flag("section"),
                moved,
                f.has("hidden") ? new HashSet<>(f.texts("hidden")) : new HashSet<>(),
                notes);
    }

    private static Vec2 pair(JsonNode n) {
        if (!n.isArray() || n.size() != 2 || !n.get(0).isNumber() || !n.get(1).isNumber()) {
            throw Refusal.of("What is moved on a sheet is moved by two numbers.");
        }
        return new Vec2(n.get(0).doubleValue(), n.get(1).doubleValue());
    }
}
