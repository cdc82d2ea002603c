package io.tallember.geometry.intersect;

import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;

/**
 * Where a stretch of a curve meets a surface. Closed forms for lines with planes, cylinders and spheres; otherwise the roots of
 * the distance from the surface along the curve. A stretch that lies in the surface has no meetings: ask {@link #liesIn} first.
 */
public final class CurveSurface {
    private static final int SAMPLES = 9;
    /** Steps in which a radian of bend is sampled. */
    private static final double STEPS_A_RADIAN = 10;

    private CurveSurface() {}

    /** Whether the whole stretch lies in the surface, within tolerance. */
    public static boolean liesIn(Curve curve, Interval range, Surface surface, Tolerance tol) {
        for (int i = 0; i < SAMPLES; i++) {
            if (Math.abs(surface.signedDistance(curve.point(range.at(i / (SAMPLES - 1.0))))) > tol.linear()) {
                return false;
            }
        }
        return true;
    }

    /** All meetings within the range, ends included (by the linear tolerance along the curve). */
    public static List<Meeting> meet(Curve curve, Interval range, Surface surface, Tolerance tol) {
        List<Meeting> all = all(curve, range, surface, tol);
        List<Meeting> within = new ArrayList<>();
        for (Meeting m : all) {
            double slack = tol.linear() / curve.derivative(m.t()).length();
            double t = range.unwrap(m.t(), curve.period(), slack);
            if (range.contains(t, slack)) {
                within.add(new Meeting(range.clamp(t), Double.NaN, m.touching()));
            }
        }
        return within;
    }

    private static List<Meeting> all(Curve curve, Interval range, Surface surface, Tolerance tol) {
        if (curve instanceof Line line) {
            if (surface instanceof Plane p) {
                return linePlane(line, p, tol);
            }
            if (surface instanceof Cylinder c) {
                return lineCylinder(line, c, tol);
            }
            if (surface instanceof Sphere s) {
                double along = line.project(s.centre());
                return chord(along, line.point(along).distance(s.centre()), s.radius(), 1, tol);
            }
        }
        return byRoots(curve, range, surface, tol);
    }

    private static List<Meeting> linePlane(Line line, Plane plane, Tolerance tol) {
        double rate = line.direction().dot(plane.normal());
        return tol.parallelOver(Math.abs(rate), 2 * Tolerance.REACH)
                ? List.of()
                : List.of(new Meeting(-plane.signedDistance(line.origin()) / rate, Double.NaN, false));
    }

    private static List<Meeting> lineCylinder(Line line, Cylinder cyl, Tolerance tol) {
        Vec3 o = cyl.frame().local(line.origin());
        Vec3 axis = cyl.frame().z();
        double dx = line.direction().dot(cyl.frame().x());
        double dy = line.direction().dot(cyl.frame().y());
        double rate = Math.hypot(dx, dy);
        if (tol.parallelOver(line.direction().cross(axis).length(), 2 * Tolerance.REACH)) {
            return List.of();
        }
        double ux = dx / rate;
        double uy = dy / rate;
        return chord(-(o.x() * ux + o.y() * uy) / rate, Math.abs(o.x() * uy - o.y() * ux), cyl.radius(), rate, tol);
    }

    /** A line past a round: nearest at parameter {@code at}, {@code off} from the centre, nearing at the given rate. */
    private static List<Meeting> chord(double at, double off, double radius, double rate, Tolerance tol) {
        if (Math.abs(off - radius) <= tol.linear()) {
            return List.of(new Meeting(at, Double.NaN, true));
        }
        if (off > radius) {
            return List.of();
        }
        double half = Math.sqrt((radius - off) * (radius + off)) / rate;
        return List.of(new Meeting(at - half, Double.NaN, false), new Meeting(at + half, Double.NaN, false));
    }

    private static List<Meeting> byRoots(Curve c, Interval range, Surface s, Tolerance tol) {
        double widest = c.period() > 0 ? c.period() / 192 : range.length() / 48;
        double least = 1e-5 / c.speed();
        Roots.Function f = new Roots.Function(
                t -> s.signedDistance(c.point(t)),
                t -> s.gradient(c.point(t)).dot(c.derivative(t)),
                t -> Math.max(
                        least,
                        Math.min(
                                widest,
                                Math.min(
                                                s.scaleAt(c.point(t)),
                                                c instanceof Nurbs ? c.bendNear(t) : Double.POSITIVE_INFINITY)
                                        / (STEPS_A_RADIAN * c.speed()))),
                c.speed(),
                tol.linear());
        List<Roots.Root> roots;
        if (c.period() > 0) {
            roots = Roots.periodic(f, c.period());
        } else {
            Interval over = c instanceof Line l ? nearby(l, range, s, tol) : range;
            roots = over.length() > 0 ? Roots.between(f, over.lo(), over.hi()) : List.of();
        }
        return roots.stream()
                .map(r -> new Meeting(r.t(), Double.NaN, r.touching()))
                .toList();
    }

    /** The part of a line's range where it can meet the surface. */
    private static Interval nearby(Line l, Interval range, Surface s, Tolerance tol) {
        double lo = range.lo() - 2 * tol.linear();
        double hi = range.hi() + 2 * tol.linear();
        if (s instanceof Torus t) {
            double mid = l.project(t.frame().origin());
            double reach = t.major() + t.minor() + 1;
            return new Interval(Math.max(lo, mid - reach), Math.min(hi, mid + reach));
        }
        if (s instanceof Cone) {
            return new Interval(Math.max(lo, -4 * Tolerance.REACH), Math.min(hi, 4 * Tolerance.REACH));
        }
        return new Interval(lo, hi);
    }
}
