package io.tallember.part.steps.loft;

import io.tallember.geometry.Plane;
import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep;
import io.tallember.part.Measure;
import io.tallember.part.RegionReference;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.fields.Words;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.AlongForm;
import io.tallember.part.steps.Content;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.PickWords;
import io.tallember.part.steps.ProfileKind;
import io.tallember.part.steps.SectionStart;
import io.tallember.part.steps.Slot;
import io.tallember.solid.sweep.Loft;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.IntUnaryOperator;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Material led from section to section. */
public final class LoftKind extends Kind {
    public LoftKind() {
        super(2, "loft");
    }

    @Override
    protected List<Offer> offers(Context c) {
        boolean any = ProfileKind.drawn(c, false) || !c.bodies().isEmpty();
        return List.of(offer("loft", any ? "" : words().text("why.regions")));
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        usual(f);
        f.choose("mode", f.context().bodies().isEmpty() ? "body" : "add");
        f.pick(
                "sections",
                picked.stream().flatMap(h -> section(h, f.context()).stream()).toList());
        if (f.picked("sections").isEmpty()) {
            // all sketches that nothing is made of yet, in order
            List<JsonNode> all = new ArrayList<>();
            for (String s : ProfileKind.free(f.context())) {
                f.context()
                        .sketch(s)
                        .ifPresent(placed -> ProfileKind.likely(placed).forEach(r -> all.add(region(s, r))));
            }
            f.pick("sections", all);
        }
        likelyRun(f);
        f.aim("sections");
    }

    private static void usual(Form f) {
        f.choose("run", "smooth");
        f.choose("begins", "free");
        f.choose("ends", "free");
        f.set("first", new Content.Text("1", 1.0));
        f.set("last", new Content.Text("1", 1.0));
        f.choose("closed", "no");
        f.choose("made", "solid");
        f.usual("thickness", 2, 1 / 16.0);
        f.rows("turned", List.of());
        f.rows("flipped", List.of());
        f.rows("guides", List.of());
    }

    /** Between planes that lean, the outline is carried along the middle. */
    private static void likelyRun(Form f) {
        List<Vec3> normals = f.picked("sections").stream()
                .flatMap(r -> f.context().sketch(r.path("sketch").asString("")).stream())
                .map(s -> s.frame().z())
                .toList();
        boolean leaning = normals.stream().anyMatch(n -> n.cross(normals.get(0)).length() > 1e-6);
        f.choose("run", leaning ? "middle" : "smooth");
    }

    private static JsonNode region(String sketch, JsonNode ref) {
        return MAKE.objectNode().put("sketch", sketch).setAll((ObjectNode) ref);
    }

    /** What a click gives as a section. */
    private static Optional<JsonNode> section(Hit h, Context c) {
        if (h.what() == Hit.What.REGION
                && h.ref() != null
                && h.ref().has("boundary")
                && h.ref().has("inside")) {
            return Optional.of(region(h.of(), h.ref()));
        }
        if (h.what() == Hit.What.FACE) {
            return h.face(c).filter(f -> f.surface() instanceof Plane).flatMap(f -> h.faceRef(c));
        }
        return h.cornerRef();
    }

    @Override
    protected boolean fits(String offer, List<Hit> picked, Context c) {
        List<String> sketches = picked.stream()
                .filter(h -> h.what() == Hit.What.REGION)
                .map(Hit::of)
                .toList();
        return picked.stream().allMatch(h -> section(h, c).isPresent())
                && sketches.size() == sketches.stream().distinct().count()
                && picked.stream().anyMatch(h -> h.what() != Hit.What.CORNER && h.what() != Hit.What.MARK)
                && picked.size() > 1;
    }

    @Override
    protected boolean hit(Form f, Hit h) {
        return AlongForm.hit(f, h);
    }

    @Override
    protected void follow(Form f, String place) {
        if (AlongForm.follow(f, place)) {
            return;
        }
        if (place.equals("sections")
                && f.step().isEmpty()
                && f.picked("sections").size() == 2) {
            likelyRun(f);
        }
    }

    @Override
    protected List<Slot.Item> items(Form f, Slot s) {
        if (!s.place.equals("sections")) {
            return super.items(f, s);
        }
        List<Slot.Item> out = new ArrayList<>();
        for (JsonNode r : s.held) {
            String called = r.has("boundary")
                    ? f.context().name(r.path("sketch").asString(""), words().text("sections.region"))
                    : PickWords.ref(r, f.context());
            out.add(new Slot.Item(Form.keyOf(r), (out.size() + 1) + " · " + called));
        }
        return out;
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        usual(f);
        f.choose("run", n.path("run").asString("smooth"));
        List<JsonNode> refs = new ArrayList<>();
        List<JsonNode> all = list(n.path("sections"));
        for (int i = 0; i < all.size(); i++) {
            ObjectNode ref = ((ObjectNode) all.get(i)).deepCopy();
            int shift = ref.path("shift").asInt(0);
            ref.remove("shift");
            boolean flipped = ref.path("flipped").asBoolean(false);
            ref.remove("flipped");
            refs.add(ref);
            if (shift != 0) {
                turn(f, i + 1, shift);
            }
            if (flipped) {
                flip(f, i + 1);
            }
        }
        f.pick("sections", refs);
        AlongForm.openGuides(f, n.path("guides"));
        for (String end : List.of("first", "last")) {
            double v = n.path(end).asDouble(0);
            String led = n.path(end + "On").asBoolean(false) ? "on" : "square";
            f.choose(end.equals("first") ? "begins" : "ends", v > 0 ? led : "free");
            f.drop(end + "On");
            if (v > 0) {
                open(f, end, v, Measure.PLAIN);
            }
        }
        f.choose("closed", n.path("closed").asBoolean(false) ? "yes" : "no");
        if (n.has("thin")) {
            f.choose("made", n.get("thin").path("side").asString("inside"));
            open(f, "thickness", n.get("thin").get("thickness").doubleValue(), Measure.LENGTH);
        }
        f.drop("thin");
        f.aim("sections");
    }

    private static void turn(Form f, int section, int by) {
        String row = "turned." + f.addRow("turned", f.rows("turned").size());
        f.set(row + ".section", new Content.Text(Integer.toString(section), null));
        f.set(row + ".by", new Content.Text(Integer.toString(by), null));
    }

    /** Goes the other way round a section, or as proposed again. */
    private static void flip(Form f, int section) {
        Optional<String> row = f.rows("flipped").stream()
                .filter(r -> Integer.valueOf(section).equals(f.whole("flipped." + r + ".section")))
                .findFirst();
        if (row.isPresent()) {
            f.dropRow("flipped", row.get());
        } else {
            String added = "flipped." + f.addRow("flipped", f.rows("flipped").size());
            f.set(added + ".section", new Content.Text(Integer.toString(section), null));
        }
    }

    @Override
    protected List<SectionStart> starts(Form f) {
        Optional<Step> step = f.picked("sections").size() < 2 ? Optional.empty() : whole(f);
        if (step.isEmpty()) {
            return List.of();
        }
        List<Loft.Begin> all = BuildLoft.begins(
                (LoftStep) step.get(), f.context().built().get().stand());
        List<SectionStart> out = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            Loft.Begin b = all.get(i);
            if (b != null) {
                out.add(new SectionStart("starts." + (i + 1), i + 1, b.start(), b.way(), b.corners()));
            }
        }
        return out;
    }

    /** A section begun at the corner nearest to where its mark was led. */
    @Override
    protected void moveTo(Form f, String place, Vec3 to) {
        int section = section(place);
        List<Vec3> spots = starts(f).stream()
                .filter(s -> s.place().equals(place))
                .findFirst()
                .orElseThrow()
                .spots();
        int by = 0;
        for (int i = 1; i < spots.size(); i++) {
            by = spots.get(i).distance(to) < spots.get(by).distance(to) - 1e-9 ? i : by;
        }
        int now = 0;
        for (String row : List.copyOf(f.rows("turned"))) {
            if (Integer.valueOf(section).equals(f.whole("turned." + row + ".section"))) {
                Integer own = f.whole("turned." + row + ".by");
                now += own == null ? 0 : own;
                f.dropRow("turned", row);
            }
        }
        int whole = spots.isEmpty() ? 0 : Math.floorMod(now + by, spots.size());
        if (whole != 0) {
            turn(f, section, whole);
        }
    }

    /** Sections in another order; what is told of each stays with it. */
    private static void reordered(Form f, List<JsonNode> all, IntUnaryOperator number) {
        f.pick("sections", all);
        for (String of : List.of("turned", "flipped")) {
            for (String row : f.rows(of)) {
                String at = of + "." + row + ".section";
                Integer n = f.whole(at);
                if (n != null) {
                    f.set(at, new Content.Text(Integer.toString(number.applyAsInt(n)), null));
                }
            }
        }
    }

    private static int section(String place) {
        return Integer.parseInt(place.split("\\.")[1]);
    }

    @Override
    protected void press(Form f, String place) {
        if (place.endsWith(SectionStart.FLIP)) {
            flip(f, section(place));
        } else if (place.endsWith(SectionStart.EARLIER)) {
            int at = section(place);
            List<JsonNode> all = new ArrayList<>(f.picked("sections"));
            Collections.swap(all, at - 1, at - 2);
            reordered(f, all, n -> n == at ? at - 1 : n == at - 1 ? at : n);
        } else if (place.equals("flip")) {
            flip(f, f.picked("sections").size());
        } else if (place.equals("order")) {
            List<JsonNode> all = new ArrayList<>(f.picked("sections"));
            Collections.reverse(all);
            reordered(f, all, n -> all.size() + 1 - n);
        } else if (place.equals("turn")) {
            turn(f, f.picked("sections").size(), 1);
        } else if (!AlongForm.press(f, place)) {
            f.dropRow(place.split("\\.")[0], place.split("\\.")[1]);
        }
    }

    @Override
    protected void again(Form f) {
        f.pick("sections", List.of());
        f.rows("turned", List.of());
        f.rows("flipped", List.of());
        f.rows("guides", List.of());
    }

    @Override
    protected void say(Form f, Pen p) {
        int n = f.picked("sections").size();
        Slot s = p.pick("sections", true, h -> section(h, f.context()), "region", "face", "corner", "mark");
        s.lack = n < 2 ? words().text("sections.lack") : "";
        s.among(f.context().sketches());
        p.choice("run", "smooth", "middle", "straight");
        if (!f.is("run", "straight") && !f.is("closed", "yes") && !f.is("run", "middle")) {
            for (String end : List.of("begins", "ends")) {
                p.choice(end, "free", "square", "on").quiet(f.is(end, "free"));
                if (!f.is(end, "free")) {
                    p.number(end.equals("begins") ? "first" : "last", Measure.PLAIN);
                }
            }
        }
        List<String> rows = f.rows("turned");
        for (int i = 0; i < rows.size(); i++) {
            Pen row = p.row("turned", rows.get(i), i + 1);
            row.count("section", 1, Math.max(1, n));
            row.count("by", -100, 100);
            row.act("drop");
        }
        List<String> others = f.rows("flipped");
        for (int i = 0; i < others.size(); i++) {
            Pen row = p.row("flipped", others.get(i), i + 1);
            row.count("section", 1, Math.max(1, n));
            row.act("drop");
        }
        AlongForm.sayGuides(f, p);
        p.choice("closed", "no", "yes").quiet(f.is("closed", "no"));
        p.choice("made", "solid", "inside", "outside", "middle").quiet(f.is("made", "solid"));
        if (!f.is("made", "solid")) {
            p.length("thickness");
        }
        p.choice("mode", "body", "add", "remove", "common");
        if (n > 1) {
            if (!f.is("run", "straight")) {
                p.act("guide");
            }
            p.act("turn");
            p.act("flip");
            p.act("order");
        }
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        ArrayNode all = n.putArray("sections");
        List<JsonNode> refs = f.picked("sections");
        for (int i = 0; i < refs.size(); i++) {
            ObjectNode s = ((ObjectNode) refs.get(i)).deepCopy();
            int shift = 0;
            for (String row : f.rows("turned")) {
                Integer at = f.whole("turned." + row + ".section");
                Integer by = f.whole("turned." + row + ".by");
                shift += at != null && by != null && at == i + 1 ? by : 0;
            }
            boolean flipped = false;
            for (String row : f.rows("flipped")) {
                flipped ^= Integer.valueOf(i + 1).equals(f.whole("flipped." + row + ".section"));
            }
            all.add(shift == 0 ? s : s.put("shift", shift));
            if (flipped) {
                s.put("flipped", true);
            }
        }
        n.put("run", f.chosen("run"));
        AlongForm.writeGuides(f, n);
        boolean ends = f.is("run", "smooth") && !f.is("closed", "yes");
        for (String end : List.of("first", "last")) {
            String led = f.chosen(end.equals("first") ? "begins" : "ends");
            if (ends && !led.equals("free")) {
                f.write(n, end, end);
                n.put(end + "On", led.equals("on"));
            } else {
                n.put(end, 0);
            }
        }
        n.put("closed", f.is("closed", "yes"));
        if (!f.is("made", "solid")) {
            ObjectNode thin = n.putObject("thin").put("side", f.chosen("made"));
            f.write(thin, "thickness", "thickness");
        }
        n.put("mode", f.chosen("mode"));
    }

    @Override
    public Class<? extends Step> type() {
        return LoftStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        List<LoftStep.Section> all = new ArrayList<>();
        for (JsonNode n : f.list("sections")) {
            Fields s = new Fields(n, "a section");
            all.add(new LoftStep.Section(
                    of(n, s), s.has("shift") ? s.whole("shift") : 0, s.has("flipped") && s.flag("flipped")));
        }
        return new LoftStep(
                own.id(),
                own.name(),
                own.off(),
                all,
                f.oneOf("run", Loft.Run.class),
                f.plain("first", typed, place + "/first"),
                f.plain("last", typed, place + "/last"),
                f.has("firstOn") && f.flag("firstOn"),
                f.has("lastOn") && f.flag("lastOn"),
                f.flag("closed"),
                References.guides(f),
                References.thin(f, typed, place),
                f.oneOf("mode", MaterialStep.Mode.class));
    }

    private static LoftStep.Of of(JsonNode n, Fields s) {
        if (s.has("face")) {
            return new LoftStep.Of.OfFace(References.face(s));
        }
        if (s.has("corner")) {
            return new LoftStep.Of.Point(References.corner(s));
        }
        RegionReference r = References.region(n);
        return new LoftStep.Of.Region(s.text("sketch"), r);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        LoftStep l = (LoftStep) step;
        ArrayNode all = n.putArray("sections");
        for (LoftStep.Section s : l.sections()) {
            ObjectNode o = all.addObject();
            if (s.of() instanceof LoftStep.Of.Region r) {
                References.region(o.put("sketch", r.sketch()), r.region());
            } else if (s.of() instanceof LoftStep.Of.OfFace f) {
                References.put(o, f.face());
            } else {
                References.put(o, ((LoftStep.Of.Point) s.of()).corner());
            }
            if (s.shift() != 0) {
                o.put("shift", s.shift());
            }
            if (s.flipped()) {
                o.put("flipped", true);
            }
        }
        n.put("run", Words.of(l.run())).put("first", l.first()).put("last", l.last());
        if (l.firstOn()) {
            n.put("firstOn", true);
        }
        if (l.lastOn()) {
            n.put("lastOn", true);
        }
        n.put("closed", l.closed());
        References.guides(n, l.guides());
        References.put(n, l.thin());
        n.put("mode", Words.of(l.mode()));
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildLoft.build((LoftStep) step, before, notes);
    }
}
