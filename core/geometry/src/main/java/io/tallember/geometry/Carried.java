package io.tallember.geometry;

/**
 * Directions square to a curve, carried along it without turning about it more than the curve asks for. Along a helix they keep to
 * its axis, in a flat curve's plane to the plane; along others the frame is the rotation-minimising one, by double reflection (Wang,
 * Jüttler, Zheng and Liu, <i>Computation of rotation minimizing frames</i>, ACM Transactions on Graphics 27, 2008).
 */
public final class Carried {
    /** The most that the curve turns between two kept frames, in radians. */
    private static final double TURN = 0.01;

    private static final int MOST = 40_000;

    private final Curve curve;
    private final Helix helix;
    private final Vec3 normal;
    private final double[] at;
    private final Vec3[] points;
    private final Vec3[] ways;
    private final Vec3[] asides;
    /** What is spread evenly over a closed curve so that the directions close, in radians per unit of the parameter. */
    private final double twist;

    private Carried(Curve curve, Helix helix, Vec3 normal, Interval range, Vec3 first) {
        this.curve = curve;
        this.helix = helix;
        this.normal = normal;
        if (helix != null || normal != null) {
            at = new double[0];
            points = new Vec3[0];
            ways = points;
            asides = points;
            twist = 0;
            return;
        }
        double turn = 0;
        double[] breaks = curve.breaks(range);
        for (int i = 1; i < breaks.length; i++) {
            turn += curve.turn(new Interval(breaks[i - 1], breaks[i]));
        }
        int each = (int) Math.max(2, Math.ceil(Math.min(MOST, turn / TURN) / (breaks.length - 1)));
        int n = each * (breaks.length - 1);
        at = new double[n + 1];
        points = new Vec3[n + 1];
        ways = new Vec3[n + 1];
        asides = new Vec3[n + 1];
        for (int i = 0; i <= n; i++) {
            int k = Math.min(i / each, breaks.length - 2);
            at[i] = breaks[k] + (breaks[k + 1] - breaks[k]) * (i - k * each) / each;
            points[i] = curve.point(at[i]);
            ways[i] = curve.tangent(at[i]);
            asides[i] = i == 0
                    ? first.plus(-first.dot(ways[0]), ways[0]).unit()
                    : reflected(points[i - 1], ways[i - 1], asides[i - 1], points[i], ways[i]);
        }
        boolean closes = curve.period() > 0 && range.length() > curve.period() - 1e-9;
        Vec3 x = asides[0];
        double left = Math.atan2(x.cross(asides[n]).dot(ways[0]), x.dot(asides[n]));
        twist = closes ? -left / range.length() : 0;
    }

    /**
     * Along a range of a curve.
     *
     * @param hint the direction to begin with, where the curve has none of its own; made square to it
     */
    public static Carried along(Curve curve, Interval range, Vec3 hint) {
        if (curve instanceof Helix h) {
            return new Carried(curve, h, null, range, hint);
        }
        return new Carried(curve, null, flat(curve, range), range, hint);
    }

    /** The unit normal of the plane that a stretch of a curve lies in; null for a straight one and for one in no plane. */
    public static Vec3 flat(Curve c, Interval range) {
        if (c instanceof Circle k) {
            return k.frame().z();
        }
        if (c instanceof Ellipse e) {
            return e.frame().z();
        }
        if (c instanceof Helix) {
            return null;
        }
        Vec3 a = c.point(range.lo());
        Vec3 far = Vec3.ZERO;
        double size = 0;
        Vec3 base = null;
        double[] breaks = c.breaks(range);
        java.util.List<Vec3> all = new java.util.ArrayList<>();
        for (int i = 0; i + 1 < breaks.length; i++) {
            for (int k = 1; k <= 4; k++) {
                all.add(c.point(breaks[i] + (breaks[i + 1] - breaks[i]) * k / 4).minus(a));
            }
        }
        for (Vec3 d : all) {
            if (d.length() > size) {
                size = d.length();
                base = d;
            }
        }
        double most = size;
        for (Vec3 d : all) {
            Vec3 n = base == null ? Vec3.ZERO : base.cross(d);
            far = n.length() > far.length() ? n : far;
        }
        if (far.length() <= 1e-9 * size * size) {
            return null;
        }
        Vec3 n = far.unit();
        return all.stream().allMatch(d -> Math.abs(d.dot(n)) <= 1e-9 * (1 + most)) ? n : null;
    }

    private static Vec3 reflected(Vec3 p, Vec3 way, Vec3 aside, Vec3 q, Vec3 next) {
        Vec3 v = q.minus(p);
        double c = v.dot(v);
        if (c < 1e-300) {
            return aside;
        }
        Vec3 r = aside.plus(-2 / c * v.dot(aside), v);
        Vec3 t = way.plus(-2 / c * v.dot(way), v);
        Vec3 w = next.minus(t);
        double d = w.dot(w);
        Vec3 x = d < 1e-300 ? r : r.plus(-2 / d * w.dot(r), w);
        return x.plus(-x.dot(next), next).unit();
    }

    /** The direction at a parameter: of unit length, square to the curve. */
    public Vec3 aside(double t) {
        if (normal != null) {
            return normal;
        }
        Vec3 way = curve.tangent(t);
        if (helix != null) {
            Vec3 out = helix.outward(t);
            return helix.flare() == 0 ? out : out.plus(-out.dot(way), way).unit();
        }
        int lo = 0;
        int hi = at.length - 1;
        while (lo + 1 < hi) {
            int mid = (lo + hi) >>> 1;
            if (at[mid] <= t) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        Vec3 x = reflected(points[lo], ways[lo], asides[lo], curve.point(t), way);
        double turn = twist * (t - at[0]);
        return twist == 0 ? x : x.times(Math.cos(turn)).plus(Math.sin(turn), way.cross(x));
    }

    /** The frame at a parameter: z along the curve, x the direction that is carried. */
    public Frame frame(double t) {
        Vec3 z = curve.tangent(t);
        Vec3 x = aside(t);
        return new Frame(curve.point(t), x, z.cross(x), z);
    }

    /** How the direction changes with the parameter. */
    public Vec3 asideRate(double t) {
        if (normal != null) {
            return Vec3.ZERO;
        }
        Vec3 d = curve.derivative(t);
        double speed = d.length();
        Vec3 way = d.times(1 / speed);
        Vec3 second = curve.second(t);
        Vec3 turning = second.plus(-second.dot(way), way).times(1 / speed);
        if (helix != null) {
            Vec3 round = helix.frame().z().cross(helix.outward(t));
            if (helix.flare() == 0) {
                return round;
            }
            Vec3 out = helix.outward(t);
            Vec3 raw = out.plus(-out.dot(way), way);
            Vec3 rate = round.plus(-round.dot(way) - out.dot(turning), way).plus(-out.dot(way), turning);
            Vec3 x = raw.unit();
            return rate.plus(-rate.dot(x), x).times(1 / raw.length());
        }
        Vec3 x = aside(t);
        return way.times(-x.dot(turning)).plus(twist, way.cross(x));
    }
}
