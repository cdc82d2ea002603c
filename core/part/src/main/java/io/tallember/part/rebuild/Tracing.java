package io.tallember.part.rebuild;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Line;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.EdgeReference;
import io.tallember.part.FaceReference;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.SketchStep;
import io.tallember.part.Trace;
import io.tallember.part.commands.Command;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchEllipse;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.SketchSpline;
import io.tallember.sketch.edit.FreshIds;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;

/** Works out what is to be drawn in a sketch to trace something of the part as it stands before the sketch. */
public final class Tracing {
    private final Stand before;
    private final PlacedSketch placed;
    private final Sketch sketch;
    private final FreshIds names;
    private final List<Entity> entities = new ArrayList<>();
    private final List<Constraint> constraints = new ArrayList<>();
    private final List<Trace> traces = new ArrayList<>();

    private Tracing(Rebuild rebuild, PartDocument doc, String id) {
        if (!(doc.step(id) instanceof SketchStep s)) {
            throw Refusal.of(doc.step(id).name() + " isn't a sketch.");
        }
        int at = doc.steps().indexOf(s);
        before = rebuild.build(doc.withWorkLine(at)).stand();
        placed = rebuild.build(doc.withWorkLine(at + 1))
                .stand()
                .sketch(id)
                .orElseThrow(() -> Refusal.of("The sketch isn't built, so nothing can be traced into it."));
        sketch = placed.step().sketch();
        names = new FreshIds(sketch);
    }

    /** An edge as seen square to the sketch. */
    public static Command edge(Rebuild rebuild, PartDocument doc, String id, EdgeReference edge) {
        Tracing t = new Tracing(rebuild, doc, id);
        Edge e = EdgeFinder.find(edge, t.before.bodies())
                .map(EdgeFinder.Found::edge)
                .orElseThrow(() ->
                        Refusal.of("This edge is made by a step below the sketch. Move the sketch down to trace it."));
        t.draw(e, edge);
        return t.done(id, "This edge stands square to the sketch; it would be a point.");
    }

    /** All edges of a face. */
    public static Command outline(Rebuild rebuild, PartDocument doc, String id, FaceReference face) {
        Tracing t = new Tracing(rebuild, doc, id);
        Face f = t.face(face);
        PartBody body = t.before.bodies().stream()
                .filter(b -> b.body().faces().contains(f))
                .findFirst()
                .orElseThrow();
        for (Edge e : new LinkedHashSet<>(f.coedges().stream().map(Coedge::edge).toList())) {
            t.draw(e, new EdgeReference(body.body().names().of(e), e.middle()));
        }
        return t.done(id, "This face has no edges that show in the sketch.");
    }

    /** The silhouettes of a round face. */
    public static Command silhouettes(Rebuild rebuild, PartDocument doc, String id, FaceReference face) {
        Tracing t = new Tracing(rebuild, doc, id);
        Face f = t.face(face);
        for (Flat flat : Silhouettes.of(f, t.placed.frame())) {
            Vec2 p = middle(flat);
            t.draw(flat, new Trace.Silhouette(face, t.placed.frame().point(p.x(), p.y(), 0)));
        }
        return t.done(
                id,
                "Seen square to the sketch this face has no silhouette. Cylinders, cones, balls and rings that turn away"
                        + " from the sketch have one; edges are traced as they are.");
    }

    /** Where the part passes through the sketch's plane. */
    public static Command crossings(Rebuild rebuild, PartDocument doc, String id) {
        Tracing t = new Tracing(rebuild, doc, id);
        for (Crossings.Found c : Crossings.of(t.before.bodies(), t.placed.frame())) {
            t.draw(c.flat(), new Trace.Crossing(c.reference(), c.middle()));
        }
        return t.done(id, "No body passes through the plane of this sketch.");
    }

    /** Points where the curves of another sketch pass through this one's plane. */
    public static Command passing(Rebuild rebuild, PartDocument doc, String id, String other) {
        Tracing t = new Tracing(rebuild, doc, id);
        if (t.before.sketch(other).filter(p -> !p.fault().isEmpty()).isPresent()) {
            throw Refusal.of(
                    doc.step(other).name()
                            + " doesn't hold its dimensions and constraints as it lies. Mend it first; what is wrong is told there.");
        }
        for (Traces.Passed p : Traces.passing(t.before, t.placed.frame(), other)) {
            String point = t.point(Flat.at(t.placed.frame(), p.at()));
            t.traces.add(new Trace(point, new Trace.Passing(other, p.curve(), p.at())));
        }
        return t.done(id, "No curve of " + doc.step(other).name() + " passes through the plane of this sketch.");
    }

    private static Vec2 middle(Flat f) {
        if (f.strand() == null) {
            return f.points().get(f.points().size() / 2);
        }
        Vec3 p = f.strand().curve().point(f.strand().range().middle());
        return new Vec2(p.x(), p.y());
    }

    private Face face(FaceReference face) {
        return FaceFinder.find(face, before.bodies())
                .map(FaceFinder.Found::face)
                .orElseThrow(() ->
                        Refusal.of("This face is made by a step below the sketch. Move the sketch down to trace it."));
    }

    private void draw(Edge e, EdgeReference ref) {
        Flat.of(e.curve(), e.range(), placed.frame()).ifPresent(f -> draw(f, new Trace.OfEdge(ref)));
    }

    private void draw(Flat f, Trace.Source source) {
        String id = names.curve();
        if (f.strand() == null) {
            entities.add(
                    new SketchSpline(id, f.points().stream().map(this::point).toList(), f.closed(), false));
        } else if (f.strand().curve() instanceof Line) {
            String a = point(f.points().get(0));
            entities.add(new SketchLine(id, a, point(f.points().get(1)), false));
        } else if (f.strand().curve() instanceof Circle c) {
            String m = point(c.frame().origin().xy());
            if (f.closed()) {
                entities.add(new SketchCircle(id, m, c.radius(), false));
                constraints.add(Constraint.dimension(names.constraint(), Kind.DIAMETER, 2 * c.radius(), id));
            } else {
                entities.add(new SketchArc(
                        id, m, point(f.points().get(0)), point(f.points().get(1)), false));
            }
        } else {
            Ellipse e = (Ellipse) f.strand().curve();
            String m = point(e.frame().origin().xy());
            String a = point(e.point(0).xy());
            String b = point(e.point(Math.PI / 2).xy());
            entities.add(
                    f.closed()
                            ? new SketchEllipse(id, m, a, b, false)
                            : new SketchEllipse(
                                    id,
                                    m,
                                    a,
                                    b,
                                    point(f.points().get(0)),
                                    point(f.points().get(1)),
                                    false));
        }
        traces.add(new Trace(id, source));
    }

    /** A settled point: one that was traced already at this place, or a new one. */
    private String point(Vec2 at) {
        for (Entity e : entities) {
            if (e instanceof SketchPoint p && p.at().distance(at) < 1e-6) {
                return p.id();
            }
        }
        for (Constraint c : sketch.constraints()) {
            if (c.kind() == Kind.FIXED && sketch.point(c.on().get(0)).at().distance(at) < 1e-6) {
                return c.on().get(0);
            }
        }
        String id = names.point();
        entities.add(new SketchPoint(id, at.x(), at.y()));
        constraints.add(Constraint.of(names.constraint(), Kind.FIXED, id));
        return id;
    }

    private Command done(String id, String nothing) {
        if (traces.isEmpty()) {
            throw Refusal.of(nothing);
        }
        return new Command.Draw(id, entities, constraints, traces);
    }
}
