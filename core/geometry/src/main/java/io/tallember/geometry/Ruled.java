package io.tallember.geometry;

import java.util.function.UnaryOperator;

/**
 * The surface of straight lines between two rails beside a curve in which two surfaces meet: what bevels the edge between them. In the
 * plane square to the curve each rail's point is on its surface, as far from the curve as said. u is the curve's parameter
 * (stretched to a full turn when it is closed), v goes from 0 on the first rail to 1 on the second. Beyond the ends of an open curve
 * the lines go straight on.
 */
public final class Ruled implements Surface {
    private static final int STEPS = 30;
    /** Points of each rail between two of the curve's breaks that are found beforehand. */
    private static final int EACH = 4;

    private final Curve along;
    private final Interval range;
    private final Surface first;
    private final Surface second;
    private final double onFirst;
    private final double onSecond;
    private final double[] at;
    /** The rails' points there, relative to the curve's. */
    private final Vec3[] toFirst;

    private final Vec3[] toSecond;
    private final boolean closed;
    private final double perU;
    private final double speed;

    /**
     * @param range of the curve; all of it when it is closed
     * @param onFirst how far from the curve the rail on the first surface is, in mm
     * @param towardFirst a direction from the middle of the curve into the first surface
     * @throws GeometryException DEGENERATE when a surface ends or bends before the rail is reached
     */
    public Ruled(
            Curve along,
            Interval range,
            Surface first,
            Surface second,
            double onFirst,
            double onSecond,
            Vec3 towardFirst,
            Vec3 towardSecond) {
        this(along, range, first, second, onFirst, onSecond, times(along, range), null, null);
        follow(first, onFirst, towardFirst, toFirst);
        follow(second, onSecond, towardSecond, toSecond);
    }

    private Ruled(
            Curve along,
            Interval range,
            Surface first,
            Surface second,
            double onFirst,
            double onSecond,
            double[] at,
            Vec3[] toFirst,
            Vec3[] toSecond) {
        this.along = along;
        this.range = range;
        this.first = first;
        this.second = second;
        this.onFirst = onFirst;
        this.onSecond = onSecond;
        this.at = at;
        this.toFirst = toFirst == null ? new Vec3[at.length] : toFirst;
        this.toSecond = toSecond == null ? new Vec3[at.length] : toSecond;
        closed = along.period() > 0 && range.length() >= along.period() - 1e-9;
        perU = closed ? range.length() / (2 * Math.PI) : 1;
        double fastest = 0;
        for (double t : at) {
            fastest = Math.max(fastest, along.derivative(t).length());
        }
        // rails outside of a bend are longer than the curve
        speed = 2.5 * fastest * perU;
    }

    private static double[] times(Curve c, Interval range) {
        double[] breaks = c.breaks(range);
        int each = Math.max(EACH, 24 / Math.max(1, breaks.length - 1));
        double[] out = new double[(breaks.length - 1) * each + 1];
        for (int i = 0; i < out.length; i++) {
            int k = Math.min(i / each, breaks.length - 2);
            out[i] = breaks[k] + (breaks[k + 1] - breaks[k]) * (i - k * each) / each;
        }
        return out;
    }

    private void follow(Surface on, double away, Vec3 toward, Vec3[] rail) {
        int mid = at.length / 2;
        Vec3 guess = toward.unit().times(away);
        for (int i = mid; i < at.length; i++) {
            guess = found(on, away, at[i], guess);
            rail[i] = guess;
        }
        guess = rail[mid];
        for (int i = mid - 1; i >= 0; i--) {
            guess = found(on, away, at[i], guess);
            rail[i] = guess;
        }
    }

    /** A rail's point, relative to the curve's, by Newton's method. */
    private Vec3 found(Surface on, double away, double t, Vec3 guess) {
        Vec3 c = along.point(t);
        Vec3 d = along.tangent(t);
        Vec3 x = guess;
        for (int k = 0; k < STEPS; k++) {
            Vec3 n = on.gradient(c.plus(x));
            double l = x.length();
            Vec3 r = x.times(1 / l);
            double det = n.dot(d.cross(r));
            if (Math.abs(det) < 1e-9) {
                break;
            }
            Vec3 step = d.cross(r)
                    .times(-on.signedDistance(c.plus(x)))
                    .plus(-x.dot(d), r.cross(n))
                    .plus(away - l, n.cross(d))
                    .times(1 / det);
            x = x.plus(step);
            if (step.length() < 1e-12 * (1 + away)) {
                return x;
            }
        }
        if (x.isFinite() && Math.abs(on.signedDistance(c.plus(x))) < 1e-9 && Math.abs(x.length() - away) < 1e-9) {
            return x;
        }
        throw new GeometryException(
                GeometryException.Reason.DEGENERATE, "A bevel's side would leave the face it is to lie on.");
    }

    public Curve along() {
        return along;
    }

    public Interval range() {
        return range;
    }

    public Surface first() {
        return first;
    }

    public Surface second() {
        return second;
    }

    /** How far a rail is from the curve, in mm. */
    public double away(boolean onFirst) {
        return onFirst ? this.onFirst : onSecond;
    }

    /** The most that a unit of u is on the surface. */
    public double speed() {
        return speed;
    }

    /** The longest of its lines. */
    public double widest() {
        return onFirst + onSecond;
    }

    /** A number for the smooth piece that parameters lie in. */
    public long piece(Vec2 uv) {
        double[] breaks = along.breaks(range);
        double t = uv.x() * perU;
        int i = 0;
        while (i + 1 < breaks.length && t > breaks[i + 1]) {
            i++;
        }
        return i;
    }

    private double inside(double t) {
        if (closed) {
            double w = (t - range.lo()) / range.length();
            return range.lo() + (w - Math.floor(w)) * range.length();
        }
        return range.clamp(t);
    }

    /** A section: the rails' points and how they move with the curve's parameter. */
    private record Section(double t, Vec3 a, Vec3 b, Vec3 da, Vec3 db) {}

    private volatile Section last;

    private Section section(double t) {
        Section s = last;
        if (s == null || s.t != t) {
            double in = inside(t);
            Vec3 x = near(in, first, onFirst, toFirst);
            Vec3 y = near(in, second, onSecond, toSecond);
            Vec3 c = along.point(in);
            Vec3 da = rate(first, in, c, x);
            Vec3 db = rate(second, in, c, y);
            double more = closed ? 0 : t - in;
            s = new Section(t, c.plus(x).plus(more, da), c.plus(y).plus(more, db), da, db);
            last = s;
        }
        return s;
    }

    private Vec3 near(double t, Surface on, double away, Vec3[] rail) {
        int i = java.util.Arrays.binarySearch(at, t);
        if (i >= 0) {
            return rail[i];
        }
        int hi = Math.max(1, Math.min(at.length - 1, -i - 1));
        double f = (t - at[hi - 1]) / (at[hi] - at[hi - 1]);
        return found(on, away, t, rail[hi - 1].lerp(rail[hi], f));
    }

    private Vec3 rate(Surface on, double t, Vec3 c, Vec3 x) {
        Vec3 d = along.derivative(t);
        Vec3 w = on.gradient(c.plus(x)).cross(x);
        return w.times((d.dot(d) - (along instanceof Line ? 0 : x.dot(along.second(t)))) / w.dot(d));
    }

    /** A rail as a curve: where its surface is as far from the edge as said; some way past the ends of an open one. */
    public IntersectionCurve railCurve(boolean onFirst) {
        java.util.List<Vec3> chain = new java.util.ArrayList<>();
        double more = closed ? 0 : 0.05 * range.length();
        if (!closed) {
            chain.add(rail(onFirst, range.lo() - more));
        }
        for (int i = 0; i < at.length - (closed ? 1 : 0); i++) {
            chain.add(rail(onFirst, at[i]));
        }
        if (!closed) {
            chain.add(rail(onFirst, range.hi() + more));
        }
        return new IntersectionCurve(onFirst ? first : second, new Around(along, range, away(onFirst)), chain, closed);
    }

    /** The rail's point at a parameter of the curve. */
    public Vec3 rail(boolean onFirst, double t) {
        Section s = section(t);
        return onFirst ? s.a : s.b;
    }

    @Override
    public Vec3 point(double u, double v) {
        Section s = section(u * perU);
        return s.a.lerp(s.b, v);
    }

    @Override
    public Vec3 du(double u, double v) {
        Section s = section(u * perU);
        return s.da.lerp(s.db, v).times(perU);
    }

    @Override
    public Vec3 dv(double u, double v) {
        Section s = section(u * perU);
        return s.b.minus(s.a);
    }

    @Override
    public Vec3 normal(double u, double v) {
        return du(u, v).cross(dv(u, v)).unit();
    }

    private double across(Section s, Vec3 p) {
        Vec3 d = s.b.minus(s.a);
        return p.minus(s.a).dot(d) / d.dot(d);
    }

    private double ahead(Vec3 p, double t) {
        Section s = section(t);
        double v = across(s, p);
        return p.minus(s.a.lerp(s.b, v)).dot(s.da.lerp(s.db, v));
    }

    private double foot(Vec3 p) {
        double t = closed ? along.project(p) : along.project(p, range);
        if (!closed && (t <= range.lo() || t >= range.hi())) {
            Vec3 d = along.derivative(t);
            t += p.minus(along.point(t)).dot(d) / d.dot(d);
        }
        double before = t;
        double was = ahead(p, t);
        Section s = section(before);
        Vec3 d = s.da.lerp(s.db, across(s, p));
        t = before + was / d.dot(d);
        for (int k = 0; k < 40 && Math.abs(t - before) > 1e-13 * (1 + Math.abs(t)); k++) {
            double is = ahead(p, t);
            double next = is == was ? t : t - is * (t - before) / (is - was);
            before = t;
            was = is;
            double most = 0.25 * range.length();
            t = Math.max(t - most, Math.min(t + most, next));
        }
        return closed ? inside(t) : t;
    }

    @Override
    public Vec2 project(Vec3 p) {
        double t = foot(p);
        return new Vec2(t / perU, across(section(t), p));
    }

    @Override
    public double signedDistance(Vec3 p) {
        Vec2 uv = project(p);
        return p.minus(point(uv.x(), uv.y())).dot(normal(uv.x(), uv.y()));
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        Vec2 uv = project(p);
        return normal(uv.x(), uv.y());
    }

    @Override
    public double scaleAt(Vec3 p) {
        double t = inside(foot(p));
        if (along instanceof Line) {
            return Math.min(onFirst, onSecond);
        }
        Vec3 d = along.derivative(t);
        double bend = Math.pow(d.length(), 3)
                / Math.max(1e-12, d.cross(along.second(t)).length());
        return Math.max(1e-4, Math.min(Math.min(onFirst, onSecond), Math.abs(bend)));
    }

    @Override
    public double uPeriod() {
        return closed ? 2 * Math.PI : 0;
    }

    @Override
    public Interval uDomain() {
        return closed ? Surface.EVERYWHERE : range;
    }

    @Override
    public Interval vDomain() {
        return new Interval(-1, 2);
    }

    @Override
    public double[] uBreaks(Interval within) {
        double[] t = along.breaks(new Interval(within.lo() * perU, within.hi() * perU));
        for (int i = 0; i < t.length; i++) {
            t[i] /= perU;
        }
        return t;
    }

    @Override
    public Frame frame() {
        Section s = section(range.lo());
        return Frame.of(s.a, s.da, s.b.minus(s.a));
    }

    /** The same with its parts mapped by a motion or a mirror; directions by what it does to them. */
    public Ruled mapped(Curve curve, Surface a, Surface b, UnaryOperator<Vec3> directions) {
        Vec3[] x = java.util.Arrays.stream(toFirst).map(directions).toArray(Vec3[]::new);
        Vec3[] y = java.util.Arrays.stream(toSecond).map(directions).toArray(Vec3[]::new);
        return new Ruled(curve, range, a, b, onFirst, onSecond, at, x, y);
    }

    /**
     * The same surface, so many times as large, with its parts scaled.
     *
     * @param stretch how many times as long the curve's parameters are then
     */
    public Ruled scaled(double times, double stretch, Curve curve, Surface a, Surface b) {
        UnaryOperator<Vec3> larger = v -> v == null ? null : v.times(times);
        Vec3[] x = java.util.Arrays.stream(toFirst).map(larger).toArray(Vec3[]::new);
        Vec3[] y = java.util.Arrays.stream(toSecond).map(larger).toArray(Vec3[]::new);
        double[] then = java.util.Arrays.stream(at).map(t -> t * stretch).toArray();
        return new Ruled(curve, range.times(stretch), a, b, times * onFirst, times * onSecond, then, x, y);
    }

    @Override
    public Ruled placed(Frame f) {
        return mapped(along.placed(f), first.placed(f), second.placed(f), f::direction);
    }

    @Override
    public boolean canonical() {
        return false;
    }

    @Override
    public String kind() {
        return "bevelled surface";
    }
}
