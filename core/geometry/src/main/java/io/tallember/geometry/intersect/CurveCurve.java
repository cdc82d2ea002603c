package io.tallember.geometry.intersect;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Contact;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Helix;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Parallel;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;

/**
 * Where two stretches of curves meet. Overlapping curves have no meetings here: the ends of one that lie on the other tell
 * where an overlap begins and stops.
 */
public final class CurveCurve {
    /** How many tolerances along a curve from a place is still that place. */
    private static final double NEXT = 100;

    private CurveCurve() {}

    /** Whether the two curves, without ends, are the same set of points, judged near {@code range} of the first. */
    public static boolean same(Curve a, Interval range, Curve b, Tolerance tol) {
        for (int i = 0; i <= 4; i++) {
            Vec3 p = a.point(range.at(i / 4.0));
            if (b.point(b.project(p)).distance(p) > tol.linear()) {
                return false;
            }
        }
        return true;
    }

    /** All meetings of the two stretches, ends included. Touching ones are single meetings marked so. */
    public static List<Meeting> meet(Curve a, Interval ra, Curve b, Interval rb, Tolerance tol) {
        List<Meeting> all;
        if (byPoints(a) || byPoints(b)) {
            all = Nearness.meet(a, ra, b, rb, tol);
        } else if (a instanceof IntersectionCurve k) {
            all = swapped(withIntersection(b, rb, k, tol));
        } else if (b instanceof IntersectionCurve k) {
            all = withIntersection(a, ra, k, tol);
        } else if (a instanceof Nurbs || b instanceof Nurbs) {
            all = Nearness.meet(a, ra, b, rb, tol);
        } else if (a instanceof Line la) {
            all = b instanceof Line lb ? lines(la, lb, tol) : swapped(withConic(b, la, tol));
        } else {
            all = withConic(a, b, tol);
        }
        List<Meeting> within = new ArrayList<>();
        for (Meeting m : all) {
            double sa = tol.linear() / a.derivative(m.t()).length();
            double sb = tol.linear() / b.derivative(m.s()).length();
            double t = ra.unwrap(m.t(), a.period(), sa);
            double s = rb.unwrap(m.s(), b.period(), sb);
            if (ra.contains(t, sa) && rb.contains(s, sb)) {
                within.add(new Meeting(ra.clamp(t), rb.clamp(s), m.touching()));
            }
        }
        return within;
    }

    /**
     * Where a stretch of a spline crosses or touches itself, each with the lower parameter first; none on lines and conics. A stretch
     * whose tangents lie within half a turn can't come back to itself, so that longer ones are halved and the halves met.
     */
    public static List<Meeting> crossings(Curve c, Interval range, Tolerance tol) {
        List<Meeting> out = new ArrayList<>();
        if (c instanceof Nurbs n) {
            crossings(n, range, tol, out);
            double slack = NEXT * tol.linear();
            out.removeIf(m -> c.period() > 0
                    && c.period() - (m.s() - m.t())
                            <= slack / c.derivative(m.t()).length());
        }
        return out;
    }

    private static void crossings(Nurbs c, Interval range, Tolerance tol, List<Meeting> out) {
        boolean tiny = range.length() * c.speed() < NEXT * tol.linear();
        if (tiny || c.turn(range) < Math.PI) {
            return;
        }
        Interval low = new Interval(range.lo(), range.middle());
        Interval high = new Interval(range.middle(), range.hi());
        crossings(c, low, tol, out);
        crossings(c, high, tol, out);
        for (Meeting m : Nearness.meet(c.part(low), low, c.part(high), high, tol)) {
            boolean joint = (m.s() - m.t()) * c.derivative(m.t()).length() <= NEXT * tol.linear();
            boolean seen = out.stream().anyMatch(o -> Math.abs(o.t() - m.t()) + Math.abs(o.s() - m.s()) < 1e-9);
            if (!joint && !seen) {
                out.add(m);
            }
        }
    }

    private static boolean byPoints(Curve c) {
        return c instanceof Contact || c instanceof Parallel || c instanceof Helix;
    }

    /** A curve with one in which two surfaces meet: it must pass one of them where it lies in the other. */
    private static List<Meeting> withIntersection(Curve c, Interval range, IntersectionCurve k, Tolerance tol) {
        boolean inFirst = CurveSurface.liesIn(c, range, k.first(), tol);
        if (inFirst && CurveSurface.liesIn(c, range, k.second(), tol)) {
            return List.of();
        }
        List<Meeting> out = new ArrayList<>();
        for (Meeting m : CurveSurface.meet(c, range, inFirst ? k.second() : k.first(), tol)) {
            Vec3 p = c.point(m.t());
            double s = k.project(p);
            if (k.point(s).distance(p) <= 2 * tol.linear()) {
                out.add(new Meeting(m.t(), s, m.touching()));
            }
        }
        return out;
    }

    private static List<Meeting> swapped(List<Meeting> in) {
        return in.stream().map(m -> new Meeting(m.s(), m.t(), m.touching())).toList();
    }

    private static List<Meeting> lines(Line a, Line b, Tolerance tol) {
        Vec3 n = a.direction().cross(b.direction());
        double sine = n.length();
        if (tol.parallelOver(sine, 2 * Tolerance.REACH)) {
            return List.of();
        }
        Vec3 d = b.origin().minus(a.origin());
        double t = d.cross(b.direction()).dot(n) / (sine * sine);
        double s = d.cross(a.direction()).dot(n) / (sine * sine);
        return a.point(t).distance(b.point(s)) <= tol.linear() ? List.of(new Meeting(t, s, false)) : List.of();
    }

    /** A circle or ellipse with any curve: by its plane when the other leaves that plane, else inside the plane. */
    private static List<Meeting> withConic(Curve conic, Curve other, Tolerance tol) {
        Frame f = conic instanceof Circle c ? c.frame() : ((Ellipse) conic).frame();
        Plane plane = new Plane(f);
        double reach = conic.bounds(new Interval(0, 2 * Math.PI)).diagonal();
        Interval near = other.period() == 0
                ? new Interval(other.project(f.origin()) - reach, other.project(f.origin()) + reach)
                : new Interval(0, other.period());
        if (CurveSurface.liesIn(other, near, plane, tol)) {
            return inPlane(conic, f, other, tol);
        }
        List<Meeting> out = new ArrayList<>();
        for (Meeting m : CurveSurface.meet(other, near, plane, tol)) {
            Vec3 p = other.point(m.t());
            double t = conic.project(p);
            if (conic.point(t).distance(p) <= tol.linear()) {
                out.add(new Meeting(t, m.t(), m.touching()));
            }
        }
        return out;
    }

    private static List<Meeting> inPlane(Curve conic, Frame f, Curve other, Tolerance tol) {
        if (conic instanceof Circle c && other instanceof Line l) {
            return circleLine(c, l, tol);
        }
        if (conic instanceof Circle c && other instanceof Circle d) {
            return circles(c, d, tol);
        }
        // The other curve walked round (or the conic, when the other is a line) against the distance from its partner.
        boolean walkOther = !(other instanceof Line);
        Curve walked = walkOther ? other : conic;
        Curve fixed = walkOther ? conic : other;
        List<Meeting> out = new ArrayList<>();
        double fine = walked.period() / 288;
        Roots.Function distance = new Roots.Function(
                t -> offset(fixed, f, walked.point(t)),
                t -> (offset(fixed, f, walked.point(t + 1e-6)) - offset(fixed, f, walked.point(t - 1e-6))) / 2e-6,
                t -> fine,
                walked.speed(),
                tol.linear());
        for (Roots.Root r : Roots.periodic(distance, walked.period())) {
            double s = fixed.project(walked.point(r.t()));
            out.add(walkOther ? new Meeting(s, r.t(), r.touching()) : new Meeting(r.t(), s, r.touching()));
        }
        return out;
    }

    /** Distance of a point in the plane from the curve, with a sign for the side. */
    private static double offset(Curve c, Frame f, Vec3 p) {
        double t = c.project(p);
        Vec3 d = p.minus(c.point(t));
        return d.dot(c.derivative(t).cross(f.z()).unit());
    }

    private static List<Meeting> circleLine(Circle c, Line l, Tolerance tol) {
        double mid = l.project(c.frame().origin());
        double off = l.point(mid).distance(c.frame().origin());
        if (Math.abs(off - c.radius()) <= tol.linear()) {
            return List.of(new Meeting(c.project(l.point(mid)), mid, true));
        }
        if (off > c.radius()) {
            return List.of();
        }
        double half = Math.sqrt((c.radius() - off) * (c.radius() + off));
        return List.of(
                new Meeting(c.project(l.point(mid - half)), mid - half, false),
                new Meeting(c.project(l.point(mid + half)), mid + half, false));
    }

    private static List<Meeting> circles(Circle a, Circle b, Tolerance tol) {
        Vec3 d = b.frame().origin().minus(a.frame().origin());
        double dist = d.length();
        double ra = a.radius();
        double rb = b.radius();
        if (dist <= tol.linear()) {
            return List.of();
        }
        Vec3 u = d.unit();
        Vec3 o = a.frame().origin();
        boolean outside = Math.abs(dist - (ra + rb)) <= tol.linear();
        boolean inside = Math.abs(dist - Math.abs(ra - rb)) <= tol.linear();
        if (outside || inside) {
            Vec3 p = o.plus(outside || ra >= rb ? ra : -ra, u);
            return List.of(new Meeting(a.project(p), b.project(p), true));
        }
        if (dist > ra + rb || dist < Math.abs(ra - rb)) {
            return List.of();
        }
        double along = (dist * dist + ra * ra - rb * rb) / (2 * dist);
        double half = Math.sqrt(Math.max(0, ra * ra - along * along));
        Vec3 w = a.frame().z().cross(u);
        List<Meeting> out = new ArrayList<>();
        for (int sign = -1; sign <= 1; sign += 2) {
            Vec3 p = o.plus(along, u).plus(sign * half, w);
            out.add(new Meeting(a.project(p), b.project(p), false));
        }
        return out;
    }
}
