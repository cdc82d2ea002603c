package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.steps.Kinds;
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
        return MassProperties.of(Kinds.rebuild().build(doc).solids()).volume();
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
        PartState s = Kinds.rebuild().build(PartFile.read(text("hole-out-of-wall")));
        assertThat(s.outcome("s3").message()).contains("doesn't lie under all of this hole");
        assertThat(volume(PartFile.read(text("hole-out-of-wall")))).isCloseTo(32_576, within(1e-6));
    }

    /** With the choice the top wall alone, 4 mm, is drilled, also over the upright wall beside it. */
    @Test
    void aHoleOutOfItsWallInLineLeavesWhatStandsBesideIt() throws IOException {
        PartDocument doc = PartFile.read(text("hole-out-of-wall").replace("\"next\"", "\"line\""));
        assertThat(Kinds.rebuild().build(doc).outcome("s3").message()).isEmpty();
        assertThat(volume(doc)).isCloseTo(32_576 - 100 * Math.PI, within(1e-6));
    }

    private static PartDocument sized(PartDocument doc, String step, String place, double v) {
        return new Command.ChangeStep(doc.step(step).sized(place, v)).done(doc);
    }

    @Test
    void whatWasOffsetFromTracedEdgesStaysInside() throws IOException {
        for (double w : new double[] {50, 55.9, 20, 90}) {
            PartDocument doc = new Command.SetDimension("s1", "k13", w).done(PartFile.read(text("trace-offset")));
            assertThat(volume(doc)).isCloseTo(w * 400 + 3 * (w - 8) * 32, within(1e-6));
        }
    }

    @Test
    void aHoleKeepsItsDistanceFromATracedEdge() throws IOException {
        PartDocument doc = new Command.SetDimension("s1", "k13", 50).done(PartFile.read(text("trace-distance")));
        PartState s = Kinds.rebuild().build(doc);
        assertThat(s.outcomes()).allMatch(o -> o.message().isEmpty());
        assertThat(MassProperties.of(s.solids()).volume()).isCloseTo(20_000 - 90 * Math.PI, within(1e-6));
        double x = MassProperties.of(s.solids()).centroid().x();
        assertThat(x).isCloseTo((20_000 * 25 - 90 * Math.PI * 42) / (20_000 - 90 * Math.PI), within(1e-6));
    }

    @Test
    void ribsTakeWholeLinesWhereTheyCross() throws IOException {
        assertThat(volume(PartFile.read(text("rib-grid-crossing")))).isCloseTo(31_693.937109, within(1e-5));
        assertThat(volume(PartFile.read(text("rib-grid-two-steps")))).isCloseTo(32_161.512106329, within(1e-6));
    }

    /** The half disc was cut from the circle before its file was written. */
    @Test
    void anArcCutFromATracedCircleGrowsWithIt() throws IOException {
        PartDocument doc = sized(PartFile.read(text("trimmed-trace")), "s1", "diameter", 50);
        PartState s = Kinds.rebuild().build(doc);
        assertThat(s.outcome("s2").notes()).isEmpty();
        io.tallember.sketch.Sketch k =
                s.stand().sketch("s2").orElseThrow().step().sketch();
        assertThat(k.radius((io.tallember.sketch.SketchArc) k.find("c1").orElseThrow()))
                .isCloseTo(25, within(1e-9));
        assertThat(k.point("p2").x()).isCloseTo(25, within(1e-9));
        assertThat(k.point("p3").x()).isCloseTo(-25, within(1e-9));
    }

    @Test
    void aFullRoundKeepsItsSides() throws IOException {
        Rebuild rebuild = Kinds.rebuild();
        PartDocument doc = PartFile.read(text("full-round"));
        assertThat(rebuild.build(doc).outcome("s2").notes()).hasSize(1);
        Command narrower = new Command.ChangeStep(doc.step("s1").sized("depth", 18));
        PartDocument told = narrower.done(rebuild.carried(doc, narrower));
        PartState s = rebuild.build(told);
        assertThat(s.outcome("s2").notes()).isEmpty();
        assertThat(MassProperties.of(s.solids()).volume()).isCloseTo(18 * (20 * 30 + Math.PI * 50), within(1e-6));
        assertThat(PartFile.read(PartFile.write(told))).isEqualTo(told);
    }

    @Test
    void boresStandAtTheirRimsWithAndWithoutRounds() throws IOException {
        for (String name : new String[] {"bores-by-rim-edge", "variant-shown"}) {
            PartDocument doc = PartFile.read(text(name));
            for (io.tallember.part.Variant v : doc.arrangement().variants()) {
                if (v.name().startsWith("Machined")) {
                    PartState s = Kinds.rebuild().build(io.tallember.part.values.Variants.of(doc, v.name()));
                    assertThat(s.outcome("s15").message()).isEmpty();
                    assertThat(s.outcome("s16").message()).isEmpty();
                    if (v.name().equals("Machined")) {
                        assertThat(MassProperties.of(s.solids()).volume()).isCloseTo(98_107.127797, within(1e-5));
                    }
                }
            }
        }
    }
}
