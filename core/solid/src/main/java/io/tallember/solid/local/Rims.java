package io.tallember.solid.local;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.Vertex;
import io.tallember.solid.local.Skin.Corner;
import io.tallember.solid.local.Skin.Seam;
import io.tallember.solid.local.Skin.Sheet;
import io.tallember.solid.local.Skin.Use;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Sheets between an open face and the kept faces that it runs smoothly into: moved inward or outward, those no longer meet it, so
 * the wall's rim goes straight in or out from the opening's edge.
 */
final class Rims {
    /** Directions that differ by less, as a sine, are one. */
    private static final double SAME = 1e-7;

    private final Skin skin;
    private final Sheet open;
    private final Vec3 in;
    private final double deep;
    private final String step;
    /** The second corner of each corner of the opening that a rim touches, and the seam to it. */
    private final Map<Corner, Corner> inner = new IdentityHashMap<>();

    private final Map<Corner, Seam> down = new IdentityHashMap<>();

    /** @param out the direction in which the kept faces look all along these seams */
    private Rims(Skin skin, Sheet open, Vec3 out, double deep, String step) {
        this.skin = skin;
        this.open = open;
        this.in = deep < 0 ? out : out.negated();
        this.deep = Math.abs(deep);
        this.step = step;
    }

    /**
     * Adds the rims that an open face needs.
     *
     * @param smooth whether a seam of the open face runs smoothly into a kept one
     * @param deep about how far the rims reach into the material, negative for out of it
     */
    static void add(Skin skin, Sheet open, Predicate<Seam> smooth, double deep, String step) {
        Set<Seam> rimmed = new LinkedHashSet<>();
        open.uses().stream().map(Use::seam).filter(smooth).forEach(rimmed::add);
        if (rimmed.isEmpty()) {
            return;
        }
        while (!rimmed.isEmpty()) {
            Vec3 out = looks(open, rimmed.iterator().next());
            Set<Seam> alike = new LinkedHashSet<>(rimmed);
            alike.removeIf(s -> looks(open, s).cross(out).length() > SAME);
            new Rims(skin, open, out, deep, step).add(alike::contains);
            rimmed.removeAll(alike);
        }
    }

    /** The way in which the faces beside a smooth seam look all along it. */
    private static Vec3 looks(Sheet open, Seam seam) {
        Edge e = seam.of;
        Vec3 out = open.of.outward(e.middle());
        for (int i = 0; i <= 8; i++) {
            Vec3 p = e.curve().point(e.range().at(i / 8.0));
            if (open.of.outward(p).cross(out).length() > SAME) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "The faces beside the smooth edge near " + e.middle().said()
                                + " turn along it, so no straight rim can stand there. Take the faces that run smoothly into"
                                + " these along.");
            }
        }
        return out;
    }

    private void add(Predicate<Seam> smooth) {
        for (List<Use> loop : open.loops) {
            int n = loop.size();
            for (int i = 0; i < n; i++) {
                Use arriving = loop.get((i + n - 1) % n);
                Use leaving = loop.get(i);
                if (smooth.test(arriving.seam()) || smooth.test(leaving.seam())) {
                    split(leaving.start(), loop, n > 1);
                }
            }
        }
        Map<Sheet, List<List<Use>>> made = new LinkedHashMap<>();
        for (List<Use> loop : open.loops) {
            for (Use u : loop) {
                if (smooth.test(u.seam())) {
                    rim(u, made);
                }
            }
        }
        for (List<Use> loop : open.loops) {
            int n = loop.size();
            for (int i = 0; i < n && n > 1; i++) {
                Use arriving = loop.get((i + n - 1) % n);
                Use leaving = loop.get(i);
                Seam s = down.get(leaving.start());
                if (s == null) {
                    continue;
                }
                if (!smooth.test(arriving.seam())) {
                    beside(arriving.seam(), new Use(s, false), true);
                }
                if (!smooth.test(leaving.seam())) {
                    beside(leaving.seam(), new Use(s, true), false);
                }
            }
        }
        made.forEach((sheet, loops) -> {
            sheet.loops.addAll(loops);
            skin.sheets.add(sheet);
        });
    }

    /** Parts the seams that leave a corner inward from those along the opening. */
    private void split(Corner v, List<Use> loop, boolean sided) {
        Corner low = new Corner(v.at.plus(deep, in));
        Set<Seam> along = new LinkedHashSet<>();
        loop.forEach(u -> along.add(u.seam()));
        for (Seam s : skin.stars().get(v)) {
            if (along.contains(s)) {
                continue;
            }
            s.start = s.start == v ? low : s.start;
            s.end = s.end == v ? low : s.end;
        }
        inner.put(v, low);
        if (sided) {
            Edge e = new Edge(
                    new Line(v.at, in), new Interval(0, deep), new Vertex(v.at, 1e-6), new Vertex(low.at, 1e-6), 1e-6);
            down.put(v, new Seam(e, v, low));
        }
    }

    private void rim(Use u, Map<Sheet, List<List<Use>>> made) {
        Sheet kept = skin.beyond(open, u.seam());
        Edge e = u.seam().of;
        Curve moved = e.curve().placed(Frame.WORLD.at(in.times(deep)));
        Edge below = new Edge(moved, e.range(), e.start(), e.end(), e.tolerance());
        Seam low = new Seam(below, inner.get(u.seam().start), inner.get(u.seam().end));
        for (List<Use> loop : kept.loops) {
            loop.replaceAll(k -> k.seam() == u.seam() ? new Use(low, k.forward()) : k);
        }
        Surface s = ruled(e.curve());
        double t = e.range().middle();
        Vec3 travel =
                u.forward() ? e.curve().derivative(t) : e.curve().derivative(t).negated();
        Vec3 out = travel.cross(in.negated());
        boolean sense = s.normalAt(e.middle()).dot(out) > 0;
        Face face = new Face(
                s,
                sense,
                List.of(),
                List.of(new Origin(step, "rim", kept.of.origins().get(0).key())));
        Sheet sheet = new Sheet(face, s, sense, open.shell);
        List<Use> loop = new ArrayList<>(List.of(new Use(u.seam(), !u.forward())));
        if (u.seam().closed()) {
            made.put(sheet, List.of(loop, new ArrayList<>(List.of(new Use(low, u.forward())))));
            return;
        }
        loop.add(new Use(down.get(u.start()), true));
        loop.add(new Use(low, u.forward()));
        loop.add(new Use(down.get(u.end()), false));
        made.put(sheet, List.of(loop));
    }

    /** Lets the neighbour along a seam of the opening run on along the side of a rim. */
    private void beside(Seam seam, Use extra, boolean before) {
        Sheet next = skin.beyond(open, seam);
        for (List<Use> loop : next.loops) {
            for (int i = 0; i < loop.size(); i++) {
                if (loop.get(i).seam() == seam) {
                    loop.add(before ? i : i + 1, extra);
                    return;
                }
            }
        }
    }

    private Surface ruled(Curve c) {
        if (c instanceof Line l) {
            return new Plane(Frame.of(l.origin(), l.direction().cross(in), l.direction()));
        }
        if (c instanceof Circle k && k.frame().z().cross(in).length() < SAME) {
            return new Cylinder(k.frame(), k.radius());
        }
        Frame f = Frame.of(c.point(0), in);
        return new Extrusion(f, c.placed(f.inverse()));
    }
}
