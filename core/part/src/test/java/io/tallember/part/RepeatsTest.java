package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Line;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.file.CommandJson;
import io.tallember.part.file.PartFile;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.blend.BlendStep;
import io.tallember.part.steps.marks.PlaneStep;
import io.tallember.part.steps.repeat.RepeatStep;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.regions.OpenLine;
import io.tallember.sketch.regions.SketchReader;
import io.tallember.solid.Edge;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Repeats with the blends inside them, in rows, grids, rounds, along lines and mirrored; of steps, bodies and faces. */
class RepeatsTest {
    private static RepeatStep of(Layout layout, String... steps) {
        return new RepeatStep("", "", false, List.of(steps), List.of(), List.of(), layout, false, List.of());
    }

    private static void add(Sheet s, RepeatStep r) {
        s.with(new Command.AddStep(r));
        assertThat(s.failure()).isEmpty();
    }

    private static boolean near(Edge e, double x, double y, double r) {
        return Math.hypot(e.middle().x() - x, e.middle().y() - y) < r;
    }

    /** A plate 200 x 100 x 20 with one well whose upright corners and floor are rounded. */
    private static Sheet well() {
        Sheet s = new Sheet("Wells", Unit.MM);
        s.block("Plate", Base.TOP, new Pen().rectangle(0, 0, 200, 100), 20, false, Mode.BODY);
        s.cut("Well", s.on("s2.end(r3)"), new Pen().rectangle(10, 10, 14, 14), 12, true);
        s.blend(
                false,
                3,
                s.edges(e -> near(e, 17, 17, 12)
                        && e.curve() instanceof Line l
                        && Math.abs(l.direction().z()) > 0.9));
        s.blend(
                false,
                2,
                s.edges(e ->
                        near(e, 17, 17, 12) && e.middle().z() < 9 && e.middle().z() > 1));
        assertThat(s.failure()).isEmpty();
        return s;
    }

    private static void timed(String what, Sheet s) {
        double[] ms = new double[9];
        for (int i = 0; i < ms.length; i++) {
            long begin = System.nanoTime();
            Kinds.rebuild().build(s.document());
            ms[i] = (System.nanoTime() - begin) / 1e6;
        }
        java.util.Arrays.sort(ms);
        System.out.printf("%s, the whole part from nothing: %.0f ms%n", what, ms[4]);
    }

    @Test
    void wellsComeWithTheirBlends() {
        Sheet s = well();
        double plate = 200 * 100 * 20;
        double one = plate - s.volume();
        List<Step> steps = s.document().steps();
        String[] ids = steps.stream().skip(3).map(Step::id).toArray(String[]::new);
        Layout.Row grid = new Layout.Row(
                Layout.Axis.Base.X, 6, 30, false, new Layout.Row.Second(Layout.Axis.Base.Y, 3, 28, false));
        int faces = s.state().solids().get(0).faces().size();
        add(s, of(grid, ids));
        timed("18 wells with two blends each", s);
        assertThat(plate - s.volume()).isCloseTo(18 * one, within(1e-7 * one));
        assertThat(s.state().solids().get(0).faces()).hasSize(6 + 18 * (faces - 6));
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        // a late change of the radius goes into every copy
        BlendStep floor = (BlendStep) s.document().step(ids[ids.length - 1]);
        s.with(new Command.ChangeStep(floor.by(1)));
        assertThat(s.failure()).isEmpty();
        assertThat(plate - s.volume()).isGreaterThan(18 * one);
    }

    @Test
    void pegsWithBlendsAtBothEndsStandOnACircle() {
        Sheet s = new Sheet("Pegs", Unit.MM);
        s.block("Disc", Base.TOP, new Pen().circle(0, 0, 120), 8, false, Mode.BODY);
        double disc = s.volume();
        s.block("Peg", s.on("s2.end(r3)"), new Pen().circle(50, 0, 6), 12, false, Mode.ADD);
        String foot = s.blend(
                false, 1, s.edges(e -> near(e, 50, 0, 4) && Math.abs(e.middle().z() - 8) < 1e-6));
        String top =
                s.blend(true, 0.5, s.edges(e -> near(e, 50, 0, 4) && e.middle().z() > 19));
        double one = s.volume() - disc;
        add(s, of(new Layout.Round(Layout.Axis.Base.Z, 27, true, 1, false), "s5", foot, top));
        timed("27 pegs with two blends each", s);
        assertThat(s.volume() - disc).isCloseTo(27 * one, within(1e-7 * one));
    }

    @Test
    void mirroredStepsBringTheirBlends() {
        Sheet s = well();
        double plate = 200 * 100 * 20;
        double one = plate - s.volume();
        String[] ids = s.document().steps().stream().skip(3).map(Step::id).toArray(String[]::new);
        String middle = s.document().freshId();
        s.with(new Command.AddStep(
                new PlaneStep("", "", false, PlaneStep.Way.BESIDE, Base.SIDE, PlaneStep.On.NOTHING, 100, 0)));
        add(s, of(new Layout.Mirror(new SketchPlane.Made(middle)), ids));
        assertThat(plate - s.volume()).isCloseTo(2 * one, within(1e-7 * one));
    }

    @Test
    void holesFollowALine() {
        Sheet s = new Sheet("Rail", Unit.MM);
        s.block("Plate", Base.TOP, new Pen().rectangle(-60, -60, 120, 120), 5, false, Mode.BODY);
        double plate = s.volume();
        Pen pen = new Pen();
        String a = pen.point(40, 0);
        String b = pen.point(-40, 0);
        pen.arc(pen.point(0, 0), a, b);
        Sketch arc = pen.sketch();
        String path = s.sketch("Path", Base.TOP, arc);
        OpenLine found = SketchReader.read(arc, Tolerance.DEFAULT).lines().get(0);
        var line = new RegionReference("", found.boundary(), found.inside());
        s.cut("Hole", s.on("s2.end(r3)"), new Pen().rectangle(36, -3, 8, 6), 9, true);
        String cut = s.document().steps().get(4).id();
        double one = plate - s.volume();
        add(s, of(new Layout.Path(path, line, 7, 0, true), cut));
        assertThat(plate - s.volume()).isCloseTo(7 * one, within(1e-7));
        // turned with the line: a corner of the fourth, a quarter round, lies straight above the middle
        assertThat(s.edges(e -> e.middle().minus(new Vec3(3, 44, 2.5)).length() < 1e-6))
                .hasSize(1);
    }

    @Test
    void bodiesAndThePocketOfAReadPartAreRepeated() {
        Sheet s = well();
        double plate = 200 * 100 * 20;
        double one = plate - s.volume();
        // all faces of the pocket, as on a body without steps
        var faces = s.state().solids().get(0).faces().stream()
                .filter(f -> f.coedges().stream().allMatch(c -> near(c.edge(), 17, 17, 12)))
                .map(f -> {
                    var p = f.region().interiorPoint(Tolerance.DEFAULT).orElseThrow();
                    return new FaceReference(s.state().solids().get(0).names().of(f), p, f.outward(p));
                })
                .toList();
        Layout row = new Layout.Row(Layout.Axis.Base.X, 4, 150, true, null);
        // any one of them stands for all
        for (FaceReference face : faces) {
            Sheet alone = well();
            add(alone, new RepeatStep("", "", false, List.of(), List.of(), List.of(face), row, false, List.of(3)));
            assertThat(plate - alone.volume()).isCloseTo(3 * one, within(1e-7 * one));
        }
        add(s, new RepeatStep("", "", false, List.of(), List.of(), faces, row, false, List.of(3)));
        assertThat(plate - s.volume()).isCloseTo(3 * one, within(1e-7 * one));
        Layout away = new Layout.Row(Layout.Axis.Base.Y, 2, 150, false, null);
        add(s, new RepeatStep("", "", false, List.of(), List.of("s2"), List.of(), away, true, List.of()));
        assertThat(s.state().solids()).hasSize(2);
        assertThat(2 * plate - s.volume()).isCloseTo(6 * one, within(1e-7 * one));
    }

    @Test
    void nineHundredHoles() {
        Sheet s = new Sheet("Grille", Unit.MM);
        s.block("Plate", Base.TOP, new Pen().rectangle(0, 0, 320, 320), 3, false, Mode.BODY);
        s.cut("Hole", s.on("s2.end(r3)"), new Pen().circle(15, 15, 6), 5, true);
        s.with(new Command.AddStep(of(
                new Layout.Row(
                        Layout.Axis.Base.X, 30, 10, false, new Layout.Row.Second(Layout.Axis.Base.Y, 30, 10, false)),
                "s5")));
        long begin = System.nanoTime();
        assertThat(s.failure()).isEmpty();
        System.out.printf("900 holes repeated: %.0f ms%n", (System.nanoTime() - begin) / 1e6);
        assertThat(s.edges(e -> e.curve() instanceof Circle)).hasSize(1800);
    }

    @Test
    void copiesOfStepsHaveDimensionsOfTheirOwn() {
        Sheet s = well();
        double plate = 200 * 100 * 20;
        double one = plate - s.volume();
        String ids = s.document().steps().stream()
                .skip(3)
                .map(x -> "'" + x.id() + "'")
                .collect(java.util.stream.Collectors.joining(","));
        String command = "{'do':'copy-steps','steps':[" + ids + "],'x':'60 mm','y':'20 mm'}";
        s.with(CommandJson.read(PartFile.parse(command.replace('\'', '"')), s.document()));
        assertThat(s.failure()).isEmpty();
        assertThat(s.document().steps()).hasSize(10);
        assertThat(plate - s.volume()).isCloseTo(2 * one, within(1e-7 * one));
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        // its own depth, and turned by a quarter
        Step cut = s.document().steps().get(7);
        s.with(new Command.ChangeStep(cut.sized("distance", 14)));
        assertThat(s.failure()).isEmpty();
        double deeper = s.volume();
        assertThat(plate - deeper).isGreaterThan(2 * one + 100);
        s.with(new Command.ChangeStep(s.document().steps().get(6).sized("turn", Math.PI / 2)));
        assertThat(s.failure()).isEmpty();
        assertThat(s.edges(e -> Math.abs(e.middle().x() - 43) < 8 && e.middle().z() < 19))
                .isNotEmpty();
    }
}
