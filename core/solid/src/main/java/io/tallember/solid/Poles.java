package io.tallember.solid;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Vec3;
import java.util.List;
import java.util.stream.IntStream;

/** Where a sphere's parameters have their poles is of no account, but some work is easier with them out of the way. */
public final class Poles {
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
}
