package io.tallember.solid.local;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.fuse.Imprint;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Extrude;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Faces divided by lines stay divided, and can be moved, thickened and replaced by themselves. */
class ImprintTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Body sheet(List<Profile.Edge> line) {
        return Extrude.sheet(Frame.WORLD, line, -50, 50, "s", "r", TOL);
    }

    private static List<Face> top(Body b) {
        double high = b.bounds().max().z() - 1e-6;
        return b.faces().stream()
                .filter(f -> f.surface() instanceof Plane && f.bounds().min().z() > high)
                .toList();
    }

    private static Body divided() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        return Imprint.of(
                box,
                top(box),
                List.of(sheet(List.of(Shapes.line(-5, 10, 20, 12, "a"), Shapes.line(20, 12, 45, 10, "b")))),
                List.of(),
                TOL);
    }

    @Test
    void aLineAcrossDividesOnlyTheFacesMeant() {
        Body b = divided();
        Shapes.assertSound(List.of(b));
        assertThat(b.faces()).hasSize(7);
        assertThat(MassProperties.of(b).volume()).isCloseTo(24_000, within(1e-8));
        // what is cut later leaves the pieces apart
        Body drilled = Fuse.subtract(
                        List.of(b), List.of(Shapes.cylinder(Frame.WORLD.at(new Vec3(20, 12, 0)), 4, -1, 30)), TOL)
                .get(0);
        Shapes.assertSound(List.of(drilled));
        assertThat(top(drilled)).hasSize(2);
    }

    @Test
    void aClosedLineInsideAndALineOnARoundFaceDivideToo() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Body ring = Imprint.of(box, top(box), List.of(sheet(Shapes.circle(20, 15, 6, true))), List.of(), TOL);
        Shapes.assertSound(List.of(ring));
        assertThat(top(ring)).hasSize(2);
        Body post = Shapes.cylinder(Frame.WORLD, 10, -20, 20);
        Body cut = Imprint.of(
                post,
                post.faces(),
                List.of(Extrude.sheet(
                        Frame.of(Vec3.ZERO, Vec3.Y.negated(), Vec3.X),
                        List.of(Shapes.line(-30, -5, 30, 5, "a")),
                        -50,
                        50,
                        "s",
                        "r",
                        TOL)),
                List.of(),
                TOL);
        Shapes.assertSound(List.of(cut));
        assertThat(cut.faces()).hasSize(4);
    }

    @Test
    void aLineThatEndsInsideIsRefused() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        assertThatThrownBy(() -> Imprint.of(
                        box, top(box), List.of(sheet(List.of(Shapes.line(5, 5, 20, 15, "a")))), List.of(), TOL))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("edge to edge");
    }

    @Test
    void onePieceIsThickened() {
        Body b = divided();
        Face piece = top(b).get(0);
        double area = MassProperties.area(piece);
        Body out = Faces.thickened(b, List.of(piece), 3, "t", TOL).get(0);
        Shapes.assertSound(List.of(out));
        assertThat(MassProperties.of(out).volume()).isCloseTo(24_000 + 3 * area, within(1e-8));
        Body apart = Faces.layer(b, List.of(piece), 3, "t", TOL).get(0);
        assertThat(MassProperties.of(apart).volume()).isCloseTo(3 * area, within(1e-8));
    }

    @Test
    void aFaceTakesTheShapeOfAnother() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Body post = Shapes.cylinder(Frame.of(new Vec3(20, 15, -50), Vec3.Y), 75, -40, 40);
        Face round = post.faces().stream()
                .filter(f -> !(f.surface() instanceof Plane))
                .findFirst()
                .orElseThrow();
        Body out = Faces.replaced(box, top(box).get(0), round.surface(), TOL);
        Shapes.assertSound(List.of(out));
        // the circle's segment over the box's width
        double a = Math.asin(20.0 / 75);
        double roof = 75 * 75 * (a + Math.sin(2 * a) / 2) - 40 * 50;
        assertThat(MassProperties.of(out).volume()).isCloseTo(30 * roof, within(1e-7));
        assertThatThrownBy(() ->
                        Faces.replaced(box, top(box).get(0), new Plane(Frame.of(new Vec3(0, 0, 9), Vec3.X)), TOL))
                .isInstanceOf(GeometryException.class);
    }
}
