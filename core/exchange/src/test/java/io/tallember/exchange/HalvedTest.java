package io.tallember.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.exchange.step.StepReader;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Helix;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Line;
import io.tallember.geometry.Pipe;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.part.file.PartFile;
import io.tallember.part.steps.Kinds;
import io.tallember.solid.Body;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Manner;
import io.tallember.solid.sweep.Sweep;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class HalvedTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static List<Profile.Edge> circle(double r, boolean outer) {
        return List.of(new Profile.Edge(new Circle(Frame.WORLD, r), new Interval(0, 2 * Math.PI), outer, "c" + outer));
    }

    /** A coil, and a tube along a coil that goes straight on from it. */
    private static List<Body> wires() {
        Helix h = Helix.even(Frame.WORLD, 10, 4);
        Leg coil = new Leg(h, new Interval(0, 5.3 * Math.PI), true, "l1");
        Vec3 end = coil.end();
        Leg on = Leg.straight(end, end.plus(12, coil.way(coil.to())), "l2");
        Frame f = Frame.of(coil.start(), coil.way(coil.from()));
        return List.of(
                Sweep.of(
                        new Profile(f, circle(1.2, true), List.of(), "r"),
                        Way.of(List.of(coil), TOL),
                        Manner.SQUARE,
                        "s1",
                        "r",
                        TOL),
                Sweep.of(
                        new Profile(f, circle(1.2, true), List.of(circle(0.8, false)), "r"),
                        Way.of(List.of(coil, on), TOL),
                        Manner.SQUARE,
                        "s1",
                        "r",
                        TOL));
    }

    @Test
    void pipesAreWrittenInHalvesAndReadBackWhole() {
        for (Body b : wires()) {
            Body halved = Halved.of(b);
            assertThat(halved.faces()).noneMatch(f -> f.surface() instanceof Pipe);
            assertThat(BodyCheck.quick(halved, TOL).problems()).isEmpty();
            double volume = MassProperties.of(b).volume();
            assertThat(MassProperties.of(halved).volume()).isCloseTo(volume, within(1e-7 * volume));
            String file = StepWriter.write("wire", List.of(b), List.of("wire"), Instant.EPOCH);
            StepReader.Read read = StepReader.read(file, TOL);
            assertThat(read.bodies()).hasSize(1);
            assertThat(MassProperties.of(read.bodies().get(0)).volume()).isCloseTo(volume, within(1e-7 * volume));
        }
    }

    /** Parts with closed spline faces and offsets of broken ones: the same volume when read back, by other surfaces. */
    @ParameterizedTest
    @ValueSource(strings = {"sample-flask", "rain-inlet"})
    void partsWithSplineFacesHoldTheSameWhenReadBack(String name) throws Exception {
        Body b = Kinds.rebuild()
                .build(PartFile.read(Files.readString(Path.of("../../samples/" + name + ".json"))))
                .solids()
                .get(0);
        String file = StepWriter.write(name, List.of(b), List.of(name), Instant.EPOCH);
        List<Body> back = StepReader.read(file, TOL).bodies();
        assertThat(back).hasSize(1);
        double volume = MassProperties.of(b).volume();
        assertThat(MassProperties.of(back.get(0)).volume()).isCloseTo(volume, within(1e-7 * volume));
    }

    @Test
    void otherBodiesStayAsTheyAre() {
        Line l = new Line(Vec3.ZERO, Vec3.Z);
        Body cylinder = Sweep.of(
                new Profile(Frame.WORLD, circle(3, true), List.of(), "r"),
                Way.of(List.of(new Leg(l, new Interval(0, 9), true, "l1")), TOL),
                Manner.SQUARE,
                "s1",
                "r",
                TOL);
        assertThat(Halved.of(cylinder)).isSameAs(cylinder);
    }
}
