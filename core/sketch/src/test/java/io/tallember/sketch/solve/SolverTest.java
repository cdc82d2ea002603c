package io.tallember.sketch.solve;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Draw;
import io.tallember.sketch.Sketch;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class SolverTest {
    private static Draw plate() {
        return Draw.rectangle(0, 0, 100, 60).size("w", Kind.DISTANCE, 120, "ab").size("h", Kind.DISTANCE, 80, "bc");
    }

    private static Sketch solved(Draw d) {
        return Solver.solve(d.sketch()).orElseThrow();
    }

    @Test
    void rectangleTakesItsTwoDimensionsAndCanStillBeMoved() {
        Sketch s = solved(plate());
        assertThat(s.point("b").x() - s.point("a").x()).isCloseTo(120, within(1e-9));
        assertThat(s.point("c").y() - s.point("b").y()).isCloseTo(80, within(1e-9));
        Judgement j = Solver.judge(s);
        assertThat(j.freedoms()).isEqualTo(2);
        assertThat(j.loose()).contains("a", "ab", "c", "cd");
        assertThat(j.fighting()).isEmpty();
        assertThat(j.redundant()).isEmpty();
    }

    @Test
    void aCornerOnTheOriginSettlesIt() {
        Sketch s = solved(plate().hold(Kind.COINCIDENT, "a", Sketch.ORIGIN));
        assertThat(s.point("c").x()).isCloseTo(120, within(1e-9));
        assertThat(s.point("c").y()).isCloseTo(80, within(1e-9));
        Judgement j = Solver.judge(s);
        assertThat(j.freedoms()).isZero();
        assertThat(j.loose()).isEmpty();
    }

    @Test
    void aSecondWidthFightsAndBothAreNamedNewestFirst() {
        Sketch s = solved(plate());
        Sketch wrong =
                s.with(java.util.List.of(), java.util.List.of(Constraint.dimension("w2", Kind.DISTANCE, 100, "cd")));
        assertThat(Solver.solve(wrong)).isEmpty();
        Judgement j = Solver.judge(wrong);
        assertThat(j.fighting()).startsWith("w2").contains("w").doesNotContain("h");
        assertThat(Solver.solve(wrong.without(java.util.List.of(j.fighting().get(0)))))
                .isPresent();
    }

    @Test
    void aRepeatedTruthIsRedundantNotFighting() {
        Sketch s = solved(plate().hold(Kind.PARALLEL, "ab", "cd").size("w2", Kind.DISTANCE, 120, "cd"));
        Judgement j = Solver.judge(s);
        assertThat(j.fighting()).isEmpty();
        assertThat(j.redundant()).contains("w2").hasSize(2);
        assertThat(j.freedoms()).isEqualTo(2);
    }

    @Test
    void slotOfTwoTangentArcsHolds() {
        Draw d = new Draw()
                .point("m", 0, 0)
                .point("n", 30, 1)
                .point("a", 0, -6)
                .point("b", 30, -5)
                .point("c", 30, 6)
                .point("e", 0, 5)
                .line("low", "a", "b")
                .line("top", "c", "e")
                .arc("right", "n", "b", "c")
                .arc("left", "m", "e", "a")
                .hold(Kind.TANGENT, "low", "right")
                .hold(Kind.TANGENT, "right", "top")
                .hold(Kind.TANGENT, "top", "left")
                .hold(Kind.TANGENT, "left", "low")
                .hold(Kind.COINCIDENT, "m", Sketch.ORIGIN)
                .hold(Kind.HORIZONTAL, "low")
                .hold(Kind.EQUAL, "left", "right")
                .size("r", Kind.RADIUS, 4.5, "left")
                .size("l", Kind.HORIZONTAL_DISTANCE, 40, "m", "n");
        Sketch s = solved(d);
        assertThat(s.point("n").x()).isCloseTo(40, within(1e-8));
        assertThat(s.point("n").y()).isCloseTo(0, within(1e-7));
        assertThat(s.point("c").y()).isCloseTo(4.5, within(1e-8));
        assertThat(Solver.judge(s).freedoms()).isZero();
    }

    @Test
    void anAngleKeepsItsSideWhenItGrows() {
        Sketch s = solved(new Draw()
                .point("a", 50, 0)
                .point("b", 40, 20)
                .line("base", Sketch.ORIGIN, "a")
                .line("leg", Sketch.ORIGIN, "b")
                .hold(Kind.HORIZONTAL, "base")
                .size("l", Kind.DISTANCE, 40, "leg")
                .size("ang", Kind.ANGLE, Math.toRadians(30), "base", "leg"));
        Sketch wide = Solver.change(s, "ang", Math.toRadians(150)).orElseThrow();
        assertThat(wide.point("b").x()).isCloseTo(40 * Math.cos(Math.toRadians(150)), within(1e-8));
        assertThat(wide.point("b").y()).isCloseTo(20, within(1e-8));
    }

    @Test
    void tangentLineToCircleStaysOnItsSide() {
        Sketch s = solved(new Draw()
                .point("c", 0, 0)
                .point("a", -20, 11)
                .point("b", 25, 12)
                .circle("o", "c", 10)
                .line("t", "a", "b")
                .hold(Kind.TANGENT, "t", "o")
                .hold(Kind.COINCIDENT, "c", Sketch.ORIGIN)
                .hold(Kind.HORIZONTAL, "t")
                .size("d", Kind.DIAMETER, 30, "o"));
        assertThat(s.point("a").y()).isCloseTo(15, within(1e-9));
    }

    @Test
    void draggingALooseCornerFollowsAndASettledOneStays() {
        Sketch s = solved(Draw.rectangle(0, 0, 50, 40).hold(Kind.COINCIDENT, "a", Sketch.ORIGIN));
        Sketch dragged = new Grip(s).pull("c", new Vec2(50, 40), new Vec2(70, 55));
        assertThat(dragged.point("c").at().distance(new Vec2(70, 55))).isLessThan(1e-6);
        assertThat(dragged.point("b").x()).isCloseTo(70, within(1e-6));
        Sketch firm = solved(plate().hold(Kind.COINCIDENT, "a", Sketch.ORIGIN));
        Sketch same = new Grip(firm).pull("c", new Vec2(120, 80), new Vec2(200, 20));
        assertThat(same.point("c").at().distance(new Vec2(120, 80))).isLessThan(1e-7);
    }

    @Test
    void erasingALineThatStartsAtTheOriginKeepsWhatHangsOnTheOrigin() {
        Sketch s = new Draw()
                .point("a", 9, 1)
                .point("b", 4, 4)
                .line("l", Sketch.ORIGIN, "a")
                .hold(Kind.COINCIDENT, "b", Sketch.ORIGIN)
                .sketch();
        Sketch left = s.without(java.util.List.of("l"));
        assertThat(left.entities()).hasSize(1);
        assertThat(left.constraints()).hasSize(1);
    }

    @Test
    void aCircleIsDraggedByItsRim() {
        Sketch s = new Draw().point("c", 5, 5).circle("o", "c", 3).sketch();
        Sketch big = new Grip(s).pull("o", new Vec2(8, 5), new Vec2(12, 5));
        assertThat(big.radius((io.tallember.sketch.SketchCircle) big.find("o").orElseThrow()))
                .isCloseTo(7, within(1e-9));
    }

    @Test
    void whatCannotBeIsRefusedInWords() {
        assertThatThrownBy(() -> new Draw().point("a", 0, Double.NaN).sketch())
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("outside the space");
        assertThatThrownBy(() -> plate().hold(Kind.CONCENTRIC, "ab", "cd").sketch())
                .hasMessageContaining("concentric constraint can't be put on ab and cd");
        assertThatThrownBy(() -> plate().size("r", Kind.DISTANCE, -2, "da").sketch())
                .hasMessageContaining("above zero");
        assertThat(Solver.solve(plate().size("z", Kind.DISTANCE, 0, "da").sketch()))
                .as("a line squeezed to nothing")
                .isEmpty();
    }

    /** Every residual's derivatives against differences, on random input. */
    @Test
    void derivativesAreTrue() {
        for (int seed = 0; seed < 60; seed++) {
            Random r = new Random(seed);
            Draw d = new Draw();
            for (String p : "a b c e m n".split(" ")) {
                d.point(p, 40 * r.nextDouble(), 40 * r.nextDouble());
            }
            d.line("l", "a", "b")
                    .line("q", "c", "e")
                    .circle("o", "m", 3 + r.nextDouble())
                    .arc("w", "n", "a", "e");
            d.hold(Kind.ON_CURVE, "m", "l").hold(Kind.ON_CURVE, "c", "o").hold(Kind.PARALLEL, "l", "q");
            d.hold(Kind.PERPENDICULAR, "l", "q").hold(Kind.TANGENT, "q", "o").hold(Kind.TANGENT, "l", "w");
            d.hold(Kind.TANGENT, "w", "o").hold(Kind.EQUAL, "l", "q").hold(Kind.MIDPOINT, "n", "q");
            d.size("d1", Kind.DISTANCE, 3, "a", "c").size("d2", Kind.DISTANCE, 3, "n", "l");
            d.size("d3", Kind.DISTANCE, 4, "l", "q").size("d4", Kind.HORIZONTAL_DISTANCE, 3, "a", "m");
            d.size("d5", Kind.ANGLE, 1, "l", "q").size("d6", Kind.VERTICAL_DISTANCE, 2, "q");
            check(seed, d.sketch());
        }
    }

    /** The same for what holds on ellipses and splines, and for offsets. */
    @Test
    void derivativesOfFreeCurvesAndOffsetsAreTrue() {
        for (int seed = 0; seed < 40; seed++) {
            Random r = new Random(1000 + seed);
            Draw d = new Draw();
            double[][] at = {
                {0, 0}, {20, 3}, {-2, 9}, {11, 25}, {30, 30}, {41, 18}, {58, 27}, {22, 32}, {60, 40}, {70, 10},
                {75, 31}, {35, 33}
            };
            String[] names = "m a b s e f g h q u w v".split(" ");
            for (int i = 0; i < at.length; i++) {
                d.point(names[i], at[i][0] + 3 * r.nextDouble(), at[i][1] + 3 * r.nextDouble());
            }
            d.ellipse("o", "m", "a", "b").ellipse("arc", "m", "a", "b", "a", "b");
            d.spline("free", List.of("s", "e", "f", "g"), "h", "").spline("next", "g", "u", "w");
            d.line("l", "q", "g").circle("k", "q", 7 + r.nextDouble()).arc("x", "u", "g", "w");
            d.point("q2", 61, 44).point("g2", 59, 30).line("l2", "q2", "g2");
            d.hold(Kind.ON_CURVE, "s", "o").hold(Kind.ON_CURVE, "v", "free").hold(Kind.TANGENT, "l", "free");
            d.hold(Kind.TANGENT, "free", "next")
                    .hold(Kind.SMOOTH, "free", "next")
                    .hold(Kind.SMOOTH, "next", "x");
            d.hold(Kind.TANGENT, "l", "o").hold(Kind.TANGENT, "k", "free").hold(Kind.TANGENT, "x", "free");
            d.stretch("part", List.of("s", "e", "f", "g"), "s", "v").spline("on", List.of("v", "u", "q2"), "g2", "");
            d.line("away", "v", "q2").hold(Kind.TANGENT, "part", "away").hold(Kind.SMOOTH, "part", "on");
            d.size("len", Kind.ARC_LENGTH, 12, "x").size("off", Kind.OFFSET, 3, "l", "l2");
            check(seed, d.sketch());
        }
    }

    private static void check(int seed, Sketch s) {
        Equations eqs = new Equations(s);
        double[] values = eqs.scalars().values();
        for (Equation e : eqs.all()) {
            Jet at = e.at(values);
            for (int i = 0; i < e.scalars().length; i++) {
                double h = 1e-5;
                double up = shifted(e, values, i, h);
                double down = shifted(e, values, i, -h);
                assertThat(at.d[i])
                        .as("seed %d, %s, input %d", seed, e.source(), i)
                        .isCloseTo((up - down) / (2 * h), within(1e-5 * (1 + Math.abs(at.d[i]))));
            }
        }
    }

    private static double shifted(Equation e, double[] values, int slot, double h) {
        double[] in = new double[e.scalars().length];
        for (int i = 0; i < in.length; i++) {
            in[i] = values[e.scalars()[i]] + (i == slot ? h : 0);
        }
        return e.residual().at(Jet.inputs(in)).v;
    }
}
