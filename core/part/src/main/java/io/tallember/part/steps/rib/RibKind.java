package io.tallember.part.steps.rib;

import io.tallember.geometry.GeometryException;
import io.tallember.part.Measure;
import io.tallember.part.SketchPlane;
import io.tallember.part.SketchStep;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.fields.Words;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.ProfileKind;
import io.tallember.part.steps.Slot;
import io.tallember.solid.sweep.Wall;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Ribs along drawn lines. */
public final class RibKind extends ProfileKind {
    public RibKind() {
        super(3, "rib");
    }

    @Override
    protected List<Offer> offers(Context c) {
        String why = needsBody(c);
        return List.of(offer("rib", why.isEmpty() && !lineDrawn(c) ? words().text("why.line") : why));
    }

    @Override
    protected boolean takesLines(Form f) {
        return true;
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.usual("thickness", 2, 1 / 16.0);
        f.choose("side", "middle");
        f.choose("atBase", "no");
        f.angle("draft", 0);
        f.choose("carriedOn", "yes");
        f.pick("ends", List.of());
        f.pick("bosses", List.of());
        f.usual("bossDiameter", 8, 5 / 16.0);
        f.length("bossHeight", 0);
        f.angle("bossDraft", 0);
        f.choose("deep", "next");
        f.usual("depth", 10, 0.5);
        f.choose("flipped", "no");
        if (!takes(f, picked)) {
            newest(f);
        } else {
            seen(f);
        }
        toThePart(f);
        f.aim("regions");
    }

    /** Takes the newest sketch with drawn lines that nothing is made of yet. */
    private static void newest(Form f) {
        Context c = f.context();
        List<String> free = free(c).stream()
                .filter(id -> c.sketch(id).filter(s -> !lines(s).isEmpty()).isPresent())
                .toList();
        String sketch = free.isEmpty() ? "" : free.get(free.size() - 1);
        f.choose("sketch", sketch);
        c.sketch(sketch).ifPresent(s -> f.pick("regions", lines(s)));
        seen(f);
    }

    /** On a face, or high over the floor, lines are mostly seen from above. */
    private static void seen(Form f) {
        Context c = f.context();
        boolean upright = c.shown()
                .find(f.chosen("sketch"))
                .map(s -> !(((SketchStep) s).plane() instanceof SketchPlane.Base b) || b == SketchPlane.Base.TOP)
                .orElse(false);
        f.choose("upright", upright ? "yes" : "no");
    }

    /** Grows to the side on which the part is: to the other one when it finds nothing on this. */
    private void toThePart(Form f) {
        if (!f.picked("regions").isEmpty() && !grows(f)) {
            f.choose("flipped", "yes");
            if (!grows(f)) {
                f.choose("flipped", "no");
            }
        }
    }

    private boolean grows(Form f) {
        ObjectNode n = MAKE.objectNode().put("kind", "rib").put("id", "").put("name", "");
        write(f, n);
        Context c = f.context();
        try {
            Step step = Kinds.read(n, new Typed(c.doc()), c.doc().freshId())
                    .numbered(c.doc().freshId(), "");
            build(step, c.built().get().stand(), new ArrayList<>());
            return true;
        } catch (GeometryException e) {
            return false;
        }
    }

    @Override
    protected void again(Form f) {
        f.pick("regions", List.of());
        newest(f);
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        f.pickNames("ends", names(n.path("ends")));
        JsonNode bosses = n.path("bosses");
        f.pickNames("bosses", names(bosses.path("points")));
        if (bosses.isObject()) {
            open(f, "bossDiameter", bosses.path("diameter").asDouble(8), Measure.LENGTH);
            open(f, "bossHeight", bosses.path("height").asDouble(0), Measure.LENGTH);
            open(f, "bossDraft", bosses.path("draft").asDouble(0), Measure.ANGLE);
        } else {
            f.usual("bossDiameter", 8, 5 / 16.0);
            f.length("bossHeight", 0);
            f.angle("bossDraft", 0);
        }
        boolean next = n.path("depth").asDouble(0) == 0;
        f.choose("deep", next ? "next" : "depth");
        if (next) {
            f.usual("depth", 10, 0.5);
        }
        f.aim("regions");
    }

    private static List<String> names(JsonNode n) {
        return list(n).stream().map(x -> x.asString("")).toList();
    }

    /** A point of the sketch whose lines are picked. */
    private static Optional<JsonNode> point(Form f, Hit h) {
        return h.what() == Hit.What.POINT && h.of().equals(f.chosen("sketch"))
                ? Optional.of(MAKE.stringNode(h.key()))
                : Optional.empty();
    }

    private void sayPoints(Form f, Pen p, String place) {
        Slot s = p.pick(place, true, h -> point(f, h), "point");
        s.among(List.of(f.chosen("sketch")));
        s.quiet(s.held.isEmpty());
    }

    @Override
    protected void resketched(Form f) {
        f.pick("ends", List.of());
        f.pick("bosses", List.of());
    }

    @Override
    protected boolean hit(Form f, Hit h) {
        if (h.what() == Hit.What.POINT) {
            return false;
        }
        // a rib that is there keeps its sketch
        boolean other = !f.step().isEmpty() && !h.of().equals(f.chosen("sketch"));
        return !other && super.hit(f, h);
    }

    @Override
    protected void say(Form f, Pen p) {
        sayRegions(f, p, true);
        p.choice("upright", "yes", "no").quiet(true);
        p.length("thickness");
        p.choice("atBase", "no", "yes");
        p.choice("side", "middle", "inside", "outside").quiet(f.is("side", "middle"));
        p.angle("draft").quiet(f.number("draft", Measure.ANGLE, 1) == 0);
        p.choice("carriedOn", "yes", "no")
                .quiet(f.is("carriedOn", "yes") && f.picked("ends").isEmpty());
        sayPoints(f, p, "ends");
        p.choice("flipped", "no", "yes");
        p.choice("deep", "next", "depth");
        if (f.is("deep", "depth")) {
            p.length("depth");
        }
        if (f.is("upright", "yes")) {
            sayPoints(f, p, "bosses");
            if (!f.picked("bosses").isEmpty()) {
                p.length("bossDiameter");
                p.length("bossHeight").quiet(f.number("bossHeight", Measure.LENGTH, 1) == 0);
                p.angle("bossDraft").quiet(f.number("bossDraft", Measure.ANGLE, 1) == 0);
            }
        }
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        writeRegions(f, n);
        n.put("upright", f.is("upright", "yes"));
        f.write(n, "thickness", "thickness");
        n.put("side", f.chosen("side")).put("atBase", f.is("atBase", "yes"));
        f.write(n, "draft", "draft");
        n.put("carriedOn", f.is("carriedOn", "yes"));
        if (!f.names("ends").isEmpty()) {
            ArrayNode ends = n.putArray("ends");
            f.names("ends").forEach(ends::add);
        }
        if (f.is("upright", "yes") && !f.names("bosses").isEmpty()) {
            ObjectNode bosses = n.putObject("bosses");
            ArrayNode points = bosses.putArray("points");
            f.names("bosses").forEach(points::add);
            f.write(bosses, "diameter", "bossDiameter");
            f.write(bosses, "height", "bossHeight");
            f.write(bosses, "draft", "bossDraft");
        }
        if (f.is("deep", "depth")) {
            f.write(n, "depth", "depth");
        } else {
            n.put("depth", 0);
        }
        n.put("flipped", f.is("flipped", "yes"));
    }

    @Override
    public Class<? extends Step> type() {
        return RibStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return new RibStep(
                own.id(),
                own.name(),
                own.off(),
                f.text("sketch"),
                References.regions(f),
                f.flag("upright"),
                f.positive("thickness", typed, place + "/thickness"),
                f.oneOf("side", Wall.Side.class),
                f.flag("atBase"),
                f.size("draft", typed, place + "/draft", true),
                f.flag("carriedOn"),
                f.has("ends") ? texts(f.list("ends")) : List.of(),
                f.has("bosses") ? bosses(f.part("bosses", "bosses"), typed, place) : RibStep.Bosses.NONE,
                f.size("depth", typed, place + "/depth", false),
                f.flag("flipped"));
    }

    private static List<String> texts(List<JsonNode> all) {
        return all.stream().map(x -> x.asString("")).toList();
    }

    private static RibStep.Bosses bosses(Fields f, Typed typed, String place) {
        return new RibStep.Bosses(
                texts(f.list("points")),
                f.positive("diameter", typed, place + "/bossDiameter"),
                f.size("height", typed, place + "/bossHeight", false),
                f.size("draft", typed, place + "/bossDraft", true));
    }

    @Override
    public void write(Step step, ObjectNode n) {
        RibStep r = (RibStep) step;
        References.profile(n, r);
        n.put("upright", r.upright()).put("thickness", r.thickness()).put("side", Words.of(r.side()));
        n.put("atBase", r.atBase()).put("draft", r.draft()).put("carriedOn", r.carriedOn());
        if (!r.ends().isEmpty()) {
            ArrayNode ends = n.putArray("ends");
            r.ends().forEach(ends::add);
        }
        RibStep.Bosses b = r.bosses();
        if (!b.points().isEmpty()) {
            ObjectNode bosses = n.putObject("bosses");
            ArrayNode points = bosses.putArray("points");
            b.points().forEach(points::add);
            bosses.put("diameter", b.diameter()).put("height", b.height()).put("draft", b.draft());
        }
        n.put("depth", r.depth()).put("flipped", r.flipped());
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildRib.build((RibStep) step, before, notes);
    }
}
