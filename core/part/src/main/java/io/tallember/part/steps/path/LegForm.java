package io.tallember.part.steps.path;

import io.tallember.part.Measure;
import io.tallember.part.steps.AlongForm;
import io.tallember.part.steps.Content;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.Slot;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** The row of one leg in a path's sentence. */
final class LegForm {
    /** Kinds of legs that go along something. */
    private static final Set<String> ALONG = Set.of("along", "middle", "views", "dropped");

    private static final Set<String> AXES = Set.of("x", "-x", "y", "-y", "z", "-z");
    private static final String[] DIRECTIONS = {
        "x", "-x", "y", "-y", "z", "-z", Toward.ON, Toward.ALONG, Toward.TO, Toward.TURNED
    };
    private static final String[] ENDS = {"free", "x", "-x", "y", "-y", "z", "-z", Toward.ALONG, Toward.EDGE};

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
        f.angle(row + ".turned", Math.PI / 4);
        f.pick(row + ".plane", Kind.MAKE.stringNode("top"));
        f.usual(row + ".radius", 10, 0.5);
        f.choose(row + ".until", "way");
        f.angle(row + ".angle", Math.PI / 2);
        for (String end : List.of("out", "finish")) {
            f.choose(row + "." + end, end.equals("out") ? "smooth" : "free");
            f.choose(row + "." + end + "Flipped", "no");
            f.set(row + "." + strength(end), new Content.Text("1", 1.0));
        }
        f.choose(row + ".bends", "usual");
        f.usual(row + ".bend", 5, 0.25);
        f.choose(row + ".mirrored", "no");
        f.pick(row + ".mirror", Kind.MAKE.stringNode("side"));
        f.choose(row + ".falls", "-z");
        CoilForm.usual(f, row);
        f.rows(row + ".points", List.of());
        PointsForm.add(f, row);
        AlongForm.usual(f, row + ".");
        AlongForm.usual(f, row + ".second.");
        f.pick(row + ".faces", List.of());
    }

    private static String strength(String end) {
        return end.equals("out") ? "first" : "last";
    }

    /** Goes along a drawn line. */
    static void line(Form f, String row, Hit h) {
        f.choose(row + ".kind", "along");
        AlongForm.line(f, row + ".", h);
    }

    static void edges(Form f, String row, List<JsonNode> edges) {
        f.choose(row + ".kind", "along");
        f.choose(row + ".along", "edges");
        f.pick(row + ".edges", edges);
    }

    /** The place for a drawn line in the last leg that goes along one; empty when none does. */
    static String lined(Form f) {
        List<String> all = f.rows("legs").stream()
                .map(id -> "legs." + id)
                .filter(row -> ALONG.contains(f.chosen(row + ".kind")))
                .toList();
        return all.isEmpty() ? "" : all.get(all.size() - 1) + ".line";
    }

    /** What follows from a change at a place of a leg. */
    static void follow(Form f, String row, String what) {
        switch (what) {
            case "kind" -> {
                CoilForm.follow(f, row);
                while (f.is(row + ".kind", "bow") && f.rows(row + ".points").size() < 2) {
                    PointsForm.add(f, row);
                }
                while (f.is(row + ".kind", "bow") && f.rows(row + ".points").size() > 2) {
                    List<String> all = f.rows(row + ".points");
                    f.dropRow(row + ".points", all.get(all.size() - 1));
                }
                boolean lines = f.is(row + ".kind", "views");
                if (lines) {
                    f.choose(row + ".along", "line");
                    f.choose(row + ".second.along", "line");
                }
                boolean along = ALONG.contains(f.chosen(row + ".kind"));
                f.aim(along ? AlongForm.aim(f, row + ".") : f.is(row + ".kind", "spline") ? row + ".place" : "");
            }
            case "place" -> PointsForm.placed(f, row);
            case "along" -> f.aim(AlongForm.aim(f, row + "."));
            case "second.along" -> f.aim(AlongForm.aim(f, row + ".second."));
            case "by" -> CoilForm.follow(f, row);
            case "end" -> f.aim(f.is(row + ".end", "level") ? row + ".level" : f.aim());
            case "mirrored" -> f.aim(f.is(row + ".mirrored", "yes") ? row + ".mirror" : f.aim());
            default -> {
                if (what.endsWith(".spot")) {
                    f.aim(PointsForm.aim(f, row + "." + what.substring(0, what.length() - ".spot".length())));
                } else if (f.is(row + "." + what, Toward.ALONG)) {
                    f.aim(row + (ENDING.contains(what) ? "." + what + "Axis" : ".axis"));
                } else if (f.is(row + "." + what, Toward.TO)) {
                    f.aim(row + ".to");
                } else if (f.is(row + "." + what, Toward.EDGE)) {
                    f.aim(row + "." + what + "Edge");
                }
            }
        }
    }

    private static final Set<String> ENDING = Set.of("out", "finish");

    static void open(Form f, String row, JsonNode leg, Opened opened) {
        usual(f, row);
        String way = leg.path("way").asString("straight");
        boolean follows = Set.of("edges", "line", "path").contains(way);
        f.choose(row + ".kind", follows ? "along" : way);
        toward(f, row, leg, "toward", way.equals("arc") ? "turn" : "toward");
        toward(f, row, leg, "leave", "leaves");
        for (String k : List.of("length", "radius")) {
            number(row + "." + k, leg.path(k), Measure.LENGTH, opened);
        }
        number(row + ".turned", leg.path("turn"), Measure.ANGLE, opened);
        if (leg.has("level") || leg.has("flat")) {
            f.choose(row + ".end", "level");
            f.pick(row + ".level", leg.has("level") ? leg.get("level") : leg.get("flat"));
        }
        f.choose(row + ".until", leg.has("angle") ? "angle" : "way");
        number(row + ".angle", leg.path("angle"), Measure.ANGLE, opened);
        f.choose(row + ".out", leg.path("smooth").asBoolean(true) ? "smooth" : "free");
        end(f, row, leg, "begin", "out", opened);
        end(f, row, leg, "end", "finish", opened);
        if (follows) {
            AlongForm.open(f, row + ".", leg);
            f.choose(row + ".mirrored", leg.has("mirror") ? "yes" : "no");
            if (leg.has("mirror")) {
                f.pick(row + ".mirror", leg.get("mirror"));
            }
        }
        if (leg.has("first") && leg.get("first").isObject()) {
            AlongForm.open(f, row + ".", leg.get("first"));
        }
        if (leg.has("second")) {
            AlongForm.open(f, row + ".second.", leg.get("second"));
        }
        if (leg.has("faces")) {
            f.pick(row + ".faces", Kind.list(leg.get("faces")));
            f.choose(row + ".falls", leg.path("toward").asString("square"));
        }
        CoilForm.open(f, row, leg, opened);
        if (leg.has("bend")) {
            double bend = leg.get("bend").doubleValue();
            f.choose(row + ".bends", bend > 0 ? "own" : "sharp");
            if (bend > 0) {
                opened.number(row + ".bend", bend, Measure.LENGTH);
            }
        }
        PointsForm.open(f, row, leg.path("points"), opened);
    }

    static void number(String place, JsonNode v, Measure measure, Opened opened) {
        if (v.isNumber()) {
            opened.number(place, v.doubleValue(), measure);
        }
    }

    private static void toward(Form f, String row, JsonNode leg, String field, String place) {
        if (!leg.path(field).isString()) {
            return;
        }
        f.choose(row + "." + place, leg.get(field).stringValue());
        if (leg.has("axis")) {
            f.pick(row + ".axis", leg.get("axis"));
            f.choose(row + ".flipped", leg.path("flipped").asBoolean(false) ? "yes" : "no");
        }
        if (leg.has("to")) {
            f.pick(row + ".to", leg.get("to"));
        }
        if (leg.has("plane")) {
            f.pick(row + ".plane", leg.get("plane"));
        }
    }

    /** An end of a smooth leg: its direction and strength. */
    private static void end(Form f, String row, JsonNode leg, String field, String place, Opened opened) {
        // written beside each other in older files
        JsonNode n = leg.path(field).isString() ? leg : leg.path(field);
        String word = leg.path(field).isString() ? field : "toward";
        if (n.path(word).isString()) {
            f.choose(row + "." + place, n.get(word).stringValue());
            if (n.has("axis")) {
                f.pick(row + "." + place + "Axis", n.get("axis"));
            }
            if (n.has("edge")) {
                f.pick(row + "." + place + "Edge", n.get("edge"));
            }
            f.choose(row + "." + place + "Flipped", n.path("flipped").asBoolean(false) ? "yes" : "no");
        }
        number(row + "." + strength(place), leg.path(strength(place)), Measure.PLAIN, opened);
    }

    static void say(Form f, Pen p, String row, int number, int of) {
        String kind = f.chosen(row + ".kind");
        p.follows("legs." + kind);
        p.choice("kind", "straight", "arc", "bow", "spline", "along", "coil", "middle", "views", "dropped");
        switch (kind) {
            case "straight" -> straight(f, p, row);
            case "arc" -> {
                way(f, p, row, "turn", "x", "-x", "y", "-y", "z", "-z", Toward.ALONG);
                p.length("radius");
                p.choice("until", "way", "angle");
                if (f.is(row + ".until", "angle")) {
                    p.angle("angle");
                }
            }
            case "bow" -> PointsForm.say(f, p, row, 2);
            case "spline" -> {
                PointsForm.say(f, p, row, 1);
                p.act("more");
                p.pick("place", false, h -> PointsForm.placed(f, h), "corner", "mark", "edge", "place")
                        .quiet(true)
                        .apart = true;
                end(f, p, row, "out");
                end(f, p, row, "finish");
            }
            case "along" -> {
                AlongForm.say(f, p, row + ".");
                p.choice("mirrored", "no", "yes").quiet(f.is(row + ".mirrored", "no"));
                if (f.is(row + ".mirrored", "yes")) {
                    p.plane("mirror");
                }
            }
            case "middle", "views" -> {
                AlongForm.say(f, p, row + ".");
                AlongForm.say(f, p.under("second"), row + ".second.");
            }
            case "dropped" -> {
                AlongForm.say(f, p, row + ".");
                Slot faces = p.faces("faces");
                faces.lack = faces.held.isEmpty() ? p.words().text("legs.faces.lack") : "";
                way(f, p, row, "falls", "-z", "z", "-x", "x", "-y", "y", "square", Toward.ALONG);
            }
            default -> CoilForm.say(f, p, row, number == 0 && f.is("from", "own"));
        }
        boolean corner = number > 0 && !kind.equals("arc") && !(kind.equals("spline") && f.is(row + ".out", "smooth"));
        if (corner) {
            p.choice("bends", "usual", "sharp", "own").quiet(f.is(row + ".bends", "usual"));
            if (f.is(row + ".bends", "own")) {
                p.length("bend");
            }
        }
        p.act("insert");
        if (number > 0) {
            p.act("up");
        }
        if (of > 1) {
            p.act("drop");
        }
    }

    private static void straight(Form f, Pen p, String row) {
        way(f, p, row, "toward", DIRECTIONS);
        if (f.is(row + ".toward", Toward.TO)) {
            p.pick("to", false, Hit::cornerRef, "corner", "mark");
            return;
        }
        if (f.is(row + ".toward", Toward.TURNED)) {
            p.angle("turned");
            p.plane("plane");
        }
        p.choice("end", "length", "level");
        if (f.is(row + ".end", "length")) {
            p.length("length");
        } else {
            Slot level = p.pick("level", false, h -> level(f, h), "corner", "mark", "face");
            if (!level.held.isEmpty() && !level.held.get(0).has("corner")) {
                level.text = p.words().text("legs.level.face");
            }
        }
    }

    /** What a leg can be level with: a corner, a point, or a flat face. */
    private static Optional<JsonNode> level(Form f, Hit h) {
        return h.cornerRef()
                .or(() -> h.face(f.context())
                        .filter(x -> x.surface() instanceof io.tallember.geometry.Plane)
                        .flatMap(x -> h.faceRef(f.context())));
    }

    private static void way(Form f, Pen p, String row, String place, String... words) {
        p.choice(place, words);
        if (f.is(row + "." + place, Toward.ALONG)) {
            Slot axis = p.axis("axis");
            axis.lack = axis.held.isEmpty() ? p.words().text("legs.axis.lack") : "";
            p.act("flip");
        }
    }

    private static void end(Form f, Pen p, String row, String place) {
        List<String> all = new ArrayList<>(List.of(ENDS));
        if (place.equals("out")) {
            all.add(0, "smooth");
        }
        String now = f.chosen(row + "." + place);
        p.choice(place, all.toArray(new String[0])).quiet(now.equals("free") || now.equals("smooth"));
        if (now.equals(Toward.ALONG)) {
            Slot axis = p.axis(place + "Axis");
            axis.lack = axis.held.isEmpty() ? p.words().text("legs.axis.lack") : "";
        } else if (now.equals(Toward.EDGE)) {
            p.pick(place + "Edge", false, h -> h.edgeRef(f.context()), "edge");
        }
        if (now.equals(Toward.ALONG) || now.equals(Toward.EDGE)) {
            p.act(place + "Flip");
        }
        if (!now.equals("free")) {
            double v = f.number(row + "." + strength(place), Measure.PLAIN, 1);
            p.number(strength(place), Measure.PLAIN).quiet(v == 1);
        }
    }

    static void write(Form f, String row, ObjectNode n) {
        String kind = f.chosen(row + ".kind");
        n.put("way", kind);
        switch (kind) {
            case "straight" -> straight(f, row, n);
            case "arc" -> {
                towards(f, row, "turn", "toward", n);
                f.write(n, "radius", row + ".radius");
                if (f.is(row + ".until", "angle")) {
                    f.write(n, "angle", row + ".angle");
                }
            }
            case "bow" -> PointsForm.write(f, row, n);
            case "spline" -> {
                PointsForm.write(f, row, n);
                n.put("smooth", f.is(row + ".out", "smooth"));
                end(f, row, "out", "begin", n);
                end(f, row, "finish", "end", n);
            }
            case "along" -> {
                String along = f.chosen(row + ".along");
                n.put("way", Set.of("line", "edges").contains(along) ? along : "path");
                AlongForm.write(f, row + ".", n);
                if (f.is(row + ".mirrored", "yes")) {
                    f.writeOne(n, "mirror", row + ".mirror");
                }
            }
            case "middle", "views" -> {
                AlongForm.write(f, row + ".", n.putObject("first"));
                AlongForm.write(f, row + ".second.", n.putObject("second"));
            }
            case "dropped" -> {
                AlongForm.write(f, row + ".", n.putObject("first"));
                f.write(n, "faces", f.picked(row + ".faces"));
                if (!f.is(row + ".falls", "square")) {
                    towards(f, row, "falls", "toward", n);
                }
            }
            default -> {
                CoilForm.write(f, row, n);
                if (!f.is(row + ".leaves", "turns")) {
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

    private static void straight(Form f, String row, ObjectNode n) {
        towards(f, row, "toward", "toward", n);
        f.write(n, "length", row + ".length");
        if (f.is(row + ".toward", Toward.TURNED)) {
            f.write(n, "turn", row + ".turned");
        }
        JsonNode level = f.one(row + ".level");
        if (f.is(row + ".end", "level") && !f.is(row + ".toward", Toward.TO) && level != null) {
            f.writeOne(n, level.has("corner") ? "level" : "flat", row + ".level");
        }
    }

    private static void towards(Form f, String row, String place, String field, ObjectNode n) {
        String word = f.chosen(row + "." + place);
        n.put(field, word);
        switch (word) {
            case Toward.ALONG -> {
                f.writeOne(n, "axis", row + ".axis");
                n.put("flipped", f.is(row + ".flipped", "yes"));
            }
            case Toward.TO -> f.writeOne(n, "to", row + ".to");
            case Toward.TURNED -> f.writeOne(n, "plane", row + ".plane");
            default -> {}
        }
    }

    private static void end(Form f, String row, String place, String field, ObjectNode n) {
        String word = f.chosen(row + "." + place);
        if (AXES.contains(word) || word.equals(Toward.ALONG) || word.equals(Toward.EDGE)) {
            ObjectNode d = n.putObject(field).put("toward", word);
            if (word.equals(Toward.ALONG)) {
                f.writeOne(d, "axis", row + "." + place + "Axis");
            } else if (word.equals(Toward.EDGE)) {
                f.writeOne(d, "edge", row + "." + place + "Edge");
            }
            if (!AXES.contains(word)) {
                d.put("flipped", f.is(row + "." + place + "Flipped", "yes"));
            }
        }
        if (!word.equals("free")) {
            f.write(n, strength(place), row + "." + strength(place));
        }
    }
}
