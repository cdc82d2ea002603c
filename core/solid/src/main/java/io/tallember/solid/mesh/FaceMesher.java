package io.tallember.solid.mesh;

import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;

/**
 * Triangles of one face, between the polylines of its edges: it is flattened ({@link FlatFace}) and triangulated there with its edges'
 * points and, where it bends both ways, points of its own.
 */
final class FaceMesher {
    private static final int ROUNDS = 10;
    private static final int MOST_ADDED = 20_000;

    private final Face face;
    private final Function<Edge, EdgeLine> lines;
    private final MeshQuality quality;
    private final FlatFace flat;
    private final List<Vec3> points = new ArrayList<>();
    /** Which chord begins at each of the points of the loops. */
    private final List<Chord> chords = new ArrayList<>();

    /** A chord of an edge's polyline. */
    record Chord(Edge edge, int number) {}

    /** A mesh, or the two chords that cross in the flattened face and so are too long. */
    record Outcome(FaceMesh mesh, Chord one, Chord other) {}

    private FaceMesher(Face face, Function<Edge, EdgeLine> lines, MeshQuality quality) {
        this.face = face;
        this.lines = lines;
        this.quality = quality;
        this.flat = flat();
    }

    static Outcome mesh(Face face, Function<Edge, EdgeLine> lines, MeshQuality quality) {
        if (face.surface() instanceof Sphere s && face.loops().isEmpty()) {
            return new Outcome(SphereMap.whole(face, s, quality), null, null);
        }
        if (face.loops().isEmpty()) {
            return new Outcome(RingMap.whole(face, quality), null, null);
        }
        return new FaceMesher(face, lines, quality).mesh(true);
    }

    /** The same another way: without a net, points are put where triangles are far from the surface, one after the other. */
    static Outcome carefully(Face face, Function<Edge, EdgeLine> lines, MeshQuality quality) {
        return face.loops().isEmpty() ? mesh(face, lines, quality) : new FaceMesher(face, lines, quality).mesh(false);
    }

    /** Only whether chords cross; no mesh otherwise. */
    static Outcome crossing(Face face, Function<Edge, EdgeLine> lines, MeshQuality quality) {
        FaceMesher m = new FaceMesher(face, lines, quality);
        return m.outcome(new Rest(m.polygons(m.loops()), false).triangulated());
    }

    private List<List<MeshCorner>> loops() {
        List<List<MeshCorner>> loops = new ArrayList<>();
        for (Loop loop : face.loops()) {
            loops.add(corners(loop, flat.begin(loops.size())));
        }
        loops.addAll(flat.seams(points));
        return loops;
    }

    private List<List<MeshCorner>> polygons(List<List<MeshCorner>> loops) {
        return flat.period() > 0
                ? new Unrolling(flat.period(), flat.periodY(), this::between).polygons(loops, flat.tip(points))
                : loops;
    }

    private Outcome mesh(boolean quickly) {
        List<List<MeshCorner>> loops = loops();
        List<List<MeshCorner>> polygons = polygons(loops);
        List<Net> nets = quickly ? flat.nets() : List.of();
        if (quickly && nets.isEmpty() && polygons.size() == 1) {
            int[] strip = Band.of(polygons.get(0));
            if (strip != null) {
                return new Outcome(assembled(turned(strip, loops)), null, null);
            }
        }
        Rest rest = new Rest(polygons, quickly && face.surface() instanceof Plane);
        fill(nets, rest);
        Rest.Triangles result = rest.triangulated();
        if (!quickly && result.crossing() == null) {
            result = refined(rest, result);
        }
        return result.crossing() != null
                ? outcome(result)
                : new Outcome(assembled(turned(result.triangles(), loops)), null, null);
    }

    private Outcome outcome(Rest.Triangles t) {
        return t.crossing() == null
                ? new Outcome(null, null, null)
                : new Outcome(
                        null, chord(t.crossing().get(0)), chord(t.crossing().get(1)));
    }

    private Chord chord(MeshCorner c) {
        return c != null && c.point() < chords.size() ? chords.get(c.point()) : null;
    }

    /** Triangles with points added in the middle of those that are farther from the surface than asked. */
    private Rest.Triangles refined(Rest rest, Rest.Triangles first) {
        Rest.Triangles now = first;
        int added = 0;
        for (int round = 0; round < ROUNDS && added < MOST_ADDED && now.crossing() == null; round++) {
            List<MeshCorner> more = new ArrayList<>();
            for (MeshCorner[] t : now.laidOut()) {
                double x = (t[0].x() + t[1].x() + t[2].x()) / 3;
                double y = (t[0].y() + t[1].y() + t[2].y()) / 3;
                Vec3 on = flat.at(x, y);
                Vec3 a = points.get(t[0].point());
                Vec3 n = points.get(t[1].point())
                        .minus(a)
                        .cross(points.get(t[2].point()).minus(a));
                if (Math.abs(on.minus(a).dot(n)) > quality.chord() * n.length()) {
                    more.add(new MeshCorner(x, y, points.size()));
                    points.add(on);
                }
            }
            if (more.isEmpty()) {
                break;
            }
            added += more.size();
            rest.add(more);
            now = rest.triangulated();
        }
        return now;
    }

    /** All triangles run one way round in the flattened face; the loops tell whether that is the face's way. */
    private int[] turned(int[] triangles, List<List<MeshCorner>> loops) {
        Set<Long> along = new LinkedHashSet<>();
        for (List<MeshCorner> l : loops.subList(0, face.loops().size())) {
            for (int i = 0; i < l.size(); i++) {
                along.add(side(l.get(i).point(), l.get((i + 1) % l.size()).point()));
            }
        }
        int right = 0;
        for (int i = 0; i < triangles.length; i += 3) {
            for (int k = 0; k < 3; k++) {
                int p = triangles[i + k];
                int q = triangles[i + (k + 1) % 3];
                right += along.contains(side(p, q)) ? 1 : along.contains(side(q, p)) ? -1 : 0;
            }
        }
        if (right < 0) {
            turn(triangles);
        }
        return triangles;
    }

    private static long side(int p, int q) {
        return ((long) p << 32) + q;
    }

    private static void turn(int[] t) {
        for (int i = 0; i < t.length; i += 3) {
            int k = t[i + 1];
            t[i + 1] = t[i + 2];
            t[i + 2] = k;
        }
    }

    /** Corners for points of the surface between two corners, where a face round an axis is cut open. */
    private List<MeshCorner> between(MeshCorner p, MeshCorner q) {
        List<Vec3> cut = flat.alongCut(p, q);
        List<MeshCorner> out = new ArrayList<>();
        for (int k = 0; k < cut.size(); k++) {
            double f = (k + 1.0) / (cut.size() + 1);
            out.add(new MeshCorner(p.x() + f * (q.x() - p.x()), p.y() + f * (q.y() - p.y()), points.size()));
            points.add(cut.get(k));
        }
        return out;
    }

    /** Lays the nets over the face: triangles where they are clear of the boundary, points for triangulating elsewhere. */
    private void fill(List<Net> nets, Rest rest) {
        if (nets.isEmpty()) {
            return;
        }
        // a net of one row has none
        double diagonal = Math.max(
                flat.spacing(), nets.stream().mapToDouble(Net::diagonal).max().orElse(0));
        Rows rows = new Rows(rest.polygons());
        Clearing near = new Clearing(boundary(rest.polygons(), 0.4 * flat.spacing()), 0.4 * flat.spacing());
        Clearing wide = new Clearing(boundary(rest.polygons(), 0.3 * diagonal), 0.95 * diagonal);
        for (Net net : nets) {
            MeshCorner[][] corners = new MeshCorner[net.points().length][];
            boolean[][] clear = new boolean[corners.length][];
            for (int i = 0; i < corners.length; i++) {
                Vec3[] row = net.points()[i];
                corners[i] = new MeshCorner[row.length];
                clear[i] = new boolean[row.length];
                for (int k = 0; k < row.length; k++) {
                    MeshCorner c = inside(flat.corner(row[k], points.size()), rows);
                    if (c != null && near.clear(row[k])) {
                        corners[i][k] = c;
                        clear[i][k] = wide.clear(row[k]);
                        points.add(row[k]);
                    }
                }
            }
            rest.add(net.filled(corners, clear, flat.period(), flat.periodY()));
        }
    }

    /** Points along the polygons no farther apart than asked. */
    private List<Vec3> boundary(List<List<MeshCorner>> polygons, double apart) {
        List<Vec3> out = new ArrayList<>();
        for (List<MeshCorner> polygon : polygons) {
            for (int i = 0; i < polygon.size(); i++) {
                Vec3 p = points.get(polygon.get(i).point());
                Vec3 q = points.get(polygon.get((i + 1) % polygon.size()).point());
                int n = Math.max(1, (int) Math.ceil(p.distance(q) / apart));
                for (int k = 0; k < n; k++) {
                    out.add(p.lerp(q, k / (double) n));
                }
            }
        }
        return out;
    }

    /** The corner, moved by whole periods into the polygons, or null when it lies outside all of them. */
    private MeshCorner inside(MeshCorner c, Rows polygons) {
        int turns = flat.period() > 0 ? 2 : 0;
        int ups = flat.periodY() > 0 ? 2 : 0;
        for (int turn = -turns; turn <= turns; turn++) {
            for (int up = -ups; up <= ups; up++) {
                MeshCorner k = turn == 0 && up == 0 ? c : c.shifted(turn * flat.period(), up * flat.periodY());
                if (polygons.within(k.x(), k.y())) {
                    return k;
                }
            }
        }
        return null;
    }

    private FlatFace flat() {
        Surface s = face.surface();
        if (s instanceof Sphere k) {
            return new SphereMap(face, k, quality);
        }
        if (s.vPeriod() > 0) {
            return new RingMap(face, s, quality);
        }
        if (s instanceof Cone || s instanceof Cylinder || s instanceof Extrusion) {
            return new WrapMap(face, quality);
        }
        if (!s.canonical()) {
            return new SheetMap(face, quality);
        }
        return new PlaneMap(face);
    }

    private FaceMesh assembled(int[] triangles) {
        Surface s = face.surface();
        return assembled(points, triangles, p -> {
            Vec2 uv = flat.known(p);
            return uv == null ? face.outward(p) : s.normal(uv.x(), uv.y()).times(face.sense() ? 1 : -1);
        });
    }

    static FaceMesh assembled(Face face, List<Vec3> points, int[] triangles) {
        return assembled(points, triangles, face::outward);
    }

    private static FaceMesh assembled(List<Vec3> points, int[] triangles, UnaryOperator<Vec3> outward) {
        double[] positions = new double[3 * points.size()];
        double[] normals = new double[3 * points.size()];
        for (int i = 0; i < points.size(); i++) {
            put(positions, i, points.get(i));
            put(normals, i, outward.apply(points.get(i)));
        }
        return new FaceMesh(positions, normals, triangles);
    }

    private static void put(double[] a, int i, Vec3 p) {
        a[3 * i] = p.x();
        a[3 * i + 1] = p.y();
        a[3 * i + 2] = p.z();
    }

    private List<MeshCorner> corners(Loop loop, Vec2 begin) {
        List<Coedge> coedges = new ArrayList<>(loop.coedges());
        int atTip = 0;
        while (atTip < coedges.size() && !flat.isTip(coedges.get(atTip).start().point())) {
            atTip++;
        }
        boolean throughTip = atTip < coedges.size();
        if (throughTip) {
            Collections.rotate(coedges, -atTip);
        }
        List<MeshCorner> out = new ArrayList<>();
        for (Coedge c : coedges) {
            EdgeLine line = lines.apply(c.edge());
            for (int i = 0; i < line.chords(); i++) {
                Vec3 p = line.points()[c.forward() ? i : line.chords() - i];
                MeshCorner k = flat.corner(p, points.size());
                if (out.isEmpty()) {
                    k = begin == null ? k : near(k, begin.x(), begin.y());
                } else if (!(throughTip && out.size() == 1)) {
                    MeshCorner last = out.get(out.size() - 1);
                    k = near(k, last.x(), last.y());
                }
                points.add(p);
                chords.add(new Chord(c.edge(), c.forward() ? i : line.chords() - 1 - i));
                out.add(k);
            }
        }
        if (throughTip) {
            // all directions meet in the tip: in the plane it is a line, from below the first point to below the last
            MeshCorner tip = out.get(0);
            Unrolling.tipLine(tip, out.get(out.size() - 1).x(), out.get(1).x(), out);
            out.remove(out.size() - 1);
            out.set(0, new MeshCorner(out.get(1).x(), tip.y(), tip.point()));
        }
        return out;
    }

    /** The corner moved by whole periods next to a place. */
    private MeshCorner near(MeshCorner k, double x, double y) {
        return k.shifted(-whole(k.x() - x, flat.period()), -whole(k.y() - y, flat.periodY()));
    }

    private static double whole(double d, double period) {
        return period > 0 ? period * Math.rint(d / period) : 0;
    }

    /** All triangles run one way round; the largest tells whether that is the face's way. */
    static void orient(int[] t, List<Vec3> points, Face face) {
        double most = 0;
        Vec3 largest = Vec3.ZERO;
        Vec3 at = Vec3.ZERO;
        for (int i = 0; i < t.length; i += 3) {
            Vec3 a = points.get(t[i]);
            Vec3 b = points.get(t[i + 1]);
            Vec3 c = points.get(t[i + 2]);
            Vec3 n = b.minus(a).cross(c.minus(a));
            if (n.dot(n) > most) {
                most = n.dot(n);
                largest = n;
                at = a.plus(b).plus(c).times(1.0 / 3);
            }
        }
        if (most > 0 && largest.dot(face.outward(at)) < 0) {
            turn(t);
        }
    }
}
