package io.tallember.exchange;

import io.tallember.geometry.GeometryException;
import io.tallember.solid.Body;
import io.tallember.solid.mesh.FaceMesh;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.mesh.Tessellator;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** Binary STL in mm: 80 bytes of head, a count, 50 bytes a facet, little-endian. */
public final class StlWriter {
    private StlWriter() {}

    /** The most facets in a file: 250 MB. */
    private static final int MOST = 5_000_000;

    /**
     * All bodies in one file, closed and outward, to the export mesh quality.
     *
     * @throws GeometryException BAD_VALUE when there would be more than five million facets
     */
    public static byte[] write(List<Body> bodies) {
        return write(bodies, MOST);
    }

    static byte[] write(List<Body> bodies, int most) {
        List<byte[]> facets = new ArrayList<>();
        Tessellator mesher = new Tessellator(MeshQuality.EXPORT);
        for (Body b : bodies) {
            for (FaceMesh m : mesher.mesh(b)) {
                for (int i = 0; i < m.triangles().length; i += 3) {
                    facet(m, i, facets);
                }
                if (facets.size() > most) {
                    throw new GeometryException(
                            GeometryException.Reason.BAD_VALUE,
                            "The mesh of this part has more than " + most
                                    + " facets, which is more than a file of them can hold here. Hand over STEP, or fewer bodies.");
                }
            }
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream(84 + 50 * facets.size());
        ByteBuffer head = ByteBuffer.allocate(84).order(ByteOrder.LITTLE_ENDIAN);
        head.put("Tall Ember, millimetres".getBytes(StandardCharsets.US_ASCII));
        head.putInt(80, facets.size());
        out.writeBytes(head.array());
        facets.forEach(out::writeBytes);
        return out.toByteArray();
    }

    /** One facet, unless its corners fall together in single precision. */
    private static void facet(FaceMesh m, int first, List<byte[]> facets) {
        float[] p = new float[9];
        for (int k = 0; k < 3; k++) {
            for (int c = 0; c < 3; c++) {
                p[3 * k + c] = (float) m.positions()[3 * m.triangles()[first + k] + c];
            }
        }
        double[] u = {p[3] - p[0], p[4] - p[1], p[5] - p[2]};
        double[] v = {p[6] - p[0], p[7] - p[1], p[8] - p[2]};
        double[] n = {u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]};
        double size = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
        boolean collapsed = same(p, 0, 3) || same(p, 3, 6) || same(p, 6, 0);
        if (collapsed) {
            return;
        }
        ByteBuffer b = ByteBuffer.allocate(50).order(ByteOrder.LITTLE_ENDIAN);
        for (double x : n) {
            b.putFloat((float) (size == 0 ? 0 : x / size));
        }
        for (float x : p) {
            b.putFloat(x);
        }
        facets.add(b.array());
    }

    private static boolean same(float[] p, int i, int j) {
        return p[i] == p[j] && p[i + 1] == p[j + 1] && p[i + 2] == p[j + 2];
    }
}
