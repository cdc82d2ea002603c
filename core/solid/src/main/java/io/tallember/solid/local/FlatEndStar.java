package io.tallember.solid.local;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Vertex;
import io.tallember.solid.local.Skin.Corner;
import io.tallember.solid.local.Skin.Seam;
import io.tallember.solid.local.Skin.Sheet;
import io.tallember.solid.local.Strip.Elsewhere;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * A strip that ends where its edge goes straight on but isn't to be rounded: one or both of its faces run smoothly into others
 * there, along edges square to it. A flat face closes it off.
 */
final class FlatEndStar extends Star {
    private final Plane flat;
    private final Edge on;
    private final Corner tip;
    private final List<Seam> around = new ArrayList<>();

    FlatEndStar(Rounding in, Vertex v, List<Strip> here, List<Edge> rest, Map<Face, Corner> own) {
        super(in, v, here, rest, own);
        Strip s = here.get(0);
        flat = plane(s, v);
        on = on(v, s, rest);
        tip = in.seam(on).start.of == v ? in.seam(on).start : in.seam(on).end;
    }

    private static Plane plane(Strip s, Vertex v) {
        Vec3 out = Strip.outOf(s.edge, v);
        return new Plane(Frame.of(v.point(), s.convex ? out.negated() : out));
    }

    private static Edge on(Vertex v, Strip s, List<Edge> rest) {
        return rest.stream().filter(e -> goesOn(e, s.edge, v)).findFirst().orElse(null);
    }

    static boolean fits(Rounding in, Vertex v, Strip s, List<Edge> rest) {
        Edge on = on(v, s, rest);
        Plane flat = plane(s, v);
        return on != null
                && !in.later.contains(on)
                && !s.isFlat()
                && !in.smooth(on)
                && rest.size() > 1
                && rest.size() < 4
                && rest.stream()
                        .filter(e -> e != on)
                        .allMatch(e -> in.smooth(e) && Math.abs(flat.signedDistance(e.middle())) <= 0.1 * TOL.linear());
    }

    @Override
    void open() {
        Strip s = here.get(0);
        for (Face f : List.of(s.f, s.g)) {
            smooth(f).ifPresent(e -> in.end(e, v, own.get(f)));
        }
    }

    private java.util.Optional<Edge> smooth(Face f) {
        return rest.stream()
                .filter(e -> e != on && in.body.facesOf(e).contains(f))
                .findFirst();
    }

    @Override
    void close() {
        Strip s = here.get(0);
        for (Face f : List.of(s.f, s.g)) {
            Corner from = own.get(f);
            Edge e = smooth(f).orElse(null);
            Face next = e == null ? f : in.across(e, f);
            if (!in.body.facesOf(on).contains(next)) {
                throw new Elsewhere();
            }
            Seam down = e == null ? straight(from, tip) : along(e, from);
            around.add(down);
            Seams.insert(in.sheet(next), List.of(down));
        }
        around.add(end(s));
    }

    /** A piece of a smooth edge, from a corner on it to the tip. */
    private Seam along(Edge e, Corner from) {
        Curve c = e.curve();
        double t0 = c.project(from.at, e.range());
        double t1 = c.project(tip.at, e.range());
        return t0 < t1
                ? Seams.added(c, new Interval(t0, t1), from, tip)
                : Seams.added(c, new Interval(t1, t0), tip, from);
    }

    @Override
    void finish() {
        Strip s = here.get(0);
        Sheet cap = in.made(flat, true, s.sheet.of.origins().get(0).source() + " " + in.count("end"), "end", s.f);
        cap.loops.add(Seams.chain(Seams.against(s.sheet, around.get(2)), around.subList(0, 2)));
    }
}
