package io.tallember.part.steps.extrude;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.Measure;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.Profiles;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.rebuild.StepOutcome;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.DrawnSize;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Handle;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.ProfileKind;
import io.tallember.part.steps.Remedy;
import io.tallember.solid.fuse.Classifier;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Regions or walls along drawn lines, pulled out of their plane. */
public final class ExtrudeKind extends ProfileKind {
    /** So near to its plane, in mm, a pull is asked whether it goes into material. */
    private static final double NEAR = 0.01;

    public ExtrudeKind() {
        super(2, "extrude");
    }

    @Override
    protected List<Offer> offers(Context c) {
        return List.of(offer("extrude", drawn(c, true) ? "" : words().text("why.regions")));
    }

    @Override
    protected boolean takesLines(Form f) {
        return !f.is("made", "solid");
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        Context c = f.context();
        f.choose("made", "solid");
        f.usual("thickness", 2, 1 / 16.0);
        f.choose("starts", "plane");
        f.choose("extent", "distance");
        f.usual("distance", 10, 0.5);
        f.length("gap", 0);
        f.choose("way", "out");
        f.usual("back", 5, 0.25);
        f.choose("lean", "upright");
        f.angle("taper", Math.toRadians(2));
        f.choose("mode", c.bodies().isEmpty() ? "body" : "add");
        if (!takes(f, picked)) {
            newest(f);
        }
        f.aim("regions");
    }

    /** Takes the newest sketch that nothing is made of yet. */
    private static void newest(Form f) {
        List<String> free = free(f.context());
        String sketch = free.isEmpty() ? "" : free.get(free.size() - 1);
        f.choose("sketch", sketch);
        f.context().sketch(sketch).ifPresent(s -> {
            List<JsonNode> regions = likely(s);
            if (regions.isEmpty() && !lines(s).isEmpty()) {
                f.pick("regions", lines(s));
                f.choose("made", "middle");
            } else {
                f.pick("regions", regions);
            }
        });
    }

    @Override
    protected void again(Form f) {
        f.pick("regions", List.of());
        newest(f);
        f.choose("mode", f.context().bodies().isEmpty() ? "body" : "add");
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        if (!n.has("extent")) {
            f.choose("extent", "distance");
        }
        f.choose("made", n.path("side").asString("solid"));
        if (!f.has("thickness")) {
            f.usual("thickness", 2, 1 / 16.0);
        }
        f.choose("starts", n.has("from") ? "face" : "plane");
        if (!f.has("gap")) {
            f.length("gap", 0);
        }
        if (!f.has("back")) {
            f.usual("back", 5, 0.25);
        }
        openWay(f, n);
        double taper = n.path("taper").asDouble(0);
        f.choose("lean", taper == 0 ? "upright" : taper > 0 ? "in" : "out");
        if (taper == 0) {
            f.angle("taper", Math.toRadians(2));
        } else if (f.exact("taper") != null) {
            f.angle("taper", Math.abs(taper));
        } else if (taper < 0) {
            f.type("taper", negated(f.text("taper")));
        }
        f.aim("regions");
    }

    /** A formula with the other sign. */
    private static String negated(String text) {
        String t = text.strip();
        if (t.startsWith("-(") && t.endsWith(")") && t.indexOf('(', 2) < 0) {
            return t.substring(2, t.length() - 1);
        }
        return t.matches("[\\d.,\\s\u00b0]+") ? "-" + t : "-(" + t + ")";
    }

    @Override
    protected void follow(Form f, String place) {
        if (place.equals("extent") && f.is("extent", "through") && f.step().isEmpty()) {
            f.choose("mode", "remove"); // mostly meant; adding can be chosen after
        }
        if (place.equals("way")
                && f.is("mode", "add")
                && (f.is("way", "in") || f.is("way", "out"))
                && intoMaterial(f)) {
            f.choose("mode", "remove");
        }
        if (f.is("starts", "face") && f.is("extent", "next")) {
            f.choose("extent", "distance");
        }
        if (!f.is("extent", "distance") && f.is("way", "two")) {
            f.choose("way", "out");
        }
        if (!f.is("made", "solid")) {
            f.choose("lean", "upright");
        }
        if (place.equals("starts") && f.is("starts", "face")) {
            f.aim("from");
        } else if (place.equals("extent") && f.is("extent", "face")) {
            f.aim("target");
        } else if (place.equals("from") || place.equals("target")) {
            f.aim(place);
        }
    }

    /** Whether the regions of a new step lie on a body and are pulled into it; what is there already has its own mind. */
    private static boolean intoMaterial(Form f) {
        PlacedSketch s = f.context().sketch(f.chosen("sketch")).orElse(null);
        Vec3 foot = s == null || !f.step().isEmpty() ? null : foot(f, s);
        if (foot == null || !f.is("starts", "plane")) {
            return false;
        }
        Vec3 way = f.is("way", "in") ? s.frame().z().negated() : s.frame().z();
        return inside(foot.plus(NEAR, way), f.context()) && !inside(foot.plus(-NEAR, way), f.context());
    }

    private static boolean inside(Vec3 p, Context c) {
        return c.bodies().stream().anyMatch(b -> new Classifier(b.body(), Tolerance.DEFAULT).inside(p));
    }

    @Override
    protected void pulled(Form f, String place, double mm) {
        if (!place.equals("distance") || mm > 0) {
            super.pulled(f, place, mm);
        } else if (mm < 0 && (f.is("way", "out") || f.is("way", "in"))) {
            f.choose("way", f.is("way", "out") ? "in" : "out", () -> follow(f, "way"));
            super.pulled(f, place, -mm);
        }
    }

    @Override
    protected void say(Form f, Pen p) {
        boolean distance = f.is("extent", "distance");
        sayRegions(f, p, true);
        p.choice("made", "solid", "inside", "outside", "middle").quiet(f.is("made", "solid"));
        if (!f.is("made", "solid")) {
            p.length("thickness");
        }
        p.choice("starts", "plane", "face").quiet(f.is("starts", "plane"));
        if (f.is("starts", "face")) {
            p.face("from");
        }
        p.choice("extent", "distance", "through", "next", "face");
        if (distance) {
            p.length("distance");
        }
        if (f.is("extent", "face")) {
            p.face("target");
            p.length("gap").quiet(f.number("gap", Measure.LENGTH, 1) == 0);
        }
        if (distance) {
            p.choice("way", "out", "in", "both", "two");
        } else {
            p.choice("way", "out", "in", "both");
        }
        if (f.is("way", "two")) {
            p.length("back");
        }
        if (f.is("made", "solid")) {
            p.choice("lean", "upright", "in", "out").quiet(f.is("lean", "upright"));
            if (!f.is("lean", "upright")) {
                p.angle("taper");
            }
        }
        p.choice("mode", "body", "add", "remove", "common");
    }

    @Override
    protected List<Handle> handles(Form f, Pen p) {
        PlacedSketch s = f.context().sketch(f.chosen("sketch")).orElse(null);
        Vec3 foot = s == null ? null : foot(f, s);
        if (foot == null || !f.is("extent", "distance") || !f.is("starts", "plane")) {
            return List.of();
        }
        Vec3 way = f.is("way", "in") ? s.frame().z().negated() : s.frame().z();
        return List.of(new Handle("distance", foot, way, f.is("way", "both") ? 2 : 1, !f.is("way", "both")));
    }

    @Override
    protected List<Remedy> remedies(Form f, StepOutcome failed) {
        boolean turns = failed.reason() == Reason.WRONG_WAY && (f.is("way", "out") || f.is("way", "in"));
        ObjectNode other = MAKE.objectNode().put("chose", f.is("way", "out") ? "in" : "out");
        return turns ? List.of(new Remedy(words().text("remedy.turn"), "way", other)) : super.remedies(f, failed);
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        writeRegions(f, n);
        boolean distance = f.is("extent", "distance");
        n.put("extent", f.chosen("extent"));
        idle(f, n, "distance", distance, Measure.LENGTH, 10);
        boolean leans = f.is("made", "solid") && !f.is("lean", "upright");
        if (!leans) {
            n.put("taper", 0);
        } else if (f.is("lean", "in")) {
            f.write(n, "taper", "taper");
        } else if (f.exact("taper") != null) {
            n.put("taper", -f.exact("taper"));
        } else {
            n.put("taper", negated(f.text("taper")));
        }
        f.writeOne(n, "target", "target");
        if (f.is("extent", "face")) {
            f.write(n, "gap", "gap");
        }
        if (f.is("way", "two")) {
            f.write(n, "back", "back");
        }
        if (f.is("starts", "face")) {
            f.writeOne(n, "from", "from");
        }
        if (!f.is("made", "solid")) {
            n.put("side", f.chosen("made"));
            f.write(n, "thickness", "thickness");
        }
        writeWay(f, n);
        n.put("mode", f.chosen("mode"));
    }

    @Override
    public Class<? extends Step> type() {
        return ExtrudeStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return ExtrudeJson.read(own, f, typed, place);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        ExtrudeJson.write(n, (ExtrudeStep) step);
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildExtrude.build((ExtrudeStep) step, before, notes);
    }

    /** How far it goes, beside a corner of its first region. */
    @Override
    public List<DrawnSize> drawn(Step step, Stand finished) {
        ExtrudeStep e = (ExtrudeStep) step;
        if (e.extent() != ExtrudeStep.Extent.DISTANCE || e.reach().from() != null) {
            return List.of();
        }
        Profiles.Named first;
        Frame f;
        try {
            Profiles all = Profiles.of(e, finished, new ArrayList<>());
            first = all.all().get(0);
            f = all.frame();
        } catch (GeometryException x) {
            return List.of();
        }
        Vec3 corner = f.point(
                first.line() == null
                        ? first.profile().outer().get(0).start()
                        : first.line().edges().get(0).start());
        double d = e.distance() * (e.reach().flipped() ? -1 : 1);
        double from = e.reach().bothWays() ? -d / 2 : 0;
        List<DrawnSize> out = new ArrayList<>();
        out.add(new DrawnSize.Length(
                e.id(), "distance", corner.plus(from, f.z()), corner.plus(from + d, f.z()), f.z(), null, Math.abs(d)));
        if (e.reach().back() > 0) {
            double back = -Math.signum(d) * e.reach().back();
            out.add(new DrawnSize.Length(
                    e.id(),
                    "back",
                    corner,
                    corner.plus(back, f.z()),
                    f.z(),
                    null,
                    e.reach().back()));
        }
        return out;
    }
}
