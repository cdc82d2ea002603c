package io.tallember.solid.local;

import io.tallember.geometry.Tolerance;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Shell;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.check.BodyCheck;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/**
 * A body lined with the faces of its core, turned inside out: each open face gets the outline of the core's as a hole. That is what
 * taking the core away leaves, wherever the core touches the body in its open faces alone; it needs no crossings.
 */
final class Lined {
    private Lined() {}

    /** The lined body; null where the core isn't clear of everything but the inside of the open faces. */
    static Body of(Body body, Collection<Face> open, Body core, Tolerance tol) {
        if (body.shells().size() != 1 || core.shells().size() != 1) {
            return null;
        }
        List<Face> outer = new ArrayList<>();
        List<Face> inner = new ArrayList<>();
        List<Face> met = new ArrayList<>();
        for (Face f : body.faces()) {
            if (!open.contains(f)) {
                outer.add(f);
                continue;
            }
            List<Face> own = core.faces().stream()
                    .filter(c -> c.surface() == f.surface() && c.origins().equals(f.origins()))
                    .toList();
            if (own.size() != 1 || !clear(own.get(0), f, tol)) {
                return null;
            }
            met.add(own.get(0));
            List<Loop> loops = new ArrayList<>(f.loops());
            own.get(0).loops().forEach(l -> loops.add(turned(l)));
            outer.add(new Face(f.surface(), f.sense(), loops, f.origins()));
        }
        for (Face c : core.faces()) {
            if (!met.contains(c)) {
                inner.add(new Face(
                        c.surface(),
                        !c.sense(),
                        c.loops().stream().map(Lined::turned).toList(),
                        c.origins()));
            }
        }
        List<Face> all = new ArrayList<>(outer);
        all.addAll(inner);
        Body lined = new Body(open.isEmpty() ? List.of(new Shell(outer), new Shell(inner)) : List.of(new Shell(all)));
        return BodyCheck.deep(lined, tol).valid() ? lined : null;
    }

    /** Whether a core's face lies well within an open one. */
    private static boolean clear(Face inner, Face outer, Tolerance tol) {
        if (inner.loops().size() != outer.loops().size()) {
            return false;
        }
        for (Coedge c : inner.coedges()) {
            for (double f : new double[] {0, 0.25, 0.5, 0.75}) {
                var p = c.curve().point(c.range().at(f));
                if (outer.region().locate(p, tol) != SurfaceRegion.Place.INSIDE) {
                    return false;
                }
            }
        }
        return true;
    }

    private static Loop turned(Loop l) {
        List<Coedge> out = new ArrayList<>();
        for (Coedge c : l.coedges()) {
            out.add(0, new Coedge(c.edge(), !c.forward()));
        }
        return new Loop(out);
    }
}
