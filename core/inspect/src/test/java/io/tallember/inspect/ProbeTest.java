package io.tallember.inspect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Primitive;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Balls and rays against closed forms. */
class ProbeTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final Frame TILTED = Frame.of(new Vec3(3, -2, 1), new Vec3(0.3, 0.5, 1).unit());

    /** The place of a body nearest to a point, whichever face it is on. */
    private static Probe.Place at(Probe p, Vec3 near) {
        Probe.Place best = null;
        for (int f = 0; f < p.faces().size(); f++) {
            Vec3 q = new Thing.OfFace(p.faces().get(f)).nearest(near);
            if (best == null || q.distance(near) < best.at().distance(near)) {
                best = p.place(f, q);
            }
        }
        return best;
    }

    private static void thick(Probe p, Vec3 near, double expected, double off) {
        assertThat(p.inside(at(p, near)).mm()).isCloseTo(expected, within(off));
    }

    @Test
    void slabsAndRods() {
        Probe slab = new Probe(List.of(Primitive.box(TILTED, 20, 15, 3, "s1", TOL)));
        thick(slab, TILTED.point(7, 4, 3), 3, 1e-9);
        thick(slab, TILTED.point(0.01, 0.01, 0), 3, 1e-9);
        thick(slab, TILTED.point(0, 7, 1), 20, 1e-9);
        Probe rod = new Probe(List.of(Primitive.cylinder(TILTED, 4, 30, "s1", TOL)));
        thick(rod, TILTED.point(4, 1, 12), 8, 0.01);
        thick(rod, TILTED.point(1, 1, 30), 30, 1e-9);
        Probe ball = new Probe(List.of(Primitive.sphere(TILTED, 5, "s1", TOL)));
        thick(ball, TILTED.point(3, 9, 2), 10, 0.01);
    }

    @Test
    void wallsOfTubesBallsAndRings() {
        Body tube = Fuse.subtract(
                        List.of(Primitive.cylinder(TILTED, 10, 20, "s1", TOL)),
                        List.of(Primitive.cylinder(TILTED.movedAlongZ(-1), 8, 22, "s2", TOL)),
                        TOL)
                .get(0);
        Probe p = new Probe(List.of(tube));
        for (double z : new double[] {0.5, 7.3, 19.9}) {
            thick(p, TILTED.point(10, 2, z), 2, 1e-6);
            thick(p, TILTED.point(5, 6, z), 2, 1e-6);
            assertThat(p.outside(at(p, TILTED.point(5, 6, z)), 100).mm()).isCloseTo(16, within(0.01));
        }
        Body hollow = Fuse.subtract(
                        List.of(Primitive.sphere(TILTED, 9, "s1", TOL)),
                        List.of(Primitive.sphere(TILTED, 7.5, "s2", TOL)),
                        TOL)
                .get(0);
        Probe q = new Probe(List.of(hollow));
        thick(q, TILTED.point(4, 20, 5), 1.5, 1e-6);
        thick(q, TILTED.point(1, 2, 3), 1.5, 1e-6);
        Probe ring = new Probe(List.of(Primitive.torus(TILTED, 12, 3, "s1", TOL)));
        thick(ring, TILTED.point(20, 0, 1), 6, 0.01);
        assertThat(ring.outside(at(ring, TILTED.point(8.9, 0, 0)), 100).mm()).isCloseTo(18, within(0.02));
    }

    /** In a wedge a ball that touches one side far enough from its edge touches the other; leaning sides are no obstacle. */
    @Test
    void wedgesAndLeaningSides() {
        double lean = Math.toRadians(30);
        Body wedge = Extrude.of(
                new Profile(Frame.WORLD, polygon(0, 0, 40, 0, 40, 40 * Math.tan(lean)), List.of(), "r"),
                0,
                30,
                "s1",
                "r",
                TOL);
        Probe p = new Probe(List.of(wedge));
        for (double x : new double[] {1, 5, 15}) {
            thick(p, new Vec3(x, 0, 15), 2 * x * Math.tan(lean / 2), 1e-6);
            Probe.Reach r = p.ray(new Vec3(x, 0, 15), Vec3.Y);
            assertThat(r.mm()).isCloseTo(x * Math.tan(lean), within(1e-9));
        }
    }

    private static List<Profile.Edge> polygon(double... xy) {
        ArrayList<Profile.Edge> out = new ArrayList<>();
        int n = xy.length / 2;
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            Vec3 a = new Vec3(xy[2 * i], xy[2 * i + 1], 0);
            Vec3 b = new Vec3(xy[2 * j], xy[2 * j + 1], 0);
            out.add(new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, "c" + i));
        }
        return out;
    }

    @Test
    void raysHitExactly() {
        Probe p = new Probe(List.of(Primitive.sphere(TILTED, 5, "s1", TOL)));
        Vec3 from = TILTED.point(-20, 1, 2);
        assertThat(p.ray(from, TILTED.x()).mm()).isCloseTo(20 - Math.sqrt(20), within(1e-9));
        assertThat(p.ray(from, TILTED.x().negated()).to()).isNull();
    }
}
