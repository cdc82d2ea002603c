package io.tallember.geometry;

/** The sphere about the frame's origin; u is the longitude, v the latitude, the normal points away from the centre. */
public record Sphere(Frame frame, double radius) implements Surface {
    public Sphere {
        if (!(radius > 0) || Double.isInfinite(radius)) {
            throw new GeometryException(GeometryException.Reason.DEGENERATE, "A sphere needs a radius above zero.");
        }
    }

    public Vec3 centre() {
        return frame.origin();
    }

    @Override
    public Vec3 point(double u, double v) {
        double c = radius * Math.cos(v);
        return frame.point(c * Math.cos(u), c * Math.sin(u), radius * Math.sin(v));
    }

    @Override
    public Vec3 du(double u, double v) {
        double c = radius * Math.cos(v);
        return frame.x().times(-c * Math.sin(u)).plus(c * Math.cos(u), frame.y());
    }

    @Override
    public Vec3 dv(double u, double v) {
        double s = radius * Math.sin(v);
        return frame.x()
                .times(-s * Math.cos(u))
                .plus(-s * Math.sin(u), frame.y())
                .plus(radius * Math.cos(v), frame.z());
    }

    @Override
    public Vec3 normal(double u, double v) {
        double c = Math.cos(v);
        return frame.x().times(c * Math.cos(u)).plus(c * Math.sin(u), frame.y()).plus(Math.sin(v), frame.z());
    }

    @Override
    public Vec2 project(Vec3 p) {
        Vec3 l = frame.local(p);
        return new Vec2(Surface.angle(l.x(), l.y()), Math.atan2(l.z(), Surface.hypot(l.x(), l.y())));
    }

    @Override
    public double uPeriod() {
        return 2 * Math.PI;
    }

    @Override
    public double signedDistance(Vec3 p) {
        return p.distance(frame.origin()) - radius;
    }

    @Override
    public Vec3 gradient(Vec3 p) {
        Vec3 d = p.minus(frame.origin());
        double l = d.length();
        return l > 0 ? d.times(1 / l) : frame.x();
    }

    @Override
    public double scaleAt(Vec3 p) {
        return radius;
    }

    @Override
    public Sphere placed(Frame f) {
        return new Sphere(f.place(frame), radius);
    }

    @Override
    public String kind() {
        return "sphere";
    }
}
