package io.tallember.sketch.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Draw;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.Sketch.Strand;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.solve.Judgement;
import io.tallember.sketch.solve.Solver;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Corners of two curves of all kinds, rounded and bevelled; tangent lines that end on a line. */
class CornerTest {
    private static final int SEEDS = Boolean.getBoolean("long") ? 500 : 60;

    /** A curve from the corner "c" outward, roughly in a direction. */
    private static void leg(Draw d, Random r, String id, int kind, double turn) {
        double far = 30 + 10 * r.nextDouble();
        double x = far * Math.cos(turn);
        double y = far * Math.sin(turn);
        d.point(id + "e", x, y);
        double bow = (r.nextBoolean() ? 1 : -1) * (0.6 + r.nextDouble()) * far;
        if (kind == 0) {
            d.line(id, "c", id + "e");
        } else if (kind == 1) { // an arc whose centre lies beside the chord
            d.point(id + "m", x / 2 - bow * y / far, y / 2 + bow * x / far);
            d.arc(id, id + "m", bow > 0 ? "c" : id + "e", bow > 0 ? id + "e" : "c");
        } else if (kind == 2) {
            d.point(id + "q", x / 2 - 0.1 * bow * y / far, y / 2 + 0.1 * bow * x / far);
            d.spline(
                    id,
                    r.nextBoolean() ? new String[] {"c", id + "q", id + "e"} : new String[] {id + "e", id + "q", "c"});
        } else { // a quarter of an ellipse
            double tall = (0.3 + 0.3 * r.nextDouble()) * far;
            d.point(id + "n", x, y);
            d.point(id + "b", x - tall * y / far, y + tall * x / far);
            d.ellipse(id, id + "n", "c", id + "b", id + "b", "c");
        }
    }

    private static Sketch corner(Random r, int a, int b) {
        Draw d = new Draw().point("c", 0, 0);
        double turn = 2 * Math.PI * r.nextDouble();
        leg(d, r, "a", a, turn);
        leg(d, r, "b", b, turn + (r.nextBoolean() ? 1 : -1) * (0.9 + 1.4 * r.nextDouble()));
        return d.sketch();
    }

    private static Strand strand(Sketch s, String id) {
        return s.strand((SketchCurve) s.find(id).orElseThrow()).orElseThrow();
    }

    /** The least distance of a place from a curve, by samples. */
    private static double away(Strand s, Vec2 p) {
        double least = Double.MAX_VALUE;
        for (int i = 0; i <= 20000; i++) {
            Vec3 q = s.curve().point(s.range().at(i / 20000.0));
            least = Math.min(least, Math.hypot(q.x() - p.x(), q.y() - p.y()));
        }
        return least;
    }

    @Test
    void everyPairOfCurvesIsRounded() {
        Random r = new Random(7);
        int done = 0;
        for (int k = 0; k < SEEDS; k++) {
            int a = k % 4;
            int b = k / 4 % 4;
            Sketch s = corner(r, a, b);
            double radius = 1 + 5 * r.nextDouble();
            Sketch cut;
            try {
                cut = Corner.round(s, "c", radius);
            } catch (GeometryException e) {
                assertThat(e).hasMessageMatching(".*(between 0 and|no room).*");
                continue;
            }
            done++;
            SketchArc arc = (SketchArc) cut.curves().get(2);
            assertThat(cut.radius(arc)).isCloseTo(radius, within(1e-9));
            Vec2 m = cut.point(arc.centre()).at();
            for (String id : List.of("a", "b")) {
                // the circle touches and doesn't cross: by samples of the whole curve that was
                assertThat(away(strand(s, id), m)).as("seed %d, %s", k, id).isCloseTo(radius, within(1e-5));
                assertThat(Math.min(end(cut, arc, id, true), end(cut, arc, id, false)))
                        .isLessThan(1e-9);
            }
            Strand w = strand(cut, arc.id());
            assertThat(w.range().length()).isLessThan(Math.PI);
            Sketch solved = Solver.solve(cut).orElseThrow();
            Judgement j = Solver.judge(solved);
            assertThat(j.fighting()).isEmpty();
            assertThat(j.redundant()).as("seed %d", k).isEmpty();
            assertThat(j.freedoms()).as("seed %d", k).isEqualTo(Solver.judge(s).freedoms());
        }
        assertThat(done).isGreaterThan(SEEDS * 3 / 4);
    }

    private static double end(Sketch s, SketchArc arc, String id, boolean start) {
        Strand t = strand(s, id);
        Vec2 p = s.point(start ? arc.start() : arc.end()).at();
        Vec3 q = new Vec3(p.x(), p.y(), 0);
        return Math.min(
                t.curve().point(t.range().lo()).distance(q),
                t.curve().point(t.range().hi()).distance(q));
    }

    @Test
    void everyPairOfCurvesIsBevelled() {
        Random r = new Random(8);
        for (int k = 0; k < SEEDS; k++) {
            Sketch s = corner(r, k % 4, k / 4 % 4);
            Sketch cut = Solver.solve(Corner.bevel(s, "c", 4)).orElseThrow();
            SketchLine l = (SketchLine) cut.curves().get(2);
            assertThat(cut.point(l.start()).at().distance(new Vec2(0, 0))).isCloseTo(4, within(1e-8));
            assertThat(cut.point(l.end()).at().distance(new Vec2(0, 0))).isCloseTo(4, within(1e-8));
            assertThat(Solver.judge(cut).redundant()).as("seed %d", k).isEmpty();
        }
    }

    /** A half disc of radius 10 on its chord: a circle in its corner has its centre at x = sqrt(100 - 20 r). */
    @Test
    void theLargestRadiusIsTrue() {
        Sketch half = new Draw()
                .point("m", 0, 0)
                .point("p", 10, 0)
                .point("q", -10, 0)
                .arc("w", "m", "p", "q")
                .line("l", "p", "q")
                .sketch();
        Sketch round = Corner.round(half, "p", 3);
        assertThat(Solver.judge(Solver.solve(round).orElseThrow()).fighting()).isEmpty();
        double far = Math.sqrt(100 - 20 * 3);
        assertThat(round.point(((SketchArc) round.curves().get(2)).centre()).x())
                .isCloseTo(far, within(1e-9));
        String said = catchThrowable(() -> Corner.round(half, "p", 6)).getMessage();
        assertThat(said).contains("between 0 and 5 mm");
        // tangent to one another, or going on from one another: no corner
        Sketch smooth = new Draw()
                .point("m", 0, 0)
                .point("p", 10, 0)
                .point("q", 0, 10)
                .point("e", 10, -20)
                .arc("w", "m", "p", "q")
                .line("l", "p", "e")
                .sketch();
        assertThatThrownBy(() -> Corner.round(smooth, "p", 1)).hasMessageContaining("no corner");
    }

    @Test
    void aTangentLineEndsOnALine() {
        Sketch s = new Draw()
                .point("m", 0, 0)
                .circle("o", "m", 5)
                .point("a", 20, -10)
                .point("b", 20, 30)
                .line("l", "a", "b")
                .sketch();
        Sketch t = Solver.solve(Bridge.line(s, "o", new Vec2(0, 5), "l", new Vec2(20, 8)))
                .orElseThrow();
        SketchLine k = (SketchLine) t.curves().get(2);
        Vec2 p = t.point(k.start()).at();
        Vec2 q = t.point(k.end()).at();
        assertThat(p.length()).isCloseTo(5, within(1e-9));
        assertThat(p.dot(q.minus(p))).isCloseTo(0, within(1e-8));
        assertThat(p.y()).isPositive();
        assertThat(q).isEqualTo(new Vec2(20, 8));
        assertThat(Solver.judge(t).freedoms()).isEqualTo(Solver.judge(s).freedoms() + 1);
        Sketch toEnd = Bridge.line(s, "l", new Vec2(20, 40), "o", new Vec2(0, -5));
        assertThat(((SketchLine) toEnd.curves().get(2)).end()).isEqualTo("b");
        assertThat(toEnd.constraints()).extracting(c -> c.kind()).containsExactly(Kind.ON_CURVE, Kind.TANGENT);
        assertThatThrownBy(() -> Bridge.line(
                        new Draw(s)
                                .point("c", 30, 0)
                                .point("d", -30, 0)
                                .line("x", "c", "d")
                                .sketch(),
                        "o",
                        new Vec2(0, 5),
                        "x",
                        new Vec2(1, 1)))
                .hasMessageContaining("Pick it outside");
    }
}
