package io.tallember.geometry.intersect;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import java.util.Optional;

/**
 * Tubes of one radius whose centre lines run smoothly into each other, as in a bent pipe: a ring with a cylinder, another ring or a
 * ball. They touch along the round section in which they join.
 */
record Elbow(Circle joint, Vec3 top, Vec3 bottom) {
    /** Thinner than this part of the radius a box holds nothing but the joint. */
    private static final double THIN = 0.01;

    static Optional<Elbow> of(Surface a, Surface b, Tolerance tol) {
        if (a instanceof Torus t) {
            return with(t, b, tol);
        }
        return b instanceof Torus t ? with(t, a, tol) : Optional.empty();
    }

    private static Optional<Elbow> with(Torus t, Surface other, Tolerance tol) {
        Frame f = t.frame();
        double r = t.minor();
        if (other instanceof Sphere s && Math.abs(s.radius() - r) <= tol.linear()) {
            return at(t, s.centre(), tol);
        }
        if (other instanceof Cylinder c
                && Math.abs(c.radius() - r) <= tol.linear()
                && tol.parallelOver(Math.abs(c.frame().z().dot(f.z())), 2 * r)) {
            Vec3 p = c.axis().point(c.axis().project(f.origin()));
            return at(t, p, tol)
                    .filter(e -> tol.parallelOver(
                            e.joint().frame().z().cross(c.frame().z()).length(), 2 * r));
        }
        if (other instanceof Torus u && Math.abs(u.minor() - r) <= tol.linear()) {
            if (!tol.parallelOver(u.frame().z().cross(f.z()).length(), 2 * r)) {
                return askew(t, u, tol);
            }
            Vec3 d = u.frame().origin().minus(f.origin());
            if (d.length() <= tol.linear()) {
                return Optional.empty();
            }
            for (int sign = -1; sign <= 1; sign += 2) {
                Vec3 p = f.origin().plus(sign * t.major(), d.unit());
                if (at(u, p, tol).isPresent()) {
                    return at(t, p, tol);
                }
            }
        }
        return Optional.empty();
    }

    /** Rings bent in different planes: their centre lines touch where both run along the line that the planes share. */
    private static Optional<Elbow> askew(Torus t, Torus u, Tolerance tol) {
        Vec3 way = t.frame().z().cross(u.frame().z()).unit();
        for (int sign = -1; sign <= 1; sign += 2) {
            Vec3 p = t.frame()
                    .origin()
                    .plus(sign * t.major(), way.cross(t.frame().z()));
            Vec3 q = p.minus(u.frame().origin());
            if (at(u, p, tol).isPresent() && Math.abs(q.dot(way)) <= tol.linear()) {
                // the bends differ along this, and are alike square to it
                Vec3 bend = q.times(1 / (u.major() * u.major()))
                        .plus(-1 / (t.major() * t.major()), p.minus(t.frame().origin()));
                Vec3 up = way.cross(bend).unit().times(t.minor());
                Circle joint = new Circle(Frame.of(p, way), t.minor());
                return Optional.of(new Elbow(joint, p.plus(up), p.minus(up)));
            }
        }
        return Optional.empty();
    }

    /** The ring's section at a point, when the point lies on its centre line. */
    private static Optional<Elbow> at(Torus t, Vec3 p, Tolerance tol) {
        Vec3 l = t.frame().local(p);
        double off = Math.hypot(Math.hypot(l.x(), l.y()) - t.major(), l.z());
        if (off > tol.linear()) {
            return Optional.empty();
        }
        Vec3 z = t.frame().z();
        Vec3 radial = p.minus(t.frame().origin()).unit();
        Circle joint = new Circle(Frame.of(p, z.cross(radial), radial), t.minor());
        return Optional.of(new Elbow(joint, p.plus(t.minor(), z), p.plus(-t.minor(), z)));
    }

    /** Whether a box is so thin along the tubes that only the joint can lie in it. */
    boolean fills(Box3 box) {
        double lo = Double.POSITIVE_INFINITY;
        double hi = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < 8; i++) {
            Vec3 corner = new Vec3(
                    ((i & 1) == 0 ? box.min() : box.max()).x(),
                    ((i & 2) == 0 ? box.min() : box.max()).y(),
                    ((i & 4) == 0 ? box.min() : box.max()).z());
            double along =
                    corner.minus(joint.frame().origin()).dot(joint.frame().z());
            lo = Math.min(lo, along);
            hi = Math.max(hi, along);
        }
        return hi - lo < THIN * joint.radius();
    }

    /** Whether a point is so near to the joint that what is found there belongs to it. */
    boolean covers(Vec3 p) {
        double along = p.minus(joint.frame().origin()).dot(joint.frame().z());
        return Math.abs(along) < 0.25 * joint.radius()
                && p.distance(joint.point(joint.project(p))) < 0.3 * joint.radius();
    }
}
