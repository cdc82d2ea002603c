package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.ExtrudeStep.Extent;
import io.tallember.part.ExtrudeStep.Reach;
import io.tallember.part.ExtrudeStep.Thin;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.ReadyStep.Shape;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.StepOutcome;
import io.tallember.sketch.Sketch;
import io.tallember.solid.Body;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Wall;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Extents between faces, walls, ready bodies and splits, as steps of the build sheet. */
class MaterialStepsTest {
    private static final Reach TEN = Reach.of(Extent.DISTANCE, 10, null, false, false);

    private static double volume(Sheet s) {
        List<Body> bodies =
                s.state().stand().bodies().stream().map(PartBody::body).toList();
        bodies.forEach(
                b -> BodyCheck.deep(b, io.tallember.geometry.Tolerance.DEFAULT).orThrow());
        return MassProperties.of(bodies).volume();
    }

    private static String failure(Sheet s) {
        return s.state().outcomes().stream()
                .map(StepOutcome::message)
                .filter(f -> !f.isEmpty())
                .findFirst()
                .orElse("");
    }

    /** A block under a roof that rises from 30 to 50 over x from -20 to 20, y from 0 to -20; step s2. */
    private static Sheet roofed() {
        Sheet s = new Sheet("Roof", Unit.MM);
        s.block("Roof", Base.FRONT, new Pen().outline(-20, 0, 20, 0, 20, 50, -20, 30), 20, false, Mode.BODY);
        return s;
    }

    private static final double ROOFED = 40 * 40 * 20;

    private static FaceReference face(Sheet s, String origin) {
        return ((SketchPlane.OnFace) s.on(origin)).face();
    }

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
                new Case("from a slanted face", s -> TEN.startingAt(face(s, roof)), Mode.ADD, ROOFED + 64 * 10),
                new Case(
                        "from a slanted face inward",
                        s -> Reach.of(Extent.DISTANCE, 10, null, false, true).startingAt(face(s, roof)),
                        Mode.REMOVE,
                        ROOFED - 64 * 10),
                new Case(
                        "from a slanted face, two distances",
                        s -> TEN.andBack(3).startingAt(face(s, roof)),
                        Mode.REMOVE,
                        ROOFED - 64 * 3),
                new Case(
                        "from a slanted face both ways",
                        s -> Reach.of(Extent.DISTANCE, 10, null, true, false).startingAt(face(s, roof)),
                        Mode.ADD,
                        ROOFED + 64 * 5),
                new Case(
                        "between two faces",
                        s -> Reach.of(Extent.FACE, 10, face(s, roof), false, false)
                                .startingAt(face(s, floor)),
                        Mode.COMMON,
                        64 * 40),
                new Case(
                        "short of a face",
                        s -> Reach.of(Extent.FACE, 10, face(s, roof), false, false)
                                .shortBy(5),
                        Mode.COMMON,
                        64 * (40 - 5 * Math.sqrt(1.25))),
                new Case(
                        "beyond a face",
                        s -> Reach.of(Extent.FACE, 10, face(s, roof), false, false)
                                .shortBy(-5),
                        Mode.ADD,
                        ROOFED + 64 * 5 * Math.sqrt(1.25)),
                new Case(
                        "from a face through all",
                        s -> Reach.of(Extent.THROUGH, 10, null, false, true).startingAt(face(s, roof)),
                        Mode.REMOVE,
                        ROOFED - 64 * 40),
                new Case("only what is common", s -> TEN, Mode.COMMON, 640));
    }

    @ParameterizedTest
    @MethodSource("reaches")
    void everyReachGivesItsVolume(Case c) {
        Sheet s = roofed();
        pin(s, c.reach().apply(s), null, c.mode());
        assertThat(failure(s)).isEmpty();
        assertThat(volume(s)).isCloseTo(c.volume(), within(1e-8 * ROOFED));
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
    }

    @Test
    void whatCannotBeReachedIsSaid() {
        Sheet s = roofed();
        FaceReference wall = face(s, "s2.side(c2)");
        pin(s, TEN.startingAt(wall), null, Mode.ADD);
        assertThat(failure(s)).contains("neither over nor under");
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
        assertThat(failure(t)).contains("nothing in common");
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
            assertThat(failure(s)).isEmpty();
            assertThat(volume(s)).isCloseTo(10 * expected[side.ordinal()][0], within(1e-8));
            assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        }
        Sheet slot = walled(new Pen().slot(0, 0, 40, 10), Wall.Side.INSIDE, 2);
        double area = 40 * 10 + Math.PI * 25 - (40 * 6 + Math.PI * 9);
        assertThat(volume(slot)).isCloseTo(10 * area, within(1e-8));
        Sheet pierced = walled(new Pen().rectangle(0, 0, 30, 20).circle(15, 10, 4), Wall.Side.INSIDE, 1);
        double hole = Math.PI * (9 - 4);
        assertThat(volume(pierced)).isCloseTo(10 * (30 * 20 - 28 * 18 + hole), within(1e-8));
    }

    @Test
    void aWallThatIsTooThickIsRefusedWithTheLine() {
        assertThat(failure(walled(new Pen().rectangle(0, 0, 30, 20), Wall.Side.INSIDE, 10.5)))
                .contains("10.5 mm thick")
                .contains("c");
        assertThat(failure(walled(
                        new Pen().outline(0, 0, 30, 0, 30, 20, 20, 20, 20, 6, 10, 6, 10, 20, 0, 20),
                        Wall.Side.INSIDE,
                        4)))
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

    private static String ready(
            Sheet s, Shape shape, SketchPlane plane, double x, boolean flipped, Mode mode, Double... sizes) {
        String id = s.document().freshId();
        s.with(new Command.AddStep(
                new ReadyStep("", "", false, shape, plane, new Vec2(x, 0), List.of(sizes), flipped, mode)));
        return id;
    }

    @Test
    void readyBodiesStandOnPlanesAndFaces() {
        Sheet s = new Sheet("Ready", Unit.MM);
        ready(s, Shape.BOX, Base.TOP, 0, false, Mode.BODY, 40.0, 30.0, 10.0);
        double v = 12_000;
        SketchPlane top = s.on("s1.end(box)");
        String cylinder = ready(s, Shape.CYLINDER, top, 8, false, Mode.ADD, 10.0, 6.0);
        v += Math.PI * 25 * 6;
        ready(s, Shape.CONE, top, -8, false, Mode.ADD, 8.0, 0.0, 6.0);
        v += Math.PI * 16 * 2;
        ready(s, Shape.BALL, top, 17, true, Mode.REMOVE, 4.0);
        v -= 2.0 / 3 * Math.PI * 8;
        ready(s, Shape.RING, Base.TOP, 100, false, Mode.BODY, 20.0, 4.0);
        v += 2 * Math.PI * Math.PI * 10 * 4;
        assertThat(failure(s)).isEmpty();
        assertThat(s.document().step(cylinder).name()).isEqualTo("Cylinder 1");
        assertThat(s.document().step(cylinder).uses()).containsExactly("s1");
        assertThat(volume(s)).isCloseTo(v, within(1e-7 * v));
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        assertThatThrownBy(() -> ready(s, Shape.CONE, top, 0, false, Mode.ADD, 5.0, 6.0, 7.0))
                .hasMessageContaining("narrower");
        assertThatThrownBy(() -> ready(s, Shape.RING, top, 0, false, Mode.ADD, 5.0, 6.0))
                .hasMessageContaining("hole");
        assertThatThrownBy(() -> ready(s, Shape.BOX, top, 0, false, Mode.ADD, 5.0, -6.0, 1.0))
                .hasMessageContaining("depth");
    }

    @Test
    void bodiesAreSplitByPlanesAndFaces() {
        Sheet s = roofed();
        s.with(new Command.AddStep(new SplitStep("", "", false, Base.SIDE)));
        assertThat(failure(s)).isEmpty();
        assertThat(s.state().stand().bodies()).extracting(PartBody::id).containsExactly("s2", "s2.2");
        assertThat(volume(s)).isCloseTo(ROOFED, within(1e-8));
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        Sheet none = roofed();
        none.with(new Command.AddStep(new SplitStep("", "", false, Base.TOP)));
        assertThat(failure(none)).contains("crosses no body");
        Sheet round = roofed();
        ready(round, Shape.CYLINDER, Base.TOP, 0, false, Mode.BODY, 60.0, 10.0);
        String side = round.state().stand().bodies().get(1).body().faces().stream()
                .filter(f -> f.surface().kind().equals("cylinder"))
                .map(f -> f.origins().get(0).key())
                .findFirst()
                .orElseThrow();
        round.with(new Command.AddStep(new SplitStep("", "", false, round.on(side))));
        assertThat(failure(round)).contains("crosses no body");
    }

    private static HoleStep hole(
            HoleStep.Mouth mouth, boolean through, boolean pointed, SketchPlane.OnFace top, Vec2... at) {
        List<HoleStep.Place> places =
                Stream.of(at).map(v -> new HoleStep.Place("", top.face(), v)).toList();
        return new HoleStep(
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
            ready(s, Shape.BOX, Base.TOP, 0, false, Mode.BODY, 60.0, 40.0, 20.0);
            SketchPlane.OnFace top = (SketchPlane.OnFace) s.on("s1.end(box)");
            String id = s.document().freshId();
            s.with(new Command.AddStep(
                    hole(d.mouth(), d.through(), d.pointed(), top, new Vec2(-15, 0), new Vec2(12, 5))));
            assertThat(failure(s)).isEmpty();
            assertThat(volume(s)).isCloseTo(48_000 - 2 * d.volume(), within(1e-7));
            HoleStep h = (HoleStep) s.document().step(id);
            assertThat(h.places()).extracting(HoleStep.Place::id).containsExactly("h1", "h2");
            assertThat(s.on(id + ".side(h2-wall)")).isNotNull();
            assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
            // the holes follow the face
            s.with(new Command.ChangeStep(((ReadyStep) s.document().step("s1")).sized("height", 30)));
            double deeper = d.through() ? 2 * wall * 10 : 0;
            assertThat(volume(s)).isCloseTo(72_000 - 2 * d.volume() - deeper, within(1e-7));
        }
    }

    @Test
    void holesThatCannotBeAreRefused() {
        Sheet s = new Sheet("Drilled", Unit.MM);
        ready(s, Shape.BOX, Base.TOP, 0, false, Mode.BODY, 60.0, 40.0, 20.0);
        SketchPlane.OnFace top = (SketchPlane.OnFace) s.on("s1.end(box)");
        assertThatThrownBy(() -> hole(HoleStep.Mouth.PLAIN, true, false, top))
                .hasMessageContaining("at least one place");
        assertThatThrownBy(() -> hole(HoleStep.Mouth.COUNTERBORE, true, false, top, new Vec2(0, 0))
                        .sized("head", 5))
                .hasMessageContaining("wider");
        s.with(new Command.AddStep(hole(HoleStep.Mouth.PLAIN, true, false, top, new Vec2(200, 0))));
        assertThat(failure(s)).contains("doesn't reach");
    }

    @Test
    void screwSizesComeFromTheTable() {
        var m6 = io.tallember.part.holes.ScrewSizes.metric().stream()
                .filter(x -> x.size().equals("M6"))
                .findFirst()
                .orElseThrow();
        assertThat(m6.normal()).isEqualTo(6.6);
        assertThat(m6.drill()).isEqualTo(5);
        assertThat(m6.bore()).isEqualTo(11);
        assertThat(io.tallember.part.holes.ScrewSizes.metric())
                .allMatch(x -> x.drill() < x.diameter()
                        && x.diameter() < x.close()
                        && x.close() < x.normal()
                        && x.normal() < x.loose());
    }

    @Test
    void unifiedSizesHaveTheirThreadsAndDrills() {
        var quarter = io.tallember.part.holes.ScrewSizes.inch().stream()
                .filter(x -> x.size().equals("1/4"))
                .findFirst()
                .orElseThrow();
        assertThat(quarter.coarseName()).isEqualTo("1/4-20 UNC");
        assertThat(quarter.drill()).isCloseTo(0.201 * 25.4, within(1e-9));
        assertThat(io.tallember.part.holes.ScrewSizes.all())
                .allMatch(x -> x.drill() < x.diameter()
                        && x.fineDrill() < x.diameter()
                        && x.diameter() < x.close()
                        && x.close() < x.normal()
                        && x.normal() < x.loose());
    }

    private static HoleStep follow(HoleStep like, HoleStep.Extent extent, FaceReference target, HoleStep.Place... at) {
        return new HoleStep(
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
        assertThat(volume(s)).isCloseTo(plate - bore, within(1e-7));
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
        ready(s, Shape.CYLINDER, Base.TOP, 0, false, Mode.BODY, 80.0, 10.0);
        SketchPlane.OnFace top = (SketchPlane.OnFace) s.on("s1.side(c2)");
        s.with(new Command.AddStep(hole(HoleStep.Mouth.PLAIN, true, false, top, new Vec2(30, 0))));
        double disc = Math.PI * 1600 * 10;
        double bore = Math.PI * 90;
        assertThat(volume(s)).isCloseTo(disc - bore, within(1e-7));
        String id = s.document().freshId();
        s.with(new Command.AddStep(repeat(true, Layout.Axis.Base.Z, 8, true, 1, List.of(), "s2")));
        assertThat(failure(s)).isEmpty();
        assertThat(volume(s)).isCloseTo(disc - 8 * bore, within(1e-7));
        assertThat(s.on(id + ".side(s2:h1-wall@5)")).isNotNull();
        assertThat(s.document().step(id).uses()).containsExactly("s2");
        // two places left out; then round the rim's own axis by an angle
        FaceReference rim = face(s, "s1.side(c1)");
        s.with(new Command.ChangeStep(repeat(true, Layout.Axis.Base.Z, 8, true, 1, List.of(3, 4), "s2")
                .numbered(id, "Bolts")));
        assertThat(volume(s)).isCloseTo(disc - 6 * bore, within(1e-7));
        s.with(new Command.ChangeStep(
                repeat(true, new Layout.Axis.OfFace(rim), 3, false, Math.toRadians(30), List.of(), "s2")
                        .numbered(id, "Bolts")));
        assertThat(volume(s)).isCloseTo(disc - 3 * bore, within(1e-7));
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        // the copies follow the original
        s.with(new Command.ChangeStep(((HoleStep) s.document().step("s2")).sized("diameter", 4)));
        assertThat(volume(s)).isCloseTo(disc - 3 * Math.PI * 40, within(1e-7));
        Sheet row = new Sheet("Row", Unit.MM);
        ready(row, Shape.BOX, Base.TOP, 0, false, Mode.BODY, 10.0, 10.0, 10.0);
        row.with(new Command.AddStep(repeat(false, Layout.Axis.Base.X, 4, true, 1, List.of(), "s1")));
        assertThat(row.state().stand().bodies()).hasSize(4);
        assertThat(volume(row)).isCloseTo(4000, within(1e-8));
        assertThatThrownBy(() -> repeat(false, Layout.Axis.Base.X, 1, true, 1, List.of(), "s1"))
                .hasMessageContaining("2 to");
        assertThatThrownBy(() -> repeat(false, Layout.Axis.Base.X, 4, true, 1, List.of(7), "s1"))
                .hasMessageContaining("left out");
        row.with(new Command.SwitchStep("s1", true));
        assertThat(failure(row)).contains("made nothing");
    }
}
