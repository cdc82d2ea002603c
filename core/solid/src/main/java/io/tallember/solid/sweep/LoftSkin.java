package io.tallember.solid.sweep;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Rational;
import io.tallember.geometry.Skinning;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Through;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.geometry.intersect.Crossing;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/** The surfaces of a loft over one stretch of its outlines. */
final class LoftSkin {
    private static final double FIT = 2e-8;

    private final Loft.Shape shape;
    private final double[] at;
    private final Carriage carriage;
    private final Way middle;
    /** Middles, normals and directions across of the planes of a smooth loft with guides, and how they change. */
    private final List<double[][]> planes = new ArrayList<>();

    private double[][][] turning;
    private LoftGuides guides;
    private final List<List<Carried>> outlines = new ArrayList<>();

    /** A stretch of the outlines told in the planes that are carried. */
    private record Carried(Rational like, List<double[][]> local, double[][][] slopes) {}

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
        if (!own && !shape.guides().isEmpty()) {
            planes(centres, normals);
        }
    }

    /** Planes that go smoothly through those of the sections. */
    private void planes(List<Vec3> centres, List<Vec3> normals) {
        int n = at.length;
        List<Vec3> across = new ArrayList<>(List.of(normals.get(0).anyPerpendicular()));
        for (int i = 1; i < n; i++) {
            across.add(Rings.carried(normals.get(i - 1), normals.get(i), across.get(i - 1)));
        }
        if (shape.closed()) {
            Vec3 x = across.get(0);
            Vec3 z = normals.get(0);
            double left = Math.atan2(x.cross(across.get(n - 1)).dot(z), x.dot(across.get(n - 1)));
            for (int i = 0; i < n; i++) {
                double turn = -left * at[i] / at[n - 1];
                Vec3 a = across.get(i);
                across.set(
                        i,
                        a.times(Math.cos(turn))
                                .plus(Math.sin(turn), normals.get(i).cross(a)));
            }
        }
        for (int i = 0; i < n; i++) {
            planes.add(new double[][] {four(centres.get(i)), four(normals.get(i)), four(across.get(i))});
        }
        double[][] still = {new double[4], new double[4], new double[4]};
        double[][] first = shape.first() > 0 ? still.clone() : null;
        double[][] last = shape.last() > 0 ? still.clone() : null;
        if (first != null) {
            first[0] = four(normals.get(0).times(shape.first()));
        }
        if (last != null) {
            last[0] = four(normals.get(n - 1).times(shape.last()));
        }
        turning = Skinning.slopes(planes, at, new Skinning.Ends(first, last, shape.closed()));
    }

    private static double[] four(Vec3 v) {
        return new double[] {v.x(), v.y(), v.z(), 0};
    }

    private static Vec3 three(double[] v) {
        return new Vec3(v[0], v[1], v[2]);
    }

    /** Whether outlines are told in planes that are carried from section to section. */
    boolean carried() {
        return shape.run() == Loft.Run.MIDDLE || !shape.guides().isEmpty();
    }

    /** Planes in which guides are looked for, between two sections. */
    private static final int EACH = 16;

    /**
     * Where the guides pass through the carried planes.
     *
     * @param drawn the outlines of all sections, loop by loop; null where a section is a point
     * @throws GeometryException BAD_VALUE where one misses a section's outlines, with how far
     */
    List<Crossing> cross(List<Ring[]> drawn, Tolerance tol) {
        int sections = drawn.get(0).length;
        double[] grid = new double[EACH * (at.length - 1) + 1];
        for (int i = 0; i < grid.length; i++) {
            int k = Math.min(i / EACH, at.length - 2);
            grid[i] = i % EACH == 0 ? at[i / EACH] : at[k] + (at[k + 1] - at[k]) * (i - k * EACH) / EACH;
        }
        int first = drawn.get(0)[0] == null ? 1 : 0;
        List<Crossing> out = new ArrayList<>();
        for (Way guide : shape.guides()) {
            String called = shape.guides().size() == 1 ? "The guide" : "Guide " + (out.size() + 1);
            Crossing c = new Crossing(
                    guide,
                    called,
                    t -> frame(t, interval(t)),
                    grid,
                    first * EACH,
                    Comparator.comparingDouble((Vec3 p) -> off(drawn, first, p)),
                    tol);
            for (int i = 0; i < at.length; i++) {
                Vec3 p = c.in(at[i]);
                double gap = drawn.get(0)[i % sections] == null
                        ? frame(at[i], interval(at[i])).origin().distance(p)
                        : off(drawn, i % sections, p);
                if (gap > 10 * tol.linear()) {
                    throw new GeometryException(
                            GeometryException.Reason.BAD_VALUE,
                            called + " passes " + Terms.length(gap) + " from section " + (i % sections + 1) + ", near "
                                    + p.said()
                                    + ". Lead it through the outline: hold a point of its sketch to where the"
                                    + " outline passes through.");
                }
            }
            out.add(c);
        }
        return out;
    }

    /** How far a place is from a section's outlines. */
    private static double off(List<Ring[]> drawn, int section, Vec3 p) {
        return drawn.stream().mapToDouble(l -> l[section].distance(p)).min().orElseThrow();
    }

    /**
     * Takes the outlines of all loops, and lets guides lead them.
     *
     * @param likes for each loop those of its stretches, and {@code rows} their rows in all sections
     * @param places of the sections that are points, null for others
     * @param crossings where guides pass through the carried planes
     */
    void take(
            List<List<Rational>> likes,
            List<List<List<double[][]>>> rows,
            List<Vec3> places,
            List<Crossing> crossings,
            Tolerance tol) {
        for (int l = 0; l < likes.size(); l++) {
            List<Carried> loop = new ArrayList<>();
            for (int s = 0; s < likes.get(l).size(); s++) {
                loop.add(carried(likes.get(l).get(s), rows.get(l).get(s)));
            }
            outlines.add(loop);
        }
        if (!shape.guides().isEmpty()) {
            guides = new LoftGuides(
                    crossings,
                    new LoftGuides.Outlines() {
                        @Override
                        public double[][] row(int loop, int stretch, double t) {
                            return LoftSkin.this.local(loop, stretch, t);
                        }

                        @Override
                        public Frame plane(double t) {
                            return frame(t, interval(t));
                        }
                    },
                    at,
                    likes,
                    places,
                    tol);
        }
    }

    private Carried carried(Rational like, List<double[][]> rows) {
        int n = rows.size();
        List<double[][]> local = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            local.add(placed(rows.get(i), frame(at[i], i == n - 1 ? n - 2 : i).inverse()));
        }
        double[][] still = new double[rows.get(0).length][4];
        Skinning.Ends ends =
                new Skinning.Ends(shape.first() > 0 ? still : null, shape.last() > 0 ? still : null, shape.closed());
        boolean free = shape.first() == 0 && shape.last() == 0;
        return new Carried(like, local, n > 2 || !free ? Skinning.slopes(local, at, ends) : null);
    }

    private double[][] local(int loop, int stretch, double t) {
        Carried c = outlines.get(loop).get(stretch);
        return between(at, c.local, c.slopes, interval(t), t);
    }

    private int interval(double t) {
        int k = 0;
        while (k + 2 < at.length && t > at[k + 1]) {
            k++;
        }
        return k;
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
            } else if (mirrored && n.dot(chord) > -0.5) {
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

    /**
     * The ends' derivatives as the shape asks for them.
     *
     * @param first those at the first section where they are told, else null; {@code last} alike
     */
    Skinning.Ends ends(List<double[][]> rows, List<Vec3> normals, double[][] first, double[][] last) {
        int n = rows.size();
        return new Skinning.Ends(
                first == null && shape.first() > 0 ? square(rows.get(0), normals.get(0), shape.first()) : first,
                last == null && shape.last() > 0 ? square(rows.get(n - 1), normals.get(n - 1), shape.last()) : last,
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
    NurbsSurface surface(Rational like, List<double[][]> rows, Skinning.Ends ends, int from, int to, boolean turned) {
        boolean free = shape.first() == 0 && shape.last() == 0;
        boolean straight = shape.run() == Loft.Run.STRAIGHT || rows.size() == 2 && free;
        if (straight) {
            return Skinning.straight(like, rows.get(turned ? to : from), rows.get(turned ? from : to));
        }
        double[][][] slopes = Skinning.slopes(rows, at, ends);
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

    /**
     * The surface over one stretch of a loop, told in the planes that are carried, moved by guides, and fitted.
     *
     * @param turned whether its v is to run the other way
     */
    NurbsSurface along(int loop, int stretch, int from, int to, boolean turned) {
        Rational like = outlines.get(loop).get(stretch).like;
        double lo = at[from];
        double hi = at[to];
        DoubleStream inner = Arrays.stream(at, from, to + 1);
        if (guides != null) {
            inner = DoubleStream.concat(inner, Arrays.stream(guides.joints(lo, hi)));
        }
        double[] breaks = inner.map(t -> turned ? lo + hi - t : t).sorted().toArray();
        double least = 1e-7 * (hi - lo);
        double[] apart = IntStream.range(0, breaks.length)
                .filter(i -> i == 0 || breaks[i] - breaks[i - 1] > least)
                .mapToDouble(i -> breaks[i])
                .toArray();
        return Skinning.fitted(
                guides == null ? like : like.raised(like.degree() * guides.degree()),
                v -> {
                    double t = turned ? lo + hi - v : v;
                    return guides != null
                            ? guides.row(loop, stretch, t)
                            : placed(local(loop, stretch, t), frame(t, interval(t)));
                },
                apart,
                FIT);
    }

    /** At even speed where legs meet: between, a cubic of the length gives the leg's parameter. */
    private Frame frame(double t, int leg) {
        if (middle == null) {
            double[][] now = between(at, planes, turning, leg, t);
            return Frame.of(three(now[0]), three(now[1]), three(now[2]));
        }
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

    /** Where the skin goes at a parameter between a section and the next. */
    Vec3 toward(double t, int section, List<Vec3> normals) {
        double f = (t - at[section]) / (at[section + 1] - at[section]);
        return shape.run() == Loft.Run.MIDDLE
                ? frame(t, section).z()
                : normals.get(section).lerp(normals.get(section + 1), f);
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

    /** Between two rows: cubic with slopes, else straight. */
    static double[][] between(double[] at, List<double[][]> rows, double[][][] slopes, int k, double t) {
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

    static double[][] placed(double[][] row, Frame f) {
        double[][] out = new double[row.length][];
        for (int i = 0; i < out.length; i++) {
            double w = row[i][3];
            Vec3 p = f.direction(new Vec3(row[i][0], row[i][1], row[i][2])).plus(w, f.origin());
            out[i] = new double[] {p.x(), p.y(), p.z(), w};
        }
        return out;
    }
}
