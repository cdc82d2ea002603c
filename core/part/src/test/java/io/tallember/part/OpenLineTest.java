package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Tolerance;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.part.steps.extrude.ExtrudeStep.Extent;
import io.tallember.part.steps.extrude.ExtrudeStep.Reach;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.regions.OpenLine;
import io.tallember.sketch.regions.SketchReader;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Wall;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Lines of a sketch that bound no region: how they are read, and walls along them. */
class OpenLineTest {
    /** An angle of two lines, 30 and 20 long. */
    private static Pen angle() {
        Pen pen = new Pen();
        String a = pen.point(0, 20);
        String b = pen.point(0, 0);
        String c = pen.point(30, 0);
        pen.line(a, b);
        pen.line(b, c);
        return pen.place(a, 0, 20).place(b, 0, 0).place(c, 30, 0);
    }

    private static List<OpenLine> lines(Sketch s) {
        return SketchReader.read(s, Tolerance.DEFAULT).lines();
    }

    private static Sheet wall(Sketch drawn, Thin thin) {
        Sheet s = new Sheet("Wall", Unit.MM);
        String outline = s.sketch("Line", Base.TOP, drawn);
        List<RegionReference> picked = lines(drawn).stream()
                .map(l -> new RegionReference("", l.boundary(), l.inside()))
                .toList();
        s.with(new Command.AddStep(new ExtrudeStep(
                "",
                "",
                false,
                outline,
                picked,
                Reach.of(Extent.DISTANCE, 10, null, false, false),
                0,
                thin,
                Mode.BODY)));
        return s;
    }

    private static double volume(PartState state) {
        return MassProperties.of(
                        state.stand().bodies().stream().map(b -> b.body()).toList())
                .volume();
    }

    @Test
    void aWallRunsAlongAnOpenLineRoundItsCorner() {
        Sheet s = wall(angle().sketch(), new Thin(2, Wall.Side.MIDDLE));
        // the corner is mitred: what lies outside of it is what lies inside twice
        assertThat(volume(s.state())).isCloseTo(2 * 50 * 10, within(1e-9));
        String written = PartFile.write(s.document());
        assertThat(PartFile.write(PartFile.read(written))).isEqualTo(written);
    }

    @Test
    void theWallFollowsALineThatIsDrawnOn() {
        Sketch drawn = angle().sketch();
        Sheet s = wall(drawn, new Thin(2, Wall.Side.MIDDLE));
        Pen longer = angle();
        longer.place(longer.point(50, 10), 50, 10);
        longer.line("p3", "p4");
        s.with(new Command.ChangeStep(new SketchStep("s1", "Line", false, Base.TOP, longer.sketch())));
        assertThat(s.state().outcomes()).allMatch(o -> o.message().isEmpty());
        assertThat(volume(s.state())).isGreaterThan(1000 + 2 * 22 * 10);
    }

    @Test
    void anOpenLineMakesNoSolid() {
        Sheet s = wall(angle().sketch(), null);
        assertThat(s.state().outcomes().get(1).message()).contains("makes a wall, not a solid");
    }

    @Test
    void crossingLinesGoOnStraightAndTailsOfRegionsCount() {
        Pen pen = new Pen();
        pen.line(pen.point(-10, 0), pen.point(10, 0));
        pen.line(pen.point(0, -10), pen.point(0, 10));
        assertThat(lines(pen.sketch()).stream().map(OpenLine::boundary))
                .containsExactlyInAnyOrder(List.of("~c1"), List.of("~c2"));
        Pen tail = new Pen().rectangle(0, 0, 10, 10);
        tail.line("p3", tail.point(20, 20));
        assertThat(lines(tail.sketch()).stream().map(OpenLine::boundary)).containsExactly(List.of("~c5"));
        assertThat(lines(new Pen().rectangle(0, 0, 10, 10).sketch())).isEmpty();
    }
}
