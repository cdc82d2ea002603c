package io.tallember.part.steps.revolve;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep;
import io.tallember.part.Measure;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.fields.Words;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.PickWords;
import io.tallember.part.steps.PlaneWords;
import io.tallember.part.steps.ProfileKind;
import io.tallember.part.steps.Slot;
import io.tallember.part.steps.Slot.Option;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Regions turned about a line of their sketch. */
public final class RevolveKind extends ProfileKind {
    public RevolveKind() {
        super(2, "revolve");
    }

    @Override
    protected List<Offer> offers(Context c) {
        return List.of(offer("revolve", drawn(c, false) ? "" : words().text("why.regions")));
    }

    @Override
    protected boolean takesLines(Form f) {
        return false;
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.choose("full", "yes");
        f.angle("angle", Math.PI / 2);
        f.choose("way", "out");
        f.choose("mode", f.context().bodies().isEmpty() ? "body" : "add");
        if (!takes(f, picked)) {
            newest(f);
        }
        f.aim("regions");
    }

    private void newest(Form f) {
        List<String> free = free(f.context());
        String sketch = free.isEmpty() ? "" : free.get(free.size() - 1);
        f.choose("sketch", sketch);
        f.context().sketch(sketch).ifPresent(s -> f.pick("regions", likely(s)));
        resketched(f);
    }

    /** Turns about a construction line when there is one. */
    @Override
    protected void resketched(Form f) {
        f.choose(
                "axis",
                f.context().sketch(f.chosen("sketch")).stream()
                        .flatMap(s -> s.step().sketch().curves().stream())
                        .filter(k -> k instanceof SketchLine && k.construction())
                        .map(SketchCurve::id)
                        .findFirst()
                        .orElse("y-axis"));
    }

    @Override
    protected void again(Form f) {
        f.pick("regions", List.of());
        newest(f);
        f.choose("mode", f.context().bodies().isEmpty() ? "body" : "add");
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        f.choose("axis", n.has("about") ? "other" : n.path("axis").asString(""));
        openWay(f, n);
        f.aim("regions");
    }

    @Override
    protected boolean hit(Form f, Hit h) {
        if (h.what() == Hit.What.CURVE && h.of().equals(f.chosen("sketch"))) {
            boolean line = f.context().sketch(h.of()).stream()
                    .flatMap(s -> s.step().sketch().curves().stream())
                    .anyMatch(k -> k.id().equals(h.key()) && k instanceof SketchLine);
            if (line) {
                f.choose("axis", h.key());
                return true;
            }
        }
        Optional<JsonNode> other = PlaneWords.axis(h, f.context());
        if (other.isPresent()) {
            f.choose("axis", "other");
            f.pick("about", other.get());
            f.aim("regions");
            return true;
        }
        return super.hit(f, h);
    }

    @Override
    protected List<String> always(Form f) {
        return List.of("edge", "face");
    }

    @Override
    protected void follow(Form f, String place) {
        if (place.equals("axis")) {
            f.aim(f.is("axis", "other") ? "about" : "regions");
        }
    }

    private List<Option> axes(Form f) {
        List<Option> out = new ArrayList<>();
        Frame at =
                f.context().sketch(f.chosen("sketch")).map(PlacedSketch::frame).orElse(Frame.WORLD);
        out.add(new Option("x-axis", own(at.x(), "axis.x-axis")));
        out.add(new Option("y-axis", own(at.y(), "axis.y-axis")));
        String now = f.chosen("axis");
        f.context()
                .sketch(f.chosen("sketch"))
                .map(PlacedSketch::step)
                .ifPresent(s -> s.sketch().curves().stream()
                        .filter(k -> k instanceof SketchLine)
                        .forEach(k -> out.add(new Option(k.id(), words().text("axis.line") + " " + k.id()))));
        out.add(new Option("other", words().text("axis.other")));
        if (out.stream().noneMatch(o -> o.key().equals(now)) && !now.isEmpty()) {
            out.add(new Option(now, words().text("axis.line") + " " + now));
        }
        return out;
    }

    /** What one of the sketch's own axes is called: by the axis of the part that it runs along, if it does. */
    private String own(Vec3 way, String otherwise) {
        return PickWords.axis(way)
                .map(a -> words().text("axis.along").replace("@", a))
                .orElseGet(() -> words().text(otherwise));
    }

    @Override
    protected void say(Form f, Pen p) {
        sayRegions(f, p, true);
        Slot axis = p.choice("axis", axes(f)).among(List.of(f.chosen("sketch")));
        axis.field.putArray("what").add("curve");
        if (f.is("axis", "other")) {
            Slot about = p.axis("about");
            about.lack = f.one("about") == null ? words().text("axis.lack") : "";
        }
        p.choice("full", "yes", "no");
        if (!f.is("full", "yes")) {
            p.angle("angle");
            p.choice("way", "out", "in", "both");
        }
        p.choice("mode", "body", "add", "remove", "common");
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        writeRegions(f, n);
        boolean other = f.is("axis", "other");
        n.put("axis", other ? "" : f.chosen("axis")).put("full", f.is("full", "yes"));
        if (other) {
            n.set("about", f.one("about"));
        }
        idle(f, n, "angle", !f.is("full", "yes"), Measure.ANGLE, 2 * Math.PI);
        writeWay(f, n);
        n.put("mode", f.chosen("mode"));
    }

    @Override
    public Class<? extends Step> type() {
        return RevolveStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return new RevolveStep(
                own.id(),
                own.name(),
                own.off(),
                f.text("sketch"),
                References.regions(f),
                f.text("axis", ""),
                f.flag("full"),
                f.size("angle", typed, place + "/angle", true),
                f.flag("bothWays"),
                f.flag("flipped"),
                f.oneOf("mode", MaterialStep.Mode.class),
                f.has("about") ? References.axis(f, "about") : null);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        RevolveStep r = (RevolveStep) step;
        References.profile(n, r);
        n.put("axis", r.axis()).put("full", r.full()).put("angle", r.angle());
        n.put("bothWays", r.bothWays()).put("flipped", r.flipped());
        n.put("mode", Words.of(r.mode()));
        if (r.about() != null) {
            References.axis(n, "about", r.about());
        }
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildRevolve.build((RevolveStep) step, before, notes);
    }
}
