package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Tolerance;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.part.steps.revolve.RevolveStep;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchEllipse;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.SketchSpline;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Parts from sketches with ellipses and splines. */
class FreeformPartTest {
    private static double volume(Sheet s) {
        assertThat(s.state().outcomes()).allMatch(o -> o.message().isEmpty(), "no step fails");
        var bodies = s.state().stand().bodies().stream().map(b -> b.body()).toList();
        bodies.forEach(b -> BodyCheck.deep(b, Tolerance.DEFAULT).orThrow());
        String written = PartFile.write(s.document());
        assertThat(PartFile.write(PartFile.read(written))).isEqualTo(written);
        return MassProperties.of(bodies).volume();
    }

    private static final Sketch OVAL = new Sketch(
            List.of(
                    new SketchPoint("p1", 0, 0),
                    new SketchPoint("p2", 0, 20),
                    new SketchPoint("p3", 12, 0),
                    new SketchEllipse("c1", "p1", "p2", "p3", false),
                    new SketchPoint("p4", 0, -30),
                    new SketchPoint("p5", 0, 30),
                    new SketchLine("c2", "p4", "p5", false)),
            List.of());

    @Test
    void anEllipseIsExtruded() {
        Sheet s = new Sheet("Oval", Unit.MM);
        String sketch = s.sketch("Oval", Base.TOP, OVAL);
        s.extrude("Oval", sketch, Pen.regions(OVAL, r -> true), 10, Mode.BODY);
        assertThat(volume(s)).isCloseTo(Math.PI * 240 * 10, within(1e-6));
    }

    @Test
    void halfAnEllipseIsTurnedAboutItsAxis() {
        Sheet s = new Sheet("Oval ball", Unit.MM);
        String sketch = s.sketch("Oval", Base.FRONT, OVAL);
        s.with(new Command.AddStep(new RevolveStep(
                "",
                "",
                false,
                sketch,
                Pen.regions(OVAL, r -> r.inside().x() > 0),
                "c2",
                true,
                2 * Math.PI,
                false,
                false,
                Mode.BODY)));
        assertThat(volume(s)).isCloseTo(4.0 / 3 * Math.PI * 144 * 20, within(1e-6));
    }

    @Test
    void aCamIsExtrudedAndBored() {
        Sketch cam = new Sketch(
                List.of(
                        new SketchPoint("p1", 20, 0),
                        new SketchPoint("p2", 12, 14),
                        new SketchPoint("p3", -10, 12),
                        new SketchPoint("p4", -14, -8),
                        new SketchPoint("p5", 8, -13),
                        new SketchSpline("c1", List.of("p1", "p2", "p3", "p4", "p5"), true, false)),
                List.of());
        Sheet s = new Sheet("Cam", Unit.MM);
        String sketch = s.sketch("Cam", Base.TOP, cam);
        s.extrude("Cam", sketch, Pen.largest(cam), 8, Mode.BODY);
        double whole = volume(s);
        assertThat(whole).isCloseTo(8 * Pen.area(cam), within(1e-6 * whole));
        s.cut("Bore", Base.TOP, new Pen().circle(0, 0, 10), 8, false);
        assertThat(volume(s)).isCloseTo(whole - Math.PI * 25 * 8, within(1e-6 * whole));
    }
}
