package io.tallember.geometry;

/** An exact curve without ends; an edge adds a range of its parameter. */
public sealed interface Curve permits Line, Circle, Ellipse, Nurbs, Helix, IntersectionCurve, Contact, Parallel {
    Vec3 point(double t);

    /** First derivative by the parameter. */
    Vec3 derivative(double t);

    /** Second derivative by the parameter. */
    Vec3 second(double t);

    /** An upper bound for the length of the first derivative. */
    double speed();

    /** The parameter's period, or zero for an open curve. */
    double period();

    /** The parameter of the point nearest to {@code p}; in [0, period) on periodic curves. */
    double project(Vec3 p);

    Box3 bounds(Interval range);

    /** This curve, given in the coordinates of {@code frame}, in world coordinates. Parameters stay. */
    Curve placed(Frame frame);

    /** The range of the parameter that is meant: a period, or from end to end; without ends on a line. */
    default Interval whole() {
        return period() > 0 ? new Interval(0, period()) : Surface.EVERYWHERE;
    }

    /** Whether the curve is known by its points alone, each worked out by itself; files get one that is fitted to it. */
    default boolean evaluated() {
        return false;
    }

    /** The parameter, within the range, of the point nearest to {@code p}. */
    default double project(Vec3 p, Interval range) {
        double t = range.unwrap(project(p), period(), 1e-12);
        if (t >= range.lo() && t <= range.hi()) {
            return t;
        }
        return point(range.lo()).distance(p) <= point(range.hi()).distance(p) ? range.lo() : range.hi();
    }

    /**
     * Parameters from the range's low end to its high end between which the curve is smooth and turns little, for integrating and
     * drawing.
     */
    default double[] breaks(Interval range) {
        int n = period() == 0 ? 1 : Math.max(1, (int) Math.ceil(range.length() / (period() / 8) - 1e-9));
        double[] out = new double[n + 1];
        for (int i = 0; i <= n; i++) {
            out[i] = range.at(i / (double) n);
        }
        return out;
    }

    /** The radius of the bend at a parameter, or the least close by; infinite where it is straight. */
    default double bendNear(double t) {
        Vec3 d = derivative(t);
        double l = d.length();
        double k = d.cross(second(t)).length();
        return k > 0 ? l * l * l / k : Double.POSITIVE_INFINITY;
    }

    /**
     * The angle, in radians, within which all tangents of a stretch lie; an upper bound for lines, conics and splines, estimated from
     * samples for other curves.
     */
    default double turn(Interval range) {
        int n = evaluated() ? 2 : 4; // each of those is worked out by itself
        double turn = 0;
        Vec3 before = tangent(range.lo());
        for (int i = 1; i <= n; i++) {
            Vec3 now = tangent(range.at(i / (double) n));
            turn += Math.atan2(before.cross(now).length(), before.dot(now));
            before = now;
        }
        return 1.25 * turn;
    }

    /** Unit tangent in the direction of growing parameter. */
    default Vec3 tangent(double t) {
        return derivative(t).unit();
    }
}
