package io.tallember.exchange.mesh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Primitive;
import java.io.ByteArrayInputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Files of meshes, read by what doesn't know how they were written: closed, outward, of the body's volume, named and coloured. */
class MeshFilesTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static final Body BLOCK = Fuse.subtract(
                    List.of(Primitive.box(Frame.WORLD, 40, 30, 12, "s1", TOL)),
                    List.of(Primitive.cylinder(Frame.WORLD.at(new Vec3(20, 15, -1)), 6, 20, "s2", TOL)),
                    TOL)
            .get(0);

    private static final Body BALL = Primitive.sphere(Frame.WORLD.at(new Vec3(80, 0, 0)), 9, "s3", TOL);

    private static final List<Handed> BODIES =
            List.of(new Handed("Block & <bore>", "#1f3566", BLOCK), new Handed("Ball", "", BALL));

    /** Six times the volume of a closed mesh; each side has to be run through once either way. */
    private static double volume(List<double[]> points, List<int[]> triangles) {
        Map<List<Integer>, Integer> sides = new HashMap<>();
        double sum = 0;
        for (int[] t : triangles) {
            for (int k = 0; k < 3; k++) {
                sides.merge(List.of(t[k], t[(k + 1) % 3]), 1, Integer::sum);
            }
            double[] a = points.get(t[0]);
            double[] b = points.get(t[1]);
            double[] c = points.get(t[2]);
            sum += a[0] * (b[1] * c[2] - b[2] * c[1])
                    + a[1] * (b[2] * c[0] - b[0] * c[2])
                    + a[2] * (b[0] * c[1] - b[1] * c[0]);
        }
        assertThat(sides).allSatisfy((s, n) -> {
            assertThat(n).isEqualTo(1);
            assertThat(sides.get(List.of(s.get(1), s.get(0)))).isEqualTo(1);
        });
        return sum / 6;
    }

    @Test
    void threeMf() throws Exception {
        Map<String, byte[]> parts = new HashMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(ThreeMfWriter.write("A part", BODIES)))) {
            for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
                parts.put(e.getName(), zip.readAllBytes());
            }
        }
        assertThat(parts.keySet()).containsExactlyInAnyOrder("[Content_Types].xml", "_rels/.rels", "3D/3dmodel.model");
        for (byte[] xml : parts.values()) {
            DocumentBuilderFactory.newInstance().newDocumentBuilder().parse(new ByteArrayInputStream(xml));
        }
        Document model = DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(parts.get("3D/3dmodel.model")));
        assertThat(model.getDocumentElement().getAttribute("unit")).isEqualTo("millimeter");
        NodeList objects = model.getElementsByTagName("object");
        assertThat(objects.getLength()).isEqualTo(2);
        assertThat(((Element) objects.item(0)).getAttribute("name")).isEqualTo("Block & <bore>");
        assertThat(((Element) model.getElementsByTagName("base").item(0)).getAttribute("displaycolor"))
                .isEqualTo("#1F3566FF");
        for (int i = 0; i < 2; i++) {
            Element o = (Element) objects.item(i);
            List<double[]> points = new ArrayList<>();
            NodeList v = o.getElementsByTagName("vertex");
            for (int k = 0; k < v.getLength(); k++) {
                points.add(numbers((Element) v.item(k), "x", "y", "z"));
            }
            List<int[]> triangles = new ArrayList<>();
            NodeList t = o.getElementsByTagName("triangle");
            for (int k = 0; k < t.getLength(); k++) {
                double[] n = numbers((Element) t.item(k), "v1", "v2", "v3");
                triangles.add(new int[] {(int) n[0], (int) n[1], (int) n[2]});
            }
            double exact = MassProperties.of(BODIES.get(i).body()).volume();
            assertThat(volume(points, triangles)).isCloseTo(exact, within(3e-3 * exact));
        }
    }

    private static double[] numbers(Element e, String... names) {
        double[] out = new double[names.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = Double.parseDouble(e.getAttribute(names[i]));
        }
        return out;
    }

    @Test
    void gltf() {
        ByteBuffer b = ByteBuffer.wrap(GltfWriter.write("A part", BODIES)).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(b.getInt(0)).isEqualTo(0x46546c67);
        assertThat(b.getInt(8)).isEqualTo(b.capacity());
        byte[] text = new byte[b.getInt(12)];
        b.get(20, text);
        JsonNode n = JsonMapper.builder().build().readTree(new String(text, StandardCharsets.UTF_8));
        // a ball may have no edge, and then has no lines
        n.get("accessors").forEach(a -> assertThat(a.get("count").intValue()).isPositive());
        int bin = 20 + text.length + 8;
        assertThat(b.getInt(bin - 8)).isEqualTo(b.capacity() - bin);
        assertThat(n.get("nodes").get(1).get("name").stringValue()).isEqualTo("Block & <bore>");
        for (int i = 0; i < 2; i++) {
            JsonNode faces = n.get("meshes").get(i).get("primitives").get(0);
            List<double[]> points = new ArrayList<>();
            Map<List<Double>, Integer> once = new HashMap<>();
            int[] number =
                    points(n, b, bin, faces.get("attributes").get("POSITION").intValue(), points, once);
            List<int[]> triangles = new ArrayList<>();
            JsonNode a = n.get("accessors").get(faces.get("indices").intValue());
            int at = bin
                    + n.get("bufferViews")
                            .get(a.get("bufferView").intValue())
                            .get("byteOffset")
                            .intValue();
            for (int k = 0; k < a.get("count").intValue(); k += 3) {
                triangles.add(new int[] {
                    number[b.getInt(at + 4 * k)], number[b.getInt(at + 4 * k + 4)], number[b.getInt(at + 4 * k + 8)]
                });
            }
            double exact = MassProperties.of(BODIES.get(i).body()).volume();
            assertThat(volume(points, triangles)).isCloseTo(exact, within(3e-3 * exact));
        }
    }

    /** Points by their places; faces have their own on the edges between them. */
    private static int[] points(
            JsonNode n, ByteBuffer b, int bin, int accessor, List<double[]> points, Map<List<Double>, Integer> once) {
        JsonNode a = n.get("accessors").get(accessor);
        int at = bin
                + n.get("bufferViews")
                        .get(a.get("bufferView").intValue())
                        .get("byteOffset")
                        .intValue();
        int[] number = new int[a.get("count").intValue()];
        for (int k = 0; k < number.length; k++) {
            double[] p = new double[3];
            for (int c = 0; c < 3; c++) {
                p[c] = b.getFloat(at + 12 * k + 4 * c) + 0.0;
            }
            number[k] = once.computeIfAbsent(List.of(p[0], p[1], p[2]), x -> {
                points.add(p);
                return points.size() - 1;
            });
        }
        return number;
    }
}
