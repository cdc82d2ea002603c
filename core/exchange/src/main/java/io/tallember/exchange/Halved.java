package io.tallember.exchange;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Pipe;
import io.tallember.geometry.Shifted;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Travel;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.Between;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.DoubleUnaryOperator;

/**
 * A body as files get it whose pipes and closed spline faces are two halves each, on spline surfaces that are open all round: not
 * every reader finds the seam of one that closes on itself.
 */
final class Halved {
    /** How far the spline may be from the pipe, in mm. */
    private static final double FIT = 1e-7;

    private static final int SAMPLES = 256;

    /** Where edges are cut, by their parameters; each begins with its own corner. */
    private final Map<Edge, TreeMap<Double, Vertex>> cuts = new IdentityHashMap<>();

    private final Map<Edge, List<Edge>> pieces = new IdentityHashMap<>();
    private final Map<Face, Cut> halves = new IdentityHashMap<>();

    /** Where a face is cut: along two rails from its first loop to its second. */
    private abstract static class Cut {
        final Vertex[] first;
        final Vertex[] second;
        final Edge[] rails;

        Cut(Vertex[] first, Vertex[] second, Edge[] rails) {
            this.first = first;
            this.second = second;
            this.rails = rails;
        }

        /** Which half a place on the face lies on. */
        abstract int half(Vec3 p);

        abstract Surface surface(int half);
    }

    private Halved() {}

    /** The same body where no face is such a pipe. */
    static Body of(Body body) {
        Halved h = new Halved();
        for (Face f : body.faces()) {
            if (f.surface() instanceof Pipe p && p.vPeriod() == 0 && tube(f, true)) {
                h.cut(f, p);
            } else if (NurbsSurface.under(f.surface()) != null && f.surface().uPeriod() > 0 && tube(f, false)) {
                h.cut(f, NurbsSurface.under(f.surface()));
            }
        }
        return h.halves.isEmpty() ? body : h.made(body);
    }

    /** Whether a face goes all round, between two loops of one closed edge each. */
    private static boolean tube(Face f, boolean round) {
        return f.loops().size() == 2
                && f.loops().stream()
                        .allMatch(l -> l.coedges().size() == 1
                                && l.coedges().get(0).edge().closed()
                                && (!round || l.coedges().get(0).curve() instanceof Circle));
    }

    /** Along the lines of the parameters where the spline begins, and halfway round. */
    private void cut(Face f, NurbsSurface n) {
        double[] at = {n.loU(), 0.5 * (n.loU() + n.hiU())};
        Vertex[] first = new Vertex[2];
        Vertex[] second = new Vertex[2];
        Edge[] rails = new Edge[2];
        for (int i = 0; i < 2; i++) {
            first[i] = on(f, 0, at[i]);
            second[i] = on(f, 1, at[i]);
            double from = f.surface().project(first[i].point()).y();
            double to = f.surface().project(second[i].point()).y();
            double u = at[i];
            Interval v = new Interval(Math.min(from, to), Math.max(from, to));
            Nurbs rail =
                    Between.fitted(t -> f.surface().point(u, t), f.surface().vBreaks(v), FIT);
            Nurbs way = from < to ? rail : rail.reversed();
            rails[i] = new Edge(way, way.whole(), first[i], second[i], 10 * FIT);
        }
        halves.put(f, new Cut(first, second, rails) {
            @Override
            int half(Vec3 p) {
                double u = f.surface().project(p).x();
                double round = (u - n.loU()) / (n.hiU() - n.loU());
                return round - Math.floor(round) < 0.5 ? 0 : 1;
            }

            @Override
            Surface surface(int half) {
                NurbsSurface own = n.partU(half == 0 ? n.loU() : at[1], half == 0 ? at[1] : n.hiU());
                return f.surface() instanceof Shifted k ? new Shifted(own, k.by()) : own;
            }
        });
    }

    /** Where a loop's edge passes a line of the parameters. */
    private Vertex on(Face f, int loop, double u) {
        Edge e = edge(f, loop);
        double period = f.surface().uPeriod();
        DoubleUnaryOperator off = t -> {
            double d = f.surface().project(e.curve().point(t)).x() - u;
            return d - period * Math.rint(d / period);
        };
        double best = e.range().lo();
        for (int i = 1; i < SAMPLES; i++) {
            double t = e.range().at(i / (double) SAMPLES);
            best = Math.abs(off.applyAsDouble(t)) < Math.abs(off.applyAsDouble(best)) ? t : best;
        }
        double h = e.range().length() / SAMPLES;
        double a = best - h;
        double b = best + h;
        double fa = off.applyAsDouble(a);
        for (int k = 0; k < 60; k++) {
            double mid = 0.5 * (a + b);
            double fm = off.applyAsDouble(mid);
            if (fm * fa > 0) {
                a = mid;
            } else {
                b = mid;
            }
        }
        double t = 0.5 * (a + b);
        double lo = e.range().lo();
        return cutAt(e, t - e.range().length() * Math.floor((t - lo) / e.range().length()));
    }

    private static Edge edge(Face f, int loop) {
        return f.loops().get(loop).coedges().get(0).edge();
    }

    /** Along two rails that turn evenly about the pipe, from each circle's own corner and the place across to those of the other. */
    private void cut(Face f, Pipe p) {
        Vertex[] first = ends(edge(f, 0));
        Vertex[] second = ends(edge(f, 1));
        Vec2 a = p.project(first[0].point());
        Vec2 b = p.project(second[0].point());
        double turn = b.x() - a.x();
        long halves = Math.round(turn / Math.PI);
        turn -= Math.PI * halves;
        if (halves % 2 != 0) {
            second = new Vertex[] {second[1], second[0]};
        }
        double even = turn / (b.y() - a.y());
        Interval v = new Interval(Math.min(a.y(), b.y()), Math.max(a.y(), b.y()));
        Travel travel = Travel.fitted(
                t -> Travel.Place.of(turned(p.circle(t).frame(), a.x() + even * (t - a.y()))),
                p.vBreaks(v),
                p.radius(),
                FIT);
        Edge[] rails = new Edge[2];
        for (int i = 0; i < 2; i++) {
            Nurbs rail = travel.rail(new Vec3(i == 0 ? p.radius() : -p.radius(), 0, 0));
            Nurbs way = a.y() < b.y() ? rail : rail.reversed();
            rails[i] = new Edge(way, way.whole(), first[i], second[i], 10 * FIT);
        }
        this.halves.put(f, new Cut(first, second, rails) {
            @Override
            int half(Vec3 place) {
                Vec2 mid = p.project(place);
                double round = mid.x() - a.x() - even * (mid.y() - a.y());
                return round - 2 * Math.PI * Math.floor(round / (2 * Math.PI)) < Math.PI ? 0 : 1;
            }

            @Override
            Surface surface(int half) {
                Circle round = new Circle(Frame.WORLD, p.radius());
                return travel.surface(Nurbs.arc(round, new Interval(half * Math.PI, (half + 1) * Math.PI)));
            }
        });
    }

    private static Frame turned(Frame f, double angle) {
        Vec3 x = f.x().times(Math.cos(angle)).plus(Math.sin(angle), f.y());
        return new Frame(f.origin(), x, f.z().cross(x), f.z());
    }

    /** A circle's own corner, and one put across from it. */
    private Vertex[] ends(Edge e) {
        return new Vertex[] {cutAt(e, e.range().lo()), cutAt(e, e.range().middle())};
    }

    /** The corner at a parameter of an edge: one that is there already, or a new one. */
    private Vertex cutAt(Edge e, double t) {
        TreeMap<Double, Vertex> all = cuts.computeIfAbsent(e, k -> {
            TreeMap<Double, Vertex> own = new TreeMap<>();
            own.put(k.range().lo(), k.start());
            return own;
        });
        double near = 1e-7 * e.range().length();
        Double before = all.floorKey(t + near);
        if (before != null && t - before <= near) {
            return all.get(before);
        }
        if (e.range().hi() - t <= near) {
            return e.start();
        }
        Vertex v = new Vertex(e.curve().point(t), e.tolerance());
        all.put(t, v);
        return v;
    }

    private Body made(Body body) {
        cuts.forEach((e, all) -> pieces.put(e, pieces(e, all)));
        List<Shell> shells = new ArrayList<>();
        for (Shell s : body.shells()) {
            List<Face> faces = new ArrayList<>();
            for (Face f : s.faces()) {
                Cut c = halves.get(f);
                if (c != null) {
                    faces.add(half(f, c, 0));
                    faces.add(half(f, c, 1));
                } else {
                    faces.add(new Face(
                            f.surface(),
                            f.sense(),
                            f.loops().stream().map(l -> new Loop(around(l))).toList(),
                            f.origins()));
                }
            }
            shells.add(new Shell(faces));
        }
        return new Body(shells);
    }

    private static List<Edge> pieces(Edge e, TreeMap<Double, Vertex> all) {
        List<Edge> out = new ArrayList<>();
        List<Double> at = new ArrayList<>(all.keySet());
        for (int i = 0; i < at.size(); i++) {
            boolean last = i + 1 == at.size();
            out.add(new Edge(
                    e.curve(),
                    new Interval(at.get(i), last ? e.range().hi() : at.get(i + 1)),
                    all.get(at.get(i)),
                    last ? e.end() : all.get(at.get(i + 1)),
                    e.tolerance()));
        }
        return out;
    }

    private List<Coedge> around(Loop loop) {
        List<Coedge> out = new ArrayList<>();
        for (Coedge c : loop.coedges()) {
            List<Edge> all = pieces.getOrDefault(c.edge(), List.of(c.edge()));
            for (int i = 0; i < all.size(); i++) {
                out.add(new Coedge(all.get(c.forward() ? i : all.size() - 1 - i), c.forward()));
            }
        }
        return out;
    }

    private Face half(Face f, Cut c, int which) {
        List<Coedge> a = on(around(f.loops().get(0)), c, which);
        List<Coedge> b = on(around(f.loops().get(1)), c, which);
        List<Coedge> one = new ArrayList<>(a);
        one.add(new Coedge(rail(c, last(a)), true));
        one.addAll(b);
        one.add(new Coedge(rail(c, a.get(0).start()), false));
        return new Face(c.surface(which), f.sense(), List.of(new Loop(one)), f.origins());
    }

    private static Vertex last(List<Coedge> all) {
        return all.get(all.size() - 1).end();
    }

    private static Edge rail(Cut c, Vertex at) {
        return at == c.first[0] || at == c.second[0] ? c.rails[0] : c.rails[1];
    }

    /** The pieces of a loop that lie on one half, in a row. */
    private static List<Coedge> on(List<Coedge> all, Cut c, int which) {
        List<Coedge> out = new ArrayList<>();
        int first = 0;
        boolean[] in = new boolean[all.size()];
        for (int i = 0; i < in.length; i++) {
            in[i] = c.half(all.get(i).edge().middle()) == which;
        }
        for (int i = 0; i < in.length; i++) {
            if (in[i] && !in[(i + in.length - 1) % in.length]) {
                first = i;
            }
        }
        for (int i = 0; i < in.length; i++) {
            if (in[(first + i) % in.length]) {
                out.add(all.get((first + i) % in.length));
            }
        }
        return out;
    }
}
