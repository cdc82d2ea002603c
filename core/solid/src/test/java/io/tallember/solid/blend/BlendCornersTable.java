package io.tallember.solid.blend;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
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
import io.tallember.solid.sweep.Revolve;
import io.tallember.solid.sweep.Split;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/** The table's second half: corners of many kinds, ends on all kinds of faces, leaning and free supports. */
final class BlendCornersTable {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    interface Put {
        void put(String name, Body b, Predicate<Edge> which, double... radii);
    }

    private final Put table;

    BlendCornersTable(Put table) {
        this.table = table;
    }

    private static Body less(Body a, Body b) {
        return Fuse.subtract(List.of(a), List.of(b), TOL).get(0);
    }

    private static Body plus(Body a, Body b) {
        return Fuse.unite(List.of(a, b), TOL).get(0);
    }

    private static Body common(Body a, Body b) {
        return Fuse.intersect(List.of(a), List.of(b), TOL).get(0);
    }

    private static Body cut(Body b, Vec3 at, Vec3 out) {
        return Split.by(b, new Plane(Frame.of(at, out)), "cut", TOL).stream()
                .min(java.util.Comparator.comparingDouble(
                        p -> p.bounds().centre().minus(at).dot(out)))
                .orElseThrow();
    }

    private static Predicate<Edge> near(double x, double y, double z, double within) {
        Vec3 p = new Vec3(x, y, z);
        return e -> e.middle().distance(p) < within;
    }

    private static Predicate<Edge> level(double z) {
        return e -> Math.abs(e.middle().z() - z) < 1e-6;
    }

    private static Predicate<Edge> touching(Vec3 p) {
        return e -> e.start().point().distance(p) < 1e-6 || e.end().point().distance(p) < 1e-6;
    }

    private static boolean upright(Edge e) {
        return e.curve() instanceof Line l && Math.abs(l.direction().z()) > 0.9;
    }

    private static Body prism(double h, double... xy) {
        return Extrude.of(Shapes.polygon(Frame.WORLD, xy), 0, h, "s", "r", TOL);
    }

    private static Body tapered(double h, double angle, double... xy) {
        return io.tallember.solid.sweep.Taper.of(
                Shapes.polygon(Frame.WORLD, xy), h, -Math.toRadians(angle), "s", "r", TOL);
    }

    void all() {
        corners();
        mixed();
        ends();
        supports();
        small();
    }

    private void corners() {
        Body pyramid = tapered(12, 40, 0, 0, 40, 0, 40, 30, 0, 30);
        table.put(
                "the uprights of a blunt pyramid",
                pyramid,
                e -> !level(0).test(e) && !level(12).test(e),
                0.5,
                2);
        table.put("all edges of a blunt pyramid", pyramid, e -> true, 0.5, 1.5);
        Body roof = prism(30, 0, 0, 40, 0, 20, 15);
        table.put("all edges of a wedge", roof, e -> true, 0.5, 1.5);
        double[] hex = new double[12];
        double[] five = new double[10];
        for (int i = 0; i < 6; i++) {
            hex[2 * i] = 15 * Math.cos(Math.PI * i / 3);
            hex[2 * i + 1] = 15 * Math.sin(Math.PI * i / 3);
        }
        for (int i = 0; i < 5; i++) {
            five[2 * i] = 15 * Math.cos(2 * Math.PI * i / 5);
            five[2 * i + 1] = 15 * Math.sin(2 * Math.PI * i / 5);
        }
        table.put("all edges of a hexagon", prism(10, hex), e -> true, 0.5, 2);
        table.put("the top of a five-sided block", prism(10, five), level(10), 0.5, 2);
        Body spire = spire(hex);
        table.put("the ribs of a spire of six", spire, e -> e.middle().z() > 1, 0.3);
        Body four = spire(new double[] {12, 12, -12, 12, -12, -12, 12, -12});
        table.put("the ribs of a spire of four", four, e -> e.middle().z() > 1, 0.5, 1);
        table.put("two ribs of a spire of four", four, near(6, 6, 10, 3).or(near(-6, -6, 10, 3)), 0.5);
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Body clipped = cut(box, new Vec3(36, 26, 16), new Vec3(1, 1, 1));
        table.put("all edges of a box without a corner", clipped, e -> true, 0.5, 1.5);
        Body tilted = cut(box, new Vec3(20, 15, 17), new Vec3(0.3, 0.2, 1));
        table.put("all edges of a box with a leaning top", tilted, e -> true, 0.5, 2, 4);
        Body half = less(Shapes.cylinder(0, 0, 15, 0, 12), Shapes.box(-20, -20, -1, 20, 0, 13));
        table.put("all edges of a half disc", half, e -> true, 0.5, 2);
        table.put("one corner of a half disc", half, touching(new Vec3(15, 0, 12)), 0.5, 2);
        Body quarter = common(Shapes.cylinder(0, 0, 15, 0, 12), Shapes.box(0, 0, -1, 20, 20, 13));
        table.put("all edges of a quarter disc", quarter, e -> true, 0.5, 2);
        Body dome = common(Primitive.sphere(Frame.WORLD, 14, "b", TOL), Shapes.box(0, 0, 0, 20, 20, 20));
        table.put("all edges of an eighth of a ball", dome, e -> true, 0.5, 2);
        Body lens = common(Shapes.cylinder(0, 0, 15, 0, 8), Shapes.cylinder(12, 0, 15, 0, 8));
        table.put("all edges of a lens", lens, e -> true, 0.5, 1);
        table.put("the top of a lens", lens, level(8), 0.5, 1);
        Body wave = wave();
        table.put("all edges of a wavy block", wave, e -> true, 0.5, 1);
        table.put("the top of a wavy block", wave, level(9), 0.5, 1);
        Body bow = bow();
        table.put("the top of a bow", bow, level(10), 0.5, 1);
        Body drop = less(Primitive.cone(Frame.WORLD, 12, 6, 20, "s", TOL), Shapes.box(-20, 2, -1, 20, 20, 21));
        table.put("all edges of a cut frustum", drop, e -> true, 0.5, 1.5);
    }

    /** Upright blocks that come to a point. */
    private static Body spire(double[] xy) {
        Body b = Shapes.box(-30, -30, 0, 30, 30, 20);
        int n = xy.length / 2;
        for (int i = 0; i < n; i++) {
            Vec3 p = new Vec3(xy[2 * i], xy[2 * i + 1], 0);
            Vec3 q = new Vec3(xy[(2 * i + 2) % xy.length], xy[(2 * i + 3) % xy.length], 0);
            Vec3 out = q.minus(p).cross(new Vec3(0, 0, 20).minus(p));
            b = cut(b, p, out.dot(p) > 0 ? out : out.negated());
        }
        return b;
    }

    static Body wave() {
        Nurbs n = Nurbs.of(
                3,
                new double[] {0, 0, 0, 0, 1, 1, 1, 1},
                List.of(new Vec3(10, 0, 0), new Vec3(16, 8, 0), new Vec3(6, 14, 0), new Vec3(14, 20, 0)));
        return Extrude.of(new Profile(Frame.WORLD, closed(n), List.of(), "r"), 0, 9, "w", "r", TOL);
    }

    private static List<Profile.Edge> closed(Nurbs n) {
        List<Profile.Edge> out = new ArrayList<>();
        out.add(new Profile.Edge(n, n.whole(), true, "wave"));
        Vec3[] p = {new Vec3(14, 20, 0), new Vec3(-5, 20, 0), new Vec3(-5, 0, 0), new Vec3(10, 0, 0)};
        for (int i = 0; i < 3; i++) {
            out.add(new Profile.Edge(
                    Line.through(p[i], p[i + 1]), new Interval(0, p[i].distance(p[i + 1])), true, "l" + i));
        }
        return out;
    }

    private static Body bow() {
        Nurbs n = Nurbs.of(
                2,
                new double[] {0, 0, 0, 1, 1, 1},
                List.of(new Vec3(-20, 20, 0), new Vec3(0, -20, 0), new Vec3(20, 20, 0)));
        Line top = new Line(new Vec3(20, 20, 0), new Vec3(-1, 0, 0));
        List<Profile.Edge> loop = List.of(
                new Profile.Edge(n, n.whole(), true, "bow"), new Profile.Edge(top, new Interval(0, 40), true, "s"));
        return Extrude.of(new Profile(Frame.WORLD, loop, List.of(), "r"), 0, 10, "w", "r", TOL);
    }

    private void mixed() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Body stairs = plus(box, Shapes.box(0, 0, 20, 20, 30, 32));
        table.put("all edges of a step", stairs, e -> true, 0.5, 2);
        Body inside = less(box, Shapes.box(20, 15, 10, 41, 31, 21));
        table.put("all edges of a box with a corner out", inside, e -> true, 0.5, 2);
        table.put("the inner corner of it", inside, touching(new Vec3(20, 15, 10)), 0.5, 2, 4);
        table.put("two inner edges of it", inside, near(30, 15, 10, 1).or(near(20, 22.5, 10, 1)), 0.5, 2);
        Body slot = less(box, Shapes.box(15, -1, 12, 25, 31, 21));
        table.put("all edges of a slotted block", slot, e -> true, 0.5, 2);
        Body post = plus(box, Shapes.box(10, 8, 20, 30, 22, 34));
        table.put("all edges of a block on a block", post, e -> true, 0.5, 2);
        Body tee = plus(Shapes.box(0, 0, 0, 40, 10, 20), Shapes.box(15, 10, 0, 25, 30, 20));
        table.put("all edges of a tee", tee, e -> true, 0.5, 2);
        table.put("the uprights of a tee", tee, BlendCornersTable::upright, 1, 3);
        Body cross = plus(Shapes.box(0, 12, 0, 40, 22, 8), Shapes.box(15, 0, 0, 25, 34, 8));
        table.put("all edges of a cross", cross, e -> true, 0.5, 2);
        Body flush = plus(box, Shapes.box(0, 0, 20, 20, 15, 32));
        table.put("all edges of a block flush on a corner", flush, e -> true, 0.5, 2);
        Body web = plus(Shapes.box(0, 0, 0, 50, 30, 6), prismY(12, 18, 10, 6, 40, 6, 10, 26));
        table.put("all edges of a plate with a web", web, e -> true, 0.5, 1.5);
        table.put(
                "the foot of a web",
                web,
                e -> level(6).test(e) && e.middle().x() > 5 && e.middle().x() < 45,
                0.5,
                2);
        Body pad = plus(box, Shapes.cylinder(20, 15, 8, 20, 26));
        table.put("all edges of a block with a pad", pad, e -> true, 0.5, 2);
        Body bored = less(pad, Shapes.cylinder(20, 15, 4, -1, 27));
        table.put("all edges of a block with a bored pad", bored, e -> true, 0.5, 1.5);
        Body pocket = less(box, Shapes.box(8, 8, 8, 32, 22, 21));
        table.put("all edges of a block with a pocket", pocket, e -> true, 0.5, 2);
        Body open = less(box, Shapes.box(10, -1, 8, 30, 15, 21));
        table.put("all edges of a block with an open pocket", open, e -> true, 0.5, 2);
    }

    private static Body prismY(double y0, double y1, double... xz) {
        Frame f = new Frame(new Vec3(0, 0, 0), Vec3.X, Vec3.Z, Vec3.Y.negated());
        return Extrude.of(Shapes.polygon(f, xz), -y1, -y0, "p", "r", TOL);
    }

    private void ends() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Predicate<Edge> front = e -> e.curve() instanceof Line l
                && Math.abs(l.direction().x()) > 0.9
                && e.middle().y() < 1e-6
                && e.middle().z() > 19;
        Body scooped = less(box, Primitive.sphere(Frame.WORLD.at(new Vec3(40, 0, 20)), 8, "b", TOL));
        table.put("an edge that ends on a ball", scooped, front, 0.5, 2);
        Body bored = less(box, Shapes.cylinder(40, 0, 8, -1, 21));
        table.put("an edge that ends on a bore", bored, front, 0.5, 2);
        Body coned = less(box, Primitive.cone(Frame.WORLD.at(new Vec3(40, 0, 0)), 4, 12, 25, "c", TOL));
        table.put("an edge that ends on a cone", coned, front, 0.5, 2);
        Body ringed = less(box, Primitive.torus(Frame.of(new Vec3(40, 0, 20), Vec3.Z), 10, 4, "t", TOL));
        table.put("an edge that ends on a ring", ringed, front, 0.5);
        Body lean = cut(box, new Vec3(32, 0, 20), new Vec3(1, 0.4, 0.3));
        table.put("an edge that ends on a leaning face", lean, front, 0.5, 2, 5);
        Body post = plus(box, Shapes.box(30, -5, 0, 45, 35, 30));
        table.put("an edge that runs into a wall", post, front, 0.5, 2);
        Body drum = plus(box, Shapes.cylinder(40, 0, 9, 0, 30));
        table.put("an edge that runs into a drum", drum, front, 0.5, 2);
        Body fillet = Blend.edges(
                        box, box.edges().stream().filter(near(40, 0, 10, 1)).toList(), Size.round(4), "f")
                .get(0);
        table.put("an edge that runs out where a round begins", fillet, front, 0.5, 2);
        table.put("an edge and the round that it runs into", fillet, front.or(near(38.8, 1.2, 20, 1)), 0.5, 2, 3.5);
        Body bevel = Blend.edges(
                        box, box.edges().stream().filter(near(40, 0, 10, 1)).toList(), Size.bevel(4), "f")
                .get(0);
        table.put("an edge that ends on a bevel", bevel, front, 0.5, 2);
        table.put("an edge and the bevel's", bevel, front.or(near(38, 2, 20, 1)), 0.5, 2);
        table.put("all edges of a block with a bevel", bevel, e -> true, 0.5, 1.5);
        Body step = plus(box, Shapes.box(0, 0, 20, 40, 15, 30));
        table.put("a foot between two outer faces", step, near(20, 15, 20, 1), 1, 4, 8);
        Body groove = less(box, Shapes.cylinder(Frame.of(new Vec3(-1, 15, 20), Vec3.X), 5, 0, 42));
        table.put(
                "the edges of a groove",
                groove,
                e -> level(20).test(e) && Math.abs(Math.abs(e.middle().y() - 15) - 5) < 1e-6,
                0.5,
                2);
        table.put("all edges of a grooved block", groove, e -> true, 0.5, 1.5);
        Body rod = Shapes.cylinder(Frame.WORLD, 10, 0, 30);
        Body notch = less(rod, Shapes.box(-20, -3, 20, 20, 3, 31));
        table.put("all edges of a slotted rod", notch, e -> true, 0.4, 1);
        Body chord = less(rod, Shapes.box(4, -20, 15, 20, 20, 31));
        table.put("all edges of a stepped rod", chord, e -> true, 0.5, 1.5);
        Body keyed = less(rod, Shapes.box(6, -3, 10, 20, 3, 31));
        table.put(
                "all edges of a keyway",
                keyed,
                e -> e.middle().x() > 5
                        && e.middle().z() > 9
                        && Math.abs(e.middle().y()) < 4,
                0.4,
                0.8);
    }

    private void supports() {
        Body box = Shapes.box(-20, -20, 0, 20, 20, 20);
        Body leaning = plus(box, Shapes.cylinder(Frame.of(new Vec3(0, 0, 10), new Vec3(0.4, 0.1, 1)), 6, 0, 30));
        Predicate<Edge> free = e -> !(e.curve() instanceof Line) && !(e.curve() instanceof Circle);
        table.put("the foot of a leaning post", leaning, e -> free.test(e), 0.5, 2, 4);
        Body ball = plus(box, Primitive.sphere(Frame.WORLD.at(new Vec3(0, 0, 22)), 9, "b", TOL));
        Body twin = plus(ball, Shapes.cylinder(Frame.of(new Vec3(0, 0, 25), Vec3.X), 4, 0, 30));
        table.put(
                "a rod into a ball",
                twin,
                e -> e.middle().z() > 20.1 && e.middle().x() < 20 && e.middle().x() > 1,
                0.5,
                1);
        Body hole = less(Primitive.sphere(Frame.WORLD, 14, "b", TOL), Shapes.cylinder(3, 0, 4, -20, 20));
        table.put("the rims of a bore beside a ball's middle", hole, e -> true, 0.5, 1);
        Body tube = less(
                Shapes.cylinder(Frame.WORLD, 12, -20, 20), Shapes.cylinder(Frame.of(Vec3.ZERO, Vec3.X), 4, -30, 30));
        table.put("the rims of a cross bore", tube, free, 0.5, 1.5);
        Body offset = less(
                Shapes.cylinder(Frame.WORLD, 12, -20, 20),
                Shapes.cylinder(Frame.of(new Vec3(0, 4, 0), Vec3.X), 4, -30, 30));
        table.put("the rims of a cross bore beside the axis", offset, free, 0.5, 1);
        Body cone = plus(
                Primitive.cone(Frame.WORLD, 14, 8, 30, "s", TOL),
                Shapes.cylinder(Frame.of(new Vec3(0, 0, 14), Vec3.X), 4, 0, 25));
        table.put("a branch on a cone", cone, free, 0.5, 1.5);
        Body ring = plus(
                Primitive.torus(Frame.WORLD, 20, 6, "t", TOL),
                Shapes.cylinder(Frame.of(new Vec3(20, 0, 0), Vec3.Z), 3, 0, 20));
        table.put("a post on a ring", ring, free, 0.5, 1);
        Body oval = Extrude.of(
                new Profile(
                        Frame.WORLD,
                        List.of(new Profile.Edge(
                                new Ellipse(Frame.WORLD, 12, 7), new Interval(0, 2 * Math.PI), true, "o")),
                        List.of(),
                        "r"),
                0,
                30,
                "o",
                "r",
                TOL);
        Body stand = plus(Shapes.box(-25, -25, -6, 25, 25, 0), oval);
        table.put("the foot of an oval post", stand, e -> level(0).test(e) && free.test(e), 0.5, 2, 4);
        table.put("the rim of an oval hole", less(Shapes.box(-25, -25, 5, 25, 25, 15), oval), free, 0.5, 2);
        table.put(
                "the rim of a slanted oval",
                cut(oval, new Vec3(0, 0, 20), new Vec3(0.3, 0.2, 1)),
                e -> e.middle().z() > 10,
                0.5,
                1.5);
        Nurbs n = Nurbs.of(
                2,
                new double[] {0, 0, 0, 1, 1, 1},
                List.of(new Vec3(20, 0, 0), new Vec3(8, 10, 0), new Vec3(16, 25, 0)));
        List<Profile.Edge> loop = List.of(
                new Profile.Edge(n, n.whole(), true, "n"), line(16, 25, 2, 25), line(2, 25, 2, 0), line(2, 0, 20, 0));
        Body vase = Revolve.of(
                new Profile(Frame.WORLD, loop, List.of(), "r"),
                new Line(Vec3.ZERO, Vec3.Y),
                0,
                2 * Math.PI,
                "v",
                "r",
                TOL);
        table.put(
                "the rims of a turned vase",
                vase,
                e -> e.middle().distance(new Vec3(0, e.middle().y(), 0)) > 5,
                0.5,
                2);
        Body spouted = plus(vase, Shapes.cylinder(Frame.of(new Vec3(4, 12, 0), Vec3.X), 3, 0, 22));
        table.put("a spout on a vase", spouted, free, 0.5, 1);
        Body draft = less(box, Primitive.cone(Frame.of(new Vec3(0, 0, 21), Vec3.Z.negated()), 9, 7, 12, "c", TOL));
        table.put("floor and rim of a tapered pocket", draft, e -> e.curve() instanceof Circle, 0.5, 1.5);
        Body deepWell = less(
                Shapes.box(-20, -20, 0, 20, 20, 20),
                Shapes.cylinder(Frame.of(new Vec3(0, 0, 8), new Vec3(0.2, 0, 1)), 6, 0, 30));
        table.put(
                "floor and rim of a leaning blind bore",
                deepWell,
                e -> e.middle().distance(new Vec3(0, 0, 14)) < 12 && !(e.curve() instanceof Line),
                0.5,
                1.5);
        Body equal = plus(
                Shapes.cylinder(Frame.of(Vec3.ZERO, Vec3.X), 6, -20, 20),
                Shapes.cylinder(Frame.of(Vec3.ZERO, Vec3.Y), 6, 0, 20));
        table.put("the seam of equal tubes", equal, free, 0.5, 1);
    }

    private static Profile.Edge line(double ax, double ay, double bx, double by) {
        Vec3 a = new Vec3(ax, ay, 0);
        Vec3 b = new Vec3(bx, by, 0);
        return new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, "l");
    }

    /** Neighbours smaller than the round, which it runs over or swallows. */
    private void small() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Predicate<Edge> front = e -> e.curve() instanceof Line l
                && Math.abs(l.direction().x()) > 0.9
                && e.middle().y() < 1e-6
                && e.middle().z() > 19;
        Body shallow = less(box, Shapes.box(15, -1, 19.5, 25, 31, 21));
        table.put("edges beside a shallow slot", shallow, front, 0.4);
        Body fine = Blend.edges(
                        box, box.edges().stream().filter(near(40, 0, 10, 1)).toList(), Size.round(0.5), "f")
                .get(0);
        table.put("over a finer round", fine, e -> level(20).test(e) && !Edges.smooth(fine, e), 0.3, 1, 3);
        Body cut = Blend.edges(
                        box, box.edges().stream().filter(near(40, 0, 10, 1)).toList(), Size.bevel(0.5), "f")
                .get(0);
        table.put("over a small bevel", cut, level(20), 0.3, 1, 3);
        Body small = plus(box, Shapes.box(10, 0, 20, 14, 4, 21));
        table.put("the back edge beside a small block", small, near(20, 30, 20, 1), 1, 4);
        Body dimple = less(box, Shapes.cylinder(20, 2, 1, 18, 21));
        table.put("over a dimple", dimple, front, 0.5, 3);
        Body rim = less(box, Shapes.box(36, -1, -1, 41, 31, 17));
        table.put("a lip", rim, e -> e.middle().x() > 39.9 && e.curve() instanceof Line, 0.5, 1.4);
    }
}
