package io.tallember.sketch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.sketch.edit.Cut;
import io.tallember.sketch.edit.Handles;
import io.tallember.sketch.edit.Mirror;
import io.tallember.sketch.edit.Trim;
import io.tallember.sketch.regions.Reading;
import io.tallember.sketch.regions.SketchReader;
import io.tallember.sketch.solve.Grip;
import io.tallember.sketch.solve.Solver;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Ellipses and splines of a sketch. */
class FreeCurveTest {
    private static Sketch oval(double ax, double ay, double bx, double by) {
        return new Sketch(
                List.of(
                        new SketchPoint("p1", 3, 2),
                        new SketchPoint("p2", 3 + ax, 2 + ay),
                        new SketchPoint("p3", 3 + bx, 2 + by),
                        new SketchEllipse("c1", "p1", "p2", "p3", false)),
                List.of());
    }

    private static Sketch through(boolean closed, double... xy) {
        List<Entity> all = new ArrayList<>();
        List<String> ids = new ArrayList<>();
        for (int i = 0; i < xy.length; i += 2) {
            ids.add("p" + (i / 2 + 1));
            all.add(new SketchPoint("p" + (i / 2 + 1), xy[i], xy[i + 1]));
        }
        all.add(new SketchSpline("c1", ids, closed, false));
        return new Sketch(all, List.of());
    }

    private static Reading read(Sketch s) {
        return SketchReader.read(s, Tolerance.DEFAULT);
    }

    @Test
    void anEllipseBoundsARegionWhicheverHalfAxisIsLonger() {
        for (Sketch s : List.of(oval(8, 0, 0, 5), oval(0, 5, 8, 0), oval(3, 4, -4, 3))) {
            double area = Math.PI
                    * s.point("p2").at().distance(s.point("p1").at())
                    * s.point("p3").at().distance(s.point("p1").at());
            assertThat(read(s).regions()).hasSize(1);
            assertThat(read(s).regions().get(0).area()).isCloseTo(area, within(1e-9 * area));
        }
    }

    @Test
    void theHalfAxesStaySquareAndCountFiveFreedoms() {
        Sketch askew = oval(8, 0, 1, 5);
        Sketch solved = Solver.solve(askew).orElseThrow();
        Vec2 a = solved.point("p2").at().minus(solved.point("p1").at());
        Vec2 b = solved.point("p3").at().minus(solved.point("p1").at());
        assertThat(a.x() * b.x() + a.y() * b.y()).isCloseTo(0, within(1e-8));
        assertThat(Solver.judge(solved).freedoms()).isEqualTo(5);
        Constraint wide = Constraint.dimension("k1", Constraint.Kind.DISTANCE, 12, "p1", "p2");
        Sketch sized = Solver.solve(solved.with(List.of(), List.of(wide))).orElseThrow();
        assertThat(sized.point("p1").at().distance(sized.point("p2").at())).isCloseTo(12, within(1e-9));
        assertThat(Solver.judge(sized).freedoms()).isEqualTo(4);
    }

    @Test
    void aSplineRunsThroughItsPointsWithoutAJumpInItsBend() {
        double[] xy = {0, 0, 10, 4, 18, -2, 30, 0, 34, 9};
        Sketch s = through(false, xy);
        Nurbs n = (Nurbs)
                s.strand((SketchCurve) s.find("c1").orElseThrow()).orElseThrow().curve();
        for (int i = 0; i < xy.length; i += 2) {
            Vec3 p = new Vec3(xy[i], xy[i + 1], 0);
            assertThat(n.point(n.project(p)).distance(p)).isLessThan(1e-9);
        }
        double[] breaks = n.knots();
        for (int i = 4; i + 4 < breaks.length; i += 3) {
            double e = 1e-7;
            assertThat(n.second(breaks[i] - e).distance(n.second(breaks[i] + e)))
                    .isLessThan(1e-4);
        }
        assertThat(n.second(n.lo()).length()).isLessThan(1e-9);
        assertThat(Solver.judge(s).freedoms()).isEqualTo(10);
    }

    @Test
    void aClosedSplineIsNearTheCircleItsPointsLieOn() {
        double[] xy = new double[24];
        for (int i = 0; i < 12; i++) {
            xy[2 * i] = 10 * Math.cos(Math.PI * i / 6);
            xy[2 * i + 1] = 10 * Math.sin(Math.PI * i / 6);
        }
        Sketch s = through(true, xy);
        Nurbs n = (Nurbs)
                s.strand((SketchCurve) s.find("c1").orElseThrow()).orElseThrow().curve();
        assertThat(n.period()).isPositive();
        assertThat(read(s).regions()).hasSize(1);
        assertThat(read(s).regions().get(0).area()).isCloseTo(100 * Math.PI, within(0.1));
    }

    @Test
    void linesAndCurvesShareRegions() {
        Sketch s = oval(8, 0, 0, 5)
                .with(
                        List.of(
                                new SketchPoint("p4", -20, 2),
                                new SketchPoint("p5", 20, 2),
                                new SketchLine("c2", "p4", "p5", false)),
                        List.of());
        assertThat(read(s).regions()).hasSize(2);
        Sketch round = oval(8, 0, 0, 8)
                .with(
                        List.of(
                                new SketchPoint("p4", -20, 2),
                                new SketchPoint("p5", 20, 2),
                                new SketchLine("c2", "p4", "p5", false)),
                        List.of());
        assertThat(read(round).regions()).hasSize(2);
        read(s).regions().forEach(r -> assertThat(r.area()).isCloseTo(20 * Math.PI, within(1e-7)));
        Sketch bow =
                through(false, 0, 0, 5, 6, 10, 0).with(List.of(new SketchLine("c2", "p1", "p3", false)), List.of());
        assertThat(read(bow).regions()).hasSize(1);
    }

    @Test
    void mirroredCopiesFollow() {
        Sketch s = oval(8, 0, 0, 5)
                .with(
                        List.of(
                                new SketchPoint("p4", 20, -20),
                                new SketchPoint("p5", 20, 20),
                                new SketchLine("c2", "p4", "p5", false)),
                        List.of());
        Sketch twice = Mirror.of(s, List.of("c1"), "c2");
        assertThat(twice.curves()).hasSize(3);
        assertThat(read(Solver.solve(twice).orElseThrow()).regions()).hasSize(2);
        assertThat(catchThrowable(() -> through(false, 1, 1))).hasMessageContaining("two points");
    }

    /** What is left of a trimmed curve lies where it lay. */
    private static void lies(Sketch before, Sketch after) {
        SketchCurve old = before.curves().get(0);
        Sketch.Strand was = before.strand(old).orElseThrow();
        for (SketchCurve c : after.curves()) {
            if (before.find(c.id()).filter(e -> e instanceof SketchLine).isPresent()) {
                continue;
            }
            Sketch.Strand s = after.strand(c).orElseThrow();
            for (int i = 0; i <= 20; i++) {
                Vec3 p = s.curve().point(s.range().at(i / 20.0));
                assertThat(was.curve()
                                .point(was.curve().project(p, was.range()))
                                .distance(p))
                        .isLessThan(1e-6);
            }
        }
    }

    @Test
    void anEllipseIsTrimmedToAStretchOfItself() {
        Sketch s = oval(8, 0, 0, 5)
                .with(
                        List.of(
                                new SketchPoint("p4", 5, -20),
                                new SketchPoint("p5", 5, 20),
                                new SketchLine("c2", "p4", "p5", false)),
                        List.of());
        Sketch cut = Trim.trim(s, "c1", new Vec2(11, 2));
        assertThat(((SketchEllipse) cut.find("c1").orElseThrow()).whole()).isFalse();
        assertThat(read(cut).regions()).hasSize(1);
        assertThat(read(cut).regions().get(0).area())
                .isCloseTo(
                        read(s).regions().stream()
                                .mapToDouble(r -> r.area())
                                .max()
                                .orElseThrow(),
                        within(1e-7));
        lies(s, cut);
        assertThat(Solver.judge(Solver.solve(cut).orElseThrow()).fighting()).isEmpty();
        Sketch further = Trim.trim(cut, "c2", new Vec2(5, -15));
        assertThat(read(Trim.trim(further, "c2", new Vec2(5, 15))).stubs()).isEmpty();
    }

    @Test
    void aSplineIsTrimmedIntoPiecesThatLieWhereItLay() {
        for (boolean closed : new boolean[] {false, true}) {
            Sketch s = through(closed, 0, 0, 10, 8, 22, 3, 34, 14, 15, 30)
                    .with(
                            List.of(
                                    new SketchPoint("p8", 16, -20),
                                    new SketchPoint("p9", 16, 50),
                                    new SketchLine("c2", "p8", "p9", false)),
                            List.of());
            Sketch cut = Trim.trim(s, "c1", new Vec2(10, 8));
            // from the line on; of the closed one what runs the other way round
            assertThat(cut.curves()).hasSize(2);
            lies(s, cut);
            assertThat(Solver.solve(cut)).isPresent();
            Sketch two = Cut.split(s, "c1", new Vec2(28, 6));
            lies(s, two);
            assertThat(Solver.judge(Solver.solve(two).orElseThrow()).fighting()).isEmpty();
        }
    }

    @Test
    void handlesChangeNothingUntilTheyArePulled() {
        Sketch s = through(false, 0, 0, 10, 8, 22, 3);
        Sketch with = Handles.of(s, "c1", true);
        lies(s, with);
        SketchSpline f = (SketchSpline) with.find("c1").orElseThrow();
        Sketch pulled =
                new Grip(with).pull(f.startHandle(), with.point(f.startHandle()).at(), new Vec2(-3, 6));
        Vec3 t = pulled.strand(f).orElseThrow().curve().tangent(0);
        assertThat(t.y() / t.x()).isCloseTo(-2, within(1e-9));
        assertThat(Handles.of(with, "c1", false)).isEqualTo(s);
    }

    @Test
    void aTextsLettersAreRegionsOfTheAskedHeight() {
        Sketch s = new Draw()
                .point("p", 10, 5)
                .point("q", 10, 30)
                .text("t1", "p", "q", "HO 8", 7)
                .sketch();
        List<io.tallember.sketch.regions.Region> all = read(s).regions();
        // an H, a ring with its inside, an eight with two insides
        assertThat(all).hasSize(6);
        assertThat(all.stream().filter(r -> !r.holes().isEmpty())).hasSize(2);
        double left = all.stream()
                .flatMap(r -> r.outer().stream())
                .mapToDouble(e -> e.start().x())
                .min()
                .orElseThrow();
        // turned a quarter, the letters stand to the left; round ones reach a little over a capital's height
        assertThat(10 - left).isBetween(7.0, 7.4);
        assertThat(all.get(0).boundary().get(0).substring(1)).startsWith("t1-0-");
        assertThat(catchThrowable(() -> new Draw()
                        .point("p", 0, 0)
                        .point("q", 1, 0)
                        .text("t1", "p", "q", "\uD83D\uDD25", 5)
                        .sketch()))
                .hasMessageContaining("no letter");
    }
}
