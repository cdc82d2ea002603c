package io.tallember.part.steps;

import io.tallember.geometry.GeometryException;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import io.tallember.part.Unit;
import io.tallember.part.fields.Typed;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * A sentence being written: what each of its places holds, also those that don't show just now, so that a choice taken back
 * brings back what was there; and the place that the next click is for.
 */
public final class Form {
    public static final int MOST_PLACES = 3_000;
    private static final int MOST_KEPT = 60;
    private static final int MOST_CHOICES = 20;
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    private final Context context;
    private final String kind;
    private final String step;
    private final Map<String, Content> contents = new LinkedHashMap<>();
    /** What followed from choices that were made, by the place and the key that was left: so that it goes back with them. */
    private final Map<String, Map<String, Followed>> memory = new LinkedHashMap<>();

    private String aim = "";

    /** What a place held before a choice and after it; null for nothing. */
    private record Followed(Content before, Content after) {}

    /** @param step the id of the step that is changed; empty for a new one */
    public Form(Context context, String kind, String step) {
        this.context = context;
        this.kind = kind;
        this.step = step;
    }

    public Context context() {
        return context;
    }

    public String kind() {
        return kind;
    }

    /** The id of the step that is changed; empty for a new one. */
    public String step() {
        return step;
    }

    public Map<String, Content> contents() {
        return contents;
    }

    public void set(String place, Content c) {
        contents.put(place, c);
    }

    public boolean has(String place) {
        return contents.containsKey(place);
    }

    public void drop(String prefix) {
        contents.keySet().removeIf(k -> k.equals(prefix) || k.startsWith(prefix + "."));
    }

    public String aim() {
        return aim;
    }

    public void aim(String place) {
        aim = place;
    }

    // texts and numbers

    public String text(String place) {
        return contents.get(place) instanceof Content.Text t ? t.text() : "";
    }

    public Double exact(String place) {
        return contents.get(place) instanceof Content.Text t ? t.exact() : null;
    }

    public void type(String place, String text) {
        set(place, new Content.Text(text, null));
    }

    /** A length in mm, written in the part's unit. */
    public void length(String place, double mm) {
        set(place, new Content.Text(Texts.length(mm, context.unit()), mm));
    }

    /** What a length usually is: one number for metric parts, another for those in inches. */
    public void usual(String place, double mm, double inches) {
        length(place, context.unit() == Unit.IN ? inches * Unit.IN.millimetres() : mm);
    }

    /** An angle in radians, written in degrees. */
    public void angle(String place, double radians) {
        set(place, new Content.Text(Texts.degrees(radians), radians));
    }

    /**
     * The number that a place holds, in mm, radians, or as it is.
     *
     * @throws GeometryException with a sentence when what was typed is none
     */
    public double number(String place, Measure measure) {
        Double exact = exact(place);
        if (exact != null) {
            return exact;
        }
        Typed typed = new Typed(context.doc());
        String at = step.isEmpty() ? "" : step + "/" + Kinds.named(kind).numberPlace(this, place);
        return typed.number(text(place), at, measure);
    }

    /** The same; the other number when what was typed is none. */
    public double number(String place, Measure measure, double otherwise) {
        try {
            return number(place, measure);
        } catch (GeometryException e) {
            return otherwise;
        }
    }

    /** A whole number; null when what was typed is none. */
    public Integer whole(String place) {
        String t = text(place).strip();
        return t.matches("-?[0-9]{1,9}") ? Integer.valueOf(t) : null;
    }

    /** Writes a number into a step's field: as it is when nobody touched it, else as it was typed. */
    public void write(ObjectNode n, String field, String place) {
        Double exact = exact(place);
        if (exact != null) {
            n.put(field, exact);
        } else {
            n.put(field, text(place));
        }
    }

    // choices

    public String chosen(String place) {
        return contents.get(place) instanceof Content.Chosen c ? c.key() : "";
    }

    public boolean is(String place, String key) {
        return chosen(place).equals(key);
    }

    public void choose(String place, String key) {
        set(place, new Content.Chosen(key));
    }

    /** Makes a choice with what follows from it; what followed when it was left is taken back where nobody touched it since. */
    public void choose(String place, String key, Runnable follows) {
        String left = chosen(place);
        Map<String, Content> before = new LinkedHashMap<>(contents);
        choose(place, key);
        follows.run();
        Map<String, Followed> back = memory.remove(place + "/" + key);
        if (back != null) {
            back.forEach((p, f) -> {
                if (Objects.equals(before.get(p), f.after())) {
                    if (f.before() == null) {
                        contents.remove(p);
                    } else {
                        contents.put(p, f.before());
                    }
                }
            });
        }
        Map<String, Followed> followed = new LinkedHashMap<>();
        Set<String> all = new LinkedHashSet<>(before.keySet());
        all.addAll(contents.keySet());
        all.remove(place);
        for (String p : all) {
            if (!Objects.equals(before.get(p), contents.get(p))) {
                followed.put(p, new Followed(before.get(p), contents.get(p)));
            }
        }
        if (!followed.isEmpty() && !left.equals(key)) {
            // numbers that stayed by chance go back too, when what follows from coming back changes them
            before.forEach((p, was) -> {
                if (was instanceof Content.Text && was.equals(contents.get(p)) && followed.size() < MOST_KEPT) {
                    followed.put(p, new Followed(was, was));
                }
            });
            memory.put(place + "/" + left, followed);
            // it goes along with every request, so only the last choices are kept
            while (memory.size() > MOST_CHOICES) {
                memory.remove(memory.keySet().iterator().next());
            }
        }
    }

    // picks

    public List<JsonNode> picked(String place) {
        return contents.get(place) instanceof Content.Picked p ? p.refs() : List.of();
    }

    /** The one that is picked; null when nothing is. */
    public JsonNode one(String place) {
        List<JsonNode> all = picked(place);
        return all.isEmpty() ? null : all.get(0);
    }

    public void pick(String place, List<? extends JsonNode> refs) {
        set(place, new Content.Picked(List.copyOf(refs)));
    }

    public void pick(String place, JsonNode ref) {
        pick(place, ref == null ? List.of() : List.of(ref));
    }

    public void pickNames(String place, List<String> names) {
        pick(place, names.stream().map(MAKE::stringNode).toList());
    }

    public List<String> names(String place) {
        return picked(place).stream().map(n -> n.asString("")).toList();
    }

    /** Takes a thing into a list, or out of it when it is there. */
    public void toggle(String place, JsonNode ref) {
        List<JsonNode> all = new ArrayList<>(picked(place));
        if (!all.removeIf(r -> keyOf(r).equals(keyOf(ref)))) {
            all.add(ref);
        }
        pick(place, all);
    }

    /** Takes a thing out of those that a place holds. */
    public void takeOut(String place, String key) {
        pick(place, picked(place).stream().filter(r -> !keyOf(r).equals(key)).toList());
    }

    /** By what a reference is told from others. */
    public static String keyOf(JsonNode ref) {
        for (String field : List.of("face", "edge", "corner", "step", "through")) {
            if (ref.hasNonNull(field)) {
                JsonNode n = ref.get(field);
                return field + " " + (n.isString() ? n.stringValue() : keyOf(n));
            }
        }
        if (ref.hasNonNull("boundary")) {
            return ref.path("sketch").asString("") + ref.get("boundary");
        }
        return ref.isString() ? ref.stringValue() : ref.toString();
    }

    public void write(ObjectNode n, String field, List<JsonNode> refs) {
        ArrayNode all = n.putArray(field);
        refs.forEach(all::add);
    }

    /** Writes the one that is picked, if one is. */
    public void writeOne(ObjectNode n, String field, String place) {
        JsonNode ref = one(place);
        if (ref != null) {
            n.set(field, ref);
        }
    }

    // rows

    public List<String> rows(String place) {
        return contents.get(place) instanceof Content.Rows r ? r.ids() : List.of();
    }

    public void rows(String place, List<String> ids) {
        set(place, new Content.Rows(ids));
    }

    /** Adds a row at the end, or before another. */
    public String addRow(String place, int at) {
        List<String> ids = new ArrayList<>(rows(place));
        int n = 1;
        while (ids.contains("n" + n)) {
            n++;
        }
        ids.add(at, "n" + n);
        rows(place, ids);
        return "n" + n;
    }

    public void dropRow(String place, String id) {
        rows(place, rows(place).stream().filter(r -> !r.equals(id)).toList());
        drop(place + "." + id);
    }

    // to and from JSON

    public ObjectNode write() {
        ObjectNode n = MAKE.objectNode().put("kind", kind).put("step", step).put("aim", aim);
        ObjectNode all = n.putObject("contents");
        contents.forEach((place, c) -> all.set(place, write(c)));
        if (!memory.isEmpty()) {
            ObjectNode back = n.putObject("memory");
            memory.forEach((choice, followed) -> {
                ObjectNode of = back.putObject(choice);
                followed.forEach((place, f) -> {
                    ObjectNode o = of.putObject(place);
                    if (f.before() != null) {
                        o.set("before", write(f.before()));
                    }
                    if (f.after() != null) {
                        o.set("after", write(f.after()));
                    }
                });
            });
        }
        return n;
    }

    private static ObjectNode write(Content c) {
        ObjectNode o = MAKE.objectNode();
        if (c instanceof Content.Text t) {
            o.put("text", t.text());
            if (t.exact() != null) {
                o.put("exact", t.exact());
            }
        } else if (c instanceof Content.Chosen k) {
            o.put("chosen", k.key());
        } else if (c instanceof Content.Picked p) {
            ArrayNode refs = o.putArray("picked");
            p.refs().forEach(refs::add);
        } else {
            ArrayNode ids = o.putArray("rows");
            ((Content.Rows) c).ids().forEach(ids::add);
        }
        return o;
    }

    public static Form read(JsonNode n, Context context) {
        if (!n.isObject()) {
            throw Refusal.of("What is filled in should be an object with named fields.");
        }
        Form f = new Form(context, n.path("kind").asString(""), n.path("step").asString(""));
        Kinds.named(f.kind);
        f.aim = n.path("aim").asString("");
        if (n.path("contents").size() > MOST_PLACES) {
            throw Refusal.of("A sentence has at most " + MOST_PLACES + " places.");
        }
        n.path("contents").properties().forEach(e -> f.set(e.getKey(), content(e.getKey(), e.getValue())));
        n.path("memory").properties().forEach(choice -> {
            Map<String, Followed> followed = new LinkedHashMap<>();
            choice.getValue()
                    .properties()
                    .forEach(e -> followed.put(
                            e.getKey(),
                            new Followed(
                                    remembered(e.getKey(), e.getValue(), "before"),
                                    remembered(e.getKey(), e.getValue(), "after"))));
            f.memory.put(choice.getKey(), followed);
        });
        return f;
    }

    private static Content remembered(String place, JsonNode n, String when) {
        return n.has(when) ? content(place, n.get(when)) : null;
    }

    private static Content content(String place, JsonNode c) {
        if (place.length() > 80) {
            throw Refusal.of("A place of a sentence has a name of at most 80 characters.");
        }
        if (c.path("text").isString()) {
            String text = c.get("text").stringValue();
            if (text.length() > 400) {
                throw Refusal.of("A text in a sentence has at most 400 characters.");
            }
            JsonNode exact = c.path("exact");
            boolean sound = exact.isNumber() && Double.isFinite(exact.doubleValue());
            return new Content.Text(text, sound ? exact.doubleValue() : null);
        }
        if (c.path("chosen").isString()) {
            return new Content.Chosen(c.get("chosen").stringValue());
        }
        JsonNode list = c.has("picked") ? c.get("picked") : c.path("rows");
        if (!list.isArray() || list.size() > 20_000) {
            throw Refusal.of("The place " + Refusal.quoted(place) + " of a sentence holds nothing that can be read.");
        }
        List<JsonNode> all = new ArrayList<>();
        list.forEach(all::add);
        return c.has("picked")
                ? new Content.Picked(all)
                : new Content.Rows(all.stream().map(r -> r.asString("")).toList());
    }
}
