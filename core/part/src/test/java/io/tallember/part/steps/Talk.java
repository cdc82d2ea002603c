package io.tallember.part.steps;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.GeometryException;
import io.tallember.part.PartDocument;
import io.tallember.part.Step;
import io.tallember.part.Unit;
import io.tallember.part.commands.Command;
import io.tallember.part.file.CommandJson;
import io.tallember.part.file.PartFile;
import io.tallember.part.file.StepJson;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.rebuild.StepOutcome;
import io.tallember.part.values.Variants;
import io.tallember.solid.mass.MassProperties;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Consumer;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * A talk with the sentences as a text: what is begun, typed, chosen, pressed and clicked, and what the sentence says then. Places
 * are clicked by coordinates in mm: the face, edge or corner nearest to them.
 */
final class Talk {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    private final Rebuild rebuild = Kinds.rebuild();
    private final Consumer<PartDocument> kept;
    private PartDocument doc = PartDocument.empty("Talk", Unit.MM);
    private ObjectNode answer;
    private JsonNode last;
    private final List<String> items = new ArrayList<>();

    /** @param kept given the part after each step that is kept */
    Talk(Consumer<PartDocument> kept) {
        this.kept = kept;
    }

    void run(String script) {
        int number = 0;
        for (String line : script.split("\n")) {
            number++;
            String l = line.strip();
            if (!l.isEmpty() && !l.startsWith("#")) {
                try {
                    line(l);
                } catch (AssertionError | RuntimeException e) {
                    throw new AssertionError("line " + number + ": " + l + "\n" + e.getMessage(), e);
                }
            }
        }
    }

    /** What was built last, and what it was built of. */
    private PartDocument builtOf;

    private PartState built;

    private PartState built() {
        if (builtOf != doc) {
            builtOf = doc;
            built = rebuild.build(Variants.shown(doc));
        }
        return built;
    }

    private Context context() {
        return new Context(doc, Variants.shown(doc), this::built);
    }

    private void line(String l) {
        String[] word = l.split("\\s+", 2);
        String rest = word.length > 1 ? word[1] : "";
        switch (word[0]) {
            case "part" -> doc = PartDocument.empty("Talk", Unit.of(rest));
            case "file" -> doc = file(rest);
            case "do" -> doc = CommandJson.read(PartFile.parse(rest), doc).done(doc);
            case "begin" -> begin(rest);
            case "open" -> ask(MAKE.objectNode().put("open", rest));
            case "again" -> ask(MAKE.objectNode().set("again", last));
            case "=" -> assertThat(said(false)).isEqualTo(rest);
            case "~" -> assertThat(said(true)).isEqualTo(rest);
            case "click" -> entry("", MAKE.objectNode().set("hit", hit(rest)));
            case "aims" -> assertThat(answer.get("aim").asString("")).isEqualTo(rest);
            case "lacks" -> assertThat(lacks()).contains(rest);
            case "lacks-nothing" -> assertThat(lacks()).isEmpty();
            case "refused" -> assertThat(answer.path("refused").asString("")).isEqualTo(rest);
            case "keep" -> keep();
            case "keep-refused" -> assertThat(refusal(this::keep)).isEqualTo(rest);
            case "builds" -> assertThat(newest().message()).isEmpty();
            case "fails" -> assertThat(newest().message()).contains(rest);
            case "remedy" -> assertThat(remedies()).contains(rest);
            case "note" -> assertThat(newest().notes().toString()).contains(rest);
            case "faces" ->
                assertThat(built().solids().stream()
                                .mapToInt(b -> b.faces().size())
                                .sum())
                        .isEqualTo(Integer.parseInt(rest));
            case "volume" ->
                assertThat(MassProperties.of(built().solids()).volume())
                        .isCloseTo(Double.parseDouble(rest), within(0.01));
            case "step" -> assertThat(StepJson.write(changed()).toString()).contains(rest);
            case "items" -> assertThat(items(word(rest, 0))).isEqualTo(word(rest, 1));
            case "out" ->
                entry(word(rest, 0), MAKE.objectNode().put("out", items.get(Integer.parseInt(word(rest, 1)) - 1)));
            case "fits" -> assertThat(String.join(" ", fitting(rest))).isEqualTo(word(rest, " ="));
            case "measures" -> assertThat(answer.get("measures").size()).isEqualTo(Integer.parseInt(rest));
            case "grips" ->
                assertThat(String.join(" ", answer.get("grips").findValuesAsString("at"))
                                .strip())
                        .isEqualTo(rest);
            case "begun-at" -> {
                JsonNode m = answer.get("starts").get(Integer.parseInt(word(rest, 0)) - 1);
                assertThat(m.get("place") + " " + m.get("way")).isEqualTo(word(rest, 1));
            }
            case "grip" -> assertThat(answer.get("grips").toString()).contains(rest);
            case "moves" ->
                entry(
                        word(rest, 0).equals("start") ? "" : word(rest, 0),
                        MAKE.objectNode().set("moved", place(word(rest, 1))));
            case "arrow" -> assertThat(answer.get("handles").toString()).contains(rest);
            default -> typed(l);
        }
    }

    /** What can be pressed to mend the step that was changed last. */
    private String remedies() {
        ObjectNode n = MAKE.objectNode();
        Talks.tell(changed(), context(), n);
        return n.get("remedies").toString();
    }

    private static JsonNode place(String text) {
        var n = MAKE.arrayNode();
        Arrays.stream(text.split(" ")).forEach(v -> n.add(Double.parseDouble(v)));
        return n;
    }

    private static String word(String text, int i) {
        return text.split("\\s+", 2)[i];
    }

    private static String word(String text, String after) {
        return text.substring(text.indexOf(after) + after.length()).strip();
    }

    /** What a place holds, in words; by what each is taken out is remembered. */
    private String items(String place) {
        items.clear();
        List<String> out = new ArrayList<>();
        answer.get("slots").get(place).path("items").forEach(i -> {
            items.add(i.get("out").asString());
            out.add(i.get("called").asString());
        });
        return String.join("; ", out);
    }

    /** The rows of the shelves that fit the clicks before the equals sign. */
    private List<String> fitting(String text) {
        var picked = MAKE.arrayNode();
        for (String p : text.substring(0, text.indexOf(" =")).split(" and ")) {
            picked.add(hit(p));
        }
        return Talks.fitting(picked, context());
    }

    private static PartDocument file(String name) {
        try {
            return PartFile.read(Files.readString(Path.of("src/test/resources/cases/" + name + ".json")));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** {@code place: text}, {@code place > key}, {@code place !} to press, {@code place ?} to aim, {@code place < mm} to pull. */
    private void typed(String l) {
        String[] of = l.split("(?<=^[\\w.]{1,60})\\s*(?=[:>!?<])", 2);
        String text = of[1].substring(1).strip();
        ObjectNode e = MAKE.objectNode();
        switch (of[1].charAt(0)) {
            case ':' -> e.put("typed", text);
            case '>' -> e.put("chose", text);
            case '!' -> e.put("press", true);
            case '<' -> e.put("pulled", Double.parseDouble(text));
            default -> e.put("aim", true);
        }
        entry(of[0], e);
    }

    private void begin(String rest) {
        String[] of = rest.split(" on ");
        ObjectNode asked = MAKE.objectNode().put("begin", of[0]);
        var picked = asked.putArray("picked");
        Arrays.stream(of).skip(1).forEach(p -> picked.add(hit(p)));
        ask(asked);
    }

    private void entry(String at, JsonNode entry) {
        ObjectNode asked = MAKE.objectNode().put("at", at);
        asked.set("filled", answer.get("filled"));
        asked.set("entry", entry);
        ask(asked);
    }

    private void ask(JsonNode asked) {
        answer = Talks.answer(asked, context());
    }

    private List<String> lacks() {
        List<String> out = new ArrayList<>();
        answer.get("lacks")
                .forEach(k ->
                        out.add(k.get("at").asString() + ": " + k.get("said").asString()));
        return out;
    }

    private String said(boolean sheet) {
        StringBuilder b = new StringBuilder();
        for (JsonNode w : answer.get("words")) {
            if (!sheet || !w.has("quiet")) {
                JsonNode slot = answer.get("slots").path(w.path("at").asString(""));
                boolean act = slot.path("is").asString("").equals("act");
                b.append(
                        w.has("t")
                                ? w.get("t").asString()
                                : act
                                        ? "<" + slot.get("text").asString() + ">"
                                        : slot.get("text").asString());
            }
        }
        return b.toString().strip();
    }

    private void keep() {
        last = answer.get("filled");
        ObjectNode asked = MAKE.objectNode();
        asked.set("filled", last);
        Command c = Talks.kept(asked, context());
        doc = c.done(doc);
        kept.accept(doc);
    }

    private Step changed() {
        String id = last.path("step").asString("");
        return id.isEmpty() ? doc.steps().get(doc.workLine() - 1) : doc.step(id);
    }

    private StepOutcome newest() {
        return built().outcome(changed().id());
    }

    // clicks

    private ObjectNode hit(String text) {
        return WrittenClick.hit(text, built().stand());
    }

    /** What a sentence that isn't whole says when it is kept. */
    static String refusal(Runnable r) {
        try {
            r.run();
            return "";
        } catch (GeometryException e) {
            return e.getMessage();
        }
    }
}
