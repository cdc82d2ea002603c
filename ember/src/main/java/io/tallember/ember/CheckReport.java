package io.tallember.ember;

import io.tallember.geometry.Terms;
import io.tallember.inspect.findings.Checkup;
import io.tallember.inspect.findings.Finding;
import io.tallember.part.Measure;
import io.tallember.part.PartDocument;
import io.tallember.part.Step;
import java.util.TreeMap;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The report of a check. Numbers in mm, degrees or without a unit, as each says; sentences in the part's unit. The format is described
 * in {@code docs/check.md} and kept stable.
 */
final class CheckReport {
    private static final JsonMapper MAPPER = JsonMapper.builder().build();

    private CheckReport() {}

    static String unusable(String why) {
        ObjectNode n = head().put("usable", false).put("message", why);
        return MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(n) + "\n";
    }

    private static ObjectNode head() {
        return MAPPER.createObjectNode().put("format", "tall-ember-check").put("version", 1);
    }

    static String of(PartDocument doc, Checkup c) {
        ObjectNode n = head().put("usable", true);
        n.put("part", doc.name()).put("variant", doc.arrangement().chosen());
        n.put("for", c.making().way().word()).put("complete", c.complete());
        n.put("stopped", c.stopped());
        ArrayNode pull = n.putArray("pull");
        pull.add(c.making().pull().x())
                .add(c.making().pull().y())
                .add(c.making().pull().z());
        ObjectNode limits = n.putObject("limits");
        new TreeMap<>(c.making().all()).forEach((l, v) -> limits.put(l.word(), l.written(v)));
        ArrayNode notes = n.putArray("notes");
        c.notes().forEach(s -> notes.add(told(s, doc)));
        ArrayNode findings = n.putArray("findings");
        c.findings().forEach(f -> finding(findings.addObject(), f, doc, c));
        ArrayNode clear = n.putArray("nothing_found");
        c.clear().forEach(r -> clear.add(r.word()));
        return MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(n) + "\n";
    }

    static String told(String sentence, PartDocument doc) {
        return Terms.told(
                sentence, doc.unit().telling(id -> doc.find(id).map(Step::name).orElse(id)));
    }

    private static void finding(ObjectNode n, Finding f, PartDocument doc, Checkup c) {
        n.put("rule", f.rule().word()).put("stops", f.stops());
        n.put("sentence", told(f.sentence(), doc));
        boolean measured = !Double.isNaN(f.measured());
        if (measured) {
            n.put("measured", written(f.measure(), f.measured()));
        }
        if (!Double.isNaN(f.limit())) {
            n.put("limit", written(f.measure(), f.limit()));
        }
        if (measured) {
            n.put("unit", unit(f.measure()));
        }
        ArrayNode places = n.putArray("places_mm");
        f.places().forEach(p -> places.addArray().add(p.x()).add(p.y()).add(p.z()));
        ArrayNode faces = n.putArray("face_keys");
        f.faces().forEach(faces::add);
        n.put("step", f.step());
        if (f.remedy() != null) {
            Finding.Remedy r = f.remedy();
            n.put("field", r.field()).put("field_step", r.step());
            n.put("was", written(r.measure(), r.was()));
            n.put("suggested", written(r.measure(), r.value()));
            n.put("suggested_unit", unit(r.measure()));
            n.put("then", told(r.but(), doc));
        }
        String why = c.making().accepted().get(f.id());
        n.put("accepted", why != null);
        if (why != null) {
            n.put("reason", why);
        }
    }

    private static double written(Measure m, double v) {
        return m == Measure.ANGLE ? Math.toDegrees(v) : v;
    }

    private static String unit(Measure m) {
        return switch (m) {
            case LENGTH -> "mm";
            case ANGLE -> "deg";
            case PLAIN -> "";
        };
    }
}
