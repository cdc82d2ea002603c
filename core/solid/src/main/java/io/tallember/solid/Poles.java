package io.tallember.solid;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.IntStream;

/** Where a sphere's parameters have their poles is of no account, but some work is easier with them out of the way. */
public final class Poles {
    private static final int MERIDIANS = 72;

    private Poles() {}

    /** The sphere with its poles as far from a boundary as one of many directions allows. */
    public static Sphere clear(Sphere s, List<Coedge> boundary) {
        List<Vec3> rim = boundary.stream()
                .flatMap(c -> IntStream.rangeClosed(0, 8)
                        .mapToObj(i -> c.pointAt(i / 8.0).minus(s.centre()).unit()))
                .toList();
        Vec3 best = s.frame().z();
        double bestGap = -1;
        for (int x = -1; x <= 1; x++) {
            for (int y = -1; y <= 1; y++) {
                for (int z = 0; z <= 1; z++) {
                    if (x == 0 && y == 0 && z == 0) {
                        continue;
                    }
                    Vec3 d = new Vec3(x + 0.03 * y, y + 0.05 * z, z + 0.02 * x).unit();
                    double gap = rim.stream()
                            .mapToDouble(p -> 1 - Math.abs(p.dot(d)))
                            .min()
                            .orElse(1);
                    if (gap > bestGap) {
                        bestGap = gap;
                        best = d;
                    }
                }
            }
        }
        return new Sphere(Frame.of(s.centre(), best), s.radius());
    }

    /** The direction to a point of the sphere well outside a face: inside what one of its loops leaves out. */
    public static Vec3 outside(Sphere sphere, Face face) {
        Vec3 best = null;
        double bestGap = -1;
        for (Loop l : face.loops()) {
            List<Coedge> back = new ArrayList<>();
            l.coedges().forEach(c -> back.add(c.reversed()));
            Collections.reverse(back);
            Region outside = new Region(sphere, face.sense(), List.of(back));
            Vec3 p = outside.interiorPoint(Tolerance.DEFAULT).orElse(null);
            if (p != null && outside.distanceToBoundary(p) > bestGap) {
                bestGap = outside.distanceToBoundary(p);
                best = p;
            }
        }
        return best == null ? sphere.frame().z() : best.minus(sphere.centre()).unit();
    }

    /**
     * The sphere as readers of files like it: a pole in what one of the face's loops leaves out, so that this loop runs round the
     * axis, and the meridian where the angle begins away from loops that don't.
     */
    public static Sphere forSeams(Sphere sphere, Face face) {
        if (face.loops().isEmpty()) {
            return sphere;
        }
        Vec3 axis = sphere.frame().z();
        boolean goodAsItIs = face.loops().stream()
                        .allMatch(l -> UvLoop.of(sphere, l.coedges()).windsRound())
                && face.coedges().stream()
                        .noneMatch(c -> Math.abs(c.pointAt(0)
                                        .minus(sphere.centre())
                                        .unit()
                                        .dot(axis))
                                > 1 - 1e-9);
        if (goodAsItIs) {
            return sphere;
        }
        Frame f = Frame.of(sphere.centre(), outside(sphere, face));
        Sphere upright = new Sphere(f, sphere.radius());
        List<Double> taken = new ArrayList<>();
        for (Loop l : face.loops()) {
            UvLoop uv = UvLoop.of(upright, l.coedges());
            if (!uv.windsRound()) {
                uv.points().forEach(p -> taken.add(p.x()));
            }
        }
        double best = 0;
        double widest = -1;
        for (int i = 0; i < MERIDIANS; i++) {
            double u = 2 * Math.PI * i / MERIDIANS;
            double gap =
                    taken.stream().mapToDouble(t -> 1 - Math.cos(t - u)).min().orElse(2);
            if (gap > widest) {
                widest = gap;
                best = u;
            }
        }
        Vec3 x = f.x().times(Math.cos(best)).plus(Math.sin(best), f.y());
        return new Sphere(Frame.of(sphere.centre(), f.z(), x), sphere.radius());
    }
}
