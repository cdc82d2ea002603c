package io.tallember.server.parts;

import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.mesh.EdgeLine;
import io.tallember.solid.mesh.FaceMesh;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.mesh.Tessellator;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Base64;
import java.util.Collections;
import java.util.Map;
import java.util.WeakHashMap;
import java.util.zip.CRC32C;
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
     * @param key of the content
     * @param picked a point on the face and its outward normal, or the middle of the edge
     */
    record Shape(String key, ObjectNode content, ObjectNode picked) {}

    private final Map<Face, Shape> faces = Collections.synchronizedMap(new WeakHashMap<>());
    private final Map<Edge, Shape> edges = Collections.synchronizedMap(new WeakHashMap<>());

    Shape of(Face face) {
        Shape known = faces.get(face);
        if (known == null) {
            known = draw(face);
            faces.put(face, known);
        }
        return known;
    }

    Shape of(Edge edge) {
        Shape known = edges.get(edge);
        if (known == null) {
            known = draw(edge);
            edges.put(edge, known);
        }
        return known;
    }

    private static Shape draw(Face face) {
        FaceMesh m = new Tessellator(MeshQuality.DISPLAY).mesh(face);
        byte[] p = floats(m.positions());
        byte[] n = floats(m.normals());
        byte[] t = ints(m.triangles());
        ObjectNode content = JsonNodeFactory.instance.objectNode();
        content.put("positions", encoded(p)).put("normals", encoded(n)).put("triangles", encoded(t));
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
        return new Shape("f" + key(p, n, t), content, picked);
    }

    private static Shape draw(Edge edge) {
        Vec3[] line = EdgeLine.of(edge, MeshQuality.DISPLAY);
        double[] flat = new double[3 * line.length];
        for (int i = 0; i < line.length; i++) {
            flat[3 * i] = line[i].x();
            flat[3 * i + 1] = line[i].y();
            flat[3 * i + 2] = line[i].z();
        }
        byte[] p = floats(flat);
        ObjectNode content = JsonNodeFactory.instance.objectNode();
        content.put("line", encoded(p));
        ObjectNode picked = JsonNodeFactory.instance.objectNode();
        Vec3 mid = edge.middle();
        picked.putArray("point").add(mid.x()).add(mid.y()).add(mid.z());
        return new Shape("e" + key(p), content, picked);
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

    private static String encoded(byte[] b) {
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
