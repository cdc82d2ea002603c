package io.tallember.solid;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.Changing;
import io.tallember.solid.blend.Changing.Place;
import io.tallember.solid.blend.Size;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Mirrored;
import io.tallember.solid.sweep.Primitive;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Mirror images: as sound, as large and as far on the other side; twice mirrored is back. */
class MirroredTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final Plane ASKEW = new Plane(Frame.of(new Vec3(3, -2, 5), new Vec3(1, 2, 0.5)));

    record Named(String name, Body body) {
        @Override
        public String toString() {
            return name;
        }
    }

    static Stream<Named> bodies() {
        Body ball = Primitive.sphere(Frame.WORLD, 12, "s", TOL);
        Body ring = Primitive.torus(Frame.WORLD, 20, 6, "t", TOL);
        Body bore = Shapes.cylinder(Frame.of(new Vec3(3, 1, -40), new Vec3(0.1, 0, 1)), 4, 0, 80);
        return Stream.of(
                new Named("box", Shapes.box(1, 2, 3, 5, 9, 7)),
                new Named("frustum", Primitive.cone(Frame.WORLD, 12, 8, 20, "s", TOL)),
                new Named("ball", ball),
                new Named("ring", ring),
                new Named(
                        "bored ball",
                        Fuse.subtract(List.of(ball), List.of(bore), TOL).get(0)),
                new Named(
                        "crossing cylinders",
                        Fuse.unite(List.of(bore, Shapes.cylinder(Frame.of(Vec3.ZERO, Vec3.X), 6, -20, 20)), TOL)
                                .get(0)),
                new Named("oval prism", FreeformTest.oval()),
                new Named("cam", FreeformTest.cam()),
                new Named("part of a vase", FreeformTest.vase(1.5)),
                new Named("block under a spline surface", FreeformTest.pillow()),
                new Named("bud", TipTest.bud(2)),
                new Named("oval with a bevelled rim", bevelled()));
    }

    private static List<Edge> rim(Body b) {
        return b.edges().stream().filter(e -> e.middle().z() > 14).toList();
    }

    private static Body bevelled() {
        Body oval = FreeformTest.oval();
        return Blend.edges(oval, rim(oval), Size.bevel(1), "b").get(0);
    }

    private static Body changing() {
        Body oval = FreeformTest.oval();
        List<Place> places = List.of(new Place(0, 1), new Place(0.4, 2), new Place(1, 1));
        return Changing.of(oval, rim(oval), rim(oval), e -> false, places, "c");
    }

    @ParameterizedTest
    @MethodSource("bodies")
    void imagesAreTrue(Named n) {
        Body image = Mirrored.of(n.body(), ASKEW, o -> o);
        BodyCheck.deep(image, TOL).orThrow();
        MassProperties was = MassProperties.of(n.body());
        MassProperties is = MassProperties.of(image);
        assertThat(is.volume()).isCloseTo(was.volume(), within(1e-9 * was.volume()));
        Vec3 c = was.centroid();
        Vec3 there = mirrored(c);
        assertThat(is.centroid().distance(there)).isLessThan(1e-8);
        Body back = Mirrored.of(image, ASKEW, o -> o);
        assertThat(MassProperties.of(back).centroid().distance(c)).isLessThan(1e-8);
        Shapes.assertWatertight(image);
    }

    @Test
    void aRoundThatChangesIsTheSameOnTheOtherSide() {
        Body was = changing();
        Body image = Mirrored.of(was, ASKEW, o -> o);
        BodyCheck.deep(image, TOL).orThrow();
        for (int i = 0; i < was.faces().size(); i++) {
            Face f = was.faces().get(i);
            Face g = image.faces().get(i);
            for (Coedge c : f.coedges()) {
                for (int k = 0; k < 8; k++) {
                    Vec3 p = c.curve().point(c.range().at(k / 8.0));
                    Vec3 there = mirrored(p);
                    Vec3 normal = mirrored(p.plus(1, f.outward(p))).minus(there);
                    assertThat(g.outward(there).distance(normal)).isLessThan(1e-7);
                    Vec2 uv = f.surface().project(p.plus(-0.3, Vec3.Z));
                    Vec3 within = mirrored(f.surface().point(uv.x(), uv.y()));
                    Vec2 other = g.surface().project(within);
                    assertThat(g.surface().point(other.x(), other.y()).distance(within))
                            .isLessThan(1e-7);
                }
            }
        }
    }

    private static Vec3 mirrored(Vec3 p) {
        return p.plus(-2 * ASKEW.signedDistance(p), ASKEW.normal());
    }
}
