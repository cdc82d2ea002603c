package io.tallember.server.parts;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.Iterator;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** What is told as a change gives, put onto the old, exactly the new. */
class PatchTest {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    /** By the meaning of the form, written down apart from what makes it. */
    private static JsonNode applied(JsonNode old, ObjectNode p) {
        if (p.has("v")) {
            return p.get("v");
        }
        if (p.has("s")) {
            String t = old.stringValue();
            return MAKE.stringNode(t.substring(0, p.get("s").get(0).intValue())
                    + p.get("s").get(2).stringValue()
                    + t.substring(t.length() - p.get("s").get(1).intValue()));
        }
        if (p.has("a")) {
            ArrayNode out = MAKE.arrayNode();
            Iterator<JsonNode> changes = p.get("a").iterator();
            JsonNode next = changes.hasNext() ? changes.next() : null;
            for (int i = 0; i <= old.size(); ) {
                if (next != null && next.get(0).intValue() == i) {
                    boolean one = next.size() == 2;
                    if (one) {
                        out.add(applied(old.get(i), (ObjectNode) next.get(1)));
                    } else {
                        next.get(2).forEach(out::add);
                    }
                    i += one ? 1 : next.get(1).intValue();
                    next = changes.hasNext() ? changes.next() : null;
                } else {
                    if (i < old.size()) {
                        out.add(old.get(i));
                    }
                    i++;
                }
            }
            return out;
        }
        ObjectNode out = ((ObjectNode) old).deepCopy();
        p.path("x").forEach(x -> out.remove(x.stringValue()));
        p.path("o")
                .properties()
                .forEach(f -> out.set(
                        f.getKey(), applied(old.has(f.getKey()) ? old.get(f.getKey()) : MAKE.nullNode(), (ObjectNode)
                                f.getValue())));
        return out;
    }

    private static JsonNode random(Random r, int depth) {
        int kind = r.nextInt(depth > 3 ? 3 : 6);
        if (kind == 0) {
            return MAKE.numberNode(r.nextInt(4));
        }
        if (kind == 1) {
            return MAKE.stringNode("ab".repeat(r.nextInt(3) == 0 ? 150 + r.nextInt(9) : r.nextInt(3)));
        }
        if (kind == 2) {
            return MAKE.booleanNode(r.nextBoolean());
        }
        if (kind == 3) {
            ArrayNode n = MAKE.arrayNode();
            int size = r.nextInt(14);
            for (int i = 0; i < size; i++) {
                n.add(random(r, depth + 1));
            }
            return n;
        }
        ObjectNode n = MAKE.objectNode();
        if (r.nextBoolean()) {
            n.put(r.nextBoolean() ? "key" : "id", "k" + r.nextInt(9));
        }
        for (String name : List.of("a", "b", "c")) {
            if (r.nextBoolean()) {
                n.set(name, random(r, depth + 1));
            }
        }
        return n;
    }

    /** The same with a few changes in it. */
    private static JsonNode changed(JsonNode n, Random r) {
        if (r.nextInt(12) == 0) {
            return random(r, 2);
        }
        if (n instanceof ArrayNode a) {
            ArrayNode out = MAKE.arrayNode();
            a.forEach(v -> {
                if (r.nextInt(9) == 0) {
                    out.add(random(r, 3));
                }
                if (r.nextInt(9) != 0) {
                    out.add(r.nextInt(4) == 0 ? changed(v, r) : v);
                }
            });
            return out;
        }
        if (n instanceof ObjectNode o) {
            ObjectNode out = MAKE.objectNode();
            o.properties().forEach(f -> {
                if (r.nextInt(9) != 0) {
                    out.set(f.getKey(), r.nextInt(3) == 0 ? changed(f.getValue(), r) : f.getValue());
                }
            });
            return out;
        }
        return n;
    }

    @Test
    void aPatchedOldIsTheNew() {
        for (int seed = 0; seed < 20_000; seed++) {
            Random r = new Random(seed);
            JsonNode old = random(r, 0);
            JsonNode now = changed(old, r);
            ObjectNode p = Patch.between(old, now);
            assertThat(p == null).as("seed %d", seed).isEqualTo(old.equals(now));
            assertThat(p == null ? old : applied(old, p)).as("seed %d", seed).isEqualTo(now);
        }
    }

    private static byte[] bytes(JsonNode n, String name) {
        return Base64.getDecoder().decode(n.get(name).stringValue());
    }

    private static int[] ints(byte[] b) {
        int[] out = new int[b.length / 4];
        ByteBuffer.wrap(b).order(ByteOrder.LITTLE_ENDIAN).asIntBuffer().get(out);
        return out;
    }

    private static Drawn.Shape mesh(float[][] points, int[][] triangles) {
        ByteBuffer p = ByteBuffer.allocate(12 * points.length).order(ByteOrder.LITTLE_ENDIAN);
        ByteBuffer n = ByteBuffer.allocate(12 * points.length).order(ByteOrder.LITTLE_ENDIAN);
        for (float[] v : points) {
            p.putFloat(v[0]).putFloat(v[1]).putFloat(v[2]);
            n.putFloat(0).putFloat(v[0]).putFloat(1);
        }
        ByteBuffer t = ByteBuffer.allocate(12 * triangles.length).order(ByteOrder.LITTLE_ENDIAN);
        for (int[] c : triangles) {
            t.putInt(c[0]).putInt(c[1]).putInt(c[2]);
        }
        return new Drawn.Shape("f" + Arrays.hashCode(t.array()), p.array(), n.array(), t.array(), new byte[0], null);
    }

    /** Points and triangles put in and taken out somewhere: the runs give the new mesh, byte for byte. */
    @Test
    void aMeshToldByAnotherIsTheSame() {
        for (int seed = 0; seed < 300; seed++) {
            Random r = new Random(seed);
            List<float[]> points = new ArrayList<>();
            for (int i = 0; i < 400; i++) {
                points.add(new float[] {r.nextInt(50), r.nextInt(50), r.nextFloat()});
            }
            List<int[]> triangles = new ArrayList<>();
            for (int i = 0; i < 500; i++) {
                triangles.add(new int[] {r.nextInt(400), r.nextInt(400), r.nextInt(400)});
            }
            Drawn.Shape old = mesh(points.toArray(float[][]::new), triangles.toArray(int[][]::new));
            int at = r.nextInt(400);
            points.add(at, new float[] {1, 2, r.nextFloat()});
            triangles.replaceAll(
                    t -> Arrays.stream(t).map(v -> v >= at ? v + 1 : v).toArray());
            triangles.subList(100, 100 + r.nextInt(20)).clear();
            triangles.add(r.nextInt(triangles.size()), new int[] {at, 0, 5});
            Drawn.Shape now = mesh(points.toArray(float[][]::new), triangles.toArray(int[][]::new));
            ObjectNode p = MeshPatch.between(old, now).orElseThrow();
            assertThat(told(old, p, "pointRuns", "positions", old.positions(), 12))
                    .as("seed %d", seed)
                    .isEqualTo(now.positions());
            assertThat(told(old, p, "pointRuns", "normals", old.normals(), 12))
                    .as("seed %d", seed)
                    .isEqualTo(now.normals());
            assertThat(triangles(old, p)).as("seed %d", seed).isEqualTo(ints(now.triangles()));
        }
    }

    private static byte[] told(Drawn.Shape old, ObjectNode p, String runs, String fresh, byte[] base, int size) {
        ByteBuffer out = ByteBuffer.allocate(base.length + bytes(p, fresh).length);
        int[] all = ints(bytes(p, runs));
        int news = 0;
        for (int i = 0; i < all.length; i += 2) {
            if (all[i] < 0) {
                out.put(bytes(p, fresh), size * news, size * all[i + 1]);
                news += all[i + 1];
            } else {
                out.put(base, size * all[i], size * all[i + 1]);
            }
        }
        return Arrays.copyOf(out.array(), out.position());
    }

    private static int[] triangles(Drawn.Shape old, ObjectNode p) {
        int[] points = ints(bytes(p, "pointRuns"));
        int[] moved = new int[old.positions().length / 12];
        int at = 0;
        for (int i = 0; i < points.length; at += points[i + 1], i += 2) {
            for (int k = 0; k < points[i + 1] && points[i] >= 0; k++) {
                moved[points[i] + k] = at + k;
            }
        }
        byte[] all = told(old, p, "triangleRuns", "triangles", old.triangles(), 12);
        int[] out = ints(all);
        int[] runs = ints(bytes(p, "triangleRuns"));
        int t = 0;
        for (int i = 0; i < runs.length; t += 3 * runs[i + 1], i += 2) {
            for (int k = 0; k < 3 * runs[i + 1] && runs[i] >= 0; k++) {
                out[t + k] = moved[out[t + k]];
            }
        }
        return out;
    }
}
