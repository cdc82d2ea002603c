package io.tallember.part.rebuild;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.ExtrudeStep;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Taper;
import io.tallember.solid.sweep.UpTo;
import java.util.ArrayList;
import java.util.List;

/** Pulls regions out of their plane and makes new bodies of them, adds them, or takes them away. */
final class BuildExtrude {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    /** How far past the last material a cut through all goes, in mm. */
    private static final double BEYOND = 1;

    /** How far a face is carried on beyond its edges, in mm. */
    private static final double REACH = 200;

    private final ExtrudeStep step;
    private final Stand before;
    private final List<String> notes;

    private BuildExtrude(ExtrudeStep step, Stand before, List<String> notes) {
        this.step = step;
        this.before = before;
        this.notes = notes;
    }

    static Stand build(ExtrudeStep step, Stand before, List<String> notes) {
        BuildExtrude b = new BuildExtrude(step, before, notes);
        return Material.apply(step, "extrusion", b.tools(), before);
    }

    private List<Body> tools() {
        Profiles profiles = Profiles.of(step, before, notes);
        Frame frame = profiles.frame();
        List<Body> tools = new ArrayList<>();
        for (Profiles.Named p : profiles.all()) {
            tools.addAll(
                    switch (step.extent()) {
                        case DISTANCE, THROUGH -> straight(p, frame);
                        case NEXT -> upTo(p, frame, null);
                        case FACE -> upTo(p, frame, target());
                    });
        }
        return tools.size() == 1 ? tools : Fuse.unite(tools, TOL);
    }

    private List<Body> straight(Profiles.Named p, Frame frame) {
        Interval reach = reach(frame);
        if (step.taper() == 0) {
            return List.of(Extrude.of(p.profile(), reach.lo(), reach.hi(), step.id(), p.id(), TOL));
        }
        List<Body> out = new ArrayList<>();
        for (double end : new double[] {reach.lo(), reach.hi()}) {
            if (end != 0) {
                out.add(Taper.of(p.profile(), end, step.taper(), step.id(), p.id(), TOL));
            }
        }
        return out.size() == 1 ? out : Fuse.unite(out, TOL);
    }

    private Face target() {
        FaceFinder.Found found = FaceFinder.find(step.target(), before.bodies())
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The face up to which this extrusion goes is no longer there. Pick another one."));
        if (!found.exact()) {
            notes.add(
                    "The face up to which this extrusion goes has changed its neighbours; the piece nearest to the old"
                            + " one was taken.");
        }
        return found.face();
    }

    /** Up to a face, carried on beyond its edges; up to the next faces of the bodies when it is null. */
    private List<Body> upTo(Profiles.Named p, Frame frame, Face face) {
        List<Body> out = new ArrayList<>();
        for (boolean back : step.bothWays() ? new boolean[] {false, true} : new boolean[] {step.flipped()}) {
            double far = (face == null ? farthest(frame, back) : 2 * farthest(frame, back) + REACH) * (back ? -1 : 1);
            Body prism = Extrude.of(p.profile(), Math.min(0, far), Math.max(0, far), step.id(), p.id(), TOL);
            if (face != null) {
                out.addAll(UpTo.surface(prism, face.surface(), p.id(), step.id(), back, TOL));
            } else {
                out.addAll(UpTo.next(
                        prism, before.bodies().stream().map(PartBody::body).toList(), p.id(), step.id(), back, TOL));
            }
        }
        return out.size() == 1 ? out : Fuse.unite(out, TOL);
    }

    private double farthest(Frame frame, boolean back) {
        Interval all = span(frame);
        return Math.max(BEYOND, back ? -all.lo() : all.hi());
    }

    /** From where to where it goes, in mm along the sketch's normal. */
    private Interval reach(Frame frame) {
        double d = step.distance();
        if (step.extent() == ExtrudeStep.Extent.DISTANCE) {
            double from = step.bothWays() ? -d / 2 : step.flipped() ? -d : 0;
            return new Interval(from, from + d);
        }
        Interval all = span(frame);
        return step.bothWays() ? all : step.flipped() ? new Interval(all.lo(), 0) : new Interval(0, all.hi());
    }

    /** From below to above everything, in mm along the sketch's normal. */
    private Interval span(Frame frame) {
        double low = -BEYOND;
        double high = BEYOND;
        for (PartBody b : before.bodies()) {
            Box3 box = b.body().bounds();
            for (int i = 0; i < 8; i++) {
                Vec3 corner = new Vec3(
                        (i & 1) == 0 ? box.min().x() : box.max().x(),
                        (i & 2) == 0 ? box.min().y() : box.max().y(),
                        (i & 4) == 0 ? box.min().z() : box.max().z());
                double along = frame.local(corner).z();
                low = Math.min(low, along - BEYOND);
                high = Math.max(high, along + BEYOND);
            }
        }
        return new Interval(low, high);
    }
}
