package io.tallember.part.steps;

import io.tallember.part.steps.Slot.Option;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The places of a sentence that tell what is gone along: a path, a drawn line, or edges. They stand under a prefix, which is empty or
 * that of a row.
 */
public final class AlongForm {
    private AlongForm() {}

    /** The last path, or else a drawn line. */
    public static void usual(Form f, String at) {
        List<Option> paths = f.context().paths(f.step());
        f.choose(
                at + "along",
                paths.isEmpty() ? "line" : paths.get(paths.size() - 1).key());
        f.pick(at + "line", List.of());
        f.choose(at + "lineOf", "");
        f.pick(at + "edges", List.of());
    }

    /** Takes a line that was clicked. */
    public static boolean line(Form f, String at, Hit h) {
        if (h.regionRef().isEmpty()) {
            return false;
        }
        f.choose(at + "along", "line");
        f.choose(at + "lineOf", h.of());
        f.pick(at + "line", h.regionRef().orElseThrow());
        return true;
    }

    public static void open(Form f, String at, JsonNode along) {
        f.choose(
                at + "along",
                along.has("step") ? along.get("step").asString("") : along.has("sketch") ? "line" : "edges");
        f.choose(at + "lineOf", along.path("sketch").asString(""));
        f.pick(at + "line", Kind.list(along.path("regions")));
        f.pick(at + "edges", Kind.list(along.path("edges")));
    }

    /** The place that waits for a click, as things stand. */
    public static String aim(Form f, String at) {
        return f.is(at + "along", "line") ? at + "line" : f.is(at + "along", "edges") ? at + "edges" : "";
    }

    /** @param p under whose prefix the places are */
    public static void say(Form f, Pen p, String at) {
        List<Option> along = new ArrayList<>(f.context().paths(f.step()));
        String now = f.chosen(at + "along");
        boolean known = along.stream().anyMatch(o -> o.key().equals(now)) || now.equals("line") || now.equals("edges");
        if (!known) {
            along.add(new Option(now, f.context().name(now, p.words().text("along.gone"))));
        }
        along.add(new Option("line", p.words().text("along.line")));
        along.add(new Option("edges", p.words().text("along.edges")));
        p.choice("along", along);
        if (now.equals("line")) {
            Slot line = p.pick("line", false, h -> Optional.<JsonNode>empty(), "line", "region");
            line.field.put("sketch", f.chosen(at + "lineOf"));
            line.among(f.context().sketches());
        } else if (now.equals("edges")) {
            Slot edges = p.edges("edges");
            edges.lack = edges.held.isEmpty() ? p.words().text("edges.lack") : "";
        }
    }

    public static void write(Form f, String at, ObjectNode along) {
        if (f.is(at + "along", "line")) {
            along.put("sketch", f.chosen(at + "lineOf"));
            f.write(along, "regions", f.picked(at + "line"));
        } else if (f.is(at + "along", "edges")) {
            f.write(along, "edges", f.picked(at + "edges"));
        } else {
            along.put("step", f.chosen(at + "along"));
        }
    }

    // guides, one in a row each

    /** The prefix of a row. */
    public static String row(String id) {
        return "guides." + id + ".";
    }

    public static void addGuide(Form f) {
        String at = row(f.addRow("guides", f.rows("guides").size()));
        usual(f, at);
        f.choose(at + "along", "line");
        f.aim(at + "line");
    }

    public static void openGuides(Form f, JsonNode all) {
        f.rows("guides", List.of());
        Kind.list(all)
                .forEach(n -> open(f, row(f.addRow("guides", f.rows("guides").size())), n));
    }

    public static void sayGuides(Form f, Pen p) {
        List<String> rows = f.rows("guides");
        for (int i = 0; i < rows.size(); i++) {
            Pen row = p.row("guides", rows.get(i), i + 1);
            say(f, row, row(rows.get(i)));
            row.act("drop");
        }
    }

    public static void writeGuides(Form f, ObjectNode n) {
        if (!f.rows("guides").isEmpty()) {
            var all = n.putArray("guides");
            f.rows("guides").forEach(id -> write(f, row(id), all.addObject()));
        }
    }

    /** Whether a place belongs to a guide; then what follows from a change there is done. */
    public static boolean follow(Form f, String place) {
        if (!place.startsWith("guides.")) {
            return false;
        }
        if (place.endsWith(".along")) {
            f.aim(aim(f, place.substring(0, place.length() - "along".length())));
        }
        return true;
    }

    /** Whether a press was one of the guides'. */
    public static boolean press(Form f, String place) {
        if (place.equals("guide")) {
            addGuide(f);
        } else if (place.startsWith("guides.") && place.endsWith(".drop")) {
            f.dropRow("guides", place.split("\\.")[1]);
        } else {
            return false;
        }
        return true;
    }

    /** Whether a click was taken as the line of the guide that waits for it. */
    public static boolean hit(Form f, Hit h) {
        String aim = f.aim();
        if (!aim.startsWith("guides.") || !aim.endsWith(".line")) {
            return false;
        }
        boolean taken = line(f, aim.substring(0, aim.length() - "line".length()), h);
        if (taken) {
            f.aim("");
        }
        return taken;
    }
}
