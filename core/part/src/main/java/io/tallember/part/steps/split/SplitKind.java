package io.tallember.part.steps.split;

import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import java.util.List;
import tools.jackson.databind.node.ObjectNode;

/** Bodies cut apart along a plane or a face of any shape. */
public final class SplitKind extends Kind {
    public SplitKind() {
        super(2, "split");
    }

    @Override
    protected List<Offer> offers(Context c) {
        return List.of(offer("split", needsBody(c)));
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.pick("plane", picked.size() == 1 ? faces(picked, f.context()) : List.of());
        f.aim("plane");
    }

    @Override
    protected void say(Form f, Pen p) {
        p.plane("plane", h -> h.faceRef(f.context()));
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        n.set("plane", f.one("plane"));
    }

    @Override
    public Class<? extends Step> type() {
        return SplitStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return new SplitStep(own.id(), own.name(), own.off(), References.plane(f));
    }

    @Override
    public void write(Step step, ObjectNode n) {
        References.put(n, ((SplitStep) step).plane());
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildSplit.build((SplitStep) step, before, notes);
    }
}
