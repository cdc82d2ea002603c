package io.tallember.geometry;

/**
 * The curve in which a ball touches a surface while its centre runs along a spine: each of the spine's points dropped onto the
 * surface. It has the spine's parameter.
 */
public final class Contact implements Curve {
    /** How far off the spine directions are compared for derivatives, in mm. */
    private static final double STEP = 1e-4;

    private final Curve spine;
    private final Surface onto;
    private final double away;
    private final Chords chords;
    private final double speed;
    private final Interval whole;

    /**
     * @param whole the spine's range that is meant
     * @param away the spine's distance from the surface, with its sign; NaN where it changes along it
     */
    public Contact(Curve spine, Interval whole, Surface onto, double away) {
        this.spine = spine;
        this.onto = onto;
        this.away = away;
        this.whole = whole;
        double[] at = spine.breaks(whole);
        Vec3[] points = new Vec3[at.length];
        double deepest = 0;
        double fastest = 0;
        Vec3 before = null;
        for (int i = 0; i < at.length; i++) {
            points[i] = point(at[i]);
            Vec3 d = derivative(at[i]);
            fastest = Math.max(fastest, d.length());
            Vec3 t = d.unit();
            if (before != null) {
                double turn = Math.acos(Math.max(-1, Math.min(1, before.dot(t))));
                deepest =
                        Math.max(deepest, 0.5 * points[i].distance(points[i - 1]) * Math.tan(Math.min(turn, 1.2) / 2));
            }
            before = t;
        }
        speed = 1.25 * fastest;
        chords = new Chords(at, points, deepest, spine.period() > 0, Chords.Stretch.of(this));
    }

    public Curve spine() {
        return spine;
    }

    public Surface onto() {
        return onto;
    }

    /** The spine's distance from the surface, with its sign; NaN where it changes. */
    public double away() {
        return away;
    }

    private double away(Vec3 centre) {
        return Double.isNaN(away) ? onto.signedDistance(centre) : away;
    }

    /** The range of the parameter. */
    @Override
    public Interval whole() {
        return whole;
    }

    @Override
    public Vec3 point(double t) {
        Vec3 c = spine.point(t);
        return c.plus(-away(c), onto.gradient(c));
    }

    @Override
    public Vec3 derivative(double t) {
        Vec3 c = spine.point(t);
        Vec3 d = spine.derivative(t);
        Vec3 along = d.unit();
        Vec3 turn = onto.gradient(c.plus(STEP, along))
                .minus(onto.gradient(c.plus(-STEP, along)))
                .times(0.5 / STEP);
        Vec3 n = onto.gradient(c);
        Vec3 rise = Double.isNaN(away) ? n.times(n.dot(d)) : Vec3.ZERO;
        return d.minus(rise).plus(-away(c) * d.length(), turn);
    }

    @Override
    public Vec3 second(double t) {
        double h = STEP * Math.max(1, whole.length() / 100);
        return derivative(t + h).minus(derivative(t - h)).times(0.5 / h);
    }

    @Override
    public double speed() {
        return speed;
    }

    @Override
    public double period() {
        return spine.period();
    }

    @Override
    public double project(Vec3 p) {
        return project(p, whole);
    }

    @Override
    public double project(Vec3 p, Interval range) {
        return chords.nearest(p, range, this::point);
    }

    @Override
    public Box3 bounds(Interval range) {
        return chords.bounds(range, speed, this::point);
    }

    @Override
    public double[] breaks(Interval range) {
        return spine.breaks(range);
    }

    @Override
    public boolean evaluated() {
        return true;
    }

    @Override
    public Contact placed(Frame frame) {
        return new Contact(spine.placed(frame), whole, onto.placed(frame), away);
    }
}
