package io.tallember.part.steps.ready;

import io.tallember.geometry.Plane;
import io.tallember.geometry.Vec2;
import io.tallember.part.MaterialStep;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.fields.Words;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.DrawnSize;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.ready.ReadyStep.Shape;
import io.tallember.solid.Face;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Ready bodies: a box, a cylinder and the like, placed on a plane or a flat face. */
public final class ReadyKind extends Kind {
    private static final Map<String, Double> USUAL = Map.of(
            "width",
            40.0,
            "depth",
            30.0,
            "height",
            20.0,
            "diameter",
            20.0,
            "bottom",
            20.0,
            "top",
            10.0,
            "thickness",
            8.0);

    public ReadyKind() {
        super(2, "ready");
    }

    @Override
    protected List<Offer> offers(Context c) {
        return List.of(offer("ready", ""));
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.choose("shape", "box");
        usual(f);
        f.pick("plane", MAKE.stringNode("top"));
        f.length("x", 0);
        f.length("y", 0);
        f.choose("flipped", "no");
        f.choose("mode", f.context().bodies().isEmpty() ? "body" : "add");
        flatFace(picked, f.context()).ifPresent(face -> {
            f.pick("plane", face);
            at(f, picked.get(0).middle(face, f.context()));
        });
        f.aim("plane");
    }

    private static void usual(Form f) {
        USUAL.forEach((size, mm) -> {
            if (!f.has(size)) {
                f.usual(size, mm, mm / 20);
            }
        });
    }

    private static void at(Form f, Vec2 p) {
        f.length("x", p.x());
        f.length("y", p.y());
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        f.drop("at");
        open(f, "x", n.get("at").get(0).doubleValue(), Measure.LENGTH);
        open(f, "y", n.get("at").get(1).doubleValue(), Measure.LENGTH);
        usual(f);
        f.aim("plane");
    }

    @Override
    protected boolean hit(Form f, Hit h) {
        Context c = f.context();
        Optional<Face> face = h.face(c);
        if (face.isPresent() && !(face.get().surface() instanceof Plane)) {
            throw Refusal.of(words().text("plane.no"));
        }
        JsonNode on = face.flatMap(x -> h.faceRef(c)).orElse(f.one("plane"));
        Vec2 at = h.in(on, c).orElseThrow(() -> Refusal.of(words().text("plane.edgeOn")));
        f.pick("plane", on);
        at(f, at);
        return true;
    }

    private static Shape shape(Form f) {
        return Shape.valueOf(f.chosen("shape").toUpperCase(Locale.ROOT));
    }

    @Override
    protected void say(Form f, Pen p) {
        p.follows("sentence." + f.chosen("shape"));
        p.choice("shape", "box", "cylinder", "cone", "ball", "ring");
        shape(f).sizes().forEach(p::length);
        p.choice("flipped", "no", "yes");
        p.plane("plane", h -> Optional.empty(), "face", "edge", "corner", "spot");
        p.place(f.one("plane"), true);
        p.choice("mode", "body", "add", "remove", "common");
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        n.put("shape", f.chosen("shape"));
        n.set("plane", f.one("plane"));
        f.write(n, "x", "x");
        f.write(n, "y", "y");
        shape(f).sizes().forEach(s -> f.write(n, s, s));
        n.put("flipped", f.is("flipped", "yes")).put("mode", f.chosen("mode"));
    }

    @Override
    public Class<? extends Step> type() {
        return ReadyStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        Shape shape = f.oneOf("shape", Shape.class);
        List<Double> sizes = shape.sizes().stream()
                .map(s -> f.size(s, typed, place + "/" + s, false))
                .toList();
        Vec2 at = f.has("at")
                ? f.vec2("at")
                : new Vec2(f.size("x", typed, place + "/x", false), f.size("y", typed, place + "/y", false));
        return new ReadyStep(
                own.id(),
                own.name(),
                own.off(),
                shape,
                References.plane(f),
                at,
                sizes,
                f.flag("flipped"),
                f.oneOf("mode", MaterialStep.Mode.class));
    }

    @Override
    public void write(Step step, ObjectNode n) {
        ReadyStep r = (ReadyStep) step;
        References.put(n, r.plane());
        n.put("shape", Words.of(r.shape()));
        n.putArray("at").add(r.at().x()).add(r.at().y());
        for (int i = 0; i < r.sizes().size(); i++) {
            n.put(r.shape().sizes().get(i), r.sizes().get(i));
        }
        n.put("flipped", r.flipped()).put("mode", Words.of(r.mode()));
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildReady.build((ReadyStep) step, before, notes);
    }

    /** A box by its three sides, round ones by diameter and height. */
    @Override
    public List<DrawnSize> drawn(Step step, Stand finished) {
        return BuildReady.drawn((ReadyStep) step, finished);
    }
}
