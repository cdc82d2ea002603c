package io.tallember.exchange.mesh;

import io.tallember.geometry.Vec3;
import io.tallember.solid.Edge;
import io.tallember.solid.mesh.EdgeLine;
import io.tallember.solid.mesh.FaceMesh;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.mesh.Tessellator;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * glTF 2.0 in one binary file: for each body a node with its name, its faces with the normals of the exact surfaces, and its edges as
 * lines. Written in mm with z up; the node above all turns y up and makes it metres, as the standard wants.
 */
public final class GltfWriter {
    private static final int MAGIC = 0x46546c67;
    private static final int JSON = 0x4e4f534a;
    private static final int BIN = 0x004e4942;
    private static final int FLOATS = 5126;
    private static final int WHOLE = 5125;
    private static final int ARRAY = 34962;
    private static final int ELEMENTS = 34963;
    private static final int LINES = 1;
    private static final int TRIANGLES = 4;
    private static final double HALF = Math.sqrt(0.5);

    private final ObjectNode root = JsonNodeFactory.instance.objectNode();
    private final ArrayNode views = JsonNodeFactory.instance.arrayNode();
    private final ArrayNode accessors = JsonNodeFactory.instance.arrayNode();
    private final ByteArrayOutputStream data = new ByteArrayOutputStream();

    private GltfWriter() {}

    /** @throws io.tallember.geometry.GeometryException where a body can't be meshed */
    public static byte[] write(String title, List<Handed> bodies) {
        return new GltfWriter().file(title, bodies);
    }

    private byte[] file(String title, List<Handed> bodies) {
        root.putObject("asset").put("version", "2.0").put("generator", "Tall Ember");
        root.put("scene", 0);
        root.putArray("scenes").addObject().put("name", title).putArray("nodes").add(0);
        ArrayNode nodes = root.putArray("nodes");
        ObjectNode top = nodes.addObject().put("name", title);
        top.putArray("rotation").add(-HALF).add(0).add(0).add(HALF);
        top.putArray("scale").add(1e-3).add(1e-3).add(1e-3);
        ArrayNode children = top.putArray("children");
        ArrayNode meshes = root.putArray("meshes");
        ArrayNode materials = root.putArray("materials");
        material(materials, "edges", "#241f1a", 1);
        for (Handed b : bodies) {
            children.add(nodes.size());
            nodes.addObject().put("name", b.name()).put("mesh", meshes.size());
            int colour = materials.size();
            material(materials, b.name(), b.shown(), 0.7);
            ArrayNode parts = meshes.addObject().put("name", b.name()).putArray("primitives");
            faces(parts.addObject(), b, colour);
            if (!b.body().edges().isEmpty()) {
                edges(parts.addObject(), b);
            }
        }
        root.set("accessors", accessors);
        root.set("bufferViews", views);
        root.putArray("buffers").addObject().put("byteLength", data.size());
        return packed();
    }

    private static void material(ArrayNode materials, String name, String colour, double rough) {
        ObjectNode m = materials.addObject().put("name", name);
        ObjectNode pbr =
                m.putObject("pbrMetallicRoughness").put("metallicFactor", 0).put("roughnessFactor", rough);
        ArrayNode factor = pbr.putArray("baseColorFactor");
        for (int i = 1; i < 7; i += 2) {
            factor.add(linear(Integer.parseInt(colour.substring(i, i + 2), 16) / 255.0));
        }
        factor.add(1);
    }

    /** Colours are linear there, after IEC 61966-2-1. */
    private static double linear(double c) {
        return c <= 0.04045 ? c / 12.92 : Math.pow((c + 0.055) / 1.055, 2.4);
    }

    private void faces(ObjectNode part, Handed b, int colour) {
        List<FaceMesh> faces = new Tessellator(MeshQuality.EXPORT).mesh(b.body());
        int points = faces.stream().mapToInt(f -> f.positions().length / 3).sum();
        float[] positions = new float[3 * points];
        float[] normals = new float[3 * points];
        int[] triangles =
                new int[faces.stream().mapToInt(f -> f.triangles().length).sum()];
        int at = 0;
        int corner = 0;
        for (FaceMesh f : faces) {
            for (int i = 0; i < f.positions().length; i++) {
                positions[3 * at + i] = (float) f.positions()[i];
                normals[3 * at + i] = (float) f.normals()[i];
            }
            for (int t : f.triangles()) {
                triangles[corner++] = at + t;
            }
            at += f.positions().length / 3;
        }
        ObjectNode attributes = part.putObject("attributes");
        attributes.put("POSITION", vectors(positions, true));
        attributes.put("NORMAL", vectors(unit(normals), false));
        part.put("indices", numbers(triangles)).put("material", colour).put("mode", TRIANGLES);
    }

    private void edges(ObjectNode part, Handed b) {
        List<float[]> all = new ArrayList<>();
        for (Edge e : b.body().edges()) {
            Vec3[] line = EdgeLine.of(e, MeshQuality.EXPORT).points();
            for (int i = 0; i + 1 < line.length; i++) {
                for (Vec3 p : List.of(line[i], line[i + 1])) {
                    all.add(new float[] {(float) p.x(), (float) p.y(), (float) p.z()});
                }
            }
        }
        float[] positions = new float[3 * all.size()];
        for (int i = 0; i < all.size(); i++) {
            System.arraycopy(all.get(i), 0, positions, 3 * i, 3);
        }
        part.putObject("attributes").put("POSITION", vectors(positions, true));
        part.put("material", 0).put("mode", LINES);
    }

    private static float[] unit(float[] normals) {
        for (int i = 0; i < normals.length; i += 3) {
            double l = Math.sqrt((double) normals[i] * normals[i]
                    + (double) normals[i + 1] * normals[i + 1]
                    + (double) normals[i + 2] * normals[i + 2]);
            for (int k = 0; k < 3; k++) {
                normals[i + k] = (float) (normals[i + k] / l);
            }
        }
        return normals;
    }

    private int vectors(float[] all, boolean bounded) {
        ByteBuffer b = ByteBuffer.allocate(4 * all.length).order(ByteOrder.LITTLE_ENDIAN);
        b.asFloatBuffer().put(all);
        ObjectNode a = accessor(b.array(), ARRAY, FLOATS, all.length / 3, "VEC3");
        if (bounded) {
            float[] least = {Float.MAX_VALUE, Float.MAX_VALUE, Float.MAX_VALUE};
            float[] most = {-Float.MAX_VALUE, -Float.MAX_VALUE, -Float.MAX_VALUE};
            for (int i = 0; i < all.length; i++) {
                least[i % 3] = Math.min(least[i % 3], all[i]);
                most[i % 3] = Math.max(most[i % 3], all[i]);
            }
            ArrayNode min = a.putArray("min");
            ArrayNode max = a.putArray("max");
            for (int k = 0; k < 3; k++) {
                min.add(least[k]);
                max.add(most[k]);
            }
        }
        return accessors.size() - 1;
    }

    private int numbers(int[] all) {
        ByteBuffer b = ByteBuffer.allocate(4 * all.length).order(ByteOrder.LITTLE_ENDIAN);
        b.asIntBuffer().put(all);
        accessor(b.array(), ELEMENTS, WHOLE, all.length, "SCALAR");
        return accessors.size() - 1;
    }

    private ObjectNode accessor(byte[] bytes, int target, int type, int count, String shape) {
        views.addObject()
                .put("buffer", 0)
                .put("byteOffset", data.size())
                .put("byteLength", bytes.length)
                .put("target", target);
        data.writeBytes(bytes);
        return accessors
                .addObject()
                .put("bufferView", views.size() - 1)
                .put("componentType", type)
                .put("count", count)
                .put("type", shape);
    }

    private byte[] packed() {
        byte[] json = padded(root.toString().getBytes(StandardCharsets.UTF_8), (byte) ' ');
        byte[] bin = padded(data.toByteArray(), (byte) 0);
        ByteBuffer out = ByteBuffer.allocate(28 + json.length + bin.length).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(MAGIC).putInt(2).putInt(out.capacity());
        out.putInt(json.length).putInt(JSON).put(json);
        out.putInt(bin.length).putInt(BIN).put(bin);
        return out.array();
    }

    private static byte[] padded(byte[] bytes, byte with) {
        byte[] out = java.util.Arrays.copyOf(bytes, (bytes.length + 3) / 4 * 4);
        java.util.Arrays.fill(out, bytes.length, out.length, with);
        return out;
    }
}
