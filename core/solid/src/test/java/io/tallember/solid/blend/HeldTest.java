package io.tallember.solid.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.fuse.Imprint;
import io.tallember.solid.local.Held;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Extrude;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Rounds whose size follows from the edge they end on. */
class HeldTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Edge at(Body b, double x, double y, double z) {
        Vec3 p = new Vec3(x, y, z);
        return b.edges().stream()
                .filter(e -> e.curve().point(e.curve().project(p, e.range())).distance(p) < 1e-6)
                .findFirst()
                .orElseThrow();
    }

    /** A box with a step: the tread, 6 wide, becomes round from the riser's foot to its own edge. */
    @Test
    void aTreadBecomesRoundUpToItsEdge() {
        Body b = Fuse.subtract(
                        List.of(Shapes.box(0, 0, 0, 40, 30, 20)), List.of(Shapes.box(-1, -1, 10, 6, 31, 21)), TOL)
                .get(0);
        // from the foot of the riser to the outer edge of the tread
        Body out = Held.of(b, List.of(at(b, 6, 15, 10)), List.of(at(b, 0, 15, 10)), "s");
        Shapes.assertSound(List.of(out));
        double filled = 30 * 36 * (1 - Math.PI / 4);
        assertThat(MassProperties.of(out).volume())
                .isCloseTo(MassProperties.of(b).volume() + filled, within(1e-6));
    }

    @Test
    void theRadiusFollowsASlantedEdge() {
        // a tread that is 4 wide at one end and 7 at the other
        Body cut = Shapes.box(Frame.of(new Vec3(4, -1, 10), Vec3.Z, new Vec3(0.1, 1, 0)), -1, 0, 0, 40, 60, 30, "cut");
        Body b = Fuse.subtract(List.of(Shapes.box(0, 0, 0, 40, 30, 20)), List.of(cut), TOL)
                .get(0);
        Edge sharp = b.edges().stream()
                .filter(e -> Math.abs(e.middle().z() - 10) < 1e-6
                        && e.middle().y() > 1
                        && e.middle().y() < 29)
                .filter(e -> b.facesOf(e).stream()
                        .allMatch(f -> Math.abs(f.outward(e.middle()).x()) < 1.1))
                .filter(e -> !Edges.convex(b, e))
                .findFirst()
                .orElseThrow();
        Edge held = b.edges().stream()
                .filter(e -> e != sharp && Edges.convex(b, e))
                .filter(e -> b.facesOf(e).stream()
                        .anyMatch(f -> b.facesOf(sharp).contains(f)
                                && f.outward(e.middle()).z() > 0.9))
                .filter(e -> Math.abs(e.middle().y() - 15) < 2)
                .findFirst()
                .orElseThrow();
        Body out = Held.of(b, List.of(sharp), List.of(held), "s");
        Shapes.assertSound(List.of(out));
        assertThat(MassProperties.of(out).volume())
                .isGreaterThan(MassProperties.of(b).volume());
    }

    @Test
    void roundABossItEndsOnTheRim() {
        Body b = Fuse.unite(
                        List.of(
                                Shapes.cylinder(Frame.WORLD, 20, 0, 10),
                                Shapes.cylinder(Frame.of(new Vec3(0, 0, 0), Vec3.Z), 12, 5, 30)),
                        TOL)
                .get(0);
        Body out = Held.of(b, List.of(at(b, 12, 0, 10)), List.of(at(b, 20, 0, 10)), "s");
        Shapes.assertSound(List.of(out));
        // a ring of the section of a corner with radius 8 about the axis at 12 (Pappus)
        double taken = MassProperties.of(out).volume() - MassProperties.of(b).volume();
        assertThat(taken).isCloseTo(pappus(12, 8), within(1e-5));
        // the rim wandering off the axis: its radius changes
        Body off = Fuse.unite(
                        List.of(
                                Shapes.cylinder(Frame.WORLD, 20, 0, 10),
                                Shapes.cylinder(Frame.of(new Vec3(3, 0, 0), Vec3.Z), 12, 5, 30)),
                        TOL)
                .get(0);
        Shapes.assertSound(List.of(Held.of(off, List.of(at(off, 15, 0, 10)), List.of(at(off, 20, 0, 10)), "s")));
    }

    /** What fills the corner at a post of radius a with a ball of radius r: a square less a quarter, turned about the axis. */
    private static double pappus(double a, double r) {
        double square = 2 * Math.PI * (a + r / 2) * r * r;
        double quarter = 2 * Math.PI * (a + r - 4 * r / (3 * Math.PI)) * Math.PI * r * r / 4;
        return square - quarter;
    }

    private static List<Profile.Edge> rounded(double x, double y, double r) {
        List<Profile.Edge> loop = new ArrayList<>();
        Vec3[] centres = {new Vec3(x, -y, 0), new Vec3(x, y, 0), new Vec3(-x, y, 0), new Vec3(-x, -y, 0)};
        for (int i = 0; i < 4; i++) {
            Circle c = new Circle(Frame.WORLD.at(centres[i]), r);
            double from = (i - 1) * Math.PI / 2;
            loop.add(new Profile.Edge(c, new Interval(from, from + Math.PI / 2), true, "a" + i));
            Vec3 a = c.point(from + Math.PI / 2);
            Vec3 b = centres[(i + 1) % 4].plus(a.minus(centres[i]));
            loop.add(new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, "l" + i));
        }
        return loop;
    }

    /** The band between a frame's rim and a line drawn beside it all round becomes one round of eight pieces. */
    @Test
    void roundAFrameItEndsOnALineDrawnBesideTheRim() {
        Body frame = Extrude.of(new Profile(Frame.WORLD, rounded(30, 10, 20), List.of(), "r"), 0, 15, "s", "r", TOL);
        Face top = frame.faces().stream()
                .filter(f -> f.outward(f.bounds().centre()).z() > 0.9)
                .findFirst()
                .orElseThrow();
        Body divided = Imprint.of(
                frame,
                List.of(top),
                List.of(Extrude.sheet(Frame.WORLD, rounded(30, 10, 14), -50, 50, "d", "r", TOL)),
                List.of(),
                TOL);
        List<Edge> sharp = divided.edges().stream()
                .filter(e -> divided.facesOf(e).stream()
                        .anyMatch(f -> Math.abs(f.outward(e.middle()).z()) < 0.1))
                .filter(e -> Math.abs(e.middle().z() - 15) < 1e-6)
                .toList();
        List<Edge> held = divided.edges().stream()
                .filter(e -> Math.abs(e.middle().z() - 15) < 1e-6 && !sharp.contains(e))
                .toList();
        assertThat(sharp).hasSize(8);
        assertThat(held).hasSize(8);
        Body out = Held.of(divided, sharp, held, "s");
        Shapes.assertSound(List.of(out));
        double section = 36 * (1 - Math.PI / 4);
        double inward = 6 * (10 - 3 * Math.PI) / (3 * (4 - Math.PI));
        double taken = section * (160 + 2 * Math.PI * (20 - inward));
        assertThat(MassProperties.of(out).volume())
                .isCloseTo(MassProperties.of(frame).volume() - taken, within(1e-8));
    }

    @Test
    void edgesThatShareNoFaceAreRefused() {
        Body b = Shapes.box(0, 0, 0, 40, 30, 20);
        assertThatThrownBy(() -> Held.of(b, List.of(at(b, 0, 15, 0)), List.of(at(b, 40, 15, 20)), "s"))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("shares a face");
    }
}
