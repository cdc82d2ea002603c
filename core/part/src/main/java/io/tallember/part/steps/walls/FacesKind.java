package io.tallember.part.steps.walls;

import io.tallember.geometry.Vec3;
import io.tallember.part.Measure;
import io.tallember.part.SketchStep;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Handle;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.Slot;
import io.tallember.part.steps.Slot.Option;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Single faces moved, thickened, taken out, replaced or divided. */
public final class FacesKind extends Kind {
    public FacesKind() {
        super(3, "faces");
    }

    @Override
    protected List<Offer> offers(Context c) {
        String why = needsBody(c);
        return List.of(offer("move", why), offer("remove", why), offer("replace", why), offer("divide", why));
    }

    @Override
    protected String offered(Form f) {
        return f.is("way", "thicken") ? "move" : f.chosen("way");
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.choose("way", offer);
        f.pick("faces", faces(picked, f.context()));
        f.choose("chain", "no");
        f.usual("distance", 2, 1 / 16.0);
        f.choose("apart", "no");
        f.pick("plane", List.of());
        f.rows("sketches", List.of());
        if (offer.equals("divide")) {
            List<String> free = sketches(f).stream()
                    .filter(s -> f.context().shown().steps().stream()
                            .noneMatch(x -> x.uses().contains(s)))
                    .toList();
            if (!free.isEmpty()) {
                along(f, free.get(free.size() - 1));
            }
        }
        f.aim("faces");
    }

    private static void along(Form f, String sketch) {
        f.choose("sketches." + f.addRow("sketches", f.rows("sketches").size()) + ".of", sketch);
    }

    private static List<String> sketches(Form f) {
        return f.context().steps().stream()
                .takeWhile(s -> !s.id().equals(f.step()))
                .filter(s -> s.makesPath()
                        || s instanceof SketchStep && f.context().sketch(s.id()).isPresent())
                .map(Step::id)
                .toList();
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        f.choose("way", n.has("way") ? n.get("way").asString("") : f.is("remove", "yes") ? "remove" : "move");
        double distance = n.path("distance").asDouble(0);
        if (distance == 0) {
            f.usual("distance", 2, 1 / 16.0);
        } else {
            open(f, "distance", distance, Measure.LENGTH);
        }
        if (!f.has("apart")) {
            f.choose("apart", "no");
        }
        List<JsonNode> along = list(n.path("sketches"));
        f.rows("sketches", List.of());
        along.forEach(s -> along(f, s.asString("")));
        f.aim("faces");
    }

    @Override
    protected void follow(Form f, String place) {
        switch (place) {
            case "faces" -> {
                // the next click is for the face whose shape it takes
                boolean next = f.is("way", "replace")
                        && f.one("plane") == null
                        && f.picked("faces").size() == 1;
                if (next) {
                    f.aim("plane");
                }
            }
            case "plane" -> {
                f.rows("sketches", List.of());
                f.aim("faces");
            }
            default -> {
                if (place.endsWith(".of") && f.is(place, "plane")) {
                    f.rows("sketches", List.of());
                    f.pick("plane", MAKE.stringNode("top"));
                }
            }
        }
    }

    @Override
    protected void press(Form f, String place) {
        if (place.equals("anew")) {
            f.pick("faces", List.of());
            f.aim("faces");
        } else {
            List<String> used = used(f);
            sketches(f).stream().filter(s -> !used.contains(s)).findFirst().ifPresent(s -> along(f, s));
            f.pick("plane", List.of());
        }
    }

    private static List<String> used(Form f) {
        return f.rows("sketches").stream()
                .map(r -> f.chosen("sketches." + r + ".of"))
                .toList();
    }

    @Override
    protected void say(Form f, Pen p) {
        String way = f.chosen("way");
        p.follows("sentence." + way);
        Slot faces = p.faces("faces");
        if (faces.held.isEmpty() && way.equals("replace")) {
            faces.text = words().text("faces.emptyOne");
        }
        if (!faces.held.isEmpty()) {
            p.act("anew");
        }
        if (way.equals("move") || way.equals("thicken")) {
            p.choice("way", "move", "thicken");
            Slot distance = p.length("distance");
            distance.hint = words().text("distance." + way);
            if (way.equals("thicken")) {
                p.choice("apart", "no", "yes").quiet(f.is("apart", "no"));
            }
        }
        if (!way.equals("replace") && !way.equals("divide")) {
            p.choice("chain", "yes", "no").quiet(f.is("chain", "no"));
            return;
        }
        boolean alongSketch = way.equals("divide") && !f.rows("sketches").isEmpty();
        if (!alongSketch) {
            Slot plane = p.plane("plane", h -> h.faceRef(f.context()));
            plane.ask = words().text("plane.ask");
            if (f.one("plane") == null) {
                plane.lack = words().text(way.equals("replace") ? "plane.lackShape" : "plane.lackAlong");
            }
        }
        if (way.equals("divide")) {
            divide(f, p);
        }
    }

    private void divide(Form f, Pen p) {
        List<Option> all = new ArrayList<>();
        sketches(f).forEach(s -> all.add(new Option(s, f.context().name(s, s))));
        List<String> rows = f.rows("sketches");
        for (int i = 0; i < rows.size(); i++) {
            Pen row = p.row("sketches", rows.get(i), i + 1);
            String now = f.chosen("sketches." + rows.get(i) + ".of");
            List<Option> options = new ArrayList<>(all);
            if (options.stream().noneMatch(o -> o.key().equals(now))) {
                options.add(new Option(now, f.context().name(now, words().text("regions.sketch"))));
            }
            options.add(new Option("plane", words().text("sketches.plane")));
            if (i > 0) {
                row.word("and", words().text("sketches.and"));
            }
            row.choice("of", options);
        }
        if (all.size() > rows.size()) {
            Slot more = p.act("more");
            if (rows.isEmpty()) {
                more.text = words().text("more.instead");
            }
        }
    }

    @Override
    protected List<Handle> handles(Form f, Pen p) {
        JsonNode face = f.one("faces");
        if (face == null || !p.slots().containsKey("distance")) {
            return List.of();
        }
        return List.of(new Handle("distance", vec(face.get("point")), vec(face.get("normal")), 1, f.is("way", "move")));
    }

    private static Vec3 vec(JsonNode n) {
        return new Vec3(n.get(0).asDouble(0), n.get(1).asDouble(0), n.get(2).asDouble(0));
    }

    @Override
    protected void pulled(Form f, String place, double mm) {
        if (f.is("way", "move") ? mm != 0 : mm > 0) {
            super.pulled(f, place, mm);
        }
    }

    @Override
    protected boolean seenWithout() {
        return true;
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        String way = f.chosen("way");
        f.write(n, "faces", f.picked("faces"));
        n.put("chain", f.is("chain", "yes")).put("remove", way.equals("remove"));
        if (way.equals("move") || way.equals("thicken")) {
            f.write(n, "distance", "distance");
        } else {
            n.put("distance", 0);
        }
        if (way.equals("thicken")) {
            n.put("way", way).put("apart", f.is("apart", "yes"));
        } else if (way.equals("replace") || way.equals("divide")) {
            n.put("way", way);
            if (way.equals("divide") && !f.rows("sketches").isEmpty()) {
                ArrayNode all = n.putArray("sketches");
                used(f).forEach(all::add);
            } else {
                n.set("plane", f.one("plane"));
            }
        }
    }

    @Override
    public Class<? extends Step> type() {
        return FaceStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return WallJson.read("faces", own, f, typed, place);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        WallJson.write(n, (WallStep) step);
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildWalls.build((WallStep) step, before, notes);
    }
}
