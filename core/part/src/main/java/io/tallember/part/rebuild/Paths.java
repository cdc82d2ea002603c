package io.tallember.part.rebuild;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Vec3;
import java.util.List;

/** Places along a line of several curves, counted by its length. Lengths by Gauss's rule over pieces of each curve. */
final class Paths {
    private static final int PIECES = 64;
    private static final double[] NODES = {
        -0.906179845938664, -0.538469310105683, 0, 0.538469310105683, 0.906179845938664
    };
    private static final double[] WEIGHTS = {
        0.236926885056189, 0.478628670499366, 0.568888888888889, 0.478628670499366, 0.236926885056189
    };

    private final List<Profile.Edge> edges;
    private final Frame plane;
    private final double[] lengths;

    /** @param plane the frame that the curves lie in */
    Paths(List<Profile.Edge> edges, Frame plane) {
        this.edges = edges;
        this.plane = plane;
        this.lengths = edges.stream()
                .mapToDouble(e -> length(e, e.range().lo(), e.range().hi()))
                .toArray();
    }

    double length() {
        double sum = 0;
        for (double l : lengths) {
            sum += l;
        }
        return sum;
    }

    private static double length(Profile.Edge e, double from, double to) {
        double sum = 0;
        double h = (to - from) / PIECES;
        for (int i = 0; i < PIECES; i++) {
            for (int k = 0; k < NODES.length; k++) {
                sum += WEIGHTS[k]
                        * e.curve()
                                .derivative(from + h * (i + 0.5 + NODES[k] / 2))
                                .length();
            }
        }
        return sum * h / 2;
    }

    /** The frame at a length along the line: x along it, z square to the sketch. Beyond the end the line is carried on. */
    Frame at(double s) {
        double left = s;
        int i = 0;
        while (i < edges.size() - 1 && left > lengths[i]) {
            left -= lengths[i++];
        }
        Profile.Edge e = edges.get(i);
        double t = parameter(e, Math.min(left, lengths[i]), lengths[i]);
        Vec3 way = plane.direction(e.curve().derivative(t)).unit().times(e.forward() ? 1 : -1);
        Vec3 p = plane.point(e.curve().point(t)).plus(Math.max(0, left - lengths[i]), way);
        return new Frame(p, way, plane.z().cross(way), plane.z());
    }

    /** By Newton's method on the length, which grows with the parameter. */
    private static double parameter(Profile.Edge e, double s, double whole) {
        Interval r = e.range();
        double from = e.forward() ? s : whole - s;
        double t = r.at(whole == 0 ? 0 : from / whole);
        for (int i = 0; i < 20; i++) {
            double miss = length(e, r.lo(), t) - from;
            if (Math.abs(miss) < 1e-13 * (1 + whole)) {
                break;
            }
            t = Math.min(
                    r.hi(), Math.max(r.lo(), t - miss / e.curve().derivative(t).length()));
        }
        return t;
    }
}
