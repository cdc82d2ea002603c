package io.tallember.solid.local;

import static io.tallember.solid.Shapes.assertSound;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Through;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Shell;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Primitive;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class CoverTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Way loop(Leg... legs) {
        return Way.of(List.of(legs), TOL);
    }

    private static Leg curve(String id, Vec3... through) {
        Nurbs n = Through.points(List.of(through), null, null);
        return new Leg(n, n.whole(), true, id);
    }

    private static Way saddle() {
        Vec3 a = new Vec3(0, 0, 0);
        Vec3 b = new Vec3(40, 0, 6);
        Vec3 c = new Vec3(42, 30, 0);
        Vec3 d = new Vec3(0, 28, 5);
        return loop(
                curve("l1", a, new Vec3(20, -4, 6), b),
                curve("l2", b, new Vec3(44, 15, 1), c),
                curve("l3", c, new Vec3(22, 34, 5), d),
                Leg.straight(d, a, "l4"));
    }

    private static Face near(Body b) {
        return b.faces().stream()
                .filter(f -> f.origins().stream().anyMatch(o -> o.role().equals("near")))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aFlatLoopIsCoveredFlat() {
        Circle c = new Circle(Frame.WORLD, 10);
        Way ring = loop(new Leg(c, new Interval(0, 2 * Math.PI), true, "l1"));
        Body b = Cover.of(ring, List.of(), 3, "s1", TOL);
        assertSound(List.of(b));
        assertThat(near(b).surface()).isInstanceOf(Plane.class);
        assertThat(MassProperties.of(b).volume()).isCloseTo(300 * Math.PI, within(1e-7));
    }

    /** Four sides that lie in no plane: through the loop everywhere, evenly thick by the integral of its area at all depths. */
    @Test
    void aSaddle() {
        Way way = saddle();
        Body b = Cover.of(way, List.of(), 2, "s1", TOL);
        assertSound(List.of(b));
        Face f = near(b);
        for (Leg l : way.legs()) {
            for (int i = 0; i <= 100; i++) {
                Vec3 p = l.curve().point(l.range().at(i / 100.0));
                assertThat(Math.abs(f.surface().signedDistance(p))).isLessThan(2e-6);
            }
        }
        // by Simpson's rule over the areas at both sides and halfway
        Body half = Coat.of(new Body(List.of(new Shell(List.of(f)))), List.of(f), -1, "s1", "far", TOL)
                .get(0);
        double simpson = 2.0 / 6 * (area(b, "near") + 4 * area(half, "far") + area(b, "far"));
        assertThat(MassProperties.of(b).volume()).isCloseTo(simpson, within(1e-3));
    }

    private static double area(Body b, String role) {
        return b.faces().stream()
                .filter(x -> x.origins().stream().anyMatch(o -> o.role().equals(role)))
                .mapToDouble(x -> Math.abs(MassProperties.area(x)))
                .sum();
    }

    /** Covering the hole of a ball, running on from it: as round there as the ball, within the angle that is asked for. */
    @Test
    void runsOnFromItsNeighbour() {
        Body ball = Primitive.sphere(Frame.WORLD, 20, "s1", TOL);
        Body open = Fuse.subtract(
                        List.of(ball),
                        List.of(Primitive.cylinder(Frame.WORLD.at(new Vec3(0, 0, 10)), 12, 30, "s2", TOL)),
                        TOL)
                .get(0);
        Face round = open.faces().stream()
                .filter(f -> f.surface() instanceof Sphere)
                .findFirst()
                .orElseThrow();
        Edge rim = round.coedges().get(0).edge();
        Way way = loop(new Leg(rim.curve(), rim.range(), true, "l1"));
        Body b = Cover.of(way, List.of(round), 1, "s3", TOL);
        assertSound(List.of(b));
        Face f = near(b);
        NurbsSurface s = (NurbsSurface) f.surface();
        for (int i = 0; i < 77; i++) {
            Vec3 p = rim.curve().point(rim.range().at(i / 77.0));
            Vec2 uv = s.project(p);
            assertThat(s.normal(uv.x(), uv.y()).cross(round.outward(p)).length())
                    .isLessThan(1e-4);
        }
    }

    @Test
    void whatCantBeCoveredSaysWhere() {
        List<Vec3> eight = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            eight.add(new Vec3(i % 2 == 0 ? 0 : 30, i < 2 ? 0 : 20, i));
        }
        Way crossed = loop(
                Leg.straight(eight.get(0), eight.get(3), "l1"),
                Leg.straight(eight.get(3), eight.get(1).plus(3, Vec3.X), "l2"),
                Leg.straight(eight.get(1).plus(3, Vec3.X), eight.get(2), "l3"),
                Leg.straight(eight.get(2), eight.get(0), "l4"));
        assertThatThrownBy(() -> Cover.of(crossed, List.of(), 1, "s1", TOL)).hasMessageContaining("passes over itself");
        Circle c = new Circle(Frame.WORLD, 10);
        Way ring = loop(new Leg(c, new Interval(0, 2 * Math.PI), true, "l1"));
        Face far = Primitive.sphere(Frame.WORLD.at(new Vec3(0, 0, 50)), 20, "s1", TOL)
                .faces()
                .get(0);
        assertThatThrownBy(() -> Cover.of(ring, List.of(far), 1, "s1", TOL))
                .hasMessageContaining("lies along no line of the loop");
        Way open = loop(Leg.straight(Vec3.ZERO, new Vec3(10, 0, 0), "l1"));
        assertThatThrownBy(() -> Cover.of(open, List.of(), 1, "s1", TOL)).hasMessageContaining("has to close");
    }

    /** A whole ring swells only as far as its tube reaches the axis. */
    @Test
    void ringsSwell() {
        Body ring = Primitive.torus(Frame.WORLD, 10, 4, "s1", TOL);
        for (double by : new double[] {7, 12}) {
            assertThatThrownBy(() -> Coat.of(ring, ring.faces(), by, "s1", "far", TOL))
                    .isInstanceOf(GeometryException.class);
        }
    }
}
