package io.tallember.solid.sweep;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Rational;
import io.tallember.geometry.Skinning;
import io.tallember.geometry.Through;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import java.util.ArrayList;
import java.util.List;

/** The surfaces of a loft over one stretch of its outlines. */
final class LoftSkin {
    private static final double FIT = 2e-8;

    private final Loft.Shape shape;
    private final double[] at;
    private final Carriage carriage;
    private final Way middle;

    /**
     * @param centres of the sections, and {@code normals} of their planes; of a closed loft the first again at the end
     */
    LoftSkin(Loft.Shape shape, List<Vec3> centres, List<Vec3> normals, Tolerance tol) {
        this.shape = shape;
        boolean own = shape.run() == Loft.Run.MIDDLE;
        middle = own ? new Way(legs(centres, normals), shape.closed()) : null;
        carriage = own ? new Carriage(middle, Manner.SQUARE, tol) : null;
        at = new double[centres.size()];
        for (int i = 1; i < at.length; i++) {
            double step =
                    own ? middle.legs().get(i - 1).length() : centres.get(i).distance(centres.get(i - 1));
            at[i] = at[i - 1] + Math.max(step, 1e-6);
        }
    }

    /** The smooth line through the centres, square to the sections: arcs where two lie on one, else smooth pieces. */
    private static List<Leg> legs(List<Vec3> centres, List<Vec3> normals) {
        List<Leg> out = new ArrayList<>();
        for (int i = 0; i + 1 < centres.size(); i++) {
            Vec3 p = centres.get(i);
            Vec3 q = centres.get(i + 1);
            Vec3 n = normals.get(i);
            Vec3 m = normals.get(i + 1);
            Vec3 chord = q.minus(p).unit();
            String id = "m" + i;
            double sine = n.cross(chord).length();
            boolean mirrored = chord.times(2 * n.dot(chord)).minus(n).distance(m) < 1e-9;
            if (mirrored && sine < 1e-9) {
                out.add(Leg.straight(p, q, id));
            } else if (mirrored && n.dot(chord) > 0.05) {
                Vec3 axis = n.cross(chord).unit();
                double half = Math.atan2(sine, n.dot(chord));
                double r = p.distance(q) / 2 / Math.sin(half);
                Vec3 centre = p.plus(r, axis.cross(n));
                Circle c = new Circle(Frame.of(centre, axis, p.minus(centre)), r);
                out.add(new Leg(c, new Interval(0, 2 * half), true, id));
            } else {
                var n3 = Through.between(p, n, q, m);
                out.add(new Leg(n3, n3.whole(), true, id));
            }
        }
        return out;
    }

    /** Parameters of the sections. */
    double[] at() {
        return at;
    }

    /** The same stretch of all sections as rows that fit together; a section that is a point has null. */
    static List<Rational> alike(List<Ring.Stretch> stretches) {
        int arcs = round(stretches) ? arcs(stretches) : 1;
        List<Rational> all = new ArrayList<>();
        for (Ring.Stretch s : stretches) {
            if (s != null) {
                all.add(Rational.of(s.curve(), s.range(), s.forward(), arcs));
            }
        }
        return Rational.alike(all);
    }

    /** Whether all are round, so that their pieces meet at the same shares and no crease can come of it. */
    static boolean round(List<Ring.Stretch> stretches) {
        return stretches.stream().allMatch(s -> s == null || s.round());
    }

    private static int arcs(List<Ring.Stretch> stretches) {
        return stretches.stream()
                .filter(s -> s != null)
                .mapToInt(s -> (int) Math.ceil(s.range().length() / (0.5 * Math.PI) - 1e-9))
                .max()
                .orElse(1);
    }

    /** A row that is one point, weighted as another row. */
    static double[][] point(Vec3 p, double[][] like) {
        double[][] out = new double[like.length][];
        for (int i = 0; i < out.length; i++) {
            double w = like[i][3];
            out[i] = new double[] {w * p.x(), w * p.y(), w * p.z(), w};
        }
        return out;
    }

    /** The ends' derivatives as the shape asks for them. */
    private Skinning.Ends ends(List<double[][]> rows, List<Vec3> normals) {
        int n = rows.size();
        return new Skinning.Ends(
                shape.first() > 0 ? square(rows.get(0), normals.get(0), shape.first()) : null,
                shape.last() > 0 ? square(rows.get(n - 1), normals.get(n - 1), shape.last()) : null,
                shape.closed());
    }

    private static double[][] square(double[][] row, Vec3 normal, double strength) {
        double[][] out = new double[row.length][];
        for (int i = 0; i < out.length; i++) {
            double w = row[i][3] * strength;
            out[i] = new double[] {w * normal.x(), w * normal.y(), w * normal.z(), 0};
        }
        return out;
    }

    /**
     * The surface over one stretch from one section to another.
     *
     * @param rows of all sections
     * @param turned whether its v is to run the other way
     */
    NurbsSurface surface(Rational like, List<double[][]> rows, List<Vec3> normals, int from, int to, boolean turned) {
        boolean free = shape.first() == 0 && shape.last() == 0;
        boolean straight = shape.run() == Loft.Run.STRAIGHT || rows.size() == 2 && free;
        if (shape.run() == Loft.Run.MIDDLE) {
            return along(like, rows, from, to);
        }
        if (straight) {
            return Skinning.straight(like, rows.get(turned ? to : from), rows.get(turned ? from : to));
        }
        double[][][] slopes = Skinning.slopes(rows, at, ends(rows, normals));
        if (!turned) {
            return Skinning.cubic(like, rows, slopes, at, from, to);
        }
        int n = rows.size();
        List<double[][]> back = new ArrayList<>(rows);
        java.util.Collections.reverse(back);
        double[] backAt = new double[n];
        double[][][] backSlopes = new double[n][][];
        for (int i = 0; i < n; i++) {
            backAt[i] = at[n - 1] - at[n - 1 - i];
            backSlopes[i] = new double[rows.get(0).length][4];
            for (int k = 0; k < backSlopes[i].length; k++) {
                for (int x = 0; x < 4; x++) {
                    backSlopes[i][k][x] = -slopes[n - 1 - i][k][x];
                }
            }
        }
        return Skinning.cubic(like, back, backSlopes, backAt, n - 1 - to, n - 1 - from);
    }

    /** Told in the frame that is carried along the middle line, and fitted. */
    private NurbsSurface along(Rational like, List<double[][]> rows, int from, int to) {
        int n = rows.size();
        List<double[][]> local = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            local.add(placed(rows.get(i), frame(at[i], i == n - 1 ? n - 2 : i).inverse()));
        }
        double[][][] slopes = n > 2 ? Skinning.slopes(local, at, new Skinning.Ends(null, null, shape.closed())) : null;
        return Skinning.fitted(
                like,
                t -> {
                    int k = from;
                    while (k + 1 < to && t > at[k + 1]) {
                        k++;
                    }
                    return placed(between(local, slopes, k, t), frame(t, k));
                },
                java.util.Arrays.copyOfRange(at, from, to + 1),
                FIT);
    }

    /** At even speed where legs meet: between, a cubic of the length gives the leg's parameter. */
    private Frame frame(double t, int leg) {
        Leg l = middle.legs().get(leg);
        double whole = at[leg + 1] - at[leg];
        double x = (t - at[leg]) / whole;
        double from = whole
                / l.curve().derivative(l.range().lo()).length()
                / l.range().length();
        double to = whole
                / l.curve().derivative(l.range().hi()).length()
                / l.range().length();
        double f = x * x * (3 - 2 * x) + from * x * (1 - x) * (1 - x) - to * x * x * (1 - x);
        return carriage.at(leg, l.range().at(f));
    }

    /** Whether the skin bends on evenly through an inner section: the middle line's bend must be the same on both sides of it. */
    boolean smoothAt(int section) {
        if (shape.run() != Loft.Run.MIDDLE) {
            return true;
        }
        Leg a = middle.legs().get(section - 1);
        Leg b = middle.legs().get(section);
        return bend(a, a.to()).distance(bend(b, b.from())) < 1e-9;
    }

    private static Vec3 bend(Leg l, double t) {
        Vec3 d = l.curve().derivative(t);
        Vec3 dd = l.curve().second(t);
        double speed = d.dot(d);
        return dd.plus(-dd.dot(d) / speed, d).times(1 / speed);
    }

    private double[][] between(List<double[][]> rows, double[][][] slopes, int k, double t) {
        double h = at[k + 1] - at[k];
        double x = (t - at[k]) / h;
        double[][] a = rows.get(k);
        double[][] b = rows.get(k + 1);
        double[][] out = new double[a.length][4];
        double x2 = x * x;
        double x3 = x2 * x;
        for (int p = 0; p < out.length; p++) {
            for (int c = 0; c < 4; c++) {
                out[p][c] = slopes == null
                        ? (1 - x) * a[p][c] + x * b[p][c]
                        : (2 * x3 - 3 * x2 + 1) * a[p][c]
                                + h * (x3 - 2 * x2 + x) * slopes[k][p][c]
                                + (3 * x2 - 2 * x3) * b[p][c]
                                + h * (x3 - x2) * slopes[k + 1][p][c];
            }
        }
        return out;
    }

    private static double[][] placed(double[][] row, Frame f) {
        double[][] out = new double[row.length][];
        for (int i = 0; i < out.length; i++) {
            double w = row[i][3];
            Vec3 p = f.direction(new Vec3(row[i][0], row[i][1], row[i][2])).plus(w, f.origin());
            out[i] = new double[] {p.x(), p.y(), p.z(), w};
        }
        return out;
    }
}
