package io.tallember.server.parts;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * A face's mesh as what differs from another one: runs of points and of triangles that are the other's, and those between
 * them that are new. A run is two numbers, where it starts in the other and how many it has; a start of -1 stands for new
 * ones, which follow in their own lists. Triangles of the other are told by the new numbers of their points.
 */
final class MeshPatch {
    private static final int POINT = 12;
    /** Smaller meshes are told whole. */
    private static final int WORTH_BYTES = 4000;

    private MeshPatch() {}

    /** Empty when it would be no shorter than the mesh itself. */
    static Optional<ObjectNode> between(Drawn.Shape base, Drawn.Shape now) {
        if (now.size() < WORTH_BYTES || base.triangles().length == 0) {
            return Optional.empty();
        }
        Map<Point, Integer> places = new HashMap<>();
        int had = base.positions().length / POINT;
        for (int i = 0; i < had; i++) {
            places.putIfAbsent(Point.of(base, i), i);
        }
        int count = now.positions().length / POINT;
        int[] from = new int[count];
        int[] to = new int[had];
        Arrays.fill(to, -1);
        Runs points = new Runs();
        for (int i = 0; i < count; i++) {
            from[i] = places.getOrDefault(Point.of(now, i), -1);
            points.add(from[i]);
            if (from[i] >= 0) {
                to[from[i]] = i;
            }
        }
        int[] old = ints(base.triangles());
        Map<Long, Integer> triangles = new HashMap<>();
        for (int t = 0; t < old.length; t += 3) {
            int a = to[old[t]];
            int b = to[old[t + 1]];
            int c = to[old[t + 2]];
            if (a >= 0 && b >= 0 && c >= 0) {
                triangles.put(key(a, b, c), t / 3);
            }
        }
        int[] all = ints(now.triangles());
        Runs runs = new Runs();
        ByteBuffer fresh = ByteBuffer.allocate(4 * all.length).order(ByteOrder.LITTLE_ENDIAN);
        for (int t = 0; t < all.length; t += 3) {
            int place = triangles.getOrDefault(key(all[t], all[t + 1], all[t + 2]), -1);
            runs.add(place);
            if (place < 0) {
                fresh.putInt(all[t]).putInt(all[t + 1]).putInt(all[t + 2]);
            }
        }
        ByteBuffer positions = ByteBuffer.allocate(now.positions().length);
        ByteBuffer normals = ByteBuffer.allocate(now.normals().length);
        for (int i = 0; i < count; i++) {
            if (from[i] < 0) {
                positions.put(now.positions(), POINT * i, POINT);
                normals.put(now.normals(), POINT * i, POINT);
            }
        }
        ObjectNode n = JsonNodeFactory.instance.objectNode().put("from", base.key());
        n.put("pointRuns", Drawn.encoded(points.bytes())).put("triangleRuns", Drawn.encoded(runs.bytes()));
        n.put("positions", Drawn.encoded(used(positions))).put("normals", Drawn.encoded(used(normals)));
        n.put("triangles", Drawn.encoded(used(fresh)));
        int size = 8 * (points.size + runs.size) / 2 + positions.position() + normals.position() + fresh.position();
        return size < now.size() / 2 ? Optional.of(n) : Optional.empty();
    }

    private static long key(long a, long b, long c) {
        return a << 42 | b << 21 | c;
    }

    private static byte[] used(ByteBuffer b) {
        return Arrays.copyOf(b.array(), b.position());
    }

    private static int[] ints(byte[] b) {
        int[] out = new int[b.length / 4];
        ByteBuffer.wrap(b).order(ByteOrder.LITTLE_ENDIAN).asIntBuffer().get(out);
        return out;
    }

    private record Point(long a, long b, long c) {
        static Point of(Drawn.Shape s, int i) {
            ByteBuffer p = ByteBuffer.wrap(s.positions());
            ByteBuffer n = ByteBuffer.wrap(s.normals());
            return new Point(
                    p.getLong(POINT * i),
                    (long) p.getInt(POINT * i + 8) << 32 | n.getInt(POINT * i) & 0xffffffffL,
                    n.getLong(POINT * i + 4));
        }
    }

    private static final class Runs {
        private int[] runs = new int[64];
        private int size;

        void add(int place) {
            boolean goesOn = size > 0
                    && (place < 0
                            ? runs[size - 2] < 0
                            : runs[size - 2] >= 0 && runs[size - 2] + runs[size - 1] == place);
            if (goesOn) {
                runs[size - 1]++;
                return;
            }
            if (size == runs.length) {
                runs = Arrays.copyOf(runs, 2 * size);
            }
            runs[size++] = place;
            runs[size++] = 1;
        }

        byte[] bytes() {
            ByteBuffer b = ByteBuffer.allocate(4 * size).order(ByteOrder.LITTLE_ENDIAN);
            Arrays.stream(runs, 0, size).forEach(b::putInt);
            return b.array();
        }
    }
}
