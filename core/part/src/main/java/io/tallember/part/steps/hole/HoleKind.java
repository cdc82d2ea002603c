package io.tallember.part.steps.hole;

import io.tallember.geometry.Vec3;
import io.tallember.part.Measure;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.DrawnSize;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.Slot;
import io.tallember.part.steps.Texts;
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
        ScrewForm.begin(f);
        f.choose("way", "square");
        f.pick("along", MAKE.stringNode("z"));
        f.usual("diameter", 6, 0.3);
        f.choose("extent", "through");
        f.usual("depth", 12, 0.6);
        f.choose("pointed", "yes");
        f.angle("point", HoleStep.USUAL_POINT);
        f.usual("head", 11, 0.55);
        f.usual("headDepth", 6, 0.3);
        f.angle("sink", Math.toRadians(90));
        flatFace(picked, f.context()).ifPresent(face -> {
            HolePlaces.place(f, face, picked.get(0).middle(face, f.context()));
        });
        if (picked.size() == 1 && f.rows("places").isEmpty()) {
            HolePlaces.onBent(f, picked.get(0));
        }
        f.aim("where");
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        ScrewForm.open(f, n);
        f.choose("way", n.has("along") ? "along" : "square");
        if (!n.has("along")) {
            f.pick("along", MAKE.stringNode("z"));
        }
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
            } else if (spot.has("x")) {
                f.choose(at + ".spot", "near");
                for (String axis : List.of("x", "y", "z")) {
                    open(f, at + "." + axis, spot.get(axis).doubleValue(), Measure.LENGTH);
                }
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

    @Override
    protected String numberPlace(Form f, String place) {
        return place.startsWith("places.") ? place.substring("places.".length()).replace('.', '-') : place;
    }

    @Override
    protected void follow(Form f, String place) {
        switch (place) {
            case "mouth", "size", "fit", "pitch", "standard" -> ScrewForm.follow(f, place);
            case "diameter" -> ScrewForm.diameter(f);
            case "way" -> f.aim(f.is("way", "along") ? "along" : "where");
            case "extent" -> f.aim(f.is("extent", "face") && f.one("target") == null ? "target" : "where");
            default -> {}
        }
    }

    @Override
    protected boolean hit(Form f, Hit h) {
        return HolePlaces.hit(f, h, words());
    }

    @Override
    protected void press(Form f, String place) {
        String last = HolePlaces.last(f);
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
        List<String> rows = f.rows("places");
        Slot where = p.pick("where", true, h -> Optional.empty(), "face", "edge", "corner", "point", "spot");
        where.text = rows.isEmpty() ? words().text("where.empty") : words().counted("where", rows.size());
        where.lack = rows.isEmpty() ? words().text("where.lack") : "";
        where.held = rows.stream().map(r -> f.one("places." + r + ".on")).toList();
        p.choice("mouth", "plain", "counterbore", "countersink", "spotface");
        ScrewForm.say(f, p);
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
        p.choice("way", "square", "along").quiet(f.is("way", "square"));
        if (f.is("way", "along")) {
            p.axis("along");
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
            case "near" -> List.of("x", "y", "z").forEach(row::length);
            case "centre" -> row.word("centre", words().text("places.face"));
            case "edge" -> row.word("centre", words().text(HolePlaces.round(f, at) ? "places.edge" : "places.middle"));
            default -> {
                if (last) {
                    row.place(f.one(at + ".on"), false);
                }
            }
        }
        if (last) {
            if (!f.is(at + ".spot", "none") && !f.is(at + ".spot", "near")) {
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
            case "near" ->
                words().text("places.at")
                        .replace(
                                "@",
                                sized(f, place + ".x") + " \u00b7 " + sized(f, place + ".y") + " \u00b7 "
                                        + sized(f, place + ".z"));
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
        String last = HolePlaces.last(f);
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
        ScrewForm.write(f, n);
        if (f.is("way", "along")) {
            n.set("along", f.one("along"));
        }
        ArrayNode places = n.putArray("places");
        for (String id : f.rows("places")) {
            String at = "places." + id;
            ObjectNode p = places.addObject().put("id", id);
            p.set("on", f.one(at + ".on"));
            boolean flat = !f.is(at + ".spot", "near");
            p.putArray("at")
                    .add(flat ? f.number(at + ".x", Measure.LENGTH, 0) : 0)
                    .add(flat ? f.number(at + ".y", Measure.LENGTH, 0) : 0);
            switch (f.chosen(at + ".spot")) {
                case "centre" -> p.putObject("spot").put("centre", true);
                case "near" -> {
                    ObjectNode spot = p.putObject("spot");
                    List.of("x", "y", "z").forEach(axis -> f.write(spot, axis, at + "." + axis));
                }
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

    @Override
    public List<DrawnSize> drawn(Step step, Stand finished) {
        return HolePlaces.drawn((HoleStep) step, finished);
    }
}
