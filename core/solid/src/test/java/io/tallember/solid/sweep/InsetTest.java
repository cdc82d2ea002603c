package io.tallember.solid.sweep;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.Between;
import io.tallember.solid.Body;
import io.tallember.solid.Shapes;
import io.tallember.solid.mass.MassProperties;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Free outlines moved into themselves and out, judged by their distance and by Steiner's formula for the area between. */
class InsetTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final double ROUND = 6;
    /** Half the angle at the tip. */
    private static final double TIP = 0.4;

    /** Length along a drop's outline: two straight sides from the tip, and the arc between them. */
    private static double around() {
        return 2 * ROUND / Math.tan(TIP) + ROUND * (Math.PI + 2 * TIP);
    }

    /** A place on a drop's outline, counter-clockwise from its tip, by length: sides, and an arc about the origin. */
    private static Vec2 place(double s) {
        double side = ROUND / Math.tan(TIP);
        Vec2 tip = new Vec2(-ROUND / Math.sin(TIP), 0);
        double arc = ROUND * (Math.PI + 2 * TIP);
        if (s <= side) {
            return new Vec2(tip.x() + s * Math.cos(TIP), -s * Math.sin(TIP));
        }
        if (s >= side + arc) {
            double back = around() - s;
            return new Vec2(tip.x() + back * Math.cos(TIP), back * Math.sin(TIP));
        }
        double w = -Math.PI / 2 - TIP + (s - side) / ROUND;
        return new Vec2(ROUND * Math.cos(w), ROUND * Math.sin(w));
    }

    /** The drop as fitted splines between lengths, which turn by a hair where they go on from each other. */
    private static List<Profile.Edge> drop(double... ends) {
        double side = ROUND / Math.tan(TIP);
        double[] bends = {side, around() - side};
        List<Profile.Edge> out = new ArrayList<>();
        for (int i = 0; i + 1 < ends.length; i++) {
            List<Double> breaks = new ArrayList<>(List.of(ends[i]));
            for (double b : bends) {
                if (b > ends[i] && b < ends[i + 1]) {
                    breaks.add(b);
                }
            }
            breaks.add(ends[i + 1]);
            double begun = ends[i];
            double turned = 1e-5 * i;
            Nurbs n = Between.fitted(
                    s -> {
                        Vec2 p = place(s);
                        return new Vec3(p.x(), p.y() + turned * (s - begun) * Math.exp(50 * (begun - s)), 0);
                    },
                    breaks.stream().mapToDouble(Double::doubleValue).toArray(),
                    2e-9);
            out.add(new Profile.Edge(n, new Interval(ends[i], ends[i + 1]), true, "c" + (i + 1)));
        }
        return out;
    }

    private static List<Profile.Edge> moved(List<Profile.Edge> loop, double by) {
        return Inset.of(loop, by, true, TOL, s -> new GeometryException(GeometryException.Reason.BAD_VALUE, s));
    }

    private static double area(List<Profile.Edge> loop) {
        Body b = Extrude.of(new Profile(Frame.WORLD, loop, List.of(), "r"), 0, 1, "s", "r", TOL);
        Shapes.assertSound(List.of(b));
        return MassProperties.of(b).volume();
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.9, 3, -0.9, -3})
    void aDropOfSplines(double by) {
        List<Profile.Edge> loop = drop(0, 0.4 * around(), around());
        List<Profile.Edge> moved = moved(loop, by);
        for (Profile.Edge e : moved) {
            for (int i = 0; i <= 200; i++) {
                Vec3 q = e.curve().point(e.range().at(i / 200.0));
                double least = loop.stream()
                        .mapToDouble(o ->
                                o.curve().point(o.curve().project(q, o.range())).distance(q))
                        .min()
                        .orElseThrow();
                // past the tip, outward, the sides are carried on straight
                boolean tip = by < 0 && q.x() < -ROUND / Math.sin(TIP);
                assertThat(least).isCloseTo(Math.abs(by), within(tip ? 2 * Math.abs(by) : 1e-7));
            }
        }
        double turn = Math.PI - 2 * TIP;
        double between = by * around() - by * by * (Math.PI - turn / 2 + Math.tan(turn / 2));
        assertThat(area(loop) - area(moved)).isCloseTo(between, within(2e-6 * around()));
    }

    @Test
    void aLoneSplineWithACornerIsTwoEdges() {
        List<Profile.Edge> lone = drop(0, around());
        double exact = ROUND * ROUND / Math.tan(TIP) + ROUND * ROUND * (Math.PI / 2 + TIP);
        assertThat(area(lone)).isCloseTo(exact, within(1e-6));
        assertThat(new Profile(Frame.WORLD, lone, List.of(), "r").outer()).hasSize(2);
    }

    @Test
    void straightOutlinesStayExact() {
        List<Profile.Edge> moved =
                moved(Shapes.polygon(Frame.WORLD, 0, 0, 10, 0, 10, 8, 0, 8).outer(), 1);
        assertThat(moved).allMatch(e -> e.curve() instanceof Line);
        assertThat(area(moved)).isCloseTo(48, within(1e-9));
    }
}
