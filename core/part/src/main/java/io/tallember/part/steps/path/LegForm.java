package io.tallember.part.steps.path;

import io.tallember.part.Measure;
import io.tallember.part.steps.Content;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.Slot;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The row of one leg in a path's sentence. */
final class LegForm {
    private static final Map<String, String> WAYS = Map.of(
            "straight",
            "straight",
            "arc",
            "arc",
            "spline",
            "spline",
            "edges",
            "edges",
            "line",
            "lines",
            "coil",
            "coil");
    private static final Set<String> FINISHES = Set.of("x", "-x", "y", "-y", "z", "-z", Toward.ALONG);
    private static final String[] DIRECTIONS = {"x", "-x", "y", "-y", "z", "-z", Toward.ON, Toward.ALONG};

    private LegForm() {}

    /** Puts a number into a place as it is opened: its formula, or itself. */
    interface Opened {
        void number(String place, double v, Measure measure);
    }

    /** Adds a straight leg, along x or else straight on. */
    static String add(Form f, int at) {
        String row = "legs." + f.addRow("legs", at);
        usual(f, row);
        f.choose(row + ".toward", at == 0 ? "x" : "y");
        return row;
    }

    private static void usual(Form f, String row) {
        f.choose(row + ".kind", "straight");
        f.choose(row + ".toward", "x");
        f.choose(row + ".turn", "x");
        f.choose(row + ".flipped", "no");
        f.choose(row + ".end", "length");
        f.usual(row + ".length", 20, 1);
        f.usual(row + ".radius", 10, 0.5);
        f.choose(row + ".until", "way");
        f.angle(row + ".angle", Math.PI / 2);
        f.choose(row + ".out", "smooth");
        f.choose(row + ".finish", "free");
        f.choose(row + ".bends", "usual");
        f.usual(row + ".bend", 5, 0.25);
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
        f.rows(row + ".points", List.of());
        point(f, row);
    }

    /** Adds a point at the end, beyond the last. */
    static void point(Form f, String row) {
        List<String> before = f.rows(row + ".points");
        String last = before.isEmpty() ? "" : row + ".points." + before.get(before.size() - 1);
        String now = row + ".points." + f.addRow(row + ".points", before.size());
        for (String k : List.of("x", "y", "z")) {
            double v = last.isEmpty() ? 0 : f.number(last + "." + k, Measure.LENGTH, 0);
            f.length(now + "." + k, k.equals("x") ? v + 20 : v);
        }
    }

    static void line(Form f, String row, Hit h) {
        f.choose(row + ".kind", "lines");
        f.choose(row + ".sketch", h.of());
        f.pick(row + ".line", h.regionRef().orElseThrow());
    }

    static void open(Form f, String row, JsonNode leg, Opened opened) {
        usual(f, row);
        f.choose(row + ".kind", WAYS.getOrDefault(leg.path("way").asString(""), "straight"));
        toward(f, row, leg, "toward", f.is(row + ".kind", "arc") ? "turn" : "toward");
        toward(f, row, leg, "end", "finish");
        toward(f, row, leg, "leave", "leaves");
        for (String k : List.of("length", "radius", "diameter", "pitch", "height", "wire", "gap")) {
            number(row + "." + k, leg.path(k), Measure.LENGTH, opened);
        }
        number(row + ".start", leg.path("start"), Measure.ANGLE, opened);
        number(row + ".turns", leg.path("turns"), Measure.PLAIN, opened);
        if (leg.has("level")) {
            f.choose(row + ".end", "level");
            f.pick(row + ".level", leg.get("level"));
        }
        f.choose(row + ".until", leg.has("angle") ? "angle" : "way");
        number(row + ".angle", leg.path("angle"), Measure.ANGLE, opened);
        f.choose(row + ".out", leg.path("smooth").asBoolean(true) ? "smooth" : "free");
        f.pick(row + ".edges", all(leg.path("edges")));
        f.choose(row + ".sketch", leg.path("sketch").asString(""));
        f.pick(row + ".line", all(leg.path("regions")));
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
        if (leg.has("bend")) {
            double bend = leg.get("bend").doubleValue();
            f.choose(row + ".bends", bend > 0 ? "own" : "sharp");
            if (bend > 0) {
                opened.number(row + ".bend", bend, Measure.LENGTH);
            }
        }
        List<JsonNode> points = all(leg.path("points"));
        if (!points.isEmpty()) {
            f.dropRow(row + ".points", f.rows(row + ".points").get(0));
            points.forEach(
                    p -> f.addRow(row + ".points", f.rows(row + ".points").size()));
            for (int i = 0; i < points.size(); i++) {
                String at = row + ".points." + f.rows(row + ".points").get(i);
                for (String k : List.of("x", "y", "z")) {
                    opened.number(at + "." + k, points.get(i).get(k).doubleValue(), Measure.LENGTH);
                }
            }
        }
    }

    private static void number(String place, JsonNode v, Measure measure, Opened opened) {
        if (v.isNumber()) {
            opened.number(place, v.doubleValue(), measure);
        }
    }

    private static List<JsonNode> all(JsonNode n) {
        List<JsonNode> out = new java.util.ArrayList<>();
        n.forEach(out::add);
        return out;
    }

    private static void toward(Form f, String row, JsonNode leg, String field, String place) {
        if (leg.path(field).isString()) {
            f.choose(row + "." + place, leg.get(field).stringValue());
            if (leg.has("axis")) {
                f.pick(row + ".axis", leg.get("axis"));
                f.choose(row + ".flipped", leg.path("flipped").asBoolean(false) ? "yes" : "no");
            }
        }
    }

    static void say(Form f, Pen p, String row, int number, int of) {
        String kind = f.chosen(row + ".kind");
        p.follows("legs." + kind);
        p.choice("kind", "straight", "arc", "spline", "edges", "lines", "coil");
        switch (kind) {
            case "straight" -> {
                way(f, p, row, "toward", DIRECTIONS);
                p.choice("end", "length", "level");
                if (f.is(row + ".end", "length")) {
                    p.length("length");
                } else {
                    p.pick("level", false, Hit::cornerRef, "corner", "mark");
                }
            }
            case "arc" -> {
                way(f, p, row, "turn", "x", "-x", "y", "-y", "z", "-z", Toward.ALONG);
                p.length("radius");
                p.choice("until", "way", "angle");
                if (f.is(row + ".until", "angle")) {
                    p.angle("angle");
                }
            }
            case "spline" -> spline(f, p, row);
            case "edges" ->
                p.edges("edges")
                        .lacking(f.picked(row + ".edges").isEmpty() ? p.words().text("legs.edges.lack") : "");
            case "lines" ->
                p.pick("line", false, h -> Optional.<JsonNode>empty(), "line", "region")
                        .field
                        .put("sketch", f.chosen(row + ".sketch"));
            default -> coil(f, p, row, number);
        }
        boolean corner = number > 0 && !kind.equals("arc") && !(kind.equals("spline") && f.is(row + ".out", "smooth"));
        if (corner) {
            p.choice("bends", "usual", "sharp", "own").quiet(f.is(row + ".bends", "usual"));
            if (f.is(row + ".bends", "own")) {
                p.length("bend");
            }
        }
        p.act("insert");
        if (of > 1) {
            p.act("drop");
        }
    }

    private static void way(Form f, Pen p, String row, String place, String... words) {
        p.choice(place, words);
        if (f.is(row + "." + place, Toward.ALONG)) {
            Slot axis = p.axis("axis");
            axis.lack = axis.held.isEmpty() ? p.words().text("legs.axis.lack") : "";
            p.act("flip");
        }
    }

    private static void spline(Form f, Pen p, String row) {
        List<String> points = f.rows(row + ".points");
        for (int i = 0; i < points.size(); i++) {
            Pen at = p.row("points", points.get(i), i + 1);
            List.of("x", "y", "z").forEach(at::length);
            if (points.size() > 1) {
                at.act("drop");
            }
        }
        p.act("more");
        p.choice("out", "smooth", "free").quiet(true);
        way(f, p, row, "finish", "free", "x", "-x", "y", "-y", "z", "-z", Toward.ALONG);
    }

    private static void coil(Form f, Pen p, String row, int number) {
        p.choice("hand", "right", "left");
        Slot about = p.axis("about");
        about.lack = about.held.isEmpty() ? p.words().text("legs.about.lack") : "";
        if (number == 0 && f.is("from", "own")) {
            p.length("diameter");
            p.angle("start").quiet(f.number(row + ".start", Measure.ANGLE, 0) == 0);
        }
        p.choice("by", "pitch-turns", "pitch-height", "turns-height", "wire-turns");
        String by = f.chosen(row + ".by");
        if (by.startsWith("pitch")) {
            p.length("pitch");
        }
        if (by.contains("turns")) {
            p.number("turns", Measure.PLAIN);
        }
        if (by.endsWith("height")) {
            p.length("height");
        }
        if (by.startsWith("wire")) {
            p.length("wire");
            p.length("gap");
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
        String kind = f.chosen(row + ".kind");
        n.put("way", kind.equals("lines") ? "line" : kind);
        switch (kind) {
            case "straight" -> {
                towards(f, row, "toward", "toward", n);
                f.write(n, "length", row + ".length");
                if (f.is(row + ".end", "level")) {
                    f.writeOne(n, "level", row + ".level");
                }
            }
            case "arc" -> {
                towards(f, row, "turn", "toward", n);
                f.write(n, "radius", row + ".radius");
                if (f.is(row + ".until", "angle")) {
                    f.write(n, "angle", row + ".angle");
                }
            }
            case "spline" -> {
                ArrayNode points = n.putArray("points");
                for (String id : f.rows(row + ".points")) {
                    ObjectNode p = points.addObject();
                    List.of("x", "y", "z").forEach(k -> f.write(p, k, row + ".points." + id + "." + k));
                }
                n.put("smooth", f.is(row + ".out", "smooth"));
                if (FINISHES.contains(f.chosen(row + ".finish"))) {
                    towards(f, row, "finish", "end", n);
                }
            }
            case "edges" -> f.write(n, "edges", f.picked(row + ".edges"));
            case "lines" -> {
                n.put("sketch", f.chosen(row + ".sketch"));
                f.write(n, "regions", f.picked(row + ".line"));
            }
            default -> {
                f.writeOne(n, "about", row + ".about");
                List.of("diameter", "start", "pitch", "turns", "height", "wire", "gap")
                        .forEach(k -> f.write(n, k, row + "." + k));
                n.put("by", f.chosen(row + ".by")).put("left", f.is(row + ".hand", "left"));
                if (f.is(row + ".growing", "yes")) {
                    f.write(n, "grow", row + ".grow");
                } else {
                    n.put("grow", 0);
                }
                if (FINISHES.contains(f.chosen(row + ".leaves"))) {
                    towards(f, row, "leaves", "leave", n);
                }
            }
        }
        if (!kind.equals("arc") && f.is(row + ".bends", "own")) {
            f.write(n, "bend", row + ".bend");
        } else if (!kind.equals("arc") && f.is(row + ".bends", "sharp")) {
            n.put("bend", 0);
        }
    }

    private static void towards(Form f, String row, String place, String field, ObjectNode n) {
        n.put(field, f.chosen(row + "." + place));
        if (f.is(row + "." + place, Toward.ALONG)) {
            f.writeOne(n, "axis", row + ".axis");
            n.put("flipped", f.is(row + ".flipped", "yes"));
        }
    }
}
