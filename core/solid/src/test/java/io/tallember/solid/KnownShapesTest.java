package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Vec3;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.Size;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Primitive;
import io.tallember.solid.sweep.Revolve;
import io.tallember.solid.sweep.Split;
import io.tallember.solid.sweep.Taper;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Shapes whose volume, area, centroid and number of faces are known from closed forms. */
class KnownShapesTest {
    record Known(String name, List<Body> bodies, double volume, double area, Vec3 centroid, int faces) {
        @Override
        public String toString() {
            return name;
        }
    }

    private static Known known(String name, List<Body> b, double v, double a, double x, double y, double z, int faces) {
        return new Known(name, b, v, a, new Vec3(x, y, z), faces);
    }

    private static Body cylinder(Vec3 from, Vec3 along, double r, double h) {
        return Primitive.cylinder(Frame.of(from, along), r, h, "c", TOL);
    }

    private static List<Edge> edges(Body b, Vec3... middles) {
        return b.edges().stream()
                .filter(e -> Stream.of(middles).anyMatch(m -> e.middle().distance(m) < 1e-6))
                .toList();
    }

    private static Body plate() {
        return Shapes.box(0, 0, 0, 200, 120, 10);
    }

    private static List<Body> holes() {
        List<Body> out = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            for (int j = 0; j < 4; j++) {
                out.add(Shapes.cylinder(200 * (i + 0.5) / 6, 120 * (j + 0.5) / 4, 5, -1, 11));
            }
        }
        return out;
    }

    /** Two equal bosses and a web tangent to both. */
    private static List<Body> belt() {
        Body web = Shapes.box(0, -10, 0, 50, 10, 15);
        return Fuse.unite(List.of(Shapes.cylinder(0, 0, 10, 0, 15), web, Shapes.cylinder(50, 0, 10, 0, 15)), TOL);
    }

    private static Body turned(double... rz) {
        Profile p = Shapes.polygon(new Frame(Vec3.ZERO, Vec3.X, Vec3.Z, Vec3.Y.negated()), rz);
        return Revolve.of(p, new Line(Vec3.ZERO, Vec3.Z), 0, 2 * Math.PI, "t", "r", TOL);
    }

    /** A round bar along a line of 40, a bend of 15, a line of 30, a bend upright to the first, a line of 25. */
    private static List<Body> pipe() {
        Line first = new Line(new Vec3(40, 15, 0), Vec3.Z);
        Line second = new Line(new Vec3(55, 45, 15), Vec3.X);
        return Fuse.unite(
                List.of(
                        cylinder(Vec3.ZERO, Vec3.X, 4, 40),
                        bend(Frame.of(new Vec3(40, 0, 0), Vec3.X), first, 1),
                        cylinder(new Vec3(55, 15, 0), Vec3.Y, 4, 30),
                        bend(Frame.of(new Vec3(55, 45, 0), Vec3.Y), second, 1),
                        cylinder(new Vec3(55, 60, 15), Vec3.Z, 4, 25)),
                TOL);
    }

    private static Body bend(Frame section, Line axis, int way) {
        List<Profile.Edge> round =
                List.of(new Profile.Edge(new Circle(Frame.WORLD, 4), new Interval(0, 2 * Math.PI), true, "c"));
        return Revolve.of(
                new Profile(section, round, List.of(), "bar"),
                axis,
                0,
                way * Math.PI / 2,
                "b" + axis.origin().y(),
                "r",
                TOL);
    }

    private static List<Body> stack(Body... parts) {
        return Fuse.unite(List.of(parts), TOL);
    }

    static Stream<Known> shapes() {
        Body box = Shapes.box(0, 0, 0, 20, 30, 40);
        Body low = Shapes.box(0, 0, 0, 30, 20, 10);
        Body rod = cylinder(new Vec3(-30, 0, 0), Vec3.X, 10, 60);
        Body disc = Shapes.cylinder(0, 0, 10, 0, 20);
        Body l = Extrude.of(
                Shapes.polygon(
                        new Frame(new Vec3(0, 25, 0), Vec3.X, Vec3.Z, Vec3.Y.negated()),
                        0,
                        0,
                        40,
                        0,
                        40,
                        6,
                        6,
                        6,
                        6,
                        30,
                        0,
                        30),
                0,
                25,
                "l",
                "r",
                TOL);
        Plane slant = new Plane(Frame.of(new Vec3(0, 0, 20), new Vec3(-0.5, 0, 1)));
        Body tall = Shapes.cylinder(0, 0, 10, 0, 40);
        Frame base = Frame.WORLD;
        double lean = Math.atan(9.0 / 25);
        return Stream.of(
                known("box", List.of(Shapes.box(0, 0, 0, 10, 20, 30)), 6000, 2200, 5, 10, 15, 6),
                known(
                        "three rounds and a ball corner",
                        Blend.edges(
                                box,
                                edges(box, new Vec3(20, 30, 20), new Vec3(20, 15, 40), new Vec3(10, 30, 40)),
                                Size.round(3),
                                "r"),
                        23830.692428057893,
                        5077.046424764045,
                        9.948861787966788,
                        14.933057537864757,
                        19.925358031404798,
                        10),
                known(
                        "four bevels on top",
                        Blend.edges(
                                low,
                                edges(
                                        low,
                                        new Vec3(15, 0, 10),
                                        new Vec3(15, 20, 10),
                                        new Vec3(0, 10, 10),
                                        new Vec3(30, 10, 10)),
                                Size.bevel(2),
                                "r"),
                        5810.666666666667,
                        2076.2152954766493,
                        15,
                        10,
                        4.859109683340981,
                        10),
                known(
                        "plate with holes",
                        Fuse.subtract(List.of(plate()), holes(), TOL),
                        221150.4440784612,
                        58169.91118430775,
                        100,
                        60,
                        5,
                        30),
                known(
                        "equal cylinders crossing",
                        stack(rod, cylinder(new Vec3(0, 0, -30), Vec3.Z, 10, 60)),
                        32365.778509744185,
                        7196.45943005142,
                        0,
                        0,
                        0,
                        8),
                known(
                        "cylinder with a cross bore",
                        Fuse.subtract(List.of(rod), List.of(cylinder(new Vec3(0, 0, -30), Vec3.Z, 6, 60)), TOL),
                        16694.59330131427,
                        4840.828975894983,
                        0,
                        0,
                        0,
                        4),
                known(
                        "cylinder cut aslant",
                        List.of(Split.by(tall, slant, "cut", TOL).get(1)),
                        6283.185307179587,
                        1922.037063346933,
                        0.625,
                        0,
                        10.15625,
                        3),
                known(
                        "ball less an octant",
                        Fuse.subtract(
                                List.of(Primitive.sphere(base, 10, "s", TOL)),
                                List.of(Shapes.box(0, 0, 0, 12, 12, 12)),
                                TOL),
                        3665.191429188092,
                        1335.176877775662,
                        -0.5357142857142857,
                        -0.5357142857142857,
                        -0.5357142857142857,
                        4),
                known(
                        "half a ring",
                        Fuse.intersect(
                                List.of(Primitive.torus(base, 20, 6, "t", TOL)),
                                List.of(Shapes.box(-40, 0, -10, 40, 40, 10)),
                                TOL),
                        7106.115168784338,
                        2594.899727319911,
                        0,
                        13.018874344917037,
                        0,
                        3),
                known(
                        "frustum on a cylinder",
                        stack(disc, Primitive.cone(base.movedAlongZ(20), 10, 4, 15, "k", TOL)),
                        8733.627576979625,
                        2331.6175655038232,
                        0,
                        0,
                        14.343525179856115,
                        4),
                known(
                        "two discs of one radius",
                        stack(Shapes.cylinder(0, 0, 10, 0, 12), Shapes.cylinder(0, 0, 10, 12, 20)),
                        6283.185307179587,
                        1884.9555921538758,
                        0,
                        0,
                        10,
                        3),
                known("web tangent to bosses", belt(), 19712.38898038469, 5070.796326794896, 25, 0, 7.5, 6),
                known(
                        "boxes sharing part of a face",
                        stack(Shapes.box(0, 0, 0, 20, 20, 10), Shapes.box(20, 5, 3, 35, 15, 15)),
                        5800,
                        2360,
                        15.431034482758621,
                        10,
                        6.241379310344827,
                        12),
                known(
                        "turned L",
                        List.of(turned(8, 0, 15, 0, 15, 8, 11, 8, 11, 20, 8, 20)),
                        1972 * Math.PI,
                        1146 * Math.PI,
                        0,
                        0,
                        14728.0 / 1972,
                        6),
                known(
                        "turned to a tip",
                        List.of(turned(0, 0, 10, 0, 10, 5, 0, 15)),
                        2617.993877991494,
                        1072.6068245337951,
                        0,
                        0,
                        4.5,
                        3),
                known(
                        "bent bar",
                        pipe(),
                        7143.925889717932,
                        3672.4939097738393,
                        44.27394137866053,
                        26.833748354192455,
                        5.712826848810853,
                        7),
                known(
                        "two frustums",
                        stack(
                                Primitive.cone(base, 10, 15, 20, "a", TOL),
                                Primitive.cone(base.movedAlongZ(20), 15, 8, 20, "b", TOL)),
                        18514.452705155847,
                        3665.4515494316906,
                        0,
                        0,
                        19.04977375565611,
                        4),
                known(
                        "leaning prism",
                        List.of(Taper.of(
                                Shapes.polygon(base, -15, -10, 15, -10, 15, 10, -15, 10), 25, lean, "p", "r", TOL)),
                        30.0 * 20 * 25 - 0.36 * 2 * (30 + 20) * 25 * 25 / 2 + 4 * 0.36 * 0.36 * 25 * 25 * 25 / 3,
                        Double.NaN,
                        0,
                        0,
                        Double.NaN,
                        6),
                known(
                        "rounded rim",
                        Blend.edges(
                                disc,
                                disc.edges().stream()
                                        .filter(e -> e.middle().z() > 19)
                                        .toList(),
                                Size.round(3),
                                "r"),
                        6169.962837579279,
                        1800.0491677929017,
                        0,
                        0,
                        9.829157013848878,
                        4),
                known(
                        "bracket with a fillet",
                        Blend.edges(l, edges(l, new Vec3(6, 12.5, 6)), Size.round(5), "r"),
                        9734.126147876595,
                        4225.07963267949,
                        13.53532431075492,
                        12.5,
                        8.604219117458165,
                        9),
                known(
                        "counterbore",
                        Fuse.subtract(
                                List.of(Shapes.box(0, 0, 0, 40, 30, 12)),
                                List.of(Shapes.cylinder(18, 14, 4, -1, 13), Shapes.cylinder(18, 14, 7, 7, 13)),
                                TOL),
                        13278.451422668444,
                        4375.309709437441,
                        Double.NaN,
                        Double.NaN,
                        5.86336736870153,
                        9));
    }

    @ParameterizedTest
    @MethodSource("shapes")
    void shapesAgreeWithTheirClosedForms(Known k) {
        Shapes.assertSound(k.bodies());
        MassProperties m = MassProperties.of(k.bodies());
        assertThat(k.bodies()).hasSize(1);
        assertThat(k.bodies().get(0).faces()).hasSize(k.faces());
        assertThat(m.volume()).isCloseTo(k.volume(), within(1e-10 * k.volume()));
        if (!Double.isNaN(k.area())) {
            assertThat(m.area()).isCloseTo(k.area(), within(1e-10 * k.area()));
        }
        double[] is = {m.centroid().x(), m.centroid().y(), m.centroid().z()};
        double[] should = {k.centroid().x(), k.centroid().y(), k.centroid().z()};
        double size = k.bodies().get(0).bounds().diagonal();
        for (int i = 0; i < 3; i++) {
            if (!Double.isNaN(should[i])) {
                assertThat(is[i]).isCloseTo(should[i], within(1e-10 * size));
            }
        }
    }
}
