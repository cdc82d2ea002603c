package io.tallember.solid.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Extrude;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Flat faces made round between their sides: of a wall, of a leaning one, and the floor of a groove. */
class FullRoundTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Face at(Body b, Vec3 p) {
        return b.faces().stream()
                .filter(f -> Math.abs(f.surface().signedDistance(p)) < 1e-9
                        && f.bounds().distance(p) < 1e-9)
                .findFirst()
                .orElseThrow();
    }

    private static double volume(Body b) {
        return MassProperties.of(b).volume();
    }

    @Test
    void theTopOfAWallBecomesHalfACylinder() {
        Body wall = Shapes.box(0, 0, 0, 40, 6, 20);
        Body out = FullRound.of(wall, at(wall, new Vec3(20, 3, 20)), Set.of(), "s");
        Shapes.assertSound(List.of(out));
        assertThat(volume(out)).isCloseTo(40 * (6 * 17 + Math.PI * 9 / 2), within(1e-8));
        assertThat(out.faces()).hasSize(6);
    }

    @Test
    void theTopOfALeaningWallTouchesAllThree() {
        Body wall = Extrude.of(
                Shapes.polygon(new Frame(Vec3.ZERO, Vec3.X, Vec3.Z, Vec3.Y.negated()), -5, 0, 5, 0, 3, 20, -3, 20),
                0,
                40,
                "s1",
                "r",
                TOL);
        Body out = FullRound.of(wall, at(wall, new Vec3(0, -20, 20)), Set.of(), "s");
        Shapes.assertSound(List.of(out));
        Cylinder c = (Cylinder) out.faces().stream()
                .map(Face::surface)
                .filter(Cylinder.class::isInstance)
                .findFirst()
                .orElseThrow();
        for (Face f : wall.faces()) {
            if (Math.abs(f.outward(f.bounds().centre()).y()) < 0.5
                    && f.outward(f.bounds().centre()).z() > -0.5) {
                assertThat(Math.abs(f.surface().signedDistance(c.frame().origin())))
                        .isCloseTo(c.radius(), within(1e-9));
            }
        }
    }

    @Test
    void theFloorOfAGrooveBecomesHollow() {
        Body block = Fuse.subtract(
                        List.of(Shapes.box(0, 0, 0, 40, 30, 20)), List.of(Shapes.box(-1, 12, 10, 41, 18, 21)), TOL)
                .get(0);
        Body out = FullRound.of(block, at(block, new Vec3(20, 15, 10)), Set.of(), "s");
        Shapes.assertSound(List.of(out));
        assertThat(volume(out)).isCloseTo(volume(block) + 40 * (6 * 3 - Math.PI * 9 / 2), within(1e-8));
    }

    @Test
    void aRoundFaceIsRefused() {
        Body rod = Shapes.cylinder(0, 0, 5, 0, 20);
        assertThatThrownBy(() -> FullRound.of(rod, rod.faces().get(0), Set.of(), "s"))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("can't be made round from side to side");
    }
}
