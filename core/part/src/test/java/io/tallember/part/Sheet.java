package io.tallember.part;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.commands.Command;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.blend.BlendStep;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.part.steps.ready.ReadyStep;
import io.tallember.part.steps.revolve.RevolveStep;
import io.tallember.sketch.Sketch;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import java.util.function.Predicate;

/** Writes build sheets for tests and samples through the same commands as a designer's. */
public final class Sheet {
    private final Rebuild rebuild = Kinds.rebuild();
    private PartDocument doc;

    public Sheet(String name, Unit unit) {
        doc = PartDocument.empty(name, unit);
    }

    /** Goes on with a part as it is. */
    public Sheet(PartDocument begun) {
        doc = begun;
    }

    public PartDocument document() {
        return doc;
    }

    public PartState state() {
        return rebuild.build(doc);
    }

    public Sheet with(Command c) {
        doc = c.apply(rebuild.carried(doc, c));
        return this;
    }

    public String sketch(String name, SketchPlane plane, Sketch s) {
        String id = doc.freshId();
        with(new Command.AddStep(new SketchStep("", name, false, plane, s)));
        return id;
    }

    public String extrude(String name, String sketch, List<RegionReference> regions, double d, Mode mode) {
        return extrude(name, sketch, regions, d, false, false, mode);
    }

    public String extrude(
            String name,
            String sketch,
            List<RegionReference> regions,
            double d,
            boolean both,
            boolean flipped,
            Mode mode) {
        String id = doc.freshId();
        with(new Command.AddStep(new ExtrudeStep("", name, false, sketch, regions, d, both, flipped, mode)));
        return id;
    }

    /** Sketches on a plane and turns the largest region all the way round a line of the sketch. */
    public String turn(String name, SketchPlane plane, Pen pen, String axis, Mode mode) {
        Sketch s = pen.sketch();
        String sketch = sketch(name + " outline", plane, s);
        String id = doc.freshId();
        with(new Command.AddStep(
                new RevolveStep("", name, false, sketch, Pen.largest(s), axis, true, 2 * Math.PI, false, false, mode)));
        return id;
    }

    /** Sketches on a plane and extrudes every region that the sketch's outline encloses, holes left out. */
    public String block(String name, SketchPlane plane, Pen pen, double d, boolean flipped, Mode mode) {
        Sketch s = pen.sketch();
        return extrude(name, sketch(name + " outline", plane, s), Pen.largest(s), d, false, flipped, mode);
    }

    /** Sketches on a plane and cuts all its regions away. */
    public String cut(String name, SketchPlane plane, Pen pen, double d, boolean flipped) {
        Sketch s = pen.sketch();
        return extrude(
                name, sketch(name + " outline", plane, s), Pen.regions(s, r -> true), d, false, flipped, Mode.REMOVE);
    }

    /** The plane of a face given by its only origin, such as {@code s2.end(r3)}. */
    public SketchPlane on(String origin) {
        for (var b : state().stand().bodies()) {
            for (Face f : b.body().faces()) {
                if (f.origins().stream().map(Origin::key).anyMatch(origin::equals)) {
                    var p = f.region().interiorPoint(Tolerance.DEFAULT).orElseThrow();
                    return new SketchPlane.OnFace(
                            new FaceReference(b.body().names().of(f), p, f.outward(p)));
                }
            }
        }
        throw new IllegalArgumentException("no face " + origin);
    }

    /** A face given by its only origin, such as {@code s2.end(r3)}. */
    public FaceReference face(String origin) {
        return ((SketchPlane.OnFace) on(origin)).face();
    }

    /** Edges of the only body, by what they are. */
    /** The one face whose outward normal in its middle is so. */
    public FaceReference facing(Predicate<Vec3> normal) {
        return state().stand().bodies().stream()
                .flatMap(b -> b.body().faces().stream())
                .filter(f -> normal.test(f.outward(f.bounds().centre())))
                .map(f -> face(f.origins().get(0).key()))
                .findFirst()
                .orElseThrow();
    }

    public List<EdgeReference> edges(Predicate<Edge> which) {
        Body b = state().solids().get(0);
        return b.edges().stream()
                .filter(which)
                .map(e -> new EdgeReference(b.names().of(e), e.middle()))
                .toList();
    }

    public String blend(boolean bevel, double size, List<EdgeReference> edges) {
        String id = doc.freshId();
        with(new Command.AddStep(new BlendStep("", "", false, bevel, size, true, edges)));
        return id;
    }

    /** Of all bodies, which are checked. */
    public double volume() {
        List<Body> bodies = state().solids();
        bodies.forEach(b -> BodyCheck.deep(b, Tolerance.DEFAULT).orThrow());
        return MassProperties.of(bodies).volume();
    }

    /** What the first failed step says; empty when none failed. */
    public String failure() {
        return state().outcomes().stream()
                .map(o -> o.message())
                .filter(m -> !m.isEmpty())
                .findFirst()
                .orElse("");
    }

    /** A ready body at a place along the plane's first axis. */
    public String ready(
            ReadyStep.Shape shape, SketchPlane plane, double x, boolean flipped, Mode mode, Double... sizes) {
        String id = doc.freshId();
        with(new Command.AddStep(
                new ReadyStep("", "", false, shape, plane, new Vec2(x, 0), List.of(sizes), flipped, mode)));
        return id;
    }
}
