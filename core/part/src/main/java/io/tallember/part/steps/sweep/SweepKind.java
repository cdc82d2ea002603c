package io.tallember.part.steps.sweep;

import io.tallember.part.MaterialStep;
import io.tallember.part.Measure;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.fields.Words;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.AlongForm;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.ProfileKind;
import io.tallember.solid.sweep.Manner;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Regions, or a round, carried along a path. */
public final class SweepKind extends ProfileKind {
    public SweepKind() {
        super(2, "sweep");
    }

    @Override
    protected List<Offer> offers(Context c) {
        boolean any = !c.paths("").isEmpty()
                || lineDrawn(c)
                || drawn(c, false)
                || !c.bodies().isEmpty();
        return List.of(offer("sweep", any ? "" : words().text("why.path")));
    }

    @Override
    protected boolean takesLines(Form f) {
        return false;
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        usual(f);
        f.choose("mode", f.context().bodies().isEmpty() ? "body" : "add");
        boolean taken = takes(
                f, picked.stream().filter(h -> h.what() == Hit.What.REGION).toList());
        f.choose("what", taken ? "regions" : "round");
        picked.stream()
                .filter(h -> h.what() == Hit.What.LINE && h.regionRef().isPresent())
                .findFirst()
                .ifPresent(h -> AlongForm.line(f, "", h));
        List<JsonNode> edges =
                picked.stream().flatMap(h -> h.edgeRef(f.context()).stream()).toList();
        if (!edges.isEmpty()) {
            f.choose("along", "edges");
            f.pick("edges", edges);
        }
        aimAlong(f);
    }

    private static void aimAlong(Form f) {
        String aim = AlongForm.aim(f, "");
        f.aim(aim.isEmpty() ? "regions" : aim);
    }

    private static void usual(Form f) {
        f.choose("sketch", "");
        f.pick("regions", List.of());
        f.usual("diameter", 6, 0.25);
        f.usual("wall", 1, 1 / 16.0);
        f.choose("made", "solid");
        f.usual("thickness", 2, 1 / 16.0);
        AlongForm.usual(f, "");
        f.rows("guides", List.of());
        f.choose("lead", "scale");
        f.choose("corners", "mitred");
        f.choose("ends", "path");
        f.pick("until", List.of());
        f.choose("keep", "square");
        f.pick("up", MAKE.stringNode("top"));
        f.choose("twisted", "no");
        f.angle("twist", Math.PI / 2);
    }

    @Override
    protected boolean fits(String offer, List<Hit> picked, Context c) {
        boolean all = picked.stream().allMatch(h -> h.what() == Hit.What.LINE || h.what() == Hit.What.EDGE);
        return all && (picked.size() == 1 || picked.stream().allMatch(h -> h.what() == Hit.What.EDGE))
                || super.fits(offer, picked, c);
    }

    @Override
    protected boolean hit(Form f, Hit h) {
        if (AlongForm.hit(f, h)) {
            return true;
        }
        boolean along = h.what() == Hit.What.LINE || f.aim().equals("line");
        if (along && AlongForm.line(f, "", h)) {
            f.aim("");
            return true;
        }
        if (h.what() == Hit.What.REGION) {
            f.choose("what", "regions");
        }
        return super.hit(f, h);
    }

    @Override
    protected List<String> always(Form f) {
        return List.of("region", "line");
    }

    @Override
    protected void follow(Form f, String place) {
        if (AlongForm.follow(f, place)) {
            return;
        }
        switch (place) {
            case "along" -> aimAlong(f);
            case "ends" -> f.aim(f.is("ends", "face") ? "until" : f.aim());
            case "what" -> {
                if (f.is("what", "regions") && f.picked("regions").isEmpty()) {
                    List<String> free = free(f.context());
                    String sketch = free.isEmpty() ? "" : free.get(free.size() - 1);
                    f.context().sketch(sketch).ifPresent(s -> {
                        f.choose("sketch", sketch);
                        f.pick("regions", likely(s));
                    });
                    f.aim("regions");
                }
            }
            case "keep" -> f.aim(f.is("keep", "upright") ? "up" : f.aim());
            default -> {}
        }
    }

    @Override
    protected void press(Form f, String place) {
        AlongForm.press(f, place);
    }

    @Override
    protected void again(Form f) {
        f.rows("guides", List.of());
        String along = f.chosen("along");
        String what = f.chosen("what");
        f.pick("regions", List.of());
        f.choose("along", along);
        f.choose("what", what);
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        ObjectNode copy = n.deepCopy();
        List<JsonNode> regions = f.picked("regions");
        String sketch = f.chosen("sketch");
        usual(f);
        f.pick("regions", regions);
        f.choose("sketch", sketch);
        boolean round = copy.has("round");
        double wall = copy.path("round").path("wall").asDouble(0);
        f.choose("what", !round ? "regions" : wall > 0 ? "tube" : "round");
        if (round) {
            open(f, "diameter", copy.get("round").get("diameter").doubleValue(), Measure.LENGTH);
        }
        if (wall > 0) {
            open(f, "wall", wall, Measure.LENGTH);
        }
        AlongForm.open(f, "", copy.path("along"));
        AlongForm.openGuides(f, copy.path("guides"));
        f.choose("lead", copy.path("lead").asString("scale"));
        f.choose(
                "corners", copy.path("corners").asString(copy.path("rounded").asBoolean(false) ? "rounded" : "mitred"));
        f.choose("ends", copy.path("ends").asString("path"));
        if (copy.has("until")) {
            f.pick("until", copy.get("until"));
        }
        f.choose("keep", copy.path("keep").asString("square"));
        if (copy.has("up")) {
            f.pick("up", copy.get("up"));
        }
        double twist = copy.path("twist").asDouble(0);
        f.choose("twisted", twist == 0 ? "no" : "yes");
        if (twist != 0) {
            open(f, "twist", twist, Measure.ANGLE);
        }
        f.choose("made", "solid");
        if (copy.has("thin")) {
            f.choose("made", copy.get("thin").path("side").asString("inside"));
            open(f, "thickness", copy.get("thin").get("thickness").doubleValue(), Measure.LENGTH);
        }
        f.drop("round");
        f.drop("thin");
        f.aim("regions");
    }

    @Override
    protected void say(Form f, Pen p) {
        p.choice("what", "regions", "round", "tube");
        if (f.is("what", "regions")) {
            sayRegions(f, p, true);
            p.choice("made", "solid", "inside", "outside", "middle").quiet(f.is("made", "solid"));
            if (!f.is("made", "solid")) {
                p.length("thickness");
            }
        } else {
            p.length("diameter");
            if (f.is("what", "tube")) {
                p.length("wall");
            }
        }
        AlongForm.say(f, p, "");
        p.choice("keep", "square", "upright", "fixed").quiet(f.is("keep", "square"));
        if (f.is("keep", "upright")) {
            p.plane("up");
        }
        AlongForm.sayGuides(f, p);
        int guides = f.rows("guides").size();
        if (guides > 0) {
            p.choice("lead", "turn", "scale", "stretch");
        } else {
            p.choice("twisted", "no", "yes").quiet(f.is("twisted", "no"));
            if (f.is("twisted", "yes")) {
                p.angle("twist");
            }
        }
        p.choice("corners", "mitred", "rounded", "refused").quiet(f.is("corners", "mitred"));
        p.choice("ends", "path", "face", "next").quiet(f.is("ends", "path"));
        if (f.is("ends", "face")) {
            p.face("until");
        }
        p.choice("mode", "body", "add", "remove", "common");
        if (guides < 2) {
            p.act("guide");
        }
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        if (f.is("what", "regions")) {
            writeRegions(f, n);
            if (!f.is("made", "solid")) {
                ObjectNode thin = n.putObject("thin").put("side", f.chosen("made"));
                f.write(thin, "thickness", "thickness");
            }
        } else {
            n.put("sketch", "").putArray("regions");
            ObjectNode round = n.putObject("round");
            f.write(round, "diameter", "diameter");
            if (f.is("what", "tube")) {
                f.write(round, "wall", "wall");
            } else {
                round.put("wall", 0);
            }
        }
        AlongForm.write(f, "", n.putObject("along"));
        AlongForm.writeGuides(f, n);
        boolean led = !f.rows("guides").isEmpty();
        if (led) {
            n.put("lead", f.chosen("lead"));
        }
        if (!f.is("corners", "mitred")) {
            n.put("corners", f.chosen("corners"));
        }
        if (!f.is("ends", "path")) {
            n.put("ends", f.chosen("ends"));
        }
        if (f.is("ends", "face")) {
            f.writeOne(n, "until", "until");
        }
        n.put("keep", f.chosen("keep"));
        if (f.is("keep", "upright")) {
            f.writeOne(n, "up", "up");
        }
        if (f.is("twisted", "yes") && !led) {
            f.write(n, "twist", "twist");
        } else {
            n.put("twist", 0);
        }
        n.put("mode", f.chosen("mode"));
    }

    @Override
    public Class<? extends Step> type() {
        return SweepStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        SweepStep.Round round = null;
        if (f.has("round")) {
            Fields r = f.part("round", "round");
            round = new SweepStep.Round(
                    r.size("diameter", typed, place + "/diameter", false),
                    r.size("wall", typed, place + "/wall", false));
        }
        return new SweepStep(
                own.id(),
                own.name(),
                own.off(),
                f.text("sketch", ""),
                References.regions(f),
                round,
                References.along(f.part("along", "what is gone along")),
                f.oneOf("keep", Manner.Keep.class),
                f.has("up") ? References.plane(f, "up") : null,
                f.size("twist", typed, place + "/twist", true),
                new SweepStep.Guides(
                        References.guides(f), f.has("lead") ? f.oneOf("lead", Manner.Lead.class) : Manner.Lead.SCALE),
                f.has("ends")
                        ? new SweepStep.End(
                                f.oneOf("ends", SweepStep.Ends.class),
                                f.has("until") ? References.face(f.part("until", "face")) : null)
                        : SweepStep.End.PATH,
                corners(f),
                References.thin(f, typed, place),
                f.oneOf("mode", MaterialStep.Mode.class));
    }

    /** Older files say only whether they are rounded. */
    private static SweepStep.Corners corners(Fields f) {
        if (f.has("corners")) {
            return f.oneOf("corners", SweepStep.Corners.class);
        }
        return f.has("rounded") && f.flag("rounded") ? SweepStep.Corners.ROUNDED : SweepStep.Corners.MITRED;
    }

    @Override
    public void write(Step step, ObjectNode n) {
        SweepStep s = (SweepStep) step;
        References.profile(n, s);
        if (s.round() != null) {
            n.putObject("round")
                    .put("diameter", s.round().diameter())
                    .put("wall", s.round().wall());
        }
        References.put(n, s.thin());
        References.put(n.putObject("along"), s.along());
        References.guides(n, s.led().guides());
        if (!s.led().guides().isEmpty()) {
            n.put("lead", Words.of(s.led().lead()));
        }
        if (s.corners() != SweepStep.Corners.MITRED) {
            n.put("corners", Words.of(s.corners()));
        }
        if (s.end().at() != SweepStep.Ends.PATH) {
            n.put("ends", Words.of(s.end().at()));
        }
        if (s.end().face() != null) {
            References.put(n.putObject("until"), s.end().face());
        }
        n.put("keep", Words.of(s.keep()));
        if (s.up() != null) {
            References.put(n, "up", s.up());
        }
        n.put("twist", s.twist()).put("mode", Words.of(s.mode()));
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildSweep.build((SweepStep) step, before, notes);
    }
}
