package io.tallember.solid.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.Vertex;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.sweep.Extrude;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Corners whose three edges have radii of their own: the finer rounds run on over the coarser ones, and no flat is left. */
class MixedSizesTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    /** How many in a hundred may be refused: radii so near to each other that one uses the other up. */
    private static final int REFUSED = 15;

    private static Body block(Random r, boolean square) {
        return square
                ? Shapes.box(0, 0, 0, 40, 30, 20)
                : Extrude.of(
                        Shapes.polygon(
                                Frame.WORLD, 0, 0, 40, -6 + 12 * r.nextDouble(), 35 + 10 * r.nextDouble(), 30, 0, 30),
                        0,
                        20,
                        "s",
                        "r",
                        TOL);
    }

    @Test
    void threeRadiiAtACornerRunIntoEachOther() {
        Random r = new Random(5);
        int n = Shapes.cases(40, 1000);
        int refused = 0;
        for (int i = 0; i < n; i++) {
            Body b = block(r, i % 2 == 0);
            Vertex v = b.vertices().stream()
                    .max(Comparator.comparingDouble(
                            k -> k.point().x() - k.point().y() + k.point().z()))
                    .orElseThrow();
            List<Edge> edges = new ArrayList<>(b.edgesAt(v));
            Collections.shuffle(edges, r);
            double[] radii = {1 + 6 * r.nextDouble(), 1 + 6 * r.nextDouble(), 1 + 6 * r.nextDouble()};
            Arrays.sort(radii);
            List<Blend.Sized> sizes = new ArrayList<>();
            for (int k = 0; k < 3; k++) {
                sizes.add(new Blend.Sized(List.of(edges.get(k)), Size.round(radii[2 - k])));
            }
            try {
                Body out = Blend.several(b, sizes, false, "f").get(0);
                judge("seed 5, case " + i + " " + Arrays.toString(radii), b, out, i < 6);
            } catch (GeometryException e) {
                refused++;
            }
        }
        assertThat(100 * refused).isLessThanOrEqualTo(REFUSED * n);
    }

    private static void judge(String name, Body before, Body out, boolean meshed) {
        BodyCheck.deep(out, TOL).orThrow();
        for (Face f : out.faces()) {
            boolean made = f.origins().stream().anyMatch(o -> o.step().equals("f"));
            assertThat(made && f.surface() instanceof Plane).as(name).isFalse();
        }
        // of the corner's edges none is sharp near it any more
        Vec3 corner = before.vertices().stream()
                .map(Vertex::point)
                .max(Comparator.comparingDouble(p -> p.x() - p.y() + p.z()))
                .orElseThrow();
        for (Edge e : out.edges()) {
            if (e.middle().distance(corner) < 8) {
                assertThat(Edges.smooth(out, e))
                        .as(name + " at " + e.middle().said())
                        .isTrue();
            }
        }
        if (meshed) {
            double coarse = Shapes.watertight(out, new MeshQuality(0.02, 1));
            double fine = Shapes.watertight(out, new MeshQuality(0.005, 1));
            double exact = MassProperties.of(out).volume();
            assertThat(fine + (fine - coarse) / 3).as(name).isCloseTo(exact, within(1e-4 * exact));
        }
    }
}
