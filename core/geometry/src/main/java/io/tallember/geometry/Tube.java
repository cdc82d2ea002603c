package io.tallember.geometry;

/**
 * The surface of a ball whose centre runs along a spine at one distance from two other surfaces, which it touches: what rounds
 * an edge between them. u is the spine's parameter (stretched to a full turn when it is closed), v the angle about it from the
 * middle of the way from one touching point to the other; the normal points away from the spine. Beyond the ends of an open
 * spine the ball goes straight on.
 */
public final class Tube implements Surface {
    private static final double[] QUARTERS = {-Math.PI / 2, Math.PI / 2};

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

    private double inside(double t) {
        return spine.closed() ? t : whole.clamp(t);
    }

    /**
     * The plane square to the spine at one parameter: where the centre is, how it moves, and two directions in the plane, the first
     * toward the middle between the two touching points.
     */
    private record Section(double t, Vec3 centre, Vec3 rate, Vec3 middle, Vec3 aside) {}

    /** The section that was asked for last; many points are asked for in one. */
    private volatile Section last;

    private Section at(double t) {
        Section s = last;
        if (s == null || s.t != t) {
            double in = inside(t);
            Vec3 c = spine.point(in);
            Vec3 rate = spine.derivativeFrom(in, c);
            Vec3 x = middle(c);
            Vec3 centre = in == t ? c : c.plus(t - in, rate);
            s = new Section(t, centre, rate, x, x.cross(rate.unit()));
            last = s;
        }
        return s;
    }

    /** From the spine toward the middle between the two touching points. */
    private Vec3 middle(Vec3 c) {
        Vec3 a = first.gradient(c).times(-Math.signum(awayFirst));
        Vec3 b = second.gradient(c).times(-Math.signum(awaySecond));
        return a.plus(b).unit();
    }

    /** How a section's two directions turn along the spine. */
    private record Turn(double t, Vec3 middle, Vec3 aside) {}

    private volatile Turn lastTurn;

    private Turn turn(double t) {
        Turn known = lastTurn;
        if (known == null || known.t != t) {
            double lo = spine.closed() ? t - step : Math.max(whole.lo(), t - step);
            double hi = spine.closed() ? t + step : Math.min(whole.hi(), t + step);
            Vec3 c0 = spine.point(lo);
            Vec3 c1 = spine.point(hi);
            Vec3 x0 = middle(c0);
            Vec3 x1 = middle(c1);
            Vec3 y0 = x0.cross(spine.derivativeFrom(lo, c0).unit());
            Vec3 y1 = x1.cross(spine.derivativeFrom(hi, c1).unit());
            double by = 1 / (hi - lo);
            known = new Turn(t, x1.minus(x0).times(by), y1.minus(y0).times(by));
            lastTurn = known;
        }
        return known;
    }

    @Override
    public Vec3 point(double u, double v) {
        return at(u * perU).centre.plus(radius, normal(u, v));
    }

    @Override
    public Vec3 normal(double u, double v) {
        Section s = at(u * perU);
        return s.middle.times(Math.cos(v)).plus(Math.sin(v), s.aside);
    }

    @Override
    public Vec3 du(double u, double v) {
        double t = u * perU;
        Section s = at(t);
        if (inside(t) != t) {
            return s.rate.times(perU);
        }
        Turn turn = turn(t);
        return s.rate.plus(radius * Math.cos(v), turn.middle)
                .plus(radius * Math.sin(v), turn.aside)
                .times(perU);
    }

    @Override
    public Vec3 dv(double u, double v) {
        Section s = at(u * perU);
        return s.middle.times(-radius * Math.sin(v)).plus(radius * Math.cos(v), s.aside);
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
        Section s = at(foot(p));
        Vec3 d = p.minus(s.centre);
        return new Vec2(s.t / perU, Math.atan2(d.dot(s.aside), d.dot(s.middle)));
    }

    @Override
    public double signedDistance(Vec3 p) {
        return p.distance(at(foot(p)).centre) - radius;
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        Section s = at(foot(p));
        Vec3 d = p.minus(s.centre);
        double l = d.length();
        return l > 1e-12 ? d.times(1 / l) : s.middle;
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
        return Surface.within(QUARTERS, 0, range);
    }

    @Override
    public Frame frame() {
        double lo = whole.lo();
        Section s = at(lo);
        return Frame.of(s.centre, s.rate, s.middle);
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
