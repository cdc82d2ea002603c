package io.tallember.solid.sweep;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import java.util.ArrayList;
import java.util.List;

/** Ready bodies: standing on the xy plane of a frame, or, when round all over, about its origin. */
public final class Primitive {
    private Primitive() {}

    /** A box from the frame's origin along x, y and z. */
    public static Body box(Frame f, double x, double y, double z, String step, Tolerance tol) {
        return Extrude.of(polygon(f, 0, 0, x, 0, x, y, 0, y), 0, z, step, "box", tol);
    }

    public static Body cylinder(Frame f, double radius, double height, String step, Tolerance tol) {
        return cone(f, radius, radius, height, step, tol);
    }

    /** A cone or frustum; one of the radii may be zero. */
    public static Body cone(Frame f, double bottom, double top, double height, String step, Tolerance tol) {
        List<Double> xy = new ArrayList<>(List.of(0.0, 0.0));
        if (bottom > 0) {
            xy.addAll(List.of(bottom, 0.0));
        }
        if (top > 0) {
            xy.addAll(List.of(top, height));
        }
        xy.addAll(List.of(0.0, height));
        Profile p =
                polygon(upright(f), xy.stream().mapToDouble(Double::doubleValue).toArray());
        return Revolve.of(p, new Line(f.origin(), f.z()), 0, 2 * Math.PI, step, "cone", tol);
    }

    public static Body sphere(Frame f, double radius, String step, Tolerance tol) {
        Curve arc = new Circle(Frame.WORLD, radius);
        List<Profile.Edge> edges = List.of(
                new Profile.Edge(arc, new Interval(-Math.PI / 2, Math.PI / 2), true, "c0"),
                new Profile.Edge(
                        new Line(new Vec3(0, radius, 0), Vec3.Y.negated()), new Interval(0, 2 * radius), true, "c1"));
        Profile p = new Profile(upright(f), edges, List.of(), "sphere");
        return Revolve.of(p, new Line(f.origin(), f.z()), 0, 2 * Math.PI, step, "sphere", tol);
    }

    /** A ring about the frame's z axis. */
    public static Body torus(Frame f, double major, double minor, String step, Tolerance tol) {
        Curve round = new Circle(Frame.WORLD.at(new Vec3(major, 0, 0)), minor);
        Profile p = new Profile(
                upright(f),
                List.of(new Profile.Edge(round, new Interval(0, 2 * Math.PI), true, "c0")),
                List.of(),
                "ring");
        return Revolve.of(p, new Line(f.origin(), f.z()), 0, 2 * Math.PI, step, "ring", tol);
    }

    /** The frame's xz plane. */
    private static Frame upright(Frame f) {
        return new Frame(f.origin(), f.x(), f.z(), f.y().negated());
    }

    private static Profile polygon(Frame f, double... xy) {
        List<Profile.Edge> edges = new ArrayList<>();
        int n = xy.length / 2;
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            Vec3 a = new Vec3(xy[2 * i], xy[2 * i + 1], 0);
            Vec3 b = new Vec3(xy[2 * j], xy[2 * j + 1], 0);
            edges.add(new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, "c" + i));
        }
        return new Profile(f, edges, List.of(), "polygon");
    }
}
