package io.tallember.solid.sweep;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Helix;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Profile;
import io.tallember.geometry.RoundedCorners;
import io.tallember.geometry.Through;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.solid.Body;
import io.tallember.solid.Shapes;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.mesh.MeshQuality;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Random outlines along random paths: sound, with the volume that Pappus gives, or refused with a place. */
class SweepRandomTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Vec3 point(Random r, double size) {
        return new Vec3(size * r.nextGaussian(), size * r.nextGaussian(), size * r.nextGaussian());
    }

    private static Way way(Random r) {
        switch (r.nextInt(4)) {
            case 0 -> {
                double sign = r.nextBoolean() ? 1 : -1;
                Helix h = new Helix(
                        Frame.of(point(r, 5), point(r, 1)),
                        6 + 10 * r.nextDouble(),
                        r.nextInt(3) == 0 ? 0.3 * r.nextDouble() : 0,
                        io.tallember.geometry.Climb.even(sign * (0.6 + r.nextDouble())));
                double from = 6 * r.nextDouble();
                return Way.of(
                        List.of(new Leg(h, new Interval(from, from + 1 + 12 * r.nextDouble()), r.nextBoolean(), "l1")),
                        TOL);
            }
            case 1 -> {
                List<Vec3> p = new ArrayList<>();
                Vec3 at = Vec3.ZERO;
                Vec3 d = point(r, 1).unit();
                for (int i = 0; i < 3 + r.nextInt(3); i++) {
                    p.add(at);
                    d = d.plus(0.5, point(r, 0.7)).unit();
                    at = at.plus(12 + 14 * r.nextDouble(), d);
                }
                Nurbs n = Through.points(p, null, null);
                return Way.of(List.of(new Leg(n, n.whole(), r.nextBoolean(), "l1")), TOL);
            }
            default -> {
                List<Leg> legs = new ArrayList<>();
                Vec3 at = point(r, 3);
                Vec3 d = point(r, 1).unit();
                int n = 2 + r.nextInt(3);
                for (int i = 0; i < n; i++) {
                    Vec3 to = at.plus(20 + 15 * r.nextDouble(), d);
                    legs.add(Leg.straight(at, to, "l" + i));
                    at = to;
                    d = d.plus(point(r, 0.6)).unit();
                }
                double[] radii = new double[n];
                java.util.Arrays.fill(radii, r.nextBoolean() ? 0 : 4 + 3 * r.nextDouble());
                return Way.of(RoundedCorners.of(legs, radii, TOL), TOL);
            }
        }
    }

    /** With its centre of area at the frame's origin, and its area in {@code area[0]}. */
    private static Profile profile(Random r, Frame f, double[] area) {
        double a = 1 + 2 * r.nextDouble();
        double b = 1 + 2 * r.nextDouble();
        switch (r.nextInt(4)) {
            case 0 -> {
                area[0] = Math.PI * a * a / 4;
                return new Profile(f, Shapes.circle(0, 0, a / 2, true), List.of(), "r");
            }
            case 1 -> {
                area[0] = Math.PI * a * a * 0.75 / 4;
                return new Profile(
                        f, Shapes.circle(0, 0, a / 2, true), List.of(Shapes.circle(0, 0, a / 4, false)), "r");
            }
            case 2 -> {
                area[0] = a * b;
                return Shapes.polygon(f, -a / 2, -b / 2, a / 2, -b / 2, a / 2, b / 2, -a / 2, b / 2);
            }
            default -> {
                // a slot: two straight sides and two half circles
                area[0] = a * b + Math.PI * b * b / 4;
                Circle left = new Circle(Frame.WORLD.at(new Vec3(-a / 2, 0, 0)), b / 2);
                Circle right = new Circle(Frame.WORLD.at(new Vec3(a / 2, 0, 0)), b / 2);
                return new Profile(
                        f,
                        List.of(
                                Shapes.line(-a / 2, -b / 2, a / 2, -b / 2, "c1"),
                                new Profile.Edge(right, new Interval(-Math.PI / 2, Math.PI / 2), true, "c2"),
                                Shapes.line(a / 2, b / 2, -a / 2, b / 2, "c3"),
                                new Profile.Edge(left, new Interval(Math.PI / 2, 1.5 * Math.PI), true, "c4")),
                        List.of(),
                        "r");
            }
        }
    }

    @Test
    void soundWithTheVolumeOfPappusOrRefusedWithAPlace() {
        int built = 0;
        int refused = 0;
        int cases = Shapes.cases(30, 600);
        for (int seed = 1; seed <= cases; seed++) {
            Random r = new Random(seed);
            String said = "seed " + seed;
            try {
                Way way = way(r);
                Leg l = way.legs().get(0);
                double[] area = new double[1];
                Frame f = Frame.of(l.start(), l.way(l.from()), point(r, 1));
                if (r.nextInt(4) == 0) {
                    f = new Frame(f.origin(), f.x(), f.y().negated(), f.z().negated());
                }
                Profile p = profile(r, f, area);
                double twist = r.nextInt(5) == 0 ? r.nextGaussian() : 0;
                Body b = Sweep.of(p, way, new Manner(Manner.Keep.SQUARE, null, twist), "s1", "r1", TOL);
                assertThat(BodyCheck.deep(b, TOL).problems()).as(said).isEmpty();
                double expected = area[0] * way.length();
                double volume = MassProperties.of(b).volume();
                assertThat(Math.abs(volume - expected)).as(said).isLessThan(2e-8 * expected);
                double mesh = Shapes.watertight(b, MeshQuality.DISPLAY);
                assertThat(Math.abs(mesh - expected)).as(said).isLessThan(0.03 * expected);
                built++;
            } catch (GeometryException e) {
                assertThat(e.getMessage()).as(said).matches("(?s).*(near \\(|corner near|near ).*");
                refused++;
            }
        }
        assertThat(built).as(refused + " refused").isGreaterThan((int) (0.7 * cases));
    }

    /** A sweep and a plain body through it: what both have, what only one has and what they are together add up. */
    @Test
    void cutsAndUnitesAddUp() {
        int refused = 0;
        int cases = Shapes.cases(25, 500);
        for (int seed = 1; seed <= cases; seed++) {
            Random r = new Random(1000 + seed);
            String said = "seed " + seed;
            Body sweep;
            Vec3 on;
            try {
                Way way = way(r);
                Leg l = way.legs().get(r.nextInt(way.legs().size()));
                on = l.curve().point(l.range().at(r.nextDouble()));
                Leg first = way.legs().get(0);
                Frame f = Frame.of(first.start(), first.way(first.from()), point(r, 1));
                sweep = Sweep.of(profile(r, f, new double[1]), way, Manner.SQUARE, "s1", "r1", TOL);
            } catch (GeometryException e) {
                continue;
            }
            Frame at = Frame.of(on.plus(point(r, 1)), point(r, 1));
            double size = 2 + 6 * r.nextDouble();
            Body plain = r.nextBoolean()
                    ? Primitive.box(at, size, size, 3 * size, "b", TOL)
                    : Primitive.cylinder(at, size, 2 * size, "b", TOL);
            try {
                double a = MassProperties.of(sweep).volume();
                double b = MassProperties.of(plain).volume();
                double both = volume(() -> Fuse.intersect(List.of(sweep), List.of(plain), TOL), said);
                double one = volume(() -> Fuse.subtract(List.of(sweep), List.of(plain), TOL), said);
                double all = volume(() -> Fuse.unite(List.of(sweep, plain), TOL), said);
                assertThat(Math.abs(all + both - a - b)).as(said).isLessThan(1e-7 * (a + b));
                assertThat(Math.abs(one + both - a)).as(said).isLessThan(1e-7 * (a + b));
            } catch (GeometryException e) {
                refused++;
            }
        }
        assertThat(refused).as("refused of " + cases).isLessThanOrEqualTo(Math.max(1, cases / 50));
    }

    private static double volume(java.util.function.Supplier<List<Body>> made, String said) {
        List<Body> all;
        try {
            all = made.get();
        } catch (GeometryException e) {
            if (e.reason() == GeometryException.Reason.EMPTY_RESULT) {
                return 0;
            }
            throw e;
        }
        for (Body b : all) {
            assertThat(BodyCheck.deep(b, TOL).problems()).as(said).isEmpty();
        }
        return MassProperties.of(all).volume();
    }
}
