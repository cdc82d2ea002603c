package io.tallember.solid;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Vec3;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.Size;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Primitive;
import io.tallember.solid.sweep.Scaled;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Scaled bodies: volumes by the cube, areas by the square, centroids along, all checks hold, and back again is the same. */
class ScaledTest {
    static Stream<Body> bodies() {
        Body box = Primitive.box(Frame.WORLD, 40, 30, 20, "box", Shapes.TOL);
        Body rod = Primitive.cylinder(Frame.WORLD, 8, 60, "rod", Shapes.TOL);
        Body across = Primitive.cylinder(
                new Frame(new Vec3(-40, 0, 10), Vec3.Y, Vec3.Z, Vec3.X), 5, 80, "across", Shapes.TOL);
        Body bored = Fuse.subtract(List.of(box), List.of(rod), Shapes.TOL).get(0);
        Body crossed = Fuse.unite(List.of(rod, across), Shapes.TOL).get(0);
        Edge rim = crossed.edges().stream()
                .filter(e -> crossed.facesOf(e).stream()
                        .allMatch(f -> f.surface().kind().equals("cylinder")))
                .findFirst()
                .orElseThrow();
        return Stream.of(
                bored,
                crossed,
                Blend.edges(crossed, List.of(rim), Size.round(1), "blend").get(0),
                Primitive.torus(Frame.WORLD, 20, 6, "ring", Shapes.TOL),
                Primitive.cone(Frame.WORLD, 20, 10, 20, "cone", Shapes.TOL),
                Primitive.sphere(Frame.WORLD, 9, "ball", Shapes.TOL));
    }

    @ParameterizedTest
    @MethodSource("bodies")
    void everyBodyScales(Body body) {
        Vec3 about = new Vec3(3, -2, 5);
        MassProperties was = MassProperties.of(body);
        for (double k : new double[] {1.006, 2, 0.25, 25.4}) {
            Body s = Scaled.of(body, k, about);
            MassProperties m = MassProperties.of(s);
            assertThat(m.volume()).isCloseTo(k * k * k * was.volume(), within(1e-9 * k * k * k * was.volume()));
            assertThat(m.area()).isCloseTo(k * k * was.area(), within(1e-9 * k * k * was.area()));
            Vec3 to = about.plus(k, was.centroid().minus(about));
            assertThat(m.centroid().distance(to)).isLessThan(1e-6 * k);
            assertThat(BodyCheck.deep(s, Shapes.TOL).problems()).isEmpty();
            MassProperties back = MassProperties.of(Scaled.of(s, 1 / k, about));
            assertThat(back.volume()).isCloseTo(was.volume(), within(1e-9 * was.volume()));
        }
    }
}
