package io.tallember.solid.sweep;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Through;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.local.Hollow;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import org.junit.jupiter.api.Test;

/** Sweeps and lofts hollowed from both ends: every wall as thick as asked. */
class FreeShellTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final double WALL = 0.8;

    private static Body hollow(Body b) {
        List<Face> ends = b.faces().stream()
                .filter(f -> !f.origins().get(0).role().equals("side"))
                .toList();
        Body out = Hollow.of(b, ends, f -> WALL, f -> 0, "h", TOL).get(0);
        Shapes.assertSound(List.of(out));
        return out;
    }

    /** How far from the wall asked the places along the edges of the inside are at most. */
    private static double off(Body solid, Body hollow) {
        double most = 0;
        for (Face f : hollow.faces()) {
            if (!f.origins().get(0).step().equals("h")) {
                continue;
            }
            for (Coedge c : f.coedges()) {
                boolean rim = hollow.facesOf(c.edge()).stream()
                        .anyMatch(o -> !o.origins().get(0).step().equals("h"));
                if (rim) {
                    continue; // square to the wall is not in the opening
                }
                for (double at : new double[] {0.1, 0.35, 0.5, 0.8}) {
                    Vec3 p = c.curve().point(c.range().at(at));
                    double wall = solid.faces().stream()
                            .filter(s -> s.origins().get(0).role().equals("side"))
                            .mapToDouble(s -> away(s, p))
                            .min()
                            .orElseThrow();
                    most = Math.max(most, Math.abs(wall - WALL));
                }
            }
        }
        return most;
    }

    /** From a face, square to it; without end where no foot lies in it. */
    private static double away(Face f, Vec3 p) {
        Vec2 uv = f.surface().project(p);
        Vec3 foot = f.surface().point(uv.x(), uv.y());
        return f.region().locate(foot, TOL) == SurfaceRegion.Place.OUTSIDE
                ? Double.POSITIVE_INFINITY
                : foot.distance(p);
    }

    @Test
    void wallsAreAsThickAsAsked() {
        Map<String, Supplier<Body>> all = SweepTableTest.bodies();
        List<String> some = List.of(
                "round along flat spline",
                "square along flat spline",
                "slot along spline",
                "spline along arc",
                "round along coil",
                "square along coil",
                "slot along chain",
                "square twisted",
                "slot led by two",
                "spline led by one",
                "loft two rounds, SMOOTH",
                "loft round to square, SMOOTH",
                "loft seven unlike, SMOOTH",
                "loft led by two, SMOOTH");
        for (String name : some) {
            Body b = all.get(name).get();
            assertThat(off(b, hollow(b))).as(name).isLessThan(name.startsWith("round along") ? 1e-6 : 2e-4);
        }
    }

    /** Where both pairs of sides are cylinders over a curve, the hollow's section is a rectangle at every height. */
    @Test
    void ofARectangleLedByACurve() {
        Body b = SweepTableTest.bodies().get("square led by one").get();
        double volume = MassProperties.of(b).volume();
        Nurbs g = Through.points(
                List.of(new Vec3(4, 0, 0), new Vec3(6, 0, 20), new Vec3(3, 0, 45), new Vec3(5, 0, 60)), null, null);
        double[][] wide = inward(g, 2.5 / 4);
        double[][] deep = inward(g, 2.0 / 4);
        double hollow = 0;
        int n = 100_000;
        for (int i = 0; i < n; i++) {
            double z = 60 * (i + 0.5) / n;
            hollow += 4 * at(wide, z) * at(deep, z) * 60 / n;
        }
        assertThat(MassProperties.of(hollow(b)).volume()).isCloseTo(volume - hollow, within(2e-6));
    }

    /** The curve x times a factor over z at the wall's distance inward, straight on at its ends: x over z. */
    private static double[][] inward(Nurbs g, double times) {
        int n = 100_000;
        double length = g.hi() - g.lo();
        double[][] out = new double[2][n + n / 10 + 1];
        for (int k = 0; k < out[0].length; k++) {
            double t = g.lo() + length * (k - n / 20) / n;
            double in = Math.max(g.lo(), Math.min(g.hi(), t));
            Vec3 d = g.derivative(in);
            Vec3 p = g.point(in).plus(t - in, d);
            double size = Math.hypot(times * d.x(), d.z());
            out[0][k] = times * p.x() - WALL * d.z() / size;
            out[1][k] = p.z() + WALL * times * d.x() / size;
        }
        return out;
    }

    private static double at(double[][] curve, double z) {
        int i = java.util.Arrays.binarySearch(curve[1], z);
        i = i < 0 ? -i - 2 : i;
        double f = (z - curve[1][i]) / (curve[1][i + 1] - curve[1][i]);
        return curve[0][i] * (1 - f) + curve[0][i + 1] * f;
    }
}
