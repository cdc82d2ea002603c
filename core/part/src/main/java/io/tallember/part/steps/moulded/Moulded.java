package io.tallember.part.steps.moulded;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.Refusal;
import io.tallember.part.SketchPlane;
import io.tallember.part.SketchStep;
import io.tallember.part.Step;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PlainSketch;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.part.steps.extrude.ExtrudeStep.Extent;
import io.tallember.part.steps.extrude.ExtrudeStep.Reach;
import io.tallember.part.steps.revolve.RevolveStep;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.regions.Region;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.FaceProfile;
import io.tallember.solid.sweep.Inset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;

/** Ready pieces of moulded parts written out as the sketches, extrusions and revolutions that they are made of, and built so. */
public final class Moulded {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private final MouldedStep step;
    private final Stand before;
    private final List<Step> out = new ArrayList<>();
    private final List<String> notes;

    private Moulded(MouldedStep step, Stand before, List<String> notes) {
        this.step = step;
        this.before = before;
        this.notes = notes;
    }

    /** The steps that a piece is made of. */
    static List<Step> parts(MouldedStep step, Stand before) {
        return new Moulded(step, before, new ArrayList<>()).steps();
    }

    static Stand build(MouldedStep step, Stand before, List<String> notes) {
        Stand now = before;
        Planes.frame(step.on(), "this " + step.kind().toLowerCase(Locale.ROOT), before, notes);
        if (step.feature() == MouldedStep.Feature.RIM) {
            Moulded rim = new Moulded(step, before, new ArrayList<>());
            Band band = rim.band();
            if (!band.drawable()) {
                return before.changed(step.id(), rim.asItIs(band).bodies());
            }
        }
        // that its own steps change the face they stand on goes without saying
        List<String> unsaid = new ArrayList<>();
        for (Step s : new Moulded(step, before, unsaid).steps()) {
            now = Kinds.of(s).build(s, now, unsaid);
        }
        return before.changed(step.id(), now.bodies());
    }

    private List<Step> steps() {
        switch (step.feature()) {
            case RIM -> rim();
            case CLIP -> step.at().forEach(this::clip);
            case POST -> step.at().forEach(this::post);
            case SLOTS -> step.at().forEach(this::slots);
        }
        return out;
    }

    private String next() {
        return step.inner(out.size() + 1);
    }

    private double size(String what) {
        return step.size(what);
    }

    private String sketch(String what, SketchPlane plane, Sketch s) {
        String id = next();
        out.add(new SketchStep(id, step.name() + " " + what + " outline", false, plane, s));
        return id;
    }

    private void extrude(String what, SketchPlane plane, Sketch s, Predicate<Region> which, Reach reach, Mode mode) {
        String sketch = sketch(what, plane, s);
        out.add(new ExtrudeStep(
                next(), step.name() + " " + what, false, sketch, PlainSketch.regions(s, which), reach, 0, null, mode));
    }

    private static Reach by(double d, boolean bothWays, boolean flipped) {
        return Reach.of(Extent.DISTANCE, d, null, bothWays, flipped);
    }

    /** Upright at a place, its x turned and its y along the plane's normal. */
    private SketchPlane standing(Vec2 at, double turn) {
        return new SketchPlane.Standing(step.on(), at.x(), at.y(), turn);
    }

    private void post(Vec2 at) {
        double top = size("diameter") / 2;
        double h = size("height");
        double foot = top + h * Math.tan(size("draft"));
        double hole = size("hole") / 2;
        double deep = Math.min(size("depth"), h);
        if (!(hole < top - TOL.linear())) {
            throw new GeometryException(Reason.BAD_VALUE, "The post's hole must be narrower than the post.");
        }
        SketchPlane upright = standing(at, step.turn());
        PlainSketch o = deep < h - TOL.linear()
                ? new PlainSketch()
                        .polygon(v(0, 0), v(foot, 0), v(top, h), v(hole, h), v(hole, h - deep), v(0, h - deep))
                : new PlainSketch().polygon(v(hole, 0), v(foot, 0), v(top, h), v(hole, h));
        Sketch s = o.sketch();
        String sketch = sketch("post", upright, s);
        out.add(new RevolveStep(
                next(),
                step.name() + " post",
                false,
                sketch,
                PlainSketch.regions(s, r -> true),
                Sketch.Y_AXIS,
                true,
                2 * Math.PI,
                false,
                false,
                Mode.ADD));
        double rise = size("rise");
        if (step.count() > 0 && !(rise <= h && size("reach") > foot)) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "Gussets reach beyond the post's foot and rise no higher than the post.");
        }
        for (int i = 0; i < step.count(); i++) {
            // from inside the post's wall, so that the two join
            double in = 0.5 * (hole + top);
            Sketch web = new PlainSketch()
                    .polygon(
                            v(in, 0),
                            v(size("reach"), 0),
                            v(top + (h - rise) * Math.tan(size("draft")), rise),
                            v(in, rise))
                    .sketch();
            double turn = step.turn() + 2 * Math.PI * i / step.count();
            extrude("gusset " + (i + 1), standing(at, turn), web, r -> true, by(size("web"), true, false), Mode.ADD);
        }
    }

    private void clip(Vec2 at) {
        double t = size("thickness");
        double tip = size("tip");
        double l = size("length");
        double u = size("hook");
        double r = size("root");
        double under = u * Math.tan(size("hold"));
        if (!(size("lead") > Math.toRadians(1)) || !(tip <= t)) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The hook's entry leans by more than 1°, and the arm is no thicker at its hook than at its root.");
        }
        // a flat of a fifth of its depth at the hook's nose, then the entry
        double nose = l + under + 0.2 * u;
        double end = nose + (u + 0.5 * tip) / Math.tan(size("lead"));
        List<Vec2> corners = new ArrayList<>();
        List<Vec2> centres = new ArrayList<>();
        List<Boolean> against = new ArrayList<>();
        // the arm's inner side leans, its back is upright
        double lean = Math.atan2(t - tip, l);
        if (r > 0) {
            // the root's arc touches the plane and the leaning side
            double x = t + r * Math.tan(Math.PI / 4 - lean / 2);
            Vec2 c = v(x, r);
            corners.add(v(x, 0));
            centres.add(c);
            against.add(true);
            corners.add(v(c.x() - r * Math.cos(lean), c.y() - r * Math.sin(lean)));
        } else {
            corners.add(v(t, 0));
        }
        centres.add(null);
        against.add(false);
        for (Vec2 p :
                List.of(v(tip, l), v(tip + u, l + under), v(tip + u, nose), v(0.5 * tip, end), v(0, end), v(0, 0))) {
            corners.add(p);
            centres.add(null);
            against.add(false);
        }
        Sketch s = new PlainSketch().path(corners, centres, against).sketch();
        extrude("arm", standing(at, step.turn()), s, k -> true, by(size("width"), true, false), Mode.ADD);
    }

    private void slots(Vec2 at) {
        double l = size("length");
        double w = size("width");
        if (!(l > w + TOL.linear())
                || step.count() > 1 && !(size("spacing") > w)
                || step.rows() > 1 && !(size("between") > l)) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The slots would run into each other: they are longer than wide, and set apart by more than their width"
                            + " and, in rows, their length.");
        }
        double c = Math.cos(step.turn());
        double sn = Math.sin(step.turn());
        PlainSketch o = new PlainSketch();
        for (int row = 0; row < step.rows(); row++) {
            for (int i = 0; i < step.count(); i++) {
                double x = (i - 0.5 * (step.count() - 1)) * size("spacing");
                double y = (row - 0.5 * (step.rows() - 1)) * size("between");
                double half = (l - w) / 2;
                Vec2 a = v(at.x() + c * x - sn * (y - half), at.y() + sn * x + c * (y - half));
                Vec2 b = v(at.x() + c * x - sn * (y + half), at.y() + sn * x + c * (y + half));
                o.slot(a, b, w);
            }
        }
        extrude("slots", step.on(), o.sketch(), r -> true, by(size("depth"), false, true), Mode.REMOVE);
    }

    private void rim() {
        Band band = band();
        if (!band.drawable()) {
            throw Refusal.of(
                    "This rim follows free curves, which no sketch holds exactly. It stays one piece; its sizes are"
                            + " changed here.");
        }
        Sketch s = new PlainSketch().loop(band.edge).loop(band.moved).sketch();
        extrude(rimWord(), step.on(), s, r -> !r.holes().isEmpty(), by(tall(), false, step.recess()), rimMode());
    }

    /** A rim along free curves, which no sketch could hold: its band is pulled as it is. */
    private Stand asItIs(Band band) {
        double from = step.recess() ? -tall() : 0;
        Body ring = Extrude.of(band.profile(), from, from + tall(), step.inner(2), "r1", TOL);
        return Material.apply(step.inner(2), rimMode(), rimWord(), List.of(ring), before);
    }

    private String rimWord() {
        return step.recess() ? "recess" : "lip";
    }

    private Mode rimMode() {
        return step.recess() ? Mode.REMOVE : Mode.ADD;
    }

    private double tall() {
        return size("height") + (step.recess() ? size("clearance") : 0);
    }

    /** The flat ring a rim stands on: an edge of its face, and the same moved into the face. */
    private record Band(Frame frame, List<Profile.Edge> edge, List<Profile.Edge> moved, boolean outer) {
        boolean drawable() {
            return edge.stream().allMatch(e -> e.curve() instanceof Line || e.curve() instanceof Circle);
        }

        Profile profile() {
            List<Profile.Edge> other = new ArrayList<>();
            moved.forEach(e -> other.add(0, new Profile.Edge(e.curve(), e.range(), !e.forward(), "in-" + e.source())));
            return outer
                    ? new Profile(frame, edge, List.of(other), "r1")
                    : new Profile(frame, other, List.of(edge), "r1");
        }
    }

    private Band band() {
        SketchPlane.OnFace on = (SketchPlane.OnFace) step.on();
        Face face = Planes.face(on, "this rim", before, notes);
        Frame frame = Planes.frame(on, "this rim", before, notes);
        Profile outline = FaceProfile.of(face, frame, "rim");
        if (!step.outer() && outline.holes().size() != 1) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "A rim along the inner edge needs a flat face round one opening; this one has "
                            + outline.holes().size()
                            + ". Click the face that goes all round, or run it along the outer edge.");
        }
        List<Profile.Edge> edge =
                step.outer() ? outline.outer() : outline.holes().get(0);
        double more = step.recess() ? size("clearance") : 0;
        List<Profile.Edge> moved = Inset.of(
                edge,
                size("thickness") + more,
                true,
                TOL,
                s -> new GeometryException(
                        Reason.BAD_VALUE, "The rim is thicker than its edge's bends allow. Take a smaller thickness."));
        return new Band(frame, edge, moved, step.outer());
    }

    private static Vec2 v(double x, double y) {
        return new Vec2(x, y);
    }
}
