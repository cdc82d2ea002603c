package io.tallember.sketch.solve;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Draw;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Constraints on ellipses and splines, measured on the curves themselves. */
class FreeConstraintsTest {
    private static Draw ellipse() {
        return new Draw().point("m", 0, 0).point("a", 20, 2).point("b", -1, 9).ellipse("o", "m", "a", "b");
    }

    private static Draw spline() {
        return new Draw()
                .point("p", 0, 0)
                .point("q", 12, 9)
                .point("r", 26, 4)
                .point("s", 40, 12)
                .spline("f", "p", "q", "r", "s");
    }

    private static Sketch solved(Draw d) {
        return Solver.solve(d.sketch()).orElseThrow();
    }

    private static double off(Sketch s, String curve, Vec2 p) {
        Sketch.Strand c = s.strand((SketchCurve) s.find(curve).orElseThrow()).orElseThrow();
        Vec3 q = new Vec3(p.x(), p.y(), 0);
        return c.curve().point(c.curve().project(q, c.range())).distance(q);
    }

    /** The least distance of a line from a curve, with sign of the side on which it lies. */
    private static double[] across(Sketch s, String line, String curve) {
        Sketch.Strand c = s.strand((SketchCurve) s.find(curve).orElseThrow()).orElseThrow();
        Sketch.Strand l = s.strand((SketchCurve) s.find(line).orElseThrow()).orElseThrow();
        Vec3 n = Vec3.Z.cross(l.curve().tangent(0));
        double lo = Double.MAX_VALUE;
        double hi = -Double.MAX_VALUE;
        for (int i = 0; i <= 20000; i++) {
            double d = c.curve()
                    .point(c.range().at(i / 20000.0))
                    .minus(l.curve().point(0))
                    .dot(n);
            lo = Math.min(lo, d);
            hi = Math.max(hi, d);
        }
        return new double[] {lo, hi};
    }

    @Test
    void aPointIsHeldOnAnEllipseAndOnASpline() {
        Sketch s = solved(ellipse().point("x", 12, 12).hold(Kind.ON_CURVE, "x", "o"));
        assertThat(off(s, "o", s.point("x").at())).isLessThan(1e-9);
        assertThat(Solver.judge(s).freedoms()).isEqualTo(6);
        Sketch t = solved(spline().point("x", 19, 11).hold(Kind.ON_CURVE, "x", "f"));
        assertThat(off(t, "f", t.point("x").at())).isLessThan(1e-9);
        assertThat(Solver.judge(t).freedoms()).isEqualTo(9);
    }

    @Test
    void aLineTouchesAnEllipseWithoutCrossingIt() {
        Sketch s = solved(ellipse()
                .point("u", -20, 14)
                .point("v", 25, 16)
                .line("l", "u", "v")
                .hold(Kind.TANGENT, "l", "o"));
        double[] d = across(s, "l", "o");
        assertThat(Math.min(Math.abs(d[0]), Math.abs(d[1]))).isLessThan(1e-6);
        assertThat(Solver.judge(s).freedoms()).isEqualTo(8);
    }

    @Test
    void aStretchOfAnEllipseRunsSmoothlyIntoALine() {
        Sketch s = solved(new Draw()
                .point("m", 0, 0)
                .point("a", 20, 0)
                .point("b", 0, 10)
                .point("s", 20, 1)
                .point("e", 1, 10)
                .point("v", -25, 13)
                .ellipse("o", "m", "a", "b", "s", "e")
                .line("l", "e", "v")
                .hold(Kind.TANGENT, "l", "o")
                .hold(Kind.FIXED, "m"));
        Sketch.Strand o = s.strand((SketchCurve) s.find("o").orElseThrow()).orElseThrow();
        Sketch.Strand l = s.strand((SketchCurve) s.find("l").orElseThrow()).orElseThrow();
        assertThat(o.curve().tangent(o.range().hi()).cross(l.curve().tangent(0)).length())
                .isLessThan(1e-8);
        assertThat(off(s, "o", s.point("s").at())).isLessThan(1e-9);
    }

    @Test
    void aSplineIsTangentToALineAtTheEndTheyShareAndKeepsItsHandleOnIt() {
        Sketch s = solved(new Draw()
                .point("p", 0, 0)
                .point("q", 12, 9)
                .point("r", 26, 4)
                .point("h", 3, 4)
                .point("u", -20, -3)
                .spline("f", List.of("p", "q", "r"), "h", "")
                .line("l", "u", "p")
                .hold(Kind.TANGENT, "l", "f"));
        Vec2 d = s.point("p").at().minus(s.point("u").at());
        Vec2 h = s.point("h").at().minus(s.point("p").at());
        assertThat(d.cross(h) / d.length() / h.length()).isCloseTo(0, within(1e-9));
        Sketch.Strand f = s.strand((SketchCurve) s.find("f").orElseThrow()).orElseThrow();
        assertThat(f.curve().tangent(f.range().lo()).y() * h.x())
                .isCloseTo(f.curve().tangent(f.range().lo()).x() * h.y(), within(1e-9));
    }

    @Test
    void smoothMeansOneDirectionAndOneBend() {
        Sketch s = solved(new Draw()
                .point("m", 0, 10)
                .point("a", 0, 0)
                .point("b", 10, 10)
                .arc("w", "m", "a", "b")
                .point("h", 10, 16)
                .point("q", 18, 30)
                .point("r", 40, 34)
                .spline("f", List.of("b", "q", "r"), "h", "")
                .hold(Kind.FIXED, "m")
                .hold(Kind.FIXED, "a")
                .hold(Kind.SMOOTH, "w", "f"));
        Sketch.Strand f = s.strand((SketchCurve) s.find("f").orElseThrow()).orElseThrow();
        Sketch.Strand w = s.strand((SketchCurve) s.find("w").orElseThrow()).orElseThrow();
        Vec3 t = f.curve().tangent(f.range().lo());
        assertThat(t.cross(w.curve().tangent(w.range().hi())).length()).isLessThan(1e-8);
        Vec3 d = f.curve().derivative(f.range().lo());
        double bend = d.cross(f.curve().second(f.range().lo())).z() / Math.pow(d.length(), 3);
        assertThat(bend).isCloseTo(0.1, within(1e-8));
    }

    @Test
    void aLineTouchesASplineInItsMiddle() {
        Sketch s = solved(spline().point("u", -5, 12)
                .point("v", 30, 13)
                .line("l", "u", "v")
                .hold(Kind.FIXED, "p")
                .hold(Kind.FIXED, "q")
                .hold(Kind.FIXED, "r")
                .hold(Kind.FIXED, "s")
                .hold(Kind.TANGENT, "l", "f"));
        assertThat(Solver.judge(s).freedoms()).isEqualTo(3);
        Sketch.Strand f = s.strand((SketchCurve) s.find("f").orElseThrow()).orElseThrow();
        Sketch.Strand l = s.strand((SketchCurve) s.find("l").orElseThrow()).orElseThrow();
        double least = Double.MAX_VALUE;
        for (int i = 0; i <= 4000; i++) {
            double t = f.range().at(0.6 * i / 4000.0);
            double off = Math.abs(f.curve()
                    .point(t)
                    .minus(l.curve().point(0))
                    .cross(l.curve().tangent(0))
                    .z());
            double turn =
                    Math.abs(f.curve().tangent(t).cross(l.curve().tangent(0)).z());
            least = Math.min(least, off + turn);
        }
        assertThat(least).isLessThan(1e-3);
    }

    @Test
    void aCircleTouchesASplineAndAnArcTakesItsLength() {
        Sketch s = solved(spline().point("k", 14, 25)
                .circle("c", "k", 8)
                .hold(Kind.TANGENT, "c", "f")
                .size("size-r", Kind.RADIUS, 10, "c"));
        Sketch.Strand f = s.strand((SketchCurve) s.find("f").orElseThrow()).orElseThrow();
        double least = Double.MAX_VALUE;
        Vec2 k = s.point("k").at();
        for (int i = 0; i <= 20000; i++) {
            least = Math.min(least, f.curve().point(f.range().at(i / 20000.0)).distance(new Vec3(k.x(), k.y(), 0)));
        }
        assertThat(least).isCloseTo(10, within(1e-5));

        Sketch arc = solved(new Draw()
                .point("m", 0, 0)
                .point("a", 10, 0)
                .point("b", -3, -9)
                .arc("w", "m", "a", "b")
                .size("len", Kind.ARC_LENGTH, 50, "w"));
        assertThat(Measurement.of(arc, arc.constraint("len").orElseThrow())).isCloseTo(50, within(1e-9));
    }

    @Test
    void splinesThatNoLongerEndTogetherFightInsteadOfFailing() {
        Sketch s = spline().point("x", 60, 3)
                .point("y", 80, 9)
                .spline("g", "x", "y")
                .hold(Kind.TANGENT, "f", "g")
                .sketch();
        assertThat(Solver.solve(s)).isEmpty();
        assertThat(Solver.judge(s).fighting()).containsExactly("k0");
    }
}
