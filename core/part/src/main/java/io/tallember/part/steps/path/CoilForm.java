package io.tallember.part.steps.path;

import io.tallember.part.Measure;
import io.tallember.part.steps.Content;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.Slot;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The places of a coil in a path's sentence. */
final class CoilForm {
    private CoilForm() {}

    static void usual(Form f, String row) {
        f.choose(row + ".hand", "right");
        f.pick(row + ".about", Kind.MAKE.stringNode("z"));
        f.usual(row + ".diameter", 20, 1);
        f.angle(row + ".start", 0);
        f.choose(row + ".by", "pitch-turns");
        f.usual(row + ".pitch", 5, 0.25);
        f.set(row + ".turns", new Content.Text("5", 5.0));
        f.usual(row + ".height", 25, 1);
        f.usual(row + ".wire", 2, 0.125);
        f.length(row + ".gap", 0);
        f.choose(row + ".growing", "no");
        f.usual(row + ".grow", 2, 0.125);
        f.choose(row + ".leaves", "turns");
        f.rows(row + ".table", List.of());
    }

    /** Adds a pitch one turn beyond the last. */
    static void rate(Form f, String row) {
        List<String> before = f.rows(row + ".table");
        String last = before.isEmpty() ? "" : row + ".table." + before.get(before.size() - 1);
        String now = row + ".table." + f.addRow(row + ".table", before.size());
        double turn = last.isEmpty() ? 0 : f.number(last + ".turn", Measure.PLAIN, 0) + 1;
        f.set(
                now + ".turn",
                new Content.Text(turn == Math.rint(turn) ? Integer.toString((int) turn) : turn + "", turn));
        f.length(now + ".pitch", f.number(last.isEmpty() ? row + ".pitch" : last + ".pitch", Measure.LENGTH, 5));
    }

    static void open(Form f, String row, JsonNode leg, LegForm.Opened opened) {
        for (String k : List.of("diameter", "pitch", "height", "wire", "gap")) {
            LegForm.number(row + "." + k, leg.path(k), Measure.LENGTH, opened);
        }
        LegForm.number(row + ".start", leg.path("start"), Measure.ANGLE, opened);
        LegForm.number(row + ".turns", leg.path("turns"), Measure.PLAIN, opened);
        if (leg.has("about")) {
            f.pick(row + ".about", leg.get("about"));
        }
        if (leg.has("by")) {
            f.choose(row + ".by", leg.get("by").asString(""));
        }
        f.choose(row + ".hand", leg.path("left").asBoolean(false) ? "left" : "right");
        double grow = leg.path("grow").asDouble(0);
        f.choose(row + ".growing", grow == 0 ? "no" : "yes");
        if (grow != 0) {
            opened.number(row + ".grow", grow, Measure.LENGTH);
        }
        for (JsonNode r : leg.path("table")) {
            String at = row + ".table."
                    + f.addRow(row + ".table", f.rows(row + ".table").size());
            opened.number(at + ".turn", r.path("turn").asDouble(0), Measure.PLAIN);
            opened.number(at + ".pitch", r.path("pitch").asDouble(0), Measure.LENGTH);
        }
    }

    /** Where pitches at turns are wanted, two to begin with. */
    static void follow(Form f, String row) {
        while (f.is(row + ".by", "table") && f.rows(row + ".table").size() < 2) {
            rate(f, row);
        }
    }

    static void say(Form f, Pen p, String row, boolean begins) {
        p.choice("hand", "right", "left");
        Slot about = p.axis("about");
        about.lack = about.held.isEmpty() ? p.words().text("legs.about.lack") : "";
        if (begins) {
            p.length("diameter");
            p.angle("start").quiet(f.number(row + ".start", Measure.ANGLE, 0) == 0);
        }
        p.choice("by", "pitch-turns", "pitch-height", "turns-height", "wire-turns", "wire-joined", "table");
        String by = f.chosen(row + ".by");
        if (by.startsWith("pitch")) {
            p.length("pitch");
        }
        if (by.contains("turns") || by.equals("wire-joined")) {
            p.number("turns", Measure.PLAIN);
        }
        if (by.endsWith("height")) {
            p.length("height");
        }
        if (by.startsWith("wire")) {
            p.length("wire");
        }
        if (by.equals("wire-turns")) {
            p.length("gap");
        }
        if (by.equals("table")) {
            List<String> rows = f.rows(row + ".table");
            for (int i = 0; i < rows.size(); i++) {
                Pen at = p.row("table", rows.get(i), i + 1);
                at.length("pitch");
                at.number("turn", Measure.PLAIN);
                if (rows.size() > 2) {
                    at.act("drop");
                }
            }
            p.act("rate");
        }
        p.choice("growing", "no", "yes").quiet(f.is(row + ".growing", "no"));
        if (f.is(row + ".growing", "yes")) {
            p.length("grow");
        }
        p.choice("leaves", "turns", "x", "-x", "y", "-y", "z", "-z", Toward.ALONG)
                .quiet(f.is(row + ".leaves", "turns"));
        if (f.is(row + ".leaves", Toward.ALONG)) {
            p.axis("axis");
            p.act("flip");
        }
    }

    static void write(Form f, String row, ObjectNode n) {
        f.writeOne(n, "about", row + ".about");
        List.of("diameter", "start", "pitch", "turns", "height", "wire", "gap")
                .forEach(k -> f.write(n, k, row + "." + k));
        n.put("by", f.chosen(row + ".by")).put("left", f.is(row + ".hand", "left"));
        if (f.is(row + ".by", "table")) {
            ArrayNode table = n.putArray("table");
            for (String id : f.rows(row + ".table")) {
                ObjectNode r = table.addObject();
                f.write(r, "turn", row + ".table." + id + ".turn");
                f.write(r, "pitch", row + ".table." + id + ".pitch");
            }
        }
        if (f.is(row + ".growing", "yes")) {
            f.write(n, "grow", row + ".grow");
        } else {
            n.put("grow", 0);
        }
    }
}
