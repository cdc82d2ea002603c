package io.tallember.solid;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Revolution;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.mesh.FaceMesh;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.mesh.Tessellator;
import io.tallember.solid.sweep.Moved;
import io.tallember.solid.sweep.Primitive;
import io.tallember.solid.sweep.Revolve;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Surfaces that shrink to a point: ellipses and splines revolved about an axis they meet, spline surfaces with such a side. */
public class TipTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final Line AXIS = new Line(Vec3.ZERO, Vec3.Y);

    record Named(String name, Body body, double volume) {
        @Override
        public String toString() {
            return name;
        }
    }

    private static Body turned(double angle, Profile.Edge... loop) {
        return Revolve.of(new Profile(Frame.WORLD, List.of(loop), List.of(), "Region"), AXIS, 0, angle, "s1", "r", TOL);
    }

    private static Profile.Edge line(double x0, double y0, double x1, double y1) {
        Vec3 a = new Vec3(x0, y0, 0);
        Vec3 b = new Vec3(x1, y1, 0);
        return new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, "l" + x0 + y0);
    }

    /** Half an ellipse about its own axis, 12 across and 20 along. */
    public static Body ovalBall(double angle) {
        Ellipse e = new Ellipse(Frame.of(Vec3.ZERO, Vec3.Z, Vec3.Y), 20, 12);
        Profile.Edge half = new Profile.Edge(e, new Interval(Math.PI, 2 * Math.PI), true, "oval");
        return turned(angle, half, line(0, 20, 0, -20));
    }

    private static Body bow(double angle, Vec3 low, Vec3 mid, Vec3 high) {
        Nurbs n = Nurbs.of(2, new double[] {0, 0, 0, 1, 1, 1}, List.of(low, mid, high));
        return turned(
                angle,
                new Profile.Edge(n, n.whole(), true, "bow"),
                line(high.x(), high.y(), 0, high.y()),
                line(0, high.y(), 0, low.y()));
    }

    /** A bowl's solid, y = r²/20 up to 20. */
    public static Body bowl(double angle) {
        return bow(angle, Vec3.ZERO, new Vec3(10, 0, 0), new Vec3(20, 20, 0));
    }

    /** A bud with a pointed foot. */
    public static Body bud(double angle) {
        return bow(angle, Vec3.ZERO, new Vec3(14, 6, 0), new Vec3(16, 24, 0));
    }

    /** The same bodies with each revolved surface as a spline surface of four rational quarters. */
    private static Body splined(Body b) {
        List<Face> faces = new ArrayList<>();
        for (Face f : b.faces()) {
            Surface s = f.surface() instanceof Revolution r ? splined(r) : f.surface();
            faces.add(new Face(s, f.sense(), f.loops(), f.origins()));
        }
        return new Body(List.of(new Shell(faces)));
    }

    private static NurbsSurface splined(Revolution r) {
        Nurbs m = (Nurbs) r.meridian();
        double[][] xy = {{1, 0}, {1, 1}, {0, 1}, {-1, 1}, {-1, 0}, {-1, -1}, {0, -1}, {1, -1}, {1, 0}};
        List<List<Vec3>> poles = new ArrayList<>();
        double[][] weights = new double[9][];
        for (int i = 0; i < 9; i++) {
            List<Vec3> row = new ArrayList<>();
            weights[i] = m.weights();
            for (int j = 0; j < m.poles().size(); j++) {
                Vec3 p = m.poles().get(j);
                row.add(r.frame().point(p.x() * xy[i][0], p.x() * xy[i][1], p.z()));
                weights[i][j] *= i % 2 == 0 ? 1 : Math.sqrt(0.5);
            }
            poles.add(row);
        }
        return NurbsSurface.of(
                2, m.degree(), new double[] {0, 0, 0, 1, 1, 2, 2, 3, 3, 4, 4, 4}, m.knots(), poles, weights);
    }

    /** A ring with an oval section as one spline surface that closes both ways. */
    public static Body splineRing() {
        Ellipse e = new Ellipse(Frame.WORLD.at(new Vec3(20, 0, 0)), 6, 4);
        Nurbs n = Nurbs.arc(e, new Interval(0, 2 * Math.PI));
        return splined(turned(2 * Math.PI, new Profile.Edge(n, n.whole(), true, "oval")));
    }

    static Stream<Named> closedForms() {
        double turn = 2 * Math.PI;
        double ball = 4.0 / 3 * Math.PI * 12 * 12 * 20;
        double bowl = 4000 * Math.PI;
        // x = 28 t - 12 t², y = 12 t + 12 t²; pi times the integral of x² dy
        double bud =
                Math.PI * (784 * 12 / 3.0 + (784 * 24 - 672 * 12) / 4.0 + (144 * 12 - 672 * 24) / 5.0 + 144 * 24 / 6.0);
        return Stream.of(
                new Named("oval ball", ovalBall(turn), ball),
                new Named("part of an oval ball", ovalBall(2), ball / Math.PI),
                new Named("bowl", bowl(turn), bowl),
                new Named("part of a bowl", bowl(4), bowl * 2 / Math.PI),
                new Named("bud", bud(turn), bud),
                new Named("part of a bud", bud(1), bud / turn),
                new Named("bowl of a spline surface", splined(bowl(turn)), bowl),
                new Named("bud of a spline surface", splined(bud(turn)), bud),
                new Named("part of a bud of a spline surface", splined(bud(1)), bud / turn),
                new Named("ring of a spline surface", splineRing(), Math.PI * 24 * turn * 20));
    }

    @ParameterizedTest
    @MethodSource("closedForms")
    void volumesAreExact(Named n) {
        BodyCheck.deep(n.body(), TOL).orThrow();
        assertThat(MassProperties.of(n.body()).volume()).isCloseTo(n.volume(), within(1e-9 * n.volume()));
        Shapes.assertWatertight(n.body());
        MeshQuality quality = new MeshQuality(0.02, Math.toRadians(12));
        List<FaceMesh> meshes = new Tessellator(quality).mesh(n.body());
        for (int f = 0; f < meshes.size(); f++) {
            double worst =
                    FreeformTest.farthest(meshes.get(f), n.body().faces().get(f).surface());
            assertThat(worst).isLessThanOrEqualTo(1.5 * quality.chord());
        }
    }

    record Pair(String name, Body a, Body b) {
        @Override
        public String toString() {
            return name;
        }
    }

    static Stream<Pair> pairs() {
        double turn = 2 * Math.PI;
        Body ball = ovalBall(turn);
        Frame up = Frame.of(new Vec3(0, -40, 0), Vec3.Y);
        Frame beside = Frame.of(new Vec3(1.5, -40, 0.7), Vec3.Y);
        Frame across = Frame.of(new Vec3(-40, 3, 1), Vec3.X);
        return Stream.of(
                new Pair("a bore along the axis", ball, Shapes.cylinder(up, 4, 0, 80)),
                new Pair("a bore beside the axis, through the tip", ball, Shapes.cylinder(beside, 4, 0, 80)),
                new Pair("a cross bore", ball, Shapes.cylinder(across, 4, 0, 80)),
                new Pair("a box with a side through the axis", ball, Shapes.box(0, -50, -50, 50, 50, 50)),
                new Pair("a box with an edge on the axis", ball, Shapes.box(0, -50, 0, 50, 50, 50)),
                new Pair("a box that cuts the top off", ball, Shapes.box(-50, 17, -50, 50, 50, 50)),
                new Pair("a box with a side beside the tip", ball, Shapes.box(0.01, -50, -50, 50, 50, 50)),
                new Pair("a box that touches the tip", ball, Shapes.box(-50, 20, -50, 50, 50, 50)),
                new Pair(
                        "a ball about the tip",
                        ball,
                        Primitive.sphere(Frame.WORLD.at(new Vec3(0, 20, 0)), 5, "b", TOL)),
                new Pair(
                        "a ball through the tip",
                        ball,
                        Primitive.sphere(Frame.WORLD.at(new Vec3(4, 20, 3)), 5, "b", TOL)),
                new Pair("a bowl cut through its axis", bowl(turn), Shapes.box(-50, -50, 0, 50, 50, 50)),
                new Pair(
                        "a bowl cut aslant",
                        bowl(turn),
                        Shapes.cylinder(Frame.of(new Vec3(30, 0, 1), new Vec3(-1, 0.2, 0)), 3, 0, 60)),
                new Pair("a bud and a box at its foot", bud(turn), Shapes.box(-3, -5, -3, 5, 2, 4)),
                new Pair(
                        "a bud with a bore through its foot",
                        bud(turn),
                        Shapes.cylinder(Frame.of(new Vec3(0, -9, 0), new Vec3(0.3, 1, 0.1)), 2, 0, 60)),
                new Pair("a bud on a face through its foot", bud(turn), Shapes.box(-20, -5, -20, 20, 0, 20)),
                new Pair(
                        "two oval balls",
                        ball,
                        Moved.by(ball, Frame.of(new Vec3(5, 3, 2), new Vec3(0.2, 0.1, 1)), o -> o)),
                new Pair(
                        "a bowl of a spline surface with a bore",
                        splined(bowl(turn)),
                        Shapes.cylinder(beside, 4, 0, 80)),
                new Pair(
                        "a spline ring with a bore",
                        splineRing(),
                        Shapes.cylinder(Frame.of(new Vec3(20.5, -20, 0.3), Vec3.Y), 2, 0, 40)));
    }

    @ParameterizedTest
    @MethodSource("pairs")
    void volumesAddUp(Pair p) {
        double a = MassProperties.of(p.a()).volume();
        double b = MassProperties.of(p.b()).volume();
        List<Body> rest = Fuse.subtract(List.of(p.a()), List.of(p.b()), TOL);
        double common = 0;
        try {
            List<Body> shared = Fuse.intersect(List.of(p.a()), List.of(p.b()), TOL);
            shared.forEach(x -> BodyCheck.deep(x, TOL).orThrow());
            common = Shapes.volume(shared);
        } catch (GeometryException e) {
            assertThat(e.reason()).isEqualTo(GeometryException.Reason.EMPTY_RESULT);
        }
        rest.forEach(x -> BodyCheck.deep(x, TOL).orThrow());
        assertThat(Shapes.volume(rest) + common).isCloseTo(a, within(1e-8 * a));
        rest.forEach(Shapes::assertWatertight);
        try {
            List<Body> both = Fuse.unite(List.of(p.a(), p.b()), TOL);
            both.forEach(x -> BodyCheck.deep(x, TOL).orThrow());
            assertThat(Shapes.volume(both) + common).isCloseTo(a + b, within(1e-8 * (a + b)));
            both.forEach(Shapes::assertWatertight);
        } catch (GeometryException e) {
            assertThat(e.reason()).isEqualTo(GeometryException.Reason.NON_MANIFOLD);
        }
    }

    @Test
    void aCurveThatTouchesItsAxisOnTheWayIsRefused() {
        Nurbs n = Nurbs.of(
                2,
                new double[] {0, 0, 0, 1, 1, 1},
                List.of(new Vec3(10, 0, -10), new Vec3(-12, 0, 0), new Vec3(10, 0, 10)));
        assertThat(org.assertj.core.api.Assertions.catchThrowable(() -> new Revolution(Frame.WORLD, n)))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("between its ends");
    }
}
