package io.tallember.geometry;

/**
 * The surface of a ball whose centre runs along a spine at one distance from two other surfaces, which it touches: what rounds
 * an edge between them. u is the spine's parameter (stretched to a full turn when it is closed), v the angle about it from the
 * middle of the way from one touching point to the other; the normal points away from the spine. Beyond the ends of an open
 * spine the ball goes straight on.
 */
public final class Tube implements Surface {
    private static final double EIGHTH = Math.PI / 4;
    private static final double[] EIGHTHS = {-3 * EIGHTH, -2 * EIGHTH, -EIGHTH, 0, EIGHTH, 2 * EIGHTH, 3 * EIGHTH};

    private final IntersectionCurve spine;
    private final Surface first;
    private final Surface second;
    private final double radius;
    private final double awayFirst;
    private final double awaySecond;
    private final Interval whole;
    private final double perU;
    private final double speed;
    private final double step;

    /**
     * @param spine all of whose points are as far from either surface as the radius
     * @param first one of the surfaces that the ball touches
     */
    public Tube(IntersectionCurve spine, Surface first, Surface second, double radius) {
        this.spine = spine;
        this.first = first;
        this.second = second;
        this.radius = radius;
        whole = spine.whole();
        perU = spine.closed() ? whole.length() / (2 * Math.PI) : 1;
        Vec3 mid = spine.point(whole.middle());
        awayFirst = Math.copySign(radius, first.signedDistance(mid));
        awaySecond = Math.copySign(radius, second.signedDistance(mid));
        step = 1e-4 * Math.min(1, whole.length() / 10);
        double fastest = 0;
        for (double t : spine.breaks(whole)) {
            for (int i = -1; i <= 1; i++) {
                fastest = Math.max(fastest, du(t / perU, i * 0.5 * Math.PI).length());
            }
        }
        speed = 1.25 * fastest;
    }

    public IntersectionCurve spine() {
        return spine;
    }

    public double radius() {
        return radius;
    }

    public Surface first() {
        return first;
    }

    public Surface second() {
        return second;
    }

    /** The curve along which the ball touches the first surface, or the second. */
    public Contact contact(boolean onFirst) {
        return new Contact(spine, whole, onFirst ? first : second, onFirst ? awayFirst : awaySecond);
    }

    /** The most that a unit of u is on the surface. */
    public double speed() {
        return speed;
    }

    private Vec3 centre(double t) {
        double in = inside(t);
        Vec3 c = spine.point(in);
        return in == t ? c : c.plus(t - in, spine.derivative(in));
    }

    private double inside(double t) {
        return spine.closed() ? t : whole.clamp(t);
    }

    /** From the spine toward the middle between the two touching points. */
    private Vec3 middle(double in) {
        Vec3 c = spine.point(in);
        Vec3 a = first.gradient(c).times(-Math.signum(awayFirst));
        Vec3 b = second.gradient(c).times(-Math.signum(awaySecond));
        return a.plus(b).unit();
    }

    private static Vec3 aside(Vec3 middle, Vec3 along) {
        return middle.cross(along);
    }

    @Override
    public Vec3 point(double u, double v) {
        return centre(u * perU).plus(radius, normal(u, v));
    }

    @Override
    public Vec3 normal(double u, double v) {
        double in = inside(u * perU);
        Vec3 x = middle(in);
        return x.times(Math.cos(v)).plus(Math.sin(v), aside(x, spine.tangent(in)));
    }

    @Override
    public Vec3 du(double u, double v) {
        double t = u * perU;
        double in = inside(t);
        if (in != t) {
            return spine.derivative(in).times(perU);
        }
        double lo = spine.closed() ? t - step : Math.max(whole.lo(), t - step);
        double hi = spine.closed() ? t + step : Math.min(whole.hi(), t + step);
        Vec3 turn = normal(hi / perU, v).minus(normal(lo / perU, v)).times(1 / (hi - lo));
        return spine.derivative(t).plus(radius, turn).times(perU);
    }

    @Override
    public Vec3 dv(double u, double v) {
        double in = inside(u * perU);
        Vec3 x = middle(in);
        return x.times(-radius * Math.sin(v)).plus(radius * Math.cos(v), aside(x, spine.tangent(in)));
    }

    /** The parameter of the spine's point nearest to a place; on an open one's tangents where it is beyond an end. */
    private double foot(Vec3 p) {
        double t = spine.project(p);
        if (spine.closed() || t > whole.lo() && t < whole.hi()) {
            return t;
        }
        Vec3 d = spine.derivative(t);
        double beyond = p.minus(spine.point(t)).dot(d) / d.dot(d);
        return (t == whole.lo()) == beyond < 0 ? t + beyond : t;
    }

    @Override
    public Vec2 project(Vec3 p) {
        double t = foot(p);
        double in = inside(t);
        Vec3 x = middle(in);
        Vec3 d = p.minus(centre(t));
        return new Vec2(t / perU, Math.atan2(d.dot(aside(x, spine.tangent(in))), d.dot(x)));
    }

    @Override
    public double signedDistance(Vec3 p) {
        return p.distance(centre(foot(p))) - radius;
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        double t = foot(p);
        Vec3 d = p.minus(centre(t));
        double l = d.length();
        return l > 1e-12 ? d.times(1 / l) : middle(inside(t));
    }

    @Override
    public double scaleAt(Vec3 p) {
        double bend = spine.bendNear(inside(foot(p)));
        return Math.max(1e-4, Math.min(radius, Math.abs(bend - radius)));
    }

    @Override
    public double uPeriod() {
        return spine.closed() ? 2 * Math.PI : 0;
    }

    @Override
    public Interval uDomain() {
        return spine.closed() ? Surface.EVERYWHERE : whole;
    }

    @Override
    public Interval vDomain() {
        return new Interval(-Math.PI, Math.PI);
    }

    @Override
    public double[] uBreaks(Interval range) {
        double[] t = spine.breaks(new Interval(range.lo() * perU, range.hi() * perU));
        for (int i = 0; i < t.length; i++) {
            t[i] /= perU;
        }
        return t;
    }

    @Override
    public double[] vBreaks(Interval range) {
        return Surface.within(EIGHTHS, 0, range);
    }

    @Override
    public Frame frame() {
        double lo = whole.lo();
        return Frame.of(spine.point(lo), spine.tangent(lo), middle(lo));
    }

    @Override
    public Tube placed(Frame f) {
        return new Tube(spine.placed(f), first.placed(f), second.placed(f), radius);
    }

    @Override
    public boolean canonical() {
        return false;
    }

    @Override
    public String kind() {
        return "rolled surface";
    }
}
