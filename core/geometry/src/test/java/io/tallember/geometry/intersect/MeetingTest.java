package io.tallember.geometry.intersect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class MeetingTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final Interval ROUND = new Interval(0, 2 * Math.PI);
    private static final Box3 NEAR = Box3.of(new Vec3(-50, -50, -50), new Vec3(50, 50, 50));

    private static Circle circle(double x, double y, double r) {
        return new Circle(Frame.WORLD.at(new Vec3(x, y, 0)), r);
    }

    private static Cylinder upright(double x, double y, double r) {
        return new Cylinder(Frame.WORLD.at(new Vec3(x, y, 0)), r);
    }

    private static Frame someFrame(Random r) {
        Vec3 z = new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
        return Frame.of(new Vec3(r.nextDouble(), r.nextDouble(), r.nextDouble()), z);
    }

    /** The slope of the distance vanishes just where both circles begin; an extremum was once lost there. */
    @Test
    void circlesWithTheirStartOnTheLineOfCentresMeetACylinder() {
        List<Meeting> met = CurveSurface.meet(circle(2, 2, 1), ROUND, upright(4, 2, 2), TOL);
        assertThat(met).hasSize(2);
        for (Meeting m : met) {
            assertThat(Math.cos(m.t())).isCloseTo(0.25, within(1e-12));
        }
    }

    @Test
    void tangentCirclesTouchOnceCrossingOnesMeetTwiceEqualOnesNever() {
        assertThat(CurveCurve.meet(circle(0, 0, 2), ROUND, circle(5, 0, 3), ROUND, TOL))
                .singleElement()
                .matches(Meeting::touching);
        assertThat(CurveCurve.meet(circle(0, 0, 3), ROUND, circle(1, 0, 2), ROUND, TOL))
                .singleElement()
                .matches(Meeting::touching);
        assertThat(CurveCurve.meet(circle(0, 0, 2), ROUND, circle(3, 0, 2), ROUND, TOL))
                .hasSize(2);
        assertThat(CurveCurve.meet(circle(0, 0, 2), ROUND, circle(0, 0, 2), ROUND, TOL))
                .isEmpty();
        assertThat(CurveCurve.same(circle(0, 0, 2), ROUND, circle(0, 0, 2), TOL))
                .isTrue();
    }

    /** Whatever meets in the plane still meets, at the same places, anywhere else in space. */
    @Test
    void linesAndConicsMeetWhereBothSayTheyAre() {
        for (int seed = 0; seed < 400; seed++) {
            Random r = new Random(seed);
            Frame f = someFrame(r);
            Curve a = new Ellipse(
                            Frame.WORLD.at(new Vec3(r.nextDouble(), 0, 0)), 1 + r.nextDouble(), 0.4 + r.nextDouble())
                    .placed(f);
            Curve b = r.nextBoolean()
                    ? circle(r.nextDouble(), r.nextDouble(), 0.5 + r.nextDouble())
                            .placed(f)
                    : Line.through(new Vec3(-4, r.nextDouble(), 0), new Vec3(4, r.nextDouble(), 0))
                            .placed(f);
            Interval all = b.period() > 0 ? ROUND : new Interval(-20, 20);
            List<Meeting> met = CurveCurve.meet(a, ROUND, b, all, TOL);
            assertThat(met.size()).as("seed " + seed).isBetween(0, 4);
            for (Meeting m : met) {
                assertThat(a.point(m.t()).distance(b.point(m.s())))
                        .as("seed " + seed)
                        .isLessThan(1e-6);
            }
        }
    }

    @Test
    void planesAndCylindersMeetInWhatTheTradeKnows() {
        Plane level = new Plane(Frame.WORLD.at(new Vec3(0, 0, 3)));
        assertThat(SurfaceSurface.meet(level, upright(0, 0, 4), NEAR, TOL).curves())
                .singleElement()
                .isInstanceOf(Circle.class);
        Plane oblique = new Plane(Frame.of(Vec3.ZERO, new Vec3(1, 0, 1)));
        assertThat(SurfaceSurface.meet(oblique, upright(0, 0, 4), NEAR, TOL).curves())
                .singleElement()
                .isInstanceOf(Ellipse.class);
        Plane wall = new Plane(Frame.of(new Vec3(3, 0, 0), Vec3.X));
        assertThat(SurfaceSurface.meet(wall, upright(0, 0, 4), NEAR, TOL).curves())
                .hasSize(2)
                .allMatch(Line.class::isInstance);
        Plane tangent = new Plane(Frame.of(new Vec3(4, 0, 0), Vec3.X));
        assertThat(SurfaceSurface.meet(tangent, upright(0, 0, 4), NEAR, TOL).curves())
                .hasSize(1);
        assertThat(SurfaceSurface.meet(level, new Plane(Frame.WORLD), NEAR, TOL).curves())
                .isEmpty();
        assertThat(SurfaceSurface.meet(upright(0, 0, 4), upright(0, 0, 4), NEAR, TOL)
                        .same())
                .isTrue();
        Cylinder lying = new Cylinder(Frame.of(Vec3.ZERO, Vec3.X), 4);
        assertThat(SurfaceSurface.meet(upright(0, 0, 4), lying, NEAR, TOL).curves())
                .hasSize(2)
                .allMatch(Ellipse.class::isInstance);
        Cylinder thin = new Cylinder(Frame.of(Vec3.ZERO, Vec3.X), 1);
        assertThat(SurfaceSurface.meet(upright(0, 0, 4), thin, NEAR, TOL).curves())
                .hasSize(2);
    }

    @Test
    void sectionCurvesLieInBothSurfaces() {
        for (int seed = 0; seed < 300; seed++) {
            Random r = new Random(seed);
            Plane p = new Plane(someFrame(r));
            Cylinder c = new Cylinder(someFrame(r), 0.5 + r.nextDouble());
            for (Curve k : SurfaceSurface.meet(p, c, NEAR, TOL).curves()) {
                Interval range = k.period() > 0 ? ROUND : new Interval(-3, 3);
                assertThat(CurveSurface.liesIn(k, range, p, TOL))
                        .as("seed " + seed)
                        .isTrue();
                assertThat(CurveSurface.liesIn(k, range, c, TOL))
                        .as("seed " + seed)
                        .isTrue();
            }
        }
    }

    @Test
    void planesBesideARingMissItOrTouchItOnce() {
        Random r = new Random(7);
        for (int i = 0; i < 200; i++) {
            Vec3 z = new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()).unit();
            Torus t = new Torus(Frame.of(new Vec3(3, -2, 5), z), 2.5 + r.nextDouble(), 1.5);
            Vec3 n = new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()).unit();
            double reach = t.major() * n.plus(-n.dot(z), z).length() + t.minor();
            Vec3 foot = t.frame().origin().plus(reach, n);
            SurfaceSurface.Result met = SurfaceSurface.meet(new Plane(Frame.of(foot, n)), t, NEAR, TOL);
            assertThat(met.curves()).isEmpty();
            assertThat(met.points()).hasSize(1);
            assertThat(Math.abs(t.signedDistance(met.points().get(0)))).isLessThan(1e-9);
            assertThat(met.points().get(0).minus(foot).dot(n)).isCloseTo(0, within(1e-9));
            SurfaceSurface.Result off = SurfaceSurface.meet(new Plane(Frame.of(foot.plus(1e-3, n), n)), t, NEAR, TOL);
            assertThat(off.points()).isEmpty();
            assertThat(off.curves()).isEmpty();
        }
    }
}
