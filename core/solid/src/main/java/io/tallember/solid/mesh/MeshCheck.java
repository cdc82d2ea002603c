package io.tallember.solid.mesh;

import io.tallember.geometry.Vec3;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.mass.MassProperties;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Function;

/**
 * Whether a mesh is its face: bounded by just the polylines of the face's edges, so that the meshes of a body's faces close up;
 * turned outward everywhere; of the face's area, and as much flux through it, within what the chords take off. These are sums
 * over the triangles; the face's own are exact integrals.
 */
final class MeshCheck {
    /** How much of its area a mesh may lose by turning in steps of the angle allowed, both ways. */
    private static final double BENDS = 0.02;
    /** Triangles next to a chord of an edge may be turned away by it; this much of the area. */
    private static final double TURNED = 0.01;
    /** How far triangles stray from the surface, in chords. */
    private static final double STRAY = 2;

    private MeshCheck() {}

    /** What is wrong with the mesh of a face, or null. */
    static String fault(Face face, FaceMesh m, Function<Edge, EdgeLine> lines, MeshQuality quality) {
        if (!bounded(face, m, lines)) {
            return "it isn't closed";
        }
        MassProperties.Flux exact = MassProperties.flux(face);
        double area = 0;
        double turned = 0;
        double flux = 0;
        double[] p = m.positions();
        double[] n = m.normals();
        for (int i = 0; i < m.triangles().length; i += 3) {
            int a = 3 * m.triangles()[i];
            int b = 3 * m.triangles()[i + 1];
            int c = 3 * m.triangles()[i + 2];
            double ux = p[b] - p[a];
            double uy = p[b + 1] - p[a + 1];
            double uz = p[b + 2] - p[a + 2];
            double vx = p[c] - p[a];
            double vy = p[c + 1] - p[a + 1];
            double vz = p[c + 2] - p[a + 2];
            double x = 0.5 * (uy * vz - uz * vy);
            double y = 0.5 * (uz * vx - ux * vz);
            double z = 0.5 * (ux * vy - uy * vx);
            double size = Math.sqrt(x * x + y * y + z * z);
            area += size;
            double facing = x * (n[a] + n[b] + n[c])
                    + y * (n[a + 1] + n[b + 1] + n[c + 1])
                    + z * (n[a + 2] + n[b + 2] + n[c + 2]);
            if (facing < 0) {
                turned += size;
            }
            flux += (x * (p[a] - exact.about().x())
                            + y * (p[a + 1] - exact.about().y())
                            + z * (p[a + 2] - exact.about().z()))
                    / 3;
        }
        double reach = face.bounds().diagonal();
        // on small faces the angle allowed keeps chords shorter than the quality does
        double chord = Math.min(quality.chord(), 0.05 * reach);
        double rim = 0;
        for (Coedge c : face.coedges()) {
            EdgeLine line = lines.apply(c.edge());
            for (int i = 0; i < line.chords(); i++) {
                rim += line.length(i);
            }
        }
        double slack = BENDS * exact.area() + chord * rim + 1e-9;
        if (Math.abs(area - exact.area()) > slack) {
            return String.format("its area is %.6g instead of %.6g", area, exact.area());
        }
        if (turned > TURNED * exact.area() + chord * rim) {
            return "it is folded";
        }
        if (Math.abs(flux - exact.volume()) > STRAY * chord * exact.area() + chord * rim * reach / 3 + 1e-9) {
            return "it strays from the surface";
        }
        return null;
    }

    /** Whether the sides that aren't shared by two triangles are the chords of the face's edges, each once and the right way round. */
    private static boolean bounded(Face face, FaceMesh m, Function<Edge, EdgeLine> lines) {
        Map<Vec3, Integer> number = new HashMap<>();
        int[] points = new int[m.positions().length / 3];
        int rim = 0;
        for (Coedge c : face.coedges()) {
            for (Vec3 q : lines.apply(c.edge()).points()) {
                number.putIfAbsent(q, number.size());
            }
            rim += lines.apply(c.edge()).chords();
        }
        int next = number.size();
        for (int i = 0; i < points.length; i++) {
            Integer known =
                    number.get(new Vec3(m.positions()[3 * i], m.positions()[3 * i + 1], m.positions()[3 * i + 2]));
            points[i] = known != null ? known : next++;
        }
        long[] sides = new long[m.triangles().length + rim];
        int n = 0;
        for (int i = 0; i < m.triangles().length; i += 3) {
            for (int k = 0; k < 3; k++) {
                sides[n++] = side(points[m.triangles()[i + k]], points[m.triangles()[i + (k + 1) % 3]]);
            }
        }
        for (Coedge c : face.coedges()) {
            Vec3[] line = lines.apply(c.edge()).points();
            for (int i = 0; i + 1 < line.length; i++) {
                int p = number.get(line[c.forward() ? i + 1 : i]);
                int q = number.get(line[c.forward() ? i : i + 1]);
                if (p != q) {
                    sides[n++] = side(p, q);
                }
            }
        }
        Arrays.sort(sides, 0, n);
        for (int i = 0; i < n; ) {
            int balance = 0;
            int k = i;
            while (k < n && sides[k] >> 1 == sides[i] >> 1) {
                balance += (sides[k] & 1) == 0 ? 1 : -1;
                k++;
            }
            if (balance != 0) {
                return false;
            }
            i = k;
        }
        return true;
    }

    /** A side's two points, the lesser first, and which way it runs. */
    private static long side(int p, int q) {
        return ((long) Math.min(p, q) << 32) + 2L * Math.max(p, q) + (p < q ? 0 : 1);
    }
}
