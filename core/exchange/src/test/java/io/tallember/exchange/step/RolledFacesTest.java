package io.tallember.exchange.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.exchange.StepWriter;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.Size;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.local.Hollow;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Primitive;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;

/** Faces without a name of their own, where a ball has rolled or a wall was set off: written as splines and offsets, read back. */
class RolledFacesTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Body rounded(Body b, double r, Predicate<Edge> which) {
        return Blend.edges(b, b.edges().stream().filter(which).toList(), Size.round(r), "s")
                .get(0);
    }

    private static Body cylinder(Frame f, double r, double from, double to) {
        Profile p = new Profile(
                f,
                List.of(new Profile.Edge(new Circle(Frame.WORLD, r), new Interval(0, 2 * Math.PI), true, "c")),
                List.of(),
                "r");
        return Extrude.of(p, from, to, "c", "r", TOL);
    }

    private static boolean named(Edge e) {
        return e.curve() instanceof Line || e.curve() instanceof Circle;
    }

    private static Body oval() {
        Ellipse e = new Ellipse(Frame.WORLD, 18, 11);
        Profile p = new Profile(
                Frame.WORLD, List.of(new Profile.Edge(e, new Interval(0, 2 * Math.PI), true, "c")), List.of(), "r");
        return Extrude.of(p, 0, 14, "o", "r", TOL);
    }

    private static Map<String, Body> bodies() {
        Map<String, Body> out = new LinkedHashMap<>();
        Body box = Primitive.box(Frame.WORLD, 40, 40, 20, "b", TOL);
        Body slanted = Fuse.subtract(
                        List.of(box),
                        List.of(cylinder(Frame.of(new Vec3(18, 20, -5), new Vec3(0.3, 0, 1)), 5, 0, 60)),
                        TOL)
                .get(0);
        out.put("slanted bore", rounded(slanted, 1, e -> !named(e) && e.middle().z() > 19));
        Body cross = Fuse.unite(
                        List.of(cylinder(Frame.WORLD, 8, -20, 20), cylinder(Frame.of(Vec3.ZERO, Vec3.X), 5, 0, 25)),
                        TOL)
                .get(0);
        out.put("branch", rounded(cross, 1, e -> !named(e)));
        Body oval = oval();
        out.put("oval", rounded(oval, 2, e -> e.middle().z() > 13));
        Face top = oval.faces().stream()
                .filter(f -> f.surface() instanceof Plane && f.bounds().min().z() > 13)
                .findFirst()
                .orElseThrow();
        out.put(
                "oval cup",
                Hollow.of(oval, List.of(top), f -> 1.5, f -> 0, "h", TOL).get(0));
        return out;
    }

    @Test
    void whatIsWrittenIsReadBackWithTheSameVolume() throws Exception {
        for (Map.Entry<String, Body> e : bodies().entrySet()) {
            Body was = e.getValue();
            BodyCheck.deep(was, TOL).orThrow();
            double v = MassProperties.of(was).volume();
            String file = StepWriter.write("Part", List.of(was), List.of("b"), Instant.EPOCH);
            String folder = System.getProperty("step.folder");
            if (folder != null) {
                Files.writeString(Path.of(folder, e.getKey().replace(' ', '-') + ".step"), file);
                System.out.println(e.getKey() + " " + v);
            }
            StepReader.Read read = StepReader.read(file, TOL);
            assertThat(read.bodies()).as(e.getKey() + read.notes()).hasSize(1);
            Body is = read.bodies().get(0);
            assertThat(BodyCheck.deep(is, TOL).valid()).as(e.getKey()).isTrue();
            assertThat(MassProperties.of(is).volume()).as(e.getKey()).isCloseTo(v, within(1e-7 * v));
            assertThat(is.faces()).as(e.getKey()).hasSameSizeAs(was.faces());
        }
    }
}
