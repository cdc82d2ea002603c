package io.tallember.geometry;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * A rational B-spline surface. Beyond its sides it runs on along the tangents there; when its u sides meet smoothly it repeats
 * itself in u. Faces lie within {@link #uDomain} and {@link #vDomain}. Points are projected from the nearest of a net of points
 * by Newton's method.
 */
public final class NurbsSurface implements Surface {
    private static final int STEPS = 30;
    private static final int MOST_ACROSS = 400;
    private static final int FEWEST = 24;

    private final int degreeU;
    private final int degreeV;
    private final double[] knotsU;
    private final double[] knotsV;
    private final List<List<Vec3>> poles;
    private final double[][] weights;
    private final double[] spansU;
    private final double[] spansV;
    /** Bezier points: rows along u, and in each row homogeneous points along v, four numbers each. */
    private final double[][] rows;

    private final boolean closedU;
    private final boolean closedV;
    private final Vec3 tip;
    private final Frame frame;
    private final double[] netU;
    private final double[] netV;
    private final Vec3[][] net;
    private final PointNet blocks;
    private final double speedU;
    private final double speedV;
    private final double tightest;

    /**
     * @param poles poles.get(i).get(j) belongs to knots i along u and j along v
     * @param weights one a pole, above zero
     * @throws GeometryException DEGENERATE when these don't fit or a side has no length; or when a side other than the
     *     first in v shrinks to a point
     */
    public NurbsSurface(
            int degreeU, int degreeV, double[] knotsU, double[] knotsV, List<List<Vec3>> poles, double[][] weights) {
        this.degreeU = degreeU;
        this.degreeV = degreeV;
        this.knotsU = knotsU.clone();
        this.knotsV = knotsV.clone();
        this.poles = poles.stream().map(List::copyOf).toList();
        this.weights = weights;
        for (double[] w : weights) {
            Knots.check(knotsV, degreeV, w.length, w);
        }
        Knots.check(knotsU, degreeU, poles.size(), new double[] {1});
        spansU = Knots.spans(knotsU, degreeU);
        spansV = Knots.spans(knotsV, degreeV);
        rows = bezier();
        frame = Frame.WORLD;
        netU = nodes(spansU, degreeU);
        netV = nodes(spansV, degreeV);
        net = new Vec3[netU.length][netV.length];
        double mostU = 0;
        double mostV = 0;
        for (int i = 0; i < netU.length; i++) {
            for (int j = 0; j < netV.length; j++) {
                net[i][j] = at(netU[i], netV[j]).point();
                mostU = i == 0 ? mostU : Math.max(mostU, net[i][j].distance(net[i - 1][j]) / (netU[i] - netU[i - 1]));
                mostV = j == 0 ? mostV : Math.max(mostV, net[i][j].distance(net[i][j - 1]) / (netV[j] - netV[j - 1]));
            }
        }
        speedU = 1.3 * mostU;
        speedV = 1.3 * mostV;
        closedU = meets(true);
        closedV = meets(false);
        if (closedU && Math.abs(hiU() - loU() - 2 * Math.PI) > 1e-12
                || closedV && Math.abs(hiV() - loV() - 2 * Math.PI) > 1e-12) {
            throw new GeometryException(
                    GeometryException.Reason.DEGENERATE, "A closed spline surface runs over a full turn.");
        }
        tip = shrunk() ? net[0][0] : null;
        blocks = new PointNet(net, tip == null ? 0 : 1);
        double least = Double.POSITIVE_INFINITY;
        for (double u : netU) {
            for (int j = tip == null ? 0 : 1; j < netV.length; j++) {
                Local l = at(u, netV[j]);
                if (l.du.length() < 1e-9 * speedU || l.dv.length() < 1e-9 * speedV) {
                    throw new GeometryException(
                            GeometryException.Reason.DEGENERATE,
                            "A spline surface of which a side other than its first in v shrinks to a point can't be built"
                                    + " with; cut it so that each piece has one such side.");
                }
                least = Math.min(least, tightest(l));
            }
        }
        tightest = least;
    }

    /** As the constructor, with any parameter ranges for surfaces that close on themselves. */
    public static NurbsSurface of(
            int degreeU, int degreeV, double[] knotsU, double[] knotsV, List<List<Vec3>> poles, double[][] weights) {
        Knots.check(knotsU, degreeU, poles.size(), new double[] {1});
        for (double[] w : weights) {
            Knots.check(knotsV, degreeV, w.length, w);
        }
        double[] turnU = turn(knotsU, degreeU, poles.size());
        double[] turnV = turn(knotsV, degreeV, poles.get(0).size());
        return new NurbsSurface(degreeU, degreeV, turnU, turnV, poles, weights);
    }

    private static double[] turn(double[] knots, int degree, int poles) {
        double lo = knots[degree];
        double scale = 2 * Math.PI / (knots[poles] - lo);
        return java.util.Arrays.stream(knots).map(k -> (k - lo) * scale).toArray();
    }

    /** Whether the side of the lowest v is one point. */
    private boolean shrunk() {
        for (Vec3[] column : net) {
            if (column[0].distance(net[0][0]) > 1e-7) {
                return false;
            }
        }
        return true;
    }

    /** The least radius of curvature at a point, in any direction: a twisted surface bends though its own lines are straight. */
    private static double tightest(Local l) {
        Vec3 n = l.du.cross(l.dv).unit();
        double e = l.du.dot(l.du);
        double f = l.du.dot(l.dv);
        double g = l.dv.dot(l.dv);
        double a = l.uu.dot(n);
        double b = l.uv.dot(n);
        double c = l.vv.dot(n);
        double det = e * g - f * f;
        double mean = (e * c - 2 * f * b + g * a) / (2 * det);
        double gauss = (a * c - b * b) / det;
        double most = Math.abs(mean) + Math.sqrt(Math.max(0, mean * mean - gauss));
        return most > 0 ? 1 / most : Double.POSITIVE_INFINITY;
    }

    private boolean meets(boolean inU) {
        double size = Math.max(1, poles.get(0).get(0).length());
        double[] across = inU ? netV : netU;
        for (double x : across) {
            Local a = inU ? at(loU(), x) : at(x, loV());
            Local b = inU ? at(hiU(), x) : at(x, hiV());
            Vec3 da = inU ? a.du : a.dv;
            Vec3 db = inU ? b.du : b.dv;
            boolean shrinks =
                    da.length() < 1e-9 * (inU ? speedU : speedV) || db.length() < 1e-9 * (inU ? speedU : speedV);
            if (a.point.distance(b.point) > 1e-9 * size || !shrinks && da.unit().dot(db.unit()) < 1 - 1e-10) {
                return false;
            }
        }
        return true;
    }

    private double[][] bezier() {
        int nv = poles.get(0).size();
        double[][] alongV = new double[poles.size()][];
        for (int i = 0; i < alongV.length; i++) {
            double[][] h = new double[nv][];
            for (int j = 0; j < nv; j++) {
                Vec3 p = poles.get(i).get(j);
                double w = weights[i][j];
                h[j] = new double[] {w * p.x(), w * p.y(), w * p.z(), w};
            }
            double[][] b = Knots.bezier(knotsV, degreeV, h);
            alongV[i] = new double[4 * b.length];
            for (int j = 0; j < b.length; j++) {
                System.arraycopy(b[j], 0, alongV[i], 4 * j, 4);
            }
        }
        return Knots.bezier(knotsU, degreeU, alongV);
    }

    private static double[] nodes(double[] spans, int degree) {
        // enough of them that a skew sheet, too, is hit on the right side of its bends
        int wanted = Math.max(2 * degree, FEWEST / (spans.length - 1));
        int each = Math.max(1, Math.min(wanted, MOST_ACROSS / (spans.length - 1)));
        int n = (spans.length - 1) * each;
        double[] out = new double[n + 1];
        for (int i = 0; i <= n; i++) {
            int k = Math.min(i / each, spans.length - 2);
            out[i] = spans[k] + (spans[k + 1] - spans[k]) * (i - k * each) / each;
        }
        return out;
    }

    private record Local(Vec3 point, Vec3 du, Vec3 dv, Vec3 uu, Vec3 uv, Vec3 vv) {}

    /** The surface inside its domain. */
    private Local at(double u, double v) {
        int i = Knots.span(spansU, u);
        int j = Knots.span(spansV, v);
        double lu = spansU[i + 1] - spansU[i];
        double lv = spansV[j + 1] - spansV[j];
        double fu = (u - spansU[i]) / lu;
        double fv = (v - spansV[j]) / lv;
        double[][] bu = Knots.bernstein(degreeU, fu, lu);
        double[][] bv = Knots.bernstein(degreeV, fv, lv);
        double[] h = new double[4];
        double[] hu = new double[4];
        double[] hv = new double[4];
        double[] huu = new double[4];
        double[] huv = new double[4];
        double[] hvv = new double[4];
        for (int m = 0; m <= degreeU; m++) {
            double[] row = rows[i * (degreeU + 1) + m];
            int from = 4 * j * (degreeV + 1);
            for (int x = 0; x < 4; x++) {
                double p = 0;
                double d = 0;
                double dd = 0;
                for (int k = 0; k <= degreeV; k++) {
                    double q = row[from + 4 * k + x];
                    p += bv[0][k] * q;
                    d += bv[1][k] * q;
                    dd += bv[2][k] * q;
                }
                h[x] += bu[0][m] * p;
                hu[x] += bu[1][m] * p;
                huu[x] += bu[2][m] * p;
                hv[x] += bu[0][m] * d;
                huv[x] += bu[1][m] * d;
                hvv[x] += bu[0][m] * dd;
            }
        }
        Vec3 c = Knots.point(h);
        Vec3 du = Knots.first(c, h, hu);
        Vec3 dv = Knots.first(c, h, hv);
        return new Local(
                c,
                du,
                dv,
                Knots.second(c, h, du, hu, du, hu, huu),
                Knots.second(c, h, du, hu, dv, hv, huv),
                Knots.second(c, h, dv, hv, dv, hv, hvv));
    }

    /** The surface anywhere: beyond its sides along the tangents there. */
    private Local over(double u, double v) {
        double a = closedU ? u - (hiU() - loU()) * Math.floor((u - loU()) / (hiU() - loU())) : u;
        double cu = Math.max(loU(), Math.min(hiU(), a));
        double b = closedV ? v - (hiV() - loV()) * Math.floor((v - loV()) / (hiV() - loV())) : v;
        double cv = Math.max(loV(), Math.min(hiV(), b));
        Local l = at(cu, cv);
        double eu = a - cu;
        double ev = b - cv;
        if (eu == 0 && ev == 0) {
            return l;
        }
        // S + eu Su + ev Sv + eu ev Suv: each side's rulings, and at corners the two of them crossed
        Vec3 uu = eu == 0 ? l.uu : Vec3.ZERO;
        Vec3 vv = ev == 0 ? l.vv : Vec3.ZERO;
        Vec3 p = l.point.plus(eu, l.du).plus(ev, l.dv).plus(eu * ev, l.uv);
        Vec3 du = l.du.plus(ev, l.uv);
        Vec3 dv = l.dv.plus(eu, l.uv);
        return new Local(p, du, dv, uu, l.uv, vv);
    }

    /** The part between two values of u, as a surface of its own. */
    public NurbsSurface partU(double lo, double hi) {
        int wide = weights[0].length;
        Nurbs[] lines = new Nurbs[wide];
        for (int j = 0; j < wide; j++) {
            List<Vec3> line = new ArrayList<>();
            double[] w = new double[poles.size()];
            for (int i = 0; i < w.length; i++) {
                line.add(poles.get(i).get(j));
                w[i] = weights[i][j];
            }
            lines[j] = new Nurbs(degreeU, knotsU, line, w).part(new Interval(lo, hi));
        }
        int n = lines[0].poles().size();
        List<List<Vec3>> net = new ArrayList<>();
        double[][] w = new double[n][wide];
        for (int i = 0; i < n; i++) {
            List<Vec3> row = new ArrayList<>();
            for (int j = 0; j < wide; j++) {
                row.add(lines[j].poles().get(i));
                w[i][j] = lines[j].weights()[i];
            }
            net.add(row);
        }
        return of(degreeU, degreeV, lines[0].knots(), knotsV, net, w);
    }

    /** A number for the polynomial piece that parameters lie in. */
    public long piece(Vec2 uv) {
        return (long) Knots.span(spansU, uv.x()) * spansV.length + Knots.span(spansV, uv.y());
    }

    public int degreeU() {
        return degreeU;
    }

    public int degreeV() {
        return degreeV;
    }

    public double[] knotsU() {
        return knotsU.clone();
    }

    public double[] knotsV() {
        return knotsV.clone();
    }

    public List<List<Vec3>> poles() {
        return poles;
    }

    public double weight(int i, int j) {
        return weights[i][j];
    }

    public double loU() {
        return spansU[0];
    }

    public double hiU() {
        return spansU[spansU.length - 1];
    }

    public double loV() {
        return spansV[0];
    }

    public double hiV() {
        return spansV[spansV.length - 1];
    }

    /** Bounds for the lengths of the first derivatives, by u and by v. */
    public Vec2 speeds() {
        return new Vec2(speedU, speedV);
    }

    @Override
    public Jet jet(double u, double v) {
        Local l = over(u, v);
        return new Jet(l.point, l.du, l.dv);
    }

    @Override
    public Jet shifted(double u, double v, double by) {
        boolean within = (closedU || u >= loU() && u <= hiU()) && (closedV || v >= loV() && v <= hiV());
        if (!within) {
            // how the tangents that carry it on bend isn't known here
            return Surface.super.shifted(u, v, by);
        }
        // beside a tip, where all directions meet
        Local l = over(u, tip != null ? Math.max(v, loV() + 1e-7 * (hiV() - loV())) : v);
        Vec3 cross = l.du.cross(l.dv);
        double size = cross.length();
        Vec3 n = cross.times(1 / size);
        Vec3 nu = l.uu.cross(l.dv).plus(l.du.cross(l.uv));
        Vec3 nv = l.uv.cross(l.dv).plus(l.du.cross(l.vv));
        return new Jet(
                l.point.plus(by, n),
                l.du.plus(by / size, nu.plus(-n.dot(nu), n)),
                l.dv.plus(by / size, nv.plus(-n.dot(nv), n)));
    }

    /** The spline surface that a surface is, or lies at a distance from; null for others. */
    public static NurbsSurface under(Surface s) {
        if (s instanceof NurbsSurface n) {
            return n;
        }
        return s instanceof Shifted k && k.base() instanceof NurbsSurface n ? n : null;
    }

    /** Whether its pieces meet without a common derivative somewhere, though they may run on smoothly there. */
    public boolean broken() {
        return broken(knotsU, degreeU) || broken(knotsV, degreeV);
    }

    private static boolean broken(double[] knots, int degree) {
        int same = 1;
        for (int i = degree + 2; i < knots.length - degree - 1; i++) {
            same = knots[i] == knots[i - 1] ? same + 1 : 1;
            if (same >= degree) {
                return true;
            }
        }
        return degree == 1 && knots.length > 4;
    }

    /** Whether weights differ, so that pieces aren't polynomials. */
    public boolean rational() {
        for (double[] row : weights) {
            for (double w : row) {
                if (w != weights[0][0]) {
                    return true;
                }
            }
        }
        return false;
    }

    @Override
    public Vec3 point(double u, double v) {
        return over(u, v).point;
    }

    @Override
    public Vec3 du(double u, double v) {
        return over(u, v).du;
    }

    @Override
    public Vec3 dv(double u, double v) {
        return over(u, v).dv;
    }

    @Override
    public Vec3 normal(double u, double v) {
        // all directions meet in a tip: the normal is that just beside it
        double beside = tip != null ? Math.max(v, loV() + 1e-7 * (hiV() - loV())) : v;
        Local l = over(u, beside);
        return l.du.cross(l.dv).unit();
    }

    @Override
    public Vec2 project(Vec3 p) {
        return foot(p).uv;
    }

    private Vec2 nearest(Vec3 p) {
        int k = blocks.nearest(p);
        return newton(p, netU[k / netV.length], netV[k % netV.length]);
    }

    private Vec2 newton(Vec3 p, double fromU, double fromV) {
        double u = fromU;
        double v = fromV;
        double wide = 0.3 * (hiU() - loU());
        double high = 0.3 * (hiV() - loV());
        Local l = over(u, v);
        for (int k = 0; k < STEPS; k++) {
            Vec3 r = p.minus(l.point);
            double fu = r.dot(l.du);
            double fv = r.dot(l.dv);
            double a = l.du.dot(l.du) - r.dot(l.uu);
            double b = l.du.dot(l.dv) - r.dot(l.uv);
            double c = l.dv.dot(l.dv) - r.dot(l.vv);
            double det = a * c - b * b;
            double scale = l.du.dot(l.du) * l.dv.dot(l.dv);
            if (!(a > 0 && c > 0 && det > 1e-6 * scale)) {
                a = l.du.dot(l.du);
                b = l.du.dot(l.dv);
                c = l.dv.dot(l.dv);
                det = a * c - b * b;
            }
            if (tip != null && det <= 1e-18 * speedU * speedU * speedV * speedV) {
                break;
            }
            double su = Math.max(-wide, Math.min(wide, (c * fu - b * fv) / det));
            double sv = Math.max(-high, Math.min(high, (a * fv - b * fu) / det));
            // toward a tip, where u says nothing, only part of the way at once
            sv = tip == null ? sv : Math.max(sv, 0.8 * (loV() - v));
            double now = r.dot(r);
            Local next = over(u + su, v + sv);
            for (int half = 0; half < 8 && next.point.minus(p).dot(next.point.minus(p)) > now * (1 + 1e-14); half++) {
                su *= 0.5;
                sv *= 0.5;
                next = over(u + su, v + sv);
            }
            u += su;
            v += sv;
            l = next;
            if (Math.abs(su) * speedU + Math.abs(sv) * speedV < 1e-13 * (1 + p.length())) {
                break;
            }
        }
        if (closedU) {
            double period = hiU() - loU();
            u -= period * Math.floor((u - loU()) / period);
        }
        if (closedV) {
            double period = hiV() - loV();
            v -= period * Math.floor((v - loV()) / period);
        }
        return new Vec2(u, v);
    }

    @Override
    public double uPeriod() {
        return closedU ? 2 * Math.PI : 0;
    }

    @Override
    public Interval uDomain() {
        return closedU ? Surface.EVERYWHERE : new Interval(loU(), hiU());
    }

    @Override
    public double vPeriod() {
        return closedV ? 2 * Math.PI : 0;
    }

    @Override
    public Interval vDomain() {
        return closedV ? Surface.EVERYWHERE : new Interval(loV(), hiV());
    }

    @Override
    public Vec3 tip() {
        return tip;
    }

    @Override
    public double tipHeight() {
        return loV();
    }

    @Override
    public double[] uBreaks(Interval range) {
        return Surface.within(spansU, closedU ? hiU() - loU() : 0, range);
    }

    @Override
    public double[] vBreaks(Interval range) {
        return Surface.within(spansV, closedV ? hiV() - loV() : 0, range);
    }

    /** The point nearest to a place, and the normal there. */
    private record Foot(Vec3 of, Vec2 uv, Vec3 point, Vec3 normal) {}

    /** What was asked for last: distance and direction are asked for in turn. */
    private volatile Foot last;

    private Foot foot(Vec3 p) {
        Foot f = last;
        if (f == null || f.of != p) {
            Vec2 uv = nearest(p);
            Local l = over(uv.x(), uv.y());
            Vec3 n = tip == null ? l.du.cross(l.dv).unit() : normal(uv.x(), uv.y());
            f = new Foot(p, uv, l.point, n);
            last = f;
        }
        return f;
    }

    @Override
    public double signedDistance(Vec3 p) {
        Foot f = foot(p);
        Vec3 r = p.minus(f.point);
        return r.dot(f.normal) >= 0 ? r.length() : -r.length();
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        return foot(p).normal;
    }

    @Override
    public double scaleAt(Vec3 p) {
        return Math.max(1e-4, tip == null ? tightest : Math.min(tightest, p.distance(tip)));
    }

    @Override
    public Frame frame() {
        return frame;
    }

    @Override
    public NurbsSurface placed(Frame f) {
        return mapped(f::point);
    }

    /** The surface with every pole mapped by an affine map. */
    public NurbsSurface mapped(UnaryOperator<Vec3> map) {
        return new NurbsSurface(
                degreeU,
                degreeV,
                knotsU,
                knotsV,
                poles.stream().map(r -> r.stream().map(map).toList()).toList(),
                weights);
    }

    /** The same surface with its parameters exchanged; its normal turns round. */
    public static List<List<Vec3>> exchanged(List<List<Vec3>> poles) {
        List<List<Vec3>> out = new ArrayList<>();
        for (int j = 0; j < poles.get(0).size(); j++) {
            List<Vec3> row = new ArrayList<>();
            for (List<Vec3> p : poles) {
                row.add(p.get(j));
            }
            out.add(row);
        }
        return out;
    }

    @Override
    public boolean canonical() {
        return false;
    }

    @Override
    public String kind() {
        return "spline surface";
    }
}
