package io.tallember.geometry;

/**
 * The curve at one distance from a flat one, to the right of its travel seen against the plane's normal; it has that curve's
 * parameter. Good as long as the distance is less than the radius of every bend on that side.
 */
public final class Parallel implements Curve {
    private static final int PIECES = 4;
    private static final double STEP = 1e-5;

    private final Curve base;
    private final Vec3 normal;
    private final double by;
    private final Chords chords;
    private final double speed;

    /**
     * @param normal of the plane in which the curve lies
     * @param by in mm, negative for the left
     */
    public Parallel(Curve base, Vec3 normal, double by) {
        this.base = base;
        this.normal = normal;
        this.by = by;
        double[] at = finer(base.breaks(base.whole()));
        Vec3[] points = new Vec3[at.length];
        double deepest = 0;
        double fastest = 0;
        for (int i = 0; i < at.length; i++) {
            points[i] = point(at[i]);
            Vec3 d = derivative(at[i]);
            fastest = Math.max(fastest, d.length());
            if (i > 0) {
                Vec3 mid = point(0.5 * (at[i] + at[i - 1]));
                deepest = Math.max(
                        deepest, 1.5 * points[i].lerp(points[i - 1], 0.5).distance(mid));
            }
        }
        speed = 1.25 * fastest;
        chords = new Chords(at, points, deepest, base.period() > 0, Chords.Stretch.of(this));
    }

    private static double[] finer(double[] breaks) {
        double[] out = new double[(breaks.length - 1) * PIECES + 1];
        for (int i = 0; i < out.length; i++) {
            int k = Math.min(i / PIECES, breaks.length - 2);
            out[i] = breaks[k] + (breaks[k + 1] - breaks[k]) * (i - k * PIECES) / PIECES;
        }
        return out;
    }

    public Curve base() {
        return base;
    }

    public Vec3 planeNormal() {
        return normal;
    }

    public double by() {
        return by;
    }

    @Override
    public Interval whole() {
        return base.whole();
    }

    @Override
    public Vec3 point(double t) {
        return base.point(t).plus(by, base.derivative(t).cross(normal).unit());
    }

    @Override
    public Vec3 derivative(double t) {
        Vec3 d = base.derivative(t);
        Vec3 w = d.cross(normal).unit();
        Vec3 turn = base.second(t).cross(normal);
        return d.plus(by / d.length(), turn.plus(-w.dot(turn), w));
    }

    @Override
    public Vec3 second(double t) {
        double h = STEP * Math.max(1e-3, whole().length());
        return derivative(t + h).minus(derivative(t - h)).times(0.5 / h);
    }

    @Override
    public double speed() {
        return speed;
    }

    @Override
    public double period() {
        return base.period();
    }

    /** The same as on the curve beside it: both have their normals in common. */
    @Override
    public double project(Vec3 p) {
        return base.project(p);
    }

    @Override
    public Box3 bounds(Interval range) {
        return chords.bounds(range, speed, this::point);
    }

    @Override
    public double[] breaks(Interval range) {
        return base.breaks(range);
    }

    @Override
    public boolean evaluated() {
        return true;
    }

    @Override
    public Parallel placed(Frame frame) {
        return new Parallel(base.placed(frame), frame.direction(normal), by);
    }
}
