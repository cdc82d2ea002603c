package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.part.steps.rib.RibStep;
import io.tallember.part.steps.walls.FaceStep;
import io.tallember.part.steps.walls.ShellStep;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.regions.SketchReader;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Wall;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Shells, drafts, moved faces and ribs as steps of the build sheet. */
class WallStepsTest {
    /** A block 40 by 30, 20 high; its sides are s2.side(c1) to c4, its top s2.end(r3). */
    private static Sheet block() {
        Sheet s = new Sheet("Block", Unit.MM);
        s.block("Block", Base.TOP, new Pen().rectangle(0, 0, 40, 30), 20, false, Mode.BODY);
        return s;
    }

    private static FaceReference face(Sheet s, String key) {
        return ((SketchPlane.OnFace) s.on(key)).face();
    }

    private static String top(Sheet s) {
        return s.state().stand().bodies().get(0).body().faces().stream()
                .flatMap(f -> f.origins().stream())
                .map(o -> o.key())
                .filter(k -> k.startsWith("s2.end"))
                .findFirst()
                .orElseThrow();
    }

    private static double volume(Sheet s) {
        assertThat(s.state().outcomes()).allMatch(o -> o.message().isEmpty(), "no step fails");
        List<Body> bodies =
                s.state().stand().bodies().stream().map(b -> b.body()).toList();
        bodies.forEach(b -> BodyCheck.deep(b, Tolerance.DEFAULT).orThrow());
        return MassProperties.of(bodies).volume();
    }

    private static String failure(Sheet s) {
        return s.state().outcomes().get(s.state().outcomes().size() - 1).message();
    }

    private static Sheet shelled(double wall, ShellStep.Group... groups) {
        Sheet s = block();
        s.with(new Command.AddStep(
                Plain.shell("", "", false, List.of(face(s, top(s))), false, false, wall, 0, List.of(groups))));
        return s;
    }

    private static void keepsInItsFile(Sheet s) {
        String written = PartFile.write(s.document());
        assertThat(PartFile.write(PartFile.read(written))).isEqualTo(written);
    }

    @Test
    void aShellOpensWhereItIsTold() {
        Sheet s = shelled(2);
        assertThat(volume(s)).isCloseTo(24000 - 36 * 26 * 18, within(1e-8));
        keepsInItsFile(s);
    }

    @Test
    void aFaceOfAShellHasAWallOfItsOwn() {
        Sheet b = block();
        Sheet s = shelled(2, Plain.group(5, List.of(face(b, "s2.side(c1)"))));
        assertThat(volume(s)).isCloseTo(24000 - 36 * 23 * 18, within(1e-8));
        keepsInItsFile(s);
        assertThat(s.document().step(s.document().steps().get(2).id()).measure("group1"))
                .contains(Measure.LENGTH);
    }

    @Test
    void aClosedHollowNeedsAFaceOfItsBodyOnly() {
        Sheet s = block();
        s.with(new Command.AddStep(
                Plain.shell("", "", false, List.of(face(s, "s2.side(c1)")), false, true, 1, 1, List.of())));
        assertThat(volume(s)).isCloseTo(42 * 32 * 22 - 38 * 28 * 18, within(1e-8));
    }

    @Test
    void aShellFollowsTheBlockAndSaysWhatDoesNotFit() {
        Sheet s = shelled(2);
        s.with(new Command.ChangeStep(((ExtrudeStep) s.document().steps().get(1)).by(30)));
        assertThat(volume(s)).isCloseTo(36000 - 36 * 26 * 28, within(1e-8));
        Sheet thick = shelled(16);
        assertThat(failure(thick)).contains("no longer meet").contains("smaller size");
        assertThat(thick.state().stand().bodies()).hasSize(1);
    }

    @Test
    void whatStandsOnAnInnerFaceKeepsStandingThere() {
        Sheet s = shelled(2);
        String inner = s.state().stand().bodies().get(0).body().faces().stream()
                .filter(f -> f.origins().get(0).role().equals("inside") && up(f))
                .map(f -> s.state().stand().bodies().get(0).body().names().of(f))
                .findFirst()
                .orElseThrow();
        SketchPlane floor = new SketchPlane.OnFace(new FaceReference(inner, new Vec3(20, 15, 2), Vec3.Z));
        s.block("Pin", floor, new Pen().rectangle(10, 10, 5, 5), 6, false, Mode.ADD);
        double before = 24000 - 36 * 26 * 18;
        assertThat(volume(s)).isCloseTo(before + 25 * 6, within(1e-8));
        ShellStep shell = (ShellStep) s.document().steps().get(2);
        s.with(new Command.ChangeStep(shell.sized("thickness", 3)));
        assertThat(volume(s)).isCloseTo(24000 - 34 * 24 * 17 + 25 * 6, within(1e-8));
    }

    private static boolean up(Face f) {
        return f.outward(f.bounds().centre()).z() > 0.9;
    }

    @Test
    void sidesLeanAboutTheirFoot() {
        Sheet s = block();
        List<FaceReference> sides = Stream.of("c1", "c2", "c3", "c4")
                .map(c -> face(s, "s2.side(" + c + ")"))
                .toList();
        s.with(new Command.AddStep(
                Plain.draft("", "", false, sides, false, Base.TOP, false, false, Math.toRadians(3))));
        double t = 20 * Math.tan(Math.toRadians(3));
        double top = (40 - 2 * t) * (30 - 2 * t);
        double mid = (40 - t) * (30 - t);
        assertThat(volume(s)).isCloseTo(20 * (1200 + 4 * mid + top) / 6, within(1e-8));
        keepsInItsFile(s);
    }

    @Test
    void facesMoveAndAreTakenOut() {
        Sheet s = block();
        s.with(new Command.AddStep(new FaceStep("", "", false, List.of(face(s, "s2.side(c1)")), false, false, 5)));
        assertThat(volume(s)).isCloseTo(40 * 35 * 20, within(1e-8));
        keepsInItsFile(s);
        assertThat(catchThrowable(() -> new FaceStep("", "", false, List.of(), false, true, 0)))
                .hasMessageContaining("at least one face");
    }

    private static List<RegionReference> lines(Sketch s) {
        return SketchReader.read(s, Tolerance.DEFAULT).lines().stream()
                .map(l -> new RegionReference("", l.boundary(), l.inside()))
                .toList();
    }

    @Test
    void aGridOfRibsStandsInAShell() {
        Sheet s = shelled(2);
        Pen pen = new Pen();
        pen.line(pen.point(10, 10), pen.point(30, 10));
        pen.line(pen.point(20, 5), pen.point(20, 25));
        Sketch drawn = pen.sketch();
        SketchPlane rim = s.on(top(s));
        String sketch = s.sketch("Lines", rim, drawn);
        s.with(new Command.AddStep(
                Plain.rib("", "", false, sketch, lines(drawn), true, 1, Wall.Side.MIDDLE, false, 0, true, 0, false)));
        double walls = 24000 - 36 * 26 * 18;
        assertThat(volume(s)).isCloseTo(walls + 18 * (36 + 26 - 1), within(1e-7));
        keepsInItsFile(s);
    }

    @Test
    void aRibGrowsIntoAnAngle() {
        Sheet s = new Sheet("Bracket", Unit.MM);
        Sketch outline =
                new Pen().outline(-4, -4, 40, -4, 40, 0, 0, 0, 0, 30, -4, 30).sketch();
        s.extrude(
                "Bracket", s.sketch("Outline", Base.FRONT, outline), Pen.largest(outline), 20, true, false, Mode.BODY);
        Pen pen = new Pen();
        pen.line(pen.point(30, 5), pen.point(10, 20));
        Sketch drawn = pen.sketch();
        String sketch = s.sketch("Line", Base.FRONT, drawn);
        RibStep rib =
                Plain.rib("", "", false, sketch, lines(drawn), false, 2, Wall.Side.MIDDLE, false, 0, true, 0, true);
        s.with(new Command.AddStep(rib));
        assertThat(failure(s)).contains("isn't closed in").contains("Turn its direction");
        s.with(new Command.ChangeStep(turned((RibStep) s.document().steps().get(3))));
        double bracket = (44 * 4 + 4 * 30) * 20;
        // the line meets the floor at 36.67 and the wall at 27.5
        assertThat(volume(s)).isCloseTo(bracket + 0.5 * (110.0 / 3) * 27.5 * 2, within(1e-7));
    }

    private static RibStep turned(RibStep r) {
        return Plain.rib(
                r.id(),
                r.name(),
                r.off(),
                r.sketch(),
                r.regions(),
                r.upright(),
                r.thickness(),
                r.side(),
                r.atBase(),
                r.draft(),
                r.carriedOn(),
                r.depth(),
                !r.flipped());
    }

    @Test
    void facesLeanOnBothSidesOfWhereTheMouldParts() {
        Sheet s = new Sheet("Handle", Unit.MM);
        String outline = s.sketch(
                "Outline", Base.TOP, new Pen().rectangle(-20, -15, 40, 30).sketch());
        Sketch drawn = ((SketchStep) s.document().step(outline)).sketch();
        s.extrude("Bar", outline, Pen.largest(drawn), 20, true, false, Mode.BODY);
        List<FaceReference> sides = s.state().solids().get(0).faces().stream()
                .filter(f -> Math.abs(f.outward(f.bounds().centre()).z()) < 0.1)
                .map(f -> {
                    var p = f.region()
                            .interiorPoint(io.tallember.geometry.Tolerance.DEFAULT)
                            .orElseThrow();
                    return new FaceReference(s.state().solids().get(0).names().of(f), p, f.outward(p));
                })
                .toList();
        double angle = Math.toRadians(2);
        s.with(new Command.AddStep(Plain.draft("", "", false, sides, false, Base.TOP, false, true, angle)));
        assertThat(s.failure()).isEmpty();
        double h = s.state().solids().get(0).bounds().max().z();
        double in = Math.tan(angle);
        // two frusta on one rectangle: the sections shrink by twice the height times the tangent
        double half = 0;
        int n = 2000;
        for (int i = 0; i < n; i++) {
            double z = h * (i + 0.5) / n;
            half += (40 - 2 * z * in) * (30 - 2 * z * in) * h / n;
        }
        assertThat(s.volume()).isCloseTo(2 * half, within(1e-4));
        assertThat(s.state().solids().get(0).faces()).hasSize(10);
    }

    private static void faces(Sheet s, FaceStep.Way way, double d, FaceStep.By by, FaceReference face) {
        s.with(new Command.AddStep(new FaceStep("", "", false, List.of(face), false, way, d, by)));
        assertThat(s.failure()).isEmpty();
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
    }

    @Test
    void facesAreDividedThickenedAndReplaced() {
        Sheet s = new Sheet("Block", Unit.MM);
        s.block("Block", SketchPlane.Base.TOP, new Pen().rectangle(0, 0, 40, 30), 20, false, MaterialStep.Mode.BODY);
        Pen pen = new Pen();
        pen.line(pen.point(10, 5), pen.point(10, 25));
        pen.line(pen.point(30, 5), pen.point(30, 25));
        String lines = s.sketch("Lines", SketchPlane.Base.TOP, pen.sketch());
        FaceReference top = s.facing(n -> n.z() > 0.9);
        faces(s, FaceStep.Way.DIVIDE, 0, new FaceStep.By(null, List.of(lines), false), top);
        assertThat(s.state().solids().get(0).faces()).hasSize(8);
        FaceReference strip = s.state().solids().get(0).faces().stream()
                .filter(f -> f.outward(f.bounds().centre()).z() > 0.9)
                .filter(f -> Math.abs(f.bounds().centre().x() - 20) < 1)
                .map(f -> new FaceReference(
                        s.state().solids().get(0).names().of(f),
                        f.bounds().centre(),
                        new io.tallember.geometry.Vec3(0, 0, 1)))
                .findFirst()
                .orElseThrow();
        faces(s, FaceStep.Way.THICKEN, 4, FaceStep.By.NOTHING, strip);
        assertThat(s.volume()).isCloseTo(24_000 + 4 * 20 * 30, within(1e-8));
    }

    @Test
    void aFaceTakesTheShapeOfAPlaneAndALayerIsABodyOfItsOwn() {
        Sheet s = new Sheet("Block", Unit.MM);
        s.block("Block", SketchPlane.Base.TOP, new Pen().rectangle(0, 0, 40, 30), 20, false, MaterialStep.Mode.BODY);
        FaceReference top = s.facing(n -> n.z() > 0.9);
        faces(s, FaceStep.Way.THICKEN, 3, new FaceStep.By(null, List.of(), true), top);
        assertThat(s.state().solids()).hasSize(2);
        assertThat(s.volume()).isCloseTo(24_000 + 3600, within(1e-8));
        Sheet c = new Sheet("Block", Unit.MM);
        c.block("Block", SketchPlane.Base.TOP, new Pen().rectangle(-20, 0, 40, 30), 20, false, MaterialStep.Mode.BODY);
        FaceReference right = c.facing(n -> n.x() > 0.9);
        faces(c, FaceStep.Way.REPLACE, 0, new FaceStep.By(SketchPlane.Base.SIDE, List.of(), false), right);
        assertThat(c.volume()).isCloseTo(20 * 30 * 20, within(1e-8));
    }

    @Test
    void aDraftTurnsAboutALevelEdge() {
        Sheet s = new Sheet("Block", Unit.MM);
        s.block("Block", Base.TOP, new Pen().rectangle(0, 0, 40, 30), 20, false, Mode.BODY);
        EdgeReference high =
                s.edges(e -> e.middle().z() > 19 && e.middle().y() < 1e-6).get(0);
        SketchPlane about = new SketchPlane.Through(Base.TOP, high);
        FaceReference front = s.facing(n -> n.y() < -0.9);
        double angle = Math.toRadians(3);
        s.with(new Command.AddStep(Plain.draft("", "", false, List.of(front), false, about, false, false, angle)));
        assertThat(s.failure()).isEmpty();
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        // below the edge the face leans out
        assertThat(s.volume() - 24_000).isCloseTo(0.5 * 20 * 20 * Math.tan(angle) * 40, within(1e-8));
        EdgeReference up = s.edges(e -> Math.abs(e.middle().z() - 10) < 1e-6).get(0);
        SketchPlane slanted = new SketchPlane.Through(Base.TOP, up);
        s.with(new Command.AddStep(Plain.draft("", "", false, List.of(front), false, slanted, false, false, angle)));
        assertThat(s.failure()).contains("isn't level");
    }

    @Test
    void somePickedFacesGoWithTheirChainAndOthersAlone() {
        Sheet s = new Sheet("Block", Unit.MM);
        s.block("Block", Base.TOP, new Pen().rectangle(0, 0, 40, 30), 20, false, Mode.BODY);
        s.blend(false, 4, s.edges(e -> Math.abs(e.middle().z() - 10) < 1e-6));
        FaceReference front = s.facing(n -> n.y() < -0.9);
        FaceReference top = s.facing(n -> n.z() > 0.9);
        double outline = 1200 - (4 - Math.PI) * 16;
        String id = s.document().freshId();
        s.with(new Command.AddStep(
                new ShellStep("", "", false, List.of(front), true, List.of(top), false, 2, 0, List.of(), false)));
        assertThat(s.failure()).isEmpty();
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        assertThat(s.volume()).isCloseTo(2 * outline, within(1e-8));
        ShellStep.Group thick = new ShellStep.Group(3, List.of(front), true);
        s.with(new Command.ChangeStep(new ShellStep(
                id, "Shell 1", false, List.of(top), false, List.of(), false, 2, 0, List.of(thick), false)));
        assertThat(s.failure()).isEmpty();
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        assertThat(s.volume()).isCloseTo(20 * outline - 18 * (34 * 24 - (4 - Math.PI)), within(1e-7));
    }

    @Test
    void wallsOutsideHaveSharpOrRoundCorners() {
        Sheet s = new Sheet("Block", Unit.MM);
        s.block("Block", Base.TOP, new Pen().rectangle(0, 0, 40, 30), 20, false, Mode.BODY);
        FaceReference top = s.facing(n -> n.z() > 0.9);
        s.with(new Command.AddStep(Plain.shell("", "", false, List.of(top), false, false, 0, 2, List.of(), true)));
        assertThat(s.failure()).isEmpty();
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        // walls, quarter rods along eight edges and eighths of a ball at four corners
        double walls = 2 * (40 * 30 + 2 * 40 * 20 + 2 * 30 * 20);
        double rods = Math.PI * (2 * 40 + 2 * 30 + 4 * 20);
        double balls = 4 * Math.PI * 8 / 6;
        assertThat(s.volume()).isCloseTo(walls + rods + balls, within(1e-8));
    }
}
