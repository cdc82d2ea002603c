package io.tallember.sketch.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.ArcLength;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Draw;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.Sketch.Strand;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchSpline;
import io.tallember.sketch.solve.Grip;
import io.tallember.sketch.solve.Solver;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** A spline that is cut stays one curve: its stretches lie where it lay, move with its points, and can be put together again. */
class SplineStretchTest {
    private static final int SEEDS = Boolean.getBoolean("long") ? 600 : 60;

    private static Draw drawn(Random r, boolean closed) {
        Draw d = new Draw();
        List<String> through = new ArrayList<>();
        int n = 3 + r.nextInt(5);
        for (int i = 0; i < n; i++) {
            double turn = 2 * Math.PI * i / n + 0.4 * r.nextDouble();
            double far = 20 + 15 * r.nextDouble();
            d.point("p" + i, closed ? far * Math.cos(turn) : 15 * i + 8 * r.nextDouble(), far * Math.sin(turn));
            through.add("p" + i);
        }
        return closed ? d.closedSpline("s", through) : d.spline("s", through.toArray(String[]::new));
    }

    private static List<SketchCurve> stretches(Sketch s) {
        return s.curves().stream().filter(SketchSpline.class::isInstance).toList();
    }

    private static double length(Sketch s) {
        return stretches(s).stream()
                .map(c -> s.strand(c).orElseThrow())
                .mapToDouble(t -> ArcLength.of(t.curve(), t.range()))
                .sum();
    }

    private static int freedoms(Sketch s) {
        return Solver.judge(s).freedoms();
    }

    private static Vec2 along(Sketch s, String curve, double share) {
        Strand t = s.strand((SketchCurve) s.find(curve).orElseThrow()).orElseThrow();
        Vec3 p = t.curve().point(t.range().at(share));
        return new Vec2(p.x(), p.y());
    }

    /** Every stretch goes on into its neighbour with one direction and one bend, by the exact curves. */
    private static void runsOn(Sketch s, String shared) {
        List<double[]> seen = new ArrayList<>();
        for (SketchCurve c : stretches(s)) {
            Strand t = s.strand(c).orElseThrow();
            for (int end = 0; end < 2; end++) {
                if (c.ends().get(end).equals(shared)) {
                    Curve k = t.curve();
                    double at = end == 0 ? t.range().lo() : t.range().hi();
                    Vec3 d = k.derivative(at);
                    seen.add(new double[] {
                        Math.atan2(d.y(), d.x()), d.cross(k.second(at)).z() / Math.pow(d.length(), 3)
                    });
                    assertThat(k.point(at))
                            .satisfies(p -> assertThat(new Vec2(p.x(), p.y())
                                            .distance(s.point(shared).at()))
                                    .isLessThan(1e-7));
                }
            }
        }
        assertThat(seen).hasSize(2);
        double turn = Math.abs(seen.get(0)[0] - seen.get(1)[0]) % (2 * Math.PI);
        assertThat(Math.min(turn, 2 * Math.PI - turn)).isLessThan(1e-6);
        assertThat(seen.get(0)[1]).isCloseTo(seen.get(1)[1], within(1e-5));
    }

    @Test
    void aSplitSplineStaysOneCurve() {
        Random r = new Random(15);
        for (int k = 0; k < SEEDS; k++) {
            boolean closed = k % 2 == 0;
            Sketch s = drawn(r, closed).sketch();
            Sketch two = Cut.split(s, "s", along(s, "s", 0.1 + 0.8 * r.nextDouble()));
            assertThat(stretches(two)).hasSize(2);
            // each cut slides along the curve and says no more
            assertThat(freedoms(two)).as("seed %d", k).isEqualTo(freedoms(s) + (closed ? 2 : 1));
            assertThat(length(two)).isCloseTo(length(s), within(1e-6));
            String cut = stretches(two).get(1).ends().get(0);
            runsOn(two, cut);
            String held = "p" + r.nextInt(3);
            Vec2 from = two.point(held).at();
            Sketch pulled = new Grip(two)
                    .pull(held, from, from.plus(1, new Vec2(4 * r.nextDouble() - 2, 4 * r.nextDouble() - 2)));
            assertThat(pulled.point(held).at().distance(from)).isPositive();
            runsOn(pulled, cut);
            Sketch one = Cut.join(two, "s", stretches(two).get(1).id());
            assertThat(one.find("s")).isEqualTo(s.find("s"));
            assertThat(freedoms(one)).isEqualTo(freedoms(s));
        }
    }

    @Test
    void cutAtAPointItGoesThroughItIsHeldThere() {
        Sketch s = drawn(new Random(3), false).sketch();
        Sketch two = Cut.split(s, "s", s.point("p1").at());
        assertThat(stretches(two).get(0).ends()).containsExactly("p0", "p1");
        assertThat(freedoms(two)).isEqualTo(freedoms(s));
        runsOn(two, "p1");
        Sketch three = Cut.split(
                two,
                stretches(two).get(1).id(),
                along(two, stretches(two).get(1).id(), 0.5));
        assertThat(stretches(three)).hasSize(3);
        assertThat(freedoms(three)).isEqualTo(freedoms(s) + 1);
    }

    /** What held on the curve goes on to hold when a part of it is trimmed away, and what is left is carried on along it. */
    @Test
    void aTrimmedSplineKeepsWhatHeldAndIsCarriedOnAgain() {
        Sketch s = new Draw()
                .point("p0", 0, 0)
                .point("p1", 12, 9)
                .point("p2", 26, 4)
                .point("p3", 40, 12)
                .spline("s", "p0", "p1", "p2", "p3")
                .point("a", 20, -20)
                .point("b", 20, 40)
                .line("l", "a", "b")
                .point("x", 6, 6)
                .hold(Kind.ON_CURVE, "x", "s")
                .point("u", -10, -8)
                .line("t", "u", "p0")
                .hold(Kind.TANGENT, "t", "s")
                .sketch();
        Sketch solved = Solver.solve(s).orElseThrow();
        Sketch cut = Trim.trim(solved, "s", new Vec2(33, 8));
        SketchSpline left = (SketchSpline) stretches(cut).get(0);
        assertThat(left.ends().get(0)).isEqualTo("p0");
        assertThat(cut.point(left.ends().get(1)).x()).isCloseTo(20, within(1e-9));
        assertThat(cut.constraints()).containsAll(solved.constraints());
        Sketch moved = new Grip(cut).pull("p1", cut.point("p1").at(), new Vec2(11, 14));
        Strand t = moved.strand((SketchCurve) moved.find("s").orElseThrow()).orElseThrow();
        Vec3 x = new Vec3(moved.point("x").x(), moved.point("x").y(), 0);
        assertThat(t.curve().point(t.curve().project(x, t.range())).distance(x)).isLessThan(1e-8);
        assertThat(Trim.extend(cut, "s", new Vec2(20, 6)).find("s")).isEqualTo(s.find("s"));
        assertThat(catchThrowable(() -> Trim.extend(s, "s", new Vec2(40, 12)))).hasMessageContaining("beyond its end");
    }

    /** A tangent line and a curve of the same bend hang on the end of a stretch as on that of a whole one. */
    @Test
    void theEndOfAStretchIsTangentAndSmooth() {
        Random r = new Random(4);
        int solved = 0;
        for (int k = 0; k < SEEDS; k++) {
            Sketch s = Cut.split(drawn(r, k % 2 == 0).sketch(), "s", new Vec2(30 * r.nextDouble(), 20));
            SketchSpline first = (SketchSpline) stretches(s).get(0);
            String end = first.ends().get(1);
            boolean arc = k % 3 == 0;
            Vec2 at = s.point(end).at();
            Vec2 way = at.minus(along(s, "s", 0.9));
            Vec2 e = at.plus(12 / way.length(), way);
            Draw d = new Draw(s).point("e", e.x() + 3, e.y() - 2).point("f", e.x() + 9, e.y() + 8);
            Vec2 leaves = at.plus(4 / way.length(), way);
            d.point("h", leaves.x(), leaves.y()).spline("n", List.of(end, "e", "f"), "h", "");
            d.hold(arc ? Kind.TANGENT : Kind.SMOOTH, "s", "n");
            Sketch held = Solver.solve(d.sketch()).orElse(null);
            if (held == null) {
                continue;
            }
            solved++;
            Strand a = held.strand((SketchCurve) held.find("s").orElseThrow()).orElseThrow();
            Strand b = held.strand((SketchCurve) held.find("n").orElseThrow()).orElseThrow();
            Vec3 da = a.curve().derivative(a.range().hi());
            Vec3 db = b.curve().derivative(b.range().lo());
            assertThat(da.cross(db).z() / da.length() / db.length()).isCloseTo(0, within(1e-7));
            if (!arc) {
                double ka = da.cross(a.curve().second(a.range().hi())).z() / Math.pow(da.length(), 3);
                double kb = db.cross(b.curve().second(b.range().lo())).z() / Math.pow(db.length(), 3);
                assertThat(ka * Math.signum(da.dot(db))).isCloseTo(kb, within(1e-5));
            }
        }
        assertThat(solved).isGreaterThan(SEEDS * 9 / 10);
    }
}
