package io.tallember.sketch.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Draw;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.regions.SketchReader;
import io.tallember.sketch.solve.Grip;
import io.tallember.sketch.solve.Judgement;
import io.tallember.sketch.solve.Solver;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Splitting, dividing, joining, tidying, tangent lines and arcs, and repeats counted anew. */
class CutTest {
    private static Sketch line() {
        return new Draw()
                .point("a", 0, 0)
                .point("b", 30, 0)
                .line("l", "a", "b")
                .size("size-l", Kind.DISTANCE, 30, "l")
                .hold(Kind.HORIZONTAL, "l")
                .sketch();
    }

    private static Sketch circle() {
        return new Draw().point("m", 5, 5).circle("o", "m", 10).sketch();
    }

    private static Judgement clean(Sketch s) {
        Judgement j = Solver.judge(Solver.solve(s).orElseThrow());
        assertThat(j.fighting()).isEmpty();
        return j;
    }

    @Test
    void aSplitLineKeepsItsLengthFromEndToEndAndJoinsAgain() {
        Sketch s = Cut.split(line(), "l", new Vec2(12, 1));
        assertThat(s.curves()).hasSize(2);
        assertThat(clean(s).freedoms()).isEqualTo(3);
        Sketch longer = Solver.change(s, "size-l", 50).orElseThrow();
        assertThat(longer.point("b").at().distance(longer.point("a").at())).isCloseTo(50, within(1e-9));
        Sketch one = Cut.join(s, "l", s.curves().get(1).id());
        assertThat(one.curves()).containsExactly(new SketchLine("l", "a", "b", false));
    }

    /** Lengths, middles and directions of both pieces hold on; what only one piece can be is named, and nothing is done. */
    @Test
    void joinedLinesKeepWhatHeldForEach() {
        Draw pieces = new Draw()
                .point("a", 0, 0)
                .point("b", 10, 0)
                .point("c", 30, 0)
                .point("m", 20, 0)
                .point("e", 0, 8)
                .point("f", 10, 8)
                .line("l", "a", "b")
                .line("k", "b", "c")
                .line("o", "e", "f")
                .size("d10", Kind.DISTANCE, 10, "l")
                .size("d20", Kind.DISTANCE, 20, "k")
                .hold(Kind.MIDPOINT, "m", "k")
                .hold(Kind.COLLINEAR, "l", "k")
                .hold(Kind.PARALLEL, "o", "k");
        Sketch s = Solver.solve(pieces.sketch()).orElseThrow();
        Sketch one = Solver.solve(Cut.join(s, "l", "k")).orElseThrow();
        assertThat(one.curves()).hasSize(2);
        Sketch longer = Solver.change(one, "d20", 40).orElseThrow();
        assertThat(longer.point("a").at().distance(longer.point("c").at())).isCloseTo(50, within(1e-8));
        assertThat(longer.point("m").at().distance(longer.point("c").at())).isCloseTo(20, within(1e-8));
        assertThat(one.constraints()).anyMatch(k -> k.kind() == Kind.PARALLEL && k.on().equals(List.of("o", "l")));
        Sketch equal = pieces.hold(Kind.EQUAL, "l", "o").sketch();
        assertThat(catchThrowable(() -> Cut.join(equal, "l", "k"))).hasMessageContaining("equal of l and o");
    }

    /** A third line that ended where the two met goes on ending on the one. */
    @Test
    void whatEndsWhereTwoWereJoinedStaysOnTheCurve() {
        Sketch s = new Draw()
                .point("a", 0, 0)
                .point("b", 10, 0)
                .point("c", 30, 0)
                .point("d", 10, 15)
                .line("l", "a", "b")
                .line("k", "b", "c")
                .line("t", "b", "d")
                .sketch();
        Sketch one = Cut.join(s, "l", "k");
        assertThat(one.constraints()).anyMatch(k -> k.kind() == Kind.ON_CURVE && k.on().equals(List.of("b", "l")));
    }

    @Test
    void aCircleSplitsIntoTwoArcsThatJoinToItAgain() {
        Sketch s = Cut.split(circle(), "o", new Vec2(20, 5));
        assertThat(s.curves()).hasSize(2).allMatch(c -> c instanceof SketchArc);
        assertThat(SketchReader.read(s, Tolerance.DEFAULT).regions().get(0).area())
                .isCloseTo(100 * Math.PI, within(1e-9));
        Sketch three = Cut.split(s, "o", new Vec2(5, 15));
        assertThat(three.curves()).hasSize(3);
        Sketch back = Cut.join(three, "o", three.curves().get(2).id());
        Sketch whole = Cut.join(back, "o", back.curves().get(1).id());
        assertThat(whole.curves()).hasSize(1).allMatch(c -> c instanceof SketchCircle);
        assertThat(catchThrowable(() -> Cut.join(line(), "l", "l"))).hasMessageContaining("end at one point");
    }

    @Test
    void dividedCurvesStayEven() {
        Sketch s = Cut.divide(line(), "l", 4);
        assertThat(clean(s).freedoms()).isEqualTo(2);
        Sketch longer = Solver.change(s, "size-l", 44).orElseThrow();
        List<Double> xs = longer.entities().stream()
                .filter(SketchPoint.class::isInstance)
                .map(e -> ((SketchPoint) e).at().minus(longer.point("a").at()).length())
                .sorted()
                .toList();
        for (int i = 0; i < 5; i++) {
            assertThat(xs.get(i)).isCloseTo(11 * i, within(1e-9));
        }
        Sketch round = Solver.solve(Cut.divide(circle(), "o", 5)).orElseThrow();
        assertThat(Solver.judge(round).freedoms()).isEqualTo(4);
        List<Entity> points = round.entities().stream()
                .filter(e -> e instanceof SketchPoint p && !p.id().equals("m"))
                .toList();
        assertThat(points).hasSize(5);
        double chord = 20 * Math.sin(Math.PI / 5);
        assertThat(((SketchPoint) points.get(0)).at().distance(((SketchPoint) points.get(1)).at()))
                .isCloseTo(chord, within(1e-6));
        assertThat(catchThrowable(() -> Cut.divide(line(), "l", 1))).hasMessageContaining("2 to 100");
    }

    /** The points that a division added, in the order in which it did. */
    private static List<Vec2> added(Sketch s, String... old) {
        return s.entities().stream()
                .filter(e -> e instanceof SketchPoint p && !List.of(old).contains(p.id()))
                .map(e -> ((SketchPoint) e).at())
                .toList();
    }

    @Test
    void curvesAreSteppedByALength() {
        // a circle of radius 10: 62.83 round, four stretches of 14 and one that is left over
        Sketch round = Solver.solve(Cut.step(circle(), "o", 14)).orElseThrow();
        List<Vec2> at = added(round, "m");
        assertThat(at).hasSize(5);
        double chord = 20 * Math.sin(14 / 20.0);
        Vec2 m = round.point("m").at();
        Vec2 from = at.get(4); // the first point was added last
        for (int i = 0; i < 4; i++) {
            assertThat(at.get(i).distance(i == 0 ? from : at.get(i - 1))).isCloseTo(chord, within(1e-7));
            assertThat(at.get(i).distance(m)).isCloseTo(10, within(1e-7));
        }
        assertThat(Solver.judge(round).freedoms()).isEqualTo(4);
        // six stretches of a sixth leave nothing over, and need no point where they end
        assertThat(added(Cut.step(circle(), "o", Math.PI * 20 / 6), "m")).hasSize(6);
        // the length is a dimension; a longer circle keeps it
        Constraint size = round.constraints().stream()
                .filter(c -> c.kind() == Constraint.Kind.ARC_LENGTH)
                .findFirst()
                .orElseThrow();
        Sketch less = Solver.change(round, size.id(), 12).orElseThrow();
        List<Vec2> now = added(less, "m");
        double radius = now.get(0).distance(less.point("m").at());
        assertThat(now.get(1).distance(now.get(0))).isCloseTo(2 * radius * Math.sin(6 / radius), within(1e-7));
        Sketch line = Cut.step(line(), "l", 9);
        List<Vec2> on = added(Solver.solve(line).orElseThrow(), "a", "b");
        Vec2 a = line.point("a").at();
        for (int i = 0; i < on.size(); i++) {
            assertThat(on.get(i).distance(a)).isCloseTo(9 * (i + 1), within(1e-9));
        }
        assertThat(on).hasSize((int) Math.ceil(line.point("b").at().distance(a) / 9) - 1);
        assertThat(catchThrowable(() -> Cut.step(line(), "l", 1000))).hasMessageContaining("no longer than that");
        assertThat(catchThrowable(() -> Cut.step(line(), "l", 0.01))).hasMessageContaining("greater length");
    }

    @Test
    void aTangentLineTouchesBothNearWhereTheyWerePicked() {
        Sketch s = new Draw()
                .point("m", 0, 0)
                .point("n", 40, 5)
                .circle("o", "m", 10)
                .circle("q", "n", 6)
                .sketch();
        Vec2[][] picks = {
            {new Vec2(0, 10), new Vec2(40, 11)}, {new Vec2(0, -10), new Vec2(40, -1)},
            {new Vec2(3, 9), new Vec2(38, -1)}, {new Vec2(3, -9), new Vec2(38, 11)}
        };
        for (Vec2[] p : picks) {
            Sketch out = Bridge.line(s, "o", p[0], "q", p[1]);
            SketchLine l = (SketchLine) out.curves().get(2);
            assertThat(out.point(l.start()).at().distance(p[0])).isLessThan(6);
            assertThat(out.point(l.end()).at().distance(p[1])).isLessThan(6);
            assertThat(clean(out).freedoms()).isEqualTo(6);
            Sketch settled = Solver.solve(out).orElseThrow();
            assertThat(settled.point(l.start())
                            .at()
                            .distance(out.point(l.start()).at()))
                    .isLessThan(1e-9);
        }
        assertThat(catchThrowable(() -> Bridge.line(line(), "l", new Vec2(0, 0), "l", new Vec2(1, 0))))
                .hasMessageContaining("from a circle or arc");
    }

    @Test
    void aTangentArcTouchesLinesAndCircles() {
        Sketch s = new Draw()
                .point("m", 0, 0)
                .point("n", 40, 5)
                .circle("o", "m", 10)
                .circle("q", "n", 6)
                .point("a", -20, -25)
                .point("b", 60, -22)
                .line("l", "a", "b")
                .sketch();
        Sketch over = Bridge.arc(s, "o", new Vec2(5, 9), "q", new Vec2(36, 10), 30);
        assertThat(clean(over).freedoms()).isEqualTo(10);
        Sketch side = Bridge.arc(s, "o", new Vec2(8, -6), "l", new Vec2(18, -24), 9);
        assertThat(clean(side).freedoms()).isEqualTo(10);
        Sketch settled = Solver.solve(side).orElseThrow();
        SketchArc w = (SketchArc) settled.curves().get(3);
        assertThat(settled.radius(w)).isCloseTo(9, within(1e-9));
        assertThat(settled.point(w.centre())
                        .at()
                        .distance(side.point(w.centre()).at()))
                .isLessThan(1e-9);
        assertThat(catchThrowable(() -> Bridge.arc(s, "o", new Vec2(5, 9), "q", new Vec2(36, 10), 2)))
                .hasMessageContaining("Try another radius");
    }

    @Test
    void leftoversOfTrimmingGoAndTheOutlineStays() {
        Sketch s = Draw.rectangle(0, 0, 30, 20)
                .point("x", 10, -4)
                .point("y", 10, 24)
                .line("across", "x", "y")
                .line("twice", "a", "b")
                .sketch();
        Sketch t = Solver.solve(s).orElseThrow();
        Sketch tidy = Tidy.of(t);
        assertThat(tidy.find("twice")).isEmpty();
        assertThat(SketchReader.read(tidy, Tolerance.DEFAULT).stubs()).isEmpty();
        assertThat(SketchReader.read(tidy, Tolerance.DEFAULT).regions()).hasSize(2);
        assertThat(catchThrowable(() -> Tidy.of(tidy))).hasMessageContaining("nothing left over");
    }

    @Test
    void aRepeatsCountIsChangedAndCopiesThatStayKeepTheirNames() {
        Sketch five =
                Repeat.round(new Draw().point("m", 20, 3).circle("o", "m", 2).sketch(), List.of("o"), Sketch.ORIGIN, 5);
        assertThat(Recount.find(five)).containsExactly(new Recount.Found(Sketch.ORIGIN, List.of("o"), 5));
        Sketch three = Recount.of(five, "o", 3);
        assertThat(three.curves()).hasSize(3);
        assertThat(clean(three).freedoms()).isEqualTo(3);
        assertThat(five.curves()).containsAll(three.curves());
        Sketch eight = Recount.of(three, "o", 8);
        assertThat(eight.curves()).hasSize(8);
        assertThat(clean(eight).freedoms()).isEqualTo(3);
        assertThat(SketchReader.read(eight, Tolerance.DEFAULT).regions()).hasSize(8);

        Sketch row = Repeat.along(line(), List.of("l"), new Vec2(0, 6), 4);
        int loose = clean(row).freedoms();
        Sketch longer = Recount.of(row, "l", 7);
        assertThat(longer.curves()).hasSize(7);
        assertThat(clean(longer).freedoms()).isEqualTo(loose);
        assertThat(Recount.of(longer, "l", 3).curves()).hasSize(3);
        assertThat(catchThrowable(() -> Recount.of(line(), "l", 3))).hasMessageContaining("isn't repeated");
    }

    /** The points stay at equal lengths of a circle however it is pulled, in two parts too; on a closed spline where they were put. */
    @Test
    void dividedCurvesStayDivided() {
        for (int parts = 2; parts <= 7; parts++) {
            Sketch circle = new Draw().point("m", 3, 4).circle("o", "m", 10).sketch();
            Sketch s = Cut.divide(circle, "o", parts);
            assertThat(Solver.judge(s).freedoms())
                    .as("%d parts: place, radius, turn", parts)
                    .isEqualTo(4);
            Sketch pulled = new Grip(s).pull("p1", s.point("p1").at(), new Vec2(-20, 30));
            List<Vec2> points = pulled.entities().stream()
                    .filter(e -> e instanceof SketchPoint && e.id().startsWith("p"))
                    .map(e -> ((SketchPoint) e).at())
                    .toList();
            double chord = 2 * pulled.radius((SketchCircle) pulled.find("o").orElseThrow()) * Math.sin(Math.PI / parts);
            for (int i = 0; i < parts; i++) {
                assertThat(points.get(i).distance(points.get((i + 1) % parts))).isCloseTo(chord, within(1e-7));
            }
        }
        for (int seed = 0; seed < 60; seed++) {
            Random r = new Random(seed);
            Draw d = new Draw();
            List<String> through = new ArrayList<>();
            int n = 3 + r.nextInt(8);
            for (int i = 0; i < n; i++) {
                double t = 2 * Math.PI * (i + 0.3 * r.nextDouble()) / n;
                double far = 5 + 20 * r.nextDouble();
                d.point("q" + i, far * Math.cos(t), far * Math.sin(t));
                through.add("q" + i);
            }
            Sketch s = Cut.divide(d.closedSpline("s", through).sketch(), "s", 2 + r.nextInt(6));
            Sketch then = Solver.solve(s).orElseThrow();
            s.entities().stream()
                    .filter(SketchPoint.class::isInstance)
                    .forEach(p -> assertThat(then.point(p.id()).at().distance(((SketchPoint) p).at()))
                            .isLessThan(1e-7));
        }
    }
}
