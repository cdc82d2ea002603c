package io.tallember.solid.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Line;
import io.tallember.geometry.Ruled;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.FreeformTest;
import io.tallember.solid.Shapes;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.mesh.MeshQuality;
import java.util.List;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;

/** Bevels along edges without a name: their sides lie on the faces, as far from the edge as asked. */
class CurvedBevelTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Body bevelled(Body b, Predicate<Edge> which, Size size) {
        List<Edge> edges = b.edges().stream().filter(which).toList();
        assertThat(edges).isNotEmpty();
        List<Body> out = Blend.edges(b, edges, size, "s");
        assertThat(out).hasSize(1);
        Shapes.assertSound(out);
        assertThat(out.get(0).faces().stream().map(f -> f.surface())).anyMatch(Ruled.class::isInstance);
        return out.get(0);
    }

    private static boolean named(Edge e) {
        return e.curve() instanceof Line || e.curve() instanceof Circle;
    }

    @Test
    void alongAnOvalItTakesASectionOfItsLength() {
        Body oval = FreeformTest.oval();
        double was = MassProperties.of(oval).volume();
        Body out = bevelled(oval, e -> e.middle().z() > 14, Size.bevel(1));
        // Pappus: half a square of side 1, its middle a third of the way in
        double length = 0;
        int n = 4000;
        for (int i = 0; i < n; i++) {
            double t = 2 * Math.PI * i / n;
            length += Math.hypot(20 * Math.sin(t), 12 * Math.cos(t)) * 2 * Math.PI / n;
        }
        double taken = 0.5 * (length - 2 * Math.PI / 3);
        assertThat(was - MassProperties.of(out).volume()).isCloseTo(taken, within(1e-6));
    }

    @Test
    void roundASlantedBoreACrossBoreAndABranch() {
        Body bore = Shapes.cylinder(Frame.of(new Vec3(0, 0, -5), new Vec3(0.3, 0, 1)), 5, 0, 60);
        Body block = Fuse.subtract(List.of(Shapes.box(-20, -20, 0, 20, 20, 20)), List.of(bore), TOL)
                .get(0);
        Body slanted = bevelled(block, e -> !named(e) && e.middle().z() > 19, Size.bevel(1));
        rails(block, slanted, 1, 1);
        Body rod = Fuse.subtract(
                        List.of(Shapes.cylinder(Frame.WORLD, 8, -20, 20)),
                        List.of(Shapes.cylinder(Frame.of(new Vec3(-20, 0, 0), Vec3.X), 4, 0, 40)),
                        TOL)
                .get(0);
        rails(rod, bevelled(rod, e -> !named(e), Size.bevel(0.6)), 0.6, 0.6);
        Body cross = Fuse.unite(
                        List.of(
                                Shapes.cylinder(Frame.WORLD, 8, -20, 20),
                                Shapes.cylinder(Frame.of(Vec3.ZERO, Vec3.X), 5, 0, 25)),
                        TOL)
                .get(0);
        Body filled = bevelled(cross, e -> !named(e), Size.bevel(1, 2));
        assertThat(MassProperties.of(filled).volume())
                .isGreaterThan(MassProperties.of(cross).volume());
        double coarse = Shapes.watertight(filled, new MeshQuality(0.02, 1));
        double fine = Shapes.watertight(filled, new MeshQuality(0.005, 1));
        double exact = MassProperties.of(filled).volume();
        assertThat(fine + (fine - coarse) / 3).isCloseTo(exact, within(1e-4 * exact));
    }

    @Test
    void anOpenEdgeEndsOnTheFacesAcross() {
        Body half = Fuse.subtract(List.of(FreeformTest.oval()), List.of(Shapes.box(-50, -50, -5, 50, 0, 50)), TOL)
                .get(0);
        bevelled(half, e -> !named(e) && e.middle().z() > 14, Size.bevel(1.5));
    }

    /** The rims of the bevels are as far from the old edge as asked. */
    private static void rails(Body before, Body after, double a, double b) {
        List<Edge> old = before.edges().stream().filter(e -> !named(e)).toList();
        int seen = 0;
        for (var f : after.faces()) {
            if (!(f.surface() instanceof Ruled)) {
                continue;
            }
            for (var c : f.coedges()) {
                for (int i = 0; i < 8; i++) {
                    Vec3 p = c.curve().point(c.range().at(i / 8.0));
                    double away = old.stream()
                            .mapToDouble(e -> e.curve()
                                    .point(e.curve().project(p, e.range()))
                                    .distance(p))
                            .min()
                            .orElseThrow();
                    assertThat(Math.min(Math.abs(away - a), Math.abs(away - b))).isLessThan(1e-6);
                    seen++;
                }
            }
        }
        assertThat(seen).isPositive();
    }

    @Test
    void parametersAndDerivativesAgree() {
        Body oval = FreeformTest.oval();
        Body out = bevelled(oval, e -> e.middle().z() > 14, Size.bevel(1, 2));
        assertThat(out.edges()).anyMatch(e -> Edges.convex(out, e));
        Surface s = out.faces().stream()
                .map(f -> f.surface())
                .filter(Ruled.class::isInstance)
                .findFirst()
                .orElseThrow();
        for (int i = 1; i < 40; i++) {
            double u = 2 * Math.PI * i / 41;
            double v = 0.1 * (i % 9);
            Vec3 p = s.point(u, v);
            assertThat(s.project(p).x()).isCloseTo(u, within(1e-7));
            assertThat(s.project(p).y()).isCloseTo(v, within(1e-7));
            double h = 1e-5;
            Vec3 du = s.point(u + h, v).minus(s.point(u - h, v)).times(0.5 / h);
            assertThat(du.distance(s.du(u, v))).isLessThan(1e-4);
            Vec3 q = p.plus(0.2, s.normal(u, v));
            assertThat(s.signedDistance(q)).isCloseTo(0.2, within(1e-7));
        }
    }
}
