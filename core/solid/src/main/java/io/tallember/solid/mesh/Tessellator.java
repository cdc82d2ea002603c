package io.tallember.solid.mesh;

import io.tallember.geometry.Cylinder;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/**
 * Faces to triangles. Edges are cut into points once; each face's loops are unwrapped into the parameter plane and filled by
 * a constrained Delaunay triangulation. On cylinders the height is pressed flat first, so that triangles span little of the
 * turn and much of the height, which keeps the chord error that of the edges. A face that runs all the way round is cut open
 * along a line for the triangulation only.
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

    /** A corner of a triangulation: where it is in the flattened parameters, and which point of the mesh it stands for. */
    private record Corner(double x, double y, int point) {
        Corner shifted(double dx) {
            return new Corner(x + dx, y, point);
        }
    }

    public FaceMesh mesh(Face face) {
        List<Vec3> points = new ArrayList<>();
        List<List<Corner>> loops = new ArrayList<>();
        Flat flat = new Flat(face);
        for (Loop loop : face.loops()) {
            loops.add(corners(loop, flat, points));
        }
        List<List<Corner>> polygons = flat.period() > 0 ? cutOpen(loops, flat) : loops;
        int[] triangles = triangulate(polygons, face.sense());
        double[] positions = new double[3 * points.size()];
        double[] normals = new double[3 * points.size()];
        for (int i = 0; i < points.size(); i++) {
            put(positions, i, points.get(i));
            put(normals, i, face.outward(points.get(i)));
        }
        return new FaceMesh(positions, normals, triangles);
    }

    private static void put(double[] a, int i, Vec3 p) {
        a[3 * i] = p.x();
        a[3 * i + 1] = p.y();
        a[3 * i + 2] = p.z();
    }

    /** The parameter plane scaled for triangulating: near isometric on planes, pressed flat along a cylinder's axis. */
    private final class Flat {
        private final Surface surface;
        private final Vec2 origin;
        private final double sx;
        private final double sy;

        Flat(Face face) {
            surface = face.surface();
            origin = surface.project(face.bounds().centre());
            if (surface instanceof Cylinder c) {
                double height = 0;
                for (Coedge e : face.coedges()) {
                    height = Math.max(
                            height, Math.abs(surface.project(e.pointAt(0)).y() - origin.y()));
                }
                sx = 1 / quality.step(c.radius());
                sy = 0.4 / Math.max(height, 1e-6);
            } else {
                sx = 1 / Math.max(face.bounds().diagonal(), 1e-9);
                sy = sx;
            }
        }

        double period() {
            return surface.uPeriod() * sx;
        }

        Corner corner(Vec3 p, int point) {
            Vec2 uv = surface.project(p);
            return new Corner((uv.x() - origin.x()) * sx, (uv.y() - origin.y()) * sy, point);
        }
    }

    private List<Corner> corners(Loop loop, Flat flat, List<Vec3> points) {
        List<Corner> out = new ArrayList<>();
        for (Coedge c : loop.coedges()) {
            Vec3[] line = lines.computeIfAbsent(c.edge(), e -> EdgeLine.of(e, quality));
            for (int i = 0; i + 1 < line.length; i++) {
                Vec3 p = line[c.forward() ? i : line.length - 1 - i];
                Corner k = flat.corner(p, points.size());
                if (flat.period() > 0 && !out.isEmpty()) {
                    double dx = k.x() - out.get(out.size() - 1).x();
                    k = k.shifted(-flat.period() * Math.rint(dx / flat.period()));
                }
                points.add(p);
                out.add(k);
            }
        }
        return out;
    }

    /** Loops of a periodic face as polygons of the plane: winding pairs joined by a cut, holes moved beside their outline. */
    private List<List<Corner>> cutOpen(List<List<Corner>> loops, Flat flat) {
        List<List<Corner>> winding = new ArrayList<>();
        List<List<Corner>> plain = new ArrayList<>();
        for (List<Corner> l : loops) {
            double last = l.get(0).x() - l.get(l.size() - 1).x();
            (Math.rint(last / flat.period()) != 0 ? winding : plain).add(l);
        }
        if (winding.isEmpty()) {
            List<Corner> outer = plain.stream()
                    .max(java.util.Comparator.comparingDouble(l -> Math.abs(area(l))))
                    .orElseThrow();
            List<List<Corner>> out = new ArrayList<>(List.of(outer));
            plain.stream().filter(l -> l != outer).forEach(l -> out.add(beside(l, outer, flat.period())));
            return out;
        }
        if (winding.size() != 2) {
            throw new GeometryException(GeometryException.Reason.INCONSISTENT, "A round face has an odd outline.");
        }
        List<Corner> outline = joined(winding.get(0), winding.get(1), plain, flat.period());
        List<List<Corner>> out = new ArrayList<>(List.of(outline));
        plain.forEach(l -> out.add(beside(l, outline, flat.period())));
        return out;
    }

    private List<Corner> joined(List<Corner> a, List<Corner> b, List<List<Corner>> holes, double period) {
        for (int i = 0; i < a.size(); i++) {
            Corner from = a.get(i);
            int best = 0;
            double bestDx = Double.POSITIVE_INFINITY;
            for (int k = 0; k < b.size(); k++) {
                double dx = Math.abs(wrapped(b.get(k).x() - from.x(), period));
                if (dx < bestDx) {
                    bestDx = dx;
                    best = k;
                }
            }
            Corner to = b.get(best)
                    .shifted(from.x()
                            + wrapped(b.get(best).x() - from.x(), period)
                            - b.get(best).x());
            if (clear(from, to, List.of(a, b), period) && clear(from, to, holes, period)) {
                return outline(a, i, b, best, to.x() - b.get(best).x(), period);
            }
        }
        throw new GeometryException(
                GeometryException.Reason.INCONSISTENT, "A round face could not be cut open for display.");
    }

    private static List<Corner> outline(List<Corner> a, int i, List<Corner> b, int k, double shift, double period) {
        List<Corner> out = new ArrayList<>();
        double turn = turn(a, period);
        for (int n = 0; n <= a.size(); n++) {
            Corner c = a.get((i + n) % a.size());
            out.add(c.shifted(i + n >= a.size() ? turn : 0));
        }
        double back = turn(b, period);
        for (int n = 0; n <= b.size(); n++) {
            Corner c = b.get((k + n) % b.size());
            out.add(c.shifted(shift + turn + (k + n >= b.size() ? back : 0)));
        }
        return out;
    }

    private static double turn(List<Corner> l, double period) {
        double dx = l.get(0).x() - l.get(l.size() - 1).x();
        return -period * Math.rint(dx / period);
    }

    private static double wrapped(double dx, double period) {
        return dx - period * Math.rint(dx / period);
    }

    private static boolean clear(Corner p, Corner q, List<List<Corner>> loops, double period) {
        for (List<Corner> l : loops) {
            for (int i = 0; i < l.size(); i++) {
                Corner a = l.get(i);
                Corner next = l.get((i + 1) % l.size());
                Corner b = next.shifted(a.x() + wrapped(next.x() - a.x(), period) - next.x());
                double shift = period * Math.rint((p.x() - a.x()) / period);
                for (int s = -1; s <= 1; s++) {
                    Corner a2 = a.shifted(shift + s * period);
                    Corner b2 = b.shifted(shift + s * period);
                    boolean shares = same(a2, p) || same(a2, q) || same(b2, p) || same(b2, q);
                    if (!shares && crossing(p, q, a2, b2)) {
                        return false;
                    }
                }
            }
        }
        return true;
    }

    private static boolean same(Corner a, Corner b) {
        return Math.abs(a.x() - b.x()) < 1e-9 && Math.abs(a.y() - b.y()) < 1e-9;
    }

    private static boolean crossing(Corner p, Corner q, Corner a, Corner b) {
        return side(p, q, a) * side(p, q, b) <= 0 && side(a, b, p) * side(a, b, q) <= 0;
    }

    private static double side(Corner p, Corner q, Corner r) {
        return (q.x() - p.x()) * (r.y() - p.y()) - (q.y() - p.y()) * (r.x() - p.x());
    }

    private static List<Corner> beside(List<Corner> hole, List<Corner> outline, double period) {
        Corner h = hole.get(0);
        for (int s = -2; s <= 2; s++) {
            double dx = s * period;
            if (within(h.shifted(dx), outline)) {
                return hole.stream().map(c -> c.shifted(dx)).toList();
            }
        }
        return hole;
    }

    private static boolean within(Corner p, List<Corner> polygon) {
        boolean in = false;
        for (int i = 0, j = polygon.size() - 1; i < polygon.size(); j = i++) {
            Corner a = polygon.get(i);
            Corner b = polygon.get(j);
            if (a.y() > p.y() != b.y() > p.y() && p.x() < (b.x() - a.x()) * (p.y() - a.y()) / (b.y() - a.y()) + a.x()) {
                in = !in;
            }
        }
        return in;
    }

    private static double area(List<Corner> l) {
        double s = 0;
        for (int i = 0; i < l.size(); i++) {
            Corner a = l.get(i);
            Corner b = l.get((i + 1) % l.size());
            s += a.x() * b.y() - b.x() * a.y();
        }
        return s / 2;
    }

    private static int[] triangulate(List<List<Corner>> polygons, boolean sense) {
        List<double[]> flat = new ArrayList<>();
        List<Corner> corners = new ArrayList<>();
        for (List<Corner> polygon : polygons) {
            double[] xy = new double[2 * polygon.size()];
            for (int i = 0; i < polygon.size(); i++) {
                xy[2 * i] = polygon.get(i).x();
                xy[2 * i + 1] = polygon.get(i).y();
            }
            flat.add(xy);
            corners.addAll(polygon);
        }
        int[] indices = Triangulation.of(flat);
        int[] out = new int[indices.length];
        for (int i = 0; i < out.length; i += 3) {
            out[i] = corners.get(indices[i]).point();
            out[i + 1] = corners.get(indices[sense ? i + 1 : i + 2]).point();
            out[i + 2] = corners.get(indices[sense ? i + 2 : i + 1]).point();
        }
        return out;
    }
}
