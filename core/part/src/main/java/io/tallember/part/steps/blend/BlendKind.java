package io.tallember.part.steps.blend;

import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.FaceReference;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Content;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.DrawnSize;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Handle;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.Slot;
import io.tallember.part.steps.Texts;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Supplier;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Rounds and bevels of edges, of faces' edges, up to edges and between faces. */
public final class BlendKind extends Kind {
    public BlendKind() {
        super(4, "blend");
    }

    @Override
    protected List<Offer> offers(Context c) {
        String why = needsBody(c);
        return List.of(offer("round", why), offer("bevel", why));
    }

    @Override
    protected String offered(Form f) {
        return f.is("kind", "bevel") ? "bevel" : "round";
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.choose("kind", offer.equals("bevel") ? "bevel" : "round");
        f.choose("whole", "none");
        List<JsonNode> what = new ArrayList<>();
        picked.forEach(
                h -> h.edgeRef(f.context()).or(() -> h.faceRef(f.context())).ifPresent(what::add));
        f.pick("what", what);
        f.choose("chain", "yes");
        f.usual("size", 2, 1 / 16.0);
        usual(f);
        f.aim("what");
    }

    private static void usual(Form f) {
        for (String place : List.of("second", "angle")) {
            if (!f.has(place)) {
                f.usual("second", 2, 1 / 16.0);
                f.angle("angle", Math.toRadians(30));
            }
        }
        if (!f.has("reach")) {
            f.choose("reach", "same");
        }
        if (!f.has("measure")) {
            f.choose("measure", "radius");
        }
        for (String place : List.of("flipped", "turned")) {
            if (!f.has(place)) {
                f.choose(place, "no");
            }
        }
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        List<JsonNode> what = new ArrayList<>(f.picked("edges"));
        what.addAll(f.picked("faces"));
        f.drop("edges");
        f.drop("faces");
        f.pick("what", what);
        f.choose(
                "kind",
                f.is("full", "yes")
                        ? "full"
                        : f.is("bevel", "yes")
                                ? "bevel"
                                : n.has("held") ? "held" : n.has("against") ? "between" : "round");
        f.choose("whole", n.path("whole").asString("none"));
        f.choose("reach", n.has("angle") ? "angle" : n.has("second") ? "two" : "same");
        f.choose("measure", n.has("places") ? "changing" : f.is("width", "yes") ? "width" : "radius");
        List<JsonNode> also = list(n.path("also"));
        List<JsonNode> places = list(n.path("places"));
        f.rows("also", numbered(also.size()));
        f.rows("places", numbered(places.size()));
        for (int i = 0; i < also.size(); i++) {
            open(f, "also.n" + (i + 1) + ".size", also.get(i).get("size").doubleValue(), Measure.LENGTH);
            f.pick("also.n" + (i + 1) + ".edges", list(also.get(i).get("edges")));
        }
        for (int i = 0; i < places.size(); i++) {
            double at = places.get(i).get("at").doubleValue();
            f.set("places.n" + (i + 1) + ".at", new Content.Text(Texts.shortest(100 * at, 4), at));
            open(f, "places.n" + (i + 1) + ".size", places.get(i).get("size").doubleValue(), Measure.LENGTH);
        }
        if (f.is("kind", "full") || f.is("kind", "held")) {
            f.length("size", n.path("size").asDouble(2)); // kept, though it doesn't count
        }
        usual(f);
        f.aim("what");
    }

    private static List<String> numbered(int n) {
        List<String> out = new ArrayList<>();
        for (int i = 1; i <= n; i++) {
            out.add("n" + i);
        }
        return out;
    }

    @Override
    protected String numberPlace(Form f, String place) {
        String[] at = place.split("\\.");
        if (at.length != 3 || !at[2].equals("size")) {
            return place;
        }
        return (at[0].equals("also") ? "also" : "place") + f.rows(at[0]).indexOf(at[1]);
    }

    @Override
    protected void follow(Form f, String place) {
        switch (place) {
            case "kind" -> {
                if (f.is("kind", "held") || f.is("kind", "between")) {
                    f.choose("whole", "none");
                }
                if (f.is("kind", "held")) {
                    f.pick(
                            "what",
                            f.picked("what").stream().filter(r -> r.has("edge")).toList());
                } else if (f.is("kind", "between") || f.is("kind", "full")) {
                    f.pick(
                            "what",
                            f.picked("what").stream().filter(r -> r.has("face")).toList());
                }
                f.aim("what");
            }
            case "measure" -> {
                if (f.is("measure", "changing")) {
                    f.choose("whole", "none");
                    if (f.rows("places").isEmpty()) {
                        String id = f.addRow("places", 0);
                        f.set("places." + id + ".at", new Content.Text("100", 1.0));
                        f.set("places." + id + ".size", f.contents().get("size"));
                    }
                }
            }
            case "reach" -> {
                if (f.is("reach", "two") && f.exact("second") != null) {
                    f.set("second", f.contents().get("size"));
                }
            }
            case "what" -> {
                if (f.is("kind", "full")) {
                    f.pick("against", List.of());
                } else if (f.is("kind", "held") && f.picked("held").isEmpty()) {
                    f.aim(f.picked("what").size() == 1 ? "held" : "what");
                }
            }
            default -> {}
        }
    }

    @Override
    protected void press(Form f, String place) {
        switch (place) {
            case "exchange" -> f.choose("flipped", f.is("flipped", "yes") ? "no" : "yes");
            case "otherEnd" -> f.choose("turned", f.is("turned", "yes") ? "no" : "yes");
            case "anew" -> {
                f.pick("what", List.of());
                f.aim("what");
            }
            case "moreSizes" -> {
                String id = f.addRow("also", f.rows("also").size());
                f.set("also." + id + ".size", f.contents().get("size"));
                f.pick("also." + id + ".edges", List.of());
                f.aim("also." + id + ".edges");
            }
            case "moreRadii" -> {
                List<String> rows = f.rows("places");
                int last = rows.size() - 1;
                double before = last > 0 ? at(f, rows.get(last - 1)) : 0;
                String id = f.addRow("places", last);
                double at = Math.rint(100 * (before + 1) / 2) / 100;
                f.set("places." + id + ".at", new Content.Text(Texts.shortest(100 * at, 4), at));
                f.set("places." + id + ".size", f.contents().get("places." + rows.get(last) + ".size"));
            }
            default -> {}
        }
    }

    /** The part of the way at which a further radius is; not a number when it can't be read. */
    private static double at(Form f, String row) {
        Double exact = f.exact("places." + row + ".at");
        if (exact != null) {
            return exact;
        }
        String text = f.text("places." + row + ".at").strip().replace(',', '.').replace("%", "");
        return text.matches("[0-9]{1,9}(\\.[0-9]{0,12})?") ? Double.parseDouble(text) / 100 : Double.NaN;
    }

    /** An edge of the part, not of the blend itself. */
    private Optional<JsonNode> edge(Form f, Hit h) {
        if (h.what() != Hit.What.EDGE) {
            return Optional.empty();
        }
        String own = f.step().isEmpty() ? f.context().doc().freshId() : f.step();
        if (h.key().matches(".*(?<![A-Za-z0-9-])" + own + "\\..*")) {
            throw Refusal.of(words().text("what.own"));
        }
        return h.edgeRef(f.context());
    }

    @Override
    protected void say(Form f, Pen p) {
        String kind = f.chosen("kind");
        p.follows(
                switch (kind) {
                    case "full", "held", "between" -> "sentence." + kind;
                    default -> "sentence";
                });
        p.choice("kind", "round", "bevel", "full", "held", "between");
        switch (kind) {
            case "full" -> {
                p.faces("what");
                Slot sides = p.faces("against");
                sides.lack = "";
                sides.text = sides.held.isEmpty()
                        ? words().text("sides.longest")
                        : words().counted("sides", sides.held.size());
                sides.ask = words().text("sides.ask");
                sides.quiet(sides.held.isEmpty());
                p.slots().get("what").ask = words().text("what.askFull");
                if (f.picked("what").isEmpty()) {
                    p.slots().get("what").lack = words().text("what.lackFull");
                    p.slots().get("what").text = words().text("faces.empty");
                } else {
                    p.slots().get("what").text =
                            words().counted("faces", f.picked("what").size());
                }
            }
            case "held" -> {
                edges(f, p, "what");
                p.slots().get("what").ask = words().text("what.askHeld");
                edges(f, p, "held");
            }
            case "between" -> {
                Slot what = p.faces("what");
                what.text =
                        what.held.isEmpty() ? words().text("faces.empty") : words().counted("faces", what.held.size());
                what.lack = what.held.isEmpty() ? words().text("against.lack") : "";
                what.ask = words().text("what.askBetween");
                p.faces("against");
                p.length("size");
            }
            default -> ordinary(f, p);
        }
    }

    private Slot edges(Form f, Pen p, String place) {
        return p.pick(place, true, h -> edge(f, h), "edge");
    }

    private void ordinary(Form f, Pen p) {
        p.choice("whole", "none", "all", "outer", "inner").quiet(f.is("whole", "none"));
        boolean picks = f.is("whole", "none");
        if (picks) {
            Slot what = p.pick("what", true, h -> edge(f, h).or(() -> h.faceRef(f.context())), "edge", "face");
            what.text = said(f.picked("what"));
            p.choice("chain", "yes", "no");
            if (!f.picked("what").isEmpty()) {
                p.act("anew");
            }
        }
        Slot size = p.length("size");
        size.hint = words().text(
                        f.is("kind", "bevel") ? "size.bevel" : f.is("measure", "width") ? "size.width" : "size.radius");
        boolean changing = f.is("kind", "round") && f.is("measure", "changing");
        if (f.is("kind", "bevel")) {
            p.choice("reach", "same", "two", "angle").quiet(f.is("reach", "same"));
            if (f.is("reach", "two")) {
                p.length("second");
            } else if (f.is("reach", "angle")) {
                p.angle("angle");
            }
            if (!f.is("reach", "same")) {
                p.act("exchange");
            }
        } else {
            p.choice("measure", "radius", "width", "changing").quiet(f.is("measure", "radius"));
        }
        if (changing) {
            List<String> rows = f.rows("places");
            for (int i = 0; i < rows.size(); i++) {
                radius(f, p.row("places", rows.get(i), i + 2), rows.get(i), i == rows.size() - 1);
            }
            p.act("moreRadii");
            p.act("otherEnd");
            return;
        }
        List<String> rows = f.rows("also");
        for (int i = 0; i < rows.size(); i++) {
            Pen row = p.row("also", rows.get(i), i + 2);
            row.pick("edges", true, h -> edge(f, h), "edge");
            row.length("size");
        }
        boolean full = rows.isEmpty()
                || !f.picked("also." + rows.get(rows.size() - 1) + ".edges").isEmpty();
        if (full && (!picks || !f.picked("what").isEmpty())) {
            p.act("moreSizes");
        }
    }

    private void radius(Form f, Pen row, String id, boolean last) {
        Slot size = row.length("size");
        if (last) {
            size.label = words().text("places.last.label");
            row.word("end", words().text("places.end"));
            return;
        }
        Slot at = row.text("at");
        double v = at(f, id);
        if (!(v > 0 && v < 1)) {
            at.trouble = words().text("places.at.trouble");
        }
    }

    private String said(List<JsonNode> what) {
        int edges = (int) what.stream().filter(r -> r.has("edge")).count();
        int faces = what.size() - edges;
        List<String> parts = new ArrayList<>();
        if (edges > 0) {
            parts.add(words().counted("edges", edges));
        }
        if (faces > 0) {
            parts.add(words().counted("facesEdges", faces));
        }
        if (parts.size() == 2) {
            return words().text("and").replace("@", parts.get(0)).replace("#", parts.get(1));
        }
        return parts.isEmpty() ? words().text("what.empty") : parts.get(0);
    }

    @Override
    protected List<Handle> handles(Form f, Pen p) {
        JsonNode first =
                f.picked("what").stream().filter(r -> r.has("edge")).findFirst().orElse(null);
        if (first == null || !p.slots().containsKey("whole") || !f.is("whole", "none")) {
            return List.of();
        }
        return f.context().bodies().stream()
                .flatMap(b -> b.body().names().edge(first.get("edge").asString("")).stream()
                        .flatMap(e -> arrow(e, Edges.bisector(b.body(), e)).stream()))
                .limit(1)
                .toList();
    }

    private static Optional<Handle> arrow(Edge e, Optional<Vec3> way) {
        return way.map(w -> new Handle("size", e.middle(), w, 1, false));
    }

    @Override
    protected String remedied() {
        return "size";
    }

    @Override
    protected boolean seenWithout() {
        return true;
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        String kind = f.chosen("kind");
        List<JsonNode> edges =
                f.picked("what").stream().filter(r -> r.has("edge")).toList();
        List<JsonNode> faces =
                f.picked("what").stream().filter(r -> r.has("face")).toList();
        n.put("bevel", kind.equals("bevel"));
        switch (kind) {
            case "full" -> {
                idle(f, n, "size", false, Measure.LENGTH, 2);
                n.put("full", true).put("chain", f.is("chain", "yes"));
                f.write(n, "edges", List.of());
                f.write(n, "faces", faces);
                if (!f.picked("against").isEmpty()) {
                    f.write(n, "against", f.picked("against"));
                }
            }
            case "held" -> {
                idle(f, n, "size", false, Measure.LENGTH, 2);
                n.put("chain", f.is("chain", "yes"));
                f.write(n, "edges", edges);
                f.write(n, "held", f.picked("held"));
            }
            case "between" -> {
                f.write(n, "size", "size");
                n.put("chain", f.is("chain", "yes"));
                f.write(n, "edges", List.of());
                f.write(n, "faces", faces);
                f.write(n, "against", f.picked("against"));
            }
            default -> writeOrdinary(f, n, edges, faces);
        }
    }

    private static void writeOrdinary(Form f, ObjectNode n, List<JsonNode> edges, List<JsonNode> faces) {
        boolean bevel = f.is("kind", "bevel");
        boolean picks = f.is("whole", "none");
        f.write(n, "size", "size");
        if (bevel && !f.is("reach", "same")) {
            String other = f.is("reach", "two") ? "second" : "angle";
            f.write(n, other, other);
            n.put("flipped", f.is("flipped", "yes"));
        }
        if (!bevel && f.is("measure", "width")) {
            n.put("width", true);
        }
        n.put("chain", f.is("chain", "yes"));
        f.write(n, "edges", edges);
        if (!faces.isEmpty()) {
            f.write(n, "faces", faces);
        }
        if (!picks) {
            n.put("whole", f.chosen("whole"));
        }
        if (!bevel && f.is("measure", "changing")) {
            ArrayNode places = n.putArray("places");
            for (String id : f.rows("places")) {
                ObjectNode o = places.addObject().put("at", at(f, id));
                f.write(o, "size", "places." + id + ".size");
            }
            n.put("turned", f.is("turned", "yes"));
            return;
        }
        List<String> also = f.rows("also").stream()
                .filter(id -> !f.picked("also." + id + ".edges").isEmpty())
                .toList();
        if (!also.isEmpty()) {
            ArrayNode all = n.putArray("also");
            for (String id : also) {
                ObjectNode o = all.addObject();
                f.write(o, "size", "also." + id + ".size");
                f.write(o, "edges", f.picked("also." + id + ".edges"));
            }
        }
    }

    @Override
    public Class<? extends Step> type() {
        return BlendStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return BlendJson.read(own, f, typed, place);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        BlendJson.write(n, (BlendStep) step);
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildBlend.build((BlendStep) step, before, notes);
    }

    /** Full rounds that weren't told their sides get those that they took. */
    @Override
    public Step carried(Step step, Supplier<Stand> before) {
        BlendStep b = (BlendStep) step;
        if (!b.shape().full() || !b.run().against().isEmpty()) {
            return step;
        }
        List<FaceReference> sides = BuildBlend.sidesTaken(b, before.get());
        return sides.isEmpty() ? step : b.against(sides);
    }

    /** The radius of a round at the first cylinder that it left; others of its size are told by it. */
    @Override
    public List<DrawnSize> drawn(Step step, Stand finished) {
        BlendStep b = (BlendStep) step;
        if (b.bevel() || b.run().special()) {
            return List.of();
        }
        Map<Double, DrawnSize> sizes = new TreeMap<>();
        finished.bodies().stream().flatMap(x -> x.body().faces().stream()).forEach(f -> {
            boolean own = f.origins().stream().anyMatch(o -> o.step().equals(b.id()));
            if (own && f.surface() instanceof Cylinder c) {
                Vec3 at = f.region()
                        .interiorPoint(Tolerance.DEFAULT)
                        .orElse(f.bounds().centre());
                Vec3 l = c.frame().local(at);
                Vec3 centre = c.frame().point(0, 0, l.z());
                sizes.putIfAbsent(
                        c.radius(),
                        new DrawnSize.Radius(b.id(), "size", centre, c.frame().z(), at, c.radius(), false));
            }
        });
        return List.copyOf(sizes.values());
    }
}
