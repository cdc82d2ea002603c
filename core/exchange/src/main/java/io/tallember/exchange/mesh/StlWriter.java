package io.tallember.exchange.mesh;

import io.tallember.geometry.GeometryException;
import io.tallember.solid.Body;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** Binary STL in mm: 80 bytes of head, a count, 50 bytes a facet, little-endian. */
public final class StlWriter {
    private StlWriter() {}

    /**
     * All bodies in one file, closed and outward, to the export mesh quality.
     *
     * @throws GeometryException BAD_VALUE when there would be more than five million facets
     */
    public static byte[] write(List<Body> bodies) {
        return write(bodies, Welded.MOST);
    }

    static byte[] write(List<Body> bodies, int most) {
        List<Welded> meshes = new ArrayList<>();
        int facets = 0;
        for (Body b : bodies) {
            meshes.add(Welded.of(b, most - facets, most));
            facets += meshes.get(meshes.size() - 1).triangles().size();
        }
        ByteBuffer out = ByteBuffer.allocate(84 + 50 * facets).order(ByteOrder.LITTLE_ENDIAN);
        out.put("Tall Ember, millimetres".getBytes(StandardCharsets.US_ASCII));
        out.putInt(80, facets).position(84);
        for (Welded m : meshes) {
            for (int[] t : m.triangles()) {
                facet(m.points().get(t[0]), m.points().get(t[1]), m.points().get(t[2]), out);
            }
        }
        return out.array();
    }

    private static void facet(float[] a, float[] b, float[] c, ByteBuffer out) {
        double[] u = {b[0] - a[0], b[1] - a[1], b[2] - a[2]};
        double[] v = {c[0] - a[0], c[1] - a[1], c[2] - a[2]};
        double[] n = {u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]};
        double size = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
        for (double x : n) {
            out.putFloat((float) (size == 0 ? 0 : x / size));
        }
        for (float[] p : List.of(a, b, c)) {
            out.putFloat(p[0]).putFloat(p[1]).putFloat(p[2]);
        }
        out.putShort((short) 0);
    }
}
