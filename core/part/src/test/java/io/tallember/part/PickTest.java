package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.part.commands.Command;
import io.tallember.part.commands.SketchEdit;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.solid.mass.MassProperties;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** Regions and lines of repeats that are counted anew. */
class PickTest {
    private static String text(String name) throws IOException {
        return new String(
                PickTest.class.getResourceAsStream("/cases/" + name + ".json").readAllBytes(), StandardCharsets.UTF_8);
    }

    private static PartDocument counted(PartDocument doc, int teeth) {
        return new Command.EditSketch("s6", new SketchEdit.RecountRepeat("L1", teeth)).done(doc);
    }

    private static double volume(PartState s) {
        return MassProperties.of(s.solids()).volume();
    }

    @Test
    void aStepThatTookAllTeethTakesAllAfterARecount() throws IOException {
        PartDocument doc = PartFile.read(text("sketch-repeat-12-teeth"));
        assertThat(volume(Kinds.rebuild().build(counted(doc, 14)))).isCloseTo(16_393.74, within(0.01));
        assertThat(volume(Kinds.rebuild().build(counted(doc, 10)))).isCloseTo(15_579.44, within(0.01));
        PartDocument back = counted(counted(doc, 14), 12);
        assertThat(volume(Kinds.rebuild().build(back)))
                .isCloseTo(volume(Kinds.rebuild().build(doc)), within(1e-7));
    }

    @Test
    void apickWhoseToothIsGoneIsLostAndNotGivenToAGap() throws IOException {
        PartDocument doc = PartFile.read(text("sketch-repeat-12-teeth"));
        ExtrudeStep teeth = (ExtrudeStep) doc.step("s900");
        PartDocument some =
                doc.replaced(teeth.with(teeth.regions().stream().skip(1).collect(Collectors.toList())));
        PartState s = Kinds.rebuild().build(counted(some, 10));
        assertThat(s.outcome("s900").message()).contains("is no longer there");
    }
}
