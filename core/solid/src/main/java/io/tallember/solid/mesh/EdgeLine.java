package io.tallember.solid.mesh;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Edge;
import java.util.ArrayList;
import java.util.List;

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
        if (e.curve().evaluated() || e.curve() instanceof Nurbs) {
            return along(e, e.curve(), quality);
        }
        Vec3[] points = new Vec3[n + 1];
        points[0] = e.start().point();
        points[n] = e.end().point();
        for (int i = 1; i < n; i++) {
            points[i] = e.curve().point(e.range().at(i / (double) n));
        }
        return points;
    }

    /** Each stretch between the chain's points is cut where it turns or bulges more than asked. */
    private static Vec3[] along(Edge e, Curve k, MeshQuality quality) {
        double[] breaks = k.breaks(e.range());
        List<Vec3> points = new ArrayList<>(List.of(e.start().point()));
        for (int i = 0; i + 1 < breaks.length; i++) {
            double lo = breaks[i];
            double hi = breaks[i + 1];
            double turn = Math.acos(Math.max(-1, Math.min(1, k.tangent(lo).dot(k.tangent(hi)))));
            double bulge = k.point(lo).distance(k.point(hi)) * turn / 8;
            int n = (int) Math.ceil(Math.max(turn / quality.angle(), Math.sqrt(1.6 * bulge / quality.chord())));
            for (int j = i == 0 ? 1 : 0; j < Math.max(1, n); j++) {
                points.add(k.point(lo + (hi - lo) * j / Math.max(1, n)));
            }
        }
        points.add(e.end().point());
        return points.toArray(Vec3[]::new);
    }

    private static int count(Edge e, double step) {
        int n = (int) Math.ceil(e.range().length() / step - 1e-9);
        return Math.max(n, e.closed() ? 8 : 1);
    }
}
