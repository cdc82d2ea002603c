package io.tallember.server.parts;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.mesh.EdgeLine;
import io.tallember.solid.mesh.FaceMesh;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.mesh.Tessellator;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.WeakHashMap;
import java.util.function.Supplier;
import java.util.zip.CRC32C;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Faces and edges as the browser draws them: little-endian 32-bit numbers in base64, under a key of their content, so that
 * the browser asks only for what it hasn't got.
 */
@Component
public class Drawn {
    /**
     * A face has positions and normals of points and triangles between them; an edge has a line of points only.
     *
     * @param key of the content
     * @param picked a point on the face and its outward normal, or the middle of the edge
     */
    record Shape(String key, byte[] positions, byte[] normals, byte[] triangles, byte[] line, ObjectNode picked) {
        int size() {
            return positions.length + normals.length + triangles.length + line.length;
        }

        ObjectNode content() {
            ObjectNode n = JsonNodeFactory.instance.objectNode();
            if (line.length > 0) {
                return n.put("line", encoded(line));
            }
            return n.put("positions", encoded(positions))
                    .put("normals", encoded(normals))
                    .put("triangles", encoded(triangles));
        }
    }

    /**
     * The shapes of a body.
     *
     * @param faces in the body's order; a face that can't be drawn has no triangles, and its edges stand for it
     * @param edges in the body's order
     * @param faults what kept a face or an edge from being drawn, by its number among the faces, or the faces and edges
     */
    record Shapes(List<Shape> faces, List<Shape> edges, Map<Integer, String> faults) {}

    private static final Logger LOG = LoggerFactory.getLogger(Drawn.class);

    private final Map<Body, Shapes> bodies = Collections.synchronizedMap(new WeakHashMap<>());
    private final Map<FaceMesh, Shape> faces = Collections.synchronizedMap(new WeakHashMap<>());

    Shapes of(Body body) {
        Shapes known = bodies.get(body);
        if (known == null) {
            known = draw(body);
            bodies.put(body, known);
        }
        return known;
    }

    private Shapes draw(Body body) {
        Tessellator.Meshed m = new Tessellator(MeshQuality.DISPLAY).attempt(body);
        List<Shape> all = new ArrayList<>();
        List<Shape> lines = new ArrayList<>();
        Map<Integer, String> faults = new TreeMap<>();
        for (int i = 0; i < body.faces().size(); i++) {
            Face f = body.faces().get(i);
            FaceMesh mesh = m.faces().get(i);
            if (mesh == null) {
                faults.put(i, m.faults().get(f));
            }
            all.add(mesh == null ? caught(i, faults, () -> draw(f, NONE)) : shape(f, mesh, i, faults));
        }
        for (int i = 0; i < body.edges().size(); i++) {
            Edge e = body.edges().get(i);
            EdgeLine line = m.lines().get(i);
            lines.add(caught(all.size() + i, faults, () -> draw(e, line)));
        }
        return new Shapes(List.copyOf(all), List.copyOf(lines), faults);
    }

    private Shape shape(Face f, FaceMesh mesh, int number, Map<Integer, String> faults) {
        Shape known = faces.get(mesh);
        if (known == null) {
            known = caught(number, faults, () -> draw(f, mesh));
            if (!faults.containsKey(number)) {
                faces.put(mesh, known);
            }
        }
        return known;
    }

    /** Whatever happens while one face or edge is drawn, the others are shown, and it is told. */
    private static Shape caught(int number, Map<Integer, String> faults, Supplier<Shape> draw) {
        try {
            return draw.get();
        } catch (GeometryException | IllegalStateException | ArithmeticException | IndexOutOfBoundsException e) {
            LOG.warn("A face or edge could not be drawn", e);
            faults.put(number, String.valueOf(e.getMessage()));
            ObjectNode picked = JsonNodeFactory.instance.objectNode();
            picked.putArray("point").add(0).add(0).add(0);
            picked.putArray("out").add(0).add(0).add(1);
            return new Shape("none", EMPTY, EMPTY, EMPTY, EMPTY, picked);
        }
    }

    private static final byte[] EMPTY = {};
    private static final FaceMesh NONE = new FaceMesh(new double[0], new double[0], new int[0]);

    private static Shape draw(Face face, FaceMesh m) {
        byte[] p = floats(m.positions());
        byte[] n = floats(m.normals());
        byte[] t = ints(inOrder(m.triangles()));
        ObjectNode picked = JsonNodeFactory.instance.objectNode();
        Vec3 point = face.region()
                .interiorPoint(Tolerance.DEFAULT)
                .orElse(face.bounds().centre());
        picked.putArray("point").add(point.x()).add(point.y()).add(point.z());
        Vec3 out = face.outward(point);
        picked.putArray("out").add(out.x()).add(out.y()).add(out.z());
        if (face.surface() instanceof Plane) {
            picked.putArray("normal").add(out.x()).add(out.y()).add(out.z());
        }
        return new Shape("f" + key(p, n, t), p, n, t, EMPTY, picked);
    }

    private static Shape draw(Edge edge, EdgeLine drawn) {
        Vec3[] line = drawn.points();
        double[] flat = new double[3 * line.length];
        for (int i = 0; i < line.length; i++) {
            flat[3 * i] = line[i].x();
            flat[3 * i + 1] = line[i].y();
            flat[3 * i + 2] = line[i].z();
        }
        byte[] p = floats(flat);
        ObjectNode picked = JsonNodeFactory.instance.objectNode();
        Vec3 mid = edge.middle();
        picked.putArray("point").add(mid.x()).add(mid.y()).add(mid.z());
        return new Shape("e" + key(p), EMPTY, EMPTY, EMPTY, p, picked);
    }

    private static byte[] floats(double[] in) {
        ByteBuffer b = ByteBuffer.allocate(4 * in.length).order(ByteOrder.LITTLE_ENDIAN);
        for (double v : in) {
            b.putFloat((float) v);
        }
        return b.array();
    }

    private static byte[] ints(int[] in) {
        ByteBuffer b = ByteBuffer.allocate(4 * in.length).order(ByteOrder.LITTLE_ENDIAN);
        for (int v : in) {
            b.putInt(v);
        }
        return b.array();
    }

    /** Triangles by their points, the least first, so that meshes that are alike in most places are told alike there. */
    private static int[] inOrder(int[] triangles) {
        int[][] all = new int[triangles.length / 3][];
        for (int i = 0; i < all.length; i++) {
            int a = triangles[3 * i];
            int b = triangles[3 * i + 1];
            int c = triangles[3 * i + 2];
            all[i] = a < b && a < c ? new int[] {a, b, c} : b < c ? new int[] {b, c, a} : new int[] {c, a, b};
        }
        Arrays.sort(all, Arrays::compare);
        return Arrays.stream(all).flatMapToInt(Arrays::stream).toArray();
    }

    static String encoded(byte[] b) {
        return Base64.getEncoder().encodeToString(b);
    }

    /** Two different hashes and the size, so that two shapes with one key don't occur. */
    private static String key(byte[]... parts) {
        CRC32C crc = new CRC32C();
        long fnv = 0xcbf29ce484222325L;
        long size = 0;
        for (byte[] part : parts) {
            crc.update(part);
            size += part.length;
            for (byte b : part) {
                fnv = (fnv ^ b) * 0x100000001b3L;
            }
        }
        return Long.toString(crc.getValue(), 36) + Long.toUnsignedString(fnv, 36) + Long.toString(size, 36);
    }
}
