package io.tallember.part.steps.cover;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Way;
import io.tallember.part.FaceReference;
import io.tallember.part.MaterialStep;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.fields.Words;
import io.tallember.part.rebuild.FaceFinder;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.rebuild.Ways;
import io.tallember.part.steps.AlongForm;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.ProfileKind;
import io.tallember.part.steps.Slot;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.local.Cover;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Closed loops covered with smooth faces. */
public final class CoverKind extends Kind {
    public CoverKind() {
        super(2, "cover");
    }

    @Override
    protected List<Offer> offers(Context c) {
        boolean any = !c.bodies().isEmpty()
                || ProfileKind.drawn(c, true)
                || !c.paths("").isEmpty();
        return List.of(offer("cover", any ? "" : words().text("why.loop")));
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        Context c = f.context();
        AlongForm.usual(f, "");
        List<JsonNode> edges =
                picked.stream().flatMap(h -> h.edgeRef(c).stream()).toList();
        List<Hit> lines = picked.stream().filter(h -> h.regionRef().isPresent()).toList();
        if (!lines.isEmpty()) {
            AlongForm.line(f, "", lines.get(0));
        } else if (!edges.isEmpty() || c.paths("").isEmpty()) {
            f.choose("along", "edges");
            f.pick("edges", edges);
        }
        f.pick("beside", faces(picked, c));
        f.usual("thickness", 2, 1 / 16.0);
        f.choose("flipped", "no");
        f.choose("mode", c.bodies().isEmpty() ? "body" : "add");
        f.aim(AlongForm.aim(f, ""));
    }

    /** One edge closes only when it goes all round. */
    @Override
    protected boolean fits(String offer, List<Hit> picked, Context c) {
        boolean edges = picked.stream().allMatch(h -> h.what() == Hit.What.EDGE);
        boolean round = picked.get(0).edge(c).map(Edge::closed).orElse(false);
        return edges && (picked.size() > 1 || round);
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        AlongForm.usual(f, "");
        AlongForm.open(f, "", n.path("loop"));
        f.drop("loop");
        f.aim(AlongForm.aim(f, ""));
    }

    @Override
    protected void follow(Form f, String place) {
        if (place.equals("along")) {
            f.aim(AlongForm.aim(f, ""));
        }
    }

    @Override
    protected boolean hit(Form f, Hit h) {
        return h.what() == Hit.What.LINE && AlongForm.line(f, "", h);
    }

    @Override
    protected void press(Form f, String place) {
        f.choose("flipped", f.is("flipped", "yes") ? "no" : "yes");
    }

    @Override
    protected void say(Form f, Pen p) {
        AlongForm.say(f, p, "");
        Slot beside = p.faces("beside").quiet(f.picked("beside").isEmpty());
        beside.lack = "";
        p.length("thickness");
        p.act("turn");
        p.choice("mode", "body", "add", "remove", "common");
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        AlongForm.write(f, "", n.putObject("loop"));
        f.write(n, "beside", f.picked("beside"));
        f.write(n, "thickness", "thickness");
        n.put("flipped", f.is("flipped", "yes")).put("mode", f.chosen("mode"));
    }

    @Override
    public Class<? extends Step> type() {
        return CoverStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return new CoverStep(
                own.id(),
                own.name(),
                own.off(),
                References.along(f.part("loop", "loop")),
                f.list("beside").stream()
                        .map(n -> References.face(new Fields(n, "face")))
                        .toList(),
                f.size("thickness", typed, place + "/thickness", false),
                f.flag("flipped"),
                f.oneOf("mode", MaterialStep.Mode.class));
    }

    @Override
    public void write(Step step, ObjectNode n) {
        CoverStep c = (CoverStep) step;
        References.put(n.putObject("loop"), c.loop());
        ArrayNode beside = n.putArray("beside");
        for (FaceReference f : c.beside()) {
            References.put(beside.addObject(), f);
        }
        n.put("thickness", c.thickness()).put("flipped", c.flipped()).put("mode", Words.of(c.mode()));
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        CoverStep c = (CoverStep) step;
        Way loop = Ways.along(c.loop(), "this cover", before, notes);
        List<Face> beside = List.copyOf(FaceFinder.all(c.beside(), before.bodies(), notes));
        double by = c.flipped() ? -c.thickness() : c.thickness();
        Body body = Cover.of(loop, beside, by, c.id(), Tolerance.DEFAULT);
        return Material.apply(c, "cover", List.of(body), before);
    }
}
