package io.tallember.geometry;

import java.util.ArrayList;
import java.util.List;

/** A net of points in blocks, each in a ball, to find the one nearest to another without asking all. */
final class PointNet {
    private final Vec3[][] net;
    private final Block[] blocks;

    /** Part of the net, in a ball. */
    private record Block(int i0, int i1, int j0, int j1, Vec3 centre, double radius) {}

    /** @param first the first column that counts */
    PointNet(Vec3[][] net, int first) {
        this.net = net;
        List<Block> out = new ArrayList<>();
        int wide = Math.max(4, (int) Math.sqrt(net.length));
        int high = Math.max(4, (int) Math.sqrt(net[0].length));
        for (int i = 0; i < net.length; i += wide) {
            for (int j = first; j < net[0].length; j += high) {
                out.add(block(i, Math.min(net.length, i + wide), j, Math.min(net[0].length, j + high)));
            }
        }
        blocks = out.toArray(new Block[0]);
    }

    private Block block(int i0, int i1, int j0, int j1) {
        Box3 box = Box3.EMPTY;
        for (int i = i0; i < i1; i++) {
            for (int j = j0; j < j1; j++) {
                box = box.with(net[i][j]);
            }
        }
        Vec3 c = box.centre();
        double r = 0;
        for (int i = i0; i < i1; i++) {
            for (int j = j0; j < j1; j++) {
                r = Math.max(r, c.distance(net[i][j]));
            }
        }
        return new Block(i0, i1, j0, j1, c, r);
    }

    /** The number of the nearest point, counted row by row: only blocks that can hold it are looked at one by one. */
    int nearest(Vec3 p) {
        double within = Double.POSITIVE_INFINITY;
        double[] away = new double[blocks.length];
        for (int k = 0; k < blocks.length; k++) {
            double d = blocks[k].centre.distance(p);
            away[k] = d - blocks[k].radius;
            within = Math.min(within, d + blocks[k].radius);
        }
        double least = Double.POSITIVE_INFINITY;
        int best = 0;
        for (int k = 0; k < blocks.length; k++) {
            Block b = blocks[k];
            if (away[k] > within) {
                continue;
            }
            for (int i = b.i0; i < b.i1; i++) {
                for (int j = b.j0; j < b.j1; j++) {
                    Vec3 q = net[i][j];
                    double dx = q.x() - p.x();
                    double dy = q.y() - p.y();
                    double dz = q.z() - p.z();
                    double d = dx * dx + dy * dy + dz * dz;
                    if (d < least) {
                        least = d;
                        best = i * net[0].length + j;
                    }
                }
            }
            within = Math.min(within, Math.sqrt(least));
        }
        return best;
    }
}
