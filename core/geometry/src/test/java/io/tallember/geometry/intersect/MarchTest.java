package io.tallember.geometry.intersect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Meetings of planes, cylinders, cones, spheres and rings: closed forms where they exist, else marched branches. */
class MarchTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final Box3 NEAR = Box3.of(new Vec3(-30, -30, -30), new Vec3(30, 30, 30));

    private static Frame at(double x, double y, double z, Vec3 axis) {
        return Frame.of(new Vec3(x, y, z), axis);
    }

    private static SurfaceSurface.Result meet(Surface a, Surface b) {
        SurfaceSurface.Result r = SurfaceSurface.meet(a, b, NEAR, TOL);
        onBoth(a, b, r);
        return r;
    }

    private static Interval range(Curve c) {
        return c instanceof IntersectionCurve k ? k.whole() : new Interval(0, Math.max(1, c.period()));
    }

    private static void onBoth(Surface a, Surface b, SurfaceSurface.Result r) {
        for (Curve c : r.curves()) {
            for (int i = 0; i <= 40; i++) {
                Vec3 p = c.point(range(c).at(i / 40.0));
                assertThat(a.signedDistance(p)).as("on the first").isCloseTo(0, within(1e-6));
                assertThat(b.signedDistance(p)).as("on the second").isCloseTo(0, within(1e-6));
            }
        }
    }

    @Test
    void aThinBoreThroughAThickOneLeavesTwoClosedCurves() {
        SurfaceSurface.Result r = meet(new Cylinder(Frame.WORLD, 10), new Cylinder(at(0, 0, 0, Vec3.X), 6));
        assertThat(r.curves()).hasSize(2).allMatch(c -> c.period() > 0);
        Curve c = r.curves().get(0);
        for (int i = 0; i < 100; i++) {
            double t = c.period() * i / 100;
            Vec3 d = c.derivative(t);
            double h = 1e-6;
            Vec3 by = c.point(t + h).minus(c.point(t)).times(1 / h);
            assertThat(by.distance(d)).isLessThan(1e-3);
            assertThat(c.project(c.point(t))).isCloseTo(t, within(1e-9));
            assertThat(Math.abs(new Cylinder(Frame.WORLD, 10).signedDistance(c.point(t))))
                    .isLessThan(1e-12);
        }
    }

    @Test
    void halfPastEachOtherOneCurveTangentInsideAnEightApartNothing() {
        Cylinder a = new Cylinder(Frame.WORLD, 10);
        assertThat(meet(a, new Cylinder(at(0, 7, 0, Vec3.X), 6)).curves()).hasSize(1);
        SurfaceSurface.Result eight = meet(a, new Cylinder(at(0, 4, 0, Vec3.X), 6));
        assertThat(eight.points()).hasSize(1);
        assertThat(eight.points().get(0).distance(new Vec3(0, 10, 0))).isLessThan(1e-9);
        assertThat(eight.curves()).hasSize(2).allMatch(c -> c.period() == 0);
        assertThat(meet(a, new Cylinder(at(0, 16.00001, 0, Vec3.X), 6)).curves())
                .isEmpty();
        assertThat(meet(a, new Cylinder(at(0, 15.99999, 0, Vec3.X), 6)).curves())
                .hasSize(1);
    }

    @Test
    void roundsAboutOneAxisMeetInCircles() {
        Cylinder c = new Cylinder(Frame.WORLD, 3);
        Sphere s = new Sphere(Frame.WORLD, 5);
        Torus t = new Torus(Frame.WORLD, 5, 2);
        Cone k = new Cone(Frame.WORLD, 2, Math.toRadians(50));
        assertThat(meet(c, s).curves()).hasSize(2).allMatch(x -> x instanceof Circle);
        assertThat(meet(c, t).curves()).hasSize(1);
        assertThat(meet(c, k).curves()).hasSize(1);
        assertThat(meet(k, s).curves()).hasSize(1);
        assertThat(meet(k, t).curves()).hasSize(2);
        assertThat(meet(t, s).curves()).hasSize(2);
        assertThat(meet(new Plane(Frame.WORLD.movedAlongZ(2)), t).curves())
                .singleElement()
                .matches(x -> ((Circle) x).radius() == 5);
        assertThat(meet(new Plane(Frame.WORLD), s).curves()).hasSize(1);
        assertThat(meet(new Plane(at(1, 2, 3, new Vec3(1, 1, 0))), s).curves()).hasSize(1);
        assertThat(SurfaceSurface.same(
                        k, new Cone(Frame.WORLD.movedAlongZ(1), 2 + Math.tan(k.angle()), k.angle()), NEAR, TOL))
                .isTrue();
    }

    @Test
    void planesCutConesInTheConicSections() {
        Cone k = new Cone(Frame.WORLD.movedAlongZ(-5), 0, Math.toRadians(30));
        assertThat(meet(k, new Plane(at(0, 0, 1, new Vec3(0.2, 0, 1)))).curves())
                .singleElement()
                .isInstanceOf(Ellipse.class);
        assertThat(meet(k, new Plane(at(1, 0, 0, Vec3.X))).curves())
                .singleElement()
                .matches(c -> c.period() == 0);
        Vec3 along = new Vec3(Math.cos(k.angle()), 0, -Math.sin(k.angle()));
        assertThat(meet(k, new Plane(at(0, 0, 0, along))).curves())
                .singleElement()
                .matches(c -> c.period() == 0);
        assertThat(meet(k, new Plane(at(0, 0, -5, Vec3.X))).curves()).hasSize(2).allMatch(c -> c instanceof Line);
        assertThat(meet(k, new Plane(at(0, 0, -5, along))).curves())
                .singleElement()
                .isInstanceOf(Line.class);
        assertThat(meet(k, new Plane(at(0, 0, -5, new Vec3(0.1, 0, 1)))).curves())
                .isEmpty();
    }

    @Test
    void planesCutRingsInCirclesOvalsAndEights() {
        Torus t = new Torus(Frame.WORLD, 8, 3);
        assertThat(meet(t, new Plane(at(0, 0, 0, Vec3.X))).curves()).hasSize(2).allMatch(c -> c instanceof Circle);
        assertThat(meet(t, new Plane(at(2, 0, 0, Vec3.X))).curves()).hasSize(2);
        assertThat(meet(t, new Plane(at(8, 0, 0, Vec3.X))).curves()).hasSize(1);
        SurfaceSurface.Result eight = meet(t, new Plane(at(5, 0, 0, Vec3.X)));
        assertThat(eight.points()).hasSize(1);
        assertThat(eight.curves()).hasSize(2);
        // tangent in two points: two circles that cross there
        double tilt = Math.asin(3 / 8.0);
        SurfaceSurface.Result two = meet(t, new Plane(at(0, 0, 0, new Vec3(-Math.sin(tilt), 0, Math.cos(tilt)))));
        assertThat(two.points()).hasSize(2);
        assertThat(two.curves()).hasSize(4);
        double length = two.curves().stream().mapToDouble(c -> arcLength(c)).sum();
        assertThat(length).isCloseTo(2 * 2 * Math.PI * 8, within(1e-3));
    }

    private static double arcLength(Curve c) {
        double sum = 0;
        Interval r = range(c);
        for (int i = 0; i < 4000; i++) {
            sum += c.point(r.at(i / 4000.0)).distance(c.point(r.at((i + 1) / 4000.0)));
        }
        return sum;
    }

    @Test
    void aConeAndACylinderAboutOneBallMeetInEllipses() {
        double half = Math.toRadians(20);
        Cone k = new Cone(at(0, 0, -5 / Math.sin(half), Vec3.Z), 0, half);
        Cylinder c = new Cylinder(at(0, 0, 0, new Vec3(1, 0, 0.3)), 5);
        assertThat(meet(k, c).curves()).hasSize(2).allMatch(x -> x instanceof Ellipse);
    }

    private static Surface random(Random r) {
        Frame f = Frame.of(
                new Vec3(6 * r.nextDouble() - 3, 6 * r.nextDouble() - 3, 6 * r.nextDouble() - 3),
                new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()));
        return switch (r.nextInt(5)) {
            case 0 -> new Plane(f);
            case 1 -> new Cylinder(f, 1 + 5 * r.nextDouble());
            case 2 -> new Cone(f, 3 * r.nextDouble(), 0.1 + 1.2 * r.nextDouble());
            case 3 -> new Sphere(f, 1 + 5 * r.nextDouble());
            default -> {
                double minor = 0.5 + 3 * r.nextDouble();
                yield new Torus(f, minor + 0.2 + 4 * r.nextDouble(), minor);
            }
        };
    }

    /** Every point found by walking the isolines of one surface lies on a branch, and the branches lie on both surfaces. */
    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2, 3})
    void noBranchIsLost(int part) {
        List<String> lost = new ArrayList<>();
        Box3 box = Box3.of(new Vec3(-8, -8, -8), new Vec3(8, 8, 8));
        for (int seed = part * 100; seed < part * 100 + 100; seed++) {
            Random r = new Random(seed);
            Surface a = random(r);
            Surface b = random(r);
            SurfaceSurface.Result met = SurfaceSurface.meet(a, b, box, TOL);
            onBoth(a, b, met);
            for (int i = 0; i < 200; i++) {
                double u = 2 * Math.PI * r.nextDouble();
                double v = a.vPeriod() > 0 ? 2 * Math.PI * r.nextDouble() : 16 * r.nextDouble() - 8;
                Curve iso = a instanceof Sphere s
                        ? new Circle(Frame.of(s.centre(), new Vec3(Math.cos(u), Math.sin(u), v)), s.radius())
                        : a instanceof Torus t
                                ? new Circle(
                                        Frame.of(
                                                t.frame().point(t.major() * Math.cos(u), t.major() * Math.sin(u), 0),
                                                t.du(u, 0)),
                                        t.minor())
                                : a instanceof Plane
                                        ? new Line(a.point(v, v), a.du(0, 0).plus(v - u, a.dv(0, 0)))
                                        : new Line(a.point(u, 0), a.dv(u, 0));
                Interval over = iso.period() > 0 ? new Interval(0, iso.period()) : new Interval(-40, 40);
                for (Meeting m : CurveSurface.meet(iso, over, b, TOL)) {
                    Vec3 p = iso.point(m.t());
                    boolean onA = Math.abs(a.signedDistance(p)) < 1e-9;
                    if (onA
                            && box.contains(p)
                            && !m.touching()
                            && met.curves().stream()
                                    .noneMatch(c -> c.point(c.project(p)).distance(p) < 1e-6)) {
                        lost.add("seed " + seed + " " + a.kind() + "/" + b.kind() + " " + p);
                    }
                }
            }
        }
        assertThat(lost).isEmpty();
    }
}
