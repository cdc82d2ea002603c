package io.tallember.part.steps.moulded;

import io.tallember.geometry.Plane;
import io.tallember.geometry.Vec2;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.PlaneWords;
import io.tallember.part.steps.Slot;
import io.tallember.part.steps.Slot.Option;
import io.tallember.part.steps.moulded.MouldedStep.Feature;
import io.tallember.solid.Face;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Ready pieces of moulded parts: screw posts, clips, rims and slot fields. */
public final class MouldedKind extends Kind {
    private static final Map<Feature, Map<String, Double>> USUAL = Map.of(
            Feature.RIM, Map.of("height", 3.0, "thickness", 1.5, "clearance", 0.1),
            Feature.CLIP,
                    Map.of(
                            "length",
                            18.0,
                            "width",
                            6.0,
                            "thickness",
                            2.5,
                            "tip",
                            1.8,
                            "hook",
                            1.2,
                            "lead",
                            30.0,
                            "hold",
                            5.0,
                            "root",
                            0.8),
            Feature.POST,
                    Map.of(
                            "diameter",
                            7.0,
                            "height",
                            15.0,
                            "draft",
                            1.0,
                            "hole",
                            2.6,
                            "depth",
                            12.0,
                            "reach",
                            8.0,
                            "rise",
                            9.0,
                            "web",
                            1.2),
            Feature.SLOTS, Map.of("length", 16.0, "width", 2.0, "spacing", 4.0, "between", 20.0, "depth", 3.0));

    /** The sizes of a post's gussets. */
    private static final List<String> GUSSETS = List.of("reach", "rise", "web");

    public MouldedKind() {
        super(3, "moulded");
    }

    @Override
    protected List<Offer> offers(Context c) {
        String why = needsBody(c);
        return List.of(offer("post", why), offer("clip", why), offer("rim", why), offer("slots", why));
    }

    private static Feature feature(Form f) {
        return Feature.valueOf(f.chosen("feature").toUpperCase(Locale.ROOT));
    }

    @Override
    protected String offered(Form f) {
        return f.chosen("feature");
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.choose("feature", offer);
        Feature feature = feature(f);
        for (String size : feature.sizes()) {
            double v = USUAL.get(feature).get(size);
            if (feature.angle(size)) {
                f.angle(size, Math.toRadians(v));
            } else {
                f.usual(size, v, v / 20);
            }
        }
        f.angle("turn", 0);
        f.type("count", "6");
        f.choose("gussets", "3");
        f.type("rows", "1");
        f.choose("outer", "no");
        f.choose("recess", "no");
        f.choose("adding", "no");
        f.rows("at", List.of());
        flatFace(picked, f.context()).ifPresent(face -> {
            f.pick("plane", face);
            if (feature != Feature.RIM) {
                add(f, picked.get(0).middle(face, f.context()));
            }
        });
        f.aim("plane");
    }

    private static void add(Form f, Vec2 at) {
        put(f, f.addRow("at", f.rows("at").size()), at);
    }

    private static void put(Form f, String row, Vec2 at) {
        f.length("at." + row + ".x", at.x());
        f.length("at." + row + ".y", at.y());
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        List<JsonNode> at = list(n.get("at"));
        f.drop("at");
        f.rows("at", List.of());
        at.forEach(p -> add(f, new Vec2(0, 0)));
        for (int i = 0; i < at.size(); i++) {
            String row = "at." + f.rows("at").get(i);
            open(f, row + ".x", at.get(i).get("x").doubleValue(), Measure.LENGTH);
            open(f, row + ".y", at.get(i).get("y").doubleValue(), Measure.LENGTH);
        }
        f.choose("gussets", f.text("count"));
        f.choose("adding", "no");
        if (f.exact("turn") == null && !f.has("turn")) {
            f.angle("turn", 0);
        } else if (feature(f) == Feature.RIM) {
            f.angle("turn", n.path("turn").asDouble(0));
        }
        f.aim("plane");
    }

    @Override
    protected String numberPlace(Form f, String place) {
        String[] at = place.split("\\.");
        return at.length == 3 ? at[2] + f.rows("at").indexOf(at[1]) : place;
    }

    @Override
    protected boolean hit(Form f, Hit h) {
        Context c = f.context();
        Optional<Face> face = h.face(c);
        if (face.isPresent() && !(face.get().surface() instanceof Plane)) {
            throw Refusal.of(words().text("plane.no"));
        }
        Optional<JsonNode> ref = face.flatMap(x -> h.faceRef(c));
        if (feature(f) == Feature.RIM) {
            f.pick("plane", ref.orElseThrow(() -> Refusal.of(words().text("plane.rim"))));
            return true;
        }
        boolean further = f.is("adding", "yes") && f.one("plane") != null;
        JsonNode on = further ? f.one("plane") : ref.orElse(f.one("plane"));
        if (on == null) {
            throw Refusal.of(words().text("plane.noOther"));
        }
        Vec2 at = h.in(on, c).orElseThrow(() -> Refusal.of(words().text("plane.noOther")));
        f.pick("plane", on);
        if (further || f.rows("at").isEmpty()) {
            add(f, at);
        } else {
            put(f, f.rows("at").get(0), at);
        }
        return true;
    }

    @Override
    protected void press(Form f, String place) {
        if (place.equals("more")) {
            f.choose("adding", f.is("adding", "yes") ? "no" : "yes");
        } else if (place.equals("drop")) {
            f.dropRow("at", f.rows("at").get(f.rows("at").size() - 1));
        }
    }

    @Override
    protected void say(Form f, Pen p) {
        Feature feature = feature(f);
        boolean bare = feature == Feature.POST && f.is("gussets", "0");
        p.follows("sentence." + f.chosen("feature") + (bare ? ".bare" : ""));
        for (String size : feature.sizes()) {
            Slot s = p.number(size, feature.angle(size) ? Measure.ANGLE : Measure.LENGTH);
            if (bare && GUSSETS.contains(size)) {
                s.lack = "";
                s.trouble = "";
            }
        }
        if (feature == Feature.POST) {
            List<Option> counts = new ArrayList<>();
            for (int i = 0; i <= 8; i++) {
                counts.add(new Option(Integer.toString(i), Integer.toString(i)));
            }
            p.choice("gussets", counts);
        } else if (feature == Feature.SLOTS) {
            p.count("count", 1, 60);
            p.count("rows", 1, 12);
        }
        Slot plane = p.pick(
                "plane",
                false,
                h -> Optional.empty(),
                feature == Feature.RIM ? new String[] {"face"} : new String[] {"face", "edge", "corner", "spot"});
        if (f.one("plane") != null) {
            plane.text = PlaneWords.said(f.one("plane"), f.context(), words());
        }
        if (feature == Feature.RIM) {
            plane.lack = plane.lack.isEmpty() ? "" : words().text("plane.lackRim");
            plane.ask = words().text("plane.rim");
            p.choice("outer", "no", "yes");
            p.choice("recess", "no", "yes");
            return;
        }
        List<String> rows = f.rows("at");
        plane.ask = words().text(f.one("plane") == null ? "plane.askFirst" : "plane.askMore");
        if (rows.isEmpty() && plane.lack.isEmpty()) {
            plane.lack = words().text("plane.lack");
        }
        if (rows.size() > 1) {
            p.word("several", words().counted("several", rows.size()));
        }
        for (int i = 0; i < rows.size(); i++) {
            Pen row = p.row("at", rows.get(i), i + 1);
            row.place(f.one("plane"), true);
        }
        p.angle("turn").quiet(f.number("turn", Measure.ANGLE, 1) == 0);
        if (feature != Feature.SLOTS && !rows.isEmpty()) {
            Slot more = p.act("more");
            if (f.is("adding", "yes")) {
                more.text = words().text("more.now");
                more.field.put("pressed", true);
            }
        }
        if (rows.size() > 1) {
            p.act("drop");
        }
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        Feature feature = feature(f);
        n.put("feature", f.chosen("feature"));
        n.set("plane", f.one("plane"));
        ArrayNode at = n.putArray("at");
        if (feature != Feature.RIM) {
            for (String row : f.rows("at")) {
                ObjectNode o = at.addObject();
                f.write(o, "x", "at." + row + ".x");
                f.write(o, "y", "at." + row + ".y");
            }
        }
        f.write(n, "turn", "turn");
        boolean bare = feature == Feature.POST && f.is("gussets", "0");
        for (String size : feature.sizes()) {
            Measure m = feature.angle(size) ? Measure.ANGLE : Measure.LENGTH;
            idle(f, n, size, !(bare && GUSSETS.contains(size)), m, 1);
        }
        Integer count = feature == Feature.POST ? Integer.valueOf(f.chosen("gussets")) : f.whole("count");
        n.put("count", count == null ? 6 : count).put("rows", f.whole("rows") == null ? 1 : f.whole("rows"));
        n.put("outer", f.is("outer", "yes")).put("recess", f.is("recess", "yes"));
    }

    @Override
    public Class<? extends Step> type() {
        return MouldedStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return MouldedJson.read(own, f, typed, place);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        MouldedJson.write(n, (MouldedStep) step);
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return Moulded.build((MouldedStep) step, before, notes);
    }

    @Override
    public List<Step> parts(Step step, Stand before) {
        return Moulded.parts((MouldedStep) step, before);
    }
}
