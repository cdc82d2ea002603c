package io.tallember.part.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Vec2;
import io.tallember.part.Layout;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.PartDocument;
import io.tallember.part.Pen;
import io.tallember.part.Plain;
import io.tallember.part.RegionReference;
import io.tallember.part.Sheet;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.Thin;
import io.tallember.part.Unit;
import io.tallember.part.commands.Command;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.part.steps.hole.HoleStep;
import io.tallember.part.steps.repeat.RepeatStep;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PartFileTest {
    private static PartDocument sample() {
        Sheet s = new Sheet("Clip", Unit.IN);
        s.block("Base", Base.FRONT, new Pen().rectangle(0, 0, 40, 20).slot(10, 10, 10, 5), 6, true, Mode.BODY);
        s.cut("Bore", s.on("s2.end(r3)"), new Pen().circle(35, 10, 4), 3, true);
        return s.document();
    }

    @Test
    void whatIsWrittenIsReadBackTheSame() {
        PartDocument doc = sample();
        assertThat(PartFile.read(PartFile.write(doc))).isEqualTo(doc);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "tall-ember-part | some-other | isn't a Tall Ember part file",
                "\"version\" : 3 | \"version\" : 7 | newer Tall Ember",
                "\"unit\" : \"in\" | \"unit\" : \"furlong\" | mm, cm or in",
                "\"workLine\" : 4 | \"workLine\" : 9 | outside the build sheet",
                "\"distance\" : 6.0 | \"distance\" : -6.0 | above zero",
                "\"sketch\" : \"s1\" | \"sketch\" : \"s9\" | must stay above it",
                "\"kind\" : \"extrude\" | \"kind\" : \"enchant\" | can't be of the kind",
                "\"start\" : \"p1\" | \"start\" : \"p77\" | isn't in the sketch",
                "\"steps\" : | \"steps\" | isn't sound JSON",
            })
    void wrongFilesAreRefusedWithTheReason(String good, String bad, String reason) {
        String text = PartFile.write(sample());
        assertThat(text).contains(good);
        assertThatThrownBy(() -> PartFile.read(text.replace(good, bad)))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining(reason);
    }

    @Test
    void hugeAndDeepFilesAreRefused() {
        assertThatThrownBy(() -> PartFile.read(" ".repeat(20_000_000))).hasMessageContaining("16 MB");
        assertThatThrownBy(() -> PartFile.read("[".repeat(10_000))).hasMessageContaining("JSON");
        assertThatThrownBy(() -> PartFile.read("[]")).hasMessageContaining("object");
    }

    @Test
    void typedNumbersAreReadInThePartsUnit() {
        PartDocument doc = sample();
        Command c = CommandJson.read(
                PartFile.parse("{\"do\":\"set-dimension\",\"id\":\"s1\",\"dimension\":\"k6\",\"value\":\"2\"}"), doc);
        assertThat(c).isEqualTo(new Command.SetDimension("s1", "k6", 50.8));
        assertThatThrownBy(() -> CommandJson.read(PartFile.parse("{\"do\":\"dance\"}"), doc))
                .hasMessageContaining("no command");
    }

    @Test
    void filesOfTheFirstVersionAreUpgraded() {
        Sheet s = new Sheet("Flange", Unit.MM);
        s.block("Disc", Base.TOP, new Pen().circle(0, 0, 60), 8, false, Mode.BODY);
        s.with(new Command.AddStep(Plain.hole(
                "",
                "",
                false,
                HoleStep.Mouth.PLAIN,
                5,
                HoleStep.Extent.THROUGH,
                8,
                null,
                true,
                HoleStep.USUAL_POINT,
                0,
                0,
                0,
                "",
                List.of(new HoleStep.Place("", s.face("s2.end(r3)"), new Vec2(20, 0))))));
        s.with(new Command.AddStep(new RepeatStep(
                "",
                "",
                false,
                List.of("s4"),
                List.of(),
                List.of(),
                new Layout.Round(Layout.Axis.Base.Z, 6, true, 1, false),
                false,
                List.of())));
        String first = PartFile.write(s.document())
                .replace("\"version\" : 3", "\"version\" : 1")
                .replace("\"layout\" : \"round\"", "\"round\" : true, \"spacing\" : 10")
                .replace("\"extent\" : \"through\"", "\"through\" : true");
        assertThat(first).doesNotContain("layout").doesNotContain("extent");
        assertThat(PartFile.read(first)).isEqualTo(s.document());
    }

    /** In files of version 2 stretches of one line were picked each for itself; of version 3, the line is picked once. */
    @Test
    void picksOfStretchesBecomeOneOfTheLine() {
        Sheet s = new Sheet("Tray", Unit.MM);
        s.block("Floor", Base.TOP, new Pen().rectangle(0, 0, 40, 20), 6, false, Mode.BODY);
        Pen pen = new Pen();
        pen.line(pen.point(5, 10), pen.point(35, 10));
        s.sketch("Line", Base.TOP, pen.place("p1", 5, 10).place("p2", 35, 10).sketch());
        RegionReference once = new RegionReference("", List.of("~c1"), new Vec2(20, 10));
        s.with(new Command.AddStep(new ExtrudeStep(
                "",
                "",
                false,
                "s4",
                List.of(once, once),
                ExtrudeStep.Reach.of(ExtrudeStep.Extent.DISTANCE, 10, null, false, false),
                0,
                new Thin(2, io.tallember.solid.sweep.Wall.Side.MIDDLE),
                Mode.ADD)));
        String now = PartFile.write(s.document());
        PartDocument second = PartFile.read(now.replace("\"version\" : 3", "\"version\" : 2"));
        assertThat(((ExtrudeStep) PartFile.read(now).steps().get(3)).regions()).hasSize(2);
        assertThat(((ExtrudeStep) second.steps().get(3)).regions()).hasSize(1);
    }

    /** A dimension changed by hand: the number wins and the points follow, which is said; a file that holds is left to the last bit. */
    @Test
    void aDimensionChangedInTheFileWins() {
        Sheet sheet = new Sheet("Box", Unit.MM);
        sheet.block("Box", Base.TOP, new Pen().rectangle(0, 0, 40, 20), 6, false, Mode.BODY);
        PartDocument doc = new Command.SetDimension("s1", "k6", 40).done(sheet.document());
        String text = PartFile.write(doc);
        PartFile.Opened same = PartFile.open(text);
        assertThat(same.notes()).isEmpty();
        assertThat(same.document()).isEqualTo(PartFile.read(text));
        String changed = text.replaceAll("\"value\" : 40(\\.0)?", "\"value\" : 55.0");
        assertThat(changed).isNotEqualTo(text);
        PartFile.Opened opened = PartFile.open(changed);
        assertThat(opened.notes()).singleElement().asString().contains("points were moved");
        assertThat(MassProperties.of(Kinds.rebuild().build(opened.document()).solids())
                        .volume())
                .isCloseTo(55 * 20 * 6, within(1e-6));
    }

    /** Two dimensions of one line that say different things: the file opens, they are named, and what stands on the sketch waits. */
    @Test
    void whatFightsIsNamedAndTheStepsOnItWait() {
        Sheet sheet = new Sheet("Box", Unit.MM);
        sheet.block("Box", Base.TOP, new Pen().rectangle(0, 0, 40, 20), 6, false, Mode.BODY);
        sheet.with(new Command.Draw(
                "s1",
                List.of(),
                List.of(io.tallember.sketch.Constraint.dimension(
                        "k99", io.tallember.sketch.Constraint.Kind.DISTANCE, 41, "c1"))));
        PartFile.Opened opened = PartFile.open(PartFile.write(sheet.document()));
        assertThat(opened.notes()).singleElement().asString().contains("fight");
        PartState s = Kinds.rebuild().build(opened.document());
        assertThat(s.outcome("s1").message())
                .startsWith("These can't hold together")
                .contains("distance 41 mm");
        assertThat(s.outcome("s2").message()).contains("waits until");
        assertThat(s.stand().bodies()).isEmpty();
        assertThat(s.stand().sketch("s1")).isPresent();
        sheet.with(new Command.Erase("s1", java.util.Set.of("k99")));
        assertThat(sheet.state().outcomes()).allMatch(o -> o.message().isEmpty());
    }
}
