package io.tallember.solid.fuse;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Tolerance;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Pairs of faces of different bodies whose boxes overlap, by a sweep along x. */
final class FacePairs {
    /** Two faces that may meet; {@code a} belongs to a body listed before that of {@code b}. */
    record Pair(Face a, Face b) {}

    private record Entry(Face face, int body, Box3 box) {}

    private FacePairs() {}

    static List<Pair> of(List<Body> bodies, Tolerance tol) {
        List<Box3> boxes =
                bodies.stream().map(b -> b.bounds().grown(2 * tol.linear())).toList();
        List<Entry> entries = new ArrayList<>();
        for (int b = 0; b < bodies.size(); b++) {
            for (Face f : bodies.get(b).faces()) {
                Box3 box = f.bounds().grown(2 * tol.linear());
                for (int o = 0; o < bodies.size(); o++) {
                    if (o != b && boxes.get(o).overlaps(box)) {
                        entries.add(new Entry(f, b, box));
                        break;
                    }
                }
            }
        }
        entries.sort(Comparator.comparingDouble(e -> e.box().min().x()));
        List<Pair> pairs = new ArrayList<>();
        List<Entry> open = new ArrayList<>();
        for (Entry e : entries) {
            open.removeIf(o -> o.box().max().x() < e.box().min().x());
            for (Entry o : open) {
                if (o.body() != e.body() && o.box().overlaps(e.box())) {
                    pairs.add(o.body() < e.body() ? new Pair(o.face(), e.face()) : new Pair(e.face(), o.face()));
                }
            }
            open.add(e);
        }
        return pairs;
    }
}
