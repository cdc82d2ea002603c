package io.tallember.part.steps.loft;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.part.FaceReference;
import io.tallember.part.rebuild.FaceFinder;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.PointFinder;
import io.tallember.part.rebuild.Profiles;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.rebuild.Ways;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.sweep.FaceProfile;
import io.tallember.solid.sweep.Loft;
import io.tallember.solid.sweep.Wall;
import java.util.ArrayList;
import java.util.List;

/** Finds the sections of a loft and leads it through them. */
final class BuildLoft {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private BuildLoft() {}

    static Stand build(LoftStep step, Stand before, List<String> notes) {
        Body body = Loft.of(sections(step, before, notes), shape(step, before, notes), step.id(), "r", TOL);
        return Material.apply(step, "loft", List.of(body), before);
    }

    /** Where its sections begin; empty when something of it is lost. */
    static List<Loft.Begin> begins(LoftStep step, Stand before) {
        List<String> notes = new ArrayList<>();
        try {
            return Loft.begins(sections(step, before, notes), shape(step, before, notes), TOL);
        } catch (GeometryException e) {
            return List.of();
        }
    }

    private static List<Loft.Section> sections(LoftStep step, Stand before, List<String> notes) {
        List<Loft.Section> all = new ArrayList<>();
        for (LoftStep.Section s : step.sections()) {
            all.add(section(s, step, before, notes));
        }
        return all;
    }

    private static Loft.Shape shape(LoftStep step, Stand before, List<String> notes) {
        List<Way> guides = step.guides().stream()
                .map(g -> Ways.along(g, "a guide of this loft", before, notes))
                .toList();
        return new Loft.Shape(
                step.run(), step.first(), step.last(), step.closed(), guides, step.firstOn(), step.lastOn());
    }

    private static Loft.Section section(LoftStep.Section s, LoftStep step, Stand before, List<String> notes) {
        if (s.of() instanceof LoftStep.Of.Point p) {
            return new Loft.Section(null, PointFinder.place(p.corner(), "this loft", before, notes), s.shift());
        }
        Face face = s.of() instanceof LoftStep.Of.OfFace f ? face(f.face(), before, notes) : null;
        Profile p = s.of() instanceof LoftStep.Of.Region r ? region(r, before, notes) : profile(face);
        if (step.thin() != null) {
            if (!p.holes().isEmpty()) {
                throw new GeometryException(
                        Reason.BAD_VALUE, "A wall goes along outlines without holes; " + p.name() + " has some.");
            }
            p = Wall.along(p, step.thin().thickness(), step.thin().side(), TOL).get(0);
        }
        return new Loft.Section(p, null, s.shift(), s.flipped(), face == null ? null : beside(face, before));
    }

    private static Profile region(LoftStep.Of.Region r, Stand before, List<String> notes) {
        PlacedSketch placed = before.holding(r.sketch())
                .orElseThrow(
                        () -> new GeometryException(
                                Reason.LOST_REFERENCE,
                                "A sketch that this loft goes through isn't built. Switch it on, or mend what is wrong with it."));
        Profiles.Named found = Profiles.one(r.region(), placed, notes);
        if (found.profile() == null) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "An open line can't be a section. Close its outline and pick the region.");
        }
        return found.profile();
    }

    private static Loft.Beside beside(Face face, Stand before) {
        return before.bodies().stream()
                .map(PartBody::body)
                .filter(b -> b.faces().contains(face))
                .findFirst()
                .map(b -> new Loft.Beside(b, face))
                .orElse(null);
    }

    private static Profile profile(Face f) {
        Vec3 p = f.loops().get(0).coedges().get(0).start().point();
        return FaceProfile.of(f, Frame.of(p, f.outward(p)), "the face");
    }

    private static Face face(FaceReference ref, Stand before, List<String> notes) {
        FaceFinder.Found found = FaceFinder.find(ref, before.bodies())
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "A face that this loft goes through is no longer there. Pick another one."));
        if (!found.exact()) {
            notes.add("A face that this loft goes through has changed its neighbours; the piece nearest to the old one"
                    + " was taken.");
        }
        Face f = found.face();
        if (!(f.surface() instanceof Plane)) {
            throw new GeometryException(Reason.BAD_VALUE, "A section has to be flat; pick a flat face or a region.");
        }
        return f;
    }
}
