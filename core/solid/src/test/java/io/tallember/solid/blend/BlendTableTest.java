package io.tallember.solid.blend;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Line;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.FreeformTest;
import io.tallember.solid.Shapes;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Primitive;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;

/**
 * The table of rounds over supports, senses, ends and corners: each is sound, runs smoothly into its supports, and has the radius
 * asked for, or is refused with a reason. None may be wrong; how many are refused is held, so that none is lost unseen.
 */
class BlendTableTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    /** How many of the table can't be built yet. */
    private static final int REFUSED = 5;

    record Case(Body body, List<Edge> edges, double radius) {}

    private final Map<String, Case> cases = new LinkedHashMap<>();

    private void put(String name, Body b, Predicate<Edge> which, double... radii) {
        List<Edge> edges = b.edges().stream().filter(which).toList();
        assertThat(edges).as(name).isNotEmpty();
        for (double r : radii) {
            cases.put(name + ", " + r, new Case(b, edges, r));
        }
    }

    private static Predicate<Edge> level(double z) {
        return e -> Math.abs(e.middle().z() - z) < 1e-6;
    }

    private static Predicate<Edge> round() {
        return e -> e.curve() instanceof Circle;
    }

    private static Predicate<Edge> at(double x, double y, double z) {
        return e -> e.middle().distance(new Vec3(x, y, z)) < 0.6;
    }

    private static boolean upright(Edge e) {
        return e.curve() instanceof Line l && Math.abs(l.direction().z()) > 0.99;
    }

    private static Body less(Body a, Body b) {
        return Fuse.subtract(List.of(a), List.of(b), TOL).get(0);
    }

    private static Body plus(Body a, Body b) {
        return Fuse.unite(List.of(a, b), TOL).get(0);
    }

    private static Body prism(double h, double... xy) {
        return Extrude.of(Shapes.polygon(Frame.WORLD, xy), 0, h, "s", "r", TOL);
    }

    private void planes() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        put("one edge of a box", box, at(20, 0, 20), 0.5, 2, 8, 15);
        put("two edges of a box side by side", box, at(20, 0, 20).or(at(20, 30, 20)), 1, 4, 10);
        put("two edges of a box at a corner", box, at(20, 0, 20).or(at(0, 15, 20)), 1, 4);
        put("three edges of a corner", box, at(20, 0, 20).or(at(0, 15, 20)).or(at(0, 0, 10)), 0.5, 2, 6);
        put("the top of a box", box, level(20), 1, 3, 8);
        put("the uprights of a box", box, BlendTableTest::upright, 1, 5, 12);
        put("all edges of a box", box, e -> true, 0.5, 2, 5, 8);
        Body ell = plus(Shapes.box(0, 0, 0, 40, 15, 20), Shapes.box(0, 0, 0, 15, 30, 20));
        put("the inner upright of an angle", ell, at(15, 15, 10), 1, 4, 10);
        put(
                "the outer uprights of an angle",
                ell,
                ((Predicate<Edge>) BlendTableTest::upright).and(at(15, 15, 10).negate()),
                1,
                4);
        put("all uprights of an angle", ell, BlendTableTest::upright, 1, 4);
        put("the top of an angle", ell, level(20), 1, 3);
        put("all edges of an angle", ell, e -> true, 0.5, 2);
        for (double a : new double[] {30, 60, 120, 150}) {
            double x = 20 / Math.tan(Math.toRadians(a));
            Body wedge = prism(30, 0, 0, 60, 0, 60, 20, x, 20);
            put(
                    "an edge of " + a + "°",
                    wedge,
                    e -> upright(e) && e.middle().x() < 1e-6 && e.middle().y() < 1e-6,
                    0.5,
                    2);
        }
        Body pocket = less(box, Shapes.box(10, 8, 8, 30, 22, 21));
        put("the floor of a pocket", pocket, level(8), 1, 3);
        put("the uprights of a pocket", pocket, e -> upright(e) && e.middle().z() > 11, 1, 3);
        put(
                "floor and uprights of a pocket",
                pocket,
                e -> e.middle().z() > 7 && e.middle().z() < 19 && inner(e),
                1,
                3);
        put("the rim of a pocket", pocket, e -> level(20).test(e) && inner(e), 0.5, 2);
        Body step = plus(box, Shapes.box(0, 0, 20, 15, 30, 35));
        put("the inside of a step", step, at(15, 15, 20), 1, 4);
        put("the top edge of a step", step, at(15, 15, 35), 1, 4);
        put("inside and top of a step", step, at(15, 15, 20).or(at(15, 15, 35)), 1, 4);
        put("an upright edge into a step", step, at(15, 0, 27.5), 1);
        Body slanted = prism(20, 0, 0, 40, 0, 30, 30, 5, 25);
        put("all edges of a slanted block", slanted, e -> true, 1, 3);
        put("an edge that ends on slanted faces", slanted, at(20, 0, 20), 1, 3);
    }

    private static boolean inner(Edge e) {
        return e.middle().x() > 5
                && e.middle().x() < 35
                && e.middle().y() > 5
                && e.middle().y() < 25;
    }

    private void rounds() {
        Body rod = Shapes.cylinder(Frame.WORLD, 10, 0, 30);
        put("a rim of a rod", rod, level(30), 0.5, 3, 8);
        put("both rims of a rod", rod, e -> true, 0.5, 3);
        Body box = Shapes.box(-20, -15, 0, 20, 15, 20);
        Body bored = less(box, Shapes.cylinder(0, 0, 6, -1, 21));
        put("a rim of a bore", bored, level(20).and(round()), 0.5, 3, 8);
        Body blind = less(box, Shapes.cylinder(0, 0, 6, 5, 21));
        put("the floor of a blind bore", blind, level(5), 0.5, 2);
        put("floor and rim of a blind bore", blind, round().and(level(5).or(level(20))), 0.5, 2);
        Body boss = plus(box, Shapes.cylinder(0, 0, 6, 20, 32));
        put("the foot of a boss", boss, level(20).and(round()), 0.5, 2, 5);
        put("the rim of a boss", boss, level(32), 0.5, 2, 5);
        put("foot and rim of a boss", boss, round().and(level(20).or(level(32))), 0.5, 2);
        Body frustum = Primitive.cone(Frame.WORLD, 12, 6, 20, "s", TOL);
        put("the wide rim of a frustum", frustum, level(0), 0.5, 2, 5);
        put("the narrow rim of a frustum", frustum, level(20), 0.5, 2);
        Body cone = plus(box, Primitive.cone(Frame.WORLD.at(new Vec3(0, 0, 20)), 10, 5, 12, "c", TOL));
        put("the foot of a cone", cone, level(20).and(round()), 0.5, 2);
        Body ball = Primitive.sphere(Frame.WORLD, 12, "b", TOL);
        put("the rim of a half ball", less(ball, Shapes.box(-20, -20, 0, 20, 20, 20)), e -> true, 0.5, 2);
        Body dome = plus(box, Primitive.sphere(Frame.WORLD.at(new Vec3(0, 0, 20)), 9, "b", TOL));
        put("the foot of a dome", dome, level(20).and(round()), 0.5, 2);
        Body ring = plus(Shapes.box(-30, -30, -10, 30, 30, 0), Primitive.torus(Frame.WORLD, 18, 5, "t", TOL));
        put(
                "the outer foot of a ring",
                ring,
                e -> level(0).test(e) && e.curve() instanceof Circle c && c.radius() > 20,
                0.5,
                2);
        put(
                "the inner foot of a ring",
                ring,
                e -> level(0).test(e) && e.curve() instanceof Circle c && c.radius() < 20,
                0.5,
                2);
        Body shaft = plus(rod, Shapes.cylinder(Frame.WORLD, 6, 30, 50));
        put("the shoulder of a shaft", shaft, level(30), 0.5, 2);
        Body flat = less(rod, Shapes.box(6, -20, -1, 20, 20, 31));
        put("an edge along a flat of a rod", flat, e -> upright(e) && e.middle().y() > 0, 0.5, 1);
        put("the rim of a rod with a flat", flat, level(30), 0.5, 1);
        Body keyed = less(rod, Shapes.box(6, -3, -1, 20, 3, 31));
        put("the floor of a keyway", keyed, e -> upright(e) && e.middle().x() < 6.1, 0.5, 1);
        put("the sides of a keyway", keyed, e -> upright(e) && e.middle().x() > 6.1, 0.5);
        Body slot = less(
                box,
                plus(
                        Shapes.box(-8, -4, 10, 8, 4, 21),
                        plus(Shapes.cylinder(-8, 0, 4, 10, 21), Shapes.cylinder(8, 0, 4, 10, 21))));
        put(
                "the rim of a slot",
                slot,
                e -> level(20).test(e)
                        && Math.abs(e.middle().x()) < 14
                        && Math.abs(e.middle().y()) < 6,
                0.5,
                2);
        put("the floor of a slot", slot, level(10), 0.5, 2);
        Body wall = plus(box, Shapes.cylinder(20, 0, 8, 0, 20));
        put(
                "the uprights beside a half post",
                wall,
                e -> upright(e)
                        && Math.abs(e.middle().x() - 20) < 1e-6
                        && Math.abs(e.middle().y()) < 9,
                0.5,
                2);
        put("the top of a box with a half post", wall, level(20), 0.5, 2);
    }

    private void ends() {
        Body rounded = roundedUprights();
        put("the top of a box with round uprights", rounded, e -> level(20).test(e) && sharp(rounded, e), 0.5, 2, 3.5);
        put("top and bottom of it", rounded, e -> (level(20).test(e) || level(0).test(e)) && sharp(rounded, e), 0.5, 2);
        Body notch = less(
                Shapes.box(0, 0, 0, 40, 30, 20), Shapes.cylinder(Frame.of(new Vec3(20, -1, 20), Vec3.Y), 6, 0, 40));
        put("edges that end on a round notch", notch, at(7, 0, 20).or(at(33, 0, 20)), 0.5, 2);
        put(
                "the edges along a round notch",
                notch,
                e -> e.curve() instanceof Line l
                        && Math.abs(l.direction().y()) > 0.9
                        && e.middle().x() > 10
                        && e.middle().x() < 30,
                0.5,
                2);
        Body ramp = less(
                Shapes.box(0, 0, 0, 40, 30, 20),
                Extrude.of(
                        Shapes.polygon(new Frame(Vec3.ZERO, Vec3.X, Vec3.Z, Vec3.Y.negated()), 25, 21, 41, 5, 41, 21),
                        -31,
                        1,
                        "s",
                        "r",
                        TOL));
        put(
                "an edge that ends at a ramp",
                ramp,
                e -> e.curve() instanceof Line l
                        && Math.abs(l.direction().x()) > 0.9
                        && e.middle().z() > 19,
                0.5,
                2);
        put(
                "the edge of a ramp",
                ramp,
                e -> e.curve() instanceof Line l
                        && Math.abs(l.direction().y()) > 0.9
                        && e.middle().z() > 19
                        && e.middle().x() > 20,
                0.5,
                2);
        Body plate = plus(Shapes.box(-30, -30, -5, 30, 30, 0), Shapes.box(-10, -8, 0, 10, 8, 15));
        Predicate<Edge> in =
                e -> Math.abs(e.middle().x()) < 11 && Math.abs(e.middle().y()) < 11;
        put("the foot of a block", plate, in.and(level(0)), 0.5, 2);
        put("foot and uprights of a block", plate, in.and(level(0)).or(level(7.5)), 0.5, 2, 3);
        put(
                "foot, uprights and rim of a block",
                plate,
                in.and(level(0)).or(level(7.5)).or(level(15)),
                0.5,
                2);
        put("one side of a foot", plate, at(0, -8, 0), 0.5, 2);
        Body cross =
                plus(Shapes.cylinder(Frame.WORLD, 8, -20, 20), Shapes.cylinder(Frame.of(Vec3.ZERO, Vec3.X), 5, 0, 25));
        put(
                "where a branch meets a tube",
                cross,
                e -> !(e.curve() instanceof Circle) && e.middle().x() > 1,
                0.5,
                1);
        Body aslant = less(
                Shapes.box(-20, -20, 0, 20, 20, 20),
                Shapes.cylinder(Frame.of(new Vec3(0, 0, -5), new Vec3(0.3, 0, 1)), 5, 0, 60));
        put("the rim of a slanted bore", aslant, e -> level(20).test(e) && !(e.curve() instanceof Line), 0.5, 1);
        put("the rim of an oval prism", FreeformTest.oval(), level(15), 0.5, 1);
        put("the rim of a cam", FreeformTest.cam(), level(10), 0.5, 1);
    }

    private static boolean sharp(Body b, Edge e) {
        return !Edges.smooth(b, e);
    }

    private static Body roundedUprights() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        return Blend.edges(
                        box,
                        box.edges().stream().filter(BlendTableTest::upright).toList(),
                        Size.round(5),
                        "f")
                .get(0);
    }

    @Test
    void everyRoundIsTrueOrRefused() {
        planes();
        rounds();
        ends();
        new BlendCornersTable(this::put).all();
        new BlendCastingTable(this::put).all();
        Map<String, String> refused = new TreeMap<>();
        List<String> wrong = new ArrayList<>();
        cases.forEach((name, c) -> {
            try {
                judge(name, c, wrong);
            } catch (GeometryException e) {
                refused.put(name, e.getMessage());
            } catch (RuntimeException e) {
                wrong.add(name + " failed: " + e + " " + e.getStackTrace()[0]);
            }
        });
        System.out.println(
                "rounds: " + cases.size() + " cases, " + refused.size() + " refused, " + wrong.size() + " wrong");
        refused.forEach((n, why) -> System.out.println("  " + n + ": " + why));
        assertThat(wrong).isEmpty();
        assertThat(refused).hasSizeLessThanOrEqualTo(REFUSED);
        refused.values().forEach(why -> assertThat(why).endsWith("."));
    }

    static void judge(String name, Case c, List<String> wrong) {
        List<Body> out = Blend.edges(c.body(), c.edges(), Size.round(c.radius()), "blend");
        for (Body b : out) {
            if (!BodyCheck.deep(b, TOL).valid()) {
                wrong.add(name + " isn't sound");
            }
            int blends = 0;
            for (Face f : b.faces()) {
                // a flat end of a round that runs out is no round
                boolean made = f.origins().stream()
                        .anyMatch(o -> o.step().equals("blend") && !o.role().equals("end"));
                if (!made) {
                    continue;
                }
                blends++;
                bends(name, f, c.radius(), wrong);
                int rails = 0;
                for (var k : f.coedges()) {
                    rails += rubs(name, b, f, k.edge(), wrong) ? 1 : 0;
                }
                // between mitres that meet before its second rail a round is left with one
                if (rails < Math.min(2, f.coedges().size() - 2)) {
                    wrong.add(name + " has a round that is tangent along " + rails + " edges");
                }
            }
            if (blends == 0) {
                wrong.add(name + " made no round");
            }
        }
        double was = MassProperties.of(c.body()).volume();
        double is = MassProperties.of(out).volume();
        if (!(is > 0.3 * was && is < 1.5 * was)) {
            wrong.add(name + " changed the volume from " + was + " to " + is);
        }
        // what is filled in may be as much as what is taken off, but the skin is another
        if (MassProperties.of(c.body()).area() == MassProperties.of(out).area()) {
            wrong.add(name + " changed nothing");
        }
    }

    /**
     * Along an edge between a round and a face that was there before the two have one tangent plane, unless the round ends there.
     *
     * @return whether they have
     */
    private static boolean rubs(String name, Body b, Face f, Edge e, List<String> wrong) {
        Face g = b.facesOf(e).get(0) == f ? b.facesOf(e).get(1) : b.facesOf(e).get(0);
        double least = 2;
        double most = -2;
        for (int i = 1; i < 8; i++) {
            Vec3 p = e.curve().point(e.range().at(i / 8.0));
            double cosine = f.outward(p).dot(g.outward(p));
            least = Math.min(least, cosine);
            most = Math.max(most, cosine);
        }
        boolean starts = most > 1 - 1e-6;
        if (starts && Math.acos(Math.min(1, least)) > 1e-4) {
            wrong.add(name + " isn't tangent all along");
        }
        return starts;
    }

    /** A ball of the radius lies against the round: one of its bends is the ball's, by how its normal turns. */
    private static void bends(String name, Face f, double radius, List<String> wrong) {
        Vec3 p = f.region().interiorPoint(TOL).orElseThrow();
        Vec3 n = f.outward(p);
        Vec3 x = n.anyPerpendicular();
        Vec3 y = n.cross(x);
        Vec3 nx = turning(f, p, x, 1e-4 * radius);
        Vec3 ny = turning(f, p, y, 1e-4 * radius);
        double mean = 0.5 * (nx.dot(x) + ny.dot(y));
        double off = Math.sqrt(Math.max(0, mean * mean - (nx.dot(x) * ny.dot(y) - nx.dot(y) * ny.dot(x))));
        double nearest =
                Math.min(Math.abs(Math.abs(mean + off) * radius - 1), Math.abs(Math.abs(mean - off) * radius - 1));
        if (!(nearest < 1e-4)) {
            wrong.add(name + " bends by " + (mean + off) + " and " + (mean - off) + " instead of " + 1 / radius);
        }
    }

    /** How fast the normal turns along a direction. */
    private static Vec3 turning(Face f, Vec3 p, Vec3 along, double step) {
        Vec2 a = f.surface().project(p.plus(-step, along));
        Vec2 b = f.surface().project(p.plus(step, along));
        Vec3 from = f.surface().point(a.x(), a.y());
        Vec3 to = f.surface().point(b.x(), b.y());
        return f.outward(to).minus(f.outward(from)).times(1 / to.distance(from));
    }
}
