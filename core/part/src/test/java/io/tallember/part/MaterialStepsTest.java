package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.part.steps.extrude.ExtrudeStep.Extent;
import io.tallember.part.steps.extrude.ExtrudeStep.Reach;
import io.tallember.part.steps.ready.ReadyStep.Shape;
import io.tallember.part.steps.split.SplitStep;
import io.tallember.sketch.Sketch;
import io.tallember.solid.sweep.Wall;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Extents between faces, walls, ready bodies and splits, as steps of the build sheet. */
class MaterialStepsTest {
    private static final Reach TEN = Reach.of(Extent.DISTANCE, 10, null, false, false);

    /** A block under a roof that rises from 30 to 50 over x from -20 to 20, y from 0 to -20; step s2. */
    private static Sheet roofed() {
        Sheet s = new Sheet("Roof", Unit.MM);
        s.block("Roof", Base.FRONT, new Pen().outline(-20, 0, 20, 0, 20, 50, -20, 30), 20, false, Mode.BODY);
        return s;
    }

    private static final double ROOFED = 40 * 40 * 20;

    private static Sheet pin(Sheet s, Reach reach, Thin thin, Mode mode) {
        Pen pen = new Pen().rectangle(-4, -14, 8, 8);
        Sketch drawn = pen.sketch();
        String outline = s.sketch("Pin outline", Base.TOP, drawn);
        s.with(new Command.AddStep(
                new ExtrudeStep("", "Pin", false, outline, Pen.largest(drawn), reach, 0, thin, mode)));
        return s;
    }

    record Case(String name, java.util.function.Function<Sheet, Reach> reach, Mode mode, double volume) {
        @Override
        public String toString() {
            return name;
        }
    }

    static Stream<Case> reaches() {
        String roof = "s2.side(c3)";
        String floor = "s2.side(c1)";
        return Stream.of(
                new Case("two distances", s -> TEN.andBack(4), Mode.ADD, ROOFED + 64 * 4),
                new Case(
                        "two distances flipped",
                        s -> new Reach(Extent.DISTANCE, 10, 4, null, null, 0, false, true),
                        Mode.ADD,
                        ROOFED + 64 * 10),
                new Case("from a slanted face", s -> TEN.startingAt(s.face(roof)), Mode.ADD, ROOFED + 64 * 10),
                new Case(
                        "from a slanted face inward",
                        s -> Reach.of(Extent.DISTANCE, 10, null, false, true).startingAt(s.face(roof)),
                        Mode.REMOVE,
                        ROOFED - 64 * 10),
                new Case(
                        "from a slanted face, two distances",
                        s -> TEN.andBack(3).startingAt(s.face(roof)),
                        Mode.REMOVE,
                        ROOFED - 64 * 3),
                new Case(
                        "from a slanted face both ways",
                        s -> Reach.of(Extent.DISTANCE, 10, null, true, false).startingAt(s.face(roof)),
                        Mode.ADD,
                        ROOFED + 64 * 5),
                new Case(
                        "between two faces",
                        s -> Reach.of(Extent.FACE, 10, s.face(roof), false, false)
                                .startingAt(s.face(floor)),
                        Mode.COMMON,
                        64 * 40),
                new Case(
                        "short of a face",
                        s -> Reach.of(Extent.FACE, 10, s.face(roof), false, false)
                                .shortBy(5),
                        Mode.COMMON,
                        64 * (40 - 5 * Math.sqrt(1.25))),
                new Case(
                        "beyond a face",
                        s -> Reach.of(Extent.FACE, 10, s.face(roof), false, false)
                                .shortBy(-5),
                        Mode.ADD,
                        ROOFED + 64 * 5 * Math.sqrt(1.25)),
                new Case(
                        "from a face through all",
                        s -> Reach.of(Extent.THROUGH, 10, null, false, true).startingAt(s.face(roof)),
                        Mode.REMOVE,
                        ROOFED - 64 * 40),
                new Case("only what is common", s -> TEN, Mode.COMMON, 640));
    }

    @ParameterizedTest
    @MethodSource("reaches")
    void everyReachGivesItsVolume(Case c) {
        Sheet s = roofed();
        pin(s, c.reach().apply(s), null, c.mode());
        assertThat(s.failure()).isEmpty();
        assertThat(s.volume()).isCloseTo(c.volume(), within(1e-8 * ROOFED));
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
    }

    @Test
    void whatCannotBeReachedIsSaid() {
        Sheet s = roofed();
        FaceReference wall = s.face("s2.side(c2)");
        pin(s, TEN.startingAt(wall), null, Mode.ADD);
        assertThat(s.failure()).contains("neither over nor under");
        assertThatThrownBy(() -> pin(
                        roofed(), Reach.of(Extent.NEXT, 5, null, false, false).startingAt(wall), null, Mode.ADD))
                .hasMessageContaining("starts from a face");
        assertThatThrownBy(() -> pin(
                        roofed(),
                        Reach.of(Extent.THROUGH, 5, null, false, false).andBack(3),
                        null,
                        Mode.REMOVE))
                .hasMessageContaining("Two distances");
        Sheet t = roofed();
        pin(t, new Reach(Extent.DISTANCE, 4, 0, null, null, 0, false, true), null, Mode.COMMON);
        assertThat(t.failure()).contains("nothing in common");
    }

    private static Sheet walled(Pen pen, Wall.Side side, double thickness) {
        Sheet s = new Sheet("Wall", Unit.MM);
        Sketch drawn = pen.sketch();
        String outline = s.sketch("Outline", Base.TOP, drawn);
        s.with(new Command.AddStep(new ExtrudeStep(
                "", "", false, outline, Pen.largest(drawn), TEN, 0, new Thin(thickness, side), Mode.BODY)));
        return s;
    }

    @Test
    void wallsStandOnEitherSideOfTheLines() {
        double[][] expected = {{30 * 20 - 26 * 16}, {34 * 24 - 30 * 20}, {32 * 22 - 28 * 18}};
        for (Wall.Side side : Wall.Side.values()) {
            Sheet s = walled(new Pen().rectangle(0, 0, 30, 20), side, 2);
            assertThat(s.failure()).isEmpty();
            assertThat(s.volume()).isCloseTo(10 * expected[side.ordinal()][0], within(1e-8));
            assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        }
        Sheet slot = walled(new Pen().slot(0, 0, 40, 10), Wall.Side.INSIDE, 2);
        double area = 40 * 10 + Math.PI * 25 - (40 * 6 + Math.PI * 9);
        assertThat(slot.volume()).isCloseTo(10 * area, within(1e-8));
        Sheet pierced = walled(new Pen().rectangle(0, 0, 30, 20).circle(15, 10, 4), Wall.Side.INSIDE, 1);
        double hole = Math.PI * (9 - 4);
        assertThat(pierced.volume()).isCloseTo(10 * (30 * 20 - 28 * 18 + hole), within(1e-8));
    }

    @Test
    void aWallThatIsTooThickIsRefusedWithTheLine() {
        assertThat(walled(new Pen().rectangle(0, 0, 30, 20), Wall.Side.INSIDE, 10.5)
                        .failure())
                .contains("10.5 mm thick")
                .contains("c");
        assertThat(walled(
                                new Pen().outline(0, 0, 30, 0, 30, 20, 20, 20, 20, 6, 10, 6, 10, 20, 0, 20),
                                Wall.Side.INSIDE,
                                4)
                        .failure())
                .contains("too thick");
    }

    @Test
    void formulasDriveTheNewNumbers() {
        Sheet s = walled(new Pen().rectangle(0, 0, 30, 20), Wall.Side.INSIDE, 2);
        s.with(new Command.SetValue("wall", "1.5 mm"));
        Step step = s.document().steps().get(1);
        s.with(new Command.WithFormulas(new Command.ChangeStep(step), Map.of(step.id() + "/thickness", "2 * wall")));
        PartDocument d = new Command.SetValue("wall", "2 mm").done(s.document());
        assertThat(((ExtrudeStep) d.step(step.id())).thin().thickness()).isEqualTo(4);
    }

    @Test
    void readyBodiesStandOnPlanesAndFaces() {
        Sheet s = new Sheet("Ready", Unit.MM);
        s.ready(Shape.BOX, Base.TOP, 0, false, Mode.BODY, 40.0, 30.0, 10.0);
        double v = 12_000;
        SketchPlane top = s.on("s1.end(box)");
        String cylinder = s.ready(Shape.CYLINDER, top, 8, false, Mode.ADD, 10.0, 6.0);
        v += Math.PI * 25 * 6;
        s.ready(Shape.CONE, top, -8, false, Mode.ADD, 8.0, 0.0, 6.0);
        v += Math.PI * 16 * 2;
        s.ready(Shape.BALL, top, 17, true, Mode.REMOVE, 4.0);
        v -= 2.0 / 3 * Math.PI * 8;
        s.ready(Shape.RING, Base.TOP, 100, false, Mode.BODY, 20.0, 4.0);
        v += 2 * Math.PI * Math.PI * 10 * 4;
        assertThat(s.failure()).isEmpty();
        assertThat(s.document().step(cylinder).name()).isEqualTo("Cylinder 1");
        assertThat(s.document().step(cylinder).uses()).containsExactly("s1");
        assertThat(s.volume()).isCloseTo(v, within(1e-7 * v));
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        assertThatThrownBy(() -> s.ready(Shape.CONE, top, 0, false, Mode.ADD, 5.0, 6.0, 7.0))
                .hasMessageContaining("narrower");
        assertThatThrownBy(() -> s.ready(Shape.RING, top, 0, false, Mode.ADD, 5.0, 6.0))
                .hasMessageContaining("hole");
        assertThatThrownBy(() -> s.ready(Shape.BOX, top, 0, false, Mode.ADD, 5.0, -6.0, 1.0))
                .hasMessageContaining("depth");
    }

    @Test
    void bodiesAreSplitByPlanesAndFaces() {
        Sheet s = roofed();
        s.with(new Command.AddStep(new SplitStep("", "", false, Base.SIDE)));
        assertThat(s.failure()).isEmpty();
        assertThat(s.state().stand().bodies()).extracting(PartBody::id).containsExactly("s2", "s2.2");
        assertThat(s.volume()).isCloseTo(ROOFED, within(1e-8));
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        Sheet none = roofed();
        none.with(new Command.AddStep(new SplitStep("", "", false, Base.TOP)));
        assertThat(none.failure()).contains("crosses no body");
        Sheet round = roofed();
        round.ready(Shape.CYLINDER, Base.TOP, 0, false, Mode.BODY, 60.0, 10.0);
        String side = round.state().stand().bodies().get(1).body().faces().stream()
                .filter(f -> f.surface().kind().equals("cylinder"))
                .map(f -> f.origins().get(0).key())
                .findFirst()
                .orElseThrow();
        round.with(new Command.AddStep(new SplitStep("", "", false, round.on(side))));
        assertThat(round.failure()).contains("crosses no body");
    }
}
