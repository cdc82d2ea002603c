package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.file.CommandJson;
import io.tallember.part.file.PartFile;
import io.tallember.part.file.StepJson;
import io.tallember.part.steps.hole.HoleStep;
import io.tallember.part.steps.ready.ReadyStep;
import io.tallember.part.steps.ready.ReadyStep.Shape;
import io.tallember.part.steps.repeat.RepeatStep;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Holes of every kind: their volumes, what their places follow, where they end, and rows and rounds of them. */
class HolesTest {
    private static HoleStep hole(
            HoleStep.Mouth mouth, boolean through, boolean pointed, SketchPlane.OnFace top, Vec2... at) {
        List<HoleStep.Place> places =
                Stream.of(at).map(v -> new HoleStep.Place("", top.face(), v)).toList();
        return Plain.hole(
                "",
                "",
                false,
                mouth,
                6,
                through ? HoleStep.Extent.THROUGH : HoleStep.Extent.BLIND,
                8,
                null,
                pointed,
                HoleStep.USUAL_POINT,
                10,
                3,
                Math.toRadians(90),
                "M6 close",
                places);
    }

    @Test
    void holesHaveTheirVolumesAndKeepTheirPlaces() {
        double wall = Math.PI * 9;
        double tip = wall * 3 / Math.tan(Math.toRadians(59)) / 3;
        double sink = Math.PI / 3 * (125 - 27);
        record Drilled(HoleStep.Mouth mouth, boolean through, boolean pointed, double volume) {}
        for (Drilled d : List.of(
                new Drilled(HoleStep.Mouth.PLAIN, false, false, wall * 8),
                new Drilled(HoleStep.Mouth.PLAIN, false, true, wall * 8 + tip),
                new Drilled(HoleStep.Mouth.PLAIN, true, true, wall * 20),
                new Drilled(HoleStep.Mouth.COUNTERBORE, false, true, Math.PI * 25 * 3 + wall * 5 + tip),
                new Drilled(HoleStep.Mouth.COUNTERBORE, true, false, Math.PI * 25 * 3 + wall * 17),
                new Drilled(HoleStep.Mouth.COUNTERSINK, true, false, sink + wall * 18))) {
            Sheet s = new Sheet("Drilled", Unit.MM);
            s.ready(Shape.BOX, Base.TOP, 0, false, Mode.BODY, 60.0, 40.0, 20.0);
            SketchPlane.OnFace top = (SketchPlane.OnFace) s.on("s1.end(box)");
            String id = s.document().freshId();
            s.with(new Command.AddStep(
                    hole(d.mouth(), d.through(), d.pointed(), top, new Vec2(-15, 0), new Vec2(12, 5))));
            assertThat(s.failure()).isEmpty();
            assertThat(s.volume()).isCloseTo(48_000 - 2 * d.volume(), within(1e-7));
            HoleStep h = (HoleStep) s.document().step(id);
            assertThat(h.places()).extracting(HoleStep.Place::id).containsExactly("h1", "h2");
            assertThat(s.on(id + ".side(h2-wall)")).isNotNull();
            assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
            // the holes follow the face
            s.with(new Command.ChangeStep(((ReadyStep) s.document().step("s1")).sized("height", 30)));
            double deeper = d.through() ? 2 * wall * 10 : 0;
            assertThat(s.volume()).isCloseTo(72_000 - 2 * d.volume() - deeper, within(1e-7));
        }
    }

    @Test
    void holesThatCannotBeAreRefused() {
        Sheet s = new Sheet("Drilled", Unit.MM);
        s.ready(Shape.BOX, Base.TOP, 0, false, Mode.BODY, 60.0, 40.0, 20.0);
        SketchPlane.OnFace top = (SketchPlane.OnFace) s.on("s1.end(box)");
        assertThatThrownBy(() -> hole(HoleStep.Mouth.PLAIN, true, false, top))
                .hasMessageContaining("at least one place");
        assertThatThrownBy(() -> hole(HoleStep.Mouth.COUNTERBORE, true, false, top, new Vec2(0, 0))
                        .sized("head", 5))
                .hasMessageContaining("wider");
        s.with(new Command.AddStep(hole(HoleStep.Mouth.PLAIN, true, false, top, new Vec2(200, 0))));
        assertThat(s.failure()).contains("doesn't reach");
    }

    @Test
    void screwSizesComeFromTheTable() {
        var m6 = io.tallember.part.steps.hole.ScrewSizes.metric().stream()
                .filter(x -> x.size().equals("M6"))
                .findFirst()
                .orElseThrow();
        assertThat(m6.normal()).isEqualTo(6.6);
        assertThat(m6.drill()).isEqualTo(5);
        assertThat(m6.bore()).isEqualTo(11);
        assertThat(io.tallember.part.steps.hole.ScrewSizes.metric())
                .allMatch(x -> x.drill() < x.diameter()
                        && x.diameter() < x.close()
                        && x.close() < x.normal()
                        && x.normal() < x.loose());
    }

    @Test
    void unifiedSizesHaveTheirThreadsAndDrills() {
        var quarter = io.tallember.part.steps.hole.ScrewSizes.inch().stream()
                .filter(x -> x.size().equals("1/4"))
                .findFirst()
                .orElseThrow();
        assertThat(quarter.coarseName()).isEqualTo("1/4-20 UNC");
        assertThat(quarter.drill()).isCloseTo(0.201 * 25.4, within(1e-9));
        assertThat(io.tallember.part.steps.hole.ScrewSizes.all())
                .allMatch(x -> x.drill() < x.diameter()
                        && x.fineDrill() < x.diameter()
                        && x.diameter() < x.close()
                        && x.close() < x.normal()
                        && x.normal() < x.loose());
    }

    private static HoleStep follow(HoleStep like, HoleStep.Extent extent, FaceReference target, HoleStep.Place... at) {
        return Plain.hole(
                "",
                "",
                false,
                like.mouth(),
                like.diameter(),
                extent,
                like.depth(),
                target,
                like.pointed(),
                like.point(),
                like.head(),
                like.headDepth(),
                like.sink(),
                "",
                List.of(at));
    }

    @Test
    void holesFollowPointsCentresAndEdgesAndEndAtFaces() {
        Sheet s = new Sheet("Post", Unit.MM);
        s.block("Plate", Base.TOP, new Pen().rectangle(0, 0, 60, 40), 10, false, Mode.BODY);
        SketchPlane.OnFace top = (SketchPlane.OnFace) s.on("s2.end(r3)");
        double plate = 60 * 40 * 10;
        double bore = Math.PI * 9 * 10;
        // at distances from two edges
        HoleStep plain = hole(HoleStep.Mouth.PLAIN, true, false, top, new Vec2(0, 0));
        EdgeReference front = s.edges(e -> e.middle().minus(new Vec3(30, 0, 10)).length() < 1e-6)
                .get(0);
        EdgeReference right = s.edges(
                        e -> e.middle().minus(new Vec3(60, 20, 10)).length() < 1e-6)
                .get(0);
        var spot = new HoleStep.Spot.FromEdges(front, 12, right, 15);
        String id = s.document().freshId();
        s.with(new Command.AddStep(follow(
                plain, HoleStep.Extent.THROUGH, null, new HoleStep.Place("", top.face(), new Vec2(30, 20), spot))));
        assertThat(s.volume()).isCloseTo(plate - bore, within(1e-7));
        assertThat(s.edges(e -> e.middle().minus(new Vec3(42, 12, 10)).length() < 1e-6
                        || e.curve() instanceof io.tallember.geometry.Circle c
                                && c.frame()
                                                .origin()
                                                .minus(new Vec3(45, 12, 10))
                                                .length()
                                        < 1e-6))
                .hasSize(1);
        // it follows its edge and its own number
        s.with(new Command.SetDimension("s1", dimension(s, 60), 80));
        assertThat(round(s, new Vec3(65, 12, 10))).isTrue();
        s.with(new Command.ChangeStep(((HoleStep) s.document().step(id)).sized("h1-b", 30)));
        assertThat(round(s, new Vec3(50, 12, 10))).isTrue();
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        // round the same axis, with a counterbore that goes only out of its own wall
        Sheet t = new Sheet("Box", Unit.MM);
        t.block("Box", Base.TOP, new Pen().rectangle(0, 0, 60, 40), 30, false, Mode.BODY);
        t.cut("Room", Base.FRONT, new Pen().rectangle(5, 5, 50, 15), 41, true);
        SketchPlane.OnFace lid = (SketchPlane.OnFace) t.on("s2.end(r3)");
        double box = t.volume();
        HoleStep counter = hole(HoleStep.Mouth.COUNTERBORE, true, false, lid, new Vec2(0, 0));
        HoleStep.Place middle = new HoleStep.Place("", lid.face(), new Vec2(30, 20));
        t.with(new Command.AddStep(follow(counter, HoleStep.Extent.NEXT, null, middle)));
        assertThat(t.failure()).isEmpty();
        assertThat(t.volume()).isCloseTo(box - Math.PI * (9 * 10 + 16 * 3), within(1e-7));
        // coaxial with it from below, up to the room's ceiling
        SketchPlane.OnFace under = (SketchPlane.OnFace) t.on("s2.start(r3)");
        EdgeReference rim = t.edges(e -> e.curve() instanceof io.tallember.geometry.Circle c
                        && c.radius() == 5
                        && Math.abs(e.middle().z() - 30) < 1e-6)
                .get(0);
        HoleStep.Place below = new HoleStep.Place("", under.face(), new Vec2(0, 0), new HoleStep.Spot.AtEdge(rim));
        FaceReference floor = t.face("s5.side(c1)");
        t.with(new Command.AddStep(follow(plain, HoleStep.Extent.FACE, floor, below)));
        assertThat(t.failure()).isEmpty();
        assertThat(t.volume()).isCloseTo(box - Math.PI * (9 * 10 + 16 * 3) - Math.PI * 9 * 5, within(1e-7));
    }

    private static boolean round(Sheet s, Vec3 centre) {
        return !s.edges(e -> e.curve() instanceof io.tallember.geometry.Circle c
                        && c.frame().origin().minus(centre).length() < 1e-6)
                .isEmpty();
    }

    private static String dimension(Sheet s, double value) {
        return ((SketchStep) s.document().step("s1"))
                .sketch().constraints().stream()
                        .filter(c -> c.kind().isDimension() && c.value() == value)
                        .findFirst()
                        .orElseThrow()
                        .id();
    }

    private static RepeatStep repeat(
            boolean round,
            Layout.Axis axis,
            int count,
            boolean full,
            double angle,
            List<Integer> skip,
            String... steps) {
        Layout layout = round
                ? new Layout.Round(axis, count, full, angle, false)
                : new Layout.Row(axis, count, 12, false, null);
        return new RepeatStep("", "", false, List.of(steps), List.of(), List.of(), layout, false, skip);
    }

    @Test
    void stepsAreRepeatedInRowsAndRoundAxes() {
        Sheet s = new Sheet("Flange", Unit.MM);
        s.ready(Shape.CYLINDER, Base.TOP, 0, false, Mode.BODY, 80.0, 10.0);
        SketchPlane.OnFace top = (SketchPlane.OnFace) s.on("s1.side(c2)");
        s.with(new Command.AddStep(hole(HoleStep.Mouth.PLAIN, true, false, top, new Vec2(30, 0))));
        double disc = Math.PI * 1600 * 10;
        double bore = Math.PI * 90;
        assertThat(s.volume()).isCloseTo(disc - bore, within(1e-7));
        String id = s.document().freshId();
        s.with(new Command.AddStep(repeat(true, Layout.Axis.Base.Z, 8, true, 1, List.of(), "s2")));
        assertThat(s.failure()).isEmpty();
        assertThat(s.volume()).isCloseTo(disc - 8 * bore, within(1e-7));
        assertThat(s.on(id + ".side(s2:h1-wall@5)")).isNotNull();
        assertThat(s.document().step(id).uses()).containsExactly("s2");
        // two places left out; then round the rim's own axis by an angle
        FaceReference rim = s.face("s1.side(c1)");
        s.with(new Command.ChangeStep(repeat(true, Layout.Axis.Base.Z, 8, true, 1, List.of(3, 4), "s2")
                .numbered(id, "Bolts")));
        assertThat(s.volume()).isCloseTo(disc - 6 * bore, within(1e-7));
        s.with(new Command.ChangeStep(
                repeat(true, new Layout.Axis.OfFace(rim), 3, false, Math.toRadians(30), List.of(), "s2")
                        .numbered(id, "Bolts")));
        assertThat(s.volume()).isCloseTo(disc - 3 * bore, within(1e-7));
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        // the copies follow the original
        s.with(new Command.ChangeStep(((HoleStep) s.document().step("s2")).sized("diameter", 4)));
        assertThat(s.volume()).isCloseTo(disc - 3 * Math.PI * 40, within(1e-7));
        Sheet row = new Sheet("Row", Unit.MM);
        row.ready(Shape.BOX, Base.TOP, 0, false, Mode.BODY, 10.0, 10.0, 10.0);
        row.with(new Command.AddStep(repeat(false, Layout.Axis.Base.X, 4, true, 1, List.of(), "s1")));
        assertThat(row.state().stand().bodies()).hasSize(4);
        assertThat(row.volume()).isCloseTo(4000, within(1e-8));
        assertThatThrownBy(() -> repeat(false, Layout.Axis.Base.X, 1, true, 1, List.of(), "s1"))
                .hasMessageContaining("2 to");
        assertThatThrownBy(() -> repeat(false, Layout.Axis.Base.X, 4, true, 1, List.of(7), "s1"))
                .hasMessageContaining("left out");
        row.with(new Command.SwitchStep("s1", true));
        assertThat(row.failure()).contains("made nothing");
    }

    @Test
    void aFormulaTypedForANewPlaceDrivesItsDistance() {
        Sheet s = new Sheet("Plate", Unit.MM);
        s.block("Plate", Base.TOP, new Pen().rectangle(0, 0, 60, 40), 10, false, Mode.BODY);
        s.with(new Command.SetValue("rim", "12"));
        SketchPlane.OnFace top = (SketchPlane.OnFace) s.on("s2.end(r3)");
        EdgeReference front = s.edges(e -> e.middle().minus(new Vec3(30, 0, 10)).length() < 1e-6)
                .get(0);
        EdgeReference right = s.edges(
                        e -> e.middle().minus(new Vec3(60, 20, 10)).length() < 1e-6)
                .get(0);
        HoleStep like = follow(
                hole(HoleStep.Mouth.PLAIN, true, false, top, new Vec2(0, 0)),
                HoleStep.Extent.THROUGH,
                null,
                new HoleStep.Place(
                        "", top.face(), new Vec2(30, 20), new HoleStep.Spot.FromEdges(front, 12.5, right, 15)));
        String step = StepJson.write(like)
                .toString()
                .replace("\"id\":\"h1\"", "\"id\":\"\"")
                .replace("12.5", "\"rim\"");
        s.with(CommandJson.read(PartFile.parse("{\"do\":\"add-step\",\"step\":" + step + "}"), s.document()));
        assertThat(s.document().formulas()).containsValue("rim").containsKey("s4/h1-a");
        assertThat(round(s, new Vec3(45, 12, 10))).isTrue();
        PartDocument wider = new Command.SetValue("rim", "16").done(s.document());
        HoleStep moved = (HoleStep) wider.step("s4");
        assertThat(((HoleStep.Spot.FromEdges) moved.places().get(0).spot()).a()).isEqualTo(16);
    }
}
