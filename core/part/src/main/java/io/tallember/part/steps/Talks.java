package io.tallember.part.steps;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Vec3;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import io.tallember.part.commands.Command;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.StepOutcome;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Sentences written back and forth. A request brings the sentence as it was left, or says which step is opened or what is
 * begun, and one entry; the answer is the sentence after it. Nothing is kept between.
 */
public final class Talks {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    private Talks() {}

    /**
     * The sentence that a request leaves.
     *
     * @throws GeometryException with a sentence when the entry can't be made
     */
    private static Form after(JsonNode asked, Context c) {
        Form f = before(asked, c);
        if (asked.hasNonNull("entry")) {
            Kinds.named(f.kind()).enter(f, asked.path("at").asString(""), asked.get("entry"));
        }
        return f;
    }

    /** The sentence before the entry. */
    private static Form before(JsonNode asked, Context c) {
        if (asked.path("open").isString()) {
            Step step = c.shown().step(asked.get("open").stringValue());
            Kind k = Kinds.of(step);
            return k.aimed(left(k.opened(step, c)));
        }
        if (asked.path("begin").isString()) {
            String[] of = asked.get("begin").stringValue().split("/", 2);
            Kind k = Kinds.named(of[0]);
            Form f = new Form(c, of[0], "");
            List<Hit> picked = new ArrayList<>();
            asked.path("picked").forEach(h -> picked.add(Hit.read(h)));
            k.begun(f, of.length > 1 ? of[1] : "", picked);
            return k.aimed(f);
        }
        if (asked.hasNonNull("again")) {
            Form last = Form.read(asked.get("again"), c);
            Form f = new Form(c, last.kind(), "");
            last.contents().forEach(f::set);
            Kind k = Kinds.named(f.kind());
            k.again(f);
            f.aim("");
            return k.aimed(f);
        }
        if (!asked.hasNonNull("filled")) {
            throw Refusal.of("A request lacks the sentence that it is about.");
        }
        return Form.read(asked.get("filled"), c);
    }

    /** A step's sentence without the picks that are gone, so that others can be picked for them. */
    private static Form left(Form f) {
        StepOutcome went = f.context().built().get().outcome(f.step());
        if (went.reason() != GeometryException.Reason.LOST_REFERENCE) {
            return f;
        }
        for (Slot s : Kinds.named(f.kind()).pen(f).slots().values()) {
            if (s.many && f.contents().get(s.place) instanceof Content.Picked p) {
                f.pick(
                        s.place,
                        p.refs().stream().filter(r -> seen(r, f.context())).toList());
            }
        }
        return f;
    }

    private static boolean seen(JsonNode ref, Context c) {
        return c.bodies().stream()
                .map(b -> b.body().names())
                .anyMatch(n -> ref.has("edge")
                        ? n.edge(ref.get("edge").asString("")).isPresent()
                        : !ref.has("face")
                                || n.face(ref.get("face").asString("")).isPresent());
    }

    /** The sentence after a request's entry, or as it was with the reason why the entry can't be made. */
    public static ObjectNode answer(JsonNode asked, Context c) {
        Form f = before(asked, c);
        String refused = "";
        List<String> numbers = numbers(f);
        if (asked.hasNonNull("entry")) {
            try {
                f = after(asked, c);
            } catch (GeometryException e) {
                refused = c.told(e);
            }
        }
        return told(f, refused, asked.hasNonNull("entry") ? numbers : List.of());
    }

    private static List<String> numbers(Form f) {
        return Kinds.named(f.kind()).pen(f).slots().values().stream()
                .filter(s -> s.number)
                .map(s -> s.place)
                .toList();
    }

    private static ObjectNode told(Form f, String refused, List<String> numbersBefore) {
        Kind k = Kinds.named(f.kind());
        Pen p = k.pen(f);
        ObjectNode n = MAKE.objectNode();
        n.set("filled", f.write());
        p.write(n);
        for (Slot s : p.slots().values()) {
            if (s.isPick() && s.many && !s.held.isEmpty()) {
                ArrayNode items = ((ObjectNode) n.get("slots").get(s.place)).putArray("items");
                k.items(f, s).forEach(i -> items.addObject().put("out", i.out()).put("called", i.called()));
                ArrayNode reached = ((ObjectNode) n.get("slots").get(s.place)).putArray("reached");
                k.reached(f, s).forEach(reached::add);
            }
        }
        ArrayNode lacks = n.putArray("lacks");
        for (Slot s : p.slots().values()) {
            if (!s.lack.isEmpty() || !s.trouble.isEmpty()) {
                lacks.addObject().put("at", s.place).put("said", s.lack.isEmpty() ? s.trouble : s.lack);
            }
        }
        if (!refused.isEmpty()) {
            n.put("refused", refused);
        }
        Slot aim = p.slots().get(f.aim());
        n.put("aim", f.aim());
        n.put("ask", aim != null && !aim.ask.isEmpty() ? aim.ask : k.words().text("ask"));
        numbers(f).stream().filter(x -> !numbersBefore.contains(x)).findFirst().ifPresent(x -> n.put("focus", x));
        if (!k.remedied().isEmpty()) {
            n.put("remedied", k.remedied());
        }
        n.put("stage", k.stage()).put("offer", k.kinds().get(0) + "/" + k.offered(f));
        n.put("seenWithout", k.seenWithout() && !f.step().isEmpty());
        ArrayNode takes = n.putArray("takes");
        k.takes(f, p).forEach(takes::add);
        ArrayNode handles = n.putArray("handles");
        for (Handle h : k.handles(f, p)) {
            ObjectNode o = handles.addObject()
                    .put("at", h.place())
                    .put("times", h.times())
                    .put("below", h.below());
            References.put(o, "foot", h.foot());
            References.put(o, "way", h.way());
            o.put("mm", p.slots().get(h.place()).field.path("value").asDouble(0));
        }
        ArrayNode grips = n.putArray("grips");
        for (PlaceHandle g : k.grips(f)) {
            ObjectNode o = grips.addObject().put("at", g.place());
            References.put(o, "place", g.at());
            if (g.foot() != null) {
                References.put(o, "foot", g.foot());
                References.put(o, "way", g.way());
                o.put("unit", g.unit());
            }
        }
        ArrayNode starts = n.putArray("starts");
        for (SectionStart m : k.starts(f)) {
            ObjectNode o = starts.addObject().put("at", m.place()).put("number", m.number());
            References.put(o, "place", m.at());
            References.put(o, "way", m.way());
            ArrayNode spots = o.putArray("spots");
            m.spots().forEach(v -> spots.addArray().add(v.x()).add(v.y()).add(v.z()));
        }
        if (n.get("takes").toString().contains("\"place\"")) {
            k.placedFrom(f).ifPresent(v -> References.put(n, "placing", v));
        }
        ArrayNode measures = n.putArray("measures");
        for (Vec3[] line : k.measures(f)) {
            ObjectNode o = measures.addObject();
            References.put(o, "from", line[0]);
            References.put(o, "to", line[1]);
        }
        return n;
    }

    /**
     * The command that makes or changes a step as its sentence says.
     *
     * @throws GeometryException with a sentence when something is still missing or wrong
     */
    public static Command kept(JsonNode asked, Context c) {
        Form f = after(asked, c);
        Kind k = Kinds.named(f.kind());
        Optional<Slot> lacking = k.pen(f).lacking();
        if (lacking.isPresent()) {
            Slot s = lacking.get();
            throw Refusal.of(s.lack.isEmpty() ? s.trouble : s.lack);
        }
        return command(f);
    }

    /** What shows what a sentence would give; empty while something is missing. */
    public static Optional<Command> preview(JsonNode asked, Context c) {
        Form f = after(asked, c);
        Kind k = Kinds.named(f.kind());
        if (k.pen(f).lacking().isEmpty()) {
            return Optional.of(command(f));
        }
        return k.seenWithout() && !f.step().isEmpty()
                ? Optional.of(new Command.SwitchStep(f.step(), true))
                : Optional.empty();
    }

    static Command command(Form f) {
        Typed typed = new Typed(f.context().doc());
        ObjectNode n =
                MAKE.objectNode().put("kind", f.kind()).put("id", f.step()).put("name", "");
        Kinds.named(f.kind()).write(f, n);
        boolean added = f.step().isEmpty();
        Step step = Kinds.read(n, typed, added ? f.context().doc().freshId() : f.step());
        return typed.with(added ? new Command.AddStep(step) : new Command.ChangeStep(step));
    }

    /** The rows of the shelves whose sentences can be begun with all that is picked. */
    public static List<String> fitting(JsonNode picked, Context c) {
        List<Hit> hits = new ArrayList<>();
        picked.forEach(h -> hits.add(Hit.read(h)));
        return Kinds.offers(c).stream()
                .filter(o -> o.why().isEmpty() && !hits.isEmpty())
                .map(Offer::key)
                .filter(key -> fits(key, hits, c))
                .toList();
    }

    private static boolean fits(String offer, List<Hit> hits, Context c) {
        String[] of = offer.split("/", 2);
        try {
            return Kinds.named(of[0]).fits(of[1], hits, c);
        } catch (GeometryException e) {
            return false; // it refuses such a pick
        }
    }

    /** A step's sentence for the build sheet, and how it can be mended when it failed. */
    public static void tell(Step step, Context c, ObjectNode n) {
        Kind k = Kinds.of(step);
        Form f = k.opened(step, c);
        k.pen(f).write(n);
        n.put("stage", k.stage());
        StepOutcome went = c.built().get().outcome(step.id());
        if (went.status() == StepOutcome.Status.FAILED) {
            n.put("lost", went.reason() == GeometryException.Reason.LOST_REFERENCE);
            ArrayNode remedies = n.putArray("remedies");
            for (Remedy r : k.remedies(f, went)) {
                remedies.addObject()
                        .put("label", r.label())
                        .put("at", r.place())
                        .set("entry", r.entry());
            }
        }
        if (called(step)) {
            n.put("called", step.name());
        }
    }

    /** A step's sentence as plain text. */
    public static String plain(Step step, Context c) {
        Kind k = Kinds.of(step);
        return k.pen(k.opened(step, c)).plain();
    }

    /** The word by which part files call a step's kind. */
    public static String word(Step step) {
        return Kinds.word(step);
    }

    /** Whether somebody gave a step a name of its own. */
    public static boolean called(Step step) {
        Kind k = Kinds.of(step);
        return k.alwaysCalled() || !step.name().matches("(" + k.words().text("names") + ") \\d+");
    }
}
