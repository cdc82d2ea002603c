package io.tallember.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class CurveTest {
    private static List<Curve> some(Random r) {
        Frame f = Frame.of(
                new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()),
                new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()));
        return List.of(
                new Line(f.origin(), f.x()),
                new Circle(f, 0.2 + 3 * r.nextDouble()),
                new Ellipse(f, 0.2 + 3 * r.nextDouble(), 0.2 + 3 * r.nextDouble()));
    }

    @Test
    void derivativesAreTrue() {
        for (int seed = 0; seed < 50; seed++) {
            Random r = new Random(seed);
            for (Curve c : some(r)) {
                double t = 6 * r.nextDouble();
                double h = 1e-5;
                Vec3 d = c.point(t + h).minus(c.point(t - h)).times(0.5 / h);
                assertThat(c.derivative(t).distance(d)).isLessThan(1e-7);
                Vec3 dd = c.derivative(t + h).minus(c.derivative(t - h)).times(0.5 / h);
                assertThat(c.second(t).distance(dd)).isLessThan(1e-7);
                assertThat(c.derivative(t).length()).isLessThanOrEqualTo(c.speed() + 1e-12);
            }
        }
    }

    /** Projection finds a point no sample is nearer than, and points on the curve project to themselves. */
    @Test
    void projectionIsTheNearest() {
        for (int seed = 0; seed < 200; seed++) {
            Random r = new Random(seed);
            for (Curve c : some(r)) {
                Vec3 p = new Vec3(4 * r.nextGaussian(), 4 * r.nextGaussian(), 4 * r.nextGaussian());
                double d = c.point(c.project(p)).distance(p);
                Interval part = new Interval(1, 1 + 3 * r.nextDouble());
                double within = c.point(c.project(p, part)).distance(p);
                for (int i = 0; i <= 64; i++) {
                    double t = 2 * Math.PI * i / 64;
                    assertThat(c.point(t).distance(p)).as("seed " + seed).isGreaterThan(d - 1e-9);
                    assertThat(c.point(part.at(i / 64.0)).distance(p)).isGreaterThan(within - 1e-9);
                }
                Vec3 on = c.point(6 * r.nextDouble());
                assertThat(c.point(c.project(on)).distance(on)).isLessThan(1e-9);
            }
        }
    }

    @Test
    void boundsHoldTheCurveAndAreTight() {
        for (int seed = 0; seed < 100; seed++) {
            Random r = new Random(seed);
            for (Curve c : some(r)) {
                Interval part = new Interval(6 * r.nextDouble() - 3, 3.5 + 2 * r.nextDouble());
                Box3 box = c.bounds(part);
                Box3 seen = Box3.EMPTY;
                for (int i = 0; i <= 2000; i++) {
                    seen = seen.with(c.point(part.at(i / 2000.0)));
                }
                assertThat(box.grown(1e-9).contains(seen.min())).isTrue();
                assertThat(box.grown(1e-9).contains(seen.max())).isTrue();
                assertThat(box.diagonal()).isCloseTo(seen.diagonal(), within(1e-4));
            }
        }
    }

    @Test
    void whatHasNoSizeIsRefused() {
        assertThatThrownBy(() -> new Circle(Frame.WORLD, 0)).isInstanceOf(GeometryException.class);
        assertThatThrownBy(() -> new Circle(Frame.WORLD, Double.NaN)).isInstanceOf(GeometryException.class);
        assertThatThrownBy(() -> new Line(Vec3.ZERO, Vec3.ZERO)).isInstanceOf(GeometryException.class);
        assertThatThrownBy(() -> new Cylinder(Frame.WORLD, -1)).isInstanceOf(GeometryException.class);
    }

    @Test
    void surfacesInvertWhatTheyMap() {
        for (int seed = 0; seed < 100; seed++) {
            Random r = new Random(seed);
            Frame f = Frame.of(Vec3.X, new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()));
            for (Surface s : List.of(new Plane(f), new Cylinder(f, 2))) {
                Vec3 p = s.point(6 * r.nextDouble(), 5 * r.nextGaussian());
                Vec2 uv = s.project(p);
                assertThat(s.point(uv.x(), uv.y()).distance(p)).isLessThan(1e-12);
                Vec3 off = p.plus(0.3, s.normalAt(p));
                assertThat(s.signedDistance(off)).isCloseTo(0.3, within(1e-12));
                Vec3 n = s.du(uv.x(), uv.y()).cross(s.dv(uv.x(), uv.y())).unit();
                assertThat(n.distance(s.normal(uv.x(), uv.y()))).isLessThan(1e-12);
            }
        }
    }
}
