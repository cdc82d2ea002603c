package io.tallember.part.file;

import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.SketchStep;
import io.tallember.part.SketchWords;
import io.tallember.part.Step;
import io.tallember.part.Unit;
import io.tallember.part.Value;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.Typed;
import io.tallember.part.solids.SolidFiles;
import io.tallember.part.steps.Kinds;
import io.tallember.part.values.Formulas;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.regions.OpenLine;
import io.tallember.sketch.solve.Solver;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Reads and writes part files. A file that isn't one is refused with a sentence. */
public final class PartFile {
    /** How JSON may spell a NUL or half of a surrogate pair. */
    private static final Pattern UNWRITABLE = Pattern.compile("\\\\u(0000|[dD][89a-fA-F])");

    public static final String FORMAT = "tall-ember-part";
    public static final int VERSION = 3;
    /** How many constraints a note names. */
    private static final int MOST_NAMED = 6;
    /** The largest file taken, in characters. */
    public static final int LARGEST = 16 * 1024 * 1024;

    private static final JsonMapper MAPPER = JsonMapper.builder(JsonFactory.builder()
                    .streamReadConstraints(StreamReadConstraints.builder()
                            .maxNestingDepth(20)
                            .maxStringLength(6_000_000)
                            .maxNameLength(200)
                            .maxNumberLength(60)
                            .build())
                    .build())
            .build();

    private PartFile() {}

    public static String write(PartDocument doc) {
        ObjectNode n = MAPPER.createObjectNode();
        n.put("format", FORMAT).put("version", VERSION);
        n.put("name", doc.name()).put("unit", doc.unit().word());
        n.put("workLine", doc.workLine()).put("nextId", doc.nextId());
        if (!doc.values().isEmpty()) {
            ArrayNode values = n.putArray("values");
            doc.values().forEach(v -> values.addObject().put("name", v.name()).put("formula", v.formula()));
        }
        if (!doc.formulas().isEmpty()) {
            ObjectNode formulas = n.putObject("formulas");
            new TreeMap<>(doc.formulas()).forEach(formulas::put);
        }
        ArrangementJson.write(n, doc.arrangement());
        ArrayNode steps = n.putArray("steps");
        doc.steps().forEach(s -> steps.add(StepJson.write(s)));
        return MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(n) + "\n";
    }

    /** @throws io.tallember.geometry.GeometryException BAD_VALUE saying what is wrong and where */
    public static PartDocument read(String text) {
        Fields f = new Fields(parse(text), "part file");
        if (!f.text("format").equals(FORMAT)) {
            throw Refusal.of("This isn't a Tall Ember part file.");
        }
        int version = f.whole("version");
        if (version < 1 || version > VERSION) {
            throw Refusal.of("This part file is of version " + version + "; this program reads up to " + VERSION
                    + ". Use a newer Tall Ember.");
        }
        if (version < 2) {
            f.list("steps").forEach(PartFile::upgrade);
        }
        if (version < 3) {
            f.list("steps").forEach(PartFile::wholeLines);
        }
        Unit unit = Unit.of(f.text("unit"));
        Typed plain = new Typed(PartDocument.empty("file", Unit.MM));
        List<Step> steps =
                f.list("steps").stream().map(n -> StepJson.read(n, plain, "")).toList();
        List<Value> values = !f.has("values")
                ? List.of()
                : f.list("values").stream()
                        .map(v -> new Fields(v, "value"))
                        .map(v -> new Value(v.text("name"), v.text("formula")))
                        .toList();
        Map<String, String> formulas = new HashMap<>();
        f.map("formulas").forEach((place, formula) -> {
            if (!place.matches("s[0-9]{1,6}/[A-Za-z0-9-]{1,40}") || !formula.isString()) {
                throw Refusal.of("The formula of " + Refusal.quoted(place) + " isn't written as it should be.");
            }
            formulas.put(place, formula.stringValue());
        });
        PartDocument doc = new PartDocument(
                f.text("name"),
                unit,
                steps,
                f.whole("workLine"),
                f.whole("nextId"),
                values,
                formulas,
                ArrangementJson.read(f));
        return Formulas.settle(doc);
    }

    /** The part with what it needs of other files, as far as that is kept here, so that it can be opened anywhere. */
    public static String writeWhole(PartDocument doc) {
        String text = write(doc);
        ArrayNode files = MAPPER.createArrayNode();
        for (String hash : Kinds.contents(doc)) {
            SolidFiles.find(hash)
                    .ifPresent(content ->
                            files.addObject().put("content", hash).put("packed", SolidFiles.packed(content)));
        }
        if (files.isEmpty()) {
            return text;
        }
        ObjectNode n = (ObjectNode) parse(text);
        n.set("files", files);
        return MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(n) + "\n";
    }

    /** The contents that came with a part file; they are kept from now on. */
    public static List<byte[]> contents(String text) {
        List<byte[]> out = new ArrayList<>();
        for (JsonNode f : parse(text).path("files")) {
            byte[] content = SolidFiles.unpacked(f.path("packed").asString(""));
            SolidFiles.put(content);
            out.add(content);
        }
        return out;
    }

    /**
     * A file as it is opened.
     *
     * @param notes sentences on what was changed, and on what could not be made to hold
     */
    public record Opened(PartDocument document, List<String> notes) {}

    /**
     * Reads a file that others may have written or changed by hand: in a sketch whose points don't hold its constraints the
     * constraints win, and the points follow; one that holds is left as it is, to the last bit.
     *
     * @throws GeometryException BAD_VALUE as {@link #read}
     */
    public static Opened open(String text) {
        PartDocument doc = read(text);
        contents(text);
        List<String> notes = new ArrayList<>();
        PartDocument out = doc;
        for (Step step : doc.steps()) {
            if (!(step instanceof SketchStep s) || Solver.holds(s.sketch())) {
                continue;
            }
            if (!s.traces().isEmpty()) { // what is traced is given by the part, and settles when that is built
                notes.add(s.name()
                        + " didn't hold its dimensions and constraints; its points are moved as the part is built, so that"
                        + " it does.");
                continue;
            }
            Optional<Sketch> held = Solver.solve(s.sketch());
            if (held.isPresent()) {
                out = out.replaced(s.with(held.get()));
                notes.add(s.name()
                        + " didn't hold its dimensions and constraints; its points were moved so that it does.");
            } else {
                notes.add(s.name() + " can't hold all its dimensions and constraints together: " + fighting(s)
                        + ". It is opened as it lies.");
            }
        }
        return new Opened(out, List.copyOf(notes));
    }

    private static String fighting(SketchStep s) {
        List<String> ids = Solver.conflict(s.sketch());
        return ids.size() > MOST_NAMED
                ? ids.size() + " of them fight, perhaps fewer"
                : ids.stream()
                                .map(id -> "the "
                                        + SketchWords.named(
                                                s.sketch(),
                                                s.sketch().constraint(id).orElseThrow()))
                                .collect(Collectors.joining(", "))
                        + " fight";
    }

    /** From version 1, in which a repeat said only whether it goes round, and a hole whether it goes through. */
    private static void upgrade(JsonNode step) {
        if (step instanceof ObjectNode n && n.path("kind").asString("").equals("hole") && !n.has("extent")) {
            n.put("extent", n.path("through").asBoolean(false) ? "through" : "blind");
            n.remove("through");
        }
        if (step instanceof ObjectNode n && n.path("kind").asString("").equals("repeat") && !n.has("layout")) {
            n.put("layout", n.path("round").asBoolean(false) ? "round" : "row");
            n.remove("round");
        }
    }

    /** From version 2, in which a pick of an open line was a stretch of it: picks of stretches of one line are one pick now. */
    private static void wholeLines(JsonNode step) {
        Set<String> seen = new HashSet<>();
        if (step.path("regions") instanceof ArrayNode picks) {
            for (int i = 0; i < picks.size(); ) {
                String boundary = picks.get(i).path("boundary").toString();
                boolean again = boundary.startsWith("[\"" + OpenLine.MARK) && !seen.add(boundary);
                if (again) {
                    picks.remove(i);
                } else {
                    i++;
                }
            }
        }
    }

    /** Any JSON text within the limits. */
    public static JsonNode parse(String text) {
        if (text.length() > LARGEST) {
            throw Refusal.of("The file is larger than a part file can be (16 MB).");
        }
        try {
            JsonNode n = MAPPER.readTree(text);
            if (UNWRITABLE.matcher(text).find()) {
                writable(n);
            }
            return n;
        } catch (JacksonException e) {
            throw Refusal.of("The file isn't sound JSON text: line "
                    + (e.getLocation() == null ? 1 : e.getLocation().getLineNr()) + " can't be read.");
        }
    }

    /** Refuses texts that no file can hold: with NUL, or half of a pair of surrogates. */
    private static void writable(JsonNode n) {
        if (n.isString()) {
            Refusal.written(n.stringValue());
        }
        n.propertyNames().forEach(Refusal::written);
        n.forEach(PartFile::writable);
    }
}
