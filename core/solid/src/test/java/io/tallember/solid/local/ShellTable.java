package io.tallember.solid.local;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.Size;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.fuse.Imprint;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Primitive;
import io.tallember.solid.sweep.Taper;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;

/** Bodies to be hollowed, with what their walls should be. */
final class ShellTable {
    static final Tolerance TOL = Tolerance.DEFAULT;

    /**
     * @param volume of the walls, or not a number where there is no closed form
     */
    record Case(
            String name,
            Body body,
            List<Face> open,
            ToDoubleFunction<Face> inward,
            ToDoubleFunction<Face> outward,
            double volume) {
        @Override
        public String toString() {
            return name;
        }
    }

    private final Map<String, Case> cases = new LinkedHashMap<>();

    static Map<String, Case> all() {
        ShellTable t = new ShellTable();
        t.boxes();
        t.rounds();
        t.tubes();
        t.wells();
        t.others();
        t.crowded();
        t.usedUp();
        return t.cases;
    }

    private void put(String name, Body b, Predicate<Face> open, double t, double volume) {
        put(name, b, open, f -> t, f -> 0, volume);
    }

    private void put(
            String name,
            Body b,
            Predicate<Face> open,
            ToDoubleFunction<Face> in,
            ToDoubleFunction<Face> out,
            double volume) {
        cases.put(name, new Case(name, b, b.faces().stream().filter(open).toList(), in, out, volume));
    }

    static boolean faces(Face f, Vec3 way) {
        return f.surface() instanceof Plane && f.outward(f.bounds().centre()).dot(way) > 1 - 1e-9;
    }

    static Predicate<Face> toward(Vec3 way) {
        return f -> faces(f, way);
    }

    /** The topmost flat face. */
    static Predicate<Face> top(Body b) {
        double high = b.bounds().max().z();
        return f -> faces(f, Vec3.Z) && f.bounds().centre().z() > high - 1e-6;
    }

    private static final Predicate<Face> NONE = f -> false;

    private void boxes() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        for (double t : new double[] {0.5, 1, 2, 5, 9.9}) {
            put("box open at the top, wall " + t, box, top(box), t, 24000 - (40 - 2 * t) * (30 - 2 * t) * (20 - t));
        }
        put("box hollow without opening", box, NONE, 2, 24000 - 36 * 26 * 16);
        put("box open at the top and a side", box, f -> faces(f, Vec3.Z) || faces(f, Vec3.X), 2, 24000 - 38 * 26 * 18);
        put(
                "box open at opposite sides",
                box,
                f -> faces(f, Vec3.X) || faces(f, Vec3.X.negated()),
                2,
                24000 - 40 * 26 * 16);
        put(
                "box open at three sides",
                box,
                f -> faces(f, Vec3.X) || faces(f, Vec3.Y) || faces(f, Vec3.Z),
                2,
                24000 - 38 * 28 * 18);
        put(
                "box with a thicker floor",
                box,
                top(box),
                f -> faces(f, Vec3.Z.negated()) ? 5 : 2,
                f -> 0,
                24000 - 36 * 26 * 15);
        put(
                "box with four thickness groups",
                box,
                top(box),
                f -> faces(f, Vec3.X) ? 1 : faces(f, Vec3.Y) ? 3 : faces(f, Vec3.Z.negated()) ? 4 : 2,
                f -> 0,
                24000 - 37 * 25 * 16);
        put("box walled outward", box, top(box), f -> 0, f -> 2, 44 * 34 * 22 - 24000);
        put("box walled both ways", box, top(box), f -> 1, f -> 2, 44 * 34 * 22 - 38 * 28 * 19);
        put("box walled outward all round", box, NONE, f -> 0, f -> 2, 44 * 34 * 24 - 24000);
        Body ell = prism(20, 0, 0, 40, 0, 40, 15, 15, 15, 15, 30, 0, 30);
        put("angled block open at the top", ell, top(ell), 2, (40 * 15 + 15 * 15) * 20 - (36 * 11 + 11 * 15) * 18);
        put("angled block hollow", ell, NONE, 2, (40 * 15 + 15 * 15) * 20 - (36 * 11 + 11 * 15) * 16);
        Body wedge = prism(20, 0, 0, 40, 0, 20, 30);
        put("wedge open at the top", wedge, top(wedge), 2, Double.NaN);
        Body six = prism(15, 20, 0, 10, 17.32, -10, 17.32, -20, 0, -10, -17.32, 10, -17.32);
        put("six-sided block", six, top(six), 1.5, Double.NaN);
        Body slot = prism(20, 0, 0, 40, 0, 40, 30, 25, 30, 25, 10, 15, 10, 15, 30, 0, 30);
        put("block with a slot", slot, top(slot), 2, Double.NaN);
        put("block with a slot, open below", slot, toward(Vec3.Z.negated()), 3, Double.NaN);
        Body tapered = Taper.of(square(40, 30), 20, Math.toRadians(5), "s", "r", TOL);
        put("tapered block open at the top", tapered, top(tapered), 2, Double.NaN);
        put("tapered block open below", tapered, toward(Vec3.Z.negated()), 2, Double.NaN);
        Body step =
                Fuse.unite(List.of(box, Shapes.box(0, 0, 20, 15, 30, 35)), TOL).get(0);
        put("stepped block open below", step, toward(Vec3.Z.negated()), 2, Double.NaN);
        put("stepped block open at the higher top", step, top(step), 2, Double.NaN);
        put("stepped block open on both steps", step, toward(Vec3.Z), 2, Double.NaN);
    }

    static Profile square(double w, double h) {
        return outline(0, 0, w, 0, w, h, 0, h);
    }

    static Profile outline(double... xy) {
        List<Profile.Edge> loop = new ArrayList<>();
        int n = xy.length / 2;
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            Vec3 a = new Vec3(xy[2 * i], xy[2 * i + 1], 0);
            Vec3 b = new Vec3(xy[2 * j], xy[2 * j + 1], 0);
            loop.add(new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, "c" + i));
        }
        return new Profile(Frame.WORLD, loop, List.of(), "Region");
    }

    private static Profile raised(Profile p, double z) {
        return new Profile(Frame.WORLD.at(new Vec3(0, 0, z)), p.outer(), p.holes(), p.name());
    }

    static Body prism(double h, double... xy) {
        return Extrude.of(outline(xy), 0, h, "s", "r", TOL);
    }

    static Body rounded(Body b, Predicate<Edge> which, double r) {
        return Blend.edges(b, b.edges().stream().filter(which).toList(), Size.round(r), "f")
                .get(0);
    }

    static boolean upright(Edge e) {
        return e.curve() instanceof Line l && Math.abs(l.direction().z()) > 0.999;
    }

    private void rounds() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Body upright = rounded(box, ShellTable::upright, 4);
        for (double t : new double[] {1, 3.96, 4, 4.04, 6}) {
            double r = Math.max(0, 4 - t);
            double outer = (40 * 30 - (4 - Math.PI) * 16) * 20;
            double inner = ((40 - 2 * t) * (30 - 2 * t) - (4 - Math.PI) * r * r) * (20 - t);
            put("box with round upright edges of 4, wall " + t, upright, top(upright), t, outer - inner);
        }
        Body all = rounded(box, e -> true, 4);
        for (double t : new double[] {1, 3.96, 4, 4.04, 6}) {
            put("box with all edges round by 4, hollow, wall " + t, all, NONE, t, Double.NaN);
            put("box with all edges round by 4, grown by " + t, all, NONE, f -> 0, f -> t, Double.NaN);
        }
        Body below = rounded(box, e -> e.middle().z() < 19, 4);
        for (double t : new double[] {1, 3.96, 4, 4.04, 6}) {
            put("box with all edges round but the top's, wall " + t, below, top(below), t, Double.NaN);
        }
        for (double t : new double[] {1, 3.96, 4.04, 6}) {
            put("box with all edges round by 4, open at the flat top, wall " + t, all, top(all), t, Double.NaN);
        }
        put("round box open at top and a side", all, f -> faces(f, Vec3.Z) || faces(f, Vec3.X), 2, Double.NaN);
        put("round box walled outward", below, top(below), f -> 0, f -> 2, Double.NaN);
        Body one = rounded(box, e -> e.middle().distance(new Vec3(20, 0, 0)) < 1, 3);
        put("box with one round edge below", one, top(one), 2, Double.NaN);
        put("box with one round edge used up", one, top(one), 5, Double.NaN);
        Body ell = prism(20, 0, 0, 40, 0, 40, 15, 15, 15, 15, 30, 0, 30);
        Body concave = rounded(ell, e -> upright(e) && e.middle().distance(new Vec3(15, 15, 10)) < 1, 3);
        put("angled block, round inside the angle", concave, top(concave), 2, Double.NaN);
        Body both = rounded(ell, ShellTable::upright, 3);
        put("angled block, all upright edges round", both, top(both), 2, Double.NaN);
        put("angled block, all upright edges round and used up", both, top(both), 4, Double.NaN);
        Body bevel = Blend.edges(
                        box, box.edges().stream().filter(ShellTable::upright).toList(), Size.bevel(4), "f")
                .get(0);
        put("box with bevelled upright edges", bevel, top(bevel), 2, Double.NaN);
        put("box with bevelled upright edges used up", bevel, top(bevel), 10, Double.NaN);
        Body bevelBelow = Blend.edges(
                        box,
                        box.edges().stream().filter(e -> e.middle().z() < 1).toList(),
                        Size.bevel(3),
                        "f")
                .get(0);
        put("box bevelled all round below", bevelBelow, top(bevelBelow), 2, Double.NaN);
    }

    private void tubes() {
        Body rod = Shapes.cylinder(Frame.WORLD, 10, 0, 30);
        put("rod open at one end", rod, top(rod), 2, Math.PI * (100 * 30 - 64 * 28));
        put("rod open at both ends", rod, f -> f.surface() instanceof Plane, 2, Math.PI * 36 * 30);
        put("rod hollow", rod, NONE, 2, Math.PI * (100 * 30 - 64 * 26));
        put("rod walled outward", rod, top(rod), f -> 0, f -> 2, Math.PI * (144 * 32 - 100 * 30));
        Body tube = Fuse.subtract(List.of(rod), List.of(Shapes.cylinder(Frame.WORLD, 4, -1, 31)), TOL)
                .get(0);
        put("tube hollow", tube, NONE, 1, Math.PI * (84 * 30 - (81 - 25) * 28));
        put("tube open at one end", tube, top(tube), 1, Math.PI * (84 * 30 - (81 - 25) * 29));
        Body cone = Primitive.cone(Frame.WORLD, 12, 8, 20, "s", TOL);
        put("frustum open at the top", cone, top(cone), 2, Double.NaN);
        put("frustum open below", cone, toward(Vec3.Z.negated()), 1, Double.NaN);
        Body tip = Primitive.cone(Frame.WORLD, 12, 0, 20, "s", TOL);
        put("cone open below", tip, toward(Vec3.Z.negated()), 1, Double.NaN);
        Body ball = Primitive.sphere(Frame.WORLD, 12, "s", TOL);
        put("ball hollow", ball, NONE, 2, 4.0 / 3 * Math.PI * (1728 - 1000));
        Body half = Fuse.subtract(List.of(ball), List.of(Shapes.box(-20, -20, 0, 20, 20, 20)), TOL)
                .get(0);
        put("half a ball open at its flat", half, top(half), 2, 2.0 / 3 * Math.PI * (1728 - 1000));
        put("half a ball hollow", half, NONE, 2, Double.NaN);
        Body ring = Primitive.torus(Frame.WORLD, 20, 6, "s", TOL);
        put("ring hollow", ring, NONE, 2, 2 * Math.PI * Math.PI * 20 * (36 - 16));
        Body can = rounded(rod, e -> e.curve() instanceof Circle && e.middle().z() < 1, 3);
        for (double t : new double[] {1, 3, 5}) {
            put("rod with a round rim below, wall " + t, can, top(can), t, Double.NaN);
            put("rod with a round rim, open at its flat, wall " + t, can, toward(Vec3.Z.negated()), t, Double.NaN);
        }
    }

    /** A block with tapered wells from above. */
    private void wells() {
        Body block = Shapes.box(0, 0, 0, 60, 30, 25);
        Body well = Taper.of(raised(outline(10, 8, 25, 8, 25, 22, 10, 22), 25), -15, Math.toRadians(4), "w", "r", TOL);
        Body one = Fuse.subtract(List.of(block), List.of(well), TOL).get(0);
        put("block with a tapered well, open below", one, toward(Vec3.Z.negated()), 2, Double.NaN);
        Body bore = Fuse.subtract(
                        List.of(block), List.of(Shapes.cylinder(Frame.WORLD.at(new Vec3(42, 15, 0)), 6, 10, 40)), TOL)
                .get(0);
        put(
                "block with a blind bore, open below",
                bore,
                toward(Vec3.Z.negated()),
                2,
                60 * 30 * 25 - Math.PI * 36 * 15 - (56 * 26 * 23 - Math.PI * 64 * 15));
        Body through = Fuse.subtract(
                        List.of(block), List.of(Shapes.cylinder(Frame.WORLD.at(new Vec3(42, 15, 0)), 6, -10, 40)), TOL)
                .get(0);
        put("block with a bore through, open below", through, toward(Vec3.Z.negated()), 2, Double.NaN);
        Body round =
                rounded(bore, e -> e.curve() instanceof Circle && e.middle().z() < 11, 1.5);
        put("block with a blind bore and a round floor, open below", round, toward(Vec3.Z.negated()), 2, Double.NaN);
        Body boss = Fuse.unite(List.of(block, Shapes.cylinder(Frame.WORLD.at(new Vec3(42, 15, 25)), 8, 0, 10)), TOL)
                .get(0);
        put("block with a boss, open below", boss, toward(Vec3.Z.negated()), 2, Double.NaN);
        Body foot = rounded(boss, e -> e.curve() instanceof Circle && e.middle().z() < 26, 3);
        put("block with a boss and a round foot, open below", foot, toward(Vec3.Z.negated()), 2, Double.NaN);
    }

    private void others() {
        Body dome = Fuse.unite(
                        List.of(Shapes.cylinder(Frame.WORLD, 12, -15, 0), Primitive.sphere(Frame.WORLD, 12, "d", TOL)),
                        TOL)
                .get(0);
        put(
                "domed rod open below",
                dome,
                toward(Vec3.Z.negated()),
                2,
                Math.PI * (144 * 15 + 2.0 / 3 * 1728 - 100 * 15 - 2.0 / 3 * 1000));
        Body cross = Fuse.unite(
                        List.of(
                                Shapes.cylinder(Frame.WORLD, 8, -20, 20),
                                Shapes.cylinder(Frame.of(new Vec3(0, 0, 0), Vec3.X), 5, 0, 25)),
                        TOL)
                .get(0);
        put("tee open at all ends", cross, f -> f.surface() instanceof Plane, 1.5, Double.NaN);
        put("tee open at the side", cross, toward(Vec3.X), 1.5, Double.NaN);
        put(
                "tee with a thinner branch",
                cross,
                f -> f.surface() instanceof Plane,
                f -> f.surface() instanceof Cylinder c && c.radius() < 6 ? 1 : 2,
                f -> 0,
                Double.NaN);
    }

    /** Walls that run into each other, second shells beside first ones, and divided faces. */
    private void crowded() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Body first = Hollow.of(
                        box,
                        box.faces().stream().filter(toward(Vec3.Z.negated())).toList(),
                        f -> 2,
                        f -> 0,
                        "a",
                        TOL)
                .get(0);
        for (double high : new double[] {20, 14, 26}) {
            Body beside = Fuse.unite(List.of(first, Shapes.box(40, 0, 0, 70, 30, high)), TOL)
                    .get(0);
            double walls = MassProperties.of(first).volume();
            put(
                    "second shell beside the first, " + high + " high",
                    beside,
                    toward(Vec3.Z.negated()),
                    2,
                    walls
                            + 30 * 30 * high
                            - 28 * 26 * (Math.min(high, 20) - 2)
                            - (high > 20 ? 26 * 26 * (high - 20) : 0));
        }
        Body narrow = Fuse.unite(List.of(first, Shapes.box(40, 5, 0, 70, 20, 12)), TOL)
                .get(0);
        put(
                "narrower second shell beside the first",
                narrow,
                toward(Vec3.Z.negated()),
                2,
                MassProperties.of(first).volume() + 30 * 15 * 12 - 28 * 11 * 10);
        // two blocks joined by a web thinner than its two walls
        Body web = Fuse.unite(
                        List.of(
                                Shapes.box(0, 0, 0, 20, 20, 20),
                                Shapes.box(40, 0, 0, 60, 20, 20),
                                Shapes.box(15, 8, 0, 45, 11, 20)),
                        TOL)
                .get(0);
        put(
                "blocks joined by a web that the walls fill",
                web,
                top(web),
                2,
                2 * (400 - 256) * 20 + 2 * 256 * 2 + 20 * 3 * 20);
        // a pocket beside an outer face, nearer than two walls
        Body pocket = Fuse.subtract(List.of(box), List.of(Shapes.box(3, 10, 8, 12, 20, 30)), TOL)
                .get(0);
        put("pocket nearer to a side than two walls, open below", pocket, toward(Vec3.Z.negated()), 2, Double.NaN);
        Body bore = Fuse.subtract(
                        List.of(box), List.of(Shapes.cylinder(Frame.WORLD.at(new Vec3(8, 8, 0)), 5, -1, 21)), TOL)
                .get(0);
        put("bore nearer to two sides than two walls, open below", bore, toward(Vec3.Z.negated()), 2, Double.NaN);
        Body divided = Imprint.of(
                box,
                box.faces().stream().filter(top(box)).toList(),
                List.of(Extrude.sheet(Frame.WORLD, List.of(Shapes.line(15, -5, 15, 40, "a")), -50, 50, "d", "r", TOL)),
                List.of(),
                TOL);
        put(
                "block with a divided top, open at one piece",
                divided,
                f -> faces(f, Vec3.Z) && f.bounds().max().x() < 20,
                2,
                24000 - (36 * 26 * 16 + 13 * 26 * 2));
        put("block with a divided top, hollow", divided, NONE, 2, 24000 - 36 * 26 * 16);
    }

    /** Rounds finer than the wall beside coarser ones, posts thinner than two walls, ovals whose rim is used up. */
    private void usedUp() {
        Body box = Shapes.box(0, 0, 0, 60, 40, 25);
        Vec3[] at = {new Vec3(30, 0, 25), new Vec3(60, 20, 25), new Vec3(60, 0, 12.5)};
        for (double[] r : new double[][] {{6, 4, 2}, {8, 5, 3}}) {
            List<Blend.Sized> sizes = new ArrayList<>();
            for (int i = 0; i < 3; i++) {
                Vec3 p = at[i];
                sizes.add(new Blend.Sized(
                        box.edges().stream()
                                .filter(e -> e.middle().distance(p) < 1e-6)
                                .toList(),
                        Size.round(r[i])));
            }
            Body corner = Blend.several(box, sizes, false, "f").get(0);
            for (double t : new double[] {1, 2.5, 3.5, 5}) {
                put(
                        "corner of rounds " + r[0] + ", " + r[1] + ", " + r[2] + ", wall " + t,
                        corner,
                        BELOW,
                        t,
                        Double.NaN);
            }
            Body uprights = box;
            for (int i = 0; i < 3; i++) {
                Vec3 p = List.of(new Vec3(0, 0, 12.5), new Vec3(60, 0, 12.5), new Vec3(60, 40, 12.5))
                        .get(i);
                uprights = rounded(uprights, e -> e.middle().distance(p) < 1e-6, r[i]);
            }
            for (double t : new double[] {1, 2.5, 3.5, 5}) {
                put(
                        "uprights round by " + r[0] + ", " + r[1] + ", " + r[2] + ", wall " + t,
                        uprights,
                        top(uprights),
                        t,
                        25 * (2400 - corners(r, 0)) - (25 - t) * ((60 - 2 * t) * (40 - 2 * t) - corners(r, t)));
            }
        }
        for (double r : new double[] {0.8, 1.5, 1.99, 2, 2.01, 3}) {
            Body pin = Fuse.unite(List.of(box, Shapes.cylinder(30, 20, r, 25, 35)), TOL)
                    .get(0);
            double room = r > 2 ? Math.PI * (r - 2) * (r - 2) * 10 : 0;
            put("lid with a pin of " + r, pin, BELOW, 2, 60000 - 56 * 36 * 23 + Math.PI * r * r * 10 - room);
        }
        Body oval = io.tallember.solid.FreeformTest.oval();
        Body rim = rounded(oval, e -> Math.abs(e.middle().z() - 15) < 1e-6, 2);
        for (double t : new double[] {1, 2, 3, 4}) {
            put("oval with its rim round by 2, wall " + t, rim, BELOW, t, Double.NaN);
        }
        Body slot = Fuse.unite(
                        List.of(
                                Shapes.box(-10, -6, 0, 10, 6, 12),
                                Shapes.cylinder(-10, 0, 6, 0, 12),
                                Shapes.cylinder(10, 0, 6, 0, 12)),
                        TOL)
                .get(0);
        for (double t : new double[] {1, 2, 4}) {
            double w = 6 - t;
            put(
                    "slot block open on top, wall " + t,
                    slot,
                    top(slot),
                    t,
                    12 * (240 + 36 * Math.PI) - (12 - t) * (40 * w + w * w * Math.PI));
            put(
                    "slot block open at both round ends, wall " + t,
                    slot,
                    f -> f.surface() instanceof Cylinder,
                    t,
                    Double.NaN);
        }
    }

    private static final Predicate<Face> BELOW = toward(Vec3.Z.negated());

    /** What round corners take from a rectangle whose sides have moved in. */
    private static double corners(double[] radii, double in) {
        double sum = 0;
        for (double r : radii) {
            double left = Math.max(0, r - in);
            sum += (1 - Math.PI / 4) * left * left;
        }
        return sum;
    }
}
