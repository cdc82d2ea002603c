package io.tallember.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class ArcLengthTest {
    @Test
    void lengthsOfLinesCirclesAndAnEllipse() {
        Line line = Line.through(Vec3.ZERO, new Vec3(3, 4, 0));
        assertThat(ArcLength.of(line, new Interval(0, 5))).isCloseTo(5, within(1e-12));
        Circle round = new Circle(Frame.WORLD, 7);
        assertThat(ArcLength.of(round, new Interval(0, Math.PI))).isCloseTo(7 * Math.PI, within(1e-11));
        // the quarter of an ellipse of half axes 2 and 1: its whole length by the tables of elliptic integrals
        Ellipse oval = new Ellipse(Frame.WORLD, 2, 1);
        assertThat(ArcLength.of(oval, new Interval(0, Math.PI / 2))).isCloseTo(9.688448220547675 / 4, within(1e-11));
        // a spline of the same arc, in pieces, is as long as the arc
        Nurbs arc = Nurbs.arc(round, new Interval(0.3, 4.1));
        assertThat(ArcLength.of(arc, arc.whole())).isCloseTo(7 * 3.8, within(1e-9));
    }

    @Test
    void aPlaceAtALengthCutsOffThatLength() {
        Ellipse oval = new Ellipse(Frame.WORLD, 9, 2);
        Interval range = new Interval(0.2, 5.9);
        double whole = ArcLength.of(oval, range);
        for (double share = 0; share <= 1; share += 0.05) {
            double t = ArcLength.parameter(oval, range, share * whole);
            assertThat(ArcLength.of(oval, new Interval(range.lo(), t))).isCloseTo(share * whole, within(1e-10));
        }
        assertThat(ArcLength.parameter(oval, range, whole + 3)).isEqualTo(range.hi());
        assertThat(ArcLength.parameter(oval, range, -1)).isEqualTo(range.lo());
    }
}
