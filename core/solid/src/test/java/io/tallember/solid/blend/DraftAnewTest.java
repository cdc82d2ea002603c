package io.tallember.solid.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

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
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Taper;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Rounded bodies leant: the same as the leant body made by tapering and rounded then. */
class DraftAnewTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final double HIGH = 20;

    /** @param expected the same made the other way */
    record Case(String name, Body body, Predicate<Face> which, double neutral, double degrees, Body expected) {
        @Override
        public String toString() {
            return name;
        }
    }

    private static final Predicate<Edge> ALL = e -> true;

    private static boolean upright(Edge e) {
        return e.curve() instanceof Line l && Math.abs(l.direction().z()) > 0.9;
    }

    private static boolean top(Edge e) {
        return Math.abs(e.middle().z() - HIGH) < 1e-6;
    }

    private static Body round(Body b, Predicate<Edge> which, double r) {
        List<Edge> edges = b.edges().stream()
                .filter(which)
                .filter(e -> !Edges.smooth(b, e))
                .toList();
        return Blend.edges(b, edges, Size.round(r), "f").get(0);
    }

    private static boolean side(Face f) {
        return f.surface() instanceof Plane
                && Math.abs(f.outward(f.bounds().centre()).z()) < 0.5;
    }

    /** A block of an outline that leans about a height; straight where {@code degrees} is zero. */
    private static Body block(int corners, double neutral, double degrees) {
        double grown = neutral * Math.tan(Math.toRadians(degrees));
        double[] xy = new double[2 * corners];
        for (int i = 0; i < corners; i++) {
            double a = 2 * Math.PI * i / corners + 0.3;
            double r = 22 + grown / Math.cos(Math.PI / corners);
            xy[2 * i] = r * Math.cos(a);
            xy[2 * i + 1] = r * Math.sin(a);
        }
        Profile p = Shapes.polygon(Frame.WORLD, xy);
        return degrees == 0
                ? Extrude.of(p, 0, HIGH, "s", "r", TOL)
                : Taper.of(p, HIGH, Math.toRadians(degrees), "s", "r", TOL);
    }

    /** A rectangle with round corners, the same way. */
    private static Body rounded(double r, double neutral, double degrees) {
        double g = neutral * Math.tan(Math.toRadians(degrees));
        double x = 30 + g;
        double y = 20 + g;
        double k = r + g;
        List<Profile.Edge> loop = new ArrayList<>();
        double[][] at = {{x, -y}, {x, y}, {-x, y}, {-x, -y}};
        for (int i = 0; i < 4; i++) {
            double sx = Math.signum(at[i][0]);
            double sy = Math.signum(at[i][1]);
            Circle c = new Circle(Frame.WORLD.at(new Vec3(at[i][0] - sx * k, at[i][1] - sy * k, 0)), k);
            double from = (i - 1) * Math.PI / 2;
            loop.add(new Profile.Edge(c, new Interval(from, from + Math.PI / 2), true, "a" + i));
            double[] next = at[(i + 1) % 4];
            Vec3 a = c.point(from + Math.PI / 2);
            Vec3 b = a.plus(new Vec3(next[0] - at[i][0], next[1] - at[i][1], 0)
                    .unit()
                    .times(Math.hypot(next[0] - at[i][0], next[1] - at[i][1]) - 2 * k));
            loop.add(new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, "l" + i));
        }
        Profile p = new Profile(Frame.WORLD, loop, List.of(), "p");
        return degrees == 0
                ? Extrude.of(p, 0, HIGH, "s", "r", TOL)
                : Taper.of(p, HIGH, Math.toRadians(degrees), "s", "r", TOL);
    }

    /** Two steps of rounds: along the pull, then round the top. */
    private static Body twice(Body b, double first, double second) {
        return round(round(b, DraftAnewTest::upright, first), DraftAnewTest::top, second);
    }

    static Stream<Case> cases() {
        List<Case> out = new ArrayList<>();
        for (double neutral : new double[] {0, 8, HIGH}) {
            for (double a : new double[] {1, 3, -2}) {
                String how = ", " + a + "° about " + neutral;
                for (int corners : new int[] {3, 4, 6}) {
                    Body straight = block(corners, 0, 0);
                    Body leant = block(corners, neutral, a);
                    out.add(new Case(
                            corners + " corners, all edges" + how,
                            round(straight, ALL, 2),
                            DraftAnewTest::side,
                            neutral,
                            a,
                            round(leant, ALL, 2)));
                }
                out.add(new Case(
                        "uprights 4, top 2" + how,
                        round(rounded(4, 0, 0), DraftAnewTest::top, 2),
                        DraftAnewTest::side,
                        neutral,
                        a,
                        round(rounded(4, neutral, a), DraftAnewTest::top, 2)));
                out.add(pocket(neutral, a, how));
                out.add(slot(neutral, a, how));
            }
        }
        return out.stream();
    }

    private static Predicate<Face> inside(double x, double y) {
        return f -> side(f)
                && Math.abs(f.bounds().centre().x()) < x
                && Math.abs(f.bounds().centre().y()) < y;
    }

    /** A pocket with a round floor and round corners; the walls about it stand. */
    private static Case pocket(double neutral, double a, String how) {
        Body plate = Shapes.box(-40, -40, 0, 40, 40, HIGH);
        Body straight = Fuse.subtract(List.of(plate), List.of(well(15, 10, neutral, 0)), TOL)
                .get(0);
        Body leant = Fuse.subtract(List.of(plate), List.of(well(15, 10, neutral, a)), TOL)
                .get(0);
        Predicate<Edge> inner =
                e -> Math.abs(e.middle().x()) < 20 && Math.abs(e.middle().y()) < 15 && !top(e);
        return new Case(
                "pocket, inner edges" + how,
                round(straight, inner, 3),
                inside(20, 15),
                neutral,
                a,
                round(leant, inner, 3));
    }

    /** A block to be taken away, 14 deep, that widens upward by as much as its walls lean. */
    private static Body well(double x, double y, double neutral, double degrees) {
        double t = Math.tan(Math.toRadians(degrees));
        double low = (6 - neutral) * t;
        double px = x + low;
        double py = y + low;
        Profile p = Shapes.polygon(Frame.WORLD.at(new Vec3(0, 0, 6)), -px, -py, px, -py, px, py, -px, py);
        return degrees == 0
                ? Extrude.of(p, 0, 20, "s", "r", TOL)
                : Taper.of(p, 20, -Math.toRadians(degrees), "s", "r", TOL);
    }

    /** A block slotted through, all its edges round: inner and outer ones meet. */
    private static Case slot(double neutral, double a, String how) {
        Body plate = Shapes.box(-30, -20, 0, 30, 20, HIGH);
        return new Case(
                "slotted block, all edges" + how,
                round(slotted(plate, neutral, 0), ALL, 1.5),
                f -> side(f)
                        && Math.abs(f.bounds().centre().x()) < 15
                        && Math.abs(f.bounds().centre().y()) < 15,
                neutral,
                a,
                round(slotted(plate, neutral, a), ALL, 1.5));
    }

    private static Body slotted(Body plate, double neutral, double degrees) {
        double t = Math.tan(Math.toRadians(degrees));
        double low = 10 + (8 - neutral) * t;
        double high = 10 + (30 - neutral) * t;
        Frame f = new Frame(Vec3.ZERO, Vec3.X, Vec3.Z, Vec3.Y.negated());
        Body cut = Extrude.of(Shapes.polygon(f, -low, 8, low, 8, high, 30, -high, 30), -40, 40, "c", "r", TOL);
        return Fuse.subtract(List.of(plate), List.of(cut), TOL).get(0);
    }

    @ParameterizedTest
    @MethodSource("cases")
    void leantAndThenRoundedIsTheSame(Case c) {
        List<Face> faces = c.body().faces().stream().filter(c.which()).toList();
        Plane neutral = new Plane(Frame.WORLD.at(new Vec3(0, 0, c.neutral())));
        Body out = DraftAnew.of(c.body(), faces, neutral, Vec3.Z, Math.toRadians(c.degrees()), TOL);
        BodyCheck.deep(out, TOL).orThrow();
        double volume = MassProperties.of(c.expected()).volume();
        assertThat(MassProperties.of(out).volume()).isCloseTo(volume, within(1e-8 * volume));
        assertThat(out.faces()).hasSameSizeAs(c.expected().faces());
        // every face is called as one of those before
        assertThat(out.faces().stream().map(Face::origins).distinct())
                .isSubsetOf(c.body().faces().stream().map(Face::origins).toList());
    }
}
