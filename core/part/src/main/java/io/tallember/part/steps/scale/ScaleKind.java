package io.tallember.part.steps.scale;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Vec3;
import io.tallember.part.Measure;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.PointFinder;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Content;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.Slot;
import io.tallember.solid.sweep.Scaled;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Bodies made larger or smaller, evenly. */
public final class ScaleKind extends Kind {
    public ScaleKind() {
        super(2, "scale");
    }

    @Override
    protected List<Offer> offers(Context c) {
        return List.of(offer("scale", needsBody(c)));
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.pickNames(
                "bodies",
                picked.stream()
                        .filter(h -> h.what() == Hit.What.BODY)
                        .map(Hit::of)
                        .toList());
        f.set("times", new Content.Text("2", 2.0));
        f.pick(
                "about",
                picked.stream().flatMap(h -> h.cornerRef().stream()).limit(1).toList());
        f.aim("bodies");
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        f.aim("bodies");
    }

    /** A corner is meant as the point that stays, wherever the aim is. */
    @Override
    protected boolean hit(Form f, Hit h) {
        h.cornerRef().ifPresent(ref -> f.pick("about", ref));
        return h.cornerRef().isPresent();
    }

    @Override
    protected List<String> always(Form f) {
        return List.of("corner", "mark");
    }

    @Override
    protected void press(Form f, String place) {
        f.pick("about", List.of());
    }

    @Override
    protected void say(Form f, Pen p) {
        p.bodies("bodies", words().text("bodies.all"));
        p.number("times", Measure.PLAIN);
        Slot about = p.pick("about", false, Hit::cornerRef, "corner", "mark");
        if (!about.held.isEmpty()) {
            p.act("origin");
        }
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        f.write(n, "bodies", f.picked("bodies"));
        f.write(n, "times", "times");
        f.writeOne(n, "about", "about");
    }

    @Override
    public Class<? extends Step> type() {
        return ScaleStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return new ScaleStep(
                own.id(),
                own.name(),
                own.off(),
                f.has("bodies") ? f.texts("bodies") : List.of(),
                f.plain("times", typed, place + "/times"),
                f.has("about") ? References.corner(f.part("about", "corner")) : null);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        ScaleStep s = (ScaleStep) step;
        ArrayNode bodies = n.putArray("bodies");
        s.bodies().forEach(bodies::add);
        n.put("times", s.times());
        if (s.about() != null) {
            References.put(n.putObject("about"), s.about());
        }
    }

    @Override
    public boolean displaces(Step step) {
        return true;
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        ScaleStep s = (ScaleStep) step;
        if (before.bodies().isEmpty()) {
            throw new GeometryException(Reason.NO_CONTACT, "There is no body to scale yet.");
        }
        Vec3 about = s.about() == null ? Vec3.ZERO : PointFinder.place(s.about(), "this scaling", before, notes);
        List<String> lost = new ArrayList<>(s.bodies());
        List<PartBody> out = new ArrayList<>();
        for (PartBody b : before.bodies()) {
            boolean meant = s.bodies().isEmpty() || lost.remove(b.id());
            out.add(meant ? new PartBody(b.id(), Scaled.of(b.body(), s.times(), about)) : b);
        }
        if (!lost.isEmpty()) {
            throw new GeometryException(
                    Reason.LOST_REFERENCE, "A body that was picked is no longer there. Open the step and pick again.");
        }
        return before.with(out);
    }
}
