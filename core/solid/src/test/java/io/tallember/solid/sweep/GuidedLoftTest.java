package io.tallember.solid.sweep;

import static io.tallember.solid.Shapes.assertSound;
import static io.tallember.solid.Shapes.assertWatertight;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Through;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.solid.Body;
import io.tallember.solid.Shapes;
import io.tallember.solid.mass.MassProperties;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class GuidedLoftTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Way through(Vec3... points) {
        Nurbs n = Through.points(List.of(points), null, null);
        return Way.of(List.of(new Leg(n, n.whole(), true, "g")), TOL);
    }

    private static Loft.Section at(Profile p) {
        return new Loft.Section(p, null, 0);
    }

    private static Loft.Section round(Frame f, double r) {
        return at(new Profile(f, Shapes.circle(0, 0, r, true), List.of(), "r"));
    }

    private static Loft.Section round(double z, double r) {
        return round(Frame.WORLD.movedAlongZ(z), r);
    }

    private static Body lofted(Loft.Run run, boolean closed, List<Loft.Section> all, Way... guides) {
        Body b = Loft.of(all, new Loft.Shape(run, 0, 0, closed, List.of(guides)), "s1", "r1", TOL);
        assertSound(List.of(b));
        assertWatertight(b);
        return b;
    }

    private static double volume(Body b) {
        return MassProperties.of(b).volume();
    }

    /** How far the points of a way are from a body's sides at most. */
    private static double off(Body b, Way way) {
        double most = 0;
        for (Leg l : way.legs()) {
            for (int i = 1; i < 100; i++) {
                Vec3 p = l.curve().point(l.range().at(i / 100.0));
                most = Math.max(
                        most,
                        b.faces().stream()
                                .mapToDouble(f -> Math.abs(f.surface().signedDistance(p)))
                                .min()
                                .orElseThrow());
            }
        }
        return most;
    }

    private static Way arc(double r) {
        return Way.of(List.of(new Leg(new Circle(Frame.WORLD, r), new Interval(0, Math.PI / 2), true, "a")), TOL);
    }

    @ParameterizedTest
    @EnumSource(names = {"SMOOTH", "MIDDLE"})
    void aQuarterRingThroughThreeCirclesAndTwoArcs(Loft.Run run) {
        List<Loft.Section> all = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            double a = Math.PI / 4 * i;
            Vec3 out = new Vec3(Math.cos(a), Math.sin(a), 0);
            all.add(round(Frame.of(out.times(160), Vec3.Z.cross(out), out), 40));
        }
        Body ring = lofted(run, false, all, arc(120), arc(200));
        assertThat(off(ring, arc(120))).isLessThan(1e-6);
        Torus exact = new Torus(Frame.WORLD, 160, 40);
        for (Vec3 p : samples(ring)) {
            assertThat(exact.signedDistance(p)).isCloseTo(0, within(0.01));
        }
        double whole = Math.PI * 1600 * 80 * Math.PI;
        assertThat(volume(ring)).isCloseTo(whole, within(1e-6 * whole));
    }

    /** Points of the fitted sides. */
    private static List<Vec3> samples(Body b) {
        List<Vec3> out = new ArrayList<>();
        b.faces().forEach(f -> {
            if (f.surface() instanceof NurbsSurface n) {
                for (int i = 0; i <= 40; i++) {
                    for (int k = 0; k <= 40; k++) {
                        out.add(n.point(
                                n.loU() + (n.hiU() - n.loU()) * i / 40, n.loV() + (n.hiV() - n.loV()) * k / 40));
                    }
                }
            }
        });
        return out;
    }

    private static final Way BULGE = through(new Vec3(10, 0, 0), new Vec3(15, 0, 20), new Vec3(10, 0, 40));

    @Test
    void oneGuideMovesTheOutline() {
        Body b = lofted(Loft.Run.SMOOTH, false, List.of(round(0, 10), round(40, 10)), BULGE);
        assertThat(volume(b)).isCloseTo(4000 * Math.PI, within(1e-6 * 4000));
        assertThat(off(b, BULGE)).isLessThan(1e-6);
    }

    /** Two guides that mirror each other make every section a circle as wide as they are apart. */
    @Test
    void twoGuidesMakeABottle() {
        Vec3[] right = {new Vec3(20, 0, 0), new Vec3(22, 0, 30), new Vec3(12, 0, 70), new Vec3(8, 0, 100)};
        Vec3[] left = new Vec3[4];
        for (int i = 0; i < 4; i++) {
            left[i] = new Vec3(-right[i].x(), 0, right[i].z());
        }
        Body b = lofted(Loft.Run.SMOOTH, false, List.of(round(0, 20), round(100, 8)), through(right), through(left));
        Nurbs g = (Nurbs) through(right).legs().get(0).curve();
        double sum = 0;
        int n = 20_000;
        for (int i = 0; i < n; i++) {
            Vec3 p = g.point(g.lo() + (g.hi() - g.lo()) * i / n);
            Vec3 m = g.point(g.lo() + (g.hi() - g.lo()) * (i + 0.5) / n);
            Vec3 q = g.point(g.lo() + (g.hi() - g.lo()) * (i + 1) / n);
            sum += (q.z() - p.z()) / 6 * Math.PI * (p.x() * p.x() + 4 * m.x() * m.x() + q.x() * q.x());
        }
        assertThat(volume(b)).isCloseTo(sum, within(1e-6 * sum));
        assertThat(off(b, through(left))).isLessThan(1e-6);
    }

    @ParameterizedTest
    @ValueSource(ints = {3, 4, 5, 6, 7, 9})
    void anyNumberOfGuides(int count) {
        List<Way> guides = new ArrayList<>();
        Random r = new Random(count);
        for (int i = 0; i < count; i++) {
            double a = 2 * Math.PI * (i + 0.3 * r.nextDouble()) / count;
            Vec3 out = new Vec3(Math.cos(a), Math.sin(a), 0);
            guides.add(through(
                    out.times(20),
                    out.times(21 + 3 * r.nextDouble()).plus(30, Vec3.Z),
                    out.times(15).plus(60, Vec3.Z),
                    out.times(12 + 2 * r.nextDouble()).plus(80, Vec3.Z),
                    out.times(12).plus(100, Vec3.Z)));
        }
        Body b = lofted(
                Loft.Run.SMOOTH,
                false,
                List.of(round(0, 20), round(60, 15), round(100, 12)),
                guides.toArray(new Way[0]));
        for (Way g : guides) {
            assertThat(off(b, g)).isLessThan(1e-4);
        }
        Way inner = Way.of(
                List.of(new Leg(new Circle(Frame.WORLD.movedAlongZ(60), 15), new Interval(0, 2 * Math.PI), true, "c")),
                TOL);
        assertThat(off(b, inner)).isLessThan(1e-6);
        assertThat(b.faces()).hasSize(3);
    }

    /** A duct that bends and turns from round to oval: where two sections meet its skin runs on. */
    @ParameterizedTest
    @EnumSource(names = {"SMOOTH", "MIDDLE"})
    void aBentDuctOfSevenSections(Loft.Run run) {
        List<Loft.Section> all = new ArrayList<>();
        Vec3[] a = new Vec3[7];
        Vec3[] b = new Vec3[7];
        for (int i = 0; i < 7; i++) {
            double turn = Math.PI / 12 * i;
            Vec3 out = new Vec3(Math.cos(turn), Math.sin(turn), 0);
            Vec3 c = out.times(100).plus(3 * i, Vec3.Z);
            Frame f = Frame.of(c, new Vec3(-Math.sin(turn), Math.cos(turn), 0.1), Vec3.Z);
            double w = 15 + 2 * i;
            Ellipse e = i == 0 ? null : new Ellipse(Frame.WORLD, w, 15);
            all.add(
                    e == null
                            ? round(f, 15)
                            : at(new Profile(
                                    f,
                                    List.of(new Profile.Edge(e, new Interval(0, 2 * Math.PI), true, "e")),
                                    List.of(),
                                    "e")));
            a[i] = f.point(w, 0, 0);
            b[i] = f.point(-w, 0, 0);
        }
        Body duct = lofted(run, false, all, through(a), through(b));
        assertThat(off(duct, through(a))).isLessThan(1e-4);
        assertThat(off(duct, through(b))).isLessThan(1e-4);
        for (Loft.Section s : all) {
            double w = s.profile().outer().get(0).curve() instanceof Ellipse e ? e.a() : 15;
            for (int k = 0; k < 48; k++) {
                double t = Math.PI / 24 * k;
                Vec3 p = s.profile().frame().point(w * Math.cos(t), 15 * Math.sin(t), 0);
                assertThat(duct.faces().stream()
                                .mapToDouble(f -> Math.abs(f.surface().signedDistance(p)))
                                .min()
                                .orElseThrow())
                        .isLessThan(1e-6);
                Vec3 before = normal(duct, p.plus(-0.01, s.profile().frame().z()));
                Vec3 after = normal(duct, p.plus(0.01, s.profile().frame().z()));
                assertThat(Math.toDegrees(Math.acos(Math.min(1, before.dot(after)))))
                        .isLessThan(0.5);
            }
        }
    }

    private static Vec3 normal(Body b, Vec3 p) {
        return b.faces().stream()
                .filter(f -> !(f.surface() instanceof Plane))
                .min(Comparator.comparingDouble(f -> Math.abs(f.surface().signedDistance(p))))
                .map(f -> f.surface().normalAt(p))
                .orElseThrow();
    }

    @Test
    void closedAndToATip() {
        List<Loft.Section> all = new ArrayList<>();
        Vec3[] top = new Vec3[7];
        for (int i = 0; i < 6; i++) {
            double a = i * Math.PI / 3;
            Vec3 out = new Vec3(Math.cos(a), Math.sin(a), 0);
            all.add(round(Frame.of(out.times(40), Vec3.Z.cross(out), out), 8));
            top[i] = out.times(48);
        }
        Way rim = Way.of(List.of(new Leg(new Circle(Frame.WORLD, 48), new Interval(0, 2 * Math.PI), true, "a")), TOL);
        Body ring = lofted(Loft.Run.SMOOTH, true, all, rim);
        assertThat(volume(ring)).isCloseTo(Math.PI * 64 * 80 * Math.PI, within(0.01 * volume(ring)));
        Loft.Section tip = new Loft.Section(null, new Vec3(0, 0, 30), 0);
        Way right = through(new Vec3(10, 0, 0), new Vec3(8, 0, 12), new Vec3(0, 0, 30));
        Way left = through(new Vec3(-10, 0, 0), new Vec3(-8, 0, 12), new Vec3(0, 0, 30));
        Body cap = lofted(Loft.Run.SMOOTH, false, List.of(round(0, 10), tip), right, left);
        assertThat(off(cap, right)).isLessThan(1e-4);
    }

    @Test
    void guidesThatMissSayByHowMuch() {
        List<Loft.Section> two = List.of(round(0, 10), round(40, 10));
        Way past = through(new Vec3(10, 0, 0), new Vec3(15, 0, 20), new Vec3(10.35, 0, 40));
        assertThatThrownBy(() -> lofted(Loft.Run.SMOOTH, false, two, past))
                .hasMessageContaining("0.35 mm from section 2");
        Way brief = through(new Vec3(10, 0, 0), new Vec3(12, 0, 20));
        assertThatThrownBy(() -> lofted(Loft.Run.SMOOTH, false, two, brief)).hasMessageContaining("all the way");
        assertThatThrownBy(() -> lofted(Loft.Run.STRAIGHT, false, two, BULGE)).hasMessageContaining("Guides shape");
        assertThatThrownBy(() -> lofted(Loft.Run.SMOOTH, false, two, BULGE, BULGE))
                .hasMessageContaining("in one place");
    }
}
