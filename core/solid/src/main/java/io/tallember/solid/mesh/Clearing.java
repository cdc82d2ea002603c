package io.tallember.solid.mesh;

import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Tells places that keep a distance from some points, in constant time each: the points are noted in all cells near them. */
final class Clearing {
    private final double distance;
    private final Map<Long, List<Vec3>> cells = new HashMap<>();

    Clearing(List<Vec3> points, double distance) {
        this.distance = distance;
        for (Vec3 p : points) {
            long x = cell(p.x());
            long y = cell(p.y());
            long z = cell(p.z());
            for (long i = x - 1; i <= x + 1; i++) {
                for (long j = y - 1; j <= y + 1; j++) {
                    for (long k = z - 1; k <= z + 1; k++) {
                        cells.computeIfAbsent(key(i, j, k), c -> new ArrayList<>(4))
                                .add(p);
                    }
                }
            }
        }
    }

    private long cell(double v) {
        return (long) Math.floor(v / distance);
    }

    private static long key(long i, long j, long k) {
        return (i * 73_856_093L) ^ (j * 19_349_663L << 16) ^ (k * 83_492_791L << 32);
    }

    boolean clear(Vec3 p) {
        List<Vec3> near = cells.get(key(cell(p.x()), cell(p.y()), cell(p.z())));
        if (near != null) {
            for (Vec3 q : near) {
                if (p.distance(q) < distance) {
                    return false;
                }
            }
        }
        return true;
    }
}
