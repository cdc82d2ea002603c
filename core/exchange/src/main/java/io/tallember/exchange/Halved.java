package io.tallember.exchange;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Pipe;
import io.tallember.geometry.Travel;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
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

/**
 * A body as files get it whose pipes are two halves each, on spline surfaces that are open all round: not every reader finds the seam
 * of one that closes on itself.
 */
final class Halved {
    /** How far the spline may be from the pipe, in mm. */
    private static final double FIT = 1e-7;

    private final Map<Edge, Vertex[]> cuts = new IdentityHashMap<>();
    private final Map<Edge, List<Edge>> pieces = new IdentityHashMap<>();
    private final Map<Face, Cut> halves = new IdentityHashMap<>();

    /**
     * Where a pipe's face is cut: along two rails from its first loop to its second.
     *
     * @param at the parameters where the first rail begins, and {@code even} how far it turns with v
     */
    private record Cut(Pipe pipe, Travel travel, Vec2 at, double even, Vertex[] first, Vertex[] second, Edge[] rails) {}

    private Halved() {}

    /** The same body where no face is such a pipe. */
    static Body of(Body body) {
        Halved h = new Halved();
        for (Face f : body.faces()) {
            if (f.surface() instanceof Pipe p && p.vPeriod() == 0 && tube(f)) {
                h.cut(f, p);
            }
        }
        return h.halves.isEmpty() ? body : h.made(body);
    }

    /** Whether a face goes all round, between two loops of one closed edge each. */
    private static boolean tube(Face f) {
        return f.loops().size() == 2
                && f.loops().stream()
                        .allMatch(l -> l.coedges().size() == 1
                                && l.coedges().get(0).edge().closed()
                                && l.coedges().get(0).curve() instanceof Circle);
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
        this.halves.put(f, new Cut(p, travel, a, even, first, second, rails));
    }

    private static Frame turned(Frame f, double angle) {
        Vec3 x = f.x().times(Math.cos(angle)).plus(Math.sin(angle), f.y());
        return new Frame(f.origin(), x, f.z().cross(x), f.z());
    }

    /** A circle's own corner, and one put across from it. */
    private Vertex[] ends(Edge e) {
        return cuts.computeIfAbsent(e, k -> new Vertex[] {k.start(), new Vertex(k.middle(), k.tolerance())});
    }

    private Body made(Body body) {
        cuts.forEach((e, ends) -> pieces.put(e, pieces(e, ends[1])));
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

    private static List<Edge> pieces(Edge e, Vertex across) {
        double mid = e.range().middle();
        return List.of(
                new Edge(e.curve(), new Interval(e.range().lo(), mid), e.start(), across, e.tolerance()),
                new Edge(e.curve(), new Interval(mid, e.range().hi()), across, e.end(), e.tolerance()));
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
        Circle round = new Circle(Frame.WORLD, c.pipe.radius());
        NurbsSurface s = c.travel.surface(Nurbs.arc(round, new Interval(which * Math.PI, (which + 1) * Math.PI)));
        return new Face(s, f.sense(), List.of(new Loop(one)), f.origins());
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
            Vec2 mid = c.pipe.project(all.get(i).edge().middle());
            double turn = mid.x() - c.at.x() - c.even * (mid.y() - c.at.y());
            turn -= 2 * Math.PI * Math.floor(turn / (2 * Math.PI));
            in[i] = turn >= Math.PI == (which == 1);
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
