package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.commands.SketchEdit;
import io.tallember.part.file.PartFile;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Curves of a sketch that were traced from edges of the part follow them. */
class TraceTest {
    /** A plate 40 by 30, 10 high, with a hole of 12 through it at (25, 15). */
    private static Sheet plate() {
        Sheet s = new Sheet("Plate", Unit.MM);
        s.block("Plate", Base.TOP, new Pen().rectangle(0, 0, 40, 30).circle(25, 15, 12), 10, false, Mode.BODY);
        return s;
    }

    private static Edge near(Body b, double x, double y, double z) {
        return b.edges().stream()
                .min(java.util.Comparator.comparingDouble(e -> {
                    Vec3 p = new Vec3(x, y, z);
                    return e.curve().point(e.curve().project(p, e.range())).distance(p);
                }))
                .orElseThrow();
    }

    private static Trace trace(Sheet s, String curve, double x, double y, double z) {
        Body b = s.state().stand().bodies().get(0).body();
        Edge e = near(b, x, y, z);
        return new Trace(curve, new EdgeReference(b.names().of(e), e.middle()));
    }

    private static double volume(Sheet s) {
        assertThat(s.state().outcomes()).allMatch(o -> o.message().isEmpty(), "no step fails");
        return MassProperties.of(
                        s.state().stand().bodies().stream().map(b -> b.body()).toList())
                .volume();
    }

    private static Sheet collared() {
        Sheet s = plate();
        String sketch = s.document().freshId();
        s.with(new Command.AddStep(new SketchStep("", "Collar", false, top(s), Sketch.EMPTY)));
        List<Entity> drawn = List.of(
                new SketchPoint("p1", 25, 15),
                new SketchCircle("c1", "p1", 6, false),
                new SketchCircle("c2", "p1", 9, false));
        List<Constraint> held = List.of(
                Constraint.of("k1", Constraint.Kind.FIXED, "p1"),
                Constraint.dimension("k2", Constraint.Kind.DIAMETER, 12, "c1"),
                Constraint.dimension("k3", Constraint.Kind.DIAMETER, 18, "c2"));
        s.with(new Command.Draw(sketch, drawn, held, List.of(trace(s, "c1", 31, 15, 10))));
        Sketch now = ((SketchStep) s.document().step(sketch)).sketch();
        s.extrude(
                "Collar",
                sketch,
                Pen.regions(now, r -> r.area() < 200 && !r.holes().isEmpty()),
                5,
                Mode.ADD);
        return s;
    }

    private static SketchPlane top(Sheet s) {
        Body b = s.state().stand().bodies().get(0).body();
        String key = b.faces().stream()
                .filter(f -> f.outward(f.bounds().centre()).z() > 0.9)
                .map(f -> b.names().of(f))
                .findFirst()
                .orElseThrow();
        return s.on(key);
    }

    @Test
    void aTracedCircleFollowsItsHole() {
        Sheet s = collared();
        double plate = (1200 - Math.PI * 36) * 10;
        assertThat(volume(s)).isCloseTo(plate + Math.PI * (81 - 36) * 5, within(1e-8));
        SketchStep outline = (SketchStep) s.document().steps().get(0);
        String hole = outline.sketch().constraints().stream()
                .filter(c -> c.kind() == Constraint.Kind.DIAMETER)
                .findFirst()
                .orElseThrow()
                .id();
        s.with(new Command.SetDimension(outline.id(), hole, 14));
        plate = (1200 - Math.PI * 49) * 10;
        assertThat(volume(s)).isCloseTo(plate + Math.PI * (81 - 49) * 5, within(1e-8));
        String written = PartFile.write(s.document());
        assertThat(PartFile.write(PartFile.read(written))).isEqualTo(written);
    }

    @Test
    void aTracedLineFollowsItsSideAndATakenOutOneIsTold() {
        Sheet s = plate();
        String sketch = s.document().freshId();
        s.with(new Command.AddStep(new SketchStep("", "Line", false, top(s), Sketch.EMPTY)));
        s.with(new Command.Draw(
                sketch,
                List.of(
                        new SketchPoint("p1", 40, 0),
                        new SketchPoint("p2", 40, 30),
                        new SketchLine("c1", "p1", "p2", false)),
                List.of(
                        Constraint.of("k1", Constraint.Kind.FIXED, "p1"),
                        Constraint.of("k2", Constraint.Kind.FIXED, "p2")),
                List.of(trace(s, "c1", 40, 15, 10))));
        SketchStep outline = (SketchStep) s.document().steps().get(0);
        String wide = outline.sketch().constraints().stream()
                .filter(c -> c.kind() == Constraint.Kind.DISTANCE && c.value() == 40)
                .findFirst()
                .orElseThrow()
                .id();
        s.with(new Command.SetDimension(outline.id(), wide, 55));
        Sketch now = s.state().stand().sketch(sketch).orElseThrow().step().sketch();
        assertThat(now.point("p1").x()).isCloseTo(55, within(1e-12));
        assertThat(now.point("p2").y()).isCloseTo(30, within(1e-12));
        assertThat(s.document().withDependants("s2")).extracting(Step::id).contains(sketch);
    }

    @Test
    void anEdgeMadeBelowTheSketchIsRefused() {
        Sheet s = collared();
        Trace late = trace(s, "c1", 34, 15, 15);
        String outline = s.document().steps().get(0).id();
        assertThat(catchThrowable(() -> s.with(new Command.Draw(
                        outline,
                        List.of(
                                new SketchPoint("p90", 0, 0),
                                new SketchPoint("p91", 9, 0),
                                new SketchLine("c90", "p90", "p91", true)),
                        List.of(),
                        List.of(new Trace("c90", late.source()))))))
                .hasMessageContaining("below the sketch");
    }

    /** A traced side and a traced hole are cut by a drawn line; what is left of both goes on following the plate. */
    @Test
    void piecesOfTracedCurvesStayTraced() {
        Sheet s = plate();
        String sketch = s.document().freshId();
        s.with(new Command.AddStep(new SketchStep("", "Cut", false, top(s), Sketch.EMPTY)));
        List<Entity> drawn = List.of(
                new SketchPoint("p1", 40, 0),
                new SketchPoint("p2", 40, 30),
                new SketchLine("c1", "p1", "p2", false),
                new SketchPoint("p3", 25, 15),
                new SketchCircle("c2", "p3", 6, false),
                new SketchPoint("p4", -10, 15),
                new SketchPoint("p5", 60, 15),
                new SketchLine("c3", "p4", "p5", false));
        List<Constraint> held = List.of(
                Constraint.of("k1", Constraint.Kind.FIXED, "p1"),
                Constraint.of("k2", Constraint.Kind.FIXED, "p2"),
                Constraint.of("k3", Constraint.Kind.FIXED, "p3"),
                Constraint.dimension("k4", Constraint.Kind.DIAMETER, 12, "c2"),
                Constraint.of("k5", Constraint.Kind.HORIZONTAL, "c3"),
                Constraint.of("k6", Constraint.Kind.ON_CURVE, "p3", "c3"));
        s.with(new Command.Draw(sketch, drawn, held, List.of(trace(s, "c1", 40, 15, 10), trace(s, "c2", 31, 15, 10))));
        // the upper half of the side and of the circle go, then a further bit of the side
        s.with(new Command.EditSketch(sketch, new SketchEdit.TrimCurve("c1", new io.tallember.geometry.Vec2(40, 25))));
        s.with(new Command.EditSketch(sketch, new SketchEdit.TrimCurve("c2", new io.tallember.geometry.Vec2(25, 21))));
        SketchStep outline = (SketchStep) s.document().steps().get(0);
        List<String> sizes = outline.sketch().constraints().stream()
                .filter(c -> c.kind().isDimension())
                .map(Constraint::id)
                .toList();
        for (String id : sizes) {
            double v = outline.sketch().constraint(id).orElseThrow().value();
            s.with(new Command.SetDimension(outline.id(), id, v * 1.25));
        }
        assertThat(s.state().outcome(sketch).message()).isEmpty();
        assertThat(s.state().outcome(sketch).notes()).isEmpty();
        Sketch now = s.state().stand().sketch(sketch).orElseThrow().step().sketch();
        // 50 by 37.5, the hole of 15 at (31.25, 18.75) in it
        SketchLine side = (SketchLine) now.find("c1").orElseThrow();
        assertThat(now.point(side.start()).at().distance(new io.tallember.geometry.Vec2(50, 0)))
                .isLessThan(1e-7);
        assertThat(now.point(side.end()).at().distance(new io.tallember.geometry.Vec2(50, 18.75)))
                .isLessThan(1e-7);
        io.tallember.sketch.SketchArc arc =
                (io.tallember.sketch.SketchArc) now.find("c2").orElseThrow();
        assertThat(now.radius(arc)).isCloseTo(7.5, within(1e-7));
        assertThat(now.point(arc.start()).at().distance(new io.tallember.geometry.Vec2(23.75, 18.75)))
                .isLessThan(1e-7);
    }
}
