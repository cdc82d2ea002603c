package io.tallember.solid.sweep;

import static io.tallember.solid.Shapes.polygon;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Helix;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Profile;
import io.tallember.geometry.RoundedCorners;
import io.tallember.geometry.Through;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.solid.Body;
import io.tallember.solid.Shapes;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.mesh.MeshQuality;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import org.junit.jupiter.api.Test;

/** 80 sweeps and lofts: every one that is built is sound and has the volume that something else gives; hardly any is refused. */
class SweepTableTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private record Case(Supplier<Body> body, double volume, double within) {}

    private final Map<String, Case> cases = new LinkedHashMap<>();

    // outlines about the middle of their frame, with their areas

    private record Outline(Profile profile, double area) {}

    private static Nurbs closed(double a, double b) {
        List<Vec3> poles = new ArrayList<>();
        for (int i = 0; i < 11; i++) {
            double t = 2 * Math.PI * i / 8;
            poles.add(new Vec3(a * Math.cos(t), b * Math.sin(t), 0));
        }
        double[] knots = new double[15];
        for (int i = 0; i < 15; i++) {
            knots[i] = i - 3;
        }
        double[] w = new double[11];
        java.util.Arrays.fill(w, 1);
        return new Nurbs(3, knots, poles, w);
    }

    private static double area(Nurbs n) {
        double sum = 0;
        int many = 40_000;
        for (int i = 0; i < many; i++) {
            double t = n.lo() + (n.hi() - n.lo()) * (i + 0.5) / many;
            Vec3 p = n.point(t);
            Vec3 d = n.derivative(t);
            sum += 0.5 * (p.x() * d.y() - p.y() * d.x()) * (n.hi() - n.lo()) / many;
        }
        return sum;
    }

    private static Map<String, Outline> outlines(Frame f) {
        Map<String, Outline> out = new LinkedHashMap<>();
        out.put("round", new Outline(new Profile(f, Shapes.circle(0, 0, 3, true), List.of(), "r"), 9 * Math.PI));
        out.put("square", new Outline(polygon(f, -2.5, -2, 2.5, -2, 2.5, 2, -2.5, 2), 20));
        Circle right = new Circle(Frame.WORLD.at(new Vec3(2, 0, 0)), 1.5);
        Circle left = new Circle(Frame.WORLD.at(new Vec3(-2, 0, 0)), 1.5);
        List<Profile.Edge> slot = List.of(
                Shapes.line(-2, -1.5, 2, -1.5, "a"),
                new Profile.Edge(right, new Interval(-Math.PI / 2, Math.PI / 2), true, "b"),
                Shapes.line(2, 1.5, -2, 1.5, "c"),
                new Profile.Edge(left, new Interval(Math.PI / 2, 1.5 * Math.PI), true, "d"));
        out.put("slot", new Outline(new Profile(f, slot, List.of(), "r"), 12 + 2.25 * Math.PI));
        Nurbs n = closed(3.5, 2.5);
        out.put(
                "spline",
                new Outline(
                        new Profile(f, List.of(new Profile.Edge(n, n.whole(), true, "s")), List.of(), "r"), area(n)));
        out.put(
                "hole",
                new Outline(
                        new Profile(
                                f,
                                polygon(f, -3, -3, 3, -3, 3, 3, -3, 3).outer(),
                                List.of(Shapes.circle(0, 0, 2, false)),
                                "r"),
                        36 - 4 * Math.PI));
        return out;
    }

    // paths

    private static Way through(Vec3... p) {
        Nurbs n = Through.points(List.of(p), null, null);
        return Way.of(List.of(new Leg(n, n.whole(), true, "l1")), TOL);
    }

    private static Way arc(double radius, double angle) {
        return Way.of(List.of(new Leg(new Circle(Frame.WORLD, radius), new Interval(0, angle), true, "l1")), TOL);
    }

    private static Way chain(boolean round, Vec3... p) {
        List<Leg> legs = new ArrayList<>();
        int n = round ? p.length : p.length - 1;
        for (int i = 0; i < n; i++) {
            legs.add(Leg.straight(p[i], p[(i + 1) % p.length], "l" + i));
        }
        double[] radii = new double[n];
        java.util.Arrays.fill(radii, 6);
        return Way.of(RoundedCorners.of(legs, radii, TOL), TOL);
    }

    private static Map<String, Way> ways() {
        Map<String, Way> out = new LinkedHashMap<>();
        out.put("straight", Way.of(List.of(Leg.straight(Vec3.ZERO, new Vec3(0, 0, 50), "l1")), TOL));
        out.put("arc", arc(30, 2));
        out.put("flat spline", through(Vec3.ZERO, new Vec3(30, 10, 0), new Vec3(60, -5, 0), new Vec3(90, 10, 0)));
        out.put("spline", through(Vec3.ZERO, new Vec3(30, 10, 20), new Vec3(60, -5, 30), new Vec3(90, 10, 5)));
        out.put("coil", Way.of(List.of(new Leg(Helix.even(Frame.WORLD, 14, 9), new Interval(0, 15), true, "l1")), TOL));
        out.put(
                "chain",
                chain(
                        false,
                        Vec3.ZERO,
                        new Vec3(40, 0, 0),
                        new Vec3(40, 40, 10),
                        new Vec3(70, 40, 30),
                        new Vec3(90, 70, 30)));
        out.put("closed", chain(true, new Vec3(0, 0, 0), new Vec3(60, 0, 0), new Vec3(60, 50, 0), new Vec3(0, 50, 0)));
        return out;
    }

    /** By a polyline so fine that its error is below what is asked. */
    private static double length(Way way) {
        double sum = 0;
        for (Leg l : way.legs()) {
            int n = l.curve() instanceof io.tallember.geometry.Line ? 1 : 100_000;
            Vec3 before = l.curve().point(l.range().lo());
            for (int i = 1; i <= n; i++) {
                Vec3 p = l.curve().point(l.range().at(i / (double) n));
                sum += p.distance(before);
                before = p;
            }
        }
        return sum;
    }

    private static Frame across(Way way) {
        Leg l = way.legs().get(0);
        return Frame.of(l.start(), l.way(l.from()), Vec3.Z);
    }

    private void sweeps() {
        ways().forEach((path, way) -> {
            double length = length(way);
            outlines(across(way))
                    .forEach((name, o) -> cases.put(
                            name + " along " + path,
                            new Case(
                                    () -> Sweep.of(o.profile, way, Manner.SQUARE, "s", "r", TOL),
                                    o.area * length,
                                    2e-8)));
        });
    }

    private void turned() {
        Way way = ways().get("spline");
        double length = length(way);
        Manner upright = new Manner(Manner.Keep.UPRIGHT, Vec3.Z, 0);
        Manner twisted = new Manner(Manner.Keep.SQUARE, null, 1.2);
        outlines(across(way)).forEach((name, o) -> {
            cases.put(
                    name + " upright",
                    new Case(() -> Sweep.of(o.profile, way, upright, "s", "r", TOL), o.area * length, 2e-8));
            cases.put(
                    name + " twisted",
                    new Case(() -> Sweep.of(o.profile, way, twisted, "s", "r", TOL), o.area * length, 2e-8));
        });
    }

    private void guided() {
        Way up = Way.of(List.of(Leg.straight(Vec3.ZERO, new Vec3(0, 0, 60), "l1")), TOL);
        Way guide = through(new Vec3(4, 0, 0), new Vec3(6, 0, 20), new Vec3(3, 0, 45), new Vec3(5, 0, 60));
        Way mirrored = through(new Vec3(-4, 0, 0), new Vec3(-6, 0, 20), new Vec3(-3, 0, 45), new Vec3(-5, 0, 60));
        Nurbs g = (Nurbs) guide.legs().get(0).curve();
        double square = 0;
        double plain = 0;
        int n = 40_000;
        for (int i = 0; i < n; i++) {
            double lo = g.lo() + (g.hi() - g.lo()) * i / n;
            double hi = g.lo() + (g.hi() - g.lo()) * (i + 1) / n;
            double w = g.point(hi).z() - g.point(lo).z();
            double x = g.point(0.5 * (lo + hi)).x() / 4;
            square += w * x * x;
            plain += w * x;
        }
        double sums = square;
        double sum = plain;
        Manner one = new Manner(Manner.Keep.SQUARE, null, 0, List.of(guide), Manner.Lead.SCALE);
        Manner two = new Manner(Manner.Keep.SQUARE, null, 0, List.of(mirrored, guide), Manner.Lead.STRETCH);
        outlines(Frame.of(Vec3.ZERO, Vec3.Z, Vec3.X)).forEach((name, o) -> {
            cases.put(
                    name + " led by one",
                    new Case(() -> Sweep.of(o.profile, up, one, "s", "r", TOL), o.area * sums, 1e-6));
            cases.put(
                    name + " led by two",
                    new Case(() -> Sweep.of(o.profile, up, two, "s", "r", TOL), o.area * sum, 1e-6));
        });
        // in the plane of the arc; what is swept at each angle is the area times its middle's way
        Way bend = arc(30, 2);
        Vec3[] p = new Vec3[5];
        double[] far = {34, 35, 33, 36, 34};
        for (int i = 0; i < 5; i++) {
            p[i] = new Vec3(far[i] * Math.cos(0.5 * i), far[i] * Math.sin(0.5 * i), 0);
        }
        Way outer = through(p);
        Nurbs k = (Nurbs) outer.legs().get(0).curve();
        double turned = 0;
        for (int i = 0; i < n; i++) {
            Vec3 a = k.point(k.lo() + (k.hi() - k.lo()) * i / n);
            Vec3 m = k.point(k.lo() + (k.hi() - k.lo()) * (i + 0.5) / n);
            Vec3 b = k.point(k.lo() + (k.hi() - k.lo()) * (i + 1) / n);
            double scale = (Math.hypot(m.x(), m.y()) - 30) / 4;
            turned += 30 * Math.atan2(a.cross(b).z(), a.dot(b)) * scale * scale;
        }
        double along = turned;
        Manner led = new Manner(Manner.Keep.SQUARE, null, 0, List.of(outer), Manner.Lead.SCALE);
        outlines(Frame.of(new Vec3(30, 0, 0), Vec3.Y, Vec3.X))
                .forEach((name, o) -> cases.put(
                        name + " led round an arc",
                        new Case(() -> Sweep.of(o.profile, bend, led, "s", "r", TOL), o.area * along, 1e-6)));
    }

    private static Frame level(double z) {
        return Frame.WORLD.movedAlongZ(z);
    }

    private static Loft.Section at(Profile p) {
        return new Loft.Section(p, null, 0);
    }

    private void loft(String name, Loft.Run run, boolean closed, Way[] guides, Loft.Section... all) {
        Loft.Shape shape = new Loft.Shape(run, 0, 0, closed, List.of(guides));
        cases.put("loft " + name + ", " + run, new Case(() -> Loft.of(List.of(all), shape, "s", "r", TOL), 0, 2e-4));
    }

    private static Loft.Section round(Frame f, double r) {
        return at(new Profile(f, Shapes.circle(0, 0, r, true), List.of(), "r"));
    }

    private static Loft.Section box(Frame f, double a, double b) {
        return at(polygon(f, -a, -b, a, -b, a, b, -a, b));
    }

    private static Frame tilted(double z, double by) {
        return Frame.of(new Vec3(8 * by, 0, z), new Vec3(by, 0.3 * by, 1), Vec3.X);
    }

    private void lofts() {
        Way[] none = {};
        for (Loft.Run run : Loft.Run.values()) {
            loft("two rounds", run, false, none, round(level(0), 5), round(level(20), 8));
            loft("round to square", run, false, none, round(level(0), 5), box(level(20), 6, 4));
            loft("tilted", run, false, none, round(level(0), 6), box(tilted(25, 0.3), 5, 5), round(tilted(50, 0.6), 6));
            Loft.Section[] seven = new Loft.Section[7];
            for (int i = 0; i < 7; i++) {
                seven[i] = i % 2 == 0 ? round(level(15 * i), 6 + i) : box(level(15 * i), 7, 5 + 0.5 * i);
            }
            loft("seven unlike", run, false, none, seven);
        }
        Loft.Section tip = new Loft.Section(null, new Vec3(0, 0, 30), 0);
        loft("to a point", Loft.Run.STRAIGHT, false, none, box(level(0), 6, 6), tip);
        loft("round to a point", Loft.Run.SMOOTH, false, none, round(level(0), 6), round(level(15), 5), tip);
        Loft.Section[] ring = new Loft.Section[6];
        for (int i = 0; i < 6; i++) {
            double a = i * Math.PI / 3;
            Vec3 out = new Vec3(Math.cos(a), Math.sin(a), 0);
            Frame f = Frame.of(out.times(40), Vec3.Z.cross(out), out);
            ring[i] = i % 2 == 0 ? round(f, 7) : box(f, 6, 6);
        }
        loft("closed", Loft.Run.SMOOTH, true, none, ring);
        loft("closed", Loft.Run.MIDDLE, true, none, ring);
        Way right = through(new Vec3(6, 0, 0), new Vec3(9, 0, 20), new Vec3(5, 0, 40));
        Way left = through(new Vec3(-6, 0, 0), new Vec3(-7, 0, 20), new Vec3(-5, 0, 40));
        Way back = through(new Vec3(0, 6, 0), new Vec3(0, 8, 20), new Vec3(0, 5, 40));
        for (Loft.Run run : List.of(Loft.Run.SMOOTH, Loft.Run.MIDDLE)) {
            loft("led by one", run, false, new Way[] {right}, round(level(0), 6), round(level(40), 5));
            loft("led by two", run, false, new Way[] {right, left}, round(level(0), 6), round(level(40), 5));
        }
    }

    /** All of them by name. */
    static Map<String, Supplier<Body>> bodies() {
        SweepTableTest t = new SweepTableTest();
        t.all();
        Map<String, Supplier<Body>> out = new LinkedHashMap<>();
        t.cases.forEach((name, c) -> out.put(name, c.body));
        return out;
    }

    private void all() {
        sweeps();
        turned();
        guided();
        lofts();
    }

    @Test
    void eightyCases() {
        all();
        assertThat(cases).hasSize(80);
        List<String> refused = new ArrayList<>();
        cases.forEach((name, c) -> {
            Body b;
            try {
                b = c.body.get();
            } catch (GeometryException e) {
                assertThat(e.getMessage()).as(name).contains("near");
                refused.add(name + ": " + e.getMessage());
                return;
            }
            Shapes.assertSound(List.of(b));
            double v = MassProperties.of(b).volume();
            if (c.volume > 0) {
                assertThat(v).as(name).isCloseTo(c.volume, within(c.within * c.volume));
            } else {
                // a mesh's error falls with the square of its angles: what two of them go to
                double coarse = Shapes.watertight(b, new MeshQuality(0.05, Math.toRadians(6)));
                double fine = Shapes.watertight(b, new MeshQuality(0.0125, Math.toRadians(3)));
                assertThat(fine + (fine - coarse) / 3).as(name).isCloseTo(v, within(c.within * v));
            }
        });
        assertThat(refused).hasSizeLessThanOrEqualTo(cases.size() / 20);
    }
}
