package io.tallember.solid.local;

import io.tallember.geometry.Curve;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Surface;
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
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** A body's topology while its geometry is worked out anew: sheets meet in seams, seams in corners. Sheets may vanish. */
final class Skin {
    static final class Corner {
        Vec3 at;
        /** The vertex it stands for, or null for a new one. */
        final Vertex of;
        /** Whether its place is known and stays. */
        boolean fixed;

        Corner(Vec3 at) {
            this.at = at;
            this.of = null;
        }

        private Corner(Vertex of) {
            this.at = of.point();
            this.of = of;
        }
    }

    static final class Seam {
        final Edge of;
        Corner start;
        Corner end;
        Curve curve;
        /** Where on the curve it runs, and whether from start to end. */
        Interval range;

        boolean along = true;
        /** Whether it stands where no edge was. */
        boolean added;

        Seam(Edge of, Corner start, Corner end) {
            this.of = of;
            this.start = start;
            this.end = end;
        }

        boolean closed() {
            return start == end;
        }
    }

    record Use(Seam seam, boolean forward) {
        Corner start() {
            return forward ? seam.start : seam.end;
        }

        Corner end() {
            return forward ? seam.end : seam.start;
        }
    }

    static final class Sheet {
        final Face of;
        final Surface surface;
        final boolean sense;
        final List<List<Use>> loops = new ArrayList<>();
        final int shell;

        Sheet(Face of, Surface surface, boolean sense, int shell) {
            this.of = of;
            this.surface = surface;
            this.sense = sense;
            this.shell = shell;
        }

        List<Use> uses() {
            return loops.stream().flatMap(List::stream).toList();
        }

        boolean has(Seam seam) {
            for (List<Use> loop : loops) {
                for (Use u : loop) {
                    if (u.seam() == seam) {
                        return true;
                    }
                }
            }
            return false;
        }
    }

    final List<Sheet> sheets = new ArrayList<>();

    /** The sheets beside each seam as they were when last asked for. */
    private Map<Seam, List<Sheet>> known;

    /** @param surfaces the new surface of each face that gets one */
    Skin(Body body, Map<Face, Surface> surfaces) {
        Map<Vertex, Corner> corners = new IdentityHashMap<>();
        Map<Edge, Seam> seams = new IdentityHashMap<>();
        for (int i = 0; i < body.shells().size(); i++) {
            for (Face f : body.shells().get(i).faces()) {
                Sheet s = new Sheet(f, surfaces.getOrDefault(f, f.surface()), f.sense(), i);
                for (Loop l : f.loops()) {
                    List<Use> loop = new ArrayList<>();
                    for (Coedge c : l.coedges()) {
                        Seam seam = seams.computeIfAbsent(
                                c.edge(), e -> new Seam(e, corner(e.start(), corners), corner(e.end(), corners)));
                        loop.add(new Use(seam, c.forward()));
                    }
                    s.loops.add(loop);
                }
                sheets.add(s);
            }
        }
    }

    private static Corner corner(Vertex v, Map<Vertex, Corner> corners) {
        return corners.computeIfAbsent(v, Corner::new);
    }

    /** The sheets on either side of each seam. */
    Map<Seam, List<Sheet>> sides() {
        Map<Seam, List<Sheet>> out = new LinkedHashMap<>();
        for (Sheet s : sheets) {
            for (Use u : s.uses()) {
                out.computeIfAbsent(u.seam(), k -> new ArrayList<>(2)).add(s);
            }
        }
        return out;
    }

    /** The seams that meet in each corner. */
    Map<Corner, Set<Seam>> stars() {
        Map<Corner, Set<Seam>> out = new LinkedHashMap<>();
        for (Seam s : sides().keySet()) {
            out.computeIfAbsent(s.start, k -> new LinkedHashSet<>()).add(s);
            out.computeIfAbsent(s.end, k -> new LinkedHashSet<>()).add(s);
        }
        return out;
    }

    /** The sheet on the other side of a seam. */
    Sheet beyond(Sheet s, Seam seam) {
        Sheet other = known == null ? null : other(known.get(seam), s);
        if (other == null || !other.has(seam)) { // sheets were changed since
            known = sides();
            other = other(known.get(seam), s);
        }
        return other;
    }

    private static Sheet other(List<Sheet> two, Sheet s) {
        return two == null || two.size() < 2 || !two.contains(s) ? null : two.get(0) == s ? two.get(1) : two.get(0);
    }

    /** Draws a seam together into one corner. */
    void collapse(Seam seam) {
        Corner keep = seam.start;
        Corner gone = seam.end;
        keep.at = keep.at.lerp(gone.at, 0.5);
        for (Sheet s : sheets) {
            for (List<Use> loop : s.loops) {
                loop.removeIf(u -> u.seam() == seam);
                for (Use u : loop) {
                    if (u.seam().start == gone) {
                        u.seam().start = keep;
                    }
                    if (u.seam().end == gone) {
                        u.seam().end = keep;
                    }
                }
            }
            s.loops.removeIf(List::isEmpty);
        }
    }

    /**
     * Takes a strip out: its short sides are drawn together and the sheets along its two long sides meet instead.
     *
     * @param sides the uses that are its long sides
     */
    void closeStrip(Sheet strip, List<Use> sides) {
        for (Use u : strip.uses()) {
            if (!sides.contains(u)) {
                collapse(u.seam());
            }
        }
        Use a = sides.get(0);
        Use b = sides.get(1);
        Sheet other = beyond(strip, b.seam());
        for (List<Use> loop : other.loops) {
            loop.replaceAll(u -> u.seam() == b.seam() ? new Use(a.seam(), a.forward()) : u);
        }
        sheets.remove(strip);
        if (a.seam().closed() != b.seam().closed()) {
            throw new GeometryException(
                    GeometryException.Reason.INCONSISTENT,
                    "A face can't be closed up: its two sides end in different ways.");
        }
    }

    /** Takes a sheet out by drawing all its seams together into one corner. */
    void closeToPoint(Sheet s) {
        for (Use u : s.uses()) {
            collapse(u.seam());
        }
        sheets.remove(s);
    }

    /** The body, once every corner and curve is known. What has stayed as it was is the very same vertex, edge and face. */
    Body body(java.util.function.Function<Face, List<io.tallember.solid.Origin>> origins, double tolerance) {
        Map<Corner, Vertex> vertices = new IdentityHashMap<>();
        Map<Seam, Edge> edges = new IdentityHashMap<>();
        List<List<Face>> shells = new ArrayList<>();
        for (Sheet s : sheets) {
            List<Loop> loops = new ArrayList<>();
            for (List<Use> loop : s.loops) {
                List<Coedge> around = new ArrayList<>();
                for (Use u : loop) {
                    Edge e = edges.computeIfAbsent(u.seam(), k -> edge(k, vertices, tolerance));
                    around.add(new Coedge(e, u.forward() == u.seam().along));
                }
                loops.add(new Loop(around));
            }
            while (shells.size() <= s.shell) {
                shells.add(new ArrayList<>());
            }
            List<io.tallember.solid.Origin> from = origins.apply(s.of);
            boolean same = s.surface == s.of.surface()
                    && s.sense == s.of.sense()
                    && from.equals(s.of.origins())
                    && loops.equals(s.of.loops());
            shells.get(s.shell).add(same ? s.of : new Face(s.surface, s.sense, loops, from));
        }
        return new Body(
                shells.stream().filter(f -> !f.isEmpty()).map(Shell::new).toList());
    }

    private static Edge edge(Seam s, Map<Corner, Vertex> vertices, double tolerance) {
        Vertex a = vertices.computeIfAbsent(s.start, k -> vertex(k, tolerance));
        Vertex b = vertices.computeIfAbsent(s.end, k -> vertex(k, tolerance));
        boolean same = !s.added
                && s.along
                && s.of.start() == a
                && s.of.end() == b
                && s.of.curve().equals(s.curve)
                && s.of.range().equals(s.range);
        if (same) {
            return s.of;
        }
        return s.along ? new Edge(s.curve, s.range, a, b, tolerance) : new Edge(s.curve, s.range, b, a, tolerance);
    }

    private static Vertex vertex(Corner c, double tolerance) {
        return c.of != null && c.of.point().equals(c.at) ? c.of : new Vertex(c.at, tolerance);
    }
}
