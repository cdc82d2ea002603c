package io.tallember.part.rebuild;

import io.tallember.geometry.ArcLength;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Vec3;
import java.util.List;

/** Places along a line of several curves, counted by its length. */
public final class Paths {
    private final List<Profile.Edge> edges;
    private final Frame plane;
    private final double[] lengths;

    /** @param plane the frame that the curves lie in */
    public Paths(List<Profile.Edge> edges, Frame plane) {
        this.edges = edges;
        this.plane = plane;
        this.lengths = edges.stream()
                .mapToDouble(e -> ArcLength.of(e.curve(), e.range()))
                .toArray();
    }

    public double length() {
        double sum = 0;
        for (double l : lengths) {
            sum += l;
        }
        return sum;
    }

    /** The frame at a length along the line: x along it, z square to the sketch. Beyond the end the line is carried on. */
    public Frame at(double s) {
        double left = s;
        int i = 0;
        while (i < edges.size() - 1 && left > lengths[i]) {
            left -= lengths[i++];
        }
        Profile.Edge e = edges.get(i);
        double in = Math.min(left, lengths[i]);
        double t = ArcLength.parameter(e.curve(), e.range(), e.forward() ? in : lengths[i] - in);
        Vec3 way = plane.direction(e.curve().derivative(t)).unit().times(e.forward() ? 1 : -1);
        Vec3 p = plane.point(e.curve().point(t)).plus(Math.max(0, left - lengths[i]), way);
        return new Frame(p, way, plane.z().cross(way), plane.z());
    }
}
