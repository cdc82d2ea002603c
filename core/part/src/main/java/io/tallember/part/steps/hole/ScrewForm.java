package io.tallember.part.steps.hole;

import io.tallember.part.Measure;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.Slot.Option;
import io.tallember.part.steps.Texts;
import io.tallember.part.steps.hole.ScrewSizes.Screw;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The places of a hole's sentence that tell for which screw it is: its size (and the one by which its numbers were set), whether it clears the screw or takes it by a thread, and
 * of a thread its standard, pitch, class and depth.
 */
final class ScrewForm {
    private static final double INCH = 25.4;
    private static final List<String> CLEAR = List.of("close", "normal", "loose");
    /** Classes of tolerance for threads in holes: ISO 965-1, and ASME B1.1. */
    private static final List<String> METRIC = List.of("4H", "5H", "6H", "7H", "6G");

    private static final List<String> UNIFIED = List.of("1B", "2B", "3B");

    private ScrewForm() {}

    static void begin(Form f) {
        f.choose("size", "own");
        f.choose("sized", "");
        f.choose("fit", "normal");
        f.choose("standard", "metric");
        f.choose("class", "6H");
        f.choose("threaded", "all");
        f.usual("pitch", 1, 0.05);
        f.usual("threadDepth", 10, 0.5);
    }

    static Optional<Screw> screw(Form f) {
        return ScrewSizes.all().stream()
                .filter(s -> s.size().equals(f.chosen("size")))
                .findFirst();
    }

    private static boolean tapped(Form f) {
        return screw(f).isPresent() && f.is("fit", "tapped") || f.is("fit", "fine");
    }

    /** What a hole is for, as a hole table tells it: a clearance, or the thread by its name. */
    private static String useOf(Form f) {
        return screw(f).map(s ->
                        CLEAR.contains(f.chosen("fit")) ? s.size() + " " + f.chosen("fit") : name(f, s) + " tapped")
                .orElse("");
    }

    /** What a thread is called by its standard. */
    private static String name(Form f, Screw s) {
        double pitch = f.number("pitch", Measure.LENGTH, s.pitch());
        if (same(pitch, s.pitch())) {
            return s.coarseName();
        }
        if (same(pitch, s.fine())) {
            return s.fineName();
        }
        return s.system().equals("metric")
                ? s.size() + "x" + Texts.shortest(pitch, 4)
                : s.size() + "-" + Texts.shortest(INCH / pitch, 2) + " UN";
    }

    private static boolean same(double a, double b) {
        return Math.abs(a - b) < 1e-6;
    }

    /** The size and fit of a step; a use that is none of the table's is kept as it is. */
    static void open(Form f, ObjectNode n) {
        String use = n.path("use").asString("");
        JsonNode thread = n.path("thread");
        f.drop("use");
        begin(f);
        f.type("use", use);
        if (thread.isObject()) {
            f.choose("size", thread.path("size").asString(""));
            f.choose("standard", thread.path("standard").asString(""));
            f.choose("class", thread.path("class").asString(""));
            double pitch = thread.path("pitch").asDouble(1);
            f.length("pitch", pitch);
            f.choose("sized", f.chosen("size"));
            f.choose("fit", screw(f).filter(s -> same(s.fine(), pitch)).isPresent() ? "fine" : "tapped");
            double depth = thread.path("depth").asDouble(0);
            f.choose("threaded", depth > 0 ? "depth" : "all");
            if (depth > 0) {
                f.length("threadDepth", depth);
            }
            return;
        }
        f.choose("size", use.isEmpty() ? "own" : "other");
        f.choose("sized", "");
        for (Screw s : ScrewSizes.all()) {
            for (String fit : CLEAR) {
                if (use.equals(s.size() + " " + fit)) {
                    f.choose("size", s.size());
                    f.choose("fit", fit);
                    f.choose("sized", s.size());
                }
            }
            for (boolean fine : new boolean[] {false, true}) {
                String name = fine ? s.fineName() : s.coarseName();
                if (!name.isEmpty() && use.equals(name + " tapped")) {
                    f.choose("size", s.size());
                    f.choose("fit", fine ? "fine" : "tapped");
                    f.choose("sized", s.size());
                    usual(f, s);
                }
            }
        }
    }

    /** The standard, pitch and class that a screw's thread usually has. */
    private static void usual(Form f, Screw s) {
        boolean metric = s.system().equals("metric");
        f.choose("standard", metric ? "metric" : "unified");
        f.length("pitch", f.is("fit", "fine") && s.fine() > 0 ? s.fine() : s.pitch());
        if (!(metric ? METRIC : UNIFIED).contains(f.chosen("class"))) {
            f.choose("class", metric ? "6H" : "2B");
        }
    }

    /** With a diameter of its own a hole is for no screw; a thread's stays, as it may be bored wider or narrower for it. */
    static void diameter(Form f) {
        if (!tapped(f)) {
            f.choose("size", "own");
            f.choose("sized", "");
        }
    }

    static void follow(Form f, String place) {
        if (place.equals("standard")) {
            double d = screw(f).map(Screw::diameter).orElse(0.0);
            (f.is("standard", "metric") ? ScrewSizes.metric() : ScrewSizes.inch())
                    .stream()
                            .min(Comparator.comparingDouble((Screw s) -> Math.abs(s.diameter() - d)))
                            .ifPresent(s -> f.choose("size", s.size()));
        }
        Optional<Screw> screw = screw(f);
        if (screw.isEmpty()) {
            if (!place.equals("size")) {
                f.choose("sized", "");
            }
            return;
        }
        Screw s = screw.get();
        if (place.equals("size") && f.is("sized", s.size())) {
            // its own pitch and diameter are still there
            return;
        }
        f.choose("sized", s.size());
        if (place.equals("pitch")) {
            f.choose("fit", same(f.number("pitch", Measure.LENGTH, 0), s.fine()) ? "fine" : "tapped");
        } else if (!place.equals("mouth")) {
            usual(f, s);
        }
        sized(f, s);
    }

    /** A screw's own numbers. */
    private static void sized(Form f, Screw s) {
        f.length(
                "diameter",
                switch (f.chosen("fit")) {
                    case "tapped", "fine" -> drill(f, s);
                    case "close" -> s.close();
                    case "loose" -> s.loose();
                    default -> s.normal();
                });
        if (f.is("mouth", "counterbore") || f.is("mouth", "spotface")) {
            f.length("head", s.bore());
            f.length("headDepth", f.is("mouth", "spotface") ? 1 : s.boreDepth());
        } else if (f.is("mouth", "countersink") && s.sink() > 0) {
            f.length("head", s.sink());
            f.angle("sink", Math.toRadians(s.sinkAngle()));
        }
    }

    /** The drill of the table; for another pitch the screw's diameter less the pitch. */
    private static double drill(Form f, Screw s) {
        double pitch = f.number("pitch", Measure.LENGTH, s.pitch());
        return same(pitch, s.pitch())
                ? s.drill()
                : same(pitch, s.fine()) ? s.fineDrill() : Math.max(s.diameter() / 10, s.diameter() - pitch);
    }

    static void say(Form f, Pen p) {
        List<Option> sizes = new ArrayList<>(List.of(new Option("own", p.option("size", "own"))));
        if (f.is("size", "other")) {
            sizes.add(new Option("other", p.words().text("size.for") + " " + f.text("use")));
        }
        ScrewSizes.all().forEach(s -> sizes.add(new Option(s.size(), p.words().text("size.for") + " " + s.size())));
        Optional<Screw> screw = screw(f);
        if (screw.isEmpty() && sizes.stream().noneMatch(o -> o.key().equals(f.chosen("size")))) {
            sizes.add(new Option(f.chosen("size"), p.words().text("size.for") + " " + f.chosen("size")));
        }
        p.choice("size", sizes).quiet(f.is("size", "own"));
        if (screw.isPresent()) {
            p.choice("fit", "close", "normal", "loose", "tapped", "fine");
        }
        if (tapped(f)) {
            p.choice("standard", "metric", "unified").quiet(true);
            p.length("pitch")
                    .quiet(screw.filter(s -> same(f.number("pitch", Measure.LENGTH, 0), s.pitch()))
                            .isPresent());
            List<String> classes = f.is("standard", "unified") ? UNIFIED : METRIC;
            p.choice("class", classes.stream().map(c -> new Option(c, c)).toList());
            p.choice("threaded", "all", "depth").quiet(f.is("threaded", "all"));
            if (f.is("threaded", "depth")) {
                p.length("threadDepth");
            }
        }
    }

    static void write(Form f, ObjectNode n) {
        n.put("use", f.is("size", "other") ? f.text("use") : useOf(f));
        if (tapped(f)) {
            ObjectNode t = n.putObject("thread").put("standard", f.chosen("standard"));
            t.put("size", f.chosen("size"));
            f.write(t, "pitch", "pitch");
            t.put("class", f.chosen("class"));
            if (f.is("threaded", "depth")) {
                f.write(t, "depth", "threadDepth");
            } else {
                t.put("depth", 0);
            }
        }
    }
}
