package io.tallember.part.steps.brought;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.solids.SolidFiles;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Solids from a file. */
public final class BroughtKind extends Kind {
    public BroughtKind() {
        super(2, "brought");
    }

    @Override
    protected List<Offer> offers(Context c) {
        return List.of(offer("brought", ""));
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.type("file", "");
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        f.type("file", n.get("content").stringValue() + " " + n.get("file").stringValue());
    }

    @Override
    protected void say(Form f, Pen p) {
        p.file("file");
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        String[] told = f.text("file").split(" ", 2);
        n.put("content", told[0]).put("file", told.length < 2 ? "" : told[1]);
        Step before =
                f.step().isEmpty() ? null : f.context().doc().find(f.step()).orElse(null);
        if (before instanceof BroughtStep b) {
            List<String> names = b.content().equals(told[0])
                    ? b.names()
                    : SolidFiles.find(b.content()).isEmpty()
                            ? FaceNames.fresh(SolidFiles.read(told[0]).bodies(), told[0])
                            : FaceNames.gone(
                                    SolidFiles.read(b.content()).bodies(),
                                    b.names(),
                                    SolidFiles.read(told[0]).bodies());
            ArrayNode all = n.putArray("names");
            names.forEach(all::add);
        }
    }

    @Override
    public Class<? extends Step> type() {
        return BroughtStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return new BroughtStep(
                own.id(),
                own.name(),
                own.off(),
                f.text("content"),
                f.text("file"),
                f.has("names") ? f.texts("names") : List.of());
    }

    @Override
    public void write(Step step, ObjectNode n) {
        BroughtStep b = (BroughtStep) step;
        n.put("content", b.content()).put("file", b.file());
        if (!b.names().isEmpty()) {
            ArrayNode all = n.putArray("names");
            b.names().forEach(all::add);
        }
    }

    @Override
    public List<String> contents(Step step) {
        return List.of(((BroughtStep) step).content());
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        BroughtStep b = (BroughtStep) step;
        SolidFiles.Read read = SolidFiles.read(b.content());
        notes.addAll(read.notes());
        if (read.bodies().isEmpty()) {
            throw new GeometryException(
                    Reason.EMPTY_RESULT,
                    "The file holds no solid that can be used. "
                            + (read.notes().isEmpty()
                                    ? "Choose another file."
                                    : read.notes().get(0)));
        }
        if (!b.names().isEmpty() && b.names().size() != FaceNames.count(read.bodies())) {
            throw new GeometryException(
                    Reason.LOST_REFERENCE, "The file's faces aren't those that were named. Choose the file again.");
        }
        List<PartBody> out = new ArrayList<>(before.bodies());
        Material.name(FaceNames.named(read.bodies(), b.names(), b.id()), b.id(), out);
        return before.with(out);
    }
}
