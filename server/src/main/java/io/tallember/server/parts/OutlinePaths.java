package io.tallember.server.parts;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Vec3;
import java.util.List;
import java.util.Locale;

/** Outlines in a plane as SVG path data. */
final class OutlinePaths {
    private OutlinePaths() {}

    /** An ellipse or spline as short straight pieces. */
    private static void free(Profile.Edge e, StringBuilder path) {
        double[] breaks = e.curve().breaks(e.range());
        int each = Math.max(2, 96 / (breaks.length - 1));
        int n = each * (breaks.length - 1);
        for (int i = 1; i <= n; i++) {
            int at = e.forward() ? i : n - i;
            int k = Math.min(at / each, breaks.length - 2);
            double t = breaks[k] + (breaks[k + 1] - breaks[k]) * (at - k * each) / each;
            Vec3 p = e.curve().point(t);
            path.append(String.format(Locale.ROOT, "L%.8g %.8g", p.x(), p.y()));
        }
    }

    /** A loop as SVG path data in the mm of its plane: lines and arcs, exact but for the eighth digit. */
    static void path(List<Profile.Edge> loop, StringBuilder path) {
        Vec3 start = loop.get(0).start();
        path.append(String.format(Locale.ROOT, "M%.8g %.8g", start.x(), start.y()));
        for (Profile.Edge e : loop) {
            if (e.curve() instanceof Line) {
                path.append(String.format(
                        Locale.ROOT, "L%.8g %.8g", e.end().x(), e.end().y()));
            } else if (!(e.curve() instanceof Circle)) {
                free(e, path);
            } else {
                double r = e.curve().derivative(0).length();
                boolean up = ((Circle) e.curve()).frame().z().z() > 0;
                Interval range = e.range();
                for (int i = 1; i <= 2; i++) { // in halves, so that a full circle is no special case
                    Vec3 p = e.curve().point(e.forward() ? range.at(i / 2.0) : range.at(1 - i / 2.0));
                    int large = range.length() / 2 > Math.PI ? 1 : 0;
                    path.append(String.format(
                            Locale.ROOT,
                            "A%.8g %.8g 0 %d %d %.8g %.8g",
                            r,
                            r,
                            large,
                            e.forward() == up ? 1 : 0,
                            p.x(),
                            p.y()));
                }
            }
        }
        path.append('Z');
    }
}
