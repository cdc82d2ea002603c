package io.tallember.sketch.solve;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Draw;
import io.tallember.sketch.Sketch;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/**
 * What hangs on traced geometry keeps its sides when that moves. Every expected place is a closed form of the rectangle's width and
 * height.
 */
class FollowingTest {
    /** Where a point is to be in a rectangle of a width and a height; null when there is no such place. */
    private interface Place {
        Vec2 in(double w, double h);
    }

    /** A traced rectangle (p0 to p3, lines q0 to q3) with things that hang on it, drawn at one size. */
    private static final class Traced {
        final Draw draw = new Draw();
        final double w;
        final double h;
        final Map<String, Place> places = new LinkedHashMap<>();
        final Map<String, Place> corners = new LinkedHashMap<>();

        Traced(double w, double h) {
            this.w = w;
            this.h = h;
            corners.put("p0", (a, b) -> new Vec2(0, 0));
            corners.put("p1", (a, b) -> new Vec2(a, 0));
            corners.put("p2", (a, b) -> new Vec2(a, b));
            corners.put("p3", (a, b) -> new Vec2(0, b));
            corners.forEach((id, at) -> {
                point(id, at);
                draw.hold(Kind.FIXED, id);
            });
            for (int i = 0; i < 4; i++) {
                draw.line("q" + i, "p" + i, "p" + (i + 1) % 4);
            }
        }

        void point(String id, Place p) {
            places.put(id, p);
            Vec2 at = p.in(w, h);
            draw.point(id, at.x(), at.y());
        }

        /** Whether every point has a place at a size. */
        boolean has(double a, double b) {
            return places.values().stream().allMatch(p -> p.in(a, b) != null);
        }

        Map<String, Vec2> moved(double a, double b) {
            Map<String, Vec2> out = new LinkedHashMap<>();
            corners.forEach((id, p) -> out.put(id, p.in(a, b)));
            return out;
        }

        void assertIs(Sketch s, double a, double b) {
            places.forEach((id, p) -> {
                assertThat(s.point(id).at().distance(p.in(a, b)))
                        .as(id + " at " + a + " x " + b)
                        .isLessThan(1e-7);
            });
        }
    }

    private static double distance(Vec2 p, double nx, double ny, double c) {
        return Math.abs(nx * p.x() + ny * p.y() - c);
    }

    /** The four lines of an offset, inside when {@code d} is above zero. */
    private static void offset(Traced t, String n, double d) {
        Place[] at = {
            (w, h) -> open(w, h, d) ? new Vec2(d, d) : null,
            (w, h) -> open(w, h, d) ? new Vec2(w - d, d) : null,
            (w, h) -> open(w, h, d) ? new Vec2(w - d, h - d) : null,
            (w, h) -> open(w, h, d) ? new Vec2(d, h - d) : null
        };
        List<String> on = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            t.point(n + i, at[i]);
        }
        for (int i = 0; i < 4; i++) {
            t.draw.line(n + "l" + i, n + i, n + (i + 1) % 4);
            on.addAll(List.of("q" + i, n + "l" + i));
        }
        t.draw.size(n + "k", Kind.OFFSET, Math.abs(d), on.toArray(String[]::new));
    }

    private static boolean open(double w, double h, double d) {
        return w - 2 * d > 1e-6 && h - 2 * d > 1e-6;
    }

    /** A point by its distances from one upright and one level side, on either side of each. */
    private static void hole(Traced t, String n, int upright, int level, double dx, double dy, boolean byAxes) {
        Place at = (w, h) -> new Vec2((upright == 1 ? w : 0) + dx, (level == 2 ? h : 0) + dy);
        t.point(n, at);
        t.draw.circle(n + "c", n, 1.5).size(n + "r", Kind.DIAMETER, 3, n + "c");
        if (byAxes) {
            String corner = upright == 1 ? level == 2 ? "p2" : "p1" : level == 2 ? "p3" : "p0";
            t.draw.size(n + "x", Kind.HORIZONTAL_DISTANCE, Math.abs(dx), corner, n)
                    .size(n + "y", Kind.VERTICAL_DISTANCE, Math.abs(dy), corner, n);
        } else {
            t.draw.size(n + "x", Kind.DISTANCE, Math.abs(dx), n, upright == 1 ? "q1" : "q3")
                    .size(n + "y", Kind.DISTANCE, Math.abs(dy), n, level == 2 ? "q2" : "q0");
        }
    }

    /** A circle that touches two sides from within or from outside. */
    private static void touching(Traced t, String n, double r, boolean right, boolean top, int sx, int sy) {
        t.point(n, (w, h) -> new Vec2((right ? w : 0) + sx * r, (top ? h : 0) + sy * r));
        t.draw.circle(n + "c", n, r)
                .size(n + "r", Kind.RADIUS, r, n + "c")
                .hold(Kind.TANGENT, right ? "q1" : "q3", n + "c")
                .hold(Kind.TANGENT, n + "c", top ? "q2" : "q0");
    }

    /** A line beside the right side at a distance, from the lower side to the upper one. */
    private static void beside(Traced t, String n, double d) {
        t.point(n + "a", (w, h) -> new Vec2(w + d, 0));
        t.point(n + "b", (w, h) -> new Vec2(w + d, h));
        t.draw.line(n, n + "a", n + "b")
                .hold(Kind.ON_CURVE, n + "a", "q0")
                .hold(Kind.ON_CURVE, n + "b", "q2")
                .hold(Kind.PARALLEL, n, "q1")
                .size(n + "k", Kind.DISTANCE, Math.abs(d), "q1", n);
    }

    /** The top of a triangle over the lower side, by its distances from both corners. */
    private static void apex(Traced t, String n, double a, double b, int side) {
        t.point(n, (w, h) -> {
            double x = (a * a - b * b + w * w) / (2 * w);
            double y2 = a * a - x * x;
            return y2 < 1e-3 ? null : new Vec2(x, side * Math.sqrt(y2));
        });
        t.draw.size(n + "a", Kind.DISTANCE, a, n, "p0").size(n + "b", Kind.DISTANCE, b, "p1", n);
    }

    /** A line that leaves the lower left corner at an angle, to the right or the upper side. */
    private static void leaning(Traced t, String n, double angle) {
        boolean right = t.w * Math.tan(angle) < t.h;
        t.point(n + "e", (w, h) -> right ? new Vec2(w, w * Math.tan(angle)) : new Vec2(h / Math.tan(angle), h));
        t.draw.line(n, "p0", n + "e")
                .hold(Kind.ON_CURVE, n + "e", right ? "q1" : "q2")
                .size(n + "k", Kind.ANGLE, angle, "q0", n);
    }

    /** Two points mirrored about the line through the middles of the level sides. */
    private static void mirrored(Traced t, String n, double dx, double dy) {
        t.point(n + "m", (w, h) -> new Vec2(w / 2, 0));
        t.point(n + "o", (w, h) -> new Vec2(w / 2, h));
        t.point(n + "a", (w, h) -> new Vec2(dx, dy));
        t.point(n + "b", (w, h) -> new Vec2(w - dx, dy));
        t.draw.line(n, n + "m", n + "o")
                .hold(Kind.MIDPOINT, n + "m", "q0")
                .hold(Kind.MIDPOINT, n + "o", "q2")
                .size(n + "x", Kind.DISTANCE, dx, n + "a", "q3")
                .size(n + "y", Kind.DISTANCE, dy, n + "a", "q0")
                .hold(Kind.SYMMETRIC, n + "a", n + "b", n);
        // where the rectangle is too narrow, both would have to pass the line
        t.places.put(n + "a", (w, h) -> (w / 2 - dx) * (t.w / 2 - dx) > 0 ? new Vec2(dx, dy) : null);
    }

    private static Traced random(Random r) {
        Traced t = new Traced(30 + 60 * r.nextDouble(), 30 + 60 * r.nextDouble());
        int n = 1 + r.nextInt(4);
        for (int i = 0; i < n; i++) {
            String id = "f" + i;
            double d = 0.5 + 8 * r.nextDouble();
            int sign = r.nextBoolean() ? 1 : -1;
            switch (r.nextInt(7)) {
                case 0 -> offset(t, id, sign * d);
                case 1 ->
                    hole(t, id, r.nextBoolean() ? 1 : 3, r.nextBoolean() ? 2 : 0, sign * d, d * 1.3, r.nextBoolean());
                case 2 -> touching(t, id, d, r.nextBoolean(), r.nextBoolean(), sign, r.nextBoolean() ? 1 : -1);
                case 3 -> beside(t, id, sign * d);
                case 4 -> apex(t, id, t.w * (0.6 + 0.5 * r.nextDouble()), t.w * (0.6 + 0.5 * r.nextDouble()), sign);
                case 5 -> leaning(t, id, Math.toRadians(10 + 70 * r.nextDouble()));
                default -> mirrored(t, id, 2 + 10 * r.nextDouble(), 2 + d);
            }
        }
        return t;
    }

    @Test
    void whatHangsOnTracedLinesKeepsItsSides() {
        int all = 0;
        int refused = 0;
        int sketches = Boolean.getBoolean("long") ? 2000 : 100;
        for (int seed = 0; seed < sketches; seed++) {
            Random r = new Random(seed);
            Traced t = random(r);
            Sketch drawn = t.draw.sketch();
            for (int k = 0; k < 3; k++) {
                double w = t.w * (0.4 + 1.2 * r.nextDouble());
                double h = t.h * (0.4 + 1.2 * r.nextDouble());
                Following.Outcome now = Following.follow(drawn, t.moved(w, h), Map.of());
                if (!t.has(w, h)) {
                    assertThat(now.holds()).as("seed " + seed + " has no place").isFalse();
                    continue;
                }
                all++;
                if (!now.holds()) {
                    refused++;
                    continue;
                }
                t.assertIs(now.sketch(), w, h);
                Following.Outcome back = Following.follow(now.sketch(), t.moved(t.w, t.h), Map.of());
                assertThat(back.holds()).as("seed " + seed + " back").isTrue();
                drawn.entities().forEach(e -> {
                    if (e instanceof io.tallember.sketch.SketchPoint p) {
                        assertThat(back.sketch().point(p.id()).at().distance(p.at()))
                                .isCloseTo(0, within(1e-9));
                    }
                });
            }
        }
        assertThat(refused).as("refused of " + all).isLessThanOrEqualTo(all / 200);
    }
}
