package io.tallember.solid.mesh;

import io.tallember.geometry.Surface;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Face;
import io.tallember.solid.RingTurn;
import io.tallember.solid.UvLoop;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/**
 * A face of a ring or of another surface closed both ways. Where two loops wind round it, they become the inner and outer circle of a flat annulus; a whole ring, with or
 * without holes, is cut open along a circle that misses them; any other face is unrolled.
 */
final class RingMap implements Flat {
    /** A mesh that bends both ways is off by the sum of what it is off along each. */
    static final double FINER = 1.45;

    private final Surface surface;
    private final double major;
    private final double minor;
    private final double stepU;
    private final double stepV;
    private final RingTurn turn;

    private final double spacing;
    private final Map<Vec3, Vec2> known = new IdentityHashMap<>();
    private final boolean annulus;
    private final boolean cut;
    /** Middle of the parameters covered; those of a point are taken within half a turn of it. */
    private final Vec2 middle;

    private final double low;
    private final double high;

    RingMap(Face face, Surface surface, MeshQuality quality) {
        this.surface = surface;
        // triangles between a net and the boundary may be as long as two of its meshes
        double finer = face.loops().isEmpty() ? FINER : 2;
        if (surface instanceof Torus t) {
            major = t.major();
            minor = t.minor();
            stepU = quality.step(major + minor) / finer;
            stepV = quality.step(minor) / finer;
            double inner = t.spindle() ? major : major - minor;
            spacing = Math.min(stepU * inner, stepV * minor);
        } else {
            Bends bends = Bends.over(surface, new double[] {0, 2 * Math.PI, 0, 2 * Math.PI});
            major = bends.meanU();
            minor = bends.meanV();
            stepU = bends.stepU(quality) / finer;
            stepV = bends.stepV(quality) / finer;
            spacing = Math.min(stepU * bends.leastU(), stepV * bends.leastV());
        }
        List<UvLoop> loops =
                face.loops().stream().map(l -> UvLoop.of(surface, l.coedges())).toList();
        boolean winds = loops.stream().anyMatch(UvLoop::windsRound);
        boolean outer = loops.stream().anyMatch(l -> !l.windsRound() && l.area() > 0 == face.sense());
        if (winds) {
            turn = RingTurn.of(loops);
            annulus = true;
            cut = false;
            double[] span = between(loops, face.sense());
            low = span[0];
            high = span[1];
            middle = new Vec2(0, 0.5 * (low + high));
        } else if (outer) {
            turn = new RingTurn(false, 0);
            annulus = false;
            cut = false;
            low = 0;
            high = 0;
            UvLoop rim = loops.stream()
                    .filter(l -> l.area() > 0 == face.sense())
                    .findFirst()
                    .orElseThrow();
            double[] u = rim.points().stream().mapToDouble(Vec2::x).sorted().toArray();
            double[] v = rim.points().stream().mapToDouble(Vec2::y).sorted().toArray();
            middle = new Vec2(0.5 * (u[0] + u[u.length - 1]), 0.5 * (v[0] + v[v.length - 1]));
        } else {
            annulus = true;
            cut = true;
            double freeU = free(loops, false);
            double freeV = Double.isNaN(freeU) ? free(loops, true) : 0;
            turn = new RingTurn(!Double.isNaN(freeU) || Double.isNaN(freeV), 0);
            low = Double.isNaN(freeU) ? (Double.isNaN(freeV) ? 0 : freeV) : freeU;
            high = low + 2 * Math.PI;
            middle = new Vec2(0, low + Math.PI);
        }
    }

    /** The triangles of a whole ring: a net that closes both ways. */
    static FaceMesh whole(Face face, MeshQuality quality) {
        RingMap map = new RingMap(face, face.surface(), quality);
        int across = (int) Math.ceil(2 * Math.PI / map.stepU);
        int along = (int) Math.ceil(2 * Math.PI / map.stepV);
        List<Vec3> points = new ArrayList<>();
        int[] t = new int[6 * across * along];
        int n = 0;
        for (int i = 0; i < across; i++) {
            for (int k = 0; k < along; k++) {
                points.add(face.surface().point(2 * Math.PI * i / across, 2 * Math.PI * k / along));
                int here = i * along + k;
                int over = i * along + (k + 1) % along;
                int next = (i + 1) % across * along + k;
                int both = (i + 1) % across * along + (k + 1) % along;
                for (int p : new int[] {here, next, both, here, both, over}) {
                    t[n++] = p;
                }
            }
        }
        Tessellator.orient(t, points, face);
        return Tessellator.assembled(face, points, t);
    }

    /** Where the region between two loops that wind round begins and ends, in the parameter across them. */
    private double[] between(List<UvLoop> loops, boolean sense) {
        UvLoop lower = null;
        UvLoop upper = null;
        for (UvLoop l : loops) {
            UvLoop k = turn.apply(l);
            if (k.winding() == 0) {
                continue;
            }
            if (turn.rises(k, sense)) {
                lower = k;
            } else {
                upper = k;
            }
        }
        double lo = lower.points().stream().mapToDouble(Vec2::y).min().orElse(0);
        double hi = upper.points().stream().mapToDouble(Vec2::y).max().orElse(0) + RingTurn.lift(lower, upper);
        return new double[] {lo, hi};
    }

    /** A parameter in the middle of the widest gap that no loop covers, or not a number. */
    private static double free(List<UvLoop> loops, boolean v) {
        int n = 360;
        boolean[] taken = new boolean[n];
        for (UvLoop l : loops) {
            double lo = l.points().stream()
                    .mapToDouble(p -> v ? p.y() : p.x())
                    .min()
                    .orElse(0);
            double hi = l.points().stream()
                    .mapToDouble(p -> v ? p.y() : p.x())
                    .max()
                    .orElse(0);
            for (int i = (int) Math.floor(lo * n / (2 * Math.PI)); i <= Math.ceil(hi * n / (2 * Math.PI)); i++) {
                taken[Math.floorMod(i, n)] = true;
            }
        }
        int best = -1;
        int longest = 0;
        int run = 0;
        for (int i = 0; i < 2 * n; i++) {
            run = taken[i % n] ? 0 : run + 1;
            if (run > longest && run <= n) {
                longest = run;
                best = i - run / 2;
            }
        }
        return best < 0 ? Double.NaN : 2 * Math.PI * (best % n) / n;
    }

    @Override
    public Corner corner(Vec3 p, int point) {
        if (!annulus) {
            Vec2 q = UvLoop.near(parameters(p), middle, 2 * Math.PI, 2 * Math.PI);
            double scale = 1 / (major + minor);
            return new Corner((q.x() - middle.x()) * major * scale, (q.y() - middle.y()) * minor * scale, point);
        }
        Vec2 q = UvLoop.near(turn.apply(parameters(p)), middle, 0, 2 * Math.PI);
        return polar(q.x(), q.y(), point);
    }

    private double ratio() {
        return turn.exchanged() ? major / minor : minor / major;
    }

    private double reach() {
        return 1 / (1 + (high - low) * ratio());
    }

    private Corner polar(double along, double across, int point) {
        double r = (1 + (across - low) * ratio()) * reach();
        return new Corner(r * Math.cos(along), r * Math.sin(along), point);
    }

    @Override
    public List<List<Corner>> seams(List<Vec3> points) {
        if (!cut) {
            return List.of();
        }
        List<Corner> inner = new ArrayList<>();
        List<Corner> outer = new ArrayList<>();
        int n = (int) Math.ceil(2 * Math.PI / (turn.exchanged() ? stepV : stepU));
        for (int i = 0; i < n; i++) {
            double along = 2 * Math.PI * i / n;
            inner.add(polar(along, low, points.size()));
            outer.add(polar(along, high, points.size()));
            points.add(at(along, low));
        }
        return List.of(inner, outer);
    }

    @Override
    public Vec2 known(Vec3 p) {
        return known.get(p);
    }

    private Vec2 parameters(Vec3 p) {
        Vec2 uv = known.get(p);
        return uv == null ? surface.project(p) : uv;
    }

    @Override
    public List<Net> nets() {
        double stepAlong = turn.exchanged() ? stepV : stepU;
        double stepAcross = turn.exchanged() ? stepU : stepV;
        double lo = annulus ? low : middle.y() - Math.PI;
        double hi = annulus ? high : middle.y() + Math.PI;
        double[] alongs = along(middle.x() - Math.PI, middle.x() + Math.PI, stepAlong);
        double[] acrosses = along(lo, hi, stepAcross);
        Vec3[][] net = new Vec3[acrosses.length][alongs.length];
        for (int i = 0; i < acrosses.length; i++) {
            for (int k = 0; k < alongs.length; k++) {
                net[i][k] = at(alongs[k], acrosses[i]);
                known.put(net[i][k], turn.back(alongs[k], acrosses[i]));
            }
        }
        return List.of(new Net(net, annulus));
    }

    private Vec3 at(double along, double across) {
        Vec2 uv = turn.back(along, across);
        return surface.point(uv.x(), uv.y());
    }

    private static double[] along(double lo, double hi, double step) {
        int n = Math.max(1, (int) Math.ceil((hi - lo) / step));
        double[] out = new double[n];
        for (int i = 0; i < n; i++) {
            out[i] = lo + (hi - lo) * (i + 0.5) / n;
        }
        return out;
    }

    @Override
    public double spacing() {
        return spacing;
    }
}
