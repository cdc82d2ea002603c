package io.tallember.solid.mesh;

import java.util.List;

/** Questions about closed polygons. */
final class Polygons {
    private Polygons() {}

    /** Whether an odd number of the polygons surround the point. */
    static boolean within(double x, double y, List<List<Corner>> polygons) {
        boolean in = false;
        for (List<Corner> polygon : polygons) {
            for (int i = 0, j = polygon.size() - 1; i < polygon.size(); j = i++) {
                Corner a = polygon.get(i);
                Corner b = polygon.get(j);
                if (a.y() > y != b.y() > y && x < (b.x() - a.x()) * (y - a.y()) / (b.y() - a.y()) + a.x()) {
                    in = !in;
                }
            }
        }
        return in;
    }

    static double area(List<Corner> l) {
        double s = 0;
        for (int i = 0; i < l.size(); i++) {
            Corner a = l.get(i);
            Corner b = l.get((i + 1) % l.size());
            s += a.x() * b.y() - b.x() * a.y();
        }
        return s / 2;
    }
}
