package io.tallember.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** A ball's surface along a circle is a ring; along other ways its parameters, normals and derivatives agree with each other. */
class TubeTest {
    private static final Plane FLOOR = new Plane(Frame.WORLD);

    /** A ball of radius 2 in the corner of the floor and a post of radius 10. */
    private static Tube round() {
        Cylinder post = new Cylinder(Frame.WORLD, 10);
        List<Vec3> chain = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            double a = 2 * Math.PI * i / 40;
            chain.add(new Vec3(12 * Math.cos(a), 12 * Math.sin(a), 2));
        }
        Surface up = new Plane(Frame.WORLD.movedAlongZ(2));
        return new Tube(new IntersectionCurve(up, new Cylinder(Frame.WORLD, 12), chain, true), FLOOR, post, 2);
    }

    /** The same against a leaning post, over a part of the turn. */
    private static Tube leaning() {
        Cylinder post = new Cylinder(Frame.of(Vec3.ZERO, new Vec3(0.3, 0.1, 1)), 10);
        Surface out = new Cylinder(post.frame(), 12);
        Surface up = new Plane(Frame.WORLD.movedAlongZ(2));
        List<Vec3> chain = new ArrayList<>();
        for (int i = 0; i <= 20; i++) {
            double a = 0.15 * i;
            Vec3 p = new Vec3(12 * Math.cos(a), 12 * Math.sin(a), 2);
            for (int k = 0; k < 50; k++) {
                Vec3 g = out.gradient(p);
                Vec3 flat = new Vec3(g.x(), g.y(), 0);
                p = p.plus(-out.signedDistance(p) / flat.dot(flat), flat);
            }
            chain.add(p);
        }
        return new Tube(new IntersectionCurve(up, out, chain, false), FLOOR, post, 2);
    }

    @Test
    void alongACircleItIsARing() {
        Tube t = round();
        Torus ring = Torus.ring(Frame.WORLD.movedAlongZ(2), 12, 2);
        Random r = new Random(4);
        for (int i = 0; i < 200; i++) {
            Vec3 p = new Vec3(12 + 6 * r.nextDouble() - 3, 0, 5 * r.nextDouble() - 1);
            double a = 7 * r.nextDouble();
            Vec3 q = new Vec3(p.x() * Math.cos(a), p.x() * Math.sin(a), p.z());
            assertThat(t.signedDistance(q)).isCloseTo(ring.signedDistance(q), within(1e-9));
            assertThat(t.gradient(q).distance(ring.gradient(q))).isLessThan(1e-7);
        }
        // it touches the floor under the spine and the post beside it
        assertThat(t.contact(true).point(3).z()).isCloseTo(0, within(1e-12));
        assertThat(Math.hypot(
                        t.contact(false).point(3).x(), t.contact(false).point(3).y()))
                .isCloseTo(10, within(1e-10));
    }

    @Test
    void parametersAndDerivativesAgree() {
        for (Tube t : List.of(round(), leaning())) {
            Interval u = t.uPeriod() > 0 ? new Interval(0, 2 * Math.PI) : t.uDomain();
            Random r = new Random(7);
            for (int i = 0; i < 100; i++) {
                double a = u.at(0.02 + 0.96 * r.nextDouble());
                double b = 5 * r.nextDouble() - 2.5;
                Vec3 p = t.point(a, b);
                assertThat(t.project(p).x()).isCloseTo(a, within(1e-8));
                assertThat(t.project(p).y()).isCloseTo(b, within(1e-8));
                assertThat(t.signedDistance(p)).isCloseTo(0, within(1e-9));
                Vec3 n = t.du(a, b).cross(t.dv(a, b)).unit();
                assertThat(n.distance(t.normal(a, b))).isLessThan(1e-7);
                double h = 1e-4;
                Vec3 du = t.point(a + h, b).minus(t.point(a - h, b)).times(0.5 / h);
                assertThat(du.distance(t.du(a, b))).isLessThan(1e-5);
            }
        }
    }

    @Test
    void whatItTouchesItTouchesAlongTheWholeCurve() {
        Tube t = leaning();
        for (boolean first : new boolean[] {true, false}) {
            Contact c = t.contact(first);
            Surface s = first ? t.first() : t.second();
            for (int i = 0; i <= 20; i++) {
                double at = c.whole().at(i / 20.0);
                Vec3 p = c.point(at);
                assertThat(s.signedDistance(p)).isCloseTo(0, within(1e-11));
                assertThat(t.signedDistance(p)).isCloseTo(0, within(1e-9));
                assertThat(Math.abs(s.gradient(p).dot(t.gradient(p)))).isCloseTo(1, within(1e-12));
                assertThat(c.project(p)).isCloseTo(at, within(1e-8));
                Vec3 d = c.point(at + 1e-4).minus(c.point(at - 1e-4)).times(0.5 / 1e-4);
                if (i > 0 && i < 20) {
                    assertThat(d.distance(c.derivative(at))).isLessThan(1e-5);
                }
            }
        }
    }
}
