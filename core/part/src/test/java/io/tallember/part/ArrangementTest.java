package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.file.CommandJson;
import io.tallember.part.file.PartFile;
import io.tallember.part.file.ValuesCsv;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.bodies.CombineStep;
import io.tallember.part.steps.bodies.MirrorStep;
import io.tallember.part.steps.bodies.MoveStep;
import io.tallember.part.values.Materials;
import io.tallember.part.values.Variants;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Variants, groups, looks and whole bodies: what a part has beside its steps, and what moves as one. */
class ArrangementTest {
    /** A block 40 x 20 x thick with a hole; the casting is thicker and has no hole. */
    private static PartDocument bracket() {
        Sheet s = new Sheet("Bracket", Unit.MM);
        s.block("Block", Base.TOP, new Pen().rectangle(0, 0, 40, 20), 6, false, Mode.BODY);
        s.cut("Hole", s.on("s2.end(r3)"), new Pen().circle(20, 10, 5), 40, true);
        PartDocument doc = s.document();
        doc = done(doc, "{'do':'set-value','name':'thick','formula':'6'}");
        doc = done(
                doc,
                "{'do':'change-step','step':"
                        + PartFile.parse(PartFile.write(doc))
                                .get("steps")
                                .get(1)
                                .toString()
                                .replace("\"distance\":6.0", "\"distance\":\"thick\"")
                                .replace('"', '\'')
                        + "}");
        doc = done(doc, "{'do':'add-variant','name':'Casting'}");
        doc = done(doc, "{'do':'set-in-variant','variant':'Casting','value':'thick','formula':'thin * 2'}", "thin");
        doc = done(doc, "{'do':'set-in-variant','variant':'Casting','value':'thick','formula':'9'}");
        return done(doc, "{'do':'switch-in-variant','variant':'Casting','step':'s5','off':true}");
    }

    private static PartDocument done(PartDocument doc, String command, String... refused) {
        var json = PartFile.parse(command.replace('\'', '"'));
        if (refused.length > 0) {
            assertThatThrownBy(() -> CommandJson.read(json, doc).done(doc)).hasMessageContaining(refused[0]);
            return doc;
        }
        return CommandJson.read(json, doc).done(doc);
    }

    private static double volume(Rebuild r, PartDocument doc) {
        PartState s = r.build(doc);
        assertThat(s.sound()).isTrue();
        return MassProperties.of(s.solids()).volume();
    }

    @Test
    void aVariantHasItsOwnValuesAndSteps() {
        PartDocument doc = bracket();
        Rebuild r = Kinds.rebuild();
        double hole = Math.PI * 6.25;
        assertThat(doc.arrangement().chosen()).isEqualTo("Casting");
        assertThat(volume(r, Variants.shown(doc))).isCloseTo(40 * 20 * 9, within(1e-8));
        assertThat(volume(r, Variants.of(doc, ""))).isCloseTo(6 * (800 - hole), within(1e-8));
        assertThat(PartFile.read(PartFile.write(doc))).isEqualTo(doc);
        // a late change of what both share reaches both
        PartDocument wider = new Command.SetDimension("s1", widthOf(doc), 50).done(doc);
        assertThat(volume(r, Variants.shown(wider))).isCloseTo(50 * 20 * 9, within(1e-8));
        assertThat(volume(r, Variants.of(wider, ""))).isCloseTo(6 * (1000 - hole), within(1e-8));
        // back from the cache, to the same body
        assertThat(r.build(Variants.shown(doc)).solids().get(0))
                .isSameAs(r.build(Variants.shown(doc)).solids().get(0));
    }

    private static String widthOf(PartDocument doc) {
        return ((SketchStep) doc.step("s1"))
                .sketch().constraints().stream()
                        .filter(c -> c.kind().isDimension() && c.value() == 40)
                        .findFirst()
                        .orElseThrow()
                        .id();
    }

    @Test
    void variantsKeepTheirNamesApartAndFollowRenamedValues() {
        PartDocument doc = bracket();
        done(doc, "{'do':'add-variant','name':'Casting'}", "Two variants");
        done(doc, "{'do':'choose-variant','name':'Forging'}", "no variant");
        done(doc, "{'do':'delete-value','name':'thick'}", "is used by Block's distance");
        PartDocument renamed = done(doc, "{'do':'rename-value','name':'thick','to':'wall'}");
        assertThat(renamed.arrangement().needed("Casting").values()).isEqualTo(Map.of("wall", "9"));
        PartDocument other = done(renamed, "{'do':'rename-variant','name':'Casting','to':'Raw'}");
        assertThat(other.arrangement().chosen()).isEqualTo("Raw");
        assertThat(done(other, "{'do':'delete-variant','name':'Raw'}").arrangement())
                .isEqualTo(Arrangement.NONE);
        // a step that goes takes its switch along
        assertThat(new Command.DeleteStep("s5", true)
                        .apply(doc)
                        .arrangement()
                        .needed("Casting")
                        .off())
                .isEmpty();
    }

    @Test
    void aDeletedExtrusionTakesItsSketchAlongWhenAsked() {
        PartDocument doc = bracket();
        assertThat(new Command.DeleteStep("s5", false).apply(doc).steps()).hasSize(3);
        assertThat(new Command.DeleteStep("s5", true).apply(doc).steps()).hasSize(2);
    }

    @Test
    void stepsAreGroupedAndBodiesGetTheirLooks() {
        PartDocument doc = done(bracket(), "{'do':'group','steps':['s4','s5'],'name':'Bores'}");
        doc = done(doc, "{'do':'set-look','id':'s2','name':'Bracket','material':'Steel','colour':'#7a8c99'}");
        assertThat(doc.arrangement().groups()).containsEntry("s5", "Bores");
        assertThat(doc.arrangement().looks().get("s2").material()).isEqualTo("Steel");
        assertThat(Materials.mass("Steel", 1e6)).hasValue(7.85);
        assertThat(PartFile.read(PartFile.write(doc))).isEqualTo(doc);
        done(doc, "{'do':'set-look','id':'s2','colour':'blue'}", "colour");
        assertThat(done(doc, "{'do':'group','steps':['s4','s5'],'name':''}")
                        .arrangement()
                        .groups())
                .isEmpty();
    }

    @Test
    void aTableOfValuesGoesOutAndComesIn() {
        PartDocument doc = bracket();
        assertThat(ValuesCsv.write(doc)).isEqualTo("name,formula\r\nthick,6\r\n");
        PartDocument next =
                ValuesCsv.read("name;formula\nthick;rise + 1\nrise;\"4 mm\"\n").done(doc);
        assertThat(ValuesCsv.write(next)).contains("thick,rise + 1\r\nrise,4 mm");
        assertThat(volume(Kinds.rebuild(), Variants.of(next, ""))).isCloseTo(5 * (800 - Math.PI * 6.25), within(1e-8));
        assertThatThrownBy(() -> ValuesCsv.read("thick,1\nthick,2")).hasMessageContaining("Line 2");
        assertThatThrownBy(() -> ValuesCsv.read("thick")).hasMessageContaining("Line 1");
        assertThatThrownBy(() -> ValuesCsv.read("thick,rise").done(doc)).isInstanceOf(GeometryException.class);
    }

    @Test
    void bodiesAreMovedTurnedCopiedAndCombinedByChoice() {
        Sheet s = new Sheet("Bodies", Unit.MM);
        s.block("One", Base.TOP, new Pen().rectangle(0, 0, 10, 10), 10, false, Mode.BODY);
        s.block("Two", Base.TOP, new Pen().rectangle(20, 0, 10, 10), 10, false, Mode.BODY);
        s.block("Three", Base.TOP, new Pen().rectangle(40, 0, 10, 10), 10, false, Mode.BODY);
        // the first copied onto the second, half over it
        s.with(new Command.AddStep(
                new MoveStep("", "", false, List.of("s2"), new Vec3(15, 0, 0), Layout.Axis.Base.Z, 0, true)));
        assertThat(s.state().solids()).hasSize(4);
        assertThat(s.volume()).isCloseTo(4000, within(1e-9));
        s.with(new Command.AddStep(new CombineStep("", "", false, CombineStep.Way.JOIN, List.of("s5", "s10"))));
        assertThat(s.failure()).isEmpty();
        assertThat(s.volume()).isCloseTo(3500, within(1e-9));
        // the third turned about the z axis, away from the rest
        s.with(new Command.AddStep(
                new MoveStep("", "", false, List.of("s8"), Vec3.ZERO, Layout.Axis.Base.Z, Math.PI / 2, false)));
        assertThat(MassProperties.of(s.state().solids().stream()
                                .filter(b -> b.bounds().max().y() > 30)
                                .toList())
                        .centroid()
                        .minus(new Vec3(-5, 45, 5))
                        .length())
                .isLessThan(1e-9);
        s.with(new Command.AddStep(new MirrorStep("", "", false, Base.FRONT, false, List.of("s2"))));
        assertThat(s.volume()).isCloseTo(4500, within(1e-9));
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        s.with(new Command.SwitchStep("s2", true));
        assertThat(s.failure()).contains("no longer there");
    }
}
