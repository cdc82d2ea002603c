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
import io.tallember.solid.sweep.Wall;
import java.util.ArrayList;
import java.util.List;
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
        boolean next = n.path("depth").asDouble(0) == 0;
        f.choose("deep", next ? "next" : "depth");
        if (next) {
            f.usual("depth", 10, 0.5);
        }
        f.aim("regions");
    }

    @Override
    protected boolean hit(Form f, Hit h) {
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
        p.choice("carriedOn", "yes", "no").quiet(f.is("carriedOn", "yes"));
        p.choice("flipped", "no", "yes");
        p.choice("deep", "next", "depth");
        if (f.is("deep", "depth")) {
            p.length("depth");
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
                f.size("depth", typed, place + "/depth", false),
                f.flag("flipped"));
    }

    @Override
    public void write(Step step, ObjectNode n) {
        RibStep r = (RibStep) step;
        References.profile(n, r);
        n.put("upright", r.upright()).put("thickness", r.thickness()).put("side", Words.of(r.side()));
        n.put("atBase", r.atBase()).put("draft", r.draft()).put("carriedOn", r.carriedOn());
        n.put("depth", r.depth()).put("flipped", r.flipped());
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildRib.build((RibStep) step, before, notes);
    }
}
