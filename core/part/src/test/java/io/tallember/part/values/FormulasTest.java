package io.tallember.part.values;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.PartDocument;
import io.tallember.part.Pen;
import io.tallember.part.Sheet;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.Unit;
import io.tallember.part.commands.Command;
import io.tallember.part.file.CommandJson;
import io.tallember.part.file.PartFile;
import io.tallember.part.steps.Kinds;
import io.tallember.solid.mass.MassProperties;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FormulasTest {
    private static PartDocument box() {
        Sheet s = new Sheet("Box", Unit.MM);
        s.block("Box", Base.TOP, new Pen().rectangle(0, 0, 40, 20), 6, false, Mode.BODY);
        return s.document();
    }

    private static PartDocument typed(PartDocument doc, String command) {
        return CommandJson.read(PartFile.parse(command.replace('\'', '"')), doc).done(doc);
    }

    private static PartDocument value(PartDocument doc, String name, String formula) {
        return new Command.SetValue(name, formula).done(doc);
    }

    private static double volume(PartDocument doc) {
        return MassProperties.of(Kinds.rebuild().build(doc).solids()).volume();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2*3 mm + 0.5 | 6.5",
                "1 in / 2 | 12.7",
                "sqrt(9 mm * 4 mm) | 6",
                "10 * cos(60 deg) | 5",
                "max(3, 4 mm) - (1 + 1) ^ 2 * 0.5 mm | 2",
                "-(2 - 5) | 3",
                "if(2 mm < 3 and 1 = 1, 4, 10 / 0) | 4",
                "if(2 in > 3 in or 2 >= 3, sqrt(0 - 1) * 1 mm, ceil(2.2) + floor(1.9)) | 4",
                "10 * sin(asin(0.5)) | 5",
            })
    void formulasComeTo(String formula, double mm) {
        assertThat(Formulas.length(formula, box())).isCloseTo(mm, within(1e-12));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "3 mm * 2 mm | an area",
                "3 mm + 2 deg | adds a length and an angle",
                "wal + 1 | no value called",
                "3 / 0 | divides by zero",
                "(3 + 4 | bracket",
                "3 + | breaks off",
                "3 4 | something more",
                "flor(3) | no function",
                "if(3, 1, 2) | comparison",
                "if(3 > 2, 1) | comma",
            })
    void wrongOnesAreRefusedWithTheReason(String formula, String reason) {
        assertThatThrownBy(() -> Formulas.length(formula, box())).hasMessageContaining(reason);
    }

    @Test
    void aValueDrivesSketchAndDistance() {
        PartDocument doc = value(value(box(), "wall", "2.5"), "span", "16*wall");
        doc = typed(doc, "{'do':'set-dimension','id':'s1','dimension':'k6','value':'span + 4 mm'}");
        assertThat(volume(doc)).isCloseTo(44 * 20 * 6, within(1e-9));
        doc = typed(
                doc,
                "{'do':'change-step','step':{'kind':'extrude','id':'s2','sketch':'s1','mode':'body',"
                        + "'distance':'2*wall','regions':[{'id':'r3','boundary':['+c1','+c2','+c3','+c4'],'inside':[5,5]}]}}");
        assertThat(volume(doc)).isCloseTo(44 * 20 * 5, within(1e-9));
        doc = value(doc, "wall", "3");
        assertThat(volume(doc)).isCloseTo(52 * 20 * 6, within(1e-8));
        PartDocument read = PartFile.read(PartFile.write(doc));
        assertThat(read).isEqualTo(doc);
        doc = typed(doc, "{'do':'set-dimension','id':'s1','dimension':'k6','value':'= 30'}");
        assertThat(doc.formulas()).doesNotContainKey("s1/k6");
        assertThat(volume(value(doc, "wall", "4"))).isCloseTo(30 * 20 * 8, within(1e-8));
    }

    @Test
    void ringsAndUsedValuesAreRefusedAndRenamingKeepsFormulas() {
        PartDocument doc = value(value(box(), "a", "3"), "b", "a + 1");
        assertThatThrownBy(() -> value(doc, "a", "b * 2")).hasMessageContaining("in a ring");
        assertThatThrownBy(() -> new Command.DeleteValue("a").done(doc)).hasMessageContaining("used by b");
        PartDocument renamed = new Command.RenameValue("a", "thick").done(doc);
        assertThat(renamed.values().get(1).formula()).isEqualTo("thick + 1");
        assertThat(new Command.DeleteValue("b").done(doc).values()).hasSize(1);
        assertThatThrownBy(() -> value(doc, "mm", "3")).hasMessageContaining("can't be one");
        assertThatThrownBy(() -> value(doc, "c", "")).hasMessageContaining("needs a number");
    }

    @Test
    void aValueThatASketchCantTakeChangesNothing() {
        PartDocument doc =
                typed(value(box(), "w", "40"), "{'do':'set-dimension','id':'s1','dimension':'k6','value':'w'}");
        assertThatThrownBy(() -> value(doc, "w", "0")).hasMessageContaining("can't take");
    }

    @Test
    void aPlainNumberDoesntTakeAFormulasPlaceUnasked() {
        PartDocument doc = value(box(), "rise", "6");
        String step = PartFile.parse(PartFile.write(doc)).get("steps").get(1).toString();
        java.util.function.BiFunction<PartDocument, String, PartDocument> by = (d, text) -> typed(
                d,
                "{'do':'change-step','step':" + step.replace("\"distance\":6.0", "\"distance\":\"" + text + "\"")
                        + "}");
        PartDocument driven = by.apply(doc, "rise");
        assertThat(driven.formulas()).containsEntry("s2/distance", "rise");
        assertThat(by.apply(driven, "6")).isEqualTo(driven);
        assertThatThrownBy(() -> by.apply(driven, "7")).hasMessageContaining("given by");
        assertThat(by.apply(driven, "= 7").formulas()).isEmpty();
    }

    /** Formulas in a part in inches, and what they are once it is in cm: the same sizes, with the unit written where it counted. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "3+0.5 | (3+0.5) * 1 in | 88.9",
                "wall | wall * 1 in | 15.875",
                "wide + 0.25 | wide + 0.25 in | 88.9",
                "wide + wall | wide + wall * 1 in | 98.425",
                "2*wall - 0.1 | (2*wall - 0.1) * 1 in | 29.21",
                "1 + 2 + 1 cm | (1 + 2) * 1 in + 1 cm | 86.2",
                "max(3, 4 mm) - (1 + 1) ^ 2 * 0.5 mm | max(3 in, 4 mm) - (1 + 1) ^ 2 * 0.5 mm | 74.2",
                "if(wide > 2 and wall < 1, 2, 1 cm) | if(wide > 2 in and wall < 1, 2 in, 1 cm) | 50.8",
                "wide * 2 | wide * 2 | 165.1",
            })
    void formulasKeepTheirMeaningWhenTheUnitChanges(String formula, String written, double mm) {
        PartDocument doc = value(value(box(), "wall", "0.625"), "wide", "3.25 in");
        doc = new Command.SetUnit(Unit.IN).done(doc);
        doc = value(doc, "wall", "0.625");
        doc = typed(doc, "{'do':'set-dimension','id':'s1','dimension':'k6','value':'" + formula + "'}");
        double before = volume(doc);
        assertThat(before).isCloseTo(mm * 20 * 6, within(1e-6));
        for (Unit u : Unit.values()) {
            PartDocument other = new Command.SetUnit(u).done(doc);
            assertThat(volume(other)).isCloseTo(before, within(1e-9 * before));
            assertThat(other.formulas().get("s1/k6")).isEqualTo(u == Unit.IN ? formula : written);
            assertThat(volume(new Command.SetUnit(Unit.IN).done(other))).isCloseTo(before, within(1e-9 * before));
        }
    }
}
