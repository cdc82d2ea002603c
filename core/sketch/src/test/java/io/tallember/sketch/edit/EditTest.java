package io.tallember.sketch.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Draw;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.regions.Region;
import io.tallember.sketch.regions.SketchReader;
import io.tallember.sketch.solve.Grip;
import io.tallember.sketch.solve.Solver;
import java.util.List;
import org.junit.jupiter.api.Test;

class EditTest {
    private static Sketch plate() {
        return Solver.solve(Draw.rectangle(0, 0, 39, 29)
                        .hold(Kind.COINCIDENT, "a", Sketch.ORIGIN)
                        .size("w", Kind.DISTANCE, 40, "ab")
                        .size("h", Kind.DISTANCE, 30, "bc")
                        .sketch())
                .orElseThrow();
    }

    private static double area(Sketch s) {
        return SketchReader.read(s, Tolerance.DEFAULT).regions().stream()
                .mapToDouble(Region::area)
                .sum();
    }

    private static void assertSettled(Sketch s) {
        assertThat(Solver.judge(s).fighting()).isEmpty();
        assertThat(Solver.judge(s).redundant()).isEmpty();
        assertThat(Solver.judge(s).freedoms()).isZero();
    }

    @Test
    void aRoundedCornerIsTangentAndTheSizesKeepTheirMeaning() {
        Sketch s = Solver.solve(Corner.round(plate(), "c", 5)).orElseThrow();
        assertThat(area(s)).isCloseTo(1200 - 25 * (1 - Math.PI / 4), within(1e-9));
        assertSettled(s);
        Sketch wide = Solver.change(s, "w", 60).orElseThrow();
        assertThat(area(wide))
                .as("the width is still that of the whole plate")
                .isCloseTo(1800 - 25 * (1 - Math.PI / 4), within(1e-8));
        Sketch all = Corner.round(Corner.round(Corner.round(s, "a", 5), "b", 5), "d", 5);
        assertThat(area(Solver.solve(all).orElseThrow())).isCloseTo(1200 - 100 + 25 * Math.PI, within(1e-8));
    }

    @Test
    void aBevelledCornerLosesItsTriangle() {
        Sketch s = Solver.solve(Corner.bevel(plate(), "b", 4)).orElseThrow();
        assertThat(area(s)).isCloseTo(1200 - 8, within(1e-9));
        assertSettled(s);
    }

    @Test
    void aCornerTooTightSaysHowMuchWouldDo() {
        assertThatThrownBy(() -> Corner.round(plate(), "c", 31)).hasMessageContaining("between 0 and 30");
        assertThatThrownBy(() -> Corner.round(plate(), Sketch.ORIGIN, 3)).hasMessageContaining("two curves");
    }

    private static Draw cross() {
        return new Draw()
                .point("a", -10, 0)
                .point("b", 10, 0)
                .point("c", 3, -8)
                .point("d", 3, 8)
                .point("m", -4, 0)
                .line("l", "a", "b")
                .line("k", "c", "d")
                .circle("o", "m", 2);
    }

    /** Two crossed lines with all that can hold of the long one's length. */
    private static Draw held() {
        return new Draw()
                .point("a", 0, 0)
                .point("b", 30, 0)
                .line("l", "a", "b")
                .point("c", 20, -5)
                .point("d", 20, 5)
                .line("m", "c", "d")
                .point("e", 0, 20)
                .point("f", 30, 20)
                .line("n", "e", "f")
                .point("g", 15, 0)
                .hold(Kind.HORIZONTAL, "l")
                .hold(Kind.HORIZONTAL, "n")
                .hold(Kind.VERTICAL, "m")
                .hold(Kind.FIXED, "a")
                .hold(Kind.FIXED, "c")
                .hold(Kind.MIDPOINT, "g", "l")
                .hold(Kind.EQUAL, "l", "n")
                .size("w", Kind.DISTANCE, 30, "l");
    }

    /** Trimmed, carried on or split, a line's length, middle and likeness go on to hold for what it was, and drive it. */
    @Test
    void whatHeldForAWholeLineHoldsForWhatItWas() {
        List<Sketch> all = List.of(
                Trim.trim(held().sketch(), "l", new Vec2(25, 0)),
                Trim.trim(held().sketch(), "l", new Vec2(5, 0)),
                Cut.split(held().sketch(), "l", new Vec2(10, 0)),
                Corner.round(held().line("q", "b", "f").sketch(), "b", 3));
        for (Sketch s : all) {
            Sketch settled = Solver.solve(s).orElseThrow();
            assertThat(settled.point("g").x()).isCloseTo(15, within(1e-9));
            assertThat(Solver.judge(settled).fighting()).isEmpty();
            Sketch wide = Solver.change(settled, "w", 50).orElseThrow();
            assertThat(wide.point("g").x()).isCloseTo(25, within(1e-7));
            double other = wide.point("f").at().distance(wide.point("e").at());
            assertThat(other).isCloseTo(50, within(1e-7));
        }
        Sketch arc = new Draw()
                .point("m", 0, 0)
                .point("a", 10, 0)
                .point("b", -10, 0)
                .arc("o", "m", "a", "b")
                .point("c", 0, 0)
                .point("d", 0, 20)
                .line("l", "c", "d")
                .size("len", Kind.ARC_LENGTH, 31, "o")
                .sketch();
        assertThatThrownBy(() -> Trim.trim(arc, "o", new Vec2(7, 7)))
                .hasMessageContaining("arc length of o")
                .hasMessageContaining("then trim");
    }

    @Test
    void trimmingTakesTheStretchBetweenCrossings() {
        Sketch end = Trim.trim(cross().sketch(), "l", new Vec2(8, 0.2));
        assertThat(end.curves()).hasSize(3);
        assertThat(end.strand(end.curves().get(0)).orElseThrow().range().length())
                .isCloseTo(13, within(1e-9));
        Sketch middle = Trim.trim(cross().sketch(), "l", new Vec2(0, 0.2));
        assertThat(middle.curves()).as("a line cut in two").hasSize(4);
        assertThat(middle.constraints()).anyMatch(c -> c.kind() == Kind.COLLINEAR);
        Sketch arc = Trim.trim(cross().sketch(), "o", new Vec2(-4, 2.1));
        assertThat(arc.find("o")).get().isInstanceOf(SketchArc.class);
        SketchArc lower = (SketchArc) arc.find("o").orElseThrow();
        assertThat(arc.strand(lower)
                        .orElseThrow()
                        .curve()
                        .point(arc.strand(lower).orElseThrow().range().middle())
                        .y())
                .as("the lower half is left")
                .isCloseTo(-2, within(1e-9));
        Sketch gone = Trim.trim(new Draw().point("p", 0, 0).circle("o", "p", 3).sketch(), "o", new Vec2(3, 0));
        assertThat(gone.entities()).isEmpty();
        assertThat(Solver.solve(middle)).isPresent();
    }

    @Test
    void anEndIsCarriedOnToWhatLiesInItsWay() {
        Sketch s = new Draw()
                .point("a", 0, 0)
                .point("b", 5, 0)
                .point("c", 9, -3)
                .point("d", 9, 3)
                .line("l", "a", "b")
                .line("k", "c", "d")
                .sketch();
        Sketch longer = Trim.extend(s, "l", new Vec2(5, 0));
        assertThat(longer.strand(longer.curves().get(0)).orElseThrow().range().length())
                .isCloseTo(9, within(1e-9));
        assertThatThrownBy(() -> Trim.extend(s, "l", new Vec2(0, 0))).hasMessageContaining("Nothing lies in the way");
    }

    @Test
    void aMirroredOutlineFollows() {
        Sketch half = new Draw()
                .point("a", 0, 10)
                .point("b", 8, 10)
                .point("c", 8, -4)
                .point("d", 0, -4)
                .point("m", 8, 3)
                .line("ab", "a", "b")
                .line("cd", "c", "d")
                .arc("r", "m", "c", "b")
                .hold(Kind.ON_CURVE, "a", Sketch.Y_AXIS)
                .hold(Kind.ON_CURVE, "d", Sketch.Y_AXIS)
                .sketch();
        Sketch whole = Solver.solve(Mirror.of(half, List.of("ab", "cd", "r"), Sketch.Y_AXIS))
                .orElseThrow();
        assertThat(area(whole)).isCloseTo(16 * 14 + 49 * Math.PI, within(1e-8));
        assertThat(Solver.judge(whole).fighting()).isEmpty();
        Sketch moved = new Grip(whole).pull("b", new Vec2(8, 10), new Vec2(11, 12));
        assertThat(SketchReader.read(moved, Tolerance.DEFAULT).regions()).hasSize(1);
    }

    @Test
    void aHoleRepeatedRoundFollowsTheFirst() {
        Sketch one = Solver.solve(new Draw()
                        .point("m", 30, 1)
                        .circle("o", "m", 4)
                        .hold(Kind.ON_CURVE, "m", Sketch.X_AXIS)
                        .size("reach", Kind.HORIZONTAL_DISTANCE, 30, Sketch.ORIGIN, "m")
                        .size("d", Kind.DIAMETER, 9, "o")
                        .sketch())
                .orElseThrow();
        Sketch six =
                Solver.solve(Repeat.round(one, List.of("o"), Sketch.ORIGIN, 6)).orElseThrow();
        assertThat(SketchReader.read(six, Tolerance.DEFAULT).regions()).hasSize(6);
        assertSettled(six);
        Sketch wide = Solver.change(Solver.change(six, "reach", 44).orElseThrow(), "d", 6)
                .orElseThrow();
        assertThat(area(wide)).isCloseTo(6 * 9 * Math.PI, within(1e-8));
        assertThat(wide.curves().stream()
                        .map(c -> wide.point(((io.tallember.sketch.SketchCircle) c).centre())
                                .at()
                                .length()))
                .allMatch(d -> Math.abs(d - 44) < 1e-8);
        assertThatThrownBy(() -> Repeat.round(one, List.of("o"), Sketch.ORIGIN, 1))
                .hasMessageContaining("2 to 200");
    }

    @Test
    void aSlotRepeatedAlongKeepsItsStepsAndShape() {
        Sketch one = plate();
        Sketch four = Solver.solve(Repeat.along(one, List.of("ab", "bc", "cd", "da"), new Vec2(50, 10), 4))
                .orElseThrow();
        assertThat(SketchReader.read(four, Tolerance.DEFAULT).regions()).hasSize(4);
        assertSettled(four);
        assertThat(area(Solver.change(four, "w", 30).orElseThrow())).isCloseTo(4 * 900, within(1e-6));
    }

    @Test
    void drivenDimensionsTellAndNeverHold() {
        Sketch s = plate().with(List.of(), List.of(new Constraint("diag", Kind.DISTANCE, List.of("a", "c"), 0, true)));
        Sketch told = Solver.solve(s).orElseThrow();
        assertThat(told.constraint("diag").orElseThrow().value()).isCloseTo(50, within(1e-9));
        assertSettled(told);
        assertThat(Solver.change(told, "w", 72)
                        .orElseThrow()
                        .constraint("diag")
                        .orElseThrow()
                        .value())
                .isCloseTo(78, within(1e-8));
    }

    @Test
    void fixedAndSymmetricPointsHold() {
        Sketch s = new Draw()
                .point("f", 7, 3)
                .point("p", -5, 1)
                .point("q", 6, 2)
                .hold(Kind.FIXED, "f")
                .hold(Kind.SYMMETRIC, "p", "q", Sketch.Y_AXIS)
                .sketch();
        Sketch held = Solver.solve(s).orElseThrow();
        assertThat(held.point("p").x()).isCloseTo(-held.point("q").x(), within(1e-9));
        assertThat(new Grip(held)
                        .pull("f", new Vec2(7, 3), new Vec2(0, 0))
                        .point("f")
                        .x())
                .isEqualTo(7);
        assertThat(Solver.judge(held).freedoms()).isEqualTo(2);
    }

    private static SketchLine last(Sketch s) {
        return s.curves().stream()
                .filter(c -> c instanceof SketchLine l && !l.construction())
                .map(SketchLine.class::cast)
                .reduce((a, b) -> b)
                .orElseThrow();
    }

    /** Between lines that face each other, and those that meet in a corner; it follows both. */
    @Test
    void aMidlineStaysMidway() {
        Sketch s = Solver.solve(Midline.of(plate(), "ab", "cd")).orElseThrow();
        assertSettled(s);
        Sketch high = Solver.change(s, "h", 50).orElseThrow();
        SketchLine middle = last(high);
        assertThat(high.point(middle.start()).at().distance(new Vec2(0, 25))).isLessThan(1e-8);
        assertThat(high.point(middle.end()).at().distance(new Vec2(40, 25))).isLessThan(1e-8);
        Sketch corner = Solver.solve(Midline.of(plate(), "ab", "bc")).orElseThrow();
        assertSettled(corner);
        SketchLine halves = last(corner);
        Vec2 d = corner.point(halves.end())
                .at()
                .minus(corner.point(halves.start()).at());
        assertThat(Math.abs(Math.abs(d.x()) - Math.abs(d.y()))).isLessThan(1e-8);
        assertThatThrownBy(() -> Midline.of(plate(), "ab", "ab")).hasMessageContaining("two lines");
    }

    @Test
    void betweenArcsAboutOneCentre() {
        Sketch s = new Draw()
                .point("o", 0, 0)
                .point("a", 20, 0)
                .point("b", 0, 20)
                .point("c", 30, 0)
                .point("d", 0, 30)
                .arc("inner", "o", "a", "b")
                .arc("outer", "o", "c", "d")
                .sketch();
        Sketch with = Solver.solve(Midline.of(s, "inner", "outer")).orElseThrow();
        assertThat(Solver.judge(with).redundant()).isEmpty();
        assertThat(Solver.judge(with).fighting()).isEmpty();
        SketchArc arc = (SketchArc) with.curves().stream()
                .filter(c ->
                        c instanceof SketchArc && !List.of("inner", "outer").contains(c.id()))
                .findFirst()
                .orElseThrow();
        assertThat(with.point(arc.start()).at().length()).isCloseTo(25, within(1e-8));
        assertThat(with.point(arc.end()).at().length()).isCloseTo(25, within(1e-8));
        int before = Solver.judge(s).freedoms();
        assertThat(Solver.judge(with).freedoms()).as("nothing of it is loose").isEqualTo(before);
    }
}
