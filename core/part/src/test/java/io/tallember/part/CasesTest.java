package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.solid.mass.MassProperties;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

/** Parts that were once built wrong without a word. */
class CasesTest {
    private static String text(String name) throws IOException {
        return new String(
                CasesTest.class.getResourceAsStream("/cases/" + name + ".json").readAllBytes(), StandardCharsets.UTF_8);
    }

    private static double volume(PartDocument doc) {
        return MassProperties.of(new Rebuild().build(doc).solids()).volume();
    }

    @Test
    void aPartInInchesKeepsItsSizeInOtherUnits() throws IOException {
        PartDocument doc = PartFile.read(text("inch-value"));
        for (Unit u : Unit.values()) {
            assertThat(volume(new Command.SetUnit(u).done(doc))).isCloseTo(58_250.8915625, within(1e-6));
        }
    }

    @Test
    void aDimensionEditedInTheFileIsBuilt() throws IOException {
        PartFile.Opened opened = PartFile.open(text("dimension-edited-in-file"));
        assertThat(opened.notes()).hasSize(1);
        assertThat(volume(opened.document())).isCloseTo(6_400, within(1e-6));
    }

    /** The wall lies under a part of the hole only; the rest would go down into the wall beside it. */
    @Test
    void aHoleOutOfItsWallDoesntGoOnBesideIt() throws IOException {
        PartState s = new Rebuild().build(PartFile.read(text("hole-out-of-wall")));
        assertThat(s.outcome("s3").message()).contains("doesn't lie under all of this hole");
        assertThat(volume(PartFile.read(text("hole-out-of-wall")))).isCloseTo(32_576, within(1e-6));
    }
}
