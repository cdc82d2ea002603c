package io.tallember.solid;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.function.DoubleSupplier;
import java.util.function.IntConsumer;

/** Boxes by strips across the axis along which they reach furthest, so that few of many are looked at. */
public final class Boxes {
    /** Boxes from which on strips are worth their while. */
    private static final int MANY = 24;

    private final List<Box3> boxes;
    private final List<List<Integer>> strips = new ArrayList<>();
    private final int axis;
    private final double low;
    private final double width;

    public Boxes(List<Box3> boxes) {
        this.boxes = boxes;
        int n = boxes.size() < MANY ? 1 : (int) Math.ceil(2 * Math.sqrt(boxes.size()));
        Box3 all = Box3.EMPTY;
        for (Box3 b : boxes) {
            all = all.with(b);
        }
        Vec3 size = all.max().minus(all.min());
        axis = size.x() >= size.y() && size.x() >= size.z() ? 0 : size.y() >= size.z() ? 1 : 2;
        low = along(all.min());
        width = Math.max((along(all.max()) - low) / n, 1e-9);
        for (int i = 0; i < n; i++) {
            strips.add(new ArrayList<>());
        }
        for (int i = 0; i < boxes.size(); i++) {
            int to = strip(along(boxes.get(i).max()));
            for (int k = strip(along(boxes.get(i).min())); k <= to; k++) {
                strips.get(k).add(i);
            }
        }
    }

    private double along(Vec3 p) {
        return axis == 0 ? p.x() : axis == 1 ? p.y() : p.z();
    }

    private int strip(double x) {
        return Math.max(0, Math.min(strips.size() - 1, (int) Math.floor((x - low) / width)));
    }

    /** The numbers of the boxes that overlap another, in order. */
    public List<Integer> overlapping(Box3 box) {
        int from = strip(along(box.min()));
        int to = strip(along(box.max()));
        if (from == to) {
            List<Integer> out = new ArrayList<>();
            for (int i : strips.get(from)) {
                if (boxes.get(i).overlaps(box)) {
                    out.add(i);
                }
            }
            return out;
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
    public List<Integer> around(Vec3 p) {
        List<Integer> out = new ArrayList<>(2);
        for (int i : strips.get(strip(along(p)))) {
            if (boxes.get(i).contains(p)) {
                out.add(i);
            }
        }
        return out;
    }

    /**
     * Goes through the boxes from a point outward, as long as they may lie within a distance that the visits may lessen. One that
     * reaches over several strips may be visited more than once.
     */
    public void outward(Vec3 p, DoubleSupplier within, IntConsumer visit) {
        int here = strip(along(p));
        for (int step = 0; step < strips.size(); step++) {
            double gap = (step - 1) * width;
            if (step > 1 && gap > within.getAsDouble()) {
                return;
            }
            if (here - step >= 0) {
                strips.get(here - step).forEach(visit::accept);
            }
            if (step > 0 && here + step < strips.size()) {
                strips.get(here + step).forEach(visit::accept);
            }
        }
    }
}
