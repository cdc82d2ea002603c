package io.tallember.part.steps.hole;

import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
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
import io.tallember.part.steps.Slot;
import io.tallember.part.steps.Slot.Option;
import io.tallember.part.steps.Spots;
import io.tallember.part.steps.Texts;
import io.tallember.part.steps.hole.ScrewSizes.Screw;
import io.tallember.solid.Edge;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Holes: a size of their own or a screw's, at places that are clicked. */
public final class HoleKind extends Kind {
    public HoleKind() {
        super(5, "hole");
    }

    @Override
    protected List<Offer> offers(Context c) {
        return List.of(offer("hole", needsBody(c)));
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.choose("mouth", "plain");
        f.choose("size", "own");
        f.choose("fit", "normal");
        f.usual("diameter", 6, 0.3);
        f.choose("extent", "through");
        f.usual("depth", 12, 0.6);
        f.choose("pointed", "yes");
        f.angle("point", HoleStep.USUAL_POINT);
        f.usual("head", 11, 0.55);
        f.usual("headDepth", 6, 0.3);
        f.angle("sink", Math.toRadians(90));
        flatFace(picked, f.context()).ifPresent(face -> {
            place(f, face, picked.get(0).middle(face, f.context()));
        });
        f.aim("where");
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        String use = n.path("use").asString("");
        f.drop("use");
        readUse(f, use);
        List<JsonNode> places = list(n.get("places"));
        f.drop("places");
        f.rows("places", places.stream().map(p -> p.get("id").asString("")).toList());
        for (JsonNode p : places) {
            String at = "places." + p.get("id").asString("");
            f.pick(at + ".on", p.get("on"));
            f.length(at + ".x", p.get("at").get(0).doubleValue());
            f.length(at + ".y", p.get("at").get(1).doubleValue());
            JsonNode spot = p.path("spot");
            f.choose(at + ".spot", "none");
            if (spot.has("centre")) {
                f.choose(at + ".spot", "centre");
            } else if (spot.has("sketch")) {
                f.choose(at + ".spot", "point");
                f.pick(at + ".point", spot);
            } else if (spot.has("edge")) {
                f.choose(at + ".spot", "edge");
                f.pick(at + ".edge", spot.get("edge"));
            } else if (spot.has("first")) {
                f.choose(at + ".spot", "edges");
                f.pick(at + ".first", spot.get("first"));
                f.pick(at + ".second", spot.get("second"));
                open(f, at + ".a", spot.get("a").doubleValue(), Measure.LENGTH);
                open(f, at + ".b", spot.get("b").doubleValue(), Measure.LENGTH);
            }
        }
        f.aim("where");
    }

    /** What a hole is for, as a hole table tells it: a clearance, or the thread by its name. */
    private static String useOf(Form f) {
        Optional<Screw> screw = screw(f);
        if (screw.isEmpty()) {
            return "";
        }
        return switch (f.chosen("fit")) {
            case "tapped" -> screw.get().coarseName() + " tapped";
            case "fine" ->
                (screw.get().fineName().isEmpty()
                                ? screw.get().size()
                                : screw.get().fineName())
                        + " tapped";
            default -> screw.get().size() + " " + f.chosen("fit");
        };
    }

    private static Optional<Screw> screw(Form f) {
        return ScrewSizes.all().stream()
                .filter(s -> s.size().equals(f.chosen("size")))
                .findFirst();
    }

    /** The size and fit that a hole's use stands for; a use that is none of the table's is kept as it is. */
    private static void readUse(Form f, String use) {
        f.choose("size", use.isEmpty() ? "own" : "other");
        f.choose("fit", "normal");
        f.type("use", use);
        for (Screw s : ScrewSizes.all()) {
            for (String fit : List.of("close", "normal", "loose", "tapped", "fine")) {
                f.choose("fit", fit);
                String size = f.chosen("size");
                f.choose("size", s.size());
                if (useOf(f).equals(use)) {
                    return;
                }
                f.choose("size", size);
            }
        }
        f.choose("fit", "normal");
    }

    @Override
    protected String numberPlace(Form f, String place) {
        return place.startsWith("places.") ? place.substring("places.".length()).replace('.', '-') : place;
    }

    @Override
    protected void follow(Form f, String place) {
        switch (place) {
            case "mouth", "size", "fit" -> screw(f).ifPresent(s -> sized(f, s));
            case "diameter" -> f.choose("size", "own");
            case "extent" -> f.aim(f.is("extent", "face") && f.one("target") == null ? "target" : "where");
            default -> {}
        }
    }

    /** A screw's own numbers. */
    private static void sized(Form f, Screw s) {
        f.length(
                "diameter",
                switch (f.chosen("fit")) {
                    case "tapped" -> s.drill();
                    case "fine" -> s.fineDrill() > 0 ? s.fineDrill() : s.drill();
                    case "close" -> s.close();
                    case "loose" -> s.loose();
                    default -> s.normal();
                });
        if (f.is("mouth", "counterbore") || f.is("mouth", "spotface")) {
            f.length("head", s.bore());
            f.length("headDepth", f.is("mouth", "spotface") ? 1 : s.boreDepth());
        } else if (f.is("mouth", "countersink") && s.sink() > 0) {
            f.length("head", s.sink());
            f.angle("sink", Math.toRadians(s.sinkAngle()));
        }
    }

    // places

    private String place(Form f, JsonNode on, Vec2 at) {
        int next = f.rows("places").stream()
                        .mapToInt(r -> Integer.parseInt(r.substring(1)))
                        .max()
                        .orElse(0)
                + 1;
        List<String> rows = new ArrayList<>(f.rows("places"));
        rows.add("h" + next);
        f.rows("places", rows);
        String p = "places.h" + next;
        f.pick(p + ".on", on);
        f.length(p + ".x", at.x());
        f.length(p + ".y", at.y());
        f.choose(p + ".spot", "none");
        return p;
    }

    private static String last(Form f) {
        List<String> rows = f.rows("places");
        return rows.isEmpty() ? "" : "places." + rows.get(rows.size() - 1);
    }

    @Override
    protected boolean hit(Form f, Hit h) {
        Context c = f.context();
        if (h.what() == Hit.What.EDGE && h.edge(c).isPresent()) {
            byEdge(f, h, h.edge(c).get());
            return true;
        }
        Optional<JsonNode> flat =
                h.face(c).filter(x -> x.surface() instanceof Plane).flatMap(x -> h.faceRef(c));
        if (f.aim().equals("target") && h.face(c).isPresent()) {
            f.pick("target", h.faceRef(c).orElseThrow());
            f.aim("where");
            return true;
        }
        Optional<JsonNode> spotEdge =
                h.spot().equals("edge") && h.under() != null ? h.under().edgeRef(c) : Optional.empty();
        if (flat.isPresent() && spotEdge.isPresent()) {
            atEdge(f, flat.get(), spotEdge.get());
            return true;
        }
        String last = last(f);
        if (h.what() == Hit.What.POINT) {
            JsonNode on = Optional.ofNullable(h.under())
                    .flatMap(u ->
                            u.face(c).filter(x -> x.surface() instanceof Plane).flatMap(x -> u.faceRef(c)))
                    .orElse(last.isEmpty() ? null : f.one(last + ".on"));
            if (on == null) {
                throw Refusal.of(words().text("where.noFaceUnder"));
            }
            String p = place(f, on, new Vec2(0, 0));
            f.choose(p + ".spot", "point");
            f.pick(p + ".point", MAKE.objectNode().put("sketch", h.of()).put("point", h.key()));
            return true;
        }
        JsonNode on = h.what() == Hit.What.FACE ? flat.orElse(null) : last.isEmpty() ? null : f.one(last + ".on");
        boolean centre =
                h.spot().equals("centre") && h.face(c).filter(Spots::hasCentre).isPresent();
        boolean inside = h.spot().equals("centre") && !centre && on != null;
        Optional<Vec2> at = on == null ? Optional.empty() : inside ? Optional.of(h.middle(on, c)) : h.in(on, c);
        if (at.isEmpty()) {
            throw Refusal.of(words().text("where.no"));
        }
        String p = place(f, on, at.get());
        if (centre) {
            f.choose(p + ".spot", "centre");
        }
        return true;
    }

    /** At the centre of a round edge, or the middle of another one. */
    private void atEdge(Form f, JsonNode on, JsonNode edge) {
        String p = place(f, on, new Vec2(0, 0));
        f.choose(p + ".spot", "edge");
        f.pick(p + ".edge", edge);
    }

    /** A round edge gives a hole at its centre; from straight ones the last hole is measured. */
    private void byEdge(Form f, Hit h, Edge e) {
        Context c = f.context();
        JsonNode ref = h.edgeRef(c).orElseThrow();
        String last = last(f);
        if (e.curve() instanceof Line && !last.isEmpty()) {
            JsonNode beside = f.one("beside");
            if (beside == null || Form.keyOf(beside).equals(Form.keyOf(ref))) {
                f.pick("beside", ref);
                f.aim("beside");
                return;
            }
            Edge first = HolePlaces.edge(c, beside).orElse(null);
            if (first == null || !(first.curve() instanceof Line)) {
                throw Refusal.of(words().text("beside.no"));
            }
            Vec3 p = HolePlaces.middle(f, last);
            f.choose(last + ".spot", "edges");
            f.pick(last + ".first", beside);
            f.pick(last + ".second", ref);
            f.length(last + ".a", Math.rint(1000 * HolePlaces.away(first, p)) / 1000);
            f.length(last + ".b", Math.rint(1000 * HolePlaces.away(e, p)) / 1000);
            f.pick("beside", List.of());
            f.aim("where");
            return;
        }
        JsonNode on = c.bodies().stream()
                .filter(b -> b.id().equals(h.of()))
                .flatMap(b -> b.body().facesOf(e).stream()
                        .filter(x -> x.surface() instanceof Plane)
                        .map(x -> (JsonNode) Hit.ref(x, b.body().names().of(x))))
                .findFirst()
                .orElse(last.isEmpty() ? null : f.one(last + ".on"));
        if (on == null) {
            throw Refusal.of(words().text("where.noFlat"));
        }
        atEdge(f, on, ref);
    }

    @Override
    protected void press(Form f, String place) {
        String last = last(f);
        if (place.endsWith(".takeOut")) {
            f.dropRow("places", last.substring("places.".length()));
        } else if (place.endsWith(".letGo")) {
            f.choose(last + ".spot", "none");
        }
        f.pick("beside", List.of());
        f.aim("where");
    }

    @Override
    protected void say(Form f, Pen p) {
        boolean own = screw(f).isEmpty();
        List<String> rows = f.rows("places");
        Slot where = p.pick("where", true, h -> Optional.empty(), "face", "edge", "corner", "point", "spot");
        where.text = rows.isEmpty() ? words().text("where.empty") : words().counted("where", rows.size());
        where.lack = rows.isEmpty() ? words().text("where.lack") : "";
        where.held = rows.stream().map(r -> f.one("places." + r + ".on")).toList();
        p.choice("mouth", "plain", "counterbore", "countersink", "spotface");
        List<Option> sizes = new ArrayList<>(List.of(new Option("own", p.option("size", "own"))));
        if (f.is("size", "other")) {
            sizes.add(new Option("other", words().text("size.for") + " " + f.text("use")));
        }
        ScrewSizes.all().forEach(s -> sizes.add(new Option(s.size(), words().text("size.for") + " " + s.size())));
        p.choice("size", sizes).quiet(f.is("size", "own"));
        if (!own) {
            p.choice("fit", "close", "normal", "loose", "tapped", "fine");
        }
        p.length("diameter");
        if (!f.is("mouth", "plain")) {
            p.length("head");
            if (f.is("mouth", "countersink")) {
                p.angle("sink");
            } else {
                p.length("headDepth");
            }
        }
        p.choice("extent", "through", "next", "line", "face", "blind");
        if (f.is("extent", "face")) {
            p.face("target");
        }
        if (f.is("extent", "blind")) {
            p.length("depth");
            p.choice("pointed", "yes", "no").quiet(true);
            if (f.is("pointed", "yes")) {
                p.angle("point").quiet(true);
            }
        }
        Slot beside = f.picked("beside").isEmpty()
                ? null
                : p.pick("beside", false, h -> h.edgeRef(f.context()), "edge").quiet(true);
        if (beside != null) {
            beside.lack = "";
        }
        for (int i = 0; i < rows.size(); i++) {
            boolean lastOne = i == rows.size() - 1;
            Pen row = lastOne ? p.row("places", rows.get(i), i + 1) : p.aside("places", rows.get(i), i + 1);
            place(f, row, "places." + rows.get(i), lastOne);
        }
    }

    private void place(Form f, Pen row, String at, boolean last) {
        row.word("which", words().text(f.rows("places").size() == 1 ? "places.which.one" : "places.which.last"));
        switch (f.chosen(at + ".spot")) {
            case "edges" -> {
                row.length("a");
                row.word("first", words().text("places.anEdge")).held = f.picked(at + ".first");
                row.length("b");
                row.word("second", words().text("places.another")).held = f.picked(at + ".second");
            }
            case "point" ->
                row.word(
                        "of",
                        f.context()
                                .name(f.one(at + ".point").path("sketch").asString(""), words().text("places.sketch")));
            case "centre" -> row.word("centre", words().text("places.face"));
            case "edge" -> row.word("centre", words().text(HolePlaces.round(f, at) ? "places.edge" : "places.middle"));
            default -> {
                if (last) {
                    row.place(f.one(at + ".on"), false);
                }
            }
        }
        if (last) {
            if (!f.is(at + ".spot", "none")) {
                row.act("letGo");
            }
            row.act("takeOut");
        }
    }

    /** The places, each told by where it is. */
    @Override
    protected List<Slot.Item> items(Form f, Slot s) {
        return !s.place.equals("where")
                ? super.items(f, s)
                : f.rows("places").stream()
                        .map(r -> new Slot.Item(
                                r,
                                words().text("places.item").replace("@", r.substring(1)) + " "
                                        + where(f, "places." + r)))
                        .toList();
    }

    private String where(Form f, String place) {
        return switch (f.chosen(place + ".spot")) {
            case "centre" -> words().text("places.at").replace("@", words().text("places.face"));
            case "edge" ->
                words().text("places.at")
                        .replace("@", words().text(HolePlaces.round(f, place) ? "places.edge" : "places.middle"));
            case "edges" -> words().text("places.fromEdges");
            case "point" -> words().text("places.onPoint");
            default ->
                words().text("places.at").replace("@", sized(f, place + ".x") + " \u00b7 " + sized(f, place + ".y"));
        };
    }

    private static String sized(Form f, String place) {
        return Texts.sized(f.number(place, Measure.LENGTH, 0), f.context().unit());
    }

    @Override
    protected void takeOut(Form f, Slot s, String key) {
        if (s.place.equals("where")) {
            f.dropRow("places", key);
        } else {
            super.takeOut(f, s, key);
        }
    }

    @Override
    protected List<Vec3[]> measures(Form f) {
        String last = last(f);
        return last.isEmpty() ? List.of() : HolePlaces.measures(f, last);
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        boolean plain = f.is("mouth", "plain");
        n.put("mouth", f.chosen("mouth"));
        f.write(n, "diameter", "diameter");
        n.put("extent", f.chosen("extent"));
        idle(f, n, "depth", f.is("extent", "blind"), Measure.LENGTH, 12);
        if (f.one("target") != null) {
            n.set("target", f.one("target"));
        }
        n.put("pointed", f.is("pointed", "yes"));
        idle(f, n, "point", f.is("extent", "blind") && f.is("pointed", "yes"), Measure.ANGLE, HoleStep.USUAL_POINT);
        idle(f, n, "head", !plain, Measure.LENGTH, 11);
        idle(f, n, "headDepth", !plain && !f.is("mouth", "countersink"), Measure.LENGTH, 6);
        idle(f, n, "sink", f.is("mouth", "countersink"), Measure.ANGLE, Math.PI / 2);
        n.put("use", f.is("size", "other") ? f.text("use") : useOf(f));
        ArrayNode places = n.putArray("places");
        for (String id : f.rows("places")) {
            String at = "places." + id;
            ObjectNode p = places.addObject().put("id", id);
            p.set("on", f.one(at + ".on"));
            p.putArray("at").add(f.number(at + ".x", Measure.LENGTH, 0)).add(f.number(at + ".y", Measure.LENGTH, 0));
            switch (f.chosen(at + ".spot")) {
                case "centre" -> p.putObject("spot").put("centre", true);
                case "point" -> p.set("spot", f.one(at + ".point"));
                case "edge" -> p.putObject("spot").set("edge", f.one(at + ".edge"));
                case "edges" -> {
                    ObjectNode spot = p.putObject("spot");
                    spot.set("first", f.one(at + ".first"));
                    f.write(spot, "a", at + ".a");
                    spot.set("second", f.one(at + ".second"));
                    f.write(spot, "b", at + ".b");
                }
                default -> {}
            }
        }
    }

    @Override
    public Class<? extends Step> type() {
        return HoleStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return HoleJson.read(own, f, typed, place);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        HoleJson.write(n, (HoleStep) step);
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildHole.build((HoleStep) step, before, notes);
    }
}
