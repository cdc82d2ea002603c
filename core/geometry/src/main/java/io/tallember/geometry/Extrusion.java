package io.tallember.geometry;

/**
 * The surface that a flat curve sweeps along the normal of its plane. u is the curve's parameter, v the height; the normal
 * points to the right of the curve's travel, seen from the tip of the frame's z. An open curve's surface runs on beyond its ends
 * along the tangents; faces lie within {@link #uDomain}.
 *
 * @param base in the frame's coordinates, at height zero; never a line or a circle, which sweep planes and cylinders
 */
public record Extrusion(Frame frame, Curve base) implements Surface {
    public Extrusion {
        if (base instanceof Line || base instanceof Circle) {
            throw new GeometryException(
                    GeometryException.Reason.DEGENERATE, "A line sweeps a plane, a circle a cylinder: give those.");
        }
        if (base instanceof Nurbs n && n.period() > 0) {
            base = n.overTurn();
        }
    }

    @Override
    public Vec3 point(double u, double v) {
        Vec3 p = base.point(u);
        return frame.point(p.x(), p.y(), v);
    }

    @Override
    public Vec3 du(double u, double v) {
        return frame.direction(base.derivative(u));
    }

    @Override
    public Vec3 dv(double u, double v) {
        return frame.z();
    }

    @Override
    public Vec3 normal(double u, double v) {
        return frame.direction(right(u));
    }

    private Vec3 right(double u) {
        Vec3 d = base.derivative(u);
        double l = Surface.hypot(d.x(), d.y());
        return new Vec3(d.y() / l, -d.x() / l, 0);
    }

    private static Vec3 flat(Vec3 local) {
        return new Vec3(local.x(), local.y(), 0);
    }

    @Override
    public Vec2 project(Vec3 p) {
        Vec3 l = frame.local(p);
        return new Vec2(base.project(flat(l)), l.z());
    }

    @Override
    public double uPeriod() {
        return base.period();
    }

    @Override
    public Interval uDomain() {
        return base.period() == 0 ? base.whole() : Surface.EVERYWHERE;
    }

    @Override
    public double[] uBreaks(Interval range) {
        return base.breaks(range);
    }

    @Override
    public double signedDistance(Vec3 p) {
        Vec3 l = flat(frame.local(p));
        double u = base.project(l);
        Vec3 d = l.minus(base.point(u));
        return d.dot(right(u)) >= 0 ? d.length() : -d.length();
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        return frame.direction(right(base.project(flat(frame.local(p)))));
    }

    @Override
    public double scaleAt(Vec3 p) {
        return Math.max(1e-4, base.bendNear(base.project(flat(frame.local(p)))));
    }

    @Override
    public Extrusion placed(Frame f) {
        return new Extrusion(f.place(frame), base);
    }

    @Override
    public boolean canonical() {
        return false;
    }

    @Override
    public String kind() {
        return "extruded surface";
    }
}
