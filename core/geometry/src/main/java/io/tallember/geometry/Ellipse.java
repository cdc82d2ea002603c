package io.tallember.geometry;

/** An ellipse in the frame's xy plane, {@code a} along x and {@code b} along y; the parameter is the eccentric angle. */
public record Ellipse(Frame frame, double a, double b) implements Curve {
    public Ellipse {
        if (!(a > 0) || !(b > 0)) {
            throw new GeometryException(GeometryException.Reason.DEGENERATE, "An ellipse needs two radii above zero.");
        }
    }

    @Override
    public Vec3 point(double t) {
        return frame.point(a * Math.cos(t), b * Math.sin(t), 0);
    }

    @Override
    public Vec3 derivative(double t) {
        return frame.x().times(-a * Math.sin(t)).plus(b * Math.cos(t), frame.y());
    }

    @Override
    public Vec3 second(double t) {
        return frame.x().times(-a * Math.cos(t)).plus(-b * Math.sin(t), frame.y());
    }

    @Override
    public double speed() {
        return Math.max(a, b);
    }

    @Override
    public double period() {
        return 2 * Math.PI;
    }

    /**
     * Nearest point, by the one unknown of the normal equation (D. Eberly, Distance from a point to an ellipse, 2013).
     */
    @Override
    public double project(Vec3 p) {
        Vec3 l = frame.local(p);
        double t = a >= b
                ? quadrant(a, b, Math.abs(l.x()), Math.abs(l.y()))
                : Math.PI / 2 - quadrant(b, a, Math.abs(l.y()), Math.abs(l.x()));
        double q = l.x() < 0 ? Math.PI - t : t;
        double r = l.y() < 0 ? -q : q;
        return r < 0 ? r + 2 * Math.PI : r;
    }

    /** When the nearest point of the whole ellipse is outside the range, the best of the other local minima and the ends. */
    @Override
    public double project(Vec3 p, Interval range) {
        double whole = range.unwrap(project(p), period(), 1e-12);
        if (whole >= range.lo() && whole <= range.hi()) {
            return whole;
        }
        int n = 24;
        double best = point(range.lo()).distance(p) <= point(range.hi()).distance(p) ? range.lo() : range.hi();
        for (int i = 0; i < n; i++) {
            double lo = range.at(i / (double) n);
            double hi = range.at((i + 1) / (double) n);
            if (slope(p, lo) < 0 && slope(p, hi) > 0) {
                for (int k = 0; k < 60; k++) {
                    double mid = 0.5 * (lo + hi);
                    if (slope(p, mid) < 0) {
                        lo = mid;
                    } else {
                        hi = mid;
                    }
                }
                best = point(lo).distance(p) < point(best).distance(p) ? lo : best;
            }
        }
        return best;
    }

    private double slope(Vec3 p, double t) {
        return point(t).minus(p).dot(derivative(t));
    }

    /** The parameter in the first quadrant of the point nearest to (px, py), both not negative, for a not below b. */
    private static double quadrant(double a, double b, double px, double py) {
        double z0 = px / a;
        double z1 = py / b;
        double ratio = (a / b) * (a / b);
        if (z1 == 0) {
            double x = ratio > 1 ? Math.min(1, a * px / (a * a - b * b)) : 1;
            return Math.acos(x);
        }
        // The function falls and is convex, so Newton's method rises to the root from its left and can't pass it.
        double s = Math.max(z1 - 1, ratio * (z0 - 1));
        for (int i = 0; i < 100; i++) {
            double p = ratio * z0 / (s + ratio);
            double q = z1 / (s + 1);
            double g = p * p + q * q - 1;
            double step = g / (2 * (p * p / (s + ratio) + q * q / (s + 1)));
            if (!(step > 1e-16 * (1 + s))) {
                break;
            }
            s += step;
        }
        return Math.atan2(z1 / (s + 1), ratio * z0 / (s + ratio));
    }

    @Override
    public Box3 bounds(Interval r) {
        Box3 box = Box3.of(point(r.lo()), point(r.hi()));
        double[] u = {frame.x().x(), frame.x().y(), frame.x().z()};
        double[] v = {frame.y().x(), frame.y().y(), frame.y().z()};
        for (int k = 0; k < 3; k++) {
            double t = Math.atan2(b * v[k], a * u[k]);
            for (int half = 0; half < 2; half++) {
                double s = r.unwrap(t + half * Math.PI, period(), 0);
                if (s <= r.hi()) {
                    box = box.with(point(s));
                }
            }
        }
        return box;
    }

    @Override
    public Ellipse placed(Frame f) {
        return new Ellipse(f.place(frame), a, b);
    }
}
