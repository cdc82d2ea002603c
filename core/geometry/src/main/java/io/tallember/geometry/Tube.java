package io.tallember.geometry;

/**
 * The surface of a ball whose centre runs along a spine at one distance from two other surfaces, which it touches: what rounds
 * an edge between them. u is the spine's parameter (stretched to a full turn when it is closed), v the angle about it from the
 * middle of the way from one touching point to the other; the normal points away from the spine. Beyond the ends of an open
 * spine the ball goes straight on.
 *
 * <p>Where the spine's distance from the two surfaces changes along it, the ball's radius does, and the surface is what the balls
 * leave untouched: round each centre the circle whose normals lean against the way by as much as the radius grows.
 */
public final class Tube implements Surface {
    private static final double[] QUARTERS = {-Math.PI / 2, Math.PI / 2};

    private final IntersectionCurve spine;
    private final Surface first;
    private final Surface second;
    private final double radius;
    private final boolean even;
    private final double awayFirst;
    private final double awaySecond;
    private final Interval whole;
    private final double perU;
    private final double speed;
    private final double widest;
    private final double step;

    /**
     * @param spine all of whose points are as far from either surface as the radius
     * @param first one of the surfaces that the ball touches
     */
    public Tube(IntersectionCurve spine, Surface first, Surface second, double radius) {
        this(spine, first, second, radius, true);
    }

    /** Of a ball whose radius is, all along the spine, the distance from both surfaces. */
    public static Tube changing(IntersectionCurve spine, Surface first, Surface second) {
        double mid = Math.abs(first.signedDistance(spine.point(spine.whole().middle())));
        return new Tube(spine, first, second, mid, false);
    }

    private Tube(IntersectionCurve spine, Surface first, Surface second, double radius, boolean even) {
        this.even = even;
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
        double most = radius;
        for (double t : spine.breaks(whole)) {
            most = Math.max(most, radiusAt(t));
            for (int i = -1; i <= 1; i++) {
                fastest = Math.max(fastest, du(t / perU, i * 0.5 * Math.PI).length());
            }
        }
        speed = 1.25 * fastest;
        widest = even ? radius : 1.1 * most;
    }

    public IntersectionCurve spine() {
        return spine;
    }

    /** The ball's radius, in the middle where it changes. */
    public double radius() {
        return radius;
    }

    /** Whether the radius is the same all along. */
    public boolean even() {
        return even;
    }

    /** The radius at a parameter of the spine. */
    public double radiusAt(double t) {
        return at(t).radius;
    }

    /** The parameter of the spine at a value of u. */
    public double along(double u) {
        return u * perU;
    }

    /** A number for the chord of the spine's chain that parameters lie over; between two chords they aren't smooth. */
    public long piece(Vec2 uv) {
        return spine.piece(uv.x() * perU);
    }

    /** The circle in which the surface and the ball at a parameter of the spine touch. */
    public Circle circle(double t) {
        Section s = at(t);
        return new Circle(
                Frame.of(s.centre.plus(-s.radius * s.lean, s.rate.unit()), s.rate, s.middle),
                s.radius * Math.sqrt(1 - s.lean * s.lean));
    }

    /** The same surface, of a ball that is larger, given what it rolls on then. */
    public Tube larger(double by, Surface onFirst, Surface onSecond) {
        return new Tube(spine, onFirst, onSecond, radius + by, even);
    }

    /** The same surface with its parts mapped by a motion or a mirror. */
    public Tube mapped(IntersectionCurve way, Surface onFirst, Surface onSecond) {
        return new Tube(way, onFirst, onSecond, radius, even);
    }

    /** The same surface, so many times as large, with its parts scaled. */
    public Tube scaled(double times, IntersectionCurve way, Surface onFirst, Surface onSecond) {
        return new Tube(way, onFirst, onSecond, times * radius, even);
    }

    public Surface first() {
        return first;
    }

    public Surface second() {
        return second;
    }

    /** The curve along which the ball touches the first surface, or the second. */
    public Contact contact(boolean onFirst) {
        double away = onFirst ? awayFirst : awaySecond;
        return new Contact(spine, whole, onFirst ? first : second, even ? away : Double.NaN);
    }

    /** The most that a unit of u is on the surface. */
    public double speed() {
        return speed;
    }

    /** The largest radius of the ball. */
    public double widest() {
        return widest;
    }

    private double inside(double t) {
        return spine.closed() ? t : whole.clamp(t);
    }

    /**
     * The plane square to the spine at one parameter: where the centre is, how it moves, and two directions in the plane, the first
     * toward the middle between the two touching points; the radius, how it grows with the parameter and with length.
     */
    private record Section(
            double t, Vec3 centre, Vec3 rate, Vec3 middle, Vec3 aside, double radius, double growth, double lean) {}

    /** The section that was asked for last; many points are asked for in one. */
    private volatile Section last;

    private Section at(double t) {
        Section s = last;
        if (s == null || s.t != t) {
            double in = inside(t);
            Vec3 c = spine.point(in);
            Vec3 rate = spine.derivativeFrom(in, c);
            Vec3 x = middle(c, rate);
            Vec3 centre = in == t ? c : c.plus(t - in, rate);
            double growth = even ? 0 : first.gradient(c).dot(rate) * Math.signum(awayFirst);
            double r = even ? radius : Math.abs(first.signedDistance(c)) + (t - in) * growth;
            s = new Section(t, centre, rate, x, x.cross(rate.unit()), r, growth, growth / rate.length());
            last = s;
        }
        return s;
    }

    /** From the spine toward the middle between the two touching points. */
    private Vec3 middle(Vec3 c, Vec3 rate) {
        Vec3 a = first.gradient(c).times(-Math.signum(awayFirst));
        Vec3 b = second.gradient(c).times(-Math.signum(awaySecond));
        Vec3 m = a.plus(b);
        return even ? m.unit() : m.plus(-m.dot(rate) / rate.dot(rate), rate).unit();
    }

    /** How a section's two directions turn along the spine. */
    private record Turn(double t, Vec3 middle, Vec3 aside, Vec3 forward, double lean) {}

    private volatile Turn lastTurn;

    private Turn turn(double t) {
        Turn known = lastTurn;
        if (known == null || known.t != t) {
            double lo = spine.closed() ? t - step : Math.max(whole.lo(), t - step);
            double hi = spine.closed() ? t + step : Math.min(whole.hi(), t + step);
            Vec3 c0 = spine.point(lo);
            Vec3 c1 = spine.point(hi);
            Vec3 d0 = spine.derivativeFrom(lo, c0);
            Vec3 d1 = spine.derivativeFrom(hi, c1);
            Vec3 x0 = middle(c0, d0);
            Vec3 x1 = middle(c1, d1);
            Vec3 f0 = d0.unit();
            Vec3 f1 = d1.unit();
            Vec3 aside = x1.cross(f1).minus(x0.cross(f0));
            double by = 1 / (hi - lo);
            double lean = even ? 0 : at(hi).lean - at(lo).lean;
            known = new Turn(
                    t, x1.minus(x0).times(by), aside.times(by), f1.minus(f0).times(by), lean * by);
            lastTurn = known;
        }
        return known;
    }

    @Override
    public Vec3 point(double u, double v) {
        Section s = at(u * perU);
        return s.centre.plus(s.radius, normal(u, v));
    }

    @Override
    public Vec3 normal(double u, double v) {
        Section s = at(u * perU);
        Vec3 across = s.middle.times(Math.cos(v)).plus(Math.sin(v), s.aside);
        return even ? across : across.times(Math.sqrt(1 - s.lean * s.lean)).plus(-s.lean, s.rate.unit());
    }

    @Override
    public Vec3 du(double u, double v) {
        double t = u * perU;
        Section s = at(t);
        if (inside(t) != t) {
            return even
                    ? s.rate.times(perU)
                    : s.rate.plus(s.growth, normal(u, v)).times(perU);
        }
        Turn turn = turn(t);
        Vec3 d = s.rate;
        Vec3 across = turn.middle.times(Math.cos(v)).plus(Math.sin(v), turn.aside);
        if (even) {
            return d.plus(radius, across).times(perU);
        }
        double flat = Math.sqrt(1 - s.lean * s.lean);
        Vec3 is = s.middle.times(Math.cos(v)).plus(Math.sin(v), s.aside);
        Vec3 normal = across.times(flat)
                .plus(-s.lean * turn.lean / flat, is)
                .plus(-turn.lean, s.rate.unit())
                .plus(-s.lean, turn.forward);
        return d.plus(s.growth, normal(u, v)).plus(s.radius, normal).times(perU);
    }

    @Override
    public Vec3 dv(double u, double v) {
        Section s = at(u * perU);
        double r = s.radius * Math.sqrt(1 - s.lean * s.lean);
        return s.middle.times(-r * Math.sin(v)).plus(r * Math.cos(v), s.aside);
    }

    /** The parameter of the circle nearest to a place. */
    private double foot(Vec3 p) {
        double t = beside(p);
        if (even) {
            return t;
        }
        // where the distance from the ball is least: (p - c) c' + |p - c| r' = 0; secant steps
        double before = t;
        double was = ahead(p, t);
        t = before + was / at(before).rate.dot(at(before).rate);
        for (int k = 0; k < 40 && Math.abs(t - before) > 1e-13 * (1 + Math.abs(t)); k++) {
            double is = ahead(p, t);
            double next = is == was ? t : t - is * (t - before) / (is - was);
            before = t;
            was = is;
            double most = 0.5 * whole.length();
            t = Math.max(t - most, Math.min(t + most, next));
        }
        double period = spine.period();
        return period > 0 ? t - period * Math.floor(t / period) : t;
    }

    private double ahead(Vec3 p, double t) {
        Section s = at(t);
        Vec3 d = p.minus(s.centre);
        return d.dot(s.rate) + d.length() * s.growth;
    }

    /** The parameter of the spine's point nearest to a place; on an open one's tangents where it is beyond an end. */
    private double beside(Vec3 p) {
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
        Section s = at(foot(p));
        return p.distance(s.centre) - s.radius;
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
        double r = even ? radius : Math.max(1e-4, at(inside(foot(p))).radius);
        return Math.max(1e-4, Math.min(r, Math.abs(bend - r)));
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
        return mapped(spine.placed(f), first.placed(f), second.placed(f));
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
