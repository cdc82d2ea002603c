package io.tallember.solid;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Highest;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.WeakHashMap;

/**
 * How far a body reaches, to about 1e-7 mm: what is shown as its size, and what goes through all of it. The boxes of faces and edges
 * that the kernel works with are wider, for safety.
 */
public final class Extents {
    private static final int ALONG = 12;
    private static final int SECTIONS = 40;
    /** Places of a free face from which is gone uphill: as many each way at least, and at most. */
    private static final int FEWEST = 24;

    private static final int MOST = 400;
    private static final int STEPS = 60;
    /** From so many of the highest places that none beside them is higher than. */
    private static final int TRIED = 12;
    /** What reaches less far beyond what is known, in mm, isn't looked into. */
    private static final double LEAST = 1e-8;

    private static final Map<Body, Box3> KNOWN = Collections.synchronizedMap(new WeakHashMap<>());

    private final Vec3 direction;
    private Vec3 farthest;

    private Extents(Vec3 direction) {
        this.direction = direction;
    }

    /** Along the axes. Bodies don't change, so the result is kept. */
    public static Box3 of(Body body) {
        Box3 known = KNOWN.get(body);
        if (known == null) {
            Interval x = along(body, Vec3.X);
            Interval y = along(body, Vec3.Y);
            Interval z = along(body, Vec3.Z);
            known = Box3.of(new Vec3(x.lo(), y.lo(), z.lo()), new Vec3(x.hi(), y.hi(), z.hi()));
            KNOWN.put(body, known);
        }
        return known;
    }

    /** From where to where a body reaches along a direction of unit length, in mm from the origin. */
    public static Interval along(Body body, Vec3 direction) {
        return new Interval(-new Extents(direction.negated()).far(body), new Extents(direction).far(body));
    }

    private double far(Body body) {
        body.vertices().forEach(v -> take(v.point()));
        body.edges().forEach(this::edge);
        body.faces().forEach(this::face);
        return far(farthest);
    }

    private double far(Vec3 p) {
        return p.dot(direction);
    }

    private void take(Vec3 p) {
        farthest = farthest == null || far(p) > far(farthest) ? p : farthest;
    }

    private void edge(Edge e) {
        if (e.curve() instanceof Line) {
            return;
        }
        double[] breaks = e.curve().breaks(e.range());
        for (int i = 0; i + 1 < breaks.length; i++) {
            Interval piece = new Interval(breaks[i], breaks[i + 1]);
            take(e.curve().point(Highest.of(t -> far(e.curve().point(t)), piece, ALONG, SECTIONS)));
        }
    }

    private void face(Face f) {
        Surface s = f.surface();
        boolean ruled = s instanceof Plane || s instanceof Cylinder || s instanceof Cone || s instanceof Extrusion;
        if (ruled) {
            return; // no place inside reaches farther than all of its boundary
        }
        if (s instanceof Sphere ball) {
            inside(f, ball.centre().plus(ball.radius(), direction));
            return;
        }
        double[] d = f.loops().isEmpty()
                ? new double[] {0, s.uPeriod(), 0, s.vPeriod()}
                : SurfaceRegion.spanned(s, f.loops().stream().map(Loop::coedges).toList());
        Interval u = new Interval(d[0], d[1]);
        Interval v = new Interval(d[2], d[3]);
        double[] us = places(s.uBreaks(u));
        double[] vs = places(s.vBreaks(v));
        double[][] high = new double[us.length][vs.length];
        for (int i = 0; i < us.length; i++) {
            for (int k = 0; k < vs.length; k++) {
                high[i][k] = far(s.point(us[i], vs[k]));
            }
        }
        List<double[]> tops = new ArrayList<>();
        for (int i = 0; i < us.length; i++) {
            for (int k = 0; k < vs.length; k++) {
                if (top(high, i, k)) {
                    tops.add(new double[] {us[i], vs[k], high[i][k]});
                }
            }
        }
        tops.sort(Comparator.comparingDouble(t -> -t[2]));
        for (double[] t : tops.subList(0, Math.min(TRIED, tops.size()))) {
            inside(f, highest(s, t, u, v, u.length() / us.length, v.length() / vs.length));
        }
    }

    /** Whether no neighbour in a grid is higher; of equal ones the first counts. */
    private static boolean top(double[][] high, int i, int k) {
        for (int a = Math.max(0, i - 1); a <= Math.min(high.length - 1, i + 1); a++) {
            for (int b = Math.max(0, k - 1); b <= Math.min(high[a].length - 1, k + 1); b++) {
                boolean before = a < i || a == i && b < k;
                if (high[a][b] > high[i][k] || before && high[a][b] == high[i][k]) {
                    return false;
                }
            }
        }
        return true;
    }

    /** Takes a place of a face's surface that reaches farther than what is known, when the face is there. */
    private void inside(Face f, Vec3 p) {
        boolean farther = farthest == null || far(p) > far(farthest) + LEAST;
        if (farther
                && (f.loops().isEmpty() || f.region().locate(p, Tolerance.DEFAULT) != SurfaceRegion.Place.OUTSIDE)) {
            take(p);
        }
    }

    /** The breaks, and places between them where they are few. */
    private static double[] places(double[] breaks) {
        int pieces = breaks.length - 1;
        int each = Math.max(1, Math.min((FEWEST + pieces - 1) / pieces, MOST / pieces));
        double[] out = new double[pieces * each + 1];
        for (int i = 0; i < out.length; i++) {
            int k = Math.min(i / each, pieces - 1);
            out[i] = breaks[k] + (breaks[k + 1] - breaks[k]) * (i - k * each) / each;
        }
        return out;
    }

    /** Uphill from a place, by steps that are halved where they lead no farther. */
    private Vec3 highest(Surface s, double[] from, Interval u, Interval v, double stepU, double stepV) {
        double[] at = {from[0], from[1]};
        double hu = stepU;
        double hv = stepV;
        Vec3 best = s.point(at[0], at[1]);
        for (int i = 0; i < STEPS; i++) {
            Vec3 before = best;
            for (double[] step : new double[][] {{hu, 0}, {-hu, 0}, {0, hv}, {0, -hv}}) {
                double x = u.clamp(at[0] + step[0]);
                double y = v.clamp(at[1] + step[1]);
                Vec3 p = s.point(x, y);
                if (far(p) > far(best)) {
                    best = p;
                    at[0] = x;
                    at[1] = y;
                }
            }
            if (best == before) {
                hu *= 0.5;
                hv *= 0.5;
            }
        }
        return best;
    }
}
