package io.tallember.part.steps.brought;

import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What the faces of brought-in solids are called, and how the names go over to a newer file. */
final class FaceNames {
    private static final double SAME = 1e-6;

    private FaceNames() {}

    /** The solids with their faces called by a step and their names. */
    static List<Body> named(List<Body> bodies, List<String> names, String step) {
        List<String> all = names.isEmpty() ? usual(bodies) : names;
        List<Body> out = new ArrayList<>();
        int[] at = {0};
        for (Body b : bodies) {
            out.add(new Body(b.shells().stream()
                    .map(s -> new Shell(s.faces().stream()
                            .map(f -> new Face(
                                    f.surface(),
                                    f.sense(),
                                    f.loops(),
                                    List.of(new Origin(step, "face", all.get(at[0]++)))))
                            .toList()))
                    .toList()));
        }
        return out;
    }

    static int count(List<Body> bodies) {
        return bodies.stream().mapToInt(b -> b.faces().size()).sum();
    }

    private static List<Face> faces(List<Body> bodies) {
        return bodies.stream().flatMap(b -> b.faces().stream()).toList();
    }

    private static List<String> usual(List<Body> bodies) {
        List<String> out = new ArrayList<>();
        for (int i = 1; i <= count(bodies); i++) {
            out.add("f" + i);
        }
        return out;
    }

    /** Names that no face had before, of a file that follows one whose content is lost: what was built on that is lost too. */
    static List<String> fresh(List<Body> bodies, String content) {
        List<String> out = new ArrayList<>();
        for (int i = 1; i <= count(bodies); i++) {
            out.add(content.substring(0, 8) + "-" + i);
        }
        return out;
    }

    /** By the faces' numbers, which ones lie beside each other. */
    private static Set<List<Integer>> neighbours(List<Body> bodies) {
        Map<Face, Integer> number = new IdentityHashMap<>();
        faces(bodies).forEach(f -> number.put(f, number.size()));
        Set<List<Integer>> out = new HashSet<>();
        for (Body b : bodies) {
            for (Edge e : b.edges()) {
                out.add(b.facesOf(e).stream().map(number::get).sorted().toList());
            }
        }
        return out;
    }

    /**
     * The names of a newer file's faces. Where the two files have the same faces one by one, beside each other alike, of the same kinds and turned the same
     * way, each keeps its name; else those do that lie where they lay, and the others get new ones.
     *
     * @param names those of the file before; none for by their number
     */
    static List<String> gone(List<Body> before, List<String> names, List<Body> after) {
        List<Face> old = faces(before);
        List<String> called = names.isEmpty() ? usual(before) : names;
        List<Face> now = faces(after);
        boolean alike = old.size() == now.size();
        for (int i = 0; alike && i < old.size(); i++) {
            alike = alike(old.get(i), now.get(i));
        }
        alike = alike && neighbours(before).equals(neighbours(after));
        if (alike) {
            return called;
        }
        List<String> out = new ArrayList<>();
        int fresh = called.stream()
                .map(n -> n.substring(1))
                .filter(n -> n.matches("[0-9]{1,7}"))
                .mapToInt(Integer::parseInt)
                .max()
                .orElse(0);
        List<Integer> left = new ArrayList<>();
        for (int i = 0; i < old.size(); i++) {
            left.add(i);
        }
        for (Face f : now) {
            Integer same =
                    left.stream().filter(i -> lies(old.get(i), f)).findFirst().orElse(null);
            if (same == null) {
                out.add("f" + ++fresh);
            } else {
                out.add(called.get(same));
                left.remove(same);
            }
        }
        return out;
    }

    /** Whether two faces are of one kind, have as many edges and look the same way. */
    private static boolean alike(Face a, Face b) {
        return a.loops().size() == b.loops().size()
                && a.coedges().size() == b.coedges().size()
                && turned(a, b);
    }

    /** Whether two faces are of one kind and look the same way. */
    private static boolean turned(Face a, Face b) {
        Surface s = a.surface();
        Surface t = b.surface();
        boolean same = s.kind().equals(t.kind()) && a.sense() == b.sense();
        if (!same || !s.canonical()) {
            return same;
        }
        Vec3 x = s instanceof Plane ? a.outward(a.bounds().centre()) : s.frame().z();
        Vec3 y = t instanceof Plane ? b.outward(b.bounds().centre()) : t.frame().z();
        return x.cross(y).length() < SAME && (!(s instanceof Plane) || x.dot(y) > 0);
    }

    /** Whether two faces have the very same place and reach. */
    private static boolean lies(Face a, Face b) {
        return turned(a, b)
                && a.bounds().min().distance(b.bounds().min()) < SAME
                && a.bounds().max().distance(b.bounds().max()) < SAME;
    }
}
