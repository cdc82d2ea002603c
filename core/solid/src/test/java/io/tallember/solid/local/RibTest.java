package io.tallember.solid.local;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Rib;
import io.tallember.solid.sweep.Wall.Side;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The tables of ribs and rib grids: thickness measured at the line and at the base. */
class RibTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    /** @param depth how far it is from the line's middle to the part below it */
    record Case(
            String name,
            Body part,
            Frame frame,
            List<Profile.Edge> line,
            Rib.Stance stance,
            boolean down,
            double depth) {
        @Override
        public String toString() {
            return name;
        }
    }

    private static List<Profile.Edge> line(double... xy) {
        List<Profile.Edge> out = new ArrayList<>();
        for (int i = 0; i + 3 < xy.length; i += 2) {
            Vec3 a = new Vec3(xy[i], xy[i + 1], 0);
            Vec3 b = new Vec3(xy[i + 2], xy[i + 3], 0);
            out.add(new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, "c" + i));
        }
        return out;
    }

    private static List<Profile.Edge> arc(double r) {
        return List.of(new Profile.Edge(new Circle(Frame.WORLD, r), new Interval(0.3, 1.2), true, "c0"));
    }

    /** A tray 60 by 40, 20 deep inside, walls and floor 3. */
    private static Body tray() {
        return Fuse.subtract(List.of(Shapes.box(-3, -3, -3, 63, 43, 20)), List.of(Shapes.box(0, 0, 0, 60, 40, 21)), TOL)
                .get(0);
    }

    /** Stood in the tray at a height, growing down. */
    private static Case inTray(String name, List<Profile.Edge> line, double height, Rib.Stance stance) {
        return new Case(name, tray(), Frame.WORLD.at(new Vec3(0, 0, height)), line, stance, true, height);
    }

    private static Rib.Stance stance(double t, double degrees, boolean atBase, boolean on) {
        return new Rib.Stance(t, Side.MIDDLE, Math.toRadians(degrees), atBase, on, on, 0);
    }

    static Stream<Case> grid() {
        List<Case> all = new ArrayList<>();
        for (double draft : new double[] {0, 0.5, 1.5}) {
            for (boolean atBase : new boolean[] {false, true}) {
                String as = draft + "° draft, thickness at the " + (atBase ? "base" : "line");
                all.add(inTray("across, as drawn, " + as, line(20, 0, 20, 40), 15, stance(2, draft, atBase, false)));
                all.add(inTray("across, carried on, " + as, line(20, 10, 20, 30), 15, stance(2, draft, atBase, true)));
                all.add(inTray("aslant, carried on, " + as, line(15, 10, 30, 30), 12, stance(2, draft, atBase, true)));
                all.add(inTray(
                        "round a corner, carried on, " + as,
                        line(10, 20, 30, 20, 30, 30),
                        12,
                        stance(2, draft, atBase, true)));
                all.add(inTray("free at its ends, " + as, line(20, 10, 40, 10), 12, stance(2, draft, atBase, false)));
            }
        }
        return all.stream();
    }

    static Stream<Case> ribs() {
        List<Case> all = new ArrayList<>();
        // an angle bracket: a floor and an upright wall; the line slants between them, seen from the side
        Body bracket = Fuse.unite(List.of(Shapes.box(0, -10, -4, 50, 10, 0), Shapes.box(-4, -10, -4, 0, 10, 40)), TOL)
                .get(0);
        Body round = Fuse.unite(
                        List.of(Shapes.box(0, -10, -4, 50, 10, 0), Shapes.cylinder(Frame.WORLD, 6, -4, 40)), TOL)
                .get(0);
        Body slanted = Fuse.unite(
                        List.of(
                                Shapes.box(0, -10, -4, 50, 10, 0),
                                io.tallember.solid.sweep.Extrude.of(
                                        new Profile(
                                                new Frame(Vec3.ZERO, Vec3.X, Vec3.Z, Vec3.Y.negated()),
                                                ShellTable.outline(-20, -4, 5, -4, -5, 40, -20, 40)
                                                        .outer(),
                                                List.of(),
                                                "wall"),
                                        -10,
                                        10,
                                        "s",
                                        "r",
                                        TOL)),
                        TOL)
                .get(0);
        for (Body b : List.of(bracket, round, slanted)) {
            String on = b == bracket ? "bracket" : b == round ? "post" : "slanted wall";
            for (double draft : new double[] {0, 1, 2}) {
                for (boolean atBase : draft > 0 ? new boolean[] {false, true} : new boolean[] {false}) {
                    Vec3 from = new Vec3(40, 0, 4);
                    Vec3 to = new Vec3(8, 0, 28);
                    Vec3 along = to.minus(from).unit();
                    Vec3 grow = along.cross(Vec3.Y).z() < 0
                            ? along.cross(Vec3.Y)
                            : along.cross(Vec3.Y).negated();
                    Frame f = Frame.of(from, grow, along);
                    double depth = -from.lerp(to, 0.5).z() / grow.z();
                    all.add(new Case(
                            on + ", " + draft + "° draft" + (atBase ? ", thickness at the base" : ""),
                            b,
                            f,
                            line(0, 0, from.distance(to), 0),
                            stance(3, draft, atBase, true),
                            false,
                            depth));
                    all.add(new Case(
                            on + ", a shorter line, " + draft + "° draft" + (atBase ? ", thickness at the base" : ""),
                            b,
                            f,
                            line(10, 0, from.distance(to) - 10, 0),
                            stance(2, draft, atBase, true),
                            false,
                            depth));
                }
            }
        }
        return all.stream();
    }

    @ParameterizedTest
    @MethodSource({"grid", "ribs"})
    void ribsAreAsThickAsAsked(Case c) {
        List<Body> rib =
                Rib.along(c.frame(), c.line(), List.of(c.part()), c.stance(), c.down(), "r", "l", "the line", TOL);
        List<Body> parts = new ArrayList<>(List.of(c.part()));
        parts.addAll(rib);
        List<Body> whole = Fuse.unite(parts, TOL);
        assertThat(whole).hasSize(1);
        BodyCheck.deep(whole.get(0), TOL).orThrow();
        Shapes.assertWatertight(whole.get(0));
        Profile.Edge e = c.line().get(c.line().size() / 2);
        double at = c.line().size() > 1 ? 0.3 : 0.5;
        Vec3 local = e.curve().point(e.range().at(at));
        Vec3 p = c.frame().point(local);
        Vec3 way = c.down() ? c.frame().z().negated() : c.frame().z();
        Vec3 across = c.frame().direction(e.curve().tangent(e.range().at(at))).cross(way);
        double tan = Math.tan(c.stance().draft());
        double free = c.stance().thickness() - (c.stance().atBase() ? 2 * c.depth() * tan : 0);
        for (double h : new double[] {1e-3, 0.5 * c.depth(), c.depth() - 1e-3}) {
            double asked = free + 2 * h * tan;
            assertThat(thickness(rib.get(0), p.plus(h, way), across)).isCloseTo(asked, within(1e-6));
        }
    }

    private static double thickness(Body b, Vec3 p, Vec3 across) {
        double lo = Double.NEGATIVE_INFINITY;
        double hi = Double.POSITIVE_INFINITY;
        for (Face f : b.faces()) {
            for (Meeting m : CurveSurface.meet(new Line(p, across), new Interval(-50, 50), f.surface(), TOL)) {
                if (f.region().locate(p.plus(m.t(), across), TOL) == SurfaceRegion.Place.OUTSIDE) {
                    continue;
                }
                if (m.t() < 0) {
                    lo = Math.max(lo, m.t());
                } else {
                    hi = Math.min(hi, m.t());
                }
            }
        }
        return hi - lo;
    }

    @Test
    void aRibAlongAnArcStandsInTheTray() {
        Rib.Stance s = stance(2, 1, false, false);
        List<Body> rib = Rib.along(
                Frame.WORLD.at(new Vec3(0, 0, 10)), arc(25), List.of(tray()), s, true, "r", "l", "the line", TOL);
        BodyCheck.deep(rib.get(0), TOL).orThrow();
    }

    @Test
    void aRibThatLeaksIsRefusedWithTheWay() {
        Body plate = Shapes.box(0, 0, 0, 60, 40, 3);
        Frame up = Frame.WORLD.at(new Vec3(0, 0, 12));
        assertThat(catchThrowable(() -> Rib.along(
                        up,
                        line(20, 10, 40, 10),
                        List.of(plate),
                        stance(2, 0, false, true),
                        true,
                        "r",
                        "l",
                        "the line",
                        TOL)))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("runs past the part");
        assertThat(catchThrowable(() -> Rib.along(
                        up,
                        line(20, 10, 40, 10),
                        List.of(plate),
                        stance(2, 0, false, false),
                        false,
                        "r",
                        "l",
                        "the line",
                        TOL)))
                .hasMessageContaining("meets no face on its way");
        assertThat(catchThrowable(() -> Rib.along(
                        Frame.WORLD.at(new Vec3(0, 0, 1)),
                        line(20, 10, 40, 10),
                        List.of(plate),
                        stance(2, 0, false, false),
                        true,
                        "r",
                        "l",
                        "the line",
                        TOL)))
                .hasMessageContaining("inside the part");
    }

    /** A floor under z = 0 and an upright wall behind x = 0, both 20 wide. */
    private static Body bracket() {
        return Fuse.unite(List.of(Shapes.box(0, -10, -4, 50, 10, 0), Shapes.box(-4, -10, -4, 0, 10, 40)), TOL)
                .get(0);
    }

    /** The upright plane y = 0, x to the right and z up. */
    private static final Frame SIDE = new Frame(Vec3.ZERO, Vec3.X, Vec3.Z, Vec3.Y.negated());

    /** Seen from its side: a quarter round of 24 about (30, 30) from the floor to the wall leaves the corner's rest. */
    @Test
    void aRibSeenFromItsSideFollowsAnArc() {
        Circle c = new Circle(Frame.WORLD.at(new Vec3(24, 24, 0)), 24);
        List<Profile.Edge> arc = List.of(new Profile.Edge(c, new Interval(Math.PI, 1.5 * Math.PI), true, "c0"));
        List<Body> rib =
                Rib.beside(SIDE, arc, List.of(bracket()), stance(3, 0, false, false), true, "r", "l", "the line", TOL);
        assertThat(rib).hasSize(1);
        assertThat(volume(rib.get(0))).isCloseTo((24 * 24 - Math.PI * 144) * 3, within(1e-7));
    }

    /** A chain of two lines, with draft: its sides lean from where it stands out furthest. */
    @Test
    void aRibSeenFromItsSideFollowsAChain() {
        for (double degrees : new double[] {0, 1}) {
            double tan = Math.tan(Math.toRadians(degrees));
            List<Body> rib = Rib.beside(
                    SIDE,
                    line(0, 30, 20, 20, 40, 0),
                    List.of(bracket()),
                    stance(3, degrees, false, false),
                    true,
                    "r",
                    "l",
                    "the line",
                    TOL);
            assertThat(rib).hasSize(1);
            // the thickness grows with the distance from the outermost corner, square to the chord (4, -3) / 5
            double area = 0.5 * (30 + 20) * 20 + 0.5 * 20 * 20;
            double out = (3.0 / 5) * 20 + (4.0 / 5) * 20; // of the corner (20, 20) along the growth's back
            double[][] corners = {{0, 0, 40, 0, 20, 20}, {0, 0, 20, 20, 0, 30}};
            double asked = 3 * area;
            for (double[] t : corners) {
                double a = 0.5 * Math.abs((t[2] - t[0]) * (t[5] - t[1]) - (t[4] - t[0]) * (t[3] - t[1]));
                double x = (t[0] + t[2] + t[4]) / 3;
                double y = (t[1] + t[3] + t[5]) / 3;
                asked += a * 2 * tan * (out - 0.6 * x - 0.8 * y);
            }
            assertThat(volume(rib.get(0))).isCloseTo(asked, within(1e-6));
        }
    }

    /** The line runs over two walls: what stands between each is the rib's, what overshoots the part isn't. */
    @Test
    void aRibGoesOnBehindWhatStandsAcrossIt() {
        Body part = Fuse.unite(List.of(tray(), Shapes.box(29, 0, 0, 31, 40, 20)), TOL)
                .get(0);
        List<Body> rib = Rib.along(
                Frame.WORLD.at(new Vec3(0, 0, 15)),
                line(-10, 20, 70, 20),
                List.of(part),
                stance(2, 0, false, true),
                true,
                "r",
                "l",
                "the line",
                TOL);
        assertThat(rib.stream().mapToDouble(RibTest::volume).sum()).isCloseTo(2 * 15 * 58, within(1e-7));
    }

    /** Between two walls 0.2 mm apart, narrower than the points along the line: that piece is the rib's too. */
    @Test
    void aRibKeepsItsNarrowestPiece() {
        Body part = Fuse.unite(
                        List.of(tray(), Shapes.box(29, 0, 0, 31, 40, 20), Shapes.box(31.2, 0, 0, 33, 40, 20)), TOL)
                .get(0);
        List<Body> rib = Rib.along(
                Frame.WORLD.at(new Vec3(0, 0, 15)),
                line(-10, 20, 70, 20),
                List.of(part),
                stance(2, 0, false, true),
                true,
                "r",
                "l",
                "the line",
                TOL);
        assertThat(rib.stream().mapToDouble(RibTest::volume).sum()).isCloseTo(2 * 15 * 56.2, within(1e-7));
    }

    private static double volume(Body b) {
        return io.tallember.solid.mass.MassProperties.of(List.of(b)).volume();
    }
}
