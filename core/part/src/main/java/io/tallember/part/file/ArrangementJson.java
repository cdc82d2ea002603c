package io.tallember.part.file;

import io.tallember.part.Arrangement;
import io.tallember.part.Look;
import io.tallember.part.Making;
import io.tallember.part.Refusal;
import io.tallember.part.SheetPlan;
import io.tallember.part.Variant;
import io.tallember.part.fields.Fields;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Groups, looks and variants, to and from JSON. */
public final class ArrangementJson {
    private ArrangementJson() {}

    /** Into the part's own fields; what is empty is left out. */
    public static void write(ObjectNode n, Arrangement a) {
        if (!a.groups().isEmpty()) {
            ObjectNode groups = n.putObject("groups");
            new TreeMap<>(a.groups()).forEach(groups::put);
        }
        if (!a.looks().isEmpty()) {
            ObjectNode looks = n.putObject("looks");
            new TreeMap<>(a.looks()).forEach((id, l) -> write(looks.putObject(id), l));
        }
        if (!a.variants().isEmpty()) {
            ArrayNode variants = n.putArray("variants");
            for (Variant v : a.variants()) {
                ObjectNode variant = variants.addObject().put("name", v.name());
                ObjectNode values = variant.putObject("values");
                new TreeMap<>(v.values()).forEach(values::put);
                ObjectNode off = variant.putObject("off");
                new TreeMap<>(v.off()).forEach(off::put);
            }
            n.put("variant", a.chosen());
        }
        if (!a.making().equals(Making.USUAL)) {
            MakingJson.write(n.putObject("making"), a.making());
        }
        if (!a.sheet().equals(SheetPlan.USUAL)) {
            SheetJson.write(n.putObject("sheet"), a.sheet());
        }
    }

    private static void write(ObjectNode n, Look l) {
        n.put("name", l.name()).put("material", l.material());
        n.put("colour", l.colour()).put("hidden", l.hidden());
    }

    static Arrangement read(Fields f) {
        Map<String, String> groups = new HashMap<>();
        f.map("groups").forEach((id, g) -> groups.put(id, text(g, "The group of " + id)));
        Map<String, Look> looks = new HashMap<>();
        f.map("looks").forEach((id, l) -> looks.put(id, look(new Fields(l, "look"))));
        List<Variant> variants = !f.has("variants")
                ? List.of()
                : f.list("variants").stream()
                        .map(v -> variant(new Fields(v, "variant")))
                        .toList();
        Making making = f.has("making") ? MakingJson.read(f.part("making", "making")) : Making.USUAL;
        SheetPlan sheet = f.has("sheet") ? SheetJson.read(f.part("sheet", "sheet")) : SheetPlan.USUAL;
        return new Arrangement(groups, looks, variants, f.text("variant", ""), making, sheet);
    }

    static Look look(Fields f) {
        return new Look(f.text("name", "").strip(), f.text("material", ""), f.text("colour", ""), f.flag("hidden"));
    }

    private static Variant variant(Fields f) {
        Map<String, String> values = new HashMap<>();
        f.map("values").forEach((name, formula) -> values.put(name, text(formula, "The value " + name)));
        Map<String, Boolean> off = new HashMap<>();
        f.map("off").forEach((id, is) -> {
            if (!is.isBoolean()) {
                throw Refusal.of("A variant says of a step whether it is off, true or false.");
            }
            off.put(id, is.booleanValue());
        });
        return new Variant(f.text("name"), values, off);
    }

    private static String text(JsonNode n, String what) {
        if (!n.isString()) {
            throw Refusal.of(what + " should be a text.");
        }
        return n.stringValue();
    }
}
