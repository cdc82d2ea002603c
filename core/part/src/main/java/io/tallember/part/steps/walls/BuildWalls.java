package io.tallember.part.steps.walls;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.EdgeReference;
import io.tallember.part.SketchPlane;
import io.tallember.part.rebuild.Axes;
import io.tallember.part.rebuild.EdgeFinder;
import io.tallember.part.rebuild.FaceFinder;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Stand;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.DraftAnew;
import io.tallember.solid.blend.Parting;
import io.tallember.solid.blend.Size;
import io.tallember.solid.local.Faces;
import io.tallember.solid.local.Hinge;
import io.tallember.solid.local.Hollow;
import io.tallember.solid.local.Retarget;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.ToDoubleFunction;

/** Shells, drafts and moved faces: finds the picked faces on the bodies and works on each body that has some. */
final class BuildWalls {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private final WallStep step;
    private final Stand before;
    private final List<String> notes;

    private BuildWalls(WallStep step, Stand before, List<String> notes) {
        this.step = step;
        this.before = before;
        this.notes = notes;
    }

    static Stand build(WallStep step, Stand before, List<String> notes) {
        return new BuildWalls(step, before, notes).build();
    }

    private Stand build() {
        Set<Face> picked = FaceFinder.all(step.faces(), before.bodies(), notes);
        Set<Face> alone = step instanceof ShellStep s ? FaceFinder.all(s.alone(), before.bodies(), notes) : Set.of();
        List<PartBody> out = new ArrayList<>();
        for (PartBody b : before.bodies()) {
            List<Face> here = picked.stream().filter(b.body().faces()::contains).toList();
            if (here.isEmpty()) {
                out.add(b);
            } else {
                List<Face> all = new ArrayList<>(step.chain() ? Retarget.smoothChain(b.body(), here) : here);
                alone.stream()
                        .filter(f -> b.body().faces().contains(f) && !all.contains(f))
                        .forEach(all::add);
                Material.name(worked(b.body(), all), b.id(), out);
            }
        }
        if (step instanceof FaceStep k && k.way() == FaceStep.Way.THICKEN && k.by().apart()) {
            for (PartBody b : before.bodies()) {
                List<Face> here =
                        picked.stream().filter(b.body().faces()::contains).toList();
                if (!here.isEmpty()) {
                    List<Face> all = step.chain() ? Retarget.smoothChain(b.body(), here) : here;
                    Material.name(Faces.layer(b.body(), all, k.distance(), k.id(), TOL), k.id(), out);
                }
            }
        }
        return before.changed(step.id(), out);
    }

    /** The thickness of the faces that have one of their own. */
    private Map<Face, Double> own(Body body, ShellStep s) {
        Map<Face, Double> own = new LinkedHashMap<>();
        for (ShellStep.Group g : s.groups()) {
            List<Face> here = FaceFinder.all(g.faces(), before.bodies(), notes).stream()
                    .filter(body.faces()::contains)
                    .toList();
            (g.chain() ? Retarget.smoothChain(body, here) : here).forEach(f -> own.put(f, g.thickness()));
        }
        return own;
    }

    private List<Body> worked(Body body, List<Face> faces) {
        if (step instanceof ShellStep s) {
            Map<Face, Double> own = own(body, s);
            ToDoubleFunction<Face> in = f -> s.thickness() == 0 ? 0 : own.getOrDefault(f, s.thickness());
            ToDoubleFunction<Face> out = f -> s.outside() == 0 ? 0 : own.getOrDefault(f, s.outside());
            return Hollow.of(body, s.closed() ? List.of() : faces, in, out, k -> finished(k, s), s.id(), TOL);
        }
        if (step instanceof DraftStep d) {
            return leant(body, faces, d);
        }
        FaceStep k = (FaceStep) step;
        return switch (k.way()) {
            case MOVE -> List.of(Faces.moved(body, faces, k.distance(), k.id(), TOL));
            case REMOVE -> List.of(Faces.removed(body, faces, TOL));
            case THICKEN -> k.by().apart() ? List.of(body) : Faces.thickened(body, faces, k.distance(), k.id(), TOL);
            case REPLACE -> List.of(replaced(body, faces, k));
            case DIVIDE -> List.of(new Dividing(k, before, notes).divided(body, faces));
        };
    }

    private List<Body> leant(Body body, List<Face> faces, DraftStep d) {
        Vec3 own = d.pull() == null
                ? null
                : Axes.of(d.pull(), "this draft", before, notes).direction().unit();
        if (!d.parting().isEmpty()) {
            Vec3 pull = d.flipped() ? own.negated() : own;
            List<Edge> edges = new ArrayList<>();
            for (EdgeReference e : d.parting()) {
                List<EdgeFinder.Found> pieces = EdgeFinder.pieces(e, before.bodies());
                if (pieces.isEmpty()) {
                    throw new GeometryException(
                            Reason.LOST_REFERENCE,
                            "An edge of the parting line is no longer there. Open the step and pick again.");
                }
                pieces.forEach(x -> edges.add(x.edge()));
            }
            Map<Face, Hinge> hinges = new LinkedHashMap<>();
            faces.forEach(f -> hinges.put(f, Hinge.on(f, edges, pull, d.both(), TOL)));
            return List.of(DraftAnew.of(body, hinges, d.angle(), TOL));
        }
        Frame f = Planes.frame(d.neutral(), "this draft", before, notes);
        Vec3 up = own == null ? f.z() : own.dot(f.z()) < 0 ? own.negated() : own;
        if (d.both()) {
            return Parting.of(body, faces, new Plane(f), up, d.angle(), d.id(), TOL);
        }
        return List.of(DraftAnew.of(body, faces, new Plane(f), d.flipped() ? up.negated() : up, d.angle(), TOL));
    }

    /** The outer skin with its corners rounded where that is asked for: a ball as thick as the wall rolls over the old edges. */
    private static Body finished(Body skin, ShellStep s) {
        if (!s.rounded() || s.outside() == 0) {
            return skin;
        }
        if (!s.groups().isEmpty()) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "Corners are rounded only where the walls outside have one thickness. Take sharp ones.");
        }
        List<Edge> outer = skin.edges().stream()
                .filter(e -> skin.facesOf(e).stream()
                        .allMatch(f -> f.origins().stream()
                                .anyMatch(
                                        o -> o.step().equals(s.id()) && o.role().equals("outside"))))
                .filter(e -> !Edges.smooth(skin, e) && Edges.convex(skin, e))
                .toList();
        return outer.isEmpty()
                ? skin
                : Blend.edges(skin, outer, Size.round(s.outside()), s.id()).get(0);
    }

    private Body replaced(Body body, List<Face> faces, FaceStep k) {
        Surface by = k.by().plane() instanceof SketchPlane.OnFace f
                ? Planes.face(f, "this step", before, notes).surface()
                : new Plane(Planes.frame(k.by().plane(), "this step", before, notes));
        if (faces.size() > 1) {
            throw new GeometryException(Reason.BAD_VALUE, "One face takes another's shape at a time. Pick one.");
        }
        return Faces.replaced(body, faces.get(0), by, TOL);
    }
}
