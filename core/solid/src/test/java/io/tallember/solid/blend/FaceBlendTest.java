package io.tallember.solid.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;

/** Rounds between faces that don't share an edge. */
class FaceBlendTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Face face(Body b, double x, double y, double z) {
        Vec3 p = new Vec3(x, y, z);
        return b.faces().stream()
                .filter(f -> Math.abs(f.surface().signedDistance(p)) < 1e-6)
                .filter(f -> f.region().locate(p, TOL) == SurfaceRegion.Place.INSIDE)
                .findFirst()
                .orElseThrow();
    }

    private static double round(Body b, Face f, Face g, double r) {
        List<Body> out = FaceBlend.of(b, List.of(f), List.of(g), r, "s");
        Shapes.assertSound(out);
        return MassProperties.of(out).volume();
    }

    @Test
    void aBevelBetweenIsUsedUp() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Predicate<Edge> edge =
                e -> Math.abs(e.middle().x()) < 1e-6 && Math.abs(e.middle().z() - 20) < 1e-6;
        Body bevelled = Blend.edges(box, box.edges().stream().filter(edge).toList(), Size.bevel(2), "b")
                .get(0);
        double is = round(bevelled, face(bevelled, 0, 15, 5), face(bevelled, 30, 15, 20), 6);
        assertThat(is).isCloseTo(24000 - 30 * 36 * (1 - Math.PI / 4), within(1e-8));
        Body rounded = Blend.edges(box, box.edges().stream().filter(edge).toList(), Size.round(3), "b")
                .get(0);
        // also a smaller one than was there
        is = round(rounded, face(rounded, 0, 15, 5), face(rounded, 30, 15, 20), 1);
        assertThat(is).isCloseTo(24000 - 30 * (1 - Math.PI / 4), within(1e-8));
    }

    @Test
    void theGapBetweenTwoPostsIsFilledFromBothSides() {
        Body b = Fuse.unite(
                        List.of(
                                Shapes.box(-30, -20, 0, 30, 20, 5),
                                Shapes.cylinder(Frame.of(new Vec3(-6.5, 0, 0), Vec3.Z), 6, 1, 20),
                                Shapes.cylinder(Frame.of(new Vec3(6.5, 0, 0), Vec3.Z), 6, 1, 15)),
                        TOL)
                .get(0);
        double was = MassProperties.of(b).volume();
        double is = round(b, face(b, -6.5, 6, 10), face(b, 6.5, 6, 10), 4);
        // seen from above: the kite between centres less four sectors
        double h = Math.sqrt(100 - 6.5 * 6.5);
        double at = Math.atan2(h, 6.5);
        double area = 2 * 6.5 * h - 36 * 2 * at - 16 * 2 * (Math.PI / 2 - at);
        assertThat(is - was).isCloseTo(10 * area, within(1e-7));
        assertThatThrownBy(() -> round(b, face(b, -6.5, 6, 10), face(b, 6.5, 6, 10), 0.4))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("more than 0.5 mm");
    }

    @Test
    void theGapBetweenAPostAndAWallIsFilled() {
        Body b = Fuse.unite(
                        List.of(
                                Shapes.box(-30, -20, 0, 30, 20, 5),
                                Shapes.box(-30, 8, 1, 30, 12, 25),
                                Shapes.cylinder(Frame.of(new Vec3(0, 0, 0), Vec3.Z), 7, 1, 15)),
                        TOL)
                .get(0);
        double was = MassProperties.of(b).volume();
        double is = round(b, face(b, 7, 0, 10), face(b, -20, 8, 10), 3);
        assertThat(is).isGreaterThan(was);
    }

    @Test
    void aGapThatNoBallFillsSaysWhy() {
        assertThatThrownBy(() -> postInBore(0, 3)).hasMessageContaining("round one axis");
        assertThatThrownBy(() -> postInBore(1, 11)).hasMessageContaining("doesn't go into the bore of 10 mm");
        assertThatThrownBy(() -> postInBore(1, 0.5)).hasMessageContaining("falls through");
        assertThatThrownBy(() -> postInBore(1, 2.45)).hasMessageContaining("more than half");
    }

    /** A round between a post of 6 mm and the bore of 10 mm in which it stands in a groove, its axis off by so much. */
    private static void postInBore(double off, double radius) {
        Body plate = Fuse.subtract(
                        List.of(Shapes.box(-20, -20, 0, 20, 20, 15)),
                        List.of(Shapes.cylinder(Frame.of(new Vec3(0, 0, 0), Vec3.Z), 10, 5, 16)),
                        TOL)
                .get(0);
        Frame at = Frame.of(new Vec3(off, 0, 0), Vec3.Z);
        Body grooved = Fuse.subtract(List.of(plate), List.of(Shapes.cylinder(at, 7, 3, 6)), TOL)
                .get(0);
        Body b =
                Fuse.unite(List.of(grooved, Shapes.cylinder(at, 6, 2, 15)), TOL).get(0);
        round(b, face(b, off + 6, 0, 10), face(b, -10, 0, 10), radius);
    }

    @Test
    void facesWithNothingToMeetInAreRefused() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        assertThatThrownBy(() -> FaceBlend.of(box, List.of(face(box, 0, 15, 5)), List.of(face(box, 40, 15, 5)), 3, "s"))
                .isInstanceOf(GeometryException.class);
    }
}
