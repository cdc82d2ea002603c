package io.tallember.solid.mesh;

import java.util.List;

/** Questions about closed polygons. */
final class Polygons {
    private Polygons() {}

    /** Whether an odd number of the polygons surround the point. */
    static boolean within(double x, double y, List<List<MeshCorner>> polygons) {
        boolean in = false;
        for (List<MeshCorner> polygon : polygons) {
            for (int i = 0, j = polygon.size() - 1; i < polygon.size(); j = i++) {
                MeshCorner a = polygon.get(i);
                MeshCorner b = polygon.get(j);
                if (a.y() > y != b.y() > y && x < (b.x() - a.x()) * (y - a.y()) / (b.y() - a.y()) + a.x()) {
                    in = !in;
                }
            }
        }
        return in;
    }

    static double area(List<MeshCorner> l) {
        double s = 0;
        for (int i = 0; i < l.size(); i++) {
            MeshCorner a = l.get(i);
            MeshCorner b = l.get((i + 1) % l.size());
            s += a.x() * b.y() - b.x() * a.y();
        }
        return s / 2;
    }
}
