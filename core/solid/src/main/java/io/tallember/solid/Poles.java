package io.tallember.solid;

import io.tallember.geometry.Circle;
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
    /** One minus the cosine of about three degrees. */
    private static final double NEAR_POLE = 1e-3;

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
            SurfaceRegion outside = new SurfaceRegion(sphere, face.sense(), List.of(back));
            Vec3 p = outside.interiorPoint(Tolerance.DEFAULT).orElse(null);
            if (p != null && outside.distanceToBoundary(p) > bestGap) {
                bestGap = outside.distanceToBoundary(p);
                best = p;
            }
        }
        return best == null ? sphere.frame().z() : best.minus(sphere.centre()).unit();
    }

    /**
     * The sphere as readers of files like it: one of the face's loops runs round the axis, no edge comes near a pole, as many
     * edges as can be are circles round the axis, which are straight in the parameters and nothing a reader has to fit, and the
     * meridian where the angle begins lies away from loops that don't run round.
     */
    public static Sphere forSeams(Sphere sphere, Face face) {
        if (face.loops().isEmpty()) {
            return sphere;
        }
        List<Vec3> axes = new ArrayList<>(List.of(sphere.frame().z()));
        face.coedges().forEach(c -> {
            if (c.edge().curve() instanceof Circle k) {
                axes.add(k.frame().z());
            }
        });
        axes.add(outside(sphere, face));
        Vec3 best = axes.get(axes.size() - 1);
        double most = -1;
        for (Vec3 axis : axes) {
            double straight = straight(sphere, face, axis);
            if (straight > most + 1e-6) {
                most = straight;
                best = axis;
            }
        }
        return best == sphere.frame().z() && allRound(sphere, face) ? sphere : begun(sphere, face, best);
    }

    /** The length of the edges that are circles round an axis, in mm; -1 when no loop runs round it or an edge comes near a pole. */
    private static double straight(Sphere sphere, Face face, Vec3 axis) {
        Sphere s = new Sphere(Frame.of(sphere.centre(), axis), sphere.radius());
        double straight = 0;
        for (Coedge c : face.coedges()) {
            for (int i = 0; i <= 8; i++) {
                Vec3 p = c.pointAt(i / 8.0).minus(sphere.centre()).unit();
                if (Math.abs(p.dot(axis)) > 1 - NEAR_POLE) {
                    return -1;
                }
            }
            if (c.edge().curve() instanceof Circle k
                    && k.frame().z().cross(axis).length() < 1e-9) {
                straight += k.radius() * c.edge().range().length();
            }
        }
        return face.loops().stream().anyMatch(l -> UvLoop.of(s, l.coedges()).windsRound()) ? straight : -1;
    }

    private static boolean allRound(Sphere sphere, Face face) {
        return face.loops().stream()
                .allMatch(l -> UvLoop.of(sphere, l.coedges()).windsRound());
    }

    private static Sphere begun(Sphere sphere, Face face, Vec3 axis) {
        Frame f = Frame.of(sphere.centre(), axis);
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
