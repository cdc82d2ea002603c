package io.tallember.geometry.intersect;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Splines with splines, circles, ellipses and lines: every crossing that a dense count sees is found. */
class NearnessTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final int DENSE = 1500;

    private record Piece(Curve curve, Interval range) {}

    private static Vec3 point(Random r) {
        return new Vec3(100 * r.nextDouble(), 100 * r.nextDouble(), 0);
    }

    private static Piece spline(Random r) {
        int n = 4 + r.nextInt(6);
        List<Vec3> poles = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            poles.add(point(r));
        }
        double[] knots = new double[n + 4];
        for (int i = 0; i < knots.length; i++) {
            knots[i] = Math.max(0, Math.min(n - 3, i - 3));
        }
        Nurbs c = Nurbs.of(3, knots, poles);
        return new Piece(c, c.whole());
    }

    private static Piece other(Random r) {
        Frame f = Frame.WORLD.at(point(r));
        return switch (r.nextInt(4)) {
            case 0 -> {
                Vec3 a = point(r);
                Vec3 b = point(r);
                yield new Piece(Line.through(a, b), new Interval(0, a.distance(b)));
            }
            case 1 -> new Piece(new Circle(f, 5 + 40 * r.nextDouble()), new Interval(0, 2 * Math.PI));
            case 2 ->
                new Piece(
                        new Ellipse(f, 30 + 20 * r.nextDouble(), 5 + 20 * r.nextDouble()),
                        new Interval(0, 2 * Math.PI));
            default -> spline(r);
        };
    }

    private static Vec3[] dense(Piece p) {
        Vec3[] out = new Vec3[DENSE + 1];
        for (int i = 0; i <= DENSE; i++) {
            out[i] = p.curve().point(p.range().at(i / (double) DENSE));
        }
        return out;
    }

    private static double cross(Vec3 a, Vec3 b, Vec3 p) {
        return b.minus(a).cross(p.minus(a)).z();
    }

    /** Where two dense chains cross. */
    private static List<Vec3> crossings(Vec3[] a, Vec3[] b) {
        List<Vec3> out = new ArrayList<>();
        for (int i = 0; i < DENSE; i++) {
            double lo = Math.min(a[i].x(), a[i + 1].x());
            double hi = Math.max(a[i].x(), a[i + 1].x());
            for (int j = 0; j < DENSE; j++) {
                if (Math.max(b[j].x(), b[j + 1].x()) >= lo
                        && Math.min(b[j].x(), b[j + 1].x()) <= hi
                        && cross(a[i], a[i + 1], b[j]) * cross(a[i], a[i + 1], b[j + 1]) < 0
                        && cross(b[j], b[j + 1], a[i]) * cross(b[j], b[j + 1], a[i + 1]) < 0) {
                    out.add(a[i]);
                }
            }
        }
        return out;
    }

    @Test
    void noCrossingIsMissed() {
        int pairs = Boolean.getBoolean("long") ? 10_000 : 300;
        for (int seed = 0; seed < pairs; seed++) {
            Random r = new Random(seed);
            Piece a = spline(r);
            Piece b = other(r);
            List<Meeting> found = CurveCurve.meet(a.curve(), a.range(), b.curve(), b.range(), TOL);
            for (Meeting m : found) {
                assertThat(a.curve().point(m.t()).distance(b.curve().point(m.s())))
                        .as("seed " + seed)
                        .isLessThanOrEqualTo(TOL.linear());
            }
            List<Vec3> seen = crossings(dense(a), dense(b));
            assertThat(found.size()).as("seed " + seed).isGreaterThanOrEqualTo(seen.size());
            for (Vec3 p : seen) {
                assertThat(found.stream()
                                .mapToDouble(m -> a.curve().point(m.t()).distance(p))
                                .min()
                                .orElse(1e9))
                        .as("seed " + seed + " at " + p)
                        .isLessThan(4); // chords that cross at a small angle do so elsewhere
            }
        }
    }

    /** A figure of eight is passed through its node by a line: twice, at one place. */
    @Test
    void aPlaceThatACurvePassesTwiceIsTwoMeetings() {
        Nurbs eight = Nurbs.of(
                3,
                new double[] {0, 0, 0, 0, 1, 1, 1, 1},
                List.of(new Vec3(0, 0, 0), new Vec3(30, 30, 0), new Vec3(-20, 30, 0), new Vec3(10, 0, 0)));
        // it is mirrored about x = 5, where it crosses itself
        Line l = new Line(new Vec3(5, 0, 0), Vec3.Y);
        List<Meeting> found = CurveCurve.meet(eight, eight.whole(), l, new Interval(-100, 100), TOL);
        assertThat(found).hasSize(3);
    }
}
