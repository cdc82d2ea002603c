package io.tallember.geometry;

/**
 * All points at one distance from a curve: what a round wire along it has for a surface. u is the angle about the curve from the direction
 * that {@link Carried} carries, v the curve's parameter (stretched to a full turn when it is closed); the normal points away from the
 * curve. Beyond the ends of an open stretch it goes straight on. Good where the radius is less than that of every bend.
 */
public final class Pipe implements Surface {
    private static final double[] QUARTERS = {0, Math.PI / 2, Math.PI, 1.5 * Math.PI};

    private final Curve spine;
    private final Interval whole;
    private final double radius;
    private final boolean closed;
    private final double perV;
    private final Carried carried;
    private final double speed;
    /** Where the spine's smooth stretches end. */
    private final double[] smooth;

    private Pipe(Curve spine, Interval whole, double radius, Carried carried) {
        this.spine = spine;
        this.whole = whole;
        this.radius = radius;
        this.carried = carried;
        closed = spine.period() > 0 && whole.length() > spine.period() - 1e-12;
        perV = closed ? whole.length() / (2 * Math.PI) : 1;
        smooth = spine instanceof Nurbs n ? n.joints() : new double[] {whole.lo(), whole.hi()};
        double fastest = 0;
        for (double t : spine.breaks(whole)) {
            Vec3 d = spine.derivative(t);
            fastest = Math.max(fastest, d.length() * (1 + radius / spine.bendNear(t)));
        }
        speed = 1.25 * fastest * perV;
    }

    /**
     * About a stretch of a curve: a cylinder about a line, a ring about a circle, else a pipe.
     *
     * @param range the stretch; of a closed curve its period for all of it
     * @throws GeometryException DEGENERATE when the radius isn't above zero, or reaches the middle of a bend
     */
    public static Surface about(Curve spine, Interval range, double radius) {
        if (!(radius > 0)) {
            throw new GeometryException(GeometryException.Reason.DEGENERATE, "A pipe needs a radius above zero.");
        }
        if (spine instanceof Line l) {
            return new Cylinder(Frame.of(l.origin(), l.direction()), radius);
        }
        if (spine instanceof Circle c) {
            return Torus.ring(c.frame(), c.radius(), radius);
        }
        return along(spine, range, radius);
    }

    static Pipe along(Curve spine, Interval range, double radius) {
        Vec3 hint = spine.tangent(range.lo()).anyPerpendicular();
        return new Pipe(spine, range, radius, Carried.along(spine, range, hint));
    }

    public Curve spine() {
        return spine;
    }

    public Interval whole() {
        return whole;
    }

    public double radius() {
        return radius;
    }

    /** The parameter of the spine at a value of v. */
    public double along(double v) {
        return v * perV;
    }

    /** A number for the stretch of the spine that parameters lie over; between two it isn't smooth. */
    public long piece(Vec2 uv) {
        double t = uv.y() * perV;
        int i = 0;
        while (i + 2 < smooth.length && t > smooth[i + 1]) {
            i++;
        }
        return i;
    }

    /** The most that a unit of v is on the surface. */
    public double speed() {
        return speed;
    }

    /** About the same curve, with another radius. */
    public Pipe larger(double by) {
        if (!(radius + by > 1e-6)) {
            throw new GeometryException(
                    GeometryException.Reason.DEGENERATE, "Nothing is left of a pipe at this distance.");
        }
        return new Pipe(spine, whole, radius + by, carried);
    }

    /** About the same curve after a motion, a mirror or a scaling, its parameters so many times as long. */
    public Pipe mapped(Curve now, double stretch, double times) {
        return along(now, whole.times(stretch), times * radius);
    }

    /** The circle round the spine at a parameter of it. */
    public Circle circle(double t) {
        return new Circle(frame(t), radius);
    }

    /** The parameter of the spine's point nearest to a place; on an open one's tangents where that is beyond an end. */
    private double foot(Vec3 p) {
        if (closed) {
            return spine.project(p);
        }
        double t = spine.project(p, whole);
        double best = spine.point(t).distance(p);
        double found = t;
        for (double end : new double[] {whole.lo(), whole.hi()}) {
            Vec3 d = spine.derivative(end);
            Vec3 from = p.minus(spine.point(end));
            double beyond = from.dot(d) / d.dot(d);
            if ((end == whole.lo() ? beyond < 0 : beyond > 0)
                    && from.plus(-beyond, d).length() < best) {
                best = from.plus(-beyond, d).length();
                found = end + beyond;
            }
        }
        return found;
    }

    private double inside(double t) {
        return closed ? t - whole.length() * Math.floor((t - whole.lo()) / whole.length()) : whole.clamp(t);
    }

    /** How far a parameter is beyond the ends of an open stretch. */
    private double beyond(double t) {
        return closed ? 0 : t - whole.clamp(t);
    }

    private Frame frame(double t) {
        double in = inside(t);
        Frame f = carried.frame(in);
        return f.at(f.origin().plus(beyond(t), spine.derivative(in)));
    }

    @Override
    public Vec3 point(double u, double v) {
        Frame f = frame(v * perV);
        return f.point(radius * Math.cos(u), radius * Math.sin(u), 0);
    }

    @Override
    public Vec3 normal(double u, double v) {
        Frame f = frame(v * perV);
        return f.x().times(Math.cos(u)).plus(Math.sin(u), f.y());
    }

    @Override
    public Vec3 du(double u, double v) {
        Frame f = frame(v * perV);
        return f.x().times(-radius * Math.sin(u)).plus(radius * Math.cos(u), f.y());
    }

    @Override
    public Vec3 dv(double u, double v) {
        double t = v * perV;
        double in = inside(t);
        Vec3 d = spine.derivative(in);
        if (beyond(t) != 0) {
            return d.times(perV);
        }
        Vec3 x = carried.aside(in);
        Vec3 dx = carried.asideRate(in);
        double speed0 = d.length();
        Vec3 way = d.times(1 / speed0);
        Vec3 second = spine.second(in);
        Vec3 turning = second.plus(-second.dot(way), way).times(1 / speed0);
        Vec3 dy = turning.cross(x).plus(way.cross(dx));
        return d.plus(radius * Math.cos(u), dx).plus(radius * Math.sin(u), dy).times(perV);
    }

    @Override
    public Vec2 project(Vec3 p) {
        double t = foot(p);
        Vec3 l = frame(t).local(p);
        return new Vec2(Surface.angle(l.x(), l.y()), t / perV);
    }

    @Override
    public double signedDistance(Vec3 p) {
        return p.distance(centre(foot(p))) - radius;
    }

    private Vec3 centre(double t) {
        double in = inside(t);
        return spine.point(in).plus(beyond(t), spine.derivative(in));
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        double t = foot(p);
        Vec3 d = p.minus(centre(t));
        double l = d.length();
        return l > 1e-12 ? d.times(1 / l) : frame(t).x();
    }

    @Override
    public double scaleAt(Vec3 p) {
        double bend = spine.bendNear(inside(foot(p)));
        return Math.max(1e-4, Math.min(radius, Math.abs(bend - radius)));
    }

    @Override
    public double uPeriod() {
        return 2 * Math.PI;
    }

    @Override
    public double vPeriod() {
        return closed ? 2 * Math.PI : 0;
    }

    @Override
    public Interval vDomain() {
        return closed ? Surface.EVERYWHERE : whole;
    }

    @Override
    public double[] uBreaks(Interval range) {
        return Surface.within(QUARTERS, 2 * Math.PI, range);
    }

    @Override
    public double[] vBreaks(Interval range) {
        double[] t = spine.breaks(new Interval(range.lo() * perV, range.hi() * perV));
        for (int i = 0; i < t.length; i++) {
            t[i] /= perV;
        }
        return t;
    }

    @Override
    public Frame frame() {
        return carried.frame(whole.lo());
    }

    @Override
    public Pipe placed(Frame f) {
        return along(spine.placed(f), whole, radius);
    }

    @Override
    public boolean canonical() {
        return false;
    }

    @Override
    public String kind() {
        return "pipe";
    }
}
