package io.tallember.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Curves in which surfaces meet: the nearest of their points. */
class IntersectionCurveTest {
    private static final double RADIUS = 2;

    private static IntersectionCurve circle(int points) {
        List<Vec3> chain = new ArrayList<>();
        for (int i = 0; i < points; i++) {
            double a = 2 * Math.PI * i / points;
            chain.add(new Vec3(RADIUS * Math.cos(a), RADIUS * Math.sin(a), 0));
        }
        return new IntersectionCurve(new Cylinder(Frame.WORLD, RADIUS), new Plane(Frame.WORLD), chain, true);
    }

    /** Outside a bend the foot moves slower than the place, the more so the farther it is; inside it moves faster. */
    @ParameterizedTest
    @ValueSource(doubles = {0.02, 0.2, 1, 1.5, 2.5, 3, 3.8, 4, 5, 9, 40})
    void theNearestPointIsFoundBesideABendHoweverFarAway(double away) {
        IntersectionCurve c = circle(14);
        for (int i = 0; i < 50; i++) {
            double a = 0.013 + 2 * Math.PI * i / 50;
            for (double up : new double[] {0, 0.7}) {
                Vec3 p = new Vec3(away * Math.cos(a), away * Math.sin(a), up);
                Vec3 q = c.point(c.project(p));
                assertThat(q.distance(new Vec3(RADIUS * Math.cos(a), RADIUS * Math.sin(a), 0)))
                        .as(away + " from the axis at " + a)
                        .isCloseTo(0, within(1e-10));
            }
        }
    }
}
