package io.tallember.solid.fuse;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Edges cut at their marks. Fragments that coincide, of whatever body or section curve, are one and the same object. */
final class Fragments {
    private record Ends(int a, int b) {}

    private final PointPool pool;
    private final Tolerance tol;
    private final Map<Ends, List<Fragment>> byEnds = new LinkedHashMap<>();
    private final Map<Edge, List<Fragment.Half>> ofEdge = new IdentityHashMap<>();

    Fragments(List<Body> bodies, Interferences found, PointPool pool, Tolerance tol) {
        this.pool = pool;
        this.tol = tol;
        for (Body body : bodies) {
            for (Edge e : body.edges()) {
                ofEdge.put(e, cut(e, found));
            }
        }
    }

    /** Cuts lines that lie on faces. */
    void lay(List<Edge> lines, Interferences found) {
        lines.forEach(e -> ofEdge.put(e, cut(e, found)));
    }

    private List<Fragment.Half> cut(Edge e, Interferences found) {
        List<Interferences.Mark> marks = new ArrayList<>(found.marks(e));
        marks.sort(Comparator.comparingDouble(Interferences.Mark::t));
        List<Fragment.Half> out = new ArrayList<>();
        double t = e.range().lo();
        int place = found.place(e.start());
        for (Interferences.Mark m : marks) {
            out.add(shared(new Fragment(e.curve(), new Interval(t, m.t()), place, m.place(), null)));
            t = m.t();
            place = m.place();
        }
        Edge whole = marks.isEmpty() ? e : null;
        out.add(shared(new Fragment(e.curve(), new Interval(t, e.range().hi()), place, found.place(e.end()), whole)));
        return out;
    }

    /** The fragment itself, or the one already known that coincides with it, with the direction in which it runs. */
    Fragment.Half shared(Fragment f) {
        List<Fragment> kin = byEnds.computeIfAbsent(
                new Ends(Math.min(f.start, f.end), Math.max(f.start, f.end)), k -> new ArrayList<>(1));
        for (Fragment other : kin) {
            if (coincide(f, other)) {
                return new Fragment.Half(other, runsAlong(f, other));
            }
        }
        kin.add(f);
        return new Fragment.Half(f, true);
    }

    private boolean coincide(Fragment f, Fragment other) {
        for (double where : new double[] {0.5, 0.23}) {
            Vec3 p = f.curve.point(f.range.at(where));
            double t = other.curve.project(p, other.range);
            if (other.curve.point(t).distance(p) > 2 * tol.linear()) {
                return false;
            }
        }
        return true;
    }

    private static boolean runsAlong(Fragment f, Fragment other) {
        if (f.start != f.end) {
            return f.start == other.start;
        }
        Vec3 p = f.middle();
        return f.curve.derivative(f.range.middle()).dot(other.curve.derivative(other.curve.project(p, other.range)))
                > 0;
    }

    /** Whether a fragment of the stretch is already known, without adding it. */
    Fragment.Half section(Curve curve, Interval range, int start, int end) {
        return shared(new Fragment(curve, range, start, end, null));
    }

    /** The fragments of a coedge, in its direction. */
    List<Fragment.Half> of(Coedge c) {
        List<Fragment.Half> along = ofEdge.get(c.edge());
        if (c.forward()) {
            return along;
        }
        List<Fragment.Half> back = new ArrayList<>(along.size());
        for (int i = along.size() - 1; i >= 0; i--) {
            back.add(along.get(i).twin());
        }
        return back;
    }

    List<Fragment.Half> of(Edge e) {
        return ofEdge.get(e);
    }

    PointPool pool() {
        return pool;
    }
}
