package io.tallember.exchange.mesh;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.solid.Body;
import io.tallember.solid.mesh.FaceMesh;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.mesh.Tessellator;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A body's closed mesh with each point once, in single precision as files have it.
 *
 * @param points x, y, z in mm
 * @param triangles three point numbers each, counter-clockwise seen from outside
 */
record Welded(List<float[]> points, List<int[]> triangles) {
    /** The most triangles of a file: 250 MB of STL. */
    static final int MOST = 5_000_000;

    private record Key(float x, float y, float z) {}

    /**
     * To the quality of files. Triangles whose corners fall together in single precision are left out, with the ones beside them
     * closing up.
     *
     * @throws GeometryException BAD_VALUE when there would be more than five million triangles
     */
    static Welded of(Body body) {
        return of(body, MOST, MOST);
    }

    /**
     * @param left how many more triangles there may be
     * @param most of the whole file, to be told
     */
    static Welded of(Body body, int left, int most) {
        List<float[]> points = new ArrayList<>();
        List<int[]> triangles = new ArrayList<>();
        Map<Key, Integer> known = new HashMap<>();
        for (FaceMesh m : new Tessellator(MeshQuality.EXPORT).mesh(body)) {
            int[] here = new int[m.positions().length / 3];
            for (int i = 0; i < here.length; i++) {
                // zero has two signs, which are one place
                float x = (float) m.positions()[3 * i] + 0f;
                float y = (float) m.positions()[3 * i + 1] + 0f;
                float z = (float) m.positions()[3 * i + 2] + 0f;
                Integer at = known.putIfAbsent(new Key(x, y, z), points.size());
                here[i] = at == null ? points.size() : at;
                if (at == null) {
                    points.add(new float[] {x, y, z});
                }
            }
            for (int i = 0; i < m.triangles().length; i += 3) {
                int a = here[m.triangles()[i]];
                int b = here[m.triangles()[i + 1]];
                int c = here[m.triangles()[i + 2]];
                if (a != b && b != c && c != a) {
                    triangles.add(new int[] {a, b, c});
                }
            }
            if (triangles.size() > left) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "The mesh of this part has more than " + most
                                + " triangles, which is more than a file of them can hold here. Hand over STEP, or fewer bodies.");
            }
        }
        return new Welded(points, triangles);
    }
}
