package io.tallember.solid.mesh;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Edge;

/** An edge as a polyline: the same points for the same edge and quality, always. */
public final class EdgeLine {
    private EdgeLine() {}

    /** Points from start to end, both included; the ends are the vertices' own points. */
    public static Vec3[] of(Edge e, MeshQuality quality) {
        int n = 1;
        if (e.curve() instanceof Circle c) {
            n = count(e, quality.step(c.radius()));
        } else if (e.curve() instanceof Ellipse c) {
            n = count(e, quality.step(Math.max(c.a(), c.b())));
        }
        Vec3[] points = new Vec3[n + 1];
        points[0] = e.start().point();
        points[n] = e.end().point();
        for (int i = 1; i < n; i++) {
            points[i] = e.curve().point(e.range().at(i / (double) n));
        }
        return points;
    }

    private static int count(Edge e, double step) {
        int n = (int) Math.ceil(e.range().length() / step - 1e-9);
        return Math.max(n, e.closed() ? 8 : 1);
    }
}
