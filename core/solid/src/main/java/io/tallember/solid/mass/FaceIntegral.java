package io.tallember.solid.mass;

import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GaussLegendre;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Region;
import io.tallember.solid.UvLoop;
import java.util.List;

/**
 * The integrals of one face: flux of the place, area, flux of the squares. Each is a line integral along the loops in the
 * parameters (Green), of the integral across from a fixed parameter.
 *
 * <p>Spheres are written anew with poles far from the boundary; a pole inside adds the whole sphere. On a ring whose loops run
 * round the tube the parameters change places; where every loop is a hole the whole ring is added.
 */
final class FaceIntegral {
    private static final GaussLegendre ALONG = new GaussLegendre(16);
    /** Along a straight edge of a plane the integrands are polynomials of at most the fourth degree. */
    private static final GaussLegendre STRAIGHT = new GaussLegendre(4);
    /** A chain's segment turns by a fifth of a radian at most. */
    private static final GaussLegendre SEGMENT = new GaussLegendre(8);

    private static final GaussLegendre RULED = new GaussLegendre(4);
    /** Trigonometric polynomials of the fourth degree over a right angle. */
    private static final GaussLegendre ROUND = new GaussLegendre(10);
    /** How many numbers {@link #of} gives. */
    static final int SUMS = 11;

    private static final double PANEL = Math.PI / 2;

    private final Face face;
    private final Surface s;
    private final Vec3 ref;
    private final double[] sum;
    private final boolean exchanged;
    private final double from;

    private FaceIntegral(Face face, Surface s, Vec3 ref, double[] sum, boolean exchanged, double from) {
        this.face = face;
        this.s = s;
        this.ref = ref;
        this.sum = sum;
        this.exchanged = exchanged;
        this.from = from;
    }

    /**
     * A face's integrals: a third of the flux of q, the area, half the flux of the squares of q's coordinates, the flux of each
     * coordinate by itself, and the vector area; q is the place less {@code ref}.
     */
    static double[] of(Face f, Vec3 ref) {
        double[] sum = new double[SUMS];
        if (f.surface() instanceof Sphere sphere) {
            Sphere turned = turned(sphere, f);
            Vec3 pole = turned.point(0, Math.PI / 2);
            if (f.loops().isEmpty() || holds(f, pole)) {
                double v = 4.0 / 3 * Math.PI * Math.pow(turned.radius(), 3);
                addWhole(f, v, 4 * Math.PI * turned.radius() * turned.radius(), turned.centre(), ref, sum);
            }
            new FaceIntegral(f, turned, ref, sum, false, -Math.PI / 2).loops(0);
        } else if (f.surface() instanceof Torus t) {
            addRing(f, t, ref, sum);
        } else {
            double from = f.surface() instanceof Cone c
                    ? c.apexHeight()
                    : f.surface().project(f.bounds().centre()).y();
            new FaceIntegral(f, f.surface(), ref, sum, false, from).loops(0);
        }
        return sum;
    }

    private static boolean holds(Face f, Vec3 p) {
        return f.region().locate(p, io.tallember.geometry.Tolerance.DEFAULT) == Region.Place.INSIDE;
    }

    private static void addWhole(Face f, double volume, double area, Vec3 centre, Vec3 ref, double[] sum) {
        double v = f.sense() ? volume : -volume;
        Vec3 c = centre.minus(ref);
        sum[0] += v;
        sum[1] += area;
        sum[2] += v * c.x();
        sum[3] += v * c.y();
        sum[4] += v * c.z();
        sum[5] += v;
        sum[6] += v;
        sum[7] += v;
    }

    private static void addRing(Face f, Torus t, Vec3 ref, double[] sum) {
        List<UvLoop> uv =
                f.loops().stream().map(l -> UvLoop.of(t, l.coedges())).toList();
        boolean byTube = uv.stream().anyMatch(l -> l.windingV() != 0);
        boolean around = uv.stream().anyMatch(l -> l.winding() != 0);
        boolean outer = uv.stream().anyMatch(l -> !l.windsRound() && l.area() > 0 == f.sense());
        if (!byTube && !around && !outer) {
            double volume = 2 * Math.PI * Math.PI * t.major() * t.minor() * t.minor();
            addWhole(f, volume, 4 * Math.PI * Math.PI * t.major() * t.minor(), t.frame().origin(), ref, sum);
        }
        double from = uv.isEmpty()
                ? 0
                : byTube ? uv.get(0).points().get(0).x() : uv.get(0).points().get(0).y();
        FaceIntegral whole = new FaceIntegral(f, t, ref, sum, byTube, from);
        // of a pair that winds round, the one with the region below it is lifted above the other
        UvLoop lower = null;
        for (UvLoop l : uv) {
            UvLoop k = byTube ? l.exchanged() : l;
            if (k.winding() != 0 && (f.sense() == (byTube ? k.winding() < 0 : k.winding() > 0))) {
                lower = k;
            }
        }
        for (int i = 0; i < uv.size(); i++) {
            UvLoop k = byTube ? uv.get(i).exchanged() : uv.get(i);
            double lift = 0;
            if (lower != null && k.winding() != 0 && k != lower && !k.equals(lower)) {
                double u = lower.points().get(0).x();
                double gap = k.heightAt(u, 2 * Math.PI) - lower.heightAt(u, 2 * Math.PI);
                lift = -2 * Math.PI * Math.floor(gap / (2 * Math.PI));
            }
            whole.loop(f.loops().get(i), k.points().get(0).y() + lift);
        }
    }

    /** The sphere with its poles as far from the face's boundary as one of many directions allows. */
    private static Sphere turned(Sphere s, Face f) {
        List<Vec3> rim = f.coedges().stream()
                .flatMap(c -> java.util.stream.IntStream.rangeClosed(0, 8)
                        .mapToObj(i -> c.pointAt(i / 8.0).minus(s.centre()).unit()))
                .toList();
        Vec3 best = s.frame().z();
        double bestGap = -1;
        for (int x = -1; x <= 1; x++) {
            for (int y = -1; y <= 1; y++) {
                for (int z = 0; z <= 1; z++) {
                    if (x == 0 && y == 0 && z == 0) {
                        continue;
                    }
                    Vec3 d = new Vec3(x + 0.03 * y, y + 0.05 * z, z + 0.02 * x).unit();
                    double gap = rim.stream()
                            .mapToDouble(p -> 1 - Math.abs(p.dot(d)))
                            .min()
                            .orElse(1);
                    if (gap > bestGap) {
                        bestGap = gap;
                        best = d;
                    }
                }
            }
        }
        return new Sphere(Frame.of(s.centre(), best), s.radius());
    }

    private void loops(double start) {
        for (Loop l : face.loops()) {
            loop(l, start);
        }
    }

    /** One loop; on a ring the parameter across is unwrapped along it, from {@code start}. */
    private void loop(Loop loop, double start) {
        double across = start;
        double side = face.sense() == exchanged ? 1 : -1;
        boolean flat = s instanceof Plane;
        int finer = s instanceof Sphere ? 4 : s instanceof Plane ? 1 : 2;
        for (Coedge c : loop.coedges()) {
            Curve curve = c.curve();
            boolean straight = curve instanceof Line;
            boolean chain = curve instanceof IntersectionCurve;
            GaussLegendre along = straight && flat ? STRAIGHT : chain ? SEGMENT : ALONG;
            double[] breaks = curve.breaks(c.range());
            int each = straight || chain ? 1 : finer;
            int parts = (breaks.length - 1) * each;
            for (int k = 0; k < parts; k++) {
                int part = c.forward() ? k : parts - 1 - k;
                double b0 = breaks[part / each];
                double b1 = breaks[part / each + 1];
                double lo = b0 + (b1 - b0) * (part % each) / each;
                double hi = b0 + (b1 - b0) * (part % each + 1) / each;
                for (int i = 0; i < along.size(); i++) {
                    int node = c.forward() ? along.size() - 1 - i : i;
                    double t = along.node(node, lo, hi);
                    Vec2 uv = s.project(curve.point(t));
                    if (s instanceof Torus) {
                        across = unwrapped(exchanged ? uv.x() : uv.y(), across);
                    } else {
                        across = uv.y();
                    }
                    Vec3 d = exchanged ? s.dv(uv.x(), uv.y()) : s.du(uv.x(), uv.y());
                    double rate = c.travel(t).dot(d) / d.dot(d);
                    double w = side * along.weight(node, lo, hi) * rate;
                    if (w != 0) {
                        column(exchanged ? uv.y() : uv.x(), across, w);
                    }
                }
            }
        }
    }

    private static double unwrapped(double x, double near) {
        return x - 2 * Math.PI * Math.rint((x - near) / (2 * Math.PI));
    }

    /** Adds w times the integrals across, from the fixed parameter to {@code to}. */
    private void column(double at, double to, double w) {
        boolean ruled = !(s instanceof Sphere) && !(s instanceof Torus);
        GaussLegendre nodes = ruled ? RULED : ROUND;
        int panels = ruled ? 1 : Math.max(1, (int) Math.ceil(Math.abs(to - from) / PANEL));
        for (int p = 0; p < panels; p++) {
            double lo = from + (to - from) * p / panels;
            double hi = from + (to - from) * (p + 1) / panels;
            for (int j = 0; j < nodes.size(); j++) {
                double x = nodes.node(j, lo, hi);
                double u = exchanged ? x : at;
                double v = exchanged ? at : x;
                Vec3 normal = s.du(u, v).cross(s.dv(u, v));
                double wj = w * nodes.weight(j, lo, hi);
                Vec3 q = s.point(u, v).minus(ref);
                double sign = face.sense() ? wj : -wj;
                sum[0] += sign * q.dot(normal) / 3;
                sum[1] += wj * normal.length();
                sum[2] += sign * 0.5 * q.x() * q.x() * normal.x();
                sum[3] += sign * 0.5 * q.y() * q.y() * normal.y();
                sum[4] += sign * 0.5 * q.z() * q.z() * normal.z();
                sum[5] += sign * q.x() * normal.x();
                sum[6] += sign * q.y() * normal.y();
                sum[7] += sign * q.z() * normal.z();
                sum[8] += sign * normal.x();
                sum[9] += sign * normal.y();
                sum[10] += sign * normal.z();
            }
        }
    }
}
