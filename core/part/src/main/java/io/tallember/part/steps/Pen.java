package io.tallember.part.steps;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.part.Measure;
import io.tallember.part.steps.Slot.Option;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Writes a sentence: a kind names its pattern and the slots that it has as things stand; the words come from its list. */
public final class Pen {
    private final Form form;
    private final WordList words;
    private final Map<String, Slot> slots;
    private final Map<String, List<Pen>> rows;
    private final String prefix;
    private final String said;
    private final int number;
    private String pattern;

    public Pen(Form form, WordList words) {
        this(form, words, new LinkedHashMap<>(), new LinkedHashMap<>(), "", "", 0, "sentence");
    }

    private Pen(
            Form form,
            WordList words,
            Map<String, Slot> slots,
            Map<String, List<Pen>> rows,
            String prefix,
            String said,
            int number,
            String pattern) {
        this.form = form;
        this.words = words;
        this.slots = slots;
        this.rows = rows;
        this.prefix = prefix;
        this.said = said;
        this.number = number;
        this.pattern = pattern;
    }

    /** The pattern that the sentence follows, where the kind has several. */
    public void follows(String key) {
        pattern = key;
    }

    public WordList words() {
        return words;
    }

    private String told(String place, String what) {
        String key = said + place;
        return words.find(key + "." + what).orElse("").replace("#", Integer.toString(number));
    }

    private Slot slot(String place, String type) {
        String label = told(place, "label");
        Slot s = new Slot(prefix + place, label.isEmpty() ? place : label, type);
        s.hint = told(place, "hint");
        s.no = told(place, "no");
        s.ask = told(place, "ask");
        slots.put(s.place, s);
        return s;
    }

    /** A row of a list, whose slots stand under the row's name; its pattern is called as the list. */
    public Pen row(String list, String id, int at) {
        Pen row = new Pen(form, words, slots, rows, prefix + list + "." + id + ".", said + list + ".", at, said + list);
        rows.computeIfAbsent(prefix + list, k -> new ArrayList<>()).add(row);
        return row;
    }

    /** Places under a name of their own, in the same row or sentence. */
    public Pen under(String name) {
        return new Pen(form, words, slots, rows, prefix + name + ".", said + name + ".", number, pattern);
    }

    /** A row that isn't written out, but has its slots. */
    public Pen aside(String list, String id, int at) {
        return new Pen(form, words, slots, rows, prefix + list + "." + id + ".", said + list + ".", at, said + list);
    }

    public Slot number(String place, Measure measure) {
        Slot s = slot(place, "number");
        String typed = form.text(s.place);
        s.number = true;
        String unit = switch (measure) {
            case LENGTH -> form.context().unit().word();
            case ANGLE -> "\u00b0";
            case PLAIN -> "";
        };
        s.field
                .put("typed", typed)
                .put("unit", unit)
                .put("measure", measure.name().toLowerCase(Locale.ROOT));
        if (typed.isBlank()) {
            s.lack = words.text("number.lack");
            s.text = typed;
            return s;
        }
        try {
            double v = form.number(s.place, measure);
            String shown = switch (measure) {
                case LENGTH -> Texts.sized(v, form.context().unit());
                case ANGLE -> Texts.degrees(v) + unit;
                case PLAIN -> Texts.shortest(v, 6);
            };
            boolean formula = form.exact(s.place) == null
                    && !typed.strip().startsWith("=")
                    && typed.codePoints().anyMatch(c -> Character.isLetter(c) || "+*/(".indexOf(c) >= 0);
            s.text = shown;
            s.field.put("value", v);
            if (formula) {
                s.field.put("formula", typed.strip());
            }
        } catch (GeometryException e) {
            s.text = typed;
            s.trouble = form.context().told(e);
        }
        return s;
    }

    /** A place in a plane: two lengths, x and y, each with the direction in which it counts. */
    public void place(JsonNode plane, boolean quiet) {
        Frame f = plane == null
                ? Frame.WORLD
                : Hit.frame(plane, form.context().built().get());
        length("x").quiet(quiet);
        word("xWay", PickWords.way(f, false)).quiet(quiet);
        length("y").quiet(quiet);
        word("yWay", PickWords.way(f, true)).quiet(quiet);
    }

    public Slot length(String place) {
        return number(place, Measure.LENGTH);
    }

    public Slot angle(String place) {
        return number(place, Measure.ANGLE);
    }

    /** A whole number between two others. */
    public Slot count(String place, int least, int most) {
        Slot s = slot(place, "number");
        s.number = true;
        s.text = form.text(s.place);
        s.field.put("typed", s.text).put("unit", "");
        Integer n = form.whole(s.place);
        if (s.text.isBlank()) {
            s.lack = words.text("number.lack");
        } else if (n == null || n < least || n > most) {
            s.trouble = words.text("count.trouble")
                    .replace("@", Integer.toString(least))
                    .replace("#", Integer.toString(most));
        }
        return s;
    }

    /** A text. */
    public Slot text(String place) {
        Slot s = slot(place, "number");
        s.number = true;
        s.text = form.text(s.place);
        s.field.put("typed", s.text).put("unit", "").put("plain", true);
        return s;
    }

    /** A file, held by what its content is kept under and its name. */
    public Slot file(String place) {
        Slot s = slot(place, "file");
        s.number = true;
        String[] told = form.text(s.place).split(" ", 2);
        s.text = told.length < 2 ? told(place, "empty") : told[1];
        s.lack = told.length < 2 ? told(place, "lack") : "";
        return s;
    }

    public Slot choice(String place, List<Option> options) {
        Slot s = slot(place, "choice");
        String chosen = form.chosen(s.place);
        s.options = options;
        s.field.put("chosen", chosen);
        s.text = options.stream()
                .filter(o -> o.key().equals(chosen))
                .map(Option::label)
                .findFirst()
                .orElse(chosen);
        return s;
    }

    /** A choice whose words are those of its keys. */
    public Slot choice(String place, String... keys) {
        List<Option> all = new ArrayList<>();
        for (String k : keys) {
            all.add(new Option(k, option(place, k)));
        }
        return choice(place, all);
    }

    /** The word of something that can be chosen at a place. */
    public String option(String place, String key) {
        return words.text(said + place + "." + key);
    }

    /** A word that follows from something else. */
    public Slot word(String place, String text) {
        Slot s = slot(place, "word");
        s.text = text;
        return s;
    }

    /** A word that can be pressed. */
    public Slot act(String place) {
        Slot s = slot(place, "act").quiet(true);
        s.text = words.text(said + place);
        return s;
    }

    /**
     * Things to be picked in the view.
     *
     * @param taker what a click gives for it, if anything
     * @param what the things that can be hit for it
     */
    public Slot pick(String place, boolean many, Function<Hit, Optional<JsonNode>> taker, String... what) {
        Slot s = slot(place, "pick");
        s.taker = taker;
        s.many = many;
        s.held = form.picked(s.place);
        ArrayNode all = s.field.put("many", many).putArray("what");
        for (String w : what) {
            all.add(w);
        }
        int n = s.held.size();
        s.text = n == 0
                ? told(place, "empty")
                : words.find(said + place + ".n").isPresent() ? words.counted(said + place, n) : Integer.toString(n);
        if (n == 0 && words.find(said + place + ".lack").isPresent()) {
            s.lack = told(place, "lack");
        }
        return s;
    }

    public Slot faces(String place) {
        return pick(place, true, h -> h.faceRef(form.context()), "face");
    }

    public Slot edges(String place) {
        return pick(place, true, h -> h.edgeRef(form.context()), "edge");
    }

    public Slot face(String place) {
        return pick(place, false, h -> h.faceRef(form.context()), "face");
    }

    /** A plane: one of the three, one that a step made, or a flat face. */
    public Slot plane(String place) {
        return plane(
                place,
                h -> h.face(form.context())
                        .filter(f -> f.surface() instanceof io.tallember.geometry.Plane)
                        .flatMap(f -> h.faceRef(form.context())));
    }

    public Slot plane(String place, Function<Hit, Optional<JsonNode>> taker, String... what) {
        Slot s = pick(place, false, taker, what.length == 0 ? new String[] {"face"} : what);
        JsonNode ref = form.one(s.place);
        List<Option> all = new ArrayList<>();
        for (String base : List.of("top", "front", "side")) {
            all.add(new Option(base, words.text("plane." + base)));
        }
        form.context().steps().forEach(step -> {
            if (step.makesPlane() && !step.id().equals(form.step())) {
                all.add(new Option(step.id(), step.name()));
            }
        });
        named(s, all, ref, ref == null ? words.text("plane.none") : PlaneWords.said(ref, form.context(), words));
        return s;
    }

    /** An axis: one of the three, one that a step made, or that of a face or an edge. */
    public Slot axis(String place) {
        Slot s = pick(place, false, h -> PlaneWords.axis(h, form.context()), "face", "edge");
        List<Option> all = new ArrayList<>();
        for (String base : List.of("x", "y", "z")) {
            all.add(new Option(base, words.text("axis." + base)));
        }
        form.context().steps().forEach(step -> {
            if (step.makesAxis()) {
                all.add(new Option(step.id(), step.name()));
            }
        });
        JsonNode ref = form.one(s.place);
        named(s, all, ref, PlaneWords.axisSaid(ref, form.context(), words));
        return s;
    }

    /** Gives a pick names to choose from, and a way to pick in the view instead. */
    private void named(Slot s, List<Option> all, JsonNode ref, String text) {
        String chosen = ref == null
                ? ""
                : ref.isString() ? ref.stringValue() : ref.path("step").asString("");
        boolean known = all.stream().anyMatch(o -> o.key().equals(chosen));
        List<Option> options = new ArrayList<>(all);
        boolean aimed = form.aim().equals(s.place);
        options.add(new Option("?", ref != null && !known ? text : words.text("pick.instead")));
        s.options = options;
        s.text = text;
        s.field.put("chosen", ref == null ? "" : known ? chosen : "?").put("aimed", aimed);
        if (ref != null && !known) {
            s.field.put("other", true);
        }
    }

    /** Bodies, by their names. */
    public Slot bodies(String place, String none) {
        Slot s = pick(
                place,
                true,
                h -> h.what() == Hit.What.FACE || h.what() == Hit.What.EDGE || h.what() == Hit.What.CORNER
                        ? Optional.of(JsonNodeFactory.instance.stringNode(h.of()))
                        : Optional.empty(),
                "body");
        s.field.put("as", "body");
        List<String> names =
                form.names(s.place).stream().map(form.context()::bodyName).toList();
        s.text = names.isEmpty() ? none : String.join(", ", names);
        return s;
    }

    public Map<String, Slot> slots() {
        return slots;
    }

    /** Whether something is missing or wrong. */
    public Optional<Slot> lacking() {
        return slots.values().stream()
                .filter(s -> !s.lack.isEmpty() || !s.trouble.isEmpty())
                .findFirst();
    }

    // the sentence

    /** A bit of a written sentence. */
    public record Said(String text, String at, boolean quiet) {}

    public List<Said> said() {
        List<Said> out = new ArrayList<>();
        write(words.pattern(pattern), false, out);
        return tidied(out);
    }

    private void write(List<WordList.Bit> bits, boolean quiet, List<Said> out) {
        for (WordList.Bit b : bits) {
            if (b instanceof WordList.Bit.Says s) {
                out.add(new Said(s.text(), null, quiet));
            } else if (b instanceof WordList.Bit.At a) {
                Slot s = slots.get(prefix + a.slot());
                if (s != null) {
                    out.add(
                            s.field.path("is").asString("").equals("word") && s.held.isEmpty()
                                    ? new Said(s.text, null, quiet)
                                    : new Said(
                                            null,
                                            s.place,
                                            quiet
                                                    || s.field
                                                            .path("is")
                                                            .asString("")
                                                            .equals("act")));
                }
                for (Pen row : rows.getOrDefault(prefix + a.slot(), List.of())) {
                    row.write(words.pattern(row.pattern), quiet, out);
                }
            } else {
                List<WordList.Bit> in = ((WordList.Bit.Phrase) b).bits();
                List<Slot> direct = new ArrayList<>();
                boolean whole = true;
                for (WordList.Bit k : in) {
                    if (k instanceof WordList.Bit.At a) {
                        Slot s = slots.get(prefix + a.slot());
                        whole &= s != null || rows.containsKey(prefix + a.slot());
                        if (s != null) {
                            direct.add(s);
                        }
                    }
                }
                if (whole) {
                    boolean still = !direct.isEmpty() && direct.stream().allMatch(s -> s.quiet);
                    write(in, quiet || still, out);
                }
            }
        }
    }

    /** With one space where slots that aren't there leave several. */
    private static List<Said> tidied(List<Said> in) {
        List<Said> out = new ArrayList<>();
        for (Said s : in) {
            Said last = out.isEmpty() ? null : out.get(out.size() - 1);
            if (s.at() == null && last != null && last.at() == null && last.quiet() == s.quiet()) {
                out.set(out.size() - 1, new Said(last.text() + s.text(), null, s.quiet()));
            } else {
                out.add(s);
            }
        }
        return out.stream()
                .map(s -> s.at() == null
                        ? new Said(s.text().replaceAll(" {2,}", " ").replace(" ,", ","), null, s.quiet())
                        : s)
                .toList();
    }

    /** The sentence as the build sheet has it, as plain text. */
    public String plain() {
        StringBuilder b = new StringBuilder();
        for (Said s : said()) {
            if (!s.quiet()) {
                b.append(s.at() == null ? s.text() : slots.get(s.at()).text);
            }
        }
        return b.toString().replaceAll(" {2,}", " ").replace(" ,", ",").strip();
    }

    public void write(ObjectNode n) {
        ArrayNode all = n.putArray("words");
        for (Said s : said()) {
            ObjectNode o = all.addObject();
            if (s.at() == null) {
                o.put("t", s.text());
            } else {
                o.put("at", s.at());
            }
            if (s.quiet()) {
                o.put("quiet", true);
            }
        }
        ObjectNode of = n.putObject("slots");
        slots.forEach((place, s) -> of.set(place, s.write()));
    }
}
