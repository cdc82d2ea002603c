package io.tallember.solid.blend;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Line;
import io.tallember.geometry.Tolerance;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.FreeformTest;
import io.tallember.solid.Shapes;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Primitive;
import io.tallember.solid.sweep.Taper;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;

/** Where a size doesn't work, the largest below it that does: it works itself, and a fiftieth more doesn't. */
class FeasibleTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private record Case(String name, Body body, List<Edge> edges, boolean bevel, double size) {}

    private final List<Case> cases = new ArrayList<>();

    private void put(String name, Body b, Predicate<Edge> which, double... sizes) {
        List<Edge> edges = b.edges().stream().filter(which).toList();
        assertThat(edges).as(name).isNotEmpty();
        for (double s : sizes) {
            cases.add(new Case(name, b, edges, false, s));
        }
    }

    private static Predicate<Edge> level(double z) {
        return e -> Math.abs(e.middle().z() - z) < 1e-6;
    }

    private static boolean upright(Edge e) {
        return e.curve() instanceof Line l && Math.abs(l.direction().z()) > 0.99;
    }

    private void table() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Predicate<Edge> front = e -> e.middle().y() < 1e-6 && e.middle().z() > 19;
        put("one edge of a box", box, front, 21, 25, 40);
        put("the top of a box", box, level(20), 15.5, 20, 32);
        put("the uprights of a box", box, FeasibleTest::upright, 15.2, 18);
        put("all edges of a box", box, e -> true, 10.2, 14, 25);
        Body pocket = Fuse.subtract(List.of(box), List.of(Shapes.box(10, 8, 8, 30, 22, 21)), TOL)
                .get(0);
        Predicate<Edge> inside = e -> e.middle().x() > 5
                && e.middle().x() < 35
                && e.middle().y() > 5
                && e.middle().y() < 25;
        put("the floor of a pocket", pocket, inside.and(level(8)), 7.5, 13);
        put("the rim of a pocket", pocket, inside.and(level(20)), 9, 14);
        put("the uprights of a pocket", pocket, inside.and(FeasibleTest::upright), 7.2, 11);
        Body rod = Shapes.cylinder(0, 0, 10, 0, 30);
        put("a rim of a rod", rod, level(30), 11, 16, 24);
        put("both rims of a rod", rod, e -> true, 11, 18);
        Body bored = Fuse.subtract(
                        List.of(Shapes.box(-20, -15, 0, 20, 15, 20)), List.of(Shapes.cylinder(0, 0, 6, -1, 21)), TOL)
                .get(0);
        Predicate<Edge> round = e -> !(e.curve() instanceof Line);
        put("a rim of a bore", bored, round.and(level(20)), 9.5, 22);
        Body boss = Fuse.unite(List.of(Shapes.box(-20, -15, 0, 20, 15, 20), Shapes.cylinder(0, 0, 6, 20, 32)), TOL)
                .get(0);
        put("the foot of a boss", boss, round.and(level(20)), 9.5, 13, 30);
        put("the rim of a boss", boss, level(32), 6.5, 9, 14);
        put("the rim of an oval", FreeformTest.oval(), level(15), 8, 14);
        Body cone = Primitive.cone(io.tallember.geometry.Frame.WORLD, 12, 6, 20, "s", TOL);
        put("the narrow rim of a frustum", cone, level(20), 12, 20);
        Body step =
                Fuse.unite(List.of(box, Shapes.box(0, 0, 20, 15, 30, 28)), TOL).get(0);
        put(
                "the inside of a step",
                step,
                e -> e.middle().distance(new io.tallember.geometry.Vec3(15, 15, 20)) < 1,
                8.5,
                13);
        Body leant =
                Taper.of(Shapes.polygon(Frame.WORLD, 0, 0, 40, 0, 40, 30, 0, 30), 20, Math.toRadians(5), "t", "t", TOL);
        put("the top of a leant block", leant, level(20), 15, 22);
        put("the foot of a leant block", leant, level(0), 18, 30);
        Body ell = Extrude.of(
                Shapes.polygon(Frame.WORLD, 0, 0, 40, 0, 40, 15, 15, 15, 15, 30, 0, 30), 0, 20, "l", "l", TOL);
        put("the inside of an angle", ell, FeasibleTest::upright, 9, 14);
        put("the top of an angle", ell, level(20), 8, 12);
        double[] six = new double[12];
        for (int i = 0; i < 6; i++) {
            six[2 * i] = 15 * Math.cos(Math.PI * i / 3);
            six[2 * i + 1] = 15 * Math.sin(Math.PI * i / 3);
        }
        Body hexagon = Extrude.of(Shapes.polygon(Frame.WORLD, six), 0, 12, "h", "h", TOL);
        put("the top of a hexagon", hexagon, level(12), 13.2, 20);
        put("the uprights of a hexagon", hexagon, FeasibleTest::upright, 13.5, 25);
        put("all edges of a hexagon", hexagon, e -> true, 6.5, 12);
        Body tube = Fuse.subtract(List.of(rod), List.of(Shapes.cylinder(0, 0, 6, -1, 31)), TOL)
                .get(0);
        put("both upper rims of a tube", tube, level(30), 2.2, 5);
        put("the outer rim of a tube", tube, level(30).and(e -> e.bounds().max().x() > 9), 4.5, 7);
        Body slotted = Fuse.subtract(List.of(box), List.of(Shapes.box(-1, 12, 12, 41, 18, 21)), TOL)
                .get(0);
        put("the floor of a groove", slotted, level(12), 3.2, 5);
        for (double s : new double[] {21, 33}) {
            cases.add(new Case(
                    "a bevel of a box", box, box.edges().stream().filter(front).toList(), true, s));
        }
        cases.add(new Case(
                "bevels of a top", box, box.edges().stream().filter(level(20)).toList(), true, 16));
        cases.add(new Case(
                "a bevelled rod", rod, rod.edges().stream().filter(level(30)).toList(), true, 12));
    }

    private static List<Body> built(Case c, double size) {
        return Blend.edges(c.body(), c.edges(), c.bevel() ? Size.bevel(size) : Size.round(size), "s");
    }

    @Test
    void whatIsGivenWorksAndALittleMoreDoesnt() {
        table();
        assertThat(cases).hasSizeGreaterThanOrEqualTo(60);
        List<String> wrong = new ArrayList<>();
        for (Case c : cases) {
            String name = c.name() + ", " + c.size();
            try {
                built(c, c.size());
                wrong.add(name + " works by itself");
                continue;
            } catch (GeometryException e) {
                // it is one of the failing ones
            }
            Optional<Feasible.Found> most = Feasible.below(c.size(), 60_000, s -> built(c, s));
            if (most.isEmpty()) {
                wrong.add(name + ": none found");
                continue;
            }
            double m = most.get().size();
            assertThat(most.get().most()).as(name).isTrue();
            for (double s : new double[] {m, 0.02}) {
                try {
                    built(c, s).forEach(b -> BodyCheck.deep(b, TOL).orThrow());
                } catch (GeometryException e) {
                    wrong.add(name + ": " + s + " doesn't work: " + e.getMessage());
                }
            }
            try {
                built(c, 1.02 * m);
                wrong.add(name + ": " + 1.02 * m + " works too");
            } catch (GeometryException e) {
                // as it should
            }
        }
        System.out.println("feasible sizes: " + cases.size() + " cases, " + wrong.size() + " wrong");
        assertThat(wrong).isEmpty();
    }
}
