package io.tallember.inspect;

import io.tallember.geometry.Patience;
import io.tallember.geometry.Vec3;
import io.tallember.inspect.Probe.Place;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.function.ToDoubleFunction;

/**
 * The surface of bodies as triangles small enough to be coloured by a number at each of their corners.
 *
 * @param positions x, y, z of each point in mm
 * @param normals outward, of unit length
 * @param values one a point; not a number where nothing can be told
 * @param triangles three point numbers each
 */
public record Coloured(float[] positions, float[] normals, float[] values, int[] triangles) {
    /** Of the longest face's diagonal, how long sides are at most. */
    private static final double FINE = 1.0 / 70;

    private static final int MOST_ALONG = 48;

    private record Key(int face, float x, float y, float z) {}

    private static final class Builder {
        private final Probe probe;
        private final ToDoubleFunction<Place> value;
        private final Map<Key, Integer> known = new HashMap<>();
        private float[] positions = new float[3000];
        private float[] normals = new float[3000];
        private float[] values = new float[1000];
        private int[] triangles = new int[6000];
        private int points;
        private int corners;

        Builder(Probe probe, ToDoubleFunction<Place> value) {
            this.probe = probe;
            this.value = value;
        }

        int point(int face, Vec3 near) {
            return known.computeIfAbsent(
                    new Key(face, (float) near.x(), (float) near.y(), (float) near.z()), k -> fresh(face, near));
        }

        private int fresh(int face, Vec3 near) {
            Patience.check();
            if (points == values.length) {
                positions = Arrays.copyOf(positions, 2 * positions.length);
                normals = Arrays.copyOf(normals, 2 * normals.length);
                values = Arrays.copyOf(values, 2 * values.length);
            }
            Place p = probe.place(face, near);
            put(positions, p.at());
            put(normals, p.outward());
            values[points] = (float) value.applyAsDouble(p);
            return points++;
        }

        private void put(float[] to, Vec3 v) {
            to[3 * points] = (float) v.x();
            to[3 * points + 1] = (float) v.y();
            to[3 * points + 2] = (float) v.z();
        }

        void triangle(int a, int b, int c) {
            if (corners + 3 > triangles.length) {
                triangles = Arrays.copyOf(triangles, 2 * triangles.length);
            }
            triangles[corners++] = a;
            triangles[corners++] = b;
            triangles[corners++] = c;
        }

        Coloured done() {
            return new Coloured(
                    Arrays.copyOf(positions, 3 * points),
                    Arrays.copyOf(normals, 3 * points),
                    Arrays.copyOf(values, points),
                    Arrays.copyOf(triangles, corners));
        }
    }

    /** How thick the material is, in mm; a ball that nothing stops tells nothing. */
    public static Coloured walls(Probe probe) {
        return of(probe, p -> {
            double mm = probe.insideAbout(p).mm();
            return Double.isInfinite(mm) ? Double.NaN : mm;
        });
    }

    /** How places lean against a pull, in radians. */
    public static Coloured leans(Probe probe, Vec3 pull) {
        Vec3 along = pull.unit();
        return of(probe, p -> Leans.lean(p, along));
    }

    private static Coloured of(Probe probe, ToDoubleFunction<Place> value) {
        double wide = 0;
        for (var f : probe.faces()) {
            wide = Math.max(wide, f.bounds().diagonal());
        }
        double side = Math.max(0.05, wide * FINE);
        Builder b = new Builder(probe, value);
        for (int t = 0; t < probe.triangles().size(); t++) {
            divided(probe.triangles(), t, side, b);
        }
        return b.done();
    }

    /** A triangle in rows along its longest side, as many as it is high, each of as many pieces as it is long. */
    private static void divided(Triangles ts, int t, double side, Builder b) {
        int longest = ts.longest(t);
        double most = ts.length(t, longest);
        if (most == 0) {
            return;
        }
        Vec3 from = ts.corner(t, longest);
        Vec3 to = ts.corner(t, (longest + 1) % 3);
        Vec3 tip = ts.corner(t, (longest + 2) % 3);
        int n = Math.min(MOST_ALONG, Math.max(1, (int) Math.ceil(most / side)));
        int rows = Math.min(n, Math.max(1, (int) Math.ceil(ts.normal(t).length() / most / side)));
        int face = ts.face(t);
        int[] below = row(b, face, from, to, n);
        for (int r = 1; r <= rows; r++) {
            double h = (double) r / rows;
            int pieces = r == rows ? 0 : Math.max(1, (int) Math.round(n * (1 - h)));
            int[] above = row(b, face, from.lerp(tip, h), to.lerp(tip, h), pieces);
            stitch(b, below, above);
            below = above;
        }
    }

    private static int[] row(Builder b, int face, Vec3 from, Vec3 to, int pieces) {
        int[] out = new int[pieces + 1];
        for (int i = 0; i <= pieces; i++) {
            out[i] = b.point(face, pieces == 0 ? from : from.lerp(to, (double) i / pieces));
        }
        return out;
    }

    /** Triangles between two rows, each time on the side that is behind. */
    private static void stitch(Builder b, int[] below, int[] above) {
        int i = 0;
        int k = 0;
        while (i + 1 < below.length || k + 1 < above.length) {
            boolean up = k + 1 < above.length
                    && (i + 1 >= below.length
                            || (double) (k + 1) / (above.length - 1) < (double) (i + 1) / (below.length - 1));
            if (up) {
                b.triangle(below[i], above[k + 1], above[k]);
                k++;
            } else {
                b.triangle(below[i], below[i + 1], above[k]);
                i++;
            }
        }
    }
}
