package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.part.steps.hole.HoleStep;
import io.tallember.part.steps.hole.HoleStep.Extent;
import io.tallember.part.steps.hole.HoleStep.Mouth;
import io.tallember.part.steps.hole.HoleStep.Spot;
import io.tallember.part.steps.ready.ReadyStep.Shape;
import java.util.List;
import java.util.Random;
import java.util.function.DoubleBinaryOperator;
import org.junit.jupiter.api.Test;

/**
 * Holes that start on round faces, or go in at an angle: what they take away is the integral over the hole's disc of how deep it is
 * under the face, by a rule of its own.
 */
class LeaningHolesTest {
    private static final double R = 3;

    /** Over a disc: Gauss by angle and, for the square of the radius, by thirds. */
    private static double overDisc(double radius, DoubleBinaryOperator height) {
        double sum = 0;
        int rings = 400;
        int spokes = 200;
        for (int i = 0; i < rings; i++) {
            for (int g = -1; g <= 1; g++) {
                double s = (i + 0.5 + 0.5 * g * Math.sqrt(0.6)) / rings;
                double weight = (g == 0 ? 8.0 : 5.0) / 18 / rings;
                double r = radius * Math.sqrt(s);
                for (int k = 0; k < spokes; k++) {
                    double a = 2 * Math.PI * (k + 0.5) / spokes;
                    sum += weight / spokes * height.applyAsDouble(r * Math.cos(a), r * Math.sin(a));
                }
            }
        }
        return Math.PI * radius * radius * sum;
    }

    private static HoleStep hole(
            Mouth mouth, Extent extent, double depth, FaceReference target, Layout.Axis along, HoleStep.Place... at) {
        return new HoleStep(
                "",
                "",
                false,
                mouth,
                2 * R,
                extent,
                depth,
                target,
                false,
                HoleStep.USUAL_POINT,
                10,
                2,
                Math.PI / 2,
                "",
                null,
                along,
                List.of(at));
    }

    private static HoleStep.Place near(FaceReference face, double x, double y, double z) {
        return new HoleStep.Place("", face, new Vec2(0, 0), new Spot.Near(new Vec3(x, y, z)));
    }

    private static double taken(Sheet s, HoleStep hole) {
        double before = s.volume();
        s.with(new Command.AddStep(hole));
        assertThat(s.failure()).isEmpty();
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        return before - s.volume();
    }

    private static Sheet tube(double outer, double inner) {
        Sheet s = new Sheet("Tube", Unit.MM);
        s.ready(Shape.CYLINDER, Base.TOP, 0, false, Mode.BODY, 2 * outer, 40.0);
        if (inner > 0) {
            s.ready(Shape.CYLINDER, Base.TOP, 0, false, Mode.REMOVE, 2 * inner, 40.0);
        }
        return s;
    }

    private static double round(double radius, double x) {
        return Math.sqrt(radius * radius - x * x);
    }

    @Test
    void aHoleSquareToARoundFaceGoesInFromItsHighestPlace() {
        double blind = Math.PI * R * R * 8 + overDisc(R, (x, y) -> round(20, x) - 20);
        for (double turn : new double[] {0, 0.7, 2, -1.1}) {
            Sheet s = tube(20, 0);
            HoleStep h = hole(
                    Mouth.PLAIN,
                    Extent.BLIND,
                    8,
                    null,
                    null,
                    near(s.face("s1.side(c1)"), 31 * Math.cos(turn), 31 * Math.sin(turn), 17));
            assertThat(taken(s, h)).isCloseTo(blind, within(1e-6));
        }
        Sheet through = tube(20, 0);
        HoleStep h = hole(Mouth.PLAIN, Extent.THROUGH, 8, null, null, near(through.face("s1.side(c1)"), 20, 3, 17));
        assertThat(taken(through, h)).isCloseTo(2 * overDisc(R, (x, y) -> round(20, x)), within(1e-6));
    }

    @Test
    void outOfItsWallAndUpToAFace() {
        double wall = overDisc(R, (x, y) -> round(20, x) - round(12, x));
        for (Extent e : List.of(Extent.NEXT, Extent.LINE)) {
            Sheet s = tube(20, 12);
            HoleStep h = hole(Mouth.PLAIN, e, 8, null, null, near(s.face("s1.side(c1)"), 0, -20, 12));
            assertThat(taken(s, h)).as(e.name()).isCloseTo(wall, within(1e-6));
        }
        Sheet s = tube(20, 12);
        FaceReference bore = s.face("s2.side(c1)");
        HoleStep h = hole(Mouth.PLAIN, Extent.FACE, 8, bore, null, near(s.face("s1.side(c1)"), 0, -20, 12));
        assertThat(taken(s, h)).isCloseTo(wall, within(1e-6));
        // from inside the bore outwards
        Sheet t = tube(20, 12);
        HoleStep out = hole(Mouth.PLAIN, Extent.BLIND, 4, null, null, near(t.face("s2.side(c1)"), 12, 0, 12));
        assertThat(taken(t, out))
                .isCloseTo(Math.PI * R * R * 4 + overDisc(R, (x, y) -> 12 - round(12, x)), within(1e-6));
        // through a rod, out of the same face that it starts on
        Sheet rod = tube(20, 0);
        HoleStep line = hole(Mouth.PLAIN, Extent.LINE, 4, null, null, near(rod.face("s1.side(c1)"), 12, 0, 12));
        assertThat(taken(rod, line)).isCloseTo(2 * overDisc(R, (x, y) -> round(20, x)), within(1e-6));
    }

    @Test
    void seatsAndSinksOnARoundFaceAreMeasuredAlongTheHole() {
        double head = Math.PI * 25 * 2 + overDisc(5, (x, y) -> round(20, x) - 20);
        Sheet s = tube(20, 0);
        FaceReference side = s.face("s1.side(c1)");
        assertThat(taken(s, hole(Mouth.COUNTERBORE, Extent.BLIND, 8, null, null, near(side, -20, 0, 17))))
                .isCloseTo(head + Math.PI * R * R * 6, within(1e-6));
        Sheet t = tube(20, 0);
        assertThat(taken(t, hole(Mouth.COUNTERSINK, Extent.BLIND, 8, null, null, near(side, -20, 0, 17))))
                .isCloseTo(
                        overDisc(5, (x, y) -> Math.max(0, Math.min(5 - Math.hypot(x, y), 2) + round(20, x) - 20))
                                + Math.PI * R * R * 6,
                        within(2e-3));
        Sheet ball = new Sheet("Ball", Unit.MM);
        ball.ready(Shape.BALL, Base.TOP, 0, false, Mode.BODY, 40.0);
        HoleStep h = hole(Mouth.PLAIN, Extent.BLIND, 8, null, null, near(face(ball), 9, 7, 30));
        assertThat(taken(ball, h))
                .isCloseTo(Math.PI * R * R * 8 + overDisc(R, (x, y) -> round(20, Math.hypot(x, y)) - 20), within(1e-6));
    }

    /** The highest place of the face lies between the hole's middle and its rim. */
    @Test
    void aHoleStartsAboveAllOfItsFace() {
        Sheet ball = new Sheet("Ball", Unit.MM);
        ball.ready(Shape.BALL, Base.TOP, 0, false, Mode.BODY, 8.0);
        double top = round(4, 1.6);
        HoleStep h = hole(Mouth.PLAIN, Extent.BLIND, 5, null, Layout.Axis.Base.Z, near(face(ball), 1.6, 0, top));
        double inside = overDisc(R, (x, y) -> {
            double half = round(4, Math.min(4, Math.hypot(x + 1.6, y)));
            return half + Math.min(half, 5 - top);
        });
        assertThat(taken(ball, h)).isCloseTo(inside, within(5e-3));
        assertThat(ball.state().stand().bodies()).hasSize(1);
    }

    private static FaceReference face(Sheet s) {
        var body = s.state().stand().bodies().get(0).body();
        return s.face(body.names().of(body.faces().get(0)));
    }

    @Test
    void alongADirectionAHoleLeansByIt() {
        Random random = new Random(7);
        for (int i = 0; i < 8; i++) {
            double lean = Math.toRadians(5 + 55 * random.nextDouble());
            Sheet s = new Sheet("Plate", Unit.MM);
            double t = 10 * Math.tan(lean);
            s.block(
                    "Slant",
                    Base.FRONT,
                    new Pen().outline(-300, 0, -290, 0, -290 + t, 10, -300 + t, 10),
                    5,
                    false,
                    Mode.BODY);
            Layout.Axis along = new Layout.Axis.OfEdge(s.edges(e -> Math.abs(
                                            e.middle().z() - 5)
                                    < 1e-9
                            && Math.abs(Math.abs(e.curve().derivative(0).unit().z()) - Math.cos(lean)) < 1e-9)
                    .get(0));
            String plate = s.ready(Shape.BOX, Base.TOP, 0, false, Mode.BODY, 120.0, 120.0, 20.0);
            HoleStep.Place p = new HoleStep.Place("", s.face(plate + ".end(box)"), new Vec2(4, -3));
            String id = s.document().freshId();
            double plain = taken(s, hole(Mouth.PLAIN, Extent.THROUGH, 8, null, along, p));
            assertThat(plain).isCloseTo(Math.PI * R * R * 20 / Math.cos(lean), within(1e-6));
            s.with(new Command.DeleteStep(id, false));
            if (R * Math.tan(lean) < 8) {
                assertThat(taken(s, hole(Mouth.PLAIN, Extent.BLIND, 8, null, along, p)))
                        .isCloseTo(Math.PI * R * R * 8, within(1e-6));
            }
        }
    }
}
