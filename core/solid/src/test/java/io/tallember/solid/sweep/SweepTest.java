package io.tallember.solid.sweep;

import static io.tallember.solid.Shapes.assertSound;
import static io.tallember.solid.Shapes.assertWatertight;
import static io.tallember.solid.Shapes.polygon;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Helix;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Pipe;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.solid.Body;
import io.tallember.solid.Shapes;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class SweepTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    /** A frame square to the way where it begins. */
    private static Frame across(Way way) {
        Leg l = way.legs().get(0);
        return Frame.of(l.start(), l.way(l.from()));
    }

    private static Profile round(Frame f, double... radii) {
        List<List<Profile.Edge>> holes = new ArrayList<>();
        for (int i = 1; i < radii.length; i++) {
            holes.add(Shapes.circle(0, 0, radii[i], false));
        }
        return new Profile(f, Shapes.circle(0, 0, radii[0], true), holes, "r1");
    }

    private static Profile square(Frame f, double a, double b) {
        return polygon(f, -a / 2, -b / 2, a / 2, -b / 2, a / 2, b / 2, -a / 2, b / 2);
    }

    private static Body swept(Profile p, Way way, Manner manner) {
        Body b = Sweep.of(p, way, manner, "s1", "r1", TOL);
        assertSound(List.of(b));
        return b;
    }

    private static double volume(Body b) {
        return MassProperties.of(b).volume();
    }

    private static Leg arc(Vec3 centre, Vec3 axis, Vec3 from, double angle, String id) {
        Frame f = Frame.of(centre, axis, from.minus(centre));
        return new Leg(new Circle(f, from.distance(centre)), new Interval(0, angle), true, id);
    }

    /** Out along x, a quarter round into y, on along y, and a quarter up. */
    private static Way bent() {
        Vec3 a = new Vec3(30, 0, 0);
        Vec3 b = new Vec3(40, 10, 0);
        Vec3 c = new Vec3(40, 25, 0);
        Vec3 d = new Vec3(40, 31, 6);
        return Way.of(
                List.of(
                        Leg.straight(Vec3.ZERO, a, "l1"),
                        arc(new Vec3(30, 10, 0), Vec3.Z, a, Math.PI / 2, "l2"),
                        Leg.straight(b, c, "l3"),
                        arc(new Vec3(40, 25, 6), Vec3.X, c, Math.PI / 2, "l4"),
                        Leg.straight(d, new Vec3(40, 31, 20), "l5")),
                TOL);
    }

    private static Way coil(double r, double pitch, double turns) {
        Helix h = Helix.even(Frame.WORLD, r, pitch);
        return Way.of(List.of(new Leg(h, new Interval(0, 2 * Math.PI * turns), true, "l1")), TOL);
    }

    @Test
    void alongLinesAndArcsSidesAreOfExactKinds() {
        Way way = bent();
        Body pipe = swept(round(across(way), 4, 3), way, Manner.SQUARE);
        assertThat(volume(pipe)).isCloseTo(Math.PI * 7 * way.length(), within(1e-9 * volume(pipe)));
        assertThat(pipe.faces()).hasSize(12).allSatisfy(f -> {
            Surface s = f.surface();
            assertThat(s instanceof Plane || s instanceof Cylinder || s instanceof Torus)
                    .isTrue();
        });
        assertWatertight(pipe);
        Body bar = swept(square(across(way), 5, 3), way, Manner.SQUARE);
        assertThat(volume(bar)).isCloseTo(15 * way.length(), within(1e-9 * volume(bar)));
        assertThat(bar.faces())
                .hasSize(22)
                .allSatisfy(f -> assertThat(f.surface().canonical()).isTrue());
        Body back = swept(square(across(way.reversed()), 5, 3), way.reversed(), Manner.SQUARE);
        assertThat(volume(back)).isCloseTo(volume(bar), within(1e-9 * volume(bar)));
    }

    /** Pappus: the area times the length of the way of its centre. */
    @Test
    void alongACoil() {
        Way way = coil(10, 4, 3);
        Body wire = swept(round(across(way), 1.5), way, Manner.SQUARE);
        double length = 6 * Math.PI * Math.hypot(10, 4 / (2 * Math.PI));
        assertThat(volume(wire)).isCloseTo(Math.PI * 2.25 * length, within(1e-8 * volume(wire)));
        assertThat(wire.faces()).anySatisfy(f -> assertThat(f.surface()).isInstanceOf(Pipe.class));
        assertWatertight(wire);
        Body tube = swept(round(across(way), 1.5, 1), way, Manner.SQUARE);
        assertThat(volume(tube)).isCloseTo(Math.PI * 1.25 * length, within(1e-8 * volume(tube)));
        Body bar = swept(square(across(way), 2, 2), way, Manner.SQUARE);
        assertThat(volume(bar)).isCloseTo(4 * length, within(1e-8 * volume(bar)));
        assertWatertight(bar);
    }

    private static Way spline(Vec3... poles) {
        double[] w = new double[poles.length];
        java.util.Arrays.fill(w, 1);
        int spans = poles.length - 3;
        double[] k = new double[poles.length + 4];
        for (int i = 0; i < k.length; i++) {
            k[i] = Math.max(0, Math.min(spans, i - 3));
        }
        Nurbs n = new Nurbs(3, k, List.of(poles), w);
        return Way.of(List.of(new Leg(n, n.whole(), true, "l1")), TOL);
    }

    @Test
    void alongSplines() {
        Way flat = spline(Vec3.ZERO, new Vec3(20, 0, 0), new Vec3(30, 15, 0), new Vec3(50, 10, 0), new Vec3(60, 30, 0));
        Body wire = swept(round(across(flat), 2, 1), flat, Manner.SQUARE);
        assertThat(volume(wire)).isCloseTo(Math.PI * 3 * flat.length(), within(1e-8 * volume(wire)));
        Frame f = Frame.of(Vec3.ZERO, Vec3.X, Vec3.Z);
        Body bar = swept(square(f, 4, 3), flat, Manner.SQUARE);
        assertThat(volume(bar)).isCloseTo(12 * flat.length(), within(1e-8 * volume(bar)));
        assertThat(bar.faces().stream().filter(x -> x.surface() instanceof Plane))
                .hasSize(4);
        Way wild =
                spline(Vec3.ZERO, new Vec3(20, 0, 5), new Vec3(30, 15, 15), new Vec3(50, 10, -5), new Vec3(60, 30, 10));
        Body wildBar = swept(square(across(wild), 4, 3), wild, Manner.SQUARE);
        assertThat(volume(wildBar)).isCloseTo(12 * wild.length(), within(1e-8 * volume(wildBar)));
        assertWatertight(wildBar);
        Body wildWire = swept(round(across(wild), 2), wild, Manner.SQUARE);
        assertThat(volume(wildWire)).isCloseTo(Math.PI * 4 * wild.length(), within(1e-8 * volume(wildWire)));
        assertWatertight(wildWire);
        Body twisted = swept(square(across(wild), 4, 3), wild, new Manner(Manner.Keep.SQUARE, null, 1.2));
        assertThat(volume(twisted)).isCloseTo(12 * wild.length(), within(1e-8 * volume(twisted)));
        Body upright = swept(square(across(wild), 4, 3), wild, new Manner(Manner.Keep.UPRIGHT, Vec3.Z, 0));
        assertThat(volume(upright)).isCloseTo(12 * wild.length(), within(1e-8 * volume(upright)));
    }

    /** What keeps its direction is as thick across it as the way advances. */
    @Test
    void aFixedDirection() {
        Way flat = spline(Vec3.ZERO, new Vec3(20, 0, 0), new Vec3(30, 15, 0), new Vec3(50, 10, 0), new Vec3(60, 30, 0));
        Body bar = swept(square(Frame.of(Vec3.ZERO, Vec3.X), 4, 3), flat, new Manner(Manner.Keep.FIXED, null, 0));
        assertThat(volume(bar)).isCloseTo(12 * 60, within(1e-8 * volume(bar)));
    }

    @Test
    void cornersAreMitred() {
        Way ring = Way.of(
                List.of(
                        Leg.straight(Vec3.ZERO, new Vec3(40, 0, 0), "l1"),
                        Leg.straight(new Vec3(40, 0, 0), new Vec3(40, 30, 0), "l2"),
                        Leg.straight(new Vec3(40, 30, 0), new Vec3(0, 30, 0), "l3"),
                        Leg.straight(new Vec3(0, 30, 0), Vec3.ZERO, "l4")),
                TOL);
        assertThat(ring.closed()).isTrue();
        for (Profile p : List.of(square(across(ring), 4, 3), round(across(ring), 2, 1), round(across(ring), 2))) {
            Body b = swept(p, ring, Manner.SQUARE);
            double area = p.outer().size() == 4 ? 12 : Math.PI * (4 - p.holes().size());
            assertThat(volume(b)).isCloseTo(area * 140, within(1e-9 * volume(b)));
            assertWatertight(b);
        }
    }

    /** Turns that overlap by too much are refused, and by less than a hair; by a hair they are joined; those that touch, and flat ones far closer than they are wide, are built. */
    @Test
    void turnsThatMeet() {
        double touching =
                3 / Math.sqrt(1 - Math.pow(3 / (20 * Math.PI), 2)); // the turns' distance, not their pitch, is 3
        for (double less : new double[] {1, 1e-5}) {
            Way way = coil(10, touching - less, 3);
            assertThatThrownBy(() -> Sweep.of(round(across(way), 1.5), way, Manner.SQUARE, "s1", "r1", TOL))
                    .hasMessageContaining("pass through itself");
        }
        Way joined = coil(10, touching - 1e-4, 3);
        assertThat(swept(round(across(joined), 1.5), joined, Manner.SQUARE).faces())
                .hasSizeGreaterThan(8);
        Way way = coil(10, touching + 1e-4, 3);
        swept(round(across(way), 1.5), way, Manner.SQUARE);
        Way close = coil(10, 0.6, 3);
        Frame f = across(close);
        Frame flat = new Frame(
                f.origin(),
                close.legs().get(0).start().unit(),
                f.z().cross(close.legs().get(0).start().unit()),
                f.z());
        Body strip = swept(square(flat, 4, 0.4), close, Manner.SQUARE);
        assertThat(volume(strip)).isCloseTo(1.6 * close.length(), within(1e-8 * volume(strip)));
        Way closer = coil(10, 0.38, 3);
        Frame g = across(closer);
        assertThatThrownBy(() -> Sweep.of(
                        square(new Frame(g.origin(), flat.x(), g.z().cross(flat.x()), g.z()), 4, 0.4),
                        closer,
                        Manner.SQUARE,
                        "s1",
                        "r1",
                        TOL))
                .hasMessageContaining("pass through itself");
    }

    @Test
    void whatCantBeSweptSaysWhereAndWhy() {
        Way way = bent();
        assertThatThrownBy(() -> Sweep.of(square(across(way), 24, 24), way, Manner.SQUARE, "s1", "r1", TOL))
                .hasMessageContaining("radius of 10 mm")
                .hasMessageContaining("reaches 12 mm");
        assertThatThrownBy(() -> Sweep.of(round(across(way), 10.5), way, Manner.SQUARE, "s1", "r1", TOL))
                .hasMessageContaining("reaches 10.5 mm");
        assertThatThrownBy(() -> Sweep.of(
                        square(Frame.WORLD, 4, 4), way, new Manner(Manner.Keep.FIXED, null, 0), "s1", "r1", TOL))
                .hasMessageContaining("lies along the path");
        Vec3 a = new Vec3(10, 0, 0);
        assertThatThrownBy(() -> Way.of(
                        List.of(Leg.straight(Vec3.ZERO, a, "l1"), Leg.straight(a, new Vec3(2, 0, 0), "l2")), TOL))
                .hasMessageContaining("turns back on itself");
    }

    /**
     * With a plate that several turns pass through: a helicoid's turns are near each other, but far along it, and hardly bent along its
     * own lines.
     */
    @Test
    void turnsThroughAPlate() {
        Way way = coil(10, 5, 2.3);
        Body plate = Shapes.box(0, -3, -20, 40, 3, 40);
        for (Profile p : List.of(square(across(way), 2, 1.4), round(across(way), 1))) {
            Body bar = swept(p, way, Manner.SQUARE);
            List<Body> both = Fuse.unite(List.of(bar, plate), TOL);
            List<Body> common = Fuse.intersect(List.of(bar), List.of(plate), TOL);
            assertThat(both).hasSize(1);
            assertThat(common).hasSize(3);
            assertSound(both);
            assertSound(common);
            assertThat(MassProperties.of(both).volume()
                            + MassProperties.of(common).volume())
                    .isCloseTo(volume(bar) + volume(plate), within(1e-8 * volume(plate)));
        }
    }

    /** All round a circle, an oval of lines and arcs, and a closed spline. */
    @Test
    void allRoundAClosedPath() {
        Way circle =
                Way.of(List.of(new Leg(new Circle(Frame.WORLD, 20), new Interval(0, 2 * Math.PI), true, "l1")), TOL);
        Vec3 a = new Vec3(0, -10, 0);
        Vec3 b = new Vec3(30, -10, 0);
        Vec3 c = new Vec3(30, 10, 0);
        Vec3 d = new Vec3(0, 10, 0);
        Way oval = Way.of(
                List.of(
                        Leg.straight(a, b, "l1"),
                        arc(new Vec3(30, 0, 0), Vec3.Z, b, Math.PI, "l2"),
                        Leg.straight(c, d, "l3"),
                        arc(Vec3.ZERO, Vec3.Z, d, Math.PI, "l4")),
                TOL);
        Nurbs wave = Nurbs.arc(new Circle(Frame.WORLD, 20), new Interval(0, 2 * Math.PI));
        Nurbs lifted = new Nurbs(
                2,
                wave.knots(),
                wave.poles().stream()
                        .map(p -> new Vec3(p.x(), 0.7 * p.y(), 0.15 * p.x()))
                        .toList(),
                wave.weights());
        Way spline = Way.of(List.of(new Leg(lifted, lifted.whole(), true, "l1")), TOL);
        for (Way way : List.of(circle, oval, spline)) {
            assertThat(way.closed()).isTrue();
            for (Profile p : List.of(round(across(way), 2, 1), round(across(way), 2), square(across(way), 4, 3))) {
                Body body = swept(p, way, Manner.SQUARE);
                double area =
                        p.outer().size() == 4 ? 12 : Math.PI * (4 - p.holes().size());
                assertThat(volume(body)).isCloseTo(area * way.length(), within(1e-8 * volume(body)));
            }
        }
    }

    /** A fixed direction needs no mitre: the outline as it stands is where both legs meet. */
    @Test
    void aFixedDirectionRoundACorner() {
        Vec3 a = new Vec3(20, 0, 0);
        Way way = Way.of(List.of(Leg.straight(Vec3.ZERO, a, "l1"), Leg.straight(a, new Vec3(40, 15, 8), "l2")), TOL);
        Body b = swept(square(Frame.of(Vec3.ZERO, Vec3.X), 4, 3), way, new Manner(Manner.Keep.FIXED, null, 0));
        assertThat(volume(b)).isCloseTo(12 * 40, within(1e-8 * 480));
    }

    /** An outline reaches farther between any places at which it is looked at. */
    @Test
    void aHairTooWideForABend() {
        Way way = bent();
        for (double turn : new double[] {0, 0.1, 0.17}) {
            Frame f = across(way);
            Frame g = new Frame(
                    f.origin(),
                    f.x().times(Math.cos(turn)).plus(Math.sin(turn), f.y()),
                    f.y().times(Math.cos(turn)).plus(-Math.sin(turn), f.x()),
                    f.z());
            assertThatThrownBy(() -> Sweep.of(round(g, 6.0005), way, Manner.SQUARE, "s1", "r1", TOL))
                    .hasMessageContaining("radius of 6 mm");
        }
    }
}
