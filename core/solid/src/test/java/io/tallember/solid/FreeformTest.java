package io.tallember.solid;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.mesh.FaceMesh;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.mesh.Tessellator;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Primitive;
import io.tallember.solid.sweep.Revolve;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Bodies with extruded and revolved surfaces of ellipses and splines. */
public class FreeformTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Profile profile(List<Profile.Edge> loop) {
        return new Profile(Frame.WORLD, loop, List.of(), "Region");
    }

    private static Profile.Edge whole(Curve c, Interval r, String name) {
        return new Profile.Edge(c, r, true, name);
    }

    /** An oval prism with half axes 20 and 12, 15 high. */
    public static Body oval() {
        return oval(Frame.WORLD);
    }

    static Body oval(Frame at) {
        Ellipse e = new Ellipse(Frame.WORLD, 20, 12);
        return Extrude.of(
                new Profile(at, List.of(whole(e, new Interval(0, 2 * Math.PI), "oval")), List.of(), "Region"),
                0,
                15,
                "s1",
                "r",
                TOL);
    }

    /** A parabola y = x²/20 from x = -20 to 20, as a spline, closed by a line above. */
    static Body parabola() {
        Nurbs n = Nurbs.of(
                2,
                new double[] {0, 0, 0, 1, 1, 1},
                List.of(new Vec3(-20, 20, 0), new Vec3(0, -20, 0), new Vec3(20, 20, 0)));
        Line top = new Line(new Vec3(20, 20, 0), new Vec3(-1, 0, 0));
        return Extrude.of(
                profile(List.of(whole(n, n.whole(), "bow"), whole(top, new Interval(0, 40), "string"))),
                0,
                10,
                "s1",
                "r",
                TOL);
    }

    /** A cam: a closed cubic spline through eight places round the origin. */
    static Nurbs camLine() {
        int n = 8;
        List<Vec3> poles = new ArrayList<>();
        double[] knots = new double[n + 3 + 4];
        for (int i = 0; i < n + 3; i++) {
            double a = 2 * Math.PI * i / n;
            double r = 20 + 6 * Math.cos(a) + 2 * Math.sin(3 * a);
            poles.add(new Vec3(r * Math.cos(a), r * Math.sin(a), 0));
        }
        for (int i = 0; i < knots.length; i++) {
            knots[i] = i;
        }
        return Nurbs.of(3, knots, poles);
    }

    public static Body cam() {
        Nurbs n = camLine();
        return Extrude.of(profile(List.of(whole(n, n.whole(), "cam"))), 0, 10, "s1", "r", TOL);
    }

    /** The parabola's profile moved off the axis x = 0 and turned about it. */
    static Body vase(double angle) {
        Nurbs n = Nurbs.of(
                2,
                new double[] {0, 0, 0, 1, 1, 1},
                List.of(new Vec3(40, -20, 0), new Vec3(0, 0, 0), new Vec3(40, 20, 0)));
        Line side = new Line(new Vec3(40, 20, 0), new Vec3(0, -1, 0));
        Profile p = profile(List.of(
                new Profile.Edge(n, n.whole(), false, "bow"),
                whole(new Line(new Vec3(40, -20, 0), Vec3.Y), new Interval(0, 40), "side")));
        return Revolve.of(p, new Line(Vec3.ZERO, Vec3.Y), 0, angle, "s1", "r", TOL);
    }

    /** A ring with an oval section, half axes 6 across and 4 along the axis, about 20 from it. */
    static Body ovalRing(double angle) {
        Ellipse e = new Ellipse(Frame.WORLD.at(new Vec3(20, 0, 0)), 6, 4);
        return Revolve.of(
                profile(List.of(whole(e, new Interval(0, 2 * Math.PI), "oval"))),
                new Line(Vec3.ZERO, Vec3.Y),
                0,
                angle,
                "s1",
                "r",
                TOL);
    }

    private static final double[][] HEIGHT = {{10, 12, 9, 10}, {11, 16, 8, 12}, {9, 13, 15, 10}, {10, 9, 12, 11}};

    /** A square block, 30 by 30, under a bicubic spline surface whose volume is the mean of its poles' heights times its base. */
    static Body pillow() {
        double[] k = {0, 0, 0, 0, 1, 1, 1, 1};
        List<List<Vec3>> poles = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            List<Vec3> row = new ArrayList<>();
            for (int j = 0; j < 4; j++) {
                row.add(new Vec3(10 * i - 15, 10 * j - 15, HEIGHT[i][j]));
            }
            poles.add(row);
        }
        double[][] w = new double[4][4];
        for (double[] r : w) {
            java.util.Arrays.fill(r, 1);
        }
        NurbsSurface top = new NurbsSurface(3, 3, k, k, poles, w);
        List<List<Vec3>> across = NurbsSurface.exchanged(poles);
        Nurbs[] rim = {
            Nurbs.of(3, k, across.get(0)),
            Nurbs.of(3, k, poles.get(3)),
            Nurbs.of(3, k, across.get(3)).reversed(),
            Nurbs.of(3, k, poles.get(0)).reversed()
        };
        Vertex[] low = new Vertex[4];
        Vertex[] high = new Vertex[4];
        for (int i = 0; i < 4; i++) {
            Vec3 p = rim[i].point(0);
            high[i] = new Vertex(p, 1e-6);
            low[i] = new Vertex(new Vec3(p.x(), p.y(), 0), 1e-6);
        }
        Edge[] up = new Edge[4];
        Edge[] base = new Edge[4];
        Edge[] over = new Edge[4];
        for (int i = 0; i < 4; i++) {
            int j = (i + 1) % 4;
            up[i] = line(low[i], high[i]);
            base[i] = line(low[i], low[j]);
            over[i] = new Edge(rim[i], rim[i].whole(), high[i], high[j], 1e-6);
        }
        List<Face> faces = new ArrayList<>();
        List<Coedge> bottom = new ArrayList<>();
        List<Coedge> lid = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            int j = (i + 1) % 4;
            Vec3 along = low[j].point().minus(low[i].point());
            Plane side = new Plane(Frame.of(low[i].point(), along.cross(Vec3.Z), along));
            faces.add(face(
                    side,
                    List.of(
                            new Coedge(base[i], true),
                            new Coedge(up[j], true),
                            new Coedge(over[i], false),
                            new Coedge(up[i], false)),
                    "side" + i));
            bottom.add(0, new Coedge(base[i], false));
            lid.add(new Coedge(over[i], true));
        }
        faces.add(face(new Plane(Frame.of(Vec3.ZERO, Vec3.Z.negated())), bottom, "bottom"));
        faces.add(face(top, lid, "top"));
        return new Body(List.of(new Shell(faces)));
    }

    private static Edge line(Vertex a, Vertex b) {
        Line l = Line.through(a.point(), b.point());
        return new Edge(l, new Interval(0, a.point().distance(b.point())), a, b, 1e-6);
    }

    private static Face face(io.tallember.geometry.Surface s, List<Coedge> loop, String name) {
        return new Face(s, true, List.of(new Loop(loop)), List.of(new Origin("s1", name, "r")));
    }

    record Named(String name, Body body, double volume) {
        @Override
        public String toString() {
            return name;
        }
    }

    static Stream<Named> closedForms() {
        double parabola = 20 * 40 - 2.0 * 20 * 20 * 20 / 3 / 20;
        // Pappus: area and centroid of the bow's profile, x from 20 + y²/20 to 40
        double area = 40 * 40 - (20 * 40 + 2.0 * 20 * 20 * 20 / 3 / 20);
        double first =
                40 * 40 * 40 / 2.0 - 0.5 * (400 * 40 + 2 * 20.0 / 20 * 2.0 * 8000 / 3 + 2.0 * 3_200_000 / 5 / 400);
        double oval = Math.PI * 24 * 2 * Math.PI * 20;
        return Stream.of(
                new Named("oval prism", oval(), Math.PI * 20 * 12 * 15),
                new Named("parabola prism", parabola(), parabola * 10),
                new Named("vase", vase(2 * Math.PI), 2 * Math.PI * first),
                new Named("part of a vase", vase(1.5), 1.5 * first),
                new Named(
                        "block under a spline surface",
                        pillow(),
                        900
                                * java.util.Arrays.stream(HEIGHT)
                                        .flatMapToDouble(java.util.Arrays::stream)
                                        .average()
                                        .orElse(0)),
                new Named("oval ring", ovalRing(2 * Math.PI), oval),
                new Named("part of an oval ring", ovalRing(2), oval / Math.PI));
    }

    @ParameterizedTest
    @MethodSource("closedForms")
    void volumesAreExact(Named n) {
        BodyCheck.deep(n.body(), TOL).orThrow();
        assertThat(MassProperties.of(n.body()).volume()).isCloseTo(n.volume(), within(1e-9 * n.volume()));
        Shapes.assertWatertight(n.body());
    }

    record Pair(String name, Body a, Body b) {
        @Override
        public String toString() {
            return name;
        }
    }

    static Stream<Pair> pairs() {
        Frame side = Frame.of(new Vec3(-40, 1, 7), Vec3.X);
        Frame tilted = Frame.of(new Vec3(3, 2, -20), new Vec3(0.3, 0.2, 1));
        return Stream.of(
                new Pair("oval with a cross bore", oval(), Shapes.cylinder(side, 4, 0, 80)),
                new Pair(
                        "oval with a bore along it",
                        oval(),
                        Shapes.cylinder(Frame.WORLD.at(new Vec3(5, 0, -5)), 4, 0, 30)),
                new Pair("oval with a box through its side", oval(), Shapes.box(10, -30, 5, 40, 30, 40)),
                new Pair("oval with a slanted bore", oval(), Shapes.cylinder(tilted, 4, 0, 60)),
                new Pair("parabola with a box on its string", parabola(), Shapes.box(-5, 20, 0, 5, 30, 10)),
                new Pair(
                        "parabola with a bore through the bow",
                        parabola(),
                        Shapes.cylinder(Frame.of(new Vec3(2, -10, 5), Vec3.Y), 3, 0, 40)),
                new Pair("cam with a bore", cam(), Shapes.cylinder(Frame.WORLD.at(new Vec3(2, 1, -5)), 8, 0, 30)),
                new Pair("cam with a box", cam(), Shapes.box(0, -50, 3, 50, 50, 20)),
                new Pair("cam and oval", cam(), oval()),
                new Pair("cam with a cross bore", cam(), Shapes.cylinder(side, 2.5, 0, 80)),
                new Pair(
                        "vase with a cross bore",
                        vase(2 * Math.PI),
                        Shapes.cylinder(Frame.of(new Vec3(-60, 3, 1), Vec3.X), 4, 0, 120)),
                new Pair("vase with a box", vase(2 * Math.PI), Shapes.box(10, -30, -60, 60, 5, 60)),
                new Pair(
                        "vase with a collar",
                        vase(2 * Math.PI),
                        Shapes.cylinder(Frame.of(new Vec3(0, -5, 0), Vec3.Y), 30, 0, 10)),
                new Pair("oval ring with a box", ovalRing(2 * Math.PI), Shapes.box(5, -30, -60, 60, 30, 60)),
                new Pair(
                        "oval ring with a bore",
                        ovalRing(2 * Math.PI),
                        Shapes.cylinder(Frame.of(new Vec3(20.5, -20, 0.3), Vec3.Y), 2, 0, 40)),
                new Pair(
                        "spline surface with a bore",
                        pillow(),
                        Shapes.cylinder(Frame.WORLD.at(new Vec3(2, 3, -5)), 4, 0, 40)),
                new Pair("spline surface with a slot", pillow(), Shapes.box(-20, -3, 9, 4, 3, 40)),
                new Pair("spline surface with a cross bore", pillow(), Shapes.cylinder(side, 3, 0, 80)),
                new Pair(
                        "spline surface with a ball",
                        pillow(),
                        Primitive.sphere(Frame.WORLD.at(new Vec3(3, 1, 14)), 5, "s2", TOL)),
                new Pair("spline surface with an oval", pillow(), oval()),
                new Pair(
                        "sphere in an oval",
                        oval(),
                        Primitive.sphere(Frame.WORLD.at(new Vec3(14, 3, 8)), 6, "s2", TOL)));
    }

    @ParameterizedTest
    @MethodSource("pairs")
    void volumesAddUp(Pair p) {
        double a = MassProperties.of(p.a()).volume();
        double b = MassProperties.of(p.b()).volume();
        List<Body> both = Fuse.unite(List.of(p.a(), p.b()), TOL);
        List<Body> rest = Fuse.subtract(List.of(p.a()), List.of(p.b()), TOL);
        double common = 0;
        try {
            List<Body> shared = Fuse.intersect(List.of(p.a()), List.of(p.b()), TOL);
            shared.forEach(x -> BodyCheck.deep(x, TOL).orThrow());
            common = Shapes.volume(shared);
        } catch (io.tallember.geometry.GeometryException e) {
            assertThat(e.reason()).isEqualTo(io.tallember.geometry.GeometryException.Reason.EMPTY_RESULT);
        }
        both.forEach(x -> BodyCheck.deep(x, TOL).orThrow());
        rest.forEach(x -> BodyCheck.deep(x, TOL).orThrow());
        assertThat(Shapes.volume(both) + common).isCloseTo(a + b, within(1e-8 * (a + b)));
        assertThat(Shapes.volume(rest) + common).isCloseTo(a, within(1e-8 * a));
        rest.forEach(Shapes::assertWatertight);
        both.forEach(Shapes::assertWatertight);
    }

    /** The chord error that was asked for is kept, on the surfaces and along the edges. */
    @Test
    void meshesStayAsNearAsAsked() {
        MeshQuality quality = new MeshQuality(0.02, Math.toRadians(12));
        Body ball = Primitive.sphere(Frame.WORLD, 12, "s", TOL);
        Body ring = Primitive.torus(Frame.WORLD, 20, 6, "t", TOL);
        Body bore = Shapes.cylinder(Frame.WORLD.at(new Vec3(3, 1, -40)), 4, 0, 80);
        Body beside = Shapes.cylinder(Frame.WORLD.at(new Vec3(19, 1, -40)), 4, 0, 80);
        List<Body> all = new ArrayList<>(
                List.of(oval(), parabola(), vase(2 * Math.PI), ovalRing(2), pillow(), cam(), ball, ring));
        all.addAll(Fuse.subtract(List.of(ball), List.of(bore), TOL));
        all.addAll(Fuse.subtract(List.of(ring), List.of(beside), TOL));
        all.addAll(Fuse.subtract(List.of(pillow()), List.of(bore), TOL));
        for (Body b : all) {
            List<FaceMesh> meshes = new Tessellator(quality).mesh(b);
            for (int f = 0; f < meshes.size(); f++) {
                double worst = farthest(meshes.get(f), b.faces().get(f).surface());
                assertThat(worst).as(b.faces().get(f).surface().kind()).isLessThanOrEqualTo(1.5 * quality.chord());
            }
        }
    }

    static double farthest(FaceMesh m, io.tallember.geometry.Surface s) {
        double worst = 0;
        for (int i = 0; i < m.triangles().length; i += 3) {
            Vec3[] t = new Vec3[3];
            for (int k = 0; k < 3; k++) {
                int p = 3 * m.triangles()[i + k];
                t[k] = new Vec3(m.positions()[p], m.positions()[p + 1], m.positions()[p + 2]);
            }
            Vec3 middle = t[0].plus(t[1]).plus(t[2]).times(1.0 / 3);
            for (Vec3 q : List.of(middle, t[0].lerp(t[1], 0.5), t[1].lerp(t[2], 0.5), t[2].lerp(t[0], 0.5))) {
                worst = Math.max(worst, Math.abs(s.signedDistance(q)));
            }
        }
        return worst;
    }
}
