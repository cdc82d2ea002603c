package io.tallember.solid.local;

import static io.tallember.solid.local.ShellTable.faces;
import static io.tallember.solid.local.ShellTable.prism;
import static io.tallember.solid.local.ShellTable.rounded;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Primitive;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The draft table: angles measured on the result, faces kept in place at the neutral plane. */
class DraftTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    record Case(String name, Body body, List<Face> faces, Plane neutral, Vec3 pull, double degrees, double volume) {
        @Override
        public String toString() {
            return name;
        }
    }

    private static final List<Case> CASES = new ArrayList<>();

    private static void put(String name, Body b, Predicate<Face> which, double height, double degrees, double volume) {
        Plane neutral = new Plane(Frame.WORLD.at(new Vec3(0, 0, height)));
        put(name, b, which, neutral, Vec3.Z, degrees, volume);
    }

    private static void put(
            String name, Body b, Predicate<Face> which, Plane neutral, Vec3 pull, double degrees, double volume) {
        CASES.add(new Case(name, b, b.faces().stream().filter(which).toList(), neutral, pull, degrees, volume));
    }

    private static boolean side(Face f) {
        return f.surface() instanceof Plane
                && Math.abs(f.outward(f.bounds().centre()).z()) < 0.5;
    }

    private static boolean rim(Edge e, double z) {
        return e.curve() instanceof Circle && Math.abs(e.middle().z() - z) < 1e-6;
    }

    /** Volume of a frustum between two similar right-angled outlines, by Simpson's rule, exact for it. */
    private static double frustum(double w, double d, double h, double neutral, double degrees) {
        double t = Math.tan(Math.toRadians(degrees));
        double[] area = new double[3];
        for (int i = 0; i < 3; i++) {
            double in = 2 * t * (h * i / 2 - neutral);
            area[i] = (w - in) * (d - in);
        }
        return h / 6 * (area[0] + 4 * area[1] + area[2]);
    }

    private static double cone(double r, double h, double neutral, double degrees) {
        double t = Math.tan(Math.toRadians(degrees));
        double a = r + neutral * t;
        double b = r - (h - neutral) * t;
        return Math.PI * h / 3 * (a * a + a * b + b * b);
    }

    static Stream<Case> cases() {
        CASES.clear();
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        for (double a : new double[] {0.5, 2, 5, 15, -2, -10}) {
            put("box, all sides, from below, " + a + "°", box, DraftTest::side, 0, a, frustum(40, 30, 20, 0, a));
        }
        put("box, all sides, from the top", box, DraftTest::side, 20, 3, frustum(40, 30, 20, 20, 3));
        put("box, all sides, from half way", box, DraftTest::side, 10, 3, frustum(40, 30, 20, 10, 3));
        put("box, all sides, neutral plane below it", box, DraftTest::side, -5, 3, frustum(40, 30, 20, -5, 3));
        double wedge = 0.5 * 20 * 20 * Math.tan(Math.toRadians(4));
        put("box, one side", box, f -> faces(f, Vec3.X), 0, 4, 24000 - 30 * wedge);
        put("box, two sides", box, f -> faces(f, Vec3.X) || faces(f, Vec3.X.negated()), 0, 4, 24000 - 60 * wedge);
        put(
                "box pulled sideways",
                box,
                f -> faces(f, Vec3.Z),
                new Plane(Frame.of(Vec3.ZERO, Vec3.X)),
                Vec3.X,
                4,
                24000 - 30 * 0.5 * 40 * 40 * Math.tan(Math.toRadians(4)));
        put(
                "box with a slanted neutral plane",
                box,
                DraftTest::side,
                new Plane(Frame.of(new Vec3(20, 15, 10), new Vec3(0.1, 0.2, 1))),
                Vec3.Z,
                3,
                Double.NaN);
        Body ell = prism(20, 0, 0, 40, 0, 40, 15, 15, 15, 15, 30, 0, 30);
        put("angled block, all sides", ell, DraftTest::side, 0, 3, Double.NaN);
        Body leaning = Draft.of(
                box, box.faces().stream().filter(DraftTest::side).toList(), new Plane(Frame.WORLD), Vec3.Z, 0.1, TOL);
        put("a block that leans already", leaning, DraftTest::side, 0, 2, frustum(40, 30, 20, 0, 2));
        put("a block stood upright again", leaning, DraftTest::side, 0, 0, 24000);
        Body rod = Shapes.cylinder(Frame.WORLD, 10, 0, 20);
        for (double a : new double[] {1, 5, -3}) {
            put("rod, " + a + "°", rod, f -> f.surface() instanceof Cylinder, 0, a, cone(10, 20, 0, a));
        }
        put("rod from half way", rod, f -> f.surface() instanceof Cylinder, 10, 3, cone(10, 20, 10, 3));
        Body frustum = Primitive.cone(Frame.WORLD, 12, 8, 20, "s", TOL);
        put("frustum made steeper", frustum, f -> !(f.surface() instanceof Plane), 0, 2, cone(12, 20, 0, 2));
        put("frustum made a cylinder", frustum, f -> !(f.surface() instanceof Plane), 0, 0, Math.PI * 144 * 20);
        Body bored = Fuse.subtract(List.of(box), List.of(Shapes.cylinder(20, 15, 5, -1, 21)), TOL)
                .get(0);
        put("bore through a box", bored, f -> f.surface() instanceof Cylinder, 0, 2, 24000 - cone(5, 20, 0, -2));
        put(
                "box and its bore",
                bored,
                f -> side(f) || f.surface() instanceof Cylinder,
                0,
                2,
                frustum(40, 30, 20, 0, 2) - cone(5, 20, 0, -2));
        Body boss = Fuse.unite(List.of(box, Shapes.cylinder(20, 15, 6, 20, 32)), TOL)
                .get(0);
        put("boss on a box", boss, f -> f.surface() instanceof Cylinder, 20, 3, 24000 + cone(6, 12, 0, 3));
        Body well = Fuse.subtract(List.of(box), List.of(Shapes.box(10, 8, 6, 30, 22, 21)), TOL)
                .get(0);
        put(
                "well in a box",
                well,
                f -> side(f) && f.bounds().min().z() > 1,
                20,
                3,
                24000 - frustum(20, 14, 14, 14, -3));
        Body upright = rounded(box, ShellTable::upright, 4);
        put("box with round upright edges, from below", upright, DraftTest::side, 0, 3, Double.NaN);
        put("box with round upright edges, from the top", upright, DraftTest::side, 20, 3, Double.NaN);
        put(
                "box with round upright edges, picked too",
                upright,
                f -> side(f) || f.surface() instanceof Cylinder,
                0,
                3,
                Double.NaN);
        put("box with round upright edges, one side", upright, f -> faces(f, Vec3.X), 0, 3, Double.NaN);
        Body below = rounded(box, e -> Math.abs(e.middle().z()) < 1e-6, 3);
        put("box round all round below", below, DraftTest::side, 20, 3, Double.NaN);
        Body six = prism(15, 20, 0, 10, 17.32, -10, 17.32, -20, 0, -10, -17.32, 10, -17.32);
        put("six-sided block", six, DraftTest::side, 0, 3, Double.NaN);
        put("wedge", prism(20, 0, 0, 40, 0, 20, 30), DraftTest::side, 20, 5, Double.NaN);
        Body high = rounded(box, e -> Math.abs(e.middle().z() - 20) < 1e-6, 3);
        put("box round all round above", high, DraftTest::side, 0, 3, Double.NaN);
        Body can = rounded(rod, e -> rim(e, 20), 3);
        put("rod with a round rim", can, f -> f.surface() instanceof Cylinder, 0, 3, Double.NaN);
        Body foot = rounded(boss, e -> rim(e, 20), 2);
        put("boss with a round foot", foot, f -> f.surface() instanceof Cylinder, 20, 3, Double.NaN);
        Body capped = rounded(foot, e -> rim(e, 32), 2);
        put("boss with a round foot and rim", capped, f -> f.surface() instanceof Cylinder, 20, 3, Double.NaN);
        Body blind = Fuse.subtract(List.of(box), List.of(Shapes.cylinder(20, 15, 6, 5, 21)), TOL)
                .get(0);
        Body roundFloor = rounded(blind, e -> rim(e, 5), 2);
        put("blind bore with a round floor", roundFloor, f -> f.surface() instanceof Cylinder, 20, 3, Double.NaN);
        Body all = rounded(upright, e -> Math.abs(e.middle().z()) < 1e-6, 1.5);
        put("box round at the sides and below", all, DraftTest::side, 20, 2, Double.NaN);
        Body ellRound = rounded(ell, ShellTable::upright, 3);
        put("angled block, all upright edges round", ellRound, DraftTest::side, 0, 2, Double.NaN);
        return CASES.stream();
    }

    @ParameterizedTest
    @MethodSource("cases")
    void facesLeanAsAsked(Case c) {
        double angle = Math.toRadians(c.degrees());
        Body b = Draft.of(c.body(), c.faces(), c.neutral(), c.pull(), angle, TOL);
        BodyCheck.deep(b, TOL).orThrow();
        Shapes.assertWatertight(b);
        assertThat(b.faces()).hasSameSizeAs(c.body().faces());
        int measured = 0;
        for (int i = 0; i < b.faces().size(); i++) {
            Face before = c.body().faces().get(i);
            Face f = b.faces().get(i);
            assertThat(f.origins()).isEqualTo(before.origins());
            if (c.faces().contains(before)) {
                Vec3 p = f.region().interiorPoint(TOL).orElseThrow();
                assertThat(Math.asin(f.outward(p).dot(c.pull()))).isCloseTo(angle, within(1e-9));
                measured++;
            } else if (before.surface() instanceof Torus t && f.surface() instanceof Torus u) {
                assertThat(u.minor()).isCloseTo(t.minor(), within(1e-9));
            }
        }
        assertThat(measured).isEqualTo(c.faces().size());
        if (!Double.isNaN(c.volume())) {
            assertThat(MassProperties.of(b).volume()).isCloseTo(c.volume(), within(1e-9 * c.volume()));
        }
        smoothStays(c.body(), b);
    }

    /** What ran smoothly into its neighbour still does. */
    private static void smoothStays(Body before, Body after) {
        for (Edge e : after.edges()) {
            List<Face> two = after.facesOf(e);
            Face a = before.faces().get(after.faces().indexOf(two.get(0)));
            Face b = before.faces().get(after.faces().indexOf(two.get(1)));
            boolean was = before.edges().stream()
                    .anyMatch(k -> before.facesOf(k).containsAll(List.of(a, b)) && Retarget.smoothAlong(k, a, b));
            if (was) {
                assertThat(two.get(0).outward(e.middle()).dot(two.get(1).outward(e.middle())))
                        .isGreaterThan(1 - 1e-8);
            }
        }
    }

    @Test
    void whatCannotLeanIsRefusedWithItsPlace() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Plane neutral = new Plane(Frame.WORLD);
        assertThat(catchThrowable(() -> Draft.of(
                        box, box.faces().stream().filter(f -> faces(f, Vec3.Z)).toList(), neutral, Vec3.Z, 0.1, TOL)))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("square to the pull");
        // the two mitred fillets of a corner part at different heights then
        Body below = rounded(box, e -> Math.abs(e.middle().z()) < 1e-6, 3);
        assertThat(catchThrowable(() -> Draft.of(
                        below,
                        below.faces().stream().filter(f -> faces(f, Vec3.X)).toList(),
                        neutral,
                        Vec3.Z,
                        0.1,
                        TOL)))
                .hasMessageContaining("no longer meet in one point");
        Body ball = Primitive.sphere(Frame.WORLD, 5, "s", TOL);
        assertThat(catchThrowable(() -> Draft.of(ball, ball.faces(), neutral, Vec3.Z, 0.1, TOL)))
                .hasMessageContaining("neither flat nor round");
    }

    @Test
    void facesMoveAndCloseUp() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        List<Face> side = box.faces().stream().filter(f -> faces(f, Vec3.X)).toList();
        assertThat(MassProperties.of(Faces.moved(box, side, 5, "m", TOL)).volume())
                .isCloseTo(45 * 600, within(1e-9));
        assertThat(MassProperties.of(Faces.moved(box, side, -5, "m", TOL)).volume())
                .isCloseTo(35 * 600, within(1e-9));
        Body round = rounded(box, e -> e.curve() instanceof Line, 3);
        List<Face> rounds = round.faces().stream()
                .filter(f -> !(f.surface() instanceof Plane))
                .toList();
        Body sharp = Faces.removed(round, rounds, TOL);
        assertThat(sharp.faces()).hasSize(6);
        assertThat(MassProperties.of(sharp).volume()).isCloseTo(24000, within(1e-8));
    }
}
