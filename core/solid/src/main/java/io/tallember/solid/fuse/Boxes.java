package io.tallember.solid.fuse;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;

/** Boxes by strips across x, so that a point is asked of few. */
final class Boxes {
    private final List<Box3> boxes;
    private final List<List<Integer>> strips = new ArrayList<>();
    private final double low;
    private final double width;

    Boxes(List<Box3> boxes) {
        this.boxes = boxes;
        int n = Math.max(1, (int) Math.ceil(2 * Math.sqrt(boxes.size())));
        Box3 all = Box3.EMPTY;
        for (Box3 b : boxes) {
            all = all.with(b);
        }
        low = all.min().x();
        width = Math.max((all.max().x() - low) / n, 1e-9);
        for (int i = 0; i < n; i++) {
            strips.add(new ArrayList<>());
        }
        for (int i = 0; i < boxes.size(); i++) {
            for (int k = strip(boxes.get(i).min().x());
                    k <= strip(boxes.get(i).max().x());
                    k++) {
                strips.get(k).add(i);
            }
        }
    }

    private int strip(double x) {
        return Math.max(0, Math.min(strips.size() - 1, (int) Math.floor((x - low) / width)));
    }

    /** The numbers of the boxes that overlap another, in order. */
    List<Integer> overlapping(Box3 box) {
        int from = strip(box.min().x());
        int to = strip(box.max().x());
        if (from == to) {
            return strips.get(from).stream()
                    .filter(i -> boxes.get(i).overlaps(box))
                    .toList();
        }
        TreeSet<Integer> out = new TreeSet<>();
        for (int k = from; k <= to; k++) {
            for (int i : strips.get(k)) {
                if (boxes.get(i).overlaps(box)) {
                    out.add(i);
                }
            }
        }
        return List.copyOf(out);
    }

    /** The numbers of the boxes that hold a point, in order. */
    List<Integer> around(Vec3 p) {
        List<Integer> out = new ArrayList<>(2);
        for (int i : strips.get(strip(p.x()))) {
            if (boxes.get(i).contains(p)) {
                out.add(i);
            }
        }
        return out;
    }
}
