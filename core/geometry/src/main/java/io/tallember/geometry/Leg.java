package io.tallember.geometry;

/**
 * A stretch of a curve that is gone along one way.
 *
 * @param forward whether with the curve's parameter
 * @param id what it is called in the names of what follows it
 */
public record Leg(Curve curve, Interval range, boolean forward, String id) {
    /** Straight from one point to another. */
    public static Leg straight(Vec3 a, Vec3 b, String id) {
        return new Leg(Line.through(a, b), new Interval(0, a.distance(b)), true, id);
    }

    /** The parameter where it begins, or ends. */
    public double from() {
        return forward ? range.lo() : range.hi();
    }

    public double to() {
        return forward ? range.hi() : range.lo();
    }

    public Vec3 start() {
        return curve.point(from());
    }

    public Vec3 end() {
        return curve.point(to());
    }

    /** The direction in which it is gone along at a parameter. */
    public Vec3 way(double t) {
        Vec3 d = curve.tangent(t);
        return forward ? d : d.negated();
    }

    public double length() {
        return curve instanceof Line
                ? range.length()
                : curve instanceof Circle c ? c.radius() * range.length() : ArcLength.of(curve, range);
    }

    /** The point at a length from where it begins; at an end for less or more. */
    public Vec3 pointAt(double length) {
        double whole = length();
        double in = Math.max(0, Math.min(whole, length));
        if (curve instanceof Line || curve instanceof Circle) {
            return curve.point(from() + (to() - from()) * in / whole);
        }
        return curve.point(ArcLength.parameter(curve, range, forward ? in : whole - in));
    }

    public Leg reversed() {
        return new Leg(curve, range, !forward, id);
    }
}
