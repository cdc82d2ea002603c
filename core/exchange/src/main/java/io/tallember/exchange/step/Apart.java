package io.tallember.exchange.step;

import io.tallember.exchange.step.ReadTopology.Corner;
import io.tallember.exchange.step.ReadTopology.Sheet;
import io.tallember.exchange.step.ReadTopology.Side;
import io.tallember.exchange.step.ReadTopology.Use;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * A shell that touches itself along edges, taken apart there: round such an edge each face is joined with the next one with material
 * between the two. Where that parts the shell there are several solids that only share the edge.
 */
final class Apart {
    /** Below this, in radians, two faces leave an edge in the same direction: which is beside which can't be told. */
    private static final double TOGETHER = 1e-6;

    private final List<Sheet> sheets;
    private final Map<Side, List<Sheet>> facesOf = new LinkedHashMap<>();

    private Apart(List<Sheet> sheets) {
        this.sheets = sheets;
        for (Sheet s : sheets) {
            s.loops.forEach(l -> l.forEach(u ->
                    facesOf.computeIfAbsent(u.side(), k -> new ArrayList<>()).add(s)));
        }
    }

    /** A face at an edge: whether it runs along with it, and in which direction it leaves it. */
    private record Leaf(Sheet sheet, boolean forward, double angle) {}

    /**
     * The shell's pieces; the shell as it is where it touches itself nowhere, or only in ways that don't part it.
     *
     * @throws StepException where it touches itself along an edge and stays one piece, with the place
     */
    static List<List<Sheet>> of(List<Sheet> shell) {
        Apart a = new Apart(shell);
        List<Side> touched = a.facesOf.entrySet().stream()
                .filter(e -> e.getValue().size() == 4)
                .map(Map.Entry::getKey)
                .toList();
        for (Side s : touched) {
            if (s.curve == null || s.closed()) {
                return List.of(shell);
            }
        }
        touched.forEach(a::part);
        return touched.isEmpty() ? List.of(shell) : a.pieces(touched.get(0));
    }

    private void part(Side s) {
        double at = 0.5 * (s.curve.project(s.start.point) + s.curve.project(s.end.point));
        Vec3 p = s.curve.point(at);
        Vec3 along = s.along ? s.curve.tangent(at) : s.curve.tangent(at).negated();
        Vec3 x = along.anyPerpendicular();
        Vec3 y = along.cross(x);
        List<Leaf> leaves = new ArrayList<>();
        for (Sheet f : facesOf.get(s)) {
            boolean forward = f.loops.stream().flatMap(List::stream).anyMatch(u -> u.side() == s && u.forward());
            Vec3 n = f.sense ? f.surface.normalAt(p) : f.surface.normalAt(p).negated();
            Vec3 into = n.cross(forward ? along : along.negated());
            leaves.add(new Leaf(f, forward, Math.atan2(into.dot(y), into.dot(x))));
        }
        leaves.sort(Comparator.comparingDouble(Leaf::angle));
        // the material of a face that runs along lies clockwise of it, up to the next one that runs against
        for (int i = 0; i < 4; i++) {
            Leaf f = leaves.get(i);
            Leaf before = leaves.get((i + 3) % 4);
            double gap = f.angle() - before.angle() + (i == 0 ? 2 * Math.PI : 0);
            if (gap < TOGETHER || f.forward() == before.forward()) {
                throw touches(p);
            }
        }
        Leaf first = leaves.stream().filter(Leaf::forward).findFirst().orElseThrow();
        Leaf mate = leaves.get((leaves.indexOf(first) + 3) % 4);
        Side copy = new Side(s.id, s.start, s.end, s.curve, s.along);
        for (Leaf l : List.of(first, mate)) {
            l.sheet().loops = l.sheet().loops.stream()
                    .map(loop -> loop.stream()
                            .map(u -> u.side() == s ? new Use(copy, u.forward()) : u)
                            .toList())
                    .toList();
        }
    }

    private static StepException touches(Vec3 p) {
        return new StepException(String.format(
                Locale.ROOT,
                "It touches itself along the edge near (%.3f, %.3f, %.3f): a wall of no thickness there. Let the shapes overlap,"
                        + " or keep them apart, where it was made.",
                p.x(),
                p.y(),
                p.z()));
    }

    private List<List<Sheet>> pieces(Side touched) {
        List<List<Sheet>> out = new ArrayList<>();
        Set<Sheet> left = new LinkedHashSet<>(sheets);
        while (!left.isEmpty()) {
            List<Sheet> piece = new ArrayList<>();
            List<Sheet> todo = new ArrayList<>(List.of(left.iterator().next()));
            while (!todo.isEmpty()) {
                Sheet s = todo.remove(todo.size() - 1);
                if (left.remove(s)) {
                    piece.add(s);
                    Set<Side> own = new LinkedHashSet<>();
                    s.loops.forEach(l -> l.forEach(u -> own.add(u.side())));
                    left.stream()
                            .filter(k -> k.loops.stream().flatMap(List::stream).anyMatch(u -> own.contains(u.side())))
                            .forEach(todo::add);
                }
            }
            out.add(piece);
        }
        if (out.size() == 1) {
            throw touches(touched.start.point.lerp(touched.end.point, 0.5));
        }
        // each solid has corners of its own
        for (List<Sheet> piece : out) {
            Map<Corner, Corner> own = new LinkedHashMap<>();
            Set<Side> sides = new LinkedHashSet<>();
            piece.forEach(s -> s.loops.forEach(l -> l.forEach(u -> sides.add(u.side()))));
            for (Side s : sides) {
                s.start = own.computeIfAbsent(s.start, c -> new Corner(c.id, c.point));
                s.end = s.start.id == s.end.id ? s.start : own.computeIfAbsent(s.end, c -> new Corner(c.id, c.point));
            }
        }
        return out;
    }
}
