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
 * A face of a ring or of another surface closed both ways, unrolled both ways. Where loops wind round it they run along x. A whole
 * ring with holes is cut along a circle that misses them and laid out between two circles: that needs no second cut, which holes
 * may leave no way for.
 */
final class RingMap implements FlatFace {
    /** A mesh that bends both ways is off by the sum of what it is off along each. */
    static final double FINER = 1.45;

    private static final double ROUND = 2 * Math.PI;

    private final Surface surface;
    private final double major;
    private final double minor;
    private final double stepU;
    private final double stepV;
    private final RingTurn turn;
    private final double spacing;
    private final Map<Vec3, Vec2> known = new IdentityHashMap<>();
    private final boolean cut;
    /** Turned parameters where each loop begins; of a pair that winds round, the upper one lies above the other. */
    private final List<Vec2> begins = new ArrayList<>();
    /** Where the face begins and ends along x and along y, in turned parameters; a whole turn at most. */
    private final double[] span;

    private final double sx;
    private final double sy;

    RingMap(Face face, Surface surface, MeshQuality quality) {
        this.surface = surface;
        // triangles between a net and the boundary may be as long as two of its meshes, and between two circles longer
        List<UvLoop> loops =
                face.loops().stream().map(l -> UvLoop.of(surface, l.coedges())).toList();
        cut = UvLoop.onlyHoles(loops, face.sense());
        double finer = face.loops().isEmpty() ? FINER : cut ? 2.4 : 2;
        if (surface instanceof Torus t) {
            major = t.major();
            minor = t.minor();
            stepU = quality.step(t.major() + t.minor()) / finer;
            stepV = quality.step(t.minor()) / finer;
            double inner = t.spindle() ? t.major() : t.major() - t.minor();
            spacing = Math.min(stepU * inner, stepV * t.minor());
        } else {
            Bends bends = Bends.over(surface, new double[] {0, ROUND, 0, ROUND});
            major = bends.meanU();
            minor = bends.meanV();
            stepU = bends.stepU(quality) / finer;
            stepV = bends.stepV(quality) / finer;
            spacing = Math.min(stepU * bends.leastU(), stepV * bends.leastV());
        }
        boolean winds = loops.stream().anyMatch(UvLoop::windsRound);
        if (winds) {
            turn = RingTurn.of(loops);
            double[] across = between(loops, face.sense());
            span = new double[] {0, ROUND, across[0], across[1]};
        } else if (!cut) {
            turn = new RingTurn(false, 0);
            UvLoop rim = loops.stream()
                    .filter(l -> l.area() > 0 == face.sense())
                    .findFirst()
                    .orElseThrow();
            double[] u = rim.extent(false);
            double[] v = rim.extent(true);
            span = new double[] {u[0], Math.min(u[1], u[0] + ROUND), v[0], Math.min(v[1], v[0] + ROUND)};
        } else {
            double freeU = UvLoop.free(loops, false);
            double freeV = Double.isNaN(freeU) ? UvLoop.free(loops, true) : 0;
            turn = new RingTurn(!Double.isNaN(freeU) || Double.isNaN(freeV), 0);
            double low = Double.isNaN(freeU) ? (Double.isNaN(freeV) ? 0 : freeV) : freeU;
            span = new double[] {0, ROUND, low, low + ROUND};
        }
        loops.forEach(l -> begins.add(turn.apply(l.points().get(0))));
        if (winds) {
            lift(loops, face.sense());
        }
        double fine = Math.min(stepU, stepV) / ROUND;
        sx = fine / (turn.exchanged() ? stepV : stepU);
        sy = fine / (turn.exchanged() ? stepU : stepV);
    }

    /** The triangles of a whole ring: a net that closes both ways. */
    static FaceMesh whole(Face face, MeshQuality quality) {
        RingMap map = new RingMap(face, face.surface(), quality);
        int across = (int) Math.ceil(ROUND / map.stepU);
        int along = (int) Math.ceil(ROUND / map.stepV);
        List<Vec3> points = new ArrayList<>();
        int[] t = new int[6 * across * along];
        int n = 0;
        for (int i = 0; i < across; i++) {
            for (int k = 0; k < along; k++) {
                points.add(face.surface().point(ROUND * i / across, ROUND * k / along));
                int here = i * along + k;
                int over = i * along + (k + 1) % along;
                int next = (i + 1) % across * along + k;
                int both = (i + 1) % across * along + (k + 1) % along;
                for (int p : new int[] {here, next, both, here, both, over}) {
                    t[n++] = p;
                }
            }
        }
        FaceMesher.orient(t, points, face);
        return FaceMesher.assembled(face, points, t);
    }

    /** Where the region between two loops that wind round begins and ends, in the parameter across them. */
    private double[] between(List<UvLoop> loops, boolean sense) {
        UvLoop lower = winding(loops, sense, true);
        UvLoop upper = winding(loops, sense, false);
        return new double[] {lower.extent(true)[0], upper.extent(true)[1] + RingTurn.lift(lower, upper)};
    }

    private void lift(List<UvLoop> loops, boolean sense) {
        double up = RingTurn.lift(winding(loops, sense, true), winding(loops, sense, false));
        for (int i = 0; i < loops.size(); i++) {
            UvLoop l = turn.apply(loops.get(i));
            if (l.winding() != 0 && !turn.rises(l, sense)) {
                begins.set(i, new Vec2(begins.get(i).x(), begins.get(i).y() + up));
            }
        }
    }

    private UvLoop winding(List<UvLoop> loops, boolean sense, boolean lower) {
        return loops.stream()
                .map(turn::apply)
                .filter(l -> l.winding() != 0 && turn.rises(l, sense) == lower)
                .findFirst()
                .orElseThrow();
    }

    @Override
    public MeshCorner corner(Vec3 p, int point) {
        Vec2 q = place(turn.apply(parameters(p)));
        return new MeshCorner(q.x(), q.y(), point);
    }

    @Override
    public double period() {
        return cut ? 0 : ROUND * sx;
    }

    @Override
    public double periodY() {
        return cut ? 0 : ROUND * sy;
    }

    @Override
    public Vec2 begin(int loop) {
        return cut ? null : place(begins.get(loop));
    }

    private double ratio() {
        return turn.exchanged() ? major / minor : minor / major;
    }

    private Vec2 polar(double along, double across) {
        double r = (1 + (across - span[2]) * ratio()) / (1 + ROUND * ratio());
        return new Vec2(r * Math.cos(along), r * Math.sin(along));
    }

    private Vec2 place(Vec2 turned) {
        if (cut) {
            double middle = span[2] + Math.PI;
            double across = turned.y() - ROUND * Math.rint((turned.y() - middle) / ROUND);
            return polar(turned.x(), across);
        }
        return new Vec2((turned.x() - span[0]) * sx, (turned.y() - span[2]) * sy);
    }

    @Override
    public double step() {
        return Math.min(stepU, stepV) / ROUND;
    }

    @Override
    public List<List<MeshCorner>> seams(List<Vec3> points) {
        if (!cut) {
            return List.of();
        }
        List<MeshCorner> lower = new ArrayList<>();
        List<MeshCorner> upper = new ArrayList<>();
        int n = (int) Math.ceil(ROUND / (turn.exchanged() ? stepV : stepU));
        for (int i = 0; i < n; i++) {
            double along = ROUND * i / n;
            Vec2 in = polar(along, span[2]);
            Vec2 out = polar(along, span[3]);
            lower.add(new MeshCorner(in.x(), in.y(), points.size()));
            upper.add(new MeshCorner(out.x(), out.y(), points.size()));
            points.add(point(along, span[2]));
        }
        return List.of(lower, upper);
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
        double[] alongs = between(span[0], span[1], turn.exchanged() ? stepV : stepU);
        double[] acrosses = between(span[2], span[3], turn.exchanged() ? stepU : stepV);
        Vec3[][] net = new Vec3[acrosses.length][alongs.length];
        for (int i = 0; i < acrosses.length; i++) {
            for (int k = 0; k < alongs.length; k++) {
                net[i][k] = point(alongs[k], acrosses[i]);
                known.put(net[i][k], turn.back(alongs[k], acrosses[i]));
            }
        }
        return List.of(new Net(net, span[1] - span[0] > ROUND - 1e-9));
    }

    private Vec3 point(double along, double across) {
        Vec2 uv = turn.back(along, across);
        return surface.point(uv.x(), uv.y());
    }

    @Override
    public Vec3 at(double x, double y) {
        if (cut) {
            double r = Math.hypot(x, y) * (1 + ROUND * ratio());
            return point(Math.atan2(y, x), span[2] + (r - 1) / ratio());
        }
        return point(x / sx + span[0], y / sy + span[2]);
    }

    private static double[] between(double lo, double hi, double step) {
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
