package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.commands.SketchEdit;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.rebuild.Tracing;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.part.steps.marks.PlaneStep;
import io.tallember.part.steps.ready.ReadyStep;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchEllipse;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchSpline;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import java.util.Comparator;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What is traced is drawn exactly and follows late changes: edges askew, outlines, silhouettes, crossings, passing curves. */
class TracingTest {
    private final Rebuild rebuild = Kinds.rebuild();

    private static Sheet ready(ReadyStep.Shape shape, Double... sizes) {
        Sheet s = new Sheet("Body", Unit.MM);
        s.with(new Command.AddStep(
                new ReadyStep("", "", false, shape, Base.TOP, new Vec2(5, 3), List.of(sizes), false, Mode.BODY)));
        return s;
    }

    private static String sketchOn(Sheet s, SketchPlane plane) {
        return s.sketch("Traced", plane, Sketch.EMPTY);
    }

    private static Body body(Sheet s) {
        return s.state().stand().bodies().get(0).body();
    }

    private static FaceReference face(Sheet s, String kind) {
        Face f = body(s).faces().stream()
                .filter(x -> x.surface().kind().equals(kind))
                .findFirst()
                .orElseThrow();
        Vec3 p = f.region()
                .interiorPoint(io.tallember.geometry.Tolerance.DEFAULT)
                .orElseThrow();
        return new FaceReference(body(s).names().of(f), p, f.outward(p));
    }

    private static Sketch now(Sheet s, String id) {
        assertThat(s.state().outcomes())
                .allMatch(o -> o.message().isEmpty() && o.notes().isEmpty(), "nothing is lost");
        String written = PartFile.write(s.document());
        assertThat(PartFile.write(PartFile.read(written))).isEqualTo(written);
        return s.state().stand().sketch(id).orElseThrow().step().sketch();
    }

    private static double length(Sketch s, SketchLine l) {
        return s.point(l.start()).at().distance(s.point(l.end()).at());
    }

    @Test
    void aCylindersSilhouettesFollowItsSizes() {
        Sheet s = ready(ReadyStep.Shape.CYLINDER, 16.0, 30.0);
        String id = sketchOn(s, Base.FRONT);
        s.with(Tracing.silhouettes(rebuild, s.document(), id, face(s, "cylinder")));
        Sketch k = now(s, id);
        assertThat(k.curves())
                .hasSize(2)
                .allMatch(c -> c instanceof SketchLine l && Math.abs(length(k, l) - 30) < 1e-9);
        ReadyStep step = (ReadyStep) s.document().steps().get(0);
        s.with(new Command.ChangeStep(step.sized("diameter", 20).sized("height", 44)));
        Sketch later = now(s, id);
        assertThat(later.curves()).allMatch(c -> c instanceof SketchLine l && Math.abs(length(later, l) - 44) < 1e-9);
        assertThat(later.curves().stream()
                        .map(c -> later.point(((SketchLine) c).start()).x())
                        .sorted()
                        .toList())
                .containsExactly(-5.0, 15.0);
        String above = sketchOn(s, Base.TOP);
        assertThat(catchThrowable(() -> Tracing.silhouettes(rebuild, s.document(), above, face(s, "cylinder"))))
                .hasMessageContaining("no silhouette");
    }

    @Test
    void ballsConesAndRingsHaveSilhouettesToo() {
        Sheet ball = ready(ReadyStep.Shape.BALL, 24.0);
        String id = sketchOn(ball, Base.SIDE);
        ball.with(Tracing.silhouettes(rebuild, ball.document(), id, face(ball, "sphere")));
        assertThat(now(ball, id).curves())
                .hasSize(1)
                .allMatch(c -> c instanceof SketchCircle k && Math.abs(k.radius() - 12) < 1e-9);

        Sheet cone = ready(ReadyStep.Shape.CONE, 20.0, 10.0, 15.0);
        String on = sketchOn(cone, Base.FRONT);
        cone.with(Tracing.silhouettes(rebuild, cone.document(), on, face(cone, "cone")));
        Sketch k = now(cone, on);
        assertThat(k.curves())
                .hasSize(2)
                .allMatch(c -> c instanceof SketchLine l && Math.abs(length(k, l) - Math.hypot(15, 5)) < 1e-9);

        Sheet ring = ready(ReadyStep.Shape.RING, 40.0, 8.0);
        String flat = sketchOn(ring, Base.TOP);
        ring.with(Tracing.silhouettes(rebuild, ring.document(), flat, face(ring, "torus")));
        assertThat(now(ring, flat).curves()).hasSize(2).allMatch(c -> c instanceof SketchCircle);
        String side = sketchOn(ring, Base.FRONT);
        ring.with(Tracing.silhouettes(rebuild, ring.document(), side, face(ring, "torus")));
        assertThat(now(ring, side).curves().stream().filter(SketchCircle.class::isInstance))
                .hasSize(2);
        assertThat(now(ring, side).curves().stream().filter(SketchLine.class::isInstance))
                .hasSize(2);
        PlaneStep.On axis = new PlaneStep.On(Base.SIDE, null, null, List.of());
        ring.with(new Command.AddStep(
                new PlaneStep("", "", false, PlaneStep.Way.MEETING, Base.TOP, axis, 0, Math.toRadians(40))));
        String askew = sketchOn(ring, new SketchPlane.Made("s4"));
        ring.with(Tracing.silhouettes(rebuild, ring.document(), askew, face(ring, "torus")));
        assertThat(now(ring, askew).curves()).hasSize(2).allMatch(c -> c instanceof SketchSpline p && p.closed());
        // the stretches of a traced spline that was split go on following
        SketchCurve traced = now(ring, askew).curves().get(0);
        Vec3 at = now(ring, askew).strand(traced).orElseThrow().curve().point(0.4);
        ring.with(new Command.EditSketch(askew, new SketchEdit.SplitCurve(traced.id(), new Vec2(at.x(), at.y()))));
        assertThat(splines(ring, askew, false)).hasSize(2);
        ring.with(new Command.ChangeStep(((ReadyStep) ring.document().step("s1")).sized("diameter", 50)));
        List<SketchSpline> whole = splines(ring, askew, true);
        assertThat(splines(ring, askew, false))
                .hasSize(2)
                .allMatch(p -> whole.stream().anyMatch(w -> w.construction() && p.along(w)));
    }

    private static List<SketchSpline> splines(Sheet s, String sketch, boolean whole) {
        return now(s, sketch).curves().stream()
                .filter(SketchSpline.class::isInstance)
                .map(SketchSpline.class::cast)
                .filter(p -> p.whole() == whole)
                .toList();
    }

    @Test
    void aRoundEdgeSeenAskewIsAnEllipseAndEdgeOnALine() {
        Sheet s = ready(ReadyStep.Shape.CYLINDER, 16.0, 30.0);
        PlaneStep.On axis = new PlaneStep.On(Base.SIDE, null, null, List.of());
        s.with(new Command.AddStep(
                new PlaneStep("", "", false, PlaneStep.Way.MEETING, Base.TOP, axis, 0, Math.toRadians(60))));
        Edge rim = body(s).edges().stream()
                .max(Comparator.comparingDouble(e -> e.middle().z()))
                .orElseThrow();
        EdgeReference ref = new EdgeReference(body(s).names().of(rim), rim.middle());
        String askew = sketchOn(s, new SketchPlane.Made("s2"));
        s.with(Tracing.edge(rebuild, s.document(), askew, ref));
        Sketch k = now(s, askew);
        SketchEllipse e = (SketchEllipse) k.curves().get(0);
        Vec2 m = k.point(e.centre()).at();
        assertThat(k.point(e.a()).at().distance(m)).isCloseTo(8, within(1e-9));
        assertThat(k.point(e.b()).at().distance(m)).isCloseTo(4, within(1e-9));
        String front = sketchOn(s, Base.FRONT);
        s.with(Tracing.edge(rebuild, s.document(), front, ref));
        Sketch f = now(s, front);
        assertThat(length(f, (SketchLine) f.curves().get(0))).isCloseTo(16, within(1e-9));
    }

    @Test
    void aFacesOutlineAndThePartsCrossingFollow() {
        Sheet s = new Sheet("Plate", Unit.MM);
        s.block("Plate", Base.TOP, new Pen().rectangle(0, 0, 40, 30).circle(25, 15, 12), 10, false, Mode.BODY);
        FaceReference top = body(s).faces().stream()
                .filter(f -> f.outward(f.bounds().centre()).z() > 0.9)
                .map(f -> new FaceReference(body(s).names().of(f), new Vec3(2, 2, 10), Vec3.Z))
                .findFirst()
                .orElseThrow();
        String outline = sketchOn(s, Base.TOP);
        s.with(Tracing.outline(rebuild, s.document(), outline, top));
        assertThat(Pen.area(now(s, outline))).isCloseTo(1200, within(1e-7));

        s.with(new Command.AddStep(
                new PlaneStep("", "", false, PlaneStep.Way.BESIDE, Base.FRONT, PlaneStep.On.NOTHING, -15, 0)));
        String plane = s.document().steps().get(3).id();
        String across = sketchOn(s, new SketchPlane.Made(plane));
        s.with(Tracing.crossings(rebuild, s.document(), across));
        // the plate is cut through its hole: two rectangles
        assertThat(Pen.area(now(s, across))).isCloseTo(28 * 10, within(1e-7));
        ExtrudeStep e = (ExtrudeStep) s.document().step("s2");
        s.with(new Command.ChangeStep(e.sized("distance", 16)));
        assertThat(Pen.area(now(s, across))).isCloseTo(28 * 16, within(1e-7));
        String beside = sketchOn(s, Base.FRONT);
        s.with(new Command.MoveStep(beside, 0));
        assertThat(catchThrowable(() -> Tracing.crossings(rebuild, s.document(), beside)))
                .hasMessageContaining("No body passes");
    }

    @Test
    void aPointIsHeldWhereAnotherSketchsCurvePassesThrough() {
        Sheet s = new Sheet("Path", Unit.MM);
        Pen pen = new Pen();
        String a = pen.point(-10, 20);
        String b = pen.point(30, 20);
        String l = pen.line(a, b);
        pen.place(a, -10, 20).hold(Constraint.Kind.HORIZONTAL, l).size(Constraint.Kind.DISTANCE, 40, l);
        String path = s.sketch("Path", Base.TOP, pen.sketch());
        String id = sketchOn(s, Base.SIDE);
        s.with(Tracing.passing(rebuild, s.document(), id, path));
        assertThat(now(s, id).point("p1").at().distance(new Vec2(20, 0))).isLessThan(1e-9);
        SketchStep drawn = (SketchStep) s.document().step(path);
        String up = drawn.sketch().constraints().stream()
                .filter(c -> c.kind() == Constraint.Kind.VERTICAL_DISTANCE)
                .findFirst()
                .orElseThrow()
                .id();
        s.with(new Command.SetDimension(path, up, 26));
        assertThat(now(s, id).point("p1").at().distance(new Vec2(26, 0))).isLessThan(1e-9);
        assertThat(s.document().withDependants(path)).extracting(Step::id).contains(id);
        assertThat(catchThrowable(() -> Tracing.passing(rebuild, s.document(), path, id)))
                .hasMessageContaining("No curve");
    }
}
