package io.tallember.solid.blend;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Shapes;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Primitive;
import io.tallember.solid.sweep.Split;
import io.tallember.solid.sweep.Taper;
import java.util.List;
import java.util.Random;
import java.util.function.Predicate;

/**
 * The table's third part: castings whose webs run smoothly into their bosses, edges that become smooth at an end, rounds beside
 * earlier ones, and corners that one ball doesn't touch.
 */
final class BlendCastingTable {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private final BlendCornersTable.Put table;

    BlendCastingTable(BlendCornersTable.Put table) {
        this.table = table;
    }

    private static Body less(Body a, Body b) {
        return Fuse.subtract(List.of(a), List.of(b), TOL).get(0);
    }

    private static Body plus(Body a, Body b) {
        return Fuse.unite(List.of(a, b), TOL).get(0);
    }

    private static Predicate<Edge> level(double z) {
        return e -> Math.abs(e.middle().z() - z) < 1e-6;
    }

    private static Predicate<Edge> near(double x, double y, double z, double within) {
        Vec3 p = new Vec3(x, y, z);
        return e -> e.middle().distance(p) < within;
    }

    private static boolean upright(Edge e) {
        return e.curve() instanceof Line l && Math.abs(l.direction().z()) > 0.99;
    }

    private static Predicate<Edge> sharp(Body b) {
        return e -> !Edges.smooth(b, e);
    }

    private static Predicate<Edge> outer(Body b) {
        return sharp(b).and(e -> Edges.convex(b, e));
    }

    private static Predicate<Edge> inner(Body b) {
        return sharp(b).and(e -> !Edges.convex(b, e));
    }

    private static Body round(Body b, Predicate<Edge> which, double r) {
        return Blend.edges(b, b.edges().stream().filter(which).toList(), Size.round(r), "f")
                .get(0);
    }

    /** Two bosses with a web between them whose sides touch both. */
    static Body casting(double r1, double h1, double r2, double h2, double apart, double web) {
        double sine = (r1 - r2) / apart;
        double cosine = Math.sqrt(1 - sine * sine);
        double ax = r1 * sine;
        double ay = r1 * cosine;
        double bx = apart + r2 * sine;
        double by = r2 * cosine;
        Body one = Shapes.cylinder(0, 0, r1, 0, h1);
        Body two = Shapes.cylinder(apart, 0, r2, 0, h2);
        Circle c1 = new Circle(Frame.WORLD, r1);
        Circle c2 = new Circle(Frame.WORLD.at(new Vec3(apart, 0, 0)), r2);
        double t = Math.atan2(ay, ax);
        Profile p = new Profile(
                Frame.WORLD,
                List.of(
                        Shapes.line(ax, -ay, bx, -by, "a"),
                        new Profile.Edge(c2, new Interval(-t, t), true, "b"),
                        Shapes.line(bx, by, ax, ay, "c"),
                        new Profile.Edge(c1, new Interval(t, 2 * Math.PI - t), true, "d")),
                List.of(),
                "web");
        return plus(plus(Extrude.of(p, 0, web, "web", "r", TOL), one), two);
    }

    /** A wedge of metal between the bosses, from the web up. */
    private static Body ribbed(Body casting, double x0, double z0, double x1, double z1, double thick) {
        Frame f = new Frame(Vec3.ZERO, Vec3.X, Vec3.Z, Vec3.Y.negated());
        Body rib =
                Extrude.of(Shapes.polygon(f, x0, 1, x1, 1, x1, z1, x0, z0), -0.5 * thick, 0.5 * thick, "rib", "r", TOL);
        return plus(casting, rib);
    }

    void all() {
        castings();
        runningOut();
        earlier();
        tight();
        manyEdges();
        pipes();
        saddles();
    }

    private void castings() {
        Body plain = casting(22, 40, 13, 28, 80, 9);
        Body ribbed = ribbed(plain, 15, 38, 75, 15, 6);
        Body alike = casting(15, 30, 15, 22, 60, 8);
        for (Object[] k : new Object[][] {{"plain", plain}, {"ribbed", ribbed}, {"alike", alike}}) {
            Body b = (Body) k[1];
            table.put("outer edges of a casting, " + k[0], b, outer(b), 0.5, 2);
            table.put("inner edges of a casting, " + k[0], b, inner(b), 0.5, 2);
            table.put("all edges of a casting, " + k[0], b, sharp(b), 0.5, 1, 2);
        }
        Body high = ribbed(plain, 15, 40, 75, 15, 6);
        table.put("inner edges of a casting, high rib", high, inner(high), 1, 2);
        table.put("all edges of a casting, high rib", high, sharp(high), 1, 2);
        Body eye = less(plain, Shapes.cylinder(0, 0, 14, -1, 41));
        table.put("all edges of a bored casting", eye, sharp(eye), 0.5, 2);
        table.put("one web edge of a casting", plain, near(42, 17.4, 9, 1), 0.5, 2, 4);
        table.put(
                "one foot of a casting", plain, inner(plain).and(e -> e.middle().x() < 40), 0.5, 2, 4);
        Body flush = plus(Shapes.box(-30, -12, 0, 30, 12, 8), Shapes.cylinder(0, 0, 12, 0, 25));
        table.put("foot of a boss as wide as its plate", flush, inner(flush), 0.5, 2);
        table.put("all edges of a boss as wide as its plate", flush, sharp(flush), 0.5, 1.5);
        Body side = plus(Shapes.box(-30, -30, 0, 30, 10, 8), Shapes.cylinder(0, 0, 10, 0, 25));
        table.put("foot of a boss that touches a side", side, inner(side), 0.5, 2);
        table.put("all edges of a boss that touches a side", side, sharp(side), 0.5, 1.5);
    }

    private void runningOut() {
        Body plate = Shapes.box(-20, -15, 0, 20, 15, 6);
        Body block = plus(plate, Shapes.box(-10, -8, 6, 10, 8, 20));
        Body foot = round(
                block,
                e -> level(6).test(e)
                        && Math.abs(e.middle().x()) < 11
                        && Math.abs(e.middle().y()) < 9,
                3);
        Predicate<Edge> uprights = e -> e.middle().z() > 6.1 && e.middle().z() < 19;
        table.put("uprights after their foot, run on", foot, sharp(foot).and(uprights), 0.5, 1, 2);
        table.put(
                "uprights after their foot",
                foot,
                sharp(foot).and(e -> upright(e)).and(uprights),
                0.5,
                2);
        Body one = round(block, near(0, -8, 6, 1), 3);
        table.put("foot beside a round foot", one, near(10, 0, 6, 3), 1, 3);
        Body ell = plus(Shapes.box(0, 0, 0, 40, 30, 6), Shapes.box(0, 0, 6, 8, 30, 25));
        Body first = round(ell, near(8, 15, 6, 1), 4);
        table.put(
                "the front of a rounded angle",
                first,
                e -> e.middle().y() < 1e-6
                        && e.middle().z() > 5.9
                        && e.middle().x() > 7.9
                        && sharp(first).test(e),
                0.5,
                2,
                3);
    }

    private void earlier() {
        Body tray = Shapes.box(0, 0, 0, 140, 100, 22);
        Body out = Taper.of(
                Shapes.polygon(Frame.of(new Vec3(0, 0, 22), Vec3.Z.negated()), 20, -80, 120, -80, 120, -20, 20, -20),
                16,
                Math.toRadians(-5),
                "s",
                "r",
                TOL);
        Body pocket = less(tray, out);
        Body corners = round(pocket, inner(pocket).and(e -> e.middle().z() > 6.1), 4);
        table.put("floor of a tapered pocket after its corners", corners, inner(corners), 1, 1.8, 2.5, 3);
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Body up = round(box, BlendCastingTable::upright, 4);
        for (double r : new double[] {4, 4.5, 5, 6, 8}) {
            table.put("a top larger than its uprights", up, level(20).and(sharp(up)), r);
        }
        Body well = less(box, Shapes.box(8, 6, 8, 32, 24, 21));
        Body wellUp = round(well, inner(well).and(e -> e.middle().z() > 9), 3);
        table.put("a floor larger than its uprights", wellUp, level(8).and(sharp(wellUp)), 3, 3.5, 5);
        Body top = round(box, level(20), 2);
        table.put("uprights after the top", top, e -> upright(e) && sharp(top).test(e), 0.5, 1, 2);
        Body edge = round(box, near(20, 0, 20, 1), 3);
        table.put(
                "rim of a hole that reaches a round",
                less(edge, Shapes.cylinder(20, 8, 4, -1, 21)),
                e -> e.curve() instanceof Circle c && level(20).test(e),
                0.5,
                1.5);
        Body cut = less(edge, Shapes.cylinder(20, 6, 4, -1, 21));
        table.put("rim of a hole through a round", cut, sharp(cut).and(near(20, 6, 20, 6)), 0.5, 0.9, 1);
    }

    private void tight() {
        Body rod = Shapes.cylinder(Frame.WORLD, 10, 0, 30);
        Body keyed = less(rod, Shapes.box(6, -3, 10, 20, 3, 31));
        table.put("all edges of a rod with a keyway", keyed, sharp(keyed), 0.4, 0.8);
        Body milled = less(
                rod,
                plus(
                        Shapes.box(6, -3, 10, 20, 3, 22),
                        plus(
                                Shapes.cylinder(Frame.of(new Vec3(0, 0, 10), Vec3.X), 3, 6, 20),
                                Shapes.cylinder(Frame.of(new Vec3(0, 0, 22), Vec3.X), 3, 6, 20))));
        table.put(
                "rim of a milled keyway",
                milled,
                outer(milled).and(e -> e.middle().z() > 3 && e.middle().z() < 27),
                0.4,
                0.8);
        table.put("floor of a milled keyway", milled, inner(milled), 0.4, 0.8);
    }

    private void manyEdges() {
        Random r = new Random(7);
        for (int i = 0; i < 12; i++) {
            Body b = Shapes.box(-20, -20, -20, 20, 20, 20);
            Vec3 tip = new Vec3(6, 6, 6);
            for (int k = 0; k < 3; k++) {
                Vec3 n = new Vec3(0.2 + r.nextDouble(), 0.2 + r.nextDouble(), 0.2 + r.nextDouble());
                n = List.of(
                                new Vec3(2 * n.x(), n.y() - 0.6, n.z() - 0.6),
                                new Vec3(n.x() - 0.6, 2 * n.y(), n.z() - 0.6),
                                new Vec3(n.x() - 0.6, n.y() - 0.6, 2 * n.z()))
                        .get(k);
                b = cut(b, tip, n);
            }
            table.put(
                    "a corner of three by random planes " + i,
                    b,
                    e -> e.start().point().distance(tip) < 1e-6
                            || e.end().point().distance(tip) < 1e-6,
                    0.5,
                    2);
        }
        for (int n = 4; n <= 6; n++) {
            for (int i = 0; i < 4; i++) {
                Body b = Shapes.box(-30, -30, -10, 30, 30, 30);
                Vec3 tip = new Vec3(0, 0, 15);
                for (int k = 0; k < n; k++) {
                    double a = 2 * Math.PI * (k + 0.5 * r.nextDouble()) / n;
                    b = cut(b, tip, new Vec3(Math.cos(a), Math.sin(a), 0.5 + 0.8 * r.nextDouble()));
                }
                table.put(
                        "a tip of " + n + " random planes " + i,
                        b,
                        e -> e.start().point().distance(tip) < 1e-6
                                || e.end().point().distance(tip) < 1e-6,
                        0.5);
            }
        }
        Body oblong = Shapes.box(-30, -30, -10, 30, 30, 30);
        for (Vec3 n : List.of(new Vec3(1, 0, 0.5), new Vec3(-1, 0, 0.5), new Vec3(0, 1, 0.9), new Vec3(0, -1, 0.9))) {
            oblong = cut(oblong, new Vec3(0, 0, 15), n);
        }
        Body b = oblong;
        table.put(
                "an oblong tip of four",
                b,
                e -> e.start().point().distance(new Vec3(0, 0, 15)) < 1e-6
                        || e.end().point().distance(new Vec3(0, 0, 15)) < 1e-6,
                0.5,
                1);
    }

    private static Body cut(Body b, Vec3 at, Vec3 out) {
        return Split.by(b, new Plane(Frame.of(at, out)), "cut", TOL).stream()
                .min(java.util.Comparator.comparingDouble(
                        p -> p.bounds().centre().minus(at).dot(out)))
                .orElseThrow();
    }

    private void pipes() {
        Body tee = plus(
                Shapes.cylinder(Frame.of(Vec3.ZERO, Vec3.X), 6, -20, 20),
                Shapes.cylinder(Frame.of(Vec3.ZERO, Vec3.Y), 6, 0, 20));
        table.put("all edges of a tee of equal rods", tee, sharp(tee), 0.5, 1);
        Body ring = less(Primitive.torus(Frame.WORLD, 18, 6, "t", TOL), Shapes.box(-30, -30, -10, 30, 1, 10));
        table.put("a ring cut along its axis", ring, sharp(ring), 0.5, 1.5);
        Body waist = less(Primitive.torus(Frame.WORLD, 18, 6, "t", TOL), Shapes.box(-30, -30, -10, 13, 30, 10));
        table.put("a ring cut near its waist", waist, sharp(waist), 0.5, 1.5);
    }

    /** Blocks that go into each other's edges. */
    private void saddles() {
        Body into = plus(Shapes.box(0, 0, 0, 20, 20, 10), Shapes.box(20, 5, 3, 35, 15, 15));
        table.put("inner edges of a block on another's edge", into, inner(into), 0.3, 1, 2);
        table.put("outer edges of a block on another's edge", into, outer(into), 0.3, 1, 2);
        table.put(
                "one inner edge of a block on another's edge",
                into,
                inner(into).and(e -> upright(e) && e.middle().y() < 10),
                0.3,
                1,
                2);
        table.put("all edges of a block on another's edge", into, sharp(into), 0.3, 1);
        Body through = plus(Shapes.box(0, 0, 0, 20, 20, 10), Shapes.box(5, 5, 4, 15, 30, 16));
        table.put("inner edges of a block through another's edge", through, inner(through), 0.3, 1, 2);
        table.put("outer edges of a block through another's edge", through, outer(through), 0.3, 1, 2);
    }
}
