package io.tallember.solid.sweep;

import static io.tallember.solid.Shapes.assertSound;
import static io.tallember.solid.Shapes.polygon;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.mesh.MeshQuality;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

class LoftTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final Loft.Shape STRAIGHT = new Loft.Shape(Loft.Run.STRAIGHT, 0, 0, false);
    private static final Loft.Shape SMOOTH = new Loft.Shape(Loft.Run.SMOOTH, 0, 0, false);
    private static final Loft.Shape MIDDLE = new Loft.Shape(Loft.Run.MIDDLE, 0, 0, false);

    private static Loft.Section at(Profile p) {
        return new Loft.Section(p, null, 0);
    }

    private static Loft.Section round(Frame f, double r) {
        return at(new Profile(f, Shapes.circle(0, 0, r, true), List.of(), "r"));
    }

    private static Loft.Section round(double z, double r) {
        return round(Frame.WORLD.movedAlongZ(z), r);
    }

    private static Loft.Section square(double z, double a) {
        double h = a / 2;
        return at(polygon(Frame.WORLD.movedAlongZ(z), -h, -h, h, -h, h, h, -h, h));
    }

    private static Body lofted(Loft.Shape shape, Loft.Section... all) {
        Body b = Loft.of(List.of(all), shape, "s1", "r1", TOL);
        assertSound(List.of(b));
        return b;
    }

    private static double volume(Body b) {
        return MassProperties.of(b).volume();
    }

    @Test
    void betweenTwoOfAKindSidesAreExact() {
        Body cylinder = lofted(SMOOTH, round(0, 5), round(12, 5));
        assertThat(cylinder.faces()).hasSize(3).anyMatch(f -> f.surface() instanceof Cylinder);
        assertThat(volume(cylinder)).isCloseTo(Math.PI * 300, within(1e-9 * 1000));
        Body cone = lofted(SMOOTH, round(0, 5), round(12, 2));
        assertThat(cone.faces()).hasSize(3).anyMatch(f -> f.surface() instanceof Cone);
        assertThat(volume(cone)).isCloseTo(Math.PI * 12 / 3 * (25 + 10 + 4), within(1e-9 * 1000));
        // the prismatoid formula
        Body frustum = lofted(STRAIGHT, square(0, 10), square(12, 4));
        assertThat(frustum.faces()).hasSize(6).allMatch(f -> f.surface() instanceof Plane);
        assertThat(volume(frustum)).isCloseTo(12 / 3.0 * (100 + 40 + 16), within(1e-9 * 1000));
    }

    @Test
    void toAPoint() {
        Loft.Section tip = new Loft.Section(null, new Vec3(0, 0, 12), 0);
        assertThat(volume(lofted(STRAIGHT, square(0, 10), tip))).isCloseTo(400, within(1e-6));
        assertThat(volume(lofted(STRAIGHT, round(0, 5), tip))).isCloseTo(Math.PI * 100, within(1e-6));
        Loft.Section foot = new Loft.Section(null, new Vec3(0, 0, -6), 0);
        Body bipyramid = lofted(STRAIGHT, foot, square(0, 10), tip);
        assertThat(volume(bipyramid)).isCloseTo(600, within(1e-6));
    }

    /** Through several: the first and last are met exactly, and a straight row of alike ones is straight. */
    @Test
    void smoothlyThroughSeveral() {
        Body b = lofted(SMOOTH, round(0, 5), round(10, 5), round(25, 5));
        assertThat(b.faces()).anyMatch(f -> f.surface() instanceof Cylinder);
        // radii of a parabola along z: a natural spline comes near; between the sections every cut is a circle
        Body vase = lofted(SMOOTH, round(0, 5), round(10, 8), round(20, 6), round(30, 9));
        assertThat(vase.faces()).hasSize(3);
        double sum = 0;
        int n = 4000;
        for (int i = 0; i < n; i++) {
            double r = radius(vase, 30 * (i + 0.5) / n);
            sum += Math.PI * r * r * 30 / n;
        }
        assertThat(volume(vase)).isCloseTo(sum, within(1e-6 * sum));
        // square at both ends
        Body squareEnds = lofted(new Loft.Shape(Loft.Run.SMOOTH, 1, 1, false), round(0, 5), round(20, 9));
        assertThat(radius(squareEnds, 0.02)).isCloseTo(5, within(1e-3));
        assertThat(radius(squareEnds, 19.98)).isCloseTo(9, within(1e-3));
    }

    /** The distance from z at which a ray square to it leaves the body's side. */
    private static double radius(Body b, double z) {
        var side = b.faces().stream()
                .filter(f -> !(f.surface() instanceof Plane))
                .findFirst()
                .orElseThrow();
        double lo = 0;
        double hi = 50;
        for (int i = 0; i < 60; i++) {
            double mid = 0.5 * (lo + hi);
            if (side.surface().signedDistance(new Vec3(mid, 0, z)) * (side.sense() ? 1 : -1) < 0) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        return lo;
    }

    @Test
    void fromSquareToRoundAndBetweenUnlike() {
        Body b = lofted(STRAIGHT, square(0, 10), round(12, 4));
        assertThat(b.faces()).hasSize(6);
        assertThat(volume(b)).isBetween(12 * Math.PI * 16 * 0.9, 12 * 100.0);
        Profile six = polygon(Frame.WORLD.movedAlongZ(15), 6, 0, 3, 5, -3, 5, -6, 0, -3, -5, 3, -5);
        Profile three = polygon(Frame.WORLD, 5, 0, -3, 4, -3, -4);
        Body unlike = lofted(STRAIGHT, at(three), at(six));
        assertThat(unlike.faces()).hasSize(8);
    }

    /** A quarter ring from circles along its own middle is a ring, by its kind and its volume. */
    @Test
    void alongItsOwnMiddle() {
        List<Loft.Section> all = new ArrayList<>();
        for (int i = 0; i <= 2; i++) {
            double a = i * Math.PI / 4;
            Vec3 c = new Vec3(160 * Math.cos(a), 160 * Math.sin(a), 0);
            all.add(round(Frame.of(c, new Vec3(-Math.sin(a), Math.cos(a), 0)), 40));
        }
        Body ring = lofted(MIDDLE, all.toArray(new Loft.Section[0]));
        assertThat(ring.faces()).anyMatch(f -> f.surface() instanceof Torus);
        assertThat(volume(ring)).isCloseTo(Math.PI * 1600 * 80 * Math.PI, within(1e-3));
        // a duct that turns from round to square keeps its area in between
        Vec3 end = new Vec3(0, 160, 0);
        Profile box = polygon(Frame.of(end, new Vec3(-1, 0, 0), Vec3.Z), -30, -30, 30, -30, 30, 30, -30, 30);
        Body duct = lofted(MIDDLE, all.get(0), at(box));
        double mean = (Math.PI * 1600 + 3600) / 2;
        assertThat(volume(duct)).isBetween(0.9 * mean * 80 * Math.PI, 1.02 * mean * 80 * Math.PI);
    }

    /** Two sections beside each other in one plane: which way each is left isn't told by how they lie. */
    @Test
    void goneRoundTheOtherWay() {
        Profile a = polygon(Frame.WORLD, -12, -2, -8, -2, -8, 2, -12, 2);
        Profile b = polygon(Frame.WORLD, 8, -2, 12, -2, 12, 2, 8, 2);
        Body bow = lofted(MIDDLE, at(a), new Loft.Section(b, null, 0, true, null));
        assertThat(volume(bow)).isCloseTo(16 * Math.PI * 10, within(1e-3));
        List<Loft.Begin> begins = Loft.begins(List.of(at(a), new Loft.Section(b, null, 1, true, null)), MIDDLE, TOL);
        assertThat(begins.get(1).corners()).hasSize(4);
        assertThat(begins.get(1).way().dot(begins.get(0).way()))
                .as("a corner later, seen from the other side")
                .isCloseTo(0, within(1e-9));
    }

    /** From a face on: the skin is tangent to the walls that end there, flat, round and leaning ones. */
    @Test
    void runsOnFromAFace() {
        Body frustum = lofted(STRAIGHT, square(0, 20), square(12, 14));
        Body cone = lofted(SMOOTH, round(0, 10), round(12, 7));
        Body slot = Extrude.of(Shapes.slot(8, 5), 0, 12, "s1", "r1", TOL);
        for (Body below : List.of(frustum, cone, slot)) {
            Face top = below.faces().stream()
                    .filter(f ->
                            f.surface() instanceof Plane && f.outward(Vec3.ZERO).z() > 0.9)
                    .findFirst()
                    .orElseThrow();
            Profile p = FaceProfile.of(top, Frame.WORLD.movedAlongZ(12), "the face");
            Loft.Section first = new Loft.Section(p, null, 0, false, new Loft.Beside(below, top));
            Body on =
                    lofted(new Loft.Shape(Loft.Run.SMOOTH, 1.5, 0, false, List.of(), true, false), first, round(30, 4));
            int met = 0;
            for (Edge e : on.edges()) {
                for (double f : new double[] {0.01, 0.3, 0.5, 0.83, 0.99}) {
                    Vec3 q = e.curve().point(e.range().at(f));
                    Optional<Edge> under = below.edges().stream()
                            .filter(x -> x.curve()
                                            .point(x.curve().project(q, x.range()))
                                            .distance(q)
                                    < 1e-7)
                            .findFirst();
                    if (under.isPresent() && q.z() > 11.999) {
                        Vec3 wall = below.facesOf(under.get()).stream()
                                .filter(x -> x != top)
                                .findFirst()
                                .orElseThrow()
                                .outward(q);
                        Vec3 skin = on.facesOf(e).stream()
                                .filter(x -> !(x.surface() instanceof Plane)
                                        || x.outward(q).z() > -0.9)
                                .findFirst()
                                .orElseThrow()
                                .outward(q);
                        assertThat(skin.cross(wall).length()).isLessThan(1e-6);
                        met++;
                    }
                }
            }
            assertThat(met).isGreaterThan(4);
            List<Body> one = Fuse.unite(List.of(below, on), TOL);
            assertSound(one);
            assertThat(MassProperties.of(one).volume())
                    .as("they touch along the edges of the face between them")
                    .isCloseTo(volume(below) + volume(on), within(1e-6));
            assertThat(one.get(0).faces())
                    .hasSize(below.faces().size() + on.faces().size() - 2);
        }
    }

    /** What can't run on from all that lies beside it says where. */
    @Test
    void runsOnFromNoneOfSeveral() {
        Loft.Shape on = new Loft.Shape(Loft.Run.SMOOTH, 1, 0, false, List.of(), true, false);
        Body below = Taper.of(Shapes.slot(8, 5), 3, 0.1, "s", "r", TOL);
        Face top = below.faces().stream()
                .filter(f -> f.surface() instanceof Plane
                        && f.outward(f.bounds().centre()).z() > 0.9)
                .findFirst()
                .orElseThrow();
        Loft.Beside beside = new Loft.Beside(below, top);
        Profile face = FaceProfile.of(top, Frame.WORLD.movedAlongZ(3), "the face");
        assertThatThrownBy(() -> lofted(on, new Loft.Section(face, null, 0, false, beside), round(20, 4)))
                .hasMessageContaining("run on from several faces near");
        assertThatThrownBy(() -> lofted(on, new Loft.Section(Shapes.slot(8, 4), null, 0, false, beside), round(20, 4)))
                .hasMessageContaining("isn't the face's own outline near");
    }

    @Test
    void closed() {
        List<Loft.Section> all = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            double a = i * Math.PI / 3;
            Vec3 c = new Vec3(40 * Math.cos(a), 40 * Math.sin(a), 0);
            all.add(round(Frame.of(c, new Vec3(-Math.sin(a), Math.cos(a), 0)), i % 2 == 0 ? 8 : 6));
        }
        Body ring = lofted(new Loft.Shape(Loft.Run.MIDDLE, 0, 0, true), all.toArray(new Loft.Section[0]));
        assertThat(volume(ring)).isBetween(Math.PI * 36 * 80 * Math.PI, Math.PI * 64 * 80 * Math.PI);
        lofted(new Loft.Shape(Loft.Run.SMOOTH, 0, 0, true), all.toArray(new Loft.Section[0]));
    }

    @Test
    void whatCantBeLedOverSaysWhy() {
        assertThatThrownBy(() -> lofted(SMOOTH, round(0, 5))).hasMessageContaining("two sections");
        assertThatThrownBy(() -> lofted(SMOOTH, round(0, 5), round(0, 3))).hasMessageContaining("in one place");
        Loft.Section tip = new Loft.Section(null, new Vec3(0, 0, 5), 0);
        assertThatThrownBy(() -> lofted(SMOOTH, round(0, 5), tip, round(10, 3)))
                .hasMessageContaining("only begin or end in a point");
        Profile ring =
                new Profile(Frame.WORLD, Shapes.circle(0, 0, 5, true), List.of(Shapes.circle(0, 0, 3, false)), "r");
        assertThatThrownBy(() -> lofted(SMOOTH, at(ring), round(10, 3))).hasMessageContaining("holes");
        assertThat(volume(lofted(
                        STRAIGHT,
                        at(ring),
                        at(new Profile(
                                Frame.WORLD.movedAlongZ(10),
                                Shapes.circle(0, 0, 4, true),
                                List.of(Shapes.circle(0, 0, 2, false)),
                                "r")))))
                .isCloseTo(Math.PI * 10 / 3 * (25 + 20 + 16 - 9 - 6 - 4), within(1e-6));
    }

    /** A closed cubic spline with even knots. */
    private static Loft.Section oval(double z, double turn) {
        List<Vec3> poles = new ArrayList<>();
        for (int i = 0; i < 9; i++) {
            double a = 2 * Math.PI * i / 6;
            double x = 7 * Math.cos(a);
            double y = 4 * Math.sin(a);
            poles.add(new Vec3(x * Math.cos(turn) - y * Math.sin(turn), x * Math.sin(turn) + y * Math.cos(turn), 0));
        }
        double[] knots = new double[13];
        for (int i = 0; i < 13; i++) {
            knots[i] = i - 3;
        }
        double[] w = new double[9];
        java.util.Arrays.fill(w, 1);
        Nurbs n = new Nurbs(3, knots, poles, w);
        return at(new Profile(
                Frame.WORLD.movedAlongZ(z), List.of(new Profile.Edge(n, n.whole(), true, "c1")), List.of(), "r"));
    }

    /** Closed splines begin wherever the neighbour asks for, as one curve; beside what has corners they are cut at those alone. */
    @Test
    void closedSplines() {
        Body straight = lofted(STRAIGHT, oval(0, 0), oval(10, 0));
        assertThat(straight.faces()).hasSize(3);
        for (Loft.Shape shape : List.of(STRAIGHT, SMOOTH)) {
            lofted(shape, oval(0, 0), oval(10, 0.5), oval(20, 1));
            assertThat(lofted(shape, oval(0, 0.3), square(10, 8)).faces()).hasSize(6);
            lofted(shape, oval(0, 0.3), round(9, 5), oval(20, 0.7));
        }
    }

    /** Which hole goes over into which is told by where they are, not by the order in which they were drawn. */
    @Test
    void holesPairByPlace() {
        List<Profile> plates = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            double left = i == 0 ? -6 : 6;
            plates.add(new Profile(
                    Frame.WORLD.movedAlongZ(10 * i),
                    polygon(Frame.WORLD, -12, -5, 12, -5, 12, 5, -12, 5).outer(),
                    List.of(Shapes.circle(left, 0, 3, false), Shapes.circle(-left, 0, 3, false)),
                    "r"));
        }
        Body b = lofted(STRAIGHT, at(plates.get(0)), at(plates.get(1)));
        assertThat(volume(b)).isCloseTo(2400 - 2 * Math.PI * 90, within(1e-6));
    }

    /** A start that is turned turns the inside of a wall with it. */
    @Test
    void aTurnedStartTurnsHolesToo() {
        Profile low = polygon(Frame.WORLD, -6, -6, 6, -6, 6, 6, -6, 6);
        Profile high = polygon(Frame.WORLD.movedAlongZ(14), -6, -6, 6, -6, 6, 6, -6, 6);
        List<Profile> walls = List.of(
                Wall.along(low, 1, Wall.Side.INSIDE, TOL).get(0),
                Wall.along(high, 1, Wall.Side.INSIDE, TOL).get(0));
        Body b = lofted(STRAIGHT, at(walls.get(0)), new Loft.Section(walls.get(1), null, 1));
        assertThat(b.faces()).hasSize(10);
    }

    static Loft.Section random(Random r, double z) {
        Vec3 normal = new Vec3(0.2 * r.nextGaussian(), 0.2 * r.nextGaussian(), 1);
        Frame f = Frame.of(
                new Vec3(2 * r.nextGaussian(), 2 * r.nextGaussian(), z),
                normal,
                new Vec3(r.nextGaussian(), r.nextGaussian(), 0.1));
        if (r.nextInt(3) == 0) {
            return round(f, 3 + 4 * r.nextDouble());
        }
        int n = 3 + r.nextInt(4);
        double[] xy = new double[2 * n];
        double size = 4 + 4 * r.nextDouble();
        double turn = r.nextDouble();
        for (int i = 0; i < n; i++) {
            double a = 2 * Math.PI * (i + turn + 0.3 * r.nextDouble()) / n;
            xy[2 * i] = size * Math.cos(a);
            xy[2 * i + 1] = 0.8 * size * Math.sin(a);
        }
        return at(polygon(f, xy));
    }

    /** Random sections: sound, the mesh holds what the exact surfaces do, and a motion changes nothing; or refused with a place. */
    @Test
    void randomSections() {
        int built = 0;
        int plain = 0;
        int cases = Shapes.cases(20, 300);
        for (int seed = 1; seed <= cases; seed++) {
            Random r = new Random(seed);
            List<Loft.Section> all = new ArrayList<>();
            int n = 2 + r.nextInt(4);
            for (int i = 0; i < n; i++) {
                all.add(random(r, 12 * i));
            }
            Loft.Run run = Loft.Run.values()[r.nextInt(3)];
            plain += run == Loft.Run.MIDDLE ? 0 : 1;
            double strength = run == Loft.Run.SMOOTH && r.nextBoolean() ? 0.5 + r.nextDouble() : 0;
            try {
                Body b = Loft.of(all, new Loft.Shape(run, strength, strength, false), "s1", "r1", TOL);
                double v = volume(b);
                assertThat(Shapes.watertight(b, MeshQuality.EXPORT))
                        .as("seed " + seed)
                        .isCloseTo(v, within(0.01 * v));
                built += run == Loft.Run.MIDDLE ? 0 : 1;
            } catch (GeometryException e) {
                assertThat(e.getMessage()).as("seed " + seed).contains("near");
            }
        }
        // along the middle the tilts ask for bends tighter than the sections are wide
        assertThat(built).as("of " + plain).isGreaterThanOrEqualTo((int) (0.95 * plain));
    }
}
