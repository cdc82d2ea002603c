package io.tallember.solid.mesh;

import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;

/**
 * Triangles for a body's faces. Each edge becomes one polyline, used by both of its faces, so the mesh is watertight by
 * construction; each face is flattened ({@link Flat}) and triangulated there with its edges' points and, where it bends both
 * ways, points of its own.
 */
public final class Tessellator {
    private final MeshQuality quality;
    private final Map<Edge, Vec3[]> lines = new IdentityHashMap<>();

    public Tessellator(MeshQuality quality) {
        this.quality = quality;
    }

    /** One mesh for each face of the body, in the order of {@link Body#faces()}. */
    public List<FaceMesh> mesh(Body body) {
        return body.faces().stream().map(this::mesh).toList();
    }

    public FaceMesh mesh(Face face) {
        if (face.surface() instanceof Sphere s && face.loops().isEmpty()) {
            return SphereMap.whole(face, s, quality);
        }
        if (face.loops().isEmpty()) {
            return RingMap.whole(face, quality);
        }
        Flat flat = flat(face);
        List<Vec3> points = new ArrayList<>();
        List<List<Corner>> loops = new ArrayList<>();
        for (Loop loop : face.loops()) {
            loops.add(corners(loop, flat, points));
        }
        loops.addAll(flat.seams(points));
        List<List<Corner>> polygons =
                flat.period() > 0 ? new Unrolling(flat.period()).polygons(loops, flat.tip(points)) : loops;
        polygons = polygons.stream().map(p -> withCut(p, flat, points)).toList();
        List<Net> nets = flat.nets();
        if (nets.isEmpty() && polygons.size() == 1) {
            int[] strip = Band.of(polygons.get(0));
            if (strip != null) {
                orient(strip, points, face);
                return assembled(face, flat, points, strip);
            }
        }
        Rest rest = new Rest(polygons);
        fill(nets, flat, rest, points);
        int[] triangles = rest.triangulated();
        orient(triangles, points, face);
        return assembled(face, flat, points, triangles);
    }

    /** The polygon with points of the surface along the cut that opens a face round an axis, the same ones on both its sides. */
    private static List<Corner> withCut(List<Corner> polygon, Flat flat, List<Vec3> points) {
        int n = polygon.size();
        Map<List<Integer>, Integer> sides = new HashMap<>();
        for (int i = 0; i < n && flat.period() > 0; i++) {
            sides.put(List.of(polygon.get(i).point(), polygon.get((i + 1) % n).point()), i);
        }
        Map<Integer, List<Corner>> between = new HashMap<>();
        sides.forEach((ends, i) -> {
            Integer back = sides.get(List.of(ends.get(1), ends.get(0)));
            if (back == null || i > back) {
                return;
            }
            Corner p = polygon.get(i);
            Corner q = polygon.get((i + 1) % n);
            double shift = polygon.get((back + 1) % n).x() - p.x();
            List<Vec3> cut = flat.alongCut(p, q);
            List<Corner> there = new ArrayList<>();
            List<Corner> backward = new ArrayList<>();
            for (int k = 0; k < cut.size(); k++) {
                double f = (k + 1.0) / (cut.size() + 1);
                Corner c = new Corner(p.x() + f * (q.x() - p.x()), p.y() + f * (q.y() - p.y()), points.size());
                points.add(cut.get(k));
                there.add(c);
                backward.add(0, c.shifted(shift));
            }
            between.put(i, there);
            between.put(back, backward);
        });
        if (between.isEmpty()) {
            return polygon;
        }
        List<Corner> out = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            out.add(polygon.get(i));
            out.addAll(between.getOrDefault(i, List.of()));
        }
        return out;
    }

    /** Lays the nets over the face: triangles where they are clear of the boundary, points for triangulating elsewhere. */
    private static void fill(List<Net> nets, Flat flat, Rest rest, List<Vec3> points) {
        if (nets.isEmpty()) {
            return;
        }
        // a net of one row has none
        double diagonal = Math.max(
                flat.spacing(), nets.stream().mapToDouble(Net::diagonal).max().orElse(0));
        Rows rows = new Rows(rest.polygons());
        Clearing near = new Clearing(boundary(rest.polygons(), points, 0.4 * flat.spacing()), 0.4 * flat.spacing());
        Clearing wide = new Clearing(boundary(rest.polygons(), points, 0.3 * diagonal), 0.95 * diagonal);
        for (Net net : nets) {
            Corner[][] corners = new Corner[net.points().length][];
            boolean[][] clear = new boolean[corners.length][];
            for (int i = 0; i < corners.length; i++) {
                Vec3[] row = net.points()[i];
                corners[i] = new Corner[row.length];
                clear[i] = new boolean[row.length];
                for (int k = 0; k < row.length; k++) {
                    Corner c = inside(flat.corner(row[k], points.size()), flat.period(), rows);
                    if (c != null && near.clear(row[k])) {
                        corners[i][k] = c;
                        clear[i][k] = wide.clear(row[k]);
                        points.add(row[k]);
                    }
                }
            }
            rest.add(net.filled(corners, clear, flat.period()));
        }
    }

    /** Points along the polygons no farther apart than asked. */
    private static List<Vec3> boundary(List<List<Corner>> polygons, List<Vec3> points, double apart) {
        List<Vec3> out = new ArrayList<>();
        for (List<Corner> polygon : polygons) {
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
    private static Corner inside(Corner c, double period, Rows polygons) {
        for (int turn = period > 0 ? -2 : 0; turn <= (period > 0 ? 2 : 0); turn++) {
            Corner k = turn == 0 ? c : c.shifted(turn * period);
            if (polygons.within(k.x(), k.y())) {
                return k;
            }
        }
        return null;
    }

    private Flat flat(Face face) {
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

    private static FaceMesh assembled(Face face, Flat flat, List<Vec3> points, int[] triangles) {
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

    private List<Corner> corners(Loop loop, Flat flat, List<Vec3> points) {
        List<Coedge> coedges = new ArrayList<>(loop.coedges());
        int atTip = 0;
        while (atTip < coedges.size() && !flat.isTip(coedges.get(atTip).start().point())) {
            atTip++;
        }
        boolean throughTip = atTip < coedges.size();
        if (throughTip) {
            Collections.rotate(coedges, -atTip);
        }
        List<Corner> out = new ArrayList<>();
        for (Coedge c : coedges) {
            Vec3[] line = lines.computeIfAbsent(c.edge(), e -> EdgeLine.of(e, quality));
            for (int i = 0; i + 1 < line.length; i++) {
                Vec3 p = line[c.forward() ? i : line.length - 1 - i];
                Corner k = flat.corner(p, points.size());
                if (flat.period() > 0 && !out.isEmpty() && !(throughTip && out.size() == 1)) {
                    double dx = k.x() - out.get(out.size() - 1).x();
                    k = k.shifted(-flat.period() * Math.rint(dx / flat.period()));
                }
                points.add(p);
                out.add(k);
            }
        }
        if (throughTip) {
            // all directions meet in the tip: in the plane it is a line, from below the first point to below the last
            Corner tip = out.get(0);
            Unrolling.tipLine(tip, out.get(out.size() - 1).x(), out.get(1).x(), out);
            out.remove(out.size() - 1);
            out.set(0, new Corner(out.get(1).x(), tip.y(), tip.point()));
        }
        return out;
    }

    /** All triangles run one way round in the flattened face; the largest tells whether that is the face's way. */
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
            for (int i = 0; i < t.length; i += 3) {
                int k = t[i + 1];
                t[i + 1] = t[i + 2];
                t[i + 2] = k;
            }
        }
    }
}
