package io.tallember.part.steps.sketch;

import io.tallember.part.SketchStep;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.SketchJson;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.DrawnSize;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.Slot;
import io.tallember.sketch.solve.Judgement;
import java.util.List;
import java.util.Set;
import tools.jackson.databind.node.ObjectNode;

/** Sketches: where they lie. What is drawn in them is drawn in the view. */
public final class SketchKind extends Kind {
    private static final Set<String> PLACES = Set.of("plane", "moveX", "moveY", "turn");

    public SketchKind() {
        super(1, "sketch");
    }

    @Override
    protected List<Offer> offers(Context c) {
        return List.of();
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.pick("plane", MAKE.stringNode(offer.isEmpty() ? "top" : offer));
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        f.contents().keySet().retainAll(PLACES);
        f.aim("plane");
    }

    @Override
    protected void say(Form f, Pen p) {
        Context c = f.context();
        Slot name = p.word("called", c.name(f.step(), ""));
        name.field.put("is", "open");
        p.plane("plane");
        if (f.has("moveX")) {
            p.length("moveX");
            p.length("moveY");
            p.angle("turn");
        }
        String state = state(c, f.step());
        if (!state.isEmpty()) {
            p.word("state", state);
        }
    }

    /** How far it is settled; empty when it is, or isn't built. */
    private String state(Context c, String step) {
        PlacedSketch s = c.sketch(step).orElse(null);
        if (s == null) {
            return "";
        }
        Judgement j = s.judgement();
        if (j == Judgement.NONE) {
            return words().text("state.unjudged");
        }
        if (!j.fighting().isEmpty()) {
            return words().text("state.fighting");
        }
        if (s.step().sketch().entities().isEmpty()) {
            return words().text("state.empty");
        }
        return j.freedoms() == 0 ? "" : words().text("state.loose").replace("#", Integer.toString(j.freedoms()));
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        SketchStep now = (SketchStep) f.context().doc().step(f.step());
        n.setAll(Kinds.write(now));
        n.put("name", "");
        n.set("plane", f.one("plane"));
        for (String place : List.of("moveX", "moveY", "turn")) {
            if (f.has(place)) {
                f.write(n, place, place);
            }
        }
    }

    @Override
    public Class<? extends Step> type() {
        return SketchStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return SketchJson.read(own.id(), own.name(), own.off(), f, typed, place);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        SketchJson.write(n, (SketchStep) step);
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildSketch.build((SketchStep) step, before, notes);
    }

    @Override
    public List<DrawnSize> drawn(Step step, Stand finished) {
        return finished.sketch(step.id()).map(DrawnSizes::of).orElse(List.of());
    }
}
