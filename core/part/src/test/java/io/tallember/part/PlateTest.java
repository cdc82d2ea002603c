package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.withinPercentage;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.rebuild.StepOutcome.Status;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.sketch.Sketch;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import java.util.Set;
import org.assertj.core.data.Percentage;
import org.junit.jupiter.api.Test;

/** A plate 120 x 80 x 10 with four holes of 9 and a slot, and everything that may happen to it. */
class PlateTest {
    private static final Percentage EXACT = withinPercentage(1e-10); // per cent: 1e-12 of the value

    private static Pen plate() {
        return new Pen()
                .rectangle(0, 0, 120, 80)
                .circle(12, 12, 9)
                .circle(108, 12, 9)
                .circle(108, 68, 9)
                .circle(12, 68, 9)
                .slot(45, 40, 30, 14);
    }

    private static Sheet extruded() {
        Sheet s = new Sheet("Vane plate", Unit.MM);
        s.block("Plate", Base.TOP, plate(), 10, false, Mode.BODY);
        return s;
    }

    /** The same by a block and cuts. */
    private static Sheet cut() {
        Sheet s = new Sheet("Vane plate", Unit.MM);
        s.block("Plate", Base.TOP, new Pen().rectangle(0, 0, 120, 80), 10, false, Mode.BODY);
        Pen holes = new Pen()
                .circle(12, 12, 9)
                .circle(108, 12, 9)
                .circle(108, 68, 9)
                .circle(12, 68, 9);
        s.cut("Holes", s.on("s2.end(r3)"), holes.slot(45, 40, 30, 14), 10, true);
        return s;
    }

    private static void assertIsThePlate(PartState state, double t) {
        assertThat(state.outcomes()).allMatch(o -> o.message().isEmpty());
        assertThat(state.solids()).hasSize(1);
        assertThat(BodyCheck.deep(state.solids().get(0), Tolerance.DEFAULT).problems())
                .isEmpty();
        MassProperties m = MassProperties.of(state.solids());
        double slot = 30 * 14 + Math.PI * 49;
        double face = 120 * 80 - 4 * Math.PI * 4.5 * 4.5 - slot;
        double rims = 2 * (120 + 80) + 4 * Math.PI * 9 + 60 + Math.PI * 14;
        assertThat(m.volume()).isCloseTo(t * face, EXACT);
        assertThat(m.area()).isCloseTo(2 * face + t * rims, EXACT);
        assertThat(m.centroid().x()).isCloseTo(60, EXACT);
        assertThat(m.centroid().y()).isCloseTo(40, EXACT);
        assertThat(m.centroid().z()).isCloseTo(t / 2, EXACT);
        assertThat(state.solids().get(0).faces()).hasSize(14);
    }

    @Test
    void extrudedWithItsHolesItIsExact() {
        assertIsThePlate(extruded().state(), 10);
    }

    @Test
    void cutFromABlockItIsExact() {
        assertIsThePlate(cut().state(), 10);
    }

    @Test
    void aChangedThicknessIsFollowedAndGoingBackIsFree() {
        Sheet s = extruded();
        PartState first = s.state();
        ExtrudeStep e = (ExtrudeStep) s.document().step("s2");
        PartDocument before = s.document();
        s.with(new Command.ChangeStep(
                new ExtrudeStep(e.id(), "", false, e.sketch(), e.regions(), 16, false, false, Mode.BODY)));
        assertIsThePlate(s.state(), 16);
        Rebuild r = Kinds.rebuild();
        assertThat(r.build(before).stand()).isSameAs(r.build(before).stand());
        assertThat(first.solids().get(0).names().face("s2.end(r3)")).isPresent();
    }

    @Test
    void sketchOnTheMovedTopFollows() {
        Sheet s = cut();
        ExtrudeStep e = (ExtrudeStep) s.document().step("s2");
        s.with(new Command.ChangeStep(
                new ExtrudeStep(e.id(), "", false, e.sketch(), e.regions(), 10 + 5, false, false, Mode.BODY)));
        PartState state = s.state();
        assertThat(state.sound()).isTrue();
        double slot = 30 * 14 + Math.PI * 49;
        assertThat(MassProperties.of(state.solids()).volume())
                .as("holes stop 10 below the raised top")
                .isCloseTo(15 * 9600 - 10 * (4 * Math.PI * 20.25 + slot), EXACT);
    }

    @Test
    void aCutThroughAllStaysThroughWhenThePlateGrows() {
        Sheet s = cut();
        ExtrudeStep holes = (ExtrudeStep) s.document().step("s5");
        s.with(new Command.ChangeStep(new ExtrudeStep(
                "s5",
                "",
                false,
                holes.sketch(),
                holes.regions(),
                ExtrudeStep.Extent.THROUGH,
                10,
                false,
                true,
                Mode.REMOVE)));
        assertIsThePlate(s.state(), 10);
        ExtrudeStep e = (ExtrudeStep) s.document().step("s2");
        s.with(new Command.ChangeStep(
                new ExtrudeStep(e.id(), "", false, e.sketch(), e.regions(), 25, false, false, Mode.BODY)));
        assertIsThePlate(s.state(), 25);
        // what is added goes to the top of what is there, and no farther
        ExtrudeStep added = new ExtrudeStep(
                "s5",
                "",
                false,
                holes.sketch(),
                holes.regions(),
                ExtrudeStep.Extent.THROUGH,
                1,
                false,
                false,
                Mode.ADD);
        s.with(new Command.ChangeStep(added));
        assertThat(s.state().solids().get(0).bounds().max().z()).isEqualTo(25);
    }

    @Test
    void aFailedStepSaysWhyAndLeavesTheEarlierSolid() {
        Sheet s = cut();
        ExtrudeStep holes = (ExtrudeStep) s.document().step("s5");
        s.with(new Command.ChangeStep(
                new ExtrudeStep("s5", "", false, holes.sketch(), holes.regions(), 10, false, false, Mode.REMOVE)));
        PartState state = s.state();
        assertThat(state.outcome("s5").status()).isEqualTo(Status.FAILED);
        assertThat(state.outcome("s5").message()).contains("remove nothing").contains("turn its direction");
        assertThat(MassProperties.of(state.solids()).volume()).isCloseTo(96_000, EXACT);
    }

    @Test
    void addingWithoutContactIsRefusedAndWithContactKeepsOneBody() {
        Sheet s = cut();
        Pen boss = new Pen().circle(60, 15, 12);
        s.block("Boss", s.on("s2.end(r3)"), boss, 6, false, Mode.ADD);
        assertThat(s.state().sound()).isTrue();
        assertThat(s.state().stand().bodies()).hasSize(1);
        assertThat(s.state().stand().bodies().get(0).id()).isEqualTo("s2");
        s.block("Far", Base.TOP, new Pen().circle(300, 0, 12), 6, false, Mode.ADD);
        String last = s.document().steps().get(s.document().steps().size() - 1).id();
        assertThat(s.state().outcome(last).message()).contains("doesn't touch a body");
    }

    @Test
    void switchedOffAndWorkLineShowTheEarlierPart() {
        Sheet s = cut();
        s.with(new Command.SwitchStep("s5", true));
        assertThat(MassProperties.of(s.state().solids()).volume()).isCloseTo(96_000, EXACT);
        s.with(new Command.SwitchStep("s5", false)).with(new Command.MoveWorkLine(1));
        assertThat(s.state().solids()).isEmpty();
        assertThat(s.state().outcome("s5").status()).isEqualTo(Status.BELOW);
        s.with(new Command.MoveWorkLine(4));
        assertIsThePlate(s.state(), 10);
    }

    @Test
    void aStepMovesOnlyWhereWhatItNeedsStandsAboveIt() {
        Sheet s = cut();
        s.sketch("Spare", Base.FRONT, new Pen().circle(3, 3, 2).sketch());
        String spare = s.document().steps().get(4).id();
        s.with(new Command.MoveStep(spare, 0));
        assertThat(s.document().steps().get(0).id()).isEqualTo(spare);
        assertThat(s.document().workLine()).isEqualTo(5);
        assertIsThePlate(s.state(), 10);
        assertThatThrownBy(() -> s.with(new Command.MoveStep("s5", 1))).hasMessageContaining("must stay above it");
        assertThatThrownBy(() -> s.with(new Command.MoveStep("s1", 4))).hasMessageContaining("must stay above it");
        s.with(new Command.MoveWorkLine(4)).with(new Command.MoveStep("s5", 4));
        assertThat(s.document().workLine()).isEqualTo(4);
    }

    @Test
    void deletingASketchTakesItsDependantsAlong() {
        Sheet s = cut();
        assertThat(s.document().withDependants("s1").stream().map(Step::id)).containsExactly("s1", "s2", "s4", "s5");
        assertThat(s.document().withDependants("s4").stream().map(Step::id)).containsExactly("s4", "s5");
        s.with(new Command.DeleteStep("s4", false));
        assertThat(s.document().steps()).hasSize(2);
        assertThat(s.document().workLine()).isEqualTo(2);
    }

    @Test
    void anOpenedOutlineNamesTheGap() {
        Sheet s = new Sheet("Open", Unit.MM);
        Pen pen = new Pen();
        String a = pen.point(0, 0);
        String b = pen.point(20, 0);
        String c = pen.point(20, 20);
        String d = pen.point(0.2, 0.1);
        pen.line(a, b);
        pen.line(b, c);
        pen.line(c, d);
        Sketch open = pen.sketch();
        s.sketch("Outline", Base.TOP, open);
        s.extrude(
                "Wedge",
                "s1",
                List.of(new RegionReference("", List.of("+c1", "+c2", "+c3"), new Vec2(10, 5))),
                4,
                Mode.BODY);
        assertThat(s.state().outcome("s2").message())
                .contains("no longer closed in Outline")
                .contains("gap of 0.2236 mm between");
    }

    @Test
    void aLineElsewhereInTheSketchChangesNothing() {
        Sheet s = extruded();
        List<io.tallember.sketch.Entity> line = List.of(
                new io.tallember.sketch.SketchPoint("q1", 200, 0),
                new io.tallember.sketch.SketchPoint("q2", 220, 30),
                new io.tallember.sketch.SketchLine("q3", "q1", "q2", false));
        s.with(new Command.Draw("s1", line, List.of()));
        assertIsThePlate(s.state(), 10);
        assertThat(s.state().outcome("s2").notes()).isEmpty();
    }

    @Test
    void badNumbersAreRefusedInWords() {
        assertThatThrownBy(() -> Quantity.positive("-4", Unit.MM, "distance"))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("above zero");
        assertThatThrownBy(() -> Quantity.length("twelve", Unit.MM)).hasMessageContaining("not a number");
        assertThat(Quantity.length("3/8 in", Unit.MM)).isCloseTo(9.525, EXACT);
        assertThat(Quantity.length("1 1/2", Unit.IN)).isCloseTo(38.1, EXACT);
        assertThat(Quantity.length("2,5", Unit.CM)).isEqualTo(25);
        assertThat(Quantity.angle("30°")).isEqualTo(Math.toRadians(30));
        Sheet s = extruded();
        PartDocument before = s.document();
        assertThatThrownBy(() -> s.with(new Command.SetDimension("s1", "k99", 5)))
                .hasMessageContaining("no dimension");
        assertThatThrownBy(() -> s.with(new Command.MoveWorkLine(9))).hasMessageContaining("outside the build sheet");
        assertThatThrownBy(() -> s.with(new Command.Erase("s2", Set.of("c1")))).hasMessageContaining("isn't a sketch");
        assertThat(s.document()).isSameAs(before);
    }
}
