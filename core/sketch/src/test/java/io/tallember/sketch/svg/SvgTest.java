package io.tallember.sketch.svg;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Tolerance;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Draw;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchEllipse;
import io.tallember.sketch.SketchSpline;
import io.tallember.sketch.edit.Trim;
import io.tallember.sketch.regions.Reading;
import io.tallember.sketch.regions.SketchReader;
import io.tallember.sketch.solve.Solver;
import java.util.Locale;
import org.junit.jupiter.api.Test;

/** Outlines in and out: areas, what is recognised, and what is refused. */
class SvgTest {
    private static final double JOIN = 0.01;

    private static String svg(String inside) {
        return "<svg xmlns='http://www.w3.org/2000/svg' width='100mm' height='60mm' viewBox='0 0 100 60'>" + inside
                + "</svg>";
    }

    private static Sketch read(String inside) {
        Sketch s = Outline.read(svg(inside), 0, JOIN);
        return Solver.solve(s).orElseThrow();
    }

    private static Reading regions(Sketch s) {
        return SketchReader.read(s, Tolerance.DEFAULT);
    }

    private static double area(Sketch s) {
        return regions(s).regions().stream().mapToDouble(r -> r.area()).sum();
    }

    private static long count(Sketch s, Kind k) {
        return s.constraints().stream().filter(c -> c.kind() == k).count();
    }

    @Test
    void aRoundedPlateWithHolesComesInWithItsRelations() {
        Sketch s = read("<rect x='10' y='10' width='60' height='40' rx='6'/>"
                + "<g transform='translate(20 20)'><circle r='4'/><circle cx='40' cy='20' r='4'/></g>");
        assertThat(regions(s).regions()).hasSize(3);
        assertThat(area(s)).isCloseTo(60 * 40 - (4 - Math.PI) * 36, within(1e-6));
        assertThat(count(s, Kind.HORIZONTAL)).isEqualTo(2);
        assertThat(count(s, Kind.VERTICAL)).isEqualTo(2);
        assertThat(count(s, Kind.TANGENT)).isEqualTo(8);
        assertThat(count(s, Kind.EQUAL)).isEqualTo(4);
        // y points up in a sketch: the first hole lies 20 from the top of 60
        SketchCircle hole = s.curves().stream()
                .filter(SketchCircle.class::isInstance)
                .map(SketchCircle.class::cast)
                .findFirst()
                .orElseThrow();
        assertThat(s.point(hole.centre()).y()).isCloseTo(40, within(1e-9));
    }

    @Test
    void arcsCurvesAndShorthandsOfPaths() {
        double half = Math.PI * 100 / 2;
        assertThat(area(read("<path d='M10 30A10 10 0 0 1 30 30Z'/>"))).isCloseTo(half, within(1e-6));
        assertThat(area(read("<path d='M10 30a10,10,0,0,0,20,0z'/>"))).isCloseTo(half, within(1e-6));
        assertThat(area(read("<path d='M10,30a10 10 0 1120 0h-20'/>"))).isCloseTo(half, within(1e-6));
        // a parabola's segment has two thirds of the triangle's box
        assertThat(area(read("<path d='M0 0Q10 20 20 0Z'/>"))).isCloseTo(20 * 10 * 2 / 3.0, within(1e-6));
        Sketch wave = read("<path d='M0 10c5 -10 10 -10 15 0s10 10 15 0q2 5 4 0t5 5v20H0z'/>");
        assertThat(regions(wave).regions()).hasSize(1);
        assertThat(wave.curves().stream().filter(SketchSpline.class::isInstance))
                .hasSize(4);
        assertThat(area(read("<polygon points='0,0 10,0 10,10 0 10'/>"))).isCloseTo(100, within(1e-9));
    }

    @Test
    void transformsNestAndMakeEllipsesOfCircles() {
        Sketch s = read("<g transform='translate(50 30) rotate(30)'><circle transform='scale(2 1)' r='8'/></g>");
        assertThat(s.curves()).hasSize(1).allMatch(c -> c instanceof SketchEllipse e && e.whole());
        assertThat(area(s)).isCloseTo(Math.PI * 16 * 8, within(1e-6));
        Sketch skew = read("<path transform='matrix(1 0 0.5 1 0 0)' d='M10 10A5 5 0 0 1 20 10Z'/>");
        assertThat(area(skew)).isCloseTo(Math.PI * 25 / 2, within(1e-6));
        assertThat(read("<circle r='3' transform='rotate(45) skewX(0)'/>").curves())
                .allMatch(c -> c instanceof SketchCircle);
        assertThat(read("<path transform='scale(1,-1)' d='M10 10A5 5 0 0 1 20 10Z'/>")
                        .curves())
                .anyMatch(c -> c instanceof SketchArc);
    }

    @Test
    void unitsAreReadAndWithoutThemAUnitIsAsAsked() {
        String inch = "<svg width='2in' viewBox='0 0 2 2'><rect width='1' height='1'/></svg>";
        assertThat(area(Outline.read(inch, 0, JOIN))).isCloseTo(25.4 * 25.4, within(1e-9));
        String none = "<svg><rect width='96' height='96'/></svg>";
        assertThat(area(Outline.read(none, 0, JOIN))).isCloseTo(25.4 * 25.4, within(1e-9));
        assertThat(area(Outline.read(none, 1, JOIN))).isCloseTo(96 * 96, within(1e-9));
    }

    @Test
    void endsThatNearlyMeetAreJoined() {
        Sketch s = read("<line x1='0' y1='0' x2='20' y2='0'/><line x1='20.004' y1='0.003' x2='20' y2='15'/>"
                + "<line x1='19.998' y1='15' x2='0' y2='0.002'/>");
        assertThat(regions(s).regions()).hasSize(1);
        assertThat(regions(s).gaps()).isEmpty();
        assertThat(Solver.judge(s).fighting()).isEmpty();
    }

    @Test
    void whatIsWrittenIsReadBackTheSame() {
        Sketch s = new Draw()
                .point("a", 0, 0)
                .point("b", 40, 0)
                .point("c", 40, 20)
                .point("m", 30, 20)
                .point("d", 20, 20)
                .point("q", 10, 30)
                .line("l", "a", "b")
                .line("k", "b", "c")
                .arc("w", "m", "c", "d")
                .spline("f", "d", "q", "a")
                .point("e", 20, 8)
                .point("ea", 28, 10)
                .point("eb", 19, 12)
                .ellipse("o", "e", "ea", "eb")
                .point("t", 5, -20)
                .point("u", 30, -20)
                .text("t1", "t", "u", "Ag4", 6)
                .sketch();
        Sketch settled = Solver.solve(s).orElseThrow();
        Sketch cut = Trim.trim(
                settled.with(
                        java.util.List.of(
                                new io.tallember.sketch.SketchPoint("x", 24, -1),
                                new io.tallember.sketch.SketchPoint("y", 24, 30),
                                new io.tallember.sketch.SketchLine("z", "x", "y", true)),
                        java.util.List.of()),
                "o",
                new io.tallember.geometry.Vec2(28, 10));
        for (Sketch out : new Sketch[] {settled, cut}) {
            Sketch back = Outline.read(SvgWriter.write(out), 0, 1e-5);
            assertThat(regions(back).regions()).hasSize(regions(out).regions().size());
            assertThat(area(back)).isCloseTo(area(out), within(1e-5));
        }
        assertThat(SvgWriter.write(Sketch.EMPTY)).contains("<svg");
    }

    /** A cubic that returns to its start is a loop: its area is 3/20 of what its two middle poles span. */
    @Test
    void aLoopOfOneCubicIsARegion() {
        Sketch s = read("<path d='M10 10C30 10 10 30 10 10Z'/>");
        assertThat(regions(s).regions()).hasSize(1);
        assertThat(area(s)).isCloseTo(60, within(1e-9));
    }

    @Test
    void brokenAndEmptyFilesAreRefusedInASentence() {
        assertThat(catchThrowable(() -> Outline.read("<svg><path d='M0 0L", 0, JOIN)))
                .hasMessageContaining("broken at line");
        assertThat(catchThrowable(() -> Outline.read("<html/>", 0, JOIN))).hasMessageContaining("begins with html");
        assertThat(catchThrowable(() -> read("<path d='M0 0X4'/>"))).hasMessageContaining("command X");
        assertThat(catchThrowable(() -> read("<path d='M0 0L4'/>"))).hasMessageContaining("number should stand");
        assertThat(catchThrowable(() -> read("<text>hello</text><defs><path d='M0 0L1 1'/></defs>")))
                .hasMessageContaining("no outlines");
        StringBuilder many = new StringBuilder();
        for (int i = 0; i < 3001; i++) {
            many.append(String.format(Locale.ROOT, "<line x1='%d' x2='%d' y2='5'/>", i, i));
        }
        assertThat(catchThrowable(() -> read(many.toString()))).hasMessageContaining("at most 3000");
        String bomb = "<!DOCTYPE svg [<!ENTITY a \"aaaa\">]><svg>&a;</svg>";
        assertThat(catchThrowable(() -> Outline.read(bomb, 0, JOIN))).isNotNull();
    }
}
