package io.tallember.part.steps.path;

import io.tallember.geometry.ArcLength;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Vec3;
import io.tallember.part.Measure;
import io.tallember.part.steps.Content;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.Texts;
import io.tallember.solid.Edge;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The places that a leg of a path goes through, one in a row each. */
final class PointsForm {
    private static final List<String> AXES = List.of("x", "y", "z");

    private PointsForm() {}

    /** Adds a place at the end: by coordinates beyond the last. */
    static String add(Form f, String row) {
        List<String> before = f.rows(row + ".points");
        String last = before.isEmpty() ? "" : row + ".points." + before.get(before.size() - 1);
        String now = insert(f, row, before.size());
        for (String k : AXES) {
            double v = last.isEmpty() ? 0 : f.number(last + "." + k, Measure.LENGTH, 0);
            f.length(now + "." + k, k.equals("x") ? v + 20 : v);
        }
        if (!last.isEmpty()) {
            f.choose(now + ".spot", f.is(last + ".spot", "by") ? "by" : "at");
        }
        return now;
    }

    private static String insert(Form f, String row, int at) {
        String now = row + ".points." + f.addRow(row + ".points", at);
        f.choose(now + ".spot", "at");
        AXES.forEach(k -> f.length(now + "." + k, 0));
        f.pick(now + ".corner", List.of());
        f.pick(now + ".edge", List.of());
        f.set(now + ".share", new Content.Text("50", 50.0));
        return now;
    }

    /** What a click in the view gives for a further place: a corner, a place on an edge, or one in space. */
    static Optional<JsonNode> placed(Form f, Hit h) {
        if (h.what() == Hit.What.PLACE && h.point() != null) {
            ObjectNode n = Kind.MAKE.objectNode();
            n.put("x", h.point().x()).put("y", h.point().y()).put("z", h.point().z());
            return Optional.of(n);
        }
        return h.cornerRef()
                .or(() -> h.edgeRef(f.context()).map(e -> ((ObjectNode) e).put("share", share(h, f.context()))));
    }

    /** The share of a clicked edge's length, in whole percent from where its curve begins, that is nearest to the click. */
    private static double share(Hit h, Context c) {
        Optional<Edge> edge = h.edge(c);
        if (edge.isEmpty() || h.from() == null || h.way() == null) {
            return 50;
        }
        Curve curve = edge.get().curve();
        Interval range = edge.get().range();
        Vec3 way = h.way().unit();
        double whole = ArcLength.of(curve, range);
        double best = 50;
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i <= 100; i++) {
            double t = ArcLength.parameter(curve, range, i / 100.0 * whole);
            double off = curve.point(t).minus(h.from()).cross(way).length();
            if (off < least) {
                least = off;
                best = i;
            }
        }
        return best;
    }

    /** Adds the place that was clicked at the end, and waits for another. */
    static void placed(Form f, String row) {
        JsonNode picked = f.one(row + ".place");
        f.pick(row + ".place", List.of());
        f.aim(row + ".place");
        if (picked != null) {
            fill(f, insert(f, row, f.rows(row + ".points").size()), picked, (place, v, m) -> {
                if (m == Measure.LENGTH) {
                    f.length(place, v);
                } else {
                    f.set(place, new Content.Text(Texts.shortest(v, 6), v));
                }
            });
        }
    }

    /** Puts a place halfway between one and the one before it. */
    static void between(Form f, String row, String id) {
        List<String> rows = f.rows(row + ".points");
        int i = rows.indexOf(id);
        String after = row + ".points." + id;
        String before = i > 0 ? row + ".points." + rows.get(i - 1) : "";
        String now = insert(f, row, i);
        for (String k : AXES) {
            double b = f.number(after + "." + k, Measure.LENGTH, 0);
            double a = before.isEmpty() ? 0 : f.number(before + "." + k, Measure.LENGTH, 0);
            f.length(now + "." + k, 0.5 * (a + b));
        }
    }

    /** The place that waits for a click at a row, as things stand. */
    static String aim(Form f, String at) {
        return f.is(at + ".spot", "corner") ? at + ".corner" : f.is(at + ".spot", "edge") ? at + ".edge" : "";
    }

    static void open(Form f, String row, JsonNode points, LegForm.Opened opened) {
        List<JsonNode> all = Kind.list(points);
        if (all.isEmpty()) {
            return;
        }
        f.rows(row + ".points", List.of());
        for (JsonNode p : all) {
            fill(f, insert(f, row, f.rows(row + ".points").size()), p, opened);
        }
    }

    private static void fill(Form f, String at, JsonNode p, LegForm.Opened opened) {
        if (p.has("corner")) {
            f.choose(at + ".spot", "corner");
            f.pick(at + ".corner", p);
        } else if (p.has("edge")) {
            f.choose(at + ".spot", "edge");
            ObjectNode edge = ((ObjectNode) p).deepCopy();
            edge.remove("share");
            f.pick(at + ".edge", edge);
            opened.number(at + ".share", p.path("share").asDouble(50), Measure.PLAIN);
        } else {
            f.choose(at + ".spot", p.path("on").asBoolean(false) ? "by" : "at");
            AXES.forEach(k -> opened.number(at + "." + k, p.path(k).asDouble(0), Measure.LENGTH));
        }
    }

    static void say(Form f, Pen p, String row, int least) {
        List<String> points = f.rows(row + ".points");
        for (int i = 0; i < points.size(); i++) {
            Pen at = p.row("points", points.get(i), i + 1);
            String place = row + ".points." + points.get(i);
            at.choice("spot", "at", "by", "corner", "edge").quiet(f.is(place + ".spot", "at"));
            switch (f.chosen(place + ".spot")) {
                case "corner" -> at.pick("corner", false, Hit::cornerRef, "corner", "mark");
                case "edge" -> {
                    at.pick("edge", false, h -> h.edgeRef(f.context()), "edge");
                    at.number("share", Measure.PLAIN);
                }
                default -> AXES.forEach(at::length);
            }
            if (least == 1) {
                at.act("between");
            }
            if (points.size() > least) {
                at.act("drop");
            }
        }
    }

    static void write(Form f, String row, ObjectNode n) {
        ArrayNode points = n.putArray("points");
        for (String id : f.rows(row + ".points")) {
            String at = row + ".points." + id;
            ObjectNode p = points.addObject();
            JsonNode picked = f.one(at + (f.is(at + ".spot", "edge") ? ".edge" : ".corner"));
            switch (f.chosen(at + ".spot")) {
                case "corner" -> p.setAll(picked == null ? p : (ObjectNode) picked);
                case "edge" -> {
                    p.setAll(picked == null ? p : (ObjectNode) picked);
                    f.write(p, "share", at + ".share");
                }
                default -> {
                    AXES.forEach(k -> f.write(p, k, at + "." + k));
                    if (f.is(at + ".spot", "by")) {
                        p.put("on", true);
                    }
                }
            }
        }
    }
}
