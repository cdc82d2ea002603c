package io.tallember.exchange.step;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Topology as the file has it, before it becomes a body: corners and curves may still be set right. */
final class ReadTopology {
    private ReadTopology() {}

    static final class Corner {
        final int id;
        Vec3 point;
        /** Whether a seam ended here, so that the corner may be one of no account. */
        boolean ofSeam;

        Corner(int id, Vec3 point) {
            this.id = id;
            this.point = point;
        }
    }

    static final class Side {
        final int id;
        Corner start;
        Corner end;
        /** Runs from start to end when {@link #along}, else the other way; null when only the faces tell it. */
        Curve curve;

        boolean along;
        double tolerance;

        Side(int id, Corner start, Corner end, Curve curve, boolean along) {
            this.id = id;
            this.start = start;
            this.end = end;
            this.curve = curve;
            this.along = along;
        }

        boolean closed() {
            return start == end;
        }
    }

    record Use(Side side, boolean forward) {
        Corner start() {
            return forward ? side.start : side.end;
        }
    }

    static final class Sheet {
        final int id;
        final Surface surface;
        final boolean sense;
        List<List<Use>> loops;

        Sheet(int id, Surface surface, boolean sense, List<List<Use>> loops) {
            this.id = id;
            this.surface = surface;
            this.sense = sense;
            this.loops = loops;
        }

        /** Takes out every edge that the face has on both its sides, and joins what is left of its outlines. */
        void withoutSeams() {
            List<Use> all = new ArrayList<>();
            loops.forEach(all::addAll);
            int[] next = new int[all.size()];
            int[] prev = new int[all.size()];
            int base = 0;
            for (List<Use> loop : loops) {
                for (int i = 0; i < loop.size(); i++) {
                    next[base + i] = base + (i + 1) % loop.size();
                    prev[base + (i + 1) % loop.size()] = base + i;
                }
                base += loop.size();
            }
            boolean[] gone = new boolean[all.size()];
            Map<Side, Integer> seen = new LinkedHashMap<>();
            for (int k = 0; k < all.size(); k++) {
                Use u = all.get(k);
                Integer other = seen.putIfAbsent(u.side(), k);
                if (other != null && all.get(other).forward() != u.forward() && !gone[other]) {
                    u.side().start.ofSeam = true;
                    u.side().end.ofSeam = true;
                    gone[k] = true;
                    gone[other] = true;
                    int a = prev[k];
                    int b = next[other];
                    int c = prev[other];
                    int d = next[k];
                    next[a] = b;
                    prev[b] = a;
                    next[c] = d;
                    prev[d] = c;
                }
            }
            List<List<Use>> out = new ArrayList<>();
            boolean[] done = gone.clone();
            for (int k = 0; k < all.size(); k++) {
                if (done[k]) {
                    continue;
                }
                List<Use> loop = new ArrayList<>();
                for (int i = k; !done[i]; i = next[i]) {
                    done[i] = true;
                    loop.add(all.get(i));
                }
                out.add(loop);
            }
            loops = out;
        }
    }
}
