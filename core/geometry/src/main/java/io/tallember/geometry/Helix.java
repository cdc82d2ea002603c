package io.tallember.geometry;

/**
 * The screw line about the frame's z axis: the parameter is the angle from x, the distance from the axis grows evenly with it, the
 * height as the climb says. A left-hand one climbs against z with its angle. It has no ends.
 *
 * @param radius in mm at angle zero
 * @param flare by which the radius grows, in mm per radian
 */
public record Helix(Frame frame, double radius, double flare, Climb climb) implements Curve {
    /** So many turns a coil has at most. */
    public static final int MOST_TURNS = 401;

    private static final int STEPS = 40;
    /** Places a turn from which the nearest one is looked for. */
    private static final int AROUND = 12;

    public Helix {
        if (!(radius > 0) || !Double.isFinite(flare)) {
            throw new GeometryException(GeometryException.Reason.DEGENERATE, "A coil needs a radius above zero.");
        }
    }

    /** Of one radius and one pitch, in mm per turn. */
    public static Helix even(Frame frame, double radius, double pitch) {
        return new Helix(frame, radius, 0, Climb.even(pitch / (2 * Math.PI)));
    }

    /** The distance from the axis at an angle. */
    public double radiusAt(double t) {
        return radius + flare * t;
    }

    /** Whether it is of one radius and one pitch, so that it can be screwed along itself. */
    public boolean screw() {
        return flare == 0 && climb.even();
    }

    @Override
    public Vec3 point(double t) {
        double r = radiusAt(t);
        return frame.point(r * Math.cos(t), r * Math.sin(t), climb.height(t));
    }

    @Override
    public Vec3 derivative(double t) {
        double r = radiusAt(t);
        double c = Math.cos(t);
        double s = Math.sin(t);
        return frame.direction(new Vec3(flare * c - r * s, flare * s + r * c, climb.rate(t)));
    }

    @Override
    public Vec3 second(double t) {
        double r = radiusAt(t);
        double c = Math.cos(t);
        double s = Math.sin(t);
        return frame.direction(new Vec3(-2 * flare * s - r * c, 2 * flare * c - r * s, climb.growth(t)));
    }

    /** The direction away from the axis at an angle. */
    public Vec3 outward(double t) {
        return frame.direction(new Vec3(Math.cos(t), Math.sin(t), 0));
    }

    /** A bound for the first derivative over {@link #MOST_TURNS} either way of angle zero, which is as far as coils go. */
    @Override
    public double speed() {
        double far = flare == 0 ? 0 : 2 * Math.PI * MOST_TURNS;
        return speed(new Interval(-far, far));
    }

    /** Files get a spline fitted to it. */
    @Override
    public boolean evaluated() {
        return true;
    }

    private double speed(Interval range) {
        double r = Math.max(Math.abs(radiusAt(range.lo())), Math.abs(radiusAt(range.hi())));
        return Math.sqrt(r * r + flare * flare + climb.steepest() * climb.steepest());
    }

    @Override
    public double period() {
        return 0;
    }

    @Override
    public double project(Vec3 p) {
        return nearest(p, Surface.EVERYWHERE);
    }

    @Override
    public double project(Vec3 p, Interval range) {
        return nearest(p, range);
    }

    /**
     * Seen in the half plane through the axis and the point, every turn passes once, along the line (or curve) that the radius and
     * the height make of the angle; the nearest turn is one of those beside the foot on that. From places all round these turns
     * the nearest few are refined by Newton's method.
     */
    private double nearest(Vec3 p, Interval range) {
        Vec3 l = frame.local(p);
        double mid = range.clamp(beside(Surface.hypot(l.x(), l.y()), l.z()));
        double lo = Math.max(range.lo(), mid - 3 * Math.PI);
        double hi = Math.min(range.hi(), mid + 3 * Math.PI);
        double step = 2 * Math.PI / AROUND;
        double theta = Math.atan2(l.y(), l.x());
        double first = lo - step + (((theta - lo) % step) + step) % step;
        double best = Double.POSITIVE_INFINITY;
        double found = lo;
        double before = Double.POSITIVE_INFINITY;
        double now = squared(l, first);
        for (double t = first; t <= hi + step; t += step) {
            double next = squared(l, t + step);
            if (now <= before && now <= next) {
                double at = newton(l, Math.max(lo, Math.min(hi, t)), step, range);
                double d = squared(l, at);
                if (d < best) {
                    best = d;
                    found = at;
                }
            }
            before = now;
            now = next;
        }
        for (double end : new double[] {lo, hi}) {
            double d = squared(l, end);
            if (d < best) {
                best = d;
                found = end;
            }
        }
        return found;
    }

    /** The angle at which the line that radius and height make is nearest to a place in the half plane through the axis. */
    private double beside(double r, double z) {
        double rate = climb.rate(0);
        double t = climb.even()
                ? ((r - radius) * flare + (z - climb.height(0)) * rate) / (flare * flare + rate * rate)
                : climb.angle(z);
        for (int k = 0; k < 4 && !climb.even(); k++) {
            double dr = r - radiusAt(t);
            double dz = z - climb.height(t);
            double c = climb.rate(t);
            t += (dr * flare + dz * c) / (flare * flare + c * c);
        }
        return t;
    }

    private double squared(Vec3 l, double t) {
        double r = radiusAt(t);
        double dz = l.z() - climb.height(t);
        double rho2 = l.x() * l.x() + l.y() * l.y();
        return r * r + rho2 - 2 * r * (l.x() * Math.cos(t) + l.y() * Math.sin(t)) + dz * dz;
    }

    private double newton(Vec3 l, double from, double most, Interval range) {
        double t = from;
        for (int k = 0; k < STEPS; k++) {
            double c = Math.cos(t);
            double s = Math.sin(t);
            double r = radiusAt(t);
            double along = l.x() * c + l.y() * s;
            double across = l.y() * c - l.x() * s;
            double dz = l.z() - climb.height(t);
            double rate = climb.rate(t);
            double f = r * flare - flare * along - r * across - dz * rate;
            double g = flare * flare - 2 * flare * across + r * along + rate * rate - dz * climb.growth(t);
            double step = g > 0 ? -f / g : -Math.signum(f) * 0.5 * most;
            step = Math.max(-most, Math.min(most, step));
            double next = Math.max(range.lo(), Math.min(range.hi(), t + step));
            if (Math.abs(next - t) < 1e-15 * (1 + Math.abs(t))) {
                return next;
            }
            t = next;
        }
        return t;
    }

    @Override
    public Box3 bounds(Interval range) {
        int n = Math.max(1, (int) Math.ceil(range.length() / (Math.PI / 8)));
        double half = 0.5 * range.length() / n;
        Box3 box = Box3.EMPTY;
        for (int i = 0; i <= n; i++) {
            box = box.with(point(range.at(i / (double) n)));
        }
        double most = Math.max(Math.abs(radiusAt(range.lo())), Math.abs(radiusAt(range.hi())));
        // no more than its second derivative lets it leave a chord
        double off = 0.5 * half * half * (most + 2 * Math.abs(flare) + bending(range));
        return box.grown(Math.min(off, half * speed(range)));
    }

    private double bending(Interval range) {
        double most = 0;
        for (int i = 0; i <= 64 && !climb.even(); i++) {
            most = Math.max(most, 2 * Math.abs(climb.growth(range.at(i / 64.0))));
        }
        return most;
    }

    @Override
    public double[] breaks(Interval range) {
        int n = Math.max(1, (int) Math.ceil(range.length() / (Math.PI / 4) - 1e-9));
        double[] out = new double[n + 1];
        for (int i = 0; i <= n; i++) {
            out[i] = range.at(i / (double) n);
        }
        return out;
    }

    @Override
    public Helix placed(Frame f) {
        return new Helix(f.place(frame), radius, flare, climb);
    }
}
