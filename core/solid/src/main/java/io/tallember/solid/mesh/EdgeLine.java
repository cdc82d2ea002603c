package io.tallember.solid.mesh;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Edge;
import java.util.ArrayList;
import java.util.List;

/**
 * An edge as a polyline: the same for the same edge and quality, always.
 *
 * @param at parameters of the points on the edge's curve
 * @param points from start to end, both included; the ends are the vertices' own points
 */
public record EdgeLine(double[] at, Vec3[] points) {
    /** The edge's polyline to a quality. */
    public static EdgeLine of(Edge e, MeshQuality quality) {
        if (e.curve().evaluated() || e.curve() instanceof Nurbs) {
            return through(e, along(e, e.curve(), quality));
        }
        int n = 1;
        if (e.curve() instanceof Circle c) {
            n = count(e, quality.step(c.radius()));
        } else if (e.curve() instanceof Ellipse c) {
            n = count(e, quality.step(Math.max(c.a(), c.b())));
        }
        List<Double> at = new ArrayList<>();
        for (int i = 0; i <= n; i++) {
            at.add(e.range().at(i / (double) n));
        }
        return through(e, at);
    }

    private static EdgeLine through(Edge e, List<Double> at) {
        int n = at.size();
        Vec3[] points = new Vec3[n];
        double[] t = new double[n];
        for (int i = 0; i < n; i++) {
            t[i] = at.get(i);
            points[i] = i == 0
                    ? e.start().point()
                    : i == n - 1 ? e.end().point() : e.curve().point(t[i]);
        }
        return new EdgeLine(t, points);
    }

    /** How many chords there are. */
    int chords() {
        return at.length - 1;
    }

    double length(int chord) {
        return points[chord].distance(points[chord + 1]);
    }

    /** The line with one of its chords halved. */
    EdgeLine halved(Edge e, int chord) {
        List<Double> t = new ArrayList<>();
        for (int i = 0; i < at.length; i++) {
            t.add(at[i]);
            if (i == chord) {
                t.add(0.5 * (at[i] + at[i + 1]));
            }
        }
        return through(e, t);
    }

    /** Each stretch between the chain's points is cut where it turns or bulges more than asked. */
    private static List<Double> along(Edge e, Curve k, MeshQuality quality) {
        double[] breaks = k.breaks(e.range());
        List<Double> out = new ArrayList<>(List.of(breaks[0]));
        for (int i = 0; i + 1 < breaks.length; i++) {
            double lo = breaks[i];
            double hi = breaks[i + 1];
            double turn = Math.acos(Math.max(-1, Math.min(1, k.tangent(lo).dot(k.tangent(hi)))));
            double bulge = k.point(lo).distance(k.point(hi)) * turn / 8;
            int n = (int) Math.ceil(Math.max(turn / quality.angle(), Math.sqrt(1.6 * bulge / quality.chord())));
            for (int j = 1; j <= Math.max(1, n); j++) {
                out.add(j == Math.max(1, n) ? hi : lo + (hi - lo) * j / n);
            }
        }
        return out;
    }

    private static int count(Edge e, double step) {
        int n = (int) Math.ceil(e.range().length() / step - 1e-9);
        return Math.max(n, e.closed() ? 8 : 1);
    }
}
