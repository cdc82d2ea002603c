package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.blend.BlendStep;
import io.tallember.part.steps.blend.BlendStep.Also;
import io.tallember.part.steps.blend.BlendStep.Run;
import io.tallember.part.steps.blend.BlendStep.Shape;
import io.tallember.part.steps.blend.BlendStep.Which;
import io.tallember.part.steps.blend.BlendStep.Whole;
import io.tallember.solid.Edge;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;

/** Which edges a step blends and how its shape is given: whole bodies, faces, several sizes, angles, widths. */
class BlendKindsTest {
    private static final double ROUND = 1 - Math.PI / 4;

    private static Sheet block() {
        Sheet s = new Sheet("Block", Unit.MM);
        s.block("Block", Base.TOP, new Pen().rectangle(0, 0, 40, 30), 20, false, Mode.BODY);
        return s;
    }

    private static void blend(Sheet s, boolean bevel, double size, Shape shape, Which which, Also... also) {
        s.with(new Command.AddStep(new BlendStep("", "", false, bevel, size, shape, false, which, List.of(also))));
        assertThat(s.failure()).isEmpty();
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
    }

    private static Which only(List<EdgeReference> edges) {
        return new Which(edges, List.of(), Whole.NONE);
    }

    private static Predicate<Edge> front() {
        return e -> e.middle().y() < 1e-6 && e.middle().z() > 19;
    }

    @Test
    void aBevelHasAnAngleToTheFaceOfItsLength() {
        Sheet s = block();
        double angle = Math.toRadians(30);
        blend(s, true, 3, new Shape(0, angle, false, false, false), only(s.edges(front())));
        assertThat(24_000 - s.volume()).isCloseTo(0.5 * 3 * 3 * Math.tan(angle) * 40, within(1e-8));
        assertThat(s.document().steps().get(2).numbers()).containsExactly("size", "angle");
    }

    private static void run(Sheet s, double size, Which which, Run run) {
        BlendStep step = new BlendStep("", "", false, false, size, Shape.EVEN, false, which, List.of(), run);
        s.with(new Command.AddStep(step));
        assertThat(s.failure()).isEmpty();
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
    }

    private static double centre(Sheet s) {
        return MassProperties.of(s.state().stand().bodies().get(0).body())
                .centroid()
                .x();
    }

    @Test
    void aRadiusChangesAlongTheEdgeEitherWayRound() {
        Run grows = new Run(List.of(new BlendStep.Place(1, 5)), false, List.of(), List.of());
        Sheet s = block();
        run(s, 2, only(s.edges(front())), grows);
        double volume = s.volume();
        assertThat(volume).isLessThan(24_000 - ROUND * 4 * 40).isGreaterThan(24_000 - ROUND * 25 * 40);
        assertThat(s.document().steps().get(2).numbers()).containsExactly("size", "place0");
        double before = centre(s);
        Sheet turned = block();
        run(turned, 2, only(turned.edges(front())), new Run(grows.places(), true, List.of(), List.of()));
        assertThat(turned.volume()).isCloseTo(volume, within(1e-8));
        assertThat(centre(turned) - 20).isCloseTo(20 - before, within(1e-8));
    }

    @Test
    void aRoundEndsOnAHeldEdgeAndRunsBetweenFaces() {
        Sheet s = block();
        // the front is 20 high: held on its lower edge the round takes all of it
        EdgeReference low =
                s.edges(e -> e.middle().y() < 1e-6 && e.middle().z() < 1e-6).get(0);
        run(s, 2, only(s.edges(front())), new Run(List.of(), false, List.of(low), List.of()));
        assertThat(24_000 - s.volume()).isCloseTo(ROUND * 400 * 40, within(1e-6));
        Sheet b = block();
        blend(b, true, 2, Shape.EVEN, only(b.edges(front())));
        FaceReference top = b.facing(n -> n.z() > 0.9);
        FaceReference wall = b.facing(n -> n.y() < -0.9);
        Which these = new Which(List.of(), List.of(top), Whole.NONE);
        run(b, 6, these, new Run(List.of(), false, List.of(), List.of(wall)));
        assertThat(24_000 - b.volume()).isCloseTo(ROUND * 36 * 40, within(1e-8));
    }

    @Test
    void aRoundHasAWidth() {
        Sheet s = block();
        blend(s, false, 4, new Shape(0, 0, false, true, false), only(s.edges(front())));
        double r = 4 / Math.sqrt(2);
        assertThat(24_000 - s.volume()).isCloseTo(ROUND * r * r * 40, within(1e-7));
    }

    @Test
    void severalSizesInOneStep() {
        Sheet s = block();
        List<EdgeReference> back =
                s.edges(e -> e.middle().y() > 29 && e.middle().z() > 19);
        blend(s, false, 2, Shape.EVEN, only(s.edges(front())), new Also(5, back));
        assertThat(24_000 - s.volume()).isCloseTo(ROUND * (4 + 25) * 40, within(1e-7));
        var faces = s.state().solids().get(0).faces();
        assertThat(faces.stream().map(io.tallember.solid.Face::origins).distinct())
                .hasSameSizeAs(faces);
        BlendStep b = (BlendStep) s.document().steps().get(2);
        assertThat(b.sized("also0", 3).also().get(0).size()).isEqualTo(3);
    }

    @Test
    void allEdgesOfAFaceOrOfAKind() {
        Sheet s = block();
        s.cut("Pocket", s.on("s2.end(r3)"), new Pen().rectangle(8, 8, 24, 14), 8, true);
        double before = s.volume();
        blend(s, false, 1, Shape.EVEN, new Which(List.of(), List.of(), Whole.INNER));
        // floor and uprights of the pocket, ball corners where three of them meet
        double grown = s.volume() - before;
        assertThat(grown).isBetween(ROUND * (2 * (24 + 14) + 4 * 8) - 5, ROUND * (2 * (24 + 14) + 4 * 8));
        s.with(new Command.MoveWorkLine(3));
        blend(s, false, 1, Shape.EVEN, new Which(List.of(), List.of(), Whole.ALL));
        assertThat(s.state().solids()).hasSize(1);
        // the edges stay all when more come
        s.with(new Command.MoveWorkLine(2));
        s.cut("Hole", s.on("s2.end(r3)"), new Pen().circle(4, 26, 3), 30, true);
        s.with(new Command.MoveWorkLine(s.document().steps().size()));
        assertThat(s.failure()).isEmpty();
    }

    @Test
    void aFaceIsMadeRoundFromSideToSide() {
        Sheet s = new Sheet("Lug", Unit.MM);
        s.block("Lug", Base.TOP, new Pen().rectangle(0, 0, 40, 6), 20, false, Mode.BODY);
        var top = s.state().solids().get(0).faces().stream()
                .filter(f -> f.bounds().min().z() > 19)
                .findFirst()
                .orElseThrow();
        var p = top.region()
                .interiorPoint(io.tallember.geometry.Tolerance.DEFAULT)
                .orElseThrow();
        FaceReference ref = new FaceReference(s.state().solids().get(0).names().of(top), p, top.outward(p));
        blend(s, false, 1, Shape.FULL, new Which(List.of(), List.of(ref), Whole.NONE));
        assertThat(s.volume()).isCloseTo(40 * (6 * 17 + Math.PI * 9 / 2), within(1e-8));
    }

    private static void timed(Sheet rounded, PartDocument before) {
        double[] ms = new double[5];
        for (int i = 0; i < ms.length; i++) {
            Rebuild r = Kinds.rebuild();
            r.build(before);
            long begin = System.nanoTime();
            r.build(rounded.document());
            ms[i] = (System.nanoTime() - begin) / 1e6;
        }
        java.util.Arrays.sort(ms);
        int edges = rounded.state().solids().get(0).edges().size();
        int was = Kinds.rebuild().build(before).solids().get(0).edges().size();
        System.out.printf(
                "all %d edges of the %s rounded in %.0f ms, %d edges then%n", was, before.name(), ms[2], edges);
    }

    @Test
    void theCastingRoundOfTheSampleParts() {
        for (PartDocument doc :
                List.of(SampleParts.mastYoke(), MouldedSamples.sensorHood(), SampleParts.bearingBlock())) {
            Sheet s = new Sheet(doc);
            // the hood has walls of 2 mm and ribs that end thinner than 1
            double size = doc.name().equals("Sensor hood") ? 0.2 : 0.5;
            double was = s.volume();
            s.with(new Command.AddStep(new BlendStep(
                    "",
                    "",
                    false,
                    false,
                    size,
                    Shape.EVEN,
                    true,
                    new Which(List.of(), List.of(), Whole.ALL),
                    List.of())));
            assertThat(s.failure()).as(doc.name()).isEmpty();
            String id =
                    s.document().steps().get(s.document().steps().size() - 1).id();
            assertThat(s.volume()).isNotEqualTo(was);
            timed(s, doc);
            s.with(new Command.SwitchStep(id, true));
            assertThat(s.volume()).isCloseTo(was, within(1e-12 * was));
        }
    }
}
