package io.tallember.sketch.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Draw;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.regions.SketchReader;
import io.tallember.sketch.solve.Judgement;
import io.tallember.sketch.solve.Solver;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Chains drawn again beside themselves: areas of the copies, what they keep, and what is used up. */
class OffsetTest {
    private static Sketch box() {
        return Solver.solve(Draw.rectangle(0, 0, 30, 20)
                        .size("size-w", Kind.DISTANCE, 30, "ab")
                        .size("size-h", Kind.DISTANCE, 20, "bc")
                        .hold(Kind.COINCIDENT, "a", Sketch.ORIGIN)
                        .sketch())
                .orElseThrow();
    }

    private static final List<String> BOX = List.of("ab", "bc", "cd", "da");

    private static double[] areas(Sketch s) {
        return SketchReader.read(s, Tolerance.DEFAULT).regions().stream()
                .mapToDouble(r -> r.area())
                .sorted()
                .toArray();
    }

    private static Sketch settled(Sketch s) {
        Sketch out = Solver.solve(s).orElseThrow();
        Judgement j = Solver.judge(out);
        assertThat(j.fighting()).isEmpty();
        assertThat(j.redundant()).isEmpty();
        return out;
    }

    private static String offset(Sketch s) {
        return s.constraints().stream()
                .filter(c -> c.kind() == Kind.OFFSET)
                .findFirst()
                .orElseThrow()
                .id();
    }

    @Test
    void aBoxInsideABoxFollowsTheDistanceAndTheBox() {
        Sketch s = settled(Offset.of(box(), BOX, 3, new Vec2(15, 10), false));
        assertThat(areas(s)).containsExactly(new double[] {600 - 24 * 14, 24 * 14}, within(1e-9));
        assertThat(Solver.judge(s).freedoms()).isZero();
        Sketch further = Solver.change(s, offset(s), 5).orElseThrow();
        assertThat(areas(further)).containsExactly(new double[] {200, 400}, within(1e-9));
        Sketch wider = Solver.change(further, "size-w", 40).orElseThrow();
        assertThat(areas(wider)).containsExactly(new double[] {300, 500}, within(1e-9));
    }

    @Test
    void outerCornersAreCarriedOnOrRounded() {
        Sketch sharp = settled(Offset.of(box(), BOX, 4, new Vec2(40, 10), false));
        assertThat(areas(sharp)[0] + areas(sharp)[1]).isCloseTo(38 * 28, within(1e-9));
        Sketch round = settled(Offset.of(box(), BOX, 4, new Vec2(40, 10), true));
        assertThat(areas(round)[0] + areas(round)[1]).isCloseTo(600 + 2 * 4 * (30 + 20) + Math.PI * 16, within(1e-8));
        assertThat(Solver.judge(round).freedoms()).isZero();
        Sketch more = Solver.change(round, offset(round), 6).orElseThrow();
        assertThat(areas(more)[0] + areas(more)[1]).isCloseTo(600 + 2 * 6 * (30 + 20) + Math.PI * 36, within(1e-8));
    }

    @Test
    void tangentChainsStayTangentOnBothSides() {
        Sketch slot = Solver.solve(new Draw()
                        .point("m", 0, 0)
                        .point("n", 30, 0)
                        .point("a", 0, -6)
                        .point("b", 30, -6)
                        .point("c", 30, 6)
                        .point("e", 0, 6)
                        .line("low", "a", "b")
                        .line("top", "c", "e")
                        .arc("right", "n", "b", "c")
                        .arc("left", "m", "e", "a")
                        .hold(Kind.TANGENT, "low", "right")
                        .hold(Kind.TANGENT, "right", "top")
                        .hold(Kind.TANGENT, "top", "left")
                        .hold(Kind.TANGENT, "left", "low")
                        .hold(Kind.EQUAL, "left", "right")
                        .hold(Kind.COINCIDENT, "m", Sketch.ORIGIN)
                        .hold(Kind.HORIZONTAL, "low")
                        .size("size-l", Kind.DISTANCE, 30, "m", "n")
                        .size("size-r", Kind.RADIUS, 6, "left")
                        .sketch())
                .orElseThrow();
        List<String> all = List.of("low", "right", "top", "left");
        for (double d : new double[] {2, -2}) {
            Sketch s = settled(Offset.of(slot, all, Math.abs(d), new Vec2(15, d < 0 ? 0 : 20), false));
            double r = 6 + d;
            double[] a = areas(s);
            assertThat(d < 0 ? a[1] : a[0] + a[1]).isCloseTo(60 * r + Math.PI * r * r, within(1e-8));
            assertThat(Solver.judge(s).freedoms()).isZero();
            Sketch longer = Solver.change(s, "size-l", 36).orElseThrow();
            double[] b = areas(longer);
            assertThat(b[0] + b[1])
                    .isCloseTo(72 * Math.max(6, r) + Math.PI * Math.pow(Math.max(6, r), 2), within(1e-8));
        }
    }

    @Test
    void anOpenChainAndACircleHaveCopiesToo() {
        Sketch s = new Draw()
                .point("a", 0, 0)
                .point("b", 20, 0)
                .point("c", 30, 15)
                .line("l", "a", "b")
                .line("k", "b", "c")
                .point("m", 60, 0)
                .circle("o", "m", 8)
                .sketch();
        Sketch two = settled(Offset.of(s, List.of("l", "k"), 2, new Vec2(10, 5), false));
        assertThat(two.curves()).hasSize(5);
        assertThat(Solver.judge(two).freedoms()).isEqualTo(9);
        Sketch ring = settled(Offset.of(s, List.of("o"), 3, new Vec2(60, 1), false));
        assertThat(areas(ring))
                .containsExactly(
                        java.util.stream.DoubleStream.of(25 * Math.PI, 39 * Math.PI)
                                .sorted()
                                .toArray(),
                        within(1e-8));
    }

    @Test
    void whatIsUsedUpIsNamedWithTheLargestDistance() {
        assertThat(catchThrowable(() -> Offset.of(box(), BOX, 11, new Vec2(15, 10), false)))
                .hasMessageContaining("nothing is left")
                .hasMessageContaining("less than 10 mm");
        Sketch s = new Draw().point("m", 0, 0).circle("o", "m", 8).sketch();
        assertThat(catchThrowable(() -> Offset.of(s, List.of("o"), 8.5, new Vec2(0, 0.1), false)))
                .hasMessageContaining("nothing is left")
                .hasMessageContaining("less than 8 mm");
        assertThat(catchThrowable(() -> Offset.of(s, List.of(), 1, new Vec2(0, 0), false)))
                .hasMessageContaining("Pick the curves");
    }

    private static Draw outline(double... xy) {
        Draw d = new Draw();
        int n = xy.length / 2;
        for (int i = 0; i < n; i++) {
            d.point("p" + i, xy[2 * i], xy[2 * i + 1]);
        }
        for (int i = 0; i < n; i++) {
            d.line("c" + i, "p" + i, "p" + (i + 1) % n);
        }
        return d;
    }

    private static List<String> all(Sketch s) {
        return s.curves().stream().map(SketchCurve::id).toList();
    }

    /** Through a neck of 4, 3 inward: the neck is left out, and what is left are two loops, which follow. */
    @Test
    void aNeckFallsOutAndTheRestCloses() {
        Draw d = outline(0, 0, 20, 0, 20, 8, 40, 8, 40, 0, 60, 0, 60, 20, 40, 20, 40, 12, 20, 12, 20, 20, 0, 20);
        for (int i = 0; i < 12; i++) {
            d.hold(Kind.FIXED, "p" + i);
        }
        Sketch bell = d.sketch();
        Sketch s = Solver.solve(Offset.of(bell, all(bell), 3, new Vec2(10, 10), false))
                .orElseThrow();
        assertThat(areas(s)).containsExactly(new double[] {14 * 14, 14 * 14, 880 - 2 * 14 * 14}, within(1e-8));
        Sketch wider = Solver.change(s, offset(s), 3.5).orElseThrow();
        assertThat(areas(wider)).containsExactly(new double[] {13 * 13, 13 * 13, 880 - 2 * 13 * 13}, within(1e-7));
        assertThat(Solver.judge(s).fighting()).isEmpty();
    }

    /** A fillet smaller than the distance falls out, and the lines beside it meet. */
    @Test
    void aSmallFilletFallsOut() {
        Sketch s = Solver.solve(outline(0, 0, 30, 0, 30, 20, 0, 20).sketch()).orElseThrow();
        Sketch round =
                Solver.solve(Corner.round(Corner.round(s, "p2", 2), "p0", 2)).orElseThrow();
        Sketch in = Solver.solve(Offset.of(round, all(round), 3, new Vec2(15, 10), false))
                .orElseThrow();
        assertThat(areas(in)[1]).isCloseTo(24 * 14, within(1e-8));
        Sketch less = Solver.solve(Offset.of(round, all(round), 1, new Vec2(15, 10), false))
                .orElseThrow();
        double inner = 28 * 18 - 2 * (1 - Math.PI / 4);
        assertThat(Arrays.stream(areas(less)).boxed().toList())
                .anySatisfy(x -> assertThat(x).isCloseTo(inner, within(1e-8)));
    }

    /** Random outlines, also with notches: inside the copies lies just what is farther than the distance from the outline. */
    @Test
    void inwardCopiesHoldWhatIsFartherAway() {
        int made = 0;
        for (int seed = 0; seed < (Boolean.getBoolean("long") ? 1000 : 60); seed++) {
            Random r = new Random(seed);
            int n = 4 + r.nextInt(9);
            double[] xy = new double[2 * n];
            for (int i = 0; i < n; i++) {
                double t = 2 * Math.PI * (i + 0.4 * r.nextDouble()) / n;
                double far = 8 + 32 * r.nextDouble();
                xy[2 * i] = far * Math.cos(t);
                xy[2 * i + 1] = far * Math.sin(t);
            }
            double d = 0.5 + 5 * r.nextDouble();
            Sketch s = outline(xy).sketch();
            Sketch in;
            try {
                in = Offset.of(s, all(s), d, new Vec2(0, 0), false);
            } catch (io.tallember.geometry.GeometryException e) {
                assertThat(e).hasMessageContaining("nothing is left");
                continue;
            }
            made++;
            List<String> old = all(s);
            Sketch copies = in.without(old);
            double area = SketchReader.read(copies, Tolerance.DEFAULT).regions().stream()
                    .mapToDouble(x -> x.area())
                    .sum();
            double farther = farther(xy, d);
            assertThat(area).as("seed %d", seed).isLessThan(farther + 0.02 * Math.max(farther, 20));
            assertThat(area).as("seed %d", seed).isGreaterThan(farther - sharp(xy, d) - 0.02 * Math.max(farther, 20));
            assertThat(SketchReader.read(copies, Tolerance.DEFAULT).openEnds())
                    .as("seed %d", seed)
                    .isEmpty();
            assertThat(SketchReader.read(copies, Tolerance.DEFAULT).crossed())
                    .as("seed %d", seed)
                    .isEmpty();
            assertThat(Solver.holds(in)).as("seed %d holds as drawn", seed).isTrue();
        }
        assertThat(made).isGreaterThan(45);
    }

    /** By how much sharp copies may cut off more at dents than rounded ones. */
    private static double sharp(double[] xy, double d) {
        int n = xy.length / 2;
        double sum = 0;
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            int k = (i + 2) % n;
            Vec2 u = new Vec2(xy[2 * j] - xy[2 * i], xy[2 * j + 1] - xy[2 * i + 1]);
            Vec2 v = new Vec2(xy[2 * k] - xy[2 * j], xy[2 * k + 1] - xy[2 * j + 1]);
            double turn = Math.atan2(u.cross(v), u.dot(v));
            sum += turn < 0 ? d * d * (Math.tan(-turn / 2) + turn / 2) : 0;
        }
        return sum;
    }

    /** The area inside a polygon farther than d from its rim, counted on a fine grid. */
    private static double farther(double[] xy, double d) {
        int n = xy.length / 2;
        int count = 0;
        double step = Boolean.getBoolean("long") ? 0.1 : 0.2;
        for (double x = -41; x < 41; x += step) {
            for (double y = -41; y < 41; y += step) {
                boolean in = false;
                double near = Double.MAX_VALUE;
                for (int i = 0; i < n; i++) {
                    int j = (i + 1) % n;
                    double ax = xy[2 * i];
                    double ay = xy[2 * i + 1];
                    double bx = xy[2 * j];
                    double by = xy[2 * j + 1];
                    in ^= ay > y != by > y && x < (bx - ax) * (y - ay) / (by - ay) + ax;
                    double t = ((x - ax) * (bx - ax) + (y - ay) * (by - ay))
                            / ((bx - ax) * (bx - ax) + (by - ay) * (by - ay));
                    t = Math.max(0, Math.min(1, t));
                    double far = Math.hypot(x - ax - t * (bx - ax), y - ay - t * (by - ay));
                    near = Math.min(near, far);
                }
                count += in && near >= d ? 1 : 0;
            }
        }
        return count * step * step;
    }

    /** Convex outlines: the copy outside with round corners has the area that Steiner's formula gives. */
    @Test
    void convexOutlinesGrowBySteinersFormula() {
        for (int seed = 0; seed < 60; seed++) {
            Random r = new Random(seed);
            int n = 3 + r.nextInt(6);
            Draw d = new Draw();
            double[] xs = new double[n];
            double[] ys = new double[n];
            List<String> lines = new java.util.ArrayList<>();
            for (int i = 0; i < n; i++) {
                double t = 2 * Math.PI * (i + 0.3 * r.nextDouble()) / n;
                xs[i] = 40 * Math.cos(t);
                ys[i] = 25 * Math.sin(t);
                d.point("p" + i, xs[i], ys[i]);
            }
            double area = 0;
            double girth = 0;
            for (int i = 0; i < n; i++) {
                int j = (i + 1) % n;
                d.line("c" + i, "p" + i, "p" + j);
                lines.add("c" + i);
                area += (xs[i] * ys[j] - xs[j] * ys[i]) / 2;
                girth += Math.hypot(xs[i] - xs[j], ys[i] - ys[j]);
            }
            double by = 1 + 6 * r.nextDouble();
            Sketch s = Offset.of(d.sketch(), lines, by, new Vec2(200, 0), true);
            assertThat(SketchReader.read(s, Tolerance.DEFAULT).regions().stream()
                            .mapToDouble(x -> x.area())
                            .sum())
                    .as("seed " + seed)
                    .isCloseTo(area + girth * by + Math.PI * by * by, within(1e-7));
            assertThat(Solver.judge(settled(s)).freedoms()).as("seed " + seed).isEqualTo(2 * n);
            for (SketchCurve c : s.curves()) {
                assertThat(s.strand(c)).isPresent();
            }
        }
    }
}
