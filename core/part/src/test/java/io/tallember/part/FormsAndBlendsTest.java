package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.part.steps.blend.BlendStep;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.part.steps.extrude.ExtrudeStep.Extent;
import io.tallember.part.steps.extrude.ExtrudeStep.Reach;
import io.tallember.part.steps.revolve.RevolveStep;
import io.tallember.sketch.Sketch;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Wall;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Revolutions, the extents of extrusions, rounds and bevels as steps: built, changed late, kept in the file, told when lost. */
class FormsAndBlendsTest {
    private static double volume(Sheet s) {
        return s.state().solids().stream()
                .mapToDouble(b -> MassProperties.of(b).volume())
                .sum();
    }

    private static String failure(Sheet s) {
        return s.state().outcomes().stream()
                .map(o -> o.message())
                .filter(m -> !m.isEmpty())
                .findFirst()
                .orElse("");
    }

    private static Sheet drum() {
        Sheet s = new Sheet("Drum", Unit.MM);
        s.turn("Drum", Base.FRONT, new Pen().rectangle(0, 0, 20, 12), Sketch.Y_AXIS, Mode.BODY);
        return s;
    }

    @Test
    void aRevolutionIsChangedLate() {
        Sheet s = drum();
        double whole = Math.PI * 400 * 12;
        assertThat(volume(s)).isCloseTo(whole, within(1e-9));
        RevolveStep r = (RevolveStep) s.document().steps().get(1);
        RevolveStep part = new RevolveStep(
                r.id(), "", false, r.sketch(), r.regions(), r.axis(), false, Math.PI / 2, true, false, Mode.BODY);
        s.with(new Command.ChangeStep(part));
        assertThat(volume(s)).isCloseTo(whole / 4, within(1e-9));
        s.with(new Command.ChangeStep(
                new RevolveStep(r.id(), "", false, r.sketch(), r.regions(), "c9", true, 1, false, false, Mode.BODY)));
        assertThat(failure(s)).contains("no longer in Drum outline").contains("another line");
        assertThatThrownBy(() -> part.by(7)).hasMessageContaining("up to 360°");
        assertThatThrownBy(() -> part.by(0)).hasMessageContaining("turn the direction");
    }

    private static String rim(Sheet s, double z) {
        Body b = s.state().solids().get(0);
        Edge edge = b.edges().stream()
                .filter(e -> Math.abs(e.middle().z() - z) < 1e-9)
                .findFirst()
                .orElseThrow();
        String id = s.document().freshId();
        EdgeReference ref = new EdgeReference(b.names().of(edge), edge.middle());
        s.with(new Command.AddStep(new BlendStep("", "", false, false, 2, true, List.of(ref))));
        return id;
    }

    /** What a round along a rim takes off. */
    private static double lost(double radius, double r) {
        double fromCorner = r * (10 - 3 * Math.PI) / (12 - 3 * Math.PI);
        return 2 * Math.PI * (radius - fromCorner) * r * r * (1 - Math.PI / 4);
    }

    @Test
    void aRoundStaysOnItsEdgeWhenSizesChange() {
        Sheet s = drum();
        String blend = rim(s, 12);
        assertThat(s.document().step(blend).name()).isEqualTo("Round 1");
        assertThat(volume(s)).isCloseTo(4800 * Math.PI - lost(20, 2), within(1e-8));
        SketchStep outline = (SketchStep) s.document().steps().get(0);
        String width = outline.sketch().constraints().stream()
                .filter(c -> c.kind().isDimension() && c.value() == 20)
                .findFirst()
                .orElseThrow()
                .id();
        s.with(new Command.SetDimension(outline.id(), width, 30));
        assertThat(failure(s)).isEmpty();
        assertThat(volume(s)).isCloseTo(10800 * Math.PI - lost(30, 2), within(1e-8));
        BlendStep b = (BlendStep) s.document().step(blend);
        s.with(new Command.ChangeStep(b.by(25)));
        assertThat(failure(s)).contains("doesn't fit").contains("works here");
        assertThat(volume(s)).as("what stood before is kept").isCloseTo(10800 * Math.PI, within(1e-8));
        s.with(new Command.ChangeStep(new BlendStep(
                b.id(), "", false, true, 2, true, List.of(new EdgeReference("s2.side(c8)|s2.side(c9)", Vec3.ZERO)))));
        assertThat(failure(s)).contains("no longer there").contains("pick again");
    }

    @Test
    void sidesLeanAndEndsTakeTheNextFace() {
        Sheet s = new Sheet("Bracket", Unit.MM);
        s.block("Plate", Base.TOP, new Pen().rectangle(-20, -20, 40, 40), 5, false, Mode.BODY);
        Pen post = new Pen().rectangle(-5, -5, 10, 10);
        Sketch drawn = post.sketch();
        String outline = s.sketch("Post outline", Base.TOP, drawn);
        String id = s.document().freshId();
        s.with(new Command.AddStep(new ExtrudeStep(
                "",
                "Post",
                false,
                outline,
                Pen.largest(drawn),
                Reach.of(Extent.DISTANCE, 15, null, false, false),
                Math.toRadians(5),
                null,
                Mode.ADD)));
        double t = Math.tan(Math.toRadians(5));
        double low = 10 - 2 * 5 * t;
        double top = 10 - 2 * 15 * t;
        double post10 = 10.0 / 3 * (low * low + top * top + low * top);
        assertThat(volume(s)).isCloseTo(8000 + post10, within(1e-8));
        ExtrudeStep e = (ExtrudeStep) s.document().step(id);
        s.with(new Command.ChangeStep(e.sized("taper", Math.toRadians(30))));
        assertThat(failure(s)).contains("Leaning by 30").contains("smaller angle");
        assertThatThrownBy(() -> new ExtrudeStep(
                        "", "", false, outline, Pen.largest(drawn), Extent.FACE, 9, false, false, Mode.ADD))
                .hasMessageContaining("Pick the face");
        assertThatThrownBy(() -> new ExtrudeStep(
                        "",
                        "",
                        false,
                        outline,
                        Pen.largest(drawn),
                        Reach.of(Extent.NEXT, 9, null, false, false),
                        0.1,
                        new Thin(1, Wall.Side.INSIDE),
                        Mode.ADD))
                .hasMessageContaining("sides of a wall can't lean");
    }

    @Test
    void upToAFaceFollowsIt() {
        Sheet s = new Sheet("Pin", Unit.MM);
        s.block("Roof", Base.FRONT, new Pen().outline(-20, 30, 20, 40, 20, 50, -20, 50), 20, false, Mode.BODY);
        Pen pin = new Pen().rectangle(-4, -14, 8, 8);
        Sketch drawn = pin.sketch();
        String outline = s.sketch("Pin outline", Base.TOP, drawn);
        SketchPlane.OnFace roof = (SketchPlane.OnFace) s.on("s2.side(c1)");
        s.with(new Command.AddStep(new ExtrudeStep(
                "",
                "Pin",
                false,
                outline,
                Pen.largest(drawn),
                Reach.of(Extent.FACE, 10, roof.face(), false, false),
                0,
                null,
                Mode.ADD)));
        assertThat(failure(s)).isEmpty();
        double roofOnly = 20 * (20 + 10) / 2.0 * 40;
        assertThat(volume(s)).isCloseTo(roofOnly + 64 * 35, within(1e-7));
        assertThat(s.document().steps().get(3).uses()).containsExactly(outline, "s2");
    }

    @Test
    void formulasAndTheFileKnowTheNewSteps() {
        Sheet s = drum();
        String blend = rim(s, 12);
        s.with(new Command.SetValue("edge", "3 mm"));
        BlendStep b = (BlendStep) s.document().step(blend);
        s.with(new Command.WithFormulas(new Command.ChangeStep(b), Map.of(blend + "/size", "edge / 2")));
        PartDocument settled = new Command.SetValue("edge", "5 mm").done(s.document());
        assertThat(((BlendStep) settled.step(blend)).size()).isEqualTo(2.5);
        assertThat(PartFile.read(PartFile.write(settled))).isEqualTo(settled);
    }

    @Test
    void anEdgeAndAFaceCutApartAboveAreTakenWhole() {
        Sheet s = new Sheet("Latch", Unit.MM);
        s.block("Block", Base.TOP, new Pen().rectangle(0, 0, 40, 30), 20, false, Mode.BODY);
        s.blend(false, 3, s.edges(e -> e.middle().minus(new Vec3(20, 0, 20)).length() < 1e-6));
        s.cut("Notch", Base.FRONT, new Pen().rectangle(15, 12, 10, 12), 31, true);
        double after = s.volume();
        s.with(new Command.MoveStep("s5", 2)).with(new Command.MoveStep("s6", 3));
        assertThat(s.failure()).isEmpty();
        assertThat(s.volume()).isCloseTo(after, within(1e-8));
        assertThat(s.state().outcome("s4").notes()).anyMatch(n -> n.contains("all pieces"));
        // a shell open at the top, which the notch cuts in two
        Sheet t = new Sheet("Tray", Unit.MM);
        t.block("Block", Base.TOP, new Pen().rectangle(0, 0, 40, 30), 20, false, Mode.BODY);
        t.with(new Command.AddStep(
                Plain.shell("", "", false, List.of(t.face("s2.end(r3)")), false, false, 2, 0, List.of())));
        t.cut("Notch", Base.FRONT, new Pen().rectangle(15, 12, 10, 12), 31, true);
        t.with(new Command.MoveStep("s5", 2)).with(new Command.MoveStep("s6", 3));
        assertThat(t.failure()).isEmpty();
        double cavity = 36 * 26 * 8 + 2 * 11 * 26 * 10;
        assertThat(t.volume()).isCloseTo(2 * 15 * 30 * 20 + 10 * 30 * 12 - cavity, within(1e-8));
        assertThat(t.state().outcome("s4").notes()).anyMatch(n -> n.contains("all pieces"));
    }

    @Test
    void bevelsOfABoxDontDependOnWhereItStands() {
        // 16.2: its faces' boxes missed the tools' by the last digit
        for (double x : new double[] {7, 16.2, 18.7, 20.1, 48.6, 54.5}) {
            Sheet s = new Sheet("Boss", Unit.MM);
            s.block("Boss", Base.TOP, new Pen().rectangle(x, 12.3, 14, 12), 6, false, Mode.BODY);
            s.blend(true, 1.5, s.edges(e -> Math.abs(e.middle().z() - 6) < 1e-6));
            assertThat(s.failure()).as("at " + x).isEmpty();
            double top = (14 * 12 + 11 * 9 + 4 * 12.5 * 10.5) / 6 * 1.5;
            assertThat(s.volume()).isCloseTo(14 * 12 * 4.5 + top, within(1e-8));
        }
    }
}
