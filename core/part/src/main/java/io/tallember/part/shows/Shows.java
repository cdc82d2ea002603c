package io.tallember.part.shows;

import io.tallember.part.PartDocument;
import io.tallember.part.Unit;
import io.tallember.part.commands.Command;
import io.tallember.part.file.CommandJson;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.Talks;
import io.tallember.part.steps.WrittenClick;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * How operations are used, shown: their sentences are filled, entry by entry, on one of the samples. What is shown is what the
 * sentence and the kernel really say. The scripts stand in {@code shows.txt}.
 */
public final class Shows {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;
    private static final Map<String, List<String>> SCRIPTS = scripts();

    private final Function<String, PartDocument> samples;
    private final Rebuild rebuild = Kinds.rebuild();
    private final List<Frame> frames = new ArrayList<>();
    private PartDocument doc = PartDocument.empty("Shown", Unit.MM);
    private ObjectNode answer;
    private String said = "";

    /**
     * One moment.
     *
     * @param said what is done, in words
     * @param answer the sentence as it stands, or null
     * @param document the part without it, and {@code state} the part as it would be with it
     */
    public record Frame(String said, ObjectNode answer, PartDocument document, PartState state) {}

    private Shows(Function<String, PartDocument> samples) {
        this.samples = samples;
    }

    /** The rows of the shelves that can be shown, and {@code first}: a whole first part. */
    public static List<String> all() {
        return List.copyOf(SCRIPTS.keySet());
    }

    /**
     * What is shown for a row of the shelves; empty when nothing is.
     *
     * @param samples the samples by their names
     */
    public static Optional<List<Frame>> of(String offer, Function<String, PartDocument> samples) {
        return Optional.ofNullable(SCRIPTS.get(offer)).map(lines -> new Shows(samples).run(lines));
    }

    private static Map<String, List<String>> scripts() {
        Map<String, List<String>> out = new LinkedHashMap<>();
        List<String> now = new ArrayList<>();
        try (InputStream in = Shows.class.getResourceAsStream("shows.txt")) {
            for (String line : new String(in.readAllBytes(), StandardCharsets.UTF_8).split("\n")) {
                if (line.startsWith("show ")) {
                    now = new ArrayList<>();
                    out.put(line.substring(5).strip(), now);
                } else if (!line.isBlank() && !line.startsWith("#")) {
                    now.add(line.strip());
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out;
    }

    private List<Frame> run(List<String> lines) {
        lines.forEach(this::line);
        return List.copyOf(frames);
    }

    private void line(String l) {
        String[] word = l.split("\\s+", 2);
        String rest = word.length > 1 ? word[1] : "";
        switch (word[0]) {
            case "sample" -> {
                String[] of = rest.split(" up to ");
                doc = samples.apply(of[0]);
                if (of.length > 1) {
                    doc = doc.withWorkLine(Integer.parseInt(of[1]));
                }
            }
            case "say" -> said = rest;
            case "look" -> frame();
            case "do" -> {
                doc = CommandJson.read(PartFile.parse(rest), doc).done(doc);
                answer = null;
                frame();
            }
            case "begin" -> {
                String[] of = rest.split(" on ");
                ObjectNode asked = MAKE.objectNode().put("begin", of[0]);
                var picked = asked.putArray("picked");
                for (int i = 1; i < of.length; i++) {
                    picked.add(WrittenClick.hit(of[i], rebuild.build(doc).stand()));
                }
                ask(asked);
            }
            case "click" ->
                enter(
                        "",
                        MAKE.objectNode()
                                .set(
                                        "hit",
                                        WrittenClick.hit(
                                                rest, rebuild.build(doc).stand())));
            case "keep" -> {
                ObjectNode asked = MAKE.objectNode();
                asked.set("filled", answer.get("filled"));
                doc = Talks.kept(asked, context()).done(doc);
                answer = null;
                frame();
            }
            default -> {
                String[] of = l.split("\\s*[:>]\\s*", 2);
                enter(of[0], MAKE.objectNode().put(l.charAt(of[0].length()) == ':' ? "typed" : "chose", of[1]));
            }
        }
    }

    private Context context() {
        return new Context(doc, doc, () -> rebuild.build(doc));
    }

    private void enter(String at, JsonNode entry) {
        ObjectNode asked = MAKE.objectNode().put("at", at);
        asked.set("filled", answer.get("filled"));
        asked.set("entry", entry);
        ask(asked);
    }

    private void ask(JsonNode asked) {
        answer = Talks.answer(asked, context());
        frame();
    }

    private void frame() {
        PartDocument with = doc;
        if (answer != null) {
            ObjectNode asked = MAKE.objectNode();
            asked.set("filled", answer.get("filled"));
            Optional<Command> preview = Talks.preview(asked, context());
            if (preview.isPresent()) {
                with = preview.get().done(doc);
            }
        }
        frames.add(new Frame(said, answer, doc, rebuild.build(with)));
        said = "";
    }
}
