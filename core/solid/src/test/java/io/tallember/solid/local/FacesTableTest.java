package io.tallember.solid.local;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.Size;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Primitive;
import io.tallember.solid.sweep.Taper;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Faces of all kinds moved out and in, and thickened. Judged by distances from the surfaces there were, by Steiner's formula for
 * layers that stand square on their face, and by one way against the other.
 */
class FacesTableTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    /** @param square whether what borders on the faces stands square on them or runs on smoothly, so that Steiner's formula holds */
    record Case(String name, Body body, List<Face> faces, double by, boolean thicken, boolean square) {
        @Override
        public String toString() {
            return name;
        }
    }

    /** The lid's rounds above 18, by Simpson in small steps; and the wider end of the slot between its flats. */
    private static final Map<String, Double> CUT = Map.of(
            "lid, top beside rounds moved -2.0",
            -lid(18, 20),
            "slot block, a round end moved 2.0",
            10 * (6 * Math.sqrt(28) + 64 * Math.asin(0.75) - 18 * Math.PI));

    private static double lid(double from, double to) {
        double sum = 0;
        int n = 200_000;
        for (int i = 0; i < n; i++) {
            // by the angle on the round, along which the outline changes evenly
            double a = Math.asin((from - 16) / 4);
            double b = Math.asin((to - 16) / 4);
            double t = a + (b - a) * (i + 0.5) / n;
            double in = 4 - 4 * Math.cos(t);
            sum += (40 - 2 * in) * (30 - 2 * in) * 4 * Math.cos(t) * (b - a) / n;
        }
        return sum;
    }

    private final Map<String, Case> cases = new LinkedHashMap<>();

    private void put(String name, Body b, Predicate<Face> which, boolean square, double... by) {
        List<Face> faces = b.faces().stream().filter(which).toList();
        assertThat(faces).as(name).isNotEmpty();
        for (double d : by) {
            cases.put(name + " moved " + d, new Case(name + " moved " + d, b, faces, d, false, square));
            if (d > 0) {
                cases.put(name + " thickened " + d, new Case(name + " thickened " + d, b, faces, d, true, square));
            }
        }
    }

    private static Predicate<Face> flat(double x, double y, double z) {
        Vec3 way = new Vec3(x, y, z).unit();
        return f ->
                f.surface() instanceof Plane && f.outward(f.bounds().centre()).dot(way) > 1 - 1e-9;
    }

    private static Predicate<Face> flatAt(double z) {
        return f -> f.surface() instanceof Plane
                && Math.abs(f.bounds().centre().z() - z) < 1e-6
                && Math.abs(f.outward(f.bounds().centre()).z()) > 0.9;
    }

    private static boolean round(Face f) {
        return f.surface() instanceof Cylinder;
    }

    private static Predicate<Face> radius(double r) {
        return f -> f.surface() instanceof Cylinder c && Math.abs(c.radius() - r) < 1e-9;
    }

    private static Body rounded(Body b, double r, Predicate<Edge> which) {
        return Blend.edges(b, b.edges().stream().filter(which).toList(), Size.round(r), "r")
                .get(0);
    }

    private static Body one(List<Body> all) {
        assertThat(all).hasSize(1);
        return all.get(0);
    }

    private static boolean upright(Edge e) {
        return Math.abs(e.start().point().minus(e.end().point()).unit().z()) > 0.99;
    }

    static Stream<Case> cases() {
        FacesTableTest t = new FacesTableTest();
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        t.put("box, top", box, flat(0, 0, 1), true, 3, -3);
        t.put(
                "box, two sides",
                box,
                f -> flat(1, 0, 0).test(f) || flat(-1, 0, 0).test(f),
                true,
                2,
                -2);
        t.put(
                "box, two that meet",
                box,
                f -> flat(1, 0, 0).test(f) || flat(0, 0, 1).test(f),
                false,
                2,
                -2);
        Body rod = Shapes.cylinder(Frame.WORLD, 10, 0, 20);
        t.put("rod, side", rod, FacesTableTest::round, true, 2, -2);
        t.put("rod, end", rod, flat(0, 0, 1), true, 2, -2);
        Body tube = one(Fuse.subtract(List.of(rod), List.of(Shapes.cylinder(Frame.WORLD, 6, -1, 21)), TOL));
        t.put("tube, bore", tube, radius(6), true, 1, -1);
        t.put("tube, both", tube, FacesTableTest::round, true, 1);
        Body cone = Primitive.cone(Frame.WORLD, 12, 8, 20, "s", TOL);
        t.put("frustum, side", cone, f -> !(f.surface() instanceof Plane), false, 1, -1);
        t.put("frustum, top", cone, flat(0, 0, 1), false, 1, -1);
        Body ball = Primitive.sphere(Frame.WORLD, 10, "s", TOL);
        t.put("ball", ball, f -> true, true, 2, -2);
        Body ring = Primitive.torus(Frame.WORLD, 20, 5, "s", TOL);
        t.put("ring", ring, f -> true, true, 1, -1);
        Body four = rounded(box, 5, FacesTableTest::upright);
        t.put("rounded block, a side beside rounds", four, flat(1, 0, 0), true, 2, -2);
        t.put(
                "rounded block, a round",
                four,
                f -> f.surface() instanceof Cylinder
                        && f.bounds().centre().x() > 20
                        && f.bounds().centre().y() > 15,
                true,
                1);
        t.put(
                "rounded block, all round",
                four,
                f -> Math.abs(f.outward(f.bounds().centre()).z()) < 0.5,
                true,
                2,
                -2);
        t.put("rounded block, top", four, flat(0, 0, 1), true, 2, -2);
        Body lid = rounded(box, 4, e -> e.middle().z() > 19);
        t.put("lid, top beside rounds", lid, flat(0, 0, 1), true, 2, -2);
        t.put("lid, side under a round", lid, flat(1, 0, 0), true, 2);
        Body boss = one(Fuse.unite(List.of(box, Shapes.cylinder(20, 15, 6, 10, 30)), TOL));
        t.put("boss, side", boss, FacesTableTest::round, true, 2, -2);
        t.put("boss, end", boss, flatAt(30), true, 3, -3);
        t.put("plate round a boss", boss, flatAt(20), true, 2, -2);
        Body pocket = one(Fuse.subtract(List.of(box), List.of(Shapes.box(8, 8, 8, 32, 22, 30)), TOL));
        t.put("pocket, floor", pocket, flatAt(8), true, 2, -2);
        t.put(
                "pocket, a wall",
                pocket,
                f -> flat(1, 0, 0).test(f) && f.bounds().centre().x() < 20,
                true,
                2,
                -2);
        t.put("pocket, rim", pocket, flatAt(20), true, 2, -2);
        Body leant =
                Taper.of(Shapes.polygon(Frame.WORLD, 0, 0, 40, 0, 40, 30, 0, 30), 20, Math.toRadians(8), "t", "t", TOL);
        t.put("leant block, a side", leant, f -> f.outward(f.bounds().centre()).x() > 0.9, false, 2, -2);
        t.put("leant block, top", leant, flat(0, 0, 1), false, 2, -2);
        Body six = Extrude.of(hexagon(15), 0, 20, "h", "h", TOL);
        t.put("hexagon, a side", six, f -> f.outward(f.bounds().centre()).x() > 0.9, false, 2, -2);
        Body drilled = one(Fuse.subtract(List.of(box), List.of(Shapes.cylinder(20, 15, 5, -1, 21)), TOL));
        t.put("bore", drilled, FacesTableTest::round, true, 1, -1);
        Body bevel = one(Blend.edges(
                box, box.edges().stream().filter(FacesTableTest::upright).toList(), Size.bevel(4), "b"));
        t.put(
                "bevelled block, a bevel",
                bevel,
                f -> {
                    Vec3 n = f.outward(f.bounds().centre());
                    return n.x() > 0.5 && n.y() > 0.5;
                },
                false,
                1,
                -1);
        Body slot = Extrude.of(Shapes.slot(12, 6), 0, 10, "o", "o", TOL);
        t.put(
                "slot block, a round end",
                slot,
                f -> round(f) && f.bounds().centre().x() > 0,
                true,
                2);
        t.put(
                "slot block, a flat side",
                slot,
                f -> f.outward(f.bounds().centre()).y() > 0.9,
                true,
                2,
                -2);
        Body bowl = one(Fuse.subtract(
                List.of(box), List.of(Primitive.sphere(Frame.WORLD.at(new Vec3(20, 15, 22)), 10, "s", TOL)), TOL));
        t.put("bowl in a block", bowl, f -> f.surface() instanceof Sphere, false, 1, -1);
        return t.cases.values().stream();
    }

    private static io.tallember.geometry.Profile hexagon(double r) {
        double[] xy = new double[12];
        for (int i = 0; i < 6; i++) {
            xy[2 * i] = r * Math.cos(Math.PI * (i + 0.5) / 3);
            xy[2 * i + 1] = r * Math.sin(Math.PI * (i + 0.5) / 3);
        }
        return Shapes.polygon(Frame.WORLD, xy);
    }

    private static double volume(Body... all) {
        return MassProperties.of(List.of(all)).volume();
    }

    @ParameterizedTest
    @MethodSource("cases")
    void facesComeToWhereTheyShould(Case c) {
        List<Body> out = c.thicken()
                ? Faces.thickened(c.body(), c.faces(), c.by(), "m", TOL)
                : List.of(Faces.moved(c.body(), c.faces(), c.by(), "m", TOL));
        assertThat(out).hasSize(1);
        Body now = out.get(0);
        BodyCheck.deep(now, TOL).orThrow();
        for (Face f : c.faces()) {
            assertThat(now.faces().stream().filter(k -> apart(k, f, c.by())))
                    .as("a face beside " + f.surface().kind())
                    .isNotEmpty();
        }
        // every face lies on one that was there, or beside a picked one, or steps from one to the other
        for (Face k : now.faces()) {
            boolean was = c.body().faces().stream().anyMatch(f -> apart(k, f, 0));
            boolean beside = c.faces().stream().anyMatch(f -> apart(k, f, c.by()));
            boolean step = k.origins().stream().anyMatch(o -> o.step().equals("m"));
            assertThat(was || beside || step)
                    .as(k.surface().kind() + " " + k.origins())
                    .isTrue();
        }
        // where neighbours that run on smoothly are cut by the face's new place, nothing stands square on it
        Double own = CUT.get(c.name());
        if (own != null) {
            assertThat(volume(now) - volume(c.body())).isCloseTo(own, within(1e-6));
        } else if (c.square()) {
            double layer = steiner(c.faces(), c.by());
            assertThat(volume(now) - volume(c.body()))
                    .isCloseTo(layer, within(exact(c.faces()) ? 1e-6 : 2e-3 * Math.abs(layer)));
        } else if (c.thicken()) {
            assertThat(volume(now)).isCloseTo(volume(Faces.moved(c.body(), c.faces(), c.by(), "m", TOL)), within(1e-6));
        } else {
            // moved back again it is what it was
            List<Face> there = now.faces().stream()
                    .filter(k -> c.faces().stream().anyMatch(f -> apart(k, f, c.by())))
                    .toList();
            assertThat(volume(Faces.moved(now, there, -c.by(), "m", TOL))).isCloseTo(volume(c.body()), within(1e-6));
        }
    }

    /** Whether a face lies at a distance outward of where another one was. */
    private static boolean apart(Face k, Face f, double by) {
        List<Vec3> points = new ArrayList<>();
        k.coedges().forEach(e -> {
            for (int i = 0; i <= 4; i++) {
                points.add(e.edge().curve().point(e.edge().range().at(i / 4.0)));
            }
        });
        k.region().interiorPoint(TOL).ifPresent(points::add);
        return points.stream().allMatch(p -> {
            double d = f.surface().signedDistance(p) * (f.sense() ? 1 : -1);
            return Math.abs(d - by) < 1e-6;
        });
    }

    private static boolean exact(List<Face> faces) {
        return faces.stream().allMatch(f -> f.surface() instanceof Plane || round(f) || f.surface() instanceof Sphere);
    }

    /** Area by distance, and half the square by the sum of the curvatures, and a third of the cube by their product. */
    private static double steiner(List<Face> faces, double d) {
        double sum = 0;
        for (Face f : faces) {
            Surface s = f.surface();
            double sign = f.sense() ? 1 : -1;
            double area = area(f);
            if (s instanceof Plane) {
                sum += area * d;
            } else if (s instanceof Cylinder c) {
                sum += area * (d + d * d / 2 * sign / c.radius());
            } else if (s instanceof Sphere b) {
                double r = b.radius();
                sum += area * (d + d * d * sign / r + d * d * d / 3 / r / r);
            } else {
                sum += torus(f, d);
            }
        }
        return sum;
    }

    private static double area(Face f) {
        return MassProperties.area(f);
    }

    /** A whole ring's: by Pappus. */
    private static double torus(Face f, double d) {
        io.tallember.geometry.Torus t = (io.tallember.geometry.Torus) f.surface();
        double r = t.minor();
        return 2 * Math.PI * Math.PI * t.major() * ((r + d) * (r + d) - r * r);
    }
}
