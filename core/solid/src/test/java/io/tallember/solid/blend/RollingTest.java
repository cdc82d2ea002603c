package io.tallember.solid.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.FreeformTest;
import io.tallember.solid.Shapes;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.local.Hollow;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.mesh.MeshQuality;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;

/** Balls that roll along curves without a name: their faces are meshed, measured, cut and hollowed like all others. */
class RollingTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static boolean named(Edge e) {
        return e.curve() instanceof Line || e.curve() instanceof Circle;
    }

    private static Body rounded(Body b, double r, Predicate<Edge> which) {
        return Blend.edges(b, b.edges().stream().filter(which).toList(), Size.round(r), "s")
                .get(0);
    }

    private static Body slanted() {
        Body bore = Shapes.cylinder(Frame.of(new Vec3(0, 0, -5), new Vec3(0.3, 0, 1)), 5, 0, 60);
        Body block = Fuse.subtract(List.of(Shapes.box(-20, -20, 0, 20, 20, 20)), List.of(bore), TOL)
                .get(0);
        return rounded(block, 1, e -> !named(e) && e.middle().z() > 19);
    }

    private static Body branch() {
        Body cross = Fuse.unite(
                        List.of(
                                Shapes.cylinder(Frame.WORLD, 8, -20, 20),
                                Shapes.cylinder(Frame.of(Vec3.ZERO, Vec3.X), 5, 0, 25)),
                        TOL)
                .get(0);
        return rounded(cross, 1, e -> !named(e));
    }

    private static Body cup(Body b, double wall) {
        double high = b.bounds().max().z() - 1e-6;
        Face top = b.faces().stream()
                .filter(f -> f.surface() instanceof Plane && f.bounds().min().z() > high)
                .findFirst()
                .orElseThrow();
        return Hollow.of(b, List.of(top), f -> wall, f -> 0, "h", TOL).get(0);
    }

    /** Meshes of two finenesses tell the volume that they come near to: their error falls with the chords' heights. */
    @Test
    void measuredVolumesAreThoseThatMeshesComeNearTo() {
        Map<String, Body> bodies = new LinkedHashMap<>();
        bodies.put("slanted bore", slanted());
        bodies.put("branch", branch());
        bodies.put("cam", rounded(FreeformTest.cam(), 1, e -> e.middle().z() > 9));
        bodies.forEach((name, b) -> {
            Shapes.assertSound(List.of(b));
            double coarse = Shapes.watertight(b, new MeshQuality(0.02, 1));
            double fine = Shapes.watertight(b, new MeshQuality(0.005, 1));
            double exact = MassProperties.of(b).volume();
            double seen = fine + (fine - coarse) / 3;
            System.out.printf("%s: %.9g, by meshes %.3g off%n", name, exact, seen / exact - 1);
            assertThat(seen).as(name).isCloseTo(exact, within(1e-4 * exact));
        });
    }

    /** Length of an ellipse, in mm: the trapezoid rule gains a digit with every few points of a period. */
    private static double round(double a, double b) {
        double sum = 0;
        int n = 4000;
        for (int i = 0; i < n; i++) {
            double t = 2 * Math.PI * i / n;
            sum += Math.hypot(a * Math.sin(t), b * Math.cos(t));
        }
        return sum * 2 * Math.PI / n;
    }

    /** What a round of radius r takes off along the rim of an upright prism whose outline has that length. */
    private static double taken(double length, double r) {
        return r * r * (1 - Math.PI / 4) * length - 2 * Math.PI * r * r * r * (5.0 / 6 - Math.PI / 4);
    }

    /** Sections square to a flat way sweep their area times its length, less what the bend saves: all in closed form. */
    @Test
    void roundsAndWallsOfAnOvalAreTrue() {
        double a = 20;
        double b = 12;
        double h = 15;
        double length = round(a, b);
        double area = Math.PI * a * b;
        Body oval = FreeformTest.oval();
        assertThat(MassProperties.of(oval).volume()).isCloseTo(area * h, within(1e-9));
        Body rim = rounded(oval, 1, e -> e.middle().z() > 14);
        Shapes.assertSound(List.of(rim));
        assertThat(MassProperties.of(rim).volume()).isCloseTo(area * h - taken(length, 1), within(1e-7));
        double w = 1.2;
        double room = (area - w * length + Math.PI * w * w) * (h - w);
        Body cup = cup(oval, w);
        Shapes.assertSound(List.of(cup));
        assertThat(MassProperties.of(cup).volume()).isCloseTo(area * h - room, within(1e-7));
        Body round = cup(rounded(oval, 2, e -> e.middle().z() < 1), w);
        Shapes.assertSound(List.of(round));
        double inner = length - 2 * Math.PI * w;
        assertThat(MassProperties.of(round).volume())
                .isCloseTo(area * h - taken(length, 2) - room + taken(inner, 2 - w), within(1e-7));
    }

    @Test
    void aBoreThroughARolledFaceCutsItLikeAnyOther() {
        Body b = branch();
        Body bore = Shapes.cylinder(Frame.of(new Vec3(8.2, 0, 3), Vec3.Z), 1.1, 0, 4);
        List<Body> out = Fuse.subtract(List.of(b), List.of(bore), TOL);
        Shapes.assertSound(out);
        double common = Shapes.volume(Fuse.intersect(List.of(b), List.of(bore), TOL));
        assertThat(Shapes.volume(out)).isCloseTo(MassProperties.of(b).volume() - common, within(1e-7));
        assertThat(out.get(0).faces().stream().map(Face::surface)).anyMatch(Tube.class::isInstance);
    }
}
