package io.tallember.inspect.sheet;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.inspect.Probe;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.mesh.EdgeLine;
import io.tallember.solid.mesh.FaceMesh;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.mesh.Tessellator;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The curves of bodies that a view may show. Sharp edges are followed on their own curves; where a face turns away (its normal is
 * square to the view) is found on its triangles and brought onto the exact face.
 */
final class Strokes {
    static final MeshQuality QUALITY = Probe.QUALITY;
    private static final double LEVEL = 1e-7;
    /** How far along the view it is looked whether a face bends toward who looks, in mm. */
    private static final double AHEAD = 0.02;

    private final Frame view;
    private final Vec3 to;
    private final List<Stroke> out = new ArrayList<>();

    private Strokes(Frame view) {
        this.view = view;
        this.to = view.z();
    }

    /** @param view a frame in whose plane the curves are drawn, its z to who looks */
    static List<Stroke> of(List<Body> bodies, Frame view) {
        Strokes s = new Strokes(view);
        for (Body b : bodies) {
            b.edges().forEach(e -> s.edge(b, e));
            Tessellator.Meshed m = new Tessellator(QUALITY).attempt(b);
            for (int i = 0; i < b.faces().size(); i++) {
                if (m.faces().get(i) != null && !(b.faces().get(i).surface() instanceof Plane)) {
                    s.silhouettes(b.faces().get(i), m.faces().get(i));
                }
            }
        }
        return s.out;
    }

    /** A place of an edge: where it is in the view, the way out of the material, and whether its own faces hide it. */
    private record Spot(double t, Vec3 at, Vec3 away, boolean turned) {}

    private void edge(Body b, Edge e) {
        Face f = b.facesOf(e).get(0);
        Face g = b.facesOf(e).get(b.facesOf(e).size() - 1);
        boolean smooth = f == g || Edges.smooth(b, e);
        boolean convex = smooth || Edges.convex(b, e);
        List<Spot> spots = new ArrayList<>();
        double length = 0;
        for (double t : EdgeLine.of(e, QUALITY).at()) {
            Vec3 p = e.curve().point(t);
            if (smooth && (f == g || Math.abs(f.outward(p).dot(to)) > LEVEL)) {
                return; // a smooth edge is only seen where both its faces turn away there
            }
            Spot now = spot(e, f, g, smooth, convex, t);
            if (!spots.isEmpty()) {
                Spot last = spots.get(spots.size() - 1);
                length += flat(now.at, last.at);
                if (last.turned != now.turned) {
                    change(e, f, g, smooth, convex, last, now, spots);
                }
            }
            spots.add(now);
        }
        if (length > LEVEL) {
            int n = spots.size();
            boolean[] turned = new boolean[n];
            for (int i = 0; i < n; i++) {
                turned[i] = spots.get(i).turned;
            }
            out.add(new Stroke(
                    spots.stream().map(Spot::at).toArray(Vec3[]::new),
                    spots.stream().map(Spot::away).toArray(Vec3[]::new),
                    turned,
                    smooth ? null : e.curve(),
                    e.range()));
        }
    }

    private Spot spot(Edge e, Face f, Face g, boolean smooth, boolean convex, double t) {
        Vec3 p = e.curve().point(t);
        Vec3 n = f.outward(p);
        Vec3 m = g.outward(p);
        Vec3 sum = n.plus(m);
        double nd = n.dot(to);
        double md = m.dot(to);
        boolean turned = smooth
                ? behind(f, p) || behind(g, p)
                : convex ? nd <= LEVEL && md <= LEVEL : nd < -LEVEL || md < -LEVEL;
        return new Spot(t, view.local(p), sum.length() > LEVEL ? sum.unit() : n, turned);
    }

    /** Adds the two places between which an edge's own faces come to hide it. */
    private void change(Edge e, Face f, Face g, boolean smooth, boolean convex, Spot a, Spot b, List<Spot> spots) {
        Spot lo = a;
        Spot hi = b;
        for (int i = 0; i < 40; i++) {
            Spot mid = spot(e, f, g, smooth, convex, 0.5 * (lo.t + hi.t));
            if (mid.turned == a.turned) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        spots.add(lo);
        spots.add(hi);
    }

    /** Whether a face stands before one of its own places, which a line to who looks only touches. */
    private boolean behind(Face f, Vec3 p) {
        return f.surface().signedDistance(p.plus(AHEAD, to)) * (f.sense() ? 1 : -1) < -1e-9;
    }

    private static double flat(Vec3 a, Vec3 b) {
        return Math.hypot(a.x() - b.x(), a.y() - b.y());
    }

    // where faces turn away

    /** A place where a face turns away: in space, and by the parameters of its surface. */
    private record Turn(Vec3 at, Vec2 uv) {}

    private void silhouettes(Face f, FaceMesh mesh) {
        double[] p = mesh.positions();
        double[] n = mesh.normals();
        int count = p.length / 3;
        double[] g = new double[count];
        for (int i = 0; i < count; i++) {
            g[i] = n[3 * i] * to.x() + n[3 * i + 1] * to.y() + n[3 * i + 2] * to.z();
        }
        Map<Long, Turn> places = new HashMap<>();
        Map<Long, List<Long>> next = new HashMap<>();
        Map<Integer, Vec2> known = new HashMap<>();
        int[] t = mesh.triangles();
        for (int i = 0; i < t.length; i += 3) {
            List<Long> crossed = new ArrayList<>();
            for (int k = 0; k < 3; k++) {
                int a = t[i + k];
                int b = t[i + (k + 1) % 3];
                if (g[a] >= 0 != g[b] >= 0) {
                    long key = ((long) Math.min(a, b) << 32) | Math.max(a, b);
                    crossed.add(key);
                    places.computeIfAbsent(
                            key,
                            x -> exact(
                                    f,
                                    known.computeIfAbsent(a, v -> f.surface().project(point(p, v))),
                                    known.computeIfAbsent(b, v -> f.surface().project(point(p, v))),
                                    g[a]));
                }
            }
            if (crossed.size() == 2) {
                next.computeIfAbsent(crossed.get(0), x -> new ArrayList<>()).add(crossed.get(1));
                next.computeIfAbsent(crossed.get(1), x -> new ArrayList<>()).add(crossed.get(0));
            }
        }
        chained(f, places, next);
    }

    private static Vec3 point(double[] p, int i) {
        return new Vec3(p[3 * i], p[3 * i + 1], p[3 * i + 2]);
    }

    /** The place between two on a face at which its normal is square to the view, by halving between their parameters. */
    private Turn exact(Face f, Vec2 a, Vec2 b, double ga) {
        Surface s = f.surface();
        double du = s.uPeriod() > 0 ? Math.IEEEremainder(b.x() - a.x(), s.uPeriod()) : b.x() - a.x();
        double dv = s.vPeriod() > 0 ? Math.IEEEremainder(b.y() - a.y(), s.vPeriod()) : b.y() - a.y();
        double lo = 0;
        double hi = 1;
        for (int i = 0; i < 44; i++) {
            double mid = 0.5 * (lo + hi);
            double g = s.normal(a.x() + mid * du, a.y() + mid * dv).dot(to) * (f.sense() ? 1 : -1);
            if (g >= 0 == ga >= 0) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        Vec2 uv = new Vec2(a.x() + lo * du, a.y() + lo * dv);
        return new Turn(s.point(uv.x(), uv.y()), uv);
    }

    /** Whether a face hides a place at which it turns away: it bends toward who looks along the view. */
    private boolean hides(Face f, Vec2 uv) {
        Surface.Jet j = f.surface().jet(uv.x(), uv.y());
        // the step in parameters that goes along the view
        double uu = j.du().dot(j.du());
        double uv2 = j.du().dot(j.dv());
        double vv = j.dv().dot(j.dv());
        double a = j.du().dot(to);
        double b = j.dv().dot(to);
        double det = uu * vv - uv2 * uv2;
        if (!(det > 1e-20)) {
            return false;
        }
        double h = AHEAD / det;
        Vec3 n = f.surface().normal(uv.x() + h * (a * vv - b * uv2), uv.y() + h * (b * uu - a * uv2));
        return n.dot(to) * (f.sense() ? 1 : -1) < -1e-9;
    }

    /** Follows the places from triangle to triangle. */
    private void chained(Face f, Map<Long, Turn> places, Map<Long, List<Long>> next) {
        Deque<Long> starts = new ArrayDeque<>();
        next.forEach((k, v) -> {
            if (v.size() == 1) {
                starts.addFirst(k);
            } else {
                starts.addLast(k);
            }
        });
        while (!starts.isEmpty()) {
            Long at = starts.removeFirst();
            List<Turn> chain = new ArrayList<>();
            chain.add(places.get(at));
            while (!next.getOrDefault(at, List.of()).isEmpty()) {
                Long to2 = next.get(at).remove(0);
                next.get(to2).remove(at);
                chain.add(places.get(to2));
                at = to2;
            }
            if (chain.size() > 1) {
                add(f, chain);
            }
        }
    }

    private void add(Face f, List<Turn> chain) {
        Vec3[] at = new Vec3[chain.size()];
        Vec3[] away = new Vec3[at.length];
        boolean[] turned = new boolean[at.length];
        double length = 0;
        for (int i = 0; i < at.length; i++) {
            Turn p = chain.get(i);
            Vec3 n = f.surface().normal(p.uv.x(), p.uv.y());
            at[i] = view.local(p.at);
            away[i] = f.sense() ? n : n.negated();
            turned[i] = hides(f, p.uv);
            length += i == 0 ? 0 : flat(at[i], at[i - 1]);
        }
        if (length > LEVEL) {
            out.add(new Stroke(at, away, turned, null, null));
        }
    }
}
