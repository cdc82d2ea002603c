package io.tallember.part.steps.repeat;

import io.tallember.geometry.Plane;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.rebuild.StepOutcome;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.ProfileKind;
import io.tallember.part.steps.Slot;
import io.tallember.part.steps.Slot.Option;
import io.tallember.solid.Face;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** What steps did, bodies or pockets and bosses, again at other places. */
public final class RepeatKind extends Kind {
    public RepeatKind() {
        super(6, "repeat");
    }

    @Override
    protected List<Offer> offers(Context c) {
        String why = needsBody(c);
        return List.of(offer("row", why), offer("round", why), offer("path", why), offer("mirror", why));
    }

    @Override
    protected String offered(Form f) {
        return f.chosen("layout");
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        Context c = f.context();
        Set<String> steps = new LinkedHashSet<>();
        for (Hit h : picked) {
            made(h, c).ifPresent(s -> steps.addAll(c.shown().withBlends(s)));
        }
        if (steps.isEmpty()) {
            c.steps().stream()
                    .filter(s -> s.repeatable() && built(c, s))
                    .reduce((a, b) -> b)
                    .ifPresent(s -> steps.addAll(whole(c, s)));
        }
        f.pickNames("steps", List.copyOf(steps));
        f.pickNames("bodies", List.of());
        f.pick("faces", List.of());
        f.choose("by", "steps");
        f.choose("layout", offer);
        f.pick("axis", MAKE.stringNode(offer.equals("round") ? "z" : "x"));
        f.type("count", offer.equals("round") ? "6" : "3");
        usual(f);
        f.aim("what");
    }

    @Override
    protected boolean fits(String offer, List<Hit> picked, Context c) {
        return picked.stream().allMatch(h -> made(h, c).isPresent());
    }

    /** The step that can be repeated and is picked, or whose face is. */
    private static Optional<Step> made(Hit h, Context c) {
        return h.face(c)
                .flatMap(x -> maker(c, x))
                .or(() -> h.what() == Hit.What.STEP ? c.shown().find(h.key()) : Optional.empty())
                .filter(Step::repeatable);
    }

    /** A step with the blends on what it made; of a blend, the step on which it stands with all of them. */
    private static List<String> whole(Context c, Step last) {
        return c.steps().stream()
                .filter(s -> s.repeatable() && !s.blends())
                .map(c.shown()::withBlends)
                .filter(all -> all.contains(last.id()))
                .reduce((a, b) -> b)
                .orElse(List.of(last.id()));
    }

    private static boolean built(Context c, Step s) {
        return c.built().get().outcome(s.id()).status() == StepOutcome.Status.BUILT;
    }

    private void usual(Form f) {
        Context c = f.context();
        ifNone(f, "spacing", () -> f.usual("spacing", 15, 0.5));
        ifNone(f, "spaced", () -> f.choose("spaced", "each"));
        ifNone(f, "rows", () -> f.choose("rows", "one"));
        ifNone(f, "axis", () -> f.pick("axis", MAKE.stringNode("x")));
        ifNone(f, "axis2", () -> f.pick("axis2", MAKE.stringNode("y")));
        ifNone(f, "count", () -> f.type("count", "3"));
        ifNone(f, "count2", () -> f.type("count2", "2"));
        ifNone(f, "spacing2", () -> f.usual("spacing2", 15, 0.5));
        ifNone(f, "flipped", () -> f.choose("flipped", "no"));
        ifNone(f, "flipped2", () -> f.choose("flipped2", "no"));
        ifNone(f, "full", () -> f.choose("full", "full"));
        ifNone(f, "angle", () -> f.angle("angle", Math.toRadians(30)));
        ifNone(f, "even", () -> f.choose("even", "even"));
        ifNone(f, "turning", () -> f.choose("turning", "yes"));
        ifNone(f, "plane", () -> f.pick("plane", MAKE.stringNode("side")));
        ifNone(f, "skip", () -> f.type("skip", ""));
        if (f.step().isEmpty()) {
            f.pick("path", paths(c).values().stream().map(Line::ref).findFirst().orElse(null));
        }
    }

    private static void ifNone(Form f, String place, Runnable r) {
        if (!f.has(place)) {
            r.run();
        }
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        List<String> bodies = f.names("bodies");
        f.choose(
                "by",
                !bodies.isEmpty() ? "body " + bodies.get(0) : f.picked("faces").isEmpty() ? "steps" : "faces");
        boolean overall = f.is("overall", "yes");
        f.choose("spaced", overall ? "overall" : "each");
        f.choose("rows", n.has("axis2") ? "two" : "one");
        if (n.has("full")) {
            f.choose("full", n.get("full").booleanValue() ? "full" : overall ? "overall" : "angle");
            if (n.get("full").booleanValue()) {
                f.angle("angle", n.path("angle").asDouble(0));
            }
        }
        boolean even = n.path("spacing").asDouble(0) == 0;
        f.choose("even", even ? "even" : "each");
        if (even) {
            f.drop("spacing");
        }
        if (n.has("line")) {
            ObjectNode path = MAKE.objectNode();
            path.set("sketch", n.get("sketch"));
            path.set("line", n.get("line"));
            f.pick("path", path);
        }
        f.drop("line");
        f.drop("sketch");
        f.type(
                "skip",
                String.join(
                        ", ",
                        list(n.path("skip")).stream().map(JsonNode::asString).toList()));
        usual(f);
        f.aim("what");
    }

    /** A line that copies can follow. */
    private record Line(String name, JsonNode ref) {}

    /** DrawnSize lines of sketches, and the outlines of their regions. */
    private Map<String, Line> paths(Context c) {
        Map<String, Line> out = new LinkedHashMap<>();
        for (Step s : c.steps()) {
            PlacedSketch placed = c.sketch(s.id()).orElse(null);
            if (placed == null) {
                continue;
            }
            named(out, s, ProfileKind.lines(placed), words().text("path.drawn"));
            named(out, s, ProfileKind.regions(placed), words().text("path.outline"));
        }
        return out;
    }

    private void named(Map<String, Line> out, Step sketch, List<JsonNode> all, String what) {
        for (int i = 0; i < all.size(); i++) {
            ObjectNode line = (ObjectNode) all.get(i);
            line.remove("id");
            ObjectNode ref = MAKE.objectNode().put("sketch", sketch.id());
            ref.set("line", line);
            String name = words().text("path.of")
                    .replace("@", what + (all.size() > 1 ? " " + (i + 1) : ""))
                    .replace("#", sketch.name());
            out.put(Integer.toString(out.size()), new Line(name, ref));
        }
    }

    /** The step of the sheet that made a face. */
    private static Optional<Step> maker(Context c, Face face) {
        return c.shown().find(c.shown().owner(face.origins().get(0).step()));
    }

    @Override
    protected void follow(Form f, String place) {
        if (place.equals("by")) {
            String by = f.chosen("by");
            f.pickNames("bodies", by.startsWith("body ") ? List.of(by.substring(5)) : List.of());
            f.pick("steps", List.of());
            if (!by.equals("faces")) {
                f.pick("faces", List.of());
            }
            f.aim("what");
        } else if (place.equals("rows")
                && f.is("rows", "two")
                && Form.keyOf(f.one("axis2")).equals(Form.keyOf(f.one("axis")))) {
            f.pick("axis2", MAKE.stringNode(f.one("axis").asString("").equals("y") ? "x" : "y"));
        }
    }

    @Override
    protected boolean hit(Form f, Hit h) {
        if (!f.aim().equals("what")) {
            return false;
        }
        Context c = f.context();
        Face face = h.face(c).orElseThrow(() -> Refusal.of(words().text("what.no")));
        if (f.is("by", "faces")) {
            f.toggle("faces", h.faceRef(c).orElseThrow());
            return true;
        }
        Step step = maker(c, face).filter(Step::repeatable).orElseThrow(() -> Refusal.of(words().text("what.alone")));
        List<String> now = new ArrayList<>(f.names("steps"));
        if (!now.remove(step.id())) {
            Set<String> all = new LinkedHashSet<>(now);
            all.addAll(c.shown().withBlends(step));
            now = new ArrayList<>(all);
        }
        f.pickNames("steps", now);
        return true;
    }

    @Override
    protected void again(Form f) {
        f.pick("steps", List.of());
        f.pick("faces", List.of());
        f.pick("bodies", List.of());
        f.choose("by", f.is("by", "faces") ? "faces" : "steps");
        f.type("skip", "");
    }

    @Override
    protected void say(Form f, Pen p) {
        Context c = f.context();
        String layout = f.chosen("layout");
        p.follows("sentence." + layout);
        what(f, p);
        List<Option> by = new ArrayList<>();
        by.add(new Option("steps", p.option("by", "steps")));
        by.add(new Option("faces", p.option("by", "faces")));
        for (PartBody b : c.bodies()) {
            by.add(new Option("body " + b.id(), words().text("by.body").replace("@", c.bodyName(b.id()))));
        }
        p.choice("by", by).quiet(true);
        p.choice("layout", "row", "round", "path", "mirror").quiet(!layout.equals("mirror"));
        if (layout.equals("mirror")) {
            p.plane(
                    "plane",
                    h -> h.face(c).filter(x -> x.surface() instanceof Plane).flatMap(x -> h.faceRef(c)));
            return;
        }
        p.count("count", 1, 10_000).hint = words().text("count.hint");
        switch (layout) {
            case "round" -> {
                p.choice("full", "full", "angle", "overall");
                if (!f.is("full", "full")) {
                    p.angle("angle");
                }
                p.axis("axis");
            }
            case "path" -> path(f, p);
            default -> row(f, p);
        }
        p.choice("flipped", "no", "yes");
        Slot skip = p.text("skip").quiet(f.text("skip").isBlank());
        if (!f.text("skip").matches("[0-9,; ]*")) {
            skip.trouble = words().text("skip.trouble");
        }
    }

    private void row(Form f, Pen p) {
        p.choice("spaced", "each", "overall");
        p.length("spacing");
        p.axis("axis");
        p.choice("rows", "one", "two").quiet(f.is("rows", "one"));
        if (f.is("rows", "two")) {
            p.count("count2", 1, 10_000);
            p.word("every", words().text(f.is("spaced", "overall") ? "spaced.overall" : "spaced.each"));
            p.length("spacing2");
            p.axis("axis2");
            p.choice("flipped2", "no", "yes");
        }
    }

    private void path(Form f, Pen p) {
        JsonNode now = f.one("path");
        List<Option> all = new ArrayList<>();
        String chosen = "";
        for (Map.Entry<String, Line> e : paths(f.context()).entrySet()) {
            all.add(new Option(e.getKey(), e.getValue().name()));
            if (now != null && e.getValue().ref().equals(now)) {
                chosen = e.getKey();
            }
        }
        Slot s = p.pick("path", false, h -> Optional.empty());
        s.options = all;
        s.field.put("chosen", chosen);
        String at = chosen;
        s.text = now == null
                ? words().text(all.isEmpty() ? "path.none" : "path.choose")
                : all.stream()
                        .filter(o -> o.key().equals(at))
                        .map(Option::label)
                        .findFirst()
                        .orElse(f.context().name(now.path("sketch").asString(""), words().text("path.line")));
        p.choice("even", "even", "each");
        if (f.is("even", "each")) {
            p.length("spacing");
        }
        p.choice("turning", "yes", "no").quiet(f.is("turning", "yes"));
    }

    @Override
    protected JsonNode named(Form f, Slot s, String key) {
        return s.place.equals("path") ? paths(f.context()).get(key).ref() : super.named(f, s, key);
    }

    private void what(Form f, Pen p) {
        Context c = f.context();
        Slot s = p.pick("what", true, h -> Optional.empty(), "face");
        List<String> names = new ArrayList<>();
        f.names("steps").forEach(id -> names.add(c.name(id, id)));
        f.names("bodies").forEach(id -> names.add(c.bodyName(id)));
        int faces = f.picked("faces").size();
        if (faces > 0) {
            names.add(words().counted("faces", faces));
        }
        s.text = names.isEmpty() ? words().text("what.empty") : String.join(", ", names);
        s.lack = names.isEmpty() ? words().text("what.lack") : "";
        s.ask = words().text(f.is("by", "faces") ? "what.askFaces" : "what.ask");
        s.held = !f.names("steps").isEmpty() ? f.picked("steps") : faces > 0 ? f.picked("faces") : f.picked("bodies");
        s.field.put("as", !f.names("steps").isEmpty() ? "step" : faces > 0 ? "face" : "body");
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        f.write(n, "steps", f.picked("steps"));
        f.write(n, "bodies", f.picked("bodies"));
        f.write(n, "faces", f.picked("faces"));
        String layout = f.chosen("layout");
        n.put("layout", layout);
        if (layout.equals("mirror")) {
            n.set("plane", f.one("plane"));
        } else {
            n.put("count", f.whole("count"));
        }
        switch (layout) {
            case "row" -> {
                f.writeOne(n, "axis", "axis");
                f.write(n, "spacing", "spacing");
                n.put("overall", f.is("spaced", "overall"));
                if (f.is("rows", "two")) {
                    f.writeOne(n, "axis2", "axis2");
                    n.put("count2", f.whole("count2"));
                    f.write(n, "spacing2", "spacing2");
                    n.put("flipped2", f.is("flipped2", "yes"));
                }
            }
            case "round" -> {
                f.writeOne(n, "axis", "axis");
                n.put("full", f.is("full", "full")).put("overall", f.is("full", "overall"));
                idle(f, n, "angle", !f.is("full", "full"), Measure.ANGLE, Math.toRadians(30));
            }
            case "path" -> {
                n.setAll((ObjectNode) f.one("path"));
                if (f.is("even", "even")) {
                    n.put("spacing", 0);
                } else {
                    f.write(n, "spacing", "spacing");
                }
                n.put("turning", f.is("turning", "yes"));
            }
            default -> {}
        }
        n.put("flipped", f.is("flipped", "yes"));
        ArrayNode skip = n.putArray("skip");
        Arrays.stream(layout.equals("mirror") ? new String[0] : f.text("skip").split("[^0-9]+"))
                .filter(t -> !t.isEmpty() && t.length() < 9)
                .forEach(t -> skip.add(Integer.parseInt(t)));
    }

    @Override
    public Class<? extends Step> type() {
        return RepeatStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return RepeatJson.read(own, f, typed, place);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        RepeatJson.write(n, (RepeatStep) step);
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildRepeat.build((RepeatStep) step, before, notes);
    }
}
