package io.tallember.geometry;

/** An exact surface without bounds; a face adds loops of edges and a sense. */
public sealed interface Surface
        permits Plane,
                Cylinder,
                Cone,
                Sphere,
                Torus,
                Extrusion,
                Revolution,
                NurbsSurface,
                Tube,
                Pipe,
                Ruled,
                Shifted,
                Level {
    /** The domain of a parameter that has no ends. */
    Interval EVERYWHERE = new Interval(Double.NEGATIVE_INFINITY, Double.POSITIVE_INFINITY);

    Vec3 point(double u, double v);

    Vec3 du(double u, double v);

    Vec3 dv(double u, double v);

    /** A point with the first derivatives there. */
    record Jet(Vec3 point, Vec3 du, Vec3 dv) {}

    /** All three at once, for surfaces that work them out together. */
    default Jet jet(double u, double v) {
        return new Jet(point(u, v), du(u, v), dv(u, v));
    }

    /** A point with the first derivatives there of the surface at a distance along the normal. */
    default Jet shifted(double u, double v, double by) {
        Vec3 du = du(u, v);
        Vec3 dv = dv(u, v);
        double hu = 1e-5 / Math.max(1e-9, du.length());
        double hv = 1e-5 / Math.max(1e-9, dv.length());
        return new Jet(
                point(u, v).plus(by, normal(u, v)),
                du.plus(by / (2 * hu), normal(u + hu, v).minus(normal(u - hu, v))),
                dv.plus(by / (2 * hv), normal(u, v + hv).minus(normal(u, v - hv))));
    }

    /** Unit normal, {@code du x dv}. */
    Vec3 normal(double u, double v);

    /** Parameters of the point nearest to {@code p}. */
    Vec2 project(Vec3 p);

    /** The period of u: a full turn, or zero. */
    double uPeriod();

    /** The period of v: a full turn, or zero. */
    default double vPeriod() {
        return 0;
    }

    /** The values of u on which faces may lie; the surface may be carried on beyond them to be cut. */
    default Interval uDomain() {
        return EVERYWHERE;
    }

    /** The values of v on which faces may lie. */
    default Interval vDomain() {
        return EVERYWHERE;
    }

    /** Values of u over a range, ends included, between which the surface is smooth and bends little along u. */
    default double[] uBreaks(Interval range) {
        return within(new double[0], 0, range);
    }

    /** Values of v over a range, ends included, between which the surface is smooth and bends little along v. */
    default double[] vBreaks(Interval range) {
        return within(new double[0], 0, range);
    }

    /** Whether the kind is one with a name and closed forms, not a swept or a spline surface. */
    default boolean canonical() {
        return true;
    }

    /** The ends of a range and between them the given values, repeated by the period if there is one. */
    static double[] within(double[] values, double period, Interval range) {
        java.util.TreeSet<Double> out = new java.util.TreeSet<>(java.util.List.of(range.lo(), range.hi()));
        double least = 1e-9 * range.length();
        for (double t : values) {
            for (double s = range.unwrap(t, period, 0); s < range.hi() - least; s += period) {
                if (s > range.lo() + least) {
                    out.add(s);
                }
                if (period == 0) {
                    break;
                }
            }
        }
        return out.stream().mapToDouble(Double::doubleValue).toArray();
    }

    /** Distance of a point from the surface, positive on the side of the normal. It never changes faster than the point moves. */
    double signedDistance(Vec3 p);

    /** The direction in which {@link #signedDistance} grows at {@code p}: the unit normal at the nearest surface point. */
    Vec3 gradient(Vec3 p);

    /** A length over which the surface near {@code p} bends by about a radian; infinite on a plane. */
    double scaleAt(Vec3 p);

    /** The frame the surface is written in. */
    Frame frame();

    /** This surface, given in the coordinates of {@code frame}, in world coordinates. Parameters stay. */
    Surface placed(Frame frame);

    /** The trade's word for the kind, in lower case, as reports give it. */
    String kind();

    /**
     * The one point of the lowest v, about which u turns: a cone's apex, or where a revolved curve or a spline surface shrinks to a
     * point; null where there is none. A sphere's poles aren't meant, its parameters are turned out of the way.
     */
    default Vec3 tip() {
        return null;
    }

    /** Whether a point is the {@link #tip}, or as good as. */
    default boolean atTip(Vec3 p, double within) {
        Vec3 tip = tip();
        return tip != null && tip.distance(p) <= within;
    }

    /** v of the {@link #tip}; only for surfaces that have one. */
    default double tipHeight() {
        return vDomain().lo();
    }

    /** Unit normal at the surface point nearest to {@code p}. */
    default Vec3 normalAt(Vec3 p) {
        return gradient(p);
    }

    /** How the parameters change along a tangent direction; zero where u has no meaning, at a tip or a pole. */
    default Vec2 rates(double u, double v, Vec3 along) {
        Vec3 du = du(u, v);
        Vec3 dv = dv(u, v);
        double a = du.dot(du);
        double b = du.dot(dv);
        double c = dv.dot(dv);
        double p = along.dot(du);
        double q = along.dot(dv);
        double det = a * c - b * b;
        return a < 1e-20 || det <= 0 ? new Vec2(0, q / c) : new Vec2((c * p - b * q) / det, (a * q - b * p) / det);
    }

    /** The angle of (x, y), in [0, 2 pi). */
    static double angle(double x, double y) {
        double a = Math.atan2(y, x);
        return a < 0 ? a + 2 * Math.PI : a;
    }

    /** Length of (x, y), quicker than the library's, which also minds numbers beyond all sizes of parts. */
    static double hypot(double x, double y) {
        return Math.sqrt(x * x + y * y);
    }
}
