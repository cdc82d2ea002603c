package io.tallember.part.steps;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Vec3;
import io.tallember.part.Measure;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.rebuild.StepOutcome;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Supplier;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** A kind of step: the sentence by which it is made and changed. */
public abstract class Kind {
    public static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    private final int stage;
    private final List<String> kinds;
    private final WordList words;

    /**
     * @param stage of the work on whose shelf it stands
     * @param kinds the words by which part files call it; its list of words is called as the first
     */
    protected Kind(int stage, String... kinds) {
        this.stage = stage;
        this.kinds = List.of(kinds);
        this.words = WordList.of(getClass(), kinds[0]);
    }

    public List<String> kinds() {
        return kinds;
    }

    public WordList words() {
        return words;
    }

    public int stage() {
        return stage;
    }

    // the step

    /** The class of its steps. */
    public abstract Class<? extends Step> type();

    /** The word by which part files call the kind of a step. */
    public String word(Step step) {
        return kinds.get(0);
    }

    /** A step from its fields in a part file or a request; numbers may be typed. */
    public abstract Step read(Own own, Fields f, Typed typed, String place);

    /** The fields of a step, as part files have them. */
    public abstract void write(Step step, ObjectNode n);

    /** What stands after a step; what should be known although it is built goes into the notes. */
    public abstract Stand build(Step step, Stand before, List<String> notes);

    /** A step with what the rebuild has worked out for it by itself written down, so that later changes change nothing of it. */
    public Step carried(Step step, Supplier<Stand> before) {
        return step;
    }

    /** The steps that a step is made of; none for most. */
    public List<Step> parts(Step step, Stand before) {
        return List.of();
    }

    /** Whether a step moves or scales bodies, so that sizes of steps before it don't tell where things are any more. */
    public boolean displaces(Step step) {
        return false;
    }

    /** The sizes of a step as a drawing tells them, in a part that is finished. */
    public List<DrawnSize> drawn(Step step, Stand finished) {
        return List.of();
    }

    // the sentence

    /** Its rows of the shelf. */
    protected abstract List<Offer> offers(Context c);

    /** A first proposal from what is picked. */
    protected abstract void begun(Form f, String offer, List<Hit> picked);

    /** Whether a sentence can be begun with all that is picked: without any of it, it would be another one. */
    protected boolean fits(String offer, List<Hit> picked, Context c) {
        Map<String, Content> all = proposed(offer, picked, c);
        return picked.stream()
                .noneMatch(h -> all.equals(
                        proposed(offer, picked.stream().filter(x -> x != h).toList(), c)));
    }

    private Map<String, Content> proposed(String offer, List<Hit> picked, Context c) {
        Form f = new Form(c, kinds.get(0), "");
        begun(f, offer, picked);
        return f.contents();
    }

    /** What a step's fields don't say by themselves. */
    protected void opened(Form f, ObjectNode step) {}

    /** What follows from an entry at a place. */
    protected void follow(Form f, String place) {}

    /** Which row of the shelf a sentence would be begun by. */
    protected String offered(Form f) {
        return kinds.get(0);
    }

    /** A click that means something of its own; whether it did. */
    protected boolean hit(Form f, Hit h) {
        return false;
    }

    /** The things that a place for several holds, in the order in which it holds them. */
    protected List<Slot.Item> items(Form f, Slot s) {
        return s.held.stream()
                .map(r -> new Slot.Item(Form.keyOf(r), PickWords.ref(r, f.context())))
                .toList();
    }

    /** What is taken along with what a place holds: smooth neighbours, where the sentence says so. */
    protected List<JsonNode> reached(Form f, Slot s) {
        boolean chained = s.place.equals("what") || s.place.equals("faces");
        return chained && f.is("chain", "yes") ? Smooth.neighbours(s.held, f.context()) : List.of();
    }

    /** Takes one of the things that a place holds out again. */
    protected void takeOut(Form f, Slot s, String key) {
        f.takeOut(s.place, key);
    }

    /** A word that was pressed. */
    protected void press(Form f, String place) {}

    /** What is left of a sentence that was kept, to begin the like of it again. */
    protected void again(Form f) {
        for (String place : List.copyOf(f.contents().keySet())) {
            Content c = f.contents().get(place);
            if (c instanceof Content.Rows r && !r.ids().isEmpty()) {
                List.copyOf(r.ids()).forEach(id -> f.dropRow(place, id));
            }
        }
        pen(f).slots().values().stream().filter(s -> s.many).forEach(s -> f.pick(s.place, List.of()));
    }

    /** The slots that the sentence has as things stand. */
    protected abstract void say(Form f, Pen p);

    /** The fields of the step, as part files have them; numbers as they were typed. */
    protected abstract void write(Form f, ObjectNode n);

    protected List<Handle> handles(Form f, Pen p) {
        return List.of();
    }

    /** The step that a sentence tells; empty while something is missing or wrong. */
    protected final Optional<Step> whole(Form f) {
        if (pen(f).lacking().isPresent()) {
            return Optional.empty();
        }
        ObjectNode n = MAKE.objectNode();
        try {
            write(f, n);
            return Optional.of(read(
                    new Own("told", "", false),
                    new Fields(n, f.kind()),
                    new Typed(f.context().doc()),
                    "told"));
        } catch (GeometryException e) {
            return Optional.empty();
        }
    }

    /** Where sections begin in the view, and which way round they go. */
    protected List<SectionStart> starts(Form f) {
        return List.of();
    }

    /** Places in the view that can be moved. */
    protected List<PlaceHandle> grips(Form f) {
        return List.of();
    }

    /** From where places that are clicked for the aim are seen, in mm. */
    protected Optional<Vec3> placedFrom(Form f) {
        return Optional.empty();
    }

    /** Lines in the view, from one point to another in mm, that show from where lengths of the sentence are measured. */
    protected List<Vec3[]> measures(Form f) {
        return List.of();
    }

    /** The place of a number of the sentence among the numbers of the step. */
    protected String numberPlace(Form f, String place) {
        return place;
    }

    /** By what contents of files are kept that a step needs. */
    public List<String> contents(Step step) {
        return List.of();
    }

    /** The place whose number is another when the kernel says which size would do; empty when it never does. */
    protected String remedied() {
        return "";
    }

    /** What can be pressed to mend a step that failed. */
    protected List<Remedy> remedies(Form f, StepOutcome failed) {
        boolean apart = failed.reason() == GeometryException.Reason.NO_CONTACT
                || failed.reason() == GeometryException.Reason.NON_MANIFOLD;
        if (apart && f.is("mode", "add")) {
            ObjectNode body = MAKE.objectNode().put("chose", "body");
            return List.of(new Remedy(words.text("remedy.body"), "mode", body));
        }
        if (failed.remedy() == null || remedied().isEmpty()) {
            return List.of();
        }
        String label = words.text("remedy.use")
                .replace("@", Texts.sized(failed.remedy(), f.context().unit()));
        return List.of(new Remedy(label, remedied(), MAKE.objectNode().put("pulled", failed.remedy())));
    }

    /** Whether the bodies are shown as they are without the step while something is still missing of its sentence. */
    protected boolean seenWithout() {
        return false;
    }

    /** Whether a sentence begins with the step's name even if nobody gave it one. */
    protected boolean alwaysCalled() {
        return false;
    }

    /** What can be hit: for the place that waits, for those where something is still missing, and what means something anyway. */
    public final Set<String> takes(Form f, Pen p) {
        Set<String> out = new TreeSet<>(always(f));
        for (Slot s : p.slots().values()) {
            if (s.place.equals(f.aim()) || !s.lack.isEmpty()) {
                s.field.path("what").forEach(w -> out.add(w.asString("")));
            }
        }
        return out;
    }

    /** What a click means something on, wherever the aim is. */
    protected List<String> always(Form f) {
        return List.of();
    }

    // helpers for kinds

    protected final Offer offer(String key, String why) {
        String at = "offer." + key;
        return new Offer(
                kinds.get(0) + "/" + key,
                stage,
                words.text(at),
                words.text(at + ".hint"),
                words.find(at + ".also").orElse(""),
                why);
    }

    /** Why it can't be begun on a part without a body; empty when there is one. */
    protected final String needsBody(Context c) {
        return c.bodies().isEmpty() ? words.text("why.body") : "";
    }

    /** A number of a step as it is opened: its formula, or the number in the part's unit. */
    protected final void open(Form f, String place, double v, Measure measure) {
        String formula = f.context().doc().formulas().get(f.step() + "/" + numberPlace(f, place));
        if (formula != null) {
            f.type(place, formula);
        } else if (measure == Measure.ANGLE) {
            f.angle(place, v);
        } else if (measure == Measure.PLAIN) {
            f.set(place, new Content.Text(Texts.shortest(v, 6), v));
        } else {
            f.length(place, v);
        }
    }

    /** Writes a number that counts only sometimes: while it doesn't, what it last was, or else something usual. */
    protected static void idle(Form f, ObjectNode n, String place, boolean counts, Measure measure, double usual) {
        if (counts) {
            f.write(n, place, place);
        } else {
            n.put(place, f.number(place, measure, usual));
        }
    }

    public static List<JsonNode> list(JsonNode n) {
        List<JsonNode> all = new ArrayList<>();
        n.forEach(all::add);
        return all;
    }

    protected static List<JsonNode> faces(List<Hit> picked, Context c) {
        return picked.stream().flatMap(h -> h.faceRef(c).stream()).toList();
    }

    /** The flat face that is picked, when nothing else is. */
    protected static Optional<JsonNode> flatFace(List<Hit> picked, Context c) {
        return picked.size() != 1
                ? Optional.empty()
                : picked.get(0)
                        .face(c)
                        .filter(x -> x.surface() instanceof io.tallember.geometry.Plane)
                        .flatMap(x -> picked.get(0).faceRef(c));
    }

    // what is done with all of them alike

    public final Pen pen(Form f) {
        Pen p = new Pen(f, words);
        say(f, p);
        return p;
    }

    /** The sentence of a step that is there. */
    public final Form opened(Step step, Context c) {
        Form f = new Form(c, kinds.get(0), step.id());
        ObjectNode n = Kinds.write(step);
        n.properties().forEach(e -> fill(f, e.getKey(), e.getValue(), step));
        opened(f, n);
        return aimed(f);
    }

    private void fill(Form f, String field, JsonNode v, Step step) {
        if (List.of("kind", "id", "name", "off").contains(field)) {
            return;
        }
        if (v.isNumber()) {
            Optional<Measure> measure = step.measure(field);
            if (measure.isPresent()) {
                open(f, field, v.doubleValue(), measure.get());
            } else {
                f.set(field, new Content.Text(v.asString(), v.doubleValue()));
            }
        } else if (v.isBoolean()) {
            f.choose(field, v.booleanValue() ? "yes" : "no");
        } else if (v.isString() && Texts.isPlaneOrAxis(field)) {
            f.pick(field, v);
        } else if (v.isString()) {
            f.choose(field, v.stringValue());
        } else if (v.isArray()) {
            f.pick(field, list(v));
        } else if (v.isObject()) {
            f.pick(field, v);
        }
    }

    /** With an aim that is there: where something is still to be picked, else the first pick. */
    public final Form aimed(Form f) {
        Pen p = pen(f);
        Slot now = p.slots().get(f.aim());
        if (now != null && now.isPick()) {
            return f;
        }
        f.aim(nextAim(p));
        return f;
    }

    private static String nextAim(Pen p) {
        List<Slot> picks =
                p.slots().values().stream().filter(s -> s.isPick() && !s.apart).toList();
        return picks.stream()
                .filter(s -> !s.lack.isEmpty())
                .findFirst()
                .or(() -> picks.stream().filter(s -> s.many).findFirst())
                .or(() -> picks.stream().findFirst())
                .map(s -> s.place)
                .orElse("");
    }

    /** Takes what was clicked into the place that waits for it, else into one that takes such a thing and is empty. */
    public final void clicked(Form f, Hit h) {
        if (h.what() == Hit.What.FACE && h.face(f.context()).isEmpty()) {
            throw Refusal.of(words().text("hit.preview"));
        }
        if (hit(f, h)) {
            aimed(f);
            return;
        }
        Pen p = pen(f);
        Slot aim = p.slots().get(f.aim());
        Optional<JsonNode> ref = aim == null || !aim.isPick() ? Optional.empty() : aim.taker.apply(h);
        if (ref.isEmpty()) {
            Slot other = p.slots().values().stream()
                    .filter(s -> s.isPick()
                            && !s.apart
                            && s != aim
                            && s.taker.apply(h).isPresent())
                    .filter(s -> !s.lack.isEmpty() || aim == null)
                    .findFirst()
                    .orElse(null);
            if (other == null) {
                String no = aim == null || aim.no.isEmpty() ? words.text("pick.no") : aim.no;
                throw Refusal.of(no);
            }
            taken(f, other, other.taker.apply(h).orElseThrow());
            return;
        }
        taken(f, aim, ref.get());
    }

    /** Takes a thing into a place; when it holds one only, the aim goes on. */
    private void taken(Form f, Slot s, JsonNode ref) {
        if (s.many) {
            f.toggle(s.place, ref);
        } else {
            f.pick(s.place, ref);
            f.aim("");
        }
        follow(f, s.place);
        aimed(f);
    }

    /** One entry, with what follows from it. */
    public final void enter(Form f, String at, JsonNode entry) {
        Pen p = pen(f);
        if (entry.has("hit")) {
            clicked(f, Hit.read(entry.get("hit")));
            return;
        }
        if (entry.has("moved")) {
            moved(f, at, Hit.vec(entry.get("moved")));
            return;
        }
        if (entry.has("press") && starts(f).stream().anyMatch(m -> m.acts().contains(at))) {
            press(f, at);
            aimed(f);
            return;
        }
        Slot s = p.slots().get(at);
        if (s == null) {
            throw Refusal.of("The sentence has no place " + Refusal.quoted(at) + " as it stands.");
        }
        if (entry.path("typed").isString()) {
            String text = entry.get("typed").stringValue();
            if (!s.number || text.length() > 400) {
                throw Refusal.of("Nothing of this kind can be typed here.");
            }
            f.type(at, text);
            follow(f, at);
        } else if (entry.path("pulled").isNumber() && s.number) {
            pulled(f, at, entry.get("pulled").doubleValue());
            follow(f, at);
        } else if (entry.path("chose").isString()) {
            chose(f, s, entry.get("chose").stringValue());
        } else if (entry.path("out").isString() && s.isPick()) {
            takeOut(f, s, entry.get("out").stringValue());
            follow(f, at);
        } else if (entry.has("press")) {
            press(f, at);
        } else if (entry.has("aim") && s.isPick()) {
            f.aim(at);
        } else {
            throw Refusal.of("This entry can't be made at " + Refusal.quoted(at) + ".");
        }
        aimed(f);
    }

    /** A place that was moved in the view: its three coordinates. */
    private void moved(Form f, String at, Vec3 to) {
        boolean held =
                grips(f).stream().anyMatch(g -> g.foot() == null && g.place().equals(at))
                        || starts(f).stream().anyMatch(m -> m.place().equals(at));
        if (!held || to == null) {
            throw Refusal.of("Nothing can be moved at " + Refusal.quoted(at) + ".");
        }
        moveTo(f, at, to);
        follow(f, at);
        aimed(f);
    }

    /** Moves a place of three numbers, in mm. */
    protected void moveTo(Form f, String place, Vec3 to) {}

    /** A number that was pulled in the view; of a length in mm. */
    protected void pulled(Form f, String place, double mm) {
        f.length(place, mm);
    }

    private void chose(Form f, Slot s, String key) {
        if (s.options.stream().noneMatch(o -> o.key().equals(key))) {
            throw Refusal.of(Refusal.quoted(key) + " can't be chosen here.");
        }
        if (!s.isPick() && f.is(s.place, key)) {
            return;
        }
        if (!s.isPick()) {
            f.choose(s.place, key, () -> follow(f, s.place));
            return;
        } else if (key.equals("?")) {
            f.aim(s.place);
            return;
        } else {
            f.pick(s.place, named(f, s, key));
            f.aim("");
        }
        follow(f, s.place);
    }

    /** What a name that was chosen in the place of a pick refers to. */
    protected JsonNode named(Form f, Slot s, String key) {
        PartDocument doc = f.context().shown();
        return doc.find(key).isPresent() ? MAKE.objectNode().put("step", key) : MAKE.stringNode(key);
    }
}
